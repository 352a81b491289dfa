"""Transactions that the database ended because two waited for each other: run again, for nothing of them was kept."""

import logging
from collections.abc import Callable
from typing import TypeVar

from django.db import OperationalError, connection, transaction

logger = logging.getLogger(__name__)

Answer = TypeVar("Answer")
DEADLOCK, LOCK_WAIT_TIMEOUT = 1213, 1205
"""MariaDB's numbers for a transaction that it rolled back as the loser of a deadlock, and for one that waited too long."""
ATTEMPTS = 3


def error_number(error: OperationalError) -> int | None:
    """MariaDB's number of what went wrong."""
    number = error.args[0] if error.args else None
    return number if isinstance(number, int) else None


def in_transaction(act: Callable[[], Answer]) -> Answer:
    """Do something in a transaction, and again where it lost a deadlock; inside another transaction that one decides.

    Raises the OperationalError of the last attempt.
    """
    attempt = 1
    while True:
        try:
            with transaction.atomic():
                return act()
        except OperationalError as error:
            is_lost = error_number(error) in (DEADLOCK, LOCK_WAIT_TIMEOUT)
            if not is_lost or connection.in_atomic_block or attempt == ATTEMPTS:
                raise
            logger.warning("A transaction lost a deadlock and is run again", extra={"attempt": attempt})
            attempt += 1
