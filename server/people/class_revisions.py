"""Counting what a change of people or rosters touches: the classes of a student, and nothing of the rest of the school."""

from collections.abc import Collection

from school import revisions
from school.models import SchoolClass


def count_classes_of(students: Collection[int]) -> None:
    """What is shown of some students changed, in every class that has them. First in its transaction, in the order of their numbers,
    so that nobody waits crosswise.
    """
    found = SchoolClass.objects.filter(enrolments__student__in=students).distinct().order_by("id")
    for each in list(found.values_list("id", flat=True)):
        revisions.count_class(each)
