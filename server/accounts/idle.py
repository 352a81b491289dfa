"""Who works at a school that asks for it is signed out where nothing was done for a while: the machine may not be theirs alone. A session
ends at its own time, which each use moves, though never beyond the days that any session has.
"""

import datetime
from collections.abc import Callable
from contextlib import suppress

from django.conf import settings
from django.contrib.sessions.backends.base import SessionBase
from django.contrib.sessions.models import Session
from django.core.cache import cache
from django.db import DatabaseError
from django.db.models import Min
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from school.models import Person, Role, School
from school.refusal import Refused

from accounts.models import OpenSession

WAITS = (15, 30, 60, 120, 240, 480)
"""The minutes among which a school chooses."""
EVERY = 60
"""So many seconds a use may go unnoted: not each request writes."""
BY_ITSELF = "/presence"
"""How an address ends that a page asks for by itself as long as it is in sight: nobody has to be there."""


def renew_sessions(get_response: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Note that sessions are used. It stands before the middleware that saves them, which would set their day anew."""

    def answered(request: HttpRequest) -> HttpResponse:
        response = get_response(request)
        # What was done is answered, also where the database has gone away since: the next use is noted then.
        with suppress(DatabaseError):
            _note_use(request)
        return response

    return answered


def _note_use(request: HttpRequest) -> None:
    session: SessionBase | None = getattr(request, "session", None)
    if session is None or session.session_key is None or request.path.endswith(BY_ITSELF):
        return
    # What was saved has all days again that there are.
    is_due = session.modified or cache.add(f"session-used-{session.session_key}", "", EVERY)
    person = getattr(request, "user", None)
    if is_due and isinstance(person, Person):
        _renew(session.session_key, person)


def sign_out_after(school: School, minutes: int | None) -> None:
    """Say after how long; it holds for whoever is signed in from their next use on."""
    if minutes is not None and minutes not in WAITS:
        raise Refused("Choose one of the times that are offered.", "idle_minutes")
    school.idle_minutes = minutes
    school.save(update_fields=["idle_minutes"])


def minutes_of(person: Person) -> int | None:
    """After how many minutes without a use somebody is signed out: the fewest that a school says where they work; None where none does."""
    works = person.memberships.exclude(role__in=(Role.STUDENT, Role.GUARDIAN))
    fewest: int | None = works.aggregate(Min("school__idle_minutes"))["school__idle_minutes__min"]
    return fewest


def _renew(key: str, person: Person) -> None:
    opened = OpenSession.objects.filter(key=key).values_list("at", flat=True).first()
    if opened is None:
        return
    ends = opened + datetime.timedelta(seconds=settings.SESSION_COOKIE_AGE)
    minutes = minutes_of(person)
    if minutes is not None:
        ends = min(ends, timezone.now() + datetime.timedelta(minutes=minutes))
    Session.objects.filter(session_key=key).update(expire_date=ends)
