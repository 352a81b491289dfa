"""A backup is what was there, can be locked, is tried, and is brought back beside what is kept."""

import gzip
import shutil
import time
from collections.abc import Iterator
from datetime import datetime
from pathlib import Path

import pytest

from launch import backup as backups
from launch.backup import SEAL, backup, bring_back, logs_since, refuse_newer
from launch.database import BACKUPS, CHANGES, Database
from launch.environment import server_environment
from launch.places import RUN
from launch.say import Stop

NAME = "test-backed-up"
TABLES = (
    "DROP TABLE IF EXISTS school_school, django_migrations;"
    "CREATE TABLE school_school (id INT PRIMARY KEY, name VARCHAR(80)); INSERT INTO school_school VALUES (1, 'Hill');"
    "CREATE TABLE django_migrations (id INT AUTO_INCREMENT PRIMARY KEY, app VARCHAR(255), name VARCHAR(255), applied DATETIME(6));"
    "INSERT INTO django_migrations (app, name, applied) VALUES ('school', '0001_initial', NOW())"
)
"""As much of the tables as tells a school, and which release made them."""


@pytest.fixture
def database() -> Iterator[Database]:
    """A private database with a school in it, running."""
    for left in RUN.glob(f"{NAME}*"):
        shutil.rmtree(left, ignore_errors=True)
    made = Database(NAME)
    made.start()
    schools(made, TABLES)
    yield made
    made.stop()
    for left in (*CHANGES.glob(f"{NAME}-*"), *RUN.glob(f"{NAME}*"), *BACKUPS.glob(f"*{NAME}*")):
        shutil.rmtree(left) if left.is_dir() else left.unlink()


def schools(database: Database, first: str = "") -> list[str]:
    """The names of the schools, after a statement."""
    found = database._client(f"{first};SELECT name FROM school_school ORDER BY id".lstrip(";"), "hoarfrost")
    assert found.returncode == 0, found.stderr
    return found.stdout.splitlines()[1:]


