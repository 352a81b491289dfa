"""Whose page it is, and what stays on it when something cannot be fetched."""

from collections.abc import Callable

from playwright.sync_api import Locator, Page, expect

from tests.conftest import PASSWORD
from tests.pages import saved
from tests.stack import Stack
from tests.test_saving import cell, events, nothing_is_sent, type_in


def sign_in(within: Page | Locator, name: str) -> None:
    within.get_by_label("Name", exact=True).fill(name)
    within.get_by_label("Password").fill(PASSWORD)
    within.get_by_role("button", name="Sign in").click()


def test_a_page_stops_when_somebody_else_signs_in_beside_it_and_goes_on_for_its_own_person(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    class_id = stack.add_class("Geography 30", 4, works=2)
    page = somebody("odalys", f"/class/{class_id}/scores")
    expect(page.get_by_role("grid")).to_be_visible()
    nothing_is_sent(page.context)
    type_in(page, "Tolu Adeyemi", "Walk 1", "14")
    expect(page.get_by_role("status").filter(has_text="Offline: 1 entry kept here")).to_be_visible()
    beside = page.context.new_page()
    beside.goto("/sign-in")
    sign_in(beside, "ingrid")
    expect(beside.get_by_role("link", name="Signe")).to_be_visible()
    stopped = page.get_by_role("alertdialog", name="Somebody else has signed in")
    expect(stopped).to_contain_text("1 entry waits here, to be saved once Odalys Brandt is signed in again.")
    page.context.unroute("**/api/v1/classes/*/scores")
    page.keyboard.press("Escape")
    sign_in(stopped, "odalys")
    expect(stopped).to_have_count(0)
    saved(page)
    assert events(stack, class_id, "Walk 1") == "['14']"
    expect(cell(page, "Tolu Adeyemi", "Walk 1")).to_contain_text("14")
    # Now the other page is the one that has lost its person.
    expect(beside.get_by_role("alertdialog", name="Somebody else has signed in")).to_be_visible()


def test_an_ended_session_asks_over_the_page_which_stays(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 31", 4, works=2)
    page = somebody("odalys", f"/class/{class_id}/scores")
    expect(page.get_by_role("grid")).to_be_visible()
    nothing_is_sent(page.context)
    type_in(page, "Tolu Adeyemi", "Walk 2", "11")
    page.context.clear_cookies(name="sessionid")
    page.context.unroute("**/api/v1/classes/*/scores")
    asked = page.get_by_role("alertdialog", name="You are signed out")
    expect(asked).to_contain_text("1 entry waits here")
    expect(page.get_by_text("Walk 2").first).to_be_visible()
    sign_in(asked, "odalys")
    expect(asked).to_have_count(0)
    saved(page)
    assert events(stack, class_id, "Walk 2") == "['11']"


def test_what_cannot_be_fetched_anew_stays_and_says_that_it_is_old(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 32", 4, works=2)
    page = somebody("odalys", f"/class/{class_id}/plan")
    name = page.get_by_role("textbox", name="Name of Walk 1", exact=True)
    expect(name).to_be_visible()
    page.route("**/api/v1/classes/*/plan?*", lambda route: route.abort())
    page.route("**/api/v1/classes/*/plan", lambda route: route.abort())
    name.fill("First walk")
    name.press("Enter")
    old = page.get_by_role("status").filter(has_text="This is as of")
    expect(old).to_be_visible()
    expect(page.get_by_role("textbox", name="Name of Walk 2", exact=True)).to_be_visible()
    page.unroute("**/api/v1/classes/*/plan?*")
    page.unroute("**/api/v1/classes/*/plan")
    old.get_by_role("button", name="Try again").click()
    expect(old).to_have_count(0)
    expect(page.get_by_role("textbox", name="Name of First walk", exact=True)).to_be_visible()
