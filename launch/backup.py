"""Backing up and bringing back. A backup is made while everything runs, and tried before it is trusted: it is brought back into a
database of its own, and what is in that is counted.
"""

import argparse
import gzip
import hashlib
import hmac
import os
import re
import secrets
import shutil
import subprocess
import sys
import threading
import time
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from datetime import datetime, timedelta
from itertools import islice, pairwise
from pathlib import Path
from typing import IO

from launch.database import BACKUPS, SCHOOL, Database
from launch.environment import server_environment
from launch.install import install
from launch.places import PYTHON, ROOT, RUN
from launch.say import ask, say, stop

KEPT = 14
"""How many backups are kept, if nothing else is said: of two weeks of nights."""
KEY = "HOARFROST_BACKUP_KEY"
"""In the environment, the file that holds the key of backups made at night."""
OF_THE_MOMENT = ("django_session", "school_presence", "axes_")
"""Tables whose rows come and go while people work: how many there are says nothing."""
_POSITION = re.compile(r"MASTER_LOG_FILE='([^']+)', MASTER_LOG_POS=(\d+)")
SEAL = 32
"""Bytes of a locked backup's seal, which stands before it."""
_SALTED = 16
"""Bytes at the beginning of what OpenSSL has locked: that it has, and the salt."""
_ROUNDS = 600_000
"""Of PBKDF2, by which a password that is guessed costs time."""
_HEAD = 60
"""In so many lines at its beginning a dump says where in the log of changes it stands."""
NIGHT = 1
"""At which hour of the machine's clocks a night's backup begins."""


def command_backup(options: argparse.Namespace) -> int:
    """Save all that an installation keeps; the backup is named last."""
    install()
    database = own_database(demo=options.demo)
    if not (database.folder / "ready").exists():
        stop("There is nothing to save in this folder yet. --demo means the demo's database.")
    with running(database):
        file = backup(database, _key(options.key), options.keep)
    say(f"{file} ({file.stat().st_size / 1e6:.1f} MB), tried by bringing it back into a database of its own.")
    return 0


def command_restore(options: argparse.Namespace) -> int:
    """Bring back what a backup holds; what was there is kept beside it."""
    install()
    database = own_database(demo=options.demo)
    if database.is_running:
        stop("Hoarfrost runs on this database. End it first: ./hoarfrost stop")
    file = Path(options.file)
    if not file.exists():
        stop(f"There is no file {file}. What was backed up is in {BACKUPS}.")
    since = Path(options.changes) if options.changes else None
    if options.until and since is None:
        stop("--until says how far the changes since the backup go: it needs --changes.")
    if not options.yes and not ask(
        f"Bring back {file}? What the database holds now is kept beside it, and is used no longer."
    ):
        stop("Nothing was changed.")
    old = bring_back(database, file, _key(options.key), since, options.until)
    say("Brought back. ./hoarfrost start goes on from there." + (f" What was there before is in {old}." if old else ""))
    return 0


def own_database(*, demo: bool) -> Database:
    """The database that is meant, which may be to be made: the school's, or the demo's. Stops where it is not Hoarfrost's own."""
    if "HOARFROST_DATABASE_URL" in os.environ:
        stop(
            "This installation's database is one of your own, and is backed up with its own tools; see docs/installing.md."
        )
    return Database("db" if demo else SCHOOL)


def _key(given: str | None) -> Path | None:
    named = given or os.environ.get(KEY)
    if named and not Path(named).is_file():
        stop(f"There is no key in {named}.")
    return Path(named) if named else None


@contextmanager
def running(database: Database) -> Iterator[None]:
    """The database as it runs; one that does not is started for as long as it is needed."""
    if database.is_running:
        yield
        return
    database.start()
    try:
        yield
    finally:
        database.stop()


def backup(database: Database, key: Path | None, keep: int = KEPT) -> Path:
    """Save a database that runs, try what was saved, and let go of the oldest. Gives where; stops where it cannot be brought back."""
    name = database.folder.name
    before = database.counts()
    file = database.dump(f"{name} ")
    after = database.counts()
    if key is not None:
        file = _locked(file, key)
    tried = Database(f"test-backup-{secrets.token_hex(4)}")
    try:
        with running(tried), opened(file, key) as sql:
            tried.restore(sql)
            found = tried.counts()
    finally:
        shutil.rmtree(tried.folder, ignore_errors=True)
    # What was entered while it was saved is in it or not.
    wrong = [
        table
        for table in before.keys() | found.keys()
        if not table.startswith(OF_THE_MOMENT) and not _between(before.get(table), after.get(table), found.get(table))
    ]
    if wrong:
        file.rename(file.with_name(f"wrong {file.name}"))
        stop(
            f"What was saved is not what is there, in {', '.join(sorted(wrong))}. It is not to be relied on; look into it."
        )
    for old in sorted(BACKUPS.glob(f"{name} *.sql.gz*"))[:-keep]:
        old.unlink()
    return file


def _between(before: int | None, after: int | None, found: int | None) -> bool:
    if before is None or after is None or found is None:
        return False
    return min(before, after) <= found <= max(before, after)


