"""The school's days: which year it is, which term runs, and what a moment is on the school's clocks."""

import datetime
from collections.abc import Iterable, Sequence
from zoneinfo import ZoneInfo

from school.models import School, SchoolYear, Term


def local(school: School, moment: datetime.datetime) -> datetime.datetime:
    """A moment on the school's clocks: what is said of a day is the school's day, wherever the server and the reader are."""
    return moment.astimezone(ZoneInfo(school.time_zone))


def current_year(school: School) -> SchoolYear | None:
    """The school year it is: the last that has begun, or before the first the one to come; None where there is none."""
    return year_of_day(school.years.all(), school.today())


def year_of_day(years: Iterable[SchoolYear], day: datetime.date) -> SchoolYear | None:
    """Of some years the last that has begun on a day, or the first to come; None of none."""
    in_order = sorted(years, key=lambda year: year.starts)
    begun = [year for year in in_order if year.starts <= day]
    return begun[-1] if begun else next(iter(in_order), None)


def running_term(terms: Sequence[Term], day: datetime.date) -> Term:
    """Of a year's terms, in order, the one with assignments that runs on a day: the last begun, or the first to come."""
    leaves = [term for term in terms if not term.is_made_of_terms]
    begun = [term for term in leaves if term.starts <= day]
    return begun[-1] if begun else leaves[0]
