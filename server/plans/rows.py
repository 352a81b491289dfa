"""The rows of a plan, as acts and drafts keep them: by name, with their fields as JSON has them."""

import datetime
from collections.abc import Mapping
from decimal import Decimal
from typing import Any, TypeAlias

from school import acts
from school.models import Person, SchoolClass
from school.refusal import Refused

from plans.models import Assignment, Category, GroundRules

Row: TypeAlias = Category | Assignment | GroundRules
_MODELS: dict[str, type[Row]] = {"category": Category, "assignment": Assignment, "rules": GroundRules}

_KEPT: dict[type[Row], tuple[str, ...]] = {
    GroundRules: (
        "scale_id", "method", "blank", "drop_overall", "drop_choice", "round_to", "rounding", "cap", "decimals", "families_see_running",
    ),
    Category: (
        "name", "sign", "colour", "weight", "method", "drop_lowest", "drop_highest", "cap", "bonus", "position",
    ),
    Assignment: (
        "category_id", "term_id", "name", "short_name", "description", "points", "share", "step", "extra", "never_drop",
        "counts", "closed", "shown", "assigned_on", "due_on", "for_everyone", "adjust", "position",
    ),
}  # fmt: skip


def rows_of(kind: str, school_class: SchoolClass) -> Any:
    """A class's categories or assignments."""
    return school_class.categories.all() if kind == "category" else school_class.assignments.all()


def kind_of(row: Row) -> str:
    """What kind of row it is."""
    return next(kind for kind, model in _MODELS.items() if isinstance(row, model))


def mark_of(row: Row) -> str:
    """How a row is named in acts and drafts: its kind and number."""
    return f"{kind_of(row)} {row.pk}"


def find(school_class: SchoolClass, mark: str) -> Row | None:
    """The row of a name, locked; None where it is not there any more."""
    kind, _, pk = mark.partition(" ")
    found: Row | None = _MODELS[kind].objects.select_for_update().filter(school_class=school_class, pk=pk).first()
    return found


def snapshot(row: Row) -> dict[str, Any]:
    """A row's fields as JSON has them."""
    return {field: _plain(getattr(row, field)) for field in _KEPT[type(row)]}


def _plain(value: Any) -> Any:
    if isinstance(value, Decimal):
        return format(value.normalize(), "f")
    return value.isoformat() if isinstance(value, datetime.date) else value


def record(
    school_class: SchoolClass, person: Person, words: str, before: dict[str, Any], after: dict[str, Any]
) -> None:
    """Record an act of some rows, as they were and as they became; None is a row that is not there."""
    before = {mark: before.get(mark) for mark in after | before}
    acts.record(school_class, person, "plan", words, {"before": before, "after": after})


def _turn(school_class: SchoolClass, now: Mapping[str, Any], wanted: Mapping[str, Any]) -> list[str]:
    """Bring rows from one state to another, leaving alone what somebody has changed since."""
    kept = []
    # Categories come back before what belongs in them, and go after it has left.
    marks = sorted(wanted, key=lambda mark: (mark.startswith("category") == (wanted[mark] is None), mark))
    for mark in marks:
        kind, _, pk = mark.partition(" ")
        model = _MODELS[kind]
        rows: Any = Assignment.with_deleted if model is Assignment else model.objects
        row = rows.filter(school_class=school_class, pk=pk).first()
        is_there = row is not None and getattr(row, "deleted_at", None) is None
        if (snapshot(row) if is_there else None) != now.get(mark):
            kept.append(f"{getattr(row, 'name', 'Something')} has been changed since and stays as it is.")
        elif wanted[mark] is None:
            _take_away(row, school_class)
        else:
            row = row or model(school_class=school_class, pk=int(pk))
            for field, value in wanted[mark].items():
                setattr(row, field, value)
            if isinstance(row, Assignment):
                row.deleted_at = None
                row.version += 1
            row.save()
    return kept


def _take_away(row: Row, school_class: SchoolClass) -> None:
    if isinstance(row, Assignment):
        row.deleted_at = school_class.school.now()
        row.save()
    elif isinstance(row, Category) and Assignment.with_deleted.filter(category=row).exists():
        raise Refused(f"{row.name} has assignments by now, so it stays. Move them first.")
    else:
        row.delete()


acts.kind(
    "plan",
    undo=lambda school_class, _, change: _turn(school_class, change["after"], change["before"]),
    redo=lambda school_class, _, change: _turn(school_class, change["before"], change["after"]),
)
