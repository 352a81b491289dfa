"""Classes that teachers make for themselves, where their school lets them."""

import json
from typing import Any

import pytest
from conftest import World, send
from school.models import SchoolClass, Student
from scores.book import load_class
from scores.tests.test_entering import enter, entry


def allow(world: World, is_allowed: bool = True) -> None:
    body = {"is_allowed": is_allowed}
    assert send(world.client("officer"), "PUT", f"{world.school_address}/class-making", body).json() == body


def make(world: World, who: str = "teacher", **given: str) -> Any:
    return send(world.client(who), "POST", f"{world.school_address}/own-classes", {"name": "Mosses"} | given)


def test_nobody_makes_classes_unless_the_school_lets_teachers(world: World) -> None:
    assert make(world).status_code == 404
    assert world.client("teacher").get(f"{world.address}/roster").status_code == 404
    assert not world.client("teacher").get("/api/v1/session").json()["makes_classes"]
    allow(world)
    assert world.client("teacher").get("/api/v1/session").json()["makes_classes"]
    assert not world.client("guardian").get("/api/v1/session").json()["makes_classes"]
    assert [make(world, who).status_code for who in ("officer", "student", "stranger")] == [404, 404, 404]
    allow(world, is_allowed=False)
    assert make(world).status_code == 404


def test_a_teacher_makes_a_class_and_says_who_is_in_it(world: World) -> None:
    allow(world)
    made = SchoolClass.objects.get(pk=make(world, section="D", room="Room 2").json()["id"])
    assert (str(made), made.year, str(made.teachers.get())) == ("Mosses D", world.school_class.year, "Ann Alder")
    assert "is there already" in make(world, section="D").json()["detail"]
    teacher, address = world.client("teacher"), f"/api/v1/classes/{made.pk}/roster"
    assert teacher.get(address).json() == {"name": "Mosses D", "students": []}
    found = teacher.get(f"{address}/found?query=fir").json()
    assert len(found) == 3
    one = found[0]["id"]
    assert send(teacher, "POST", address, {"students": [one]}).json() == {"count": 1}
    assert one not in {each["id"] for each in teacher.get(f"{address}/found?query=fir").json()}
    assert [each["student"] for each in teacher.get(address).json()["students"]] == [one]
    send(teacher, "POST", f"{address}/leave", {"students": [one], "day": "2032-01-14"})
    assert teacher.get(address).json()["students"][0]["ends"] == "2032-01-14"
    assert world.client("co_teacher").get(address).status_code == 404


@pytest.mark.parametrize("query", ["", "   ", "nobody"])
def test_students_are_found_by_typing_and_never_all_at_once(world: World, query: str) -> None:
    allow(world)
    assert world.client("teacher").get(f"{world.address}/roster/found?query={query}").json() == []


def test_only_students_of_the_school_come_in(world: World) -> None:
    allow(world)
    other = world.people["stranger"].memberships.get().school
    stranger = Student.objects.create(school=other, given_name="Fir", family_name="Fir", number="1", alias="1")
    body = {"students": [stranger.pk]}
    assert send(world.client("teacher"), "POST", f"{world.address}/roster", body).status_code == 404
    assert world.client("teacher").get(f"{world.address}/roster/found?query=fir").json() == []


def test_a_class_is_made_at_once_from_a_gradebook_file_and_comes_to_the_same(world: World) -> None:
    allow(world)
    enter(world, entry(world, "17"), entry(world, "9", student=1, assignment=1))
    teacher = world.client("teacher")
    for naming in ("names", "aliases"):
        book = json.loads(teacher.get(f"{world.address}/gradebook.json?naming={naming}").content)
        book["students"].append("Nobody Known")
        body = {"name": f"Again by {naming}", "text": json.dumps(book)}
        told = send(teacher, "POST", f"{world.school_address}/own-classes/gradebook", body).json()
        assert (told["students"], told["works"], told["scores"], told["unlike"]) == (3, 3, 2, [])
        assert told["unknown"] == ["Nobody Known"]
        made, was = load_class(SchoolClass.objects.get(pk=told["id"])), load_class(world.school_class)
        for student in world.students:
            key = (str(student.pk), str(world.term.pk))
            assert made.gradebook.result(*key).final_percent == was.gradebook.result(*key).final_percent


@pytest.mark.parametrize("text", ["{", "[]", '{"hoarfrost": 1}'])
def test_a_file_that_is_no_gradebook_makes_no_class(world: World, text: str) -> None:
    allow(world)
    body = {"name": "Mosses", "text": text}
    answer = send(world.client("teacher"), "POST", f"{world.school_address}/own-classes/gradebook", body)
    assert (answer.status_code, SchoolClass.objects.filter(name="Mosses").exists()) == (422, False)
