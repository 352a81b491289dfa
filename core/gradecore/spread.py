"""How a class lies: who stands where, who is close below a mark, and how well each piece of work goes with the rest."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from fractions import Fraction

from gradecore.book import ScoreCode
from gradecore.column import Column
from gradecore.figures import adjusted_score, score_percent
from gradecore.gradebook import Gradebook
from gradecore.statistics import correlation

_ASIDE = ScoreCode("-", effect="leave_out")
"""A code that no teacher can have, which leaves a score out as if its work were not there."""


def term_percents(gradebook: Gradebook, term: str) -> dict[str, Fraction]:
    """The computed percents of a term, by student."""
    percents = {student: gradebook.result(student, term).percent for student in gradebook.book.students}
    return {student: percent for student, percent in percents.items() if percent is not None}


def category_percents(gradebook: Gradebook, term: str, category: str) -> dict[str, Fraction]:
    """What a category comes to for each student in a term with assignments, in percent (R3)."""
    found = {}
    for student in gradebook.book.students:
        result = gradebook.result(student, term).categories.get(category)
        if result is not None and result.percent is not None:
            found[student] = result.percent
    return found


def assignment_percents(gradebook: Gradebook, column: Column) -> dict[str, Fraction]:
    """Each student's number on an assignment, as adjusted, in percent of its points; codes and blanks have none."""
    found = {}
    for student in gradebook.book.students:
        score = gradebook.book.scores.get(student, {}).get(column.id)
        if isinstance(score, int) and column.is_assigned(student):
            percent = score_percent(column, score)
            if percent is not None:
                found[student] = percent
    return found


@dataclass(frozen=True, slots=True)
class CloseBelow:
    """A student whose computed percent lacks little to the next mark: `lack` in percentage points, 0 where a hair is enough.

    `shown_reaches` says that the number shown already looks like the better mark (R6.3).
    """

    student: str
    percent: Fraction
    mark: str
    next_mark: str
    lack: Fraction
    shown_reaches: bool


def close_below(gradebook: Gradebook, term: str, within: Fraction) -> list[CloseBelow]:
    """Whose computed percent lies at most `within` percentage points below where the next mark is reached, the closest first."""
    rules, marks = gradebook.rules(term), gradebook.marks
    found = []
    for student in gradebook.book.students:
        result = gradebook.result(student, term)
        if result.percent is None or result.mark is None:
            continue
        following = marks.above(result.mark)
        begins = marks.reached_from(following, rules.round_to, rules.rounding) if following else None
        if following is None or begins is None or begins - result.percent > within:
            continue
        reaches = marks.shown_reaches(result.percent, result.mark, rules.decimals) is not None
        lack = max(begins - result.percent, Fraction(0))
        found.append(CloseBelow(student, result.percent, result.mark, following, lack, reaches))
    return sorted(found, key=lambda each: each.lack)


def correlations(gradebook: Gradebook, term: str) -> Mapping[str, Fraction | None]:
    """How well each assignment of a term goes with the rest of the grade (R9.2), by assignment."""
    book = gradebook.book
    aside = Gradebook(replace(book, codes=(*book.codes, _ASIDE)), family=gradebook.family, checked=True)
    return {column.id: _with_rest(gradebook, aside, term, column) for column in gradebook.plan(term).columns}


def _with_rest(gradebook: Gradebook, aside: Gradebook, term: str, column: Column) -> Fraction | None:
    scores = gradebook.book.scores
    counted = {}
    for student in gradebook.book.students:
        score = scores.get(student, {}).get(column.id)
        if isinstance(score, int) and column.id not in gradebook.result(student, term).left_out:
            counted[student] = score
    rest = {student: {**scores.get(student, {}), column.id: _ASIDE.code} for student in gradebook.book.students}
    without = Gradebook(replace(aside.book, scores=rest), family=aside.family, checked=True)
    # No other column looks at the scores of this one.
    without.share_plans(aside)
    pairs = [
        (adjusted_score(column, score), percent)
        for student, score in counted.items()
        if (percent := without.percent(student, term)) is not None
    ]
    return correlation(pairs)
