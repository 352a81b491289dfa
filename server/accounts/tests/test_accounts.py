"""How people come to a password, and where they are signed in."""

import re
from datetime import timedelta
from typing import Any

import pytest
from conftest import PASSWORD, World, send
from django.contrib.sessions.models import Session
from django.test import Client
from django.utils import timezone

from accounts import sessions
from accounts.models import Invitation, Mail, OpenSession

NEW = "a long winter by the lake"


@pytest.fixture
def invited(world: World) -> World:
    """The guardian has an address, no password, and an invitation in the outbox."""
    guardian = world.people["guardian"]
    guardian.email = "eve@hill.example"
    guardian.set_unusable_password()
    guardian.save()
    answer = send(world.client("officer"), "POST", f"{world.school_address}/invitations", {"people": [guardian.pk]})
    assert answer.json() == {"count": 1}
    return world


def link(world: World) -> str:
    """The last link that was written, as the API takes it."""
    outbox = world.client("officer").get(f"{world.school_address}/outbox").json()
    assert outbox["is_used"]
    found = re.search(r"/invitation/\S+", outbox["mail"][0]["text"])
    assert found is not None
    return "/api/v1" + found[0].replace("/invitation/", "/invitations/")


def test_an_invitation_is_taken_up_once_and_signs_in(invited: World) -> None:
    address, client = link(invited), Client()
    assert client.get(address).json() == {"name": "Eve Elm", "sign_in": "eve", "school": "Hill School"}
    for easy in ("short", "1234567890123", "eve@hill.example", "password123"):
        refused = send(client, "POST", address, {"password": easy})
        assert (refused.status_code, refused.json()["field"]) == (422, "password"), easy
    answer = send(client, "POST", address, {"password": NEW})
    assert answer.json()["name"] == "Eve Elm"
    assert client.get(f"/api/v1/families/{invited.students[0].pk}").status_code == 200
    assert "used, or older" in send(Client(), "POST", address, {"password": NEW}).json()["detail"]
    assert Client().get(address).status_code == 422
    assert send(Client(), "POST", "/api/v1/session", {"sign_in": "eve", "password": NEW}).status_code == 200


def test_what_stands_before_signing_in_is_said_in_the_browsers_language(invited: World) -> None:
    address, client = link(invited), Client(headers={"accept-language": "de, sv-SE;q=0.9, en;q=0.5"})
    easy = send(client, "POST", address, {"password": "short"}).json()
    assert (easy["field"], "för kort" in easy["detail"]) == ("password", True), easy
    wrong = {"sign_in": "ann", "password": "wrong"}
    assert send(client, "POST", "/api/v1/session", wrong).json()["detail"].startswith("Namnet och lösenordet hör inte")
    assert client.get("/api/v1/invitations/MQ/none").json()["detail"] == (
        "Länken är använd eller äldre än en vecka. Be om en ny."
    )
    nothing = send(client, "POST", "/api/v1/notices/stop/none")
    assert nothing.json()["detail"] == "Det här finns inte, eller så är det inte för dig att se."
    for _ in range(20):
        answer = send(client, "POST", "/api/v1/session", wrong)
    assert answer.json()["detail"] == "För många försök. Vänta en kvart, eller fråga skolans expedition."
    other = send(Client(headers={"accept-language": "de"}), "POST", "/api/v1/session", wrong | {"sign_in": "nobody"})
    assert other.json()["detail"].startswith("This name and password do not go together.")


def test_whoever_works_at_the_school_is_answered_in_english_whatever_their_browser_speaks(world: World) -> None:
    changed = {"old": "wrong", "password": NEW}
    answer = world.client("teacher").put(
        "/api/v1/password", changed, content_type="application/json", headers={"accept-language": "sv"}
    )
    assert "This is not your password now." in answer.json()["detail"]


def test_a_link_is_over_after_a_week(invited: World, settings: Any) -> None:
    address = link(invited)
    settings.PASSWORD_RESET_TIMEOUT = -1
    assert Client().get(address).status_code == 422


def test_nobody_without_an_address_is_invited_and_then_nobody_is(invited: World) -> None:
    before = Mail.objects.count()
    people = [invited.people["guardian"].pk, invited.people["teacher"].pk]
    answer = send(invited.client("officer"), "POST", f"{invited.school_address}/invitations", {"people": people})
    assert "Ann Alder has no e-mail address" in answer.json()["detail"]
    assert Mail.objects.count() == before


