"""Keeping changed rows: what moves grades waits in a draft once there are scores; everything else is in force at once."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from django.db import transaction
from school.models import Person, SchoolClass
from school.refusal import Refused

from plans import drafting
from plans.models import Assignment, Category
from plans.rows import Row, find, kind_of, mark_of, record, snapshot


@dataclass(frozen=True)
class Changed:
    """A row that was changed and not kept yet: as it was, and the fields that were named, whether they differ or not."""

    row: Row
    before: Mapping[str, Any]
    named: Iterable[str]


def keep(school_class: SchoolClass, person: Person, changed: Sequence[Changed], words: str) -> None:
    """Keep changed rows as one act."""
    waits = drafting.needs_draft(school_class)
    before: dict[str, Any] = {}
    after: dict[str, Any] = {}
    for each in changed:
        row, mark = each.row, mark_of(each.row)
        if waits:
            _propose(school_class, person, each)
        if isinstance(row, Assignment | Category):
            row.version += 1
        row.save()
        row.refresh_from_db()
        if snapshot(row) != each.before:
            before[mark], after[mark] = dict(each.before), snapshot(row)
    if after:
        record(school_class, person, words, before, after)


def _propose(school_class: SchoolClass, person: Person, changed: Changed) -> None:
    row, before, after = changed.row, changed.before, snapshot(changed.row)
    # Also what is set back to what is in force: it leaves the draft.
    named = set(changed.named)
    moving = {field for field in drafting.MOVING[kind_of(row)] if field in named or after[field] != before[field]}
    drafting.propose(school_class, person, mark_of(row), before, {field: after[field] for field in moving})
    drafting.lay_over(row, {field: before[field] for field in moving})


def refuse_overtaken(row: Category | Assignment, version: int | None) -> None:
    """Raises Refused where a row is not as it was when the change to it was begun."""
    if version is not None and version != row.version:
        raise Refused(
            f"A colleague changed {row.name} meanwhile; what is there now is shown. Your change was not made.",
            "version",
        )


@transaction.atomic
def apply_draft(school_class: SchoolClass, person: Person) -> list[str]:
    """Put the draft in force; gives words on what could not be, because the row is gone."""
    change = drafting.take(school_class)
    before: dict[str, Any] = {}
    after: dict[str, Any] = {}
    gone = []
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
