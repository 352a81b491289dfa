"""What the computation returns for one student and one term.

These are made by the hundred thousand, which is why they are not frozen; nobody changes them.
"""

from dataclasses import dataclass
from fractions import Fraction


@dataclass(slots=True)
class CategoryResult:
    """A category's percent and the assignments dropped in it, by position.

    Under the pooled methods it is for information, and ``""`` stands for what has no category (R4.2).
    """

    percent: Fraction | None
    dropped: tuple[str, ...] = ()


@dataclass(slots=True)
class TermResult:
    """A term's result. Percents are on the 0–100 scale; `rounded` is in units of the scale (R6.2).

    `raw` is the percent before the term's adjustments and cap. `percent` and `mark` are computed; the final ones
    are what an override made of them (R5.2). `left_out` gives each assignment's reason; `missing` is by position (R2.6).
    `shown_reaches` is the higher mark that the number shown would reach, if any (R6.3).
    """

    raw: Fraction | None
    percent: Fraction | None
    rounded: Fraction | None
    mark: str | None
    final_percent: Fraction | None
    final_mark: str | None
    categories: dict[str, CategoryResult]
    left_out: dict[str, str]
    missing: tuple[str, ...]
    shown_reaches: str | None
