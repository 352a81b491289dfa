"""The shapes of the family page: nothing but the student's own."""

import datetime
from typing import Annotated, Literal

from ninja import Field, Schema
from reports.standing_schemas import RibbonOut
from school.schemas import Body, RowNumber

from families.models import FIRST_HOUR, LAST_HOUR


class CriterionSeenOut(Schema):
    """A criterion of work that came back: the level chosen, None where none is, with its wording; points where they are shown."""

    name: str
    description: str
    level: str | None
    wording: str
    points: str


class WorkOut(Schema):
    """A piece of work as a family sees it. `words` says what is to be known: dropped, not counted, missing, late."""

    id: int
    name: str
    category: str | None
    colour: int | None
    due_on: datetime.date | None
    points: str
    score: str
    words: str
    dropped: bool
    comment: str
    description: str
    link: str
    file: str | None
    criteria: list[CriterionSeenOut]


class LevelSeenOut(Schema):
    """A student's level in a standard."""

    name: str
    mark: str


class LevelPieceOut(Schema):
    """Work that a level comes from, with what it says of it."""

    name: str
    due_on: datetime.date | None
    mark: str


class LevelBeforeOut(Schema):
    """A level as it was posted in an earlier term."""

    term: str
    mark: str


class LevelBehindOut(Schema):
    """What stands behind a student's level in a standard: how deep it lies in what it is part of, its full wording, the pieces of work
    that the family sees, the oldest first, and what was posted in the terms before.
    """

    name: str
    depth: int
    wording: str
    pieces: list[LevelPieceOut]
    before: list[LevelBeforeOut]


class PostedCardOut(Schema):
    """A posted grade with its comment."""

    term: str
    term_id: int
    percent: str | None
    mark: str | None
    effort: str
    comment: str
    at: datetime.datetime
    levels: list[LevelSeenOut]


class OpenWorkOut(Schema):
    """Work that is still open, and what it would have to bring for each of the next marks."""

    id: int
    name: str
    words: str
    points: str
    answers: list[str]


class WhatIfOut(Schema):
    """What it would take (R10): the next marks, and the work that is still open."""

    heads: list[str]
    works: list[OpenWorkOut]


class WhatIfIn(Schema):
    """Points that are tried, one for each piece of work."""

    work: list[int] = Field(max_length=40)
    points: list[str] = Field(max_length=40)

    @property
    def scores(self) -> dict[int, str]:
        """What is tried in each piece of work."""
        return dict(zip(self.work, self.points, strict=False))


class WhatIfResultOut(Schema):
    """What some scores would make of a grade."""

    mark: str | None
    percent: str | None


class FamilyClassOut(Schema):
    """One class of a student in one term. `sections` are the classes of its course that the student was in, the first one first: who
    changed section goes on in the same course.
    """

    id: int
    sections: list[int]
    name: str
    term_id: int
    teachers: list[str]
    mark: str | None
    headline: str
    words: str
    posted: PostedCardOut | None
    has_working: bool
    """Whether how the mark comes about can be asked."""
    has_what_if: bool
    """Whether what it would take can be asked."""
    missing: list[WorkOut]
    to_come: list[WorkOut]
    being_marked: list[WorkOut]
    back: list[WorkOut]
    cards: list[PostedCardOut]
    levels: list[LevelSeenOut]
    """The levels as they stand, where families see the grade so; posted ones are with what was posted."""
    behind: list[LevelBehindOut]
    """What stands behind the levels that are shown."""


class GuardianSeesOut(Schema):
    """A guardian of a student of age: how much the school lets them see, and whether the student keeps them out."""

    person_id: int
    name: str
    sees: str
    kept_out: bool


class GuardianKept(Body):
    """Whether a guardian is kept out from now on."""

    kept_out: bool


class SeenSettingOut(Schema):
    """Something that the ground rules let families see or not: the field of the rules, and what it is."""

    field: str
    name: str
    is_on: bool


class SeenWorkOut(Schema):
    """Work, and whether families see its scores: `words` says since or from when, or why not. `scored` students have one."""

    id: int
    version: int
    name: str
    due_on: datetime.date | None
    is_seen: bool
    words: str
    scored: int
    announced: bool
    comments_shown: bool


class ReaderOut(Schema):
    """Somebody who may look at a student's page, how much of it they see, and when they last did."""

    name: str
    words: str


class WayOut(Schema):
    """A way of being written to, and in words."""

    how: str
    words: str


class SeenStudentOut(Schema):
    """What is particular to one student's family."""

    id: int
    name: str
    running_hidden: bool
    kept_back: bool
    has_account: bool
    """Whether anybody who may look at the page can sign in; also where no guardian may, so that none is written to either."""
    readers: list[ReaderOut]


