"""Send, as a teacher and an officer use it: pairing once, a night with refusals, sending twice, a register that is down."""

import urllib.parse
import urllib.request
from collections.abc import Callable
from dataclasses import dataclass
from threading import Thread

import pytest
from playwright.sync_api import Page, expect

import office
from office import quiz
from tests.pages import choose
from tests.stack import Stack


@dataclass
class Harbour:
    """Two sections of a course with six students each, whom the register knows, too; of section A five scores are in."""

    stack: Stack
    a: int
    b: int
    register: str

    def switch(self, **values: str) -> None:
        """Turn the register's switches; those that are not named are off."""
        urllib.request.urlopen(self.register, urllib.parse.urlencode(values).encode())


@pytest.fixture(scope="module")
def harbour(stack: Stack) -> Harbour:
    a, b = stack.add_class("Harbour 8", 6, works=2), stack.add_class("Harbour 8", 6, works=2)
    stack.python(
        "from school.models import *; from plans.models import *; from scores.models import *; from sending.models import *;"
        f"SchoolClass.objects.filter(pk={a}).update(section='A'); SchoolClass.objects.filter(pk={b}).update(section='B');"
        f"one = SchoolClass.objects.get(pk={a}); who = Person.objects.get(sign_in='odalys');"
        "walk = one.assignments.get(name='Walk 1');"
        "[Score.objects.create(student=each.student, assignment=walk, number=number, changed_by=who, changed_at=one.school.now())"
        " for each, number in zip(one.enrolments.order_by('student__family_name', 'student__given_name'), (19, 18, 17, 16, 15, 14))];"
        "Pairing.objects.filter(kind='grades').delete()"
    )
    register = stack.start_office()
    # The night's run is asked for by a test, or not at all: a worker that looks by itself would put out every class meanwhile.
    stack.python(
        "from sending.models import *; from school.models import *; school = School.objects.get();"
        "SchoolSending.objects.update_or_create(school=school, defaults={'last_night': school.now().date(), 'hour': 23})"
    )
    stack.start_worker()
    made = Harbour(stack, a, b, register)
    made.switch()
    return made


def sending(somebody: Callable[..., Page], class_id: int) -> Page:
    page = somebody("odalys", f"/class/{class_id}/send")
    expect(page.get_by_role("heading", name="Deliveries")).to_be_visible()
    return page


def test_an_officer_looks_and_a_teacher_pairs_two_sections_at_once(
    harbour: Harbour, somebody: Callable[..., Page]
) -> None:
    officer = somebody("mirela", "/school/register")
    officer.get_by_role("button", name="Look at it now").click()
    expect(officer.get_by_text("The register was looked at.")).to_be_visible()

    page = sending(somebody, harbour.a)
    pairing = page.get_by_role("region", name="Pairing")
    expect(pairing.get_by_role("row", name="Harbour 8 A")).to_contain_text("same name")
    expect(pairing.get_by_role("row", name="Walks")).to_contain_text("not paired")
    choose(pairing, "Walks at the register", "PRACTICAL")
    expect(pairing.get_by_role("row", name="Walks")).to_contain_text("Odalys Brandt chose it")
    pairing.get_by_role("button", name="Agree to").click()
    expect(pairing.get_by_role("row", name="Posted grades")).to_contain_text("agreed")
    expect(pairing.get_by_role("button", name="Agree to")).to_have_count(0)

    page.goto(f"/class/{harbour.b}/send")
    expect(page.get_by_role("region", name="Pairing").get_by_role("row", name="Walks")).to_contain_text("PRACTICAL")


def test_posted_grades_go_and_sending_twice_sends_nothing(harbour: Harbour, somebody: Callable[..., Page]) -> None:
    harbour.stack.python(
        "import uuid; from school.models import *; from reports.posting import post;"
        f"one = SchoolClass.objects.select_related('school').get(pk={harbour.a}); term = Term.objects.get(name='Quarter 2');"
        "everybody = [each.student_id for each in one.enrolments.all()];"
        "post(one, Person.objects.get(sign_in='odalys'), term, uuid.uuid4(), everybody, term.name)"
    )
    page = sending(somebody, harbour.a)
    page.get_by_role("button", name="Choose what is sent").click()
    asked = page.get_by_role("dialog", name="What is sent now")
    asked.get_by_role("checkbox", name="assignments and scores").click()
    asked.get_by_role("button", name="Send", exact=True).click()
    goes = page.get_by_role("region", name="What goes to the records office")
    expect(goes.get_by_role("listitem").filter(has_text="Posted grades and comments")).to_contain_text("6 accepted")
    deliveries = page.get_by_role("region", name="Deliveries")
    expect(deliveries.get_by_role("heading").filter(has_text="6 accepted")).to_have_count(1)
    goes.get_by_role("button", name="Send 6 now").click()
    expect(deliveries.get_by_role("heading").filter(has_text="6 accepted")).to_have_count(2)
    expect(goes.get_by_role("button", name="Nothing new to send")).to_be_disabled()


