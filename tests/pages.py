"""What tests do on a page again and again."""

from playwright.sync_api import Locator, Page, expect


def saved(page: Page) -> None:
    """Wait until the page says that all is saved."""
    expect(page.get_by_role("status").filter(has_text="All saved")).to_be_visible()


def choose(within: Page | Locator, label: str, words: str) -> None:
    """Choose from a list."""
    field = within.get_by_role("combobox", name=label, exact=True)
    field.click()
    field.page.get_by_role("option", name=words, exact=True).click()
