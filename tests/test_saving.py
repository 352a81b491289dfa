"""Nothing that was entered is lost, and nothing is saved twice."""

from collections.abc import Callable

import pytest
from playwright.sync_api import BrowserContext, Locator, Page, Route, expect

from tests.pages import saved
from tests.stack import Stack


@pytest.fixture(scope="module")
def class_id(stack: Stack) -> int:
    return stack.add_class("Geography 7", 6, works=6)


def cell(page: Page, student: str, work: str) -> Locator:
    return page.get_by_role("gridcell", name=f"{student}, {work}:")


def type_in(page: Page, student: str, work: str, text: str) -> None:
    cell(page, student, work).click()
    page.keyboard.type(text)
    page.keyboard.press("Enter")


def events(stack: Stack, class_id: int, work: str) -> str:
    return stack.python(
        "from scores.models import *;"
        f"print([e.after for e in ScoreEvent.objects.filter(score__assignment__school_class={class_id},"
        f" score__assignment__name='{work}').order_by('id')])"
    )


def both_teachers(stack: Stack, class_id: int, somebody: Callable[..., Page]) -> tuple[Page, Page]:
    """The class open on two screens: the teacher's and a co-teacher's."""
    stack.add_co_teacher(class_id)
    return somebody("odalys", f"/class/{class_id}/scores"), somebody("tobin", f"/class/{class_id}/scores")


def nothing_is_sent(context: BrowserContext) -> None:
    """Entries do not reach the server; all else does."""
    context.route(
        "**/api/v1/classes/*/scores",
        lambda route: route.abort() if route.request.method == "POST" else route.continue_(),
    )


def test_the_server_killed_between_an_entry_and_its_answer(
    stack: Stack, class_id: int, somebody: Callable[..., Page]
) -> None:
    page = somebody("odalys", f"/class/{class_id}/scores")
    lost: list[str] = []

    def answer_lost(route: Route) -> None:
        if lost or route.request.method != "POST":
            route.continue_()
            return
        lost.append(route.request.url)
        route.fetch()  # The server saves it …
        stack.kill()  # … and is gone before the page hears of it.
        route.abort()

    page.route("**/api/v1/classes/*/scores", answer_lost)
    type_in(page, "Tolu Adeyemi", "Walk 1", "17")
    expect(page.get_by_role("status").filter(has_text="Offline: 1 entry kept here")).to_be_visible()
    expect(cell(page, "Tolu Adeyemi", "Walk 1")).to_contain_text("17")
    stack.start()
    saved(page)
    assert events(stack, class_id, "Walk 1") == "['17']"


