"""What is a person's own: the classes that they teach, in their order and by the names that they give them."""

from collections.abc import Sequence
from dataclasses import dataclass

from django.db import transaction
from django.db.models import F, Q

from school.calendar import current_year, year_of_day
from school.models import Person, School, SchoolClass, SchoolYear, Teaching
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
    rows = list(taught.annotate(year=F("school_class__year")).only("starts", "ends", "school_class"))
    years = SchoolYear.objects.select_related("school").in_bulk({each.year for each in rows})
    by_school: dict[School, dict[SchoolYear, list[int]]] = {}
    for each in rows:
        year = years[each.year]
        if each.holds_on(year.school.today()):
            by_school.setdefault(year.school, {}).setdefault(year, []).append(each.school_class_id)
    found: list[int] = []
    for theirs, classes in by_school.items():
        now = current_year(theirs)
        chosen = now if now in classes else year_of_day(classes, theirs.today())
        found += classes[chosen] if chosen is not None else []
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
