"""A pile of papers: in any order, in the roster's, several at once, on a phone."""

import random
from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.pages import choose, saved
from tests.stack import Stack

PILE = 30


def test_a_pile_of_30_in_random_order(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 11", PILE, works=1)
    page = somebody("odalys", f"/class/{class_id}/stack")
    roster = page.request.get(f"/api/v1/classes/{class_id}/scores").json()["rows"]
    pile = list(enumerate(roster))
    random.Random(4).shuffle(pile)
    name = page.get_by_label("Name on the paper")
    expect(name).to_be_focused()
    for place, row in pile[:-3]:
        page.keyboard.type(row["number"] or f"{row['family_name']} {row['given_name']}".lower())
        page.keyboard.press("Enter")
        page.keyboard.type(
            f"{place % 18}; seen" if place == 3 else f"{place % 18} L" if place == 4 else f"{place % 18}"
        )
        page.keyboard.press("Enter")
    expect(page.get_by_text(f"{PILE - 3} of {PILE} in")).to_be_visible()
    saved(page)
    # The last paper is taken back and typed again; then the rest get a code together.
    page.keyboard.press("Control+z")
    expect(page.get_by_text(f"{PILE - 4} of {PILE} in")).to_be_visible()
    place, row = pile[-4]
    name.fill(row["number"] or row["family_name"])
    page.keyboard.press("Enter")
    page.keyboard.type("½")
    page.keyboard.press("Enter")
    expect(page.get_by_text("3 have nothing yet")).to_be_visible()
    choose(page, "A code for all who have nothing", "EX, exempt")
    expect(page.get_by_text("everybody has something")).to_be_visible()
    saved(page)
    cells = {
        each["student_id"]: next(iter(each["cells"].values()))
        for each in page.request.get(f"/api/v1/classes/{class_id}/scores").json()["rows"]
    }
    for place, row in pile[:-4]:
        assert cells[row["student_id"]]["text"] == str(place % 18)
        assert cells[row["student_id"]].get("comment") == ("seen" if place == 3 else None)
        assert cells[row["student_id"]]["flag"] == ("late" if place == 4 else "")
    assert cells[pile[-4][1]["student_id"]]["text"] == "0.5"
    assert [cells[row["student_id"]]["text"] for _, row in pile[-3:]] == ["EX"] * 3


def test_the_roster_in_order_and_several_at_once(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 12", 5, works=1)
    page = somebody("odalys", f"/class/{class_id}/stack")
    page.get_by_role("radio", name="the roster in order").click()
    for text in ("11", "", "13"):
        expect(page.get_by_role("textbox", name="Points")).to_be_focused()
        page.keyboard.type(text)
        page.keyboard.press("Enter")
    page.get_by_role("radio", name="papers in any order").click()
    page.keyboard.type("åkerl,cast")
    page.keyboard.press("Enter")
    page.keyboard.press("Escape")
    page.keyboard.type("akerlund,")
    page.keyboard.type("castel,")
    page.keyboard.press("Enter")
    expect(page.get_by_text("2 students get the same.")).to_be_visible()
    page.keyboard.type("18")
    page.keyboard.press("Enter")
    saved(page)
    rows = page.request.get(f"/api/v1/classes/{class_id}/scores").json()["rows"]
    assert [next(iter(each["cells"].values()))["text"] for each in rows] == ["11", "18", "13", "18", ""]
    # Both were one act, and are taken back as one.
    page.keyboard.press("Control+z")
    expect(page.get_by_text("2 of 5 in")).to_be_visible()


def test_a_stack_with_one_thumb(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 13", 4, works=1)
    page = somebody("odalys", f"/class/{class_id}/stack", width=360, height=740)
    page.get_by_label("Name on the paper").fill("bas")
    page.get_by_role("listbox", name="Students found").get_by_role(
        "option"
    ).first.tap() if page.context.browser is None else (
        page.get_by_role("listbox", name="Students found").get_by_role("option").first.click()
    )
    pad = page.get_by_role("group", name="Number pad")
    for key in ("1", "7", "½", "Take the last one away", "L late"):
        pad.get_by_role("button", name=key).click()
    expect(page.get_by_role("textbox", name="Points")).to_have_value("17 L")
    assert page.evaluate("document.documentElement.scrollWidth") <= 360
    page.get_by_role("button", name="Next paper").click()
    expect(page.get_by_text("1 of 4 in")).to_be_visible()
    saved(page)
    row = page.request.get(f"/api/v1/classes/{class_id}/scores").json()["rows"][2]
    cell = next(iter(row["cells"].values()))
    assert (row["family_name"], cell["text"], cell["flag"]) == ("Bashir", "17", "late")
    page.get_by_role("button", name="undo the last paper").click()
    expect(page.get_by_text("0 of 4 in")).to_be_visible()


def test_a_stack_scores_by_standard_in_one_line(somebody: Callable[..., Page]) -> None:
    page = somebody("tobin", "/class/5/stack")
    choose(page, "Assignment", "Reading to a partner")
    expect(page.get_by_text("11 of 22 in")).to_be_visible()
    name = page.get_by_role("combobox", name="Name on the paper")
    name.fill("okaf")
    name.press("Enter")
    line = page.get_by_role("textbox", name="Points / Reading / Working together")
    line.press_sequentially("3/beyond/2")
    expect(page.get_by_role("status").filter(has_text="Reading")).to_contain_text("Reading beyond")
    line.press("Enter")
    roster = page.get_by_role("complementary", name="Roster")
    okafor = roster.get_by_role("listitem").filter(has_text="Okafor")
    expect(okafor).to_contain_text("Reading Beyond, Working together Nearly")
    # One that cannot be read stays, with the standard that it was typed for.
    name.fill("prit")
    name.press("Enter")
    line.press_sequentially("3/7")
    line.press("Enter")
    expect(page.get_by_text("Reading: 7 is above 4")).to_be_visible()
    page.get_by_role("button", name="Let 3/7 go").click()
    # The lens mends one standard, and its history says so.
    page.goto("/class/5/scores")
    page.get_by_role("gridcell", name="Aino Okafor, Reading to a partner").click()
    lens = page.get_by_role("complementary", name="Lens")
    expect(lens).to_contain_text("Aino Okafor")
    lens.get_by_role("textbox", name="Working together here").fill("secure")
    lens.get_by_role("textbox", name="Working together here").press("Enter")
    expect(lens).to_contain_text("Working together 2 → 3")
    page.goto("/class/5/report")
    page.get_by_text("Okafor, Aino").click()
    expect(page.get_by_role("list", name="Standards")).to_contain_text("last Reading to a partner")


def test_a_phone_without_a_connection_keeps_scores_by_standard(stack: Stack, somebody: Callable[..., Page]) -> None:
    page = somebody("tobin", "/class/5/stack", width=360, height=740)
    choose(page, "Assignment", "Reading to a partner")
    name = page.get_by_role("combobox", name="Name on the paper")
    page.context.set_offline(True)
    for keys in (("3", "/", "4"), ("/", "/", "2")):  # The second line says one part alone.
        name.fill("talv")
        name.press("Enter")
        for key in keys:
            label = "Stroke: the next standard" if key == "/" else key
            page.get_by_role("group", name="Number pad").get_by_role("button", name=label, exact=True).click()
        page.get_by_role("button", name="Next paper").click()
    expect(page.get_by_role("status").filter(has_text="Offline: 2 entries kept here")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 360
    page.context.set_offline(False)
    saved(page)
    rows = page.request.get("/api/v1/classes/5/scores").json()
    work = next(str(each["id"]) for each in rows["columns"] if each["name"] == "Reading to a partner")
    row = next(each for each in rows["rows"] if each["family_name"] == "Talvik")
    assert (row["cells"][work]["text"], row["cells"][work]["standards"]) == ("Secure", ["Beyond", "Nearly"])


def test_a_project_is_marked_by_criteria_from_a_pile_on_a_phone(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 78", 3, works=1)
    page = somebody("odalys", f"/class/{class_id}/plan")
    page.get_by_role("button", name="Everything about Walk 1").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_text("Criteria", exact=True).click()
    text = dialog.get_by_label("One a line with its points")
    text.fill("Idea 4: what it is for\n  thin 1\n  rich\nMaking 6\n  loose 2\n  whole 6: holds")
    text.blur()
    expect(dialog.get_by_text("“rich” cannot be read")).to_be_visible()
    text.fill("Idea 4: what it is for\n  thin 1\n  rich 4\nMaking 6\n  loose 2\n  whole 6: holds")
    text.blur()
    expect(dialog.get_by_role("radiogroup", name="Making, 6 points")).to_be_visible()
    phone = somebody("odalys", f"/class/{class_id}/stack", width=360, height=740)
    name = phone.get_by_role("combobox", name="Name on the paper")
    name.fill("tolu")
    name.press("Enter")
    phone.get_by_role("radio", name="rich, 4 points").click()
    phone.get_by_role("radio", name="whole, 6 points: holds").click()
    expect(phone.get_by_text("holds", exact=True)).to_be_visible()
    assert phone.evaluate("document.documentElement.scrollWidth") <= 360
    phone.get_by_role("button", name="Next paper").click()
    # The next paper by keys alone: one a level, and Enter.
    name.fill("hamza")
    name.press("Enter")
    expect(phone.get_by_role("radiogroup", name="Idea, 4 points")).to_be_focused()
    phone.keyboard.type("11")
    expect(phone.get_by_role("radio", name="loose, 2 points")).to_be_checked()
    phone.keyboard.press("Enter")
    expect(phone.get_by_text("2 of 3 in")).to_be_visible()
    saved(phone)
    page.goto(f"/class/{class_id}/scores")
    expect(page.get_by_role("gridcell", name="Tolu Adeyemi, Walk 1:")).to_have_text("20")
    hamza = page.get_by_role("gridcell", name="Hamza Bashir, Walk 1:")
    expect(hamza).to_have_text("6")
    hamza.click()
    page.keyboard.press("Space")
    page.keyboard.press("m")
    expect(page.get_by_role("radiogroup", name="Idea, 4 points")).to_be_focused()
    page.keyboard.type("2")
    expect(hamza).to_have_text("12")
    page.keyboard.press("Enter")
    expect(hamza).to_be_focused()
    page.keyboard.type("9")
    page.keyboard.press("Enter")
    expect(page.get_by_text("in place of what the levels come to")).to_be_visible()
