"""Drafts: what would move grades waits, shows what it would do, and is applied or thrown away."""

import datetime
from typing import Any

import pytest
from conftest import World, make_class, send
from plans.models import Assignment, Category, Draft, GradingScale, GroundRules
from school.models import Term

from scores.tests.test_entering import enter, entry


def draft(world: World) -> Any:
    return world.client("teacher").get(f"{world.address}/draft/changes?term={world.term.pk}").json()


def weigh(world: World, weight: str, place: int = 0, who: str = "teacher") -> Any:
    return send(
        world.client(who), "PATCH", f"{world.address}/categories/{world.categories[place].pk}", {"weight": weight}
    )


def rule(world: World, **given: str | bool) -> Any:
    return send(world.client("teacher"), "PATCH", f"{world.address}/rules", given)


def percent(world: World) -> str:
    text: str = world.client("teacher").get(f"{world.address}/scores").json()["rows"][0]["grade"]["percent"]
    return text


def scored(world: World) -> None:
    """Leaves 50 %, roots 100 %: weighted 60 to 40 that makes 70."""
    enter(world, entry(world, "10"), entry(world, "20", assignment=1))


def test_before_there_are_scores_a_change_is_in_force_at_once(world: World) -> None:
    weigh(world, "20")
    assert Category.objects.get(pk=world.categories[0].pk).weight == 20
    assert draft(world) is None


def test_a_change_that_moves_grades_waits_and_shows_what_it_would_do(world: World) -> None:
    scored(world)
    weigh(world, "10")
    assert (percent(world), Category.objects.get(pk=world.categories[0].pk).weight) == ("70.0", 60)
    waiting = draft(world)
    assert (waiting["grades"], waiting["up"], waiting["down"], waiting["marks"]) == (1, 1, 0, 1)
    (change,) = waiting["changes"]
    assert (change["percent_before"], change["mark_before"], change["percent_after"], change["mark_after"]) == (
        "70.0",
        "C",
        "90.0",
        "A",
    )
    assert change["difference"] == "+20.0"
    assert [(each["words"], each["was"], each["now"]) for each in waiting["edits"]] == [("Leaves: weighs", "60", "10")]
    assert waiting["elsewhere"] == ["1 in semester 1"]
    plan = world.client("co_teacher").get(f"{world.address}/plan").json()
    assert (plan["has_draft"], plan["categories"][0]["weight"], plan["categories"][0]["was"]) == (
        True,
        "10",
        {"weight": "60"},
    )


def test_work_added_where_a_blank_is_zero_counts_once_the_draft_is_applied(world: World) -> None:
    scored(world)
    GroundRules.objects.update(blank="zero")
    world.changed()
    new = {
        "name": "Stems",
        "category_id": world.categories[0].pk,
        "points": "20",
        "due_on": str(world.assignments[0].due_on),
    }
    before = percent(world)
    made = send(world.client("teacher"), "POST", f"{world.address}/assignments", new).json()
    assert (percent(world), Assignment.objects.get(pk=made["id"]).counts) == (before, False)
    mine = draft(world)["changes"][0]
    assert (mine["percent_before"], mine["percent_after"]) == (before, "50.0")
    send(world.client("teacher"), "POST", f"{world.address}/draft/apply")
    assert (percent(world), Assignment.objects.get(pk=made["id"]).counts) == ("50.0", True)


def test_what_families_see_does_not_move_until_it_is_applied(world: World) -> None:
    GroundRules.objects.update(families_see_running=True)
    scored(world)
    weigh(world, "10")
    address = f"/api/v1/families/{world.students[0].pk}"
    assert world.client("guardian").get(address).json()["classes"][0]["mark"] == "C"
    send(world.client("teacher"), "POST", f"{world.address}/draft/apply")
    assert world.client("guardian").get(address).json()["classes"][0]["mark"] == "A"


