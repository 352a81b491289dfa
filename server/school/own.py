"""What is a person's own."""

from django.db.models import Q

from school.calendar import current_year, year_of_day
from school.models import Person, School, SchoolClass


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
        school, years = classes[0].school, {each.year for each in classes}
        now = current_year(school)
        year = now if now in years else year_of_day(years, school.today())
        found += [each for each in classes if each.year == year]
    return found
