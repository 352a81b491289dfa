"""The records officer's side of reporting: years, terms and windows, how far every class is, and reopening."""

import datetime
from collections import Counter
from collections.abc import Collection, Sequence
from typing import Literal

from django.core.cache import caches
from django.db.models import Count, Max
from exchange.csv_file import as_csv
from school import windows
from school.calendar import local
from school.models import Person, School, SchoolClass, SchoolYear, Term
from school.paging import count_of, page_of
from school.refusal import NotYours
from school.revisions import plan_revision
from school.teachers import teachers_of
from scores import class_cache
from scores.book import load_class

from reports.checks import ALWAYS, KINDS
from reports.models import Posting, Withdrawal
from reports.report import grades_of
from reports.schemas import State
from reports.school_changes import last_change
from reports.school_schemas import (
    ClassStandOut,
    ClassStandsOut,
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

STANDS = "stands"
"""The cache (see the settings) of how far classes are with terms."""


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


def standing_of_classes(year: SchoolYear, term: Term, after: str | None) -> ClassStandsOut:
    """How far the posting of a term is in some of the year's classes, a page at a time: what was not looked at yet takes its time."""
    classes = year.classes.filter(archived_at=None)
    page = page_of(classes.select_related("revision"), ("position", "name", "section", "id"), after)
    return ClassStandsOut.model_construct(
        classes=_standing(term, page.rows), after=page.after, count=count_of(classes, page, after)
    )


def _standing(term: Term, classes: Sequence[SchoolClass]) -> list[ClassStandOut]:
    """How far the posting of a term is in each of its year's classes, which come with their revisions: posted, partly, not at all, changed
    since. Hundreds of classes are not loaded to be told the same: it is cached, a few bytes a class, under all that it follows from.
    """
    school = School.objects.select_related("revision").get(pk=term.year.school_id)
    for each in classes:
        # One year and one school for all of them: reading both with each class would take longer than all the rest.
        each.school, each.year = school, term.year
    numbers = [each.pk for each in classes]
    posted, gone, day = _last_postings(numbers), _withdrawals(numbers), school.today()
    keys = {}
    for each in classes:
        at = (term.pk, plan_revision(each), each.revision.scores, posted.get(each.pk), gone.get(each.pk), day)
        keys[each.pk] = f"{each.pk} {at}".replace(" ", "_")
    cached = caches[STANDS].get_many(keys.values())
    teachers = teachers_of(numbers)
    return [
        ClassStandOut.model_construct(
            id=each.pk,
            name=str(each),
            teachers=teachers[each.pk],
            stand=cached.get(keys[each.pk]) or _looked_at(each, term, keys[each.pk]),
        )
        for each in classes
    ]


def _last_postings(classes: Collection[int]) -> dict[int, int]:
    """The number of what was posted last in each class."""
    return dict(Posting.objects.filter(school_class__in=classes).values_list("school_class").annotate(Max("pk")))


def _withdrawals(classes: Collection[int]) -> dict[int, int]:
    """How many grades were withdrawn in each class."""
    rows = Withdrawal.objects.filter(grade__posting__school_class__in=classes)
    return dict(rows.values_list("grade__posting__school_class").annotate(Count("pk")))


def _looked_at(school_class: SchoolClass, term: Term, key: str) -> StandOut:
    """How far a class is with a term, as it is by now."""
    kept = written(school_class, term)
    grades = grades_of(load_class(school_class), term)
    found = _stand(Counter(state_of(now, student, kept) for student, now in grades.items()))
    if class_cache.is_settled():
        caches[STANDS].set(key, found)
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
    for each in _standing(term, list(year.classes.filter(archived_at=None).select_related("revision"))):
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
