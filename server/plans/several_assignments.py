"""Changing several assignments in one act: the same for all of them, their order, one more like another."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import timedelta
from typing import Any

from django.db import transaction
from school.models import Person, SchoolClass
from school.refusal import Refused

from plans.assignments import add_assignment, find_assignment, set_assignment
from plans.keeping import begin, keep
from plans.models import Assignment
from plans.rows import as_one_act, mark_of, record, rows_of, snapshot
from plans.sharing import make_room

MOST = 500
MOST_DAYS = 400
MOST_NAMED = 5


@transaction.atomic
def change_together(
    school_class: SchoolClass, person: Person, ids: Sequence[int], given: Mapping[str, Any], days: int
) -> "Together":
    """Change what is given of several assignments, and move their dates by so many days."""
    if not 0 < len(ids) <= MOST:
        raise Refused(f"Choose between 1 and {MOST} assignments.", "ids")
    if abs(days) > MOST_DAYS:
        raise Refused(f"Dates move by at most {MOST_DAYS} days.", "days")
    found = list(school_class.assignments.select_for_update().filter(pk__in=ids))
    if len(found) != len(set(ids)):
        raise Refused("The list has changed meanwhile; it is shown as it is now. Nothing was changed.", "ids")
    changed = []
    for each in found:
        changed.append(begin(each, given))
        moved = {day: _moved(each, day, days) for day in ("due_on", "assigned_on", "shown_from") if days}
        set_assignment(each, {**given, **moved})
    words = f"changed {len(found)} assignments"
    with as_one_act(school_class, person, words):
        keep(school_class, person, changed, words)
        if given.get("category_id") is not None:
            for each in found:
                make_room(school_class, person, each)
    return Together(len(found), _off_days(school_class, found) if days else "")


@dataclass(frozen=True)
class Together:
    """How many assignments were changed, and what is to be looked at of it, in words."""

    count: int
    words: str


def _off_days(school_class: SchoolClass, moved: Sequence[Assignment]) -> str:
    """Which work has come to be due on a day without school."""
    off = [each for each in moved if each.due_on is not None and not school_class.year.has_school(each.due_on)]
    named = ", ".join(f"{each.short_name} (due {each.due_on:%a %-d %b})" for each in off[:MOST_NAMED])
    more = f" and {len(off) - MOST_NAMED} more" if len(off) > MOST_NAMED else ""
    return f"Days without school: {named}{more}." if off else ""


def _moved(assignment: Assignment, field: str, days: int) -> Any:
    day = getattr(assignment, field)
    return None if day is None else day + timedelta(days)


def duplicate(school_class: SchoolClass, person: Person, assignment_id: int) -> Assignment:
    """One more assignment like another, open and without scores, right after it."""
    source = find_assignment(school_class, assignment_id)
    given = {
        **{field: value for field, value in snapshot(source).items() if field not in NOT_COPIED},
        "name": _next_name(source.name, {each.name for each in school_class.assignments.all()}),
        "short_name": "",
        "due_on": source.due_on,
        "assigned_on": source.assigned_on,
        "shown_from": source.shown_from,
        "zero_meant": True,
    }
    with as_one_act(school_class, person, f"duplicated {source.name}"):
        made = add_assignment(school_class, person, given)
        ids = [each.pk for each in school_class.assignments.all() if each.pk != made.pk]
        ids.insert(ids.index(source.pk) + 1, made.pk)
        order(school_class, person, "assignment", ids)
    return made


NOT_COPIED = ("closed", "adjust", "position", "share", "share_fixed")


def _next_name(name: str, taken: set[str]) -> str:
    """The name with the next number that nobody has: Walk 3 after Walk 2."""
    head, _, last = name.rpartition(" ")
    stem, number = (head, int(last)) if head and last.isdigit() else (name, 1)
    while f"{stem} {number + 1}" in taken:
        number += 1
    return f"{stem} {number + 1}"


@transaction.atomic
def order(school_class: SchoolClass, person: Person, kind: str, ids: list[int]) -> None:
    """Put the categories or the assignments into an order; those not named follow in the order they have."""
    rows = {row.pk: row for row in rows_of(kind, school_class).select_for_update()}
    if not set(ids) <= set(rows):
        raise Refused("The list has changed meanwhile; it is shown as it is now.", "ids")
    wanted = ids + [each for each in rows if each not in ids]
    before = {mark_of(row): snapshot(row) for row in rows.values()}
    for position, each in enumerate(wanted, 1):
        rows[each].position = position
        rows[each].save(update_fields=["position"])
    after = {mark_of(row): snapshot(row) for row in rows.values()}
    record(school_class, person, "changed the order", before, after)
