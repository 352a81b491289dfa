"""The school's scales and codes: kept by its officer, and changed under classes only once it is told of which."""

from typing import Any

import pytest
from conftest import World, send
from plans.models import GradingScale, ScoreCode
from scores.models import Override
from scores.tests.test_entering import enter, entry

TWO = {"name": "Two", "bands": [{"mark": "P", "min": "50"}, {"mark": "N", "min": "0"}]}


def post(world: World, what: str, body: Any) -> Any:
    return send(world.client("officer"), "POST", f"{world.school_address}/{what}", body)


def put(world: World, what: str, body: Any) -> Any:
    return send(world.client("officer"), "PUT", f"{world.school_address}/{what}", body)


def seen(world: World) -> Any:
    return world.client("officer").get(f"{world.school_address}/scales").json()


def test_a_scale_is_made_changed_while_unused_and_offered_to_teachers(world: World) -> None:
    made = post(world, "scales", TWO).json()["id"]
    assert put(world, f"scales/{made}", TWO | {"name": "Pass"}).status_code == 200
    bands = [{"mark": "Pass", "min": "60"}, {"mark": "Not", "min": "0", "value": "30"}]
    assert put(world, f"scales/{made}", {"name": "Pass", "bands": bands}).status_code == 200
    scale = next(each for each in seen(world)["scales"] if each["id"] == made)
    assert (scale["name"], scale["uses"], scale["bands"][1]) == ("Pass", 0, {"mark": "Not", "min": "0", "value": "30"})
    offered = world.client("teacher").get(f"{world.address}/scales").json()["scales"]
    assert "Pass" in [each["name"] for each in offered]
    assert "called pass already" in post(world, "scales", TWO | {"name": "pass"}).json()["detail"]
    backwards = post(world, "scales", {"name": "Bad", "bands": [{"mark": "P", "min": "x"}]})
    assert (backwards.status_code, backwards.json()["field"]) == (422, "bands")


def bands_of(scale: GradingScale, **changed: str) -> list[dict[str, str]]:
    return [{"mark": each.mark, "min": changed.get(each.mark, f"{each.min:f}")} for each in scale.bands.all()]


def marks(world: World) -> list[str]:
    report = world.client("teacher").get(f"{world.address}/report?term={world.term.pk}").json()
    return [each["grade"]["mark"] for each in report["rows"] if each["grade"]["mark"]]


@pytest.fixture
def marked(world: World) -> World:
    """One student has 17 of 20, which is a B; the class's work of that category counts alone."""
    enter(world, entry(world, "17"))
    return world


def test_a_scale_in_use_is_renamed_at_once_and_not_taken_away(world: World) -> None:
    letters = GradingScale.objects.get(name="Letters")
    assert put(world, f"scales/{letters.pk}", {"name": "A to E", "bands": bands_of(letters)}).json()["words"] == []
    address = f"{world.school_address}/scales/{letters.pk}"
    assert "Botany A, Zoology A use it" in world.client("officer").delete(address).json()["detail"]
    assert world.client("other_officer").delete(address).status_code == 404


def test_a_scale_in_use_changes_once_it_is_told_which_grades_move_and_back(marked: World) -> None:
    letters, before = GradingScale.objects.get(name="Letters"), marks(marked)
    highest = bands_of(letters, A="70", B="69", C="68", D="67")
    body, scale = {"name": "Letters", "bands": highest}, f"scales/{letters.pk}"
    told = put(marked, f"{scale}?dry_run=true", body).json()
    assert (told["id"], [each.partition(":")[0] for each in told["words"]]) == (None, ["Botany A"])
    assert "of 1 student would be another." in told["words"][0]
    assert (marks(marked), letters.bands.get(mark="A").min) == (before, 90), "only tried"
    assert put(marked, scale, body).json()["words"] == told["words"]
    assert marks(marked) == ["A"] != before
    officer = marked.client("officer")
    assert officer.get(f"{marked.school_address}/year").json()["last_change"] == "the scale Letters was changed"
    assert send(officer, "POST", f"{marked.school_address}/undo").status_code == 200
    assert marks(marked) == before
    assert letters.bands.get(mark="A").min == 90


def test_a_mark_that_an_override_gives_stays_in_the_scale(marked: World) -> None:
    letters = GradingScale.objects.get(name="Letters")
    Override.objects.create(
        school_class=marked.school_class,
        student=marked.students[0],
        term=marked.term,
        mark="B",
        reason="x",
        changed_by=marked.people["teacher"],
        changed_at=marked.school.now(),
    )
    bands = [each for each in bands_of(letters) if each["mark"] != "B"]
    refused = put(marked, f"scales/{letters.pk}", {"name": "Letters", "bands": bands})
    assert (refused.status_code, refused.json()["field"]) == (422, "bands")
    assert "has B in place" in refused.json()["detail"]
    assert letters.bands.count() == 5


def test_a_code_that_scores_hold_keeps_its_letters_and_says_what_another_effect_moves(world: World) -> None:
    enter(world, entry(world, "mi"), entry(world, "17", assignment=1))
    missing, exempt = ScoreCode.objects.get(code="MI"), ScoreCode.objects.get(code="EX")
    code = f"codes/{missing.pk}"
    body = {"code": "MI", "name": "not handed in", "effect": "zero", "missing": True}
    assert put(world, code, body).json()["words"] == []
    assert "letters stay" in put(world, code, body | {"code": "LT"}).json()["detail"]
    other = body | {"effect": "leave_out"}
    told = put(world, f"{code}?dry_run=true", other).json()["words"]
    assert [each.partition(":")[0] for each in told] == ["Botany A"]
    missing.refresh_from_db()
    assert missing.effect == "zero"
    assert put(world, code, other).json()["words"] == told
    assert send(world.client("officer"), "POST", f"{world.school_address}/undo").status_code == 200
    missing.refresh_from_db()
    assert missing.effect == "zero"
    assert world.client("officer").delete(f"{world.school_address}/codes/{missing.pk}").status_code == 422
    assert put(world, f"codes/{exempt.pk}", {"code": "EX", "name": "exempt", "effect": "full"}).status_code == 200
    assert "stands twice" in post(world, "codes", {"code": "ex", "name": "x", "effect": "zero"}).json()["detail"]
    assert world.client("officer").delete(f"{world.school_address}/codes/{exempt.pk}").status_code == 204
    assert [each["code"] for each in seen(world)["codes"]] == ["MI"]
    percent = post(world, "codes", {"code": "HF", "name": "half", "effect": "percent", "percent": "50"})
    assert percent.status_code == 200
    assert seen(world)["codes"][0]["percent"] == "50"


def test_a_code_is_no_mark_of_any_scale(world: World) -> None:
    post(world, "scales", {"name": "Words", "bands": [{"mark": "OK", "min": "50"}, {"mark": "NO", "min": "0"}]})
    clash = post(world, "codes", {"code": "OK", "name": "okay", "effect": "full"})
    assert (clash.status_code, clash.json()["field"]) == (422, "code")
