"""One assignment, made ready for counting: what each score comes to (R2)."""

from collections.abc import Mapping, Sequence
from fractions import Fraction
from math import lcm

from gradecore.adjust import adjusted
from gradecore.book import NUMBER, Assignment, Score, ScoreCode
from gradecore.criteria import worth
from gradecore.numbers import UNIT, in_units


def code_value(code: ScoreCode, points: Fraction, *, extra: bool) -> Fraction | None:
    """What a code earns of so many points; None where it leaves the outcome out (R2.3)."""
    match code.effect:
        case "zero":
            return None if extra else Fraction(0)
        case "full":
            return points
        case "percent":
            return points * (code.percent or 0) / 100
        case _:
            return None


class Codes:
    """A book's score codes, made ready once for all its columns."""

    def __init__(self, codes: Sequence[ScoreCode]) -> None:
        self.by_name = {code.code: code for code in codes}
        self.missing = {code.code for code in codes if code.missing}
        self.with_percent = [code for code in codes if code.effect == "percent"]


class Column:
    """An assignment's outcomes, as integers over one denominator (`unit`).

    `plain` says that a number is counted as it was entered for every student, which is the common case and
    lets a caller skip `outcome`. `steps` holds, for an adjusted assignment, each number's way through the
    adjustments (R7).
    """

    __slots__ = (
        "_codes",
        "adjusted_to",
        "assignment",
        "blank_counts",
        "blank_missing",
        "hidden",
        "id",
        "plain",
        "position",
        "possible",
        "scale_up",
        "steps",
        "unit",
    )

    def __init__(
        self,
        assignment: Assignment,
        position: int,
        codes: Codes,
        blank: str,
        scores: Mapping[str, Mapping[str, Score]],
        students: Sequence[str],
        *,
        hidden: bool,
    ) -> None:
        self.assignment = assignment
        self.id = assignment.id
        self.position = position
        self._codes = codes
        # R14.1: what would be counted of a hidden assignment is left out for a family's eyes.
        self.hidden = hidden
        self.blank_counts = not assignment.extra and (
            blank == "zero" or (blank == "zero_when_closed" and assignment.closed)
        )
        self.blank_missing = assignment.closed and not assignment.extra
        self.steps: dict[Fraction, list[Fraction]] = {}
        self.adjusted_to: dict[int | Fraction, int] = {}
        self.unit = UNIT
        for code in codes.with_percent:
            self._make_whole(code_value(code, assignment.points, extra=assignment.extra))
        # Any sum of levels is whole where each of them is.
        for criterion in assignment.criteria:
            for level in criterion.levels:
                self._make_whole(worth(criterion, level.points, assignment))
        if assignment.adjust and assignment.counts:
            numbers = self._numbers(scores, students)
            self.steps = adjusted([Fraction(number, UNIT) for number in numbers], assignment.points, assignment.adjust)
            for trail in self.steps.values():
                self._make_whole(trail[-1])
            self.adjusted_to = {
                number: self._in_unit(trail[-1]) for number, trail in zip(numbers, self.steps.values(), strict=True)
            }
        self.plain = (
            assignment.counts
            and assignment.assigned is None
            and not self.steps
            and not hidden
            and not assignment.criteria
        )
        self.scale_up = self.unit // UNIT
        self.possible = in_units(assignment.points) * self.scale_up

    def _make_whole(self, value: Fraction | None) -> None:
        """Make the unit small enough for a value to be a whole number of it."""
        if value is not None and UNIT % value.denominator:
            self.unit = lcm(self.unit, value.denominator)

    def _in_unit(self, value: Fraction) -> int:
        return value.numerator * (self.unit // value.denominator)

    def _numbers(self, scores: Mapping[str, Mapping[str, Score]], students: Sequence[str]) -> list[int | Fraction]:
        """The numbers of the students it is assigned to (R7.3, R7.8), each once."""
        given = {
            scores[student].get(self.id) for student in students if student in scores and self.is_assigned(student)
        }
        return [score for score in given if isinstance(score, NUMBER)]

    def is_assigned(self, student: str) -> bool:
        """R2.2."""
        return self.assignment.assigned is None or student in self.assignment.assigned

    def outcome(self, student: str, score: Score | None) -> int | str:
        """What the student earned, in `unit`ths of a point, or the reason that it is left out (R2.1–R2.5)."""
        if not self.assignment.counts:
            return "not_counted"
        if not self.is_assigned(student):
            return "not_assigned"
        if score is None:
            return ("hidden" if self.hidden else 0) if self.blank_counts else "blank"
        if isinstance(score, str):
            earned = code_value(self._codes.by_name[score], self.assignment.points, extra=self.assignment.extra)
            return "code" if earned is None else "hidden" if self.hidden else self._in_unit(earned)
        if self.hidden:
            return "hidden"
        if self.steps:
            return self.adjusted_to[score]
        return score * self.scale_up if isinstance(score, int) else self._in_unit(score / UNIT)

    def is_missing(self, student: str, score: Score | None) -> bool:
        """Whether the work is missing (R2.6); what is hidden from the reader is not reported."""
        if score is not None and not isinstance(score, str):
            return False
        if not self.assignment.counts or self.hidden or not self.is_assigned(student):
            return False
        return self.blank_missing if score is None else score in self._codes.missing
