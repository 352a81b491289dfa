"""Drafts: once a class has scores, what would move grades waits until it is applied or thrown away.

A draft says per row which fields would be what. Loading a plan with its draft lays that over the rows in force;
nothing else needs to know of it.
"""

from collections.abc import Callable, Collection, Mapping
from typing import Any, TypeAlias

from django.db import transaction
from django.db.models import Field, Model
from school.models import Person, SchoolClass, Term
from school.refusal import Refused

from plans.models import Assignment, Category, Draft, GradingScale

Change: TypeAlias = Mapping[str, Mapping[str, Any]]
"""Fields that would change with what they would be, by the row that they belong to (named as in `rows`)."""

MOVING: Mapping[str, frozenset[str]] = {
    "category": frozenset({"weight", "method", "drop_lowest", "drop_highest", "cap", "bonus"}),
    "assignment": frozenset(
        {
            "category_id",
            "term_id",
            "points",
            "standards",
            "standard_points",
            "criteria",
            "share",
            "extra",
            "never_drop",
            "counts",
            "for_everyone",
            "chosen",
            "adjust",
        }
    ),
    "rules": frozenset(
        {
            "scale_id",
            "method",
            "blank",
            "drop_overall",
            "drop_choice",
            "round_to",
            "rounding",
            "cap",
            "standard_weights",
        }
    ),
    "term": frozenset({"ground_rules", "weights", "adjust", "part_weights", "parts_from"}),
    "code": frozenset({"effect", "percent", "missing"}),
}
"""What moves grades, by kind of row. Closing an assignment is marking, not planning, and is at once in force."""


Judge: TypeAlias = Callable[[SchoolClass, Change], bool]
_judges: list[Judge] = []


def judge_by(judge: Judge) -> None:
    """Say what tells whether a change of the rows in force would move any grade: it needs scores, which are no plan's."""
    _judges[:] = [judge]


def moves_grades(school_class: SchoolClass, change: Change) -> bool:
    """Whether a change of the rows in force would move anybody's grade (R11)."""
    return any(change.values()) and _judges[0](school_class, change)


def needs_draft(school_class: SchoolClass) -> bool:
    """Whether there are scores that a change of the plan could move."""
    return Assignment.objects.filter(school_class=school_class, scores__isnull=False).exists()


def drafted_fields(school_class: SchoolClass) -> Change:
    """What the class's draft would change; nothing where there is none."""
    draft = Draft.objects.filter(school_class=school_class).first()
    return draft.change if draft else {}


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


_POINTING: Mapping[str, tuple[str, Callable[[SchoolClass], Collection[int]]]] = {
    "category_id": (
        "The category is no longer there.",
        lambda school_class: set(Category.objects.filter(school_class=school_class).values_list("pk", flat=True)),
    ),
    "term_id": (
        "The term is no longer there.",
        lambda school_class: set(Term.objects.filter(year_id=school_class.year_id).values_list("pk", flat=True)),
    ),
    "scale_id": (
        "The scale is no longer there.",
        lambda school_class: set(
            GradingScale.objects.filter(school_id=school_class.school_id).values_list("pk", flat=True)
        ),
    ),
}
"""Fields that point to a row that may be gone, with what is said then, and the rows that are there."""


def misfits(school_class: SchoolClass, change: Change) -> dict[tuple[str, str], str]:
    """What of a draft no longer fits what it stands on, by row and field, with why."""
    found: dict[tuple[str, str], str] = {}
    for field, (words, there) in _POINTING.items():
        drafted = {mark: fields[field] for mark, fields in change.items() if fields.get(field) is not None}
        if drafted:
            known = there(school_class)
            found |= {(mark, field): words for mark, pk in drafted.items() if pk not in known}
    return found


def fitting(school_class: SchoolClass, change: Change) -> dict[str, dict[str, Any]]:
    """What of a draft still fits what it stands on."""
    without = misfits(school_class, change)
    return {
        mark: {field: value for field, value in fields.items() if (mark, field) not in without}
        for mark, fields in change.items()
    }


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
