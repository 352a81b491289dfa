"""Drafts from a file: what is read of unlike files, what they would change, applied once and taken back."""

import csv
import io
import zipfile
from collections.abc import Callable
from types import SimpleNamespace
from typing import Any

import pytest
from conftest import World, make_class, send
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connections
from exchange.columns import propose
from exchange.tables import MEGABYTE
from openpyxl import Workbook
from school.models import Enrolment, Person, SchoolClass, Student
from school.refusal import Refused
from scores.models import Score
from scores.tests.test_entering import enter, entry

from people import drafts, progress
from people.models import FileDraft

ROSTER = """Number,Surname,Forename,Teaching group
100,Fir,Fin,Botany A
101,Fir,Una,Botany A
102,Fir,Ivo,Botany A
"""


@pytest.fixture(autouse=True)
def no_one_beside(monkeypatch: pytest.MonkeyPatch) -> None:
    """A test is one transaction: who tells beside it how far a draft is would wait for what it holds."""
    monkeypatch.setattr(progress, "EVERY", float("inf"))


def load(world: World, content: str | bytes, name: str = "list.csv", status: int = 200) -> Any:
    """The draft from a file, or the refusal."""
    file = SimpleUploadedFile(name, content.encode() if isinstance(content, str) else content)
    client = world.client("officer")
    answer = client.post(f"{world.school_address}/years/{world.term.year_id}/drafts/file", {"file": file})
    assert answer.status_code == status, answer.content
    return draft(world, answer.json()["id"]) if status == 200 else answer.json()


def draft(world: World, number: int, body: Any = None, method: str = "GET", rest: str = "") -> Any:
    answer = send(world.client("officer"), method, f"{world.school_address}/drafts/{number}{rest}", body)
    assert answer.status_code in (200, 204), answer.content
    return answer.json() if answer.status_code == 200 else draft(world, number)


def say(world: World, read: Any, **answers: str) -> Any:
    return draft(world, read["id"], {"answers": answers}, "PUT", "/answers")


def apply(world: World, read: Any) -> Any:
    return draft(world, read["id"], {}, "POST", "/apply")


def undo(world: World) -> Any:
    return send(world.client("officer"), "POST", f"{world.school_address}/last-file/undo").json()


def told(read: Any) -> list[tuple[str, str, str]]:
    return [(each["kind"], each["number"], each["becomes"] or each["was"] or each["note"]) for each in read["changes"]]


def test_the_same_list_changes_nothing(world: World) -> None:
    read = load(world, ROSTER)
    assert read["changes"] == []
    assert read["same"] == 3
    assert read["told"] == "4 lines, commas, UTF-8; the first line names the columns"
    assert [each["field"] for each in read["columns"]] == ["number", "family_name", "given_name", "class"]


