"""Trying a curve or other minimums: what they would make of the class, without keeping anything."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import pairwise
from typing import Any

from gradecore.book import Book, Scale, Step
from gradecore.check import scale_problems
from gradecore.file import read_steps
from gradecore.gradebook import Gradebook
from gradecore.needed import needed
from gradecore.numbers import NumberError, decimal_text, read_decimal
from plans.scales import refuse_problems
from plans.typed import steps as checked_steps
from school.models import Student
from school.refusal import Refused
from scores.book import LoadedClass, works_of
from scores.grid import is_apart

from spread.subject import Subject

MOST_WAYS = 4
"""For how many pieces of open work it is said what would do it."""


@dataclass(frozen=True)
class Trial:
    """Steps in place of the present ones (None: those), and where some marks would begin, both as typed."""

    steps: list[dict[str, Any]] | None
    minimums: Mapping[str, str]


def tried(drafted: LoadedClass, subject: Subject, trial: Trial) -> Gradebook:
    """The class with what is tried on top of its draft. Raises Refused for what cannot be read."""
    book = drafted.book
    if trial.steps is not None:
        book = _with_steps(book, subject, read_steps(checked_steps(trial.steps, "steps")))
    if trial.minimums:
        book = replace(book, scale=_with_minimums(book.scale, trial.minimums))
    anew = {str(subject.term.pk)} if trial.steps is not None and subject.kind == "assignment" else set()
    return drafted.gradebook.after_sums(book, anew)


def _with_steps(book: Book, subject: Subject, steps: Sequence[Step]) -> Book:
    if subject.kind == "category":
        raise Refused("A category is not adjusted as a whole: adjust its work, or the term.", "steps")
    if subject.kind == "assignment":
        works = tuple(
            replace(each, adjust=tuple(steps)) if each.id == str(subject.number) else each for each in book.assignments
        )
        return replace(book, assignments=works)
    terms = tuple(
        replace(each, adjust=tuple(steps)) if each.id == str(subject.term.pk) else each for each in book.terms
    )
    return replace(book, terms=terms)


def _with_minimums(scale: Scale, minimums: Mapping[str, str]) -> Scale:
    """The scale with some marks beginning elsewhere. Raises Refused where that is no scale, or a mark would pass another (R6.1)."""
    unknown = set(minimums) - {band.mark for band in scale.bands}
    if unknown:
        raise Refused(f"{', '.join(sorted(unknown))} is no mark of the scale any more.", "minimums")
    before = sorted(scale.bands, key=lambda band: band.min)
    bands = [
        replace(each, min=_least(each.mark, minimums[each.mark])) if each.mark in minimums else each for each in before
    ]
    made = replace(scale, bands=tuple(bands))
    refuse_problems(list(scale_problems(made, "scale")), "minimums")
    for lower, higher in pairwise(bands):
        if higher.min <= lower.min:
            raise Refused(
                f"{higher.mark} would begin at {decimal_text(higher.min)}, where {lower.mark} already does.", "minimums"
            )
    return made


def _least(mark: str, text: str) -> Fraction:
    try:
        return read_decimal(text, negative=False)
    except NumberError as error:
        raise Refused(f"{mark}: {text.strip()[:20] or 'nothing'} {error}.", "minimums") from None


def ways_to(loaded: LoadedClass, subject: Subject, student: Student) -> list[str]:
    """What scores on open work, in which the student has nothing yet, would bring the next mark (R10), in words."""
    key, term = str(student.pk), str(subject.term.pk)
    mark = loaded.gradebook.result(key, term).mark
    wanted = loaded.gradebook.marks.above(mark) if mark else None
    # Where levels make the grade, no score moves it (R8.5).
    if wanted is None or subject.term.is_made_of_terms or loaded.gradebook.plan(term).by_standards:
        return []
    found = []
    ready = {column.id: column for column in loaded.gradebook.plan(term).columns}
    for work in works_of(loaded, subject.term):
        column = ready[str(work.pk)]
        has_score = column.id in loaded.book.scores.get(key, {})
        if has_score or work.closed or is_apart(loaded, work) or not column.is_assigned(key):
            continue
        answer = needed(loaded.book, key, column.id, term, wanted)
        points = decimal_text(Fraction(work.points))
        found.append(
            f"Full points on {work.name} would not be enough: {answer.mark_at_full}."
            if answer.score is None
            else f"{decimal_text(answer.score)} of {points} on {work.name} would make {wanted}."
        )
        if len(found) == MOST_WAYS:
            break
    return found or ["No open work is left in which it could be made good."]
