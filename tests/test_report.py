"""The end of a term as a teacher, the records officer and a family live it."""

import io
from collections.abc import Callable
from pathlib import Path

from openpyxl import load_workbook
from playwright.sync_api import Locator, Page, expect
from pypdf import PdfReader

from tests.pages import choose, open_class, saved
from tests.stack import Stack
from tests.test_screens import violations

SIGNE = "Åkerlund"


def graded(stack: Stack, name: str, students: int) -> int:
    """A class with two pieces of work done in quarter 2 by everybody; gives its number."""
    class_id = stack.add_class(name, students, works=2)
    stack.python(
        "from decimal import Decimal; from plans.models import *; from school.models import *; from scores.models import *;"
        f"c = SchoolClass.objects.get(pk={class_id}); who = Person.objects.get(sign_in='odalys');"
        "Score.objects.bulk_create([Score(student=e.student, assignment=w, number=Decimal(12 + (e.student_id + w.pk) % 8), changed_by=who,"
        " changed_at=c.school.now()) for e in c.enrolments.all() for w in c.assignments.all()])"
    )
    return class_id


def row(page: Page, name: str) -> Locator:
    return page.get_by_role("row").filter(has_text=name)


def put(page: Page, name: str, typed: str) -> None:
    """Something in place of a computed grade."""
    page.get_by_role("button", name=f"Override of {name}").click()
    page.keyboard.type(typed)
    page.keyboard.press("Enter")
    page.keyboard.press("Escape")


