"""The shapes of the grid: its columns, rows and cells. Numbers are decimal text."""

import datetime
from typing import Any, Literal, NotRequired

from ninja import Schema
from plans.criteria_schemas import CriterionOut
from pydantic import BaseModel
from typing_extensions import TypedDict


class SpreadOut(TypedDict):
    """How numbers lie, as places on the strip's axis in percent of its width; `mean` as text."""

    low: float
    lower: float
    middle: float
    upper: float
    high: float
    mean: str


class FiguresOut(TypedDict):
    """The figures of a column, or of the class's percents, as the footer shows them (R9)."""

    count: int
    mean: str | None
    median: str | None
    deviation: str | None
    missing: int


class CriterionShownOut(CriterionOut):
    """A criterion, and how many students are at each of its levels."""

    counts: list[int]


class ColumnOut(TypedDict):
    """An assignment as a column. `words` says how it stands; `apart` that it is not in the grade.

    `lock` says why nothing can be entered, and where instead; `excuses` that one may be put
    nevertheless; `alike` that all have the same, which may be a slip.
    """

    id: int
    name: str
    short_name: str
    points: str
    sign: str | None
    colour: int | None
    category: str | None
    due_on: datetime.date | None
    is_due: bool
    position: int
    extra: bool
    closed: bool
    shown: bool
    apart: bool
    marked: int
    due: int
    bar: float
    words: str
    entered_as: str
    lock: str
    locked: bool
    excuses: bool
    alike: str | None
    standards: list[str]
    standard_points: dict[str, str]
    """Out of how many points some of the standards are scored; the others are out of what levels are out of."""
    criteria: list[CriterionShownOut]
    figures: FiguresOut
    spread: SpreadOut | None


class CellOut(TypedDict):
    """A score as it is shown. `level` is its percent of the points, `state` what kind of blank it is; `slip` says in
    words why it is probably not what was meant. A grid has thousands of them, which is why they are plain dictionaries.
    """

    text: str
    version: int
    adjusted: str | None
    level: float | None
    state: Literal["not_assigned", "missing", "past_due", "begun"] | None
    dropped: bool
    left_out: str | None
    flag: str
    slip: str | None
    comment: NotRequired[str]
    note: NotRequired[str]
    """What the family reads of a shown score, and what only the class's teachers do; there where something is written."""
    standards: NotRequired[list[str]]
    """The scores by standard, in the order in which the column names the standards; not there where it names none."""
    levels: NotRequired[list[int]]
    """For each of the column's criteria the number of the level chosen, from 1; 0 for none. Not there where it has none."""
    typed_over: NotRequired[bool]
    """Whether something was typed for the whole in place of what the levels come to."""


class GradeOut(BaseModel):
    """A final grade as shown; the computed one stands beside it."""

    percent: str | None
    mark: str | None
    computed_percent: str | None
    computed_mark: str | None
    missing: int


class RowOut(TypedDict):
    """A student's row; `number` tells namesakes apart."""

    student_id: int
    given_name: str
    family_name: str
    number: str | None
    alias: str
    grade: GradeOut
    cells: dict[int, CellOut]


class CodeShownOut(Schema):
    """A score code as it can be entered; `does` says in words what it does, `colour` is 0 for none."""

    code: str
    name: str
    does: str
    colour: int


class OwnLevelsOut(Schema):
    """Levels from the highest, and the most that a number can be."""

    marks: list[str]
    out_of: str


class LevelsOut(OwnLevelsOut):
    """What standards are scored with; and what some of them are scored with in its place, by name."""

    own: dict[str, OwnLevelsOut]


class GridOut(Schema):
    """The grid of a term; `levels` where some work of the class names standards."""

    term_id: int
    term: str
    columns: list[ColumnOut]
    rows: list[RowOut]
    figures: FiguresOut
    spread: SpreadOut | None
    codes: list[CodeShownOut]
    marks: list[str]
    levels: LevelsOut | None
    view: dict[str, Any]
    """How the teacher chose to look at the class."""
    shows_percent: bool
    """Whether percents stand beside the marks."""
