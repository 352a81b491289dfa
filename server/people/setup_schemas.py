"""The shapes of setting up a school, and of the register that its people come from."""

import datetime

from ninja import Schema
from pydantic import Field
from school.schemas import Body


class DivisionOut(Schema):
    """A way to divide a year."""

    name: str
    words: str


class SetupOut(Schema):
    """What setting up an installation asks for; `is_open` only while it holds no school and the terminal gave a code."""

    is_open: bool
    divisions: list[DivisionOut]
    time_zones: list[str]


class SetupIn(Body):
    """The first school, its first year and its records officer."""

    code: str = Field(max_length=60)
    name: str
    address: str = ""
    time_zone: str
    year: str
    starts: datetime.date
    ends: datetime.date
    division: str
    given_name: str
    family_name: str
    email: str = ""
    sign_in: str = Field(default="", max_length=150)
    password: str = Field(max_length=200)


class RegisterOut(Schema):
    """How the register is reached, but for the secret."""

    address: str
    token_address: str
    client_id: str
    org: str


class RegisterIn(Body):
    """How the register is reached. Without a secret the one that is kept stays."""

    address: str = Field(max_length=300)
    token_address: str = Field(max_length=300)
    client_id: str = Field(max_length=200)
    client_secret: str | None = Field(default=None, max_length=200)
    org: str = Field(default="", max_length=100)
