"""Criteria: made with an assignment, chosen in one line with strokes, summed by the core, undone, and what families see."""

from typing import Any

import pytest
from conftest import World, send
from plans.models import Assignment, GroundRules
from school.revisions import count_class

from scores.models import ScoreEvent
from scores.tests.test_by_standard import standards
from scores.tests.test_entering import enter, entry, text_of

IDEA = {
    "name": "Idea",
    "points": "4",
    "description": "What the map is for",
    "levels": [
        {"name": "thin", "points": "1", "wording": "names a place"},
        {"name": "sound", "points": "2.5"},
        {"name": "rich", "points": "4"},
    ],
}
MAKING = {
    "name": "Making",
    "points": "6",
    "levels": [{"name": "thin", "points": "2"}, {"name": "sound", "points": "4"}, {"name": "rich", "points": "6"}],
}


def give(world: World, *criteria: dict[str, Any], **more: Any) -> Any:
    work = world.assignments[0]
    work.refresh_from_db()
    where = f"{world.address}/assignments/{work.pk}"
    return send(world.client("teacher"), "PATCH", where, {"criteria": list(criteria), "version": work.version, **more})


@pytest.fixture
def given(world: World) -> World:
    """The first work, out of 20, has two criteria."""
    assert give(world, IDEA, MAKING).status_code == 200
    return world


def cell(world: World, student: int = 0) -> Any:
    row = world.client("teacher").get(f"{world.address}/scores").json()["rows"][student]
    return row["cells"][str(world.assignments[0].pk)]


def column(world: World) -> Any:
    found = world.client("teacher").get(f"{world.address}/scores").json()["columns"]
    return next(each for each in found if each["id"] == world.assignments[0].pk)


def test_levels_are_chosen_one_by_one_and_make_the_number(given: World) -> None:
    first = enter(given, entry(given, "/2")).json()
    assert first["refused"] == first["conflicts"] == []
    assert (cell(given)["text"], cell(given)["state"], cell(given)["levels"]) == ("", "begun", [2, 0])
    # 2.5 + 6 of 10 are 17 of 20.
    row = enter(given, entry(given, "//rich", 1)).json()["rows"][0]
    assert (text_of(given), row["grade"]["percent"], cell(given)["levels"]) == ("17", "85.0", [2, 3])
    assert ScoreEvent.objects.latest("id").levels == {"Making": ["", "rich"]}
    assert [each["counts"] for each in column(given)["criteria"]] == [[0, 1, 0], [0, 0, 1]]
    history = given.client("teacher").get(f"{given.address}/scores/{given.students[0].pk}/{given.assignments[0].pk}")
    assert history.json()["history"][0]["standards"] == ["Making blank → rich"]


def test_a_whole_line_and_what_is_typed_in_its_place(given: World) -> None:
    enter(given, entry(given, "/rich/1"))
    assert text_of(given) == "12"
    # A number typed for the whole stands, and what was chosen is kept; a level takes it back (R16.3).
    enter(given, entry(given, "19", 1))
    assert (text_of(given), cell(given)["levels"], cell(given)["typed_over"]) == ("19", [3, 1], True)
    enter(given, entry(given, "//2", 2))
    assert (text_of(given), cell(given)["typed_over"]) == ("16", False)
    send(given.client("teacher"), "POST", f"{given.address}/undo")
    assert (text_of(given), cell(given)["levels"]) == ("19", [3, 1])
    enter(given, entry(given, "/-", 4))
    assert (text_of(given), cell(given)["levels"]) == ("", [0, 1])


def test_a_cell_that_is_emptied_has_no_levels_and_undo_brings_them_back(given: World) -> None:
    enter(given, entry(given, "/2/3"))
    lens = (
        given.client("teacher").get(f"{given.address}/scores/{given.students[0].pk}/{given.assignments[0].pk}").json()
    )
    assert [(each["words"], each["percent"]) for each in lens["effects"]] == [
        ("as it is", "85.0"),
        ("without it", None),
    ]
    enter(given, entry(given, "", 1))
    assert (text_of(given), cell(given)["levels"], cell(given)["state"]) == ("", [0, 0], "past_due")
    send(given.client("teacher"), "POST", f"{given.address}/undo")
    assert (text_of(given), cell(given)["levels"]) == ("17", [2, 3])
    # What was typed in place of the sum goes first, and the sum is there again.
    enter(given, entry(given, "19", 3))
    enter(given, entry(given, "", 4))
    assert text_of(given) == "17"


@pytest.mark.parametrize(
    ("typed", "said"),
    [
        ("/4", "Idea: 4 is none of the levels: thin, sound, rich. Type 1 to 3, or a name."),
        ("/1/x", "Making: x is none of the levels: thin, sound, rich. Type 1 to 3, or a name."),
        ("/1/1/1", "3 levels, and the work has 2 criteria."),
    ],
)
def test_a_level_that_is_none_is_refused_and_changes_nothing(given: World, typed: str, said: str) -> None:
    assert enter(given, entry(given, typed)).json()["refused"][0]["message"] == said
    assert cell(given)["levels"] == [0, 0]


