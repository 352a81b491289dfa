"""How far a draft is that a worker applies in one transaction, told to whoever looks from outside of it."""

import time
from concurrent.futures import ThreadPoolExecutor

from django.db import connections
from django.utils import timezone
from school.lease import LEASE, LeaseLost

from people.models import FileDraft

EVERY = 0.5
"""Seconds between two times that it is told."""


class Progress:
    """Counts lines, and tells them, with the lease renewed, from a thread that has a connection of its own: what the transaction
    writes is seen by nobody until it ends.
    """

    def __init__(self, draft: FileDraft) -> None:
        self.draft, self.done, self._told = draft, 0, time.monotonic()
        self._beside = ThreadPoolExecutor(1)

    def step(self, lines: int) -> None:
        """So many more lines are done. Raises LeaseLost."""
        self.done += lines
        if time.monotonic() - self._told < EVERY:
            return
        self._told = time.monotonic()
        if not self._beside.submit(self._tell).result():
            raise LeaseLost

    def _tell(self) -> int:
        mine = FileDraft.objects.filter(pk=self.draft.pk, lease=self.draft.lease)
        return mine.update(done=self.done, leased_until=timezone.now() + LEASE)

    def close(self) -> None:
        """It is over."""
        self._beside.submit(connections.close_all).result()
        self._beside.shutdown()
