"""Writing a book as a workbook that keeps calculating."""

import io

from gradecore.book import Book
from gradecore.gradebook import Gradebook
from xlsxwriter import Workbook

from exchange.workbook.sheets import Sheets
from exchange.workbook.terms import Terms

ABOUT = (
    "This workbook keeps calculating.",
    "Change a score on the sheet Scores, and Results shows what Hoarfrost would make of it.",
    "A score is a number, a code from the sheet Codes exactly as it stands there, or nothing.",
    "Points, shares and what may be dropped stand above the scores; weights on Weights; the marks on Scale. They can be changed too.",
    "percent and mark are computed; final_percent and final_mark are what a person put in their place, where somebody did.",
    "The best of several drops is sought in rounds, on the sheet Drops: each goes on from the percent that the one before left.",
    "A spreadsheet's numbers have about 15 digits: percents agree with Hoarfrost's, which are exact, to 9 decimals.",
    "Not in it: levels by standard, comments, and what is fixed once it is made: whom work is for, rules, adjustments, overrides.",
)
RESULTS = ("student", "term", "percent", "mark", "final_percent", "final_mark")


def write_workbook(book: Book) -> bytes:
    """A checked book as a workbook whose results are formulas. The values kept beside the results are the core's, for readers that
    do not calculate.
    """
    out = io.BytesIO()
    made = Workbook(out, {"in_memory": True, "strings_to_formulas": False, "strings_to_urls": False})
    about = made.add_worksheet("About")
    about.set_column(0, 0, 120)
    for row, words in enumerate(ABOUT):
        about.write_string(row, 0, words)
    results = made.add_worksheet("Results")
    results.set_column(0, 1, 24)
    results.freeze_panes(1, 2)
    sheets = Sheets(made, book.students)
    terms = Terms(sheets, book)
    gradebook = Gradebook(book, checked=True)
    for at, head in enumerate(RESULTS):
        results.write_string(0, at, head)
    scores = sheets.table("Scores")
    row = 0
    for place, student in enumerate(book.students):
        for at, term in enumerate(book.terms):
            row += 1
            found, known = terms.columns[term.id], gradebook.result(student, term.id)
            results.write_formula(row, 0, f"='{scores.sheet.name}'!$A${scores.row(place) + 1}", None, student)
            results.write_formula(row, 1, f"=Order!$A${at + 2}", None, term.id)
            for column, cells, value in (
                (2, found.percent, known.percent),
                (3, found.mark, known.mark),
                (4, found.final_percent, known.final_percent),
                (5, found.final_mark, known.final_mark),
            ):
                shown = "" if value is None else value if isinstance(value, str) else float(value)
                results.write_formula(row, column, f"={cells.cell(place)}", None, shown)
    order = made.add_worksheet("Order")
    order.write_string(0, 0, "term")
    for at, term in enumerate(book.terms, 1):
        order.write_string(at, 0, term.id)
    made.close()
    return out.getvalue()
