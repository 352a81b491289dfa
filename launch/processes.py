"""Starting and stopping processes, so that nothing is left behind."""

import os
import random
import shutil
import signal
import socket
import subprocess
from collections.abc import Mapping
from pathlib import Path

from launch.places import RUN


def start(command: list[str], log: Path, environment: Mapping[str, str] | None = None) -> subprocess.Popen[bytes]:
    """Start a process in a session of its own that is told to end when this one dies, however it dies."""
    bound = [shutil.which("setpriv") or "setpriv", "--pdeathsig", "TERM"]
    log.parent.mkdir(parents=True, exist_ok=True)
    with log.open("ab") as out:
        return subprocess.Popen(
            [*bound, *command],
            stdin=subprocess.DEVNULL, stdout=out, stderr=out, start_new_session=True,
            env={**os.environ, **(environment or {})},
        )  # fmt: skip


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


class Running:
    """The note of a running ``start``: its process and its port."""

    def __init__(self) -> None:
        self.file = RUN / "start.pid"

    def find(self) -> tuple[int, int] | None:
        """Process and port of the start that runs now, if one does."""
        try:
            pid, port = map(int, self.file.read_text().split())
            os.kill(pid, 0)
            is_ours = b"hoarfrost" in Path(f"/proc/{pid}/cmdline").read_bytes()
        except (OSError, ValueError):
            return None
        return (pid, port) if is_ours else None

    def note(self, port: int) -> None:
        self.file.write_text(f"{os.getpid()} {port}")

    def forget(self) -> None:
        self.file.unlink(missing_ok=True)


def wait_for_signal_or_end(processes: Mapping[str, subprocess.Popen[bytes]]) -> str | None:
    """Wait until this process is told to stop (None) or one of the processes ends (its name)."""
    stopped = False

    def note_stop(*_: object) -> None:
        nonlocal stopped
        stopped = True

    for each in (signal.SIGINT, signal.SIGTERM):
        signal.signal(each, note_stop)
    while not stopped:
        for name, process in processes.items():
            try:
                process.wait(0.2)
            except subprocess.TimeoutExpired:
                continue
            return None if stopped else name
    return None
