"""The main screens: what they show of the demo, that everybody can use them, and that they fit."""

from collections.abc import Callable
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

AXE = (Path(__file__).parents[1] / "web" / "node_modules" / "axe-core" / "axe.min.js").read_text(encoding="utf-8")
PLACES = {
    "today": ("odalys", "/", "Needs you"),
    "plan": ("odalys", "/class/2/plan", "How quarter 2 is made"),
    "scores": ("odalys", "/class/2/scores", "spread, 40 to 100 %"),
    "files": ("odalys", "/class/2/files", "scores as of"),
    "overrides from a table": ("odalys", "/class/2/files?what=overrides-in", "or paste what you copied"),
    "scores from a table": ("odalys", "/class/2/files?what=scores-in", "or paste what you copied"),
    "send": ("odalys", "/class/1/send", "What goes to the records office"),
    "spread": ("odalys", "/class/2/spread", "Close below a mark"),
    "stack": ("odalys", "/class/2/stack", "When the pile is through"),
    "student": ("odalys", "/class/2/student/33", "How the grade comes about"),
    "opened work": ("odalys", "/class/2/scores/opened", "type a number, or a level"),
    "by standard": ("tobin", "/class/5/scores/standard", "each level with the evidence"),
    "loose ends": ("odalys", "/loose-ends", "What is to be looked at"),
    "report": ("odalys", "/class/2/report", "Comment for the family"),
    "semester": ("odalys", "/class/2/report?term=1", "Comment for the family"),
    "what families see": ("odalys", "/class/2/families?student=29", "Not seen"),
    "family": ("ingrid", "/family/29", "Due next"),
    "a family's class": ("ingrid", "/family/29?class=2", "How it comes about"),
    "report card": ("ingrid", "/family/29/card?term=3", "Save as PDF"),
    "school's year": ("mirela", "/school/year", "Days without school"),
    "people": ("mirela", "/school/people?role=student&open=29", "Guardians"),
    "classes": ("mirela", "/school/classes?open=2", "28 students"),
    "posting of classes": ("mirela", "/school/posting", "Save the list"),
    "register": ("mirela", "/school/register", "The school’s identifier there"),
    "scales and codes": ("mirela", "/school/shared", "Letters, fine"),
    "report cards' look": ("mirela", "/school/shared?view=cards", "Words for effort"),
    "standards": ("mirela", "/school/shared?view=standards", "What comes of several scores"),
    "outbox": ("mirela", "/school/outbox", "This installation has no mail server"),
    "audit": ("mirela", "/school/shared?view=audit", "What was done"),
    "account": ("odalys", "/account", "Where you are signed in"),
    "signing in": ("mirela", "/school/signing-in", "Client secret"),
    "parts": ("odalys", "/ui", "Be refused"),
    "homeroom": ("tobin", "/class/5/report", "Working together"),
}

CUT = """
() => [...document.querySelectorAll("main *, header *")].filter(element => {
    const own = [...element.childNodes].some(each => each.nodeType === Node.TEXT_NODE && each.textContent.trim());
    if (!own || !element.offsetWidth || element.closest(".sr-only, [title]:not([title=''])")) return false;
    const range = document.createRange();
    range.selectNodeContents(element);
    const text = range.getBoundingClientRect();
    for (let around = element; around; around = around.parentElement) {
        const { overflowX, overflowY } = getComputedStyle(around);
        const box = around.getBoundingClientRect();
        if (/auto|scroll/.test(overflowX + overflowY)) return false;
        if (/hidden|clip/.test(overflowX) && (text.right > box.right + 2 || text.left < box.left - 2)) return true;
        if (/hidden|clip/.test(overflowY) && (text.bottom > box.bottom + 3 || text.top < box.top - 3)) return true;
    }
    return false;
}).map(each => each.innerText.slice(0, 60))
"""
"""Texts of which a part is cut off, and no title says the whole."""

SPACED = """
css => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(css);
    document.adoptedStyleSheets = [sheet];
}
"""
SPACES = (
    "* { line-height: 1.5 !important; letter-spacing: .12em !important; word-spacing: .16em !important } "
    "p { margin-bottom: 2em !important }"
)
"""What WCAG 1.4.12 lets a reader set."""

