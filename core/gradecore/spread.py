"""How a class lies: who stands where, who is close below a mark, and how well each piece of work goes with the rest."""

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction

from gradecore.column import Column
from gradecore.figures import adjusted_score, score_percent
from gradecore.gradebook import Gradebook
from gradecore.statistics import correlation


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
    plan, scores = gradebook.plan(term), gradebook.book.scores
    if plan.by_standards:
        return dict.fromkeys(column.id for column in plan.columns)  # No number of it is counted (R8.5).
    students = gradebook.book.students
    rests = {student: plan.raws_without(student, scores.get(student, {})) for student in students}
    found = {}
    for column in plan.columns:
        raws = {student: rest[column.id] for student, rest in rests.items()}
        percents = gradebook.percents_of(raws, term)
        pairs = []
        for student in students:
            score, percent = scores.get(student, {}).get(column.id), percents[student]
            if not isinstance(score, int) or percent is None:
                continue
            if column.id not in gradebook.result(student, term).left_out:
                pairs.append((adjusted_score(column, score), percent))
        found[column.id] = correlation(pairs)
    return found
