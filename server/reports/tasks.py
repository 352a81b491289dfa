"""What the worker does: documents are made when it is woken, when it starts, and now and then (see the settings)."""

from typing import Any

from celery import shared_task
from celery.signals import worker_ready
from django.db import close_old_connections

from reports import documents


@shared_task(name=documents.TASK)
def make_documents() -> None:
    """Make what waits."""
    close_old_connections()
    documents.make_waiting()


@worker_ready.connect
def begin(sender: Any = None, **_: Any) -> None:
    """Take up what waits already."""
    documents.wake()
