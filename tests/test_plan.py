"""The plan: from a sheet of paper into an empty class, and a change in the middle of a term that alarms nobody."""

from collections.abc import Callable

from playwright.sync_api import Locator, Page, expect

from tests.pages import choose, saved
from tests.stack import Stack


def test_categories_typed_as_text(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 6", 3)
    page = somebody("odalys", f"/class/{class_id}/plan")
    text = page.get_by_label("Type or paste the categories with their weights")
    text.fill("Fieldwork and notebooks")
    page.get_by_role("button", name="Make these categories").click()
    expect(page.get_by_role("alert")).to_contain_text("has no name and weight")
    expect(text).to_have_value("Fieldwork and notebooks")
    text.fill("Fieldwork 40, Map tests 35, Notebooks 25")
    page.get_by_role("button", name="Make these categories").click()
    expect(page.get_by_label("Weight of Map tests")).to_have_value("35")
    expect(page.get_by_text("adds up to 100").first).to_be_visible()
    page.get_by_role("button", name="by points, none dropped").first.click()
    choose(page, "lowest dropped", "1")
    expect(page.get_by_role("button", name="by points, lowest 1 dropped")).to_be_visible()


def test_a_draft_is_seen_by_both_teachers_and_survives_signing_out(somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", "/class/2/plan")
    weight = page.get_by_label("Weight of Notebooks")
    weight.fill("25")
    weight.press("Enter")
    band = page.get_by_role("region", name="Draft")
    expect(band).to_contain_text("grades would change")
    expect(page.get_by_text("weights add up to 110")).to_be_visible()
    page.get_by_role("button", name="Sign out").click()
    other = somebody("tobin", "/class/2/plan")
    band = other.get_by_role("region", name="Draft")
    other.get_by_role("button", name="Show the list").click()
    expect(other.get_by_text("Notebooks: weighs 15 25")).to_be_visible()
    grade = other.request.get("/api/v1/classes/2/scores").json()["rows"][0]["grade"]["percent"]
    assert grade == "86.0"
    band.get_by_role("button", name="Throw away").click()
    expect(band).to_have_count(0)
    expect(other.get_by_label("Weight of Notebooks")).to_have_value("15")


def test_a_ground_rule_shows_what_it_makes_of_a_grade_and_is_applied_and_undone(somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", "/class/3/plan")
    page.get_by_role("button", name="made of all points in one pool").click()
    group = page.get_by_role("group", name="it makes")
    group.get_by_label("made of every assignment alike").check()
    band = page.get_by_role("region", name="Draft")
    expect(band).to_contain_text("grades would change")
    band.get_by_role("button", name="Apply to").click()
    expect(band).to_have_count(0)
    expect(page.get_by_role("button", name="made of every assignment alike")).to_be_visible()
    page.get_by_role("heading", name="Choir").click()
    page.keyboard.press("Control+z")
    expect(page.get_by_role("button", name="made of all points in one pool")).to_be_visible()


class Hands:
    """Somebody who types: every key is counted."""

    def __init__(self, page: Page) -> None:
        self.page, self.keys = page, 0

    def type(self, text: str) -> None:
        self.keys += len(text)
        self.page.keyboard.type(text)

    def press(self, *keys: str) -> None:
        self.keys += len(keys)
        for key in keys:
            self.page.keyboard.press(key)

    def add_work(self, name: str, category: str = "", points: str = "") -> None:
        """One line of the form for new assignments, which comes back to its beginning and keeps category and points."""
        self.type(name)
        if category or points:
            self.press("Tab")
            self.type(category)
            self.press("Tab")
            self.type(points)
        self.press("Enter")
        expect(self.page.get_by_label(f"Name of {name}", exact=True)).to_be_visible()

    def at(self, label: str) -> Locator:
        """The field that the hands are in by now."""
        field = self.page.get_by_label(label, exact=True)
        expect(field).to_be_focused()
        return field


def widths(page: Page) -> dict[str, str]:
    """What each assignment is worth of the grade, as the outline says."""
    fields = page.get_by_role("textbox", name="of the grade").all()
    names = [
        (each.get_attribute("aria-label") or "").removeprefix("Share of ").removesuffix(" of the grade")
        for each in fields
    ]
    return dict(zip(names, [each.input_value() for each in fields], strict=True))


def test_the_sheet_of_paper(stack: Stack, somebody: Callable[..., Page]) -> None:
    """From an empty class to a plan that adds up, by keys alone, from the moment the page is open."""
    class_id = stack.add_class("Geography 21", 4)
    page = somebody("odalys", f"/class/{class_id}/plan")
    hands = Hands(page)
    expect(page.get_by_text("Nothing makes the grade yet")).to_be_visible()
    hands.press("Tab", "Enter", "Tab", "Tab")
    hands.at("Type or paste the categories with their weights")
    hands.type("Fieldwork 35, Map tests 25, Notebooks 12, Project 18, Discussion 10")
    hands.press("Tab", "Enter")
    expect(page.get_by_text("adds up to 100").first).to_be_visible()
    hands.at("New assignment")
    for name, category, points in (
        ("Trip 1", "F", "20"),
        ("Trip 2", "", ""),
        ("Trip 3", "", ""),
        ("Short test", "M", ""),
        ("Long test", "M", "40"),
        ("Outline", "P", "10"),
        ("Model", "", ""),
        ("Report", "", ""),
        ("Leading one", "D", ""),
        ("Taking part", "", ""),
    ):
        hands.add_work(name, category, points)
    # Down into the rows, and along them to what each is worth of the grade.
    hands.press("ArrowDown")
    hands.at("Name of the category Fieldwork")
    hands.press("ArrowRight", "ArrowRight")
    hands.at("Weight of Fieldwork")
    for name, steps, share in (
        ("Short test", 5, "10"),
        ("Outline", 3, "4"),
        ("Model", 0, "6"),
        ("Leading one", 2, "7"),
    ):
        hands.press(*["ArrowDown"] * steps)
        field = hands.at(f"Share of {name} of the grade")
        hands.type(share)
        hands.press("Enter")
        expect(field).to_have_value(f"{share}.00")
    hands.press(*["ArrowUp"] * 7)
    hands.at("Weight of Notebooks")
    hands.press("ArrowLeft", "Enter")
    expect(page.get_by_label("Work in it counts")).to_be_focused()
    hands.press("Tab")
    hands.type("1")
    expect(page.get_by_role("button", name="by points, lowest 1 dropped")).to_be_visible()
    hands.press("Control+k")
    hands.type("repe")
    hands.press("Enter")
    hands.at("Name; # is the number")
    hands.press("Control+a")
    hands.type("Notebook #")
    hands.press("Tab")
    hands.type("N")
    hands.press("Tab", "Tab")
    hands.at("From")
    hands.type("3 nov")
    hands.press("Tab", "Tab")
    hands.at("or times")
    hands.type("8")
    expect(page.get_by_role("button", name="Make 8 assignments")).to_be_enabled()
    hands.press("Enter")
    expect(page.get_by_label("Name of Notebook 8", exact=True)).to_be_visible()
    assert hands.keys <= 300

    before = widths(page)
    assert {
        name: before[name]
        for name in ("Short test", "Long test", "Outline", "Model", "Report", "Leading one", "Taking part")
    } == {
        "Short test": "10.00",
        "Long test": "15.00",
        "Outline": "4.00",
        "Model": "6.00",
        "Report": "8.00",
        "Leading one": "7.00",
        "Taking part": "3.00",
    }
    assert {before[f"Notebook {each}"] for each in range(1, 9)} == {"1.50"}
    assert {before[f"Trip {each}"] for each in (1, 2, 3)} == {"11.67"}

    page.get_by_label("New assignment", exact=True).focus()
    hands.add_work("Trip 4", "F", "20")
    after = widths(page)
    assert {after[f"Trip {each}"] for each in (1, 2, 3, 4)} == {"8.75"}
    assert {name: share for name, share in after.items() if "Trip" not in name} == {
        name: share for name, share in before.items() if "Trip" not in name
    }


def test_a_divider_is_moved_by_keys_and_by_dragging(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 5", 2)
    stack.python(
        "from plans.models import Category;"
        f"[Category.objects.create(school_class_id={class_id}, name=n, sign=n[:2].upper(), weight=w, position=w)"
        " for n, w in (('Walks', 40), ('Talks', 60))]"
    )
    page = somebody("odalys", f"/class/{class_id}/plan")
    divider = page.get_by_role("separator", name="Weights of Walks and Talks")
    divider.focus()
    for key in ("ArrowRight", "ArrowRight", "Shift+ArrowLeft"):
        page.keyboard.press(key)
    expect(divider).to_have_attribute("aria-valuenow", "41.9")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Weight of Walks")).to_have_value("41.9")
    expect(page.get_by_label("Weight of Talks")).to_have_value("58.1")
    box = divider.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + 4, box["y"] + 20)
    page.mouse.down()
    page.mouse.move(box["x"] + 104, box["y"] + 20, steps=4)
    page.mouse.up()
    expect(page.get_by_label("Weight of Walks")).not_to_have_value("41.9")
    page.get_by_role("heading", name="Geography 5").click()
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Weight of Walks")).to_have_value("41.9")


def test_many_are_found_chosen_and_changed_together(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 4", 2)
    stack.python(
        "from plans.models import *; from school.models import Term; import datetime;"
        f"k = Category.objects.create(school_class_id={class_id}, name='Walks', sign='WK', weight=100);"
        "t = Term.objects.get(name='Quarter 2');"
        f"[Assignment.objects.create(school_class_id={class_id}, category=k, term=t, name=f'Día {{n}}', short_name=f'D{{n}}', points=20,"
        " due_on=datetime.date(2031, 12, n), position=n) for n in range(1, 7)]"
    )
    page = somebody("odalys", f"/class/{class_id}/plan")
    page.get_by_label("Find an assignment").fill("dia 6")
    expect(page.get_by_label("Name of Día 1")).to_have_count(0)
    page.get_by_label("Find an assignment").press("Escape")
    page.get_by_label("Choose Día 2", exact=True).check()
    page.get_by_label("Choose Día 5", exact=True).click(modifiers=["Shift"])
    bulk = page.get_by_role("group", name="Change what is chosen")
    expect(bulk).to_contain_text("4 chosen")
    bulk.get_by_label("points").fill("five")
    bulk.get_by_label("points").press("Enter")
    expect(bulk.get_by_role("alert")).to_contain_text("not a number")
    bulk.get_by_label("points").fill("30")
    bulk.get_by_label("points").press("Enter")
    expect(page.get_by_label("Points of Día 5", exact=True)).to_have_value("30")
    expect(page.get_by_label("Points of Día 6", exact=True)).to_have_value("20")
    bulk.get_by_role("button", name="Choose none").click()
    page.get_by_role("heading", name="Geography 4").click()
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Points of Día 5", exact=True)).to_have_value("20")


def test_two_teachers_at_once_and_the_way_back(stack: Stack, somebody: Callable[..., Page]) -> None:
    """What a colleague changed meanwhile is shown and not overwritten; the history knows who it was."""
    class_id = stack.add_class("Geography 3", 2)
    stack.python(
        "from plans.models import Category;"
        f"Category.objects.create(school_class_id={class_id}, name='Walks', sign='WK', weight=40)"
    )
    stack.add_co_teacher(class_id)
    mine, theirs = (somebody(who, f"/class/{class_id}/plan") for who in ("odalys", "tobin"))
    for page in (mine, theirs):
        expect(page.get_by_label("Weight of Walks")).to_have_value("40")
    # One is still typing when the colleague's change arrives.
    mine.get_by_label("Weight of Walks").fill("70")
    theirs.get_by_label("Weight of Walks").fill("55")
    theirs.get_by_label("Weight of Walks").press("Enter")
    saved(theirs)
    mine.get_by_label("Weight of Walks").press("Enter")
    expect(mine.get_by_role("alert").filter(has_text="A colleague changed Walks")).to_be_visible()
    expect(mine.get_by_label("Weight of Walks")).to_have_value("70")
    mine.get_by_label("Weight of Walks").press("Escape")
    expect(mine.get_by_label("Weight of Walks")).to_have_value("55")
    mine.get_by_role("button", name="History").click()
    expect(mine.get_by_text("Tobin Achterberg changed the category Walks")).to_be_visible()


def test_scales_codes_and_checks(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 2", 2)
    page = somebody("odalys", f"/class/{class_id}/plan")
    page.get_by_role("button", name="One large project").click()
    expect(page.get_by_label("Weight of Journal")).to_have_value("25")
    page.get_by_role("button", name="Scales and codes").click()
    page.get_by_role("button", name="New scale").click()
    form = page.get_by_role("form", name="Scale")
    form.get_by_label("Name", exact=True).fill("Two steps")
    form.get_by_label("Mark 1", exact=True).fill("There")
    form.get_by_label("From, mark 1").fill("50")
    form.get_by_label("Mark 2", exact=True).fill("There")
    page.get_by_role("button", name="Make this scale").click()
    expect(form.get_by_role("alert")).to_contain_text("There")
    form.get_by_label("Mark 2", exact=True).fill("Not yet")
    page.get_by_role("button", name="Make this scale").click()
    expect(page.get_by_role("button", name="Two steps your own")).to_be_visible()
    page.get_by_role("button", name="Score codes").click()
    codes = page.get_by_role("form", name="Make a score code")
    codes.get_by_label("New code").fill("A")
    codes.get_by_label("Name").fill("half")
    codes.get_by_role("button", name="Make it").click()
    expect(page.get_by_role("alert")).to_contain_text("2 to 5 letters")
    page.keyboard.press("Escape")
    page.get_by_label("Weight of Journal").fill("15")
    page.get_by_label("Weight of Journal").press("Enter")
    page.get_by_role("button", name="checks").click()
    panel = page.get_by_role("dialog", name="Checks")
    expect(panel).to_contain_text("The weights add up to 90, not to 100.")
    panel.get_by_role("listitem").filter(has_text="The weights").get_by_role("button", name="Go there").click()
    expect(page.get_by_label("Weight of Project")).to_be_focused()


def test_a_colleagues_code_is_taken_over(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 1", 1)
    stack.python(
        "from plans.models import *; from school.models import *;"
        "tobin = Person.objects.get(sign_in='tobin'); school = School.objects.get();"
        "ScoreCode.objects.create(school=school, owner=tobin, code='RD', name='redone', effect='full', is_shared=True)"
    )
    page = somebody("odalys", f"/class/{class_id}/plan")
    page.get_by_role("button", name="One large project").click()
    expect(page.get_by_label("Weight of Journal")).to_have_value("25")
    page.get_by_role("button", name="Scales and codes").click()
    page.get_by_role("button", name="Score codes").click()
    page.get_by_role("button", name="Take RD over as my own").click()
    expect(page.get_by_label("Name of RD")).to_have_value("redone")
    page.get_by_label("Offer RD to the whole school").check()
    page.reload()
    page.get_by_role("button", name="Scales and codes").click()
    page.get_by_role("button", name="Score codes").click()
    expect(page.get_by_label("Offer RD to the whole school")).to_be_checked()


def test_what_goes_with_work_its_standards_and_its_adjustment(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 0", 3)
    page = somebody("odalys", f"/class/{class_id}/plan")
    page.get_by_role("button", name="One large project").click()
    page.get_by_label("New assignment", exact=True).fill("Harbour model")
    page.get_by_label("Points", exact=True).fill("20")
    page.get_by_role("button", name="Add assignment").click()
    page.get_by_role("button", name="Everything about Harbour model").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_text("What goes with it").click()
    dialog.get_by_label("A file to go with it").set_input_files(
        {"name": "how to build.txt", "mimeType": "text/plain", "buffer": b"Cut the contours, then stack them."}
    )
    expect(dialog.get_by_role("link", name="how to build.txt")).to_be_visible()
    work = page.request.get(f"/api/v1/classes/{class_id}/plan").json()["assignments"][0]["id"]
    handed = page.request.get(f"/api/v1/classes/{class_id}/assignments/{work}/file")
    assert handed.text() == "Cut the contours, then stack them."
    dialog.get_by_text("Standards", exact=True).click()
    for name in ("Contours", "Scale"):
        dialog.get_by_role("combobox", name="Add a standard").fill(name)
        page.get_by_role("option", name=f"{name} a standard of the class’s own").click()
    expect(dialog.get_by_role("list", name="Standards it gives evidence of").get_by_role("listitem")).to_have_count(2)
    dialog.get_by_role("button", name="Take the file away").click()
    expect(dialog.get_by_role("link", name="how to build.txt")).to_have_count(0)
    page.keyboard.press("Escape")

    # Once there is a score, an adjustment waits in the draft, and applied it stands beside what was entered.
    page.get_by_role("link", name="Scores").click()
    page.get_by_role("gridcell", name="Harbour model").first.click()
    page.keyboard.type("12")
    page.keyboard.press("Enter")
    saved(page)
    page.get_by_role("link", name="Plan").click()
    page.get_by_role("button", name="Everything about Harbour model").click()
    dialog.get_by_text("Adjusted", exact=True).click()
    choose(dialog, "Add a step", "add")
    dialog.get_by_label("Step 1: add").fill("3.25")
    dialog.get_by_label("Step 1: add").press("Tab")
    page.keyboard.press("Escape")
    band = page.get_by_role("region", name="Draft")
    expect(band).to_contain_text("1 grade would change, 1 up and 0 down")
    band.get_by_role("button", name="Apply to").click()
    expect(band).to_have_count(0)
    page.get_by_role("link", name="Scores").click()
    cell = page.get_by_role("gridcell", name="Harbour model").first
    expect(cell).to_contain_text("15.25")
    expect(cell.locator("small")).to_have_text("12")
    assert cell.evaluate("each => each.scrollWidth <= each.clientWidth"), "both numbers are to be read in full"
    page.get_by_label("as entered").check()
    expect(cell).to_have_text("12")
    saved(page)
    page.reload()
    expect(cell).to_have_text("12")
    page.get_by_label("as entered").uncheck()
    expect(cell.locator("small")).to_have_text("12")

    # Scores that come from another system are entered there; the cell says where.
    page.get_by_role("link", name="Plan").click()
    page.get_by_role("button", name="Everything about Harbour model").click()
    dialog.get_by_text("How it is entered").click()
    dialog.get_by_label("Scores come from another system").fill("the workshop's marking machine")
    dialog.get_by_label("Scores come from another system").press("Tab")
    page.keyboard.press("Escape")
    page.get_by_role("link", name="Scores").click()
    expect(cell).to_have_attribute("aria-readonly", "true")
    cell.click()
    page.keyboard.type("9")
    page.keyboard.press("Enter")
    expect(page.get_by_text("entered there").first).to_be_visible()
    expect(cell).to_contain_text("15")


def test_a_semester_is_made_of_its_parts(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 3", 2)
    page = somebody("odalys", f"/class/{class_id}/plan")
    page.get_by_role("button", name="One large project").click()
    expect(page.get_by_label("Weight of Journal")).to_have_value("25")
    page.get_by_role("link", name="Semester 1").click()
    expect(page.get_by_role("heading", name="Of what it is made")).to_be_visible()
    first = page.get_by_label("Weight of Quarter 1")
    first.fill("60")
    first.press("Enter")
    expect(page.get_by_role("group", name="drawn to scale")).to_contain_text("%")
    shares = page.get_by_role("row", name="Quarter 1").get_by_role("cell").last
    expect(shares).not_to_have_text("40")
    parts = page.request.get(page.url.replace("/class/", "/api/v1/classes/")).json()["parts"]
    assert sum(float(each["share"]) for each in parts) == 100
    choose(page, "Parts count by", "their marks")
    saved(page)
    page.reload()
    expect(page.get_by_label("Parts count by")).to_have_text("their marks")
    expect(page.get_by_label("Weight of Quarter 1")).to_have_value("60")
