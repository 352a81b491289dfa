"""Spread as a teacher uses it once a test is marked: was it too hard, who is just below a mark, what would a curve do."""

from collections.abc import Callable

from playwright.sync_api import Locator, Page, expect

from tests.pages import choose, saved
from tests.stack import Stack


def marked(stack: Stack, name: str) -> int:
    """A class of six with an easy and a hard piece of work; gives its number."""
    class_id = stack.add_class(name, 6, works=2)
    stack.python(
        "from decimal import Decimal; from school.models import *; from scores.models import *;"
        f"c = SchoolClass.objects.get(pk={class_id}); who = Person.objects.get(sign_in='odalys');"
        "easy, hard = c.assignments.order_by('position');"
        "people = [e.student for e in c.enrolments.order_by('student__family_name', 'student__given_name')];"
        "rows = [(easy, (18, 17, 16, 15, 14, 19)), (hard, (9, 10, 8, 12, 11, 7))];"
        "Score.objects.bulk_create([Score(student=s, assignment=w, number=Decimal(n), changed_by=who, changed_at=c.school.now())"
        " for w, numbers in rows for s, n in zip(people, numbers)])"
    )
    return class_id


def line_of(page: Page, what: str = "Quarter 2") -> Locator:
    return page.get_by_role("listbox", name=f"Students by percent, {what}")