def test_what_has_changed_since_posting_is_held_back_until_it_is_posted_again(
    harbour: Harbour, somebody: Callable[..., Page]
) -> None:
    harbour.stack.python(
        f"from scores.models import *; s = Score.objects.filter(assignment__school_class={harbour.a}).latest('pk'); s.number = 20; s.save()"
    )
    page = sending(somebody, harbour.a)
    held = page.get_by_role("listitem").filter(has_text="Changed since posting")
    expect(held).to_contain_text("The register keeps what was posted until you post again.")
    held.get_by_role("link", name="See it and post again").click()
    page.get_by_role("button", name="Post 1 grade").click()
    page.get_by_role("dialog").get_by_role("button", name="Post 1 grade").click()
    expect(page.get_by_text("1 grade of quarter 2 posted")).to_be_visible()
    page.get_by_role("link", name="Send").click()
    expect(page.get_by_role("heading", name="Deliveries")).to_be_visible()
    expect(page.get_by_role("listitem").filter(has_text="Changed since posting")).to_have_count(0)
    expect(page.get_by_role("button", name="Send 2 now")).to_be_visible()


def test_a_night_with_two_refusals_is_mended_line_by_line(harbour: Harbour, somebody: Callable[..., Page]) -> None:
    number = harbour.stack.python(
        "from school.models import *; by_name = ('student__family_name', 'student__given_name');"
        f"print(Enrolment.objects.filter(school_class={harbour.a}).order_by(*by_name)[2].student.number)"
    )
    harbour.switch(refused_mark="A", moved_student=f"s{number} HARBOUR 8 C")
    harbour.stack.python(
        "from sending.models import *; from sending import nightly; import datetime;"
        f"Record.objects.filter(school_class={harbour.a}, key__startswith='term').update(digest='');"
        "said = SchoolSending.objects.get(); SchoolSending.objects.update(hour=0, last_night=said.last_night - datetime.timedelta(1));"
        "nightly.run_nights()"
    )
    page = sending(somebody, harbour.a)
    deliveries = page.get_by_role("region", name="Deliveries")
    expect(deliveries.get_by_text("This student is in HARBOUR 8 C, not in this class.")).to_be_visible()
    expect(deliveries.get_by_text("The list of marks for this course has no A.").first).to_be_visible()
    expect(page.get_by_role("link", name="Send")).to_contain_text("refused")

    # Another mark in its place, and the office put right what it had of the student.
    choose(deliveries.get_by_role("listitem").filter(has_text="has no A.").first, "Say what is sent for A", "A-")
    expect(page.get_by_text("A- is sent for A from now on.")).to_be_visible()
    harbour.switch(refused_mark="A")
    deliveries.get_by_role("button", name="Try", exact=False).filter(has_text="again").last.click()
    expect(page.get_by_role("link", name="Send")).not_to_contain_text("refused")
    harbour.switch()


def test_a_register_that_is_down_is_waited_for_and_nothing_is_lost(
    harbour: Harbour, somebody: Callable[..., Page]
) -> None:
    harbour.switch(down="for an hour")
    page = sending(somebody, harbour.a)
    page.get_by_role("button", name="Choose what is sent").click()
    asked = page.get_by_role("dialog", name="What is sent now")
    asked.get_by_role("checkbox", name="also what was accepted already").click()
    asked.get_by_role("button", name="Send", exact=True).click()
    deliveries = page.get_by_role("region", name="Deliveries")
    expect(deliveries.get_by_text("wait here, tried again").first).to_be_visible()
    harbour.switch()
    deliveries.get_by_role("button", name="Try now").first.click()
    expect(deliveries.get_by_text("wait here, tried again")).to_have_count(0)
    # The rest of it went along.
    expect(deliveries.get_by_role("heading").filter(has_text="wait")).to_have_count(0)


def test_a_locked_column_fills_up_while_one_watches_and_takes_an_excuse(
    harbour: Harbour, somebody: Callable[..., Page]
) -> None:
    stack = harbour.stack
    stack.manage("set_demo_tool", office.QUIZ_CLIENT_ID, office.QUIZ_CLIENT_SECRET)
    stack.python(
        f"from tools.models import *; from tools.granting import *; set_classes(Tool.objects.get(), [{harbour.b}])"
    )
    page = somebody("odalys", f"/class/{harbour.b}/scores")
    expect(page.get_by_role("columnheader", name="Walk 2")).to_be_visible()
    tool = quiz.Quiz(f"http://127.0.0.1:{stack.port}", office.QUIZ_CLIENT_ID, office.QUIZ_CLIENT_SECRET)
    putting = Thread(target=tool.run, args=(0.2,))
    putting.start()
    cells = page.get_by_role("gridcell", name=quiz.TITLE)
    expect(cells).to_have_count(6)
    putting.join()
    expect(page.get_by_role("gridcell", name=f"{quiz.TITLE}: blank")).to_have_count(0)
    cells.first.click()
    page.keyboard.type("7")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Its scores come from Lakeside Quizzes and are entered there.").first).to_be_visible()

    page.goto(f"/class/{harbour.b}/send")
    elsewhere = page.get_by_role("region", name="Scores from elsewhere")
    expect(elsewhere).to_contain_text("not in the grade; 6 results")
    choose(elsewhere, "Category of quizzes", "Walks")
    expect(page.get_by_text("1 assignment placed in the draft of the plan")).to_be_visible()
    elsewhere.get_by_role("button", name="Take it over").click()
    expect(elsewhere).to_contain_text("entered here")
