"""Telling the worker, through the broker, that something waits for it in the database."""

import logging

from celery import current_app
from django.conf import settings
from kombu.exceptions import OperationalError

logger = logging.getLogger(__name__)


def wake(task: str, after: float = 0) -> None:
    """Tell the worker that something waits for a task, or will after so many seconds. One that cannot be told finds it by itself."""
    if not settings.CELERY_BROKER_URL:
        return
    try:
        current_app.send_task(task, countdown=after, retry=False)
    except OperationalError:
        logger.warning("The worker could not be woken for %s, which waits until it looks by itself.", task)
