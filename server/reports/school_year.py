"""The records officer's side of reporting: years, terms and windows, how far every class is, and reopening."""

import datetime
from collections import Counter
from typing import Literal

from exchange.csv_file import as_csv
from school import windows
from school.calendar import local
from school.models import Person, School, SchoolClass, SchoolYear, Term
from school.refusal import NotYours
from scores.book import load_class

from reports.checks import ALWAYS, KINDS
from reports.report import grades_of
from reports.schemas import State
from reports.school_changes import last_change
from reports.school_schemas import (
    ClassStandOut,
    KindOut,
    NamedOut,
    ReopeningOut,
    ReportingWindowOut,
    SchoolTermOut,
    SchoolYearOut,
    StandOut,
)
from reports.standards import standards_out
from reports.standing import plural
from reports.written import state_of, written


def see_year(school: School, year: SchoolYear) -> SchoolYearOut:
    """A year as the records officer sees it."""
    terms = list(
        year.terms.select_related("window").prefetch_related("window__reopenings__person", "window__reopenings__by")
    )
    return SchoolYearOut(
        school=school.name,
        last_change=last.words if (last := last_change(school)) else None,
        address=school.address,
        card_design=school.card_design,
        paper=school.paper,
        outside_marks=[[mark, name] for mark, name in school.outside_marks],
        efforts=school.efforts,
        standards=standards_out(school),
        year_id=year.pk,
        year=year.name,
        starts=year.starts,
        ends=year.ends,
        days_off=year.days_off,
        years=[NamedOut(id=each.pk, name=each.name) for each in school.years.order_by("starts")],
        terms=[_term(each, school.today()) for each in terms],
        check_kinds=[KindOut(kind=kind, words=words) for kind, words in KINDS.items() if kind not in ALWAYS],
        teachers=[
            NamedOut(id=each.pk, name=str(each))
            for each in Person.objects.filter(teachings__school_class__year=year)
            .distinct()
            .order_by("family_name", "given_name")
        ],
    )


def _term(term: Term, today: datetime.date) -> SchoolTermOut:
    window = windows.window_of(term)
    return SchoolTermOut(
        id=term.pk,
        name=term.name,
        kind=term.kind,
        starts=term.starts,
        ends=term.ends,
        within=term.within_id,
        window=None
        if window is None
        else ReportingWindowOut(
            opens=window.opens,
            closes=window.closes,
            families_from=window.families_from,
            comment_limit=window.comment_limit,
            comments_by=window.comments_by,
            collects=window.collects,
            binding=window.binding,
            asks_for=window.asks_for,
            is_open=windows.is_open(window, today),
            is_closed=today > window.closes,
            reopenings=[
                ReopeningOut(
                    id=each.pk,
                    is_ended=each.ended_at is not None,
                    who=str(each.person) if each.person else "all teachers",
                    until=each.until,
                    reason=each.reason,
                    by=str(each.by),
                    at=local(term.year.school, each.at),
                )
                for each in window.reopenings.order_by("-id")
            ],
        ),
    )


def standing_of_classes(year: SchoolYear, term: Term) -> list[ClassStandOut]:
    """How far each class's posting of a term is: posted, partly, not at all, changed since."""
    found = []
    for school_class in (
        SchoolClass.objects.filter(year=year, archived_at=None).whole().prefetch_related("teachings__person")
    ):
        loaded = load_class(school_class)
        kept = written(school_class, term)
        states = Counter(state_of(now, student, kept) for student, now in grades_of(loaded, term).items())
        found.append(
            ClassStandOut(
                id=school_class.pk,
                name=str(school_class),
                teachers=[str(each.person) for each in school_class.teachings.all()],
                stand=_stand(states),
            )
        )
    return found


def _stand(states: Counter[State]) -> StandOut:
    everybody = sum(states.values())
    posted, changed = states["posted"] + states["changed"], states["changed"]
    left = everybody - posted
    state: Literal["not", "partly", "posted", "changed"]
    if not posted:
        state, words = "not", f"none of {everybody} posted" if everybody else "no students"
    elif changed:
        state, words = "changed", f"{changed} changed since"
    elif left:
        state, words = "partly", f"{posted} of {everybody} posted"
    else:
        state, words = "posted", f"{plural(posted, 'grade')} posted"
    return StandOut(state=state, words=words, posted=posted, changed=changed, left=left)


def reminders(year: SchoolYear, term: Term) -> bytes:
    """Who has to be reminded, as CSV: a line for each class that is not posted wholly or has changed since."""
    rows: list[list[object]] = [["Class", "Teachers", "Term", "Posted", "Not posted", "Changed since", "Closes"]]
    window = windows.window_of(term)
    for each in standing_of_classes(year, term):
        if each.stand.state != "posted" and each.stand.posted + each.stand.left:
            closes = window.closes.isoformat() if window else ""
            teachers = ", ".join(each.teachers)
            rows.append(
                [each.name, teachers, term.name, each.stand.posted, each.stand.left, each.stand.changed, closes]
            )
    return as_csv(rows)


def term_in(school: School, term: int) -> Term:
    """A term of the school."""
    found = Term.objects.select_related("year", "window").filter(year__school=school, pk=term).first()
    if found is None:
        raise NotYours
    return found
