"""Drafts: once a class has scores, what would move grades waits until it is applied or thrown away.

A draft says per row which fields would be what. Loading a plan with its draft lays that over the rows in force;
nothing else needs to know of it.
"""

from collections.abc import Mapping
from typing import Any

from django.db import transaction
from django.db.models import Field, Model
from school.models import Person, SchoolClass
from school.refusal import Refused

from plans.models import Assignment, Draft

MOVING: Mapping[str, frozenset[str]] = {
    "category": frozenset({"weight", "method", "drop_lowest", "drop_highest", "cap", "bonus"}),
    "assignment": frozenset(
        {
            "category_id",
            "term_id",
            "points",
            "share",
            "extra",
            "never_drop",
            "counts",
            "for_everyone",
            "chosen",
            "adjust",
        }
    ),
    "rules": frozenset({"scale_id", "method", "blank", "drop_overall", "drop_choice", "round_to", "rounding", "cap"}),
    "term": frozenset({"ground_rules", "weights", "adjust", "part_weights", "parts_from"}),
    "code": frozenset({"effect", "percent", "missing"}),
}
"""What moves grades, by kind of row. Closing an assignment is marking, not planning, and is at once in force."""


def needs_draft(school_class: SchoolClass) -> bool:
    """Whether there are scores that a change of the plan could move."""
    return Assignment.objects.filter(school_class=school_class, scores__isnull=False).exists()


def propose(
    school_class: SchoolClass, person: Person, mark: str, in_force: Mapping[str, Any], wanted: Mapping[str, Any]
) -> None:
    """Put what is wanted of a row into the class's draft; what is as in force leaves it."""
    draft = Draft.objects.select_for_update().filter(school_class=school_class).first()
    if draft is None:
        draft = Draft(school_class=school_class, begun_by=person, begun_at=school_class.school.now())
    fields = {**draft.change.get(mark, {}), **wanted}
    _put(draft, mark, {field: value for field, value in fields.items() if value != in_force.get(field)})


@transaction.atomic
def put_back(school_class: SchoolClass, mark: str, field: str) -> None:
    """Take one field out of the draft."""
    draft = Draft.objects.select_for_update().filter(school_class=school_class).first()
    if draft is not None:
        _put(draft, mark, {name: value for name, value in draft.change.get(mark, {}).items() if name != field})


def _put(draft: Draft, mark: str, fields: Mapping[str, Any]) -> None:
    """Keep a row's fields in a draft; a draft of nothing is none."""
    draft.change = {name: value for name, value in {**draft.change, mark: dict(fields)}.items() if value}
    if draft.change:
        draft.save()
    elif draft.pk:
        draft.delete()


def take(school_class: SchoolClass) -> dict[str, dict[str, Any]]:
    """The draft's change, taken out of it. Raises Refused where there is none (any more)."""
    draft = Draft.objects.select_for_update().filter(school_class=school_class).first()
    if draft is None:
        raise Refused("There is no draft any more; a colleague may have applied it or thrown it away.")
    change: dict[str, dict[str, Any]] = draft.change
    draft.delete()
    return change


@transaction.atomic
def throw_away(school_class: SchoolClass) -> None:
    """Forget the draft."""
    Draft.objects.filter(school_class=school_class).delete()


def lay_over(row: Model, fields: Mapping[str, Any]) -> None:
    """Set drafted values on a row, without keeping it."""
    for field, value in fields.items():
        setattr(row, field, _read(row, field, value))


def _read(row: Model, field: str, value: Any) -> Any:
    """A drafted value as the row's field keeps it."""
    if field == "chosen":
        return value
    found = row._meta.get_field(field)
    return found.to_python(value) if isinstance(found, Field) else value
