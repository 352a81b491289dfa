"""What a table of scores would change, cell by cell. Reading changes nothing."""

import re
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from typing import Any, Literal

from gradecore.entry import Entry, EntryError
from gradecore.numbers import UNIT, NumberError, decimal_text, looks_like_number, read_decimal
from plans.models import Assignment
from school.models import Student, Term
from scores.book import LoadedClass, ScoreRow
from xlsxwriter.utility import xl_col_to_name

from exchange.score_file.heads import Column, Heads, read_heads
from exchange.score_file.sheet import AS_OF
from exchange.students import Asked, Paired, Roster, pair
from exchange.tables import plain_number

Kind = Literal["new", "replaced", "emptied", "overtaken", "unreadable"]
"""What a cell would do: enter where nothing is, replace, empty; or it stands against what was entered since the file was saved, or
cannot be read.
"""
_CHOSEN: dict[Kind, bool] = {"new": True, "replaced": True, "emptied": False, "overtaken": False, "unreadable": False}
"""Whether a cell is taken where nobody says otherwise: nothing is emptied, and nothing newer replaced, unasked."""

OVERTAKEN = "was changed here since the file was saved."


@dataclass(frozen=True)
class Cell:
    """A cell that differs from what the class has. `text` is what would be typed; `words` say what is the matter with it."""

    line: int
    place: int
    student: Student
    kind: Kind
    before: str
    text: str
    version: int
    words: str = ""
    is_slip: bool = False

    @property
    def key(self) -> str:
        """By which it is chosen: as a spreadsheet calls it."""
        return f"{xl_col_to_name(self.place)}{self.line}"


@dataclass(frozen=True)
class Choices:
    """What whoever brings the file in has chosen: columns by place, students by line, what unknown words stand for (None: left
    out), and which cells are taken, where that is not what is proposed.
    """

    columns: Mapping[str, Any] = field(default_factory=dict)
    students: Mapping[str, int] = field(default_factory=dict)
    words: Mapping[str, str | None] = field(default_factory=dict)
    cells: Mapping[str, bool] = field(default_factory=dict)


@dataclass(frozen=True)
class ScoreFile:
    """What a table says of a class. `unknown` are words that stand for no score here, with how often each is there."""

    heads: Heads
    asked: list[Asked]
    cells: list[Cell]
    unknown: Counter[str]
    same: int
    students: int
    choices: Choices

    @property
    def taken(self) -> list[Cell]:
        """The cells that would be entered."""
        return [each for each in self.cells if self.takes(each)]

    def takes(self, cell: Cell) -> bool:
        """Whether a cell is taken; one that cannot be read never is."""
        return cell.kind != "unreadable" and self.choices.cells.get(cell.key, _CHOSEN[cell.kind])


def read_scores(rows: Sequence[Sequence[str]], loaded: LoadedClass, term: Term, choices: Choices) -> ScoreFile:
    """What a table would change. Raises Refused where nothing in it can be told, or a choice is of another class."""
    heads = read_heads(rows, loaded, term, choices.columns)
    paired = pair(rows, heads.first, heads.naming, Roster(loaded.plan.students), choices.students)
    return _Reading(rows, loaded, heads, paired, choices).all()


def as_of(rows: Sequence[Sequence[str]]) -> int | None:
    """The revision of the class's scores that a table was saved with; None where it does not say."""
    for row in rows[:10]:
        for cell in row:
            if found := re.fullmatch(rf"{AS_OF} (\d{{1,15}})", cell.strip()):
                return int(found[1])
    return None


