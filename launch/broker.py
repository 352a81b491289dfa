"""The private Redis that wakes the worker: reachable by a socket on this machine only, and nothing is kept in it."""

import shutil
import subprocess
import time

from launch.places import RUN, socket_folder
from launch.processes import end, start
from launch.say import stop


class Broker:
    """One private instance: ``broker`` for use, ``test-broker`` for tests."""

    def __init__(self, name: str = "broker") -> None:
        self.name = name
        self.folder = RUN / name
        self.process: subprocess.Popen[bytes] | None = None

    @property
    def url(self) -> str:
        """How to reach it, for ``HOARFROST_BROKER_URL``."""
        return f"redis+socket://{socket_folder(self.name) / 'redis.sock'}"

    def start(self) -> None:
        """Start it and wait until it answers. What has to be kept is in the database."""
        self.folder.mkdir(parents=True, exist_ok=True, mode=0o700)
        socket = socket_folder(self.name) / "redis.sock"
        socket.unlink(missing_ok=True)
        log = self.folder / "redis.log"
        self.process = start(
            [
                shutil.which("redis-server") or "redis-server",
                "--port",
                "0",
                "--unixsocket",
                str(socket),
                "--unixsocketperm",
                "700",
                "--save",
                "",
                "--appendonly",
                "no",
                "--dir",
                str(self.folder),
            ],
            log,
        )
        for _ in range(200):
            if self.process.poll() is not None:
                break
            if socket.exists():
                return
            time.sleep(0.05)
        stop(f"Redis did not start. The end of its log ({log}):\n{log.read_text(errors='replace')[-1500:]}")

    def stop(self) -> None:
        """End it."""
        if self.process is not None:
            end(self.process)
