"""Lists as the standard has them: filtered, sorted, with chosen fields, in pages."""

import operator
import re
from collections.abc import Callable, Mapping, Sequence
from typing import Any
from urllib.parse import urlencode

from oneroster.status import Failure

MOST_AT_ONCE = 1000
USUAL = 100
"""How many are given where a page is not said to be larger or smaller."""
Record = Mapping[str, Any]

_PREDICATE = re.compile(r"([A-Za-z.]+)\s*(!=|>=|<=|=|>|<|~)\s*'([^']*)'")
_COMPARE: Mapping[str, Callable[[str, str], bool]] = {
    "=": operator.eq,
    "!=": operator.ne,
    ">": operator.gt,
    "<": operator.lt,
    ">=": operator.ge,
    "<=": operator.le,
    "~": lambda value, part: part.casefold() in value.casefold(),
}


def page_of(
    records: Sequence[Record], asked: Mapping[str, str], address: str
) -> tuple[list[dict[str, Any]], dict[str, str]]:
    """One page of a list, and the headers that say how many there are and where the others lie.

    `asked` are the parameters filter, sort, orderBy, fields, limit and offset. Raises Failure for one that cannot be read.
    """
    found = [each for each in records if _fits(each, asked.get("filter", ""))]
    if sort := asked.get("sort"):
        if found and not any(_reaches(each, sort) for each in found):
            raise Failure(400, f"There is no field {sort} to sort by.", "invalid_sort_field")
        found.sort(key=lambda each: _value(each, sort), reverse=asked.get("orderBy") == "desc")
    limit, offset = _count(asked, "limit", USUAL), _count(asked, "offset", 0)
    if not 1 <= limit <= MOST_AT_ONCE:
        raise Failure(400, f"limit goes from 1 to {MOST_AT_ONCE}.")
    page = [_chosen(each, asked.get("fields", "")) for each in found[offset : offset + limit]]
    headers = {"X-Total-Count": str(len(found)), "Link": _links(asked, address, limit, offset, len(found))}
    return page, {name: value for name, value in headers.items() if value}


def _count(asked: Mapping[str, str], name: str, usual: int) -> int:
    text = asked.get(name, str(usual))
    if not text.isascii() or not text.isdigit() or len(text) > 9:
        raise Failure(400, f"{name} is a whole number, not “{text}”.")
    return int(text)


def _links(asked: Mapping[str, str], address: str, limit: int, offset: int, total: int) -> str:
    places = {"first": 0, "last": max(total - 1, 0) // limit * limit}
    if offset + limit < total:
        places["next"] = offset + limit
    if offset:
        places["prev"] = max(offset - limit, 0)
    return ", ".join(
        f'<{address}?{urlencode({**asked, "limit": limit, "offset": place})}>; rel="{name}"'
        for name, place in places.items()
    )


def _fits(record: Record, filter_: str) -> bool:
    """Whether a record fits a filter: one predicate, or two with AND or OR between."""
    if not filter_.strip():
        return True
    either = re.split(r"\s+OR\s+(?=[A-Za-z.]+\s*[!=<>~])", filter_.strip())
    if len(either) > 1:
        return any(_fits(record, each) for each in either)
    both = re.split(r"\s+AND\s+(?=[A-Za-z.]+\s*[!=<>~])", filter_.strip())
    if len(both) > 1:
        return all(_fits(record, each) for each in both)
    read = _PREDICATE.fullmatch(both[0])
    if read is None:
        raise Failure(400, f"The filter “{both[0]}” is not field='value'.", "invalid_filter_field")
    field, compare, value = read.groups()
    return _COMPARE[compare](_value(record, field), value)


def _reaches(record: Record, field: str) -> bool:
    return field.partition(".")[0] in record


def _value(record: Record, field: str) -> str:
    """A field as text; what a reference refers to for one that is a reference, deeper with dots between."""
    found: Any = record
    for name in field.split("."):
        found = found.get(name) if isinstance(found, Mapping) else None
    if isinstance(found, Mapping):
        found = found.get("sourcedId")
    if isinstance(found, bool):
        return str(found).lower()
    return "" if found is None else str(found)


def _chosen(record: Record, fields: str) -> dict[str, Any]:
    if not fields:
        return dict(record)
    names = [each.strip() for each in fields.split(",")]
    if unknown := [each for each in names if not each.isalnum()]:
        raise Failure(400, f"There is no field “{unknown[0]}”.", "invalid_selection_field")
    return {name: value for name, value in record.items() if name in names or name == "sourcedId"}
