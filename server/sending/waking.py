"""Telling the worker that something waits to be sent."""

from school import waking

SEND = "sending.send"
"""The task that sends what waits."""


def wake(after: float = 0) -> None:
    """Tell the worker that something waits, or will after so many seconds."""
    waking.wake(SEND, after)
