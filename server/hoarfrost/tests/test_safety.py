"""Signing in, tokens, headers, and what a page may run."""

import json
import re
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from conftest import PASSWORD, World, send
from django.conf import settings
from django.db import OperationalError
from django.db.backends.utils import CursorWrapper
from django.test import Client
from school.models import Person

from hoarfrost.api import api
from hoarfrost.page import read_page


def sign_in(client: Client, name: str, password: str = PASSWORD) -> int:
    return int(send(client, "POST", "/api/v1/session", {"sign_in": name, "password": password}).status_code)


def test_signing_in_and_out(world: World) -> None:
    client = Client()
    assert sign_in(client, " ANN ") == 200
    session = client.get("/api/v1/session").json()
    assert (session["name"], session["school"], session["roles"]) == ("Ann Alder", "Hill School", ["teacher"])
    assert [each["name"] for each in session["classes"]] == ["Botany"]
    assert client.delete("/api/v1/session").status_code == 204
    assert client.get("/api/v1/session").json()["person_id"] is None


def test_a_wrong_password_does_not_tell_what_was_wrong_and_is_slowed_down(world: World) -> None:
    client = Client()
    answers = [
        send(client, "POST", "/api/v1/session", {"sign_in": name, "password": "wrong"}).json()["detail"]
        for name in ("ann", "nobody")
    ]
    assert answers[0] == answers[1]
    for _ in range(6):
        sign_in(client, "ann", "wrong")
    last = send(client, "POST", "/api/v1/session", {"sign_in": "ann", "password": PASSWORD})
    assert last.status_code == 429
    assert "Too many attempts" in last.json()["detail"]


def test_changes_need_the_token(world: World) -> None:
    client = Client(enforce_csrf_checks=True)
    client.force_login(world.people["teacher"], backend="django.contrib.auth.backends.ModelBackend")
    body = json.dumps({"name": "Stems", "weight": "5"})
    address = f"{world.address}/categories"
    refused = client.post(address, body, content_type="application/json")
    assert (refused.status_code, refused.json()["code"]) == (403, "forbidden")
    client.get("/api/v1/session")
    token = client.cookies["csrftoken"].value
    done = client.post(address, body, content_type="application/json", headers={"X-CSRFToken": token})
    assert done.status_code == 200
    assert (
        Client(enforce_csrf_checks=True).post("/api/v1/session", "{}", content_type="application/json").status_code
        == 403
    )


@pytest.mark.django_db
@pytest.mark.parametrize("address", ["/", "/class/1/scores", "/api/v1/session"])
def test_headers(client: Client, address: str) -> None:
    headers = client.get(address).headers
    policy = headers["Content-Security-Policy"]
    scripts = next(part for part in policy.split(";") if part.strip().startswith("script-src "))
    assert "unsafe" not in scripts
    assert "'self'" in scripts
    for name in ("default-src 'none'", "frame-ancestors 'none'", "base-uri 'none'"):
        assert name in policy
    assert headers["X-Frame-Options"] == "DENY"
    assert headers["X-Content-Type-Options"] == "nosniff"
    assert headers["Referrer-Policy"] == "same-origin"
    assert headers["Cross-Origin-Opener-Policy"] == "same-origin"


def test_the_pages_start_up_script_is_let_through_by_its_hash(tmp_path: object) -> None:
    page = read_page(settings.ROOT / "web" / "build")
    assert page.folder is not None
    assert len(page.script_hashes) == page.html.count("<script>") == 1
    assert "style-src" not in page.html
    assert read_page(settings.ROOT / "nowhere").script_hashes == []


def told(client: Client) -> Any:
    """What the page says of who is signed in, so that it does not have to ask; None where it says nothing."""
    found = re.search(r'<script id="session" type="application/json">(.*?)</script>', client.get("/").text, re.DOTALL)
    return json.loads(found[1]) if found else None


def test_the_page_says_who_is_signed_in_and_nothing_that_a_name_could_run(world: World) -> None:
    client = Client()
    assert told(client) is None
    ann = world.people["teacher"]
    Person.objects.filter(pk=ann.pk).update(given_name="</script><script>alert(1)</script>")
    sign_in(client, "ann")
    assert told(client) == client.get("/api/v1/session").json()
    assert client.get("/").text.count("<script>") == 1
    assert "no-store" in client.get("/").headers["Cache-Control"]
    client.delete("/api/v1/session")
    assert told(client) is None