class _Reading:
    def __init__(
        self, rows: Sequence[Sequence[str]], loaded: LoadedClass, heads: Heads, paired: Paired, choices: Choices
    ) -> None:
        self.rows, self.loaded, self.heads, self.paired, self.choices = rows, loaded, heads, paired, choices
        self.works = {each.pk: each for each in loaded.plan.assignments}
        self.as_of = as_of(rows)
        self.unknown: Counter[str] = Counter()
        self.same = 0

    def all(self) -> ScoreFile:
        cells = [cell for column in self.heads.columns if column.kind != "aside" for cell in self._column(column)]
        return ScoreFile(
            self.heads, self.paired.asked, cells, self.unknown, self.same, len(self.paired.students), self.choices
        )

    def _column(self, column: Column) -> Iterator[Cell]:
        for line, student in self.paired.students.items():
            row = self.rows[line - 1]
            text = row[column.place].strip() if column.place < len(row) else ""
            cell = (
                self._comment(column, line, student, text)
                if column.kind == "comment"
                else self._score(column, line, student, text)
            )
            if cell is None:
                self.same += bool(text)
            else:
                yield cell

    def _comment(self, column: Column, line: int, student: Student, text: str) -> Cell | None:
        assert column.work is not None
        had = self.loaded.rows.get((student.pk, column.work))
        before = had.comment if had else ""
        # A comment that looks like a formula was saved with a sign before it.
        text = text[1:] if text[:1] == "'" and text[1:2] in "=+-@" else text
        if text == before:
            return None
        kind: Kind = "emptied" if not text else "replaced" if before else "new"
        version, words = (had.version if had else 0), ""
        if had is not None and before and self._is_overtaken(had):
            kind, words = "overtaken", OVERTAKEN
        return Cell(line, column.place, student, kind, before, text, version, words)

    def _is_overtaken(self, had: ScoreRow) -> bool:
        """Whether a score, or what stands beside it, was changed since the file was saved."""
        return self.as_of is not None and had.revision > self.as_of

    def _score(self, column: Column, line: int, student: Student, text: str) -> Cell | None:
        work = self.works.get(column.work or 0)
        had = self.loaded.rows.get((student.pk, work.pk)) if work else None
        before = self.loaded.lines.text_of(had, work) if had and work else ""
        version = had.version if had else 0

        def cell(kind: Kind, text: str, words: str = "", *, is_slip: bool = False) -> Cell:
            return Cell(line, column.place, student, kind, before, text, version, words, is_slip)

        if not text:
            return cell("emptied", "") if before else None
        word = text.casefold()
        if word in self.choices.words:
            stands_for = self.choices.words[word]
            if stands_for is None:
                return None
            text = stands_for
            if not text:
                return cell("emptied", "") if before else None
        elif text.startswith("="):
            return cell(
                "unreadable",
                text,
                "is a formula without a value. Save the file once more in the spreadsheet, or with values in place of formulas.",
            )
        try:
            typed, entry = self._typed(column, work, text)
        except EntryError as error:
            if not looks_like_number(plain_number(text)):
                self.unknown[text] += 1
            return cell("unreadable", text, str(error))
        if had is not None and _is(had, entry):
            return None
        words = f"is above the {decimal_text(self._points(column, work))} points." if entry.above_points else ""
        if had is not None and self._is_overtaken(had):
            return cell("overtaken", typed, OVERTAKEN, is_slip=entry.above_points)
        return cell("replaced" if before else "new", typed, words, is_slip=entry.above_points)

    def _points(self, column: Column, work: Assignment | None) -> Fraction:
        points = Fraction(work.points) if work else column.points
        assert points is not None
        return points

    def _typed(self, column: Column, work: Assignment | None, text: str) -> tuple[str, Entry]:
        """A cell as it would be typed in the class, and as it reads. Raises EntryError for what is not taken."""
        number = plain_number(text)
        points = self._points(column, work)
        if looks_like_number(number) and not number.endswith("%"):
            if column.meant_in == "percent":
                number = f"{number} %"
            elif column.meant_in == "in proportion" and column.points:
                number = self._in_points(_read(number, text) * points / column.points, points, work, text)
            elif work is not None and work.entered_as == "percent":
                # A number in a file is points, also where percents are typed.
                number = self._in_points(_read(number, text), points, work, text)
        if work is None:
            return number, self.loaded.lines.reader.read(number, points)
        return number, self.loaded.lines.read(number, work).entry

    def _in_points(self, number: Fraction, points: Fraction, work: Assignment | None, text: str) -> str:
        """A number of points as it is typed for the work. Raises EntryError for one that no score keeps."""
        if UNIT % number.denominator:
            raise EntryError(f"{text} in proportion to {decimal_text(points)} points has more than 4 decimals.")
        return self.loaded.lines.typed(number, work) if work else decimal_text(number)


def _read(number: str, text: str) -> Fraction:
    try:
        return read_decimal(number, negative=False)
    except NumberError as error:
        raise EntryError(f"{text} {error}.") from None


def _is(had: ScoreRow, entry: Entry) -> bool:
    """Whether a score is what a cell says."""
    if isinstance(entry.score, int):
        return had.number is not None and int(had.number * UNIT) == entry.score
    return had.number is None and had.code == (entry.score or "")
