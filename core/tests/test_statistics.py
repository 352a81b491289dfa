"""Statistics, shares, figures, what is shown and what would change (R9, R11, R6.3)."""

import statistics as python
from dataclasses import replace
from fractions import Fraction

import pytest
from books import LETTERS, book
from gradecore.book import Add, Assignment, Band, Category, Scale
from gradecore.change import changes
from gradecore.figures import assignment_figures, term_figures
from gradecore.gradebook import Gradebook
from gradecore.scale import Marks
from gradecore.shares import planned_shares
from gradecore.shown import shown_parts, shown_percent
from gradecore.statistics import statistics
from hypothesis import given
from hypothesis import strategies as st

numbers = st.lists(st.fractions(0, 100, max_denominator=40), min_size=2, max_size=30)


@given(numbers)
def test_statistics_agree_with_pythons_own(values: list[Fraction]) -> None:
    found = statistics(values)
    quartiles = python.quantiles(values, n=4, method="inclusive")
    assert (found.mean, found.median) == (python.mean(values), python.median(values))
    assert [found.lower_quartile, found.median, found.upper_quartile] == quartiles
    assert found.deviation == pytest.approx(python.stdev(map(float, values)), abs=1e-9)


def test_too_few_numbers_have_no_figures() -> None:
    assert statistics([]).mean is None
    one = statistics([Fraction(7)])
    assert (one.count, one.mean, one.deviation) == (1, 7, None)


@given(st.lists(st.fractions(0, 50), min_size=1, max_size=8), st.integers(0, 3))
def test_parts_are_shown_so_that_they_add_up(parts: list[Fraction], decimals: int) -> None:
    shown = [Fraction(each) for each in shown_parts(parts, decimals)]
    unit = Fraction(1, 10**decimals)
    assert abs(sum(shown) - sum(parts)) <= unit / 2
    assert all(abs(each - part) < unit for each, part in zip(shown, parts, strict=True))


def test_a_percent_is_shown_with_the_decimals_its_mark_needs() -> None:
    marks = Marks(LETTERS)
    assert shown_percent(marks, Fraction("89.96"), "B", 1) == "89.96"
    assert shown_percent(marks, Fraction("89.94"), "B", 1) == "89.9"
    assert shown_percent(marks, Fraction("89.96"), "A", 0) == "90"
    assert shown_percent(marks, Fraction("89.96"), "Audit", 0) == "90"


def test_planned_shares_of_weights_that_do_not_reach_and_pass_100() -> None:
    made = book(["20", "60"], [])
    extra = Assignment("x", Fraction(8), category="c", extra=True)
    for weight, of_grade in ((40, Fraction(10)), (200, Fraction(25))):
        changed = replace(made, categories=(Category("c", Fraction(weight)),), assignments=(*made.assignments, extra))
        shares = planned_shares(changed, changed.terms[0])
        assert shares.weights == weight
        assert (shares.assignments["a0"].of_category, shares.assignments["a0"].of_grade) == (25, of_grade)
        assert shares.assignments["x"].of_category == 10
    pooled = replace(made, ground_rules=replace(made.ground_rules, method="points"))
    assert planned_shares(pooled, pooled.terms[0]).assignments["a1"].of_grade == 75


def test_figures_count_numbers_as_adjusted_and_blanks_apart() -> None:
    made = book(["20", "20"], ["10", None])
    adjusted = replace(
        made, assignments=(replace(made.assignments[0], adjust=(Add(Fraction(2)),)), made.assignments[1])
    )
    gradebook = Gradebook(adjusted)
    first, second = assignment_figures(gradebook, "term").values()
    assert (first.points.mean, first.worth) == (12, 20)
    assert (second.marked, second.due, second.blank, second.missing) == (0, 1, 1, 1)
    assert term_figures(gradebook, "term").mean == 60


def test_what_becomes_of_a_mark_between_two_scales() -> None:
    before = Gradebook(book(["10"], ["8.5"]))
    cases = {
        "stays": Scale((Band("B", Fraction(50)), Band("no", Fraction(0)))),
        "rises": Scale((Band("Gold", Fraction(85)), Band("no", Fraction(0)))),
        "falls": Scale((Band("Gold", Fraction(90)), Band("no", Fraction(0)))),
    }
    for move, scale in cases.items():
        (change,) = changes(before, Gradebook(replace(before.book, scale=scale)))
        assert change.move == move
    (gone,) = changes(before, Gradebook(replace(before.book, scores={})))
    (come,) = changes(Gradebook(replace(before.book, scores={})), before)
    assert (gone.move, come.move) == ("disappears", "appears")
