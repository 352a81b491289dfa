"""The shapes of scores on their way out and in."""

import datetime
from typing import Any, Literal

from ninja import Schema
from school.schemas import Body, RowNumber


class ViewIn(Body):
    """How the teacher chooses to look at the class: what a choice is called, and what was chosen."""

    view: dict[str, Any]


class BesideOut(Schema):
    """A change of what stands beside a score."""

    what: Literal["comment", "note", "flag", "meant"]
    before: str | bool
    after: str | bool


class EventOut(Schema):
    """One change of a score; `standards` says in words what changed of single criteria and standards."""

    before: str
    after: str
    standards: list[str]
    beside: list[BesideOut]
    how: str
    who: str
    at: datetime.datetime


class PresenceIn(Body):
    """The revision of the scores that a page has come to, None at first, and the cell that its person is in."""

    revision: int | None = None
    student: RowNumber | None = None
    assignment: RowNumber | None = None


class SomebodyOut(Schema):
    """A colleague who has the class open, and the cell that they are in."""

    name: str
    student: int | None
    assignment: int | None


class PresenceOut(Schema):
    """How far the class has come: whatever differs from what a page knows is to be fetched again."""

    revision: int
    plan: str
    words: list[str]
    here: list[SomebodyOut]


class EffectOut(Schema):
    """What a score makes of the term's grade: as it is, without it, or as it may have been meant; `place` on the ruler."""

    words: str
    percent: str | None
    mark: str | None
    place: float | None


class MarkOut(Schema):
    """Where a mark begins on a ruler of grades, in percent of its width."""

    mark: str
    place: float


class StandardScoreOut(Schema):
    """What a cell holds for one standard, and how the student stands in that standard over all its evidence."""

    name: str
    text: str
    points: str | None
    """Out of how many it is scored, where that is not what levels are out of."""
    level: str | None


class LensOut(Schema):
    """What the grid does not tell of a cell. `meant` is the text that a slip may have been meant as."""

    text: str
    version: int
    percent: str | None
    words: str
    slip: str | None
    meant: str | None
    effects: list[EffectOut]
    ruler: list[MarkOut]
    """The marks around the effects, lowest first."""
    drop: str
    """Whose drop the score takes, in words; empty where it takes none."""
    standards: list[StandardScoreOut]
    history: list[EventOut]
    phrases: list[str]
    """The comments one wrote last in the class, to be used again."""


class LooseEndOut(Schema):
    """What is to be looked at before a term ends: blank, missing, excused, incomplete, slip or low; `meant` is what a slip may mean."""

    kind: str
    words: str
    class_id: int
    class_name: str
    term_id: int
    student_id: int
    student: str
    assignment_id: int
    assignment: str
    short_name: str
    due_on: datetime.date | None
    text: str
    points: str
    version: int
    meant: str | None
    flag: str


class StudentLineOut(Schema):
    """A student of one's own, to be found by name."""

    student_id: int
    name: str
    alias: str
    number: str
    class_id: int
    class_name: str