def letter(world: World) -> dict[str, str]:
    body = {"people": [world.people["guardian"].pk]}
    found = send(world.client("officer"), "POST", f"{world.school_address}/letters", body).json()[0]
    return {"sign_in": found["sign_in"], "code": found["code"], "password": NEW}


def test_a_letters_code_works_once_in_any_writing_and_a_new_one_ends_it(world: World) -> None:
    first, second = letter(world), letter(world)
    assert send(Client(), "POST", "/api/v1/letters", first).status_code == 422
    told = second | {"code": second["code"].lower().replace("-", " ")}
    assert send(Client(), "POST", "/api/v1/letters", told).json()["name"] == "Eve Elm"
    assert send(Client(), "POST", "/api/v1/letters", told).status_code == 422
    assert second["code"] not in "".join(Invitation.objects.values_list("code", flat=True))


def test_a_letter_is_over_after_four_weeks(world: World) -> None:
    code = letter(world)
    Invitation.objects.update(at=timezone.now() - timedelta(weeks=5))
    assert send(Client(), "POST", "/api/v1/letters", code).status_code == 422


def test_codes_cannot_be_tried_for_ever(world: World) -> None:
    code = letter(world)
    wrong = code | {"code": "AAAA-BBBB-CCCC"}
    answers = [send(Client(), "POST", "/api/v1/letters", wrong).status_code for _ in range(8)]
    assert answers[0] == 422
    assert answers[-1] == 429
    assert send(Client(), "POST", "/api/v1/letters", code).status_code == 429


def test_who_forgot_is_written_to_and_nobody_else_learns_anything(world: World) -> None:
    world.people["teacher"].email = "ann@hill.example"
    world.people["teacher"].save()
    for name in ("ann", "nobody", "bo", "ann"):
        assert send(Client(), "POST", "/api/v1/password/forgotten", {"sign_in": name}).status_code == 204
    # One to whom there is and has an address; the second within five minutes is not written.
    assert [each.to for each in Mail.objects.all()] == ["ann@hill.example"]
    assert send(Client(), "POST", link(world), {"password": NEW}).status_code == 200


def test_a_changed_password_ends_all_other_sessions(world: World) -> None:
    here, there = Client(), Client()
    for each in (here, there):
        assert send(each, "POST", "/api/v1/session", {"sign_in": "ann", "password": PASSWORD}).status_code == 200
    wrong = send(here, "PUT", "/api/v1/password", {"old": "no", "password": NEW})
    assert wrong.json()["field"] == "old"
    assert send(here, "PUT", "/api/v1/password", {"old": PASSWORD, "password": NEW}).status_code == 204
    assert here.get("/api/v1/today").status_code == 200
    assert there.get("/api/v1/today").status_code == 401
    assert [each["is_this"] for each in here.get("/api/v1/sessions").json()] == [True]


def test_sessions_are_listed_and_ended_by_their_owner_alone(world: World) -> None:
    here, there, other = Client(), Client(), Client()
    for each, name in ((here, "ann"), (there, "ann"), (other, "bo")):
        send(each, "POST", "/api/v1/session", {"sign_in": name, "password": PASSWORD})
    listed = here.get("/api/v1/sessions").json()
    assert [each["is_this"] for each in listed] == [False, True]
    assert other.delete(f"/api/v1/sessions/{listed[0]['id']}").status_code == 404
    assert here.delete(f"/api/v1/sessions/{listed[0]['id']}").status_code == 204
    assert there.get("/api/v1/today").status_code == 401
    here.delete("/api/v1/session")
    assert not OpenSession.objects.filter(person=world.people["teacher"]).exists()


def test_sessions_that_ended_by_themselves_are_forgotten(world: World) -> None:
    for name in ("ann", "bo"):
        send(Client(), "POST", "/api/v1/session", {"sign_in": name, "password": PASSWORD})
    ended = OpenSession.objects.get(person=world.people["teacher"])
    Session.objects.filter(session_key=ended.key).update(expire_date=timezone.now() - timedelta(days=1))
    assert sessions.tidy() == 1
    assert [each.person for each in OpenSession.objects.all()] == [world.people["co_teacher"]]
