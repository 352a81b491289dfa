"""Entries of a class as lines: a score, and after a stroke each what is chosen for the work's criteria, and then what is scored
for the standards that it names (R13, R16).
"""

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property

from gradecore import book as core
from gradecore.entry import Entry, EntryError, EntryReader, folded
from gradecore.numbers import decimal_text, in_units
from plans.criteria import Kept as Criterion
from plans.criteria import chosen_names
from plans.models import Assignment

from scores.by_standard import AWAY, STROKE, ByStandard
from scores.models import Score
from scores.texts import Kept, core_score

LONGEST = 200
"""How many characters a line has at most."""


@dataclass(frozen=True)
class Line:
    """A line as it reads: the score of the whole, and by the standard's name what is kept of each that is given."""

    entry: Entry
    standards: dict[str, str]
    levels: dict[str, str]
    """The levels chosen for criteria, by the identifiers of both; empty for one that is taken away."""
    leaves_whole: bool
    """Whether it gives levels or standards alone, so that nothing was typed for the whole."""


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
        # Strokes are for work with criteria or standards; elsewhere they are no score, and refused like any such text.
        by_standard = self.by_standard if assignment.standards else None
        whole, *parts = text.split(STROKE) if by_standard or assignment.criteria else [text]
        entry = self.reader.read(whole, self._points[assignment.pk], assignment.entered_as)
        first = len(assignment.criteria)
        levels = read_levels(parts[:first], assignment.criteria)
        rest = parts[first:]
        if rest and by_standard is None:
            raise EntryError(f"{len(parts)} levels, and the work has {first} criteria.")
        standards = by_standard.read(rest, assignment) if by_standard and rest else {}
        return Line(entry, standards, levels, leaves_whole=bool(parts) and not whole.strip())

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
        """A score as it would be typed, with levels of criteria and scores by standard where there are any."""
        names = chosen_names(assignment.criteria, score.levels)
        levels = [names.get(each["name"], "") for each in assignment.criteria]
        by_standard = self.by_standard.shown(score.by_standard, assignment) if self.by_standard else []
        beside = [*levels, *by_standard]
        return STROKE.join([self.text_of(score, assignment), *(beside if any(beside) else [])])


def read_levels(parts: Sequence[str], criteria: Sequence[Criterion]) -> dict[str, str]:
    """What was typed for each criterion: the number of a level as they are listed, or its first letters; a hyphen takes away,
    nothing leaves what is there. Raises EntryError, which names the criterion.
    """
    found = {}
    for part, criterion in zip(parts, criteria, strict=False):
        bare = folded(part)
        if not bare:
            continue
        levels = criterion["levels"]
        begun = [each for each in levels if folded(each["name"]).startswith(bare)]
        exact = [each for each in begun if folded(each["name"]) == bare]
        if bare == AWAY:
            found[criterion["id"]] = ""
        elif bare.isdigit() and 1 <= int(bare) <= len(levels):
            found[criterion["id"]] = levels[int(bare) - 1]["id"]
        elif exact or len(begun) == 1:
            found[criterion["id"]] = (exact or begun)[0]["id"]
        else:
            names = ", ".join(each["name"] for each in begun or levels)
            said = "could be several levels" if begun else "is none of the levels"
            raise EntryError(
                f"{criterion['name']}: {part.strip()[:30]} {said}: {names}. Type 1 to {len(levels)}, or a name."
            )
    return found
