"""The shapes of reports and of how a class stands."""

import datetime
import uuid
from typing import Literal

from ninja import Schema
from pydantic import Field
from scores.schemas import GradeOut, WorkingOut

State = Literal["no_grade", "no_comment", "being_written", "ready", "posted", "changed"]


class StationOut(Schema):
    """A place on the trail: how far it is, and how it stands in words."""

    name: Literal["plan", "scores", "spread", "report", "send"]
    state: Literal["open", "half", "done"]
    words: str
    look: bool


class SegmentOut(Schema):
    """A term on the ribbon, in percent of its width."""

    id: int
    name: str
    kind: str
    left: float
    width: float
    words: str
    is_running: bool
    is_past: bool


class WindowOut(Schema):
    """A reporting window on the ribbon."""

    left: float
    width: float
    is_open: bool
    words: str


class RibbonOut(Schema):
    """The year's terms."""

    year: str
    today: float | None
    today_words: str
    segments: list[SegmentOut]
    semesters: list[SegmentOut]
    windows: list[WindowOut]


class FrameOut(Schema):
    """A class as its frame shows it, in one term."""

    id: int
    name: str
    section: str
    words: str
    term_id: int
    term: str
    term_is_running: bool
    ribbon: RibbonOut
    trail: list[StationOut]


class LedgerOut(Schema):
    """A class in the ledger of Today."""

    id: int
    name: str
    section: str
    words: str
    next_due: datetime.date | None
    next_due_names: list[str]
    trail: list[StationOut]


class NeedOut(Schema):
    """Something that needs the teacher: a sentence and an act."""

    by: datetime.date
    when: str
    kind: Literal["person", "look", "todo"]
    words: str
    act: str
    place: str


class DayOut(Schema):
    """A school day ahead and what is due then."""

    day: datetime.date
    lines: list[str]
    term_lines: list[str]


class TodayOut(Schema):
    """The home page."""

    day: datetime.date
    words: str
    ribbon: RibbonOut
    classes: list[LedgerOut]
    needs: list[NeedOut]
    days: list[DayOut]


class OverrideOut(Schema):
    """What was put in place of a computed grade."""

    percent: str | None
    mark: str | None
    reason: str
    who: str


class PostedOut(Schema):
    """A grade as it was posted."""

    percent: str | None
    mark: str | None
    comment: str
    who: str
    at: datetime.datetime


class ReportRow(Schema):
    """A student in the report of a term."""

    student_id: int
    given_name: str
    family_name: str
    number: str | None
    pronouns: str
    before: str | None
    grade: GradeOut
    override: OverrideOut | None
    comment: str
    comment_version: int
    is_ready: bool
    state: State
    posted: PostedOut | None


class ReportOut(Schema):
    """The report of a class for a term."""

    term_id: int
    term: str
    before_term: str | None
    window_is_open: bool
    window_words: str
    comment_limit: int
    marks: list[str]
    rows: list[ReportRow]
    last_posting: str | None


class OverrideIn(Schema):
    """A percent, a mark or both, as typed; both empty takes the override away."""

    percent: str = Field("", max_length=20)
    mark: str = Field("", max_length=30)
    reason: str = ""


class CommentIn(Schema):
    """A comment, and the version that it was written from."""

    text: str
    is_ready: bool
    version: int


class CommentOut(Schema):
    """A comment as it is kept."""

    version: int


class PostIn(Schema):
    """Which students' grades are posted. `term_name` is asked for where the window is not open."""

    request: uuid.UUID
    term: int
    students: list[int]
    term_name: str = ""


class PostOut(Schema):
    """How many were posted."""

    posted: int


class TrendOut(Schema):
    """A score in percent on its day; `level` is where it is drawn, in percent of the height."""

    name: str
    due_on: datetime.date | None
    percent: str
    level: float


class StudentTermOut(Schema):
    """A student's grade in one term as it is now; `posted` as it was posted, with its comment."""

    term_id: int
    term: str
    grade: GradeOut
    posted: str | None
    comment: str


class StudentNoteOut(Schema):
    """What stands beside a score: flag, comment for the family, private note."""

    work: str
    due_on: datetime.date | None
    score: str
    flag: str
    comment: str
    note: str


class StudentPageOut(Schema):
    """One student in a class and term; `before` and `after` are the neighbours in the roster."""

    student_id: int
    name: str
    given_name: str
    alias: str
    number: str
    before: int | None
    after: int | None
    term_id: int
    term: str
    grade: GradeOut
    working: WorkingOut
    trend: list[TrendOut]
    terms: list[StudentTermOut]
    missing: list[str]
    notes: list[StudentNoteOut]
