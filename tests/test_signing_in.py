"""Ways to sign in beside a name and a password."""

import threading
from collections.abc import Callable, Iterator
from wsgiref.simple_server import make_server

import pytest
from playwright.sync_api import Page, expect

from identity import CLIENT_ID, CLIENT_SECRET
from identity.provider import Provider
from tests.conftest import PASSWORD
from tests.pages import take_second_factor
from tests.stack import Stack


def test_a_second_factor_is_set_up_and_asked_for(
    stack: Stack, somebody: Callable[..., Page], opened: Callable[..., Page]
) -> None:
    page = somebody("celestine", "/account")
    _, codes = take_second_factor(page, PASSWORD)
    expect(page.get_by_text("10 recovery codes are left.")).to_be_visible()

    other = opened(stack.address)
    other.goto("/sign-in")
    other.get_by_label("Name", exact=True).fill("celestine")
    other.get_by_label("Password").fill(PASSWORD)
    other.keyboard.press("Enter")
    asked = other.get_by_label("Code of your authenticator app")
    expect(asked).to_be_focused()
    asked.fill("000000")
    other.keyboard.press("Enter")
    expect(other.get_by_role("alert").filter(has_text="not the code of now")).to_be_visible()
    asked.fill(codes[3])
    other.keyboard.press("Enter")
    expect(other.get_by_role("link", name="Célestine Moreau")).to_be_visible()

    page.get_by_label("Your password").fill(PASSWORD)
    page.get_by_role("button", name="Do without").click()
    expect(page.get_by_text("From now on your password alone signs you in.")).to_be_visible()
    expect(page.get_by_role("button", name="Set it up")).to_be_visible()


@pytest.fixture
def provider(stack: Stack) -> Iterator[Provider]:
    """The school's own provider, as the demo has one."""
    made = Provider("")
    server = make_server("127.0.0.1", 0, made)
    made.issuer = f"http://127.0.0.1:{server.server_port}"
    threading.Thread(target=server.serve_forever, daemon=True).start()
    stack.manage("set_demo_provider", made.issuer, CLIENT_ID, CLIENT_SECRET)
    yield made
    stack.python("from accounts.models import *; SignInProvider.objects.all().delete()")
    server.shutdown()
    server.server_close()


def test_somebody_signs_in_through_the_schools_own_provider(
    stack: Stack, provider: Provider, opened: Callable[..., Page]
) -> None:
    page = opened(stack.address)
    page.goto("/sign-in")
    for email, then in (
        ("nobody@tarnwick.example", "nobody here has that e-mail address"),
        ("signe@tarnwick.example", ""),
    ):
        page.get_by_role("link", name="With your Tarnwick account").click()
        page.get_by_label("E-mail").fill(email)
        page.get_by_role("button", name="Sign in").click()
        if then:
            expect(page.get_by_role("alert").filter(has_text=then)).to_be_visible()
    expect(page.get_by_role("heading", name="Signe Åkerlund")).to_be_visible()
