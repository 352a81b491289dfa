"""What each assignment is worth, as planned: before any score is in (R3, R4)."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction

from gradecore.book import Assignment, Book, Term
from gradecore.term import term_rules


@dataclass(frozen=True, slots=True)
class AssignmentShare:
    """Percents of the category and of the whole grade; for extra credit the most that it can add.

    None where it has no share: in no category of a weighted term, not counting, or worth nothing that can be divided.
    """

    of_category: Fraction | None
    of_grade: Fraction | None


@dataclass(frozen=True, slots=True)
class PlannedShares:
    """A term's shares. `weights` is what the categories' weights add up to; None where weights do not count.

    `categories` are percents of the grade, by category.
    """

    weights: Fraction | None
    categories: dict[str, Fraction]
    assignments: dict[str, AssignmentShare]


def planned_shares(book: Book, term: Term) -> PlannedShares:
    """The shares of a term with assignments. In one made of standards nothing has a share (R8.5).

    Weights that add up to at most 100 are percents of the grade as they stand, so that what is not given away shows;
    where they add up to more, they are scaled to 100.
    """
    rules = term_rules(book, term)
    work = [each for each in book.assignments if each.term == term.id]
    if rules.method == "standards":
        nothing = {each.id: AssignmentShare(None, None) for each in work}
        return PlannedShares(None, {each.id: Fraction(0) for each in book.categories}, nothing)
    if rules.method != "weighted":
        return _pooled(book, work, rules.method)
    weights = {each.id: term.weights.get(each.id, each.weight) for each in book.categories}
    total = sum((weights[each.id] for each in book.categories if not each.bonus), Fraction(0))
    scale = Fraction(100) / total if total > 100 else Fraction(1)
    categories = {each.id: weights[each.id] * (1 if each.bonus else scale) for each in book.categories}
    assignments = {each.id: AssignmentShare(None, None) for each in work}
    for category in book.categories:
        mine = [each for each in work if each.category == category.id]
        for name, share in _within(mine, category.method).items():
            assignments[name] = AssignmentShare(share, share * categories[category.id] / 100)
    return PlannedShares(total, categories, assignments)


def standing_shares(book: Book, term: Term, marked: Collection[str]) -> PlannedShares:
    """The shares as they stand: only the assignments `marked` count, and the weights of categories without any go to the others."""
    rules = term_rules(book, term)
    standing = replace(book, assignments=tuple(each for each in book.assignments if each.id in marked))
    if rules.method != "weighted":
        return planned_shares(standing, term)
    begun = {each.category for each in standing.assignments if each.term == term.id and each.counts and not each.extra}
    weights = {
        each.id: term.weights.get(each.id, each.weight) if each.id in begun or each.bonus else Fraction(0)
        for each in book.categories
    }
    total = sum((weights[each.id] for each in book.categories if not each.bonus), Fraction(0))
    scale = Fraction(100) / total if total else Fraction(0)
    scaled = {each.id: weights[each.id] if each.bonus else weights[each.id] * scale for each in book.categories}
    return planned_shares(standing, replace(term, weights=scaled))


def merged_shares(book: Book, term: Term, categories: Collection[str], method: str) -> dict[str, Fraction] | None:
    """What each assignment of some categories is worth beside the others, once they are one category, as parts of the
    whole that they make together: as much of the grade as before.

    None where counting by `method` comes to just that, and where weights do not count.
    """
    planned = planned_shares(book, term)
    work = [each for each in book.assignments if each.term == term.id and each.category in categories and each.counts]
    found = {each.id: planned.assignments[each.id].of_grade or Fraction(0) for each in work}
    whole = sum((found[each.id] for each in work if not each.extra), Fraction(0))
    if planned.weights is None or not whole:
        return None
    parts = {name: share / whole for name, share in found.items()}
    return None if parts == {name: share / 100 for name, share in _within(work, method).items()} else parts


def _pooled(book: Book, work: Sequence[Assignment], method: str) -> PlannedShares:
    of_grade = _within(work, method)
    categories = {
        category.id: sum(
            (
                of_grade[each.id]
                for each in work
                if each.category == category.id and not each.extra and each.id in of_grade
            ),
            Fraction(0),
        )
        for category in book.categories
    }
    assignments = {}
    for each in work:
        share = of_grade.get(each.id)
        whole = categories.get(each.category or "")
        within = share * 100 / whole if share is not None and whole else None
        assignments[each.id] = AssignmentShare(within, share)
    return PlannedShares(None, categories, assignments)


def _within(work: Sequence[Assignment], method: str) -> dict[str, Fraction]:
    """Percents of the whole that some assignments make together."""
    sizes = {each.id: _size(each, method) for each in work if each.counts}
    whole = sum((sizes[each.id] for each in work if each.counts and not each.extra), Fraction(0))
    return {name: 100 * size / whole for name, size in sizes.items()} if whole else {}


def _size(assignment: Assignment, method: str) -> Fraction:
    if method == "points":
        return assignment.points
    if not assignment.points:
        return Fraction(0)
    return assignment.share if method == "shares" else Fraction(1)
