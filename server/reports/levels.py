"""The levels in standards that are reported with a term's grade (R8)."""

from collections.abc import Iterable

from gradecore.book import Standard
from gradecore.gradebook import Gradebook
from school import windows
from school.models import Student, Term
from scores.book import LoadedClass


def reported(loaded: LoadedClass, term: Term) -> list[str]:
    """The standards whose levels are reported: those that the term's window asks for, or all that the class works with."""
    known, asked = [each.id for each in loaded.book.standards], windows.asked_for(term)
    return [name for name in known if name in asked] if asked else known


MOST_COLUMNS = 6
"""How many standards a report's table has columns for."""


def in_columns(loaded: LoadedClass, term: Term) -> list[str]:
    """The standards whose levels stand in the report's table: those that are asked for, and where levels stand alone, all that are
    reported; of too many those that are part of no other.
    """
    if not windows.asked_for(term) and not loaded.gradebook.rules(str(term.pk)).levels_alone:
        return []
    names = reported(loaded, term)
    if len(names) > MOST_COLUMNS:
        names = [each.id for each in loaded.book.standards if each.parent is None and each.id in names] or names
    return names[:MOST_COLUMNS]


def levels_of(gradebook: Gradebook, student: Student, standards: Iterable[str]) -> dict[str, str]:
    """A student's levels in some standards, as far as there are any."""
    results = gradebook.levels.results(str(student.pk))
    return {name: mark for name in standards if (mark := results[name].final_mark) is not None}


def depths_of(standards: Iterable[Standard]) -> dict[str, int]:
    """How deep each standard lies: 0 for one that is part of no other."""
    parents = {each.id: each.parent for each in standards}

    def depth(name: str | None) -> int:
        return 0 if name is None else depth(parents.get(name)) + 1

    return {name: depth(parent) for name, parent in parents.items()}


def scale_marks(loaded: LoadedClass) -> list[str]:
    """The levels that there are, from the lowest; none without standards."""
    scale = loaded.book.standards_scale
    return [band.mark for band in sorted(scale.bands, key=lambda band: band.min)] if scale else []