def test_the_page_comes_while_the_database_is_away(world: World, monkeypatch: pytest.MonkeyPatch) -> None:
    client = world.client("teacher")

    def away(*_: object) -> None:
        raise OperationalError("gone away")

    monkeypatch.setattr(CursorWrapper, "execute", away)
    assert told(client) is None
    assert client.get("/").status_code == 200


def test_what_is_too_large_for_one_request_or_one_statement_says_so(world: World, monkeypatch: Any) -> None:
    address = f"{world.address}/scores"
    answer = world.client("teacher").post(address, b" " * 9_000_000, content_type="application/json")
    assert (answer.status_code, answer.json()["code"]) == (413, "too_large")
    for number, status, code in ((1153, 413, "too_large"), (1213, 503, "busy"), (2013, 503, "unavailable")):

        def fail(*given: Any, number: int = number, **named: Any) -> None:
            raise OperationalError(number, "no")

        monkeypatch.setattr("scores.api.cached_answer", fail)
        answer = world.client("teacher").get(address)
        assert (answer.status_code, answer.json()["code"]) == (status, code)


@pytest.mark.parametrize("way", ["br", "gzip"])
def test_what_a_page_loads_comes_compressed_and_is_kept_for_good(client: Client, way: str) -> None:
    largest = max(settings.PAGE.folder.rglob("*.js"), key=lambda each: each.stat().st_size)
    answer = client.get(f"/{largest.relative_to(settings.PAGE.folder)}", headers={"Accept-Encoding": way})
    assert answer.headers["Content-Encoding"] == way
    assert "immutable" in answer.headers["Cache-Control"]


@pytest.mark.django_db
def test_the_api_is_reached_over_https_alone_where_pages_are(settings: Any) -> None:
    settings.HTTPS = settings.SECURE_SSL_REDIRECT = True
    settings.SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
    plain = Client()
    for address in ("/api/v1/session", "/ims/oneroster/token"):
        refused = plain.get(address)
        assert (refused.status_code, refused.json()["code"]) == (403, "forbidden")
        assert not refused.cookies
    page = plain.get("/class/1/scores")
    assert (page.status_code, page.headers["Location"]) == (301, "https://testserver/class/1/scores")
    assert plain.get("/api/v1/health").status_code == 200
    assert plain.get("/api/v1/session", headers={"X-Forwarded-Proto": "https"}).status_code == 200


@pytest.mark.django_db
def test_debug_is_off_and_the_session_cookie_is_not_for_scripts(world: World) -> None:
    assert settings.DEBUG is False
    client = Client()
    sign_in(client, "ann")
    assert client.cookies["sessionid"]["httponly"]
    assert client.cookies["sessionid"]["samesite"] == "Lax"


def test_an_answer_to_what_cannot_be_read_is_in_words(world: World) -> None:
    answer = send(world.client("teacher"), "POST", f"{world.address}/scores", {"id": "x", "term": 1, "entries": []})
    assert answer.status_code == 422
    assert answer.headers["Content-Type"] == "application/problem+json"
    assert answer.json() == {
        "type": "urn:hoarfrost:problem:invalid",
        "title": "Unprocessable Entity",
        "status": 422,
        "code": "invalid",
        "detail": answer.json()["detail"],
        "field": answer.json()["field"],
    }
    assert answer.json()["field"] in answer.json()["detail"]


def test_what_a_request_brings_beyond_what_it_is_asked_for_is_refused(world: World) -> None:
    """Every shape that a request may have says so, those within another too."""
    described = api.get_openapi_schema()
    shapes = described["components"]["schemas"]

    def named(part: Any) -> Iterator[str]:
        if isinstance(part, dict):
            if "$ref" in part:
                yield part["$ref"].rsplit("/", 1)[1]
            for each in part.values():
                yield from named(each)
        elif isinstance(part, list):
            for each in part:
                yield from named(each)

    asked = {
        name
        for path in described["paths"].values()
        for operation in path.values()
        for name in named(operation.get("requestBody", {}).get("content", {}).get("application/json"))
    }
    seen: set[str] = set()
    while asked - seen:
        name = (asked - seen).pop()
        seen.add(name)
        asked |= set(named(shapes[name]))
    assert len(seen) > 30
    assert not [
        name
        for name in sorted(seen)
        if "properties" in shapes[name] and shapes[name].get("additionalProperties") is not False
    ]
    answer = send(world.client("teacher"), "PUT", f"{world.address}/view", {"view": {}, "hasIce": True})
    assert (answer.status_code, answer.json()["field"]) == (422, "hasIce")


