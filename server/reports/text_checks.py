"""What may be wrong with a comment as a text: the wrong name, the wrong pronouns, a placeholder, its length."""

import re
from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from school.texts import plain

from reports.placeholders import FORMS

SAME_FOR = 3
"""From so many students on, the same text is pointed out."""

_WORD = re.compile(r"[^\W\d_]+(?:['’\-][^\W\d_]+)*")
_POSSESSION = re.compile(r"['’]s$")
_SAID: Mapping[str, frozenset[str]] = {
    "she": frozenset({"she", "her", "hers", "herself"}),
    "he": frozenset({"he", "him", "his", "himself"}),
}
"""Pronouns that fit only whose they are. “They” fits everybody: it may be said of a group."""


@dataclass(frozen=True)
class Named:
    """A student, as far as a text about them needs it."""

    id: int
    given_name: str
    family_name: str
    pronouns: str


def other_names(text: str, about: Named, everybody: Iterable[Named]) -> list[str]:
    """Given names of other students of the class that stand in a text, as the class writes them.

    Only a word with a capital is a name, and what is also a part of the student's own name is not another's.
    """
    said = _as_names(text)
    own = _as_names(f"{about.given_name} {about.family_name}")
    found = {each.given_name: _as_names(each.given_name) for each in everybody if each.id != about.id}
    return [name for name, words in found.items() if words in said and words not in own]


def _as_names(text: str) -> str:
    """The words of a text that may be names, without accents, case and an ending of possession; others are blanked."""
    words = [plain(_POSSESSION.sub("", word)) if word[0].isupper() else "_" for word in _WORD.findall(text)]
    return f" {' '.join(words)} "


def wrong_pronouns(text: str, about: Named) -> list[str]:
    """Pronouns in a text that are not the student's, each once, as written."""
    own = {each.strip().casefold() for each in about.pronouns.split("/")}
    wrong = {word for subject, words in _SAID.items() if subject not in own for word in words}
    return list(dict.fromkeys(word for word in _WORD.findall(text) if word.casefold() in wrong))


def same_texts(texts: Sequence[tuple[Named, str]]) -> dict[int, int]:
    """For how many others a student's text is the same but for names and pronouns; only where it is for many."""
    bare = {about.id: _without_person(text, about) for about, text in texts if text.strip()}
    times = Counter(bare.values())
    return {student: times[text] - 1 for student, text in bare.items() if times[text] >= SAME_FOR}


def _without_person(text: str, about: Named) -> str:
    own = {form: "~" for forms in FORMS.values() for name, form in forms.items() if len(form) > 1 and name != "s"}
    words = " ".join(text.split()).replace(about.given_name, "~")
    return _WORD.sub(lambda word: own.get(word[0].casefold(), word[0]), words)
