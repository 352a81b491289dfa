"""Spread over HTTP."""

import json
from fractions import Fraction
from typing import Any

from django.http import HttpResponse
from exchange.csv_file import as_csv
from exchange.download import as_file
from gradecore.numbers import NumberError, read_decimal
from ninja import Status
from school.access import Asking, PermittedRouter
from school.models import AuditAction
from school.refusal import Refused
from school.schemas import written
from scores.book import student_of, term_of
from scores.class_cache import cached_answer, cached_class
from scores.permissions import SEE_SCORES

from spread.looking import look_at
from spread.schemas import ClassSpreadOut, Kind, LookedAtIn, NeededOut, TriedSpreadIn, WorkSpreadOut
from spread.spread import Asked, Sight, see_spread
from spread.subject import subject_of
from spread.table import table
from spread.trying import Trial, ways_to
from spread.works import see_works

router = PermittedRouter(tags=["spread"])


@router.get("/classes/{class_id}/spread", permission=SEE_SCORES, response=ClassSpreadOut)
def spread(
    request: Asking,
    class_id: int,
    term: int | None = None,
    kind: Kind = "term",
    number: int | None = None,
    within: str = "1",
    sections: bool = False,
) -> Any:
    """How the class lies in a term, a category or an assignment; `within` says how close below a mark is close."""
    own = request.school_class.teaching_of(request.user)
    asked = Asked(request.user, own, _points(within), sections)
    sight = Sight.of(request.school_class)
    if sight.has_draft or sections:
        return written(see_spread(sight, subject_of(sight.now, term, kind, number), asked))
    view = json.dumps([own.looked_at, own.view.get("hasAliases")]) if own else ""
    answer = cached_answer(
        request.school_class,
        ("spread", request.user.pk, view, term, kind, number, str(asked.within)),
        lambda loaded: see_spread(
            Sight(loaded, loaded, has_draft=False), subject_of(loaded, term, kind, number), asked
        ).model_dump_json(),
    )
    return HttpResponse(answer, content_type="application/json")


def _points(text: str) -> Fraction:
    try:
        return read_decimal(text, negative=False)
    except NumberError as error:
        raise Refused(f"The distance {text.strip()[:20] or 'nothing'} {error}.", "within") from None


@router.get("/classes/{class_id}/spread/works", permission=SEE_SCORES, response=list[WorkSpreadOut])
def works(request: Asking, class_id: int, term: int | None = None) -> Any:
    """How each assignment of the term came out."""
    answer = cached_answer(
        request.school_class,
        ("spread works", term),
        lambda loaded: json.dumps([each.model_dump() for each in see_works(loaded, term_of(loaded, term))]),
    )
    return HttpResponse(answer, content_type="application/json")


@router.post("/classes/{class_id}/spread/tried", permission=SEE_SCORES, response=ClassSpreadOut)
def try_spread(request: Asking, class_id: int, body: TriedSpreadIn) -> Any:
    """How the class would lie with other steps or minimums; nothing is changed by asking."""
    sight = Sight.of(request.school_class)
    subject = subject_of(sight.now, body.term, body.kind, body.number)
    trial = Trial(body.steps, body.minimums or {})
    own = request.school_class.teaching_of(request.user)
    return written(see_spread(sight, subject, Asked(request.user, own, dots_alone=True), trial))


@router.get("/classes/{class_id}/spread/needed/{student}", permission=SEE_SCORES, response=NeededOut)
def needed_for(request: Asking, class_id: int, student: int, term: int | None = None) -> Any:
    """What would bring a student's next mark."""
    loaded = cached_class(request.school_class)
    subject = subject_of(loaded, term, "term", None)
    return NeededOut(words=ways_to(loaded, subject, student_of(loaded, student)))


@router.put("/classes/{class_id}/spread/{term}/looked-at/{student}", permission=SEE_SCORES, response={204: None})
def keep_looked_at(request: Asking, class_id: int, term: int, student: int, body: LookedAtIn) -> Any:
    """Remember that one has looked at a student who is close below a mark."""
    loaded = cached_class(request.school_class)
    own = request.school_class.teaching_of(request.user)
    look_at(loaded, own, term_of(loaded, term), student_of(loaded, student), is_looked_at=body.is_looked_at)
    return Status(204, None)


@router.get("/classes/{class_id}/spread.csv", permission=SEE_SCORES, audit=AuditAction.EXPORTED)
def spread_file(
    request: Asking,
    class_id: int,
    term: int | None = None,
    kind: Kind = "term",
    number: int | None = None,
    aliases: bool = False,
) -> Any:
    """How the class lies, as a table."""
    sight = Sight.of(request.school_class)
    subject = subject_of(sight.now, term, kind, number)
    found = see_spread(sight, subject, Asked(request.user, request.school_class.teaching_of(request.user)))
    return as_file(as_csv(table(found, aliases=aliases)), f"{request.school_class} {subject.name} spread.csv")
