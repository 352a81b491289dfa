"""The shapes of accounts."""

import datetime

from ninja import Schema
from pydantic import Field
from school.models import Role
from school.schemas import Body, RowNumber


class SignIn(Body):
    """What is typed to sign in; the code where there is a second factor, and it was asked for."""

    sign_in: str = Field(max_length=150)
    password: str = Field(max_length=200)
    code: str = Field(default="", max_length=40)


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


class LanguageIn(Body):
    """The language in which one reads and is written to, by its code."""

    language: str = Field(max_length=10)


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


class LetterWordsOut(Schema):
    """What stands in a letter around its address, name and code, in the language of whoever gets it."""

    language: str
    greeting: str
    text: str
    address: str
    name: str
    code: str
    end: str


class LetterOut(Schema):
    """A letter to be printed: where one signs in, under which name, with which code, and in which words."""

    sign_in: str
    code: str
    address: str
    words: LetterWordsOut


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


class PasswordConfirmed(Body):
    """One's own password, typed again by who is signed in; empty for who has none here."""

    password: str = Field(max_length=200)


class SecondFactorOut(Schema):
    """Whether one has a second factor, whether a school asks for it, and how many recovery codes are left."""

    is_on: bool
    is_asked: bool
    recovery_codes: int


class SecondFactorBeginningOut(Schema):
    """What an authenticator app is told: a picture (SVG, as a data address) that it reads, or a key that is typed."""

    picture: str
    key: str


class SecondFactorCode(Body):
    """A code that an authenticator app shows."""

    code: str = Field(max_length=40)


class RecoveryCodesOut(Schema):
    """Recovery codes, told once. Each stands in for the app one time."""

    codes: list[str]


class ProviderLink(Schema):
    """A school's own provider, as a way to sign in."""

    id: int
    name: str
    school: str


class ProviderOut(Schema):
    """A school's provider as its officer set it, but for the secret."""

    name: str
    issuer: str
    client_id: str


class ProviderIn(Body):
    """A school's OpenID Connect provider. Without a secret the one that is kept stays."""

    name: str = Field(max_length=200)
    issuer: str = Field(max_length=300)
    client_id: str = Field(max_length=200)
    client_secret: str | None = Field(default=None, max_length=200)


class SigningInIn(Body):
    """Of which roles a second factor is asked, and after how many minutes without doing anything who works there signs in again."""

    second_factor_of: list[Role]
    idle_minutes: int | None


class SigningInOut(Schema):
    """How people of a school sign in.

    `lacking` says by role how many have no second factor; `waits` are the minutes that `idle_minutes` may be; `answer_address` is where a
    provider sends people back to.
    """

    second_factor_of: list[Role]
    idle_minutes: int | None
    waits: list[int]
    lacking: dict[str, int]
    provider: ProviderOut | None
    answer_address: str
