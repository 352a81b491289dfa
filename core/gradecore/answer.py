"""A whole book's results in the open format: the form of a case's ``expect``."""

from collections.abc import Mapping
from typing import Any

from gradecore.book import Book
from gradecore.check import BookError, Problem
from gradecore.file import read_book
from gradecore.gradebook import Gradebook
from gradecore.needed import needed
from gradecore.numbers import decimal_text, quotient_text, rational_text
from gradecore.result import Reckoning, TermResult
from gradecore.standards import StandardResult


def answer(given: Any) -> dict[str, Any]:
    """The results of a bare book, or of a case with ``book`` and ``ask``, given as parsed JSON.

    Raises BookError for what is refused.
    """
    is_case = isinstance(given, dict) and "book" in given
    book = read_book(given["book"] if is_case else given)
    gradebook = Gradebook(book, checked=True)
    found: dict[str, Any] = {
        "results": {
            student: {term: _term(result) for term, result in gradebook.results(student).items()}
            for student in book.students
        }
    }
    if book.standards:
        found["standards"] = {
            student: {name: _standard(each) for name, each in gradebook.levels.results(student).items()}
            for student in book.students
        }
    if is_case and given.get("ask") is not None:
        found["needed"] = _needed(book, given["ask"])
    return found | {"error": None}


def _term(result: TermResult) -> dict[str, Any]:
    percent = rational_text(result.percent)
    is_as_computed = result.final_percent is result.percent
    return {
        "percent": percent,
        "rounded": None if result.rounded is None else decimal_text(result.rounded),
        "mark": result.mark,
        "final_percent": percent if is_as_computed else rational_text(result.final_percent),
        "final_mark": result.final_mark,
        "categories": _categories(result.reckoning) if result.reckoning else {},
        "left_out": result.left_out,
        "missing": list(result.missing),
        "shown_reaches": result.shown_reaches,
    }


def _categories(reckoning: Reckoning) -> dict[str, Any]:
    """Of what they came to: a class has thousands of them, too many to make a result of each first."""
    ids = reckoning.tally.layout.ids
    return {
        name: {
            "percent": quotient_text(100 * value, weight) if weight else None,
            "dropped": [ids[place] for place in gone],
        }
        for name, value, weight, gone in reckoning.formed
    }


def _standard(result: StandardResult) -> dict[str, Any]:
    return {
        "value": rational_text(result.value),
        "mark": result.mark,
        "final_value": rational_text(result.final_value),
        "final_mark": result.final_mark,
    }


def _needed(book: Book, asked: Any) -> list[dict[str, Any]]:
    keys = ("student", "assignment", "term", "mark")
    found, problems = [], []
    for each in asked if isinstance(asked, list) else [asked]:
        if not isinstance(each, Mapping) or not all(isinstance(each.get(key), str) for key in keys):
            problems.append(Problem("ask", f"each question names {', '.join(keys)}."))
            continue
        try:
            result = needed(book, *(each[key] for key in keys))
        except BookError as error:
            problems += error.problems
            continue
        score = None if result.score is None else decimal_text(result.score)
        found.append({key: each[key] for key in keys} | {"score": score, "mark_at_full": result.mark_at_full})
    if problems:
        raise BookError(problems)
    return found
