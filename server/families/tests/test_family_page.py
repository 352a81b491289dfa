"""What families see: their own, as far as it is shown, and what was posted as it was posted."""

from collections.abc import Iterator
from typing import Any

from conftest import World, send
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.test.utils import CaptureQueriesContext
from plans.models import Assignment, GroundRules
from reports.tests.test_reports import comment, post
from school.bounded import Bounded
from school.revisions import count_class
from scores import class_cache
from scores.tests.test_entering import enter, entry

from families import api as families_api


def page(world: World, who: str = "guardian", student: int = 0) -> Any:
    """The page, as it is after what a test has changed behind the operations."""
    count_class(world.school_class.pk)
    return world.client(who).get(f"/api/v1/families/{world.students[student].pk}")


def texts(part: Any) -> Iterator[str]:
    """All that stands in an answer as text; numbers of rows are none."""
    if isinstance(part, str):
        yield part
    elif isinstance(part, dict | list):
        for each in part.values() if isinstance(part, dict) else part:
            yield from texts(each)


def test_a_family_sees_its_own_and_nothing_of_others(world: World) -> None:
    enter(world, entry(world, "17"), entry(world, "4", student=1))
    for who in ("guardian", "student"):
        answer = page(world, who).json()
        assert [(each["name"], each["score"]) for each in answer["classes"][0]["back"]] == [("Oak", "17")]
        assert "Una" not in page(world, who).content.decode()
    for who in ("other_guardian", "teacher", "officer", "stranger"):
        assert page(world, who).status_code == 404
    assert page(world, "guardian", 1).json()["detail"] == "This is not there, or not yours to see."
    missing = world.client("guardian").get("/api/v1/families/999999")
    assert missing.json() == page(world, "guardian", 1).json()


def test_hidden_work_is_not_in_the_page_nor_in_its_grade(world: World) -> None:
    GroundRules.objects.update(families_see_running=True)
    enter(world, entry(world, "18"), entry(world, "2", assignment=1))
    Assignment.objects.filter(pk=world.assignments[1].pk).update(shown=False)
    shown = page(world).json()["classes"][0]
    assert shown["headline"].startswith("90.0 %")
    assert [each["name"] for each in shown["back"]] == ["Oak"]
    assert '"2"' not in page(world).content.decode()


def test_nothing_of_a_grade_before_posting_unless_the_ground_rules_say_so(world: World) -> None:
    enter(world, entry(world, "18"))
    comment(world, "Fin asks good questions.")
    before = page(world).json()["classes"][0]
    assert (before["mark"], before["has_working"], before["posted"]) == (None, False, None)
    assert working(world).status_code == 404
    assert "good questions" not in page(world).content.decode()
    post(world, 0)
    after = page(world).json()["classes"][0]
    assert (after["mark"], after["posted"]["comment"]) == ("A", "Fin asks good questions.")
    enter(world, entry(world, "2", 1))
    assert page(world).json()["classes"][0]["mark"] == "A"


def test_what_it_would_take_is_answered_without_the_hidden(world: World) -> None:
    GroundRules.objects.update(families_see_running=True)
    enter(world, entry(world, "16"), entry(world, "16", assignment=1))
    assert page(world).json()["classes"][0]["has_what_if"]
    takes = what_if(world).json()["works"]
    assert takes[0]["name"] == "Ash"
    # 60 % of (16 + s)/40 and 40 % of 80 reach 90 only above 20 points.
    assert takes[0]["answers"] == ["not by this alone; full points make B"]


def working(world: World, who: str = "guardian") -> Any:
    """How the first student's mark in the quarter comes about."""
    at = f"/api/v1/families/{world.students[0].pk}/classes/{world.school_class.pk}/working"
    return world.client(who).get(at, {"term": world.term.pk})


