"""Sharing out the grade: weights of categories, and shares of assignments within theirs, typed, dragged or evened out."""

from collections.abc import Mapping, Sequence
from decimal import Decimal
from fractions import Fraction
from typing import Literal

from django.db import transaction
from gradecore.balance import as_numbers, evened_out, in_proportion, rebalanced, room_made
from gradecore.numbers import NumberError, decimal_text, read_decimal
from gradecore.shares import merged_shares, planned_shares
from school.models import Person, SchoolClass, Term
from school.refusal import Refused

from plans.keeping import Changed, keep
from plans.loading import LoadedPlan, load_plan
from plans.models import Assignment, Category, TermPlan
from plans.rows import snapshot
from plans.typed import number

WHOLE = Fraction(100)


@transaction.atomic
def set_weights(school_class: SchoolClass, person: Person, term: Term, typed: Mapping[int, str]) -> None:
    """Set the weights of some categories together: the class's, or the term's own where it has its own."""
    read = {each: number(text, "weight", "Weight") for each, text in typed.items()}
    _keep_weights(school_class, person, term, read, "changed the weights")


Way = Literal["in_proportion", "alike"]
"""How the rest of 100 is shared: the weights keep their proportions, or all are the same."""


def rest_shared(school_class: SchoolClass, term: Term) -> dict[Way, dict[int, Decimal]]:
    """What the weights that are not locked would be if they shared what the locked ones leave of 100, bonus categories apart."""
    plan = load_plan(school_class, drafted=True)
    weights = weights_of(plan, term)
    counted = [each for each in plan.categories if not each.bonus]
    free = [each for each in counted if not each.locked]
    if not free:
        raise Refused("Every weight is locked. Unlock those that may change.", "weight")
    rest = WHOLE - sum((weights[each.pk] for each in counted if each.locked), Fraction(0))
    if rest < 0:
        raise Refused(f"The locked weights alone add up to {decimal_text(WHOLE - rest)}.", "weight")
    parts: dict[Way, list[Fraction]] = {
        "in_proportion": in_proportion(rest, [weights[each.pk] for each in free]),
        "alike": evened_out(rest, len(free)),
    }
    return {
        way: {each.pk: _decimal(part) for each, part in zip(free, found, strict=True)} for way, found in parts.items()
    }


@transaction.atomic
def share_rest(school_class: SchoolClass, person: Person, term: Term, way: Way) -> None:
    """Share what the locked weights leave of 100 among the others."""
    words = "shared the rest of the weights equally" if way == "alike" else "brought the weights to 100 in proportion"
    _keep_weights(school_class, person, term, rest_shared(school_class, term)[way], words)


def weights_of(plan: LoadedPlan, term: Term) -> dict[int, Fraction]:
    """The weights in a term, by category."""
    own = next(each.weights for each in plan.book.terms if each.id == str(term.pk))
    return {each.pk: own.get(str(each.pk), Fraction(each.weight)) for each in plan.categories}


def _keep_weights(
    school_class: SchoolClass, person: Person, term: Term, weights: Mapping[int, Decimal], words: str
) -> None:
    known = {each.pk: each for each in school_class.categories.select_for_update()}
    if not set(weights) <= set(known):
        raise Refused("A category is no longer there; a colleague may have removed it.", "weight")
    own = TermPlan.objects.select_for_update().filter(school_class=school_class, term=term).first()
    drafted = next(each for each in load_plan(school_class, drafted=True).book.terms if each.id == str(term.pk))
    if own is not None and drafted.weights:
        before = snapshot(own)
        kept = {each: decimal_text(weight) for each, weight in drafted.weights.items()}
        own.weights = kept | {str(each): f"{weight.normalize():f}" for each, weight in weights.items()}
        keep(school_class, person, [Changed(own, before, ("weights",))], f"{words} of {term.name}")
        return
    changed = []
    for each, weight in weights.items():
        changed.append(Changed(known[each], snapshot(known[each]), ("weight",)))
        known[each].weight = weight
    keep(school_class, person, changed, words)


@transaction.atomic
def set_share(
    school_class: SchoolClass,
    person: Person,
    assignment_id: int,
    text: str,
    of: Literal["category", "grade"],
    *,
    others: bool,
) -> None:
    """Set what an assignment is worth, in percent of its category or of the grade; `others` follow or stay.

    The category then counts by shares: what the shares were until now is kept as far as it is not changed.
    """
    plan = load_plan(school_class, drafted=True)
    work = next((each for each in plan.assignments if each.pk == assignment_id), None)
    category = next((each for each in plan.categories if work is not None and each.pk == work.category_id), None)
    if work is None or category is None:
        raise Refused("Only work in a category has a share. Put it in one first.", "share")
    term = next(each for each in plan.book.terms if each.id == str(work.term_id))
    planned = planned_shares(plan.book, term)
    if planned.weights is None:
        raise Refused("Here an assignment's share comes from its points, for there is one pool.", "share")
    if work.extra or not work.counts:
        raise Refused("Extra credit, and what does not count, has no share.", "share")
    share = _read_share(text, of, category, planned.categories[str(category.pk)])
    mates = [
        each
        for each in plan.assignments
        if each.category_id == category.pk and each.term_id == work.term_id and each.counts and not each.extra
    ]
    now = [(planned.assignments[str(each.pk)].of_category or Fraction(0)) / 100 for each in mates]
    kept = [each.share_fixed or not others for each in mates]
    shares = rebalanced(now, kept, mates.index(work), share)
    _keep_shares(school_class, person, category, mates, shares, work)


