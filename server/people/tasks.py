"""What the worker does for people and files by itself (see the settings)."""

from celery import shared_task
from django.db import close_old_connections

from people import drafts


@shared_task(name="people.tidy")
def tidy() -> None:
    """Forget what files of a month ago kept."""
    close_old_connections()
    drafts.tidy()
