"""What families see of a class, and for one student what they do not, and why."""

import datetime
from typing import Any

from conftest import World, send
from plans.models import Assignment, GroundRules
from reports.tests.test_reports import post
from school.models import ReportingWindow
from school.revisions import count_class
from scores.models import Score
from scores.tests.test_entering import enter, entry

from families.tests.test_family_page import page


def seen(world: World) -> Any:
    count_class(world.school_class.pk)
    return world.client("teacher").get(f"{world.address}/families", {"term": world.term.pk}).json()


def why(world: World, student: int = 0) -> dict[str, tuple[str, str]]:
    """What is not seen, each with its reason and the switch that mends it."""
    count_class(world.school_class.pk)
    at = f"{world.address}/families/{world.students[student].pk}"
    answer = world.client("teacher").get(at, {"term": world.term.pk}).json()
    return {each["thing"]: (each["reason"], each["mend"]) for each in answer["reasons"] if not each["is_seen"]}


def change(world: World, name: str, **body: Any) -> None:
    work = Assignment.objects.get(name=name)
    answer = send(
        world.client("teacher"), "PATCH", f"{world.address}/assignments/{work.pk}", body | {"version": work.version}
    )
    assert answer.status_code < 300, answer.content


def test_each_thing_says_whether_it_is_seen_and_since_when(world: World) -> None:
    enter(world, entry(world, "17"))
    change(world, "Oak", shown=True, shown_from="2032-01-12")
    change(world, "Beet", shown=False)
    change(world, "Ash", shown=True, shown_when_in=True)
    found = seen(world)
    assert found["running_words"] == "not shown before it is posted"
    assert found["posted_words"] == "nothing is posted yet"
    words = {each["name"]: (each["words"], each["is_seen"], each["scored"]) for each in found["works"]}
    blank = len(world.students)
    assert words == {
        "Oak": ("shown since Mon 12 Jan", True, 1),
        "Beet": ("hidden", False, 0),
        "Ash": (f"shown when all are in: {blank} blanks left", False, 0),
    }
    GroundRules.objects.update(families_see_running=True, families_from=datetime.date(2032, 1, 20))
    assert seen(world)["running_words"] == "shown from Tue 20 Jan on"


def test_why_something_is_not_seen_is_answered_with_its_switch(world: World) -> None:
    enter(world, entry(world, "17"), entry(world, "12", assignment=1))
    Score.objects.update(comment="Look again.")
    change(world, "Beet", shown=False)
    change(world, "Oak", comments_shown=False)
    assert why(world) == {
        "The grade as it stands": ("It is not shown before it is posted.", "running"),
        "The posted grade": ("Nothing is posted for this student yet; Report posts it.", ""),
        "Oak": ("The score is seen; what you wrote beside it is not.", "comments"),
        "Beet": ("Its scores are hidden.", "work"),
        "Ash": ("There is no score of it yet.", ""),
    }
    ReportingWindow.objects.update(families_from=datetime.date(2032, 1, 20))
    post(world, 0)
    assert why(world)["The posted grade"] == ("The school shows this term’s grades from Tue 20 Jan on.", "")


def test_the_grade_is_hidden_from_one_family_alone(world: World) -> None:
    GroundRules.objects.update(families_see_running=True)
    enter(world, entry(world, "17"), entry(world, "17", student=1))
    assert page(world).json()["classes"][0]["mark"] == "B"
    at = f"{world.address}/families/{world.students[0].pk}/running"
    assert send(world.client("teacher"), "PUT", at, {"is_hidden": True}).status_code == 204
    client = world.client("guardian")
    hidden = client.get(f"/api/v1/families/{world.students[0].pk}").json()["classes"][0]
    assert (hidden["mark"], hidden["has_what_if"], hidden["has_working"]) == (None, False, False)
    assert page(world, "other_guardian", 1).json()["classes"][0]["mark"] == "B"
    assert why(world)["The grade as it stands"] == ("It is not shown to this family.", "running_hidden")
    assert [each["running_hidden"] for each in seen(world)["students"]].count(True) == 1
    assert send(world.client("teacher"), "PUT", at, {"is_hidden": False}).status_code == 204
    assert page(world).json()["classes"][0]["mark"] == "B"


def test_work_that_is_not_announced_and_comments_that_are_not_shown_are_in_no_answer(world: World) -> None:
    enter(world, entry(world, "17"))
    Score.objects.update(comment="Look again.")
    change(world, "Ash", announced=False)
    change(world, "Oak", comments_shown=False)
    text = page(world).content.decode()
    assert "Ash" not in text
    assert "Look again" not in text
    assert "Oak" in text
    Assignment.objects.filter(name="Ash").update(due_on=datetime.date(2032, 1, 16))
    days = f"/api/v1/families/{world.students[0].pk}/calendar.ics"
    assert b"Ash" not in world.client("guardian").get(days).content
    own = world.client("teacher").get("/api/v1/own-calendar.ics").content
    assert b"Ash" in own


def test_who_may_look_and_who_has_is_told(world: World) -> None:
    readers = {each["id"]: each["readers"] for each in seen(world)["students"]}
    assert readers[world.students[0].pk] == [{"name": "Eve Elm", "words": "has not looked yet"}]
    looked = f"/api/v1/families/{world.students[0].pk}/looked"
    assert send(world.client("guardian"), "POST", looked, {"shows": {}}).status_code == 204
    readers = {each["id"]: each["readers"] for each in seen(world)["students"]}
    assert readers[world.students[0].pk][0]["words"] == "looked last on Wed 14 Jan"
