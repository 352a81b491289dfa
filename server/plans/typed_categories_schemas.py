"""Shapes of beginning a plan, and of passing one on."""

from ninja import Schema
from school.schemas import Body


class BeginIn(Body):
    """What a plan begins with: another class, a kept plan, or a starting pattern by its name."""

    source: int | None = None
    kept: int | None = None
    pattern: str | None = None
    with_assignments: bool = True


class SourceOut(Schema):
    """A class or a kept plan."""

    id: int
    name: str


class PatternOut(Schema):
    """A starting pattern."""

    name: str
    words: str
    categories: str


class WaysOut(Schema):
    """The ways into an empty class."""

    classes: list[SourceOut]
    kept: list[SourceOut]
    patterns: list[PatternOut]


class KeepIn(Body):
    """The name under which a plan is kept."""

    name: str
    with_assignments: bool = True


class SendIn(Body):
    """The classes that a plan is sent to."""

    classes: list[int]
    with_assignments: bool = False