def test_who_comes_changes_and_leaves_is_shown_chosen_applied_and_taken_back(world: World) -> None:
    enter(world, entry(world, "17", student=2), entry(world, "12", student=1))
    make_class(world.school, world.term.year, world.school_class.ground_rules.scale, [], "Botany", "B")
    read = load(
        world,
        "Number,Surname,Forename,Teaching group,Parent e-mail\n100,Firth,Fin,Botany A,new@home.example\n"
        "101,Fir,Una,Botany B,\n200,Ash,Zoe,Botany A,zoe@home.example\n201,Elm,Rue,Ferns B,zoe@home.example\n",
    )
    assert told(read) == [
        ("class", "", "Ferns B"),
        ("move", "101", "Botany B"),
        ("rename", "100", "Firth"),
        ("come", "200", "Botany A"),
        ("come", "201", "Ferns B"),
        ("guardian", "100", "new@home.example"),
        ("leave", "102", "Botany A"),
    ]
    assert next(each["note"] for each in read["changes"] if each["kind"] == "leave") == "with 1 score, kept on file"
    assert (Student.objects.count(), SchoolClass.objects.count()) == (3, 3)
    assert (
        next(each["note"] for each in read["changes"] if each["kind"] == "move")
        == "0 scores to take along; 1 without a counterpart there"
    )
    read = say(world, read, **{"rename 100": "off"})
    assert read["chosen"] == 6
    apply(world, read)
    zoe, rue = (Student.objects.get(number=number) for number in ("200", "201"))
    assert zoe.guardians.get() == rue.guardians.get()
    assert {str(each.school_class) for each in Enrolment.objects.filter(ends=None)} == {
        "Botany A",
        "Botany B",
        "Ferns B",
    }
    assert Student.objects.get(number="100").family_name == "Fir"
    assert Enrolment.objects.get(student=world.students[2]).ends == world.school.today()
    again = send(world.client("officer"), "POST", f"{world.school_address}/drafts/{read['id']}/apply")
    assert "applied already" in again.json()["detail"]
    assert undo(world)["kept"] == []
    assert Student.objects.count() == 3
    assert not SchoolClass.objects.filter(name="Ferns").exists()
    assert {each.ends for each in Enrolment.objects.filter(school_class=world.school_class)} == {None}
    assert not Enrolment.objects.filter(school_class__section="B").exists()
    assert world.students[0].guardians.count() == 1
    assert not Person.objects.filter(email="zoe@home.example").exists()
    assert "could be taken back" in undo(world)["detail"]


def test_of_a_long_draft_as_many_lines_are_listed_as_were_asked_for(world: World) -> None:
    lines = "".join(f"{each},Heather,Pupil{each},Botany A\n" for each in range(500, 530))
    read = load(world, ROSTER + lines + ",Nobody,Nina,Botany A\n")
    assert (len(read["changes"]), read["counts"], read["chosen"]) == (31, {"come": 30, "unread": 1}, 30)
    few = draft(world, read["id"], rest="?most=3")
    assert (len(few["changes"]), few["counts"], few["chosen"]) == (3, read["counts"], 30)
    assert [each["kind"] for each in draft(world, read["id"], rest="?kind=unread&most=3")["changes"]] == ["unread"]


def test_applied_twice_it_changes_nothing_more(world: World) -> None:
    content = ROSTER + "200,Ash,Zoe,Botany A\n"
    apply(world, load(world, content))
    again = load(world, content)
    assert (again["changes"], again["same"]) == ([], 4)


def test_what_was_entered_since_stays_when_a_file_is_taken_back(world: World) -> None:
    apply(world, load(world, ROSTER + "200,Ash,Zoe,Botany A\n"))
    zoe = Student.objects.get(number="200")
    Score.objects.create(
        student=zoe,
        assignment=world.assignments[0],
        number=3,
        changed_by=world.people["teacher"],
        changed_at=world.school.now(),
    )
    assert undo(world)["kept"] == ["Zoe Ash stays: something was entered there since."]
    assert Score.objects.get(student=zoe).number == 3


def test_silence_can_mean_that_they_stay(world: World) -> None:
    read = load(world, ROSTER.replace("102,Fir,Ivo,Botany A\n", ""))
    assert told(read) == [("leave", "102", "Botany A")]
    assert draft(world, read["id"], {"silence": "stay"}, "PATCH")["changes"] == []


@pytest.mark.parametrize(
    ("line", "words", "answers", "becomes"),
    [
        ("1O1,Fir,Una,Botany A", "did you mean 101?", {"unread 2": "number 101"}, []),
        (",Ash,Zoe,Botany A", "the number is empty", {"unread 2": "number 300"}, [("come", "300", "Botany A")]),
        (
            "300,Fir,Una,Zoology A",
            "same name as Una Fir (101) in Botany A",
            {"come 300": "new"},
            [("come", "300", "Zoology A")],
        ),
        ("300,Fir,Una,Botany A", "same name as", {"come 300": "same 101"}, [("change", "101", "300")]),
        (
            "101,Ash,Zoe,Botany A",
            "renamed, or a slip in the number?",
            {"rename 101": "on"},
            [("rename", "101", "Zoe Ash")],
        ),
    ],
)
def test_what_asks_is_left_out_until_it_is_answered(
    world: World, line: str, words: str, answers: dict[str, str], becomes: list[tuple[str, str, str]]
) -> None:
    read = load(world, f"Number,Surname,Forename,Teaching group\n{line}\n")
    read = draft(world, read["id"], {"silence": "stay"}, "PATCH")
    (asked,) = read["changes"]
    assert words in asked["note"]
    assert not asked["is_on"]
    given = {key: value.replace("same 101", f"same {world.students[1].pk}") for key, value in answers.items()}
    assert told(say(world, read, **given)) == becomes


