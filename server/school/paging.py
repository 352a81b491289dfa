"""Lists that can grow, a page at a time: each page says where the next begins (a cursor), whatever is added meanwhile."""

import base64
import json
from collections.abc import Sequence
from dataclasses import dataclass
from functools import reduce
from typing import Generic, TypeVar

from django.db.models import Model, Q, QuerySet

from school.refusal import Refused

Row = TypeVar("Row", bound=Model)
PAGE_SIZE = 50


@dataclass(frozen=True)
class Page(Generic[Row]):
    """Some rows, and the cursor of those after them; None at the end."""

    rows: list[Row]
    after: str | None


def page_of(rows: QuerySet[Row], order: Sequence[str], after: str | None) -> Page[Row]:
    """The page that begins after a cursor, or the first. `order` names fields, of which the last tells all rows apart; with a minus
    before the only one, the order is backwards.
    """
    found = list(
        (rows if after is None else rows.filter(_beyond(order, _read(after, len(order))))).order_by(*order)[
            : PAGE_SIZE + 1
        ]
    )
    if len(found) <= PAGE_SIZE:
        return Page(found, None)
    last = found[PAGE_SIZE - 1]
    values = [getattr(last, field.lstrip("-")) for field in order]
    return Page(found[:PAGE_SIZE], base64.urlsafe_b64encode(json.dumps(values).encode()).decode())


def count_of(rows: QuerySet[Row], page: Page[Row], after: str | None) -> int:
    """How many rows there are on all pages: asked only where the first page does not tell."""
    return len(page.rows) if after is None and page.after is None else rows.count()


def _read(after: str, count: int) -> list[str | int]:
    try:
        values = json.loads(base64.urlsafe_b64decode(after.encode()))
    except ValueError:
        values = None
    if not isinstance(values, list) or len(values) != count or not all(isinstance(each, str | int) for each in values):
        raise Refused("This page cannot be found any more. Begin with the first.", "after")
    return values


def _beyond(order: Sequence[str], values: Sequence[str | int]) -> Q:
    """Rows that come later than those values, field by field."""
    cases = [
        Q(
            **{field.lstrip("-"): value for field, value in zip(order[:place], values, strict=False)},
            **{f"{order[place].lstrip('-')}__{'lt' if order[place].startswith('-') else 'gt'}": values[place]},
        )
        for place in range(len(order))
    ]
    return reduce(lambda one, other: one | other, cases)
