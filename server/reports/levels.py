"""The levels in standards that are reported with a term's grade (R8)."""

from collections.abc import Iterable

from gradecore.gradebook import Gradebook
from school import windows
from school.models import Student, Term
from scores.book import LoadedClass


def are_alone(loaded: LoadedClass, term: Term) -> bool:
    """Whether the term has no percent and no mark, and its levels stand alone."""
    rules = loaded.gradebook.rules(str(term.pk))
    return rules.method == "standards" and bool(rules.standard_weights) and not any(rules.standard_weights.values())


def reported(loaded: LoadedClass, term: Term) -> list[str]:
    """The standards whose levels are reported: those that the term's window asks for, or all that the class works with."""
    known, asked = [each.id for each in loaded.book.standards], windows.asked_for(term)
    return [name for name in known if name in asked] if asked else known


def levels_of(gradebook: Gradebook, student: Student, standards: Iterable[str]) -> dict[str, str]:
    """A student's levels in some standards, as far as there are any."""
    results = gradebook.levels.results(str(student.pk))
    return {name: mark for name in standards if (mark := results[name].final_mark) is not None}


def scale_marks(loaded: LoadedClass) -> list[str]:
    """The levels that there are, from the lowest; none without standards."""
    scale = loaded.book.standards_scale
    return [band.mark for band in sorted(scale.bands, key=lambda band: band.min)] if scale else []
