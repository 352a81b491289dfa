"""Numbers: reading, rounding, showing (R1, R6.2, R7.4, R13)."""

from decimal import ROUND_CEILING, ROUND_FLOOR, ROUND_HALF_EVEN, Decimal, localcontext
from fractions import Fraction

import pytest
from gradecore.numbers import (
    NumberError,
    decimal_text,
    fixed_text,
    in_units,
    looks_like_number,
    read_decimal,
    root_percent,
    round_to_step,
)
from hypothesis import given
from hypothesis import strategies as st


@pytest.mark.parametrize(
    ("text", "number"),
    [
        ("7", "7"),
        ("7.", "7"),
        (".5", "0.5"),
        ("7,25", "7.25"),
        (" 12.5 ", "12.5"),
        ("007.5000000", "7.5"),
        ("−3", "-3"),
        ("-.5", "-0.5"),
        ("99999", "99999"),
        ("0.0001", "0.0001"),
        ("+4", "4"),
    ],
)
def test_decimals_are_read_exactly(text: str, number: str) -> None:
    assert read_decimal(text) == Fraction(number)


@pytest.mark.parametrize(
    ("text", "why"),
    [
        ("", "not a number"),
        ("12,5,3", "not a number"),
        ("1e9", "not a number"),
        ("½", "not a number"),
        ("٣", "not a number"),
        ("1 000", "not a number"),
        ("-", "not a number"),
        (".", "not a number"),
        ("7.12345", "4 decimals"),
        ("99999.5", "above"),
        ("1" + "0" * 5000, "above"),
        ("-100000", "below"),
        ("nan", "not a number"),
    ],
)
def test_other_texts_are_refused_with_the_reason(text: str, why: str) -> None:
    with pytest.raises(NumberError, match=why):
        read_decimal(text)


def test_below_0_is_refused_where_it_makes_no_sense() -> None:
    with pytest.raises(NumberError, match="below 0"):
        read_decimal("-0.5", negative=False)
    assert read_decimal("-0.0", negative=False) == 0


@given(st.integers(-999_990_000, 999_990_000))
def test_units_lose_nothing(units: int) -> None:
    number = Fraction(units, 10_000)
    assert read_decimal(decimal_text(number)) == number
    assert in_units(number) == units


def test_what_reads_as_a_number() -> None:
    assert [looks_like_number(text) for text in ("12,5", "50 %", "-3", "1e3", "B2", "")] == [
        True,
        True,
        True,
        False,
        False,
        False,
    ]


@given(st.fractions(-200, 200), st.sampled_from([Fraction(1), Fraction("0.1"), Fraction("0.5"), Fraction("2.5")]))
def test_rounding_agrees_with_decimal_arithmetic(value: Fraction, step: Fraction) -> None:
    steps = value / step
    with localcontext() as context:
        context.prec = 400
        exact = Decimal(steps.numerator) / Decimal(steps.denominator)
        for rounding, theirs in (("half_even", ROUND_HALF_EVEN), ("up", ROUND_CEILING), ("down", ROUND_FLOOR)):
            assert round_to_step(value, step, rounding) == int(exact.to_integral_value(theirs)) * step
    half_up = round_to_step(value, step, "half_up")
    assert half_up - step / 2 <= value < half_up + step / 2


@given(st.fractions(0, 200))
def test_the_root_is_the_nearest_at_ten_decimals(percent: Fraction) -> None:
    root = root_percent(percent)
    half = Fraction(1, 2 * 10**10)
    assert (root * 10**10).denominator == 1
    assert max(root - half, 0) ** 2 <= 100 * percent <= (root + half) ** 2


def test_numbers_as_they_are_shown() -> None:
    assert fixed_text(Fraction(8996, 100), 1) == "90.0"
    assert fixed_text(Fraction(-1, 3), 2) == "-0.33"
    assert fixed_text(Fraction(5, 2), 0) == "3"
    assert [decimal_text(Fraction(each)) for each in ("7/8", "1/3", "12", "-1/40")] == ["0.875", "1/3", "12", "-0.025"]
