"""Shapes of a draft of the plan, and of what a change would do to grades."""

import datetime

from ninja import Schema
from typing_extensions import TypedDict


class ChoiceOut(Schema):
    """A choice of the ground rules, with what it makes of a student's grade where that was asked."""

    value: str | bool
    words: str
    percent: str | None = None
    mark: str | None = None


class EditOut(Schema):
    """One change in a draft, in words. `misfit` says why it no longer fits the plan in force, and is left out."""

    mark: str
    field: str
    words: str
    was: str
    now: str
    misfit: str


class ChangeOut(TypedDict):
    """What would become of one student's grade in the term that is looked at. While a hand moves there are hundreds of them, which
    is why they are plain dictionaries.
    """

    student_id: int
    student: str
    number: str | None
    percent_before: str | None
    mark_before: str | None
    percent_after: str | None
    mark_after: str | None
    difference: str
    move: str


class ConsequenceOut(Schema):
    """Which of the term's grades something would change; those that cross a mark come first.

    `elsewhere` says how many change in other terms, in words.
    """

    grades: int
    up: int
    down: int
    marks: int
    changes: list[ChangeOut]
    elsewhere: list[str]


class DraftOut(ConsequenceOut):
    """A draft: who began it, what is in it, and its consequence."""

    by: str
    at: datetime.datetime
    edits: list[EditOut]


class PreviewOut(Schema):
    """What each choice of a ground rule makes of the grade of a student for whom it matters."""

    student: str | None
    choices: list[ChoiceOut]
