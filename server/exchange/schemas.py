"""Shapes of what is taken out and brought in."""

import datetime
from typing import Any

from ninja import Field, Schema
from plans.consequence_schemas import ConsequenceOut
from school.schemas import Body

from exchange.score_file.heads import As, In
from exchange.score_file.reading import Kind
from exchange.table_schemas import AskedLineOut, ChoosableOut


class ScoreColumnOut(Schema):
    """A column of a file of scores: what it is taken for, and where something is to be decided, what. `points` are the file's."""

    place: int
    letters: str
    head: str
    kind: As
    work: int | None
    name: str
    points: str | None
    category: int | None
    term: int | None
    meant_in: In
    words: str


class ScoreCellOut(Schema):
    """A cell that differs from what the class has; `key` names it as a spreadsheet does."""

    key: str
    place: int
    student: str
    kind: Kind
    before: str
    text: str
    words: str
    is_slip: bool
    is_taken: bool


class UnknownWordOut(Schema):
    """A word that is no score here, with how often it stands in the file."""

    text: str
    count: int


class ScoreFileOut(Schema):
    """What a file of scores would change. `seen` is how far the class's scores had come; taking the file says so again."""

    told: str
    head_line: int
    seen: int
    students: int
    same: int
    columns: list[ScoreColumnOut]
    asked: list[AskedLineOut]
    unknown: list[UnknownWordOut]
    cells: list[ScoreCellOut]
    would: ConsequenceOut | None
    roster: list[ChoosableOut]
    works: list[ChoosableOut]
    categories: list[ChoosableOut]
    terms: list[ChoosableOut]
    codes: list[str]


class ScoreChoicesIn(Body):
    """What was chosen about a file: columns by place, students by line, what unknown words stand for, which cells are taken."""

    columns: dict[str, dict[str, Any]] = Field(default_factory=dict)
    students: dict[str, int] = Field(default_factory=dict)
    words: dict[str, str | None] = Field(default_factory=dict)
    cells: dict[str, bool] = Field(default_factory=dict)


class ScoreTableIn(Body):
    """A table of scores as it was read: its rows as text, and what was chosen about it; `name` is the file's."""

    name: str
    told: str
    rows: list[list[str]]
    term: int | None = None
    choices: ScoreChoicesIn = Field(default_factory=ScoreChoicesIn)


class TakeScoresIn(ScoreTableIn):
    """A table of scores to be taken, once under the number `request`, as it was looked at (`seen`)."""

    request: str
    seen: int


class ScoresTakenOut(Schema):
    """What became of a file of scores."""

    cells: int
    works: int
    left: list[str]


class NewCalendarAddressOut(Schema):
    """A private address of a calendar, told this once."""

    address: str


class CalendarAddressOut(Schema):
    """That one has a private address of a calendar: of a class, of a student's work, or of all classes that one teaches."""

    id: int
    of: str
    school_class: int | None
    student: int | None
    made_at: datetime.datetime


class OpenGradebookIn(Body):
    """A gradebook file to be opened over an empty class: its text, whom and which term each name in it stands for where that is
    not what is proposed (null: left out), and whether it is only tried.
    """

    text: str
    students: dict[str, int | None] = Field(default_factory=dict)
    terms: dict[str, int | None] = Field(default_factory=dict)
    dry_run: bool


class PairedOut(Schema):
    """A name in a file, and what is meant by it here; null where nothing is."""

    name: str
    id: int | None


class OpenedGradebookOut(Schema):
    """What opening a gradebook file makes or would make; `left` says what of it is not taken, `unlike` where grades differ."""

    categories: int
    works: int
    scores: int
    overrides: int
    students: list[PairedOut]
    terms: list[PairedOut]
    left: list[str]
    unlike: list[str]
    roster: list[ChoosableOut]
    class_terms: list[ChoosableOut]
