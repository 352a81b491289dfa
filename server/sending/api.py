"""Sending over HTTP: for a class's teachers, and for the school's officers."""

from typing import Any

from django.db import transaction
from plans.schemas import CountOut
from school.access import Asking, PermittedRouter
from school.calendar import current_year
from school.models import AuditAction, SchoolClass
from school.refusal import NotYours, Refused
from scores.book import student_of, term_of
from scores.class_cache import cached_class

from sending import arrangements, differences, outbox, pairing, receipts, register_lists, shown, worker_queue
from sending.keys import result_key, term_key, work_key
from sending.models import Delivery, DeliveryState, Line, LineState, What, Why
from sending.outgoing import Going
from sending.permissions import ARRANGE_SENDING, SEE_ALL_SENDING, SEE_SENDING, SEND, SEND_OWN
from sending.schemas import (
    AnewIn,
    ComparedOut,
    DeliveriesOut,
    GradeHistoryOut,
    LinesIn,
    PairIn,
    ReceiptsOut,
    SchoolSendingIn,
    SchoolSendingOut,
    SendAllIn,
    SendingOut,
    SendNowIn,
    SentOut,
    WhenIn,
)

router = PermittedRouter(tags=["sending"])


@router.get("/classes/{class_id}/sending", permission=SEE_SENDING, response=SendingOut)
def see_sending(request: Asking, class_id: int, term_id: int | None = None) -> Any:
    """What of the class goes to the register for a term, what is held back and why, pairing, and deliveries."""
    return shown.sending(request.school_class, term_of(cached_class(request.school_class), term_id))


@router.put("/classes/{class_id}/sending/when", permission=SEND, audit=AuditAction.SETTINGS, response=SendingOut)
def set_when(request: Asking, class_id: int, body: WhenIn, term_id: int | None = None) -> Any:
    """Say when the class sends what is new."""
    arrangements.set_when(request.school_class, body.when)
    return see_sending(request, class_id, term_id)


@router.post("/classes/{class_id}/sending/agree", permission=SEND, audit=AuditAction.SETTINGS, response=CountOut)
def agree(request: Asking, class_id: int, term_id: int | None = None) -> Any:
    """Agree to all that is proposed: it holds for every section of the course."""
    return {"count": pairing.agree(_going(request, term_id).pairing, request.user)}


@router.put("/classes/{class_id}/sending/pair", permission=SEND, audit=AuditAction.SETTINGS, response=SendingOut)
def pair(request: Asking, class_id: int, body: PairIn) -> Any:
    """Say what something is at the register."""
    pairing.choose(_going(request, body.term_id).pairing, request.user, body.kind, body.here, body.there)
    return see_sending(request, class_id, body.term_id)


@router.post("/classes/{class_id}/sending/send", permission=SEND, audit=AuditAction.EXPORTED, response=SentOut)
def send(request: Asking, class_id: int, body: SendNowIn) -> Any:
    """Send now what is new, or what is chosen."""
    return {"lines": _send(request, request.school_class, body)}


@router.post("/sending", permission=SEND_OWN, audit=AuditAction.EXPORTED, response=SentOut)
def send_all(request: Asking, body: SendAllIn) -> Any:
    """Send now what is new in all of one's classes, or in those that are chosen among them, in the term that runs."""
    schools = {each.school for each in request.user.memberships.select_related("school")}
    years = [year for each in schools if (year := current_year(each)) is not None]
    mine = SchoolClass.objects.filter(teachings__person=request.user, archived_at=None, year__in=years)
    lines = 0
    for each in mine.whole().distinct():
        is_chosen = body.classes is None or each.pk in body.classes
        if is_chosen and each.teaching_of(request.user) is not None:
            lines += _send(request, each, SendNowIn(grades=body.grades, work=body.work))
    return {"lines": lines}


@router.get("/classes/{class_id}/deliveries", permission=SEE_SENDING, response=DeliveriesOut)
def list_deliveries(request: Asking, class_id: int, after: str | None = None) -> Any:
    """The class's deliveries, the newest first."""
    return receipts.deliveries(request.school_class, after)


@router.get("/classes/{class_id}/deliveries/{delivery}", permission=SEE_SENDING, response=ReceiptsOut)
def see_receipts(request: Asking, class_id: int, delivery: int) -> Any:
    """What the register said of each line of a delivery."""
    return {"receipts": receipts.receipts(request.school_class, _delivery(request, delivery))}


