"""The shapes of what the school keeps for how long, and of the audit."""

import datetime
from typing import Annotated

from ninja import Schema
from pydantic import Field
from school.schemas import Body


class RecordsOut(Schema):
    """For how many years the school keeps what it knows of somebody who has left, and the lines of its audit."""

    kept_years: int
    audit_years: int


class RecordsIn(Body):
    """For how many years the school is to keep what it knows of somebody who has left, and the lines of its audit."""

    kept_years: int
    audit_years: int


class AuditLineOut(Schema):
    """A line of the audit: who did what, in words and by the operation's name, of whom or which class, from which address."""

    id: int
    at: datetime.datetime
    who: str
    did: str
    operation: str
    of: str
    address: str


class AuditActionOut(Schema):
    """A kind of what is in the audit, and what it is called."""

    action: str
    words: str


class AuditOut(Schema):
    """A page of the audit, and the kinds of what is in it."""

    lines: list[AuditLineOut]
    after: str | None
    actions: list[AuditActionOut]


Day = Annotated[datetime.date, Field(ge=datetime.date(1900, 1, 1), lt=datetime.date(2900, 1, 1))]
"""A day on the school's clocks that can be reckoned with."""


class AuditWanted(Schema):
    """What is looked for in the audit: words that stand in names or operations, a kind, the days from and until."""

    query: str = Field("", max_length=80)
    action: str = ""
    since: Day | None = None
    until: Day | None = None
