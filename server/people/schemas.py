"""The shapes of people, classes, rosters and drafts from a file."""

import datetime
from typing import Annotated, Literal

from exchange.table_schemas import PairedColumnOut
from ninja import Schema
from pydantic import Field
from school.schemas import Body, RowNumber

from people.models import DraftState

RoleName = Literal["student", "guardian", "teacher", "officer"]


class SchoolStationOut(Schema):
    """A station of School: how it stands, in a line."""

    name: str
    words: str
    state: Literal["open", "half", "done"]
    look: bool


class SchoolFrameOut(Schema):
    """What stands above every station of School: the year, the stations, and what waits to be looked at."""

    name: str
    year: str
    year_id: int | None
    today: datetime.date
    stations: list[SchoolStationOut]
    draft_id: int | None
    """A draft from a file that is neither applied nor thrown away."""
    last_file: str | None
    """The file that can be taken back."""


class PersonRow(Schema):
    """Somebody in the list of people. `student` is set for a student, `person` for who can sign in, or could."""

    student: int | None
    person: int | None
    given_name: str
    family_name: str
    number: str
    email: str
    words: str
    """Their classes, or whose guardian they are."""
    account: Literal["none", "to_invite", "invited", "active", "inactive"]
    is_active: bool


class PeopleOut(Schema):
    """A page of the list; `after` asks for the next."""

    people: list[PersonRow]
    after: str | None
    count: int | None
    """How many were found; None where nothing was looked for, and all are counted by themselves."""


class PersonLink(Schema):
    """Somebody by number and name, and what tells them from a namesake."""

    id: int
    name: str
    words: str


class GuardianLink(PersonLink):
    """A student's guardian, how much the school lets them see, and whether the student keeps them out."""

    sees: Literal["all", "reports", "none"]
    kept_out: bool


class ClassStay(Schema):
    """A class that a student is or was in."""

    id: int
    name: str
    year: str
    starts: datetime.date
    ends: datetime.date | None


class AccountOut(Schema):
    """Whether and how somebody signs in."""

    person: int
    sign_in: str
    email: str
    state: Literal["to_invite", "invited", "active", "inactive"]
    invited_at: datetime.datetime | None
    belongs_elsewhere: bool
    has_second_factor: bool


class SchoolStudentOut(Schema):
    """All about a student that the school keeps."""

    id: int
    given_name: str
    family_name: str
    official_name: str
    pronouns: str
    number: str
    alias: str
    is_active: bool
    is_of_age: bool
    guardians: list[GuardianLink]
    classes: list[ClassStay]
    account: AccountOut | None
    namesakes: list[PersonLink]
    kept_until: datetime.date | None
    """The day from which they may be erased; None while they are at the school."""


class SchoolPersonOut(Schema):
    """All about a teacher, guardian or officer that the school keeps."""

    id: int
    given_name: str
    family_name: str
    roles: list[str]
    account: AccountOut
    classes: list[str]
    children: list[PersonLink]
    namesakes: list[PersonLink]
    kept_until: datetime.date | None
    """The day from which they may be erased; None while they are at the school."""


class StudentIn(Body):
    """A new student; without a number they get the next one."""

    given_name: str
    family_name: str
    official_name: str = ""
    pronouns: str = "they"
    number: str = Field(default="", max_length=20)


class StudentChange(Body):
    """What changes of a student."""

    given_name: str | None = None
    family_name: str | None = None
    official_name: str | None = None
    pronouns: str | None = None
    number: str | None = Field(default=None, max_length=20)
    is_active: bool | None = None
    is_of_age: bool | None = None


class PersonIn(Body):
    """A new teacher, guardian or officer."""

    role: Literal["guardian", "teacher", "officer"]
    given_name: str
    family_name: str
    email: str = ""


class PersonChange(Body):
    """What changes of a person."""

    given_name: str | None = None
    family_name: str | None = None
    email: str | None = None
    roles: list[RoleName] | None = None
    is_active: bool | None = None


class GuardianIn(Body):
    """A guardian: somebody of the school by number, or somebody new."""

    person: RowNumber | None = None
    given_name: str = ""
    family_name: str = ""
    email: str = ""


class GuardianChange(Body):
    """How much a guardian sees from now on."""

    sees: Literal["all", "reports", "none"]


class AccountIn(Body):
    """What a student's account begins with."""

    email: str = ""


class OtherIn(Body):
    """Who is the same as whom the address names."""

    other: RowNumber


class IdOut(Schema):
    """The number of what was made."""

    id: int


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


class AskOut(Schema):
    """An answer to a line of a draft: what is sent, and what the button says."""

    answer: str
    words: str


class FileChangeOut(Schema):
    """One line of a draft from a file."""

    key: str
    kind: Literal["class", "come", "move", "leave", "rename", "change", "guardian", "teacher", "unread"]
    line: int | None
    family_name: str
    given_name: str
    number: str
    was: str
    becomes: str
    note: str
    asks: list[AskOut]
    is_on: bool


