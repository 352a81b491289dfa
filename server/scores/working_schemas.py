"""The shapes of a grade's working (R12)."""

from ninja import Schema
from pydantic import Field


class LineOut(Schema):
    """An assignment in a working: in words, with what it adds to the percent."""

    assignment_id: int | None = None
    """None in what was posted before lines said so."""
    name: str
    score: str
    words: str
    dropped: bool
    adds: str | None


class CategoryWorkingOut(Schema):
    """A category in a working."""

    name: str
    sign: str
    colour: int
    words: str
    percent: str | None
    weight: str | None
    weight_in_effect: str | None
    adds: str | None
    height: float
    width: float
    lines: list[LineOut]


class PartOut(Schema):
    """A part of a term of terms, in a working."""

    term_id: int | None = None
    name: str
    percent: str | None
    mark: str | None
    weight: str
    weight_in_effect: str | None
    adds: str | None


class StepOut(Schema):
    """A step after the sum: an adjustment, a cap, the looking up, an override. Its `reason` is the teachers' own (R14.4)."""

    words: str
    value: str
    reason: str = ""


class WorkingOut(Schema):
    """How a grade comes about."""

    student: str
    term: str
    method: str
    percent: str | None
    mark: str | None
    exact: str | None
    categories: list[CategoryWorkingOut]
    apart: list[LineOut]
    parts: list[PartOut]
    standards: list[PartOut] = Field(default_factory=list)
    """What a term made of standards is made of; their names stand for those of terms."""
    steps: list[StepOut]
    sum: str | None
    note: str | None
