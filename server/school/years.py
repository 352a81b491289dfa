"""School years and their terms: made, changed, and taken away while nothing hangs on them."""

import datetime
from collections.abc import Mapping, Sequence
from typing import Any

from django.db import transaction
from django.db.models import ProtectedError, Q

from school.calendar import current_year, lies_in, put_in_order, rank
from school.models import School, SchoolYear, Term, TermKind
from school.refusal import NotYours, Refused
from school.texts import name_of


def year_of(school: School, year: int | None) -> SchoolYear:
    """The year asked for, or the one it is."""
    if year is None:
        found = current_year(school)
        if found is None:
            raise Refused("There is no school year yet.")
        return found
    asked = school.years.filter(pk=year).first()
    if asked is None:
        raise NotYours
    return asked


@transaction.atomic
def set_year(
    school: School,
    name: str,
    starts: datetime.date,
    ends: datetime.date,
    year: int | None,
    days_off: Sequence[tuple[datetime.date, datetime.date]] | None = None,
) -> SchoolYear:
    """Make a school year, or change one; days off that are not given stay as they are."""
    bare = name_of(name, 20)
    if starts >= ends:
        raise Refused("The year ends before it begins. Change one of the days.", "ends")
    row = year_of(school, year) if year else SchoolYear(school=school)
    if any(each.name == bare and each.pk != row.pk for each in school.years.all()):
        raise Refused(f"There is a year called {bare} already.", "name")
    outside = row.terms.filter(Q(starts__lt=starts) | Q(ends__gt=ends)).first() if row.pk else None
    if outside is not None:
        raise Refused(f"{outside.name} would not lie within the year any more. Change that term first.", "starts")
    row.name, row.starts, row.ends = bare, starts, ends
    if days_off is not None:
        row.days_off = _read_days_off(days_off)
    row.save()
    return row


def _read_days_off(pairs: Sequence[tuple[datetime.date, datetime.date]]) -> list[list[str]]:
    backwards = next((first for first, last in pairs if last < first), None)
    if backwards is not None:
        raise Refused(
            f"The days off from {backwards:%-d %b %Y} end before they begin. Change one of the days.", "days_off"
        )
    return [[first.isoformat(), last.isoformat()] for first, last in sorted(pairs)]


@transaction.atomic
def remove_year(year: SchoolYear) -> None:
    """Take away a year that was made by mistake, with its terms, while no class is in it."""
    if year.classes.exists():
        raise Refused(f"{year.name} has classes. It stays; its name and days can be changed.")
    year.delete()


@transaction.atomic
def set_term(year: SchoolYear, term: Term | None, given: Mapping[str, Any]) -> Term:
    """Make a term of a year, or change one. Terms of assignments do not overlap; a part lies within its semester."""
    row = term or Term(year=year, kind=given["kind"])
    if term is None and given["kind"] not in TermKind.values:
        raise Refused(f"There are terms of these kinds: {', '.join(TermKind.values)}.", "kind")
    row.name, row.starts, row.ends = name_of(given["name"], 40), given["starts"], given["ends"]
    others = [each for each in year.terms.all() if each.pk != row.pk]
    if any(each.name.casefold() == row.name.casefold() for each in others):
        raise Refused(f"There is a term called {row.name} already.", "name")
    if row.starts > row.ends:
        raise Refused(f"{row.name} ends before it begins. Change one of the days.", "ends")
    if row.starts < year.starts or row.ends > year.ends:
        raise Refused(
            f"{row.name} does not lie within the year, {year.starts:%-d %b %Y} to {year.ends:%-d %b %Y}.", "starts"
        )
    outside = next((each for each in others if each.within_id == row.pk and not lies_in(each, row)), None)
    if row.pk and outside is not None:
        raise Refused(
            f"{outside.name} is a part of {row.name} and would lie outside of it. Change that term first.", "ends"
        )
    rivals = [each for each in others if rank(each) == rank(row)]
    clash = next((each for each in rivals if each.starts <= row.ends and row.starts <= each.ends), None)
    if clash is not None:
        raise Refused(f"{row.name} and {clash.name} would overlap. Change one of the days.", "starts")
    row.save()
    put_in_order([*others, row])
    return row


def remove_term(term: Term) -> None:
    """Take a term away that nothing hangs on. A year with classes keeps one that their work can be due in."""
    leaves = [each for each in term.year.terms.all() if not each.is_made_of_terms]
    if leaves == [term] and term.year.classes.exists():
        raise Refused(f"{term.name} is the only term of {term.year.name} that work can be due in. Make another first.")
    try:
        if term.parts.exists() or term.plans.exists():
            raise Refused(
                f"{term.name} has parts, or classes that planned it. It stays; its name and days can be changed."
            )
        term.delete()
    except ProtectedError:
        raise Refused(
            f"{term.name} has assignments, comments or grades. It stays; its name and days can be changed."
        ) from None
