"""Scores by standard: typed in one line, kept beside the whole's, and the levels that come of them."""

from typing import Any

import pytest
from conftest import World, send

from scores.models import ScoreEvent
from scores.tests.test_entering import enter, entry, text_of

NAMES = ["Reading maps", "Scale"]
SET = {
    "standards": [{"name": "Maps"}, {"name": "Reading maps", "within": "Maps"}],
    "combine": "latest",
    "rate": "0.65",
    "out_of": "4",
    "levels": [
        {"mark": "Beyond", "min": "3.5", "value": "4"},
        {"mark": "Secure", "min": "2.5", "value": "3"},
        {"mark": "Begun", "min": "0", "value": "1"},
    ],
}


def standards(world: World, **given: Any) -> Any:
    return send(world.client("officer"), "PUT", f"{world.school_address}/standards", SET | given)


@pytest.fixture
def scored(world: World) -> World:
    """Levels are set, and the first work names one of the school's standards and one of the class's own."""
    assert standards(world).status_code == 200
    world.assignments[0].standards = NAMES
    world.assignments[0].save()
    return world


def cell(world: World) -> list[tuple[str, str, str | None]]:
    where = f"{world.address}/scores/{world.students[0].pk}/{world.assignments[0].pk}"
    found = world.client("teacher").get(where).json()["standards"]
    return [(each["name"], each["text"], each["level"]) for each in found]


def test_one_line_holds_the_whole_and_each_standard(scored: World) -> None:
    assert enter(scored, entry(scored, "17/secure/4")).json()["saved"][0]["text"] == "17"
    assert cell(scored) == [("Reading maps", "Secure", "Secure"), ("Scale", "Beyond", "Beyond")]
    # Nothing before or between the strokes leaves what is there; a hyphen takes away; a code is no evidence.
    enter(scored, entry(scored, "/ex/-", 1))
    assert text_of(scored) == "17"
    assert cell(scored) == [("Reading maps", "EX", None), ("Scale", "", None)]
    row = scored.client("teacher").get(f"{scored.address}/scores").json()["rows"][0]
    assert row["cells"][str(scored.assignments[0].pk)]["standards"] == ["EX", ""]
    assert ScoreEvent.objects.latest("id").by_standard == {"Reading maps": ["3", "EX"], "Scale": ["4", ""]}


def test_a_standard_may_be_scored_out_of_points_of_its_own(scored: World) -> None:
    work = scored.assignments[0]
    address = f"{scored.address}/assignments/{work.pk}"

    def change(points: dict[str, str]) -> Any:
        work.refresh_from_db()
        return send(scored.client("teacher"), "PATCH", address, {"standard_points": points, "version": work.version})

    for points, said in (
        ({"Graphs": "6"}, "Graphs is not among"),
        ({"Scale": "0"}, "more than 0"),
        ({"Scale": "six"}, "six"),
    ):
        answer = change(points)
        assert (answer.status_code, answer.json()["field"]) == (422, "standard_points")
        assert said in answer.json()["detail"]
    assert change({"Reading maps": "6", "Scale": " "}).status_code == 200
    # Five of six is 3.33 of 4, and so Secure; the other is out of what levels are out of.
    enter(scored, entry(scored, "17/5/4"))
    assert cell(scored) == [("Reading maps", "5", "Secure"), ("Scale", "Beyond", "Beyond")]
    refused = enter(scored, entry(scored, "17/7", 1)).json()["refused"][0]["message"]
    assert refused == "Reading maps: 7 is above 6, the most that it is scored with."
    # The class is marked by points: what a standard is out of moves its level, and no grade.
    assert change({"Reading maps": "5"}).status_code == 200
    assert cell(scored)[0] == ("Reading maps", "5", "Beyond")
    # What is not named any more takes its points along.
    work.refresh_from_db()
    send(scored.client("teacher"), "PATCH", address, {"standards": ["Scale"], "version": work.version})
    work.refresh_from_db()
    assert (work.standards, work.standard_points) == (["Scale"], {})


def test_a_standard_alone_leaves_the_whole_blank_and_the_grade_as_it_was(scored: World) -> None:
    answer = enter(scored, entry(scored, "/3")).json()
    assert (answer["saved"][0]["text"], answer["rows"][0]["grade"]["percent"]) == ("", None)
    assert cell(scored)[0] == ("Reading maps", "Secure", "Secure")


@pytest.mark.parametrize(
    ("typed", "said"),
    [
        ("17/9", "Reading maps: 9 is above 4"),
        ("17/3/Beyon", "Scale: Beyon is not a number, a mark or a score code. Did you mean Beyond or Begun?"),
        ("17/-1", "Reading maps: -1"),
        ("17/1/2/3", "3 scores by standard, and the work names 2: Reading maps, Scale."),
        ("x/3", "x is not a number"),
    ],
)
def test_what_cannot_be_read_changes_nothing_and_names_the_standard(scored: World, typed: str, said: str) -> None:
    answer = enter(scored, entry(scored, typed)).json()
    assert said in answer["refused"][0]["message"]
    assert answer["refused"][0]["typed"] == typed
    assert (text_of(scored), cell(scored)[0][1]) == ("", "")


