"""Signing in through a school's own provider: against the one that stands in for it, also when it says what is not to be taken."""

import threading
from collections.abc import Callable, Iterator
from urllib.parse import parse_qs, urlsplit
from wsgiref.simple_server import WSGIRequestHandler, make_server

import pytest
import requests
from conftest import World, send
from django.test import Client

import accounts.provider
from accounts.models import ProviderAccount, SignInProvider
from identity import CLIENT_ID, CLIENT_SECRET
from identity.provider import Claims, Provider


class _Quiet(WSGIRequestHandler):
    def log_message(self, *_: object) -> None:
        pass


@pytest.fixture
def provider(world: World, settings: object) -> Iterator[Provider]:
    """A provider that answers, set for the school; the teacher has an address."""
    settings.DEMO = True  # type: ignore[attr-defined]  # it has no certificate
    made = Provider("")
    server = make_server("127.0.0.1", 0, made, handler_class=_Quiet)
    made.issuer = f"http://127.0.0.1:{server.server_port}"
    threading.Thread(target=server.serve_forever, daemon=True).start()
    world.people["teacher"].email = "ann@hill.example"
    world.people["teacher"].save()
    answer = set_(world, made.issuer)
    assert answer == 200
    yield made
    server.shutdown()
    server.server_close()


def set_(world: World, issuer: str, **changed: str) -> int:
    body = {"name": "Hill School account", "issuer": issuer, "client_id": CLIENT_ID, "client_secret": CLIENT_SECRET}
    return send(world.client("officer"), "PUT", f"{world.school_address}/provider", body | changed).status_code


def go(client: Client, email: str, spoil: Callable[[str], str] = lambda address: address) -> str:
    """Somebody goes to the provider, says who they are, and comes back; gives where they are then."""
    number = client.get("/api/v1/providers").json()[0]["id"]
    asked = client.get(f"/api/v1/providers/{number}/start")["Location"]
    query = parse_qs(urlsplit(asked).query)
    assert query["code_challenge_method"] == ["S256"]
    back = requests.get(asked, params={"email": email}, allow_redirects=False, timeout=5).headers["Location"]
    parts = urlsplit(spoil(back))
    return str(client.get(f"{parts.path}?{parts.query}")["Location"])


def who(client: Client) -> str:
    return str(client.get("/api/v1/session").json()["name"])


def test_who_has_the_address_is_signed_in_and_from_then_on_known_by_the_subject(
    world: World, provider: Provider
) -> None:
    client = Client()
    assert client.get("/api/v1/providers").json()[0]["school"] == "Hill School"
    assert go(client, "Ann@Hill.example") == "/"
    assert who(client) == "Ann Alder"
    world.people["teacher"].email = "ann.alder@hill.example"
    world.people["teacher"].save()
    again = Client()
    assert go(again, "ann@hill.example") == "/"
    assert who(again) == "Ann Alder"


@pytest.mark.parametrize(
    ("change", "failed"),
    [
        ({"email_verified": False}, "unknown"),
        ({"email": "nobody@hill.example"}, "unknown"),
        ({"nonce": "another"}, "away"),
        ({"aud": "another application"}, "away"),
        ({"iss": "https://another.example"}, "away"),
        ({"exp": 1_000_000_000}, "away"),
    ],
)
def test_what_is_not_to_be_taken_signs_nobody_in(world: World, provider: Provider, change: Claims, failed: str) -> None:
    provider.change = lambda claims: claims | change
    client = Client()
    assert go(client, "ann@hill.example") == f"/sign-in?failed={failed}"
    assert who(client) == ""


def test_an_answer_that_was_not_asked_for_or_comes_twice_signs_nobody_in(world: World, provider: Provider) -> None:
    client = Client()
    assert go(client, "ann@hill.example", lambda back: back.replace("state=", "state=x")) == "/sign-in?failed=refused"
    assert client.get("/api/v1/providers/answer?code=1&state=2")["Location"] == "/sign-in?failed=refused"
    kept = []
    go(client, "ann@hill.example", lambda back: kept.append(back) or back)  # type: ignore[func-returns-value]
    other = Client()
    parts = urlsplit(kept[0])
    assert other.get(f"{parts.path}?{parts.query}")["Location"] == "/sign-in?failed=refused"
    assert who(other) == ""


