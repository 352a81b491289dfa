"""What the worker does for the school by itself (see the settings)."""

from collections.abc import Iterable
from contextlib import suppress
from typing import Any

from celery import shared_task
from celery.signals import worker_ready
from django.conf import settings
from django.db import OperationalError, close_old_connections
from django.utils import timezone

from school import acts, audit, table_statistics
from school.models import Heartbeat


@shared_task(name="school.tidy")
def tidy() -> None:
    """Forget what is too old to be undone, and what the audit need not keep any longer; let the database look at what it holds."""
    close_old_connections()
    acts.tidy()
    audit.tidy()
    table_statistics.renew()


EVERY = 20.0
"""Seconds between two signs of life."""


def heartbeat(names: Iterable[str]) -> None:
    """Say of what a worker runs (`Heartbeat`). A database that is away is no reason to stop: it is said again."""
    close_old_connections()
    with suppress(OperationalError):
        for name in names:
            Heartbeat.objects.update_or_create(name=name, defaults={"at": timezone.now()})


@worker_ready.connect
def begin(sender: Any = None, **_: Any) -> None:
    """From now on say so, also while a long task is on the way: the worker's own clock does, not what it works at."""
    if sender is None:
        return
    of_queues = {settings.CELERY_TASK_DEFAULT_QUEUE: Heartbeat.WORKER, settings.CELERY_LONG_QUEUE: Heartbeat.LONG}
    names = [of_queues[name] for name in sender.app.amqp.queues.consume_from if name in of_queues]
    heartbeat(names)
    sender.timer.call_repeatedly(EVERY, heartbeat, (names,))
