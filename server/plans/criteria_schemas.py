"""Shapes of criteria and of the standards that can be put to work."""

from ninja import Schema
from pydantic import Field
from school.schemas import Body


class CriterionLevelOut(Schema):
    """A level of a criterion: its name, points, and what one sees there."""

    name: str
    points: str
    wording: str


class CriterionOut(Schema):
    """What one looks for in a piece of work, with its levels in the order in which they are offered."""

    name: str
    points: str
    description: str
    standard: str | None
    levels: list[CriterionLevelOut]


class KnownCriteriaOut(Schema):
    """Criteria that can be taken over; `shared_id` is set where they are offered to the school, `is_own` where by oneself."""

    name: str
    criteria: list[CriterionOut]
    shared_id: int | None
    is_own: bool


class KnownStandardOut(Schema):
    """One of the school's standards, which work can name. `within` is the standard that it is a part of; `lately` says how many others
    the teacher's own work has named since it named this one, None where it never has.
    """

    name: str
    code: str
    wording: str
    subject: str
    within: str
    lately: int | None


class CriterionLevelIn(Body):
    """A level of a criterion as typed: its name, its points, and in words what one sees there."""

    name: str
    points: str
    wording: str = ""


class CriterionIn(Body):
    """A criterion as typed; `standard` is what a chosen level is evidence of."""

    name: str
    points: str
    description: str = ""
    standard: str | None = None
    levels: list[CriterionLevelIn] = Field(max_length=100)
