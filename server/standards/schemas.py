"""The shapes of a class by standard: levels, the evidence behind them, and setting them by hand."""

import datetime

from ninja import Schema
from pydantic import Field
from school.schemas import Body, RowNumber
from typing_extensions import TypedDict


class LevelOfScaleOut(Schema):
    """A level: its mark and where its value lies from the lowest (0) to the highest (1) that can be."""

    mark: str
    height: float


class StandardColumnOut(Schema):
    """A standard as a column: what it is part of and how deep, how many pieces of work name it, and how many students are at
    each level, in the order of its levels. `own_levels` are its levels where they are not those of the table. `is_asked` says that
    the term's reporting window wants a level; `lacking` is how many have none then. `has_parts` says that others are part of it.
    """

    name: str
    code: str
    wording: str
    within: str | None
    depth: int
    has_parts: bool
    pieces: int
    is_asked: bool
    lacking: int
    counts: list[int]
    own_levels: list[LevelOfScaleOut] | None


class LevelCellOut(TypedDict):
    """What a student has in a standard: the level; what the evidence says where a level was set by hand; whether it comes
    from the standard's parts; the pieces' heights from 0 to 1 in the order of their dates. A class has thousands of these.
    """

    mark: str | None
    computed: str | None
    by_hand: bool
    from_parts: bool
    heights: list[float]


class LevelRowOut(TypedDict):
    """A student with a cell for each standard, in the order of the columns."""

    student_id: int
    given_name: str
    family_name: str
    alias: str
    number: str | None
    cells: list[LevelCellOut]


class ByStandardOut(Schema):
    """A class by standard; `lacking` is how many students lack a level that is asked for. `has_aliases` says that students are
    called by their aliases.
    """

    term_id: int
    term: str
    levels: list[LevelOfScaleOut]
    columns: list[StandardColumnOut]
    rows: list[LevelRowOut]
    asked: int
    lacking: int
    has_aliases: bool = False


class EvidencePieceOut(Schema):
    """A piece of evidence: the work, when it was due, what was scored for the standard, and its height."""

    assignment_id: int
    term_id: int
    name: str
    due_on: datetime.date | None
    text: str
    level: str
    is_shown: bool
    height: float


class SetByHandOut(Schema):
    """The level that a teacher set, who, when and why."""

    mark: str
    who: str
    at: datetime.datetime
    reason: str


class PartOfOut(Schema):
    """What a standard goes into, and the student's level there."""

    name: str
    mark: str | None


class LevelWorkingOut(Schema):
    """How a student stands in a standard, with everything behind it."""

    name: str
    code: str
    wording: str
    mark: str | None
    computed: str | None
    value: str | None
    out_of: str
    by_hand: SetByHandOut | None
    how: str
    """How pieces come together, in a sentence."""
    steps: list[str]
    trend: str
    """How the pieces go over time, in a sentence; empty where fewer than two say anything."""
    pieces: list[EvidencePieceOut]
    into: PartOfOut | None
    parts: list[PartOfOut]


class LevelIn(Body):
    """A student's level in a standard as typed: a mark, or its first letters; empty takes it back. Without a reason the one that
    is there stays.
    """

    student: RowNumber
    standard: str = Field(max_length=60)
    mark: str = Field(max_length=30)
    reason: str | None = None


class LevelsIn(Body):
    """Levels that are set together, and undone together."""

    entries: list[LevelIn] = Field(max_length=2000)


class LevelsSetOut(Schema):
    """How many levels changed."""

    changed: int
