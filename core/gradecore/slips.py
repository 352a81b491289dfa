"""Slips of the hand: numbers that are probably not what was meant. They are pointed out and never stand in the way."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

from gradecore.numbers import UNIT, in_units
from gradecore.statistics import statistics_in_units

FEWEST = 5
"""Of how many others a class has to consist before one can be far from it."""
FAR = 2
"""How many times the middle half's width (at least a tenth of the points) lies between it and what is far from it."""


@dataclass(frozen=True, slots=True)
class Slip:
    """Why a number looks like a slip: above, ten_times, far, or a mark among numbers; and what may have been meant."""

    kind: str
    nearest: Fraction | None = None
    """The nearest number that somebody else has, where it is far from all of them."""
    meant: Fraction | None = None
    typed: str = ""
    """The mark that was typed where the others are numbers."""


def same_for_all(numbers: Sequence[int | Fraction], points: Fraction) -> Fraction | None:
    """The number that everybody has, where that may be a slip: of many, and less than full points.

    The numbers are ten-thousandths.
    """
    is_one = len(numbers) > FEWEST and len(set(numbers)) == 1 and numbers[0] < in_units(points)
    return Fraction(numbers[0], UNIT) if is_one else None


def stray_marks(typed: Mapping[str, str], count: int) -> list[str]:
    """The students whose number was typed as a mark while most of `count` numbers were not."""
    return sorted(typed) if count - len(typed) >= max(FEWEST, len(typed)) else []


def slips(numbers: Mapping[str, int | Fraction], points: Fraction, *, extra: bool = False) -> dict[str, Slip]:
    """The slips among the class's numbers on one assignment, by student; the numbers are ten-thousandths (`UNIT`).

    Extra credit may lie above the points.
    """
    ordered = sorted(numbers.values())
    most = in_units(points)
    # Among the others lies no slip: only the lowest and the highest can lie apart, if nobody else has the same.
    ends = {end for end in (*ordered[:1], *ordered[-1:]) if ordered.count(end) == 1}
    found = {}
    for student, number in numbers.items():
        if (number > most and not extra) or number in ends:
            slip = _slip(number, _others(ordered, number), points, extra=extra)
            if slip is not None:
                found[student] = slip
    return found


def _others(ordered: Sequence[int | Fraction], number: int | Fraction) -> list[int | Fraction]:
    """The other numbers; beside one above 0 without the noughts, which say of who handed nothing in, not how others did."""
    place = ordered.index(number)
    return [each for each in (*ordered[:place], *ordered[place + 1 :]) if each or not number]


def _slip(number: int | Fraction, others: Sequence[int | Fraction], points: Fraction, *, extra: bool) -> Slip | None:
    meant = _ten_times(number, others, points)
    if number > in_units(points) and not extra:
        return Slip("above", meant=meant)
    if len(others) < FEWEST or others[0] <= number <= others[-1]:
        return None
    nearest = others[0] if number < others[0] else others[-1]
    # The last of a row that thins out is no slip.
    if abs(Fraction(number) - nearest) * 10 <= in_units(points):
        return None
    figures = statistics_in_units(others, UNIT)
    lower, upper = figures.lower_quartile, figures.upper_quartile
    assert lower is not None
    assert upper is not None
    width = FAR * max(upper - lower, points / 10)
    if lower - width <= Fraction(number, UNIT) <= upper + width:
        return None
    return Slip("ten_times" if meant is not None else "far", Fraction(nearest, UNIT), meant)


def _ten_times(number: int | Fraction, others: Sequence[int | Fraction], points: Fraction) -> Fraction | None:
    """Ten times or a tenth of a number, where that lies among the others and it does not."""
    if not others or others[0] <= number <= others[-1]:
        return None
    own = Fraction(number) / UNIT
    wishes = (own * 10, own / 10)
    low, high = Fraction(others[0], UNIT), max(Fraction(others[-1], UNIT), points)
    return next((each for each in wishes if each and each <= points and low <= each <= high), None)
