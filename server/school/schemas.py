"""The shapes of schools and people."""

import datetime
from typing import Annotated

from django.http import HttpResponse
from ninja import Schema
from pydantic import BaseModel, ConfigDict, Field


def written(found: BaseModel) -> HttpResponse:
    """An answer as it stands: what is long, and was made of nothing from outside, is not looked through a second time."""
    return HttpResponse(found.model_dump_json(), content_type="application/json")


class Body(Schema):
    """What a request brings. What it names beyond what it is asked for is refused, for it was to do something."""

    model_config = ConfigDict(extra="forbid")


RowNumber = Annotated[int, Field(ge=1, lt=2**31)]
"""The number of a row, as it is kept."""


class ClassLink(Schema):
    """A class in the top bar."""

    id: int
    name: str
    section: str


class OwnClassOut(Schema):
    """A class that one teaches: its name and section, what one calls it (empty: that), and whether its grid shows percents."""

    id: int
    name: str
    own_name: str
    shows_percent: bool


class OwnClassIn(Body):
    """A class that one teaches, what one calls it (empty for its own name), and whether its grid shows percents."""

    id: RowNumber
    own_name: str = Field(max_length=80)
    shows_percent: bool = True


class OwnClassesIn(Body):
    """One's classes, in the order in which they are to stand."""

    classes: list[OwnClassIn] = Field(max_length=100)


class SchoolLink(Schema):
    """A school that the person belongs to."""

    id: int
    name: str


class SchoolChosen(Body):
    """The school that somebody of several looks at."""

    school: RowNumber


class ChildLink(Schema):
    """A student whose family page the person may see."""

    id: int
    given_name: str
    family_name: str


class SessionOut(Schema):
    """Who is signed in, and the places they have.

    `today` is the day it is at the school, `days_off` the year's days without school, as pairs of the first and the last.
    """

    person_id: int | None
    name: str
    school_id: int | None
    school: str
    schools: list[SchoolLink]
    is_empty: bool
    """Whether there is no school yet: the first visit sets one up."""
    makes_classes: bool
    """Whether the school lets its teachers, of whom the person is one, make classes for themselves."""
    lacks_second_factor: bool
    """Whether a school asks for a second factor that the person does not have: until they do they can do nothing else."""
    year: str
    today: datetime.date | None
    days_off: list[list[datetime.date]]
    roles: list[str]
    classes: list[ClassLink]
    children: list[ChildLink]
    language: str
    """As chosen; empty where the browser's holds."""


class DemoPerson(Schema):
    """Somebody whom one can be in the demo."""

    sign_in: str
    password: str
    name: str
    words: str


class UndoneOut(Schema):
    """What was undone or done again, and what of it could not be."""

    words: str
    kept: list[str]


class HealthOut(Schema):
    """Whether the server answers."""

    ok: bool
