"""What is held back from the register, in the rule's order (R17), and what is said of a score (R2)."""

import datetime
from dataclasses import replace
from fractions import Fraction
from itertools import combinations

import pytest
from gradecore.book import Assignment, GroundRules, ScoreCode
from gradecore.held import Grade, Held, Place, Work, grade_held, work_held
from gradecore.sent import Sent, sent

DAY = datetime.date(2032, 1, 9)
PLACE = Place(class_paired=True, term_paired=True, days=(datetime.date(2031, 11, 3), datetime.date(2032, 1, 16)))
GRADE = Grade(
    is_there=True,
    is_elsewhere=False,
    is_posted=True,
    is_kept_back=False,
    has_changed=False,
    mark_known=True,
)
WORK = Work(
    is_shown=True,
    has_category=True,
    category_paired=True,
    due_on=DAY,
    has_points=True,
    is_extra=False,
)

GRADE_FAULTS = {
    Held.CLASS_NOT_PAIRED: ({"class_paired": False}, {}),
    Held.STUDENT_ELSEWHERE: ({}, {"is_there": False, "is_elsewhere": True}),
    Held.TERM_NOT_PAIRED: ({"term_paired": False}, {}),
    Held.NOT_POSTED: ({}, {"is_posted": False}),
    Held.KEPT_BACK: ({}, {"is_kept_back": True}),
    Held.CHANGED: ({}, {"has_changed": True}),
    Held.MARK_UNKNOWN: ({}, {"mark_known": False}),
}
WORK_FAULTS = {
    Held.CLASS_NOT_PAIRED: ({"class_paired": False}, {}),
    Held.TERM_NOT_PAIRED: ({"term_paired": False}, {}),
    Held.HIDDEN: ({}, {"is_shown": False}),
    Held.NO_CATEGORY: ({}, {"has_category": False}),
    Held.CATEGORY_NOT_PAIRED: ({}, {"category_paired": False}),
    Held.NO_DUE_DATE: ({}, {"due_on": None}),
    Held.NO_POINTS: ({}, {"has_points": False}),
}


def test_what_lacks_nothing_goes() -> None:
    assert grade_held(PLACE, GRADE) is None
    assert work_held(PLACE, WORK) is None


@pytest.mark.parametrize(("first", "second"), list(combinations(GRADE_FAULTS, 2)))
def test_of_two_reasons_for_a_grade_the_first_in_the_rules_order_is_said(first: Held, second: Held) -> None:
    place, grade = PLACE, GRADE
    for each in (first, second):
        place, grade = replace(place, **GRADE_FAULTS[each][0]), replace(grade, **GRADE_FAULTS[each][1])
    assert grade_held(place, grade) is first
    only = replace(PLACE, **GRADE_FAULTS[second][0]), replace(GRADE, **GRADE_FAULTS[second][1])
    assert grade_held(*only) is second


@pytest.mark.parametrize(("first", "second"), list(combinations(WORK_FAULTS, 2)))
def test_of_two_reasons_for_work_the_first_is_said(first: Held, second: Held) -> None:
    place, work = PLACE, WORK
    for each in (first, second):
        place, work = replace(place, **WORK_FAULTS[each][0]), replace(work, **WORK_FAULTS[each][1])
    assert work_held(place, work) is first


def test_a_student_who_is_nowhere_is_told_apart_from_one_who_is_elsewhere() -> None:
    assert grade_held(PLACE, replace(GRADE, is_there=False)) is Held.STUDENT_NOT_THERE


@pytest.mark.parametrize("day", [datetime.date(2031, 11, 2), datetime.date(2032, 1, 17)])
def test_work_due_a_day_outside_the_term_is_held_and_on_its_edges_it_goes(day: datetime.date) -> None:
    assert work_held(PLACE, replace(WORK, due_on=day)) is Held.OUTSIDE_TERM
    assert PLACE.days is not None
    assert [work_held(PLACE, replace(WORK, due_on=edge)) for edge in PLACE.days] == [None, None]


def test_extra_credit_without_points_goes() -> None:
    assert work_held(PLACE, replace(WORK, has_points=False, is_extra=True)) is None


def work(**more: object) -> Assignment:
    return replace(Assignment(id="w", term="t", category="c", points=Fraction(20)), **more)  # type: ignore[arg-type]


CODES = {
    each.code: each
    for each in (
        ScoreCode("EX", "leave_out"),
        ScoreCode("MI", "zero", missing=True),
        ScoreCode("HF", "percent", Fraction(50)),
        ScoreCode("AB", "leave_out", missing=True),
    )
}


@pytest.mark.parametrize(
    ("score", "more", "blank", "expected"),
    [
        (175_000, {}, "leave_out", Sent("fully graded", Fraction(35, 2))),
        (0, {}, "leave_out", Sent("fully graded", Fraction(0))),
        ("EX", {}, "leave_out", Sent("exempt")),
        ("MI", {}, "leave_out", Sent("not submitted", Fraction(0), is_missing=True)),
        ("AB", {}, "leave_out", Sent("not submitted", None, is_missing=True)),
        ("HF", {}, "leave_out", Sent("fully graded", Fraction(10))),
        (None, {}, "zero", None),
        (None, {"closed": True}, "leave_out", None),
        (None, {"closed": True}, "zero_when_closed", Sent("not submitted", Fraction(0), is_missing=True)),
        (None, {"closed": True, "extra": True}, "zero", None),
        (175_000, {"assigned": frozenset({"other"})}, "leave_out", Sent("exempt")),
    ],
)
def test_what_is_said_of_a_score(score: object, more: dict[str, object], blank: str, expected: Sent | None) -> None:
    assert sent(work(**more), GroundRules(blank=blank), CODES, score, "s") == expected  # type: ignore[arg-type]
