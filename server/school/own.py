"""What is a person's own."""

from school.calendar import current_year, year_of_day
from school.models import Person, SchoolClass


def own_classes(person: Person) -> list[SchoolClass]:
    """The classes that somebody teaches in the school year it is. Who teaches none in it has those of the year nearest to it:
    the last that has begun, or else the first to come.
    """
    found: list[SchoolClass] = []
    by_school: dict[int, list[SchoolClass]] = {}
    for each in SchoolClass.objects.filter(teachings__person=person).select_related("school", "year"):
        by_school.setdefault(each.school_id, []).append(each)
    for classes in by_school.values():
        school, years = classes[0].school, {each.year for each in classes}
        now = current_year(school)
        year = now if now in years else year_of_day(years, school.today())
        found += [each for each in classes if each.year == year]
    return found
