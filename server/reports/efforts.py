"""What is said of students' effort."""

from collections.abc import Mapping, Sequence
from typing import Any

from django.db import transaction
from gradecore.entry import folded
from school import acts
from school.models import Person, SchoolClass, Term
from school.refusal import Refused

from reports.models import Effort


@transaction.atomic
def effort(school_class: SchoolClass, person: Person, term: Term, given: Mapping[int, str]) -> int:
    """Say students' effort in one of the school's words, typed in any case or by its first letters; empty for none.

    Gives how many changed.
    """
    words: list[str] = school_class.school.efforts
    changes = []
    for student, text in given.items():
        wanted = _effort(words, text)
        row = Effort.objects.filter(school_class=school_class, student_id=student, term=term).first()
        before = row.word if row else ""
        if before != wanted:
            _put_effort(school_class, student, term.pk, wanted)
            changes.append({"student": student, "before": before, "after": wanted})
    if changes:
        said = f"said the effort of {len(changes)} student{'' if len(changes) == 1 else 's'}"
        acts.record(school_class, person, "effort", said, {"term": term.pk, "rows": changes})
    return len(changes)


def _effort(words: Sequence[str], text: str) -> str:
    bare = text.strip()
    if not bare:
        return ""
    begun = [word for word in words if folded(word).startswith(folded(bare))]
    exact = [word for word in begun if folded(word) == folded(bare)]
    if exact or len(begun) == 1:
        return (exact or begun)[0]
    raise Refused(
        f"{bare[:30]} is not one of the school’s words for effort: {', '.join(words) or 'it has none'}.", "effort"
    )


def _put_effort(school_class: SchoolClass, student: int, term: int, word: str) -> None:
    place: dict[str, Any] = {"school_class": school_class, "student_id": student, "term_id": term}
    if word:
        Effort.objects.update_or_create(**place, defaults={"word": word})
    else:
        Effort.objects.filter(**place).delete()


def _turn_effort(school_class: SchoolClass, change: dict[str, Any], now: str, wanted: str) -> list[str]:
    kept = []
    for row in change["rows"]:
        place = {"school_class": school_class, "student": row["student"], "term": change["term"]}
        found = Effort.objects.filter(**place).first()
        if (found.word if found else "") == row[now]:
            _put_effort(school_class, row["student"], change["term"], row[wanted])
        else:
            kept.append("A student's effort has been changed since and stays as it is.")
    return kept


acts.kind(
    "effort",
    undo=lambda school_class, person, change: _turn_effort(school_class, change, "after", "before"),
    redo=lambda school_class, person, change: _turn_effort(school_class, change, "before", "after"),
)
