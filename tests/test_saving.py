"""Nothing that was entered is lost, and nothing is saved twice."""

from collections.abc import Callable

import pytest
from playwright.sync_api import Page, Route, expect

from tests.stack import Stack


@pytest.fixture(scope="module")
def class_id(stack: Stack) -> int:
    made = stack.add_class("Geography 7", 6)
    stack.python(
        "from plans.models import *; from school.models import *; import datetime;"
        f"c = SchoolClass.objects.get(pk={made}); k = Category.objects.create(school_class=c, name='Walks', sign='WK', weight=100);"
        "t = Term.objects.get(name='Quarter 2');"
        "[Assignment.objects.create(school_class=c, category=k, term=t, name=f'Walk {n}', short_name=f'Walk {n}', points=20,"
        " due_on=datetime.date(2031, 12, n), position=n) for n in range(1, 7)]"
    )
    return made


def cell(page: Page, student: str, work: str) -> object:
    return page.get_by_role("gridcell", name=f"{student}, {work}:")


def type_in(page: Page, student: str, work: str, text: str) -> None:
    cell(page, student, work).click()  # type: ignore[attr-defined]
    page.keyboard.type(text)
    page.keyboard.press("Enter")


def events(stack: Stack, class_id: int, work: str) -> str:
    return stack.python(
        "from scores.models import *;"
        f"print([e.after for e in ScoreEvent.objects.filter(score__assignment__school_class={class_id},"
        f" score__assignment__name='{work}').order_by('id')])"
    )


def saved(page: Page) -> None:
    expect(page.get_by_role("status").filter(has_text="All saved")).to_be_visible(timeout=30_000)


def test_the_server_killed_between_an_entry_and_its_answer(
    stack: Stack, class_id: int, somebody: Callable[..., Page]
) -> None:
    page = somebody("odalys", f"/class/{class_id}/scores")

    def answer_lost(route: Route) -> None:
        if route.request.method != "POST":
            route.continue_()
            return
        route.fetch()  # The server saves it …
        stack.kill()  # … and is gone before the page hears of it.
        route.abort()

    page.route("**/api/classes/*/scores", answer_lost, times=1)
    type_in(page, "Tolu Adeyemi", "Walk 1", "17")
    expect(page.get_by_role("status").filter(has_text="Offline: 1 entry kept here")).to_be_visible()
    expect(cell(page, "Tolu Adeyemi", "Walk 1")).to_contain_text("17")  # type: ignore[arg-type]
    stack.start()
    saved(page)
    assert events(stack, class_id, "Walk 1") == "['17']"


def test_entries_made_offline_survive_a_closed_tab(stack: Stack, class_id: int, somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", f"/class/{class_id}/scores")
    expect(page.get_by_role("grid")).to_be_visible()
    context = page.context
    context.route(
        "**/api/classes/*/scores", lambda route: route.abort() if route.request.method == "POST" else route.continue_()
    )
    for number, student in enumerate(("Tolu Adeyemi", "Signe Åkerlund", "Hamza Bashir"), 10):
        type_in(page, student, "Walk 2", str(number))
    expect(page.get_by_role("status").filter(has_text="Offline: 3 entries kept here")).to_be_visible()
    page.close()
    context.unroute("**/api/classes/*/scores")
    again = context.new_page()
    again.goto(f"/class/{class_id}/scores")
    saved(again)
    assert events(stack, class_id, "Walk 2") == "['10', '11', '12']"


def test_a_conflict_shows_both_and_one_is_chosen(stack: Stack, class_id: int, somebody: Callable[..., Page]) -> None:
    stack.python(
        "from school.models import *;"
        f"Teaching.objects.get_or_create(school_class_id={class_id}, person=Person.objects.get(sign_in='tobin'), leads=False)"
    )
    mine = somebody("odalys", f"/class/{class_id}/scores")
    theirs = somebody("tobin", f"/class/{class_id}/scores")
    expect(mine.get_by_role("grid")).to_be_visible()
    type_in(theirs, "Defne Çelik", "Walk 3", "8")
    saved(theirs)
    type_in(mine, "Defne Çelik", "Walk 3", "9")
    problem = mine.get_by_role("alert")
    expect(problem).to_contain_text("Tobin Achterberg entered 8 meanwhile. You typed 9.")
    problem.get_by_role("button", name="Put 9").click()
    saved(mine)
    assert events(stack, class_id, "Walk 3") == "['8', '9']"


def test_what_cannot_be_read_stays_typed_with_the_reason(class_id: int, somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", f"/class/{class_id}/scores")
    type_in(page, "Tolu Adeyemi", "Walk 4", "12,5,3")
    problem = page.get_by_role("alert")
    expect(problem).to_contain_text("12,5,3 is not a number, a mark or a score code.")
    expect(cell(page, "Tolu Adeyemi", "Walk 4")).to_contain_text("12,5,3")  # type: ignore[arg-type]
    page.reload()
    expect(page.get_by_role("alert")).to_contain_text("12,5,3")
    type_in(page, "Tolu Adeyemi", "Walk 4", "12,5")
    saved(page)
    expect(cell(page, "Tolu Adeyemi", "Walk 4")).to_have_text("12.5")  # type: ignore[arg-type]


def test_undo_and_redo_also_after_a_reload(class_id: int, somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", f"/class/{class_id}/scores")
    target = cell(page, "Tolu Adeyemi", "Walk 5")
    type_in(page, "Tolu Adeyemi", "Walk 5", "15")
    saved(page)
    page.reload()
    expect(target).to_have_text("15")  # type: ignore[arg-type]
    page.keyboard.press("Control+z")
    expect(page.get_by_text("Undone: entered 15 in Walk 5.")).to_be_visible()
    expect(target).not_to_contain_text("15")  # type: ignore[arg-type]
    page.keyboard.press("Control+y")
    expect(target).to_have_text("15")  # type: ignore[arg-type]


def test_signed_out_in_between_nothing_is_sent_as_another(
    stack: Stack, class_id: int, somebody: Callable[..., Page]
) -> None:
    page = somebody("odalys", f"/class/{class_id}/scores")
    expect(page.get_by_role("grid")).to_be_visible()
    page.context.clear_cookies(name="sessionid")
    type_in(page, "Tolu Adeyemi", "Walk 6", "14")
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
    stack.python(
        "from school.models import *;"
        f"Teaching.objects.get_or_create(school_class_id={class_id}, person=Person.objects.get(sign_in='tobin'), leads=False)"
    )
    mine = somebody("odalys", f"/class/{class_id}/scores")
    theirs = somebody("tobin", f"/class/{class_id}/scores")
    expect(mine.get_by_text("Tobin Achterberg is here too")).to_be_visible()
    type_in(theirs, "Hamza Bashir", "Walk 4", "7")
    saved(theirs)
    expect(cell(mine, "Hamza Bashir", "Walk 4")).to_have_text("7")  # type: ignore[arg-type]
    expect(mine.get_by_text("Tobin Achterberg entered 7 for Hamza Bashir, Walk 4.")).to_be_visible()
    cell(theirs, "Hamza Bashir", "Walk 5").click()  # type: ignore[attr-defined]
    expect(mine.get_by_title("Tobin Achterberg is here")).to_be_visible()
