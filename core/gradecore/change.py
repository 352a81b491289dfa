"""What would change from one book to another (R11)."""

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from gradecore.gradebook import Gradebook


@dataclass(frozen=True, slots=True)
class Change:
    """A student's final result in one term, before and after, and what becomes of the mark.

    `move` is rises, falls, appears, disappears, stays or replaced.
    """

    student: str
    term: str
    percent_before: Fraction | None
    percent_after: Fraction | None
    mark_before: str | None
    mark_after: str | None
    move: str


def changes(before: Gradebook, after: Gradebook) -> Iterator[Change]:
    """For each student and term of either book, in the new book's order, what would change (R11).

    A student or term that one of the books does not have counts there as without a result.
    """
    for student, term, old, new in _finals(before, after):
        yield Change(student, term, old[0], new[0], old[1], new[1], _move(before, after, old[1], new[1]))


def changed(before: Gradebook, after: Gradebook, alone: str | None = None) -> Iterator[Change]:
    """Those of `changes` in which percent or mark differ; of one term alone where it is given."""
    for student, term, old, new in _finals(before, after, alone):
        if old != new:
            yield Change(student, term, old[0], new[0], old[1], new[1], _move(before, after, old[1], new[1]))


_Final = tuple[Fraction | None, str | None]
_NOTHING: _Final = (None, None)


def _finals(before: Gradebook, after: Gradebook, alone: str | None = None) -> Iterator[tuple[str, str, _Final, _Final]]:
    """Final percent and mark of each student in each term, before and after."""
    was, becomes = set(before.book.students), set(after.book.students)
    students = [*after.book.students, *(each for each in before.book.students if each not in becomes)]
    terms = [alone] if alone else [*after.terms, *(term for term in before.terms if term not in after.terms)]
    for student in students:
        for term in terms:
            old = _final(before, student, term) if student in was else _NOTHING
            new = _final(after, student, term) if student in becomes else _NOTHING
            yield student, term, old, new


def _final(gradebook: Gradebook, student: str, term: str) -> _Final:
    if term not in gradebook.terms:
        return _NOTHING
    result = gradebook.result(student, term)
    return result.final_percent, result.final_mark


def _move(before: Gradebook, after: Gradebook, old: str | None, new: str | None) -> str:
    if old == new:
        return "stays"
    if old is None:
        return "appears"
    if new is None:
        return "disappears"
    old_min = (after if old in after.marks and new in after.marks else before).marks.min_of(old)
    new_min = after.marks.min_of(new)
    if old_min is None or new_min is None:
        return "replaced"
    if old_min == new_min:
        return "stays"
    return "rises" if new_min > old_min else "falls"
