"""Passwords that stand in a list of leaked ones."""

import hashlib
from pathlib import Path
from typing import Any

import pytest
from conftest import PASSWORD, World, send
from django.core.exceptions import ValidationError
from django.test import Client

from accounts.leaked_passwords import NotLeakedValidator


def list_of(path: Path, passwords: list[str], *, end: str = "\n", behind: str = ":12") -> NotLeakedValidator:
    """A file of such a list, and what looks into it."""
    sums = sorted(hashlib.sha1(each.encode()).hexdigest().upper() for each in passwords)
    path.write_bytes("".join(f"{each}{behind}{end}" for each in sums).encode())
    return NotLeakedValidator(str(path))


def is_refused(validator: NotLeakedValidator, password: str) -> bool:
    try:
        validator.validate(password)
    except ValidationError:
        return True
    return False


@pytest.mark.parametrize("count", [1, 2, 3, 200])
@pytest.mark.parametrize(("end", "behind"), [("\n", ":12"), ("\r\n", ":12345"), ("\n", "")])
def test_each_line_is_found_and_nothing_between_them(tmp_path: Path, count: int, end: str, behind: str) -> None:
    leaked = [f"leaked password {number}" for number in range(count)]
    validator = list_of(tmp_path / "list", leaked, end=end, behind=behind)
    assert all(is_refused(validator, each) for each in leaked)
    assert not any(is_refused(validator, f"nobody’s password {number}") for number in range(300))


def test_who_chooses_a_leaked_password_is_told_and_keeps_the_one_before(
    world: World, tmp_path: Path, settings: Any
) -> None:
    list_of(tmp_path / "list", ["every dog has its day", "a stitch in time"])
    settings.AUTH_PASSWORD_VALIDATORS = [
        {
            "NAME": "accounts.leaked_passwords.NotLeakedValidator",
            "OPTIONS": {"path": str(tmp_path / "list")},
        }
    ]
    client = Client()
    assert send(client, "POST", "/api/v1/session", {"sign_in": "ann", "password": PASSWORD}).status_code == 200
    refused = send(client, "PUT", "/api/v1/password", {"old": PASSWORD, "password": "a stitch in time"})
    assert (refused.status_code, refused.json()["field"]) == (422, "password")
    assert "list of leaked ones" in refused.json()["detail"]
    assert send(client, "PUT", "/api/v1/password", {"old": PASSWORD, "password": "nobody has this"}).status_code == 204
