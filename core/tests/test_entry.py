"""Reading an entry (R13)."""

from fractions import Fraction

import pytest
from books import CODES, LETTERS
from gradecore.book import Band, Scale
from gradecore.entry import Entry, EntryError, EntryReader
from gradecore.numbers import UNIT
from hypothesis import given
from hypothesis import strategies as st

reader = EntryReader(LETTERS, CODES)
fine = EntryReader(Scale((Band("A−", Fraction(90), Fraction(92)), Band("B", Fraction(0)))), CODES)


@pytest.mark.parametrize(
    ("text", "score"),
    [
        ("", None),
        ("   ", None),
        ("ex", "EX"),
        (" Mi ", "MI"),
        ("17.5", 175_000),
        ("17,5", 175_000),
        ("b", 170_000),
        ("85%", 170_000),
        ("85 %", 170_000),
        ("0", 0),
        ("0.0001", 1),
    ],
)
def test_what_is_typed_for_20_points(text: str, score: int | str | None) -> None:
    assert reader.read(text, Fraction(20)) == Entry(score, mark="B" if text == "b" else "")


def test_a_mark_with_a_minus_is_typed_with_a_hyphen() -> None:
    assert fine.read("a-", Fraction(50)).score == 460_000


def test_above_the_points_is_taken_and_flagged() -> None:
    assert reader.read("21", Fraction(20)) == Entry(210_000, above_points=True)


@pytest.mark.parametrize(
    ("text", "why"),
    [
        ("12,5,3", "not a number"),
        ("-4", "below 0"),
        ("1e9", "not a number"),
        ("7.12345", "4 decimals"),
        ("123456", "above 99,999"),
        ("absnt", "not a number"),
        ("5" * 5_000_000, "above 99,999"),
        ("H", "score code"),
    ],
)
def test_bad_input_is_refused_with_the_reason(text: str, why: str) -> None:
    with pytest.raises(EntryError, match=why) as refused:
        reader.read(text, Fraction(20))
    assert len(str(refused.value)) < 200


LEVELS = EntryReader(Scale((Band("4e", Fraction(80)), Band("E", Fraction(0)))), CODES)


@pytest.mark.parametrize(
    ("text", "hint"),
    [
        ("halff", "Did you mean HALF"),
        ("Q", "Codes here: "),
        ("1e9", "Numbers are typed as 12, 12.5 or 12,5."),
        ("12,5,3", "Numbers are typed as"),
        ("4ee", "Did you mean 4e?"),
    ],
)
def test_what_was_probably_meant_is_offered(text: str, hint: str) -> None:
    with pytest.raises(EntryError) as refused:
        LEVELS.read(text, Fraction(20))
    assert hint in str(refused.value)


def test_a_percent_that_no_score_can_hold_is_refused_rather_than_rounded() -> None:
    with pytest.raises(EntryError, match="4 decimals"):
        reader.read("33.3333%", Fraction("12.5"))


def test_case_decides_only_where_marks_differ_in_nothing_else() -> None:
    both = EntryReader(Scale((Band("b", Fraction(50)), Band("B", Fraction(0), Fraction(10)))), ())
    assert both.read("B", Fraction(100)).score == 100_000
    assert both.read("b", Fraction(100)).score == 750_000


@pytest.mark.parametrize(
    ("entered_as", "typed", "number", "shown"),
    [
        ("percent", "85", 17, "85 %"),
        ("percent", "85 %", 17, "85 %"),
        ("percent", "101", Fraction(101, 5), "101 %"),
        ("done", "x", 20, "done"),
        ("done", "not done", 0, "not done"),
        ("done", "12", 12, "12"),
        ("done", "-", 0, "not done"),
        ("points", "17", 17, "17"),
        ("marks", "17", 17, "17"),
    ],
)
def test_each_way_of_entering_reads_and_shows(entered_as: str, typed: str, number: Fraction, shown: str) -> None:
    reader = EntryReader(Scale((Band("A", Fraction(80)), Band("B", Fraction(0)))), [])
    entry = reader.read(typed, Fraction(20), entered_as)
    assert entry.score == number * UNIT
    assert reader.text_of(entry.score, Fraction(20), entered_as) == shown


@given(st.integers(0, 30 * UNIT), st.sampled_from(["points", "percent", "marks", "done"]))
def test_what_is_shown_reads_as_the_same_entry(score: int, entered_as: str) -> None:
    reader = EntryReader(Scale((Band("A", Fraction(80)), Band("B", Fraction(50)), Band("C", Fraction(0)))), [])
    text = reader.text_of(score, Fraction(30), entered_as)
    try:
        again = reader.read(text, Fraction(30), entered_as).score
    except EntryError:
        again = None
    assert again == score or (again is None and entered_as == "percent")
