"""The grid, the plan with its shares, and the working."""

from decimal import Decimal
from typing import Any

from conftest import World
from plans.models import Assignment

from scores.models import Score
from scores.tests.test_entering import enter, entry


def row_of(world: World, student: int = 0) -> Any:
    rows = world.client("teacher").get(f"{world.address}/scores").json()["rows"]
    return next(each for each in rows if each["student_id"] == world.students[student].pk)


def test_three_kinds_of_blank_and_not_assigned(world: World) -> None:
    oak, beet, ash = world.assignments
    Assignment.objects.filter(pk=beet.pk).update(closed=True)
    Assignment.objects.filter(pk=ash.pk).update(due_on=None)
    world.students[2].enrolments.update(starts=oak.due_on.replace(month=12, day=20))  # type: ignore[union-attr]
    cells = row_of(world)["cells"]
    assert [cells[str(each.pk)]["state"] for each in world.assignments] == ["past_due", "missing", None]
    late = row_of(world, 2)["cells"]
    assert [late[str(each.pk)]["state"] for each in world.assignments] == ["not_assigned", "not_assigned", None]


def test_dropped_scores_and_means_come_from_the_core(world: World) -> None:
    world.categories[0].drop_lowest = 1
    world.categories[0].save()
    enter(world, entry(world, "10"), entry(world, "20", assignment=2), entry(world, "16", student=1))
    row = row_of(world)
    assert [row["cells"][str(each.pk)]["dropped"] for each in world.assignments] == [True, False, False]
    assert row["grade"]["percent"] == "100.0"
    grid = world.client("teacher").get(f"{world.address}/scores").json()
    assert [each["figures"]["mean"] for each in grid["columns"]] == ["13.0", None, "20.0"]
    assert grid["figures"]["mean"] == "90.0"


def test_an_adjusted_score_keeps_what_was_entered(world: World) -> None:
    world.assignments[0].adjust = [{"kind": "add", "amount": "2.5"}]
    world.assignments[0].save()
    enter(world, entry(world, "10"))
    cell = row_of(world)["cells"][str(world.assignments[0].pk)]
    assert (cell["text"], cell["adjusted"]) == ("10", "12.5")


def test_the_plan_shows_shares_and_how_far_the_marking_is(world: World) -> None:
    enter(world, entry(world, "10"))
    plan = world.client("teacher").get(f"{world.address}/plan").json()
    assert (plan["weights"], plan["not_given"]) == ("100", 0.0)
    oak, beet, ash = plan["assignments"]
    assert [(each["of_category"], each["of_grade"]) for each in (oak, beet, ash)] == [
        ("50.00", "30.00"),
        ("100.00", "40.00"),
        ("50.00", "30.00"),
    ]
    assert (oak["marked"], oak["due"]) == (1, 3)


def test_weights_that_do_not_reach_100_leave_a_gap(world: World) -> None:
    world.categories[1].weight = Decimal(35)
    world.categories[1].save()
    plan = world.client("teacher").get(f"{world.address}/plan").json()
    assert (plan["weights"], plan["not_given"]) == ("95", 5.0)
    frame = world.client("teacher").get(f"{world.address}/frame").json()
    assert frame["trail"][0]["words"] == "adds up to 95"


def test_the_working_adds_up_to_what_is_shown(world: World) -> None:
    enter(world, entry(world, "17"), entry(world, "13", assignment=1), entry(world, "11", assignment=2))
    how = world.client("teacher").get(f"{world.address}/working/{world.students[0].pk}").json()
    assert sum(Decimal(each["adds"]) for each in how["categories"]) == Decimal(how["sum"]) == Decimal("68.00")
    assert how["mark"] == "D"
    assert how["categories"][0]["words"] == "28 of 40 points"


def test_a_semester_is_made_of_its_quarters(world: World) -> None:
    enter(world, entry(world, "17"))
    semester = world.term.within
    assert semester is not None
    how = world.client("teacher").get(f"{world.address}/working/{world.students[0].pk}?term={semester.pk}").json()
    assert [(each["name"], each["percent"]) for each in how["parts"]] == [("Quarter 2", "85")]
    assert how["percent"] == "85.0"
    assert world.client("teacher").get(f"{world.address}/frame?term={semester.pk}").status_code == 200


def test_a_term_or_student_of_elsewhere_is_not_shown(world: World) -> None:
    client = world.client("teacher")
    assert client.get(f"{world.address}/scores?term=99999").status_code == 404
    assert client.get(f"{world.address}/working/99999").status_code == 404


def test_scores_of_a_deleted_assignment_do_not_count(world: World) -> None:
    enter(world, entry(world, "20"), entry(world, "10", assignment=1))
    world.client("teacher").delete(f"{world.address}/assignments/{world.assignments[0].pk}")
    assert row_of(world)["grade"]["percent"] == "50.0"
    assert Score.objects.count() == 2
    world.client("teacher").post(f"{world.address}/undo")
    assert row_of(world)["grade"]["percent"] == "80.0"
