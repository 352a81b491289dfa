"""The shapes of accounts."""

import datetime

from ninja import Schema
from pydantic import Field
from school.schemas import Body, RowNumber


class InvitedOut(Schema):
    """Whose invitation it is."""

    name: str
    sign_in: str
    school: str


class PasswordIn(Body):
    """A password chosen for the first time, or anew."""

    password: str = Field(max_length=200)


class LetterTaken(Body):
    """What stands in a letter, and the password chosen with it."""

    sign_in: str = Field(max_length=150)
    code: str = Field(max_length=40)
    password: str = Field(max_length=200)


class Forgotten(Body):
    """Who forgot their password, as they sign in."""

    sign_in: str = Field(max_length=150)


class PasswordChange(Body):
    """One's own password, and the one that takes its place."""

    old: str = Field(max_length=200)
    password: str = Field(max_length=200)


class OpenSessionOut(Schema):
    """Where one is signed in."""

    id: int
    browser: str
    address: str | None
    at: datetime.datetime
    is_this: bool


class PeopleIn(Body):
    """Some people of a school, by number."""

    people: list[RowNumber] = Field(min_length=1, max_length=500)


class InvitationsOut(Schema):
    """How many were written to."""

    count: int


class LetterOut(Schema):
    """A letter to be printed: for whom, where they sign in, under which name, with which code."""

    name: str
    sign_in: str
    code: str
    address: str


class MailOut(Schema):
    """A message in the outbox."""

    id: int
    to: str
    subject: str
    text: str
    at: datetime.datetime


class OutboxOut(Schema):
    """A page of the outbox, latest first. `is_used` is False where mail goes out through a server, and only older mail is here."""

    mail: list[MailOut]
    after: str | None
    is_used: bool
