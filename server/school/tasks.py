"""What the worker does for the school by itself (see the settings)."""

from celery import shared_task
from django.db import close_old_connections

from school import acts


@shared_task(name="school.tidy")
def tidy() -> None:
    """Forget what is too old to be undone."""
    close_old_connections()
    acts.tidy()
