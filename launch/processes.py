"""Starting and stopping processes, so that nothing is left behind."""

import fcntl
import os
import random
import shutil
import signal
import socket
import subprocess
import time
from collections.abc import Mapping
from contextlib import suppress
from pathlib import Path
from typing import TextIO

from launch.places import RUN


def start(
    command: list[str], log: Path, environment: Mapping[str, str] | None = None, *, niceness: int = 0
) -> subprocess.Popen[bytes]:
    """Start a process in a session of its own that is told to end when this one dies, however it dies. The higher its `niceness` (0 to
    19), the more it waits for others that want the processor, too.
    """
    bound = [shutil.which("setpriv") or "setpriv", "--pdeathsig", "TERM"]
    log.parent.mkdir(parents=True, exist_ok=True)
    with log.open("ab") as out:
        begun = subprocess.Popen(
            [*bound, *command],
            stdin=subprocess.DEVNULL,
            stdout=out,
            stderr=out,
            start_new_session=True,
            env={**os.environ, **(environment or {})},
        )
    if niceness:
        os.setpriority(os.PRIO_PROCESS, begun.pid, niceness)
        # Where the kernel shares the processor among sessions first, a process is only nice to others of its own.
        with suppress(OSError):
            Path(f"/proc/{begun.pid}/autogroup").write_text(str(niceness), encoding="ascii")
    return begun


def end(process: subprocess.Popen[bytes], seconds: float = 30) -> None:
    """Ask a process to end, and wait; only what does not answer is killed."""
    if process.poll() is None:
        process.terminate()
    try:
        process.wait(seconds)
    except subprocess.TimeoutExpired:
        kill(process)


def kill(process: subprocess.Popen[bytes]) -> None:
    """Kill what ``start`` began together with all that it began in its turn: no chance to finish anything.

    All in one blow: killed one by one, a server that lost a worker would begin another before its own turn comes,
    and that one would keep the port.
    """
    os.killpg(process.pid, signal.SIGKILL)
    process.wait()


def port_is_free(port: int) -> bool:
    """Whether nobody listens on a port of this machine."""
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            return False
    return True


def free_port() -> int:
    """A port that nobody uses.

    Never one of those that the system gives to outgoing connections: such a one could be gone
    when a server that was stopped begins again.
    """
    return next(port for port in random.sample(range(20000, 32000), 12000) if port_is_free(port))


LETS_GO_WITHIN = 10.0
"""Seconds."""


def becomes_free(port: int) -> bool:
    """Whether nobody uses a port by now, or in a moment: the server of a start that was killed may not have let go of it yet."""
    ends = time.monotonic() + LETS_GO_WITHIN
    while not port_is_free(port):
        if time.monotonic() > ends:
            return False
        time.sleep(0.1)
    return True


class Running:
    """The running ``start`` of this folder: it holds a lock that the system releases however it ends."""

    def __init__(self) -> None:
        self.file = RUN / "start.lock"
        self._held: TextIO | None = None

    def find(self) -> tuple[int, int] | None:
        """Process and port of the start that runs now, if one does."""
        try:
            with self.file.open() as lock:
                try:
                    fcntl.flock(lock, fcntl.LOCK_SH | fcntl.LOCK_NB)
                except BlockingIOError:
                    pid, port = map(int, lock.read().split())
                    return pid, port
        except (OSError, ValueError):
            pass
        return None

    def claim(self, port: int) -> bool:
        """Be the start of this folder, until this process ends. False where another is."""
        self.file.parent.mkdir(mode=0o700, exist_ok=True)
        lock = self.file.open("a+")
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            lock.close()
            return False
        lock.truncate(0)
        lock.write(f"{os.getpid()} {port}")
        lock.flush()
        self._held = lock
        return True

    def release(self) -> None:
        """No longer be it."""
        if self._held is not None:
            self._held.close()
            self._held = None