def test_lines_that_contradict_each_other_are_not_read(world: World) -> None:
    read = load(world, ROSTER + "100,Ash,Zoe,Botany A\n300,Elm,,Botany A\n301,=A1,Rue,Botany A\n")
    assert [(each["line"], each["note"][:32]) for each in read["changes"]] == [
        (5, "has the number of Fin Fir in lin"),
        (6, "has no whole name: a given and a"),
        (7, "has a formula. Save the file wit"),
    ]
    assert {each["kind"] for each in read["changes"]} == {"unread"}
    assert read["chosen"] == 0
    refused = send(world.client("officer"), "POST", f"{world.school_address}/drafts/{read['id']}/apply")
    assert "No line is chosen" in refused.json()["detail"]


GERMAN = "Schüler-Nr.;Nachname;Vorname;Klasse;E-Mail Eltern\n100;Fir;Fin;Botany A;\n300;Grünwald;Jörg;Botany A;maria@home.example\n"


def test_a_western_list_with_semicolons_is_read_as_it_is_meant(world: World) -> None:
    read = load(world, GERMAN.encode("cp1252"), "liste.csv")
    assert "semicolons, Windows letters" in read["told"]
    coming = next(each for each in read["changes"] if each["kind"] == "come")
    assert (coming["family_name"], coming["given_name"], coming["number"]) == ("Grünwald", "Jörg", "300")
    apply(world, read)
    assert Student.objects.get(number="300").guardians.get().email == "maria@home.example"


def test_a_workbook_is_read_with_numbers_as_they_are(world: World) -> None:
    book, out = Workbook(), io.BytesIO()
    page = book.active
    assert page is not None
    for row in (
        ["The list of January"],
        ["Adm. no.", "Name", "Vorname", "Kurs"],
        [300, "Ash", "Zoe", "Botany A"],
        [100.0, "Fir", "Fin", "Botany A"],
    ):
        page.append(row)
    book.save(out)
    read = load(world, out.getvalue(), "january.xlsx")
    assert "line 2 names the columns" in read["told"]
    assert told(read) == [("come", "300", "Botany A")]


def test_a_pasted_list_without_heads_is_told_by_what_stands_in_it(world: World) -> None:
    body = {"text": "300\tAsh\tZoe\n301\tElm\tRue\n"}
    address = f"{world.school_address}/years/{world.term.year_id}/drafts"
    read = draft(world, send(world.client("officer"), "POST", address, body).json()["id"])
    assert told(read) == [("come", "300", "the school"), ("come", "301", "the school")]
    other = draft(world, read["id"], {"fields": {"0": "number", "1": "given_name", "2": "family_name"}}, "PATCH")
    assert [each["given_name"] for each in other["changes"]] == ["Elm", "Ash"]
    refused = send(
        world.client("officer"),
        "PATCH",
        f"{world.school_address}/drafts/{read['id']}",
        {"fields": {"0": "number", "1": "number"}},
    )
    assert "Two columns are number" in refused.json()["detail"]


def test_a_pairing_is_kept_for_the_next_file_of_these_heads(world: World) -> None:
    content = "Key,Surname,Forename,House\n300,Ash,Zoe,North\n"
    read = load(world, content)
    assert "the number is empty" in read["changes"][0]["note"]
    fields = {"0": "number", "1": "family_name", "2": "given_name"}
    assert told(draft(world, read["id"], {"fields": fields, "keep": True}, "PATCH")) == [("come", "300", "the school")]
    assert told(load(world, content)) == [("come", "300", "the school")]


