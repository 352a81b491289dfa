"""An evening's marking in the grid, what is looked at beside it, and what is left over at the end."""

import re
from collections.abc import Callable
from datetime import UTC, datetime, timedelta

from playwright.sync_api import Page, Route, expect

from tests.pages import choose, saved
from tests.stack import Stack
from tests.test_screens import violations

LAST = 30


def scores(stack: Stack, class_id: int, work: str = "Walk 1") -> str:
    """The scores of some work, sorted, each with how many times it was entered."""
    return stack.python(
        "from scores.models import Score;"
        f"found = Score.objects.filter(assignment__school_class={class_id}, assignment__name='{work}');"
        "print(sorted(f'{s.number.normalize():f} v{s.version}' for s in found))"
    )


def test_a_class_of_30_in_the_grid_by_keyboard(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 10", LAST, works=2)
    page = somebody("odalys", f"/class/{class_id}/scores")
    # One can type at once, where the work is: at what was due last.
    focused = page.locator("[role=gridcell]:focus")
    expect(focused).to_have_attribute("aria-colindex", "4")
    page.keyboard.press("ArrowLeft")
    expect(focused).to_have_attribute("aria-colindex", "3")
    typed = [str(5 + place % 15) for place in range(LAST)]
    for text in typed:
        page.keyboard.type(text)
        page.keyboard.press("Enter")
    saved(page)
    assert scores(stack, class_id) == str(sorted(f"{text} v1" for text in typed))
    rows = page.request.get(f"/api/v1/classes/{class_id}/scores").json()["rows"]
    assert [next(iter(each["cells"].values()))["text"] for each in rows] == typed


def test_a_large_grid_draws_what_is_in_sight_and_goes_anywhere(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 14", 40, works=150)
    page = somebody("odalys", f"/class/{class_id}/scores")
    grid = page.get_by_role("grid")
    expect(grid).to_have_attribute("aria-colcount", "152")
    assert page.get_by_role("gridcell").count() < 1500
    # It opens at what was due last, beside the lens and not under it.
    last = page.locator("[role=gridcell]:focus")
    expect(last).to_have_attribute("aria-colindex", "152")
    expect(page.get_by_role("complementary", name="Lens")).to_be_visible()
    expect(last).to_be_in_viewport(ratio=1)
    page.keyboard.press("Control+Home")
    expect(last).to_have_attribute("aria-colindex", "3")
    page.keyboard.press("Control+End")
    expect(last).to_have_attribute("aria-colindex", "152")
    expect(last).to_be_in_viewport()
    page.keyboard.type("12")
    page.keyboard.press("Shift+Enter")
    saved(page)
    # Scrolled far away, the keys still go where one was.
    grid.evaluate("each => each.parentElement.scrollTo(0, 0)")
    expect(page.get_by_role("gridcell", name="Walk 2:").first).to_be_visible()
    page.keyboard.press("ArrowDown")
    expect(page.locator("[role=gridcell]:focus")).to_have_text("12")
    page.keyboard.press("Control+Home")
    expect(page.locator("[role=gridcell]:focus")).to_have_attribute("aria-colindex", "3")


def test_what_is_in_sight_is_chosen_and_remembered_for_the_teacher(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 15", 6, works=4)
    page = somebody("odalys", f"/class/{class_id}/scores")
    page.get_by_role("button", name="Walk 2: what can be done").click()
    page.get_by_role("button", name="Put it aside").click()
    expect(page.get_by_role("gridcell", name="Walk 2:")).to_have_count(0)
    # What was chosen last stays, though what was chosen before it takes longer to arrive.
    late: list[Route] = []
    page.route("**/view", lambda route: route.continue_() if late else late.append(route))
    choose(page, "What the last line shows", "How many have a number")
    choose(page, "Students", "by given name")
    page.get_by_label("aliases").check()
    expect(page.get_by_label("aliases")).to_be_checked()
    late[0].continue_()
    saved(page)
    # On a screen that others may see nobody is named, and nothing that is written of anybody is read.
    cell = page.get_by_role("gridcell", name="Walk 1:").first
    cell.click()
    lens = page.get_by_role("complementary", name="Lens")
    expect(lens).to_contain_text("not shown where aliases stand")
    cell.press("Space")
    page.keyboard.press("w")
    expect(page.get_by_role("dialog")).to_be_visible()
    named = re.compile("|".join(["Adeyemi", "Åkerlund", "Tolu", "Signe"]))
    expect(page.locator("body")).not_to_contain_text(named)
    page.keyboard.press("Escape")
    page.get_by_role("button", name="the student’s grades").first.click()
    expect(page.get_by_role("complementary", name="Lens on")).to_be_visible()
    expect(page.locator("body")).not_to_contain_text(named)
    other = somebody("odalys", f"/class/{class_id}/scores")
    expect(other.get_by_role("gridcell", name="Walk 1:").first).to_be_visible()
    expect(other.get_by_role("gridcell", name="Walk 2:")).to_have_count(0)
    expect(other.get_by_label("What the last line shows")).to_have_text("How many have a number")
    expect(other.get_by_text("Adeyemi")).to_have_count(0)
    other.get_by_label("aliases").uncheck()
    other.get_by_label("Only students named").fill("akerl")
    expect(other.get_by_role("gridcell", name="Walk 1:")).to_have_count(1)
    other.get_by_role("button", name="1 put aside").click()
    other.get_by_role("menuitem", name="bring back Walk 2").click()
    expect(other.get_by_role("gridcell", name="Walk 2:")).to_have_count(1)
    # The lens stays behind when one goes to another class.
    other.get_by_role("gridcell", name="Walk 2:").click()
    lens = other.get_by_role("complementary", name="Lens")
    expect(lens).to_contain_text("Signe Åkerlund")
    other.get_by_role("link", name="Geography 8 A").click()
    expect(other.get_by_role("grid")).to_contain_text("27 students")
    expect(lens).to_contain_text("Emre Aydın")


def test_the_lens_waits_until_the_hand_rests(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 26", 3, works=6)
    page = somebody("odalys", f"/class/{class_id}/scores")
    lens = page.get_by_role("complementary", name="Lens")
    expect(lens).to_contain_text("Tolu Adeyemi")
    expect(lens).to_contain_text("History")
    asked: list[str] = []
    page.on("request", lambda each: re.search(r"/scores/\d+/\d+$", each.url) and asked.append(each.url))
    page.clock.install()
    page.clock.pause_at(datetime.now(UTC) + timedelta(seconds=5))
    cell = page.locator("[role=gridcell]:focus")
    begins = int(cell.get_attribute("aria-colindex") or 0)
    step = "ArrowLeft" if begins > 5 else "ArrowRight"
    for _ in range(3):
        page.keyboard.press(step)
        page.clock.run_for(150)
    # Typing in a cell is no rest either.
    page.keyboard.type("1")
    page.clock.run_for(150)
    page.keyboard.type("2")
    page.clock.run_for(150)
    assert asked == []
    with page.expect_request(lambda each: each.url in asked):
        page.clock.run_for(100)
    expect(lens).to_contain_text("blank")
    assert len(asked) == 1
    page.clock.resume()


def test_nothing_moves_away_under_ones_hands(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 20", 5, works=2)
    page = somebody("odalys", f"/class/{class_id}/scores")
    names = page.locator(".row .student button")
    page.get_by_label("only with blanks").check()
    choose(page, "Students", "by grade")
    expect(names).to_have_count(5)
    before = names.all_text_contents()
    page.get_by_role("gridcell", name="Walk 1:").first.click()
    typed = ["4", "9", "20", "12", "7"]
    for text in typed:
        page.keyboard.type(text)
        page.keyboard.press("Tab")
        page.keyboard.type(text)
        page.keyboard.press("Enter")
        page.keyboard.press("ArrowLeft")
        saved(page)
    # All have their scores, and stand where they stood.
    expect(names).to_have_text(before)
    rows = page.request.get(f"/api/v1/classes/{class_id}/scores").json()["rows"]
    entered = {each["family_name"]: [cell["text"] for cell in each["cells"].values()] for each in rows}
    assert [entered[name.split(",")[0]] for name in before] == [[text, text] for text in typed]
    page.get_by_role("button", name="look for blanks again").click()
    expect(page.get_by_text("Nothing here is as you asked for it.")).to_be_visible()
    page.get_by_role("button", name="Show everything").click()
    expect(page.locator(".row .grade b")).to_have_text(["A+", "D−", "E", "E", "E"])
    # A column that a colleague adds before the one in which one types takes nothing from it.
    stack.add_co_teacher(class_id)
    page.get_by_role("gridcell", name="Walk 2:").first.click()
    page.keyboard.type("1")
    theirs = somebody("tobin", f"/class/{class_id}/scores")
    theirs.get_by_role("button", name="Walk 1: what can be done").click()
    theirs.get_by_role("button", name="Duplicate it").click()
    expect(page.get_by_role("columnheader", name="Walk")).to_have_count(3)
    page.keyboard.type("7")
    page.keyboard.press("Enter")
    saved(page)
    texts = [
        cell["text"]
        for cell in page.request.get(f"/api/v1/classes/{class_id}/scores").json()["rows"][2]["cells"].values()
    ]
    assert sorted(texts) == ["", "17", "20"]
    assert "17 v2" in scores(stack, class_id, "Walk 2")
    # Nor does a pile become one of other work, and it says so when its own work has gone.
    page.goto(f"/class/{class_id}/stack")
    work = page.get_by_label("Assignment")
    expect(work).to_have_text("Walk 2")
    page.get_by_label("Name on the paper").fill("bash")
    page.keyboard.press("Enter")
    page.keyboard.type("1")
    theirs.get_by_role("button", name="Walk 2: what can be done").click()
    # The page has it, and the hand stays where it is.
    with page.expect_response(lambda answer: answer.request.method == "GET" and "/scores" in answer.url):
        theirs.get_by_role("button", name="Duplicate it").click()
    page.keyboard.type("9")
    page.keyboard.press("Enter")
    saved(page)
    assert "19 v3" in scores(stack, class_id, "Walk 2")
    theirs.get_by_role("button", name="Walk 2: what can be done").click()
    theirs.get_by_role("button", name="Delete it with its scores").click()
    theirs.get_by_role("alertdialog", name="Delete Walk 2").get_by_role("button", name="Delete it").click()
    expect(page.get_by_role("alert")).to_contain_text("no longer here")


def test_acts_on_a_column(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 16", 5, works=2)
    page = somebody("odalys", f"/class/{class_id}/scores")
    cell = page.get_by_role("gridcell", name="Walk 1:")
    cell.first.click()
    for text in ("15", "15"):
        page.keyboard.type(text)
        page.keyboard.press("Enter")
    saved(page)
    page.get_by_role("button", name="Walk 1: what can be done").click()
    lens = page.get_by_role("complementary", name="Lens on Walk 1")
    lens.get_by_text("A code for chosen students").click()
    lens.get_by_label("Bashir, Hamza").check()
    choose(lens, "Code", "EX, exempt")
    lens.get_by_role("button", name="Give to 1").click()
    expect(cell.nth(2)).to_have_text("EX")
    # What moves grades in number shows them first, and can be left.
    rest = lens.get_by_role("button", name="Give it to the rest")
    rest.click()
    dialog = page.get_by_role("alertdialog", name="Walk 1: 15 for 2")
    expect(dialog.get_by_role("row", name="Defne Çelik")).to_contain_text("75.0")
    dialog.get_by_role("button", name="Leave everything as it is").click()
    expect(cell.nth(4)).to_have_text("")
    typed = lens.get_by_label("without a score")
    typed.fill("9")
    lens.get_by_role("button", name="Give", exact=True).click()
    page.get_by_role("alertdialog", name="Walk 1: 9 for 2").get_by_role(
        "button", name="Leave everything as it is"
    ).click()
    expect(typed).to_have_value("9")
    rest.click()
    dialog.get_by_role("button", name="Give 15 to 2").click()
    expect(cell.nth(4)).to_have_text("15")
    saved(page)
    lens.get_by_role("button", name="Lock it").click()
    expect(lens.get_by_text("It is locked.")).to_be_visible()
    cell.first.click()
    page.keyboard.type("9")
    expect(cell.first).to_have_text("15")
    # What stands beside a locked score can be changed.
    page.keyboard.press("Space")
    page.keyboard.press("t")
    expect(cell.first.get_by_title("late")).to_be_visible()
    page.keyboard.press("Space")
    page.keyboard.press("k")
    lens.get_by_role("button", name="Unlock it").click()
    expect(lens.get_by_text("It is locked.")).to_have_count(0)
    # Whose grades that moves is shown first, both ways.
    lens.get_by_role("button", name="Delete it with its scores").click()
    page.get_by_role("alertdialog", name="Delete Walk 1").get_by_role("button", name="Delete it").click()
    expect(cell).to_have_count(0)
    page.get_by_role("link", name="Plan").click()
    page.get_by_role("button", name="History").click()
    page.get_by_role("button", name="bring back Walk 1").click()
    page.get_by_role("alertdialog", name="Bring Walk 1 back").get_by_role("button", name="Bring it back").click()
    expect(page.get_by_role("dialog")).to_have_count(0)
    expect(page.get_by_text("Walk 1 is back, with its scores.")).to_be_visible()
    page.get_by_role("link", name="Scores").click()
    expect(cell.first).to_have_text("15")


def test_an_assignment_is_added_with_the_papers_in_hand(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 27", 3, works=2)
    page = somebody("odalys", f"/class/{class_id}/scores")
    expect(page.locator("[role=gridcell]:focus")).to_be_visible()
    # In the grid the hand goes to it, and types on; also where only other work was in sight.
    choose(page, "Which work", "closed")
    page.get_by_role("button", name="Add an assignment").click()
    page.get_by_label("New assignment").fill("Dams")
    page.get_by_label("Points").fill("12")
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog")).to_have_count(0)
    expect(page.get_by_role("columnheader").filter(has_text="Dams")).to_be_visible()
    expect(page.locator("[role=gridcell]:focus")).to_have_attribute("aria-colindex", "5")
    for text in ("9", "10", "11"):
        page.keyboard.type(text)
        page.keyboard.press("Enter")
    saved(page)
    assert scores(stack, class_id, "Dams") == str(sorted(f"{text} v1" for text in (9, 10, 11)))
    # In the stack the pile is of it.
    page.goto(f"/class/{class_id}/stack")
    added = page.get_by_role("form", name="Add an assignment")
    page.get_by_role("button", name="Add an assignment").click()
    added.get_by_label("New assignment").fill("Weirs")
    added.get_by_label("Points").fill("8")
    page.keyboard.press("Enter")
    expect(page.get_by_role("combobox", name="Assignment")).to_have_text("Weirs")
    page.get_by_label("Name on the paper").fill("adeyemi")
    page.keyboard.press("Enter")
    page.keyboard.type("7")
    page.keyboard.press("Enter")
    saved(page)
    assert scores(stack, class_id, "Weirs") == str(["7 v1"])
    # What is due in another term is told to be there.
    page.get_by_role("button", name="Add an assignment").click()
    added.get_by_label("New assignment").fill("Locks")
    added.get_by_label("Points").fill("8")
    added.get_by_label("Due").fill("2032-03-15")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Locks is added to quarter 3.")).to_be_visible()


def test_every_act_is_found_by_its_words(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 23", 3, works=2)
    page = somebody("odalys", f"/class/{class_id}/scores")
    first = page.get_by_role("gridcell", name="Tolu Adeyemi, Walk 1:")
    first.click()

    def act(words: str, *, option: str) -> None:
        page.keyboard.press("Control+k")
        page.keyboard.type(words)
        expect(page.get_by_role("option", name=option, selected=True)).to_be_visible()
        page.keyboard.press("Enter")
        expect(page.get_by_role("combobox", name="Find a student")).to_have_count(0)

    page.keyboard.type("12")
    page.keyboard.press("Enter")
    first.click()
    act("late adey", option="late Tolu Adeyemi, Walk 1; Space t")
    expect(first.get_by_title("late")).to_be_visible()
    act("give zero rest", option="Give zero to the rest Walk 1")
    page.get_by_role("alertdialog").get_by_role("button", name="Give 0 to 2").click()
    expect(page.get_by_role("gridcell", name="Hamza Bashir, Walk 1:")).to_have_text("0")
    act("alias on", option="aliases on")
    expect(page.get_by_role("rowheader", name="Adeyemi")).to_have_count(0)
    act("alias off", option="aliases off")
    act("close walk", option="Close it: what is still blank is then missing Walk 1")
    expect(page.get_by_role("columnheader", name="Walk 1")).to_contain_text("closed")
    # The same as in other work, for whoever has nothing there: no grade moves by it, so that nothing is asked.
    page.get_by_role("button", name="Walk 2: what can be done").click()
    lens = page.get_by_role("complementary", name="Lens on Walk 2")
    choose(lens, "The same as they have in", "Walk 1")
    expect(page.get_by_role("gridcell", name="Tolu Adeyemi, Walk 2:")).to_have_text("12")
    saved(page)
    assert scores(stack, class_id, "Walk 2") == "['0 v1', '0 v1', '12 v1']"
    # No letter that was meant for the palette became a score.
    assert scores(stack, class_id) == "['0 v1', '0 v1', '12 v1']"


def test_what_is_typed_for_a_comment_becomes_no_score(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 24", 3, works=1)
    page = somebody("odalys", f"/class/{class_id}/scores")
    cell = page.get_by_role("gridcell", name="Walk 1:")
    lens = page.get_by_role("complementary", name="Lens")
    comment = lens.get_by_role("textbox", name="Comment for the family")
    expect(lens).to_contain_text("Tolu Adeyemi")
    for key in ("1", "5", "Enter", "1", "6", "Enter"):
        page.keyboard.press(key)
    saved(page)
    # A fast hand, with the lens put away: its field is not there yet.
    page.keyboard.press("ArrowUp")
    for key in ("Space", "l"):
        page.keyboard.press(key)
    expect(lens).to_have_count(0)
    for key in ("Space", "c"):
        page.keyboard.press(key)
    page.keyboard.type("a quick eye")
    expect(comment).to_have_value("a quick eye")
    expect(comment).to_be_focused()
    # Kept, and back in the cell; then changed, and left as it was.
    page.keyboard.press("Control+Enter")
    expect(page.locator("[role=gridcell]:focus")).to_have_attribute(
        "aria-label", re.compile("Signe Åkerlund, Walk 1: 16")
    )
    for key in ("Space", "c", "!", "Escape"):
        page.keyboard.press(key)
    expect(comment).to_have_value("a quick eye")
    page.keyboard.press("ArrowUp")
    page.keyboard.press("Control+k")
    page.keyboard.type("comment adey")
    expect(page.get_by_role("option", name="comment for the family Tolu Adeyemi", selected=True)).to_be_visible()
    page.keyboard.press("Enter")
    page.keyboard.type("back again")
    expect(comment).to_have_value("back again")
    cell.nth(2).click()
    saved(page)
    rows = page.request.get(f"/api/v1/classes/{class_id}/scores").json()["rows"]
    cells = [next(iter(each["cells"].values())) for each in rows]
    assert [(each["text"], each.get("comment", "")) for each in cells] == [
        ("15", "back again"),
        ("16", "a quick eye"),
        ("", ""),
    ]


def test_loose_ends_are_mended_where_they_stand(stack: Stack, somebody: Callable[..., Page]) -> None:
    stack.add_class("Geography 17", 3, works=1)
    page = somebody("odalys", "/loose-ends")
    mine = page.get_by_role("region", name="Geography 17")
    expect(mine.get_by_role("listitem")).to_have_count(3)
    score = mine.get_by_label("Score of Tolu Adeyemi, Walk 1")
    score.fill("5")
    score.press("Enter")
    note = mine.get_by_label("Comment for Tolu Adeyemi, Walk 1")
    note.fill("Let us walk it together.")
    note.press("Enter")
    expect(mine.get_by_role("listitem")).to_have_count(2)
    wrong = mine.get_by_label("Score of Signe Åkerlund, Walk 1")
    wrong.fill("a lot")
    wrong.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("a lot is not a number")
    page.get_by_role("button", name="Let a lot go").click()
    mine.get_by_role("link", name="Hamza Bashir").click()
    expect(page.locator("[role=gridcell]:focus")).to_have_attribute(
        "aria-label", "Hamza Bashir, Walk 1: blank, past due"
    )


def test_the_palette_the_keys_and_the_student_page(somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", "/class/2/plan")
    expect(page.get_by_role("heading", name="Geography 8")).to_be_visible()
    page.keyboard.press("Control+k")
    page.keyboard.type("dvor")
    expect(page.get_by_role("option", name="Matěj Dvořáček").first).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Matěj Dvořáček")).to_be_visible()
    expect(page.get_by_text("82.0 % in quarter 2")).to_be_visible()
    work = page.get_by_role("row", name="Map test 4: watersheds 5 of 50, dropped")
    expect(work).to_be_visible()
    page.emulate_media(media="print")
    expect(work).to_be_visible()
    expect(page.get_by_role("heading", name="Geography 8")).to_be_visible()
    expect(page.get_by_role("navigation")).to_have_count(0)
    expect(page.get_by_role("button")).to_have_count(0)
    page.emulate_media(media="screen")
    page.get_by_role("link", name="as the family sees it").click()
    expect(page.get_by_text("83.1 % in quarter 2, as it stands")).to_be_visible()
    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="Keys")).to_contain_text("the first row of what is chosen")
    page.keyboard.press("Escape")
    for _ in range(2):  # What was typed before is gone when it opens again.
        page.keyboard.press("Control+k")
        page.keyboard.type("loose")
        expect(page.get_by_role("combobox", name="Find a student")).to_have_value("loose")
        page.keyboard.press("Escape")
        expect(page.get_by_role("combobox", name="Find a student")).to_have_count(0)
    page.keyboard.press("Control+k")
    page.keyboard.type("loose")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Loose ends")).to_be_visible()


def test_groups_are_drawn_and_a_score_given_to_one_goes_to_all_of_it(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    class_id = stack.add_class("Geography 15", 8, works=1)
    page = somebody("odalys", f"/class/{class_id}/scores")
    page.get_by_role("button", name="Groups", exact=True).click()
    dialog = page.get_by_role("dialog", name="Groups")
    expect(dialog.get_by_text("No group yet.")).to_be_visible()
    choose(dialog, "How", "mixed: each like the others")
    dialog.get_by_role("button", name="Propose", exact=True).click()
    expect(dialog.get_by_role("list", name="Proposed").get_by_text("2 students")).to_have_count(4)
    assert violations(page, "[role$=dialog]") == []
    dialog.get_by_role("button", name="Keep these 4 groups").click()
    groups = dialog.get_by_role("list", name="Groups")
    expect(groups.get_by_role("listitem")).to_have_count(4)
    dialog.get_by_label("Name", exact=True).fill("Herons")
    dialog.get_by_label("Name", exact=True).press("Tab")
    expect(groups).to_contain_text("Herons")
    members = [each.inner_text() for each in dialog.get_by_role("checkbox", checked=True).locator("xpath=..").all()]
    assert len(members) == 2
    page.keyboard.press("Escape")
    # The grid shows the group alone; what one has goes to all of it, with the comment, and each can be changed then.
    choose(page, "Group", "Herons")
    cells = page.get_by_role("gridcell", name="Walk 1")
    expect(cells).to_have_count(2)
    cells.first.click()
    page.keyboard.type("17;well drawn")
    page.keyboard.press("Enter")
    page.keyboard.press("ArrowUp")
    page.keyboard.press("Space")
    page.get_by_role("menuitem", name="the same for all of Herons").click()
    saved(page)
    expect(page.get_by_role("gridcell", name="Walk 1: 17 with a comment")).to_have_count(2)
    # In a stack the group's name stands for all of it.
    page.get_by_role("link", name="Enter a stack").click()
    page.get_by_role("combobox", name="Name on the paper").fill("group 2")
    page.get_by_role("combobox", name="Name on the paper").press("Enter")
    expect(page.get_by_text("2 students get the same.")).to_be_visible()
    page.keyboard.type("12")
    page.keyboard.press("Enter")
    expect(page.get_by_text("4 of 8 in")).to_be_visible()
    saved(page)
    assert scores(stack, class_id) == "['12 v1', '12 v1', '17 v1', '17 v1']"
