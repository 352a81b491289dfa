"""Where a person is signed in. Each browser's session is written down as it begins, so that it can be seen and ended."""

from typing import Any

from axes.helpers import get_client_ip_address
from django.contrib.auth.signals import user_logged_in, user_logged_out
from django.contrib.sessions.models import Session
from django.db.models import QuerySet
from django.dispatch import receiver
from django.http import HttpRequest
from django.utils import timezone
from school.models import Person
from school.refusal import NotYours

from accounts.models import OpenSession


def of_person(person: Person) -> QuerySet[OpenSession]:
    """The sessions of a person that have not ended, latest first."""
    alive = Session.objects.filter(expire_date__gt=timezone.now()).values("session_key")
    return person.open_sessions.filter(key__in=alive).order_by("-id")


def end_one(person: Person, session: int) -> None:
    """End one of a person's sessions. Raises NotYours where it is none of theirs."""
    row = person.open_sessions.filter(pk=session).first()
    if row is None:
        raise NotYours
    _end(person.open_sessions.filter(pk=session))


def end_all(person: Person, *, but: str | None = None) -> None:
    """End all of a person's sessions, but for the one of a key."""
    _end(person.open_sessions.exclude(key=but))


def tidy() -> int:
    """Forget sessions that have ended by themselves; gives how many were written down."""
    Session.objects.filter(expire_date__lte=timezone.now()).delete()
    count, _ = OpenSession.objects.exclude(key__in=Session.objects.values("session_key")).delete()
    return count


def _end(rows: QuerySet[OpenSession]) -> None:
    Session.objects.filter(session_key__in=list(rows.values_list("key", flat=True))).delete()
    rows.delete()


def begin(request: HttpRequest, user: Person) -> None:
    """Write down that the session of a request is a person's."""
    if request.session.session_key is None:
        request.session.save()
    OpenSession.objects.update_or_create(
        key=request.session.session_key,
        defaults={
            "person": user,
            "browser": request.headers.get("User-Agent", "")[:200],
            "address": get_client_ip_address(request) or None,
            "at": timezone.now(),
        },
    )


@receiver(user_logged_in)
def _begun(request: HttpRequest, user: Person, **_: Any) -> None:
    begin(request, user)


@receiver(user_logged_out)
def _ended(request: HttpRequest, user: Person | None, **_: Any) -> None:
    OpenSession.objects.filter(key=request.session.session_key).delete()
