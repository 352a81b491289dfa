"""Rosters from a register that speaks OneRoster 1.2: recorded answers, in pages, and what goes wrong on the way."""

import json
import threading
from collections.abc import Callable, Iterator
from typing import Any
from urllib.parse import parse_qs
from wsgiref.simple_server import WSGIRequestHandler, make_server

import pytest
from conftest import World, send
from school.models import Student

from people import register_client
from people.models import Register


def ref(source: str, kind: str) -> dict[str, str]:
    return {"href": f"https://register.hill.example/{source}", "sourcedId": source, "type": kind}


def user(source: str, given: str, family: str, role: str, org: str = "hill", **more: Any) -> dict[str, Any]:
    return {
        "sourcedId": source,
        "status": "active",
        "dateLastModified": "2032-01-05T07:00:00Z",
        "enabledUser": "true",
        "givenName": given,
        "familyName": family,
        "roles": [{"roleType": "primary", "role": role, "org": ref(org, "org")}],
    } | more


RECORDED: dict[str, list[dict[str, Any]]] = {
    "users": [
        user("u1", "Ivo", "Iris", "student", identifier="700", preferredFirstName="Ivy", agents=[ref("u4", "user")]),
        user("u2", "Jo", "Jasmine", "student", identifier="701"),
        user("u3", "Kit", "Kale", "teacher", email="kit@hill.example"),
        user("u4", "Lea", "Iris", "guardian", org="", email="lea@hill.example"),
        user("u5", "Mo", "Moss", "student", org="dale", identifier="900"),
    ],
    "classes": [
        {
            "sourcedId": "c1",
            "status": "active",
            "title": "Lichens 9 B",
            "classCode": "B",
            "course": ref("k1", "course"),
            "school": ref("hill", "org"),
            "location": "Room 9",
            "periods": ["1", "3"],
        },
        {"sourcedId": "c2", "status": "active", "title": "Dale Lichens", "school": ref("dale", "org")},
    ],
    "courses": [{"sourcedId": "k1", "status": "active", "title": "Lichens 9"}],
    "enrollments": [
        {
            "sourcedId": "e1",
            "status": "active",
            "role": "student",
            "user": ref("u1", "user"),
            "class": ref("c1", "class"),
            "beginDate": "2031-09-01",
            "endDate": "2032-06-16",
        },
        {
            "sourcedId": "e2",
            "status": "active",
            "role": "student",
            "user": ref("u2", "user"),
            "class": ref("c1", "class"),
            "beginDate": "2031-09-01",
            "endDate": "2031-12-01",
        },
        {
            "sourcedId": "e3",
            "status": "active",
            "role": "teacher",
            "user": ref("u3", "user"),
            "class": ref("c1", "class"),
        },
        {
            "sourcedId": "e4",
            "status": "active",
            "role": "student",
            "user": ref("u5", "user"),
            "class": ref("c2", "class"),
        },
    ],
}


class _Quiet(WSGIRequestHandler):
    def log_message(self, *_: object) -> None:
        pass


class Recorded:
    """A register that answers as one did, two of a kind at a time, whoever has the token."""

    def __init__(self) -> None:
        self.spoil: Callable[[str], tuple[str, Any] | None] = lambda path: None
        self.asked: list[str] = []

    def __call__(self, environ: dict[str, Any], start: Callable[..., Any]) -> list[bytes]:
        path, query = environ["PATH_INFO"], parse_qs(environ["QUERY_STRING"])
        self.asked.append(path)
        headers, status = [("Content-Type", "application/json")], "200 OK"
        body: Any
        if spoilt := self.spoil(path):
            status, body = spoilt
            headers.append(("Location", "/elsewhere"))  # read where the status leads on
        elif path == "/token":
            body = {"access_token": "t", "token_type": "Bearer", "expires_in": 3600}
        elif environ.get("HTTP_AUTHORIZATION") != "Bearer t":
            status, body = "401 Unauthorized", {}
        else:
            kind, first = path.rpartition("/")[2], int(query["offset"][0])
            assert path == f"/ims/oneroster/rostering/v1p2/{kind}"
            headers.append(("X-Total-Count", str(len(RECORDED[kind]))))
            body = {kind: RECORDED[kind][first : first + int(query["limit"][0])]}
        start(status, headers)
        return [body if isinstance(body, bytes) else json.dumps(body).encode()]


@pytest.fixture
def register(world: World, settings: Any, monkeypatch: pytest.MonkeyPatch) -> Iterator[Recorded]:
    settings.DEMO = True  # it has no certificate
    monkeypatch.setattr(register_client, "PAGE", 2)
    made = Recorded()
    server = make_server("127.0.0.1", 0, made, handler_class=_Quiet)  # type: ignore[arg-type]
    threading.Thread(target=server.serve_forever, daemon=True).start()
    address = f"http://127.0.0.1:{server.server_port}"
    body = {
        "address": address,
        "token_address": f"{address}/token",
        "client_id": "h",
        "client_secret": "s",
        "org": "hill",
    }
    assert send(world.client("officer"), "PUT", f"{world.school_address}/register", body).status_code == 200
    yield made
    server.shutdown()
    server.server_close()


