"""The shapes of people, classes, rosters and drafts from a file."""

import datetime
from typing import Literal

from ninja import Schema
from pydantic import Field
from school.schemas import Body, RowNumber

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
