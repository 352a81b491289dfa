"""How a class's numbers lie, and how well two rows of them go together (R9)."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from decimal import ROUND_HALF_EVEN, Decimal, localcontext
from fractions import Fraction
from math import lcm


@dataclass(frozen=True, slots=True)
class Statistics:
    """Figures over the students with a number, in the numbers' own unit; None where there are too few."""

    count: int
    mean: Fraction | None = None
    median: Fraction | None = None
    variance: Fraction | None = None
    """Of the sample (n−1)."""
    minimum: Fraction | None = None
    maximum: Fraction | None = None
    lower_quartile: Fraction | None = None
    upper_quartile: Fraction | None = None

    @property
    def deviation(self) -> Fraction | None:
        """The sample standard deviation, to 10 decimals (R9)."""
        return None if self.variance is None else _root(self.variance)


def statistics(numbers: Iterable[Fraction]) -> Statistics:
    """The figures of some numbers (R9)."""
    values = list(numbers)
    unit = lcm(*(value.denominator for value in values))
    return statistics_in_units((value.numerator * (unit // value.denominator) for value in values), unit)


def statistics_in_units(numbers: Iterable[int | Fraction], unit: int) -> Statistics:
    """The figures of numbers that are given as whole `unit`ths (R9)."""
    values = sorted(numbers)
    count = len(values)
    if not count:
        return Statistics(0)
    total = sum(values)
    variance = None
    if count > 1:
        squares = sum([value * value for value in values])
        variance = Fraction(count * squares - total * total, count * (count - 1) * unit * unit)
    return Statistics(
        count,
        Fraction(total, count * unit),
        _quartile(values, 2, unit),
        variance,
        Fraction(values[0], unit),
        Fraction(values[-1], unit),
        _quartile(values, 1, unit),
        _quartile(values, 3, unit),
    )


def _quartile(values: list[int | Fraction], which: int, unit: int) -> Fraction:
    """By linear interpolation in sorted values, at position (n−1)·which/4 (R9)."""
    below, rest = divmod((len(values) - 1) * which, 4)
    above = min(below + 1, len(values) - 1)
    return Fraction(4 * values[below] + rest * (values[above] - values[below]), 4 * unit)


FEWEST_PAIRS = 8
"""Under so many pairs a correlation says nothing (R9.2)."""


def correlation(pairs: Sequence[tuple[Fraction, Fraction]]) -> Fraction | None:
    """Pearson's correlation of pairs, to 10 decimals; None under 8 pairs, or where either side does not vary (R9.2)."""
    count = len(pairs)
    if count < FEWEST_PAIRS:
        return None
    ones, others = _whole(one for one, _ in pairs), _whole(other for _, other in pairs)
    # n²·covariance and n²·variances, in whole numbers: what they were multiplied by falls out of the quotient.
    together = count * sum(one * other for one, other in zip(ones, others, strict=True)) - sum(ones) * sum(others)
    first, second = (count * sum(each * each for each in side) - sum(side) ** 2 for side in (ones, others))
    if not first or not second:
        return None
    size = _root(Fraction(together * together, first * second))
    return -size if together < 0 else size


def _whole(numbers: Iterable[Fraction]) -> list[int]:
    """Numbers as whole multiples of a unit that they share."""
    values = list(numbers)
    unit = lcm(*(value.denominator for value in values))
    return [value.numerator * (unit // value.denominator) for value in values]


def _root(square: Fraction) -> Fraction:
    """A root to 10 decimals (R9)."""
    with localcontext() as context:
        context.prec = 50
        root = (Decimal(square.numerator) / Decimal(square.denominator)).sqrt()
        return Fraction(root.quantize(Decimal("1e-10"), rounding=ROUND_HALF_EVEN))
