"""A standard that is called otherwise, or is the same as another: what hangs on it goes along."""

import uuid
from concurrent.futures import ThreadPoolExecutor
from threading import Event
from typing import Any
from unittest.mock import patch

import pytest
from conftest import World, send
from django.db import connection
from plans.models import Draft, GroundRules, KeptPlan
from plans.passing_on import keep_plan
from school.models import ReportingWindow
from scores.models import LevelOverride, Score
from scores.tests.test_by_standard import cell, scored, standards
from scores.tests.test_entering import enter, entry

from reports import standard_names
from reports.models import Comment

__all__ = ["scored"]


def call(world: World, name: str, to: str, *, is_same: bool = False, dry_run: bool = False) -> Any:
    address = f"{world.school_address}/standards/rename{'?dry_run=true' if dry_run else ''}"
    return send(world.client("officer"), "POST", address, {"name": name, "to": to, "is_same": is_same})


@pytest.fixture
def marked(scored: World) -> World:
    """Scored in both, one level set by hand, a comment, a weight and a window that asks for it."""
    enter(scored, entry(scored, "17/4/1"))
    person = scored.people["teacher"]
    LevelOverride.objects.create(
        school_class=scored.school_class,
        student=scored.students[1],
        standard="Reading maps",
        mark="Secure",
        reason="talked about it",
        changed_by=person,
        changed_at=scored.school.now(),
    )
    Comment.objects.create(
        school_class=scored.school_class,
        student=scored.students[0],
        term=scored.term,
        by_standard={"Reading maps": "Well read."},
        changed_by=person,
        changed_at=scored.school.now(),
    )
    GroundRules.objects.filter(school_class=scored.school_class).update(standard_weights={"Reading maps": "2"})
    ReportingWindow.objects.filter(term=scored.term).update(asks_for=["Reading maps"])
    return scored


def test_everything_goes_along_with_a_name_and_no_level_moves(marked: World) -> None:
    before = cell(marked)
    assert call(marked, "Reading maps", "  Map reading ", dry_run=True).json() == {"words": []}
    assert cell(marked) == before
    assert call(marked, "Reading maps", "Map reading").json() == {"words": []}
    assert cell(marked) == [("Map reading", *before[0][1:]), before[1]]
    assert Score.objects.get(by_standard__has_key="Map reading").by_standard.keys() == {"Map reading", "Scale"}
    assert LevelOverride.objects.get().standard == "Map reading"
    assert Comment.objects.get().by_standard == {"Map reading": "Well read."}
    assert GroundRules.objects.get(school_class=marked.school_class).standard_weights == {"Map reading": "2"}
    assert {tuple(each.asks_for) for each in ReportingWindow.objects.filter(term=marked.term)} <= {("Map reading",)}
    marked.assignments[0].refresh_from_db()
    assert marked.assignments[0].standards == ["Map reading", "Scale"]
    year = marked.client("officer").get(f"{marked.school_address}/year").json()
    assert [(each["name"], each["within"]) for each in year["standards"]["standards"]] == [
        ("Maps", None),
        ("Map reading", "Maps"),
    ]
    # What it is part of is called otherwise, too.
    call(marked, "Maps", "Charts")
    year = marked.client("officer").get(f"{marked.school_address}/year").json()
    assert [each["within"] for each in year["standards"]["standards"]] == [None, "Charts"]


@pytest.fixture
def committed(transactional_db: None, scored: World) -> World:
    """Scored in both, on rows that are really committed."""
    return scored


def test_what_is_entered_while_a_name_changes_goes_along_too(committed: World) -> None:
    client, rewritten, entered = committed.client("teacher"), Event(), Event()
    batch = {"id": str(uuid.uuid4()), "term": committed.term.pk, "entries": [entry(committed, "17/4/1", student=1)]}
    rewrite = standard_names._in_acts

    def rewrite_and_wait(*given: Any) -> None:
        rewrite(*given)
        rewritten.set()
        entered.wait(1)  # Whoever enters waits for this transaction; where they did not, they would be done by then.

    def enter_meanwhile() -> Any:
        try:
            assert rewritten.wait(30)
            return send(client, "POST", f"{committed.address}/scores", batch).json()["saved"]
        finally:
            entered.set()
            connection.close()

    with ThreadPoolExecutor(1) as threads, patch.object(standard_names, "_in_acts", rewrite_and_wait):
        saved = threads.submit(enter_meanwhile)
        assert call(committed, "Reading maps", "Map reading").status_code == 200
        assert len(saved.result()) == 1
    assert Score.objects.get(student=committed.students[1]).by_standard.keys() == {"Map reading", "Scale"}


