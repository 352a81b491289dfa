"""Passwords are hashed slowly on purpose, each on a whole processor and with much memory. On the evening on which all families sign in
at once those who enter scores must not wait for it: a process hashes one at a time, another waits, and the rest are asked to come again.
"""

from collections.abc import Iterator
from contextlib import contextmanager
from threading import BoundedSemaphore

from django.contrib.auth.hashers import Argon2PasswordHasher

AT_ONCE = 1
WAITING = 1
"""So many passwords are hashed at once in a process, and so many more wait; its other threads answer everything else."""

_places = BoundedSemaphore(AT_ONCE + WAITING)
_turns = BoundedSemaphore(AT_ONCE)


class Busy(Exception):
    """Too many passwords are being looked at just now: the same request is to be sent again in a moment."""


@contextmanager
def _turn() -> Iterator[None]:
    if not _places.acquire(blocking=False):
        raise Busy
    try:
        with _turns:
            yield
    finally:
        _places.release()


class BoundedArgon2(Argon2PasswordHasher):
    """Argon2id with 19 MiB, two passes and one lane, as OWASP recommends at the least, some at a time. Raises Busy."""

    time_cost = 2
    memory_cost = 19 * 1024
    parallelism = 1

    def encode(self, password: str, salt: str) -> str:
        with _turn():
            return str(super().encode(password, salt))

    def verify(self, password: str, encoded: str) -> bool:
        with _turn():
            return bool(super().verify(password, encoded))
