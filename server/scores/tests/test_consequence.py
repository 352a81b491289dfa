"""What would change is what then changes."""

import random
from typing import Any

from conftest import World, send

from scores.models import ScoreEvent
from scores.tests.test_entering import enter, entry


def tried(world: World, *entries: dict[str, Any], closed: dict[int, bool] | None = None) -> Any:
    given = [{name: each[name] for name in ("student", "assignment", "text")} for each in entries]
    body = {"term": world.term.pk, "entries": given, "closed": closed or {}}
    return send(world.client("teacher"), "POST", f"{world.address}/scores/tried", body).json()


def grades(world: World) -> dict[int, tuple[str | None, str | None]]:
    rows = world.client("teacher").get(f"{world.address}/scores").json()["rows"]
    return {each["student_id"]: (each["grade"]["percent"], each["grade"]["mark"]) for each in rows}


def test_what_entries_would_change_is_what_they_change_then(world: World) -> None:
    chance = random.Random(11)
    versions: dict[tuple[int, int], int] = {}
    for _ in range(15):
        entries = [
            entry(world, chance.choice(["", "3", "11", "19.5", "85 %", "EX", "mi", "B", "none"]), 0, *place)
            for place in chance.sample([(student, work) for student in range(3) for work in range(3)], 4)
        ]
        before, events = grades(world), ScoreEvent.objects.count()
        would = tried(world, *entries)
        assert (grades(world), ScoreEvent.objects.count()) == (before, events), "asking changes nothing"
        for each in entries:
            each["version"] = versions.get((each["student"], each["assignment"]), 0)
        for each in enter(world, *entries).json()["saved"]:
            versions[each["student"], each["assignment"]] = each["version"]
        said = {each["student_id"]: (each["percent_after"], each["mark_after"]) for each in would["changes"]}
        assert before | said == grades(world)
        assert would["grades"] == len(said) == sum(before[each] != now for each, now in grades(world).items())


def test_closing_work_shows_whose_blank_becomes_a_zero(world: World) -> None:
    enter(world, *[entry(world, "18", student=each) for each in range(3)], entry(world, "20", assignment=2))
    would = tried(world, closed={world.assignments[2].pk: True})
    told = {(each["student"], each["mark_before"], each["mark_after"]) for each in would["changes"]}
    assert told == {("Fir, Una", "A", "E"), ("Fir, Ivo", "A", "E")}
    assert (would["up"], would["down"], would["marks"]) == (0, 2, 2)
    assert tried(world, closed={world.assignments[2].pk: False})["grades"] == 0


def test_what_would_be_refused_is_said_before_it_is_tried(world: World) -> None:
    work, locked = world.assignments[:2]
    type(locked).objects.filter(pk=locked.pk).update(locked=True)
    entries = [
        entry(world, "12,5,3"),
        entry(world, "18", student=1),
        entry(world, "9", assignment=1),
        entry(world, "Well seen. " * 30, student=2),
    ]
    would = tried(world, *entries)
    told = {(each["student"], each["assignment"], each["message"]) for each in would["refused"]}
    refused = enter(world, *entries).json()["refused"]
    assert told == {(each["student"], each["assignment"], each["message"]) for each in refused}
    assert {each[1] for each in told} == {work.pk, locked.pk}


def test_deleting_and_bringing_back_show_whose_grades_move(world: World) -> None:
    enter(world, entry(world, "10"), entry(world, "20", assignment=1))
    oak = world.assignments[0].pk

    def would(**body: Any) -> Any:
        found = send(
            world.client("teacher"), "POST", f"{world.address}/scores/tried", {"term": world.term.pk} | body
        ).json()
        return [(each["student"], each["percent_before"], each["percent_after"]) for each in found["changes"]]

    assert would(deleted=[oak]) == [("Fir, Fin", "70.0", "100.0")]
    assert would(deleted=[world.assignments[2].pk]) == []
    world.client("teacher").delete(f"{world.address}/assignments/{oak}")
    assert would(brought_back=[oak]) == [("Fir, Fin", "100.0", "70.0")]


def test_what_lies_above_the_points_is_pointed_out_before_it_is_pasted(world: World) -> None:
    entries = [
        {key: each[key] for key in ("student", "assignment", "text")}
        for each in (entry(world, "300"), entry(world, "20", 0, 1))
    ]
    body = {"term": world.term.pk, "entries": entries}
    found = send(world.client("teacher"), "POST", f"{world.address}/scores/tried", body).json()
    assert [each["message"] for each in found["above"]] == ["300 is above the 20 points."]
    assert found["refused"] == []