@pytest.mark.parametrize(
    ("rows", "fields"),
    [
        ([["Surname", "Given name", "ID"]], {0: "family_name", 1: "given_name", 2: "number"}),
        ([["Name", "Vorname", "Nr."]], {0: "family_name", 1: "given_name", 2: "number"}),
        ([["Name", "Class"], ["Ash, Zoe", "B"]], {0: "full_name", 1: "class"}),
        ([["12", "Ash, Zoe"], ["13", "Elm, Rue"]], {0: "number", 1: "full_name"}),
    ],
)
def test_columns_are_told_by_their_heads_or_what_stands_in_them(rows: list[list[str]], fields: dict[int, str]) -> None:
    assert propose(rows).fields == fields


def packed(**files: str) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, text in files.items():
            archive.writestr(f"{name}.csv", text)
    return out.getvalue()


MANIFEST = "propertyName,value\nmanifest.version,1.0\noneroster.version,1.2\nfile.users,{kind}\n"
USERS = (
    "sourcedId,status,enabledUser,username,givenName,familyName,identifier,email,agentSourcedIds\n"
    "s1,{status},true,,Zoe,Ash,300,,g1\nt1,,true,,Ivy,Ilex,,ivy@hill.example,\ng1,,true,,May,Ash,,may@home.example,\n"
)
ROLES = "sourcedId,status,userSourcedId,role\nr1,,s1,student\nr2,,t1,teacher\nr3,,g1,guardian\n"
CLASSES = "sourcedId,status,title,courseSourcedId,classCode,location\nc1,,Mosses B,k1,B,Room 9\n"
COURSES = "sourcedId,status,title\nk1,,Mosses\n"
ENROLLED = "sourcedId,status,classSourcedId,userSourcedId,role\ne1,,c1,s1,student\ne2,,c1,t1,teacher\n"


def test_a_oneroster_zip_brings_classes_teachers_students_and_guardians(world: World) -> None:
    content = packed(
        manifest=MANIFEST.format(kind="bulk"),
        users=USERS.format(status=""),
        roles=ROLES,
        classes=CLASSES,
        courses=COURSES,
        enrollments=ENROLLED,
    )
    read = load(world, content, "rosters.zip")
    assert told(read) == [("class", "", "Mosses B"), ("teacher", "", "Mosses B"), ("come", "300", "Mosses B")]
    apply(world, read)
    made = SchoolClass.objects.get(name="Mosses", section="B")
    assert [str(each) for each in made.teachers.all()] == ["Ivy Ilex"]
    assert [str(each.student) for each in made.enrolments.all()] == ["Zoe Ash"]
    assert Student.objects.get(number="300").guardians.get().email == "may@home.example"
    again = load(world, content, "rosters.zip")
    assert again["changes"] == []
    gone = packed(manifest=MANIFEST.format(kind="delta"), users=USERS.format(status="tobedeleted"), roles=ROLES)
    read = load(world, gone, "delta.zip")
    assert [(each["kind"], each["note"]) for each in read["changes"]] == [
        ("leave", "is marked as gone; all that they have stays")
    ]
    apply(world, read)
    assert not Student.objects.get(number="300").is_active
    undo(world)
    assert Student.objects.get(number="300").is_active
    assert Enrolment.objects.get(student__number="300").ends is None


def test_what_is_written_as_oneroster_is_read_as_no_change(world: World) -> None:
    content = world.client("officer").get(f"{world.school_address}/oneroster.zip").content
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        users = list(csv.DictReader(io.StringIO(archive.read("users.csv").decode())))
    assert {each["identifier"] for each in users if each["sourcedId"].startswith("student")} == {"100", "101", "102"}
    for each in world.people.values():
        each.email = f"{each.sign_in}@hill.example"
        each.save()
    content = world.client("officer").get(f"{world.school_address}/oneroster.zip").content
    assert load(world, content, "back.zip")["changes"] == []


