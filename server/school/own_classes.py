"""What is a person's own: the classes that they teach, in their order and by the names that they give them."""

from collections.abc import Sequence
from dataclasses import dataclass

from django.db import transaction
from django.db.models import Q

from school.calendar import current_year, year_of_day
from school.models import Person, School, SchoolClass, Teaching
from school.refusal import NotYours


def own_classes(person: Person, school: School | None = None) -> list[SchoolClass]:
    """The classes that somebody teaches today, of a school or of all theirs, in the school year it is. Who teaches none in it has
    those of the year nearest to it: the last that has begun, or else the first to come.
    """
    found: list[SchoolClass] = []
    by_school: dict[int, list[SchoolClass]] = {}
    of = Q() if school is None else Q(school=school)
    taught = SchoolClass.objects.for_person(person).filter(of, teachings__person=person, archived_at=None)
    for each in taught:
        if each.teaching_of(person) is not None:
            by_school.setdefault(each.school_id, []).append(each)
    for classes in by_school.values():
        classes.sort(key=lambda each: _place(each, person))
        school, years = classes[0].school, {each.year for each in classes}
        now = current_year(school)
        year = now if now in years else year_of_day(years, school.today())
        found += [each for each in classes if each.year == year]
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
