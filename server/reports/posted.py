"""What was posted and is in force: the latest of each student and term, unless it was withdrawn."""

import datetime
from collections.abc import Iterable

from django.db.models import QuerySet
from school.models import SchoolClass, Student, Term
from school.windows import window_of

from reports.models import KeptBack, PostedGrade


def latest(grades: QuerySet[PostedGrade]) -> dict[tuple[int, int, int], PostedGrade]:
    """The last posted grade by class, student and term, with who posted it and whether it was withdrawn."""
    found = grades.select_related(
        "posting__person", "posting__school_class__school", "posting__term__window", "withdrawal__person"
    ).order_by("id")
    return {(each.posting.school_class_id, each.student_id, each.posting.term_id): each for each in found}


def with_subjects(grades: QuerySet[PostedGrade]) -> QuerySet[PostedGrade]:
    """Posted grades with what a report card says of their classes: ground rules and teachers."""
    return grades.select_related("posting__school_class__ground_rules").prefetch_related(
        "posting__school_class__teachings__person"
    )


def is_withdrawn(grade: PostedGrade) -> bool:
    """Whether it was taken back."""
    return hasattr(grade, "withdrawal")


def of_term(school_class: SchoolClass, term: Term) -> dict[int, PostedGrade]:
    """Each student's last posted grade of a term in a class, withdrawn or not."""
    grades = PostedGrade.objects.filter(posting__school_class=school_class, posting__term=term)
    return {student: each for (_, student, _), each in latest(grades).items()}


def in_force(grades: Iterable[PostedGrade]) -> list[PostedGrade]:
    """Those that were not withdrawn."""
    return [each for each in grades if not is_withdrawn(each)]


Place = tuple[int, int]
"""A class and a term."""


def withheld_terms(student: Student, today: datetime.date) -> set[Place]:
    """Of which classes and terms a student's family sees no grade (R14.5): kept back, withdrawn, or posted and its day for
    families not come.
    """
    found: set[Place] = set(KeptBack.objects.filter(student=student).values_list("school_class_id", "term_id"))
    for (school_class, _, term), each in latest(PostedGrade.objects.filter(student=student)).items():
        window = window_of(each.posting.term)
        if is_withdrawn(each) or (window is not None and window.families_wait(today)):
            found.add((school_class, term))
    return found


def seen_by_family(
    student: Student, today: datetime.date, classes: Iterable[SchoolClass] | None = None
) -> list[PostedGrade]:
    """What a student's family sees of what was posted: what is not withheld. In order of terms."""
    grades = with_subjects(PostedGrade.objects.filter(student=student))
    if classes is not None:
        grades = grades.filter(posting__school_class__in=list(classes))
    withheld = withheld_terms(student, today)
    found = [each for (school_class, _, term), each in latest(grades).items() if (school_class, term) not in withheld]
    return sorted(found, key=lambda each: each.posting.term.position)
