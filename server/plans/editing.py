"""Changing a plan: categories and assignments are added, changed, moved and removed, and all of it can be undone."""

import datetime
import re
from collections.abc import Mapping
from decimal import Decimal
from typing import Any, TypeAlias

from django.db import transaction
from django.db.models import Max
from gradecore.book import CATEGORY_METHODS
from gradecore.numbers import NumberError, decimal_text, read_decimal
from school import acts
from school.models import Person, SchoolClass, Term
from school.refusal import Refused

from plans import choices, drafting
from plans.models import Assignment, Category, GroundRules

Row: TypeAlias = Category | Assignment | GroundRules
_MODELS: dict[str, type[Row]] = {"category": Category, "assignment": Assignment, "rules": GroundRules}
COLOURS = 8
MAX_DROPS = 99


# Reading what was typed


def number(text: str, field: str, what: str, *, least: int = 0) -> Decimal:
    """A number that a person typed. Raises Refused, naming the field and what was typed."""
    try:
        read = read_decimal(text, negative=False)
    except NumberError as error:
        raise Refused(
            f"{what}: {text.strip()[:40] or 'nothing'} {error}. Type a number such as 20 or 12.5.", field
        ) from None
    if read < least:
        raise Refused(f"{what} must be at least {least}.", field)
    return Decimal(decimal_text(read))


def name(text: str, field: str, longest: int) -> str:
    """A name that a person typed."""
    bare = " ".join(text.split())
    if not bare:
        raise Refused("Give it a name.", field)
    if len(bare) > longest:
        raise Refused(f"This name has {len(bare)} characters; at most {longest} fit.", field)
    return bare


def made_short(text: str, longest: int = 15) -> str:
    """A short name made from a name: whole words as far as they fit."""
    head = text.split(":", maxsplit=1)[0].strip()
    while len(head) > longest and " " in head:
        head = head.rpartition(" ")[0]
    return head[:longest].strip()


def made_sign(text: str, taken: set[str]) -> str:
    """Two letters that stand for a category: initials, or the first letter and a later one that nobody has."""
    words: list[str] = re.findall(r"\w+", text)
    letters: str = "".join(words).upper() or "X"
    first = letters[0]
    wishes = [words[0][0].upper() + words[1][0].upper()] if len(words) > 1 else []
    wishes += [first + letter for letter in letters[1:] if letter not in "AEIOU"] + [
        first + each for each in letters[1:]
    ]
    wishes += [f"{first}{digit}" for digit in range(2, 100)]
    return next(wish for wish in wishes if wish not in taken)


# Categories


@transaction.atomic
def add_category(school_class: SchoolClass, person: Person, given: Mapping[str, Any]) -> Category:
    """A new category at the end of the plan."""
    others = list(school_class.categories.all())
    category = Category(school_class=school_class, position=_next(others), colour=len(others) % COLOURS)
    _set_category(category, {"weight": "0", **given}, others)
    category.save()
    _record(school_class, person, f"added the category {category.name}", {}, {_mark(category): _snapshot(category)})
    return category


@transaction.atomic
def change_category(school_class: SchoolClass, person: Person, category_id: int, given: Mapping[str, Any]) -> Category:
    """Change what is given of a category."""
    category = _category(school_class, category_id)
    before = _snapshot(category)
    _set_category(category, given, [each for each in school_class.categories.all() if each != category])
    _keep(school_class, person, category, before, given, f"changed the category {category.name}")
    return category


