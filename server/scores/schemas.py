"""The shapes of scores on their way out and in."""

import datetime
import uuid
from typing import Any, Literal, NotRequired

from ninja import Schema
from plans.schemas import ConsequenceOut, CriterionOut
from pydantic import BaseModel, Field
from school.schemas import Body, RowNumber
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


class LevelsOut(Schema):
    """What standards are scored with: the levels from the highest, and the most that a number can be."""

    marks: list[str]
    out_of: str


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


class ViewIn(Body):
    """How the teacher chooses to look at the class: what a choice is called, and what was chosen."""

    view: dict[str, Any]


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


class BesideOut(Schema):
    """A change of what stands beside a score."""

    what: Literal["comment", "note", "flag", "meant"]
    before: str | bool
    after: str | bool


class EventOut(Schema):
    """One change of a score; `standards` says in words what changed of single criteria and standards."""

    before: str
    after: str
    standards: list[str]
    beside: list[BesideOut]
    how: str
    who: str
    at: datetime.datetime


class LineOut(Schema):
    """An assignment in a working: in words, with what it adds to the percent."""

    assignment_id: int | None = None
    """None in what was posted before lines said so."""
    name: str
    score: str
    words: str
    dropped: bool
    adds: str | None


class CategoryWorkingOut(Schema):
    """A category in a working."""

    name: str
    sign: str
    colour: int
    words: str
    percent: str | None
    weight: str | None
    weight_in_effect: str | None
    adds: str | None
    height: float
    width: float
    lines: list[LineOut]


class PartOut(Schema):
    """A part of a term of terms, in a working."""

    term_id: int | None = None
    name: str
    percent: str | None
    mark: str | None
    weight: str
    weight_in_effect: str | None
    adds: str | None


class StepOut(Schema):
    """A step after the sum: an adjustment, a cap, the looking up, an override. Its `reason` is the teachers' own (R14.4)."""

    words: str
    value: str
    reason: str = ""


class WorkingOut(Schema):
    """How a grade comes about."""

    student: str
    term: str
    method: str
    percent: str | None
    mark: str | None
    exact: str | None
    categories: list[CategoryWorkingOut]
    apart: list[LineOut]
    parts: list[PartOut]
    standards: list[PartOut] = Field(default_factory=list)
    """What a term made of standards is made of; their names stand for those of terms."""
    steps: list[StepOut]
    sum: str | None
    note: str | None


class PulseIn(Body):
    """The revision of the scores that a page has come to, None at first, and the cell that its person is in."""

    revision: int | None = None
    student: RowNumber | None = None
    assignment: RowNumber | None = None


class SomebodyOut(Schema):
    """A colleague who has the class open, and the cell that they are in."""

    name: str
    student: int | None
    assignment: int | None


class PulseOut(Schema):
    """How far the class has come: whatever differs from what a page knows is to be fetched again."""

    revision: int
    plan: str
    words: list[str]
    here: list[SomebodyOut]


class EffectOut(Schema):
    """What a score makes of the term's grade: as it is, without it, or as it may have been meant; `place` on the ruler."""

    words: str
    percent: str | None
    mark: str | None
    place: float | None


class MarkOut(Schema):
    """Where a mark begins on a ruler of grades, in percent of its width."""

    mark: str
    place: float


class StandardScoreOut(Schema):
    """What a cell holds for one standard, and how the student stands in that standard over all its evidence."""

    name: str
    text: str
    level: str | None


class LensOut(Schema):
    """What the grid does not tell of a cell. `meant` is the text that a slip may have been meant as."""

    text: str
    version: int
    percent: str | None
    words: str
    slip: str | None
    meant: str | None
    effects: list[EffectOut]
    ruler: list[MarkOut]
    """The marks around the effects, lowest first."""
    drop: str
    """Whose drop the score takes, in words; empty where it takes none."""
    standards: list[StandardScoreOut]
    history: list[EventOut]
    phrases: list[str]
    """The comments one wrote last in the class, to be used again."""


class LooseEndOut(Schema):
    """What is to be looked at before a term ends: blank, missing, excused, incomplete, slip or low; `meant` is what a slip may mean."""

    kind: str
    words: str
    class_id: int
    class_name: str
    term_id: int
    student_id: int
    student: str
    assignment_id: int
    assignment: str
    short_name: str
    due_on: datetime.date | None
    text: str
    points: str
    version: int
    meant: str | None
    flag: str


class StudentLineOut(Schema):
    """A student of one's own, to be found by name."""

    student_id: int
    name: str
    alias: str
    number: str
    class_id: int
    class_name: str


class StudentGroupOut(Schema):
    """A group of students by their numbers; `version` is what the next change is made from."""

    id: int
    name: str
    version: int
    students: list[int]


class StudentGroupIn(Body):
    """A group to be made."""

    name: str = Field(max_length=200)
    students: list[RowNumber] = Field(max_length=2_000)


class StudentGroupsIn(Body):
    """Groups to be made together."""

    groups: list[StudentGroupIn] = Field(min_length=1, max_length=60)


class StudentGroupChange(Body):
    """What changes of a group, from a version of it."""

    version: int
    name: str | None = Field(None, max_length=200)
    students: list[RowNumber] | None = Field(None, max_length=2_000)


class ProposeIn(Body):
    """How many groups are proposed, and how: by draw, mixed so that they are like each other, or of those who stand alike."""

    way: Literal["draw", "mixed", "alike"]
    count: int = Field(ge=1, le=60)
    term: RowNumber | None = None


class GroupsProposedOut(Schema):
    """Groups that are proposed, each as the numbers of its students."""

    groups: list[list[int]]