def test_a_draft_stands_on_the_trail_and_needs_the_teacher(world: World) -> None:
    scored(world)
    weigh(world, "55")
    trail = world.client("co_teacher").get(f"{world.address}/frame").json()["trail"]
    assert (trail[0]["words"], trail[0]["look"]) == ("draft, 95 of 100 given", True)
    weigh(world, "45", 1)
    assert world.client("teacher").get(f"{world.address}/frame").json()["trail"][0]["words"] == "a draft waits"
    needs = [each["words"] for each in world.client("teacher").get("/api/v1/today").json()["needs"]]
    assert "Botany A: a draft of the plan waits since Wed 14 Jan." in needs


def test_applying_is_one_act_and_undone_as_one(world: World) -> None:
    scored(world)
    weigh(world, "10")
    weigh(world, "30", 1, "co_teacher")
    rule(world, cap=True)
    assert send(world.client("teacher"), "POST", f"{world.address}/draft/apply").json() == {"kept": []}
    assert [each.weight for each in Category.objects.all()] == [10, 30]
    assert (GroundRules.objects.get(school_class=world.school_class).cap, Draft.objects.exists()) == (True, False)
    again = send(world.client("teacher"), "POST", f"{world.address}/draft/apply")
    assert "no draft any more" in again.json()["detail"]
    send(world.client("teacher"), "POST", f"{world.address}/undo")
    assert [each.weight for each in Category.objects.all()] == [60, 40]


def test_thrown_away_or_put_back_it_leaves_nothing(world: World) -> None:
    scored(world)
    weigh(world, "10")
    world.client("teacher").delete(f"{world.address}/draft")
    assert (draft(world), percent(world)) == (None, "70.0")
    weigh(world, "10")
    weigh(world, "20", 1)
    mark = f"category {world.categories[0].pk}"
    world.client("teacher").delete(f"{world.address}/draft/{mark}/weight")
    assert [each["words"] for each in draft(world)["edits"]] == ["Roots: weighs"]
    weigh(world, "40", 1)
    assert draft(world) is None


def test_what_moves_no_grade_is_in_force_at_once(world: World) -> None:
    scored(world)
    address = f"{world.address}/assignments/{world.assignments[0].pk}"
    send(world.client("teacher"), "PATCH", address, {"name": "Great oak", "points": "40"})
    plan = world.client("teacher").get(f"{world.address}/plan").json()
    assert (plan["assignments"][0]["name"], plan["assignments"][0]["was"]) == ("Great oak", {"points": "20"})
    assert percent(world) == "70.0"


def test_a_row_deleted_meanwhile_is_left_out_of_what_is_applied(world: World) -> None:
    scored(world)
    address = f"{world.address}/assignments/{world.assignments[1].pk}"
    send(world.client("teacher"), "PATCH", address, {"points": "40"})
    world.client("co_teacher").delete(address)
    kept = send(world.client("teacher"), "POST", f"{world.address}/draft/apply").json()["kept"]
    assert "deleted meanwhile" in kept[0]


@pytest.mark.parametrize(
    ("field", "value"),
    [("method", "magic"), ("drop_overall", "77"), ("rounding", "0.3 up"), ("scale", "0"), ("cap", "maybe")],
)
def test_a_choice_that_is_none_is_refused(world: World, field: str, value: str) -> None:
    refused = rule(world, **{field: value})
    assert (refused.status_code, refused.json()["field"]) == (422, field)


def test_each_choice_shows_what_it_makes_of_a_grade(world: World) -> None:
    enter(world, entry(world, "10"), entry(world, "20", assignment=1), entry(world, "18", assignment=2))
    preview = world.client("teacher").get(f"{world.address}/rules/method?term={world.term.pk}").json()
    assert preview["student"] == "Fin Fir"
    # Leaves 28 of 40, roots 20 of 20: weighted 60 to 40, pooled 48 of 60.
    assert [(each["value"], each["percent"], each["mark"]) for each in preview["choices"]] == [
        ("weighted", "82.0", "B"),
        ("points", "80.0", "B"),
        ("equal", "80.0", "B"),
        # Nothing here is evidence of a standard.
        ("standards", None, None),
        ("levels", None, None),
    ]
    assert world.client("teacher").get(f"{world.address}/rules/nonsense").json()["choices"] == []