def what_if(world: World, *scores: tuple[int, str], who: str = "guardian") -> Any:
    """What it would take, or what some scores would make."""
    at = f"/api/v1/families/{world.students[0].pk}/classes/{world.school_class.pk}"
    if not scores:
        return world.client(who).get(f"{at}/what-if", {"term": world.term.pk})
    query = {"term": world.term.pk, "work": [work for work, _ in scores], "points": [points for _, points in scores]}
    return world.client(who).get(f"{at}/tried", query)


def test_a_family_may_try_scores_in_work_that_is_open(world: World) -> None:
    GroundRules.objects.update(families_see_running=True)
    enter(world, entry(world, "16"), entry(world, "16", assignment=1))
    page(world)
    ash = next(each for each in world.assignments if each.name == "Ash")
    # 60 % of 36/40 and 40 % of 16/20.
    assert what_if(world, (ash.pk, "20")).json() == {"mark": "B", "percent": "86.0"}
    assert what_if(world, (ash.pk, "0")).json()["percent"] == "56.0"
    assert what_if(world, (ash.pk, "20.5")).json()["detail"] == "Points go from 0 to what the work is worth."
    refused = what_if(world, (ash.pk, "many")).json()
    assert (refused["field"], refused["detail"]) == ("points", "This is no number of points: it is not a number.")
    scored = world.assignments[0].pk
    assert what_if(world, (scored, "20")).status_code == 404
    assert what_if(world, (ash.pk, "20"), who="other_guardian").status_code == 404
    Assignment.objects.filter(pk=ash.pk).update(shown=False)
    page(world)
    assert what_if(world, (ash.pk, "20")).status_code == 404
    Assignment.objects.update(shown=True)
    GroundRules.objects.update(families_percent=False)
    page(world)
    assert what_if(world, (ash.pk, "20")).json() == {"mark": "B", "percent": None}
    GroundRules.objects.update(families_see_running=False)
    page(world)
    assert what_if(world, (ash.pk, "20")).status_code == 404


def test_of_more_families_than_can_wait_one_comes_again_and_teachers_enter_meanwhile(
    world: World, monkeypatch: Any
) -> None:
    pages = Bounded(at_once=1, waiting=0)
    monkeypatch.setattr(families_api, "PAGES", pages)
    with pages.turn():
        answer = page(world)
        assert (answer.status_code, answer.json()["code"], answer["Retry-After"]) == (503, "busy", "1")
        enter(world, entry(world, "17"))
    assert page(world).status_code == 200


def test_a_family_whose_classes_are_there_does_not_wait_for_others_to_be_loaded(world: World, monkeypatch: Any) -> None:
    pages, loading = Bounded(at_once=1, waiting=0), Bounded(at_once=1, waiting=0)
    monkeypatch.setattr(families_api, "PAGES", pages)
    monkeypatch.setattr(families_api, "LOADING", loading)
    load, loaded = class_cache.load_class, []

    def load_slowly(*given: Any, **options: Any) -> Any:
        with pages.turn():  # raises Busy where a page is being made meanwhile
            loaded.append(given[0].pk)
        return load(*given, **options)

    monkeypatch.setattr(class_cache, "load_class", load_slowly)
    assert page(world).status_code == 200
    assert loaded == [world.school_class.pk]
    # What is to be loaded waits for its own turn, and what is there does not.
    with loading.turn():
        assert world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}").status_code == 200
        assert page(world).json()["code"] == "busy"
    assert page(world).status_code == 200


def work(world: World) -> tuple[Any, Any]:
    found = page(world).json()["classes"][0]
    return found, {each["name"]: each for each in found["back"]}


def test_families_see_as_much_of_a_score_as_the_ground_rules_say(world: World) -> None:
    GroundRules.objects.update(families_see_running=True, families_share=True, families_class=True)
    enter(world, entry(world, "18"), entry(world, "10", student=1))
    found, works = work(world)
    assert (found["mark"], works["Oak"]["score"], works["Oak"]["words"]) == ("A", "18", "30.0 % of the grade")
    GroundRules.objects.update(families_points=False)
    found, works = work(world)
    assert (works["Oak"]["score"], works["Oak"]["points"], found["has_working"]) == ("90.0 %", "", False)
    assert working(world).status_code == 404
    GroundRules.objects.update(families_percent=False)
    found, works = work(world)
    assert (found["mark"], works["Oak"]["score"]) == ("A", "A")
    assert not [text for text in texts(page(world).json()) if "90" in text]
    GroundRules.objects.update(families_mark=False)
    found, works = work(world)
    assert (found["mark"], found["has_what_if"], works["Oak"]["score"]) == (None, False, "scored")


