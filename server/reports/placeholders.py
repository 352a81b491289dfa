"""Placeholders: what stands in a ready sentence for a student's own name, pronouns and work."""

import re
from collections.abc import Mapping

FORMS: Mapping[str, Mapping[str, str]] = {
    "she": {
        "they": "she",
        "them": "her",
        "their": "her",
        "theirs": "hers",
        "themself": "herself",
        "s": "s",
        "is": "is",
        "has": "has",
    },
    "he": {
        "they": "he",
        "them": "him",
        "their": "his",
        "theirs": "his",
        "themself": "himself",
        "s": "s",
        "is": "is",
        "has": "has",
    },
    "they": {
        "they": "they",
        "them": "them",
        "their": "their",
        "theirs": "theirs",
        "themself": "themself",
        "s": "",
        "is": "are",
        "has": "have",
    },
}
"""What each placeholder becomes, by pronouns. `s` is a verb's ending after `{they}`: “{they} ask{s}”."""


def forms_of(pronouns: str) -> Mapping[str, str]:
    """The forms of pronouns as a person gives them: "she", "she/her", or three of their own such as "xe/xem/xyr"."""
    given = [each.strip().casefold() for each in pronouns.split("/") if each.strip()]
    first = given[0] if given else "they"
    if first in FORMS:
        return FORMS[first]
    if len(given) < 3:
        return FORMS["they"]
    they, them, their = given[:3]
    return {**FORMS["he"], "they": they, "them": them, "their": their, "theirs": f"{their}s", "themself": f"{them}self"}


ABOUT = ("name", "best", "weakest", "missing")
"""The placeholders that are not pronouns: the given name, the best and the weakest category, the missing work."""

PLACEHOLDER = re.compile(r"\{\s*([^{}\n]{0,40}?)\s*\}")


def values(given_name: str, pronouns: str, *, best: str, weakest: str, missing: str) -> dict[str, str]:
    """What the placeholders of one student become; what the student does not have is left out."""
    about = {"name": given_name, "best": best, "weakest": weakest, "missing": missing}
    return {**forms_of(pronouns), **{name: text for name, text in about.items() if text}}


def resolve(text: str, own: Mapping[str, str]) -> str:
    """A text with a student's own in place of the placeholders, capital where the placeholder is.

    A placeholder that is not known, or for which the student has nothing, stays as it is.
    """

    def one(found: re.Match[str]) -> str:
        name = found[1]
        value = own.get(name.lower())
        if value is None:
            return found[0]
        return value[:1].upper() + value[1:] if name[:1].isupper() else value

    return PLACEHOLDER.sub(one, text)


def left_in(text: str) -> list[str]:
    """The placeholders that stand in a text, as written."""
    return [found[0] for found in PLACEHOLDER.finditer(text)]
