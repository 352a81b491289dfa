"""What the worker does for people and files: when it is woken, when it starts, and now and then (see the settings)."""

from typing import Any

from celery import shared_task
from celery.signals import worker_ready
from django.db import close_old_connections
from school import table_statistics, worker_queue

from people import drafts


@shared_task(name=drafts.TASK)
def work() -> None:
    """Read and apply the drafts that wait for it."""
    close_old_connections()
    drafts.read_waiting()
    if drafts.apply_waiting():
        table_statistics.renew()  # It may have been a whole school.


@worker_ready.connect
def begin(sender: Any = None, **_: Any) -> None:
    """Take up what waits already."""
    worker_queue.wake(drafts.TASK)


@shared_task(name="people.tidy")
def tidy() -> None:
    """Forget what files of a month ago kept."""
    close_old_connections()
    drafts.tidy()
