"""Tables from files (CSV however it is written, workbooks of several kinds) and pasted text, as rows of text; or a refusal in words."""

import csv
import io
import re
import zipfile
from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import Any
from xml.etree.ElementTree import ParseError

from ninja import UploadedFile
from openpyxl import load_workbook
from openpyxl.utils.exceptions import InvalidFileException
from python_calamine import CalamineError, CalamineWorkbook, PasswordError
from school.refusal import Refused

MEGABYTE = 1024 * 1024
_UNPACKED = 20
"""How many times larger than its limit a packed file may become: beyond that it is made to fill the memory."""
_SEPARATORS = {",": "commas", ";": "semicolons", "\t": "tabs"}
_LOCKED = b"\xd0\xcf\x11\xe0"
"""How a workbook begins that is kept with a password."""
_LOOKED_AT = 30
"""By how many lines it is told what stands between the cells."""


@dataclass(frozen=True)
class Limits:
    """What is read of a file at most: megabytes, lines and columns; `what` names in a refusal what the file should hold."""

    megabytes: int
    lines: int
    what: str
    columns: int = 60


@dataclass(frozen=True)
class Table:
    """The rows of a file, as text, and how they were read, in words. Row 0 is line 1 of the file."""

    rows: list[list[str]]
    told: str


def read_table(name: str, content: bytes, limits: Limits, sheet: str = "") -> Table:
    """The first table of a file; of a workbook the sheet of a name, where it has one. Raises Refused, naming the file and what to do."""
    check_size(name, len(content), limits)
    ending = name.casefold().rpartition(".")[2]
    if ending in ("xlsx", "xlsm"):
        table = Table(_workbook_rows(name, content, limits, sheet), "a workbook")
    elif ending in ("ods", "xls"):
        table = Table(_other_workbook_rows(name, content, limits, sheet), "a workbook")
    elif ending in ("csv", "txt", "tsv"):
        table = _text_table(name, content)
    else:
        raise Refused(f"{name} is neither CSV nor a workbook (.xlsx, .ods). Save it as one of these.", "file")
    if len(table.rows) > limits.lines:
        raise Refused(f"{name} has {len(table.rows)} lines; at most {limits.lines} are read.", "file")
    return Table(table.rows, f"{len(table.rows)} lines, {table.told}")


def check_size(name: str, size: int, limits: Limits) -> None:
    """Raises Refused for a file that is too large to be read."""
    if size > limits.megabytes * MEGABYTE:
        megabytes = size / MEGABYTE
        raise Refused(f"{name} has {megabytes:.0f} MB; {limits.what} has at most {limits.megabytes} MB.", "file")


def read_upload(file: UploadedFile, limits: Limits) -> tuple[str, bytes]:
    """The name and the bytes of what somebody sent; what is too large is refused before it is read."""
    name = file.name or "The file"
    check_size(name, file.size or 0, limits)
    return name, file.read()


def read_pasted(text: str) -> Table:
    """A table pasted from a spreadsheet or typed."""
    found = _split(text)
    return Table(found.rows, f"{len(found.rows)} lines, {found.told}")


def decoded(name: str, content: bytes) -> tuple[str, str]:
    """A file's text and the encoding that it was read in: UTF-8, UTF-16 where it says so, or else Windows' western letters."""
    for encoding, words in (
        ("utf-8-sig", "UTF-8"),
        ("utf-16", "UTF-16") if content[:2] in (b"\xff\xfe", b"\xfe\xff") else ("cp1252", "Windows letters"),
    ):
        try:
            return content.decode(encoding), words
        except UnicodeDecodeError:
            continue
    raise Refused(f"{name} cannot be read as text. Save it as CSV in UTF-8, or as a workbook (.xlsx).", "file")


def _text_table(name: str, content: bytes) -> Table:
    text, encoding = decoded(name, content)
    if "\0" in text:
        raise Refused(f"{name} is no text. Save it as CSV in UTF-8, or as a workbook (.xlsx).", "file")
    try:
        found = _split(text)
    except csv.Error as error:
        raise Refused(f"{name} cannot be read: {error}.", "file") from None
    return Table(found.rows, f"{found.told}, {encoding}")


def _split(text: str) -> Table:
    """Rows by what most evenly divides the first lines."""
    separator = max(_SEPARATORS, key=lambda each: _evenness(text, each))
    return Table(list(csv.reader(io.StringIO(text, newline=""), delimiter=separator)), _SEPARATORS[separator])


def _evenness(text: str, separator: str) -> tuple[int, int]:
    """How many of the first lines have as many cells as most of them, where that is more than one; and how many cells."""
    first = [
        row
        for row, _ in zip(
            csv.reader(io.StringIO(text, newline=""), delimiter=separator), range(_LOOKED_AT), strict=False
        )
    ]
    counts = Counter(len(row) for row in first if len(row) > 1)
    cells, lines = counts.most_common(1)[0] if counts else (0, 0)
    return lines, cells


