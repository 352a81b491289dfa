"""The school's standards: what is taken off the list and still has evidence is archived, and a branch has a way of its own (R8.2)."""

import datetime
import json
import uuid
from typing import Any

import pytest
from conftest import World, send
from exchange.gradebook import gradebook_text
from gradecore.file import read_book
from gradecore.gradebook import Gradebook
from school.models import ReportingWindow, SchoolClass
from scores.book import load_class
from scores.models import LevelOverride
from scores.tests.test_by_standard import SET, cell, scored, standards
from scores.tests.test_entering import enter, entry

from reports.tests.test_standard_names import call

__all__ = ["scored"]


def kept(world: World) -> Any:
    return world.client("officer").get(f"{world.school_address}/year").json()["standards"]


def names(found: list[dict[str, Any]]) -> list[tuple[str, str | None]]:
    return [(each["name"], each["within"]) for each in found]


def without(*gone: str) -> list[dict[str, Any]]:
    return [each for each in SET["standards"] if each["name"] not in gone]


def offered(world: World) -> list[str]:
    found = world.client("teacher").get(f"{world.address}/standards").json()
    return [each["name"] for each in found]


def test_what_has_evidence_is_archived_and_what_has_none_goes(scored: World) -> None:
    enter(scored, entry(scored, "17/4/1"))
    before = cell(scored)
    asked = standards(scored, standards=without("Reading maps"), dry_run=True)
    assert asked.status_code == 422, "a dry run is asked for in the address"
    told = scored.client("officer").put(
        f"{scored.school_address}/standards?dry_run=true",
        SET | {"standards": without("Reading maps")},
        content_type="application/json",
    )
    assert told.json()["words"][0].startswith("Reading maps has evidence: it is archived")
    assert names(kept(scored)["archived"]) == []
    standards(scored, standards=without("Reading maps"))
    assert names(kept(scored)["archived"]) == [("Reading maps", "Maps")]
    assert "Reading maps" not in [name for name, _ in names(kept(scored)["standards"])]
    # Its evidence, level and place stay; nobody is offered it for other work.
    assert cell(scored) == before
    assert "Reading maps" not in offered(scored)
    # What is archived already is not told again, and stays archived as the list is kept once more.
    again = scored.client("officer").put(
        f"{scored.school_address}/standards?dry_run=true",
        SET | {"standards": without("Reading maps")},
        content_type="application/json",
    )
    assert again.json()["words"] == []
    standards(scored, standards=without("Reading maps"))
    assert names(kept(scored)["archived"]) == [("Reading maps", "Maps")]
    # In the list again it is as it was.
    standards(scored)
    assert (names(kept(scored)["archived"]), cell(scored)) == ([], before)
    assert "Reading maps" in offered(scored)
    # Of what has no evidence nothing is kept.
    scored.assignments[0].standards = []
    scored.assignments[0].save()
    standards(scored, standards=without("Reading maps"))
    assert names(kept(scored)["archived"]) == []


def test_a_window_that_is_not_over_does_not_ask_for_what_left_the_list(scored: World) -> None:
    window, today = ReportingWindow.objects.get(term=scored.term), scored.school.today()
    for closes, left in ((today, ["Maps"]), (today - datetime.timedelta(days=1), ["Maps", "Reading maps"])):
        window.opens, window.closes, window.asks_for = (
            today - datetime.timedelta(days=9),
            closes,
            ["Maps", "Reading maps"],
        )
        window.save()
        standards(scored)
        standards(scored, standards=without("Reading maps"))
        window.refresh_from_db()
        assert window.asks_for == left


def test_a_level_set_by_hand_is_evidence_and_what_was_above_may_go(scored: World) -> None:
    scored.assignments[0].standards = []
    scored.assignments[0].save()
    LevelOverride.objects.create(
        school_class=scored.school_class,
        student=scored.students[0],
        standard="Reading maps",
        mark="Secure",
        changed_by=scored.people["teacher"],
        changed_at=scored.school.now(),
    )
    standards(scored, standards=[])
    assert names(kept(scored)["archived"]) == [("Reading maps", None)]


def levels(world: World) -> dict[str, str | None]:
    """The level of the first student in each standard."""
    found = world.client("teacher").get(f"{world.address}/by-standard").json()
    row = next(each for each in found["rows"] if each["student_id"] == world.students[0].pk)
    return {standard["name"]: cell["mark"] for standard, cell in zip(found["columns"], row["cells"], strict=True)}


