"""A second factor: taken up, asked for, replaced, and what nobody can do without it."""

import re
import time
from base64 import b32decode
from importlib import import_module

import pytest
from conftest import PASSWORD, World, send
from django.apps import apps
from django.http import HttpResponse
from django.test import Client
from django_otp.oath import TOTP
from django_otp.plugins.otp_static.models import StaticDevice, StaticToken
from django_otp.plugins.otp_totp.models import TOTPDevice
from school.models import Role

from accounts import second_factor


@pytest.fixture(autouse=True)
def unhurried(settings: object) -> None:
    """Attempts follow one another without waiting; that they are slowed down has a test of its own."""
    settings.OTP_TOTP_THROTTLE_FACTOR = settings.OTP_STATIC_THROTTLE_FACTOR = 0  # type: ignore[attr-defined]


@pytest.fixture
def officer(world: World) -> World:
    """The officer, and the teacher, have a password."""
    for name in ("officer", "teacher"):
        world.people[name].set_password(PASSWORD)
        world.people[name].save()
    return world


def code(key: str, steps: int = 0) -> str:
    """What an app shows that was told a key, so many half minutes from now."""
    totp = TOTP(b32decode(key.replace(" ", "")))
    totp.time = time.time() + 30 * steps
    return f"{totp.token():06}"


def ask(client: Client, sign_in: str, typed: str = "") -> HttpResponse:
    body = {"sign_in": sign_in, "password": PASSWORD, "code": typed}
    return send(client, "POST", "/api/v1/session", body)


def set_up(client: Client) -> tuple[str, list[str]]:
    """Somebody who is signed in sets a second factor up; gives its key and the recovery codes."""
    begun = send(client, "POST", "/api/v1/second-factor", {"password": PASSWORD}).json()
    assert begun["picture"].startswith("data:image/svg+xml")
    answer = send(client, "POST", "/api/v1/second-factor/confirm", {"code": code(begun["key"])})
    assert answer.status_code == 200, answer.content
    return begun["key"], answer.json()["codes"]


def test_a_second_factor_counts_from_its_first_code_and_is_then_asked_for(officer: World) -> None:
    client = Client()
    sign_in = officer.people["teacher"].sign_in
    assert ask(client, sign_in).status_code == 200
    wrong = send(client, "POST", "/api/v1/second-factor", {"password": "another one"})
    assert (wrong.status_code, wrong.json()["field"]) == (422, "password")
    begun = send(client, "POST", "/api/v1/second-factor", {"password": PASSWORD}).json()
    assert send(client, "POST", "/api/v1/second-factor/confirm", {"code": "000000"}).json()["field"] == "code"
    assert ask(Client(), sign_in).status_code == 200, "what was never confirmed is not asked for"
    send(client, "POST", "/api/v1/second-factor/confirm", {"code": code(begun["key"])})

    other = Client()
    refused = ask(other, sign_in)
    assert (refused.status_code, refused.json()["code"]) == (422, "code_wanted")
    assert other.get("/api/v1/session").json()["person_id"] is None
    assert ask(other, sign_in, "123456").json()["code"] == "code_wanted"
    later = code(begun["key"], 1)
    assert ask(other, sign_in, f"{later[:3]} {later[3:]}").status_code == 200
    assert ask(Client(), sign_in, later).json()["code"] == "code_wanted", "a code counts once"


def test_the_code_is_not_asked_for_before_the_password_is_right(officer: World) -> None:
    client = Client()
    ask(client, "ann")
    set_up(client)
    body = {"sign_in": "ann", "password": "not this one", "code": ""}
    assert send(Client(), "POST", "/api/v1/session", body).json()["code"] == "refused"


def test_a_recovery_code_counts_once_and_new_ones_end_the_old(officer: World) -> None:
    client = Client()
    ask(client, "ann")
    _, codes = set_up(client)
    assert len(set(codes)) == 10
    assert all(re.fullmatch(r"([a-z2-7]{4}-){5}[a-z2-7]{3}", each) for each in codes)
    kept = set(StaticToken.objects.values_list("token", flat=True))
    assert len(kept) == 10
    assert not any(each[:8] in "".join(codes).replace("-", "") for each in kept), "nothing of a code is kept as it is"
    assert ask(Client(), "ann", kept.pop()).status_code == 422, "what is kept opens nothing"
    assert ask(Client(), "ann", codes[0].upper().replace("-", " ")).status_code == 200
    assert ask(Client(), "ann", codes[0]).status_code == 422
    assert client.get("/api/v1/second-factor").json() == {"is_on": True, "is_asked": False, "recovery_codes": 9}
    new = send(client, "POST", "/api/v1/second-factor/recovery-codes", {"password": PASSWORD}).json()["codes"]
    assert ask(Client(), "ann", codes[1]).status_code == 422
    assert ask(Client(), "ann", new[1]).status_code == 200