class FileDraftOut(Schema):
    """A draft from a file: what was read, what its columns are, and the changes, each of which can be left out."""

    id: int
    state: DraftState
    done: int
    """Lines that are applied, of `total`, while a worker is at it."""
    total: int
    problem: str
    """Why it could not be applied, in words."""
    name: str
    told: str
    year: str
    columns: list[PairedColumnOut]
    fields: dict[str, str]
    """What a column can be, with the words for it."""
    silence: str
    asks_silence: bool
    """Whether the file tells whole rosters, so that its silence means something."""
    changes: list[FileChangeOut]
    """The first of those that were asked for."""
    same: int
    counts: dict[str, int]
    """How many changes there are of each kind."""
    chosen: int


class PastedIn(Body):
    """A table that was pasted, or typed."""

    text: str = Field(min_length=1, max_length=1_000_000)


class ReadingIn(Body):
    """What the columns are by place, and what it means not to be in the file."""

    fields: dict[int, str] | None = None
    silence: Literal["leave", "stay"] | None = None
    keep: bool = False
    """Whether the columns are to be known again in the next file with these heads."""


class AnswersIn(Body):
    """Answers to lines, by key."""

    answers: dict[str, str] = Field(max_length=20_000)


class FileAppliedOut(Schema):
    """What was done, or taken back, in words, and what stays."""

    words: str
    kept: list[str]
    is_waiting: bool = False
    """Whether it is being done in the background still."""


class DivisionOut(Schema):
    """A way to divide a year."""

    name: str
    words: str


class SetupOut(Schema):
    """What setting up an installation asks for; `is_open` only while it holds no school and the terminal gave a code."""

    is_open: bool
    divisions: list[DivisionOut]
    time_zones: list[str]


class SetupIn(Body):
    """The first school, its first year and its records officer."""

    code: str = Field(max_length=60)
    name: str
    address: str = ""
    time_zone: str
    year: str
    starts: datetime.date
    ends: datetime.date
    division: str
    given_name: str
    family_name: str
    email: str = ""
    sign_in: str = Field(default="", max_length=150)
    password: str = Field(max_length=200)


class RegisterOut(Schema):
    """How the register is reached, but for the secret."""

    address: str
    token_address: str
    client_id: str
    org: str


class RegisterIn(Body):
    """How the register is reached. Without a secret the one that is kept stays."""

    address: str = Field(max_length=300)
    token_address: str = Field(max_length=300)
    client_id: str = Field(max_length=200)
    client_secret: str | None = Field(default=None, max_length=200)
    org: str = Field(default="", max_length=100)


class OwnClassMade(Body):
    """A class that a teacher makes for themselves, in the school year it is."""

    name: str
    section: str = ""
    room: str = ""
    times: str = ""


class GradebookMade(OwnClassMade):
    """A class that a teacher makes from a gradebook file."""

    text: str


class FromGradebookOut(Schema):
    """The class that was made from a file: what is in it, whom of the file the school does not know, what else was left out, and where
    grades differ.
    """

    id: int
    works: int
    scores: int
    students: int
    unknown: list[str]
    left: list[str]
    unlike: list[str]


class RosterOut(Schema):
    """Who is in a class, and who was."""

    name: str
    students: list[RosterRow]


class ClassMakingOut(Schema):
    """Whether teachers may make classes and rosters for themselves."""

    is_allowed: bool


class ClassMakingIn(Body):
    """Whether teachers may make classes and rosters for themselves."""

    is_allowed: bool


class RecordsOut(Schema):
    """For how many years the school keeps what it knows of somebody who has left."""

    kept_years: int


class RecordsIn(Body):
    """For how many years the school keeps what it knows of somebody who has left."""

    kept_years: int


class AuditLineOut(Schema):
    """A line of the audit: who did what, in words and by the operation's name, of whom or which class, from which address."""

    id: int
    at: datetime.datetime
    who: str
    did: str
    operation: str
    of: str
    address: str


class AuditActionOut(Schema):
    """A kind of what is in the audit, and what it is called."""

    action: str
    words: str


class AuditOut(Schema):
    """A page of the audit, and the kinds of what is in it."""

    lines: list[AuditLineOut]
    after: str | None
    actions: list[AuditActionOut]


Day = Annotated[datetime.date, Field(ge=datetime.date(1900, 1, 1), lt=datetime.date(2900, 1, 1))]
"""A day on the school's clocks that can be reckoned with."""


class AuditWanted(Schema):
    """What is looked for in the audit: words that stand in names or operations, a kind, the days from and until."""

    query: str = Field("", max_length=80)
    action: str = ""
    since: Day | None = None
    until: Day | None = None
