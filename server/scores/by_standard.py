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
from gradecore.standards import scales_of
from plans.models import Assignment
from plans.standards import points_of

from scores.texts import text_score

STROKE = "/"
AWAY = "-"


@dataclass(frozen=True)
class ByStandard:
    """How a class reads and shows scores by standard: in the marks or units of the scale of its levels, or a code."""

    levels: core.Scale
    """The scale that standards have where they have none of their own."""
    scales: Mapping[str, core.Scale]
    readers: Mapping[str, EntryReader]

    @classmethod
    def of(cls, book: core.Book) -> "ByStandard | None":
        """None where no work names a standard."""
        levels = book.standards_scale
        if levels is None:
            return None
        scales = scales_of(book.standards, book.level_scales, levels)
        readers = {id(scale): EntryReader(scale, book.codes) for scale in scales.values()}
        return cls(levels, scales, {name: readers[id(scale)] for name, scale in scales.items()})

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
                    found[name] = "" if folded(part) == AWAY else self._kept(part, work, name)
                except EntryError as error:
                    raise EntryError(f"{name}: {error}") from None
        return found

    def _kept(self, text: str, work: Assignment, name: str) -> str:
        points = points_of(work, name, self.scales[name])
        score = self.readers[name].read(text, points).score
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
            self.readers[name].text_of(
                text_score(kept.get(name, "")),
                points_of(assignment, name, self.scales[name]),
                "points" if name in assignment.standard_points else "marks",
            )
            for name in assignment.standards
        ]
