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
    whole: list[SegmentOut]
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
    grade: GradeOut
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
    marks: list[str]
    outside_marks: list[OutsideMarkOut]
    efforts: list[str]
    rows: list[ReportRow]
    last_posting: str | None
    has_draft: bool


class OverrideIn(Schema):
    """A percent, a mark or both for one student, as typed; both empty takes the override away."""

    student: int
    percent: str = Field("", max_length=20)
    mark: str = Field("", max_length=40)
    reason: str = Field("", max_length=2_000)


class OverridesIn(Schema):
    """Overrides of some students, as one act; `sure` says that more than 100 % is meant."""

    entries: list[OverrideIn] = Field(max_length=2_000)
    sure: bool = False


class ChangedOut(Schema):
    """How many changed."""

    changed: int


class OverrideChangeOut(Schema):
    """What a line of a file would change; `is_high` asks about more than 100 %."""

    student_id: int
    student: str
    computed: str
    before: str
    after: str
    percent: str
    mark: str
    reason: str
    is_high: bool


class UnreadLineOut(Schema):
    """A line of a file that cannot be read, and why."""

    line: int
    words: str


class OverrideFileOut(Schema):
    """What a file of overrides would change; `same` lines change nothing."""

    changes: list[OverrideChangeOut]
    unread: list[UnreadLineOut]
    same: int


class EffortsIn(Schema):
    """Efforts by student, as typed."""

    efforts: dict[int, str]


class CommentIn(Schema):
    """A comment, and the version that it was written from; what is not given of the rest stays as it is."""

    text: str
    narrative: str | None = None
    by_standard: dict[str, str] | None = Field(None, max_length=100)
    is_ready: bool
    version: int


class CommentOut(Schema):
    """A comment as it is kept."""

    version: int


class AlikeIn(Schema):
    """The same starting text for several students."""

    students: list[int]
    text: str


class AlikeOut(Schema):
    """How many comments were begun, and who had one already and keeps it."""

    begun: int
    kept: list[str]


class PostIn(Schema):
    """Which students' grades are posted. `term_name` is asked for where the window is not open."""

    request: uuid.UUID
    term: int
    students: list[int]
    term_name: str = ""


class PostOut(Schema):
    """How many were posted."""

    posted: int


class WithdrawIn(Schema):
    """Why a posted grade is taken back."""

    reason: str


class ShownIn(Schema):
    """Whether families see the posted grades of these students."""

    students: list[int]
    is_shown: bool


class CommentEventOut(Schema):
    """What a comment was after one go at it."""

    who: str
    at: datetime.datetime
    text: str


class PostingEventOut(Schema):
    """A posting of a student's grade, with what came of it and the ground rules at that moment, in words."""

    posted: PostedOut
    withdrawn: WithdrawnOut | None
    ground_rules: dict[str, str]
    working: WorkingOut


class HistoryOut(Schema):
    """How a student's report came about: the comment at each go and every posting, the newest first."""

    comments: list[CommentEventOut]
    postings: list[PostingEventOut]


class LevelOut(Schema):
    """A grade in percent on a day; `level` is where it is drawn, in percent of the height."""

    day: datetime.date | None
    percent: str
    level: float


class BandOut(Schema):
    """Where a mark begins."""

    mark: str
    level: float


class EvidenceCategoryOut(Schema):
    """A category's percent, and whether it is the best or the weakest."""

    name: str
    sign: str
    colour: int
    percent: str
    level: float
    words: str


class EarlierOut(Schema):
    """A comment as it was posted in an earlier term."""

    term: str
    mark: str
    comment: str


class SentenceOut(Schema):
    """A sentence of the comment bank; `shown` with the student's own. What does not fit lacks something."""

    id: int
    purpose: str
    text: str
    shown: str
    is_own: bool
    is_favourite: bool
    fits: bool


class SentenceIn(Schema):
    """A sentence of the bank to make or, by its number, to change."""

    id: int | None = None
    purpose: str
    text: str


class FavouriteIn(Schema):
    """Whether a sentence is a favourite."""

    is_favourite: bool


class TrendOut(Schema):
    """A score in percent on its day; `level` is where it is drawn, in percent of the height."""

    name: str
    due_on: datetime.date | None
    percent: str
    level: float
    colour: int | None


class EvidenceOut(Schema):
    """What a student's term says, beside the comment. `course` is how the grade went."""

    student_id: int
    trend: list[TrendOut]
    course: list[LevelOut]
    bands: list[BandOut]
    categories: list[EvidenceCategoryOut]
    missing: list[str]
    late: list[str]
    to_come: list[str]
    earlier: list[EarlierOut]
    narrative: str
    by_standard: dict[str, str]


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


