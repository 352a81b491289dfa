"""What the worker does for scores by itself (see the settings)."""

from celery import shared_task
from django.db import close_old_connections

from scores import entering


@shared_task(name="scores.tidy")
def tidy() -> None:
    """Forget batches that nobody sends again."""
    close_old_connections()
    entering.tidy()
