"""Parts that end by themselves are started again, and given up in words."""

import os
import signal
import subprocess
import sys
import threading
from collections.abc import Iterator
from pathlib import Path
from types import SimpleNamespace

import pytest

from launch import supervise
from launch.processes import end, start
from launch.say import Stop
from launch.supervise import Part, Supervisor


@pytest.fixture(autouse=True)
def handlers() -> Iterator[None]:
    before = {each: signal.getsignal(each) for each in (signal.SIGINT, signal.SIGTERM)}
    yield
    for each, handler in before.items():
        signal.signal(each, handler)


def part(tmp_path: Path, code: str, name: str = "server") -> Part:
    def begin() -> subprocess.Popen[bytes]:
        return start([sys.executable, "-c", code], tmp_path / "log")

    made = Part(name, begin, tmp_path / "log")
    made.process = begin()
    return made


def test_a_part_that_is_killed_runs_again_and_the_others_go_on(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    server, worker = (part(tmp_path, "import time; time.sleep(60)", name) for name in ("server", "worker"))
    assert server.process is not None
    assert worker.process is not None
    first, other = server.process.pid, worker.process.pid
    supervisor = Supervisor([server, worker])
    begun = server.begin

    def begin_and_stop() -> subprocess.Popen[bytes]:
        os.kill(os.getpid(), signal.SIGTERM)
        return begun()

    server.begin = begin_and_stop
    threading.Timer(0.3, os.kill, (first, signal.SIGKILL)).start()
    supervisor.watch()
    assert server.process.pid != first
    assert (server.process.poll(), worker.process.pid, worker.process.poll()) == (None, other, None)
    assert "The server ended by itself and is started again" in capsys.readouterr().out
    for each in (server, worker):
        assert each.process is not None
        end(each.process)


def test_a_part_that_ends_again_and_again_is_given_up_in_words(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(supervise, "LONGEST_WAIT", 0.0)
    with pytest.raises(Stop, match=r"The server ended 7 times within 5 minutes, and is given up. Its log is .*log"):
        Supervisor([part(tmp_path, "pass")]).watch()


def test_a_full_disk_is_waited_for(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    monkeypatch.setattr(supervise, "LONGEST_WAIT", 0.0)
    monkeypatch.setattr(supervise.shutil, "disk_usage", lambda _: SimpleNamespace(free=1000))
    database = part(tmp_path, "pass", "database")
    supervisor = Supervisor([database])

    begun = database.begin

    def begin() -> subprocess.Popen[bytes]:
        if len(database.ends) > supervise.MOST_ENDS + 2:
            os.kill(os.getpid(), signal.SIGTERM)
        return begun()

    database.begin = begin
    supervisor.watch()
    assert "the disk is full" in capsys.readouterr().out
