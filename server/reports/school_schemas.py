"""The shapes of a school's years, and of what it sets."""

import datetime
from typing import Literal

from gradecore.standards import TermWay
from ninja import Schema
from pydantic import Field
from school.schemas import Body


class KindOut(Schema):
    """A kind of check that the school can make binding."""

    kind: str
    words: str


class ReopeningOut(Schema):
    """A closed window opened again, until a day or until it was ended before."""

    id: int
    is_ended: bool
    who: str
    until: datetime.date
    reason: str
    by: str
    at: datetime.datetime


class ReportingWindowOut(Schema):
    """A reporting window as the records officer sets it."""

    opens: datetime.date
    closes: datetime.date
    families_from: datetime.date | None
    comment_limit: int
    comments_by: str
    collects: list[str]
    binding: list[str]
    asks_for: list[str]
    is_open: bool
    is_closed: bool
    reopenings: list[ReopeningOut]


class SchoolTermOut(Schema):
    """A term with its window."""

    id: int
    name: str
    kind: str
    starts: datetime.date
    ends: datetime.date
    within: int | None
    window: ReportingWindowOut | None


class StandOut(Schema):
    """How far a class's posting of a term is."""

    state: Literal["not", "partly", "posted", "changed"]
    words: str
    posted: int
    changed: int
    left: int


class ClassStandOut(Schema):
    """A class in the records officer's list."""

    id: int
    name: str
    teachers: list[str]
    stand: StandOut


class ClassStandsOut(Schema):
    """Some classes in the records officer's list, the cursor of those after them, and how many there are in all."""

    classes: list[ClassStandOut]
    after: str | None
    count: int


class NamedOut(Schema):
    """Something by its number and name."""

    id: int
    name: str


class SchoolStandard(Body):
    """A standard of the school, and the one that it is a part of; its code and its full wording. Subject and year groups stay as
    they are where they are not given.
    """

    name: str
    within: str | None = None
    code: str = ""
    wording: str = ""
    subject: str | None = None
    years: str | None = None


class StandardLevel(Body):
    """A level: its mark, from where on it is reached, and what it counts as when it is typed (the middle unless said)."""

    mark: str
    min: str
    value: str | None = None


class StandardBranch(Body):
    """How evidence comes together in a standard and all that is part of it, where that is not as usual (R8.2)."""

    standard: str
    combine: str
    rate: str


LevelsFor = Literal["branch", "subject", "years"]


class OwnLevels(Body):
    """Levels that some standards are scored in instead of the usual ones: those of a branch, a subject or a year group, named by `of`."""

    by: LevelsFor
    of: str = Field(max_length=60)
    levels: list[StandardLevel] = Field(min_length=1, max_length=30)
    out_of: str


class SchoolStandards(Body):
    """The school's standards, how their evidence comes together as usual and in branches, and the levels that they are scored in."""

    standards: list[SchoolStandard] = Field(max_length=1000)
    combine: str
    rate: str
    branches: list[StandardBranch] = Field(default_factory=list, max_length=100)
    levels: list[StandardLevel] = Field(max_length=30)
    out_of: str
    own_levels: list[OwnLevels] = Field(default_factory=list, max_length=50)
    over_terms: TermWay = "combined"
    """What the level of a semester or a year is: what all evidence says, or the newest or the best of its terms' posted levels."""


class SchoolStandardsOut(SchoolStandards):
    """The school's standards, and those that are archived."""

    archived: list[SchoolStandard]


class StandardNameIn(Body):
    """What a standard of the school is called from now on; or, where it `is_same`, into which other one it goes."""

    name: str
    to: str
    is_same: bool = False


class StandardsFileOut(Schema):
    """What a file of standards holds, laid over what is there: nothing is changed by it. `words` say what it would add and take."""

    standards: SchoolStandardsOut
    words: list[str]


class LogoOut(Schema):
    """The school's logo, as a data address; empty without one."""

    picture: str


class TouchedOut(Schema):
    """What a change does, or would do, to classes: a sentence each."""

    words: list[str]


class KeptOut(TouchedOut):
    """The same, and what was kept by number; None where it was only tried."""

    id: int | None


class SchoolYearOut(Schema):
    """A school year as the records officer sees it."""

    school: str
    last_change: str | None
    """What would be taken back next."""
    address: str
    card_design: str
    paper: str
    outside_marks: list[list[str]]
    efforts: list[str]
    standards: SchoolStandardsOut
    year_id: int
    year: str
    starts: datetime.date
    ends: datetime.date
    days_off: list[list[datetime.date]]
    years: list[NamedOut]
    terms: list[SchoolTermOut]
    check_kinds: list[KindOut]
    teachers: list[NamedOut]


class YearIn(Body):
    """A school year."""

    name: str
    starts: datetime.date
    ends: datetime.date
    days_off: list[tuple[datetime.date, datetime.date]] = Field(default=[], max_length=100)
    """Days without school, as pairs of the first and the last."""


class NumberOut(Schema):
    """The number of what was made."""

    id: int


class SchoolTermIn(Body):
    """A term; its kind is set once."""

    name: str
    kind: str = "quarter"
    starts: datetime.date
    ends: datetime.date


class WindowIn(Body):
    """A reporting window."""

    opens: datetime.date
    closes: datetime.date
    families_from: datetime.date | None = None
    comment_limit: int = 600
    comments_by: Literal["subject", "standard"] = "subject"
    collects: list[str]
    binding: list[str] = Field(default_factory=list)
    asks_for: list[str] = Field(default_factory=list, max_length=500)
    """The standards for which a level is wanted."""


class ReopenIn(Body):
    """For whom a closed window is opened again (all where nobody is named), until when and why."""

    teacher: int | None = None
    until: datetime.date
    reason: str


class SchoolIn(Body):
    """What report cards look like, marks outside the scale, and words for effort."""

    card_design: str
    paper: str
    address: str = ""
    outside_marks: list[tuple[str, str]] = Field(default_factory=list, max_length=30)
    efforts: list[str] = Field(default_factory=list, max_length=10)