def test_a_signature_by_other_keys_is_not_taken(world: World, provider: Provider) -> None:
    stranger = Provider(provider.issuer)
    provider._token = stranger._token  # type: ignore[method-assign]
    stranger._codes = provider._codes
    assert go(Client(), "ann@hill.example") == "/sign-in?failed=away"


def test_a_school_s_provider_opens_no_other_school(world: World, provider: Provider) -> None:
    teacher = world.people["teacher"]
    teacher.memberships.create(school=world.people["stranger"].memberships.get().school, role="teacher")
    assert go(Client(), "ann@hill.example") == "/sign-in?failed=elsewhere"
    stranger = world.people["stranger"]
    stranger.email = "stranger@dale.example"
    stranger.save()
    assert go(Client(), "stranger@dale.example") == "/sign-in?failed=unknown"


def test_an_address_that_goes_to_another_account_does_not_become_the_person(world: World, provider: Provider) -> None:
    assert go(Client(), "ann@hill.example") == "/"
    provider.change = lambda claims: claims | {"sub": "somebody new with the old address"}
    assert go(Client(), "ann@hill.example") == "/sign-in?failed=unknown"


def test_who_is_deactivated_is_not_signed_in(world: World, provider: Provider) -> None:
    assert go(Client(), "ann@hill.example") == "/"
    world.people["teacher"].is_active = False
    world.people["teacher"].save()
    assert go(Client(), "ann@hill.example") == "/sign-in?failed=unknown"


def test_a_provider_is_set_once_it_answers_and_its_secret_is_never_told(
    world: World, provider: Provider, settings: object
) -> None:
    officer, address = world.client("officer"), f"{world.school_address}/signing-in"
    assert CLIENT_SECRET not in officer.get(address).content.decode()
    kept = SignInProvider.objects.get()
    for issuer in ("http://127.0.0.1:9", "https://127.0.0.1:9", "ftp://hill.example", "nothing"):
        assert set_(world, issuer) == 422, issuer
    assert set_(world, provider.issuer, client_secret="") == 200
    settings.DEMO = False  # type: ignore[attr-defined]
    assert set_(world, provider.issuer) == 422, "outside the demo its answers are read over TLS alone"
    assert (SignInProvider.objects.get().issuer, SignInProvider.objects.get().client_secret) == (
        kept.issuer,
        CLIENT_SECRET,
    )
    go(Client(), "ann@hill.example")
    assert ProviderAccount.objects.count() == 1
    assert officer.delete(f"{world.school_address}/provider").json()["provider"] is None
    assert Client().get("/api/v1/providers").json() == []


@pytest.mark.parametrize("named", ["token_endpoint", "jwks_uri"])
@pytest.mark.parametrize(
    "elsewhere", ["ftp://127.0.0.1/", "http://169.254.169.254/", "http://inside.example/", "http://[::1"]
)
def test_a_provider_leads_the_server_nowhere_that_it_may_not_ask(
    world: World,
    provider: Provider,
    settings: object,
    monkeypatch: pytest.MonkeyPatch,
    named: str,
    elsewhere: str,
) -> None:
    settings.OUTSIDE_HOSTS = ["127.0.0.1", "169.254.169.254"]  # type: ignore[attr-defined]
    number = SignInProvider.objects.get().pk
    assert Client().get(f"/api/v1/providers/{number}/start")["Location"].startswith(provider.issuer)
    fetched = accounts.provider._fetched
    monkeypatch.setattr(accounts.provider, "_fetched", lambda address: fetched(address) | {named: elsewhere})
    assert Client().get(f"/api/v1/providers/{number}/start")["Location"] == "/sign-in?failed=away"
    assert set_(world, provider.issuer) == 422


def test_a_provider_that_is_away_is_said(world: World, provider: Provider) -> None:
    SignInProvider.objects.update(issuer="http://127.0.0.1:9")
    number = SignInProvider.objects.get().pk
    assert Client().get(f"/api/v1/providers/{number}/start")["Location"] == "/sign-in?failed=away"
    assert Client().get(f"/api/v1/providers/{number + 1}/start").status_code == 404
