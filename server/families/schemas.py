"""The shapes of the family page: nothing but the student's own."""

import datetime

from ninja import Schema
from reports.standing_schemas import RibbonOut
from scores.schemas import WorkingOut


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


class TakesOut(Schema):
    """What it would take to reach a mark with one piece of work."""

    work: str
    words: str
    answers: list[str]


class FamilyClassOut(Schema):
    """One class of a student in one term."""

    id: int
    name: str
    teachers: list[str]
    mark: str | None
    headline: str
    words: str
    posted: PostedCardOut | None
    working: WorkingOut | None
    takes_heads: list[str]
    takes: list[TakesOut]
    missing: list[WorkOut]
    to_come: list[WorkOut]
    being_marked: list[WorkOut]
    back: list[WorkOut]
    cards: list[PostedCardOut]
    levels: list[LevelSeenOut]
    """The levels as they stand, where families see the grade so; posted ones are with what was posted."""


class FamilyOut(Schema):
    """A student's page."""

    student_id: int
    name: str
    given_name: str
    school: str
    term_id: int
    term: str
    ribbon: RibbonOut | None
    classes: list[FamilyClassOut]
