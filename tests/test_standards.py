"""A homeroom's quarter by standard: from what the school asks for to the level that the guardian reads."""

from collections.abc import Callable, Iterator

import pytest
from playwright.sync_api import Page, expect

from tests.pages import saved
from tests.stack import Stack


@pytest.fixture
def as_it_was(stack: Stack) -> Iterator[None]:
    """What is asked for and set by hand is gone again afterwards: other tests look at the homeroom, too."""
    yield
    stack.python(
        "from scores.models import *; from school.models import *; from school.revisions import count_school;"
        "LevelOverride.objects.filter(school_class=5).delete();"
        "ReportingWindow.objects.update(asks_for=[]); count_school(SchoolClass.objects.get(pk=5).school_id); print('done')"
    )


@pytest.mark.usefixtures("as_it_was")
def test_a_homerooms_quarter_by_standard_from_the_keyboard(somebody: Callable[..., Page]) -> None:
    # The records office asks for a level in two standards.
    officer = somebody("mirela", "/school/year")
    officer.get_by_role("button", name="Quarter 2").first.click()
    dialog = officer.get_by_role("dialog")
    dialog.get_by_label("Speaking").check()
    dialog.get_by_label("Working together").check()
    dialog.get_by_role("button", name="Keep the window").click()
    expect(officer.get_by_text("The reporting window of quarter 2 is kept.")).to_be_visible()

    page = somebody("tobin", "/class/5/scores")
    page.get_by_role("link", name="by standard", exact=True).click()
    expect(page.get_by_role("grid", name="Levels of the class")).to_be_visible()
    expect(page.get_by_text("standards are asked for in quarter 2")).to_contain_text("2 standards")
    cell = page.get_by_role("gridcell", name="Elof Åkerlund, Speaking:")
    computed = (cell.get_attribute("aria-label") or "").split(": ")[1].split(" ")[0]
    cell.click()
    page.keyboard.type("bey")
    page.keyboard.press("Enter")
    expect(cell).to_have_accessible_name(f"Elof Åkerlund, Speaking: Beyond set by hand in place of {computed} 3 pieces")
    # One works on down the column without a mouse; the first row goes into all below.
    page.keyboard.press("Shift+ArrowDown")
    page.keyboard.type("2")
    expect(page.get_by_role("gridcell", name="Ottilie Eriksen, Speaking:")).to_contain_text("Nearly")
    expect(page.get_by_role("gridcell", name="Bram Fontaine, Speaking:")).to_contain_text("Nearly")
    saved(page)
    page.keyboard.press("Control+z")
    expect(page.get_by_role("gridcell", name="Bram Fontaine, Speaking: Nearly set by hand")).to_have_count(0)
    # Why stays with the level, and the evidence tells what it says.
    cell.click()
    lens = page.get_by_role("complementary", name="Lens on Elof Åkerlund, Speaking")
    lens.get_by_label("Why").fill("speaks for the whole class")
    lens.get_by_label("Why").press("Tab")
    saved(page)
    lens.get_by_text("Working", exact=True).click()
    expect(lens.get_by_text("Together")).to_be_visible()
    page.get_by_role("button", name="Speaking, all students").click()
    expect(page.get_by_role("complementary", name="Lens on Speaking")).to_contain_text("Elof Åkerlund")
