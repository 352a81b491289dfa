"""What is put in place of computed grades (R5.2)."""

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import Any

from django.db import transaction
from gradecore.entry import folded
from gradecore.numbers import NumberError, decimal_text, read_decimal
from plans.models import GroundRules
from school import acts
from school.models import Person, SchoolClass, Student, Term
from school.refusal import Code, Refused

from scores.models import Override

LONGEST_REASON = 300
FULL = Decimal(100)


@dataclass(frozen=True)
class OverrideGiven:
    """What is put in place of one student's computed grade, as typed; percent and mark both empty take it back."""

    student: Student
    percent: str
    mark: str
    reason: str


@transaction.atomic
def override(
    school_class: SchoolClass, person: Person, term: Term, given: Sequence[OverrideGiven], *, sure: bool = False
) -> int:
    """Put percents, marks or both in place of computed grades, or take that back (R5.2); all of it or nothing.

    Gives how many changed. More than 100 % is asked about unless somebody is `sure`.
    """
    marks = Marks.of(school_class)
    twice = next(
        (
            each.student
            for place, each in enumerate(given)
            if each.student in {other.student for other in given[:place]}
        ),
        None,
    )
    if twice is not None:
        raise Refused(f"{twice} stands there twice. Give each student one override.", "entries")
    changes: list[dict[str, Any]] = []
    for each in given:
        wanted = read_override(marks, each, sure=sure)
        before = _override_snapshot(school_class, each.student.pk, term.pk)
        if before != wanted:
            _put_override(school_class, person, each.student.pk, term.pk, wanted)
            changes.append({"student": each.student.pk, "before": before, "after": wanted})
    if changes:
        acts.record(
            school_class, person, "override", _override_words(given, changes), {"term": term.pk, "rows": changes}
        )
    return len(changes)


def _override_words(given: Sequence[OverrideGiven], changes: Sequence[dict[str, Any]]) -> str:
    if len(changes) > 1:
        return f"changed {len(changes)} overrides"
    student = next(each.student for each in given if each.student.pk == changes[0]["student"])
    after = changes[0]["after"]
    if after is None:
        return f"took back {student}'s override"
    return f"put {after['mark'] or after['percent']} in place of {student}'s grade"


def read_override(marks: "Marks", given: OverrideGiven, *, sure: bool) -> dict[str, Any] | None:
    """An override as it is kept; None for none. Raises Refused for what cannot be read, or has to be asked about."""
    percent, mark = _percent(given.percent), marks.read(given.mark)
    reason = given.reason.strip()
    if len(reason) > LONGEST_REASON:
        raise Refused(f"The reason has {len(reason)} characters; at most {LONGEST_REASON} fit.", "reason")
    if percent is not None and percent > FULL and not sure:
        raise Refused(f"{percent.normalize():f} % is more than 100. Is it meant?", "percent", Code.ABOVE_100)
    if percent is None and not mark:
        return None
    return {"percent": None if percent is None else str(percent.normalize()), "mark": mark, "reason": reason}


def _percent(text: str) -> Decimal | None:
    if not text.strip():
        return None
    try:
        return Decimal(decimal_text(read_decimal(text.strip().removesuffix("%").strip(), negative=False)))
    except NumberError as error:
        raise Refused(f"Percent: {text.strip()[:30]} {error}. Type a number such as 84 or 84.5.", "percent") from None


@dataclass(frozen=True)
class Marks:
    """The marks that may be put in place of a grade: the scale's, and the school's outside of it with what they say."""

    scale: list[str]
    outside: list[tuple[str, str]]

    @classmethod
    def of(cls, school_class: SchoolClass) -> "Marks":
        """A class's marks, from its scale and its school."""
        bands = GroundRules.objects.get(school_class=school_class).scale.bands.all()
        return cls([band.mark for band in bands], [(mark, name) for mark, name in school_class.school.outside_marks])

    def read(self, text: str) -> str:
        """A mark typed in any case or by its first letters, as the school writes it; empty for nothing typed."""
        bare = folded(" ".join(text.split()))
        if not bare:
            return ""
        called = [(mark, mark) for mark in self.scale] + [
            (mark, each) for mark, name in self.outside for each in (mark, name)
        ]
        exact = [mark for mark, name in called if folded(name) == bare]
        begun = list(dict.fromkeys(mark for mark, name in called if folded(name).startswith(bare)))
        if exact or len(begun) == 1:
            return (exact or begun)[0]
        shown = text.strip()[:30]
        if begun:
            raise Refused(f"{shown} could be {' or '.join(begun)}. Type one letter more.", "mark")
        outside = ", ".join(f"{mark} ({name})" for mark, name in self.outside)
        beside = f"; outside the scale {outside}" if outside else ""
        raise Refused(f"{shown} is not a mark of this class. Its marks are {', '.join(self.scale)}{beside}.", "mark")


def _override_snapshot(school_class: SchoolClass, student_id: int, term_id: int) -> dict[str, Any] | None:
    row = Override.objects.filter(school_class=school_class, student_id=student_id, term_id=term_id).first()
    if row is None:
        return None
    percent = None if row.percent is None else str(Decimal(row.percent).normalize())
    return {"percent": percent, "mark": row.mark, "reason": row.reason}


def _put_override(
    school_class: SchoolClass, person: Person, student_id: int, term_id: int, wanted: dict[str, Any] | None
) -> None:
    place: dict[str, Any] = {"school_class": school_class, "student_id": student_id, "term_id": term_id}
    if wanted is None:
        Override.objects.filter(**place).delete()
        return
    percent = None if wanted["percent"] is None else Decimal(wanted["percent"])
    now = school_class.school.now()
    kept = {"percent": percent, "mark": wanted["mark"], "reason": wanted["reason"]}
    Override.objects.update_or_create(**place, defaults=kept | {"changed_by": person, "changed_at": now})


def _turn_override(
    school_class: SchoolClass, person: Person, change: dict[str, Any], now: str, wanted: str
) -> list[str]:
    kept = []
    for row in change["rows"]:
        if _override_snapshot(school_class, row["student"], change["term"]) == row[now]:
            _put_override(school_class, person, row["student"], change["term"], row[wanted])
        else:
            kept.append("An override has been changed since and stays as it is.")
    return kept


acts.kind(
    "override",
    undo=lambda school_class, person, change: _turn_override(school_class, person, change, "after", "before"),
    redo=lambda school_class, person, change: _turn_override(school_class, person, change, "before", "after"),
)
