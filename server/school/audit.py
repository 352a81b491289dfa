"""The audit: who did what, of whom, from where, when. Operations name what they are in it; signing in and out is heard."""

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
