"""Slips of the hand."""

from fractions import Fraction

import pytest
from gradecore.numbers import UNIT, in_units
from gradecore.slips import Slip, same_for_all, slips, stray_marks
from hypothesis import given
from hypothesis import strategies as st

CLASS = [30, 33, 35, 36, 39, 41, 42, 45, 49]


def slip(number: str, others: list[int] | None = None, points: int = 50) -> Slip | None:
    numbers = {f"s{place}": each * UNIT for place, each in enumerate(CLASS if others is None else others)}
    return slips(numbers | {"me": in_units(Fraction(number))}, Fraction(points)).get("me")


@pytest.mark.parametrize(
    ("number", "expected"),
    [
        ("40", None),
        ("50", None),
        ("28", None),
        ("49", None),
        ("5", Slip("ten_times", Fraction(30), Fraction(50))),
        ("4.1", Slip("ten_times", Fraction(30), Fraction(41))),
        ("0", Slip("far", Fraction(30))),
        ("51", Slip("above")),
        ("410", Slip("above", None, Fraction(41))),
    ],
)
def test_what_looks_like_a_slip(number: str, expected: Slip | None) -> None:
    assert slip(number) == expected


def test_the_last_of_a_row_that_thins_out_is_no_slip() -> None:
    assert slip("28", [29, 38, *CLASS[1:]]) is None


def test_nobody_is_far_from_a_few_or_from_a_class_that_lies_wide() -> None:
    assert slip("5", [40, 41, 42]) is None
    assert slip("5", [0, 12, 25, 37, 50, 50]) is None


def test_a_mark_among_numbers_is_a_slip_but_not_where_marks_are_usual() -> None:
    assert stray_marks({"s1": "B"}, 8) == ["s1"]
    assert stray_marks({"s1": "B"}, 5) == []
    assert stray_marks({f"s{each}": "B" for each in range(6)}, 8) == []


def test_the_same_for_all_is_a_slip_unless_it_is_full_points_or_few_have_it() -> None:
    assert same_for_all([17 * UNIT] * 8, Fraction(20)) == 17
    assert same_for_all([20 * UNIT] * 8, Fraction(20)) is None
    assert same_for_all([17 * UNIT] * 4, Fraction(20)) is None
    assert same_for_all([17 * UNIT] * 8 + [18 * UNIT], Fraction(20)) is None


@given(st.lists(st.integers(0, 50), max_size=30))
def test_numbers_among_the_others_are_never_slips(numbers: list[int]) -> None:
    found = slips({str(place): each * UNIT for place, each in enumerate(numbers)}, Fraction(50))
    for student in found:
        mine = numbers[int(student)]
        others = [each for place, each in enumerate(numbers) if str(place) != student]
        assert not min(others) <= mine <= max(others)


def test_what_was_scored_is_no_slip_once_the_rest_got_nothing() -> None:
    numbers = {"a": 80_0000, "b": 88_0000, **{str(each): 0 for each in range(12)}}
    assert slips(numbers, Fraction(100)) == {}
