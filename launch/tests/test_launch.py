"""What ``./hoarfrost`` says and keeps, without starting anything large."""

import os
import socket
import subprocess
import sys
import time
from collections.abc import Callable
from pathlib import Path

import pytest
import redis

from launch import places
from launch.broker import Broker
from launch.database import Database
from launch.environment import server_environment
from launch.install import debian_packages
from launch.places import ROOT, fingerprint, socket_folder
from launch.processes import Running, end, free_port, port_is_free, start
from launch.say import Stop


def hoarfrost(*arguments: str) -> subprocess.CompletedProcess[str]:
    return subprocess.run([sys.executable, ROOT / "hoarfrost", *arguments], capture_output=True, text=True, check=False)


def test_a_port_in_use_is_said_plainly_before_anything_is_done() -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        assert not port_is_free(port)
        done = hoarfrost("start", "--port", str(port))
    assert done.returncode == 1
    assert f"Port {port} is in use by another program" in done.stderr
    assert "Traceback" not in done.stderr


def test_stopping_what_does_not_run_is_no_error() -> None:
    done = hoarfrost("stop")
    assert (done.returncode, done.stdout) == (0, "Hoarfrost is not running here.\n")


def test_computing_needs_nothing_installed(tmp_path: Path) -> None:
    file = tmp_path / "book.json"
    file.write_text('{"hoarfrost": 1, "scale": {"bands": [{"mark": "P", "min": "0"}]}, "students": []}')
    done = subprocess.run(
        ["env", "-i", sys.executable, "-I", "-S", ROOT / "hoarfrost", "compute", file],
        capture_output=True,
        text=True,
        check=False,
    )
    assert (done.returncode, done.stdout) == (0, '{"results": {}, "error": null}\n')


def test_a_fingerprint_changes_with_contents_and_names_only(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(places, "ROOT", tmp_path)
    file = tmp_path / "a.txt"
    file.write_text("one")
    before = fingerprint(tmp_path)
    os.utime(file, (1, 1))
    assert fingerprint(tmp_path) == before
    file.write_text("two")
    assert fingerprint(tmp_path) != before


def test_a_socket_path_is_never_too_long(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(places, "RUN", tmp_path / ("deep" * 30))
    assert len(str(socket_folder("db") / "mariadb.sock")) <= 107


def test_one_start_holds_a_folder_until_it_ends_however_it_ends(tmp_path: Path) -> None:
    first, second = Running(), Running()
    first.file = second.file = tmp_path / "start.lock"
    assert second.find() is None
    # What a start that is gone left there is not believed, whoever has its number by now.
    first.file.write_text(f"{os.getpid()} 8000")
    assert second.find() is None
    assert first.claim(8001)
    assert not second.claim(8002)
    assert second.find() == (os.getpid(), 8001)
    first.release()
    assert second.find() is None
    assert second.claim(8002)
    second.release()


def test_a_port_that_there_is_not_is_said_plainly() -> None:
    done = hoarfrost("start", "--port", "80000")
    assert (done.returncode, "There is no port 80000" in done.stderr) == (1, True)


def test_a_process_is_started_apart_and_ended_in_order(tmp_path: Path) -> None:
    process = start(["sleep", "60"], tmp_path / "log")
    assert os.getpgid(process.pid) == process.pid
    end(process)
    assert process.returncode is not None
    assert port_is_free(free_port())


def test_what_has_to_be_killed_leaves_no_worker_behind(tmp_path: Path) -> None:
    # As a server does: it listens with its workers, and begins another as soon as one dies.
    port, ready = free_port(), tmp_path / "ready"
    code = f"""
import os, pathlib, signal, socket, time
signal.signal(signal.SIGTERM, signal.SIG_IGN)
listening = socket.create_server(("127.0.0.1", {port}))
while True:
    if os.fork() == 0:
        time.sleep(60)
    pathlib.Path({str(ready)!r}).touch()
    os.wait()
"""
    process = start([sys.executable, "-c", code], tmp_path / "log")
    wait_until(ready.exists)
    end(process, seconds=0.1)
    wait_until(lambda: port_is_free(port))


def wait_until(holds: Callable[[], bool]) -> None:
    for _ in range(500):
        if holds():
            return
        time.sleep(0.01)
    pytest.fail("It did not come about within five seconds.")


def test_the_database_listens_on_this_machine_only_and_has_a_password(tmp_path: Path) -> None:
    database = Database()
    database.folder = tmp_path
    database._configure()
    config = (tmp_path / "my.cnf").read_text()
    assert "bind-address=127.0.0.1" in config
    assert "innodb-flush-log-at-trx-commit" not in config
    assert (tmp_path / "password").stat().st_mode & 0o077 == 0
    assert len((tmp_path / "password").read_text()) >= 24
    first = database.url
    database._configure()
    assert database.url == first


def test_a_missing_package_without_root_is_said_with_the_way_on(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(os, "geteuid", lambda: 1000)
    monkeypatch.setattr(subprocess, "run", lambda *_, **__: subprocess.CompletedProcess([], 1, "", ""))
    with pytest.raises(Stop, match="sudo apt-get install --no-install-recommends no-such-package"):
        debian_packages(("no-such-package",))


def test_the_secret_key_is_made_once_and_kept_from_others() -> None:
    first, second = (server_environment("mysql://a@b/c")["HOARFROST_SECRET_KEY"] for _ in range(2))
    assert first == second
    assert len(first) > 40 or "HOARFROST_SECRET_KEY" in os.environ


def test_the_broker_wakes_who_listens_and_leaves_nothing_behind() -> None:
    broker = Broker("broker-in-a-test")
    broker.start()
    try:
        path = broker.url.removeprefix("redis+socket://")
        client = redis.Redis(unix_socket_path=path)
        client.rpush("waiting", "a document")
        assert client.blpop("waiting", timeout=5) == (b"waiting", b"a document")
        assert client.config_get("save") == {"save": ""}
        assert os.stat(path).st_mode & 0o077 == 0
        client.close()
    finally:
        broker.stop()
    assert broker.process is not None
    assert broker.process.poll() is not None


def test_what_waits_for_others_does_so_beyond_its_own_session(tmp_path: Path) -> None:
    begun = start(["sleep", "60"], tmp_path / "log", niceness=15)
    try:
        assert os.getpriority(os.PRIO_PROCESS, begun.pid) == 15
        group = Path(f"/proc/{begun.pid}/autogroup")
        # A kernel may share the processor without looking at sessions.
        assert not group.exists() or group.read_text(encoding="ascii").split()[-2:] == ["nice", "15"]
    finally:
        end(begun)
