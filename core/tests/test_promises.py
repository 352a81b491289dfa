"""What the core promises a teacher, whatever the book (properties)."""

import itertools
from dataclasses import replace
from fractions import Fraction

from books import book, books
from gradecore.book import Book, Category
from gradecore.change import Change, changed, changes
from gradecore.explain import explain
from gradecore.file import read_book, write_book
from gradecore.gradebook import Gradebook
from gradecore.needed import needed, what_if
from gradecore.numbers import UNIT
from gradecore.working import working
from hypothesis import assume, given, settings
from hypothesis import strategies as st

settings.register_profile("promises", deadline=None, max_examples=150, derandomize=True)
settings.load_profile("promises")


def percents(of: Book) -> dict[tuple[str, str], Fraction | None]:
    gradebook = Gradebook(of)
    return {
        (student, term): gradebook.result(student, term).percent for student in of.students for term in gradebook.terms
    }


@given(books())
def test_any_book_has_a_result_or_a_reason(of: Book) -> None:
    gradebook = Gradebook(of)
    for student in of.students:
        for term, result in gradebook.results(student).items():
            mine = [each.id for each in of.assignments if each.term == term]
            dropped = [each for category in result.categories.values() for each in category.dropped]
            assert set(result.left_out) | set(dropped) <= set(mine)
            assert not set(result.left_out) & set(dropped)
    assert list(explain(gradebook))


@given(books(), st.randoms(use_true_random=False))
def test_order_does_not_matter(of: Book, chance: object) -> None:
    """R1.4: the order of students and categories, and of scores, changes nothing."""
    students, categories = list(of.students), list(of.categories)
    chance.shuffle(students)  # type: ignore[attr-defined]
    chance.shuffle(categories)  # type: ignore[attr-defined]
    scores = {student: dict(reversed(of.scores[student].items())) for student in students}
    mixed = replace(of, students=tuple(students), categories=tuple(categories), scores=scores)
    assert percents(mixed) == percents(of)


@given(books(choices=("best_for_student",), highest=False, overall=False), st.data())
def test_a_better_score_never_lowers_a_grade(of: Book, data: st.DataObject) -> None:
    """With steps that keep order, and drops chosen for the student where nothing is dropped after them."""
    _assert_better_is_not_worse(of, data)


@given(books(methods=("weighted", "equal"), ways=("equal",), overall=False), st.data())
def test_a_better_score_never_lowers_a_grade_where_scores_count_alike(of: Book, data: st.DataObject) -> None:
    """However drops are chosen, the highest too."""
    _assert_better_is_not_worse(of, data)


def _assert_better_is_not_worse(of: Book, data: st.DataObject) -> None:
    numbers = [
        (student, name) for student, row in of.scores.items() for name, score in row.items() if isinstance(score, int)
    ]
    assume(numbers)
    student, name = data.draw(st.sampled_from(numbers))
    # The highest of a class may be this score: what it does to others is another matter.
    before = percents(of)
    row = {**of.scores[student], name: of.scores[student][name] + data.draw(st.integers(1, 40 * UNIT))}  # type: ignore[operator]
    after = percents(replace(of, scores={**of.scores, student: row}))
    for place, percent in before.items():
        if place[0] == student and percent is not None:
            assert after[place] is not None
            assert after[place] >= percent  # type: ignore[operator]


def test_where_a_better_score_can_lower_a_grade() -> None:
    """The exception: the lowest percent is dropped, but work counts by its points, so a small one may go instead."""
    dropped = {"drop_lowest": 1}
    before = book(["100", "10", "100"], ["50", "5.1", "90"], category=dropped)
    after = book(["100", "10", "100"], ["52", "5.1", "90"], category=dropped)
    assert percents(after)["s", "term"] < percents(before)["s", "term"]  # type: ignore[operator]
    for each in (before, after):
        best = replace(each, ground_rules=replace(each.ground_rules, drop_choice="best_for_student"))
        assert percents(best)["s", "term"] >= percents(each)["s", "term"]  # type: ignore[operator]