def test_a_stroke_is_no_score_where_the_work_names_no_standard(scored: World) -> None:
    refused = enter(scored, entry(scored, "17/3", assignment=1)).json()["refused"]
    assert "17/3 is not a number" in refused[0]["message"]


def test_a_colleagues_line_is_shown_whole_and_undoing_leaves_it(scored: World) -> None:
    enter(scored, entry(scored, "17/3/4"))
    conflict = enter(scored, entry(scored, "12/1/1"), who="co_teacher").json()["conflicts"][0]
    assert (conflict["theirs"], conflict["typed"]) == ("17/Secure/Beyond", "12/1/1")
    enter(scored, entry(scored, "/1", 1), who="co_teacher")
    kept = scored.client("teacher").post(f"{scored.address}/undo").json()["kept"]
    assert kept == ["Fin Fir, Oak has been changed since and stays as it is."]
    assert cell(scored)[0][1] == "Begun"
    scored.client("co_teacher").post(f"{scored.address}/undo")
    assert [text for _, text, _ in cell(scored)] == ["Secure", "Beyond"]


def test_the_comment_desk_shows_the_levels_with_what_they_come_from(scored: World) -> None:
    scored.assignments[1].standards = ["Reading maps"]
    scored.assignments[1].save()
    enter(scored, entry(scored, "17/1/4"), entry(scored, "/3", assignment=1))
    address = f"{scored.address}/report/{scored.term.pk}/{scored.students[0].pk}/evidence"
    found = scored.client("teacher").get(address).json()["standards"]
    assert [(each["name"], each["within"], each["mark"]) for each in found] == [
        ("Maps", None, "Secure"),
        ("Reading maps", "Maps", "Secure"),
        ("Scale", None, "Beyond"),
    ]
    assert found[0]["words"] == "from its parts"
    assert found[1]["words"].startswith("2 pieces, last ")


def test_what_the_list_no_longer_holds_keeps_its_scores(scored: World) -> None:
    enter(scored, entry(scored, "17/3/4"))
    assert standards(scored, standards=[]).status_code == 200
    assert cell(scored) == [("Reading maps", "Secure", "Secure"), ("Scale", "Beyond", "Beyond")]
    # Without levels of the school's own, standards are scored with the class's marks.
    assert standards(scored, standards=[], levels=[]).status_code == 200
    assert enter(scored, entry(scored, "/B", 1)).json()["saved"]
    assert cell(scored)[0][1] == "B"


@pytest.mark.parametrize(
    ("given", "said"),
    [
        ({"levels": [{"mark": "Secure", "min": "1"}]}, "0"),
        ({"levels": []}, "scale"),
        ({"standards": [{"name": "A"}, {"name": "A"}]}, "A"),
        ({"standards": [{"name": "A", "within": "B"}]}, "B"),
        ({"standards": [{"name": "Maps, and more"}]}, "no comma"),
        ({"levels": [{"mark": "on/off", "min": "0"}]}, "on/off"),
        ({"out_of": "many"}, "many"),
        ({"combine": "luck"}, "luck"),
    ],
)
def test_standards_that_make_no_sense_are_refused(scored: World, given: dict[str, Any], said: str) -> None:
    answer = standards(scored, **given)
    assert answer.status_code == 422
    assert said in answer.json()["detail"]
    kept = scored.client("officer").get(f"{scored.school_address}/year").json()["standards"]
    assert [each["name"] for each in kept["standards"]] == ["Maps", "Reading maps"]


def test_the_schools_standards_are_offered_with_what_ones_own_work_named_last(scored: World) -> None:
    assert (
        standards(
            scored,
            standards=[
                {"name": "Maps"},
                {"name": "Reading maps", "within": "Maps", "code": "M.1", "wording": "Reads a map by its legend"},
                {"name": "Drawing maps", "within": "Maps", "code": "M.2"},
            ],
        ).status_code
        == 200
    )
    found = scored.client("teacher").get(f"{scored.address}/standards").json()
    assert [(each["name"], each["code"], each["within"], each["lately"]) for each in found] == [
        ("Maps", "", "", None),
        ("Reading maps", "M.1", "Maps", 0),
        ("Drawing maps", "M.2", "Maps", None),
    ]
    assert found[1]["wording"] == "Reads a map by its legend"
    scored.assignments[1].standards = ["Drawing maps"]
    scored.assignments[1].save()
    found = scored.client("teacher").get(f"{scored.address}/standards").json()
    assert {each["name"]: each["lately"] for each in found} == {"Maps": None, "Reading maps": 1, "Drawing maps": 0}
