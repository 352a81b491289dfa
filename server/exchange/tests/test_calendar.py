"""Calendars: what is due and no more, at addresses that nobody else finds and that can be stopped."""

import datetime
from typing import Any

from conftest import World, send
from django.test import Client
from icalendar import Calendar
from plans.models import Assignment
from school.models import Teaching

from exchange.models import CalendarAddress


def events(content: bytes) -> list[tuple[str, datetime.date]]:
    found = Calendar.from_ical(content)
    return [(str(each["summary"]), each["dtstart"].dt) for each in found.walk("VEVENT")]


def made(world: World, who: str, place: str) -> str:
    answer = send(world.client(who), "POST", f"/api/v1{place}")
    assert answer.status_code == 200, answer.content
    address: str = answer.json()["address"]
    return address.removeprefix("http://testserver")


def fetched(address: str) -> Any:
    """As a calendar program does: without any session."""
    return Client().get(address)


def child(world: World, student: int) -> str:
    return f"/families/{world.students[student].pk}"


OAK, BEET, ASH = (
    (f"{name} (Botany A)", datetime.date(2031, 12, day)) for name, day in (("Oak", 1), ("Beet", 2), ("Ash", 3))
)


def test_a_class_is_saved_with_its_days(world: World) -> None:
    Assignment.objects.filter(name="Ash").update(due_on=None)
    answer = world.client("teacher").get(f"{world.address}/calendar.ics")
    assert answer["Content-Type"].startswith("text/calendar")
    assert events(answer.content) == [OAK, BEET]
    first = Calendar.from_ical(answer.content).walk("VEVENT")[0]
    assert str(first["description"]) == "Leaves, 20 points"
    assert first["dtend"].dt == datetime.date(2031, 12, 2), "a whole day"


def test_an_address_follows_what_moves_and_keeps_what_an_event_is(world: World) -> None:
    address = made(world, "teacher", f"/classes/{world.school_class.pk}/calendar-address")
    before = Calendar.from_ical(fetched(address).content).walk("VEVENT")[0]
    work = f"{world.address}/assignments/{world.assignments[0].pk}"
    send(world.client("co_teacher"), "PATCH", work, {"due_on": "2031-12-09"})
    answer = fetched(address)
    assert events(answer.content) == [BEET, ASH, (OAK[0], datetime.date(2031, 12, 9))]
    after = Calendar.from_ical(answer.content).walk("VEVENT")[-1]
    assert (after["uid"], after["sequence"]) == (before["uid"], before["sequence"] + 1)
    assert answer["Cache-Control"] == "private, no-store"


def test_a_child_has_only_what_is_theirs_and_no_scores(world: World) -> None:
    work = world.assignments[1]
    work.for_everyone = False
    work.save()
    work.chosen_students.set([world.students[1]])
    own = world.client("guardian").get(f"/api/v1{child(world, 0)}/calendar.ics")
    assert events(own.content) == [OAK, ASH]
    assert events(fetched(made(world, "other_guardian", f"{child(world, 1)}/calendar-address")).content) == [
        OAK,
        BEET,
        ASH,
    ]
    world.students[0].enrolments.update(ends=datetime.date(2031, 12, 20))
    assert events(world.client("guardian").get(f"/api/v1{child(world, 0)}/calendar.ics").content) == []


def test_an_address_shows_nothing_once_its_person_may_not_see_it(world: World) -> None:
    of_class = made(world, "co_teacher", f"/classes/{world.school_class.pk}/calendar-address")
    of_all = made(world, "co_teacher", "/own-calendar-address")
    of_child = made(world, "guardian", f"{child(world, 0)}/calendar-address")
    assert [events(fetched(each).content) for each in (of_class, of_all)] == [[OAK, BEET, ASH]] * 2
    Teaching.objects.filter(person=world.people["co_teacher"]).delete()
    world.students[0].guardians.clear()
    assert [fetched(each).status_code for each in (of_class, of_child)] == [404, 404]
    assert events(fetched(of_all).content) == []
    world.people["co_teacher"].is_active = False
    world.people["co_teacher"].save()
    assert fetched(of_all).status_code == 404


def test_an_address_is_stopped_or_made_anew_and_found_by_nobody(world: World) -> None:
    place = f"/classes/{world.school_class.pk}/calendar-address"
    first, second = made(world, "teacher", place), made(world, "teacher", place)
    secret = second.rpartition("/")[2].removesuffix(".ics")
    assert secret not in str(list(CalendarAddress.objects.values())), "the secret is kept nowhere"
    assert (fetched(first).status_code, fetched(second).status_code) == (404, 200)
    known = world.client("teacher").get("/api/v1/calendar-addresses").json()
    assert [each["of"] for each in known] == ["Botany A"]
    stop = f"/api/v1/calendar-addresses/{known[0]['id']}"
    assert world.client("co_teacher").delete(stop).status_code == 404
    assert world.client("teacher").delete(stop).status_code == 204
    assert fetched(second).status_code == 404
    assert fetched(second).json()["detail"] == fetched("/api/v1/calendar/anything.ics").json()["detail"]