def test_a_whole_evening_of_29(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = graded(stack, "Hydrology 7", 29)
    page = somebody("odalys", f"/class/{class_id}/report")
    expect(page.get_by_text("0 ready, 29 with no comment")).to_be_visible()
    page.keyboard.press("w")
    expect(page.get_by_role("dialog")).to_contain_text("Walks")
    page.keyboard.press("Escape")

    # Three overrides, typed one under another; what is no mark stays typed with the reason.
    page.get_by_role("button", name="Adeyemi , Tolu").click()
    page.keyboard.press("Enter")
    for typed in ("a; oral exam", "b", "wi; left in December"):
        page.keyboard.type(typed)
        page.keyboard.press("Enter")
    page.keyboard.type("Q")
    page.keyboard.press("Enter")
    page.keyboard.press("Escape")
    expect(page.get_by_role("alert").filter(has_text="Q is not a mark of this class")).to_be_visible()
    page.get_by_role("button", name="Override of Hamza Bashir").click()
    expect(page.get_by_label("Override of Hamza Bashir")).to_have_value("Q")
    page.keyboard.press("Escape")
    expect(page.get_by_role("alert").filter(has_text="Q is not")).to_have_count(0)
    expect(page.get_by_role("button", name="Override of Tolu Adeyemi")).to_contain_text("A oral exam")
    expect(page.get_by_role("button", name="Override of Emre Aydın")).to_contain_text("W left in December")
    expect(row(page, SIGNE)).to_contain_text("no reason given")

    # Everybody begins alike, with their own name; two get a sentence of the bank and words of their own.
    page.get_by_role("button", name="More", exact=True).click()
    page.keyboard.press("b")
    page.get_by_label("Text;").fill("{name} has had a good quarter. {They} ask{s} good questions.")
    page.get_by_role("button", name="Begin 29 comments").click()
    expect(page.get_by_text("29 comments begun")).to_be_visible()
    page.get_by_role("button", name="Adeyemi , Tolu").click()
    expect(page.get_by_label("Comment for the family")).to_have_value(
        "Tolu has had a good quarter. He asks good questions."
    )
    page.get_by_label("Comment bank").fill("group heard")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Comment for the family")).to_have_value(
        "Tolu has had a good quarter. He asks good questions. Tolu works well in a group and sees that everybody is heard."
    )
    page.keyboard.press("Escape")
    expect(page.get_by_label("Comment for the family")).to_be_focused()
    page.keyboard.press("Control+End")
    page.keyboard.type(" Hamza gains by it.")
    for number in range(29):
        box, place = page.get_by_label("Comment for the family"), page.get_by_text(f"Student {number + 1} of 29")
        expect(place).to_be_visible()
        expect(box).to_be_focused()
        page.keyboard.press("Control+End")
        page.keyboard.type(f" Walk {number} was fine.")
        page.keyboard.press("Control+Enter")
        expect(place).to_have_count(0)
    expect(page.get_by_text("Post 27 grades")).to_be_visible()

    # The checks point out the wrong name and the bare override; both are seen to.
    page.get_by_role("button", name="Post 27 grades").click()
    asked = page.get_by_role("dialog", name="Post 27 grades of quarter 2")
    expect(asked.get_by_role("listitem").filter(has_text="Tolu Adeyemi")).to_contain_text("names Hamza")
    assert violations(page) == []
    asked.get_by_role("button", name="Go there to Tolu Adeyemi").click()
    box = page.get_by_label("Comment for the family")
    expect(box).to_be_focused()
    box.fill(box.input_value().replace(" Hamza gains by it.", ""))
    page.keyboard.press("Control+Enter")
    saved(page)
    put(page, "Signe Åkerlund", "b; test taken again")
    page.get_by_role("button", name="Post 29 grades").click()
    page.get_by_role("dialog").get_by_role("button", name="Post 29 grades").click()
    expect(page.get_by_text("29 grades of quarter 2 posted. Families see them now.")).to_be_visible()
    expect(page.get_by_text("29 grades posted, last by Odalys Brandt")).to_be_visible()

    # One change after: it is listed with before and after, and posted again on purpose.
    put(page, "Signe Åkerlund", "A; test taken again")
    expect(row(page, SIGNE)).to_contain_text("changed since")
    family = somebody("ingrid", "/family/29")
    open_class(family, "Hydrology 7")
    # That the grade was set by hand is posted with it; why, is the teachers' own.
    expect(family.get_by_text("put in its place by hand")).to_be_visible()
    expect(family.get_by_text("test taken again")).to_have_count(0)
    expect(family.locator(".hero b").first).to_have_text("B")
    page.get_by_role("button", name="Post 1 grade").click()
    expect(page.get_by_role("dialog").get_by_role("listitem").first).to_contain_text("B to A")
    page.get_by_role("dialog").get_by_role("button", name="Post 1 grade").click()
    expect(page.get_by_text("1 grade of quarter 2 posted")).to_be_visible()
    family.reload()
    expect(family.locator(".hero b").first).to_have_text("A")
    family.get_by_role("link", name="report card of Quarter 2").click()
    expect(family.get_by_role("button", name="Save as PDF")).to_be_visible()
    expect(family.get_by_text("She asks good questions.")).to_be_visible()
    assert violations(family) == []
    # Where many ask at once, it is asked for again by itself.
    busy = {"title": "Busy", "status": 503, "detail": "Many are asking just now.", "code": "busy"}
    family.route("**/card.pdf*", lambda route: route.fulfill(status=503, json=busy), times=1)
    with family.expect_download() as download:
        family.get_by_role("button", name="Save as PDF").click()
    assert download.value.suggested_filename == "Signe Åkerlund, Quarter 2.pdf"
    expect(family.get_by_role("button", name="Save as PDF")).to_be_focused()
    text = PdfReader(io.BytesIO(Path(download.value.path()).read_bytes())).pages[0].extract_text()
    assert "Hydrology 7" in text
    assert "She asks good questions." in " ".join(text.split())

    # Withdrawn with a reason, the family no longer sees it.
    page.get_by_role("button", name="Åkerlund , Signe").click()
    page.get_by_role("button", name="History").click()
    assert violations(page) == []
    page.get_by_role("button", name="Withdraw what is posted").click()
    page.get_by_label("Why it is withdrawn").fill("meant for another class")
    page.get_by_role("button", name="Withdraw it").click()
    expect(page.get_by_text("The family no longer sees it.")).to_be_visible()
    family.goto("/family/29")
    open_class(family, "Hydrology 7")
    expect(family.get_by_text("No grade is shown for quarter 2 yet")).to_be_visible()
    expect(family.get_by_role("link", name="report card of Quarter 2")).to_have_count(0)


