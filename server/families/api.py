"""The family page over HTTP."""

from typing import Any

from django.http import HttpResponse
from exchange.download import as_file
from ninja import Query, Status
from plans.handouts import download
from plans.models import Assignment
from reports.card_schemas import CardOut
from reports.printing import as_pdf, card_pages
from school.access import Asking, PermittedRouter
from school.bounded import Bounded
from school.models import AuditAction
from school.refusal import NotYours
from scores.book import student_of, term_of
from scores.class_cache import cached_class
from scores.permissions import SEE_SCORES
from scores.working_schemas import WorkingOut

from families.models import RunningHidden
from families.news import look
from families.one_class import PostedFor, SeenClass, facts_of
from families.page import FamilyPage, report_card, seen_class
from families.permissions import KEEP_OUT, SEE_ALL, SEE_FAMILY_PAGE, SHOW
from families.read_reports import read
from families.schemas import (
    FamilyClassOut,
    FamilyOut,
    GuardianKept,
    GuardianSeesOut,
    LookedIn,
    ReadIn,
    RunningHiddenIn,
    SeenByFamiliesOut,
    WhatIfIn,
    WhatIfOut,
    WhatIfResultOut,
    WhyOut,
)
from families.seen import SeenByFamilies
from families.what_if import tried, what_it_takes

router = PermittedRouter(tags=["families"])
PAGES = Bounded(at_once=1, waiting=7)
"""What families read is made one page at a time in a process, so that on the evening on which a school posts what teachers enter comes
between; where more of them ask than can wait, their browsers ask again.
"""
LOADING = Bounded(at_once=1, waiting=7)
"""Classes that nobody has looked at yet are loaded beside that: it takes many times as long as a page, and a family whose classes are
there does not wait for it.
"""


@router.get("/families/{student_id}", permission=SEE_FAMILY_PAGE, response=FamilyOut)
def page(request: Asking, student_id: int, term: int | None = None, year: int | None = None) -> Any:
    """What a student, or their guardian, sees."""
    with PAGES.turn():
        page = FamilyPage(request.student, request.user, term, year)
        if page.is_loaded:
            return _page(page)
    with LOADING.turn():
        page.load()
    with PAGES.turn():
        return _page(page)


def _page(page: FamilyPage) -> HttpResponse:
    return HttpResponse(page.out(), content_type="application/json")


@router.post("/families/{student_id}/looked", permission=SEE_FAMILY_PAGE, response={204: None})
def looked(request: Asking, student_id: int, body: LookedIn) -> Any:
    """Somebody has looked at the page: what it showed is new to them no longer from their next visit on."""
    look(request.user, request.student, body.shows)
    return Status(204, None)


@router.get("/families/{student_id}/classes/{school_class}/working", permission=SEE_ALL, response=WorkingOut)
def working(request: Asking, student_id: int, school_class: int, term: int) -> Any:
    """How the mark in a class comes about, as far as the family sees it."""
    return seen_class(request.student, school_class, term).working()


@router.get("/families/{student_id}/classes/{school_class}/what-if", permission=SEE_ALL, response=WhatIfOut)
def what_if(request: Asking, student_id: int, school_class: int, term: int) -> Any:
    """What it would take in a class: what open work would have to bring for the next marks."""
    return what_it_takes(seen_class(request.student, school_class, term))


@router.get("/families/{student_id}/classes/{school_class}/tried", permission=SEE_ALL, response=WhatIfResultOut)
def try_scores(request: Asking, student_id: int, school_class: int, term: int, query: Query[WhatIfIn]) -> Any:
    """What some scores would make of the grade in a class. Nothing is kept."""
    return tried(seen_class(request.student, school_class, term), query.scores)


@router.get("/families/{student_id}/card", permission=SEE_FAMILY_PAGE, response=CardOut)
def card(request: Asking, student_id: int, term: int) -> Any:
    """The student's report card for a term, as far as it is shown to the family."""
    return report_card(request.student, term)


@router.get("/families/{student_id}/card.pdf", permission=SEE_FAMILY_PAGE)
def printed_card(request: Asking, student_id: int, term: int) -> Any:
    """The same card on paper, in the school's design."""
    found, school = report_card(request.student, term), request.student.school
    with PAGES.turn():
        content = as_pdf([card_pages(found, school.card_design, school.paper)], f"{found.student}, {found.term}")
    return as_file(content, f"{found.student}, {found.term}.pdf")


@router.get("/classes/{class_id}/students/{student}/family", permission=SEE_SCORES, response=FamilyClassOut)
def through_family_eyes(request: Asking, class_id: int, student: int, term: int | None = None) -> Any:
    """What a student's family sees of the class, for its teachers."""
    return _through_family_eyes(request, student, term).out()


