"""Tables as workbooks, in which nothing is taken for a formula."""

import io
from collections.abc import Sequence
from decimal import Decimal

import xlsxwriter

Cell = str | Decimal


def as_workbook(rows: Sequence[Sequence[Cell]], title: str, *, heads: int = 1, fixed: int = 0) -> bytes:
    """A table as a workbook: numbers as numbers, everything else as text that is no formula. `heads` lines and `fixed` columns
    stay in sight.
    """
    out = io.BytesIO()
    with xlsxwriter.Workbook(out, {"in_memory": True, "strings_to_formulas": False, "strings_to_urls": False}) as book:
        page = book.add_worksheet(_sheet_name(title))
        bold = book.add_format({"bold": True})
        for place, row in enumerate(rows):
            for column, cell in enumerate(row):
                if isinstance(cell, Decimal):
                    page.write_number(place, column, cell)
                else:
                    page.write_string(place, column, cell, None if place else bold)
        page.freeze_panes(heads, fixed)
        page.set_column(0, max((len(row) for row in rows), default=1) - 1, 14)
    return out.getvalue()


def _sheet_name(title: str) -> str:
    return "".join("-" if letter in "[]:*?/\\" else letter for letter in title)[:31].strip("'") or "Sheet"
