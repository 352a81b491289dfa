"""Reading what a teacher types in a score cell (R13)."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from difflib import get_close_matches
from fractions import Fraction

from gradecore.book import Scale, Score, ScoreCode
from gradecore.numbers import UNIT, NumberError, decimal_text, fixed_text, in_units, looks_like_number, read_decimal
from gradecore.scale import Marks

DONE_WORDS = {"done": 1, "x": 1, "y": 1, "yes": 1, "not done": 0, "-": 0, "n": 0, "no": 0}
"""What says that work is done or not, with the part of its points that it then has."""


class EntryError(ValueError):
    """A text that is not taken as a score; the message says why and what would be."""


@dataclass(frozen=True, slots=True)
class Entry:
    """What an entry reads as: None is a blank. `above_points` flags a number above the points."""

    score: int | str | None
    above_points: bool = False
    mark: str = ""
    """The mark that was typed, where one was; `score` is then its value."""


def folded(text: str) -> str:
    """A mark or code as it is compared: without case and outer blanks, a minus sign as a hyphen."""
    return text.strip().casefold().replace("\N{MINUS SIGN}", "-")


class EntryReader:
    """Reads entries for one class: its codes and its scale."""

    def __init__(self, scale: Scale, codes: Sequence[ScoreCode]) -> None:
        # Where two differ in case only, the first is what is meant unless the case is typed.
        self._codes = {folded(code.code): code.code for code in reversed(codes)}
        self._marks = {folded(band.mark): band.mark for band in reversed(scale.bands)}
        self._exact = {code.code for code in codes} | {band.mark for band in scale.bands}
        self._scale = Marks(scale)

    def read(self, text: str, points: Fraction, entered_as: str = "points") -> Entry:
        """The entry typed for an assignment of so many points (R13).

        Where scores are entered as percents a bare number is one; where as done or not, words say so and stand for
        full points and none. Raises EntryError where the text is neither blank, code, mark, number nor percent, or a number
        that is not taken.
        """
        bare = folded(text)
        if not bare:
            return Entry(None)
        if bare in self._codes:
            return Entry(self._exactly(text, self._codes[bare]))
        if bare in self._marks:
            mark = self._exactly(text, self._marks[bare])
            return replace(self._number(self._percent_of(mark) * points / 100, points, text), mark=mark)
        if entered_as == "done" and bare in DONE_WORDS:
            return self._number(points * DONE_WORDS[bare], points, text)
        if not looks_like_number(bare):
            raise EntryError(self._unknown(text.strip(), bare))
        try:
            if bare.endswith("%") or entered_as == "percent":
                return self._number(points * read_decimal(bare.removesuffix("%"), negative=False) / 100, points, text)
            return self._number(read_decimal(bare, negative=False), points, text)
        except NumberError as error:
            raise EntryError(f"{_cut(text.strip())} {error}.") from None

    def text_of(self, score: Score | None, points: Fraction, entered_as: str = "points") -> str:
        """An entry as it is shown, in the way in which it is entered; reading that text gives the entry again or nothing.

        What levels of criteria come to is shown in points, cut to two decimals where it has no end (R16.1).
        """
        if isinstance(score, Fraction):
            text = decimal_text(score / UNIT)
            return text if "/" not in text and len(text.partition(".")[2]) <= 4 else fixed_text(score / UNIT, 2)
        if not isinstance(score, int):
            return score or ""
        number = Fraction(score, UNIT)
        if points and entered_as == "percent":
            percent = number * 100 / points
            # One that no finite percent says is shown in points, and so that it does not read as a percent.
            is_finite = not UNIT % percent.denominator
            return f"{decimal_text(percent)} %" if is_finite else f"{decimal_text(number)} of {decimal_text(points)}"
        if points and entered_as == "marks":
            mark = self._scale.look_up(number * 100 / points, None, "half_up").mark
            if self._percent_of(mark) * points / 100 == number:
                return mark
        if points and entered_as == "done" and number in (0, points):
            return "done" if number else "not done"
        return decimal_text(number)

    def _number(self, number: Fraction, points: Fraction, text: str) -> Entry:
        if UNIT % number.denominator:
            # A mark or percent can come to more decimals than a score keeps: say so, do not round in secret.
            raise EntryError(f"{_cut(text.strip())} of {points} points has more than 4 decimals; type the points.")
        if number > 99_999:
            raise EntryError(f"{_cut(text.strip())} is above 99,999.")
        return Entry(in_units(number), above_points=number > points)

    def _exactly(self, text: str, found: str) -> str:
        return text.strip() if text.strip() in self._exact else found

    def _percent_of(self, mark: str) -> Fraction:
        percent = self._scale.percent_of(mark)
        assert percent is not None
        return percent

    def _unknown(self, text: str, bare: str) -> str:
        # What begins with a figure was meant for a number, or for a mark that does so too.
        is_figure = bare[0].isdigit()
        known = {key: name for key, name in (self._codes | self._marks).items() if key[:1].isdigit() == is_figure}
        if near := [known[match] for match in get_close_matches(bare[:20], known, n=3, cutoff=0.5)]:
            hint = f"Did you mean {' or '.join(near)}?"
        elif is_figure:
            hint = "Numbers are typed as 12, 12.5 or 12,5."
        else:
            hint = f"Codes here: {', '.join(self._codes.values()) or 'none'}."
        return f"{_cut(text)} is not a number, a mark or a score code. {hint}"


def _cut(text: str) -> str:
    return text if len(text) <= 40 else text[:39] + "…"
