"""Changing a plan: categories and assignments are added, changed, moved and removed, and all of it can be undone."""

import datetime
import re
from collections.abc import Mapping
from decimal import Decimal
from typing import Any

from django.db import transaction
from django.db.models import Max
from gradecore.book import CATEGORY_METHODS
from school.models import Person, SchoolClass, Term
from school.refusal import Refused

from plans import choices, drafting
from plans.models import Assignment, Category, GroundRules
from plans.rows import Row, find, kind_of, mark_of, record, rows_of, snapshot
from plans.typed import made_short, made_sign, name, number

COLOURS = 8
MAX_DROPS = 99


# Categories


@transaction.atomic
def add_category(school_class: SchoolClass, person: Person, given: Mapping[str, Any]) -> Category:
    """A new category at the end of the plan."""
    others = list(school_class.categories.all())
    category = Category(school_class=school_class, position=_next(others), colour=len(others) % COLOURS)
    _set_category(category, {"weight": "0", **given}, others)
    category.save()
    record(school_class, person, f"added the category {category.name}", {}, {mark_of(category): snapshot(category)})
    return category


@transaction.atomic
def change_category(school_class: SchoolClass, person: Person, category_id: int, given: Mapping[str, Any]) -> Category:
    """Change what is given of a category."""
    category = _category(school_class, category_id)
    before = snapshot(category)
    _set_category(category, given, [each for each in school_class.categories.all() if each != category])
    _keep(school_class, person, category, before, given, f"changed the category {category.name}")
    return category


@transaction.atomic
def remove_category(school_class: SchoolClass, person: Person, category_id: int) -> None:
    """Remove a category; its assignments stay, in no category, where they are seen."""
    category = _category(school_class, category_id)
    moved = list(Assignment.with_deleted.filter(category=category))
    before = {mark_of(category): snapshot(category)} | {mark_of(each): snapshot(each) for each in moved}
    for each in moved:
        each.category = None
        each.version += 1
        each.save()
    after: dict[str, Any] = {mark_of(each): snapshot(each) for each in moved} | {mark_of(category): None}
    category.delete()
    record(school_class, person, f"removed the category {category.name}", before, after)


def _set_category(category: Category, given: Mapping[str, Any], others: list[Category]) -> None:
    if "name" in given:
        category.name = name(given["name"], "name", 60)
        if any(each.name.casefold() == category.name.casefold() for each in others):
            raise Refused(f"There is a category {category.name} already.", "name")
    if "weight" in given:
        category.weight = number(given["weight"], "weight", "Weight")
    if given.get("sign"):
        sign = given["sign"].strip().upper()
        if not re.fullmatch(r"\w{2,3}", sign):
            raise Refused("A sign has two or three letters.", "sign")
        if any(each.sign == sign for each in others):
            raise Refused(f"{sign} stands for another category.", "sign")
        category.sign = sign
    elif not category.sign:
        category.sign = made_sign(category.name, {each.sign for each in others})
    if "method" in given:
        if given["method"] not in CATEGORY_METHODS:
            raise Refused("Work in a category counts by points, equally or by shares.", "method")
        category.method = given["method"]
    for drops in ("drop_lowest", "drop_highest"):
        if drops in given:
            if not 0 <= given[drops] <= MAX_DROPS:
                raise Refused(f"Between 0 and {MAX_DROPS} can be dropped.", drops)
            setattr(category, drops, given[drops])
    for choice in ("cap", "bonus"):
        if choice in given:
            setattr(category, choice, given[choice])


def _category(school_class: SchoolClass, category_id: int) -> Category:
    category = school_class.categories.select_for_update().filter(id=category_id).first()
    if category is None:
        raise Refused("This category is no longer there; a colleague may have removed it.", "category")
    return category


# Assignments


@transaction.atomic
def add_assignment(school_class: SchoolClass, person: Person, given: Mapping[str, Any]) -> Assignment:
    """A new assignment at the end of the plan. A class without categories takes none yet."""
    if not school_class.categories.exists():
        raise Refused(
            "This class has no categories yet. Make one first, so that the assignment has a place.", "category"
        )
    last = Assignment.with_deleted.filter(school_class=school_class).aggregate(last=Max("position"))["last"]
    assignment = Assignment(school_class=school_class, position=(last or 0) + 1)
    _set_assignment(assignment, {"points": "", "due_on": None, **given})
    assignment.save()
    record(
        school_class,
        person,
        f"added {assignment.name}",
        {mark_of(assignment): None},
        {mark_of(assignment): snapshot(assignment)},
    )
    return assignment


@transaction.atomic
def change_assignment(
    school_class: SchoolClass, person: Person, assignment_id: int, given: Mapping[str, Any], version: int | None = None
) -> Assignment:
    """Change what is given of an assignment; `version` is the one that the change was made from."""
    assignment = _assignment(school_class, assignment_id)
    if version is not None and version != assignment.version:
        raise Refused(
            f"A colleague changed {assignment.name} meanwhile; what is there now is shown. Your change was not made.",
            "version",
        )
    before = snapshot(assignment)
    _set_assignment(assignment, given)
    assignment.version += 1
    _keep(school_class, person, assignment, before, given, f"changed {assignment.name}")
    return assignment


