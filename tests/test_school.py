"""A school from nothing, as its officer, a teacher and a guardian live it, to its second year."""

import io
import re
import zipfile
from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.pages import choose, saved, take_second_factor
from tests.stack import SETUP_CODE, Stack

GERMAN = "Schüler-Nr.;Nachname;Vorname;Klasse;E-Mail Eltern\n" + "".join(
    f"{1000 + each};{family};{given};Chemistry 9 A;{given.lower()}.home@quay.example\n"
    for each, (family, given) in enumerate(
        (family, given)
        for family in ("Grünwald", "Öztürk", "Müller", "Jäger", "Weiß")
        for given in ("Anna", "Ben", "Cleo", "Dirk", "Ella")
    )
)
"""25 students of one class, with semicolons and in Windows' western letters; siblings share a guardian's address."""


def oneroster() -> bytes:
    """20 students and their teacher in a class of her own, with 20 guardians who have no address."""
    numbers = range(20)
    users = "sourcedId,status,enabledUser,username,givenName,familyName,identifier,email,agentSourcedIds\n"
    users += "t1,,true,,Ivy,Ilex,,ivy@quay.example,\n"
    users += "".join(f"s{each},,true,,Student{each},Harbour,{2000 + each},,g{each}\n" for each in numbers)
    users += "".join(f"g{each},,true,,Parent{each},Harbour,,,\n" for each in numbers)
    roles = "sourcedId,status,userSourcedId,role\nr1,,t1,teacher\n"
    roles += "".join(f"rs{each},,s{each},student\nrg{each},,g{each},guardian\n" for each in numbers)
    enrolled = "sourcedId,status,classSourcedId,userSourcedId,role\ne1,,c1,t1,teacher\n"
    enrolled += "".join(f"es{each},,c1,s{each},student\n" for each in numbers)
    files = {
        "manifest": "propertyName,value\nmanifest.version,1.0\noneroster.version,1.2\nfile.users,bulk\n",
        "users": users,
        "roles": roles,
        "enrollments": enrolled,
        "classes": "sourcedId,status,title,courseSourcedId,classCode,location\nc1,,Botany 9 B,k1,B,Room 9\n",
        "courses": "sourcedId,status,title\nk1,,Botany 9\n",
    }
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as archive:
        for name, text in files.items():
            archive.writestr(f"{name}.csv", text)
    return out.getvalue()


def apply(page: Page, changes: int) -> None:
    page.get_by_role("button", name=f"Apply {changes} changes").click()
    expect(page.get_by_text(f"{changes} changes from")).to_be_visible()


def set_up(page: Page) -> None:
    """The first visit: it asks for the code, the school and its officer."""
    page.goto("/")
    expect(page.get_by_role("heading", name="A school begins")).to_be_visible()
    for label, text in (
        ("Code", "not the code"),
        ("Name", "Quay School"),
        ("Name of the year", "2032/33"),
        ("First day", "1 sep 2032"),
        ("Last day", "15 jun 2033"),
        ("Given name", "Ada"),
        ("Family name", "Quill"),
        ("Password", "salt on the quay"),
    ):
        page.get_by_label(label, exact=True).fill(text)
    choose(page, "Time zone", "Europe/London")
    page.get_by_role("button", name="Begin").click()
    expect(page.get_by_role("alert").filter(has_text="not the code that the terminal printed")).to_be_visible()
    page.get_by_label("Code", exact=True).fill(SETUP_CODE)
    page.get_by_role("button", name="Begin").click()
    expect(page.get_by_role("heading", name="A second factor, Ada Quill")).to_be_visible()
    take_second_factor(page, "salt on the quay")
    expect(page.get_by_text("No student yet. Add one, paste a list, or load a file.")).to_be_visible()


