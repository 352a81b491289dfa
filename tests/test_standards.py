"""A homeroom's quarter by standard: from what the school asks for to the level that the guardian reads."""

from collections.abc import Callable, Iterator

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.pages import choose, open_class, press, reach, saved
from tests.stack import Stack
from tests.test_screens import violations


@pytest.fixture
def as_it_was(stack: Stack) -> Iterator[None]:
    """What is asked for and set by hand is gone again afterwards: other tests look at the homeroom, too."""
    yield
    stack.python(
        "from scores.models import *; from school.models import *; from school.revisions import count_school;"
        "LevelOverride.objects.filter(school_class=5).delete();"
        "ReportingWindow.objects.update(asks_for=[]); count_school(SchoolClass.objects.get(pk=5).school_id); print('done')"
    )


def post(page: Page, class_id: int) -> None:
    """Post the quarter of a class of three without comments."""
    page.goto(f"/class/{class_id}/report")
    page.get_by_role("button", name="Post grades").click()
    page.get_by_label("also the 3 whose comment is not ready").check()
    page.get_by_role("dialog").get_by_role("button", name="Post 3 grades").click()
    expect(page.get_by_text("3 grades of quarter 2 posted")).to_be_visible()


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


@pytest.fixture
def standards_as_they_were(stack: Stack) -> Iterator[None]:
    """The school's standards and their levels are those of before again afterwards."""
    school = "from school.models import School; from school.revisions import count_school; s = School.objects.get(name='Tarnwick School');"
    before = stack.python(f"{school} print(repr(s.standards))").splitlines()[-1]
    yield
    stack.python(f"{school} s.standards = {before}; s.save(); count_school(s.pk); print('done')")


