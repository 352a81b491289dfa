"""The shapes of the comment desk: comments with their history, evidence, the bank, and a student's page."""

import datetime

from ninja import Schema
from pydantic import Field
from school.schemas import Body
from scores.grid_schemas import GradeOut
from scores.working_schemas import WorkingOut

from reports.schemas import PostedOut, WithdrawnOut


class CommentIn(Body):
    """A comment, and the version that it was written from; what is not given of the rest stays as it is."""

    text: str
    narrative: str | None = None
    by_standard: dict[str, str] | None = Field(None, max_length=100)
    is_ready: bool
    version: int


class CommentOut(Schema):
    """A comment as it is kept."""

    version: int


class AlikeIn(Body):
    """The same starting text for several students."""

    students: list[int]
    text: str


class AlikeOut(Schema):
    """How many comments were begun, and who had one already and keeps it."""

    begun: int
    kept: list[str]


class CommentEventOut(Schema):
    """What a comment was after one go at it."""

    who: str
    at: datetime.datetime
    text: str
    how: str
    """In words: written, begun alike, taken back, done again."""


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


class SentenceIn(Body):
    """A sentence of the bank."""

    purpose: str
    text: str


class FavouriteIn(Body):
    """Whether a sentence is a favourite."""

    is_favourite: bool


class TrendOut(Schema):
    """A score in percent on its day, or none where it is missing; `level` is where it is drawn, in percent of the height."""

    name: str
    due_on: datetime.date | None
    percent: str | None
    level: float
    colour: int | None


class EvidenceStandardOut(Schema):
    """How a student stands in a standard: its level's mark, where it is drawn, and from how much evidence."""

    name: str
    within: str | None
    mark: str
    level: float
    words: str


class EvidenceOut(Schema):
    """What a student's term says, beside the comment. `course` is how the grade went."""

    student_id: int
    trend: list[TrendOut]
    course: list[LevelOut]
    bands: list[BandOut]
    categories: list[EvidenceCategoryOut]
    standards: list[EvidenceStandardOut]
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
