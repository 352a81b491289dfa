"""How a class lies: close below a mark (R6), and how well work goes with the rest (R9.2); a curve keeps order (R7)."""

import statistics as python
from dataclasses import replace
from fractions import Fraction
from itertools import pairwise

import pytest
from books import LETTERS, books, raising_steps
from gradecore.adjust import adjusted
from gradecore.book import Assignment, Book, Category, GroundRules, ScoreCode, Step, TopTo
from gradecore.gradebook import Gradebook
from gradecore.numbers import UNIT
from gradecore.scale import Marks
from gradecore.spread import assignment_percents, category_percents, close_below, correlations, term_percents
from gradecore.statistics import correlation
from hypothesis import given, settings
from hypothesis import strategies as st

percents = st.fractions(0, 110, max_denominator=60)


def class_of(rows: list[tuple[int | str | None, ...]], **rules: object) -> Book:
    """A class whose students have these scores of 100 points in a category of their own rules."""
    work = tuple(Assignment(f"a{place}", Fraction(100), category="c") for place in range(len(rows[0])))
    scores = {
        f"s{place}": {
            f"a{at}": each * UNIT if isinstance(each, int) else each for at, each in enumerate(row) if each is not None
        }
        for place, row in enumerate(rows)
    }
    return Book(
        LETTERS,
        (ScoreCode("EX", "leave_out"),),
        GroundRules(**rules),
        categories=(Category("c", Fraction(100)),),  # type: ignore[arg-type]
        assignments=work,
        students=tuple(scores),
        scores=scores,
    )


@given(st.lists(st.tuples(percents, percents), min_size=8, max_size=20))
def test_a_correlation_agrees_with_pythons_own(pairs: list[tuple[Fraction, Fraction]]) -> None:
    ones, others = ([float(each[side]) for each in pairs] for side in (0, 1))
    found = correlation(pairs)
    if len(set(ones)) == 1 or len(set(others)) == 1:
        assert found is None
    elif min(python.stdev(ones), python.stdev(others)) > 1e-3:  # closer together floats say nothing
        assert found == pytest.approx(python.correlation(ones, others), abs=1e-6)


@given(st.lists(percents, min_size=8, max_size=12, unique=True), st.fractions(1, 5), percents)
def test_what_lies_on_a_line_goes_together_wholly(values: list[Fraction], slope: Fraction, shift: Fraction) -> None:
    assert correlation([(each, slope * each + shift) for each in values]) == 1
    assert correlation([(each, shift - slope * each) for each in values]) == -1
    assert correlation([(each, shift) for each in values]) is None
    assert correlation([(each, each) for each in values[:7]]) is None


@settings(max_examples=40)
@given(books(), st.lists(raising_steps, max_size=1))
def test_the_rest_of_the_grade_is_the_book_without_the_work(made: Book, steps: list[Step]) -> None:
    """R9.2 read naively: everything else unchanged, the drops anew."""
    terms = (replace(made.terms[0], adjust=(*steps, TopTo(Fraction(100)))), *made.terms[1:])
    twelve = tuple(f"{student} {copy}" for copy in range(4) for student in made.students)
    scores = {each: made.scores.get(each.split()[0], {}) for each in twelve}
    assigned = [
        replace(each, assigned=frozenset(one for one in twelve if one.split()[0] in each.assigned))
        if each.assigned is not None
        else each
        for each in made.assignments
    ]
    book = replace(made, terms=terms, students=twelve, scores=scores, assignments=tuple(assigned), overrides={})
    gradebook = Gradebook(book)
    for name, found in correlations(gradebook, "t1").items():
        work = tuple(each for each in book.assignments if each.id != name)
        rest = {one: {each: kept for each, kept in row.items() if each != name} for one, row in scores.items()}
        without = Gradebook(replace(book, assignments=work, scores=rest))
        column = next(each for each in gradebook.plan("t1").columns if each.id == name)
        pairs = []
        for student in twelve:
            score, percent = scores[student].get(name), without.result(student, "t1").percent
            if isinstance(score, int) and percent is not None and name not in gradebook.result(student, "t1").left_out:
                outcome = column.outcome(student, score)
                assert isinstance(outcome, int)
                pairs.append((Fraction(outcome, column.unit), percent))
        assert found == correlation(pairs)