def test_another_term_asks_for_its_name_and_a_closed_one_for_the_officer(
    stack: Stack, somebody: Callable[..., Page]
) -> None:
    class_id = graded(stack, "Hydrology 6", 3)
    term = stack.python("from school.models import *; print(Term.objects.get(name='Quarter 3').pk)")
    page = somebody("odalys", f"/class/{class_id}/report")
    page.goto(f"/class/{class_id}/report?term={term}")
    put(page, "Tolu Adeyemi", "B; leaves early")
    page.get_by_role("button", name="Post grades").click()
    page.get_by_label("also the 1 whose comment is not ready").check()
    page.get_by_role("dialog").get_by_role("button", name="Post 1 grade").click()
    expect(page.get_by_role("alert").filter(has_text="Type its name")).to_be_visible()
    page.get_by_label("Quarter 3 is not being posted now").fill("quarter 3")
    page.get_by_role("dialog").get_by_role("button", name="Post 1 grade").click()
    expect(page.get_by_text("1 grade of quarter 3 posted")).to_be_visible()

    closed = stack.python("from school.models import *; print(Term.objects.get(name='Quarter 1').pk)")
    page.goto(f"/class/{class_id}/report?term={closed}")
    expect(page.get_by_text("the records office can open it again")).to_be_visible()
    expect(page.get_by_role("button", name="Post grades")).to_be_disabled()

    office = somebody("mirela", "/school/posting")
    expect(office.get_by_role("row").filter(has_text="Hydrology 6")).to_contain_text("none of 3 posted")
    office.get_by_role("link", name="Quarter 1").click()
    office.get_by_role("button", name="Open posting of quarter 1 again").click()
    choose(office, "For", "Odalys Brandt")
    office.get_by_label("Until the end of").fill("2032-01-15")
    office.get_by_role("button", name="Open it again").click()
    expect(office.get_by_role("alert").filter(has_text="Say why")).to_be_visible()
    office.get_by_label("Why").fill("new to the school")
    office.get_by_role("button", name="Open it again").click()
    expect(office.get_by_text("For Odalys Brandt until Thu 15 Jan: new to the school")).to_be_visible()

    page.reload()
    expect(page.get_by_role("button", name="Post grades")).to_be_enabled()
    put(page, "Tolu Adeyemi", "C; from the other school")
    page.get_by_role("button", name="Post grades").click()
    page.get_by_label("also the 1 whose comment is not ready").check()
    page.get_by_label("Quarter 1 is not being posted now").fill("Quarter 1")
    page.get_by_role("dialog").get_by_role("button", name="Post 1 grade").click()
    expect(page.get_by_text("1 grade of quarter 1 posted")).to_be_visible()


