"""Criteria and grades from standards, whatever the book (R8.5, R16)."""

import json
from dataclasses import replace
from fractions import Fraction

import pytest
from books import CODES, LETTERS, LEVELS
from gradecore.book import (
    Add,
    Assignment,
    AssignmentStandard,
    Band,
    Book,
    Category,
    Criterion,
    CriterionLevel,
    GroundRules,
    Override,
    Scale,
    Score,
    Standard,
    Term,
)
from gradecore.check import BookError, check
from gradecore.explain import explain
from gradecore.file import read_book, write_book
from gradecore.gradebook import Gradebook
from gradecore.needed import needed
from gradecore.numbers import UNIT
from gradecore.working import working
from hypothesis import given, settings
from hypothesis import strategies as st

settings.register_profile("criteria", deadline=None, max_examples=100, derandomize=True)
settings.load_profile("criteria")

STANDARDS = (Standard("n"), Standard("n1", "n", "decaying"), Standard("n2", "n", "most_frequent"), Standard("r"))
HEARD = Scale((Band("Hears", Fraction(0)), Band("Leads", Fraction(2))), Fraction(3))
OTHERWISE = tuple(replace(each, scale="heard") if each.id in ("n1", "r") else each for each in STANDARDS)
"""The same with levels of their own in a part of a standard, and in one that stands alone."""
NAMES = ("thin", "sound", "rich")
sizes = st.sampled_from([Fraction(each) for each in ("0", "1", "3", "4.5", "7")])


@st.composite
def criteria(draw: st.DrawFn) -> tuple[Criterion, ...]:
    """One to three criteria with up to three levels each, from the least to the full points."""
    found = []
    for place in range(draw(st.integers(1, 3))):
        points = draw(sizes)
        count = draw(st.integers(1, 3))
        levels = tuple(
            CriterionLevel(name, points * nth / count)
            for nth, name in enumerate(NAMES[-count:], 1)
            if (points * nth / count * UNIT).denominator == 1
        )
        standard = draw(st.sampled_from([None, *(each.id for each in STANDARDS)]))
        found.append(Criterion(f"k{place}", points, levels, standard))
    return tuple(found)


@st.composite
def marked(draw: st.DrawFn) -> Book:
    """A book whose work has criteria and standards, some of it chosen, some typed."""
    students = ("s0", "s1")
    assignments = tuple(
        Assignment(
            f"a{place}",
            draw(st.sampled_from([Fraction(30), Fraction(7), Fraction(0)])),
            category=draw(st.sampled_from(["c", None])),
            closed=draw(st.booleans()),
            shown=draw(st.integers(0, 3)) > 0,
            extra=draw(st.integers(0, 5)) == 0,
            adjust=(Add(Fraction(1)),) if draw(st.integers(0, 3)) == 0 else (),
            standards=draw(st.sampled_from([(), (AssignmentStandard("n1", Fraction(4)),)])),
            criteria=draw(criteria()) if draw(st.integers(0, 3)) else (),
        )
        for place in range(draw(st.integers(1, 4)))
    )
    chosen: dict[str, dict[str, dict[str, str]]] = {}
    scores: dict[str, dict[str, Score]] = {}
    by_standard: dict[str, dict[str, dict[str, Score]]] = {}
    for student in students:
        for work in assignments:
            mine = {
                each.id: draw(st.sampled_from(each.levels)).name
                for each in work.criteria
                if each.levels and draw(st.integers(0, 4))
            }
            if mine:
                chosen.setdefault(student, {})[work.id] = mine
            if draw(st.integers(0, 3)) == 0:
                scores.setdefault(student, {})[work.id] = draw(st.sampled_from([12 * UNIT, "EX", "MI"]))
            if work.standards and draw(st.booleans()):
                by_standard.setdefault(student, {})[work.id] = {"n1": draw(st.sampled_from([2 * UNIT, "EX"]))}
    weights = draw(st.sampled_from([{}, {"n": Fraction(1), "r": Fraction(2)}, {"n1": Fraction(0)}]))
    return Book(
        LETTERS,
        CODES,
        GroundRules(draw(st.sampled_from(["weighted", "points", "standards"])), standard_weights=weights),
        (Term("term"),),
        (Category("c", Fraction(100), draw(st.sampled_from(["points", "equal"])), draw(st.integers(0, 1))),),
        *draw(st.sampled_from([(STANDARDS, LEVELS, {}), (OTHERWISE, LEVELS, {"heard": HEARD})])),
        assignments,
        students,
        scores,
        by_standard,
        criterion_levels=chosen,
        standard_overrides={"s0": {"r": Override(mark="Secure")}} if draw(st.booleans()) else {},
    )


