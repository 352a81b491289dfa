"""Standards as a table: a line each, with what it is part of, read from CSV or a workbook and written as CSV."""

from collections.abc import Mapping, Sequence
from typing import Any

from exchange.columns import LOOKED_AT, folded
from exchange.tables import Limits, read_table
from plans.standards import about, current
from school.models import School
from school.refusal import Refused

from reports.case import names_of

LIMITS = Limits(megabytes=5, lines=1_000 + LOOKED_AT, what="a list of standards")
HEADS = {
    "code": "Code",
    "name": "Name",
    "wording": "Wording",
    "within": "Part of",
    "subject": "Subject",
    "years": "Years",
}
_WORDS: Mapping[str, tuple[str, ...]] = {
    "code": ("code", "standard code", "coding", "identifier"),
    "name": ("name", "short name", "title", "standard"),
    "wording": ("wording", "full wording", "statement", "full statement", "description", "text"),
    "within": ("part of", "within", "parent", "belongs to", "strand"),
    "subject": ("subject",),
    "years": ("years", "year", "year group", "year groups"),
}
"""What the heads of each column may be called."""


def rows_of(school: School) -> list[list[str]]:
    """The school's standards, a line each under its heads."""
    said = about(school)
    rows = [list(HEADS.values())]
    for each in current(school):
        known: Mapping[str, Any] = {"name": each.id, "within": each.parent or "", **said.get(each.id, {})}
        rows.append([known.get(field, "") for field in HEADS])
    return rows


def read_standards_table(name: str, content: bytes) -> list[dict[str, Any]]:
    """The standards of a table, each after what it is part of, as `SchoolStandards` has them. A part names the other by its code or its
    name. Raises Refused, saying the line.
    """
    rows = read_table(name, content, LIMITS).rows
    heads = [_places(row) for row in rows[:LOOKED_AT]]
    at = max(range(len(heads)), key=lambda each: len(heads[each]), default=0)
    places = heads[at] if heads else {}
    if not {"name", "wording"} & places.keys():
        raise Refused(
            f"None of the first lines of {name} names the columns. One must have Name or Wording, and may have Code, Part of, Subject and"
            " Years beside it.",
            "file",
        )
    lines = [
        (line, {field: row[place].strip() if place < len(row) else "" for field, place in places.items()})
        for line, row in enumerate(rows[at + 1 :], at + 2)
        if any(each.strip() for each in row)
    ]
    for line, said in lines:
        if not any(said.get(field) for field in ("name", "wording", "code")):
            raise Refused(f"Line {line} of {name} has neither a name nor a code nor a wording.", "file")
    return _in_order(name, lines)


def _places(row: Sequence[str]) -> dict[str, int]:
    found = [folded(each) for each in row]
    return {field: found.index(word) for field, words in _WORDS.items() for word in words if word in found}


def _in_order(file: str, lines: Sequence[tuple[int, Mapping[str, str]]]) -> list[dict[str, Any]]:
    items = [
        {
            "humanCodingScheme": said.get("code"),
            "abbreviatedStatement": said.get("name"),
            "fullStatement": said.get("wording"),
        }
        for _, said in lines
    ]
    called = names_of(items)
    names = [called[id(each)] for each in items]
    by_said = {
        text.casefold(): place
        for field in ("name", "code")
        for place, (_, said) in enumerate(lines)
        if (text := said.get(field, ""))
    }
    above: list[int | None] = []
    for line, said in lines:
        within = said.get("within", "")
        if within and within.casefold() not in by_said:
            raise Refused(f"Line {line} of {file}: {within[:60]}, which it is part of, has no line of its own.", "file")
        above.append(by_said[within.casefold()] if within else None)
    found: dict[int, dict[str, Any]] = {}
    for place in range(len(lines)):
        way: list[int] = []
        at: int | None = place
        while at is not None and at not in found:
            if at in way:
                raise Refused(f"Line {lines[at][0]} of {file} is part of itself, by what stands between.", "file")
            way.append(at)
            at = above[at]
        for each in reversed(way):
            said, within_at = lines[each][1], above[each]
            found[each] = {
                "name": names[each],
                "within": None if within_at is None else names[within_at],
                **{field: said.get(field, "") for field in ("code", "wording", "subject", "years")},
            }
    return list(found.values())