@given(
    st.lists(st.tuples(st.integers(1, 20), st.integers(0, 20)), min_size=2, max_size=6),
    st.sampled_from(["points", "equal"]),
)
def test_excusing_a_score_below_the_percent_never_lowers_it(works: list[tuple[int, int]], method: str) -> None:
    points, scores = [str(each) for each, _ in works], [str(each) for _, each in works]
    whole = book(points, scores, category={"method": method})
    percent = percents(whole)["s", "term"]
    assert percent is not None
    for place, (possible, earned) in enumerate(works):
        if Fraction(100 * earned, possible) <= percent:
            excused = book(points, [*scores[:place], "EX", *scores[place + 1 :]], category={"method": method})
            assert percents(excused)["s", "term"] >= percent  # type: ignore[operator]


SIZES = st.lists(st.tuples(st.integers(1, 12), st.integers(0, 12), st.integers(0, 4)), min_size=1, max_size=7)


def _shared(works: list[tuple[int, int, int]], method: str, drops: int) -> Book:
    made = book([str(each[0]) for each in works], [str(each[1]) for each in works], drop_choice="best_for_student")
    shares = tuple(replace(each, share=Fraction(work[2])) for each, work in zip(made.assignments, works, strict=True))
    return replace(made, assignments=shares, categories=(Category("c", Fraction(1), method, drops),))


@given(SIZES, st.sampled_from(["points", "equal", "shares"]), st.integers(0, 6))
def test_dropping_more_never_lowers_a_percent_under_best_for_student(
    works: list[tuple[int, int, int]], method: str, drops: int
) -> None:
    less, more = (percents(_shared(works, method, count))["s", "term"] for count in (drops, drops + 1))
    assert (less is None) == (more is None)
    assert less is None or more is None or more >= less


@given(SIZES, st.sampled_from(["points", "equal", "shares"]), st.integers(1, 3))
def test_best_for_student_is_the_best_of_all_sets(works: list[tuple[int, int, int]], method: str, drops: int) -> None:
    """Against trying every set; among equally good ones the positions that come first (R3.5)."""
    made = _shared(works, method, drops)
    result = Gradebook(made).result("s", "term").categories["c"]
    droppable = [each for each, work in enumerate(works) if method != "shares" or work[2]]
    count = min(drops, len(droppable) - 1)
    if count <= 0:
        assert result.dropped == ()
        return

    def percent(gone: tuple[int, ...]) -> Fraction:
        left = [work for place, work in enumerate(works) if place not in gone]
        if method == "points":
            return Fraction(sum(earned for _, earned, _ in left), sum(possible for possible, _, _ in left))
        weights = [share if method == "shares" else 1 for _, _, share in left]
        return sum(weight * Fraction(work[1], work[0]) for weight, work in zip(weights, left, strict=True)) / Fraction(
            sum(weights)
        )

    best = max(
        itertools.combinations(droppable, count), key=lambda gone: (percent(gone), tuple(-each for each in gone))
    )
    assert result.dropped == tuple(f"a{each}" for each in best)


@given(books(methods=("weighted",)), st.sampled_from([Fraction(2), Fraction(1, 4), Fraction(10)]))
def test_weights_times_any_factor_change_nothing(of: Book, factor: Fraction) -> None:
    assume(not any(category.bonus for category in of.categories))
    scaled = tuple(replace(each, weight=each.weight * factor) for each in of.categories)
    assert percents(replace(of, categories=scaled)) == percents(of)


@given(books())
def test_contributions_add_up_exactly(of: Book) -> None:
    """R12: what the categories, lines or parts add, the steps and the cap come to the percent."""
    gradebook = Gradebook(of)
    for student in of.students:
        for term in gradebook.terms:
            how = working(gradebook, student, term)
            if how.result.percent is not None:
                assert how.contributions == how.result.percent
            for category in how.categories:
                lines = sum((line.adds for line in category.lines if line.adds is not None), Fraction(0))
                if category.adds is not None and not category.capped:
                    assert lines == category.adds


@given(books())
def test_a_book_written_and_read_is_the_same(of: Book) -> None:
    assert read_book(write_book(of)) == of


