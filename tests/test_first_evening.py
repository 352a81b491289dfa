"""From an empty class to a posted grade, as its teacher and a family live it."""

from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.pages import choose, open_class, saved
from tests.stack import Stack


def test_from_an_empty_class_to_a_posted_grade(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 9", 5)
    page = somebody("odalys", f"/class/{class_id}/plan")
    expect(page.get_by_text("Nothing makes the grade yet")).to_be_visible()

    # A plan of three categories, by keyboard.
    page.get_by_label("New category").focus()
    for name, weight in (("Fieldwork", "50"), ("Map tests", "30"), ("Notebooks", "20")):
        page.keyboard.type(name)
        page.keyboard.press("Tab")
        page.keyboard.type(weight)
        page.keyboard.press("Enter")
        expect(page.get_by_label(f"Weight of {name}")).to_have_value(weight)
        expect(page.get_by_label("New category")).to_be_focused()
    expect(page.get_by_text("adds up to 100").first).to_be_visible()

    # Two assignments.
    for name, category, points in (("Harbour walk", "Fieldwork", "20"), ("Map test 1: contours", "Map tests", "40")):
        page.get_by_label("New assignment").fill(name)
        choose(page, "Category", category)
        page.get_by_label("Points", exact=True).fill(points)
        page.get_by_label("Due", exact=True).fill("2032-01-12")
        page.get_by_role("button", name="Add assignment").click()
        expect(page.get_by_label(f"Name of {name}", exact=True)).to_have_value(name)
    expect(page.get_by_label("Short name of Map test 1: contours")).to_have_value("Map test 1")

    # Scores for five students by keyboard alone: a number, a mark, a percent, a code, a half point.
    page.get_by_role("link", name="Scores").click()
    page.get_by_role("gridcell", name="Tolu Adeyemi, Harbour walk").click()
    for typed in ("17", "b", "85%", "ex", "12,5"):
        page.keyboard.type(typed)
        page.keyboard.press("Enter")
    for _ in range(5):
        page.keyboard.press("ArrowUp")
    page.keyboard.press("ArrowRight")
    for typed in ("36", "30", "20", "40", "mi"):
        page.keyboard.type(typed)
        page.keyboard.press("Enter")
    saved(page)
    grade = page.get_by_role("button", name="Tolu Adeyemi")
    # 17 of 20 weighs 50 and 36 of 40 weighs 30; notebooks have no scores and give their weight to both.
    expect(grade).to_contain_text("86.9")

    # The grade opens into its working.
    grade.click()
    working = page.get_by_role("dialog")
    expect(working).to_contain_text("17 of 20 points")
    expect(working).to_contain_text("Notebooks has no scores yet")
    page.keyboard.press("Escape")

    # A comment, and the grade is posted.
    page.get_by_role("link", name="Report").click()
    # The grid has a row of hers too.
    expect(page.get_by_role("region", name="Comment desk")).to_be_visible()
    page.get_by_role("row", name="Åkerlund").click()
    page.get_by_label("Comment for the family").fill("Signe reads the harbour like a map.")
    page.keyboard.press("Control+Enter")
    expect(page.get_by_text("1 ready")).to_be_visible()
    page.get_by_role("button", name="Post 1 grade").click()
    page.get_by_role("dialog").get_by_role("button", name="Post 1 grade").click()
    expect(page.get_by_text("1 grade of quarter 2 posted")).to_be_visible()
    expect(page.get_by_role("row", name="Åkerlund")).to_contain_text("posted")

    # Her family reads it, and is told plainly that another's page is not theirs.
    family = somebody("ingrid")
    family.get_by_role("link", name="Signe").click()
    open_class(family, "Geography 9")
    expect(family.get_by_text("Signe reads the harbour like a map.")).to_be_visible()
    expect(family.get_by_text("posted Wed 14 Jan").first).to_be_visible()
    other = stack.python("from school.models import *; print(Student.objects.get(family_name='Bashir').pk)")
    family.goto(f"/family/{other}")
    expect(family.get_by_role("heading", name="This is not there, or not yours to see.")).to_be_visible()
    family.goto(f"/class/{class_id}/scores")
    expect(family.get_by_role("alert")).to_have_text("This is not there, or not yours to see.")
    assert family.request.get(f"/api/v1/classes/{class_id}/report").status == 404

    # A later change of a score shows the grade as changed since it was posted.
    page.goto(f"/class/{class_id}/scores")
    cell = page.get_by_role("gridcell", name="Signe Åkerlund, Harbour walk")
    cell.click()
    page.keyboard.type("20")
    page.keyboard.press("Enter")
    expect(page.get_by_text("1 posted, 1 changed")).to_be_visible()
    page.get_by_role("link", name="Report").click()
    expect(page.get_by_role("row", name="Åkerlund")).to_contain_text("changed since")
