"""The shapes of sending over HTTP."""

import datetime
from typing import Literal

from ninja import Field, Schema
from school.schemas import Body, RowNumber

from sending.models import DeliveryState, LineState, PairedKind, Rosters, What, When, Why


class MendOut(Schema):
    """What is done about it: `post` and `plan` are places to go to, `show` shows an assignment to families, `pair` is done in the
    pairing, `write` is a letter to the records office, `mark` another mark in its place.
    """

    act: Literal["post", "plan", "show", "pair", "write", "mark", "report", "due"]
    words: str
    to: str | None = None
    """An address to write to; the mark that is not known."""
    assignment_id: int | None = None
    assignment_version: int | None = None


class CanGoOut(Schema):
    """Somebody or something that can be chosen, by name."""

    id: int
    name: str


class GoingOut(Schema):
    """A line of what goes, or of what is held back and why."""

    key: str
    title: str
    words: str
    count: int
    held: str | None
    """Why, by its name; None for what goes."""
    reason: str
    mend: MendOut | None
    accepted: int = 0
    refused: int = 0
    waiting: int = 0
    news: int = 0
    """How many lines are new or have changed since they were last sent."""
    student_ids: list[int] = Field(default_factory=list)
    assignment_id: int | None = None


class PairOut(Schema):
    """Something here and what it is at the register."""

    kind: PairedKind
    here: str
    name: str
    sign: str = ""
    colour: int | None = None
    how: Literal["chosen", "agreed", "same name", "same days", "proposed", "gone", "none"]
    there: str
    there_title: str
    words: str


class RegisterPartOut(Schema):
    """Something of the register's that can be paired with."""

    id: str
    title: str


class RegisterChoicesOut(Schema):
    """What can be paired with, by kind."""

    sessions: list[RegisterPartOut]
    categories: list[RegisterPartOut]
    classes: list[RegisterPartOut]
    marks: list[RegisterPartOut]


class DeliveryOut(Schema):
    """A run to the register, and what became of its lines."""

    id: int
    at: datetime.datetime
    what: What
    why: Why
    by: str | None
    term: str
    state: DeliveryState
    sent: int
    accepted: int
    refused: int
    waiting: int
    left: int
    problem: str
    next_try_at: datetime.datetime | None


class DeliveriesOut(Schema):
    """A page of a class's deliveries, the newest first, and the cursor of the next; None at the end."""

    deliveries: list[DeliveryOut]
    after: str | None


class SendingOut(DeliveriesOut):
    """What of a class goes to the register for a term, its pairing, and the newest page of its deliveries."""

    has_register: bool
    term_id: int
    term: str
    looked_at: datetime.datetime | None
    problem: str
    """Why the register did not answer when it was last asked what it has."""
    when: When
    may_choose: bool
    hour: int
    sends_work: bool
    goes: list[GoingOut]
    pairs: list[PairOut]
    holds_for: list[str]
    """The classes for which the pairing of categories holds."""
    choices: RegisterChoicesOut
    students: list[CanGoOut]
    """Whose grades and scores may go."""
    assignments: list[CanGoOut]
    """Which assignments may go."""
    other_grade: str | None
    """Where the register's weights or scale come to another grade: for one student, in a sentence."""


class ReceiptOut(Schema):
    """What the register said of one line."""

    id: int
    name: str
    of: str
    student_id: int | None
    shown: str
    state: LineState
    said: str
    advice: str
    mend: MendOut | None
    number: str
    at: datetime.datetime | None
    is_last: bool


class ReceiptsOut(Schema):
    """The receipts of a delivery, refused ones first."""

    receipts: list[ReceiptOut]


class WhenIn(Body):
    """When a class sends what is new."""

    when: When


class PairIn(Body):
    """What something is at the register; nothing forgets what was said of it."""

    term_id: int
    kind: PairedKind
    here: str = Field(max_length=80)
    there: str = Field("", max_length=100)


class SendNowIn(Body):
    """What is sent now: of a term grades, work or both; of chosen students or assignments alone where any are named."""

    term_id: int | None = None
    grades: bool = True
    work: bool = True
    students: list[int] = Field(default_factory=list)
    assignments: list[int] = Field(default_factory=list)
    again: bool = False


class SendAllIn(Body):
    """What is sent now of one's classes: grades, work or both; of the chosen ones alone where any are named."""

    grades: bool = True
    work: bool = True
    classes: list[RowNumber] | None = Field(None, max_length=500)


class SentOut(Schema):
    """How many lines were put out."""

    lines: int


class LinesIn(Body):
    """Some lines of a delivery; all that were refused or left where none are named."""

    lines: list[int] = Field(default_factory=list)


class DifferenceOut(Schema):
    """Something in which the register and Hoarfrost differ."""

    key: str
    name: str
    of: str
    kind: Literal["lacks", "differs", "theirs"]
    here: str
    there: str
    can_begin_anew: bool


class ComparedOut(Schema):
    """What was compared, and in what it differs."""

    compared: int
    differences: list[DifferenceOut]


class AnewIn(Body):
    """The record of a line item that is sent under a new identifier, with all that is in it."""

    term_id: int
    key: str = Field(max_length=60)


class GradeStepOut(Schema):
    """A step of one student's grade on its way from score to receipt."""

    at: datetime.datetime
    words: str
    state: str


class GradeHistoryOut(Schema):
    """One student's grade of a term, from each score to its receipt, newest first."""

    steps: list[GradeStepOut]


class SchoolSendingOut(Schema):
    """What a school says of sending."""

    has_register: bool
    sends_work: bool
    hour: int
    when: When
    teachers_choose: bool
    rosters: Rosters
    looked_at: datetime.datetime | None
    problem: str
    last_night: datetime.date | None
    classes: list["ClassSendingOut"]


class ClassSendingOut(Schema):
    """How sending of one class stands, for an officer."""

    class_id: int
    name: str
    teachers: list[str]
    emails: list[str]
    accepted: int
    refused: int
    waiting: int
    waits_since: datetime.datetime | None
    is_paired: bool
    words: str
    """Who must act, and what for; empty where nobody must."""


class SchoolSendingIn(Body):
    """What a school says of sending."""

    sends_work: bool
    hour: int
    when: When
    teachers_choose: bool
    rosters: Rosters