def test_rounding_and_another_scale_go_through_the_draft(world: World) -> None:
    scored(world)
    other = GradingScale.objects.create(school=world.school, name="Two marks")
    other.bands.create(mark="Yes", min=50)
    other.bands.create(mark="No", min=0)
    enter(world, entry(world, "9.9", version=1))
    rule(world, scale=str(other.pk))
    # 69.7 % in all, which rounding brings to a C.
    rule(world, rounding="1 half_up")
    edits = {each["field"]: (each["was"], each["now"]) for each in draft(world)["edits"]}
    assert edits["scale_id"] == ("Letters", "Two marks")
    assert edits["round_to"] == ("not rounded", "rounded to the nearest 1")
    assert draft(world)["changes"][0]["mark_after"] == "Yes"
    send(world.client("teacher"), "POST", f"{world.address}/draft/apply")
    assert world.client("teacher").get(f"{world.address}/scores").json()["rows"][0]["grade"]["mark"] == "Yes"


def empty_class(world: World) -> str:
    made = make_class(
        world.school, world.school_class.year, GradingScale.objects.get(), [world.people["teacher"]], "Ferns"
    )
    return f"/api/v1/classes/{made.pk}"


@pytest.mark.parametrize(
    ("text", "made"),
    [
        ("Fieldwork 40, Map tests 35, Notebooks 25", ["Fieldwork 40", "Map tests 35", "Notebooks 25"]),
        ("Tests: 62,5 %\n- Homework – 37,5%", ["Tests 62.5", "Homework 37.5"]),
        ("Unit 2 tests 30; Labs=70", ["Unit 2 tests 30", "Labs 70"]),
        ("Unit 2 tests\t30\nLabs\t62,5 %\r\n", ["Unit 2 tests 30", "Labs 62.5"]),
        ("Tests\t60\tLabs 4\t40", ["Tests 60", "Labs 4 40"]),
    ],
)
def test_categories_are_made_from_text(world: World, text: str, made: list[str]) -> None:
    address = empty_class(world)
    assert send(world.client("teacher"), "POST", f"{address}/plan/text", {"text": text}).json() == {"count": len(made)}
    plan = world.client("teacher").get(f"{address}/plan").json()
    assert [f"{each['name']} {each['weight']}" for each in plan["categories"]] == made
    send(world.client("teacher"), "POST", f"{address}/undo")
    assert world.client("teacher").get(f"{address}/plan").json()["categories"] == []


@pytest.mark.parametrize("text", ["", "just words", "40", "Tests 40, and then", "x" * 5000, "A 1234567", "A 1, A 2"])
def test_text_that_is_no_plan_is_refused_and_makes_nothing(world: World, text: str) -> None:
    address = empty_class(world)
    refused = send(world.client("teacher"), "POST", f"{address}/plan/text", {"text": text})
    assert refused.status_code == 422
    assert world.client("teacher").get(f"{address}/plan").json()["categories"] == []


