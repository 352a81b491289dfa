"""A school from nothing."""

import datetime
import time
from typing import Any

import pytest
from conftest import World, send
from django.test import Client
from django_otp.oath import TOTP
from django_otp.plugins.otp_totp.models import TOTPDevice
from plans.models import GradingScale
from school.models import Person, School

BODY: dict[str, Any] = {
    "code": "frost-1234",
    "name": "Quay School",
    "address": "1 Quay",
    "time_zone": "Europe/London",
    "year": "2032/33",
    "starts": "2032-09-01",
    "ends": "2033-06-15",
    "division": "quarters",
    "given_name": "Ada",
    "family_name": "Quill",
    "email": "ada@quay.example",
    "password": "a long winter by the lake",
}


@pytest.fixture
def empty(db: None, settings: Any) -> Client:
    """An installation without a school, whose terminal printed a code."""
    settings.SETUP_CODE = "FROST-1234"
    return Client()


def test_the_first_visitor_with_the_code_makes_the_school(empty: Client) -> None:
    assert empty.get("/api/v1/session").json()["is_empty"]
    assert empty.get("/api/v1/setup").json()["is_open"]
    session = send(empty, "POST", "/api/v1/setup", BODY).json()
    assert session["lacks_second_factor"], "of officers a school asks a second factor from the beginning"
    send(empty, "POST", "/api/v1/second-factor", {"password": BODY["password"]})
    code = TOTP(TOTPDevice.objects.get().bin_key)
    code.time = time.time()
    send(empty, "POST", "/api/v1/second-factor/confirm", {"code": f"{code.token():06}"})
    session = empty.get("/api/v1/session").json()
    assert (session["school"], session["roles"]) == ("Quay School", ["officer"])
    school = School.objects.get()
    year = empty.get(f"/api/v1/schools/{school.pk}/year").json()
    assert [(each["name"], each["kind"]) for each in year["terms"]] == [
        ("Semester 1", "semester"),
        ("Quarter 1", "quarter"),
        ("Quarter 2", "quarter"),
        ("Semester 2", "semester"),
        ("Quarter 3", "quarter"),
        ("Quarter 4", "quarter"),
    ]
    assert (year["terms"][0]["starts"], year["terms"][-1]["ends"]) == ("2032-09-01", "2033-06-15")
    assert GradingScale.objects.filter(school=school).exists()
    assert send(Client(), "POST", "/api/v1/setup", BODY).status_code == 404
    assert not empty.get("/api/v1/setup").json()["is_open"]


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"code": "frost-9999"}, "code"),
        ({"time_zone": "Moon/Base"}, "time_zone"),
        ({"division": "weeks"}, "division"),
        ({"password": "short"}, "password"),
        ({"ends": "2032-01-01"}, "ends"),
        ({"name": " "}, "name"),
        ({"email": "no address"}, "email"),
        ({"family_name": ""}, "family_name"),
    ],
)
def test_what_is_wrong_is_said_and_nothing_is_made(empty: Client, change: dict[str, Any], field: str) -> None:
    answer = send(empty, "POST", "/api/v1/setup", BODY | change)
    assert (answer.status_code, answer.json()["field"]) == (422, field)
    assert not School.objects.exists()
    assert not Person.objects.exists()


def test_without_a_code_nobody_sets_up(empty: Client, settings: Any) -> None:
    settings.SETUP_CODE = ""
    assert not empty.get("/api/v1/setup").json()["is_open"]
    assert send(empty, "POST", "/api/v1/setup", BODY | {"code": ""}).status_code == 404


def test_a_school_that_begins_is_nowhere_a_fault(empty: Client) -> None:
    send(empty, "POST", "/api/v1/setup", BODY)
    school = School.objects.get()
    empty.logout()
    empty.force_login(Person.objects.get())
    at = f"/api/v1/schools/{school.pk}"
    for rest in (
        "frame",
        "year",
        "classes",
        "people?role=student",
        "people?role=teacher",
        "outbox",
        "bank",
        "oneroster.zip",
    ):
        assert empty.get(f"{at}/{rest}").status_code == 200, rest
    frame = empty.get(f"{at}/frame").json()
    assert {each["name"]: each["words"] for each in frame["stations"]} == {
        "year": "4 terms",
        "people": "0 students",
        "classes": "0 classes",
        "shared": "2 scales",
        "posting": "quarter 1: no window",
        "register": "not connected",
    }
    assert empty.get("/api/v1/today").json() is None
    year = empty.get(f"{at}/year").json()["year_id"]
    teacher = send(
        empty, "POST", f"{at}/persons", {"role": "teacher", "given_name": "Ivy", "family_name": "Ilex"}
    ).json()["id"]
    body = {"year": year, "name": "Mosses", "teachers": [{"person": teacher}]}
    made = send(empty, "POST", f"{at}/classes", body).json()["id"]
    client = Client()
    client.force_login(Person.objects.get(pk=teacher), backend="django.contrib.auth.backends.ModelBackend")
    # Before the year begins, without students, without a plan.
    for rest in ("plan", "scores", "report", "frame", "checks"):
        assert client.get(f"/api/v1/classes/{made}/{rest}").status_code == 200, rest
    today = client.get("/api/v1/today").json()
    assert (today["classes"][0]["name"], today["days"]) == ("Mosses", [])
    assert today["words"].startswith("Quarter 1 begins on Wed 1 Sep 2032.")
    assert today["classes"][0]["words"] == "nobody is in it yet: a records officer takes students in"
    School.objects.update(fixed_day=datetime.date(2033, 7, 1))
    today = client.get("/api/v1/today").json()
    assert (today["words"].partition(".")[0], today["days"]) == ("The school year is over", [])


def test_a_year_with_classes_keeps_a_term_for_their_work(world: World) -> None:
    world.school_class.assignments.all().delete()
    last = [
        world.client("officer").delete(f"{world.school_address}/terms/{each.pk}")
        for each in (world.next_term, world.term)
    ]
    assert last[0].status_code == 204
    assert "only term of 2031/32" in last[1].json()["detail"]
