"""What the computation returns for one student and one term.

These are made by the hundred thousand, which is why they are not frozen; nobody changes them.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

from gradecore.group import Tally
from gradecore.scale import Marks
from gradecore.shown import shown_percent


@dataclass(slots=True)
class CategoryResult:
    """A category's percent, as a value over its weight, and the assignments dropped in it, by position.

    Under the pooled methods it is for information, and ``""`` stands for what has no category (R4.2).
    """

    value: int
    weight: int
    dropped: tuple[str, ...] = ()

    @property
    def percent(self) -> Fraction | None:
        """None where nothing forms one (R3.6). It is made when asked for: few who ask for a result look at all of these."""
        return Fraction(100 * self.value, self.weight) if self.weight else None


Formed = tuple[str, int, int, Sequence[int]]
"""What a group came to: its name, a value over its weight after its cap, and the places dropped in it, in order."""


@dataclass(slots=True)
class Reckoning:
    """A student's term before its adjustments. What few ask for is made into names and percents when it is asked for."""

    raw: Fraction | None
    tally: Tally
    """What is counted after all drops."""
    formed: Sequence[Formed]
    left_out: dict[str, str]
    missing_at: list[tuple[int, str]]
    """Position and name of what is missing."""
    drops: list[Sequence[int]]
    """The places dropped, one set after another."""

    @property
    def categories(self) -> dict[str, CategoryResult]:
        """The categories' results, by category."""
        return {name: CategoryResult(value, weight, self.named(gone)) for name, value, weight, gone in self.formed}

    @property
    def missing(self) -> tuple[str, ...]:
        """What is missing, by position (R2.6)."""
        return tuple(name for _, name in sorted(self.missing_at))

    @property
    def dropped(self) -> tuple[tuple[str, ...], ...]:
        """The sets dropped, each by position: which they are decides the form of the result (R10)."""
        return tuple(map(self.named, self.drops))

    def named(self, places: Sequence[int]) -> tuple[str, ...]:
        """The assignments at some places."""
        return tuple([self.tally.layout.ids[place] for place in places]) if places else ()


@dataclass(slots=True)
class TermResult:
    """A term's result. Percents are on the 0–100 scale; `rounded` is in units of the scale (R6.2).

    `raw` is the percent before the term's adjustments and cap. `percent` and `mark` are computed; the final ones
    are what an override made of them (R5.2). `reckoning` is None for a term made of terms. `marks` is the scale
    they are looked up in, `decimals` how many of them are shown.
    """

    raw: Fraction | None
    percent: Fraction | None
    rounded: Fraction | None
    mark: str | None
    final_percent: Fraction | None
    final_mark: str | None
    reckoning: Reckoning | None
    marks: Marks
    decimals: int
    is_mark_alone: bool = False
    """Whether an override named the final mark alone: the final percent is then that mark's value, which goes into terms
    made of terms and which nobody earned (R14.7)."""

    @property
    def percent_shown(self) -> str | None:
        """The final percent as it is shown beside the final mark, with as many decimals as that needs to be believed."""
        if self.final_percent is None or self.is_mark_alone:
            return None
        return shown_percent(self.marks, self.final_percent, self.final_mark, self.decimals)

    @property
    def shown_reaches(self) -> str | None:
        """The higher mark that the number shown would reach, if any (R6.3)."""
        if self.final_percent is None or self.final_mark is None or self.is_mark_alone:
            return None
        return self.marks.shown_reaches(self.final_percent, self.final_mark, self.decimals)

    @property
    def categories(self) -> dict[str, CategoryResult]:
        """The categories' results, by category."""
        return self.reckoning.categories if self.reckoning else {}

    @property
    def left_out(self) -> dict[str, str]:
        """Why each assignment that is left out is (R2)."""
        return self.reckoning.left_out if self.reckoning else {}

    @property
    def missing(self) -> tuple[str, ...]:
        """What is missing, by position (R2.6)."""
        return self.reckoning.missing if self.reckoning else ()