def test_another_classs_plan_is_taken_over_without_its_scores(world: World) -> None:
    scored(world)
    GroundRules.objects.filter(school_class=world.school_class).update(cap=True)
    address = empty_class(world)
    sources = world.client("teacher").get(f"{address}/plan/ways").json()["classes"]
    assert [each["name"] for each in sources] == ["Botany A"]
    body = {"source": sources[0]["id"], "with_assignments": True}
    assert send(world.client("teacher"), "POST", f"{address}/plan/begin", body).json() == {"count": 5}
    plan = world.client("teacher").get(f"{address}/plan?term={world.term.pk}").json()
    assert [each["weight"] for each in plan["categories"]] == ["60", "40"]
    assert [(each["name"], each["marked"], each["due_on"]) for each in plan["assignments"]] == [
        ("Oak", 0, "2031-12-01"),
        ("Beet", 0, "2031-12-02"),
        ("Ash", 0, "2031-12-03"),
    ]
    assert next(each["value"] for each in plan["rules"] if each["field"] == "cap") is True
    refused = send(world.client("teacher"), "POST", f"{address}/plan/begin", body)
    assert "categories already" in refused.json()["detail"]
    foreign = {"source": world.people["other_teacher"].classes.get().pk, "with_assignments": False}
    assert send(world.client("teacher"), "POST", f"{address}/plan/begin", foreign).status_code == 404


def test_what_could_move_grades_and_moves_none_is_in_force_at_once(world: World) -> None:
    scored(world)
    ash = world.assignments[2]
    address = f"{world.address}/assignments/{ash.pk}"
    send(world.client("teacher"), "PATCH", address, {"extra": True, "points": "30"})
    assert draft(world) is None
    assert (Assignment.objects.get(pk=ash.pk).extra, Assignment.objects.get(pk=ash.pk).points) == (True, 30)
    # Beside something that waits it is no different.
    weigh(world, "10")
    send(world.client("teacher"), "PATCH", address, {"points": "35"})
    assert [each["words"] for each in draft(world)["edits"]] == ["Leaves: weighs"]
    assert Assignment.objects.get(pk=ash.pk).points == 35


def test_weights_of_parts_that_are_typed_one_after_another_all_stay(world: World) -> None:
    scored(world)
    semester = world.term.within
    assert semester is not None
    quarter = Term.objects.create(
        year=semester.year,
        within=semester,
        name="Quarter 1",
        starts=semester.starts,
        ends=datetime.date(2031, 10, 31),
        position=0,
    )
    Assignment.objects.filter(pk=world.assignments[2].pk).update(term=quarter)
    enter(world, entry(world, "5", assignment=2))
    for part in (world.term, quarter):
        address = f"{world.address}/terms/{semester.pk}"
        send(world.client("teacher"), "PATCH", address, {"part_weights": {part.pk: "40" if part == quarter else "60"}})
    (edit,) = draft(world)["edits"]
    assert edit["now"] == "Quarter 2 60, Quarter 1 40"
    for rules in ({"blank": "zero"}, {"method": "points"}):
        send(world.client("teacher"), "PATCH", f"{world.address}/terms/{world.term.pk}", {"rules": rules})
    own = next(each for each in draft(world)["edits"] if each["field"] == "ground_rules")
    assert own["now"] == "made of all points in one pool, counts as zero"


def test_a_draft_that_stands_on_a_deleted_category_says_so_and_goes_on_with_the_rest(world: World) -> None:
    scored(world)
    stems = send(world.client("teacher"), "POST", f"{world.address}/categories", {"name": "Stems"}).json()["id"]
    address = f"{world.address}/assignments/{world.assignments[0].pk}"
    send(world.client("teacher"), "PATCH", address, {"category_id": stems})
    weigh(world, "10")
    world.client("teacher").delete(f"{world.address}/categories/{stems}")
    for path in ("plan", "checks", "draft/changes", "rules/blank"):
        assert world.client("teacher").get(f"{world.address}/{path}?term={world.term.pk}").status_code == 200
    told = {each["field"]: each["misfit"] for each in draft(world)["edits"]}
    assert told == {"category_id": "The category is no longer there.", "weight": ""}
    applied = send(world.client("teacher"), "POST", f"{world.address}/draft/apply").json()
    assert applied["kept"] == ["The category is no longer there. That was left out."]
    assert Category.objects.get(pk=world.categories[0].pk).weight == 10
    assert Assignment.objects.get(pk=world.assignments[0].pk).category == world.categories[0]