def test_half_a_character_is_refused_and_not_failed_at(world: World) -> None:
    client = world.client("teacher")
    client.raise_request_exception = False
    view = {"view": {"work": "\ud83d"}}
    assert send(client, "PUT", f"{world.address}/view", view).status_code == 400
    assert send(client, "PUT", f"{world.address}/view", {"view": {"work": "\U0001f600"}}).status_code == 204


def test_nobody_is_locked_out_by_attempts_of_others(world: World) -> None:
    """In a school all have one address; who has signed in with a browser before can do so whatever others try elsewhere."""
    mine, strangers = Client(), Client()
    assert sign_in(mine, "ann") == 200
    mine.delete("/api/v1/session")
    for _ in range(8):
        sign_in(strangers, "ann", "wrong")
    assert sign_in(strangers, "ann") == 429
    assert sign_in(mine, "ann") == 200
    mine.delete("/api/v1/session")
    # The browser's own attempts are counted too, apart.
    for _ in range(8):
        sign_in(mine, "ann", "wrong")
    assert sign_in(mine, "ann") == 429
    forged = Client()
    forged.cookies["hoarfrost-known"] = '{"bo": "x"}:forged'
    for _ in range(8):
        sign_in(forged, "bo", "wrong")
    assert sign_in(Client(), "bo") == 429


def test_an_address_that_a_request_claims_is_not_believed(world: World) -> None:
    for place in range(8):
        body = json.dumps({"sign_in": "ann", "password": "wrong"})
        Client().post("/api/v1/session", body, "application/json", headers={"X-Forwarded-For": f"10.0.0.{place}"})
    assert sign_in(Client(), "ann") == 429


def test_the_page_of_one_person_is_not_answered_under_anothers_name(world: World) -> None:
    client = world.client("teacher")
    other = str(world.people["co_teacher"].pk)
    for method, path in (("GET", "scores"), ("POST", "undo")):
        answer = client.generic(method, f"{world.address}/{path}", headers={"X-Hoarfrost-Person": other})
        assert (answer.status_code, answer.json()["code"]) == (409, "wrong_person")
    mine = str(world.people["teacher"].pk)
    assert client.get(f"{world.address}/scores", headers={"X-Hoarfrost-Person": mine}).status_code == 200


def test_what_is_private_is_kept_by_no_cache(world: World) -> None:
    term = {"term": world.term.pk}
    student = world.students[0].pk
    answers = [
        world.client("teacher").get(f"{world.address}/scores"),
        world.client("guardian").get(f"/api/v1/families/{student}/card.pdf", term),
        world.client("teacher").get(f"{world.address}/report/{world.term.pk}/overrides.csv"),
        world.client("stranger").get(f"{world.address}/scores"),
    ]
    assert {each.headers["Cache-Control"] for each in answers} == {"private, no-store"}


def test_health_asks_the_database(client: Client, db: None, monkeypatch: Any) -> None:
    assert client.get("/api/v1/health").json() == {"ok": True}

    def away(*_: object) -> None:
        raise OperationalError("gone away")

    monkeypatch.setattr(CursorWrapper, "execute", away)
    assert client.get("/api/v1/health").status_code == 503


def test_what_the_security_page_names_is_tested() -> None:
    root = Path(__file__).parents[3]
    named = set(re.findall(r"`(test_\w+)`", (root / "docs" / "security.md").read_text(encoding="utf-8")))
    written = {
        name
        for folder in ("server", "tests", "launch")
        for path in (root / folder).rglob("test_*.py")
        for name in re.findall(r"^def (test_\w+)", path.read_text(encoding="utf-8"), re.MULTILINE)
    }
    assert len(named) > 30
    assert named - written == set()
