"""The audit: who did what, of whom, from where, when. Operations name what they are in it; signing in and out is heard."""

import datetime
from dataclasses import dataclass, field
from typing import Any

from axes.helpers import get_client_ip_address
from dateutil.relativedelta import relativedelta
from django.contrib.auth.signals import user_logged_in, user_logged_out, user_login_failed
from django.dispatch import receiver
from django.http import HttpRequest
from django.utils import timezone

from school.models import AuditAction, AuditEntry, Person, School, SchoolClass


def record(
    request: HttpRequest,
    action: AuditAction,
    operation: str,
    *,
    person: Person | None,
    school: School | None = None,
    school_class: SchoolClass | None = None,
    student_id: int | None = None,
) -> None:
    """Add a line. The school is the one named, the class's, or else the person's."""
    AuditEntry.objects.create(
        school=school or (school_class.school if school_class else _school_of(person)),
        person=person,
        action=action,
        operation=operation[:80],
        school_class=school_class,
        student_id=student_id,
        address=get_client_ip_address(request) or None,
        at=timezone.now(),
    )


@dataclass
class _Noted:
    """What this process has written down today: by person and action, of which class and student."""

    day: datetime.date = datetime.date.min
    keys: set[tuple[int, str, int | None, int | None]] = field(default_factory=set)


_noted = _Noted()


def record_daily(
    request: HttpRequest,
    action: AuditAction,
    operation: str,
    *,
    person: Person,
    school: School | None,
    school_class: SchoolClass | None,
    student_id: int | None,
) -> None:
    """Add a line for what is done many times a day, the first time of the day: asking for it again costs nothing."""
    now = timezone.now()
    if _noted.day != now.date():
        _noted.day, _noted.keys = now.date(), set()
    key = (person.pk, action.value, school_class.pk if school_class else None, student_id)
    if key in _noted.keys:
        return
    today = AuditEntry.objects.filter(
        person=person, action=action, school_class=school_class, student=student_id, at__date=now.date()
    )
    if not today.exists():
        record(
            request, action, operation, person=person, school=school, school_class=school_class, student_id=student_id
        )
    _noted.keys.add(key)


def forget_noted() -> None:
    """Forget what was written down, as another process would not know it."""
    _noted.keys.clear()


def tidy() -> None:
    """Forget what is older than a school keeps its audit; of whoever belongs to no school, what every school would forget."""
    now, longest = timezone.now(), 0
    for school in School.objects.only("audit_years"):
        AuditEntry.objects.filter(school=school).forget_before(now - relativedelta(years=school.audit_years))
        longest = max(longest, school.audit_years)
    if longest:
        AuditEntry.objects.filter(school=None).forget_before(now - relativedelta(years=longest))


def _school_of(person: Person | None) -> School | None:
    return School.objects.filter(memberships__person=person).order_by("id").first() if person else None


@receiver(user_logged_in)
def _signed_in(request: HttpRequest, user: Person, **_: Any) -> None:
    record(request, AuditAction.SIGNED_IN, "start session", person=user)


@receiver(user_logged_out)
def _signed_out(request: HttpRequest, user: Person | None, **_: Any) -> None:
    if user is not None:
        record(request, AuditAction.SIGNED_OUT, "end session", person=user)


@receiver(user_login_failed)
def _refused(credentials: dict[str, Any], request: HttpRequest | None = None, **_: Any) -> None:
    if request is not None:
        record(request, AuditAction.SIGN_IN_REFUSED, str(credentials.get("username", "")), person=None)
