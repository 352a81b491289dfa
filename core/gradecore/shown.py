"""How numbers are shown. Showing never changes a mark (R6.3)."""

from collections.abc import Sequence
from fractions import Fraction

from gradecore.numbers import fixed_text
from gradecore.scale import Marks


def shown_percent(marks: Marks, percent: Fraction, mark: str | None, decimals: int) -> str:
    """A percent with the decimals chosen, and as many more as its mark needs to be believed.

    89.96 with the mark B is shown so, and not as 90.0.
    """
    if mark is None or mark not in marks:
        return fixed_text(percent, decimals)
    for more in range(decimals, 11):
        if marks.shown_reaches(percent, mark, more) is None:
            return fixed_text(percent, more)
    return fixed_text(percent, decimals)


def shown_parts(parts: Sequence[Fraction], decimals: int) -> list[str]:
    """Parts rounded so that what is shown adds up to their sum as it is shown.

    Each is rounded down, and the units still missing go to those that lost most.
    """
    unit = Fraction(1, 10**decimals)
    whole = Fraction(fixed_text(sum(parts, Fraction(0)), decimals))
    units = [part // unit for part in parts]
    lack = int(whole / unit) - sum(units)
    by_loss = sorted(range(len(parts)), key=lambda index: units[index] * unit - parts[index])
    for index in by_loss[: max(lack, 0)]:
        units[index] += 1
    return [fixed_text(each * unit, decimals) for each in units]
