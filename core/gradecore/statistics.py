"""How a class's numbers lie (R9)."""

from collections.abc import Iterable
from dataclasses import dataclass
from decimal import ROUND_HALF_EVEN, Decimal, localcontext
from fractions import Fraction


@dataclass(frozen=True, slots=True)
class Statistics:
    """Figures over the students with a number, in the numbers' own unit; None where there are too few.

    `deviation` is the sample standard deviation (n−1), to 10 decimals.
    """

    count: int
    mean: Fraction | None
    median: Fraction | None
    deviation: Fraction | None
    minimum: Fraction | None
    maximum: Fraction | None
    lower_quartile: Fraction | None
    upper_quartile: Fraction | None


def statistics(numbers: Iterable[Fraction]) -> Statistics:
    """The figures of some numbers (R9)."""
    values = sorted(numbers)
    count = len(values)
    if not count:
        return Statistics(0, None, None, None, None, None, None, None)
    mean = sum(values, Fraction(0)) / count
    deviation = None
    if count > 1:
        deviation = _root(sum(((value - mean) ** 2 for value in values), Fraction(0)) / (count - 1))
    return Statistics(
        count, mean, quantile(values, Fraction(1, 2)), deviation, values[0], values[-1],
        quantile(values, Fraction(1, 4)), quantile(values, Fraction(3, 4)),
    )  # fmt: skip


def quantile(values: list[Fraction], q: Fraction) -> Fraction:
    """By linear interpolation in sorted values, at position (n−1)·q (R9)."""
    position = (len(values) - 1) * q
    below = position.numerator // position.denominator
    above = min(below + 1, len(values) - 1)
    return values[below] + (position - below) * (values[above] - values[below])


def _root(square: Fraction) -> Fraction:
    """A root to 10 decimals (R9)."""
    with localcontext() as context:
        context.prec = 50
        root = (Decimal(square.numerator) / Decimal(square.denominator)).sqrt()
        return Fraction(root.quantize(Decimal("1e-10"), rounding=ROUND_HALF_EVEN))
