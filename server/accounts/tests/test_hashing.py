"""Hashing passwords holds up nobody who does something else."""

import threading
from typing import Any

import pytest
from conftest import PASSWORD, World
from django.contrib.auth.hashers import check_password, make_password
from django.test import Client
from school.bounded import Busy

from accounts import hashing
from accounts.hashing import BoundedArgon2

BOUNDED = ["accounts.hashing.BoundedArgon2"]


@pytest.fixture
def held(monkeypatch: Any) -> Any:
    """One password is being hashed for as long as the test wants, and a second waits for it."""
    begun, end = threading.Event(), threading.Event()
    real = hashing.Argon2PasswordHasher.encode

    def slow(self: Any, password: str, salt: str) -> str:
        begun.set()
        end.wait(20)
        return str(real(self, password, salt))

    monkeypatch.setattr(hashing.Argon2PasswordHasher, "encode", slow)
    made: list[str] = []
    threads = [
        threading.Thread(target=lambda: made.append(BoundedArgon2().encode(PASSWORD, "saltsalt"))) for _ in range(2)
    ]
    for each in threads:
        each.start()
    assert begun.wait(20)
    while hashing.HASHING._places._value:  # type: ignore[attr-defined]
        pass
    yield
    end.set()
    for each in threads:
        each.join()
    assert len(made) == 2


def test_a_third_password_is_sent_away_at_once(held: None) -> None:
    with pytest.raises(Busy):
        BoundedArgon2().encode(PASSWORD, "saltsalt")


def test_who_signs_in_then_is_asked_to_come_again_and_nothing_is_counted(
    world: World, settings: Any, held: None
) -> None:
    settings.PASSWORD_HASHERS = BOUNDED
    for _ in range(20):
        answer = sign_in(world)
        assert (answer.status_code, answer.json()["code"], answer["Retry-After"]) == (503, "busy", "1")


def sign_in(world: World) -> Any:
    body = {"sign_in": world.people["teacher"].sign_in, "password": PASSWORD, "code": ""}
    return Client().post("/api/v1/session", body, content_type="application/json")


def test_a_password_of_another_cost_is_read_and_kept_anew(world: World, settings: Any) -> None:
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.Argon2PasswordHasher"]
    person = world.people["teacher"]
    person.set_password(PASSWORD)
    person.save()
    settings.PASSWORD_HASHERS = BOUNDED
    assert sign_in(world).status_code == 200
    person.refresh_from_db()
    assert "m=19456,t=2,p=1" in person.password
    assert check_password(PASSWORD, person.password)
    assert not check_password(PASSWORD, make_password("another one, longer"))