def test_a_school_from_nothing_to_its_second_year(empty_stack: Stack, opened: Callable[..., Page]) -> None:
    officer = opened(empty_stack.address)
    set_up(officer)
    # The school's clock stands, so that the test means the same on any day.
    empty_stack.python(
        "import datetime; from school import models; models.School.objects.update(fixed_day=datetime.date(2032, 10, 20))"
    )

    # Three unlike lists of people.
    officer.reload()
    for content, name, changes in ((GERMAN.encode("cp1252"), "klasse.csv", 26), (oneroster(), "rosters.zip", 22)):
        officer.get_by_role("button", name="Load a file or a list").click()
        with officer.expect_file_chooser() as chooser:
            officer.get_by_text("Choose a file").click()
        chooser.value.set_files({"name": name, "mimeType": "application/octet-stream", "buffer": content})
        expect(officer.get_by_role("table", name="Changes")).to_be_visible()
        apply(officer, changes)
    officer.get_by_role("button", name="Load a file or a list").click()
    pasted = "\n".join(f"{3000 + each}\tPier\tPupil{each}\tBotany 9 B" for each in range(15))
    officer.get_by_label("or paste what you copied").fill(f"Number\tFamily name\tGiven name\tClass\n{pasted}")
    officer.get_by_role("button", name="Look at what it would change").click()
    expect(officer.get_by_text("15 students would come.")).to_be_visible()
    apply(officer, 15)
    expect(officer.get_by_role("link", name=re.compile("^People"))).to_contain_text("60 students")

    # The second teacher by hand, with a class that is there already.
    officer.get_by_role("radio", name="Teachers").click()
    officer.get_by_role("button", name="Add a teacher").click()
    officer.get_by_label("Given name").fill("Cyr")
    officer.get_by_label("Family name").fill("Cedar")
    officer.get_by_label("E-mail", exact=True).fill("cyr@quay.example")
    officer.get_by_role("button", name="Add them").click()
    expect(officer.get_by_role("heading", name="Cyr Cedar")).to_be_visible()
    officer.get_by_role("link", name=re.compile("^Classes")).click()
    expect(officer.get_by_role("row").filter(has_text="Chemistry 9 A")).to_contain_text("nobody teaches it")
    officer.get_by_role("link", name="Chemistry 9 A").click()
    officer.get_by_role("combobox", name="Find a teacher by name").fill("ced")
    officer.get_by_role("option", name="Cyr Cedar").click()
    expect(officer.get_by_role("row").filter(has_text="Chemistry 9 A")).to_contain_text("Cyr Cedar")

    # An invitation is read in the outbox and taken up.
    officer.get_by_role("link", name=re.compile("^People")).click()
    officer.get_by_role("radio", name="Teachers").click()
    officer.get_by_role("button", name="Write to 2 teachers").click()
    expect(officer.get_by_text("2 people written to.")).to_be_visible()
    officer.goto("/school/outbox")
    officer.locator("summary").filter(has_text="ivy@quay.example").click()
    link = officer.locator("details[open] a").get_attribute("href") or ""
    teacher = opened(empty_stack.address)
    teacher.goto(link.replace(link.split("/invitation/")[0], ""))
    expect(teacher.get_by_role("heading", name="Welcome, Ivy Ilex")).to_be_visible()
    teacher.get_by_label("Password", exact=True).fill("short")
    teacher.get_by_role("button", name="Keep it and go in").click()
    expect(teacher.get_by_role("alert").filter(has_text="too short")).to_be_visible()
    teacher.get_by_label("Password", exact=True).fill("leaves in the harbour")
    teacher.get_by_role("button", name="Keep it and go in").click()
    expect(teacher.get_by_role("link", name="Botany 9 B").first).to_be_visible()

    # A plan, scores, and a posted grade.
    _plan_score_and_post(empty_stack, teacher)

    # A guardian without an address gets a letter, and reads the grade.
    officer.goto("/school/people?role=guardian")
    officer.get_by_label("Find by name, number or e-mail").fill("Parent3")
    expect(officer.get_by_text("1 in all")).to_be_visible()
    officer.get_by_role("button", name="Print 1 letter").click()
    letter = officer.get_by_role("article")
    expect(letter).to_contain_text("Dear Parent3 Harbour")
    name, code = (letter.get_by_role("definition").nth(place).inner_text() for place in (1, 2))
    guardian = opened(empty_stack.address)
    guardian.goto("/letter")
    guardian.get_by_label("Your name there").fill(name)
    guardian.get_by_label("Code", exact=True).fill(code)
    guardian.get_by_label("Password", exact=True).fill("waves at the pier")
    guardian.get_by_role("button", name="Keep it and go in").click()
    guardian.get_by_role("link", name="Botany 9").first.click()
    expect(guardian.get_by_text("posted Wed 20 Oct").first).to_be_visible()

    # The next year: terms, classes with their plans, students and teachers are carried over.
    officer.goto("/school/year")
    officer.get_by_role("button", name="Make the year after 2032/33").click()
    expect(officer.get_by_role("heading", name="Terms of 2033/34")).to_be_visible()
    officer.get_by_role("button", name="Take classes over").click()
    expect(officer.get_by_label("Name of Botany 9 B here")).to_have_value("Botany 10")
    officer.get_by_role("button", name="Take over 2 classes").click()
    expect(officer.get_by_text("2 classes taken over into 2033/34.")).to_be_visible()
    empty_stack.python(
        "import datetime; from school import models; models.School.objects.update(fixed_day=datetime.date(2033, 9, 7))"
    )
    teacher.goto("/")
    expect(teacher.get_by_text("35 students").first).to_be_visible()
    teacher.get_by_role("link", name="Botany 10 B").first.click()
    teacher.get_by_role("link", name=re.compile("^Plan")).click()
    expect(teacher.get_by_label("Name of the category Leaves")).to_be_visible()