@pytest.mark.parametrize(
    ("content", "name", "words"),
    [
        (b"x" * (11 * MEGABYTE), "big.csv", "has 11 MB; a list of people has at most 10 MB"),
        (b"", "none.csv", "is empty"),
        (b"\x00\x01\x02,\n", "bad.csv", "is no text"),
        (b"%PDF", "list.pdf", "neither CSV nor a workbook"),
        (b"PK\x03\x04cut", "cut.xlsx", "cannot be read as a workbook"),
        (b"PK\x03\x04cut", "cut.zip", "no whole zip file"),
        (packed(users="x"), "roster.zip", "has no manifest.csv"),
        (packed(manifest="propertyName,value\noneroster.version,2.0\n"), "roster.zip", "is OneRoster 2.0; 1.2 is read"),
        (packed(manifest=MANIFEST.format(kind="bulk")), "roster.zip", "has no users.csv"),
        (
            packed(manifest=MANIFEST.format(kind="bulk"), users="sourcedId,givenName\n"),
            "roster.zip",
            "Line 1 of users.csv in roster.zip lacks familyName",
        ),
        (
            packed(manifest=MANIFEST.format(kind="bulk"), users="a" * (201 * MEGABYTE)),
            "bomb.zip",
            "unpacks to far more",
        ),
    ],
)
def test_a_file_that_cannot_be_taken_is_refused_in_words(world: World, content: bytes, name: str, words: str) -> None:
    answer = load(world, content, name, 422)
    assert words in answer["detail"]
    assert not FileDraft.objects.exists()


def test_a_number_that_somebody_takes_meanwhile_is_refused_and_nothing_is_changed(world: World) -> None:
    read = load(world, ROSTER + "200,Ash,Zoe,Botany A\n101,Fir,Una,Zoology A\n")
    Student.objects.create(school=world.school, given_name="Rue", family_name="Elm", number="200", alias="200")
    # It is worked out anew when it is applied: what was to come now asks.
    before = Enrolment.objects.count()
    now = draft(world, read["id"])
    assert [each["kind"] for each in now["changes"] if not each["is_on"]] == ["rename"]
    apply(world, read)
    assert Student.objects.get(number="200").given_name == "Rue"
    assert Enrolment.objects.count() == before + 1


def test_a_list_of_a_few_is_not_taken_for_the_whole_class(world: World) -> None:
    read = load(world, "Number,Surname,Forename,Class\n300,Ash,Zoe,Botany A\n")
    assert (read["silence"], told(read)) == ("stay", [("come", "300", "Botany A")])
    read = draft(world, read["id"], {"silence": "leave"}, "PATCH")
    assert read["counts"] == {"come": 1, "leave": 3}


def test_whom_a_line_may_be_about_is_not_taken_for_gone(world: World) -> None:
    read = load(world, ROSTER.replace("101,Fir,Una", "1O1,Fir,Una").replace("102,Fir,Ivo", "102,Ash,Zoe"))
    read = draft(world, read["id"], {"silence": "leave"}, "PATCH")
    assert [(each["kind"], each["number"]) for each in read["changes"]] == [("rename", "102"), ("unread", "1O1")]


def test_each_line_has_a_key_of_its_own(world: World) -> None:
    users = USERS.format(status="") + "s2,,true,,Rue,,301,,\n"
    content = packed(
        manifest=MANIFEST.format(kind="bulk"),
        users=users,
        roles=ROLES,
        classes=CLASSES,
        enrollments=ENROLLED + "e3,,c1,x1,student\ne4,,c1,x2,student\n",
    )
    keys = [each["key"] for each in load(world, content, "rosters.zip")["changes"]]
    assert len(keys) == len(set(keys))
    twice = load(world, "Surname,Forename,Class\nFir,Una,Zoology A\nFir,Una,Zoology A\n")
    keys = [each["key"] for each in twice["changes"]]
    assert len(keys) == len(set(keys)) == 2
    apply(world, twice)
    assert Enrolment.objects.filter(school_class__name="Zoology").count() == 1


