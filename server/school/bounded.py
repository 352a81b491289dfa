"""What takes the processor for long, a few at a time in each process: its other threads answer everything else meanwhile."""

from collections.abc import Iterator
from contextlib import contextmanager
from threading import BoundedSemaphore


class Busy(Exception):
    """Too many ask for the same just now: the same request is to be sent again in a moment."""


class Bounded:
    """So much at once, and so many that wait for it; whoever comes beside them is sent away at once."""

    def __init__(self, at_once: int, waiting: int) -> None:
        self._places = BoundedSemaphore(at_once + waiting)
        self._turns = BoundedSemaphore(at_once)

    @contextmanager
    def turn(self) -> Iterator[None]:
        """Something of it. Raises Busy."""
        if not self._places.acquire(blocking=False):
            raise Busy
        try:
            with self._turns:
                yield
        finally:
            self._places.release()
