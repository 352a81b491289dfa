"""When a server's process looks for cycles among what it keeps. Python would look through all each time that has grown by a quarter,
and for a second answer nobody while hundreds of classes are loaded. Here it looks while nobody waits, and leaves out what it has looked
through before: loaded classes and their answers stand in no cycle, so that little of that becomes one later.
"""

import gc
import threading
import time
from typing import Any

from django.core.signals import request_finished, request_started

EVERY, LATEST = 30.0, 300.0
"""Seconds from one look to the next: as soon as nobody waits after the first, and all the same after the second. The more often, the
less is new, and the sooner each is over.
"""
WHOLE = 6 * 3600.0
"""Seconds after which a look leaves out nothing, for what was a part of something may be a cycle by now."""
STEP = 1.0
_NEVER = 2**31 - 1


class Requests:
    """How many requests are being answered."""

    def __init__(self) -> None:
        self.count = 0
        self._lock = threading.Lock()

    def started(self, **_: Any) -> None:
        """One came."""
        with self._lock:
            self.count += 1

    def finished(self, **_: Any) -> None:
        """One was answered."""
        with self._lock:
            self.count -= 1


def is_due(since: float, requests: int) -> bool:
    """Whether to look now, so many seconds after the last time, while so many requests are being answered."""
    return since >= LATEST or (since >= EVERY and requests == 0)


def collect(*, whole: bool) -> None:
    """Look for cycles among what is new since the last look, or among all that there is."""
    if whole:
        gc.unfreeze()
    gc.collect()
    gc.freeze()


def collect_between_requests() -> None:
    """From now on look through what has been kept for long between requests only; through what is new Python looks as ever."""
    young, middle, _ = gc.get_threshold()
    gc.set_threshold(young, middle, _NEVER)
    requests = Requests()
    request_started.connect(requests.started, weak=False)
    request_finished.connect(requests.finished, weak=False)
    threading.Thread(target=_watch, args=(requests,), name="garbage collection", daemon=True).start()


def _watch(requests: Requests) -> None:
    looked = looked_whole = time.monotonic()
    while True:
        time.sleep(STEP)
        if is_due(time.monotonic() - looked, requests.count):
            whole = time.monotonic() - looked_whole >= WHOLE
            collect(whole=whole)
            looked = time.monotonic()
            looked_whole = looked if whole else looked_whole
