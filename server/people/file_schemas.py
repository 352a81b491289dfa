"""The shapes of drafts from a file."""

from typing import Literal

from exchange.table_schemas import PairedColumnOut
from ninja import Schema
from pydantic import Field
from school.schemas import Body

from people.models import DraftState


class AskOut(Schema):
    """An answer to a line of a draft: what is sent, and what the button says."""

    answer: str
    words: str


class FileChangeOut(Schema):
    """One line of a draft from a file."""

    key: str
    kind: Literal["class", "come", "move", "leave", "rename", "change", "guardian", "teacher", "unread"]
    line: int | None
    family_name: str
    given_name: str
    number: str
    was: str
    becomes: str
    note: str
    asks: list[AskOut]
    is_on: bool


class FileDraftOut(Schema):
    """A draft from a file: what was read, what its columns are, and the changes, each of which can be left out."""

    id: int
    state: DraftState
    done: int
    """Lines that are applied, of `total`, while a worker is at it."""
    total: int
    problem: str
    """Why it could not be applied, in words."""
    name: str
    told: str
    year: str
    columns: list[PairedColumnOut]
    fields: dict[str, str]
    """What a column can be, with the words for it."""
    silence: str
    asks_silence: bool
    """Whether the file tells whole rosters, so that its silence means something."""
    changes: list[FileChangeOut]
    """The first of those that were asked for."""
    same: int
    counts: dict[str, int]
    """How many changes there are of each kind."""
    chosen: int


class PastedIn(Body):
    """A table that was pasted, or typed."""

    text: str = Field(min_length=1, max_length=1_000_000)


class ReadingIn(Body):
    """What the columns are by place, and what it means not to be in the file."""

    fields: dict[int, str] | None = None
    silence: Literal["leave", "stay"] | None = None
    keep: bool = False
    """Whether the columns are to be known again in the next file with these heads."""


class AnswersIn(Body):
    """Answers to lines, by key."""

    answers: dict[str, str] = Field(max_length=20_000)


class FileAppliedOut(Schema):
    """What was done, or taken back, in words, and what stays."""

    words: str
    kept: list[str]
    is_waiting: bool = False
    """Whether it is being done in the background still."""
