"""What families see, and what teachers see of it, on a phone in their hand."""

from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.pages import choose, open_class
from tests.stack import Stack
from tests.test_report import graded
from tests.test_screens import violations

PHONE = {"width": 360, "height": 740}


def shows_running(stack: Stack, class_id: int) -> None:
    """Families of a class see how the grade stands."""
    stack.python(
        "from plans.models import *; from school.revisions import count_class;"
        f"GroundRules.objects.filter(school_class={class_id}).update(families_see_running=True); count_class({class_id})"
    )


def add_work(stack: Stack, class_id: int, name: str) -> None:
    """A piece of work to come."""
    stack.python(
        "import datetime; from plans.models import *; from school.models import *; from school.revisions import count_class;"
        f"c = SchoolClass.objects.get(pk={class_id}); t = Term.objects.get(name='Quarter 2');"
        f"Assignment.objects.create(school_class=c, category=c.categories.get(), term=t, name={name!r}, short_name='Fin', points=20,"
        f" due_on=datetime.date(2032, 1, 16), position=9); count_class({class_id})"
    )


def test_a_score_is_tried_with_the_thumb_and_with_keys(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = graded(stack, "Glaciers 8", 8)
    shows_running(stack, class_id)
    add_work(stack, class_id, "Final walk")
    page = somebody("ingrid", "/family/29", **PHONE)
    expect(page.get_by_role("link", name="Final walk Glaciers 8")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 360
    open_class(page, "Glaciers 8")
    page.get_by_text("What it would take", exact=True).click()
    page.get_by_role("slider", name="Try a score for Final walk").press("End")
    best = page.get_by_role("status").filter(has_text="That would make")
    expect(page.get_by_label("Points tried for Final walk")).to_have_value("20")
    expect(best).to_be_visible()
    told = best.inner_text()
    page.get_by_role("slider", name="Try a score for Final walk").press("Home")
    expect(best).not_to_have_text(told)
    page.get_by_label("Points tried for Final walk").fill("21")
    expect(page.get_by_text("Points go from 0 to what the work is worth.")).to_be_visible()
    page.get_by_role("button", name="As it is").click()
    expect(page.get_by_text("Move a line to see what a score would make")).to_be_visible()
    assert violations(page) == []


def test_i_cannot_see_it_is_answered_and_mended(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = graded(stack, "Moraines 8", 6)
    stack.python(
        "from plans.models import *; from school.revisions import count_class;"
        f"Assignment.objects.filter(school_class={class_id}, name='Walk 2').update(shown=False); count_class({class_id})"
    )
    family = somebody("ingrid", "/family/29", **PHONE)
    open_class(family, "Moraines 8")
    expect(family.get_by_role("listitem").filter(has_text="Walk 1")).to_contain_text("of 20")
    expect(family.get_by_role("listitem").filter(has_text="Walk 2")).not_to_contain_text("of 20")

    page = somebody("odalys", f"/class/{class_id}/families")
    expect(page.get_by_text("1 piece of work has scores that families do not see.")).to_be_visible()
    page.get_by_role("link", name="Signe Åkerlund").click()
    hidden = page.get_by_role("list", name="Not seen").get_by_role("listitem")
    expect(hidden.filter(has_text="Walk 2")).to_contain_text("Its scores are hidden.")
    page.get_by_role("button", name="Show its scores now : Walk 2").click()
    expect(hidden.filter(has_text="Walk 2")).to_have_count(0)
    page.get_by_role("button", name="Show it to all families : The grade as it stands").click()
    expect(hidden.filter(has_text="The grade as it stands")).to_have_count(0)
    page.get_by_role("switch", name="this family may see how the grade stands").click()
    expect(hidden.filter(has_text="The grade as it stands")).to_contain_text("It is not shown to this family.")
    assert violations(page) == []

    family.reload()
    expect(family.get_by_role("listitem").filter(has_text="Walk 2")).to_contain_text("of 20")
    expect(family.locator(".hero b")).to_have_count(0)
    page.get_by_role("button", name="Show it to this family : The grade as it stands").click()
    expect(page.get_by_role("switch", name="this family may see how the grade stands")).to_be_checked()
    family.reload()
    expect(family.locator(".hero b")).to_be_visible()


def test_a_report_is_read_on_the_phone_and_its_teacher_sees_it(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = graded(stack, "Fjords 8", 8)
    officer = somebody("mirela", "/school/shared?view=families")
    officer.get_by_role("switch", name="guardians are asked to say that they have read a report").click()
    expect(
        officer.get_by_role("switch", name="guardians are asked to say that they have read a report")
    ).to_be_checked()
    assert violations(officer) == []
    page = somebody("odalys", f"/class/{class_id}/report")
    expect(page.get_by_role("region", name="Comment desk")).to_be_visible()
    page.get_by_role("row", name="Åkerlund").click()
    page.get_by_label("Comment for the family").fill("Signe reads the ice like a map.")
    page.keyboard.press("Control+Enter")
    page.get_by_role("button", name="Post 1 grade").click()
    page.get_by_role("dialog").get_by_role("button", name="Post 1 grade").click()
    expect(page.get_by_text("1 grade of quarter 2 posted")).to_be_visible()

    family = somebody("ingrid", "/family/29", **PHONE)
    open_class(family, "Fjords 8")
    family.get_by_role("link", name="report card of Quarter 2").click()
    family.get_by_role("button", name="I have read this report").click()
    expect(family.get_by_text("You have said that you have read this report.")).to_be_visible()
    page.goto(f"/class/{class_id}/families")
    expect(page.get_by_text("read for everybody who has a guardian here")).to_be_visible()


def test_notices_are_chosen_confirmed_and_stopped_by_links(stack: Stack, somebody: Callable[..., Page]) -> None:
    stack.python(
        "from school.models import *; Person.objects.filter(sign_in='ingrid').update(email='ingrid@home.example')"
    )
    page = somebody("ingrid", "/family/29", **PHONE)
    page.get_by_text("Notices", exact=True).click()
    page.get_by_role("combobox", name="Write to me").click()
    page.get_by_role("option", name="each day on which something is new").click()
    page.get_by_role("button", name="Send the mail that confirms it").click()
    expect(page.get_by_text("A mail is on its way to ingrid@home.example")).to_be_visible()

    def link(kind: str) -> str:
        """The last link of a kind in what was written."""
        return stack.python(
            "import re; from accounts.models import Mail;"
            f"print(re.findall(r'(/notices/{kind}/\\S+)', Mail.objects.filter(text__contains='/notices/{kind}/').latest('id').text)[-1])"
        ).strip()

    page.goto(link("confirm"))
    expect(page.get_by_text("This address is confirmed: notices go there from now on.")).to_be_visible()
    page.goto("/family/29")
    page.get_by_text("Notices", exact=True).click()
    expect(page.get_by_text("To ingrid@home.example.")).to_be_visible()
    stop = stack.python(
        "from families.notices import stop_token; from school.models import *;"
        "print('/notices/stop/' + stop_token(Person.objects.get(sign_in='ingrid')))"
    ).strip()
    page.goto(stop)
    expect(page.get_by_text("No more notices are sent to you.")).to_be_visible()
    page.goto("/family/29")
    page.get_by_text("Notices", exact=True).click()
    expect(page.get_by_role("combobox", name="Write to me")).to_contain_text("never")


def test_a_class_is_shared_by_aliases_with_whoever_has_the_address(
    stack: Stack, somebody: Callable[..., Page], opened: Callable[..., Page]
) -> None:
    class_id = graded(stack, "Drumlins 8", 6)
    page = somebody("odalys", f"/class/{class_id}/families")
    page.get_by_text("By aliases", exact=True).click()
    page.get_by_role("button", name="Make a public address").click()
    secret = page.get_by_label("To pass on").input_value().rsplit("/", 1)[1]
    anybody = opened(stack.address, **PHONE)
    anybody.goto(f"/sheet/{secret}")
    expect(anybody.get_by_role("table", name="Drumlins 8")).to_be_visible()
    expect(anybody.get_by_text("Adeyemi")).to_have_count(0)
    assert anybody.evaluate("document.documentElement.scrollWidth") <= 360
    assert violations(anybody) == []
    page.get_by_role("button", name="Stop it").click()
    expect(page.get_by_text("The address shows nothing any more.")).to_be_visible()
    anybody.reload()
    expect(anybody.get_by_role("alert")).to_contain_text("This address is not in use")


def test_a_page_is_read_in_the_language_that_its_reader_chose(somebody: Callable[..., Page]) -> None:
    page = somebody("signe", "/family/29", **PHONE)
    page.get_by_text("Language", exact=True).click()
    choose(page, "Language", "Svenska")
    expect(page.get_by_role("button", name="Logga ut")).to_be_visible()
    expect(page.get_by_role("heading", name="Härnäst")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 360
    assert violations(page) == []
    page.get_by_text("Språk", exact=True).click()
    choose(page, "Språk", "English")
    expect(page.get_by_role("button", name="Sign out")).to_be_visible()
