"""The shapes of a report: its rows, overrides, and posting."""

import datetime
import uuid
from typing import Literal

from exchange.table_schemas import AskedLineOut, ChoosableOut, PairedColumnOut
from ninja import Schema
from pydantic import Field
from school.schemas import Body
from scores.grid_schemas import GradeOut

State = Literal["no_grade", "no_comment", "being_written", "ready", "posted", "changed"]


class OverrideOut(Schema):
    """What was put in place of a computed grade, by whom, when and why."""

    percent: str | None
    mark: str | None
    reason: str
    who: str
    at: datetime.datetime


class PostedOut(Schema):
    """A grade as it was posted."""

    id: int
    percent: str | None
    mark: str | None
    effort: str
    comment: str
    narrative: str
    by_standard: dict[str, str]
    who: str
    at: datetime.datetime


class WithdrawnOut(Schema):
    """That what was posted was taken back."""

    who: str
    at: datetime.datetime
    reason: str


class ReportCheckOut(Schema):
    """A check before posting that is open; a binding one stops the student's posting."""

    kind: str
    words: str
    is_binding: bool


class ReportGrade(GradeOut):
    """A grade in a report: with the levels that go with it, by standard, and whether these stand alone."""

    levels: dict[str, str]
    levels_alone: bool


class ReportRow(Schema):
    """A student in the report of a term; `parts` are the grades that a term made of terms comes from.

    `families` says whether the family sees what was posted.
    """

    student_id: int
    given_name: str
    family_name: str
    number: str | None
    pronouns: str
    before: str | None
    parts: list[str]
    grade: ReportGrade
    override: OverrideOut | None
    effort: str
    comment: str
    comment_version: int
    has_narrative: bool
    is_ready: bool
    state: State
    checks: list[ReportCheckOut]
    posted: PostedOut | None
    withdrawn: WithdrawnOut | None
    families: str
    is_kept_back: bool


class OutsideMarkOut(Schema):
    """A mark outside the scale, and what it says."""

    mark: str
    name: str


class ReportOut(Schema):
    """The report of a class for a term."""

    term_id: int
    term: str
    before_term: str | None
    parts: list[str]
    window_is_open: bool
    is_closed: bool
    window_words: str
    families_words: str
    comment_limit: int
    standards: list[str]
    collects: list[str]
    levels: list[str]
    """The levels of the school's standards, the highest first."""
    level_columns: list[str]
    """The standards whose levels stand in the table."""
    levels_alone: bool
    marks: list[str]
    outside_marks: list[OutsideMarkOut]
    efforts: list[str]
    rows: list[ReportRow]
    last_posting: str | None
    has_draft: bool


class OverrideIn(Body):
    """A percent, a mark or both for one student, as typed; both empty takes the override away."""

    student: int
    percent: str = Field("", max_length=20)
    mark: str = Field("", max_length=40)
    reason: str = Field("", max_length=2_000)


class OverridesIn(Body):
    """Overrides of some students, as one act; `sure` says that more than 100 % is meant."""

    entries: list[OverrideIn] = Field(max_length=2_000)
    sure: bool = False


class ChangedOut(Schema):
    """How many changed."""

    changed: int


class OverrideChangeOut(Schema):
    """What a line of a file would change; `is_high` asks about more than 100 %."""

    line: int
    student_id: int
    student: str
    computed: str
    before: str
    after: str
    percent: str
    mark: str
    reason: str
    is_high: bool
    is_taken: bool


class UnreadLineOut(Schema):
    """A line of a file that cannot be read, and why."""

    line: int
    words: str


class OverrideChoicesIn(Body):
    """What was chosen about a file: what its columns are by place, whom lines are about, which lines are taken."""

    fields: dict[int, str] | None = None
    students: dict[int, int] = Field(default_factory=dict)
    lines: dict[int, bool] = Field(default_factory=dict)


class OverrideTableIn(Body):
    """A table of overrides as it was read, and what was chosen about it."""

    told: str
    rows: list[list[str]]
    choices: OverrideChoicesIn = Field(default_factory=OverrideChoicesIn)


class OverrideFileOut(Schema):
    """What a file of overrides would change; `same` lines change nothing. `lacks` says which column is to be named first, if any."""

    told: str
    columns: list[PairedColumnOut]
    fields: dict[str, str]
    """What a column can be, with the words for it."""
    lacks: str
    asked: list[AskedLineOut]
    roster: list[ChoosableOut]
    changes: list[OverrideChangeOut]
    unread: list[UnreadLineOut]
    same: int


class EffortsIn(Body):
    """Efforts by student, as typed."""

    efforts: dict[int, str]


class PostIn(Body):
    """Which students' grades are posted. `term_name` is asked for where the window is not open."""

    request: uuid.UUID
    term: int
    students: list[int]
    term_name: str = ""


class PostOut(Schema):
    """How many were posted."""

    posted: int


class WithdrawIn(Body):
    """Why a posted grade is taken back."""

    reason: str


class ShownIn(Body):
    """Whether families see the posted grades of these students."""

    students: list[int]
    is_shown: bool
