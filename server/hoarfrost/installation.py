"""How the installation stands: what a technician's monitor asks, and in words for a school's officer."""

import datetime
import os
import shutil
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Self

import redis
from django.conf import settings
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.utils import timezone
from families.models import FamilyNotices
from people.models import Register
from school.calendar import local
from school.models import Heartbeat, School
from sending.models import sending_of

SILENT = datetime.timedelta(minutes=2)
"""A worker that was not seen for so long does not run: it says every 20 s that it does."""
LITTLE_ROOM = 1024 * 1024 * 1024
"""Bytes: with less on the disk it is said to be nearly full."""
OLD = datetime.timedelta(hours=36)
"""A backup that is older was missed at least once."""


@dataclass(frozen=True)
class Check:
    """Something that has to be well: its name, whether it is, and in words."""

    name: str
    is_well: bool
    words: str

    @classmethod
    def well(cls, name: str, words: str) -> Self:
        """Nothing is to be done."""
        return cls(name, is_well=True, words=words)

    @classmethod
    def wrong(cls, name: str, words: str) -> Self:
        """Somebody has to look."""
        return cls(name, is_well=False, words=words)


def ready() -> list[Check]:
    """Whether requests can be answered in full: the database and its tables, the broker, the worker."""
    return [_tables(), _broker(), _worker()]


def installation(school: School) -> list[Check]:
    """All that an officer should know of, worst first."""
    checks = [*ready(), _mail(school), _register(school), _disk(), _backups(school)]
    return sorted(checks, key=lambda each: each.is_well)


class _Behind(Exception):
    """The tables are of an earlier release."""


@cache
def _ensure_current() -> None:
    """Raises _Behind where the tables are of an earlier release. What was found current stays so as long as the process runs: to
    look takes long, and anybody may ask.
    """
    executor = MigrationExecutor(connection)
    if executor.migration_plan(executor.loader.graph.leaf_nodes()):
        raise _Behind


def _tables() -> Check:
    with connection.cursor() as cursor:
        cursor.execute("SELECT 1")
    try:
        _ensure_current()
    except _Behind:
        words = "The database answers, and is of an earlier release: Hoarfrost is to be started anew."
        return Check.wrong("database", words)
    return Check.well("database", "The database answers, and is of this release.")


def _broker() -> Check:
    if not settings.CELERY_BROKER_URL:
        return Check.wrong("broker", "No broker is named, so that the worker is not woken.")
    try:
        address = settings.CELERY_BROKER_URL.replace("redis+socket://", "unix://")
        redis.Redis.from_url(address, socket_timeout=2, socket_connect_timeout=2).ping()
    except redis.RedisError:
        return Check.wrong(
            "broker", "The broker does not answer: the worker finds what waits by itself, a little later."
        )
    return Check.well("broker", "The broker that wakes the worker answers.")


def _worker() -> Check:
    """Whether somebody does what is short, and what takes long; it may be one worker."""
    seen = {each.name: each.at for each in Heartbeat.objects.all()}
    problems = []
    for name, which, waiting in (
        (Heartbeat.WORKER, "The worker", "mail to families and deliveries wait"),
        (Heartbeat.LONG, "The worker of what takes long", "report cards and large files wait"),
    ):
        at = seen.get(name)
        if at is None or timezone.now() - at > SILENT:
            words = "was never seen" if at is None else f"was last seen {_ago(timezone.now() - at)} ago"
            problems.append(f"{which} {words}: {waiting}.")
    return Check.wrong("worker", " ".join(problems)) if problems else Check.well("worker", "The worker runs.")


def _mail(school: School) -> Check:
    if settings.EMAIL_BACKEND == settings.OUTBOX:
        return Check.well("mail", "No mail server is named: what is written stays in the outbox, to be read there.")
    refused = FamilyNotices.objects.filter(person__memberships__school=school).exclude(problem="").count()
    if refused:
        return Check.wrong("mail", f"Mail goes out; {refused} could not be delivered, see Shared, Families.")
    return Check.well("mail", "Mail goes out.")


def _register(school: School) -> Check:
    if not Register.objects.filter(school=school).exists():
        return Check.well("register", "No register is connected.")
    said = sending_of(school.pk)
    if said.problem:
        return Check.wrong("register", f"The register did not answer the last time: {said.problem}")
    when = f" It last did on {local(school, said.looked_at):%a %-d %b at %-H:%M}." if said.looked_at else ""
    return Check.well("register", f"The register answers.{when}")


def _disk() -> Check:
    free = shutil.disk_usage(settings.ROOT).free
    words = f"The disk has {free / 1024**3:.0f} GB left."
    return Check(
        name="disk",
        is_well=free > LITTLE_ROOM,
        words=words if free > LITTLE_ROOM else f"{words} Make room before it is full.",
    )


def _backups(school: School) -> Check:
    folder = os.environ.get("HOARFROST_BACKUPS", "")
    if not folder:
        return Check.well("backups", "Backups are made by whoever runs the database.")
    made = [each.stat().st_mtime for each in Path(folder).glob("school-db *.sql.gz*")]
    if not made:
        return Check.wrong(
            "backups", "There is no backup yet. The first is made tonight at one, or by ./hoarfrost backup."
        )
    last = datetime.datetime.fromtimestamp(max(made), datetime.UTC)
    words = f"The last backup is of {local(school, last):%a %-d %b at %-H:%M}."
    is_old = timezone.now() - last > OLD
    return Check(name="backups", is_well=not is_old, words=f"{words} Last night’s is missing." if is_old else words)


def _ago(time: datetime.timedelta) -> str:
    minutes = int(time.total_seconds() // 60)
    return f"{minutes} min" if minutes < 120 else f"{minutes // 60} h"
