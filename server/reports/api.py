"""Reports and how classes stand, over HTTP."""

from typing import Any

from ninja import Status
from school.access import Asking, PermittedRouter
from school.own import own_classes
from school.permissions import SEE_CLASS, SEE_OWN
from scores.book import load_class, student_of, term_of

from reports import posting, writing
from reports.permissions import POST, SEE_REPORT, WRITE_REPORT
from reports.report import report as report_of
from reports.schemas import (
    CommentIn,
    CommentOut,
    FrameOut,
    OverrideIn,
    PostIn,
    PostOut,
    ReportOut,
    StudentPageOut,
    TodayOut,
)
from reports.standing import frame, today_page
from reports.student_page import student_page

router = PermittedRouter(tags=["report"])


@router.get("/today", permission=SEE_OWN, response=TodayOut | None)
def today(request: Asking) -> Any:
    """The home page: the person's own classes and what needs them."""
    return today_page(request.user, own_classes(request.user))


@router.get("/classes/{class_id}/frame", permission=SEE_CLASS, response=FrameOut)
def class_frame(request: Asking, class_id: int, term: int | None = None) -> Any:
    """A class's name, ribbon and trail."""
    loaded = load_class(request.school_class)
    return frame(request.school_class, loaded, term_of(loaded, term))


@router.get("/classes/{class_id}/students/{student}", permission=SEE_REPORT, response=StudentPageOut)
def one_student(request: Asking, class_id: int, student: int, term: int | None = None) -> Any:
    """All that a teacher has of one student in the class."""
    loaded = load_class(request.school_class)
    return student_page(loaded, student_of(loaded, student), term_of(loaded, term))


@router.get("/classes/{class_id}/report", permission=SEE_REPORT, response=ReportOut)
def report(request: Asking, class_id: int, term: int | None = None) -> Any:
    """The report of a term."""
    loaded = load_class(request.school_class)
    return report_of(loaded, term_of(loaded, term))


@router.put("/classes/{class_id}/report/{term}/{student}/override", permission=WRITE_REPORT, response={204: None})
def override(request: Asking, class_id: int, term: int, student: int, body: OverrideIn) -> Any:
    """Put something in place of a computed grade, or take it back."""
    loaded = load_class(request.school_class)
    person, place = student_of(loaded, student), term_of(loaded, term)
    writing.override(request.school_class, request.user, person, place, body.model_dump())
    return Status(204, None)


@router.put("/classes/{class_id}/report/{term}/{student}/comment", permission=WRITE_REPORT, response=CommentOut)
def comment(request: Asking, class_id: int, term: int, student: int, body: CommentIn) -> Any:
    """Keep a comment."""
    loaded = load_class(request.school_class)
    person, place = student_of(loaded, student), term_of(loaded, term)
    return writing.comment(
        request.school_class, request.user, person, place, body.text, body.version, is_ready=body.is_ready
    )


@router.post("/classes/{class_id}/report/post", permission=POST, response=PostOut)
def post(request: Asking, class_id: int, body: PostIn) -> Any:
    """Post grades."""
    place = term_of(load_class(request.school_class), body.term)
    count = posting.post(request.school_class, request.user, place, body.request, body.students, body.term_name)
    return PostOut(posted=count)