@transaction.atomic
def change_rules(school_class: SchoolClass, person: Person, given: Mapping[str, Any]) -> None:
    """Change what is given of the ground rules; the values are those of `choices`."""
    rules = GroundRules.objects.select_for_update().get(school_class=school_class)
    before = snapshot(rules)
    set_rules(rules, given)
    _keep(school_class, person, rules, before, given, "changed the ground rules")


def set_rules(rules: GroundRules, given: Mapping[str, Any]) -> None:
    """Set choices on ground rules without keeping them. Raises Refused for what is none of the choices."""
    known = choices.choices(rules)
    for field, value in given.items():
        if value not in {choice.value for choice in known[field]}:
            raise Refused("This is not one of the choices.", field)
        if field == "rounding":
            step, _, way = value.partition(" ")
            rules.round_to = None if step == "none" else Decimal(step)
            rules.rounding = way or "half_up"
        elif field == "scale":
            rules.scale_id = int(value)
        elif field in ("cap", "families_see_running"):
            setattr(rules, field, value == "yes")
        elif field in ("drop_overall", "decimals"):
            setattr(rules, field, int(value))
        else:
            setattr(rules, field, value)


_SET_BY = {"rounding": ("round_to", "rounding"), "scale": ("scale_id",)}
"""Fields that a ground rule sets under another name."""


def _keep(
    school_class: SchoolClass, person: Person, row: Row, before: dict[str, Any], given: Mapping[str, Any], words: str
) -> None:
    """Keep a changed row; what moves grades waits in a draft once there are scores."""
    after = snapshot(row)
    if drafting.needs_draft(school_class):
        # Also what is set back to what is in force: it leaves the draft.
        named = {field for name in given for field in _SET_BY.get(name, (name,))}
        moving = {field for field in drafting.MOVING[kind_of(row)] if field in named or after[field] != before[field]}
        drafting.propose(school_class, person, mark_of(row), before, {field: after[field] for field in moving})
        drafting.lay_over(row, {field: before[field] for field in moving})
    row.save()
    row.refresh_from_db()
    if snapshot(row) != before:
        record(school_class, person, words, {mark_of(row): before}, {mark_of(row): snapshot(row)})


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
        if isinstance(row, Assignment):
            row.version += 1
        row.save()
        row.refresh_from_db()
        after[mark] = snapshot(row)
    record(school_class, person, "applied the draft of the plan", before, after)
    return gone


@transaction.atomic
def remove_assignment(school_class: SchoolClass, person: Person, assignment_id: int) -> None:
    """Remove an assignment; it is kept with its scores for undoing."""
    assignment = _assignment(school_class, assignment_id)
    before = snapshot(assignment)
    assignment.deleted_at = school_class.school.now()
    assignment.save()
    record(
        school_class, person, f"deleted {assignment.name}", {mark_of(assignment): before}, {mark_of(assignment): None}
    )


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


def _set_assignment(assignment: Assignment, given: Mapping[str, Any]) -> None:
    school_class = assignment.school_class
    if "name" in given or not assignment.name:
        assignment.name = name(given.get("name", ""), "name", 120)
    if given.get("short_name"):
        assignment.short_name = name(given["short_name"], "short_name", 15)
    elif not assignment.short_name:
        assignment.short_name = made_short(assignment.name)
    if "category_id" in given:
        assignment.category = None if given["category_id"] is None else _category(school_class, given["category_id"])
    if "points" in given:
        assignment.points = number(given["points"], "points", "Points")
    if "share" in given:
        assignment.share = number(given["share"], "share", "Share")
    for choice in ("extra", "never_drop", "counts", "closed", "shown"):
        if choice in given:
            setattr(assignment, choice, given[choice])
    if "due_on" in given:
        assignment.due_on = _date(given["due_on"], school_class)
    if given.get("term_id") is not None:
        assignment.term = _term(school_class, given["term_id"])
    elif assignment.term_id is None:
        assignment.term = _term_of(school_class, assignment.due_on)


def _date(given: datetime.date | None, school_class: SchoolClass) -> datetime.date | None:
    year = school_class.year
    if given is not None and not year.starts - datetime.timedelta(60) <= given <= year.ends + datetime.timedelta(60):
        raise Refused(
            f"{given:%-d %b %Y} is not in the school year {year.name} ({year.starts:%-d %b %Y} to {year.ends:%-d %b %Y}).",
            "due_on",
        )
    return given


def _term(school_class: SchoolClass, term_id: int) -> Term:
    term = Term.objects.filter(id=term_id, year_id=school_class.year_id).first()
    if term is None or term.kind == "semester":
        raise Refused("Work belongs to a quarter or an exam of this class's year.", "term_id")
    return term


def _term_of(school_class: SchoolClass, day: datetime.date | None) -> Term:
    """The term of a due date, or the running one."""
    day = day or school_class.school.today()
    leaves = [term for term in Term.objects.filter(year_id=school_class.year_id) if term.kind != "semester"]
    begun = [term for term in leaves if term.starts <= day]
    return begun[-1] if begun else leaves[0]


def _assignment(school_class: SchoolClass, assignment_id: int) -> Assignment:
    assignment = school_class.assignments.select_for_update().filter(id=assignment_id).first()
    if assignment is None:
        raise Refused("This assignment is no longer there; a colleague may have deleted it.", "assignment")
    return assignment


def _next(rows: list[Category]) -> int:
    return max((row.position for row in rows), default=0) + 1
