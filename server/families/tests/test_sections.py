"""Who changed section goes on in one course: what was posted before stands with what is now, on the page and on the report card."""

import datetime
from typing import Any

from conftest import TODAY, World, make_class, send
from plans.models import Assignment, Category, GradingScale, GroundRules
from reports.tests.test_reports import post
from school.models import Enrolment, ReportingWindow, SchoolClass
from school.revisions import count_class
from scores.models import Score
from scores.tests.test_entering import enter, entry


def moved(world: World, name: str = "Botany") -> SchoolClass:
    """The first student, whose quarter 2 was posted in section A, goes on in section B, where a first piece of work is back."""
    enter(world, entry(world, "17"))
    GroundRules.objects.update(families_see_running=True)
    text = f"{world.students[0].given_name} listens."
    address = f"{world.address}/report/{world.term.pk}/{world.students[0].pk}/comment"
    send(world.client("teacher"), "PUT", address, {"text": text, "is_ready": True, "version": 0})
    post(world, 0)
    scale = GradingScale.objects.get(name="Letters")
    other = make_class(world.school, world.term.year, scale, [world.people["other_teacher"]], name, "B")
    GroundRules.objects.update(families_see_running=True)
    Enrolment.objects.filter(student=world.students[0], school_class=world.school_class).update(ends=TODAY)
    Enrolment.objects.create(school_class=other, student=world.students[0], starts=TODAY)
    world.school.fixed_day = datetime.date(2032, 2, 2)
    world.school.save()
    category = Category.objects.create(school_class=other, name="Leaves", sign="LV", weight=100, position=0, colour=0)
    work = Assignment.objects.create(
        school_class=other, term=world.next_term, category=category, name="Elm", short_name="Elm", points=20, position=0
    )
    Score.objects.create(
        student=world.students[0],
        assignment=work,
        number=12,
        changed_by=world.people["other_teacher"],
        changed_at=world.school.now(),
    )
    for each in (world.school_class, other):
        count_class(each.pk)
    return other


def classes(world: World, term: int | None = None) -> Any:
    asked = {"term": term} if term else {}
    return world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}", asked).json()["classes"]


def test_the_page_has_one_course_with_what_was_posted_before_and_what_is_now(world: World) -> None:
    other = moved(world)
    (now,) = classes(world, world.next_term.pk)
    assert (now["id"], now["sections"]) == (other.pk, [world.school_class.pk, other.pk])
    assert [each["name"] for each in now["back"]] == ["Elm"]
    assert [(each["term"], each["mark"]) for each in now["cards"]] == [("Quarter 2", "B")]
    (before,) = classes(world, world.term.pk)
    assert (before["id"], before["mark"]) == (world.school_class.pk, "B")
    assert before["posted"]["comment"] == "Fin listens."


def test_the_report_card_has_it_as_one_subject(world: World) -> None:
    moved(world)
    card = world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}/card", {"term": world.term.pk}).json()
    assert [each["name"] for each in card["subjects"]] == ["Botany"]


def test_two_classes_of_other_names_stay_two(world: World) -> None:
    moved(world, "Mosses")
    assert sorted(each["name"] for each in classes(world)) == ["Botany", "Mosses"]


def test_two_classes_of_one_name_at_one_time_stay_two(world: World) -> None:
    other = moved(world)
    Enrolment.objects.filter(student=world.students[0], school_class=world.school_class).update(ends=None)
    count_class(world.school_class.pk)
    assert len(classes(world)) == 2
    assert {tuple(each["sections"]) for each in classes(world)} == {(world.school_class.pk,), (other.pk,)}


def test_what_was_posted_is_no_news_for_having_moved(world: World) -> None:
    ReportingWindow.objects.update(families_from=None)
    moved(world)
    address = f"/api/v1/families/{world.students[0].pk}"
    shown = world.client("guardian").get(address).json()["shows"]
    assert send(world.client("guardian"), "POST", f"{address}/looked", {"shows": shown}).status_code == 204
    page = world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}").json()
    assert page["news"] == []
