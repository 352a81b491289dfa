"""Reporting windows: when a term's grades may be posted, by whom, and what is said of it."""

import datetime
from typing import cast

from school.models import Person, ReportingWindow, Term, all_but_effort
from school.refusal import Refused

USUAL_LIMIT = 600
"""Characters of a comment where the term has no window that says otherwise."""


def window_of(term: Term) -> ReportingWindow | None:
    """The term's window, if the school set one."""
    return cast(ReportingWindow | None, getattr(term, "window", None))


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
