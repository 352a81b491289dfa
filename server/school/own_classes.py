"""What is a person's own: the classes that they teach, in their order and by the names that they give them."""

import datetime
from collections.abc import Sequence
from dataclasses import dataclass

from django.db import transaction
from django.db.models import F, Q

from school.models import Person, School, SchoolClass, Teaching
from school.refusal import NotYours


def own_classes(person: Person, school: School | None = None) -> list[SchoolClass]:
    """The classes that somebody teaches today, of a school or of all theirs, in the school year it is. Who teaches none in it has
    those of the year nearest to it: the last that has begun, or else the first to come.
    """
    taught = _taught_now(person, school)
    if not taught:
        return []  # Families teach nothing, and open their page in hundreds.
    by_school: dict[int, list[SchoolClass]] = {}
    for each in SchoolClass.objects.for_person(person).filter(pk__in=taught):
        by_school.setdefault(each.school_id, []).append(each)
    return [each for classes in by_school.values() for each in sorted(classes, key=lambda own: _place(own, person))]


def _taught_now(person: Person, school: School | None) -> list[int]:
    """The numbers of those classes. Of whom has taught for many years only these are read whole."""
    of = Q() if school is None else Q(school_class__school=school)
    taught = Teaching.objects.filter(of, person=person, school_class__archived_at=None)
    placed = taught.annotate(
        school=F("school_class__school"), year=F("school_class__year"), begins=F("school_class__year__starts")
    )
    rows = list(placed.only("starts", "ends", "school_class"))
    schools = {school.pk: school} if school is not None else School.objects.in_bulk({each.school for each in rows})
    by_school: dict[int, dict[tuple[datetime.date, int], list[int]]] = {}
    for each in rows:
        if each.holds_on(schools[each.school].today()):
            years = by_school.setdefault(each.school, {})
            years.setdefault((each.begins, each.year), []).append(each.school_class_id)
    found: list[int] = []
    for number, years in by_school.items():
        # The year it is is the last that has begun of all: of those that they teach in, too, where it is among them.
        begun = [year for year in years if year[0] <= schools[number].today()]
        found += years[max(begun) if begun else min(years)]
    return found


def _place(school_class: SchoolClass, person: Person) -> float:
    teaching = school_class.teaching_of(person)
    return float("inf") if teaching is None or teaching.place is None else teaching.place


def own_name(school_class: SchoolClass, person: Person) -> str:
    """What a teacher calls a class, where they alone call it so; empty where it goes by its name and section."""
    teaching = school_class.teaching_of(person)
    return teaching.own_name if teaching is not None else ""


@dataclass(frozen=True)
class OwnClass:
    """How a teacher looks at a class of theirs: by its number, what they call it, and whether the grid shows percents."""

    number: int
    own_name: str
    shows_percent: bool


@transaction.atomic
def arrange(person: Person, school: School | None, given: Sequence[OwnClass]) -> None:
    """Put one's classes in an order, and say how one looks at each. Nobody else sees a change.

    Raises NotYours where one of them is not taught by the person.
    """
    mine = {each.pk for each in own_classes(person, school)}
    if {each.number for each in given} - mine:
        raise NotYours
    for place, each in enumerate(given):
        called = " ".join(each.own_name.split())[:80]
        Teaching.objects.filter(person=person, school_class=each.number).update(
            own_name=called, shows_percent=each.shows_percent, place=place
        )