def test_families_see_the_class_only_where_it_hides_the_single_one(world: World, monkeypatch: Any) -> None:
    GroundRules.objects.update(families_class=True)
    enter(world, entry(world, "18"), entry(world, "10", student=1))
    assert "class mean" not in work(world)[1]["Oak"]["words"]
    monkeypatch.setattr("families.one_class.FEWEST_SHOWN", 2)
    assert work(world)[1]["Oak"]["words"] == "class mean 14.0, from 10.0 to 18.0"


def test_the_grade_as_it_stands_is_shown_from_the_day_that_was_set(world: World) -> None:
    GroundRules.objects.update(families_see_running=True, families_from="2032-01-15")
    enter(world, entry(world, "18"))
    assert work(world)[0]["mark"] is None
    GroundRules.objects.update(families_from="2032-01-14")
    assert work(world)[0]["mark"] == "A"


def test_what_goes_with_work_is_there_for_its_own_families(world: World) -> None:
    address = f"{world.address}/assignments/{world.assignments[0].pk}/file"
    teacher = world.client("teacher")
    send(teacher, "PATCH", address.removesuffix("/file"), {"description": "Bring boots.", "link": "lake.example/map"})
    assert teacher.post(address, {"file": SimpleUploadedFile("../map ü.pdf", b"%PDF")}).status_code == 204
    found = page(world).json()["classes"][0]
    oak = next(
        each
        for works in ("missing", "to_come", "being_marked", "back")
        for each in found[works]
        if each["name"] == "Oak"
    )
    assert (oak["description"], oak["link"], oak["file"]) == ("Bring boots.", "https://lake.example/map", "map ü.pdf")
    theirs = f"/api/v1/families/{world.students[0].pk}/files/{world.assignments[0].pk}"
    answer = world.client("guardian").get(theirs)
    assert (answer.content, answer["Content-Disposition"]) == (b"%PDF", "attachment; filename*=UTF-8''map%20%C3%BC.pdf")
    assert world.client("other_guardian").get(theirs).status_code == 404
    # Work that families are not to know of yet has no file for them either, whoever guesses its number.
    Assignment.objects.filter(pk=world.assignments[0].pk).update(announced=False)
    count_class(world.school_class.pk)
    guardian, asked = world.client("guardian"), []
    for address_of in (theirs, f"/api/v1/families/{world.students[0].pk}/files/987654321"):
        guardian.get(address_of)
        with CaptureQueriesContext(connection) as queries:
            assert guardian.get(address_of).status_code == 404
        asked.append(len(queries))
    assert asked[0] == asked[1], "how long a refusal takes tells nothing"
    Assignment.objects.filter(pk=world.assignments[0].pk).update(announced=True)
    count_class(world.school_class.pk)
    assert (
        "5 MB"
        in teacher.post(address, {"file": SimpleUploadedFile("a.pdf", b"x" * (5 * 1024 * 1024 + 1))}).json()["detail"]
    )
    assert "empty" in teacher.post(address, {"file": SimpleUploadedFile("a.pdf", b"")}).json()["detail"]
    teacher.delete(address)
    assert world.client("guardian").get(theirs).status_code == 404


def test_what_is_cached_of_a_page_is_counted_in_the_room_that_its_class_takes(world: World) -> None:
    enter(world, entry(world, "17"))
    world.client("teacher").get(f"{world.address}/scores")
    before = class_cache._entries[world.school_class.pk].bytes
    page = world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}").json()
    seen = len(str(page["classes"]))
    assert class_cache._entries[world.school_class.pk].bytes >= before + seen
