"""What is said to the register of one student's work: a status, and a number where there is one (R2)."""

from dataclasses import dataclass
from fractions import Fraction

from gradecore.book import NUMBER, Assignment, GroundRules, Score, ScoreCode
from gradecore.column import code_value
from gradecore.numbers import UNIT


@dataclass(frozen=True)
class Sent:
    """A score as it is sent, in points as it was entered; a status is one of OneRoster's words."""

    status: str
    points: Fraction | None = None
    is_missing: bool = False


def sent(
    assignment: Assignment, rules: GroundRules, codes: dict[str, ScoreCode], score: Score | None, student: str
) -> Sent | None:
    """What is said of a student's work; None where nothing was entered and nothing counts.

    Work that is not the student's is exempt, as is a code that leaves out (R2.3). A blank of closed work that counts is
    not submitted, with nothing earned (R2.4); of work that is still open nothing is said.
    """
    if assignment.assigned is not None and student not in assignment.assigned:
        return Sent("exempt")
    if isinstance(score, NUMBER):
        return Sent("fully graded", Fraction(score, UNIT))
    if score is None:
        counts = assignment.closed and not assignment.extra and rules.blank != "leave_out"
        return Sent("not submitted", Fraction(0), is_missing=True) if counts else None
    code = codes[score]
    earned = code_value(code, assignment.points, extra=assignment.extra)
    if earned is None:
        return Sent("exempt" if not code.missing else "not submitted", None, code.missing)
    return Sent("not submitted" if code.missing else "fully graded", earned, code.missing)
