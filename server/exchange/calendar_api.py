"""Calendars over HTTP: as files, at private addresses, and which addresses one has."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Status
from school.access import Asking, PermittedRouter
from school.models import Person
from school.permissions import ANYBODY, SEE_OWN
from school.refusal import NotYours

from exchange.calendar.addresses import calendar_at, make_address
from exchange.calendar.events import of_class, of_classes, of_student
from exchange.download import as_file
from exchange.models import CalendarAddress
from exchange.permissions import SAVE_CHILDS_DAYS, SAVE_CLASS
from exchange.schemas import CalendarAddressOut, NewCalendarAddressOut

router = PermittedRouter(tags=["calendar"])


@router.get("/classes/{class_id}/calendar.ics", permission=SAVE_CLASS)
def class_calendar(request: Asking, class_id: int) -> HttpResponse:
    """When work of the class is due, as a calendar file."""
    return as_file(of_class(request.school_class), f"{request.school_class}.ics")


@router.get("/own-calendar.ics", permission=SEE_OWN)
def own_calendar(request: Asking) -> HttpResponse:
    """When work is due in all classes that one teaches."""
    return as_file(of_classes(request.user), "My classes.ics")


@router.get("/families/{student_id}/calendar.ics", permission=SAVE_CHILDS_DAYS)
def child_calendar(request: Asking, student_id: int) -> HttpResponse:
    """When a student's work is due."""
    return as_file(of_student(request.student), f"{request.student}.ics")


@router.post("/classes/{class_id}/calendar-address", permission=SAVE_CLASS, response=NewCalendarAddressOut)
def make_class_address(request: Asking, class_id: int) -> Any:
    """A private address of the class's calendar; an earlier one is stopped."""
    return _told(request, make_address(request.user, school_class=request.school_class))


@router.post("/own-calendar-address", permission=SEE_OWN, response=NewCalendarAddressOut)
def make_own_address(request: Asking) -> Any:
    """A private address of the calendar of all one's classes."""
    return _told(request, make_address(request.user))


@router.post("/families/{student_id}/calendar-address", permission=SAVE_CHILDS_DAYS, response=NewCalendarAddressOut)
def make_child_address(request: Asking, student_id: int) -> Any:
    """A private address of a student's calendar."""
    return _told(request, make_address(request.user, student=request.student))


@router.get("/calendar-addresses", permission=SEE_OWN, response=list[CalendarAddressOut])
def calendar_addresses(request: Asking) -> Any:
    """Of which calendars one has a private address."""
    return [
        CalendarAddressOut(
            id=each.pk,
            made_at=each.made_at,
            of=str(each.school_class or each.student or "All your classes"),
            school_class=each.school_class_id,
            student=each.student_id,
        )
        for each in _mine(request.user)
    ]


@router.delete("/calendar-addresses/{calendar_address}", permission=SEE_OWN, response={204: None})
def stop_address(request: Asking, calendar_address: int) -> Any:
    """Stop a private address: whoever has it sees nothing any more."""
    stopped, _ = _mine(request.user).filter(pk=calendar_address).delete()
    if not stopped:
        raise NotYours
    return Status(204, None)


@router.get("/calendar/{secret}.ics", permission=ANYBODY)
def subscribed_calendar(request: Asking, secret: str) -> HttpResponse:
    """What a calendar program fetches: the address alone says whose calendar it is."""
    response = as_file(calendar_at(secret), "calendar.ics")
    response.headers["Cache-Control"] = "private, no-store"
    return response


def _mine(person: Person) -> Any:
    return CalendarAddress.objects.filter(person=person).select_related("school_class", "student").order_by("id")


def _told(request: HttpRequest, secret: str) -> NewCalendarAddressOut:
    return NewCalendarAddressOut(address=request.build_absolute_uri(f"/api/v1/calendar/{secret}.ics"))
