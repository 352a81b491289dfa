"""Tables as CSV that spreadsheets open with the right letters, and in which nothing is taken for a formula."""

import csv
import io
from collections.abc import Iterable, Sequence

_RISKY = ("=", "+", "-", "@", "\t", "\r")
"""What a spreadsheet takes for the beginning of a formula."""


def as_csv(rows: Iterable[Sequence[object]]) -> bytes:
    """A table as CSV in UTF-8."""
    out = io.StringIO()
    csv.writer(out).writerows([_harmless(str(each)) for each in row] for row in rows)
    return out.getvalue().encode("utf-8-sig")


def _harmless(text: str) -> str:
    is_number = text.lstrip("-+").replace(".", "", 1).isdigit()
    return f"'{text}" if text.startswith(_RISKY) and not is_number else text