@transaction.atomic
def remove_category(school_class: SchoolClass, person: Person, category_id: int) -> None:
    """Remove a category; its assignments stay, in no category, where they are seen."""
    category = _category(school_class, category_id)
    moved = list(Assignment.with_deleted.filter(category=category))
    before = {_mark(category): _snapshot(category)} | {_mark(each): _snapshot(each) for each in moved}
    for each in moved:
        each.category = None
        each.version += 1
        each.save()
    after: dict[str, Any] = {_mark(each): _snapshot(each) for each in moved} | {_mark(category): None}
    category.delete()
    _record(school_class, person, f"removed the category {category.name}", before, after)


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
    _record(
        school_class,
        person,
        f"added {assignment.name}",
        {_mark(assignment): None},
        {_mark(assignment): _snapshot(assignment)},
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
    before = _snapshot(assignment)
    _set_assignment(assignment, given)
    assignment.version += 1
    _keep(school_class, person, assignment, before, given, f"changed {assignment.name}")
    return assignment


@transaction.atomic
def change_rules(school_class: SchoolClass, person: Person, given: Mapping[str, Any]) -> None:
    """Change what is given of the ground rules; the values are those of `choices`."""
    rules = GroundRules.objects.select_for_update().get(school_class=school_class)
    before = _snapshot(rules)
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
    after = _snapshot(row)
    if drafting.needs_draft(school_class):
        # Also what is set back to what is in force: it leaves the draft.
        named = {field for name in given for field in _SET_BY.get(name, (name,))}
        moving = {field for field in drafting.MOVING[_kind(row)] if field in named or after[field] != before[field]}
        drafting.propose(school_class, person, _mark(row), before, {field: after[field] for field in moving})
        drafting.lay_over(row, {field: before[field] for field in moving})
    row.save()
    row.refresh_from_db()
    if _snapshot(row) != before:
        _record(school_class, person, words, {_mark(row): before}, {_mark(row): _snapshot(row)})


@transaction.atomic
def apply_draft(school_class: SchoolClass, person: Person) -> list[str]:
    """Put the draft in force; gives words on what could not be, because the row is gone."""
    change = drafting.take(school_class)
    before: dict[str, Any] = {}
    after: dict[str, Any] = {}
    gone = []
    for mark, fields in change.items():
        row = _find(school_class, mark)
        if row is None:
            gone.append("Something in the draft has been deleted meanwhile and was left out.")
            continue
        before[mark] = _snapshot(row)
        drafting.lay_over(row, fields)
        if isinstance(row, Assignment):
            row.version += 1
        row.save()
        row.refresh_from_db()
        after[mark] = _snapshot(row)
    _record(school_class, person, "applied the draft of the plan", before, after)
    return gone


@transaction.atomic
def remove_assignment(school_class: SchoolClass, person: Person, assignment_id: int) -> None:
    """Remove an assignment; it is kept with its scores for undoing."""
    assignment = _assignment(school_class, assignment_id)
    before = _snapshot(assignment)
    assignment.deleted_at = school_class.school.now()
    assignment.save()
    _record(school_class, person, f"deleted {assignment.name}", {_mark(assignment): before}, {_mark(assignment): None})


@transaction.atomic
def order(school_class: SchoolClass, person: Person, kind: str, ids: list[int]) -> None:
    """Put the categories or the assignments into an order; those not named follow in the order they have."""
    rows = {row.pk: row for row in _rows(kind, school_class).select_for_update()}
    if not set(ids) <= set(rows):
        raise Refused("The list has changed meanwhile; it is shown as it is now.", "ids")
    wanted = ids + [each for each in rows if each not in ids]
    before = {_mark(row): _snapshot(row) for row in rows.values()}
    for position, each in enumerate(wanted, 1):
        rows[each].position = position
        rows[each].save(update_fields=["position"])
    after = {_mark(row): _snapshot(row) for row in rows.values()}
    _record(school_class, person, "changed the order", before, after)


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


# Undo: each act keeps the rows it touched, as they were and as they became

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


def _rows(kind: str, school_class: SchoolClass) -> Any:
    return school_class.categories.all() if kind == "category" else school_class.assignments.all()


def _kind(row: Row) -> str:
    return next(kind for kind, model in _MODELS.items() if isinstance(row, model))


def _mark(row: Row) -> str:
    return f"{_kind(row)} {row.pk}"


def _find(school_class: SchoolClass, mark: str) -> Row | None:
    kind, _, pk = mark.partition(" ")
    found: Row | None = _MODELS[kind].objects.select_for_update().filter(school_class=school_class, pk=pk).first()
    return found


def _snapshot(row: Row) -> dict[str, Any]:
    return {field: _plain(getattr(row, field)) for field in _KEPT[type(row)]}


def _plain(value: Any) -> Any:
    if isinstance(value, Decimal):
        return format(value.normalize(), "f")
    return value.isoformat() if isinstance(value, datetime.date) else value


def _record(
    school_class: SchoolClass, person: Person, words: str, before: dict[str, Any], after: dict[str, Any]
) -> None:
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
        if (_snapshot(row) if is_there else None) != now.get(mark):
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