def test_ten_entries_and_a_comment_made_offline_survive_a_closed_tab(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    class_id = stack.add_class("Geography 20", 10, works=1)
    page = somebody("odalys", f"/class/{class_id}/scores")
    context = page.context
    expect(page.locator("[role=gridcell]:focus")).to_be_visible()
    nothing_is_sent(context)
    for number in range(10):
        page.keyboard.type(str(number + 5))
        page.keyboard.press("Enter")
    page.keyboard.press("Space")
    page.keyboard.press("c")
    comment = page.get_by_label("Comment for the family")
    expect(comment).to_be_focused()
    comment.fill("Well walked.")
    page.get_by_role("gridcell", name="Tolu Adeyemi, Walk 1:").click()
    page.keyboard.press("Space")
    page.keyboard.press("t")
    # What waits is seen where it will stand.
    expect(page.get_by_role("gridcell", name="Tolu Adeyemi, Walk 1:").get_by_title("late")).to_be_visible()
    expect(page.get_by_role("status").filter(has_text="Offline: 12 entries kept here")).to_be_visible()
    page.close()
    context.unroute("**/api/v1/classes/*/scores")
    again = context.new_page()
    again.goto(f"/class/{class_id}/scores")
    saved(again)
    assert events(stack, class_id, "Walk 1") == str([*map(str, range(5, 15)), "14", "5"])
    beside = "from scores.models import *; print([(s.flag, s.comment) for s in Score.objects.filter("
    found = stack.python(f"{beside}assignment__school_class={class_id}).order_by('id') if s.flag or s.comment])")
    assert found == "[('late', ''), ('', 'Well walked.')]"


def test_a_browser_that_keeps_nothing_saves_all_the_same(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 29", 3, works=1)
    page = somebody("odalys", f"/class/{class_id}/scores")
    page.add_init_script("Object.defineProperty(window, 'indexedDB', {value: undefined})")
    page.reload()
    expect(page.get_by_text("leave the tab open until all is saved")).to_be_visible()
    page.context.set_offline(True)
    type_in(page, "Tolu Adeyemi", "Walk 1", "17")
    type_in(page, "Tolu Adeyemi", "Walk 1", "18")
    expect(page.get_by_role("status").filter(has_text="kept in this tab alone")).to_be_visible()
    page.context.set_offline(False)
    saved(page)
    assert events(stack, class_id, "Walk 1").endswith("'18']")
    page.reload()
    expect(cell(page, "Tolu Adeyemi", "Walk 1")).to_have_text("18")


BUSY = """() => new Promise((busy) => {
    const opened = indexedDB.open('hoarfrost');
    opened.onsuccess = () => {
        const entries = opened.result.transaction('entries', 'readwrite').objectStore('entries');
        const again = () => (entries.count().onsuccess = again);
        again();
        busy();
    };
})"""


def test_an_entry_outlives_a_page_that_is_closed_before_it_is_kept(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 31", 3, works=1)
    page = somebody("odalys", f"/class/{class_id}/scores")
    page.on("dialog", lambda dialog: dialog.accept())
    cell(page, "Tolu Adeyemi", "Walk 1").click()
    # As long as this page is open, its database takes nothing else.
    page.evaluate(BUSY)
    page.keyboard.type("17")
    page.keyboard.press("Enter")
    page.keyboard.type("18")  # … and is still being typed as the page goes.
    page.reload()
    saved(page)
    expect(cell(page, "Tolu Adeyemi", "Walk 1")).to_have_text("17")
    expect(cell(page, "Signe Åkerlund", "Walk 1")).to_have_text("18")
    assert events(stack, class_id, "Walk 1") == "['17', '18']"


def test_two_who_write_a_comment_at_once_see_both(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 21", 2, works=1)
    mine, theirs = both_teachers(stack, class_id, somebody)
    for page in (mine, theirs):
        cell(page, "Tolu Adeyemi", "Walk 1").click()
    field = mine.get_by_label("Comment for the family")
    field.press_sequentially("Mine")
    theirs.get_by_label("Comment for the family").fill("Theirs.")
    theirs.get_by_label("Note for yourself").focus()
    saved(theirs)
    # A colleague's change arrives, and leaves what one is typing alone.
    expect(mine.get_by_text("Tobin Achterberg changed a comment of Tolu Adeyemi, Walk 1.")).to_be_visible()
    field.press_sequentially(" alone.")
    expect(field).to_have_value("Mine alone.")
    mine.get_by_label("Note for yourself").focus()
    problem = mine.get_by_role("alert").filter(has_text="Tolu Adeyemi")
    expect(problem).to_contain_text("Tobin Achterberg wrote another comment: Theirs. meanwhile. You typed Mine alone.")
    problem.get_by_role("button", name="Put yours").click()
    saved(mine)
    cell(mine, "Signe Åkerlund", "Walk 1").click()
    cell(mine, "Tolu Adeyemi", "Walk 1").click()
    expect(field).to_have_value("Mine alone.")
    # History has both, and the way back to theirs.
    lens = mine.get_by_role("complementary", name="Lens")
    lens.get_by_role("button", name="put back Theirs.").click()
    expect(field).to_have_value("Theirs.")
    saved(mine)


def test_two_tabs_of_one_teacher_show_the_same_and_save_once(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 22", 4, works=1)
    first = somebody("odalys", f"/class/{class_id}/scores")
    second = first.context.new_page()
    second.goto(f"/class/{class_id}/scores")
    for page, student, text in (
        (first, "Tolu Adeyemi", "11"),
        (second, "Signe Åkerlund", "12"),
        (first, "Hamza Bashir", "13"),
    ):
        type_in(page, student, "Walk 1", text)
        saved(page)
    for page in (first, second):
        for student, text in (("Tolu Adeyemi", "11"), ("Signe Åkerlund", "12"), ("Hamza Bashir", "13")):
            expect(cell(page, student, "Walk 1")).to_have_text(text)
    # Over what the other tab entered one types on without a conflict.
    type_in(second, "Tolu Adeyemi", "Walk 1", "14")
    saved(second)
    assert events(stack, class_id, "Walk 1") == "['11', '12', '13', '14']"


def test_leaving_enters_what_is_typed_or_warns(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 19", 3, works=1)
    page = somebody("odalys", f"/class/{class_id}/stack")
    page.get_by_role("link", name="The grid").click()
    focused = page.locator("[role=gridcell]:focus")
    expect(focused).to_be_visible()
    page.keyboard.type("11")
    # A double click in what is typed selects it, and puts nothing back.
    page.get_by_role("grid").locator("input").dblclick()
    page.go_back()
    expect(page.get_by_role("grid")).to_have_count(0)
    saved(page)
    page.goto(f"/class/{class_id}/scores")
    expect(focused).to_have_text("11")
    # The tab is closed with a number in a cell, without a connection: the browser asks, and who stays has it kept.
    nothing_is_sent(page.context)
    page.keyboard.press("ArrowDown")
    page.keyboard.type("12")
    asked: list[str] = []
    page.on("dialog", lambda dialog: (asked.append(dialog.type), dialog.dismiss()))
    page.close(run_before_unload=True)
    expect(page.get_by_role("status").filter(has_text="Offline: 1 entry kept here")).to_be_visible()
    assert asked == ["beforeunload"]
    page.close()
    page.context.unroute("**/api/v1/classes/*/scores")
    again = page.context.new_page()
    again.goto(f"/class/{class_id}/scores")
    saved(again)
    assert events(stack, class_id, "Walk 1") == "['11', '12']"
    # A paper of which the line was not finished is nobody's score, and is not forgotten without a word.
    again.goto(f"/class/{class_id}/stack")
    again.get_by_label("Name on the paper").fill("bash")
    again.keyboard.press("Enter")
    again.keyboard.type("1")
    again.get_by_role("link", name="The grid").click()
    expect(again.get_by_text("1 for Hamza Bashir was typed in the stack and not entered.")).to_be_visible()
    assert events(stack, class_id, "Walk 1") == "['11', '12']"


def test_a_conflict_shows_both_and_one_is_chosen(stack: Stack, class_id: int, somebody: Callable[..., Page]) -> None:
    mine, theirs = both_teachers(stack, class_id, somebody)
    cell(mine, "Defne Çelik", "Walk 3").click()
    mine.keyboard.type("9")
    type_in(theirs, "Defne Çelik", "Walk 3", "8")
    saved(theirs)
    expect(mine.get_by_text("Tobin Achterberg entered 8")).to_be_visible()
    mine.keyboard.press("Enter")
    problem = mine.get_by_role("alert")
    expect(problem).to_contain_text("Tobin Achterberg entered 8 meanwhile. You typed 9.")
    problem.get_by_role("button", name="Put 9").click()
    saved(mine)
    assert events(stack, class_id, "Walk 3") == "['8', '9']"
    # With one key: theirs is kept, or one's own is put in its place.
    for key, kept in (("Alt+1", "7"), ("Alt+2", "5")):
        cell(mine, "Tolu Adeyemi", "Walk 3").click()
        mine.keyboard.type("5")
        type_in(theirs, "Tolu Adeyemi", "Walk 3", "7" if key == "Alt+1" else "6")
        saved(theirs)
        expect(mine.get_by_text(f"Tobin Achterberg entered {'7' if key == 'Alt+1' else '6'}").last).to_be_visible()
        mine.keyboard.press("Enter")
        expect(mine.get_by_role("alert")).to_contain_text("meanwhile. You typed 5.")
        mine.keyboard.press(key)
        saved(mine)
        expect(cell(mine, "Tolu Adeyemi", "Walk 3")).to_have_text(kept)


def test_what_cannot_be_read_stays_typed_with_the_reason(class_id: int, somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", f"/class/{class_id}/scores")
    type_in(page, "Tolu Adeyemi", "Walk 4", "12,5,3")
    problem = page.get_by_role("alert")
    expect(problem).to_contain_text("12,5,3 is not a number, a mark or a score code.")
    expect(cell(page, "Tolu Adeyemi", "Walk 4")).to_contain_text("12,5,3")
    page.reload()
    expect(page.get_by_role("alert")).to_contain_text("12,5,3")
    # From wherever one is, the bar leads there.
    page.get_by_role("link", name="Today", exact=True).click()
    expect(page.get_by_role("grid")).to_have_count(0)
    page.get_by_role("button", name="1 to look at").click()
    expect(cell(page, "Tolu Adeyemi", "Walk 4")).to_be_focused()
    # So it does where the cell is out of sight, by whatever was chosen.
    page.get_by_label("Only students named").fill("akerl")
    page.get_by_role("button", name="Walk 4: what can be done").click()
    page.get_by_role("button", name="Put it aside").click()
    expect(page.get_by_role("gridcell", name="Walk 4:")).to_have_count(0)
    page.get_by_role("button", name="1 to look at").click()
    expect(cell(page, "Tolu Adeyemi", "Walk 4")).to_be_focused()
    page.set_viewport_size({"width": 800, "height": 800})
    page.get_by_role("button", name="The assignment before").click()
    expect(page.get_by_role("gridcell", name="Walk 4:")).to_have_count(0)
    page.get_by_role("button", name="1 to look at").click()
    expect(cell(page, "Tolu Adeyemi", "Walk 4")).to_be_focused()
    page.set_viewport_size({"width": 1280, "height": 800})
    type_in(page, "Tolu Adeyemi", "Walk 4", "12,5")
    saved(page)
    expect(cell(page, "Tolu Adeyemi", "Walk 4")).to_have_text("12.5")


def test_undo_and_redo_also_after_a_reload(class_id: int, somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", f"/class/{class_id}/scores")
    target = cell(page, "Tolu Adeyemi", "Walk 5")
    type_in(page, "Tolu Adeyemi", "Walk 5", "15")
    saved(page)
    page.reload()
    expect(target).to_have_text("15")
    page.keyboard.press("Control+z")
    expect(page.get_by_text("Undone: entered 15 in Walk 5.")).to_be_visible()
    expect(target).not_to_contain_text("15")
    page.keyboard.press("Control+y")
    expect(target).to_have_text("15")


def test_signed_out_in_between_nothing_is_sent_as_another(
    stack: Stack, class_id: int, somebody: Callable[..., Page]
) -> None:
    page = somebody("odalys", f"/class/{class_id}/scores")
    expect(page.get_by_role("grid")).to_be_visible()
    nothing_is_sent(page.context)
    type_in(page, "Tolu Adeyemi", "Walk 6", "14")
    page.context.clear_cookies(name="sessionid")
    page.context.unroute("**/api/v1/classes/*/scores")
    expect(page.get_by_role("status").filter(has_text="Signed out: 1 entry kept here")).to_be_visible()
    for who in ("tobin", "odalys"):
        page.goto("/sign-in")
        page.get_by_label("Name", exact=True).fill(who)
        page.get_by_label("Password").fill("frost on the lake")
        page.get_by_role("button", name="Sign in").click()
        page.wait_for_url(lambda address: "sign-in" not in address)
        saved(page)
        if who == "tobin":
            assert events(stack, class_id, "Walk 6") == "[]"
            page.get_by_role("button", name="Sign out").click()
            page.wait_for_url("**/sign-in*")
    assert events(stack, class_id, "Walk 6") == "['14']"


def test_a_colleagues_entry_appears_by_itself_with_who_it_was(
    stack: Stack, class_id: int, somebody: Callable[..., Page]
) -> None:
    mine, theirs = both_teachers(stack, class_id, somebody)
    expect(mine.get_by_text("Tobin Achterberg is here too")).to_be_visible()
    type_in(theirs, "Hamza Bashir", "Walk 4", "7")
    saved(theirs)
    expect(cell(mine, "Hamza Bashir", "Walk 4")).to_have_text("7")
    expect(mine.get_by_text("Tobin Achterberg entered 7 for Hamza Bashir, Walk 4.")).to_be_visible()
    cell(theirs, "Hamza Bashir", "Walk 5").click()
    expect(mine.get_by_title("Tobin Achterberg is here")).to_be_visible()


def test_a_rectangle_is_copied_cut_and_pasted(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 30", 3, works=3)
    page = somebody("odalys", f"/class/{class_id}/scores")
    page.context.grant_permissions(["clipboard-read", "clipboard-write"])
    type_in(page, "Tolu Adeyemi", "Walk 1", "11")
    type_in(page, "Signe Åkerlund", "Walk 1", "12.5")

    def column(work: str) -> list[str]:
        return [cell(page, name, work).inner_text() for name in ("Tolu Adeyemi", "Signe Åkerlund", "Hamza Bashir")]

    def choose(work: str) -> None:
        cell(page, "Tolu Adeyemi", work).click()
        page.keyboard.press("Shift+ArrowDown")

    choose("Walk 1")
    page.keyboard.press("Control+c")
    cell(page, "Signe Åkerlund", "Walk 2").click()
    page.keyboard.press("Control+v")
    saved(page)
    assert column("Walk 2") == ["", "11", "12.5"]
    choose("Walk 1")
    page.keyboard.press("Control+x")
    cell(page, "Tolu Adeyemi", "Walk 3").click()
    page.keyboard.press("Control+v")
    saved(page)
    assert [column("Walk 1"), column("Walk 3")] == [["", "", ""], ["11", "12.5", ""]]


def paste(page: Page, text: str) -> None:
    page.evaluate(
        "text => { const data = new DataTransfer(); data.setData('text/plain', text);"
        " document.activeElement.dispatchEvent(new ClipboardEvent('paste', {clipboardData: data, bubbles: true, cancelable: true})) }",
        text,
    )


def test_a_paste_shows_what_it_overwrites_and_keeps_what_cannot_be_read(
    stack: Stack, class_id: int, somebody: Callable[..., Page]
) -> None:
    stack.python(
        "from scores.models import Score, ScoreEvent;"
        f"them = Score.objects.filter(assignment__school_class={class_id}, assignment__name__in=['Walk 5', 'Walk 6']);"
        "ScoreEvent.objects.filter(score__in=list(them)).delete(); them.delete()"
    )
    page = somebody("odalys", f"/class/{class_id}/scores")
    cell(page, "Tolu Adeyemi", "Walk 5").click()
    paste(page, "11\tmany\n12\t13\n1,2,3\t14")
    # What cannot be read is said before, and is not counted.
    asked = page.get_by_role("dialog", name="Paste 4 scores?")
    expect(asked.get_by_role("list", name="What cannot be read")).to_contain_text("many is not a number")
    asked.get_by_role("button", name="Paste 4 scores").click()
    expect(cell(page, "Signe Åkerlund", "Walk 6")).to_have_text("13")
    problems = page.get_by_role("alert")
    expect(problems.filter(has_text="many is not a number")).to_be_visible()
    expect(problems.filter(has_text="1,2,3 is not a number")).to_be_visible()
    expect(cell(page, "Tolu Adeyemi", "Walk 6")).to_contain_text("many")
    cell(page, "Tolu Adeyemi", "Walk 5").click()
    paste(page, "Åkerlund Signe\t15\nTolu Adeyemi\t16\nNobody At All\t17")
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("there is nobody, or more than one, of this name here: Nobody At All")
    expect(dialog.get_by_role("row").filter(has_text="Tolu Adeyemi").first).to_contain_text("11")
    dialog.get_by_role("button", name="Paste 2 scores").click()
    expect(cell(page, "Signe Åkerlund", "Walk 5")).to_have_text("15")
    cell(page, "Tolu Adeyemi", "Walk 5").focus()
    page.keyboard.press("Control+z")
    expect(cell(page, "Signe Åkerlund", "Walk 5")).to_have_text("12")
    # Five megabytes are not read at all, and the page says why.
    cell(page, "Tolu Adeyemi", "Walk 5").focus()
    paste(page, "1\t" * 2_600_000)
    expect(page.get_by_role("dialog", name="Nothing of this can be pasted")).to_contain_text("at most one million")
    page.keyboard.press("Escape")
    expect(cell(page, "Signe Åkerlund", "Walk 5")).to_have_text("12")


def test_the_lens_a_rectangle_and_the_rest_of_a_column(
    stack: Stack, class_id: int, somebody: Callable[..., Page]
) -> None:
    stack.python(
        "from scores.models import Score, ScoreEvent;"
        f"them = Score.objects.filter(assignment__school_class={class_id}, assignment__name='Walk 4');"
        "ScoreEvent.objects.filter(score__in=list(them)).delete(); them.delete()"
    )
    page = somebody("odalys", f"/class/{class_id}/scores")
    type_in(page, "Tolu Adeyemi", "Walk 4", "21")
    saved(page)
    cell(page, "Tolu Adeyemi", "Walk 4").click()
    lens = page.get_by_role("complementary", name="Lens")
    expect(lens).to_contain_text("Above the points.")
    lens.get_by_role("button", name="21 is right").click()
    expect(lens.get_by_text("Above the points.")).to_have_count(0)
    lens.get_by_role("button", name="late").click()
    expect(lens.get_by_role("button", name="late")).to_have_attribute("aria-pressed", "true")
    lens.get_by_label("Comment for the family").fill("Well walked.")
    lens.get_by_label("Comment for the family").blur()
    saved(page)
    cell(page, "Tolu Adeyemi", "Walk 4").click()
    page.keyboard.press("Shift+ArrowDown")
    page.keyboard.press("Shift+ArrowDown")
    page.keyboard.press("Control+d")
    expect(cell(page, "Hamza Bashir", "Walk 4")).to_have_text("21")
    saved(page)
    # A flag is given to all that are chosen, and taken back from them together.
    late = page.get_by_role("grid").get_by_title("late")
    page.keyboard.press("Space")
    page.keyboard.press("b")
    expect(page.get_by_role("grid").get_by_title("absent")).to_have_count(3)
    saved(page)
    page.keyboard.press("Control+z")
    expect(late).to_have_count(1)
    page.keyboard.press("Space")
    page.keyboard.press("k")
    column = page.get_by_role("complementary", name="Lens on Walk 4")
    column.get_by_label("without a score").fill("ex")
    column.get_by_role("button", name="Give", exact=True).click()
    expect(cell(page, "Defne Çelik", "Walk 4")).to_have_text("EX")
    saved(page)
    assert events(stack, class_id, "Walk 4").count("'EX'") == 3
