"""Passing plans on: kept for other classes and years, taken over into an empty class, sent to classes that have one.

A plan on its way is written as the rows of its class, with categories under keys and terms by position.
"""

import datetime
from collections.abc import Mapping, Sequence
from decimal import Decimal
from typing import Any

from django.db import transaction
from django.db.models import Max, QuerySet
from school.models import Person, SchoolClass, Term
from school.refusal import NotYours, Refused

from plans.ground_rules import clashes
from plans.keeping import Changed, keep
from plans.loading import core_scale
from plans.models import Assignment, Category, GradingScale, GroundRules, KeptPlan
from plans.rows import Row, as_one_act, mark_of, record, snapshot
from plans.typed import name

Plan = dict[str, Any]
_OPEN = {"closed": False, "for_everyone": True, "chosen": [], "adjust": []}
"""What belongs to the marking of an assignment and is not passed on."""
_CATEGORY = (
    "weight",
    "method",
    "drop_lowest",
    "drop_highest",
    "cap",
    "bonus",
    "locked",
    "default_points",
    "default_shown",
    "default_standards",
)


def plan_of(school_class: SchoolClass, *, with_assignments: bool) -> Plan:
    """A class's plan in force, to be passed on."""
    plan: Plan = {
        "rules": snapshot(GroundRules.objects.get(school_class=school_class)),
        "categories": [{"key": each.pk, **snapshot(each)} for each in school_class.categories.all()],
        "assignments": [],
        "year_starts": school_class.year.starts.isoformat(),
    }
    if with_assignments:
        for each in school_class.assignments.select_related("term"):
            plan["assignments"].append({**snapshot(each), **_OPEN, "term": each.term.position})
    return plan


@transaction.atomic
def keep_plan(school_class: SchoolClass, person: Person, text: str, *, with_assignments: bool) -> KeptPlan:
    """Keep a class's plan under a name; one of that name is replaced."""
    kept, _ = KeptPlan.objects.update_or_create(
        owner=person,
        school=school_class.school,
        name=name(text, "name", 80),
        defaults={
            "plan": plan_of(school_class, with_assignments=with_assignments),
            "kept_at": school_class.school.now(),
        },
    )
    return kept


def kept_plans(school_class: SchoolClass, person: Person) -> QuerySet[KeptPlan]:
    """The plans that a person keeps at the class's school."""
    return KeptPlan.objects.filter(owner=person, school_id=school_class.school_id).order_by("name")


def classes_with_plan(school_class: SchoolClass, person: Person) -> QuerySet[SchoolClass]:
    """The person's other classes that have a plan."""
    return other_classes(school_class, person).filter(categories__isnull=False).distinct()


def other_classes(school_class: SchoolClass, person: Person) -> QuerySet[SchoolClass]:
    """The person's other classes at the school."""
    mine = SchoolClass.objects.filter(teachings__person=person, school_id=school_class.school_id)
    return mine.exclude(pk=school_class.pk).whole()


def begin_with(school_class: SchoolClass, person: Person, plan: Plan, words: str) -> int:
    """Put a plan into an empty class; gives how many rows were made.

    Assignments come open and without scores. From another year their dates move by whole weeks, so that they stay on
    their day of the week.
    """
    if school_class.categories.exists():
        raise Refused("This class has categories already; a plan is taken over into an empty class.")
    with as_one_act(school_class, person, words):
        rules = GroundRules.objects.select_for_update().get(school_class=school_class)
        changed = _with(rules, _known_rules(school_class, plan["rules"]))
        keep(school_class, person, [changed], words)
        made = {each["key"]: _add_category(school_class, person, each) for each in plan["categories"]}
        return len(made) + _add_assignments(school_class, person, plan, made)