@router.post("/families/{student_id}/read", permission=SEE_FAMILY_PAGE, response={204: None})
def say_read(request: Asking, student_id: int, body: ReadIn) -> Any:
    """A guardian says that they have read a report."""
    read(request.user, request.student, body.term)
    return Status(204, None)


@router.get("/families/{student_id}/guardians", permission=KEEP_OUT, response=list[GuardianSeesOut])
def guardians(request: Asking, student_id: int) -> Any:
    """Who of a student's guardians sees how much, for the student who is of age."""
    return [
        GuardianSeesOut(person_id=each.person_id, name=str(each.person), sees=each.sees, kept_out=each.kept_out)
        for each in request.student.guardianships.select_related("person").order_by("person__given_name", "id")
    ]


@router.patch(
    "/families/{student_id}/guardians/{person}",
    permission=KEEP_OUT,
    response={204: None},
    audit=AuditAction.ACCESS,
)
def keep_out(request: Asking, student_id: int, person: int, body: GuardianKept) -> Any:
    """A student of age keeps a guardian out, or lets them in again as far as the school does."""
    if not request.student.guardianships.filter(person=person).update(kept_out=body.kept_out):
        raise NotYours
    return Status(204, None)


@router.get("/classes/{class_id}/students/{student}/family/working", permission=SEE_SCORES, response=WorkingOut)
def working_through_family_eyes(request: Asking, class_id: int, student: int, term: int) -> Any:
    """How the student's family is told that the mark comes about, for the class's teachers."""
    return _through_family_eyes(request, student, term).working()


@router.get("/classes/{class_id}/students/{student}/family/what-if", permission=SEE_SCORES, response=WhatIfOut)
def what_if_through_family_eyes(request: Asking, class_id: int, student: int, term: int) -> Any:
    """What the student's family is told that it would take, for the class's teachers."""
    return what_it_takes(_through_family_eyes(request, student, term))


@router.get("/classes/{class_id}/students/{student}/family/tried", permission=SEE_SCORES, response=WhatIfResultOut)
def try_through_family_eyes(request: Asking, class_id: int, student: int, term: int, query: Query[WhatIfIn]) -> Any:
    """What the student's family is told when they try some scores, for the class's teachers."""
    return tried(_through_family_eyes(request, student, term), query.scores)


def _through_family_eyes(request: Asking, student: int, term: int | None) -> SeenClass:
    loaded = cached_class(request.school_class)
    found = student_of(loaded, student)
    return SeenClass(loaded, found, term_of(loaded, term), PostedFor(found), facts_of(request.school_class))


@router.get("/classes/{class_id}/families", permission=SEE_SCORES, response=SeenByFamiliesOut)
def seen_by_families(request: Asking, class_id: int, term: int | None = None) -> Any:
    """What families see of a class in a term."""
    loaded = cached_class(request.school_class)
    return SeenByFamilies(loaded, term_of(loaded, term)).out()


@router.get("/classes/{class_id}/families/{student}", permission=SEE_SCORES, response=WhyOut)
def why_not_seen(request: Asking, class_id: int, student: int, term: int | None = None) -> Any:
    """Of everything in a term whether a student's family sees it, and if not, why."""
    loaded = cached_class(request.school_class)
    return SeenByFamilies(loaded, term_of(loaded, term)).why(student_of(loaded, student))


@router.put("/classes/{class_id}/families/{student}/running", permission=SHOW, response={204: None})
def hide_running(request: Asking, class_id: int, student: int, body: RunningHiddenIn) -> Any:
    """Hide from one student's family how the grade stands, or show it again."""
    student_row = student_of(cached_class(request.school_class), student)
    if body.is_hidden:
        RunningHidden.objects.get_or_create(school_class=request.school_class, student=student_row)
    else:
        RunningHidden.objects.filter(school_class=request.school_class, student=student_row).delete()
    return Status(204, None)


@router.get("/families/{student_id}/files/{assignment}", permission=SEE_ALL)
def file(request: Asking, student_id: int, assignment: int) -> Any:
    """The file that goes with work that the student is given."""
    own = Assignment.objects.filter(school_class__enrolments__student=request.student)
    # Of what is not there as much is looked at as of what is hidden, so that the time which a refusal takes tells nothing.
    any_of_them, work = own.first(), own.filter(pk=assignment).first()
    looked_at = work or any_of_them
    if looked_at is None:
        raise NotYours
    # As far as the page tells of the work at all.
    seen = seen_class(request.student, looked_at.school_class_id, looked_at.term_id)
    return download(work if work in seen.work else None)
