"""Overrides, comments and posting."""

import uuid
from collections.abc import Callable
from contextlib import AbstractContextManager
from typing import Any

import pytest
from conftest import World, make_class, send
from gradecore.file import read_book
from gradecore.gradebook import Gradebook
from gradecore.numbers import fixed_text
from school.models import SchoolClass
from scores.models import Override
from scores.tests.test_entering import enter, entry

from reports.models import PostedGrade, Posting
from reports.standing import class_words


def row_of(world: World, student: int = 0) -> Any:
    report = world.client("teacher").get(f"{world.address}/report").json()
    return next(each for each in report["rows"] if each["student_id"] == world.students[student].pk)


def override(world: World, student: int = 0, *, sure: bool = False, **body: str) -> Any:
    entries = [{"student": world.students[student].pk} | body]
    address = f"{world.address}/report/{world.term.pk}/overrides"
    return send(world.client("teacher"), "PATCH", address, {"entries": entries, "sure": sure})


def comment(world: World, text: str, version: int = 0, *, ready: bool = True, who: str = "teacher") -> Any:
    address = f"{world.address}/report/{world.term.pk}/{world.students[0].pk}/comment"
    return send(world.client(who), "PUT", address, {"text": text, "is_ready": ready, "version": version})


def post(world: World, *students: int, request: str | None = None, term: int | None = None, term_name: str = "") -> Any:
    body = {
        "request": request or str(uuid.uuid4()),
        "term": term or world.term.pk,
        "term_name": term_name,
        "students": [world.students[each].pk for each in students],
    }
    return send(world.client("teacher"), "POST", f"{world.address}/report/post", body)


def test_an_override_stands_beside_what_was_computed(world: World) -> None:
    enter(world, entry(world, "17"))
    assert override(world, mark="a", reason="portfolio").json() == {"changed": 1}
    row = row_of(world)
    assert (row["grade"]["mark"], row["grade"]["computed_mark"], row["override"]["reason"]) == ("A", "B", "portfolio")
    override(world, mark="", percent="")
    assert not Override.objects.exists()
    world.client("teacher").post(f"{world.address}/undo")
    assert Override.objects.get().mark == "A"


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"mark": "Q", "reason": "x"}, "mark"),
        ({"percent": "much", "reason": "x"}, "percent"),
        ({"percent": "140"}, "percent"),
        ({"mark": "A", "reason": "x" * 301}, "reason"),
    ],
)
def test_an_override_that_makes_no_sense_is_refused(world: World, body: Any, field: str) -> None:
    refused = override(world, **body)
    assert refused.status_code == 422
    assert refused.json()["field"] == field
    assert not Override.objects.exists()


def test_comments_keep_their_versions_and_limits(world: World) -> None:
    assert comment(world, "Fin asks").json() == {"version": 1}
    refused = comment(world, "Fin knows", 0, who="co_teacher")
    assert "Ann Alder changed this comment" in refused.json()["detail"]
    assert "600 fit" in comment(world, "x" * 601, 1).json()["detail"]
    assert comment(world, "x" * 601, 1, ready=False).status_code == 200
    assert row_of(world)["comment"] == "x" * 601
    world.client("teacher").post(f"{world.address}/undo")
    assert row_of(world)["comment"] == ""


def test_states_from_nothing_to_changed_since(world: World) -> None:
    assert row_of(world)["state"] == "no_grade"
    enter(world, entry(world, "17"))
    assert row_of(world)["state"] == "no_comment"
    comment(world, "Fin asks good questions.", ready=False)
    assert row_of(world)["state"] == "being_written"
    comment(world, "Fin asks good questions.", 1)
    assert row_of(world)["state"] == "ready"
    post(world, 0)
    assert row_of(world)["state"] == "posted"
    enter(world, entry(world, "19", 1))
    row = row_of(world)
    assert row["state"] == "changed"
    assert (row["posted"]["mark"], row["grade"]["mark"]) == ("B", "A")
    frame = world.client("teacher").get(f"{world.address}/frame").json()
    assert frame["trail"][3]["words"] == "1 posted, 1 changed"
    post(world, 0)
    assert row_of(world)["state"] == "posted"
    assert PostedGrade.objects.count() == 2


def test_what_was_posted_is_kept_whole(world: World) -> None:
    enter(world, entry(world, "17"), entry(world, "13", assignment=1))
    comment(world, "Well done.")
    post(world, 0)
    enter(world, entry(world, "1", 1))
    kept = PostedGrade.objects.get()
    assert (kept.mark, kept.percent, kept.percent_shown, kept.comment) == ("C", "77", "77.0", "Well done.")
    assert kept.working["categories"][0]["words"] == "17 of 20 points"
    assert str(kept.posting.person) == "Ann Alder"


def test_posting_happens_once_however_often_it_is_asked_for(world: World) -> None:
    enter(world, entry(world, "17"))
    request = str(uuid.uuid4())
    assert [post(world, 0, request=request).json()["posted"] for _ in range(3)] == [1, 1, 1]
    assert (Posting.objects.count(), PostedGrade.objects.count()) == (1, 1)


