"""The shapes of report cards and of documents made in the background."""

import datetime
from typing import Literal

from ninja import Schema
from pydantic import Field
from school.calendar import local
from school.schemas import Body

from reports.models import Document


class WantedIn(Body):
    """A document to make: report cards of students over the subjects that one may print, a sheet of a class, or the
    gradebook files of a school's year.

    `letters` tell the families of students what the family page says of one class.

    `design` and `paper` are the school's unless given. `packed` makes one file of each student, in a zip.
    """

    kind: Literal["cards", "board", "class_sheet", "marking", "letters", "gradebooks"]
    students: list[int] = Field(default_factory=list, max_length=5_000)
    term: int | None = None
    design: Literal["ledger", "pages"] | None = None
    paper: Literal["A4", "Letter"] | None = None
    packed: bool = False
    shows: Literal["marks", "scores"] = "marks"
    naming: Literal["numbers", "names", "aliases"] = "names"
    """How students and work are called in gradebook files."""


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

    @staticmethod
    def resolve_at(document: Document) -> datetime.datetime:
        return local(document.school, document.at)


class CardTermOut(Schema):
    """What was posted for a subject in a term."""

    term: str
    mark: str
    percent: str
    effort: str


class CardLevelsOut(Schema):
    """A standard on a report card: the level of each term, empty where there is none."""

    name: str
    marks: list[str]


class CardScaleOut(Schema):
    """The levels that there are, from the lowest, and of which standards they are; of all others where it names none."""

    standards: list[str]
    levels: list[str]


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
    levels: list[CardLevelsOut]
    scales: list[CardScaleOut]
    comments: list[CardCommentOut]


class CardOut(Schema):
    """A student's report card: what was posted, and nothing computed."""

    school: str
    address: str
    logo: str
    """As a data address; empty without one."""
    year: str
    student_id: int
    student: str
    number: str
    term: str
    terms: list[str]
    day: str
    subjects: list[CardSubjectOut]
