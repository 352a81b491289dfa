"""What the worker does for accounts by itself (see the settings)."""

from celery import shared_task
from django.db import close_old_connections

from accounts import sessions


@shared_task(name="accounts.tidy")
def tidy() -> None:
    """Forget sessions that have ended."""
    close_old_connections()
    sessions.tidy()