@given(
    percents,
    st.sampled_from([None, Fraction(1), Fraction("0.5"), Fraction(3)]),
    st.sampled_from(["half_up", "half_even", "up", "down"]),
)
def test_a_mark_is_reached_from_where_it_is_said_to_be(percent: Fraction, step: Fraction | None, rounding: str) -> None:
    marks = Marks(LETTERS)
    for mark in "ABCD":
        begins = marks.reached_from(mark, step, rounding)
        assert begins is not None
        reached = marks.reaches(marks.look_up(percent, step, rounding).mark, mark)
        assert reached == (percent > begins) or percent == begins


def test_close_below_names_the_lack_the_rounding_and_what_the_number_shown_looks_like() -> None:
    rows: list[tuple[int | str | None, ...]] = [(89,), (80,), (90,), ("EX",), (78,)]
    book = class_of(rows)
    book = replace(book, scores={**book.scores, "s1": {"a0": 79 * UNIT + 9600}})
    found = close_below(Gradebook(book), "term", Fraction(1))
    told = [(each.student, each.mark, each.next_mark, each.lack, each.shown_reaches) for each in found]
    assert told == [("s1", "C", "B", Fraction("0.04"), True), ("s0", "B", "A", 1, False)]
    rounded = replace(book, ground_rules=GroundRules(round_to=Fraction(1)))
    assert [(each.student, each.lack) for each in close_below(Gradebook(rounded), "term", Fraction(1))] == [
        ("s0", Fraction("0.5"))
    ]
    assert close_below(Gradebook(book), "term", Fraction(0)) == []


def test_where_a_class_stands_in_a_term_a_category_and_a_piece_of_work() -> None:
    gradebook = Gradebook(class_of([(80, 60), (None, "EX"), (50, None)]))
    assert term_percents(gradebook, "term") == {"s0": 70, "s2": 50}
    assert category_percents(gradebook, "term", "c") == {"s0": 70, "s2": 50}
    columns = gradebook.plan("term").columns
    assert assignment_percents(gradebook, columns[0]) == {"s0": 80, "s2": 50}
    assert assignment_percents(gradebook, columns[1]) == {"s0": 60}


@given(st.lists(percents, min_size=1, max_size=8), st.lists(raising_steps, max_size=3))
def test_a_curve_that_keeps_order_keeps_the_order_of_marks(values: list[Fraction], steps: list[Step]) -> None:
    """R7: whoever stood higher has no lower mark afterwards, whatever steps that raise in order were taken."""
    marks = Marks(LETTERS)
    ends = {start: trail[-1] if trail else start for start, trail in adjusted(values, Fraction(100), steps).items()}
    found = [marks.look_up(ends[each], None, "half_up").mark for each in sorted(values)]
    assert all(marks.reaches(better, worse) for worse, better in pairwise(found))


@settings(max_examples=60)
@given(books(), st.lists(raising_steps, max_size=2), st.integers(1, 9))
def test_what_follows_the_sums_is_computed_as_if_all_were(made: Book, steps: list[Step], lower: int) -> None:
    """Other steps of a term, other minimums, another adjustment of work: the shortcut and the long way agree."""
    before = Gradebook(made)
    terms = (replace(made.terms[0], adjust=tuple(steps)), *made.terms[1:])
    bands = tuple(replace(each, min=each.min - lower) if each.mark == "A" else each for each in made.scale.bands)
    curved = replace(made, terms=terms, scale=replace(made.scale, bands=bands))
    work = tuple(replace(each, adjust=tuple(steps)) if each.term == "t2" else each for each in made.assignments)
    for book, own_sums in (
        (curved, ()),
        (replace(made, terms=terms), ()),
        (replace(curved, assignments=work), ("t2",)),
        (replace(made, assignments=work), ("t2",)),
    ):
        short, long = before.after_sums(book, own_sums), Gradebook(book)
        for student in book.students:
            for term in ("t1", "t2", "year"):
                one, other = short.result(student, term), long.result(student, term)
                assert (one.percent, one.mark, one.final_percent, one.final_mark) == (
                    other.percent,
                    other.mark,
                    other.final_percent,
                    other.final_mark,
                )
                assert (one.missing, one.left_out) == (other.missing, other.left_out)
