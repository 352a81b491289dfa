"""Shapes of any table that comes in, whatever it is of: its rows, its columns, and whom its lines are about."""

from collections.abc import Iterable, Sequence
from typing import Self

from ninja import Schema
from school.models import Student

from exchange.columns import Columns, paired_columns
from exchange.students import Asked
from exchange.tables import Table


class FileTableOut(Schema):
    """A file as a table of text."""

    told: str
    rows: list[list[str]]

    @classmethod
    def of(cls, table: Table) -> Self:
        return cls(told=table.told, rows=table.rows)


class PairedColumnOut(Schema):
    """A column of a table: its head, what stands in it first, and what it is taken for (empty: not taken over)."""

    place: int
    head: str
    example: str
    field: str

    @classmethod
    def all_of(cls, rows: Sequence[Sequence[str]], columns: Columns) -> list[Self]:
        """The columns in which anything stands, with what each is taken for."""
        return [cls.model_construct(**vars(each)) for each in paired_columns(rows, columns)]


class AskedLineOut(Schema):
    """A line of which it has to be said whom it is about; `may_be` are who it may be, nobody in particular where it is empty."""

    line: int
    said: str
    words: str
    may_be: list[int]

    @classmethod
    def of(cls, asked: Asked) -> Self:
        return cls(line=asked.line, said=asked.said, words=asked.words, may_be=list(asked.may_be))


class ChoosableOut(Schema):
    """Something to choose by its name."""

    id: int
    name: str

    @classmethod
    def students(cls, students: Iterable[Student]) -> list[Self]:
        """Students to choose from: namesakes are told apart by their numbers."""
        return [cls(id=each.pk, name=f"{each} ({each.number})") for each in students]