def test_a_number_that_stands_there_twice_is_one_persons(world: World) -> None:
    users = USERS.format(status="") + "s2,,true,,Rue,Elm,300,,\n"
    roles = ROLES + "r4,,s2,student\n"
    read = load(world, packed(manifest=MANIFEST.format(kind="bulk"), users=users, roles=roles), "rosters.zip")
    assert [(each["given_name"], each["kind"]) for each in read["changes"]] == [
        ("Ivy", "teacher"),
        ("Zoe", "come"),
        ("Rue", "unread"),
    ]
    apply(world, read)
    assert Student.objects.get(number="300").given_name == "Zoe"


def test_who_has_no_address_is_known_by_name_when_the_file_comes_again(world: World) -> None:
    """A guardian of the student's, and a teacher of the school's; neither is made twice, and both go when it is taken back."""
    users = USERS.format(status="").replace("ivy@hill.example", "").replace("may@home.example", "")
    content = packed(
        manifest=MANIFEST.format(kind="bulk"),
        users=users,
        roles=ROLES,
        classes=CLASSES,
        courses=COURSES,
        enrollments=ENROLLED,
    )
    before = Person.objects.count()
    apply(world, load(world, content, "rosters.zip"))
    assert Person.objects.count() == before + 2
    assert load(world, content, "rosters.zip")["changes"] == []
    undo(world)
    assert Person.objects.count() == before


COMING = ROSTER + "200,Ash,Ada,Botany A\n201,Ash,Bo,Botany A\n"


