"""How each assignment of a term came out (R9)."""

from fractions import Fraction

from gradecore.column import Column
from gradecore.figures import figures_of
from gradecore.numbers import fixed_text
from gradecore.spread import correlations
from plans.models import Assignment
from school.models import Term
from scores.book import LoadedClass, works_of
from scores.grid import mean_text, slips_of, spread

from spread.schemas import WorkSpreadOut


def see_works(loaded: LoadedClass, term: Term) -> list[WorkSpreadOut]:
    """The term's assignments by due date; none of a term made of terms."""
    if term.is_made_of_terms:
        return []
    together = correlations(loaded.gradebook, str(term.pk))
    ready = {column.id: column for column in loaded.gradebook.plan(str(term.pk)).columns}
    return [_work(loaded, each, ready[str(each.pk)], together[str(each.pk)]) for each in works_of(loaded, term)]


def _work(loaded: LoadedClass, work: Assignment, column: Column, together: Fraction | None) -> WorkSpreadOut:
    category = next((each for each in loaded.plan.categories if each.pk == work.category_id), None)
    found = figures_of(loaded.gradebook, column)
    numbers, worth = found.points, found.worth
    slips = [each for each in slips_of(loaded, column) if not loaded.rows[int(each), work.pk].meant]

    def percent(value: Fraction | None) -> str | None:
        return mean_text(value * 100 / worth) if value is not None and worth else None

    return WorkSpreadOut(
        id=work.pk,
        name=work.name,
        sign=category.sign if category else None,
        colour=category.colour if category else None,
        count=numbers.count,
        mean=percent(numbers.mean),
        median=percent(numbers.median),
        deviation=percent(numbers.deviation),
        correlation=None if together is None else fixed_text(together, 2),
        missing=found.missing,
        slips=len(slips),
        box=spread(numbers, worth, begins=0) if worth else None,
        adjusted=bool(work.adjust),
    )
