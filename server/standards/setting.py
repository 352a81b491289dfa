"""Levels set by hand in place of what the evidence says (R8.4)."""

from collections.abc import Mapping, Sequence
from typing import Any

from django.db import transaction
from gradecore.book import Scale
from gradecore.entry import folded
from school import acts
from school.models import Person, SchoolClass, Student
from school.refusal import Refused
from scores.book import LoadedClass, student_of
from scores.models import LevelOverride
from scores.overriding import LONGEST_REASON

from standards.schemas import LevelIn

Kept = Mapping[str, str]
"""A level set by hand as it is kept: mark and reason."""


@transaction.atomic
def set_levels(loaded: LoadedClass, person: Person, given: Sequence[LevelIn]) -> int:
    """Set levels by hand, or take that back: all of them or none. Gives how many changed. Raises Refused."""
    scales = loaded.levels.scales
    school_class = loaded.plan.school_class
    there = {(each.student_id, each.standard): each for each in LevelOverride.objects.filter(school_class=school_class)}
    changes: list[dict[str, Any]] = []
    for each in given:
        student = student_of(loaded, each.student)
        if each.standard not in scales:
            raise Refused(f"{each.standard} is not among the standards of this class.", "entries")
        row = there.get((student.pk, each.standard))
        before = None if row is None else _kept(row)
        after = _wanted(scales[each.standard], each, before)
        if before != after:
            _put(school_class, person, student.pk, each.standard, after)
            changes.append({"student": student.pk, "standard": each.standard, "before": before, "after": after})
    if changes:
        acts.record(school_class, person, "levels", _words(loaded, changes), {"rows": changes})
    return len(changes)


def _wanted(scale: Scale, given: LevelIn, before: Kept | None) -> Kept | None:
    mark = read_level(scale, given.mark)
    if not mark:
        return None
    reason = (before or {}).get("reason", "") if given.reason is None else given.reason.strip()
    if len(reason) > LONGEST_REASON:
        raise Refused(f"The reason has {len(reason)} characters; at most {LONGEST_REASON} fit.", "reason")
    return {"mark": mark, "reason": reason}


def read_level(scale: Scale, text: str) -> str:
    """A level typed in any case or by its first letters, as the school writes it; empty for nothing typed. Raises Refused."""
    bare = folded(text)
    marks = [band.mark for band in sorted(scale.bands, key=lambda band: -band.min)]
    exact = [mark for mark in marks if folded(mark) == bare]
    begun = [mark for mark in marks if folded(mark).startswith(bare)]
    if not bare or exact or len(begun) == 1:
        return "" if not bare else (exact or begun)[0]
    if begun:
        raise Refused(f"{text.strip()} could be {' or '.join(begun)}. Type one letter more.", "mark")
    raise Refused(f"{text.strip()[:30]} is none of the levels: {', '.join(marks)}.", "mark")


def _kept(row: LevelOverride) -> Kept:
    return {"mark": row.mark, "reason": row.reason}


def _put(school_class: SchoolClass, person: Person, student: int, standard: str, wanted: Kept | None) -> None:
    place: dict[str, Any] = {"school_class": school_class, "student_id": student, "standard": standard}
    if wanted is None:
        LevelOverride.objects.filter(**place).delete()
        return
    now = school_class.school.now()
    LevelOverride.objects.update_or_create(**place, defaults={**wanted, "changed_by": person, "changed_at": now})


def _words(loaded: LoadedClass, changes: Sequence[Mapping[str, Any]]) -> str:
    if len(changes) > 1:
        return f"changed {len(changes)} levels set by hand"
    only = changes[0]
    student: Student = student_of(loaded, only["student"])
    if only["after"] is None:
        return f"took back {student}'s level in {only['standard']}"
    return f"set {student}'s level in {only['standard']} to {only['after']['mark']}"


def _turn(school_class: SchoolClass, person: Person, change: Mapping[str, Any], now: str, wanted: str) -> list[str]:
    kept = []
    for each in change["rows"]:
        row = LevelOverride.objects.filter(
            school_class=school_class, student_id=each["student"], standard=each["standard"]
        ).first()
        if (None if row is None else _kept(row)) == each[now]:
            _put(school_class, person, each["student"], each["standard"], each[wanted])
        else:
            kept.append("A level has been changed since and stays as it is.")
    return kept


acts.kind(
    "levels",
    undo=lambda school_class, person, change: _turn(school_class, person, change, "after", "before"),
    redo=lambda school_class, person, change: _turn(school_class, person, change, "before", "after"),
)
