"""What families see: their own, as far as it is shown, and what was posted as it was posted."""

from collections.abc import Iterator
from typing import Any

from conftest import World, send
from django.core.files.uploadedfile import SimpleUploadedFile
from plans.models import Assignment, GroundRules
from reports.tests.test_reports import comment, post
from scores.tests.test_entering import enter, entry


def page(world: World, who: str = "guardian", student: int = 0) -> Any:
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
    assert (before["mark"], before["working"], before["posted"]) == (None, None, None)
    assert "good questions" not in page(world).content.decode()
    post(world, 0)
    after = page(world).json()["classes"][0]
    assert (after["mark"], after["posted"]["comment"]) == ("A", "Fin asks good questions.")
    enter(world, entry(world, "2", 1))
    assert page(world).json()["classes"][0]["mark"] == "A"


def test_what_it_would_take_is_answered_without_the_hidden(world: World) -> None:
    GroundRules.objects.update(families_see_running=True)
    enter(world, entry(world, "16"), entry(world, "16", assignment=1))
    takes = page(world).json()["classes"][0]["takes"]
    assert takes[0]["work"] == "Ash"
    # 60 % of (16 + s)/40 and 40 % of 80 reach 90 only above 20 points.
    assert takes[0]["answers"] == ["not by this alone; full points make B"]


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
    assert (works["Oak"]["score"], works["Oak"]["points"], found["working"]) == ("90.0 %", "", None)
    GroundRules.objects.update(families_percent=False)
    found, works = work(world)
    assert (found["mark"], works["Oak"]["score"]) == ("A", "A")
    assert not [text for text in texts(page(world).json()) if "90" in text]
    GroundRules.objects.update(families_mark=False)
    found, works = work(world)
    assert (found["mark"], found["takes"], works["Oak"]["score"]) == (None, [], "scored")


def test_families_see_the_class_only_where_it_hides_the_single_one(world: World, monkeypatch: Any) -> None:
    GroundRules.objects.update(families_class=True)
    enter(world, entry(world, "18"), entry(world, "10", student=1))
    assert "class mean" not in work(world)[1]["Oak"]["words"]
    monkeypatch.setattr("families.page.FEWEST_SHOWN", 2)
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
    assert (
        "5 MB"
        in teacher.post(address, {"file": SimpleUploadedFile("a.pdf", b"x" * (5 * 1024 * 1024 + 1))}).json()["detail"]
    )
    assert "empty" in teacher.post(address, {"file": SimpleUploadedFile("a.pdf", b"")}).json()["detail"]
    teacher.delete(address)
    assert world.client("guardian").get(theirs).status_code == 404