def test_a_test_too_hard_is_curved_two_are_lifted_and_the_class_is_posted(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    class_id = marked(stack, "Ridges 8")
    page = somebody("odalys", f"/class/{class_id}/spread")
    works = page.get_by_role("table", name="Assignments")
    expect(works.get_by_role("row").nth(1)).to_contain_text("Walk 2")
    expect(works.get_by_role("row").nth(1)).to_contain_text("47.5")
    works.get_by_role("link", name="Walk 2", exact=True).click()
    expect(line_of(page, "Walk 2").get_by_role("option")).to_have_count(6)

    # What is typed shows on the line before it is kept, and then waits in a draft that nobody is graded by.
    choose(page, "Add a step", "draw a straight line")
    band = page.get_by_role("region", name="Draft")
    expect(band).to_contain_text("6 grades would change, 6 up and 0 down")
    page.get_by_label("Step 1: point 1, percent that it becomes").fill("40")
    page.keyboard.press("Tab")
    expect(page.get_by_role("row").filter(has_text="Hamza Bashir").get_by_role("cell").nth(2)).to_contain_text("64.0")
    page.get_by_label("Step 1: point 1, percent that it becomes").fill("50")
    page.keyboard.press("Tab")
    expect(page.get_by_role("row").filter(has_text="Hamza Bashir").get_by_role("cell").nth(2)).to_contain_text("70.0")
    saved(page)
    band.get_by_role("button", name="Apply to 6 grades").click()
    expect(band).to_have_count(0)
    expect(works.get_by_role("row").filter(has_text="Walk 2")).to_contain_text("curved")

    # Two are close below B; each gets it in place, with the reason.
    choose(page, "What is looked at", "Quarter 2")
    expect(line_of(page)).to_be_visible()
    page.get_by_label("How close, in percentage points").fill("1.8")
    page.keyboard.press("Tab")
    close = page.get_by_role("region", name="Close below a mark")
    expect(close.get_by_text("1.8 below B")).to_have_count(2)
    for left in (1, 0):
        close.get_by_role("button").filter(has_text="1.8 below B").first.click()
        page.get_by_role("textbox", name="In place of the grade").fill("B; the last test")
        page.keyboard.press("Enter")
        expect(close.get_by_text("1.8 below B")).to_have_count(left)
    expect(line_of(page).get_by_role("option", name="B was put in place of the grade")).to_have_count(2)

    page.goto(f"/class/{class_id}/report")
    page.get_by_role("button", name="Post grades").click()
    page.get_by_label("also the 6 whose comment is not ready").check()
    page.get_by_role("dialog").get_by_role("button", name="Post 6 grades").click()
    expect(page.get_by_text("6 grades of quarter 2 posted")).to_be_visible()
    page.get_by_role("button", name="Adeyemi , Tolu").click()
    page.keyboard.press("w")
    working = page.get_by_role("dialog")
    expect(working).to_contain_text("B")
    expect(working).to_contain_text("the last test")
    working.get_by_role("button", name="Walks").click()
    expect(working.get_by_role("row").filter(has_text="Walk 2")).to_contain_text("14.5")


def test_the_keys_go_from_student_to_student_and_move_a_minimum(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = marked(stack, "Ridges 9")
    page = somebody("odalys", f"/class/{class_id}/spread")
    line_of(page).focus()
    page.keyboard.press("Home")
    told = page.locator("p[aria-live=polite]").filter(has_text="%")
    expect(told).to_contain_text("60.0 %")
    page.keyboard.press("End")
    expect(told).to_contain_text("67.5 %")
    page.keyboard.press("Enter")
    expect(page.get_by_role("textbox", name="In place of the grade")).to_be_visible()

    handle = page.get_by_role("slider", name="Where D+ begins")
    handle.focus()
    page.keyboard.press("ArrowRight")
    expect(handle).to_have_attribute("aria-valuenow", "68")
    expect(page.get_by_text("3 marks would change; 3 grades would fall")).to_have_count(0)
    expect(page.get_by_text("3 marks would change")).to_be_visible()
    expect(page.get_by_role("region", name="Draft")).to_have_count(0)
    page.keyboard.press("Escape")
    expect(page.get_by_text("3 marks would change")).to_have_count(0)
    page.keyboard.press("ArrowRight")
    page.keyboard.press("Enter")
    expect(page.get_by_role("region", name="Draft")).to_contain_text("3 marks")
    page.get_by_role("button", name="put aside to compare").click()
    expect(page.get_by_role("region", name="Put aside")).to_contain_text("Try A")
    page.get_by_role("button", name="Throw away").click()
    expect(page.get_by_role("region", name="Draft")).to_have_count(0)
    page.get_by_role("button", name="take it").click()
    expect(page.get_by_role("region", name="Draft")).to_contain_text("3 marks")


def test_a_colleague_sees_the_curve_as_a_draft_and_can_throw_it_away(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    class_id = marked(stack, "Ridges 10")
    stack.add_co_teacher(class_id)
    mine, theirs = (somebody(who, f"/class/{class_id}/spread") for who in ("odalys", "tobin"))
    expect(line_of(theirs)).to_be_visible()
    choose(mine, "Add a step", "add")
    for page in (mine, theirs):
        expect(page.get_by_role("region", name="Draft")).to_contain_text("6 grades would change, 6 up")
    expect(theirs.get_by_label("Step 1: add")).to_have_value("1")
    theirs.get_by_role("button", name="Throw away").click()
    expect(mine.get_by_role("region", name="Draft")).to_have_count(0)
    expect(mine.get_by_label("Step 1: add")).to_have_count(0)


def test_the_line_is_saved_as_a_picture_work_is_sorted_and_one_key_notes_who_was_looked_at(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    class_id = marked(stack, "Ridges 11")
    page = somebody("odalys", f"/class/{class_id}/spread")
    expect(line_of(page).get_by_role("option")).to_have_count(6)
    for kind, begins in (("SVG", b"<svg"), ("PNG", b"\x89PNG")):
        with page.expect_download() as saving:
            page.get_by_role("button", name=kind, exact=True).click()
        assert saving.value.path().read_bytes().lstrip().startswith(begins)
        assert saving.value.suggested_filename.endswith(kind.lower())

    works = page.get_by_role("table", name="Assignments")
    works.get_by_role("button", name="deviation").click()
    expect(works.get_by_role("columnheader", name="deviation")).to_have_attribute("aria-sort", "descending")

    close = page.get_by_role("region", name="Close below a mark")
    within = page.get_by_label("How close, in percentage points")
    within.fill("0.1")
    within.press("Tab")
    expect(close).to_contain_text("nobody")
    # Who is there then comes with the answer.
    within.fill("1.8")
    within.press("Tab")
    close.get_by_role("button").filter(has_text="below").first.click()
    page.keyboard.press("l")
    expect(close.get_by_text("looked at").first).to_be_visible()
    saved(page)


def test_a_minimum_is_dragged_and_what_it_does_is_seen_before_it_is_let_go(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    class_id = marked(stack, "Ridges 12")
    page = somebody("odalys", f"/class/{class_id}/spread")
    handle = page.get_by_role("slider", name="Where D+ begins")
    expect(handle).to_have_attribute("aria-valuenow", "67")
    box = handle.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 12, y, steps=4)
    expect(page.get_by_text("3 marks would change; 3 grades would fall")).to_have_count(0)
    expect(page.get_by_text("3 marks would change")).to_be_visible()
    expect(page.get_by_role("region", name="Draft")).to_have_count(0)

    # Dragged back to where it was, nothing is kept; let go of elsewhere, it waits in the draft.
    page.mouse.move(x, y, steps=4)
    page.mouse.up()
    expect(page.get_by_text("3 marks would change")).to_have_count(0)
    page.mouse.down()
    page.mouse.move(x + 12, y, steps=4)
    page.mouse.up()
    expect(page.get_by_role("region", name="Draft")).to_contain_text("3 marks")


def test_sections_of_a_course_lie_beside_each_other_or_all_in_one(stack: Stack, somebody: Callable[..., Page]) -> None:
    here, there = marked(stack, "Ridges 13"), marked(stack, "Ridges 13")
    stack.python(
        "from school.models import SchoolClass;"
        f"SchoolClass.objects.filter(pk={here}).update(section='A'); SchoolClass.objects.filter(pk={there}).update(section='B')"
    )
    page = somebody("odalys", f"/class/{here}/spread")
    expect(line_of(page).get_by_role("option")).to_have_count(6)
    figures = page.get_by_role("table", name="Figures")
    for how, row in (("others side by side", "Ridges 13 B"), ("all sections together", "all sections")):
        choose(page, "Other sections", how)
        expect(line_of(page).get_by_role("img", name=f", {row}")).to_have_count(12 if row == "all sections" else 6)
        # The dots of other sections are seen, not gone to: these are students of this one.
        expect(line_of(page).get_by_role("option")).to_have_count(6)
    expect(figures.get_by_role("row").filter(has_text="all together")).to_contain_text("12")