def _plan_score_and_post(stack: Stack, page: Page) -> None:
    page.get_by_role("link", name="Botany 9 B").first.click()
    page.get_by_role("link", name=re.compile("^Plan")).click()
    page.get_by_label("New category").fill("Leaves")
    page.get_by_label("New category").press("Tab")
    page.keyboard.type("100")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name of the category Leaves")).to_be_visible()
    page.get_by_label("New assignment").fill("Oak")
    page.get_by_label("Points", exact=True).fill("20")
    page.get_by_label("Due", exact=True).fill("2032-10-20")
    page.get_by_role("button", name="Add assignment").click()
    expect(page.get_by_label("Name of Oak", exact=True)).to_have_value("Oak")
    page.get_by_role("link", name=re.compile("^Scores")).click()
    page.get_by_role("gridcell", name="Student3 Harbour, Oak").click()
    page.keyboard.type("18")
    page.keyboard.press("Enter")
    saved(page)
    stack.python(
        "import datetime; from school.models import *;"
        "day = datetime.date(2032, 10, 18); term = Term.objects.get(name='Quarter 1');"
        "ReportingWindow.objects.create(term=term, opens=day, closes=day + datetime.timedelta(9))"
    )
    page.get_by_role("link", name=re.compile("^Report")).click()
    page.get_by_role("button", name="Harbour , Student3", exact=True).click()
    page.get_by_label("Comment for the family").fill("Student3 knows an oak by its leaves.")
    page.keyboard.press("Control+Enter")
    page.get_by_role("button", name="Post 1 grade").click()
    page.get_by_role("dialog").get_by_role("button", name="Post 1 grade").click()
    expect(page.get_by_text("1 grade of quarter 1 posted")).to_be_visible()


