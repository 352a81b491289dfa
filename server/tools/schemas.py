"""The shapes of tools over HTTP."""

import datetime

from ninja import Field, Schema
from school.schemas import Body


class ToolClassOut(Schema):
    """A class that a tool may write to."""

    id: int
    name: str


class ToolOut(Schema):
    """A tool that has access."""

    id: int
    name: str
    entry_address: str
    client_id: str
    classes: list[ToolClassOut]
    made_by: str
    made_at: datetime.datetime
    columns: int


class ToolsOut(Schema):
    """The tools of a school, and the classes that one may be let into."""

    address: str
    """Where a tool finds Hoarfrost's services, without the standard's own path."""
    token_address: str
    tools: list[ToolOut]
    classes: list[ToolClassOut]


class ToolIn(Body):
    """A tool that is let in."""

    name: str = Field(max_length=200)
    entry_address: str = Field("", max_length=300)
    classes: list[int]


class ToolClassesIn(Body):
    """The classes that a tool may write to."""

    classes: list[int]


class GrantedOut(Schema):
    """The credentials of a tool: the secret is told now and never again."""

    id: int
    client_id: str
    client_secret: str


class ToolColumnOut(Schema):
    """An assignment that a tool made."""

    assignment_id: int
    name: str
    category: str | None
    is_taken_over: bool
    results: int


class ToolResultOut(Schema):
    """A result that asks: the teacher enters the column by now, or has put something there."""

    id: int
    student: str
    work: str
    says: str
    has: str


class ToolCategoryOut(Schema):
    """One of a tool's own categories, and which of the class's it is."""

    theirs: str
    category_id: int | None


class ClassToolOut(Schema):
    """A tool that may write to the class, with what it put there."""

    id: int
    name: str
    entry_address: str
    columns: list[ToolColumnOut]
    categories: list[ToolCategoryOut]
    asking: list[ToolResultOut]


class ToolPairIn(Body):
    """Which of the class's categories one of a tool's is; none takes back what was said."""

    theirs: str = Field(max_length=100)
    category_id: int | None = None


class PlacedOut(Schema):
    """How many assignments a pairing placed, and of how many that waits in the draft of the plan."""

    placed: int
    drafted: int


class ToolAnswerIn(Body):
    """What becomes of results that ask."""

    results: list[int] = Field(max_length=2_000)
    take: bool
