"""What was posted and is in force: the latest of each student and term, unless it was withdrawn."""

import datetime
from collections.abc import Iterable
from dataclasses import dataclass

from django.db.models import QuerySet
from school.models import SchoolClass, Student, Term

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


@dataclass(frozen=True)
class PostedNumbers:
    """What is in force of what was posted of a student, as numbers alone: which grade stands in which class and term that the family
    sees, and of which it sees none (R14.5) because it is kept back, withdrawn, or posted and its day for families not come.
    """

    seen: dict[Place, int]
    withheld: frozenset[Place]


def posted_numbers(student: Student, today: datetime.date) -> PostedNumbers:
    """It costs two queries, however much was posted."""
    withheld: set[Place] = set(KeptBack.objects.filter(student=student).values_list("school_class_id", "term_id"))
    rows = (
        PostedGrade.objects.filter(student=student)
        .order_by("id")
        .values_list(
            "pk",
            "posting__school_class_id",
            "posting__term_id",
            "withdrawal__pk",
            "posting__term__window__families_from",
        )
    )
    last = {(school_class, term): (pk, withdrawal, shown) for pk, school_class, term, withdrawal, shown in rows}
    for place, (_, withdrawal, shown) in last.items():
        if withdrawal is not None or (shown is not None and shown > today):
            withheld.add(place)
    seen = {place: pk for place, (pk, _, _) in last.items() if place not in withheld}
    return PostedNumbers(seen, frozenset(withheld))


def seen_by_family(student: Student, today: datetime.date, numbers: PostedNumbers | None = None) -> list[PostedGrade]:
    """What a student's family sees of what was posted: what is not withheld. In order of terms. Workings are fetched as they are asked for,
    of which a page or a card shows one at most.
    """
    numbers = numbers or posted_numbers(student, today)
    if not numbers.seen:
        return []
    grades = PostedGrade.objects.filter(pk__in=numbers.seen.values()).defer("working", "working_words")
    return sorted(latest(with_subjects(grades)).values(), key=lambda each: each.posting.term.position)
