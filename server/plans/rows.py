"""The rows of a plan, as acts and drafts keep them: by name, with their fields as JSON has them."""

import datetime
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from decimal import Decimal
from typing import Any, TypeAlias

from django.db import transaction
from django.db.models import Max
from school import acts
from school.models import Person, SchoolClass
from school.refusal import Refused

from plans.models import Assignment, Category, GroundRules, PlanEvent, ScoreCode, TermPlan

Row: TypeAlias = Category | Assignment | GroundRules | TermPlan | ScoreCode
_MODELS: dict[str, type[Row]] = {
    "category": Category,
    "assignment": Assignment,
    "rules": GroundRules,
    "term": TermPlan,
    "code": ScoreCode,
}

_KEPT: dict[type[Row], tuple[str, ...]] = {
    GroundRules: (
        "scale_id",
        "method",
        "blank",
        "drop_overall",
        "drop_choice",
        "round_to",
        "rounding",
        "cap",
        "decimals",
        "standard_weights",
        "families_see_running",
        "families_from",
        "families_percent",
        "families_mark",
        "families_points",
        "families_share",
        "families_class",
    ),
    Category: (
        "name",
        "sign",
        "colour",
        "weight",
        "method",
        "drop_lowest",
        "drop_highest",
        "cap",
        "bonus",
        "locked",
        "is_default",
        "default_points",
        "default_shown",
        "default_standards",
        "position",
    ),
    Assignment: (
        "category_id",
        "term_id",
        "name",
        "short_name",
        "description",
        "link",
        "points",
        "share",
        "share_fixed",
        "step",
        "extra",
        "never_drop",
        "counts",
        "closed",
        "locked",
        "kept_in",
        "shown",
        "shown_from",
        "shown_when_in",
        "entered_as",
        "standards",
        "standard_points",
        "announced",
        "comments_shown",
        "criteria",
        "assigned_on",
        "due_on",
        "for_everyone",
        "chosen",
        "adjust",
        "position",
    ),
    TermPlan: ("term_id", "ground_rules", "weights", "adjust", "part_weights", "parts_from"),
    ScoreCode: ("school_id", "code", "name", "effect", "percent", "missing", "colour"),
}


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
    note(school_class, person, words, before, after)


def note(
    school_class: SchoolClass, person: Person, words: str, before: Mapping[str, Any], after: Mapping[str, Any]
) -> None:
    """Write a change into the plan's history, which stays whatever is undone."""
    PlanEvent.objects.create(
        school_class=school_class,
        person=person,
        at=school_class.school.now(),
        words=words[:200],
        before=before,
        after=after,
    )


@contextmanager
def as_one_act(school_class: SchoolClass, person: Person, words: str) -> Iterator[None]:
    """What is changed within is undone together, or not made at all."""
    mine = school_class.acts.filter(person=person, kind="plan")
    last = mine.aggregate(last=Max("id"))["last"] or 0
    with transaction.atomic():
        yield
        before: dict[str, Any] = {}
        after: dict[str, Any] = {}
        steps = list(mine.filter(id__gt=last).order_by("id"))
        for step in steps:
            before = step.change["before"] | before
            after |= step.change["after"]
            step.delete()
        if steps:
            acts.record(school_class, person, "plan", words, {"before": before, "after": after})


def _turn(
    school_class: SchoolClass, person: Person, words: str, now: Mapping[str, Any], wanted: Mapping[str, Any]
) -> list[str]:
    """Bring rows from one state to another, leaving alone what somebody has changed since."""
    turned, kept = turn(school_class, now, wanted)
    if turned:
        note(school_class, person, words, {mark: now[mark] for mark in turned}, {mark: wanted[mark] for mark in turned})
    return kept


def turn(school_class: SchoolClass, now: Mapping[str, Any], wanted: Mapping[str, Any]) -> tuple[list[str], list[str]]:
    """As `_turn`; gives which rows were brought there, and words on those that were not."""
    turned, kept = [], []
    # Categories come back before what belongs in them, and go after it has left.
    marks = sorted(wanted, key=lambda mark: (mark.startswith("category") == (wanted[mark] is None), mark))
    for mark in marks:
        kind, _, pk = mark.partition(" ")
        model = _MODELS[kind]
        rows: Any = Assignment.with_deleted if model is Assignment else model.objects
        row = rows.filter(school_class=school_class, pk=pk).first()
        is_there = row is not None and getattr(row, "deleted_at", None) is None
        if not acts.is_still(snapshot(row) if is_there else None, now.get(mark)):
            kept.append(f"{getattr(row, 'name', 'Something')} has been changed since and stays as it is.")
            continue
        if wanted[mark] is None:
            _take_away(row, school_class)
        else:
            row = row or model(school_class=school_class, pk=int(pk))
            for field, value in wanted[mark].items():
                setattr(row, field, value)
            if isinstance(row, Assignment):
                row.deleted_at = None
            if isinstance(row, Assignment | Category):
                row.version += 1
            row.save()
        turned.append(mark)
    return turned, kept


def _take_away(row: Row, school_class: SchoolClass) -> None:
    if isinstance(row, Assignment):
        row.deleted_at = school_class.school.now()
        row.save()
        return
    if isinstance(row, Category):
        if row.assignments.exists():
            raise Refused(f"{row.name} has assignments by now, so it stays. Move them first.")
        # What was deleted comes back without a category, or with this one once that is back, too.
        Assignment.with_deleted.filter(category=row).update(category=None)
    row.delete()


acts.kind(
    "plan",
    undo=lambda school_class, person, change: _turn(
        school_class, person, "took a change back", change["after"], change["before"]
    ),
    redo=lambda school_class, person, change: _turn(
        school_class, person, "made a change again", change["before"], change["after"]
    ),
)
