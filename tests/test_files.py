"""Scores as files, as a teacher uses them: out to a spreadsheet, back with faults in it, seen, mended, taken, and undone."""

import csv
import io
from collections.abc import Callable

from playwright.sync_api import Page, expect
from pypdf import PdfReader

from tests.pages import choose, saved
from tests.stack import Stack


def test_a_spreadsheet_with_four_faults_is_seen_mended_taken_and_undone(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    class_id = stack.add_class("Tables 8", 6, works=2)
    page = somebody("odalys", f"/class/{class_id}/files")
    expect(page.get_by_role("group", name="What the file holds").get_by_role("row").nth(1)).to_contain_text("Number")
    with page.expect_download() as saving:
        page.get_by_role("link", name="Save as CSV").click()
    lines = list(csv.reader(io.StringIO(saving.value.path().read_text("utf-8-sig"))))

    # Worked on elsewhere: scores for everybody in the first work, and four faults.
    for place, line in enumerate(lines[6:]):
        line[3] = str(10 + place)
    lines[6][3] = "109"  # a slip of the hand
    lines[7][3] = "away"  # a word that is no code here
    number, lines[8][0] = lines[8][0], "77777"  # nobody's number
    lines[9][4] = "12-13"  # no number
    out = io.StringIO()
    csv.writer(out, delimiter=";").writerows(lines)

    page.get_by_role("navigation", name="Print and files").get_by_role("link", name="Scores from a table").click()
    page.get_by_label("Choose a file").set_input_files(
        {"name": "marks.csv", "mimeType": "text/csv", "buffer": out.getvalue().encode("utf-16")}
    )
    first = page.get_by_role("table", name="Changes in column D")
    expect(first.get_by_role("row")).to_have_count(5)
    expect(first.get_by_role("row").first).to_contain_text("is above the")
    expect(page.get_by_role("region", name="Whom lines are about")).to_contain_text("Line 9")
    expect(page.get_by_role("table", name="Changes in column E")).to_contain_text("is not a number")
    expect(page.get_by_role("status").filter(has_text="Nothing is changed yet")).to_contain_text("marks.csv")

    # The word stands for a code, the line is somebody's, the slip is left out, and what is no number stays behind.
    choose(page, "What away stands for", "stands for AB")
    expect(first.get_by_role("row").nth(1)).to_contain_text("AB")
    choose(page, "Whom line 9 is about", f"{lines[8][2]} {lines[8][1]} ({number})")
    expect(page.get_by_role("region", name="Whom lines are about")).to_have_count(0)
    expect(first.get_by_role("row")).to_have_count(6)
    first.get_by_role("row").first.get_by_role("checkbox").click()
    expect(page.get_by_role("region", name="Grades that would move")).to_contain_text("grades would change")
    page.get_by_role("button", name="Take 5 changes").click()
    expect(page.get_by_text("5 scores entered")).to_be_visible()
    saved(page)

    page.goto(f"/class/{class_id}/scores")
    expect(page.get_by_role("gridcell", name="Walk 1: 14")).to_be_visible()
    page.keyboard.press("Control+z")
    expect(page.get_by_text("Undone: took scores from marks.csv")).to_be_visible()
    expect(page.get_by_role("gridcell", name="Walk 1: 14")).to_have_count(0)
    expect(page.get_by_role("gridcell", name="Walk 1:").first).to_be_visible()


def test_scores_on_paper_are_as_many_pages_as_was_said(stack: Stack, somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", "/class/2/files?what=grid")
    sheets = page.get_by_role("region", name="Page ")
    for size in ("Letter", "A4"):
        page.get_by_role("radio", name=size, exact=True).click()
        expect(sheets.first).to_be_visible()
        count = sheets.count()
        expect(page.get_by_role("button", name=f"Print {count} pages")).to_be_visible()
        printed = PdfReader(io.BytesIO(page.pdf(prefer_css_page_size=True)))
        assert len(printed.pages) == count
        width, height = (round(float(each) * 25.4 / 72) for each in printed.pages[0].mediabox[2:])
        assert (width, height) == {"Letter": (279, 216), "A4": (297, 210)}[size]
        assert all("number" in each.extract_text() for each in printed.pages), "each has the names that it is read by"


def test_a_class_is_saved_as_a_gradebook_file_and_opened_over_an_empty_one_and_as_a_new_one(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    full, empty = stack.add_class("Full 8", 5, works=2), stack.add_class("Empty 8", 5)
    page = somebody("odalys", f"/class/{full}/scores")
    page.get_by_role("gridcell", name="Walk 1:").first.click()
    page.keyboard.type("17")
    page.keyboard.press("Enter")
    saved(page)
    page.goto(f"/class/{full}/files?what=class")
    page.get_by_role("radio", name="name", exact=True).click()
    with page.expect_download() as saving:
        page.get_by_role("link", name="Save the gradebook file").click()
    file = saving.value.path().read_bytes()
    page.goto(f"/class/{empty}/files?what=gradebook-in")
    page.get_by_label("Choose a gradebook file").set_input_files(
        {"name": "Full 8.json", "mimeType": "application/json", "buffer": file}
    )
    told = page.get_by_role("status").filter(has_text="Nothing is made yet")
    expect(told).to_contain_text("2 pieces of work, 1 score")
    expect(page.get_by_text("Every grade comes to what it is in the file.")).to_be_visible()
    page.get_by_role("button", name="Open it here").click()
    expect(page.get_by_text("Full 8.json is opened")).to_be_visible()
    page.goto(f"/class/{empty}/scores")
    expect(page.get_by_role("gridcell", name="Walk 1: 17")).to_be_visible()

    # And as a class of its own, with the students that the school knows.
    stack.python("from school.models import School; School.objects.update(teachers_make_classes=True)")
    page.goto("/account")
    page.get_by_label("A class of your own: its name").fill("Full 8 again")
    page.get_by_text("With what is in a gradebook file").click()
    page.get_by_label("Choose a gradebook file").set_input_files(
        {"name": "Full 8.json", "mimeType": "application/json", "buffer": file}
    )
    page.get_by_role("button", name="Make it").click()
    made = page.get_by_role("status").filter(has_text="The class is made")
    expect(made).to_contain_text("5 students, 2 pieces of work, 1 score. Every grade comes to what it is in the file.")
    made.get_by_role("link", name="The class is made").click()
    expect(page.get_by_role("heading", name="Full 8 again")).to_be_visible()


def test_a_calendar_is_saved_followed_at_its_private_address_and_stopped(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    class_id = stack.add_class("Days 8", 2, works=2)
    page = somebody("odalys", f"/class/{class_id}/files?what=calendar")
    days = page.get_by_role("region", name="Calendar of Days 8")
    with page.expect_download() as saving:
        days.get_by_role("link", name="Save as a calendar file").click()
    assert "SUMMARY:Walk 1 (Days 8)" in saving.value.path().read_text("utf-8")
    days.get_by_role("button", name="Make a private address").click()
    address = days.get_by_label("To subscribe to in a calendar program.").input_value()
    assert "Walk 2" in page.request.get(address).text()
    days.get_by_role("button", name="Stop it").click()
    expect(page.get_by_text("The address for Days 8 shows nothing any more.")).to_be_visible()
    assert page.request.get(address).status == 404


def test_what_the_grid_shows_is_saved_by_its_words(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Shown 8", 3, works=2)
    page = somebody("odalys", f"/class/{class_id}/scores")
    page.get_by_role("gridcell", name="Walk 1:").first.click()
    page.keyboard.press("Control+k")
    page.get_by_role("combobox", name="Find a student or a command").fill("save what csv")
    expect(page.get_by_role("option", name="Save what is shown as CSV")).to_be_visible()
    with page.expect_download() as saving:
        page.keyboard.press("Enter")
    lines = list(csv.reader(io.StringIO(saving.value.path().read_text("utf-8-sig"))))
    assert any("Walk 2" in line for line in lines)
    assert any("Adeyemi" in cell for line in lines for cell in line)
