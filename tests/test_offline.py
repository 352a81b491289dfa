"""Without a connection: the application opens, what was seen last is there and says so, and what is entered is kept and sent later."""

from collections.abc import Callable
from urllib.parse import parse_qs, urlparse

from playwright.sync_api import Page, expect

from tests.pages import open_class, saved
from tests.stack import Stack

KEPT = """async (wanted) => {
    const asked = (request) => new Promise((done, fail) => {
        request.onsuccess = () => done(request.result);
        request.onerror = () => fail(request.error);
    });
    const isKept = async () => {
        const db = await asked(indexedDB.open("hoarfrost-answers"));
        const keys = await asked(db.transaction("answers").objectStore("answers").getAllKeys());
        db.close();
        return keys.some((each) => each.includes(wanted));
    };
    while (!(await isKept())) await new Promise((later) => setTimeout(later, 100));
}"""
"""Done once the device keeps an answer with this in its key."""


def keep(page: Page, wanted: str) -> None:
    """Wait until the application and what is shown are kept on the device, as they are after a moment of looking."""
    page.evaluate("navigator.serviceWorker.ready.then(() => null)")
    page.evaluate(KEPT, wanted)


def test_a_class_is_opened_and_entered_into_without_a_connection(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 41", 3, works=2)
    page = somebody("odalys", f"/class/{class_id}/scores", keeps=True)
    cell = page.get_by_role("gridcell", name="Tolu Adeyemi, Walk 1:")
    expect(cell).to_be_visible()
    keep(page, "scores")
    page.context.set_offline(True)
    page.reload()
    expect(page.get_by_role("status").filter(has_text="This is as of")).to_be_visible()
    cell.click()
    page.keyboard.type("17")
    page.keyboard.press("Enter")
    expect(page.get_by_role("status").filter(has_text="Offline: 1 entry kept here")).to_be_visible()
    page.reload()
    expect(cell).to_have_text("17")
    page.goto(f"/class/{class_id}/spread")
    expect(page.get_by_role("alert")).to_contain_text("was not opened on this device lately")
    page.goto(f"/class/{class_id}/scores")
    page.context.set_offline(False)
    saved(page)
    expect(page.get_by_role("status").filter(has_text="This is as of")).to_have_count(0)
    entered = f"Score.objects.get(assignment__school_class={class_id}).number.normalize()"
    assert stack.python(f"from scores.models import Score\nprint({entered})").strip() == "17"


def test_a_family_reads_on_the_bus_what_it_saw_last_until_it_signs_out(somebody: Callable[..., Page]) -> None:
    page = somebody("ingrid", "/family/29", 360, 740, keeps=True)
    open_class(page, "Geography 8")
    page.wait_for_url("**/family/29?term=*")
    term = parse_qs(urlparse(page.url).query)["term"][0]
    keep(page, f'"family",29,{term}')
    page.context.set_offline(True)
    page.reload()
    expect(page.get_by_role("status").filter(has_text="This is as of")).to_be_visible()
    open_class(page, "Geography 8")
    page.context.set_offline(False)
    page.reload()
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_role("button", name="Sign in")).to_be_visible()
    page.context.set_offline(True)
    page.goto("/family/29")
    expect(page.get_by_role("alert")).to_contain_text("cannot be reached")
    expect(page.get_by_text("Geography 8")).to_have_count(0)