@given(marked())
def test_what_is_shown_adds_up_and_is_explained(of: Book) -> None:
    gradebook = Gradebook(of)
    for student in of.students:
        how = working(gradebook, student, "term")
        if how.result.percent is not None:
            assert how.contributions == how.result.percent
    assert list(explain(gradebook))


@given(marked())
def test_a_book_written_and_read_again_is_the_same(of: Book) -> None:
    assert read_book(json.loads(json.dumps(write_book(of)))) == of
    # What levels come to is not written as if somebody had typed it.
    assert read_book(json.loads(json.dumps(write_book(Gradebook(of).book)))) == of


@given(marked(), st.data())
def test_a_better_level_never_lowers_a_number_or_a_sum_of_evidence(of: Book, data: st.DataObject) -> None:
    places = [
        (student, work, each)
        for student in of.students
        for work in of.assignments
        for each in work.criteria
        if each.id in of.criterion_levels.get(student, {}).get(work.id, {})
    ]
    if not places:
        return
    student, work, criterion = data.draw(st.sampled_from(places))
    best = max(criterion.levels, key=lambda level: level.points).name
    row = {**of.criterion_levels[student][work.id], criterion.id: best}
    raised = replace(
        of, criterion_levels={**of.criterion_levels, student: {**of.criterion_levels[student], work.id: row}}
    )
    before, after = Gradebook(of), Gradebook(raised)
    numbers = [each.book.scores.get(student, {}).get(work.id) for each in (before, after)]
    if isinstance(numbers[0], Fraction):
        assert isinstance(numbers[1], Fraction)
        assert numbers[1] >= numbers[0]
    if criterion.standard in ("n", "r"):  # These take the average of their pieces.
        old, new = (each.levels.results(student)[criterion.standard].value for each in (before, after))
        assert old is None or (new is not None and new >= old)


@given(marked())
def test_hidden_work_shows_a_family_nothing(of: Book) -> None:
    """R14.1: what a family sees is the same as if what is hidden had never been marked."""
    hidden = {each.id for each in of.assignments if not each.shown}

    def bare(rows: object) -> dict[str, dict[str, object]]:
        return {
            student: {work: each for work, each in row.items() if work not in hidden}
            for student, row in rows.items()  # type: ignore[attr-defined]
        }

    unmarked = replace(
        of,
        scores=bare(of.scores),
        standard_scores=bare(of.standard_scores),
        criterion_levels=bare(of.criterion_levels),
        standard_overrides={},
    )
    seen, same = Gradebook(of, family=True), Gradebook(unmarked, family=True)
    for student in of.students:
        assert seen.levels.results(student) == same.levels.results(student)
        assert seen.result(student, "term").missing == same.result(student, "term").missing
        if of.ground_rules.method == "standards":
            assert seen.result(student, "term").percent == same.result(student, "term").percent


def _small() -> Book:
    work = Assignment(
        "a", Fraction(10), criteria=(Criterion("k", Fraction(3), (CriterionLevel("rich", Fraction(1)),)),)
    )
    return Book(
        LETTERS,
        assignments=(work,),
        students=("s",),
        standards=(Standard("n"),),
        standards_scale=LEVELS,
        ground_rules=GroundRules("standards"),
        criterion_levels={"s": {"a": {"k": "rich"}}},
    )


def test_a_third_stays_exact_and_is_explained() -> None:
    pooled = replace(_small(), ground_rules=GroundRules("points"))
    assert Gradebook(pooled).result("s", "term").percent == Fraction(100, 3)
    assert "    a: 3.3333… (k rich 1 of 3), 3.3333… of 10, adds 33.3333…" in list(explain(Gradebook(pooled)))


def test_no_score_is_needed_where_a_grade_is_made_of_standards() -> None:
    with pytest.raises(BookError, match="made of standards"):
        needed(_small(), "s", "a", "term", "A")


def test_chosen_levels_of_nobody_and_weights_below_nought_are_refused() -> None:
    with pytest.raises(BookError, match="who is not among the students"):
        check(replace(_small(), criterion_levels={"x": {"a": {"k": "rich"}}}))
    with pytest.raises(BookError, match="is below 0"):
        check(replace(_small(), ground_rules=GroundRules("standards", standard_weights={"n": Fraction(-1)})))
