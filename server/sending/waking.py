"""Waking the worker. What waits is in the database; one that cannot be woken looks by itself."""

import logging

from celery import current_app
from kombu.exceptions import OperationalError

SEND = "sending.send"
logger = logging.getLogger(__name__)


def wake() -> None:
    """Tell the worker that something waits."""
    try:
        current_app.send_task(SEND, retry=False)
    except OperationalError:
        logger.warning("The worker could not be woken; deliveries wait until it looks by itself.")
