"""What takes the processor for long, a few at a time in each process: its other threads answer everything else meanwhile. What is
entered goes first.
"""

from collections.abc import Iterator
from contextlib import contextmanager
from threading import BoundedSemaphore, Condition


class Busy(Exception):
    """Too many ask for the same just now: the same request is to be sent again in a moment."""


class Priority:
    """Work of a process that goes first: what can wait begins while there is none of it, or after `LONGEST`."""

    LONGEST = 0.1
    """Seconds."""

    def __init__(self) -> None:
        self._count = 0
        self._changed = Condition()

    @contextmanager
    def work(self) -> Iterator[None]:
        """A piece of it."""
        with self._changed:
            self._count += 1
        try:
            yield
        finally:
            with self._changed:
                self._count -= 1
                self._changed.notify_all()

    def let_go_first(self) -> None:
        """Wait until none of it is being done."""
        with self._changed:
            self._changed.wait_for(lambda: self._count == 0, self.LONGEST)


ENTERING = Priority()
"""Scores that are being saved."""


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
                ENTERING.let_go_first()
                yield
        finally:
            self._places.release()