def send(school_class: SchoolClass, person: Person, target: SchoolClass, *, with_assignments: bool) -> str:
    """Send a class's plan to another of one's classes; gives words on what became of it.

    Categories are known by name. What would move grades there waits in that class's draft; what it has besides stays.
    """
    plan = plan_of(school_class, with_assignments=with_assignments)
    words = f"got the plan of {school_class}"
    if not target.categories.exists():
        count = begin_with(target, person, plan, words)
        return f"{target}: {count} categories and assignments made."
    with as_one_act(target, person, words):
        here = {each.name.casefold(): each for each in target.categories.select_for_update()}
        rules = GroundRules.objects.select_for_update().get(school_class=target)
        changed = [_with(rules, _known_rules(target, plan["rules"]))]
        made: dict[int, Category] = {}
        added = 0
        for each in plan["categories"]:
            known = here.pop(each["name"].casefold(), None)
            if known is None:
                known = _add_category(target, person, each)
                added += 1
            else:
                changed.append(_with(known, {field: each[field] for field in _CATEGORY}))
            made[each["key"]] = known
        keep(target, person, changed, words)
        names = {each.name.casefold() for each in target.assignments.all()}
        plan["assignments"] = [each for each in plan["assignments"] if each["name"].casefold() not in names]
        added += _add_assignments(target, person, plan, made)
    stay = f" {', '.join(each.name for each in here.values())} stays as it is." if here else ""
    waits = " What moves grades waits in its draft." if hasattr(target, "draft") else ""
    return f"{target}: {added} added, the rest brought to this plan.{waits}{stay}"


def _with(row: Row, fields: Mapping[str, Any]) -> Changed:
    before = snapshot(row)
    for field, value in fields.items():
        setattr(row, field, value)
    return Changed(row, before, ())


def _known_rules(school_class: SchoolClass, rules: Mapping[str, Any]) -> dict[str, Any]:
    """Ground rules as they can be taken over: left out is a scale that is not there any more, or has a code here as a mark."""
    scale = GradingScale.objects.filter(school_id=school_class.school_id, pk=rules.get("scale_id", 0)).first()
    takes_scale = scale is not None and not clashes(school_class, core_scale(scale))
    left_out = {"families_from"} if takes_scale else {"families_from", "scale_id"}
    fields = {field: value for field, value in rules.items() if field not in left_out}
    if fields.get("round_to") is not None:
        fields["round_to"] = Decimal(fields["round_to"])
    return fields


def _add_category(school_class: SchoolClass, person: Person, given: Mapping[str, Any]) -> Category:
    last = school_class.categories.aggregate(last=Max("position"))["last"] or 0
    category = Category(school_class=school_class)
    for field, value in given.items():
        if field != "key":
            setattr(category, field, value)
    category.position = last + 1
    _made(school_class, person, category)
    return category


def _add_assignments(school_class: SchoolClass, person: Person, plan: Plan, made: Mapping[int, Category]) -> int:
    begins = datetime.date.fromisoformat(plan["year_starts"])
    shift = datetime.timedelta(weeks=round((school_class.year.starts - begins).days / 7))
    terms = {each.position: each for each in Term.objects.filter(year=school_class.year)}
    last = Assignment.with_deleted.filter(school_class=school_class).aggregate(last=Max("position"))["last"] or 0
    wanted = [each for each in plan["assignments"] if each["term"] in terms]
    for place, each in enumerate(wanted, last + 1):
        row = Assignment(school_class=school_class)
        for field, value in each.items():
            if field not in ("term", "term_id", "category_id"):
                setattr(row, field, value)
        for field in ("due_on", "assigned_on", "shown_from"):
            if each[field]:
                setattr(row, field, datetime.date.fromisoformat(each[field]) + shift)
        row.category = made.get(each["category_id"])
        row.term = terms[each["term"]]
        row.position = place
        _made(school_class, person, row)
    return len(wanted)


def _made(school_class: SchoolClass, person: Person, row: Any) -> None:
    row.save()
    row.refresh_from_db()
    record(school_class, person, f"added {row.name}", {mark_of(row): None}, {mark_of(row): snapshot(row)})


def chosen_targets(school_class: SchoolClass, person: Person, ids: Sequence[int]) -> list[SchoolClass]:
    """The person's classes of these ids. Raises NotYours where one is not."""
    found = list(other_classes(school_class, person).filter(pk__in=ids))
    if len(found) != len(set(ids)):
        raise NotYours
    return found
