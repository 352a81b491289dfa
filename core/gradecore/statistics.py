"""How a class's numbers lie (R9)."""

from collections.abc import Iterable
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


def statistics_in_units(numbers: Iterable[int], unit: int) -> Statistics:
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
        count, Fraction(total, count * unit), _quartile(values, 2, unit), variance, Fraction(values[0], unit),
        Fraction(values[-1], unit), _quartile(values, 1, unit), _quartile(values, 3, unit),
    )  # fmt: skip


def _quartile(values: list[int], which: int, unit: int) -> Fraction:
    """By linear interpolation in sorted values, at position (n−1)·which/4 (R9)."""
    below, rest = divmod((len(values) - 1) * which, 4)
    above = min(below + 1, len(values) - 1)
    return Fraction(4 * values[below] + rest * (values[above] - values[below]), 4 * unit)


def _root(square: Fraction) -> Fraction:
    """A root to 10 decimals (R9)."""
    with localcontext() as context:
        context.prec = 50
        root = (Decimal(square.numerator) / Decimal(square.denominator)).sqrt()
        return Fraction(root.quantize(Decimal("1e-10"), rounding=ROUND_HALF_EVEN))