@given(books(), st.data())
def test_what_is_needed_is_enough_and_a_step_less_is_not(of: Book, data: st.DataObject) -> None:
    """R10, against trying every score."""
    open_work = [each for each in of.assignments if each.counts and each.assigned is None]
    assume(open_work)
    work, student = data.draw(st.sampled_from(open_work)), data.draw(st.sampled_from(of.students))
    term, mark = data.draw(st.sampled_from([work.term, "year"])), data.draw(st.sampled_from("ABCD"))
    found = needed(of, student, work.id, term, mark)

    def reaches(points: Fraction) -> bool:
        row = {**of.scores[student], work.id: int(points * UNIT)}
        gradebook = Gradebook(replace(of, scores={**of.scores, student: row}))
        result = gradebook.result(student, term)
        return result.mark is not None and gradebook.marks.reaches(result.mark, mark)

    tried = next((Fraction(each) for each in range(int(work.points) + 1) if reaches(Fraction(each))), None)
    assert found.score == tried


@given(books(), st.data())
def test_tried_scores_make_what_they_would_make_as_scores(of: Book, data: st.DataObject) -> None:
    """R10: what is tried is what would be, and what is needed is enough when it is tried."""
    open_work = [each for each in of.assignments if each.counts and each.assigned is None]
    assume(open_work)
    works = data.draw(st.lists(st.sampled_from(open_work), min_size=1, max_size=3, unique=True))
    student, term = data.draw(st.sampled_from(of.students)), data.draw(st.sampled_from([works[0].term, "year"]))
    tried = {each.id: Fraction(data.draw(st.integers(0, int(each.points)))) for each in works}
    row = {**of.scores[student], **{name: int(points * UNIT) for name, points in tried.items()}}
    would_be = Gradebook(replace(of, scores={**of.scores, student: row})).result(student, term)
    found = what_if(of, student, term, tried)
    assert (found.percent, found.mark, found.missing) == (would_be.percent, would_be.mark, would_be.missing)
    mark = data.draw(st.sampled_from("ABCD"))
    least = needed(of, student, works[0].id, term, mark).score
    if least is not None:
        result = what_if(of, student, term, {works[0].id: least})
        assert result.mark is not None
        assert Gradebook(of).marks.reaches(result.mark, mark)


def differs(change: Change) -> bool:
    """Whether percent or mark differ at all."""
    return change.percent_before != change.percent_after or change.mark_before != change.mark_after


@given(books())
def test_nothing_changes_between_a_book_and_itself(of: Book) -> None:
    gradebook = Gradebook(of)
    assert all(each.move == "stays" and not differs(each) for each in changes(gradebook, gradebook))


@given(books(), books())
def test_what_is_changed_is_what_of_all_changes_is_one(one: Book, other: Book) -> None:
    before, after = Gradebook(one), Gradebook(other)
    assert list(changed(before, after)) == [each for each in changes(before, after) if differs(each)]


@given(books(), st.data())
def test_results_carried_over_are_those_computed_anew(of: Book, data: st.DataObject) -> None:
    before = Gradebook(of, checked=True)
    for student in of.students:
        before.results(student)
    changed = data.draw(st.sets(st.sampled_from(of.students)))
    scores = dict(of.scores)
    for student in changed:
        given = {each.id: data.draw(st.integers(0, 40)) * UNIT // 2 for each in of.assignments}
        scores[student] = dict(scores.get(student, {})) | given
    book = replace(of, scores=scores)
    carried, anew = before.with_scores(book, changed), Gradebook(book, checked=True)
    for student in of.students:
        assert [each.percent for each in carried.results(student).values()] == [
            each.percent for each in anew.results(student).values()
        ]


@given(books())
def test_families_are_never_told_of_hidden_work(of: Book) -> None:
    """R14.1: hiding everything leaves no grade from scores, and no missing work."""
    hidden = replace(of, assignments=tuple(replace(each, shown=False) for each in of.assignments))
    gradebook = Gradebook(hidden, family=True)
    for student in of.students:
        result = gradebook.result(student, "t1")
        assert result.percent is None
        assert result.missing == ()
        assert set(result.left_out.values()) <= {"hidden", "not_counted", "not_assigned", "code", "blank"}
