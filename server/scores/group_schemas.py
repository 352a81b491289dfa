"""The shapes of groups of students in a class."""

from typing import Literal

from ninja import Schema
from pydantic import Field
from school.schemas import Body, RowNumber


class StudentGroupOut(Schema):
    """A group of students by their numbers; `version` is what the next change is made from."""

    id: int
    name: str
    version: int
    students: list[int]


class StudentGroupIn(Body):
    """A group to be made."""

    name: str = Field(max_length=200)
    students: list[RowNumber] = Field(max_length=2_000)


class StudentGroupsIn(Body):
    """Groups to be made together."""

    groups: list[StudentGroupIn] = Field(min_length=1, max_length=60)


class StudentGroupChange(Body):
    """What changes of a group, from a version of it."""

    version: int
    name: str | None = Field(None, max_length=200)
    students: list[RowNumber] | None = Field(None, max_length=2_000)


class ProposeIn(Body):
    """How many groups are proposed, and how: by draw, mixed so that they are like each other, or of those who stand alike."""

    way: Literal["draw", "mixed", "alike"]
    count: int = Field(ge=1, le=60)
    term: RowNumber | None = None


class GroupsProposedOut(Schema):
    """Groups that are proposed, each as the numbers of its students."""

    groups: list[list[int]]
