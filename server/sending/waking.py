"""Waking the worker. What waits is in the database; one that cannot be woken looks by itself."""

import logging

from celery import current_app
from django.conf import settings
from kombu.exceptions import OperationalError

SEND = "sending.send"
logger = logging.getLogger(__name__)


def wake(after: float = 0) -> None:
    """Tell the worker that something waits, or will after so many seconds."""
    if not settings.CELERY_BROKER_URL:
        return
    try:
        current_app.send_task(SEND, countdown=after, retry=False)
    except OperationalError:
        logger.warning("The worker could not be woken; deliveries wait until it looks by itself.")
