"""Scores by standard, as they are typed: in one line with the score of the whole, a stroke before each.

`41/3/4` is 41 for the whole, then 3 and 4 for the two standards that the work names, in their order. Nothing
between two strokes leaves what is there, and so does nothing before the first; a hyphen takes a standard's score away.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction

from gradecore import book as core
from gradecore.entry import EntryError, EntryReader, folded
from gradecore.numbers import UNIT, decimal_text
from plans.models import Assignment
from plans.standards import points_of

from scores.texts import text_score

STROKE = "/"
AWAY = "-"


@dataclass(frozen=True)
class ByStandard:
    """How a class reads and shows scores by standard: in the marks or units of the levels' scale, or a code."""

    reader: EntryReader
    levels: core.Scale

    @classmethod
    def of(cls, book: core.Book) -> "ByStandard | None":
        """None where no work names a standard."""
        levels = book.standards_scale
        return None if levels is None else cls(EntryReader(levels, book.codes), levels)

    def read(self, parts: list[str], work: Assignment) -> dict[str, str]:
        """What was typed for each standard of the work, as it is kept; an empty text takes away. Raises EntryError, which names the
        standard.
        """
        names = work.standards
        if len(parts) > len(names):
            raise EntryError(f"{len(parts)} scores by standard, and the work names {len(names)}: {', '.join(names)}.")
        found = {}
        for name, part in zip(names, parts, strict=False):
            if part.strip():
                try:
                    found[name] = "" if folded(part) == AWAY else self._kept(part, points_of(work, name, self.levels))
                except EntryError as error:
                    raise EntryError(f"{name}: {error}") from None
        return found

    def _kept(self, text: str, points: Fraction) -> str:
        score = self.reader.read(text, points).score
        if isinstance(score, int):
            if score > points * UNIT:
                raise EntryError(f"{text.strip()} is above {decimal_text(points)}, the most that it is scored with.")
            return decimal_text(Fraction(score, UNIT))
        return score or ""

    def shown(self, kept: Mapping[str, str], assignment: Assignment) -> list[str]:
        """What is kept for each standard of the work, as it is shown: as a mark where it is one's value, in points where the standard
        has points of its own.
        """
        return [
            self.reader.text_of(
                text_score(kept.get(name, "")),
                points_of(assignment, name, self.levels),
                "points" if name in assignment.standard_points else "marks",
            )
            for name in assignment.standards
        ]