WIDEST = """
window.widest = 0;
const look = () => {
    window.widest = Math.max(window.widest, document.documentElement?.scrollWidth ?? 0);
    requestAnimationFrame(look);
};
look();
"""


def violations(page: Page, part: str = "html") -> list[str]:
    """What keeps somebody out of the page, or of a part of it: a grid takes long to look through again and again."""
    page.evaluate(AXE)
    found = page.evaluate(
        "part => axe.run(part, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']})",
        part,
    )
    return [f"{each['id']}: {each['nodes'][0]['html'][:160]}" for each in found["violations"]]


@pytest.mark.parametrize("name", PLACES)
def test_no_main_screen_keeps_anybody_out(somebody: Callable[..., Page], name: str) -> None:
    who, place, words = PLACES[name]
    page = somebody(who, place)
    page.goto(place)
    expect(page.get_by_text(words).first).to_be_visible()
    assert violations(page) == []
    as_it_is = page.evaluate(CUT)
    page.evaluate(SPACED, SPACES)
    assert [each for each in page.evaluate(CUT) if each not in as_it_is] == [], "with room between the letters"
    page.evaluate(SPACED, "")
    # At 200 % a window of 1280 pixels has room for 640.
    page.set_viewport_size({"width": 640, "height": 400})
    assert page.evaluate("document.scrollingElement.scrollWidth") <= 640, "at 200 %"
    page.set_viewport_size({"width": 1280, "height": 800})
    page.get_by_role("button", name="Night").click()
    assert violations(page) == [], "at night"
    page.emulate_media(forced_colors="active")
    assert violations(page) == [], "in the reader's own colours"


DIALOGS = {
    "Everything about Shoreline survey": "Shoreline survey",
    "Add work that repeats": "Work that repeats",
    "Scales and codes": "Scales and score codes",
    "History": "History of the plan",
    "Pass on": "Pass the plan on",
    "checks": "Checks",
}


def test_no_dialog_of_the_plan_keeps_anybody_out(somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", "/class/2/plan")
    for button, title in DIALOGS.items():
        page.get_by_role("button", name=button).click()
        dialog = page.get_by_role("dialog", name=title)
        expect(dialog).to_be_visible()
        expect(dialog.get_by_text("Looking")).to_have_count(0)
        assert violations(page, "[role$=dialog]") == [], title
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)


def test_what_opens_beside_and_over_the_grid_keeps_nobody_out(somebody: Callable[..., Page]) -> None:
    lens, dialog = ".side-by-side > aside", "[role$=dialog]"
    page = somebody("odalys", "/class/2/scores")
    page.get_by_role("gridcell", name="Matěj Dvořáček, Map test 4").click()
    expect(page.get_by_role("complementary", name="Lens")).to_contain_text("Did you mean 50?")
    assert violations(page) == []
    page.keyboard.press("Space")
    expect(page.get_by_role("menu")).to_be_visible()
    assert violations(page, "[role=menu]") == []
    page.keyboard.press("k")
    expect(page.get_by_role("complementary", name="Lens on Map test 4")).to_be_visible()
    assert violations(page, lens) == []
    page.get_by_role("rowheader").filter(has_text="Dvořáček").get_by_role("button").click()
    expect(page.locator(lens)).to_contain_text("Blank or missing")
    assert violations(page, lens) == []
    page.get_by_role("gridcell", name="Matěj Dvořáček, Map test 4").click()
    page.keyboard.press("Shift+ArrowDown")
    expect(page.get_by_text("2 cells chosen")).to_be_visible()
    assert violations(page, lens) == []
    page.get_by_role("button", name="Add an assignment").click()
    expect(page.get_by_label("New assignment")).to_be_visible()
    assert violations(page, dialog) == []
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.keyboard.press("Control+k")
    expect(page.get_by_role("dialog")).to_be_visible()
    assert violations(page, dialog) == []
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.get_by_role("gridcell", name="Matěj Dvořáček, Map test 4").click()
    page.keyboard.press("Space")
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_contain_text("from cell to cell")
    assert violations(page, dialog) == []


def test_signing_in_keeps_nobody_out(somebody: Callable[..., Page]) -> None:
    page = somebody("odalys")
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_role("heading", name="Hoarfrost")).to_be_visible()
    expect(page.get_by_text("Tarnwick School, a demo")).to_be_visible()
    assert violations(page) == []


