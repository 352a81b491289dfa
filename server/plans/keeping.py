"""Keeping changed rows: what moves grades waits in a draft once there are scores; everything else is in force at once."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from django.db import transaction
from school.models import Person, SchoolClass
from school.refusal import Stale

from plans import drafting
from plans.models import Assignment, Category
from plans.rows import Row, find, kind_of, mark_of, record, snapshot


@dataclass(frozen=True)
class Changed:
    """A row that was changed and not kept yet: as it was, and the fields that were named, whether they differ or not."""

    row: Row
    before: Mapping[str, Any]
    named: Iterable[str]


def begin(row: Row, named: Iterable[str]) -> Changed:
    """A change of a row that goes on from what the class's draft has of it: the row is brought there, and then changed."""
    changed = Changed(row, snapshot(row), named)
    if row.school_class is not None:
        drafting.lay_over(row, drafting.drafted_fields(row.school_class).get(mark_of(row), {}))
    return changed


def keep(school_class: SchoolClass, person: Person, changed: Sequence[Changed], words: str) -> None:
    """Keep changed rows as one act: in a draft what moves grades, everything else at once."""
    if drafting.needs_draft(school_class):
        _propose(school_class, person, changed)
    before: dict[str, Any] = {}
    after: dict[str, Any] = {}
    for each in changed:
        row, mark = each.row, mark_of(each.row)
        if isinstance(row, Assignment | Category):
            row.version += 1
        row.save()
        row.refresh_from_db()
        if snapshot(row) != each.before:
            before[mark], after[mark] = dict(each.before), snapshot(row)
    if after:
        record(school_class, person, words, before, after)


def _propose(school_class: SchoolClass, person: Person, changed: Sequence[Changed]) -> None:
    """Put into the draft what would move grades; the rows are left with what is in force at once."""
    drafted = drafting.drafted_fields(school_class)
    fresh: dict[str, dict[str, Any]] = {}
    for each in changed:
        mark, after = mark_of(each.row), snapshot(each.row)
        was = {**each.before, **drafted.get(mark, {})}
        fresh[mark] = {field: after[field] for field in _moving(each, after) if after[field] != was[field]}
    waits = drafting.moves_grades(school_class, fresh)
    for each in changed:
        mark, after = mark_of(each.row), snapshot(each.row)
        moving = _moving(each, after)
        at_once = set() if waits else set(fresh[mark])
        in_force = {**each.before, **{field: after[field] for field in at_once}}
        drafting.propose(school_class, person, mark, in_force, {field: after[field] for field in moving})
        drafting.lay_over(each.row, {field: in_force[field] for field in moving})


def _moving(changed: Changed, after: Mapping[str, Any]) -> set[str]:
    """The fields that can move grades: also what is set back to what is in force, which leaves the draft."""
    named = set(changed.named)
    can_move = drafting.MOVING[kind_of(changed.row)]
    return {field for field in can_move if field in named or after[field] != changed.before[field]}


def refuse_overtaken(row: Category | Assignment, version: int | None) -> None:
    """Raises Refused where a row is not as it was when the change to it was begun."""
    if version is not None and version != row.version:
        raise Stale(
            f"A colleague changed {row.name} meanwhile; what is there now is shown. Your change was not made.",
        )


@transaction.atomic
def apply_draft(school_class: SchoolClass, person: Person) -> list[str]:
    """Put the draft in force; gives words on what could not be, because what it stands on is gone."""
    taken = drafting.take(school_class)
    change = drafting.fitting(school_class, taken)
    before: dict[str, Any] = {}
    after: dict[str, Any] = {}
    gone = [f"{words} That was left out." for words in dict.fromkeys(drafting.misfits(school_class, taken).values())]
    for mark, fields in change.items():
        row = find(school_class, mark)
        if row is None:
            gone.append("Something in the draft has been deleted meanwhile and was left out.")
            continue
        before[mark] = snapshot(row)
        drafting.lay_over(row, fields)
        if isinstance(row, Assignment | Category):
            row.version += 1
        row.save()
        row.refresh_from_db()
        after[mark] = snapshot(row)
    record(school_class, person, "applied the draft of the plan", before, after)
    return gone