class SeenByFamiliesOut(Schema):
    """What families see of a class in a term."""

    term_id: int
    term: str
    running: bool
    running_words: str
    settings: list[SeenSettingOut]
    posted_words: str
    read_words: str
    """Who has said that they read the report, and who not yet; empty where the school does not ask."""
    works: list[SeenWorkOut]
    students: list[SeenStudentOut]


class ReasonOut(Schema):
    """Something, whether a student's family sees it, and otherwise why not. `mend` names the switch that shows it: `running` and
    `running_hidden` the grade, `work` and `comments` those of the work; empty where there is none here.
    """

    thing: str
    is_seen: bool
    reason: str
    mend: str
    work_id: int | None


class WhyOut(Schema):
    """What one student's family sees of a term, and why not the rest."""

    student_id: int
    name: str
    readers: list[ReaderOut]
    reasons: list[ReasonOut]


class NoticesOut(Schema):
    """How somebody is written to: as they chose (empty: as the school has it), to which address, and whether it is confirmed.
    `problem` is what the mail server said of the last one.
    """

    how: str
    usual: str
    ways: list[WayOut]
    email: str
    is_confirmed: bool
    problem: str


class NoticesIn(Body):
    """How often somebody is written to from now on; empty for as the school has it."""

    how: str = Field(max_length=8)


class SchoolFamiliesOut(Schema):
    """What a school says of its families, and whose notices could not be handed over."""

    language: str
    """In which they are written to who have not chosen one."""
    notices: str
    ways: list[WayOut]
    hour: int
    weekday: int
    asks_to_read: bool
    last_day: datetime.date | None
    written_to: int
    """How many have confirmed their address."""
    problems: list[ReaderOut]


class SchoolFamiliesIn(Body):
    """What a school says of its families from now on."""

    language: Literal["en", "sv"]
    notices: Literal["daily", "weekly", "missing", "reports", "none"]
    hour: int = Field(ge=FIRST_HOUR, le=LAST_HOUR)
    weekday: int = Field(ge=0, le=6)
    asks_to_read: bool


class ReadIn(Body):
    """Which term's report was read."""

    term: RowNumber


Shown = Annotated[str, Field(max_length=40)]
"""What could be new, or its digest."""


class LookedIn(Body):
    """What a page showed of all that can be new, as it said itself."""

    shows: Annotated[dict[Shown, Shown], Field(max_length=5_000)]


class RunningHiddenIn(Body):
    """Whether a student's family is not shown how the grade stands."""

    is_hidden: bool


class NewsOut(Schema):
    """Something new since somebody last looked: what came back, is missing, or was posted."""

    kind: str
    class_id: int
    class_name: str
    words: str


class YearLink(Schema):
    """A school year of the student's."""

    id: int
    name: str


class FamilyOut(Schema):
    """A student's page. `years` are all in which they were in a class, the latest first."""

    student_id: int
    name: str
    given_name: str
    school: str
    term_id: int
    term: str
    asks_to_read: bool
    """Whether the school asks guardians to say that they have read a report."""
    read: list[int]
    """The terms whose reports, as posted by now, whoever asks has said to have read."""
    reports_only: bool
    """Whether whoever asks sees nothing but what was posted."""
    is_own: bool
    """Whether the student, who is of age, looks at it: they say which guardians see it."""
    year: str
    years: list[YearLink]
    ribbon: RibbonOut | None
    news: list[NewsOut]
    news_since: datetime.date | None
    shows: dict[str, str]
    """All of it that can be new: what tells whether it was changed, by its key. Whoever looks at the page says so with it."""
    classes: list[FamilyClassOut]


class AliasWorkOut(Schema):
    """Work on a sheet by aliases; points where families see them."""

    name: str
    due_on: datetime.date | None
    points: str


class AliasRowOut(Schema):
    """A student's scores in the order of the work, as families are shown them."""

    alias: str
    scores: list[str]


class AliasSheetOut(Schema):
    """A class by aliases, for whoever has the address."""

    school: str
    name: str
    term: str
    at: datetime.datetime
    works: list[AliasWorkOut]
    rows: list[AliasRowOut]


class Recognisable(Schema):
    """A student who could be told in spite of the alias, and by what."""

    student_id: int
    name: str
    alias: str
    reasons: list[str]


class SharingOut(Schema):
    """Whether a class has a public address by aliases, and what to think of before it is shared."""

    shared_since: datetime.date | None
    shared_by: str
    warnings: list[str]
    recognisable: list[Recognisable]
    sheet: AliasSheetOut
    """As it is seen now."""


class PublicAddressOut(Schema):
    """The address, told this once."""

    address: str