def test_what_changes_much_is_applied_by_a_worker_and_nobody_is_at_it_meanwhile(
    world: World, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(drafts, "AT_ONCE", 1)
    read = load(world, COMING)
    asked = apply(world, read)
    assert asked == {"words": "2 changes from list.csv are being made.", "kept": [], "is_waiting": True}
    waiting = draft(world, read["id"])
    assert [waiting[each] for each in ("state", "done", "total", "changes")] == ["waiting", 0, 2, []]
    assert not Student.objects.filter(number="200").exists()
    client, at = world.client("officer"), f"{world.school_address}/drafts/{read['id']}"
    for method, rest, body in (("PUT", "/answers", {"answers": {}}), ("POST", "/apply", {}), ("DELETE", "", None)):
        refused = send(client, method, f"{at}{rest}", body)
        assert (refused.status_code, refused.json()["detail"]) == (
            422,
            "list.csv is being applied. Wait until that is done.",
        )
    assert "Load another file once that is done." in load(world, ROSTER, status=422)["detail"]
    assert drafts.apply_waiting() == 1
    done = draft(world, read["id"])
    assert (done["state"], done["done"]) == ("applied", 2)
    assert Enrolment.objects.filter(student__number__in=("200", "201"), ends=None).count() == 2
    assert FileDraft.objects.get().asked_by == world.people["officer"]
    undo(world)
    assert not Student.objects.filter(number="200").exists()


def test_a_large_file_is_read_by_a_worker_and_can_be_thrown_away_before(
    world: World, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(drafts, "READ_AT_ONCE", 10)
    first = load(world, COMING)
    assert (first["state"], first["changes"]) == ("unread", [])
    assert "list.csv is being read. Load another file once that is done." in load(world, ROSTER, status=422)["detail"]
    assert send(world.client("officer"), "DELETE", f"{world.school_address}/drafts/{first['id']}").status_code == 204
    assert drafts.read_waiting() == 0
    waiting = load(world, COMING, f"{'long ' * 40}name.csv")
    assert drafts.read_waiting() == 1
    now = draft(world, waiting["id"])
    assert (now["state"], now["counts"], now["problem"]) == ("standing", {"come": 2}, "")
    assert FileDraft.objects.get().content is None
    apply(world, now)
    assert Student.objects.filter(number="200").exists()


@pytest.mark.parametrize(
    ("content", "fault", "said"),
    [
        ("\n\n\n\n\n\n\n\n\n\n\n\n\n\n", None, "list.csv is empty."),
        (COMING, OSError(), "Load it again"),
    ],
)
def test_what_a_worker_cannot_read_says_why_and_leaves_room_for_another(
    world: World, monkeypatch: pytest.MonkeyPatch, content: str, fault: Exception | None, said: str
) -> None:
    monkeypatch.setattr(drafts, "READ_AT_ONCE", 10)
    read = load(world, content)
    if fault is not None:

        def failing(*_: Any) -> Any:
            raise fault

        monkeypatch.setattr(drafts, "read_table", failing)
    drafts.read_waiting()
    now = draft(world, read["id"])
    assert (now["state"], said in now["problem"]) == ("refused", True)
    assert send(world.client("officer"), "POST", f"{world.school_address}/drafts/{read['id']}/apply").status_code == 422
    monkeypatch.undo()
    assert load(world, ROSTER)["state"] == "standing"


@pytest.mark.parametrize(
    ("fault", "said"),
    [
        (Refused("Line 6, Bo Ash: the address is none."), "Line 6, Bo Ash: the address is none."),
        (OSError(), "Apply it again"),
    ],
)
def test_what_a_worker_cannot_apply_stands_again_with_the_reason(
    world: World, monkeypatch: pytest.MonkeyPatch, fault: Exception, said: str
) -> None:
    monkeypatch.setattr(drafts, "AT_ONCE", 1)
    read = load(world, COMING)
    apply(world, read)
    real = drafts.apply

    def failing(*given: Any) -> Any:
        real(*given)
        raise fault

    monkeypatch.setattr(drafts, "apply", failing)
    drafts.apply_waiting()
    again = draft(world, read["id"])
    assert (again["state"], again["chosen"]) == ("standing", 2)
    assert said in again["problem"]
    assert not Student.objects.filter(number="200").exists()
    monkeypatch.setattr(drafts, "apply", real)
    apply(world, read)
    drafts.apply_waiting()
    assert draft(world, read["id"])["problem"] == ""
    assert Student.objects.filter(number="200").exists()


def test_how_far_a_worker_is_can_be_seen_before_it_is_through(world: World, monkeypatch: pytest.MonkeyPatch) -> None:
    """Told at each step, and here on the test's own connection."""
    seen = []

    class Beside:
        def submit(self, do: Callable[[], Any]) -> Any:
            given = None if do == connections.close_all else do()
            seen.append(FileDraft.objects.get().done)
            return SimpleNamespace(result=lambda: given)

        def shutdown(self) -> None:
            pass

    monkeypatch.setattr(progress, "ThreadPoolExecutor", lambda _: Beside())
    monkeypatch.setattr(progress, "EVERY", -1)
    monkeypatch.setattr(drafts, "AT_ONCE", 1)
    read = load(world, COMING + "101,Fir,Una,Zoology A\n102,Fir,Iwan,Botany A\n", name="list.csv")
    asked = apply(world, read)
    drafts.apply_waiting()
    assert seen == sorted(seen)
    assert seen[0] < seen[-1]
    assert seen[-1] == draft(world, read["id"])["total"] == int(asked["words"].split()[0])


def test_a_worker_that_lost_its_lease_keeps_nothing(world: World, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(drafts, "AT_ONCE", 1)
    read = load(world, COMING)
    apply(world, read)
    real = drafts.apply

    def overtaken(*given: Any) -> Any:
        undo = real(*given)
        FileDraft.objects.update(lease="another's")
        return undo

    monkeypatch.setattr(drafts, "apply", overtaken)
    drafts.apply_waiting()
    assert not Student.objects.filter(number="200").exists()
    monkeypatch.setattr(drafts, "apply", real)
    FileDraft.objects.update(leased_until=None)
    drafts.apply_waiting()
    assert Student.objects.filter(number="200").exists()
