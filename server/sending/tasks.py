"""What the worker does for sending: when it is woken, when it starts, and by itself now and then (see the settings)."""

from typing import Any

from celery import shared_task
from celery.signals import worker_ready
from django.db import close_old_connections

from sending import delivering, nightly, worker_queue


@shared_task(name=worker_queue.SEND)
def send() -> None:
    """Send what waits in the outbox."""
    close_old_connections()
    delivering.send_waiting()


@shared_task(name="sending.nights")
def nights() -> None:
    """Run the nights whose hour has come, then send what they put out."""
    close_old_connections()
    if nightly.run_nights():
        delivering.send_waiting()


@shared_task(name="sending.tidy")
def tidy() -> None:
    """Forget receipts of long ago that later ones have replaced."""
    close_old_connections()
    nightly.tidy()


@worker_ready.connect
def begin(sender: Any = None, **_: Any) -> None:
    """Take up what waits already."""
    worker_queue.wake()
