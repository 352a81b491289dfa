"""The shapes of entering scores, and of trying them."""

import uuid
from typing import Literal

from ninja import Schema
from plans.consequence_schemas import ConsequenceOut
from pydantic import BaseModel, Field
from school.schemas import Body
from typing_extensions import TypedDict

from scores.grid_schemas import ColumnOut, FiguresOut, RowOut, SpreadOut


class EntryIn(BaseModel, extra="forbid"):
    """What was typed for a student, based on a version of the score; with it, or without a text instead of it, what stands
    beside the score. `was` is what stood there where typing began.
    """

    student: int
    assignment: int
    text: str | None
    version: int
    comment: str | None = None
    note: str | None = None
    flag: str | None = None
    meant: bool | None = None
    was: dict[Literal["comment", "note", "flag"], str] = Field(default={})
    how: Literal["typed", "pasted", "filled", "from the stack", "put back"] = "typed"


class CellIn(BaseModel, extra="forbid"):
    """A cell of the grid."""

    student: int
    assignment: int


class ChosenIn(Body):
    """Cells that were chosen together."""

    cells: list[CellIn] = Field(max_length=20_000)


class ChosenOut(Schema):
    """Of the cells that were chosen: how many hold a number, what they add up to in points, and their mean and median."""

    cells: int
    count: int
    sum: str
    mean: str | None
    median: str | None


class TriedEntryIn(Body):
    """What would be typed for a student."""

    student: int
    assignment: int
    text: str


class TriedIn(Body):
    """What is about to be done: entries, and work that is closed (true) or opened again; and the term that is looked at."""

    term: int
    entries: list[TriedEntryIn] = Field(default=[], max_length=20_000)
    closed: dict[int, bool] = Field(default={})
    deleted: list[int] = Field(default=[], max_length=500)
    brought_back: list[int] = Field(default=[], max_length=500)


class NotTakenOut(Schema):
    """An entry that would not be taken, or that is to be looked at, and why."""

    student: int
    assignment: int
    message: str


class TriedOut(ConsequenceOut):
    """What would become of what is about to be done: of the grades, and of the entries those that would be `refused`, and
    those that would be taken and lie `above` the points.
    """

    refused: list[NotTakenOut]
    above: list[NotTakenOut]


class BatchIn(Body):
    """Entries that are saved together, once, in the term that is looked at."""

    id: uuid.UUID
    term: int
    entries: list[EntryIn]


class SavedOut(TypedDict):
    """An entry that was saved: a score with its new version, or what stands beside it, with the version of whoever's score that is."""

    student: int
    assignment: int
    what: Literal["score", "beside"]
    version: int
    text: str
    above_points: bool


What = Literal["score", "comment", "note", "flag"]
"""Which part of an entry is meant: the score itself, or what stands beside it."""


class ConflictOut(TypedDict):
    """A part of an entry that a colleague was faster with: theirs stands, with the version of the score."""

    student: int
    assignment: int
    what: What
    typed: str
    theirs: str
    version: int
    who: str
    at: str


class RefusedOut(TypedDict):
    """An entry that is not taken, and why."""

    student: int
    assignment: int
    what: What
    typed: str
    message: str


class AnswerOut(BaseModel):
    """What became of a batch, and what it changed: the columns concerned, and the rows, each with the cells concerned.

    `revision` is how many changes of the class's scores there were with this one.
    """

    revision: int
    saved: list[SavedOut]
    conflicts: list[ConflictOut]
    refused: list[RefusedOut]
    rows: list[RowOut]
    columns: list[ColumnOut]
    figures: FiguresOut
    spread: SpreadOut | None
