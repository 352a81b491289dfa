"""Keeping the parts of Hoarfrost running: one that ends by itself is started again, after a little longer each time."""

import os
import shutil
import signal
import subprocess
import time
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass, field
from pathlib import Path

from launch.places import RUN
from launch.say import Stop, say, stop

CALM = 300.0
"""After how many seconds of running what went wrong before is forgotten."""
MOST_ENDS = 6
LONGEST_WAIT = 30.0
LITTLE_ROOM = 64 * 1024 * 1024
"""Bytes: with less on the disk a database that ended is waited for, however often it ends."""
LOOK = 0.2


@dataclass
class Part:
    """A part: how it is started, which gives its process once it answers, and where its log is."""

    name: str
    begin: Callable[[], subprocess.Popen[bytes]]
    log: Path
    process: subprocess.Popen[bytes] | None = None
    ends: list[float] = field(default_factory=list)
    """When it ended by itself lately."""


class Supervisor:
    """Watches parts, which stand on each other in their order, until it is told to stop."""

    def __init__(self, parts: list[Part]) -> None:
        self.parts = parts
        self._stopped = False
        for each in (signal.SIGINT, signal.SIGTERM):
            signal.signal(each, self._note_stop)

    def _note_stop(self, *_: object) -> None:
        self._stopped = True

    def watch(self) -> None:
        """Until the signal to stop. Raises Stop where a part ends again and again."""
        while not self._stopped:
            for part in self.parts:
                if part.process is not None and part.process.poll() is not None:
                    self._again(part)
            time.sleep(LOOK)

    def _again(self, part: Part) -> None:
        assert part.process is not None
        # A server that was killed leaves workers that hold its port: all that it began ends with it.
        with suppress(ProcessLookupError):
            os.killpg(part.process.pid, signal.SIGKILL)
        now = time.monotonic()
        part.ends = [*(each for each in part.ends if now - each < CALM), now]
        is_full = shutil.disk_usage(RUN).free < LITTLE_ROOM
        if is_full:
            say(
                f"The {part.name} ended: the disk is full. It is tried again until there is room; nothing saved is lost."
            )
        elif len(part.ends) > MOST_ENDS:
            stop(
                f"The {part.name} ended {len(part.ends)} times within {CALM / 60:.0f} minutes, and is given up. "
                f"Its log is {part.log}. Nothing saved is lost: start again with ./hoarfrost start"
            )
        else:
            say(f"The {part.name} ended by itself and is started again. Its log is {part.log}.")
        self._sleep(min(2.0 ** (len(part.ends) - 1) - 1, LONGEST_WAIT))
        if self._stopped:
            return
        try:
            part.process = part.begin()
        except Stop as message:
            say(f"The {part.name} did not start: {message}")
            return  # its process is still the one that ended: it is tried again
        say(f"The {part.name} runs again.")

    def _sleep(self, seconds: float) -> None:
        ends = time.monotonic() + seconds
        while not self._stopped and time.monotonic() < ends:
            time.sleep(LOOK)
