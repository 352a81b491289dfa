"""Reporting windows: when a term's grades may be posted, by whom, and what is said of it; setting one, and opening it again."""

import datetime
from collections.abc import Collection, Mapping
from typing import Any, cast

from django.db import transaction

from school.models import Collected, Person, Reopening, ReportingWindow, School, Term, all_but_effort
from school.refusal import NotYours, Refused

LONGEST_COMMENT = 5_000
LONGEST_REASON = 300

USUAL_LIMIT = 600
"""Characters of a comment where the term has no window that says otherwise."""


def window_of(term: Term) -> ReportingWindow | None:
    """The term's window, if the school set one."""
    return cast(ReportingWindow | None, getattr(term, "window", None))


def asked_for(term: Term) -> set[str]:
    """The standards for which the term's window wants a level."""
    window = window_of(term)
    return set(window.asks_for) if window is not None else set()


def is_open(window: ReportingWindow | None, today: datetime.date) -> bool:
    """Whether grades are being posted today."""
    return window is not None and window.opens <= today <= window.closes


def is_reopened(window: ReportingWindow | None, person: Person, today: datetime.date) -> bool:
    """Whether the records officer opened it again for somebody (or for all)."""
    if window is None or today <= window.closes:
        return False
    return any(
        each.person_id in (None, person.pk) for each in window.reopenings.filter(until__gte=today, ended_at=None)
    )


def collected(window: ReportingWindow | None) -> list[str]:
    """What is collected of each student."""
    return list(window.collects) if window else all_but_effort()


def comment_limit(window: ReportingWindow | None) -> int:
    """How many characters a comment may have."""
    return window.comment_limit if window else USUAL_LIMIT


def term_offered(terms: list[Term], running: Term, today: datetime.date) -> Term:
    """The term that a report is about unless another is asked for: the one being posted, or the running one."""
    open_now = [each for each in terms if is_open(window_of(each), today)]
    return running if running in open_now or not open_now else open_now[-1]


def words_of(window: ReportingWindow | None, person: Person, today: datetime.date) -> str:
    """When posting is possible, in words."""
    if window is None:
        return "no reporting window is set"
    if is_reopened(window, person, today):
        last = max(each.until for each in window.reopenings.filter(until__gte=today, ended_at=None))
        return f"opened again by the records office until {last:%a %-d %b}"
    if today > window.closes:
        return f"posting closed on {window.closes:%a %-d %b}"
    return f"posting from {window.opens:%a %-d %b} until {window.closes:%a %-d %b}"


def families_words(window: ReportingWindow | None, today: datetime.date) -> str:
    """When families see what is posted, in words that follow “Families see it”."""
    if window is None or not window.families_wait(today):
        return "at once"
    return f"from {window.families_from:%a %-d %b} on"


def admit(term: Term, person: Person, today: datetime.date, typed_name: str) -> None:
    """Raises Refused where somebody may not post to a term now.

    A closed window is opened again by the records officer alone. A term that is not the one being posted asks for
    its name.
    """
    if is_open(window_of(term), today):
        return
    refuse_closed(term, person, today)
    if typed_name.strip().casefold() != term.name.casefold():
        raise Refused(f"{term.name} is not being posted now. Type its name to post to it all the same.", "term_name")


def refuse_closed(term: Term, person: Person, today: datetime.date) -> None:
    """Raises Refused where a term's window has closed and is not open again for somebody."""
    window = window_of(term)
    if window is not None and today > window.closes and not is_reopened(window, person, today):
        raise Refused(
            f"Posting of {term.name} closed on {window.closes:%a %-d %b}. The records office can open it again for you.",
            "term",
        )


@transaction.atomic
def set_window(term: Term, given: Mapping[str, Any], checks: Collection[str]) -> ReportingWindow:
    """Set when a term's grades are posted, what is collected, and from when families see it.

    `checks` are the kinds of check that may be made binding.
    """
    if given["opens"] > given["closes"]:
        raise Refused("The window closes before it opens. Change one of the days.", "closes")
    if given["families_from"] is not None and given["families_from"] < given["opens"]:
        raise Refused("Families cannot see grades before the window opens.", "families_from")
    if not 1 <= given["comment_limit"] <= LONGEST_COMMENT:
        raise Refused(f"A comment has from 1 to {LONGEST_COMMENT} characters.", "comment_limit")
    unknown = [each for each in given["collects"] if each not in Collected.values] + [
        each for each in given["binding"] if each not in checks
    ]
    if unknown:
        raise Refused(f"{unknown[0][:40]} is not known here.", "collects")
    if Collected.MARK not in given["collects"] and Collected.PERCENT not in given["collects"]:
        raise Refused("Collect the mark, the percent or both: without them there is nothing to post.", "collects")
    window = window_of(term) or ReportingWindow(term=term)
    for field in (
        "opens",
        "closes",
        "families_from",
        "comment_limit",
        "comments_by",
        "collects",
        "binding",
        "asks_for",
    ):
        setattr(window, field, given[field])
    window.save()
    return window


@transaction.atomic
def reopen(school: School, by: Person, term: Term, teacher: int | None, until: datetime.date, reason: str) -> None:
    """Open a closed window again until the end of a day, for one teacher or for all, with the reason."""
    window = window_of(term)
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
