"""Changing categories: they are added, changed, merged, emptied and removed, and all of it can be undone."""

import re
from collections.abc import Mapping
from decimal import Decimal
from fractions import Fraction
from typing import Any

from django.db import transaction
from gradecore.book import CATEGORY_METHODS
from gradecore.numbers import decimal_text, read_decimal
from school.models import Person, SchoolClass
from school.refusal import Refused

from plans import drafting
from plans.keeping import Changed, begin, keep, refuse_overtaken
from plans.loading import LoadedPlan, load_plan
from plans.models import Assignment, Category, TermPlan
from plans.rows import as_one_act, mark_of, record, snapshot
from plans.sharing import shares_once_merged
from plans.standards import named_standards
from plans.typed import made_sign, name, number

COLOURS = 8
MAX_DROPS = 99


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
def change_category(
    school_class: SchoolClass, person: Person, category_id: int, given: Mapping[str, Any], version: int | None = None
) -> Category:
    """Change what is given of a category; `version` is the one that the change was made from."""
    category = find_category(school_class, category_id)
    refuse_overtaken(category, version)
    changed = [begin(category, given)]
    others = [each for each in school_class.categories.all() if each != category]
    if given.get("is_default"):
        for each in others:
            if each.is_default:
                changed.append(Changed(each, snapshot(each), ()))
                each.is_default = False
    _set_category(category, given, others)
    keep(school_class, person, changed, f"changed the category {category.name}")
    return category


@transaction.atomic
def empty_category(school_class: SchoolClass, person: Person, category_id: int, into: Category | None) -> bool:
    """Move a category's assignments into another, or into none. True where they moved at once, and not in a draft.

    Into another goes the weight as well, and each piece keeps what it has of the grade: where the other's way of
    counting would give it another part, that counts by shares from then on.
    """
    category = find_category(school_class, category_id)
    plan = load_plan(school_class, drafted=True)
    shares = shares_once_merged(plan, category, into) if into is not None else {}
    moved = {each.pk for each in plan.assignments if each.category_id == category.pk}
    changed = []
    for each in Assignment.objects.filter(pk__in={*moved, *shares}).select_for_update():
        changed.append(Changed(each, snapshot(each), ("category_id", "share")))
        each.category = into
        each.share = shares.get(each.pk, each.share)
    if into is not None and not (into.bonus or category.bonus):
        changed += _merged_weights(plan, category, into)
    if into is not None and shares:
        known = next((each for each in changed if each.row == into), None)
        changed += [] if known else [Changed(into, snapshot(into), ("method",))]
        into.method = "shares"
    words = f"moved what is in {category.name} into {into.name}" if into else f"took everything out of {category.name}"
    keep(school_class, person, changed, words)
    return not Assignment.objects.filter(category=category).exists()


def _merged_weights(plan: LoadedPlan, category: Category, into: Category) -> list[Changed]:
    """One category's weight added to another's: the class's, and those of terms that have their own."""
    weights = {each.pk: each.weight for each in plan.categories}
    changed: list[Changed] = [Changed(each, snapshot(each), ("weight",)) for each in (into, category)]
    into.weight = weights[into.pk] + weights[category.pk]
    category.weight = Decimal(0)
    for own in TermPlan.objects.select_for_update().filter(school_class=plan.school_class):
        term = begin(own, ("weights",))
        if own.weights:
            added = sum((read_decimal(own.weights.get(str(each.pk), "0")) for each in (into, category)), Fraction(0))
            own.weights = own.weights | {str(into.pk): decimal_text(added), str(category.pk): "0"}
            changed.append(term)
    return changed


@transaction.atomic
def merge(school_class: SchoolClass, person: Person, category_id: int, into_id: int) -> bool:
    """Merge a category into another. True where it is gone; else the draft moves its work, and it goes once that is applied."""
    if category_id == into_id:
        raise Refused("A category cannot be merged with itself.", "into")
    into = find_category(school_class, into_id)
    with as_one_act(school_class, person, f"merged two categories into {into.name}"):
        if not empty_category(school_class, person, category_id, into):
            return False
        remove_category(school_class, person, category_id)
    return True


@transaction.atomic
def remove_category(school_class: SchoolClass, person: Person, category_id: int) -> None:
    """Remove a category; its assignments stay, in no category, where they are seen.

    One with scored work is refused: taking it out of the grade goes through the draft (`empty_category`).
    """
    category = find_category(school_class, category_id)
    if drafting.needs_draft(school_class) and Assignment.objects.filter(category=category).exists():
        raise Refused(
            f"{category.name} has assignments. Move them into another category first, or into none; "
            "what that does to grades is shown before it counts.",
            "category",
        )
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
    for choice in ("cap", "bonus", "locked", "is_default", "default_shown"):
        if choice in given:
            setattr(category, choice, given[choice])
    if "colour" in given:
        if not 0 <= given["colour"] < COLOURS:
            raise Refused(f"There are {COLOURS} colours.", "colour")
        category.colour = given["colour"]
    if "default_standards" in given:
        category.default_standards = named_standards(given["default_standards"], "default_standards")
    if "default_points" in given:
        points = (given["default_points"] or "").strip()
        category.default_points = number(points, "default_points", "Points") if points else None


def find_category(school_class: SchoolClass, category_id: int) -> Category:
    """A category of the class, locked. Raises Refused where it is gone."""
    category = school_class.categories.select_for_update().filter(id=category_id).first()
    if category is None:
        raise Refused("This category is no longer there; a colleague may have removed it.", "category")
    return category


def _next(rows: list[Category]) -> int:
    return max((row.position for row in rows), default=0) + 1
