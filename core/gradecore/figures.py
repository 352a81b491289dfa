"""How one assignment, or a class's term, came out: for the grid and its footer (R9)."""

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction

from gradecore.book import NUMBER
from gradecore.column import Column
from gradecore.gradebook import Gradebook
from gradecore.numbers import UNIT
from gradecore.statistics import Statistics, statistics, statistics_in_units


@dataclass(frozen=True, slots=True)
class AssignmentFigures:
    """`marked` of `due` students have a score; `blank` of those are without. `points` are the statistics over numbers, as
    adjusted, `worth` what the assignment is worth.
    """

    due: int
    marked: int
    missing: int
    points: Statistics
    worth: Fraction

    @property
    def blank(self) -> int:
        """The students it is assigned to who have nothing."""
        return self.due - self.marked


def assignment_figures(gradebook: Gradebook, term: str) -> Mapping[str, AssignmentFigures]:
    """The figures of each assignment of a term."""
    return {column.id: figures_of(gradebook, column) for column in gradebook.plan(term).columns}


def figures_of(gradebook: Gradebook, column: Column) -> AssignmentFigures:
    """The figures of one assignment."""
    due = marked = missing = 0
    numbers = []
    scores, work = gradebook.book.scores, column.id
    for student in gradebook.book.students:
        if not column.is_assigned(student):
            continue
        mine = scores.get(student)
        score = None if mine is None else mine.get(work)
        due += 1
        if isinstance(score, NUMBER):
            marked += 1
            numbers.append(column.adjusted_to[score] if column.steps else score)
        else:
            marked += score is not None
            missing += column.is_missing(student, score)
    points = statistics_in_units(numbers, column.unit if column.steps else UNIT)
    return AssignmentFigures(due, marked, missing, points, column.assignment.points)


def adjusted_score(column: Column, score: int | Fraction) -> Fraction:
    """A number in points after the assignment's adjustments (R7); as entered where there are none."""
    return Fraction(column.adjusted_to[score], column.unit) if column.steps else Fraction(score, UNIT)


def score_percent(column: Column, score: int | Fraction) -> Fraction | None:
    """A number, as adjusted, in percent of the points; None for work worth 0 points."""
    points = column.assignment.points
    return adjusted_score(column, score) * 100 / points if points else None


def term_figures(gradebook: Gradebook, term: str) -> Statistics:
    """The class's computed percents in a term."""
    percents = (gradebook.result(student, term).percent for student in gradebook.book.students)
    return statistics(percent for percent in percents if percent is not None)