@pytest.mark.parametrize(
    ("criteria", "said"),
    [
        ([IDEA, IDEA], "The work has Idea twice. Give them different names."),
        ([IDEA | {"levels": []}], "Idea has 0 levels; give it 1 to 10."),
        (
            [IDEA | {"points": "3"}],
            "Idea, rich: 4 points are above the criterion’s 3. Give fewer, or the criterion more.",
        ),
        ([IDEA | {"points": "x"}], "Idea: points: x is not a number."),
    ],
)
def test_criteria_that_make_no_sense_are_refused(world: World, criteria: list[Any], said: str) -> None:
    answer = give(world, *criteria)
    assert answer.status_code == 422
    assert said[:30] in answer.json()["detail"]
    assert Assignment.objects.get(pk=world.assignments[0].pk).criteria == []


def test_what_is_renamed_keeps_what_was_chosen(given: World) -> None:
    enter(given, entry(given, "/2/3"))
    levels = [*IDEA["levels"][:1], {"name": "solid", "points": "2.5"}, *IDEA["levels"][2:]]  # type: ignore[index]
    assert give(given, IDEA | {"name": "Purpose", "levels": levels}, MAKING).status_code == 200
    assert (text_of(given), cell(given)["levels"]) == ("17", [2, 3])
    assert column(given)["criteria"][0]["levels"][1]["name"] == "solid"


def test_other_points_after_marking_wait_in_a_draft(given: World) -> None:
    enter(given, entry(given, "/2/3"))
    assert give(given, IDEA | {"points": "14"}, MAKING).status_code == 200
    assert text_of(given) == "17"
    draft = given.client("teacher").get(f"{given.address}/draft/changes").json()
    assert (draft["grades"], draft["edits"][0]["words"]) == (1, "Oak: criteria")


def test_a_level_is_evidence_of_a_standard(given: World) -> None:
    standards(given)
    assert give(given, IDEA | {"standard": "Reading maps"}, MAKING | {"standard": "Maps"}).status_code == 200
    enter(given, entry(given, "/2"))
    found = given.client("teacher").get(f"{given.address}/by-standard").json()
    cells = dict(zip((each["name"] for each in found["columns"]), found["rows"][0]["cells"], strict=True))
    assert (cells["Reading maps"]["mark"], cells["Maps"]["from_parts"]) == ("Secure", True)


def test_closed_marking_counts_what_is_not_chosen_as_nothing(given: World) -> None:
    enter(given, entry(given, "/2"))
    Assignment.objects.filter(pk=given.assignments[0].pk).update(closed=True)
    count_class(given.school_class.pk)
    assert text_of(given) == "5"


def test_criteria_are_taken_over_from_ones_own_work_and_from_what_colleagues_offer(given: World) -> None:
    def known(who: str = "teacher") -> list[tuple[str, bool]]:
        found = given.client(who).get(f"{given.address}/criteria").json()
        return [(each["name"], each["is_own"]) for each in found]

    assert known() == [("Oak, Botany A", False)]
    work = given.assignments[0].pk
    client = given.client("teacher")
    shared = send(client, "POST", f"{given.address}/assignments/{work}/criteria").json()["id"]
    assert ("Oak, offered by Ann Alder", True) in known()
    assert ("Oak, offered by Ann Alder", False) in known("co_teacher")
    assert send(client, "POST", f"{given.address}/assignments/{given.assignments[1].pk}/criteria").status_code == 422
    assert send(given.client("co_teacher"), "DELETE", f"{given.address}/criteria/{shared}").status_code == 404
    assert send(client, "DELETE", f"{given.address}/criteria/{shared}").status_code == 204
    assert known() == [("Oak, Botany A", False)]


@pytest.mark.parametrize(("shows_points", "seen"), [(True, "17"), (False, "85.0 %")])
def test_what_families_see_of_a_sum_goes_by_the_class(given: World, shows_points: bool, seen: str) -> None:
    GroundRules.objects.filter(school_class=given.school_class).update(families_points=shows_points)
    count_class(given.school_class.pk)
    enter(given, entry(given, "/2/3"))
    page = given.client("guardian").get(f"/api/v1/families/{given.students[0].pk}?term={given.term.pk}").json()
    work = next(each for shown in page["classes"] for each in shown["back"] if each["id"] == given.assignments[0].pk)
    assert work["score"] == seen
    assert [(each["level"], each["wording"], each["points"]) for each in work["criteria"]] == [
        ("sound", "", "2.5 of 4" if shows_points else ""),
        ("rich", "", "6 of 6" if shows_points else ""),
    ]
