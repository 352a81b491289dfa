"""What is held back from the register, and why (R17). Of several reasons the first in the rule's order is said."""

import datetime
from dataclasses import dataclass
from enum import StrEnum


class Held(StrEnum):
    """Why something does not go to the register yet, in the order in which it is looked at."""

    CLASS_NOT_PAIRED = "class_not_paired"
    STUDENT_NOT_THERE = "student_not_there"
    STUDENT_ELSEWHERE = "student_elsewhere"
    TERM_NOT_PAIRED = "term_not_paired"
    NOT_POSTED = "not_posted"
    KEPT_BACK = "kept_back"
    CHANGED = "changed"
    MARK_UNKNOWN = "mark_unknown"
    HIDDEN = "hidden"
    NO_CATEGORY = "no_category"
    CATEGORY_NOT_PAIRED = "category_not_paired"
    NO_DUE_DATE = "no_due_date"
    OUTSIDE_TERM = "outside_term"
    NO_POINTS = "no_points"


@dataclass(frozen=True)
class Place:
    """Where something goes: whether the class and the term are paired, and the first and last day of the term there."""

    class_paired: bool
    term_paired: bool
    days: tuple[datetime.date, datetime.date] | None = None


@dataclass(frozen=True)
class Grade:
    """A student's grade of a term, as far as it matters for going. `mark_known` where there is no mark, too."""

    is_there: bool
    is_elsewhere: bool
    is_posted: bool
    is_kept_back: bool
    has_changed: bool
    mark_known: bool


@dataclass(frozen=True)
class Work:
    """An assignment, as far as it matters for going."""

    is_shown: bool
    has_category: bool
    category_paired: bool
    due_on: datetime.date | None
    has_points: bool
    is_extra: bool


def grade_held(place: Place, grade: Grade) -> Held | None:
    """Why a posted grade does not go; None where it goes (R17).

    >>> fine = Grade(True, False, True, False, False, True)
    >>> grade_held(Place(True, True), fine)
    >>> str(grade_held(Place(True, False), fine))
    'term_not_paired'
    """
    if not place.class_paired:
        return Held.CLASS_NOT_PAIRED
    for is_so, held in (
        (not grade.is_there and not grade.is_elsewhere, Held.STUDENT_NOT_THERE),
        (not grade.is_there, Held.STUDENT_ELSEWHERE),
        (not place.term_paired, Held.TERM_NOT_PAIRED),
        (not grade.is_posted, Held.NOT_POSTED),
        (grade.is_kept_back, Held.KEPT_BACK),
        (grade.has_changed, Held.CHANGED),
        (not grade.mark_known, Held.MARK_UNKNOWN),
    ):
        if is_so:
            return held
    return None


def work_held(place: Place, work: Work) -> Held | None:
    """Why an assignment does not go, nor its scores; None where it goes (R17). For chosen students it goes like any other."""
    for is_so, held in (
        (not place.class_paired, Held.CLASS_NOT_PAIRED),
        (not place.term_paired, Held.TERM_NOT_PAIRED),
        (not work.is_shown, Held.HIDDEN),
        (not work.has_category, Held.NO_CATEGORY),
        (not work.category_paired, Held.CATEGORY_NOT_PAIRED),
        (work.due_on is None, Held.NO_DUE_DATE),
        (_is_outside(place, work.due_on), Held.OUTSIDE_TERM),
        (not work.has_points and not work.is_extra, Held.NO_POINTS),
    ):
        if is_so:
            return held
    return None


def _is_outside(place: Place, day: datetime.date | None) -> bool:
    return place.days is not None and day is not None and not place.days[0] <= day <= place.days[1]
