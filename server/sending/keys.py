"""What records are called within a class: the grades of a term, an assignment, and what one student has in one of them."""

from school.models import Term

_STUDENT = " student "
OF_TERMS, OF_WORK = "term ", "work "
"""How the keys of grades and of assignments begin, and those of their results."""


def term_key(term: Term) -> str:
    """The line item of a term's grades."""
    return f"{OF_TERMS}{term.pk}"


def work_key(assignment: int) -> str:
    """The line item of an assignment."""
    return f"{OF_WORK}{assignment}"


def result_key(item: str, student: int) -> str:
    """What a student has in a line item."""
    return f"{item}{_STUDENT}{student}"


def item_of(key: str) -> str:
    """The line item that a result is in; of a line item itself, its own key."""
    return key.partition(_STUDENT)[0]