def test_another_term_than_the_one_being_posted_asks_for_its_name(world: World) -> None:
    override_address = f"{world.address}/report/{world.next_term.pk}/overrides"
    entries = [{"student": world.students[0].pk, "mark": "B", "reason": "early leaver"}]
    send(world.client("teacher"), "PATCH", override_address, {"entries": entries})
    refused = post(world, 0, term=world.next_term.pk)
    assert (refused.status_code, refused.json()["field"]) == (422, "term_name")
    assert post(world, 0, term=world.next_term.pk, term_name=" quarter 3 ").json() == {"posted": 1}


def test_nobody_without_a_grade_is_posted_and_then_nobody_is(world: World) -> None:
    enter(world, entry(world, "17"))
    refused = post(world, 0, 1)
    assert "Una Fir has no grade" in refused.json()["detail"]
    assert not Posting.objects.exists()
    assert post(world).status_code == 422


def test_today_says_what_needs_the_teacher(world: World) -> None:
    enter(world, entry(world, "17"))
    today = world.client("teacher").get("/api/v1/today").json()
    words = [each["words"] for each in today["needs"]]
    assert "Botany A: 2 scores of Oak are not in yet." in words
    assert "Botany A: 1 comment is still to be written." in words
    assert [each["name"] for each in today["classes"]] == ["Botany"]
    assert world.client("guardian").get("/api/v1/today").json() is None


def test_what_is_kept_of_a_class_tells_of_what_was_posted_at_once(world: World) -> None:
    teacher = world.client("teacher")

    def stands() -> tuple[str, str, bool]:
        trails = [
            teacher.get(f"{world.address}/frame").json()["trail"],
            teacher.get("/api/v1/today").json()["classes"][0]["trail"],
        ]
        assert trails[0] == trails[1]
        row = row_of(world)
        return trails[0][3]["words"], row["state"], row["is_kept_back"]

    enter(world, entry(world, "17"))
    comment(world, "Fin asks good questions.")
    assert stands() == ("1 of 3 ready", "ready", False)
    post(world, 0)
    assert stands() == ("1 posted", "posted", False)
    shown = {"students": [world.students[0].pk], "is_shown": False}
    families = f"{world.address}/report/{world.term.pk}/families"
    assert send(teacher, "PATCH", families, shown).json() == {"changed": 1}
    assert stands() == ("1 posted", "posted", True)
    withdrawing = f"{world.address}/report/{world.term.pk}/{world.students[0].pk}/withdraw"
    assert send(teacher, "POST", withdrawing, {"reason": "The wrong paper."}).status_code == 204
    assert stands() == ("1 of 3 ready", "ready", True)
    assert row_of(world)["withdrawn"]["reason"] == "The wrong paper."


def test_what_is_kept_of_a_class_calls_people_as_they_are_called_by_now(world: World) -> None:
    teacher, officer = world.client("teacher"), world.client("officer")
    assert "with Bo Birch" in teacher.get("/api/v1/today").json()["classes"][0]["words"]
    person = f"{world.school_address}/persons/{world.people['co_teacher'].pk}"
    assert send(officer, "PATCH", person, {"family_name": "Beech"}).status_code == 204
    assert "with Bo Beech" in teacher.get("/api/v1/today").json()["classes"][0]["words"]


def test_a_class_that_is_looked_at_again_is_not_computed_again(
    world: World, django_assert_max_num_queries: Callable[[int], AbstractContextManager[Any]]
) -> None:
    for name in ("Zoology", "Mycology"):
        rules = world.school_class.ground_rules
        make_class(world.school, world.school_class.year, rules.scale, [world.people["teacher"]], name)
    enter(world, entry(world, "17"))
    teacher = world.client("teacher")
    ways = {"/api/v1/today": 7, f"{world.address}/frame": 6, f"{world.address}/report": 4}
    answers = [teacher.get(way).json() for way in ways]
    assert len(answers[0]["classes"]) == 3
    # Who is signed in, what is theirs, how far it has come, and how sending stands: the same, however many classes there are.
    for (way, queries), before in zip(ways.items(), answers, strict=True):
        with django_assert_max_num_queries(queries):
            assert teacher.get(way).json() == before


def test_the_saved_gradebook_computes_to_the_same_grades(world: World) -> None:
    enter(world, entry(world, "17"), entry(world, "ex", assignment=1), entry(world, "3.25", student=1))
    saved = world.client("teacher").get(f"{world.address}/gradebook.json").json()
    results = Gradebook(read_book(saved)).result(str(world.students[1].pk), str(world.term.pk))
    assert results.percent is not None
    assert fixed_text(results.percent, 1) == row_of(world, 1)["grade"]["percent"]


@pytest.mark.parametrize(
    ("section", "words"), [("", "Room 3"), ("B", "Section B, Room 3"), ("homeroom", "Homeroom, Room 3")]
)
def test_a_section_is_called_as_people_call_it(section: str, words: str) -> None:
    assert class_words(SchoolClass(section=section, room="Room 3")) == words
