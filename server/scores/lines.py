"""Entries of a class as lines: a score, and where the work names standards one for each of them (R13)."""

from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property

from gradecore import book as core
from gradecore.entry import Entry, EntryError, EntryReader
from gradecore.numbers import decimal_text, in_units
from plans.models import Assignment

from scores.by_standard import STROKE, ByStandard
from scores.models import Score
from scores.texts import Kept, core_score

LONGEST = 200
"""How many characters a line has at most."""


@dataclass(frozen=True)
class Line:
    """A line as it reads: the score of the whole, and by the standard's name what is kept of each that is given."""

    entry: Entry
    standards: dict[str, str]
    leaves_whole: bool
    """Whether it gives standards alone, so that the score of the whole stays."""


class Lines:
    """Reads and shows the lines of a class."""

    def __init__(self, book: core.Book) -> None:
        self.reader = EntryReader(book.scale, book.codes)
        self._points = {int(each.id): each.points for each in book.assignments}
        self._book = book

    @cached_property
    def by_standard(self) -> ByStandard | None:
        """How scores by standard are read and shown; None where no work names a standard."""
        return ByStandard.of(self._book)

    def read(self, text: str, assignment: Assignment) -> Line:
        """What is typed for an assignment. Raises EntryError, which says what of it is not taken."""
        if len(text) > LONGEST:
            raise EntryError(f"This has {len(text):,} characters; a score has at most {LONGEST}.")
        # Strokes are for work that names standards; elsewhere they are no score, and refused like any such text.
        by_standard = self.by_standard if assignment.standards else None
        whole, *parts = text.split(STROKE) if by_standard else [text]
        entry = self.reader.read(whole, self._points[assignment.pk], assignment.entered_as)
        standards = by_standard.read(parts, assignment.standards) if by_standard and parts else {}
        return Line(entry, standards, leaves_whole=bool(parts) and not whole.strip())

    def lock_of(self, text: str, assignment: Assignment, score: Kept | None) -> str:
        """Why a text is not entered for an assignment, and where instead; empty where it is. Beside scores that come from
        elsewhere an excuse may be put, and taken away again.
        """
        if not assignment.kept_in or assignment.locked:
            return assignment.lock_words
        has_excuse = score is not None and score.code.casefold() in self._excuses
        is_excuse = text.strip().casefold() in self._excuses or (has_excuse and not text.strip())
        return "" if is_excuse else assignment.lock_words

    @cached_property
    def _excuses(self) -> set[str]:
        return {each.code.casefold() for each in self._book.codes if each.effect == "leave_out" and not each.missing}

    def text_of(self, score: Kept, assignment: Assignment) -> str:
        """The score of the whole as it is shown, in the way in which the assignment's are entered."""
        return self.reader.text_of(core_score(score), self._points[assignment.pk], assignment.entered_as)

    def typed(self, points: Fraction, assignment: Assignment) -> str:
        """A number of points as it would be typed for an assignment: a percent where scores are entered as percents."""
        text = self.reader.text_of(in_units(points), self._points[assignment.pk], assignment.entered_as)
        return text if self.read(text, assignment).entry.score == in_units(points) else decimal_text(points)

    def line_of(self, score: Score, assignment: Assignment) -> str:
        """A score as it would be typed, with those by standard where there are any."""
        by_standard = self.by_standard.shown(score.by_standard, assignment) if self.by_standard else []
        return STROKE.join([self.text_of(score, assignment), *(by_standard if any(by_standard) else [])])
