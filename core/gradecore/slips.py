"""Slips of the hand: numbers that are probably not what was meant. They are pointed out and never stand in the way."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

from gradecore.statistics import statistics

FEWEST = 5
"""Of how many others a class has to consist before one can be far from it."""
FAR = 2
"""How many times the middle half's width (at least a tenth of the points) lies between it and what is far from it."""


@dataclass(frozen=True, slots=True)
class Slip:
    """Why a number looks like a slip: above, ten_times or far; and what may have been meant."""

    kind: str
    nearest: Fraction | None = None
    """The nearest number that somebody else has, where it is far from all of them."""
    meant: Fraction | None = None


def slips(numbers: Mapping[str, Fraction], points: Fraction, *, extra: bool = False) -> dict[str, Slip]:
    """The slips among the class's numbers on one assignment, by student. Extra credit may lie above the points."""
    found = {}
    ordered = sorted(numbers.values())
    for student, number in numbers.items():
        slip = _slip(number, _others(ordered, number), points, extra=extra)
        if slip is not None:
            found[student] = slip
    return found


def _others(ordered: Sequence[Fraction], number: Fraction) -> list[Fraction]:
    place = ordered.index(number)
    return [*ordered[:place], *ordered[place + 1 :]]


def _slip(number: Fraction, others: Sequence[Fraction], points: Fraction, *, extra: bool) -> Slip | None:
    meant = _ten_times(number, others, points)
    if number > points and not extra:
        return Slip("above", meant=meant)
    if len(others) < FEWEST or others[0] <= number <= others[-1]:
        return None
    figures = statistics(others)
    lower, upper = figures.lower_quartile, figures.upper_quartile
    assert lower is not None
    assert upper is not None
    width = FAR * max(upper - lower, points / 10)
    if lower - width <= number <= upper + width:
        return None
    nearest = others[0] if number < others[0] else others[-1]
    return Slip("ten_times" if meant is not None else "far", nearest, meant)


def _ten_times(number: Fraction, others: Sequence[Fraction], points: Fraction) -> Fraction | None:
    """Ten times or a tenth of a number, where that lies among the others and it does not."""
    if not others or others[0] <= number <= others[-1]:
        return None
    wishes = (number * 10, number / 10)
    return next(
        (each for each in wishes if each and each <= points and others[0] <= each <= max(others[-1], points)), None
    )
