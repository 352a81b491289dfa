"""What tests do on a page again and again."""

from playwright.sync_api import Page, expect


def saved(page: Page) -> None:
    """Wait until the page says that all is saved."""
    expect(page.get_by_role("status").filter(has_text="All saved")).to_be_visible()
