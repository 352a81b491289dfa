"""Looking up marks in a grading scale (R6)."""

from bisect import bisect_right
from fractions import Fraction
from functools import cached_property
from math import lcm
from typing import NamedTuple

from gradecore.book import Band, Scale
from gradecore.numbers import round_to_step


class Lookup(NamedTuple):
    """A percent looked up: the value in scale units after rounding, and the mark it reaches (R6.2)."""

    rounded: Fraction
    mark: str


class Marks:
    """A scale made ready for looking up. The scale must be valid (`check.scale_problems`)."""

    def __init__(self, scale: Scale) -> None:
        self.scale = scale
        self.bands: tuple[Band, ...] = tuple(sorted(scale.bands, key=lambda band: band.min))
        self._is_percent = scale.out_of == 100
        self._per_min = lcm(*(band.min.denominator for band in self.bands))
        # Whole numbers: a value reaches a min when its whole part in these units does.
        self._mins = [band.min.numerator * (self._per_min // band.min.denominator) for band in self.bands]

    def band(self, value: Fraction) -> Band:
        """The band of a value in scale units; below 0 it is the lowest."""
        return self.bands[max(0, bisect_right(self._mins, value.numerator * self._per_min // value.denominator) - 1)]

    def look_up(self, percent: Fraction, round_to: Fraction | None, rounding: str) -> Lookup:
        """The mark of a percent (R6.2)."""
        value = percent if self._is_percent else percent * self.scale.out_of / 100
        rounded = round_to_step(value, round_to, rounding)
        return Lookup(rounded, self.band(rounded).mark)

    @cached_property
    def begins(self) -> tuple[tuple[str, Fraction], ...]:
        """Each mark with where it begins, in percent, lowest first."""
        return tuple((band.mark, band.min * 100 / self.scale.out_of) for band in self.bands)

    def min_of(self, mark: str) -> Fraction | None:
        """Where a mark begins, in percent; None for a mark outside the scale."""
        index = self._index.get(mark)
        return None if index is None else self.begins[index][1]

    def reached_from(self, mark: str, round_to: Fraction | None, rounding: str) -> Fraction | None:
        """From which percent on a mark is reached once rounding has done its part (R6.2); None for a mark outside the scale.

        Where rounding goes up, or ties go to the even step, the percent itself may still fall short by a hair.
        """
        index = self._index.get(mark)
        if index is None:
            return None
        value = self.bands[index].min
        if round_to is not None:
            value = round_to_step(value, round_to, "up")
            if rounding == "up":
                value -= round_to
            elif rounding != "down":
                value -= round_to / 2
        return value * 100 / self.scale.out_of

    def above(self, mark: str) -> str | None:
        """The next higher mark; None above the highest, and for a mark outside the scale."""
        index = self._index.get(mark)
        return self.bands[index + 1].mark if index is not None and index + 1 < len(self.bands) else None

    def value_of(self, mark: str) -> Fraction | None:
        """A mark's value in scale units (R6.5); None for a mark outside the scale."""
        index = self._index.get(mark)
        return None if index is None else self._values[index]

    def percent_of(self, mark: str) -> Fraction | None:
        """A mark's value brought to percent (R5.2); None for a mark outside the scale."""
        value = self.value_of(mark)
        return None if value is None else value * 100 / self.scale.out_of

    def reaches(self, mark: str, wanted: str) -> bool:
        """Whether `mark` is at least `wanted`; both must be in the scale."""
        return self._index[mark] >= self._index[wanted]

    def shown_reaches(self, percent: Fraction, mark: str, decimals: int) -> str | None:
        """The higher mark that the number shown would reach while `mark` is what counts, if any (R6.3)."""
        index = self._index.get(mark)
        if index is None or index == len(self.bands) - 1:
            return None
        unit = 10**decimals
        shown = (2 * percent.numerator * unit + percent.denominator) // (2 * percent.denominator)
        out_of = self.scale.out_of
        # In whole numbers: shown/unit percent of the scale against the mins.
        value = shown * out_of.numerator * self._per_min // (unit * out_of.denominator * 100)
        reached = max(0, bisect_right(self._mins, value) - 1)
        return self.bands[reached].mark if reached > index else None

    def __contains__(self, mark: str) -> bool:
        return mark in self._index

    @cached_property
    def _index(self) -> dict[str, int]:
        return {band.mark: index for index, band in enumerate(self.bands)}

    @cached_property
    def _values(self) -> list[Fraction]:
        nexts = [band.min for band in self.bands[1:]] + [self.scale.out_of]
        return [
            band.value if band.value is not None else (band.min + above) / 2
            for band, above in zip(self.bands, nexts, strict=True)
        ]
