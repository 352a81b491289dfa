"""The rules of grading: pure computation on exact numbers, without files, clock or interface.

A `Book` (`book.py`) goes in; `Gradebook` (`gradebook.py`) gives results, `working` how each came about.
"""

from gradecore.book import Book
from gradecore.check import BookError, Problem
from gradecore.gradebook import Gradebook
from gradecore.needed import needed
from gradecore.working import working

__all__ = ["Book", "BookError", "Gradebook", "Problem", "needed", "working"]