class WantedIn(Schema):
    """A document to make: report cards of students over the subjects that one may print, or a sheet of a class.

    `design` and `paper` are the school's unless given. `packed` makes one file of each student, in a zip.
    """

    kind: Literal["cards", "board", "class_sheet", "marking"]
    students: list[int] = Field(default_factory=list, max_length=5_000)
    term: int | None = None
    design: Literal["ledger", "pages"] | None = None
    paper: Literal["A4", "Letter"] | None = None
    packed: bool = False
    shows: Literal["marks", "scores"] = "marks"


class DocumentOut(Schema):
    """A document: how far it is, and, once done, its size in bytes."""

    id: int
    name: str
    state: str
    done: int
    total: int
    problem: str
    size: int
    at: datetime.datetime


class CardTermOut(Schema):
    """What was posted for a subject in a term."""

    term: str
    mark: str
    percent: str
    effort: str


class CardCommentOut(Schema):
    """A comment and a narrative on a report card."""

    term: str
    comment: str
    by_standard: dict[str, str]
    narrative: str


class CardSubjectOut(Schema):
    """A subject on a report card: its terms, and the last comment and narrative with the term that they are of."""

    name: str
    teachers: list[str]
    terms: list[CardTermOut]
    comments: list[CardCommentOut]


class CardOut(Schema):
    """A student's report card: what was posted, and nothing computed."""

    school: str
    address: str
    year: str
    student_id: int
    student: str
    number: str
    term: str
    terms: list[str]
    day: str
    subjects: list[CardSubjectOut]


class KindOut(Schema):
    """A kind of check that the school can make binding."""

    kind: str
    words: str


class ReopeningOut(Schema):
    """A closed window opened again."""

    who: str
    until: datetime.date
    reason: str
    by: str
    at: datetime.datetime


class OfficeWindowOut(Schema):
    """A reporting window as the records officer sets it."""

    opens: datetime.date
    closes: datetime.date
    families_from: datetime.date | None
    comment_limit: int
    comments_by: str
    collects: list[str]
    binding: list[str]
    is_open: bool
    is_closed: bool
    reopenings: list[ReopeningOut]


class OfficeTermOut(Schema):
    """A term with its window."""

    id: int
    name: str
    kind: str
    starts: datetime.date
    ends: datetime.date
    within: int | None
    window: OfficeWindowOut | None


class StandOut(Schema):
    """How far a class's posting of a term is."""

    state: Literal["not", "partly", "posted", "changed"]
    words: str
    posted: int
    changed: int
    left: int


class OfficeClassOut(Schema):
    """A class in the records officer's list."""

    id: int
    name: str
    teachers: list[str]
    stand: StandOut


class NamedOut(Schema):
    """Something by its number and name."""

    id: int
    name: str


class OfficeOut(Schema):
    """A school year as the records officer sees it."""

    school: str
    address: str
    card_design: str
    paper: str
    outside_marks: list[list[str]]
    efforts: list[str]
    year_id: int
    year: str
    years: list[NamedOut]
    terms: list[OfficeTermOut]
    check_kinds: list[KindOut]
    teachers: list[NamedOut]


class YearIn(Schema):
    """A school year to make or, by its number, to change."""

    id: int | None = None
    name: str
    starts: datetime.date
    ends: datetime.date


class NumberOut(Schema):
    """The number of what was made."""

    id: int


class SchoolTermIn(Schema):
    """A term; its kind is set once."""

    name: str
    kind: str = "quarter"
    starts: datetime.date
    ends: datetime.date


class WindowIn(Schema):
    """A reporting window."""

    opens: datetime.date
    closes: datetime.date
    families_from: datetime.date | None = None
    comment_limit: int = 600
    comments_by: Literal["subject", "standard"] = "subject"
    collects: list[str]
    binding: list[str] = Field(default_factory=list)


class ReopenIn(Schema):
    """For whom a closed window is opened again (all where nobody is named), until when and why."""

    teacher: int | None = None
    until: datetime.date
    reason: str


class SchoolIn(Schema):
    """What report cards look like, marks outside the scale, and words for effort."""

    card_design: str
    paper: str
    address: str = ""
    outside_marks: list[tuple[str, str]] = Field(default_factory=list, max_length=30)
    efforts: list[str] = Field(default_factory=list, max_length=10)