def test_a_person_of_two_schools_and_one_who_is_deactivated(stack: Stack, somebody: Callable[..., Page]) -> None:
    stack.python(
        "from school.models import *; day = School.objects.get(name='Tarnwick School').fixed_day;"
        "School.objects.create(name='Lakeside Annexe', fixed_day=day);"
        "p = Person.objects.create_person('noor', 'Noor', 'Haddock', 'frost on the lake');"
        "[Membership.objects.create(person=p, school=each, role='officer') for each in School.objects.all()]"
    )
    page = somebody("noor", "/school/people")
    expect(page.get_by_role("heading", name="Tarnwick School")).to_be_visible()
    expect(page.get_by_role("table", name="Students")).to_contain_text("Jónsdóttir")
    choose(page, "School", "Lakeside Annexe")
    expect(page.get_by_role("heading", name="Lakeside Annexe")).to_be_visible()
    expect(page.get_by_text("No student yet.")).to_be_visible()
    # A page that is open ends with its person's account.
    stack.python("from school.models import *; Person.objects.filter(sign_in='noor').update(is_active=False)")
    # What the page itself still asks may end it before one goes on.
    ended = page.get_by_role("alertdialog")
    page.get_by_role("radio", name="Teachers").or_(ended).first.click(position={"x": 4, "y": 4})
    expect(ended).to_be_visible()


def test_a_large_file_is_applied_in_the_background(empty_stack: Stack, opened: Callable[..., Page]) -> None:
    empty_stack.python(
        "import datetime; from school.models import *; day = datetime.date(2032, 1, 14);"
        "school = School.objects.create(name='Moor School', fixed_day=day);"
        "SchoolYear.objects.create(school=school, name='2031/32', starts=day - datetime.timedelta(99),"
        " ends=day + datetime.timedelta(99));"
        "p = Person.objects.create_person('tarn', 'Tarn', 'Heath', 'frost on the lake');"
        "Membership.objects.create(person=p, school=school, role='officer')"
    )
    page = opened(empty_stack.address)
    page.goto("/sign-in?next=/school/people")
    page.get_by_label("Name", exact=True).fill("tarn")
    page.get_by_label("Password").fill("frost on the lake")
    page.get_by_role("button", name="Sign in").click()
    page.get_by_role("button", name="Load a file or a list").click()
    lines = "\n".join(f"{5000 + each}\tHeather\tPupil{each}" for each in range(320))
    page.get_by_label("or paste what you copied").fill(f"Number\tFamily name\tGiven name\n{lines}")
    page.get_by_role("button", name="Look at what it would change").click()
    page.get_by_role("button", name="Apply 320 changes").click()
    expect(page.get_by_text("320 changes wait for the worker")).to_be_visible()
    # One can leave meanwhile, and what came of it stands in People.
    page.get_by_role("link", name="People").last.click()
    expect(page.get_by_text("No student yet.")).to_be_visible()
    page.goto("/school/draft")
    expect(page.get_by_role("progressbar")).to_be_visible()
    empty_stack.start_worker()
    expect(page.get_by_text("320 changes from the pasted list are made.")).to_be_visible()
    expect(page.get_by_text("320 in all")).to_be_visible()


def test_a_teacher_makes_a_class_and_keeps_its_roster(stack: Stack, somebody: Callable[..., Page]) -> None:
    stack.python(
        "from school.models import *; School.objects.update(teachers_make_classes=True);"
        "p = Person.objects.create_person('wren', 'Wren', 'Hollis', 'frost on the lake');"
        "Membership.objects.create(person=p, school=School.objects.get(name='Tarnwick School'), role='teacher')"
    )
    page = somebody("wren", "/account")
    page.get_by_label("A class of your own: its name").fill("Star club")
    page.get_by_role("button", name="Make it").click()
    expect(page.get_by_text("Nobody yet.")).to_be_visible()
    page.get_by_role("combobox", name="Find a student by name or number").fill("signe")
    page.get_by_role("option", name="Signe").click()
    expect(page.get_by_role("heading", name="1 student")).to_be_visible()
    page.get_by_role("button", name=re.compile("Leaves.*Signe")).click()
    page.get_by_role("button", name=re.compile("Is back.*Signe")).click()
    expect(page.get_by_role("button", name=re.compile("Leaves.*Signe"))).to_be_visible()