def test_overrides_go_out_as_a_sheet_and_come_back(stack: Stack, somebody: Callable[..., Page], tmp_path: Path) -> None:
    class_id = graded(stack, "Hydrology 5", 4)
    page = somebody("odalys", f"/class/{class_id}/report")
    page.get_by_role("button", name="More", exact=True).click()
    page.get_by_role("menuitem", name="Overrides from a table").click()
    with page.expect_download() as download:
        page.get_by_role("link", name="Save as a workbook").click()
    book = load_workbook(io.BytesIO(Path(download.value.path()).read_bytes()))
    sheet = book.worksheets[0]
    sheet["G2"], sheet["H2"] = "a", "portfolio"
    sheet["F3"], sheet["H3"] = 140, "extra work"
    sheet["G4"] = "Z"
    fourth = f"{sheet['C5'].value} {sheet['B5'].value} ({sheet['A5'].value})"
    sheet["A5"] = "1"
    back = tmp_path / "back.xlsx"
    book.save(back)
    page.get_by_label("Choose a file", exact=True).set_input_files(back)
    expect(
        page.get_by_text("2 changes, 0 as they are, 1 line that cannot be read. Nothing is changed yet.")
    ).to_be_visible()
    expect(page.get_by_text("Z is not a mark of this class")).to_be_visible()
    expect(page.get_by_text("is nobody in this class by this name or number.")).to_be_visible()
    assert violations(page) == []
    # Who a line is about is said, and a line can be left out.
    choose(page, "Whom line 5 is about", fourth)
    expect(page.get_by_text("2 changes, 1 as they are")).to_be_visible()
    page.get_by_label("Take line 2, Tolu Adeyemi").uncheck()
    expect(page.get_by_role("button", name="Take 1 change")).to_be_disabled()
    page.get_by_label("1 percent above 100 is meant").check()
    page.get_by_role("button", name="Take 1 change").click()
    expect(page.get_by_text("1 override changed. Ctrl Z takes it back.")).to_be_visible()
    page.get_by_role("link", name="See the report").click()
    expect(page.get_by_role("button", name="Override of Signe Åkerlund")).to_contain_text("140 % extra work")
    page.keyboard.press("Control+z")
    expect(page.get_by_role("button", name="Override of Signe Åkerlund")).not_to_contain_text("140")

    # Filled down over those chosen together.
    put(page, "Tolu Adeyemi", "A; project")
    page.get_by_role("button", name="Adeyemi , Tolu").click()
    page.keyboard.press("Shift+ArrowDown")
    page.keyboard.press("Shift+ArrowDown")
    page.keyboard.press("Control+d")
    expect(page.get_by_text("Filled down to 2 students")).to_be_visible()
    expect(page.get_by_role("button", name="Override of Hamza Bashir")).to_contain_text("A project")