@router.post(
    "/classes/{class_id}/deliveries/{delivery}/try", permission=SEND, audit=AuditAction.EXPORTED, response=SentOut
)
def try_again(request: Asking, class_id: int, delivery: int, body: LinesIn) -> Any:
    """Try lines of a delivery again as they are now: chosen ones, or all that were refused or left. One that waits is tried at once."""
    found = _delivery(request, delivery)
    if found.state == DeliveryState.WAITING:
        Delivery.objects.filter(pk=found.pk).update(next_try_at=None)
        worker_queue.wake()
        return {"lines": found.lines.filter(state=LineState.WAITING).exclude(record__student=None).count()}
    mine = found.lines.filter(state__in=(LineState.REFUSED, LineState.LEFT))
    chosen = mine.filter(pk__in=body.lines) if body.lines else mine
    keys = set(chosen.values_list("record__key", flat=True))
    made = outbox.put_out(Going(request.school_class, found.term), Why.ASKED, request.user, only=keys, again=True)
    return {"lines": _results(made)}


@router.post(
    "/classes/{class_id}/deliveries/{delivery}/stop", permission=SEND, audit=AuditAction.SETTINGS, response=CountOut
)
def stop(request: Asking, class_id: int, delivery: int) -> Any:
    """Stop a delivery that waits: what did not go yet is left, until somebody tries it again or it changes."""
    found = _delivery(request, delivery)
    with transaction.atomic():
        stopped = Delivery.objects.filter(pk=found.pk, state=DeliveryState.WAITING)
        if not stopped.update(state=DeliveryState.STOPPED, ended_at=found.school_class.school.now(), lease=""):
            raise Refused("This delivery is at its end already.")
        return {"count": found.lines.filter(state=LineState.WAITING).update(state=LineState.LEFT)}


@router.get("/classes/{class_id}/sending/compare", permission=SEE_SENDING, response=ComparedOut)
def compare(request: Asking, class_id: int, term_id: int | None = None) -> Any:
    """Ask the register what it has of the class now, and say in what that differs."""
    compared, found = differences.compare(_going(request, term_id))
    return {"compared": compared, "differences": found}


@router.post("/classes/{class_id}/sending/anew", permission=SEND, audit=AuditAction.EXPORTED, response=SentOut)
def begin_anew(request: Asking, class_id: int, body: AnewIn) -> Any:
    """Send an assignment, or a term's grades, under a new identifier: the register has deleted the old one."""
    going = _going(request, body.term_id)
    with transaction.atomic():
        only = differences.begin_anew(going, body.key)
        made = outbox.put_out(going, Why.ASKED, request.user, only=only)
    return {"lines": _results(made)}


@router.get("/classes/{class_id}/sending/students/{student}", permission=SEE_SENDING, response=GradeHistoryOut)
def see_grade_history(request: Asking, class_id: int, student: int, term_id: int | None = None) -> Any:
    """One student's grade of a term, from posting to receipt."""
    loaded = cached_class(request.school_class)
    return receipts.grade_history(request.school_class, term_of(loaded, term_id), student_of(loaded, student))


@router.get("/schools/{school_id}/sending", permission=SEE_ALL_SENDING, response=SchoolSendingOut)
def see_school_sending(request: Asking, school_id: int) -> Any:
    """What the school says of sending, and how each class stands."""
    return arrangements.overview(request.school)


@router.put(
    "/schools/{school_id}/sending", permission=ARRANGE_SENDING, audit=AuditAction.SETTINGS, response=SchoolSendingOut
)
def set_school_sending(request: Asking, school_id: int, body: SchoolSendingIn) -> Any:
    """Say how the school sends."""
    arrangements.set_school(request.school, **body.model_dump())
    return arrangements.overview(request.school)


@router.post(
    "/schools/{school_id}/sending/look",
    permission=ARRANGE_SENDING,
    audit=AuditAction.SETTINGS,
    response=SchoolSendingOut,
)
def look(request: Asking, school_id: int) -> Any:
    """Ask the register what it has: its terms, categories, marks and classes."""
    register_lists.look(request.school)
    return arrangements.overview(request.school)


def _going(request: Asking, term_id: int | None) -> Going:
    return Going(request.school_class, term_of(cached_class(request.school_class), term_id))


def _delivery(request: Asking, delivery: int) -> Delivery:
    found = Delivery.objects.select_related("term", "school_class__school").filter(
        school_class=request.school_class, pk=delivery
    )
    row = found.first()
    if row is None:
        raise NotYours
    return row


def _send(request: Asking, school_class: SchoolClass, body: SendNowIn) -> int:
    """Put out what is new of a class, or what is chosen; gives how many results that are."""
    term = term_of(cached_class(school_class), body.term_id)
    whats = {What.GRADES: body.grades, What.WORK: body.work}
    only = None
    if body.students or body.assignments:
        students = body.students or [each.pk for each in cached_class(school_class).plan.students]
        items = [work_key(each) for each in body.assignments] or [term_key(term)]
        only = {*items, *(result_key(item, each) for item in items for each in students)}
    made = outbox.put_out(
        Going(school_class, term),
        Why.ASKED,
        request.user,
        whats=[each for each, wanted in whats.items() if wanted],
        only=only,
        again=body.again,
    )
    return _results(made)


def _results(made: list[Delivery]) -> int:
    return Line.objects.filter(delivery__in=made).exclude(record__student=None).count()
