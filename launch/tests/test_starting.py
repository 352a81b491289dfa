"""A first start that is interrupted at any moment, and what guards the database."""

import json
import os
import shutil
import signal
import subprocess
import sys
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import MySQLdb
import pytest

from launch.database import Database
from launch.environment import server_environment
from launch.places import ROOT, RUN
from launch.processes import free_port
from launch.start import migrate

MOMENTS = (0.3, 0.7, 1.2, 1.8, 2.5, 3.3, 4.2, 5.2, 6.3, 7.5)
"""Seconds after which a start is killed, one after another on the same folder."""


SAID = "start-in-a-test.txt"
"""What the last start said of what went wrong."""


@pytest.fixture
def run() -> Iterator[Path]:
    """A folder of its own for what a start makes."""
    folder = RUN / "start-in-a-test"
    shutil.rmtree(folder, ignore_errors=True)
    yield folder
    shutil.rmtree(folder, ignore_errors=True)


def environment_of(run: Path) -> dict[str, str]:
    return {name: value for name, value in os.environ.items() if not name.startswith("HOARFROST_")} | {
        "HOARFROST_RUN": str(run)
    }


def begin(run: Path, port: int, *options: str) -> subprocess.Popen[bytes]:
    command = [sys.executable, ROOT / "hoarfrost", "start", "--port", str(port), *options]
    with (RUN / SAID).open("wb") as said:
        return subprocess.Popen(command, env=environment_of(run), stdout=said, stderr=said)


def await_answer(process: subprocess.Popen[bytes], port: int) -> None:
    """Wait until the server of a start answers."""
    for _ in range(3000):
        assert process.poll() is None, (RUN / SAID).read_text()
        try:
            assert urllib.request.urlopen(f"http://127.0.0.1:{port}/api/v1/health", timeout=2).status == 200
        except OSError:
            time.sleep(0.1)
        else:
            return
    pytest.fail("It did not start within five minutes.")


def end(process: subprocess.Popen[bytes]) -> None:
    process.send_signal(signal.SIGTERM)
    # It answers before it says so: told to stop in between, it says that it was interrupted.
    assert process.wait(60) in (0, 130), (RUN / SAID).read_text()


def asked(port: int, path: str) -> Any:
    return json.load(urllib.request.urlopen(f"http://127.0.0.1:{port}/api/v1/{path}", timeout=10))


def test_a_first_start_killed_at_ten_moments_starts_at_last(run: Path) -> None:
    port = free_port()
    for seconds in MOMENTS:
        process = begin(run, port)
        time.sleep(seconds)
        process.kill()
        process.wait()
    process = begin(run, port)
    try:
        await_answer(process, port)
        assert (run / "db" / "ready").exists()
    finally:
        end(process)


def test_an_empty_start_has_nothing_of_the_demo_and_is_set_up_by_code_or_in_the_terminal(run: Path) -> None:
    port = free_port()
    process = begin(run, port, "--empty")

    def command(*arguments: str) -> str:
        full = [sys.executable, ROOT / "hoarfrost", *arguments]
        return subprocess.run(full, env=environment_of(run), capture_output=True, text=True, check=True).stdout

    try:
        await_answer(process, port)
        assert asked(port, "setup")["is_open"]
        assert asked(port, "demo-people") == []
        assert not (run / "db").exists()
        code = (run / "setup-code").read_text()
        for _ in range(1200):
            if code in (RUN / SAID).read_text():
                break
            time.sleep(0.1)
        else:
            pytest.fail("The code was not told.")
        days = ("--starts", "2032-09-01", "--ends", "2033-06-15")
        told = command("school", "new", "Quay School", "--year", "2032/33", *days, "--officer", "Ada", "Quill")
        assert "name ada.quill, code " in told
        assert "Quay School: years 2032/33; 0 students, 0 classes" in command("school", "list")
        roster = run / "roster.csv"
        roster.write_text("Number,Family name,Given name,Class\n1,Ash,Zoe,Botany 9 B\n")
        assert "Nothing is changed. With --apply, 2 changes are made." in command("school", "load", str(roster))
        assert "2 changes are made." in command("school", "load", str(roster), "--apply")
        assert "There is nothing to change." in command("school", "load", str(roster), "--apply")
        assert "name ada.quill, code " in command("person", "reset", "ada.quill")
        assert not asked(port, "setup")["is_open"]
    finally:
        end(process)


def test_what_an_interrupted_start_left_running_does_not_hinder_the_next() -> None:
    made, left = Database("test-made-whole"), Database("test-made-whole-being-made")
    shutil.rmtree(made.folder, ignore_errors=True)
    try:
        left.start()
        made.make_whole(lambda _: None)
        made.start()
        assert made._client("SELECT 1").returncode == 0
    finally:
        for each in (left, made):
            each.stop()
            shutil.rmtree(each.folder, ignore_errors=True)


@pytest.fixture
def database() -> Iterator[Database]:
    made = Database("test-db-in-a-test")
    shutil.rmtree(made.folder, ignore_errors=True)
    made.start()
    yield made
    made.stop()
    shutil.rmtree(made.folder, ignore_errors=True)


def test_nobody_is_the_databases_administrator_over_the_network(database: Database) -> None:
    port = int((database.folder / "port").read_text())
    for user in ("root", "mysql", ""):
        with pytest.raises(MySQLdb.OperationalError, match=r"denied|not allowed"):
            MySQLdb.connect(host="127.0.0.1", port=port, user=user)
    # One of an older release, whose administrator needed no password, is closed at the next start.
    made = database._client(
        "CREATE OR REPLACE USER root@localhost IDENTIFIED BY ''; CREATE USER root@'127.0.0.1'; "
        "GRANT ALL ON *.* TO root@localhost WITH GRANT OPTION; GRANT ALL ON *.* TO root@'127.0.0.1'"
    )
    assert made.returncode == 0, made.stderr
    MySQLdb.connect(host="127.0.0.1", port=port, user="root").close()
    database.stop()
    database.start()
    with pytest.raises(MySQLdb.OperationalError, match=r"denied|not allowed"):
        MySQLdb.connect(host="127.0.0.1", port=int((database.folder / "port").read_text()), user="root")
    assert database._client("SELECT 1").returncode == 0


def test_tables_changed_by_half_are_brought_back_before_they_are_changed_again(
    database: Database, capsys: pytest.CaptureFixture[str]
) -> None:
    environment = server_environment(database.url)
    migrate(database, environment)
    before = database._client("SELECT COUNT(*) FROM django_migrations", "hoarfrost").stdout
    saved = database.dump()
    database._client(
        "DELETE FROM django_migrations ORDER BY id DESC LIMIT 1; DROP TABLE reports_documentpiece", "hoarfrost"
    )
    marker = database.folder / "migrating"
    marker.write_text(str(saved))
    try:
        migrate(database, environment)
    finally:
        marker.unlink(missing_ok=True)
        saved.unlink()
    assert "brought back from" in capsys.readouterr().out
    assert database._client("SELECT COUNT(*) FROM django_migrations", "hoarfrost").stdout == before