def test_the_whole_class_is_adjusted_as_a_draft(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = graded(stack, "Hydrology 4", 3)
    page = somebody("odalys", f"/class/{class_id}/report")
    page.get_by_role("button", name="More", exact=True).click()
    page.get_by_role("menuitem", name="Adjust the whole class").click()
    percent = page.get_by_role("row").filter(has_text="Adeyemi").get_by_role("cell").nth(1)
    before = float(percent.inner_text())
    choose(page, "Add a step", "add")
    expect(page.get_by_text("Draft: 3 grades would change")).to_be_visible()
    page.get_by_role("dialog").get_by_role("button", name="Show the list").click()
    assert violations(page) == []
    assert float(percent.inner_text()) == before
    page.get_by_role("dialog").get_by_role("button", name="Apply to 3 grades").click()
    expect(percent).to_have_text(f"{before + 1:.1f}")


def test_report_cards_are_made_in_the_background(stack: Stack, somebody: Callable[..., Page]) -> None:
    stack.start_worker()
    page = somebody("odalys", "/class/3/report")
    page.get_by_role("button", name="More", exact=True).click()
    page.get_by_role("menuitem", name="Report cards and sheets").click()
    dialog = page.get_by_role("dialog", name="Report cards and sheets")
    expect(dialog.get_by_label("all 31")).to_be_checked()
    assert violations(page) == []
    dialog.get_by_role("button", name="Make it").click()
    expect(dialog.get_by_role("progressbar").or_(dialog.get_by_role("link")).first).to_be_visible()
    # One can leave and come back to it.
    page.goto("/")
    page.goto("/class/3/report")
    page.get_by_role("button", name="More", exact=True).click()
    page.get_by_role("menuitem", name="Report cards and sheets").click()
    link = page.get_by_role("link", name="Choir, Quarter 2, report cards.pdf")
    expect(link).to_be_visible(timeout=60_000)
    with page.expect_download() as download:
        link.click()
    assert len(PdfReader(download.value.path()).pages) == 31
    page.get_by_label("Posted marks under aliases").check()
    page.get_by_role("button", name="Make it").click()
    expect(page.get_by_role("link", name="Choir, Quarter 2, marks under aliases.pdf")).to_be_visible()


def test_the_officer_sets_a_window_the_words_for_effort_and_a_term(stack: Stack, somebody: Callable[..., Page]) -> None:
    page = somebody("mirela", "/school/year")
    page.goto("/school/year")
    page.get_by_role("button", name="Change Exam 1").click()
    form = page.get_by_role("form", name="Reporting window")
    form.get_by_label("Posting opens").fill("2032-01-27")
    form.get_by_label("and closes").fill("2032-01-26")
    form.get_by_label("effort or conduct").check()
    form.get_by_label("no effort").check()
    choose(form, "Comments", "one a subject, and one for each standard of its work")
    assert violations(page) == []
    form.get_by_role("button", name="Keep the window").click()
    expect(form.get_by_role("alert")).to_contain_text("closes before it opens")
    form.get_by_label("and closes").fill("2032-02-03")
    form.get_by_role("button", name="Keep the window").click()
    expect(page.get_by_role("row").filter(has_text="Exam 1")).to_contain_text("Tue 27 Jan to Tue 3 Feb")
    page.get_by_role("button", name="Take away Quarter 2").click()
    expect(page.get_by_text("its name and days can be changed")).to_be_visible()
    page.get_by_role("link", name="Shared").click()
    page.get_by_role("link", name="Report cards").click()
    expect(page.get_by_label("Words for effort")).to_be_visible()
    assert violations(page) == []
    page.get_by_label("Words for effort").fill("excellent\ngood\ngood")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("alert")).to_contain_text("good stands there twice")
    page.get_by_label("Words for effort").fill("excellent\ngood\nfair")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_text("Report cards made from now on look like this.")).to_be_visible()
    page.get_by_role("link", name="Comment bank").click()
    page.get_by_label("New sentence").fill("{name} draws with {colour}.")
    page.get_by_role("button", name="Add it").click()
    expect(page.get_by_role("alert")).to_contain_text("{colour} is not known here")
    expect(page.get_by_label("Sentence 1", exact=True)).to_be_visible()
    assert violations(page) == []
    exam = stack.python(
        "from plans.models import *; from school.models import *; t = Term.objects.get(name='Exam 1');"
        "Assignment.objects.create(school_class_id=2, term=t, name='Exam', short_name='Exam', points=10, standards=['Mapping']);"
        "print(t.pk)"
    )
    teacher = somebody("odalys", f"/class/2/report?term={exam}")
    teacher.goto(f"/class/2/report?term={exam}")
    teacher.get_by_role("button", name="Effort of Tolu Adeyemi").click()
    teacher.keyboard.type("exc")
    teacher.keyboard.press("Enter")
    expect(teacher.get_by_role("button", name="Effort of Tolu Adeyemi")).to_contain_text("excellent")
    teacher.keyboard.press("Escape")
    teacher.get_by_role("button", name="Adeyemi , Tolu").click()
    teacher.get_by_label("On Mapping").fill("Tolu reads maps with ease.")
    teacher.get_by_label("On Mapping").press("Control+Enter")
    expect(teacher.get_by_text("Student 2 of 28")).to_be_visible()
    teacher.reload()
    teacher.get_by_role("button", name="Adeyemi , Tolu").click()
    expect(teacher.get_by_label("On Mapping")).to_have_value("Tolu reads maps with ease.")
    teacher.get_by_role("button", name="Write a narrative").click()
    teacher.get_by_label("Narrative").fill("A letter about the exam.")
    teacher.get_by_label("Comment for the family").focus()
    saved(teacher)
    teacher.get_by_role("button", name="The next student").click()
    teacher.get_by_role("button", name="Adeyemi , Tolu").click()
    expect(teacher.get_by_label("Narrative")).to_have_value("A letter about the exam.")