def open_packed(name: str, content: bytes, limits: Limits) -> zipfile.ZipFile:
    """A packed file, once it is sure not to unpack to more than can be read."""
    try:
        archive = zipfile.ZipFile(io.BytesIO(content))
    except zipfile.BadZipFile:
        raise Refused(f"{name} cannot be read: it is no whole zip file. Save it anew.", "file") from None
    if sum(each.file_size for each in archive.infolist()) > _UNPACKED * limits.megabytes * MEGABYTE:
        raise Refused(f"{name} unpacks to far more than {limits.what} holds.", "file")
    return archive


def _workbook_rows(name: str, content: bytes, limits: Limits, sheet: str) -> list[list[str]]:
    """The sheet of a name, or the first that is in sight, with what its formulas came to; a formula without a value is left as it is
    written.
    """
    if content.startswith(_LOCKED):
        raise Refused(f"{name} is kept with a password. Take the password away, or save it as CSV.", "file")
    try:
        if zipfile.is_zipfile(io.BytesIO(content)):
            open_packed(name, content, limits).close()
        written, values = (_sheet_rows(content, limits, sheet, values=each) for each in (False, True))
        return _without_empty_columns(
            [_cell(cell, value) for cell, value in zip(row, come_to, strict=True)]
            for row, come_to in zip(written, values, strict=True)
        )
    except (zipfile.BadZipFile, InvalidFileException, ParseError, KeyError, IndexError, TypeError, ValueError):
        raise Refused(f"{name} cannot be read as a workbook. Save it anew, or as CSV.", "file") from None


def _without_empty_columns(found: Iterable[list[str]]) -> list[list[str]]:
    """Rows without what a sheet counts as columns to the right of all that stands in it."""
    rows = list(found)
    width = max((place for row in rows for place, text in enumerate(row, 1) if text), default=0)
    return [row[:width] for row in rows]


def _sheet_rows(content: bytes, limits: Limits, sheet: str, *, values: bool) -> Iterator[tuple[Any, ...]]:
    book = load_workbook(io.BytesIO(content), read_only=True, data_only=values)
    sheets = [each for each in book.worksheets if each.sheet_state == "visible"] or book.worksheets
    wanted = next((each for each in sheets if each.title == sheet), sheets[0])
    rows: Iterator[tuple[Any, ...]] = wanted.iter_rows(max_row=limits.lines + 2, max_col=limits.columns)
    return rows


def _cell(cell: Any, value: Any) -> str:
    """A cell as it stands there; a number without the nought of a whole one, and one that is shown as a percent in percent."""
    if cell.value is None:
        return ""
    come_to = value.value if cell.data_type == "f" else cell.value
    if cell.data_type == "f" and come_to is None:
        return str(cell.value)
    return _number_text(come_to, is_percent="%" in (cell.number_format or ""))


def _number_text(value: Any, *, is_percent: bool = False) -> str:
    if isinstance(value, int | float) and not isinstance(value, bool):
        number = Decimal(str(value)) * (100 if is_percent else 1)
        return f"{number.normalize():f}{' %' if is_percent else ''}"
    return str(value)


def _other_workbook_rows(name: str, content: bytes, limits: Limits, sheet: str) -> list[list[str]]:
    """The sheet of a name, or the first, of a workbook of another kind."""
    try:
        if zipfile.is_zipfile(io.BytesIO(content)):
            open_packed(name, content, limits).close()
        book = CalamineWorkbook.from_filelike(io.BytesIO(content))
        place = book.sheet_names.index(sheet) if sheet in book.sheet_names else 0
        rows = book.get_sheet_by_index(place).to_python(skip_empty_area=False, nrows=limits.lines + 2)
    except PasswordError:
        raise Refused(f"{name} is kept with a password. Take the password away, or save it as CSV.", "file") from None
    except (CalamineError, zipfile.BadZipFile, IndexError, ValueError, OSError):
        raise Refused(f"{name} cannot be read as a workbook. Save it anew, or as CSV.", "file") from None
    return [[_number_text(each) for each in row[: limits.columns]] for row in rows]


def filled(rows: Sequence[Sequence[str]]) -> list[tuple[int, list[str]]]:
    """The rows that hold anything, each with its line in the file."""
    return [
        (line, [each.strip() for each in row]) for line, row in enumerate(rows, 1) if any(each.strip() for each in row)
    ]


def plain_number(text: str) -> str:
    """A number as it is written in one place or another, as it would be typed: thousands without what parts them."""
    bare = text.strip().replace("\N{NO-BREAK SPACE}", " ").replace("\N{NARROW NO-BREAK SPACE}", " ")
    for parts, decimal in ((".", ","), (",", "."), (" ", ","), ("'", "."), ("’", ".")):
        shape = rf"\d{{1,3}}(?:{re.escape(parts)}\d{{3}})+(?:{re.escape(decimal)}\d+)?(\s*%)?"
        # 1.234 alone is a number with three decimals; only with both signs, or a blank between, is it a thousand.
        if re.fullmatch(shape, bare) and (decimal in bare or parts in " '’" or bare.count(parts) > 1):
            return bare.replace(parts, "").replace(",", ".")
    return bare
