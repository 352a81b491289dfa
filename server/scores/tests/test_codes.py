"""Codes beside marks and words, drafted and deleted codes, and scores that hold a code which is gone."""

from typing import Any

from conftest import World, make_class
from plans.models import Assignment, GradingScale, GroundRules, ScoreCode

from scores.models import Score
from scores.tests.test_drafts import draft, enter, entry, scored
from scores.tests.test_entering import text_of
from scores.tests.test_planning import ask, told


def codes(world: World) -> dict[str, Any]:
    return {each["code"]: each for each in ask(world, "GET", "scales").json()["codes"]}


def test_a_scale_takes_no_mark_that_is_a_code_here(world: World) -> None:
    bands = [{"mark": "Ex", "min": "50"}, {"mark": "No", "min": "0"}]
    assert told(ask(world, "POST", "scales", {"name": "Two", "bands": bands})).startswith("Ex is a score code here")
    other = GradingScale.objects.create(school=world.school, name="Two")
    for band in bands:
        other.bands.create(**band)
    assert told(ask(world, "PATCH", "rules", {"scale": str(other.pk)})).startswith("Ex is a score code here")
    assert GroundRules.objects.get(school_class=world.school_class).scale.name == "Letters"


def test_a_code_of_ones_own_equals_no_mark_in_any_of_ones_classes(world: World) -> None:
    other = GradingScale.objects.create(school=world.school, name="Steps")
    other.bands.create(mark="OK", min=0)
    make_class(world.school, world.school_class.year, other, [world.people["teacher"]], "Ferns")
    code = {"name": "fine", "effect": "full"}
    assert told(ask(world, "POST", "codes", code | {"code": "ok"})) == "OK equals the mark OK; choose other letters."
    assert "done or not done" in told(ask(world, "POST", "codes", code | {"code": "yes"}))
    assert "8 colours" in told(ask(world, "POST", "codes", code | {"code": "FN", "colour": 99_999}))
    assert ask(world, "POST", "codes", code | {"code": "FN"}).status_code == 200


def test_a_code_worth_more_than_full_points_is_asked_about(world: World) -> None:
    code = {"code": "BO", "name": "bonus", "effect": "percent", "percent": "150"}
    refused = ask(world, "POST", "codes", code)
    assert (refused.status_code, refused.json()["code"]) == (422, "above_100")
    assert ask(world, "POST", "codes", code | {"over_100_meant": True}).status_code == 200


def test_a_drafted_effect_is_shown_with_what_is_in_force_beside_it(world: World) -> None:
    scored(world)
    enter(world, entry(world, "mi", assignment=2))
    ask(world, "PATCH", f"codes/{ScoreCode.objects.get(code='MI').pk}", {"effect": "percent", "percent": "50"})
    assert draft(world)["grades"] == 1
    mine = codes(world)["MI"]
    assert (mine["effect"], mine["percent"], mine["was"]["effect"]) == ("percent", "50", "zero")
    # What is changed next goes on from the draft.
    ask(world, "PATCH", f"codes/{mine['id']}", {"percent": "60"})
    assert (codes(world)["MI"]["effect"], codes(world)["MI"]["percent"]) == ("percent", "60")


def test_a_code_in_deleted_work_is_not_deleted(world: World) -> None:
    made = ask(world, "POST", "codes", {"code": "RD", "name": "redo", "effect": "zero"}).json()["id"]
    enter(world, entry(world, "rd"))
    ask(world, "DELETE", f"assignments/{world.assignments[0].pk}")
    assert "deleted work" in told(ask(world, "DELETE", f"codes/{made}"))


def test_a_score_whose_code_is_gone_keeps_nobody_from_the_class(world: World) -> None:
    enter(world, entry(world, "mi"), entry(world, "20", assignment=1))
    ScoreCode.objects.filter(code="MI").delete()
    assert text_of(world) == "MI"
    check = next(each for each in ask(world, "GET", "checks").json() if each["key"].startswith("code "))
    assert check["words"].startswith("Fin Fir, Oak: MI is no score code here any more")
    for who, address in (
        ("officer", f"{world.school_address}/terms/{world.term.pk}/classes"),
        ("guardian", f"/api/v1/families/{world.students[0].pk}"),
    ):
        assert world.client(who).get(address).status_code == 200
    enter(world, entry(world, "12", version=1))
    assert Score.objects.get(assignment=world.assignments[0]).number == 12


def test_a_percent_columns_slip_is_mended_in_percent(world: World) -> None:
    oak = world.assignments[0]
    Assignment.objects.filter(pk=oak.pk).update(entered_as="percent", points=40)
    enter(world, *(entry(world, text, student=place) for place, text in enumerate(("90", "80", "880"))))
    check = next(each for each in ask(world, "GET", "checks").json() if each["key"].startswith("slip "))
    assert check["mend"] == "Make it 88 %"
    ask(world, "POST", f"checks/{world.term.pk}/mend", {"key": check["key"]})
    assert text_of(world, student=2) == "88 %"
