"""The shapes of classes and their rosters, and of taking a year over."""

import datetime

from ninja import Schema
from pydantic import Field
from school.schemas import Body, RowNumber


class TeacherOut(Schema):
    """Who teaches a class; a stand-in from one day to another."""

    person: int
    name: str
    leads: bool
    starts: datetime.date | None
    ends: datetime.date | None


class ClassRow(Schema):
    """A class in the list of classes."""

    id: int
    name: str
    section: str
    room: str
    times: str
    teachers: list[str]
    students: int
    is_archived: bool


class ClassesOut(Schema):
    """A page of a year's classes."""

    year_id: int | None
    year: str
    classes: list[ClassRow]
    after: str | None
    count: int


class RosterRow(Schema):
    """A student who is or was in a class."""

    student: int
    given_name: str
    family_name: str
    number: str
    starts: datetime.date
    ends: datetime.date | None
    earlier_stays: list[list[datetime.date]]


class ClassOut(Schema):
    """All about a class that the school keeps."""

    id: int
    year_id: int
    name: str
    section: str
    room: str
    times: str
    is_archived: bool
    teachers: list[TeacherOut]
    roster: list[RosterRow]


class TeachingIn(Body):
    """Who teaches a class."""

    person: RowNumber
    leads: bool = False
    starts: datetime.date | None = None
    ends: datetime.date | None = None


class ClassIn(Body):
    """A new class."""

    year: RowNumber
    name: str
    section: str = ""
    room: str = ""
    times: str = ""
    teachers: list[TeachingIn] = Field(default_factory=list, max_length=20)


class ClassChange(Body):
    """What changes of a class."""

    name: str | None = None
    section: str | None = None
    room: str | None = None
    times: str | None = None
    teachers: list[TeachingIn] | None = Field(default=None, max_length=20)
    is_archived: bool | None = None


class ClassesIn(Body):
    """Classes to be made, one a line."""

    year: RowNumber
    text: str = Field(max_length=40_000)


class StudentsIn(Body):
    """Students who come into a class, on a day or at once."""

    students: list[RowNumber] = Field(min_length=1, max_length=500)
    day: datetime.date | None = None


class LeaveIn(Body):
    """The last day of students in a class."""

    students: list[RowNumber] = Field(min_length=1, max_length=500)
    day: datetime.date


class MoveIn(Body):
    """To which class a student changes, from which day on, and whether scores that have a counterpart go along."""

    to: RowNumber
    day: datetime.date
    with_scores: bool = True


class AlongOut(Schema):
    """What would go along with a student who changes section: work with a score, by name."""

    along: list[str]
    left: list[str]


class TakenOverIn(Body):
    """A class that is taken over into a year."""

    source: RowNumber
    name: str
    section: str = ""
    with_plan: bool = True
    with_students: bool = True


class TakeOverIn(Body):
    """Classes that are taken over."""

    classes: list[TakenOverIn] = Field(min_length=1, max_length=400)


class ProposedOut(Schema):
    """A class as it may be taken over into the next year."""

    source: int
    was: str
    name: str
    section: str