def test_what_was_done_before_can_be_undone_under_the_new_name(scored: World) -> None:
    client = scored.client("teacher")
    enter(scored, entry(scored, "17/4/1"))
    enter(scored, entry(scored, "/2", version=1))
    put = {"entries": [{"student": scored.students[0].pk, "standard": "Reading maps", "mark": "Beyond"}]}
    assert send(client, "PATCH", f"{scored.address}/by-standard", put).status_code == 200
    assert call(scored, "Reading maps", "Läsa kartor").status_code == 200
    assert call(scored, "Läsa kartor", "Kartor").status_code == 200
    for _ in range(2):
        assert send(client, "POST", f"{scored.address}/undo").json()["kept"] == []
    assert not LevelOverride.objects.exists()
    assert Score.objects.get().by_standard == {"Kartor": "4", "Scale": "1"}
    for _ in range(2):
        assert send(client, "POST", f"{scored.address}/redo").json()["kept"] == []
    assert LevelOverride.objects.get().standard == "Kartor"
    assert Score.objects.get().by_standard == {"Kartor": "2", "Scale": "1"}


def test_two_that_are_the_same_become_one_with_the_evidence_of_both(scored: World) -> None:
    assert (
        standards(
            scored, standards=[{"name": "Maps"}, {"name": "Reading maps", "within": "Maps"}, {"name": "Map reading"}]
        ).status_code
        == 200
    )
    scored.assignments[1].standards = ["Map reading"]
    scored.assignments[1].save()
    enter(scored, entry(scored, "17/4"))
    enter(scored, entry(scored, "9/1", assignment=1))
    told = call(scored, "Map reading", "Reading maps", is_same=True, dry_run=True).json()["words"]
    assert any("would be another" in each for each in told)
    assert call(scored, "Map reading", "Reading maps", is_same=True).status_code == 200
    assert [each.by_standard for each in Score.objects.order_by("assignment")] == [
        {"Reading maps": "4"},
        {"Reading maps": "1"},
    ]
    year = scored.client("officer").get(f"{scored.school_address}/year").json()
    assert [each["name"] for each in year["standards"]["standards"]] == ["Maps", "Reading maps"]


@pytest.mark.parametrize(
    ("name", "to", "is_same", "said"),
    [
        ("Nothing", "Else", False, "no standard Nothing"),
        ("Reading maps", "Maps", False, "Maps is another standard"),
        ("Reading maps", "a, b", False, "no comma"),
        ("Reading maps", "Elsewhere", True, "no other standard Elsewhere"),
        ("Reading maps", "Reading maps", True, "no other standard Reading maps"),
    ],
)
def test_what_cannot_be_is_said_and_changes_nothing(
    scored: World, name: str, to: str, is_same: bool, said: str
) -> None:
    kept = scored.school.standards
    refused = call(scored, name, to, is_same=is_same)
    assert refused.status_code == 422
    assert said in refused.json()["detail"]
    scored.school.refresh_from_db()
    assert scored.school.standards != kept or scored.school.standards["standards"][1]["id"] == "Reading maps"


def test_a_name_that_a_class_has_given_to_a_standard_of_its_own_takes_no_score_away(marked: World) -> None:
    kept = Score.objects.get(by_standard__has_key="Scale").by_standard
    refused = call(marked, "Reading maps", "Scale")
    assert refused.status_code == 422
    assert "names both Reading maps and Scale" in refused.json()["detail"]
    assert Score.objects.get(by_standard__has_key="Scale").by_standard == kept


def test_where_both_have_something_their_teacher_says_which_stays(marked: World) -> None:
    standards(marked, standards=[{"name": "Reading maps"}, {"name": "Scale"}])
    refused = call(marked, "Scale", "Reading maps", is_same=True)
    assert refused.status_code == 422
    assert "names both Scale and Reading maps" in refused.json()["detail"]
    marked.assignments[0].standards = ["Reading maps"]
    marked.assignments[0].save()
    LevelOverride.objects.create(
        school_class=marked.school_class,
        student=marked.students[1],
        standard="Scale",
        mark="Begun",
        reason="x",
        changed_by=marked.people["teacher"],
        changed_at=marked.school.now(),
    )
    assert "are set by hand" in call(marked, "Scale", "Reading maps", is_same=True).json()["detail"]
    assert {each.standard for each in LevelOverride.objects.all()} == {"Scale", "Reading maps"}


def test_a_draft_and_a_plan_kept_for_other_classes_take_the_name_along(marked: World) -> None:
    keep_plan(marked.school_class, marked.people["teacher"], "Geography", with_assignments=True)
    draft = {
        "assignment 1": {"standards": ["Reading maps", "Scale"]},
        "rules 1": {"standard_weights": {"Reading maps": "2"}},
    }
    Draft.objects.create(
        school_class=marked.school_class, change=draft, begun_by=marked.people["teacher"], begun_at=marked.school.now()
    )
    call(marked, "Reading maps", "Map reading")
    assert Draft.objects.get().change == {
        "assignment 1": {"standards": ["Map reading", "Scale"]},
        "rules 1": {"standard_weights": {"Map reading": "2"}},
    }
    plan = KeptPlan.objects.get().plan
    assert plan["assignments"][0]["standards"] == ["Map reading", "Scale"]
    assert plan["rules"]["standard_weights"] == {"Map reading": "2"}