def test_a_branch_has_its_own_way_and_all_else_the_usual_one(scored: World) -> None:
    scored.assignments[1].standards = ["Reading maps", "Scale"]
    scored.assignments[1].save()
    enter(scored, entry(scored, "17/1/1"), entry(scored, "17/4/4", assignment=1))
    as_usual = levels(scored)
    standards(scored, branches=[{"standard": "Maps", "combine": "average", "rate": "0.65"}])
    by_branch = levels(scored)
    assert by_branch["Reading maps"] != as_usual["Reading maps"]
    # What is the class's own is in no branch.
    assert by_branch["Scale"] == as_usual["Scale"]
    assert kept(scored)["branches"] == [{"standard": "Maps", "combine": "average", "rate": "0.65"}]
    # The nearest branch is asked.
    standards(
        scored,
        branches=[
            {"standard": "Maps", "combine": "average", "rate": "0.65"},
            {"standard": "Reading maps", "combine": SET["combine"], "rate": SET["rate"]},
        ],
    )
    assert levels(scored) == as_usual
    # A name takes its way along.
    call(scored, "Reading maps", "Map reading")
    assert [each["standard"] for each in kept(scored)["branches"]] == ["Maps", "Map reading"]


def test_of_two_that_become_one_the_one_that_stays_keeps_its_way_and_what_comes_under_it_follows(scored: World) -> None:
    listed = [*SET["standards"], {"name": "Charts"}, {"name": "Legends", "within": "Charts"}]
    ways = [
        {"standard": "Maps", "combine": "average", "rate": "0.65"},
        {"standard": "Charts", "combine": "highest", "rate": "0.65"},
    ]
    standards(scored, standards=listed, branches=ways)
    call(scored, "Charts", "Maps", is_same=True)
    assert kept(scored)["branches"] == ways[:1]
    scored.school.refresh_from_db()
    assert {each["id"]: each["combine"] for each in scored.school.standards["standards"]} == {
        "Maps": "average",
        "Reading maps": "average",
        "Legends": "average",
    }


@pytest.mark.parametrize(
    ("branch", "said"),
    [
        ({"standard": "Oceans", "combine": "latest", "rate": "0.65"}, "Oceans is none of the standards"),
        ({"standard": "Maps", "combine": "loudest", "rate": "0.65"}, "cannot come together by loudest"),
        ({"standard": "Maps", "combine": "decaying", "rate": "7"}, "a part of 1"),
    ],
)
def test_a_way_that_makes_no_sense_is_refused(scored: World, branch: dict[str, str], said: str) -> None:
    before = kept(scored)
    refused = standards(scored, branches=[branch])
    assert refused.status_code == 422
    assert said in refused.json()["detail"]
    assert kept(scored) == before


def test_a_list_that_is_far_too_long_is_refused_in_words(scored: World) -> None:
    refused = standards(scored, standards=[{"name": f"Standard {number}"} for number in range(5_000)])
    assert refused.status_code == 422
    assert "1000" in refused.json()["detail"]
    assert len(kept(scored)["standards"]) == 2


HEARD = {"levels": [{"mark": "Leads", "min": "2"}, {"mark": "Hears", "min": "0"}], "out_of": "3"}
BRANCH = {"by": "branch", "of": "Maps"} | HEARD


def test_a_branch_has_levels_of_its_own_everywhere(scored: World) -> None:
    assert standards(scored, own_levels=[BRANCH]).status_code == 200
    assert kept(scored)["own_levels"][0]["levels"][0] == {"mark": "Leads", "min": "2", "value": None}
    # What is typed is read in its levels, and in no others.
    refused = enter(scored, entry(scored, "17/Secure")).json()["refused"]
    assert refused[0]["message"].startswith("Reading maps: "), refused
    assert enter(scored, entry(scored, "17/leads/4")).status_code == 200
    teacher = scored.client("teacher")
    grid = teacher.get(f"{scored.address}/scores?term={scored.term.pk}").json()
    assert grid["levels"]["own"]["Reading maps"] == {"marks": ["Leads", "Hears"], "out_of": "3"}
    assert levels(scored)["Maps"] == levels(scored)["Reading maps"] == "Leads"
    assert levels(scored)["Scale"] == "Beyond"
    found = teacher.get(f"{scored.address}/by-standard").json()
    own = {
        each["name"]: each["own_levels"] and [level["mark"] for level in each["own_levels"]]
        for each in found["columns"]
    }
    assert own == {"Maps": ["Hears", "Leads"], "Reading maps": ["Hears", "Leads"], "Scale": None}
    # A level that is set by hand is one of them, too.
    asked = {"student": scored.students[0].pk, "standard": "Reading maps"}
    for mark, status in (("Beyond", 422), ("hea", 200)):
        body = {"entries": [asked | {"mark": mark}]}
        assert send(teacher, "PATCH", f"{scored.address}/by-standard", body).status_code == status
    assert levels(scored)["Maps"] == "Hears"
    working = teacher.get(f"{scored.address}/by-standard/{asked['student']}?standard=Reading maps").json()
    assert working["out_of"] == "3"
    # Saved as a file, and computed there, it comes to the same.
    saved = json.loads(
        gradebook_text(load_class(SchoolClass.objects.whole().get(pk=scored.school_class.pk)), "numbers")
    )
    results = Gradebook(read_book(saved)).levels.results(str(asked["student"]))
    assert results["Maps"].final_mark == "Hears"


