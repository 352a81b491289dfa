"""What tests do on a page again and again."""

import time
from base64 import b32decode

from django_otp.oath import TOTP
from playwright.sync_api import Locator, Page, expect


def saved(page: Page) -> None:
    """Wait until the page says that all is saved."""
    expect(page.get_by_role("status").filter(has_text="All saved")).to_be_visible()


def reach(target: Locator, by: str = "Tab") -> None:
    """Go to something by a key alone, from where one is."""
    target.wait_for()
    at = "each => each.closest('a, button, input, summary, textarea, [tabindex]') === document.activeElement"
    for _ in range(200):
        if target.evaluate(at):
            return
        target.page.keyboard.press(by)
    raise AssertionError(f"{target} is not reached by {by}")


def press(target: Locator, key: str = "Enter", by: str = "Tab") -> None:
    """Go to a button, a link or a box by a key alone, and press it."""
    reach(target, by)
    target.page.keyboard.press(key)


def choose(within: Page | Locator, label: str, words: str) -> None:
    """Choose from a list."""
    field = within.get_by_role("combobox", name=label, exact=True)
    field.click()
    field.page.get_by_role("option", name=words, exact=True).click()


def open_class(family: Page, name: str) -> None:
    """Look at one class on a family's page, once it is what is shown: all classes together name the same work."""
    link = family.get_by_role("navigation", name="Classes").get_by_role("link", name=name, exact=True)
    link.click()
    expect(link).to_have_attribute("aria-current", "page")


def code_of(key: str) -> str:
    """What an authenticator app shows now that was told a key."""
    totp = TOTP(b32decode(key.replace(" ", "")))
    totp.time = time.time()
    return f"{totp.token():06}"


def take_second_factor(page: Page, password: str) -> tuple[str, list[str]]:
    """Set a second factor up on the page that asks for one; gives its key and the recovery codes."""
    page.get_by_label("Your password").fill(password)
    page.get_by_role("button", name="Set it up").click()
    expect(page.get_by_role("img", name="The key, for the app to read")).to_be_visible()
    key = page.locator("[data-key]").inner_text()
    page.get_by_label("Code that the app shows now").fill(code_of(key))
    page.get_by_role("button", name="Turn it on").click()
    told = page.get_by_role("group", name="Recovery codes")
    expect(told.get_by_role("listitem")).to_have_count(10)
    codes = told.get_by_role("listitem").all_inner_texts()
    page.get_by_role("button", name="I have kept them").click()
    return key, codes
