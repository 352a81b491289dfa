"""The school's scales and codes: kept by its officer, and never changed under a class."""

from typing import Any

from conftest import World, send
from plans.models import GradingScale, ScoreCode

from scores.tests.test_entering import enter, entry

TWO = {"name": "Two", "bands": [{"mark": "P", "min": "50"}, {"mark": "N", "min": "0"}]}


def put(world: World, what: str, body: Any) -> Any:
    return send(world.client("officer"), "PUT", f"{world.school_address}/{what}", body)


def seen(world: World) -> Any:
    return world.client("officer").get(f"{world.school_address}/scales").json()


def test_a_scale_is_made_changed_while_unused_and_offered_to_teachers(world: World) -> None:
    made = put(world, "scales", TWO).json()["id"]
    assert put(world, "scales", TWO | {"id": made, "name": "Pass"}).status_code == 200
    bands = [{"mark": "Pass", "min": "60"}, {"mark": "Not", "min": "0", "value": "30"}]
    assert put(world, "scales", {"id": made, "name": "Pass", "bands": bands}).status_code == 200
    scale = next(each for each in seen(world)["scales"] if each["id"] == made)
    assert (scale["name"], scale["uses"], scale["bands"][1]) == ("Pass", 0, {"mark": "Not", "min": "0", "value": "30"})
    offered = world.client("teacher").get(f"{world.address}/scales").json()["scales"]
    assert "Pass" in [each["name"] for each in offered]
    assert "called pass already" in put(world, "scales", TWO | {"name": "pass"}).json()["detail"]
    backwards = put(world, "scales", {"name": "Bad", "bands": [{"mark": "P", "min": "x"}]})
    assert (backwards.status_code, backwards.json()["field"]) == (422, "bands")


def test_a_scale_in_use_keeps_its_marks_and_can_be_renamed(world: World) -> None:
    letters = GradingScale.objects.get(name="Letters")
    refused = put(world, "scales", TWO | {"id": letters.pk})
    assert "Botany A, Zoology A use it" in refused.json()["detail"]
    assert letters.bands.count() == 5
    bands = [{"mark": each.mark, "min": f"{each.min:f}"} for each in letters.bands.all()]
    assert put(world, "scales", {"id": letters.pk, "name": "A to E", "bands": bands}).status_code == 200
    address = f"{world.school_address}/scales/{letters.pk}"
    assert world.client("officer").delete(address).status_code == 422
    assert world.client("other_officer").delete(address).status_code == 404


def test_a_code_that_scores_hold_keeps_what_it_does(world: World) -> None:
    enter(world, entry(world, "mi"))
    missing, exempt = ScoreCode.objects.get(code="MI"), ScoreCode.objects.get(code="EX")
    body = {"id": missing.pk, "code": "MI", "name": "not handed in", "effect": "zero", "missing": True}
    assert put(world, "codes", body).status_code == 200
    assert "Scores hold MI" in put(world, "codes", body | {"effect": "leave_out"}).json()["detail"]
    assert world.client("officer").delete(f"{world.school_address}/codes/{missing.pk}").status_code == 422
    assert put(world, "codes", {"id": exempt.pk, "code": "EX", "name": "exempt", "effect": "full"}).status_code == 200
    assert "stands twice" in put(world, "codes", {"code": "ex", "name": "x", "effect": "zero"}).json()["detail"]
    assert world.client("officer").delete(f"{world.school_address}/codes/{exempt.pk}").status_code == 204
    assert [each["code"] for each in seen(world)["codes"]] == ["MI"]
    percent = put(world, "codes", {"code": "HF", "name": "half", "effect": "percent", "percent": "50"})
    assert percent.status_code == 200
    assert seen(world)["codes"][0]["percent"] == "50"


def test_a_code_is_no_mark_of_any_scale(world: World) -> None:
    put(world, "scales", {"name": "Words", "bands": [{"mark": "OK", "min": "50"}, {"mark": "NO", "min": "0"}]})
    clash = put(world, "codes", {"code": "OK", "name": "okay", "effect": "full"})
    assert (clash.status_code, clash.json()["field"]) == (422, "code")