def bring_back(
    database: Database, file: Path, key: Path | None, since: Path | None = None, until: datetime | None = None
) -> Path | None:
    """Make a database of what a backup holds, and put it in the place of the one that is there. Gives where that is kept; stops, with
    nothing changed, where the backup cannot be read, or a newer release made it.

    `since` is the folder of the changes since then, which are made again until a moment, or all.
    """
    name = database.folder.name
    made = Database(f"{name}-being-made-{secrets.token_hex(4)}")
    try:
        with opened(file, key) as sql, running(made):
            made.restore(sql)
            if since is not None:
                made.replay(*logs_since(sql, since), until)
            refuse_newer(server_environment(made.url))
        old = None
        if database.folder.exists():
            old = RUN / f"{name} until {_now():%Y-%m-%d %H-%M-%S}"
            database.folder.rename(old)
        made.folder.rename(database.folder)
        return old
    finally:
        shutil.rmtree(made.folder, ignore_errors=True)


def logs_since(dump: Path, folder: Path) -> tuple[list[Path], int]:
    """The logs of what changed since a dump, in order, and where in the first of them that begins. Stops where they are not there."""
    with gzip.open(dump, "rt", errors="replace") as sql:
        found = next((match for line in islice(sql, _HEAD) if (match := _POSITION.search(line))), None)
    if found is None:
        stop(f"{dump} does not say where its changes begin: it was made before they were written down.")
    first, position = folder / found[1], int(found[2])
    if not first.exists():
        stop(f"The changes since then begin in {found[1]}, which is not in {folder}. Name their folder with --changes.")
    logs = sorted(each for each in folder.glob(f"{first.stem}.*") if each.suffix[1:].isdigit() and each >= first)
    for before, after in pairwise(logs):
        if int(after.suffix[1:]) != int(before.suffix[1:]) + 1:
            stop(f"Between {before.name} and {after.name} a log of changes is missing in {folder}.")
    return logs, position


def refuse_newer(environment: Mapping[str, str]) -> None:
    """Stop where a newer release has changed the tables: this one would not know what is in them."""
    done = subprocess.run(
        [PYTHON, ROOT / "server" / "manage.py", "check_release"],
        env={**os.environ, **environment},
        capture_output=True,
        text=True,
    )
    if done.returncode:
        stop(
            f"{done.stderr.strip()} Start the release that did, or bring back a backup of this one's: ./hoarfrost restore FILE"
        )


@contextmanager
def opened(file: Path, key: Path | None) -> Iterator[Path]:
    """A backup as it can be read; one that is locked is unlocked for as long as it is needed. Stops where the key is another, and where
    it is not as it was made.
    """
    if file.suffix not in (".sealed", ".locked"):
        yield file
        return
    if key is None:
        stop(f"{file} is locked: give the key that it was locked with, --key FILE.")
    plain = BACKUPS / f"opened-{secrets.token_hex(4)}.sql.gz"
    plain.touch(mode=0o600)
    try:
        with file.open("rb", buffering=0) as source, plain.open("wb") as to:
            if file.suffix == ".locked":
                say(f"{file} was made before backups were sealed: nobody can tell whether it was changed since.")
                is_whole = True
            else:
                is_whole = hmac.compare_digest(source.read(SEAL), _seal(source, key))
                source.seek(SEAL)
            if not is_whole or _openssl("-d", source, to, key):
                stop(f"{file} cannot be opened with this key, or was changed or cut off.")
        yield plain
    finally:
        plain.unlink()


def _locked(file: Path, key: Path) -> Path:
    """A backup that only the key opens, with a seal before it that tells whether anybody has changed it; the open one is gone."""
    made = file.with_name(f"{file.name}.sealed")
    made.touch(mode=0o600)
    with file.open("rb") as source, made.open("r+b", buffering=0) as to:
        # Until the end there is nothing that would be its seal.
        to.write(bytes(SEAL))
        if _openssl("-e", source, to, key):
            stop(f"The backup could not be locked with {key}. It is in {file}, open.")
        to.seek(SEAL)
        seal = _seal(to, key)
        to.seek(0)
        to.write(seal)
    file.unlink()
    return made


def _seal(locked: IO[bytes], key: Path) -> bytes:
    """What only who has the key can make of what follows (HMAC-SHA256); its own key comes from the same password, by another salt."""
    head = locked.read(_SALTED)
    password = key.read_bytes().partition(b"\n")[0]
    made = hmac.new(hashlib.pbkdf2_hmac("sha256", password, b"seal" + head, _ROUNDS), head, "sha256")
    while chunk := locked.read(2**20):
        made.update(chunk)
    return made.digest()


def _openssl(way: str, source: IO[bytes], to: IO[bytes], key: Path) -> int:
    """Lock or unlock from where one file is to where another is; gives 0 where that was done."""
    options = ["-aes-256-cbc", "-pbkdf2", "-iter", str(_ROUNDS), "-pass", f"file:{key}"]
    return subprocess.run(
        ["openssl", "enc", way, *options], stdin=source, stdout=to, stderr=subprocess.DEVNULL
    ).returncode


def _now() -> datetime:
    return datetime.now()  # noqa: DTZ005  (the machine's own clock)


def each_night() -> None:
    """Back the school up each night while it runs, in a process of its own, and say where it does not succeed."""
    threading.Thread(target=_nights, daemon=True).start()


def _nights() -> None:
    while True:
        now = _now()
        begins = now.replace(hour=NIGHT, minute=0, second=0)
        begins = begins if now < begins else begins + timedelta(days=1)
        time.sleep((begins - now).total_seconds())
        done = subprocess.run([sys.executable, ROOT / "hoarfrost", "backup"], capture_output=True, text=True)
        if done.returncode:
            say(f"Tonight's backup did not succeed: {done.stderr.strip()}")