def test_what_is_archived_keeps_the_levels_that_were_its_own(scored: World) -> None:
    standards(scored, own_levels=[BRANCH])
    enter(scored, entry(scored, "17/leads/4"))
    assert standards(scored, standards=[], own_levels=[BRANCH]).status_code == 200
    assert levels(scored)["Reading maps"] == "Leads"
    # The branch that it has them from stays with it; without levels of its own the branch is of no use.
    assert (kept(scored)["standards"], names(kept(scored)["archived"])) == (
        [],
        [("Maps", None), ("Reading maps", "Maps")],
    )
    assert standards(scored, standards=[]).status_code == 200
    assert names(kept(scored)["archived"]) == [("Reading maps", None)]


def test_posted_levels_keep_what_they_were_chosen_from(scored: World) -> None:
    standards(scored, own_levels=[BRANCH])
    enter(scored, entry(scored, "17/3/4"))
    student, teacher = scored.students[0].pk, scored.client("teacher")
    body = {"request": str(uuid.uuid4()), "term": scored.term.pk, "students": [student]}
    assert send(teacher, "POST", f"{scored.address}/report/post", body).status_code == 200
    standards(scored)
    card = scored.client("guardian").get(f"/api/v1/families/{student}/card?term={scored.term.pk}").json()
    assert card["subjects"][0]["scales"] == [
        {"standards": [], "levels": ["Begun", "Secure", "Beyond"]},
        {"standards": ["Maps", "Reading maps"], "levels": ["Hears", "Leads"]},
    ]


def test_a_subject_or_a_year_group_has_levels_of_its_own_and_a_branch_before_them(scored: World) -> None:
    listed = [
        {"name": "Maps", "subject": "Geography"},
        {"name": "Reading maps", "within": "Maps", "subject": "Geography", "years": "8, 9"},
        {"name": "Scale", "years": "8"},
    ]
    by_year = {"by": "years", "of": "8"} | HEARD
    standards(scored, standards=listed, own_levels=[by_year])

    def scales() -> dict[str, Any]:
        scored.school.refresh_from_db()
        return {each["id"]: each.get("scale") for each in scored.school.standards["standards"]}

    assert scales() == {"Maps": None, "Reading maps": "8", "Scale": "8"}
    by_subject = {"by": "subject", "of": "Geography"} | HEARD
    standards(scored, standards=listed, own_levels=[by_year, by_subject])
    assert scales() == {"Maps": "Geography", "Reading maps": "Geography", "Scale": "8"}
    standards(scored, standards=listed, own_levels=[by_year, by_subject, BRANCH])
    assert scales() == {"Maps": "Maps", "Reading maps": "Maps", "Scale": "8"}
    # A name takes its levels along, and what another one has already is not overwritten.
    assert call(scored, "Maps", "8").status_code == 422
    call(scored, "Maps", "Charts")
    assert scales() == {"Charts": "Charts", "Reading maps": "Charts", "Scale": "8"}
    assert kept(scored)["own_levels"][2]["of"] == "Charts"


@pytest.mark.parametrize(
    ("own", "said"),
    [
        ([{"by": "branch", "of": "Oceans"} | HEARD], "Oceans is none of the standards"),
        ([{"by": "years", "of": "8"} | HEARD], "8 is none of the standards"),
        ([BRANCH, BRANCH], "Maps has levels of its own twice"),
        ([BRANCH | {"out_of": "0"}], "level_scales, Maps"),
        ([BRANCH | {"levels": [{"mark": "Leads", "min": "2"}]}], "level_scales, Maps, band Leads"),
    ],
)
def test_levels_of_ones_own_that_make_no_sense_are_refused(scored: World, own: list[Any], said: str) -> None:
    before = kept(scored)
    refused = standards(scored, own_levels=own)
    assert refused.status_code == 422
    assert said in refused.json()["detail"]
    assert kept(scored) == before
