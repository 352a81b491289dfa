"""What score it would take to reach a mark, and what some scores would make (R10)."""

from collections.abc import Collection, Mapping
from dataclasses import dataclass, replace
from fractions import Fraction

from gradecore.adjust import keeps_order
from gradecore.book import Assignment, Book, Score
from gradecore.check import BookError, Problem
from gradecore.gradebook import Gradebook
from gradecore.numbers import decimal_text, in_units
from gradecore.result import TermResult
from gradecore.term import term_rules


@dataclass(frozen=True, slots=True)
class Needed:
    """The smallest score that reaches the mark, None where none does, and the mark that full points make."""

    score: Fraction | None
    mark_at_full: str | None


def needed(book: Book, student: str, assignment: str, term: str, mark: str, *, family: bool = False) -> Needed:
    """The smallest score, in whole steps from 0 to the points, with which the computed mark is at least `mark` (R10).

    Raises BookError for an unknown reference, and for work that does not count or is not the student's.
    The book must be checked.
    """
    work = _work(book, student, assignment, term, mark)
    if family and not work.shown:
        book = _with_shown(book, [work])
    trial = _Trial(book, student, work, term, mark, family=family)
    full = trial.at(work.points)
    last = work.points // work.step
    return Needed(_smallest(trial, work.step, last), full.mark)


def _work(book: Book, student: str, assignment: str, term: str, mark: str | None = None) -> Assignment:
    problems = []
    where = f"asked for student {student}, assignment {assignment}, term {term}"
    where = where if mark is None else f"{where}, mark {mark}"
    if student not in book.students:
        problems.append(Problem(where, f"there is no student {student}."))
    if term not in {each.id for each in book.terms}:
        problems.append(Problem(where, f"there is no term {term}."))
    if mark is not None and mark not in {band.mark for band in book.scale.bands}:
        problems.append(Problem(where, f"{mark} is not a mark of the scale."))
    work = next((each for each in book.assignments if each.id == assignment), None)
    if work is None:
        problems.append(Problem(where, f"there is no assignment {assignment}."))
    elif not work.counts:
        problems.append(Problem(where, f"the assignment {assignment} does not count, so no score on it is needed."))
    elif term_rules(book, next(each for each in book.terms if each.id == work.term)).method == "standards":
        problems.append(
            Problem(
                where, f"the term of the assignment {assignment} is made of standards, which its score does not move."
            )
        )
    elif work.assigned is not None and student not in work.assigned:
        problems.append(Problem(where, f"the assignment {assignment} is not assigned to {student}."))
    if problems or work is None:
        raise BookError(problems)
    return work


def what_if(book: Book, student: str, term: str, scores: Mapping[str, Fraction], *, family: bool = False) -> TermResult:
    """A student's result in a term if they had some scores, by assignment and in points, and everything else stayed as it is (R10).

    Raises BookError for what does not count or is not the student's, and for a score below 0 or above the points.
    The book must be checked.
    """
    works = [_work(book, student, each, term) for each in scores]
    for each in works:
        if not 0 <= scores[each.id] <= each.points:
            text = f"{decimal_text(scores[each.id])} is not between 0 and {decimal_text(each.points)}."
            raise BookError([Problem(f"assignment {each.id}", text)])
    if family:
        book = _with_shown(book, works)
    row = {**book.scores.get(student, {}), **{name: in_units(number) for name, number in scores.items()}}
    tried = replace(book, scores={**book.scores, student: row})
    return Gradebook(tried, family=family, checked=True).result(student, term)


def _with_shown(book: Book, works: Collection[Assignment]) -> Book:
    """The book with some work shown: the question is what its score would do once it is."""
    names = {each.id for each in works}
    shown = tuple(replace(each, shown=True) if each.id in names else each for each in book.assignments)
    return replace(book, assignments=shown)


@dataclass(frozen=True, slots=True)
class _Outcome:
    mark: str | None
    enough: bool
    form: tuple[object, ...]
    """What was dropped: while it stays the same, the result only moves one way with the score."""


class _Trial:
    """Tries scores on one assignment, everything else unchanged."""

    def __init__(self, book: Book, student: str, work: Assignment, term: str, mark: str, *, family: bool) -> None:
        self._book, self._student, self._work, self._term, self._mark = book, student, work, term, mark
        self._family = family
        self._row = dict(book.scores.get(student, {}))
        self._shared = Gradebook(book, family=family, checked=True)

    def at(self, number: Fraction) -> _Outcome:
        row: Mapping[str, Score] = {**self._row, self._work.id: in_units(number)}
        book = replace(self._book, scores={**self._book.scores, self._student: row})
        gradebook = Gradebook(book, family=self._family, checked=True)
        if not self._work.adjust:  # otherwise the class's highest may depend on this score (R7.3)
            gradebook.share_plans(self._shared)
        result = gradebook.result(self._student, self._term)
        form = gradebook.reckon(self._student, self._work.term).dropped
        enough = result.mark is not None and gradebook.marks.reaches(result.mark, self._mark)
        return _Outcome(result.mark, enough, form)

    @property
    def moves_one_way(self) -> bool:
        """Whether, within one form, a better score never makes a worse result."""
        if not keeps_order(self._work.adjust) or not all(keeps_order(term.adjust) for term in self._book.terms):
            return False
        if any(term.parts_from == "mark" for term in self._book.terms):
            values = [self._shared.marks.percent_of(band.mark) or Fraction(0) for band in self._shared.marks.bands]
            return values == sorted(values)
        return True


def _smallest(trial: _Trial, step: Fraction, last: int) -> Fraction | None:
    if not trial.moves_one_way:
        return next((step * count for count in range(last + 1) if trial.at(step * count).enough), None)
    known: dict[int, _Outcome] = {}

    def at(count: int) -> _Outcome:
        if count not in known:
            known[count] = trial.at(step * count)
        return known[count]

    # Stretches of scores from the lowest up. In one whose ends drop the same, the result rises from end to
    # end (each pair of scores changes places at most once), so halving finds the first that is enough.
    stretches = [(0, last)]
    while stretches:
        low, high = stretches.pop()
        if at(low).enough:
            return step * low
        if high - low <= 1:
            if at(high).enough:
                return step * high
            continue
        if at(low).form == at(high).form and not at(high).enough:
            continue
        middle = (low + high) // 2
        stretches += [(middle, high), (low, middle)]
    return None