def test_codes_that_were_kept_as_they_are_stand_for_the_app_after_an_upgrade(officer: World) -> None:
    client = Client()
    ask(client, "ann")
    set_up(client)
    StaticToken.objects.all().delete()
    device = StaticDevice.objects.get()
    StaticToken.objects.create(device=device, token="abcdefgh23456")
    import_module("accounts.migrations.0003_hashed_recovery_codes").hash_codes(apps, None)
    assert not StaticToken.objects.filter(token="abcdefgh23456").exists()
    assert ask(Client(), "ann", "abcd-efgh-23456").status_code == 200


def test_wrong_codes_are_counted_and_locked_like_wrong_passwords(officer: World) -> None:
    client = Client()
    ask(client, "ann")
    _, codes = set_up(client)
    other = Client()
    answers = [ask(other, "ann", "000000").status_code for _ in range(6)]
    assert answers == [422] * 5 + [429]
    assert ask(other, "ann", codes[0]).status_code == 429


def test_attempts_slow_down(officer: World, settings: object) -> None:
    client = Client()
    ask(client, "ann")
    key, _ = set_up(client)
    settings.OTP_TOTP_THROTTLE_FACTOR = 60  # type: ignore[attr-defined]
    assert ask(Client(), "ann", "000000").status_code == 422
    assert ask(Client(), "ann", code(key, 1)).status_code == 422


def test_who_lacks_one_that_the_school_asks_for_can_only_set_it_up(officer: World) -> None:
    second_factor.ask_of(officer.school, [Role.OFFICER])
    client = Client()
    session = ask(client, officer.people["officer"].sign_in).json()
    assert session["lacks_second_factor"]
    assert (session["roles"], session["school"]) == ([], "")
    people = f"{officer.school_address}/frame"
    for address in (people, "/api/v1/today"):
        assert (client.get(address).status_code, client.get(address).json()["code"]) == (403, "lacks_second_factor")
    assert send(client, "PUT", "/api/v1/session/school", {"school": officer.school.pk}).status_code == 403
    set_up(client)
    assert client.get("/api/v1/session").json()["roles"] == ["officer"]
    assert client.get(people).status_code == 200
    kept = send(client, "POST", "/api/v1/second-factor/end", {"password": PASSWORD})
    assert "Your school asks" in kept.json()["detail"]
    assert ask(Client(), "ann").json()["lacks_second_factor"] is False, "teachers are not asked"


def test_the_officer_says_of_whom_it_is_asked_and_takes_it_from_who_lost_theirs(officer: World) -> None:
    teacher, clerk = Client(), officer.client("officer")
    ask(teacher, "ann")
    set_up(teacher)
    address = f"{officer.school_address}/signing-in"
    body = {"second_factor_of": ["teacher", "officer"], "idle_minutes": None}
    told = send(clerk, "PUT", address, body).json()
    assert told["second_factor_of"] == ["teacher", "officer"]
    teachers = officer.school.memberships.filter(role=Role.TEACHER).count()
    assert told["lacking"]["teacher"] == teachers - 1
    taken = f"{officer.school_address}/persons/{officer.people['teacher'].pk}/second-factor/end"
    assert send(clerk, "POST", taken).status_code == 204
    assert teacher.get("/api/v1/session").json()["person_id"] is None
    assert not TOTPDevice.objects.exists()
    assert ask(Client(), "ann").json()["lacks_second_factor"]


def test_a_second_factor_can_be_done_without_where_nobody_asks_for_it(officer: World) -> None:
    client = Client()
    ask(client, "ann")
    set_up(client)
    assert send(client, "POST", "/api/v1/second-factor", {"password": PASSWORD}).status_code == 422
    assert send(client, "POST", "/api/v1/second-factor/end", {"password": "no"}).status_code == 422
    assert send(client, "POST", "/api/v1/second-factor/end", {"password": PASSWORD}).status_code == 204
    assert ask(Client(), "ann").status_code == 200


def test_a_wrong_first_code_is_counted_too(officer: World, settings: object) -> None:
    settings.OTP_TOTP_THROTTLE_FACTOR = 1  # type: ignore[attr-defined]
    client = officer.client("teacher")
    key = send(client, "POST", "/api/v1/second-factor", {"password": PASSWORD}).json()["key"]
    wrong = f"{(int(code(key)) + 1) % 1_000_000:06}"
    assert send(client, "POST", "/api/v1/second-factor/confirm", {"code": wrong}).status_code == 422
    assert TOTPDevice.objects.get(user=officer.people["teacher"]).throttling_failure_count == 1