@pytest.mark.usefixtures("as_it_was", "standards_as_they_were")
def test_from_an_imported_list_to_the_report_card_that_the_guardian_reads_by_keyboard(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    # A list is imported and asked for.
    officer = somebody("mirela", "/school/shared?view=standards")
    officer.get_by_label("Lay the standards of a file over these").set_input_files(
        {"name": "talk.csv", "mimeType": "text/csv", "buffer": b"Code,Name,Wording\nTA.1,Debating,argues a case\n"}
    )
    expect(officer.get_by_role("status").filter(has_text="Nothing is kept yet")).to_be_visible()
    press(officer.get_by_role("button", name="Keep it", exact=True))
    expect(officer.get_by_text("Kept. Levels are looked up by this from now on")).to_be_visible()
    officer.goto("/school/year")
    press(officer.get_by_role("button", name="Quarter 2").first)
    dialog = officer.get_by_role("dialog")
    press(dialog.get_by_label("Debating"), "Space")
    press(dialog.get_by_role("button", name="Keep the window"))
    expect(officer.get_by_text("The reporting window of quarter 2 is kept.")).to_be_visible()

    # The teacher plans work that gives evidence of it, found by its code, and looks levels alone up from it.
    class_id = stack.add_class("Talks 8", 3)
    page = somebody("odalys", f"/class/{class_id}/plan")
    press(page.get_by_role("button", name="One large project"))
    reach(page.get_by_label("New assignment", exact=True))
    page.keyboard.type("Debate")
    reach(page.get_by_label("Points", exact=True))
    page.keyboard.type("10")
    press(page.get_by_role("button", name="Add assignment"))
    reach(page.get_by_role("checkbox", name="Choose Debate"))
    press(page.get_by_role("button", name="Everything about Debate"), by="ArrowRight")
    dialog = page.get_by_role("dialog")
    press(dialog.get_by_text("Standards", exact=True))
    reach(dialog.get_by_role("combobox", name="Add a standard"))
    page.keyboard.type("TA.1")
    expect(page.get_by_role("option", name="Debating")).to_be_visible()
    page.keyboard.press("Enter")
    expect(dialog.get_by_role("list", name="Standards it gives evidence of")).to_contain_text("Debating")
    page.keyboard.press("Escape")
    expect(dialog).to_have_count(0)
    press(page.get_by_role("button", name="weighted by category", exact=True))
    reach(page.get_by_role("radio", name="weighted by category"))
    page.keyboard.press("ArrowUp")
    expect(page.get_by_role("button", name="levels in standards alone, without a percent")).to_be_visible()

    # Levels are typed down the column of the standard.
    press(page.get_by_role("link", name="Scores"))
    reach(page.get_by_role("gridcell", name=", Debate").first)
    page.keyboard.type(" k")
    lens = page.get_by_role("complementary", name="Lens on Debate")
    expect(lens.locator(":focus")).to_have_count(1)
    press(lens.get_by_role("link", name="Open it to a column for each standard"))
    grid = page.get_by_role("grid", name="Debate, opened")
    reach(grid.get_by_role("gridcell", name=", Score: blank").first)
    page.keyboard.press("ArrowRight")
    for level in ("nea", "sec", "nea"):
        page.keyboard.type(level)
        page.keyboard.press("Enter")
    saved(page)
    expect(grid.get_by_role("gridcell", name=", Debating: Nearly")).to_have_count(2)

    # One of them is set by hand, with the reason, and one comes back to go on.
    press(page.get_by_role("link", name="Scores"))
    press(page.get_by_role("link", name="by standard", exact=True))
    signe = page.get_by_role("gridcell", name="Signe Åkerlund, Debating:")
    expect(signe).to_have_accessible_name("Signe Åkerlund, Debating: Secure 1 piece")
    reach(page.get_by_role("gridcell").first)
    reach(signe, "ArrowDown")
    page.keyboard.type("bey")
    expect(signe).to_have_accessible_name("Signe Åkerlund, Debating: Beyond set by hand in place of Secure 1 piece")
    page.keyboard.type(" c")
    why = page.get_by_role("complementary", name="Lens on Signe Åkerlund, Debating").get_by_label("Why")
    expect(why).to_be_focused()
    page.keyboard.type("spoke before the whole school")
    page.keyboard.press("Escape")
    expect(signe).to_be_focused()
    saved(page)
    page.keyboard.type(" w")
    expect(page.get_by_text("One piece: 3.")).to_be_visible()
    page.reload()
    reach(page.get_by_role("gridcell").first)
    reach(signe, "ArrowDown")
    expect(page.get_by_label("Why")).to_have_value("spoke before the whole school")

    press(page.get_by_role("link", name="Report"))
    press(page.get_by_role("button", name="Post grades"))
    press(page.get_by_label("also the 3 whose comment is not ready"), "Space")
    press(page.get_by_role("dialog").get_by_role("button", name="Post 3 grades"))
    expect(page.get_by_text("3 grades of quarter 2 posted")).to_be_visible()

    # The guardian reads levels that stand alone, no percent, and nothing of why.
    family = somebody("ingrid", "/family/29")
    press(family.get_by_role("navigation", name="Classes").get_by_role("link", name="Talks 8", exact=True))
    levels = family.get_by_role("main")
    expect(levels.get_by_text("Debating").first).to_be_visible()
    expect(levels.get_by_text("Beyond").first).to_be_visible()
    expect(levels).not_to_contain_text("%")
    expect(levels).not_to_contain_text("spoke before")
    press(family.get_by_role("link", name="report card of Quarter 2"))
    expect(family.get_by_text("Save as PDF")).to_be_visible()
    card = family.get_by_role("main")
    expect(card.get_by_text("Debating").first).to_be_visible()
    expect(card.get_by_text("Beyond").first).to_be_visible()


@pytest.mark.usefixtures("standards_as_they_were")
def test_a_standard_with_levels_of_its_own_is_looked_up_set_and_read_in_them(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    class_id = stack.add_class("Skies 8", 3, works=2)
    stack.python(
        "from plans.models import *; from scores.models import *; from school.models import *;"
        f"c = SchoolClass.objects.get(pk={class_id}); who = Person.objects.get(sign_in='odalys');"
        "c.assignments.update(standards=['Weather']); GroundRules.objects.filter(school_class=c).update(method='levels');"
        "Score.objects.bulk_create([Score(student=e.student, assignment=w, by_standard={'Weather': '3'}, changed_by=who,"
        " changed_at=c.school.now()) for e in c.enrolments.all() for w in c.assignments.all()])"
    )
    officer = somebody("mirela", "/school/shared?view=standards")
    officer.get_by_text("Other levels", exact=True).click()
    choose(officer, "Levels of its own for another", "Weather")
    own = officer.get_by_label("Levels for Weather, one a line")
    own.fill("Watches 0 1\nForetells soon")
    officer.get_by_role("button", name="Keep it", exact=True).click()
    expect(officer.get_by_role("alert")).to_contain_text("“Foretells soon” says no score")
    own.fill("Watches 0 1\nForetells 2.5 4")
    officer.get_by_role("button", name="Keep it", exact=True).click()
    # The homeroom has evidence of it: one is told, and says so once more.
    officer.get_by_role("button", name="Keep it all the same").click()
    expect(officer.get_by_text("Kept. Levels are looked up by this from now on")).to_be_visible()

    page = somebody("odalys", f"/class/{class_id}/scores/standard")
    page.get_by_role("gridcell", name="Signe Åkerlund, Weather: Foretells").click()
    lens = page.get_by_role("complementary", name="Lens on Signe Åkerlund, Weather")
    expect(lens.get_by_role("group", name="Set the level by hand").get_by_role("button")).to_have_text(
        ["Watches", "Foretells"]
    )
    # The school's usual levels are none of this standard's.
    page.keyboard.type("sec")
    expect(page.get_by_text("is none of the levels of Weather: Watches, Foretells.")).to_be_visible()
    page.keyboard.press("Escape")
    page.keyboard.type("w")
    expect(page.get_by_role("gridcell", name="Signe Åkerlund, Weather: Watches set by hand")).to_be_visible()
    saved(page)

    post(page, class_id)
    family = somebody("ingrid", "/family/29", 360, 740)
    open_class(family, "Skies 8")
    expect(family.get_by_role("main").get_by_text("Watches").first).to_be_visible()


def test_work_is_opened_to_a_column_for_each_standard_and_filled_from_the_keyboard(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    class_id = stack.add_class("Opened 8", 4, works=2)
    stack.python(
        "from school.models import *;"
        f"SchoolClass.objects.get(pk={class_id}).assignments.filter(name='Walk 1').update(standards=['Speaking', 'Working together'])"
    )
    page = somebody("odalys", f"/class/{class_id}/scores")
    page.get_by_role("button", name="Walk 1: what can be done").click()
    page.get_by_role("link", name="Open it to a column for each standard").click()
    grid = page.get_by_role("grid", name="Walk 1, opened")
    expect(grid.get_by_role("columnheader")).to_have_count(5)
    assert violations(page) == []

    def cells(part: str, text: str) -> Locator:
        return grid.get_by_role("gridcell", name=f", {part}: {text}", exact=False)

    # One types a standard down the column, and gives the rest what most have.
    cells("Speaking", "blank").first.click()
    page.keyboard.type("nea")
    page.keyboard.press("Enter")
    page.keyboard.type("bey")
    page.keyboard.press("Enter")
    saved(page)
    expect(cells("Speaking", "Nearly")).to_have_count(1)
    choose(grid, "Give the rest in Speaking", "Secure")
    saved(page)
    expect(cells("Speaking", "Secure")).to_have_count(2)
    # The first row of two columns goes into all below; what was not chosen stays.
    cells("Score", "blank").first.click()
    page.keyboard.type("17")
    page.keyboard.press("Tab")
    page.keyboard.press("Shift+ArrowDown")
    page.keyboard.press("Shift+ArrowDown")
    page.keyboard.press("Control+d")
    saved(page)
    expect(cells("Speaking", "Nearly")).to_have_count(3)
    expect(cells("Score", "17")).to_have_count(1)
    page.keyboard.press("Control+z")
    expect(cells("Speaking", "Nearly")).to_have_count(1)
    # Ticking work as handed in, for all at once.
    grid.get_by_role("gridcell", name="handed in: no").first.click()
    for _ in range(3):
        page.keyboard.press("Shift+ArrowDown")
    page.keyboard.press("Space")
    expect(grid.get_by_role("gridcell", name="handed in: yes")).to_have_count(4)
    saved(page)
    page.reload()
    expect(grid.get_by_role("gridcell", name="handed in: yes")).to_have_count(4)
    expect(cells("Speaking", "Beyond")).to_have_count(1)
    # What is no level is refused in words, and everything else stays.
    cells("Working together", "blank").first.click()
    page.keyboard.type("magic")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Working together: magic is not a number, a mark or a score code")).to_be_visible()
