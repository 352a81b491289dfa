"""The school's days: which year it is, which term runs, and what a moment is on the school's clocks."""

import datetime
from collections.abc import Iterable, Sequence
from zoneinfo import ZoneInfo

from school.models import School, SchoolYear, Term, TermKind


def local(school: School, moment: datetime.datetime) -> datetime.datetime:
    """A moment on the school's clocks: what is said of a day is the school's day, wherever the server and the reader are."""
    return moment.astimezone(ZoneInfo(school.time_zone))


def begin_of_day(school: School, day: datetime.date) -> datetime.datetime:
    """When a day begins on the school's clocks."""
    return datetime.datetime.combine(day, datetime.time.min, ZoneInfo(school.time_zone))


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


def rank(term: Term) -> int:
    """Years hold semesters, and semesters the terms of assignments."""
    return {TermKind.YEAR: 0, TermKind.SEMESTER: 1}.get(TermKind(term.kind), 2)


def lies_in(term: Term, larger: Term) -> bool:
    """Whether a term lies within another."""
    return larger.starts <= term.starts and term.ends <= larger.ends


def put_in_order(terms: Sequence[Term]) -> None:
    """Each term in its place of the year, and within the larger one that holds it."""
    for place, each in enumerate(sorted(terms, key=lambda each: (each.starts, rank(each))), start=1):
        larger = [other for other in terms if rank(other) == rank(each) - 1 and lies_in(each, other)]
        within = larger[0].pk if larger else None
        Term.objects.filter(pk=each.pk).update(position=place, within=within)
