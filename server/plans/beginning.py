"""Ways into an empty class: categories typed as text, or the plan of another class."""

import datetime
import re
from dataclasses import dataclass

from django.db import transaction
from django.db.models import QuerySet
from gradecore.numbers import NumberError, read_decimal
from school import acts
from school.models import Person, SchoolClass, Term
from school.refusal import Refused

from plans import editing
from plans.models import Assignment, Category, GroundRules

MOST_CATEGORIES = 20
LONGEST_TEXT = 4000


@dataclass(frozen=True)
class NamedWeight:
    """A category as it was typed."""

    name: str
    weight: str


def read_categories(text: str) -> list[NamedWeight]:
    """The categories in typed or pasted text: a name and a weight each, with commas, semicolons or line ends between.

    "Fieldwork 40, Map tests: 35 %; Notebooks – 25". Raises Refused, naming what cannot be read.
    """
    if len(text) > LONGEST_TEXT:
        raise Refused(f"This text has {len(text)} characters; a plan's categories fit in {LONGEST_TEXT}.", "text")
    # A comma between two digits is a decimal sign, not the end of a category.
    pieces = [each.strip() for each in re.split(r"[;\n\t]|,(?!\d)", text)]
    found = [_read_category(each) for each in pieces if each]
    if not found:
        raise Refused(
            "Type the categories with their weights, for instance: Fieldwork 40, Map tests 35, Notebooks 25.", "text"
        )
    if len(found) > MOST_CATEGORIES:
        raise Refused(f"These are {len(found)} categories; at most {MOST_CATEGORIES} fit.", "text")
    return found


def _read_category(piece: str) -> NamedWeight:
    match = re.fullmatch(r"(?P<name>.*?\D)[\s:=–—-]*?(?P<weight>\d+(?:[.,]\d+)?)\s*%?", piece)
    name = match["name"].strip(" :=–—-•*") if match else ""
    if match is None or not name:
        raise Refused(f"“{piece[:60]}” has no name and weight. Write each like this: Map tests 35.", "text")
    try:
        read_decimal(match["weight"], negative=False)
    except NumberError as error:
        raise Refused(f"“{piece[:60]}”: the weight {match['weight']} {error}.", "text") from None
    return NamedWeight(name, match["weight"])


@transaction.atomic
def begin_from_text(school_class: SchoolClass, person: Person, text: str) -> int:
    """Make the typed categories, all or none; gives how many."""
    wanted = read_categories(text)
    for each in wanted:
        editing.add_category(school_class, person, {"name": each.name, "weight": each.weight})
    _as_one_act(school_class, person, len(wanted), f"made {len(wanted)} categories")
    return len(wanted)


@transaction.atomic
def begin_from_class(school_class: SchoolClass, person: Person, source: SchoolClass, *, with_assignments: bool) -> int:
    """Take over another class's ground rules and categories, and its assignments if wanted; gives how many rows.

    Assignments are copied open and without scores; where the classes are of different years, their dates move by
    whole weeks, so that they stay on their day of the week.
    """
    if school_class.categories.exists():
        raise Refused("This class has categories already; a plan is taken over into an empty class.")
    acts_before = school_class.acts.count()
    rules, theirs = (GroundRules.objects.get(school_class=each) for each in (school_class, source))
    for field in (
        "scale_id", "method", "blank", "drop_overall", "drop_choice", "round_to", "rounding", "cap", "decimals", "families_see_running",
    ):  # fmt: skip
        setattr(rules, field, getattr(theirs, field))
    rules.save()
    made: dict[int, Category] = {}
    for category in source.categories.all():
        copied = editing.add_category(
            school_class, person, {"name": category.name, "sign": category.sign, "weight": str(category.weight), "method": category.method,
            "drop_lowest": category.drop_lowest, "drop_highest": category.drop_highest, "cap": category.cap, "bonus": category.bonus},
        )  # fmt: skip
        made[category.pk] = copied
    if with_assignments:
        _copy_assignments(school_class, person, source, made)
    count = school_class.acts.count() - acts_before
    _as_one_act(school_class, person, count, f"took over the plan of {source}")
    return count


def _copy_assignments(
    school_class: SchoolClass, person: Person, source: SchoolClass, made: dict[int, Category]
) -> None:
    shift = _whole_weeks(source, school_class)
    terms = {each.position: each for each in Term.objects.filter(year=school_class.year)}
    for each in Assignment.objects.filter(school_class=source).select_related("term"):
        category = made.get(each.category_id or 0)
        term = terms.get(each.term.position)
        editing.add_assignment(
            school_class, person,
            {
                "name": each.name, "short_name": each.short_name, "category_id": category.pk if category else None,
                "points": str(each.points), "share": str(each.share), "extra": each.extra, "never_drop": each.never_drop,
                "counts": each.counts, "due_on": each.due_on + shift if each.due_on else None, "term_id": term.pk if term else None,
            },
        )  # fmt: skip


def _whole_weeks(source: SchoolClass, target: SchoolClass) -> datetime.timedelta:
    days = (target.year.starts - source.year.starts).days
    return datetime.timedelta(weeks=round(days / 7))


def _as_one_act(school_class: SchoolClass, person: Person, count: int, words: str) -> None:
    """What was made together is undone together."""
    steps = list(school_class.acts.filter(person=person).order_by("-id")[:count])
    change: dict[str, dict[str, object]] = {"before": {}, "after": {}}
    for step in reversed(steps):
        for side in ("before", "after"):
            change[side] |= step.change[side]
        step.delete()
    acts.record(school_class, person, "plan", words, change)


def classes_to_take_over(school_class: SchoolClass, person: Person) -> QuerySet[SchoolClass]:
    """The person's classes that have a plan."""
    return (
        SchoolClass.objects.filter(teachings__person=person, categories__isnull=False)
        .exclude(pk=school_class.pk)
        .distinct()
    )
