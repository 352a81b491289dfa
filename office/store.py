"""What the register keeps: records of each kind by identifier, each with a number; tokens; and its switches."""

import json
import secrets
import sqlite3
import threading
import time
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from pathlib import Path
from typing import Any

KINDS = (
    "orgs",
    "academicSessions",
    "courses",
    "classes",
    "users",
    "enrollments",
    "categories",
    "scoreScales",
    "lineItems",
    "results",
)
"""The kinds of records, as the standard calls them in its paths."""
TOKEN_LASTS = 3600


@dataclass(frozen=True)
class Kept:
    """A record that is kept, with the number that the register gave it when it last changed."""

    number: int
    body: dict[str, Any]


class Store:
    """The register's file. What was answered as kept is in it, also after the process was killed."""

    def __init__(self, path: Path | str) -> None:
        self._lock = threading.Lock()
        self._file = sqlite3.connect(path, check_same_thread=False, isolation_level=None)
        self._file.executescript(
            """
            PRAGMA journal_mode = WAL;
            PRAGMA synchronous = NORMAL;
            CREATE TABLE IF NOT EXISTS record (
                number INTEGER PRIMARY KEY AUTOINCREMENT, kind TEXT, id TEXT, body TEXT, at REAL, times INTEGER, UNIQUE (kind, id)
            );
            CREATE TABLE IF NOT EXISTS token (token TEXT PRIMARY KEY, scope TEXT, until REAL);
            CREATE TABLE IF NOT EXISTS switch (name TEXT PRIMARY KEY, value TEXT);
            """
        )

    def close(self) -> None:
        """Let go of the file."""
        self._file.close()

    def is_empty(self) -> bool:
        """Whether it was never filled."""
        return self._ask("SELECT 1 FROM record LIMIT 1") == []

    def fill(self, records: Mapping[str, Iterable[Mapping[str, Any]]]) -> None:
        """Put records of any kinds in, in one go."""
        rows = [
            (kind, str(each["sourcedId"]), json.dumps(each), time.time())
            for kind, several in records.items()
            for each in several
        ]
        with self._lock:
            self._file.execute("BEGIN")
            self._file.executemany(_PUT, rows)
            self._file.execute("COMMIT")

    def put(self, kind: str, sourced_id: str, body: Mapping[str, Any]) -> int:
        """Keep a record under its identifier, in place of an earlier one. Gives its number."""
        with self._lock:
            self._file.execute(_PUT, (kind, sourced_id, json.dumps(body), time.time()))
        return int(self._ask("SELECT number FROM record WHERE kind = ? AND id = ?", kind, sourced_id)[0][0])

    def delete(self, kind: str, sourced_id: str) -> bool:
        """Forget a record. Gives whether it was there."""
        was = self.get(kind, sourced_id) is not None
        self._ask("DELETE FROM record WHERE kind = ? AND id = ?", kind, sourced_id)
        return was

    def get(self, kind: str, sourced_id: str) -> Kept | None:
        """A record by its identifier."""
        found = self._ask("SELECT number, body FROM record WHERE kind = ? AND id = ?", kind, sourced_id)
        return Kept(found[0][0], json.loads(found[0][1])) if found else None

    def all(self, kind: str) -> list[dict[str, Any]]:
        """All records of a kind, in the order of their numbers."""
        return [
            json.loads(body) for (body,) in self._ask("SELECT body FROM record WHERE kind = ? ORDER BY number", kind)
        ]

    def latest(self, kind: str, count: int) -> list[tuple[int, dict[str, Any], float, int]]:
        """The records of a kind that came last: number, body, when, and how often they came."""
        rows = self._ask(
            "SELECT number, body, at, times FROM record WHERE kind = ? ORDER BY at DESC LIMIT ?", kind, count
        )
        return [(number, json.loads(body), at, times) for number, body, at, times in rows]

    def count(self, kind: str) -> int:
        """How many of a kind there are."""
        found: int = self._ask("SELECT COUNT(*) FROM record WHERE kind = ?", kind)[0][0]
        return found

    def new_token(self, scope: str) -> str:
        """A token for somebody who said who they are."""
        token = secrets.token_urlsafe(24)
        self._ask("INSERT INTO token VALUES (?, ?, ?)", token, scope, time.time() + TOKEN_LASTS)
        return token

    def scope_of(self, token: str) -> str | None:
        """What a token is for; None for one that is not known."""
        found = self._ask("SELECT scope FROM token WHERE token = ? AND until > ?", token, time.time())
        return str(found[0][0]) if found else None

    def forget_tokens(self) -> None:
        """As a system does that was started anew."""
        self._ask("DELETE FROM token")

    def switches(self) -> dict[str, str]:
        """The switches that are on, with what they are set to."""
        return dict(self._ask("SELECT name, value FROM switch WHERE value <> ''"))

    def switch(self, name: str, value: str) -> None:
        """Turn a switch; an empty value turns it off."""
        self._ask(
            "INSERT INTO switch VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value", name, value
        )

    def _ask(self, statement: str, *values: object) -> list[Any]:
        with self._lock:
            return self._file.execute(statement, values).fetchall()


_PUT = """
    INSERT INTO record (kind, id, body, at, times) VALUES (?, ?, ?, ?, 1)
    ON CONFLICT (kind, id) DO UPDATE SET body = excluded.body, at = excluded.at, times = times + 1
"""
