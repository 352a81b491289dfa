"""What the worker does for the school by itself (see the settings)."""

from contextlib import suppress
from typing import Any

from celery import shared_task
from celery.signals import worker_ready
from django.db import OperationalError, close_old_connections
from django.utils import timezone

from school import acts, audit
from school.models import Heartbeat


@shared_task(name="school.tidy")
def tidy() -> None:
    """Forget what is too old to be undone, and what the audit need not keep any longer."""
    close_old_connections()
    acts.tidy()
    audit.tidy()


EVERY = 20.0
"""Seconds between two signs of life."""


def heartbeat() -> None:
    """Say that the worker runs. A database that is away is no reason to stop: it is said again."""
    close_old_connections()
    with suppress(OperationalError):
        Heartbeat.objects.update_or_create(name="worker", defaults={"at": timezone.now()})


@worker_ready.connect
def begin(sender: Any = None, **_: Any) -> None:
    """From now on say so, also while a long task is on the way: the worker's own clock does, not what it works at."""
    heartbeat()
    if sender is not None:
        sender.timer.call_repeatedly(EVERY, heartbeat)
