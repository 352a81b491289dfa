"""Criteria: what the chosen levels of a piece of work come to, and what they are evidence for (R16)."""

from collections.abc import Mapping
from dataclasses import replace
from fractions import Fraction

from gradecore.book import Assignment, Book, Criterion, Score
from gradecore.numbers import UNIT

_NOTHING: Mapping[str, str] = {}


def worth(criterion: Criterion, points: Fraction, work: Assignment) -> Fraction:
    """What so many points of a criterion are in the assignment's points (R16.1); 0 where the criteria are worth none."""
    total = sum((each.points for each in work.criteria), Fraction(0))
    return points * work.points / total if total else Fraction(0)


def sum_of(work: Assignment, chosen: Mapping[str, str]) -> Fraction | None:
    """What the chosen levels come to in the assignment's points; None where there is no number (R16.1, R16.2).

    `chosen` holds names of levels by criterion. Where the marking is closed, what is not chosen is worth 0.
    """
    if not chosen or not any(each.points for each in work.criteria):
        return None
    if not work.closed and any(each.id not in chosen for each in work.criteria):
        return None
    return sum(
        (worth(each, each.level(chosen[each.id]).points, work) for each in work.criteria if each.id in chosen),
        Fraction(0),
    )


def with_sums(book: Book) -> Book:
    """The book in which what is chosen stands among the scores, wherever nothing was typed in its place (R16.3)."""
    works = [each for each in book.assignments if each.criteria]
    if not works:
        return book
    scores: dict[str, Mapping[str, Score]] = dict(book.scores)
    for student in {*book.criterion_levels, *book.scores}:
        row = dict(scores.get(student, {}))
        chosen = book.criterion_levels.get(student, {})
        for work in works:
            if not isinstance(row.get(work.id, Fraction(0)), Fraction):
                continue
            row.pop(work.id, None)
            found = sum_of(work, chosen.get(work.id, _NOTHING))
            if found is not None:
                row[work.id] = found * UNIT
        if row != scores.get(student, {}):
            scores[student] = row
    return replace(book, scores=scores)


def without_sums(scores: Mapping[str, Mapping[str, Score]]) -> Mapping[str, Mapping[str, Score]]:
    """The scores that were typed, by student and assignment."""
    return {
        student: typed
        for student, row in scores.items()
        if (typed := {work: score for work, score in row.items() if not isinstance(score, Fraction)}) or not row
    }


def evidence_of(work: Assignment, chosen: Mapping[str, str]) -> dict[str, tuple[Fraction, Fraction]]:
    """Earned and possible by standard, of the criteria with a chosen level; those on one standard are added up (R16.4)."""
    found: dict[str, tuple[Fraction, Fraction]] = {}
    for each in work.criteria:
        if each.standard is not None and each.id in chosen:
            earned, possible = found.get(each.standard, (Fraction(0), Fraction(0)))
            found[each.standard] = earned + each.level(chosen[each.id]).points, possible + each.points
    return {standard: pair for standard, pair in found.items() if pair[1]}
