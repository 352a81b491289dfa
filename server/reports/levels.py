"""The levels in standards that are reported with a term's grade (R8)."""

from collections.abc import Iterable, Mapping

from gradecore.book import Standard
from gradecore.gradebook import Gradebook
from gradecore.scale import Marks
from gradecore.standards import TermWay
from plans.standards import term_way
from school import windows
from school.models import Student, Term
from scores.book import LoadedClass

from reports.models import PostedGrade
from reports.posted import is_withdrawn, latest


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


def term_levels(loaded: LoadedClass, term: Term) -> dict[int, dict[str, str]]:
    """Everybody's levels that are reported in a term, by student and standard, as far as there are any.

    What all evidence together says; in a term made of terms the newest or the best level that was posted in these, where the school
    says so and any was. A level set by hand stands.
    """
    names = reported(loaded, term)
    found = {each.pk: levels_of(loaded.gradebook, each, names) for each in loaded.plan.students}
    way = term_way(loaded.plan.school_class.school)
    if way == "combined" or not term.is_made_of_terms:
        return found
    posted = _posted_levels(loaded)
    for each in loaded.plan.students:
        by_hand = loaded.book.standard_overrides.get(str(each.pk), {})
        for name in names:
            mark = _over_terms(loaded, way, term, name, posted.get(each.pk, {}))
            if mark is not None and name not in by_hand:
                found[each.pk][name] = mark
    return found


def _posted_levels(loaded: LoadedClass) -> dict[int, dict[int, dict[str, str]]]:
    """The levels that are in force of what was posted in the class, by student, term and standard."""
    grades = latest(PostedGrade.objects.filter(posting__school_class=loaded.plan.school_class))
    found: dict[int, dict[int, dict[str, str]]] = {}
    for (_, student, term), each in grades.items():
        if not is_withdrawn(each):
            found.setdefault(student, {})[term] = each.levels
    return found


def _over_terms(
    loaded: LoadedClass, way: TermWay, term: Term, standard: str, posted: Mapping[int, Mapping[str, str]]
) -> str | None:
    """A student's level in a standard from what was posted in a term's parts; in place of a part that was not, its own parts stand."""
    marks = []
    for part in loaded.plan.terms:
        if part.within_id == term.pk:
            mark = (
                posted[part.pk].get(standard) if part.pk in posted else _over_terms(loaded, way, part, standard, posted)
            )
            marks += [mark] if mark else []
    return loaded.levels.over_terms(standard, way, marks)


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
    return [band.mark for band in Marks(scale).bands] if scale else []


def own_scales(loaded: LoadedClass) -> dict[str, list[str]]:
    """The levels of the standards that have others than the class's, by name, from the lowest."""
    usual, levels = loaded.book.standards_scale, loaded.levels
    return {
        name: [band.mark for band in levels.marks(name).bands]
        for name, scale in levels.scales.items()
        if scale is not usual
    }


def all_marks(loaded: LoadedClass) -> list[str]:
    """The levels of any standard of the class, each once: the class's from the lowest, then what others there are."""
    return list(dict.fromkeys(mark for marks in (scale_marks(loaded), *own_scales(loaded).values()) for mark in marks))
