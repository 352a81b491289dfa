"""What is a person's own."""

from school.models import Person, SchoolClass


def own_classes(person: Person) -> list[SchoolClass]:
    """The classes that somebody teaches in the newest year in which they teach any."""
    classes = list(SchoolClass.objects.filter(teachings__person=person).select_related("school", "year"))
    newest = max((each.year.starts for each in classes), default=None)
    return [each for each in classes if each.year.starts == newest]
