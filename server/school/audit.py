"""The audit: who did what, of whom, from where, when. Operations name what they are in it; signing in and out is heard."""

import atexit
import datetime
import logging
import time
from contextlib import suppress
from threading import Lock, Thread
from typing import Any

from axes.helpers import get_client_ip_address
from dateutil.relativedelta import relativedelta
from django.contrib.auth.signals import user_logged_in, user_logged_out, user_login_failed
from django.db import DatabaseError, close_old_connections, transaction
from django.dispatch import receiver
from django.http import HttpRequest
from django.utils import timezone

from school.models import AuditAction, AuditEntry, Person, School, SchoolClass

logger = logging.getLogger(__name__)


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
    made = AuditEntry.objects.create(
        school=school or (school_class.school if school_class else _school_of(person)),
        person=person,
        action=action,
        operation=operation[:80],
        school_class=school_class,
        student_id=student_id,
        address=get_client_ip_address(request) or None,
        at=timezone.now(),
    )
    transaction.on_commit(lambda: _log(made))


def _log(entry: AuditEntry) -> None:
    """Say a line in the log, too: a collector on another machine then has what nobody takes away who has the database. Rows are
    told by their numbers; under which name somebody tried to sign in, and from where, is for the records office alone.
    """
    about = {
        "audit": entry.pk,
        "action": str(entry.action),
        "operation": "" if entry.action == AuditAction.SIGN_IN_REFUSED else entry.operation,
        "school": entry.school_id,
        "person": entry.person_id,
        "class": entry.school_class_id,
        "student": entry.student_id,
    }
    logger.info("audit", extra=about)


EVERY = 1.0
"""After so many seconds what was done daily is written down, all of it at once."""
Key = tuple[int, str, int | None, int | None]
"""A person, what they did, and of which class and student."""


class _Daily:
    """What is done many times a day and written down once: of which this process knows today, and which lines wait to be written by
    a thread of its own. Whoever looks at something does not wait for its line: on the evening on which all families look, that would
    be hundreds of transactions.
    """

    def __init__(self) -> None:
        self.day = datetime.date.min
        self.noted: set[Key] = set()
        self.waiting: list[AuditEntry] = []
        self.lock = Lock()
        self.writer: Thread | None = None

    def is_new(self, key: Key, day: datetime.date) -> bool:
        """Whether something was not done yet that day, which is noted."""
        with self.lock:
            if self.day != day:
                self.day, self.noted = day, set()
            is_new = key not in self.noted
            self.noted.add(key)
        return is_new

    def add(self, entry: AuditEntry) -> None:
        """Have a line written."""
        with self.lock:
            self.waiting.append(entry)
        self.begin_writing()

    def begin_writing(self) -> None:
        """See to it that what waits is written in a moment."""
        with self.lock:
            if self.writer is None or not self.writer.is_alive():
                self.writer = Thread(target=self._write_until_none_waits, daemon=True)
                self.writer.start()

    def _write_until_none_waits(self) -> None:
        while True:
            time.sleep(EVERY)
            try:
                self.write()
            except DatabaseError as error:
                # They go on waiting: for the next time, or for the end of the process.
                logger.warning("Lines of the audit could not be written yet", exc_info=error)
            finally:
                close_old_connections()
            with self.lock:
                if not self.waiting:
                    self.writer = None
                    return

    def write(self) -> None:
        """Write what waits, but for what another process has written already today."""
        with self.lock:
            lines = self.waiting[:]
        if not lines:
            return
        people = {each.person_id for each in lines}
        rows = AuditEntry.objects.filter(person__in=people, action__in=DAILY, at__date=lines[-1].at.date())
        known = set(rows.values_list("person_id", "action", "school_class_id", "student_id"))
        for each in AuditEntry.objects.bulk_create(each for each in lines if _key(each) not in known):
            _log(each)
        with self.lock:
            del self.waiting[: len(lines)]


DAILY = (AuditAction.READ, AuditAction.CHANGED)
daily = _Daily()


@atexit.register
def _write_the_last() -> None:
    with suppress(DatabaseError):
        daily.write()


def _key(entry: AuditEntry) -> Key:
    assert entry.person_id is not None
    return entry.person_id, str(entry.action), entry.school_class_id, entry.student_id


def record_daily(
    request: HttpRequest,
    action: AuditAction,
    operation: str,
    *,
    person: Person,
    school: School,
    school_class: SchoolClass | None,
    student_id: int | None,
) -> None:
    """Add a line for what is done many times a day, the first time of the day: it is written in a moment."""
    at = timezone.now()
    if not daily.is_new((person.pk, action.value, school_class.pk if school_class else None, student_id), at.date()):
        return
    daily.add(
        AuditEntry(
            school=school,
            person=person,
            action=action,
            operation=operation[:80],
            school_class=school_class,
            student_id=student_id,
            address=get_client_ip_address(request) or None,
            at=at,
        )
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