@transaction.atomic
def set_shares(school_class: SchoolClass, person: Person, typed: Mapping[int, str]) -> None:
    """Set the shares of some neighbours in one category together, in percent of the category."""
    plan = load_plan(school_class, drafted=True)
    chosen = [each for each in plan.assignments if each.pk in typed]
    if len({(each.category_id, each.term_id) for each in chosen}) != 1 or chosen[0].category_id is None:
        raise Refused("These assignments are not in one category any more.", "share")
    category = next(each for each in plan.categories if each.pk == chosen[0].category_id)
    term = next(each for each in plan.book.terms if each.id == str(chosen[0].term_id))
    planned = planned_shares(plan.book, term).assignments
    mates = [
        each
        for each in plan.assignments
        if each.category_id == category.pk and each.term_id == chosen[0].term_id and each.counts and not each.extra
    ]
    shares = [
        _percent(typed[each.pk]) if each.pk in typed else (planned[str(each.pk)].of_category or Fraction(0)) / 100
        for each in mates
    ]
    _keep_shares(school_class, person, category, mates, shares, None)


def _read_share(text: str, of: str, category: Category, of_grade: Fraction) -> Fraction:
    """A typed share as a part of its category."""
    percent = _percent(text)
    if of == "category":
        return percent
    if not of_grade:
        raise Refused(
            f"{category.name} has no weight yet, so that nothing in it is worth a part of the grade.", "share"
        )
    share = percent * 100 / of_grade
    if share > 1:
        raise Refused(
            f"{category.name} is {decimal_text(of_grade)} % of the grade; {text.strip()} % does not fit in it.", "share"
        )
    return share


def _percent(text: str) -> Fraction:
    try:
        percent = read_decimal(text.strip().removesuffix("%"), negative=False)
    except NumberError as error:
        raise Refused(f"Share: {text.strip()[:40] or 'nothing'} {error}. Type a percent such as 40.", "share") from None
    if percent > 100:
        raise Refused(f"A share is at most 100 %; {decimal_text(percent)} is too much.", "share")
    return percent / 100


def _keep_shares(
    school_class: SchoolClass,
    person: Person,
    category: Category,
    mates: Sequence[Assignment],
    shares: Sequence[Fraction],
    typed: Assignment | None,
) -> None:
    rows = {each.pk: each for each in Assignment.objects.select_for_update().filter(pk__in=[each.pk for each in mates])}
    whole = school_class.categories.select_for_update().get(pk=category.pk)
    changed = [Changed(whole, snapshot(whole), ("method",))]
    whole.method = "shares"
    for mate, share in zip(mates, as_numbers(shares), strict=True):
        row = rows[mate.pk]
        changed.append(Changed(row, snapshot(row), ("share",)))
        row.share = _decimal(share)
        if typed is not None and typed.pk == mate.pk:
            row.share_fixed = True
    name = typed.name if typed is not None else category.name
    keep(school_class, person, changed, f"changed the shares of {name}")


@transaction.atomic
def make_room(school_class: SchoolClass, person: Person, work: Assignment) -> None:
    """Give work that has come into a category counted by shares a share of its own, next to what was typed there."""
    plan = load_plan(school_class, drafted=True)
    here = next((each for each in plan.assignments if each.pk == work.pk), work)
    category = next((each for each in plan.categories if each.pk == here.category_id), None)
    if category is None or category.method != "shares" or here.extra or not here.counts:
        return
    mates = [
        each
        for each in plan.assignments
        if each.category_id == category.pk
        and each.term_id == here.term_id
        and each.counts
        and not each.extra
        and each != here
    ]
    share, others = room_made([Fraction(each.share) for each in mates], [each.share_fixed for each in mates])
    wanted = {here.pk: share} | {mate.pk: other for mate, other in zip(mates, others, strict=True)}
    changed = []
    for row in school_class.assignments.select_for_update().filter(pk__in=wanted):
        known = next(each for each in (here, *mates) if each.pk == row.pk)
        if row.pk == here.pk or known.share != _decimal(wanted[row.pk]):
            changed.append(Changed(row, snapshot(row), ("share",)))
            row.share = _decimal(wanted[row.pk])
            row.share_fixed = row.share_fixed and row.pk != here.pk
    keep(school_class, person, changed, f"made room for {work.name} in {category.name}")


def shares_once_merged(plan: LoadedPlan, category: Category, into: Category) -> dict[int, Decimal]:
    """What the work of two categories is worth beside each other once they are one, so that each piece keeps its share of
    the grade; nothing where it does so by itself.
    """
    pair = {str(category.pk), str(into.pk)}
    by_term = [
        merged_shares(plan.book, term, pair, into.method)
        for term in plan.book.terms
        if any(each.term == term.id and each.category in pair for each in plan.book.assignments)
    ]
    if not any(by_term):
        return {}
    found = {each.pk: each.share for each in plan.assignments if str(each.category_id) in pair}
    for shares in by_term:
        if shares:
            numbers = as_numbers(list(shares.values()))
            found |= {int(name): _decimal(number) for name, number in zip(shares, numbers, strict=True)}
    return found


def _decimal(value: Fraction) -> Decimal:
    return Decimal(value.numerator) / Decimal(value.denominator)