def test_what_was_backed_up_comes_back_and_what_was_there_is_kept(
    database: Database, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    key = tmp_path / "key"
    key.write_text("a long winter by the lake\n")
    file = backup(database, key)
    assert file.suffix == ".sealed"
    assert file.stat().st_mode & 0o077 == 0
    assert b"Hill" not in file.read_bytes()
    assert schools(database, "UPDATE school_school SET name = 'Valley'") == ["Valley"]
    database.stop()

    other = tmp_path / "other"
    other.write_text("another key\n")
    with pytest.raises(Stop, match="cannot be opened with this key"):
        bring_back(database, file, other)
    with pytest.raises(Stop, match="is locked: give the key"):
        bring_back(database, file, None)
    whole = file.read_bytes()
    changed = tmp_path / f"changed.sql.gz{file.suffix}"
    for place in (0, 40, len(whole) - 1):
        changed.write_bytes(whole[:place] + bytes([whole[place] ^ 1]) + whole[place + 1 :])
        with pytest.raises(Stop, match="or was changed or cut off"):
            bring_back(database, changed, key)
    for size in (0, 20, len(whole) // 2):
        changed.write_bytes(whole[:size])
        with pytest.raises(Stop, match="or was changed or cut off"):
            bring_back(database, changed, key)
    database.start()
    assert schools(database) == ["Valley"]
    database.stop()

    old = bring_back(database, file, key)
    database.start()
    assert schools(database) == ["Hill"]
    database.stop()
    assert old is not None
    kept = Database(old.name)
    kept.start()
    assert schools(kept) == ["Valley"]
    kept.stop()
    assert not list(BACKUPS.glob("opened-*"))

    # On a machine that has none yet. What a release of before has locked had no seal, which is said.
    shutil.rmtree(database.folder)
    before = tmp_path / "before.sql.gz.locked"
    before.write_bytes(whole[SEAL:])
    assert bring_back(database, before, key) is None
    assert "before backups were sealed" in capsys.readouterr().out
    database.start()
    assert schools(database) == ["Hill"]


@pytest.fixture
def logged(database: Database) -> Database:
    """One that writes its changes down, as the school's does."""
    database.stop()
    database.logs_changes = True
    database.start()
    return database


def test_what_was_changed_since_the_backup_is_made_again_until_a_moment(logged: Database, tmp_path: Path) -> None:
    file = backup(logged, None)
    schools(logged, "INSERT INTO school_school VALUES (2, 'Lake')")
    logged.stop()
    logged.start()  # It goes on in another log.
    schools(logged, "UPDATE school_school SET name = 'Fell' WHERE id = 1")
    time.sleep(1.1)  # The log's clock counts seconds.
    mistake = datetime.now()  # noqa: DTZ005  (the machine's own clock)
    time.sleep(1.1)
    schools(logged, "DELETE FROM school_school")
    logged.stop()

    copied = tmp_path / "copied"
    shutil.copytree(CHANGES, copied)
    bring_back(logged, file, None, CHANGES, mistake)
    logged.start()
    assert schools(logged) == ["Fell", "Lake"]
    # From here it goes on by itself: what comes now is no part of what was.
    schools(logged, "INSERT INTO school_school VALUES (3, 'Moor')")
    logged.stop()
    first = min(copied.glob(f"{NAME}-*.0*"))
    first.rename(tmp_path / "aside")
    with pytest.raises(Stop, match="which is not in"):
        bring_back(logged, file, None, copied, None)
    (tmp_path / "aside").rename(first)
    # The end of a log may be cut off, by a power cut; what stands before it is made again.
    last = max(copied.glob(f"{NAME}-*.0*"))
    last.write_bytes(last.read_bytes()[:-7])
    bring_back(logged, file, None, copied, None)
    logged.start()
    assert schools(logged) == []


def test_a_log_that_is_missing_in_between_is_told(tmp_path: Path) -> None:
    dump = tmp_path / "dump.sql.gz"
    with gzip.open(dump, "wt") as sql:
        sql.write("-- CHANGE MASTER TO MASTER_LOG_FILE='a-1.000003', MASTER_LOG_POS=42;\n")
    for number in (2, 3, 4, 6):
        (tmp_path / f"a-1.{number:06}").touch()
    with pytest.raises(Stop, match=r"Between a-1\.000004 and a-1\.000006"):
        logs_since(dump, tmp_path)
    (tmp_path / "a-1.000005").touch()
    assert logs_since(dump, tmp_path) == ([tmp_path / f"a-1.{number:06}" for number in (3, 4, 5, 6)], 42)


def test_a_backup_of_before_changes_were_written_down_comes_back_alone(database: Database) -> None:
    file = backup(database, None)
    database.stop()
    with pytest.raises(Stop, match="before they were written down"):
        bring_back(database, file, None, CHANGES)


def test_a_backup_that_is_not_what_is_there_is_not_trusted(database: Database, monkeypatch: pytest.MonkeyPatch) -> None:
    real = Database.dump

    def without_schools(self: Database, prefix: str = "") -> Path:
        file = real(self, prefix)
        text = gzip.decompress(file.read_bytes()) + b"\nDELETE FROM school_school;\n"
        file.write_bytes(gzip.compress(text))
        return file

    monkeypatch.setattr(Database, "dump", without_schools)
    with pytest.raises(Stop, match="not what is there, in school_school"):
        backup(database, None)
    assert [each.name.startswith("wrong ") for each in BACKUPS.glob(f"*{NAME} *")] == [True]


def test_the_oldest_backups_go(database: Database, monkeypatch: pytest.MonkeyPatch) -> None:
    BACKUPS.mkdir(exist_ok=True)
    for day in range(1, 4):
        (BACKUPS / f"{NAME} 2021-01-0{day} 01-00-00.sql.gz").touch()
    file = backup(database, None, keep=2)
    assert sorted(each.name for each in BACKUPS.glob(f"{NAME} *")) == [f"{NAME} 2021-01-03 01-00-00.sql.gz", file.name]


def test_what_a_newer_release_has_changed_is_neither_started_nor_brought_back(database: Database) -> None:
    schools(database, "INSERT INTO django_migrations (app, name, applied) VALUES ('scores', '9999_of_tomorrow', NOW())")
    with pytest.raises(Stop, match="scores 9999_of_tomorrow"):
        refuse_newer(server_environment(database.url))
    file = backup(database, None)
    database.stop()
    with pytest.raises(Stop, match="A newer release has changed the tables"):
        bring_back(database, file, None)
    database.start()
    assert schools(database) == ["Hill"]


def test_a_database_of_ones_own_is_left_to_its_own_tools(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("HOARFROST_DATABASE_URL", "mysql://somebody@elsewhere/hoarfrost")
    with pytest.raises(Stop, match="its own tools"):
        backups.own_database(demo=False)
