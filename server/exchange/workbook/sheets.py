"""Sheets on which every student has the same row, and how their cells are named in formulas."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from typing import Any

from xlsxwriter import Workbook
from xlsxwriter.utility import xl_col_to_name
from xlsxwriter.worksheet import Worksheet

HEADS = 10
"""How many rows stand above the first student, for what is said of a column."""


def number(value: Fraction | int) -> float:
    """A number as a spreadsheet has it. An exact one that it cannot hold is the nearest that it can."""
    return float(value)


def text(value: str) -> str:
    """A text within a formula."""
    return '"' + value.replace('"', '""') + '"'


@dataclass
class Table:
    """A sheet with a row a student, on which columns are added from left to right. The first column says who it is."""

    sheet: Worksheet
    students: int
    columns: int = 1

    @property
    def _name(self) -> str:
        return f"'{self.sheet.name}'!"

    def add(self, head: str, cells: Sequence[str], *, under: Sequence[Any] = ()) -> "Column":
        """A column of formulas, one a student; `under` are values below the head."""
        at = self.columns
        self.columns += 1
        self.sheet.write_string(0, at, head)
        for place, value in enumerate(under):
            self.sheet.write(1 + place, at, value)
        for row, cell in enumerate(cells):
            self.sheet.write_formula(HEADS + row, at, f"={cell}")
        return Column(self, at)

    def row(self, student: int) -> int:
        """The row of a student, counted from 0."""
        return HEADS + student


@dataclass(frozen=True)
class Column:
    """A column of a table."""

    table: Table
    at: int

    def cell(self, student: int) -> str:
        """One student's cell."""
        return f"{self.table._name}${xl_col_to_name(self.at)}{self.table.row(student) + 1}"

    def head(self, row: int) -> str:
        """What is said of the column in a row above the students."""
        return f"{self.table._name}${xl_col_to_name(self.at)}${row + 1}"

    @property
    def everybody(self) -> str:
        """All students' cells."""
        name = xl_col_to_name(self.at)
        return f"{self.table._name}${name}${HEADS + 1}:${name}${HEADS + self.table.students}"


@dataclass(frozen=True)
class Block:
    """Columns beside each other."""

    columns: Sequence[Column]

    def __iter__(self) -> Iterator[Column]:
        return iter(self.columns)

    def __len__(self) -> int:
        return len(self.columns)

    def cells(self, student: int) -> str:
        """One student's cells in all of them."""
        first, last = self.columns[0], self.columns[-1]
        row = first.table.row(student) + 1
        return f"{first.table._name}${xl_col_to_name(first.at)}{row}:${xl_col_to_name(last.at)}{row}"

    def heads(self, row: int) -> str:
        """What is said of each in a row above the students."""
        first, last = self.columns[0], self.columns[-1]
        return f"{first.table._name}${xl_col_to_name(first.at)}${row + 1}:${xl_col_to_name(last.at)}${row + 1}"


@dataclass
class Sheets:
    """The workbook's tables by name, each made as it is first asked for."""

    book: Workbook
    students: Sequence[str]
    made: dict[str, Table] = field(default_factory=dict)

    def table(self, name: str) -> Table:
        """A table with the students in its first column."""
        found = self.made.get(name)
        if found is None:
            sheet = self.book.add_worksheet(name)
            sheet.freeze_panes(HEADS, 1)
            sheet.set_column(0, 0, 24)
            sheet.write_string(0, 0, "student")
            for row, student in enumerate(self.students):
                sheet.write_string(HEADS + row, 0, student)
            found = self.made[name] = Table(sheet, len(self.students))
        return found
