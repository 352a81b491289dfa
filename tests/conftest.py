"""A browser on the real stack."""

import os
from collections.abc import Callable, Generator, Iterator
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.stack import SLOW, Stack

os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "1"
PASSWORD = "frost on the lake"
# A machine that is busy with something else is slow, not wrong.
expect.set_options(timeout=40_000)


@pytest.hookimpl(wrapper=True)
def pytest_runtest_makereport(item: pytest.Item) -> Generator[None, pytest.TestReport, pytest.TestReport]:
    """A test that fails on a stack tells what its parts wrote down."""
    report = yield
    given = getattr(item, "funcargs", {})
    on = given.get("stack") or given.get("empty_stack")
    add = getattr(report.longrepr, "addsection", None)
    if report.failed and on is not None and add is not None:
        for part, text in on.log_ends():
            add(f"end of the {part}'s log", text)
    return report


@pytest.fixture(scope="session")
def stack(worker_id: str) -> Iterator[Stack]:
    """One server with the demo for all tests of a process; each test keeps to a class or student of its own."""
    made = Stack(f"stack_{worker_id}")
    made.make()
    yield made
    made.drop()


@pytest.fixture
def empty_stack(worker_id: str) -> Iterator[Stack]:
    """A server on which there is no school yet."""
    made = Stack(f"empty_{worker_id}", demo=False)
    made.make()
    yield made
    made.drop()


@pytest.fixture(scope="session")
def browser_type_launch_args(browser_type_launch_args: dict[str, Any]) -> dict[str, Any]:
    """Debian's Chromium, which asks nobody about anything."""
    return browser_type_launch_args | {
        "executable_path": "/usr/bin/chromium",
        "args": ["--no-sandbox", "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost"],
    }


@pytest.fixture
def opened(browser: Browser) -> Iterator[Callable[..., Page]]:
    """A browser of somebody's own on a server; what the page complains of fails the test."""
    contexts, complaints = [], []

    def open_at(address: str, width: int = 1280, height: int = 800, *, keeps: bool = False) -> Page:
        # Keeping the application on the device takes each browser a moment: only what is tested without a connection does it.
        context = browser.new_context(
            viewport={"width": width, "height": height},
            base_url=address,
            locale="en-GB",
            service_workers="allow" if keeps else "block",
        )
        contexts.append(context)
        page = context.new_page()
        if SLOW:
            context.new_cdp_session(page).send("Emulation.setCPUThrottlingRate", {"rate": 2})
        page.set_default_timeout(40_000)
        page.on("pageerror", lambda error: complaints.append(str(error)))
        page.on(
            "console", lambda message: complaints.append(message.text) if "Content Security" in message.text else None
        )
        return page

    yield open_at
    for context in contexts:
        context.close()
    assert complaints == []


@pytest.fixture
def somebody(opened: Callable[..., Page], stack: Stack) -> Callable[..., Page]:
    """A person of the demo at a browser of their own, signed in."""

    def sign_in(name: str, place: str = "/", width: int = 1280, height: int = 800, *, keeps: bool = False) -> Page:
        page = opened(stack.address, width, height, keeps=keeps)
        # The page on which one signs in is a test's own; here its requests are enough.
        page.request.get("/api/v1/session")
        token = next(each["value"] for each in page.context.cookies() if each["name"] == "csrftoken")
        given = {"sign_in": name, "password": PASSWORD}
        answer = page.request.post("/api/v1/session", data=given, headers={"X-CSRFToken": token})
        assert answer.ok, answer.text()
        page.goto(place)
        return page

    return sign_in