def draft(world: World) -> Any:
    return send(world.client("officer"), "POST", f"{world.school_address}/years/{world.term.year_id}/drafts/register")


def test_rosters_come_as_a_draft_page_by_page_of_the_one_school(world: World, register: Recorded) -> None:
    number = draft(world).json()["id"]
    address = f"{world.school_address}/drafts/{number}"
    told = world.client("officer").get(address).json()
    coming = {(each["number"], each["given_name"], each["family_name"]) for each in told["changes"] if each["number"]}
    assert coming == {("700", "Ivy", "Iris"), ("701", "Jo", "Jasmine")}
    assert register.asked.count("/ims/oneroster/rostering/v1p2/users") == 3
    assert send(world.client("officer"), "POST", f"{address}/apply").status_code == 200
    ivy = Student.objects.get(number="700")
    assert (ivy.official_name, ivy.guardians.get().email) == ("Ivo Iris", "lea@hill.example")
    joined = ivy.enrolments.get().school_class
    assert (str(joined), joined.room, str(joined.teachers.get())) == ("Lichens 9 B", "Room 9", "Kit Kale")
    assert not Student.objects.get(number="701").enrolments.exists(), "an enrolment that has ended is none"
    assert not Student.objects.filter(number="900").exists()


@pytest.mark.parametrize(
    ("path", "answer", "words"),
    [
        ("/token", ("401 Unauthorized", {"error": "invalid_client"}), "does not know this client id"),
        ("users", ("403 Forbidden", {}), "does not know this client id"),
        ("classes", ("500 Internal Server Error", {}), "answered 500"),
        ("classes", ("302 Found", {}), "does not answer as OneRoster"),
        ("enrollments", ("200 OK", b"<html>"), "does not answer as OneRoster"),
        ("users", ("200 OK", {"people": []}), "does not answer as OneRoster"),
    ],
)
def test_what_goes_wrong_is_said_and_begins_no_draft(
    world: World, register: Recorded, path: str, answer: tuple[str, Any], words: str
) -> None:
    register.spoil = lambda asked: answer if asked.endswith(path) else None
    refused = draft(world)
    assert (refused.status_code, words in refused.json()["detail"]) == (422, True), refused.content
    assert world.client("officer").get(f"{world.school_address}/frame").json()["draft_id"] is None


def test_a_register_that_is_away_or_not_set_is_said(world: World, register: Recorded) -> None:
    Register.objects.update(token_address="http://127.0.0.1:9/token")
    assert "does not answer" in draft(world).json()["detail"]
    assert world.client("officer").delete(f"{world.school_address}/register").status_code == 204
    assert "not said yet" in draft(world).json()["detail"]


def test_a_register_is_asked_only_where_the_installation_allows_it(
    world: World, register: Recorded, settings: Any
) -> None:
    officer, address = world.client("officer"), f"{world.school_address}/register"
    told = officer.get(address).json() | {"client_secret": "s"}
    settings.OUTSIDE_HOSTS = ["127.0.0.1", ".district.example"]
    assert send(officer, "PUT", address, told).status_code == 200
    assert draft(world).status_code == 200
    settings.OUTSIDE_HOSTS = [".district.example"]
    before = len(register.asked)
    assert "HOARFROST_OUTSIDE_HOSTS" in draft(world).json()["detail"]
    assert len(register.asked) == before, "not even for a token"
    refused = send(officer, "PUT", address, told | {"address": "https://register.elsewhere.example"})
    assert (refused.json()["field"], "HOARFROST_OUTSIDE_HOSTS" in refused.json()["detail"]) == ("address", True)


def test_a_token_is_not_asked_for_where_its_address_leads_on(world: World, register: Recorded) -> None:
    register.spoil = lambda asked: ("307 Temporary Redirect", {}) if asked == "/token" else None
    assert draft(world).status_code == 422
    assert register.asked == ["/token"]


def test_a_secret_is_never_told_and_goes_to_no_other_address(world: World, register: Recorded, settings: Any) -> None:
    officer, address = world.client("officer"), f"{world.school_address}/register"
    told = officer.get(address).json()
    assert "client_secret" not in told
    assert send(officer, "PUT", address, told | {"org": ""}).status_code == 200
    moved = send(officer, "PUT", address, told | {"token_address": "https://elsewhere.example/token"})
    assert (moved.status_code, moved.json()["field"]) == (422, "client_secret")
    settings.DEMO = False
    assert send(officer, "PUT", address, told).json()["field"] == "address", "outside the demo over TLS alone"