@pytest.mark.parametrize("name", PLACES)
def test_everything_can_be_read_on_a_phone(somebody: Callable[..., Page], name: str) -> None:
    who, place, words = PLACES[name]
    page = somebody(who, place, 360, 740)
    # Whatever is shown on the way there has to fit too.
    page.add_init_script(WIDEST)
    page.goto(place)
    expect(page.get_by_text(words).first).to_be_attached()
    assert page.evaluate("[widest, document.documentElement.scrollWidth]") == [360, 360]


def test_the_demo_shows_the_class_that_is_written_out(somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", "/class/2/scores")
    for words in (
        "adds up to 100, 1 apart",
        "14 blanks past due",
        "mean 85.0, median 84.4",
        "16 of 28 ready",
        "posted 4 Nov",
    ):
        expect(page.get_by_text(words)).to_be_visible()
    expect(page.get_by_role("button", name="Signe Åkerlund")).to_contain_text("B+ 89.96")
    expect(page.get_by_role("gridcell", name="Matěj Dvořáček, Map test 4: watersheds: 5 dropped")).to_be_attached()
    page.get_by_role("gridcell", name="Matěj Dvořáček, Map test 4").click()
    page.keyboard.press("Control+End")
    expect(page.get_by_role("gridcell", name="Timur Volkov, Notebook 1: not assigned")).to_be_attached()


def test_a_term_that_is_not_the_running_one_cannot_be_mistaken(somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", "/class/2/scores")
    page.get_by_role("link", name="Quarter 1").click()
    expect(page.get_by_role("note")).to_contain_text("You are working in Quarter 1, not in the running quarter 2.")
    page.get_by_role("link", name="Report").click()
    expect(page.get_by_role("note")).to_be_visible()


def test_the_plan_can_be_changed_moved_and_undone_by_keyboard(somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", "/class/4/plan")
    expect(page.get_by_text("draft, 95 of 100 given")).to_be_visible()
    page.get_by_role("button", name="Throw away").click()
    expect(page.get_by_role("region", name="Draft")).to_have_count(0)
    field = page.get_by_label("Points of Cue sheet")
    field.fill("minus two")
    field.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="not a number")).to_be_visible()
    field.press("Escape")
    expect(field).to_have_value("20")
    # There are scores: what moves grades waits in a draft, and leaves it when it is set back.
    draft = page.get_by_role("region", name="Draft")
    field.fill("25")
    field.press("Enter")
    expect(draft).to_contain_text("grades would change")
    field.fill("20")
    field.press("Enter")
    expect(draft).to_have_count(0)
    short = page.get_by_label("Short name of Cue sheet")
    short.fill("Cue list")
    short.press("Enter")
    expect(short).to_have_value("Cue list")
    names = page.locator("input[aria-label^='Name of']").all()
    before = [each.input_value() for each in names]
    page.get_by_label("Name of Tool safety", exact=True).press("Alt+ArrowDown")
    expect(page.locator("input[aria-label^='Name of']").nth(1)).to_have_value(before[2])
    page.get_by_role("button", name="Delete Cue sheet").click()
    page.get_by_role("alertdialog").get_by_role("button", name="Delete Cue sheet").click()
    expect(page.get_by_label("Name of Cue sheet", exact=True)).to_have_count(0)
    page.get_by_role("heading", name="Stage Craft 10").click()
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Name of Cue sheet", exact=True)).to_have_count(1)
    page.keyboard.press("Control+z")
    expect(page.locator("input[aria-label^='Name of']").nth(1)).to_have_value(before[1])
    page.keyboard.press("Control+z")
    expect(short).to_have_value("Cues")


def test_the_palette_and_the_sheet_of_keys_keep_nobody_out(somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", "/class/2/stack")
    expect(page.get_by_label("Name on the paper")).to_be_visible()
    page.keyboard.press("Control+k")
    expect(page.get_by_role("listbox", name="Found").get_by_role("option").first).to_be_visible()
    assert violations(page) == []
    page.keyboard.type("keys")
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog", name="Keys")).to_be_visible()
    assert violations(page) == []
