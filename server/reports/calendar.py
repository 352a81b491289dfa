"""What the records officer sets: years, terms, reporting windows, reopening, and how report cards look."""

import datetime
from collections import Counter
from collections.abc import Mapping, Sequence
from typing import Any

from django.db import transaction
from django.db.models import ProtectedError, Q
from school.calendar import lies_in, put_in_order, rank
from school.models import (
    CardDesign,
    Collected,
    Paper,
    Person,
    Reopening,
    ReportingWindow,
    School,
    SchoolYear,
    Term,
    TermKind,
)
from school.refusal import NotYours, Refused

from reports import windows
from reports.checks import KINDS
from reports.office import year_of

LONGEST_COMMENT = 5_000
LONGEST_REASON = 300


@transaction.atomic
def set_year(school: School, name: str, starts: datetime.date, ends: datetime.date, year: int | None) -> SchoolYear:
    """Make a school year, or change one."""
    bare = _name(name, 20)
    if starts >= ends:
        raise Refused("The year ends before it begins. Change one of the days.", "ends")
    row = year_of(school, year) if year else SchoolYear(school=school)
    if any(each.name == bare and each.pk != row.pk for each in school.years.all()):
        raise Refused(f"There is a year called {bare} already.", "name")
    outside = row.terms.filter(Q(starts__lt=starts) | Q(ends__gt=ends)).first() if row.pk else None
    if outside is not None:
        raise Refused(f"{outside.name} would not lie within the year any more. Change that term first.", "starts")
    row.name, row.starts, row.ends = bare, starts, ends
    row.save()
    return row


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
    row.name, row.starts, row.ends = _name(given["name"], 40), given["starts"], given["ends"]
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
    """Take a term away that nothing hangs on."""
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


@transaction.atomic
def set_window(term: Term, given: Mapping[str, Any]) -> ReportingWindow:
    """Set when a term's grades are posted, what is collected, and from when families see it."""
    if given["opens"] > given["closes"]:
        raise Refused("The window closes before it opens. Change one of the days.", "closes")
    if given["families_from"] is not None and given["families_from"] < given["opens"]:
        raise Refused("Families cannot see grades before the window opens.", "families_from")
    if not 1 <= given["comment_limit"] <= LONGEST_COMMENT:
        raise Refused(f"A comment has from 1 to {LONGEST_COMMENT} characters.", "comment_limit")
    unknown = [each for each in given["collects"] if each not in Collected.values] + [
        each for each in given["binding"] if each not in KINDS
    ]
    if unknown:
        raise Refused(f"{unknown[0][:40]} is not known here.", "collects")
    if Collected.MARK not in given["collects"] and Collected.PERCENT not in given["collects"]:
        raise Refused("Collect the mark, the percent or both: without them there is nothing to post.", "collects")
    window = windows.window_of(term) or ReportingWindow(term=term)
    for field in ("opens", "closes", "families_from", "comment_limit", "comments_by", "collects", "binding"):
        setattr(window, field, given[field])
    window.save()
    return window


@transaction.atomic
def reopen(school: School, by: Person, term: Term, teacher: int | None, until: datetime.date, reason: str) -> None:
    """Open a closed window again until the end of a day, for one teacher or for all, with the reason."""
    window = windows.window_of(term)
    today = school.today()
    if window is None:
        raise Refused(f"{term.name} has no reporting window. Set one first.")
    if today <= window.closes:
        raise Refused(f"Posting of {term.name} has not closed yet; it closes on {window.closes:%a %-d %b}.")
    if until < today:
        raise Refused("That day is past. Choose today or a later day.", "until")
    if not reason.strip() or len(reason) > LONGEST_REASON:
        raise Refused(f"Say why, in at most {LONGEST_REASON} characters.", "reason")
    person = None
    if teacher is not None:
        person = Person.objects.filter(pk=teacher, teachings__school_class__school=school).first()
        if person is None:
            raise NotYours
    Reopening.objects.create(window=window, person=person, until=until, reason=reason.strip(), by=by, at=school.now())


def end_reopening(school: School, reopening: int) -> None:
    """End a reopening before its day."""
    row = Reopening.objects.filter(pk=reopening, window__term__year__school=school).first()
    if row is None:
        raise NotYours
    if row.ended_at is None:
        row.ended_at = school.now()
        row.save(update_fields=["ended_at"])


def set_school(school: School, given: Mapping[str, Any]) -> None:
    """Set what the school's report cards look like, its marks outside the scale and its words for effort."""
    if given["card_design"] not in CardDesign.values or given["paper"] not in Paper.values:
        raise Refused("Choose one of the designs, and A4 or Letter.", "card_design")
    marks = [(_name(mark, 10), _name(name, 40)) for mark, name in given["outside_marks"]]
    _refuse_twice([mark for mark, _ in marks], "outside_marks")
    efforts = [_name(each, 40) for each in given["efforts"]]
    _refuse_twice(efforts, "efforts")
    school.card_design, school.paper, school.address = (
        given["card_design"],
        given["paper"],
        " ".join(given["address"].split())[:200],
    )
    school.outside_marks, school.efforts = marks, efforts
    school.save(update_fields=["card_design", "paper", "address", "outside_marks", "efforts"])


def _refuse_twice(words: Sequence[str], field: str) -> None:
    twice = [word for word, times in Counter(each.casefold() for each in words).items() if times > 1]
    if twice:
        raise Refused(f"{twice[0]} stands there twice.", field)


def _name(text: str, longest: int) -> str:
    bare = " ".join(text.split())
    if not bare:
        raise Refused("A name is missing.", "name")
    if len(bare) > longest:
        raise Refused(f"{bare[:30]}… has {len(bare)} characters; at most {longest} fit.", "name")
    return bare
