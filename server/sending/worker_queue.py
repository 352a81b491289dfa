"""Telling the worker that something waits to be sent."""

from school import worker_queue

SEND = "sending.send"
"""The task that sends what waits."""


def wake(after: float = 0) -> None:
    """Tell the worker that something waits, or will after so many seconds."""
    worker_queue.wake(SEND, after)
