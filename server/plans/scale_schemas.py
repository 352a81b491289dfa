"""Shapes of grading scales and score codes: a class's, and the school's."""

from ninja import Schema
from pydantic import Field
from school.schemas import Body


class BandIO(Body):
    """One mark of a scale, its numbers as text."""

    mark: str
    min: str
    value: str = ""


class ScaleOut(Schema):
    """A scale. `is_mine` may be changed where it is, unless it is in use."""

    id: int
    name: str
    out_of: str
    bands: list[BandIO]
    is_mine: bool
    is_shared: bool
    is_here: bool
    uses: int


class ScaleIn(Body):
    """A scale as typed. `is_shared` offers it to the whole school."""

    is_shared: bool = False
    name: str
    out_of: str = "100"
    bands: list[BandIO]


class CodeOut(Schema):
    """A score code, as the class's draft would have it. `whose` says in words to whom it belongs; `was` what its drafted
    fields are in force.
    """

    id: int
    code: str
    name: str
    effect: str
    percent: str
    missing: bool
    colour: int
    whose: str
    is_used: bool
    is_mine: bool
    is_shared: bool
    was: dict[str, str | bool]


class CodeIn(Body):
    """What is given of a score code. `over_100_meant` says that more than 100 % is no slip."""

    code: str | None = None
    name: str | None = None
    effect: str | None = None
    percent: str | None = None
    missing: bool | None = None
    colour: int | None = None
    is_shared: bool | None = None
    over_100_meant: bool | None = None


class SchoolScaleOut(Schema):
    """A scale of the school, and how many classes use it."""

    id: int
    name: str
    out_of: str
    bands: list[BandIO]
    uses: int


class SchoolScaleIn(Body):
    """A scale of the school as typed."""

    name: str
    out_of: str = "100"
    bands: list[BandIO] = Field(max_length=60)


class SchoolCodeOut(Schema):
    """A code of the school, and whether scores hold it."""

    id: int
    code: str
    name: str
    effect: str
    percent: str
    missing: bool
    is_used: bool


class SchoolCodeIn(Body):
    """A code of the school."""

    code: str
    name: str
    effect: str
    percent: str = ""
    missing: bool = False
    over_100_meant: bool = False


class SchoolScalesOut(Schema):
    """The school's scales and codes."""

    scales: list[SchoolScaleOut]
    codes: list[SchoolCodeOut]


class ScalesOut(Schema):
    """The scales and codes that a teacher has for a class."""

    scales: list[ScaleOut]
    codes: list[CodeOut]
    offered: list[CodeOut]
    """Codes that colleagues offer to the school."""
