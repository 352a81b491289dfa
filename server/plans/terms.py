"""What a term sets for itself: weights, ground rules, and how a semester is made of its parts (R4.6, R5)."""

from collections.abc import Mapping
from typing import Any

from django.db import transaction
from gradecore.numbers import decimal_text
from school.models import Person, SchoolClass, Term
from school.refusal import Refused

from plans.choices import TERM_FIELDS, Value, choices, term_rule
from plans.keeping import begin, keep
from plans.loading import load_plan
from plans.models import GroundRules, TermPlan
from plans.sharing import weights_of
from plans.typed import number, steps


def _own(school_class: SchoolClass, term: Term) -> TermPlan:
    """What a term sets for itself, made where it set nothing yet; locked."""
    TermPlan.objects.get_or_create(school_class=school_class, term=term)
    return TermPlan.objects.select_for_update().get(school_class=school_class, term=term)


@transaction.atomic
def set_own_weights(school_class: SchoolClass, person: Person, term: Term, *, own: bool) -> None:
    """Let a term weigh its categories by itself, at first as the class does, or again as the class does."""
    plan = load_plan(school_class, drafted=True)
    row = _own(school_class, term)
    changed = begin(row, ("weights",))
    row.weights = {str(each): decimal_text(weight) for each, weight in weights_of(plan, term).items()} if own else {}
    words = f"gave {term.name} weights of its own" if own else f"gave {term.name} the weights of the class"
    keep(school_class, person, [changed], words)


@transaction.atomic
def set_own_rules(school_class: SchoolClass, person: Person, term: Term, given: Mapping[str, Value | None]) -> None:
    """Set ground rules for one term; None takes the class's again."""
    known = choices(GroundRules.objects.select_related("school_class").get(school_class=school_class))
    row = _own(school_class, term)
    changed = begin(row, ("ground_rules",))
    rules = dict(row.ground_rules)
    for field, value in given.items():
        if field not in TERM_FIELDS:
            raise Refused("This holds for the whole class, not for a term.", field)
        if value is not None and value not in {choice.value for choice in known[field]}:
            raise Refused("This is not one of the choices.", field)
        for name in TERM_FIELDS[field]:
            rules.pop(name, None)
        if value is not None:
            rules |= term_rule(field, value)
    row.ground_rules = rules
    keep(school_class, person, [changed], f"changed the ground rules of {term.name}")


@transaction.atomic
def set_steps(school_class: SchoolClass, person: Person, term: Term, given: list[dict[str, Any]]) -> None:
    """Set the steps that adjust every student's percent of a term (R4.5, R7)."""
    row = _own(school_class, term)
    changed = begin(row, ("adjust",))
    row.adjust = steps(given, "adjust")
    keep(school_class, person, [changed], f"changed how {term.name} is adjusted")


@transaction.atomic
def set_parts(
    school_class: SchoolClass, person: Person, term: Term, weights: Mapping[int, str], parts_from: str | None
) -> None:
    """Set how a semester's parts weigh, and whether they count by percent or through their marks (R5.1)."""
    parts = {part.pk: part for part in Term.objects.filter(within=term)}
    if not parts:
        raise Refused(f"{term.name} is not made of other terms.", "weights")
    if not set(weights) <= set(parts):
        raise Refused(f"This is no part of {term.name}.", "weights")
    if parts_from not in (None, "percent", "mark"):
        raise Refused("Parts count by their percent or through their marks.", "parts_from")
    row = _own(school_class, term)
    changed = begin(row, ("part_weights", "parts_from"))
    read = {each: number(text, f"part {each}", f"Weight of {parts[each].name}") for each, text in weights.items()}
    row.part_weights = row.part_weights | {str(each): f"{weight.normalize():f}" for each, weight in read.items()}
    row.parts_from = parts_from or row.parts_from
    keep(school_class, person, [changed], f"changed how {term.name} is made")
