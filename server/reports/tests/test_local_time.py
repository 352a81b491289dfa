"""Days as they are at the school, wherever it is: what is said of a posting is never the server's day."""

import datetime
import json
import re
from typing import Any
from zoneinfo import ZoneInfo

import pytest
from conftest import World, send
from plans.models import GroundRules
from school.models import School, Term
from scores.tests.test_entering import enter, entry

from reports.tests.test_reports import comment, override, post


@pytest.fixture(params=[("Pacific/Auckland", 8), ("Pacific/Honolulu", 20)])
def far(request: Any, world: World, monkeypatch: Any) -> World:
    """A school where it is another day than in Greenwich: at eight in the morning, or at eight in the evening."""
    zone, hour = request.param
    School.objects.update(time_zone=zone)
    now = datetime.datetime(2032, 1, 14, hour, 0, tzinfo=ZoneInfo(zone))
    monkeypatch.setattr(School, "now", lambda _: now)
    GroundRules.objects.update(families_see_running=True)
    enter(world, entry(world, "17"))
    override(world, mark="B", reason="x")
    comment(world, "Fin asks good questions.")
    post(world, 0)
    send(world.client("teacher"), "PATCH", f"{world.address}/categories/{world.categories[0].pk}", {"name": "Foliage"})
    world.client("teacher").delete(f"{world.address}/assignments/{world.assignments[2].pk}")
    return world


def test_every_moment_that_is_told_is_the_schools(far: World) -> None:
    student, oak = far.students[0].pk, far.assignments[0].pk
    term = far.term.pk
    mine = [
        "report",
        f"report/{term}/{student}/history",
        "plan/history",
        "deleted",
        f"scores/{student}/{oak}",
        "frame",
        f"students/{student}?term={term}",
    ]
    answers = [far.client("teacher").get(f"{far.address}/{path}") for path in mine]
    answers += [far.client("guardian").get(f"/api/v1/families/{student}{path}") for path in ("", f"/card?term={term}")]
    moments = []
    for answer in answers:
        assert answer.status_code == 200, answer.request
        told = json.dumps(answer.json())
        moments += re.findall(r"\d{4}-\d\d-\d\dT[^\"]*", told)
        assert "13 Jan" not in told
        assert "15 Jan" not in told
    assert len(moments) > 5
    assert {each[:10] for each in moments} == {"2032-01-14"}
    family = answers[-2].json()["classes"][0]
    assert family["headline"].endswith("posted Wed 14 Jan")
    assert answers[-1].json()["day"] == "14 January 2032"


def test_days_left_are_school_days(world: World) -> None:
    year = world.school_class.year
    year.days_off = [["2032-01-19", "2032-01-21"]]
    year.save()
    Term.objects.filter(pk=world.term.pk).update(ends=datetime.date(2032, 1, 23))
    today = world.client("teacher").get("/api/v1/today").json()
    assert today["words"].startswith("4 school days are left in quarter 2.")
    assert "2032-01-19" not in [each["day"] for each in today["days"]]
