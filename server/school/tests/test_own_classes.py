"""A teacher's own order and names of their classes, which nobody else sees."""

from typing import Any

import pytest
from conftest import World, make_class, send

from school.models import SchoolClass


@pytest.fixture
def two(world: World) -> list[SchoolClass]:
    """Two classes of one teacher, the second of which is theirs alone."""
    first = world.school_class
    more = make_class(
        world.school, first.year, first.ground_rules.scale, [world.people["teacher"]], "Mosses", section="C"
    )
    return [first, more]


def put(world: World, *given: tuple[SchoolClass, str], who: str = "teacher") -> Any:
    body = {"classes": [{"id": each.pk, "own_name": name} for each, name in given]}
    return send(world.client(who), "PUT", "/api/v1/own-classes", body)


def in_bar(world: World, who: str) -> list[tuple[str, str]]:
    classes = world.client(who).get("/api/v1/session").json()["classes"]
    return [(each["name"], each["section"]) for each in classes]


def test_the_bar_today_and_the_classs_head_go_by_ones_own_order_and_names(world: World, two: list[SchoolClass]) -> None:
    assert in_bar(world, "teacher") == [("Botany", "A"), ("Mosses", "C")]
    told = put(world, (two[1], ""), (two[0], "  Green  things ")).json()
    assert [(each["name"], each["own_name"]) for each in told] == [("Mosses C", ""), ("Botany A", "Green things")]
    assert in_bar(world, "teacher") == [("Mosses", "C"), ("Green things", "")]
    teacher = world.client("teacher")
    today = teacher.get("/api/v1/today").json()
    assert [each["name"] for each in today["classes"]] == ["Mosses", "Green things"]
    told = " ".join(each["words"] for each in today["needs"]) + str(today["days"])
    assert "Green things: " in told
    assert "Botany" not in told
    head = teacher.get(f"{world.address}/frame").json()
    assert (head["name"], head["section"], head["words"]) == ("Green things", "", "Botany A, Room 1")
    assert in_bar(world, "co_teacher") == [("Botany", "A")]
    assert world.client("co_teacher").get(f"{world.address}/frame").json()["name"] == "Botany"
    put(world, (two[0], ""), (two[1], ""))
    assert in_bar(world, "teacher") == [("Botany", "A"), ("Mosses", "C")]
    assert teacher.get(f"{world.address}/frame").json()["name"] == "Botany"


def test_nobody_arranges_a_class_that_they_do_not_teach(world: World, two: list[SchoolClass]) -> None:
    assert put(world, (two[1], "Mine"), who="co_teacher").status_code == 404
    assert put(world, (two[0], "x" * 81)).status_code == 422
    assert in_bar(world, "teacher") == [("Botany", "A"), ("Mosses", "C")]


def test_a_class_s_grid_goes_without_percents_for_who_wants_it_so(world: World, two: list[SchoolClass]) -> None:
    body = {"classes": [{"id": two[0].pk, "own_name": "", "shows_percent": False}]}
    assert not send(world.client("teacher"), "PUT", "/api/v1/own-classes", body).json()[0]["shows_percent"]
    shows = [
        world.client(who).get(f"{world.address}/scores").json()["shows_percent"] for who in ("teacher", "co_teacher")
    ]
    assert shows == [False, True]
