"""A class by standard: levels with their evidence, set by hand, taken back, asked for."""

from typing import Any

import pytest
from conftest import World, send
from school.models import ReportingWindow
from school.revisions import count_school
from scores.tests.test_by_standard import standards
from scores.tests.test_entering import enter, entry


@pytest.fixture
def scored(world: World) -> World:
    """The first work names a standard that is part of another, and one of the class's own; the first student is scored."""
    assert standards(world).status_code == 200
    world.assignments[0].standards = ["Reading maps", "Scale"]
    world.assignments[0].save()
    assert enter(world, entry(world, "17/secure/4")).status_code == 200
    return world


def seen(world: World, who: str = "teacher") -> Any:
    return world.client(who).get(f"{world.address}/by-standard?term={world.term.pk}").json()


def cells(world: World) -> dict[str, Any]:
    found = seen(world)
    return dict(zip((each["name"] for each in found["columns"]), found["rows"][0]["cells"], strict=True))


def set_level(world: World, mark: str, standard: str = "Reading maps", who: str = "teacher", **more: Any) -> Any:
    student = more.pop("student", world.students[0].pk)
    entries = [{"student": student, "standard": standard, "mark": mark, **more}]
    return send(world.client(who), "PATCH", f"{world.address}/by-standard", {"entries": entries})


def level(world: World, standard: str) -> Any:
    where = f"{world.address}/by-standard/{world.students[0].pk}"
    return world.client("teacher").get(where, {"standard": standard, "term": world.term.pk})


def test_students_by_standards_with_what_they_are_part_of(scored: World) -> None:
    found = seen(scored)
    assert [(each["name"], each["depth"], each["pieces"]) for each in found["columns"]] == [
        ("Maps", 0, 0),
        ("Reading maps", 1, 1),
        ("Scale", 0, 1),
    ]
    assert [each["mark"] for each in found["levels"]] == ["Begun", "Secure", "Beyond"]
    assert found["columns"][1]["counts"] == [0, 1, 0]
    mine = cells(scored)
    assert (mine["Maps"]["mark"], mine["Maps"]["from_parts"], mine["Maps"]["heights"]) == ("Secure", True, [])
    assert (mine["Scale"]["mark"], mine["Scale"]["heights"]) == ("Beyond", [1.0])


def test_a_class_without_standards_is_an_empty_table(world: World) -> None:
    assert (seen(world)["columns"], seen(world)["rows"]) == ([], [])


def test_a_level_set_by_hand_stands_is_explained_and_is_undone(scored: World) -> None:
    assert set_level(scored, "bey", reason="reads far better one to one").json() == {"changed": 1}
    mine = cells(scored)
    assert [mine["Reading maps"][name] for name in ("mark", "computed", "by_hand")] == ["Beyond", "Secure", True]
    # What it is part of goes by it.
    assert mine["Maps"]["mark"] == "Beyond"
    found = level(scored, "Reading maps").json()
    assert (found["by_hand"]["mark"], found["by_hand"]["reason"]) == ("Beyond", "reads far better one to one")
    assert (found["computed"], found["value"], found["into"]) == ("Secure", "3", {"name": "Maps", "mark": "Beyond"})
    assert [(each["name"], each["text"], each["level"]) for each in found["pieces"]] == [("Oak", "3", "Secure")]
    # Another level keeps the reason; an empty one takes it back.
    set_level(scored, "Begun")
    assert level(scored, "Reading maps").json()["by_hand"]["reason"] == "reads far better one to one"
    set_level(scored, "")
    assert cells(scored)["Reading maps"]["by_hand"] is False
    send(scored.client("teacher"), "POST", f"{scored.address}/undo")
    assert cells(scored)["Reading maps"]["mark"] == "Begun"


@pytest.mark.parametrize(
    ("mark", "standard", "said"),
    [
        ("Be", "Scale", "Be could be Beyond or Begun. Type one letter more."),
        ("Splendid", "Scale", "Splendid is none of the levels: Beyond, Secure, Begun."),
        ("Secure", "Compass", "Compass is not among the standards of this class."),
    ],
)
def test_what_cannot_be_set_is_refused_and_changes_nothing(scored: World, mark: str, standard: str, said: str) -> None:
    client = scored.client("teacher")
    entries = [
        {"student": scored.students[1].pk, "standard": "Scale", "mark": "Secure"},
        {"student": scored.students[0].pk, "standard": standard, "mark": mark},
    ]
    answer = send(client, "PATCH", f"{scored.address}/by-standard", {"entries": entries})
    assert (answer.status_code, answer.json()["detail"]) == (422, said)
    assert not any(each["by_hand"] for row in seen(scored)["rows"] for each in row["cells"])


def test_a_level_that_is_asked_for_and_has_no_evidence_is_said(scored: World) -> None:
    ReportingWindow.objects.filter(term=scored.term).update(asks_for=["Scale", "Compass"])
    count_school(scored.school.pk)
    found = seen(scored)
    assert [each["is_asked"] for each in found["columns"]] == [False, False, True]
    assert (found["asked"], found["lacking"]) == (1, len(found["rows"]) - 1)


def test_a_level_says_how_it_comes_about(scored: World) -> None:
    standards(scored, combine="decaying")
    scored.assignments[1].standards = ["Reading maps"]
    scored.assignments[1].save()
    count_school(scored.school.pk)
    enter(scored, entry(scored, "/4", assignment=1))
    found = level(scored, "Reading maps").json()
    assert found["how"] == "The newest piece counts 65 %, all before it 35 %."
    assert found["steps"][-1] == f"Together {found['value']}."
    assert level(scored, "Maps").json()["steps"] == [
        f"It has no pieces of its own: Reading maps {found['value']} make {found['value']}."
    ]
    assert level(scored, "Compass").status_code == 404
