"""Changing a plan: what is made of what is typed, what is refused, and undoing."""

from typing import Any

import pytest
from conftest import World, send

from plans.models import Assignment, Category
from plans.typed import made_short, made_sign


def add_category(world: World, **body: Any) -> Any:
    return send(world.client("teacher"), "POST", f"{world.address}/categories", body)


def add_work(world: World, **body: Any) -> Any:
    given = {"name": "Elm", "category_id": world.categories[0].pk, "points": "10", "due_on": "2031-12-10"} | body
    return send(world.client("teacher"), "POST", f"{world.address}/assignments", given)


def undo(world: World, which: str = "undo") -> Any:
    return send(world.client("teacher"), "POST", f"{world.address}/{which}")


def test_a_category_gets_a_sign_and_can_be_undone_and_done_again(world: World) -> None:
    made = add_category(world, name="Leaf tests", weight="12,5")
    category = Category.objects.get(pk=made.json()["id"])
    assert (category.sign, str(category.weight.normalize())) == ("LT", "12.5")
    undo(world)
    assert not Category.objects.filter(pk=category.pk).exists()
    undo(world, "redo")
    assert Category.objects.get(pk=category.pk).name == "Leaf tests"


@pytest.mark.parametrize(
    ("body", "field", "why"),
    [
        ({"name": "", "weight": "5"}, "name", "name"),
        ({"name": "x" * 300}, "name", "300 characters"),
        ({"name": "leaves"}, "name", "already"),
        ({"name": "Stems", "weight": "-5"}, "weight", "below 0"),
        ({"name": "Stems", "weight": "a lot"}, "weight", "not a number"),
        ({"name": "Stems", "sign": "LV"}, "sign", "another category"),
        ({"name": "Stems", "sign": "TOOLONG"}, "sign", "two or three"),
        ({"name": "Stems", "method": "magic"}, "method", "by points"),
        ({"name": "Stems", "drop_lowest": 100}, "drop_lowest", "99"),
    ],
)
def test_a_category_that_makes_no_sense_is_refused_beside_the_field(
    world: World, body: Any, field: str, why: str
) -> None:
    refused = add_category(world, **body)
    assert refused.status_code == 422
    assert refused.json()["field"] == field
    assert why in refused.json()["detail"]
    assert Category.objects.count() == 2


@pytest.mark.parametrize(
    ("body", "field", "why"),
    [
        ({"name": "  "}, "name", "name"),
        ({"name": "y" * 121}, "name", "121 characters"),
        ({"points": ""}, "points", "nothing is not a number"),
        ({"points": "-1"}, "points", "below 0"),
        ({"points": "7.12345"}, "points", "4 decimals"),
        ({"due_on": "1970-01-01"}, "due_on", "not in the school year"),
        ({"due_on": "soon"}, "due_on", "due_on"),
        ({"category_id": 999_999}, "category", "no longer there"),
        ({"term_id": 999_999}, "term_id", "quarter"),
    ],
)
def test_an_assignment_that_makes_no_sense_is_refused_beside_the_field(
    world: World, body: Any, field: str, why: str
) -> None:
    refused = add_work(world, **body)
    assert refused.status_code == 422
    assert refused.json()["field"] == field
    assert why in refused.json()["detail"]
    assert Assignment.objects.count() == 3


def test_the_term_comes_from_the_due_date(world: World) -> None:
    made = Assignment.objects.get(pk=add_work(world, name="Pine", due_on="2032-02-10").json()["id"])
    assert made.term == world.next_term
    assert made.short_name == "Pine"


def test_a_class_without_categories_takes_no_assignment(world: World) -> None:
    Assignment.with_deleted.update(category=None)
    Category.objects.all().delete()
    refused = add_work(world, category_id=None)
    assert refused.json()["detail"].startswith("This class has no categories yet")


def test_removing_a_category_leaves_its_work_apart_and_undoing_puts_it_back(world: World) -> None:
    leaves = world.categories[0]
    world.client("teacher").delete(f"{world.address}/categories/{leaves.pk}")
    assert Assignment.objects.filter(category=None).count() == 2
    frame = world.client("teacher").get(f"{world.address}/frame").json()
    assert frame["trail"][0]["words"] == "adds up to 40, 2 apart"
    undo(world)
    assert Assignment.objects.filter(category_id=leaves.pk).count() == 2
    assert Category.objects.get(pk=leaves.pk).weight == 60


def test_a_change_based_on_an_older_version_is_refused(world: World) -> None:
    oak = world.assignments[0]
    address = f"{world.address}/assignments/{oak.pk}"
    assert send(world.client("teacher"), "PATCH", address, {"name": "Old oak", "version": 1}).status_code == 200
    refused = send(world.client("co_teacher"), "PATCH", address, {"name": "Young oak", "version": 1})
    assert "colleague changed" in refused.json()["detail"]
    assert Assignment.objects.get(pk=oak.pk).name == "Old oak"


def test_undo_leaves_what_a_colleague_changed_since(world: World) -> None:
    address = f"{world.address}/assignments/{world.assignments[0].pk}"
    send(world.client("teacher"), "PATCH", address, {"points": "25"})
    send(world.client("co_teacher"), "PATCH", address, {"name": "Holm oak"})
    assert "changed since" in undo(world).json()["kept"][0]
    assert Assignment.objects.get(pk=world.assignments[0].pk).points == 25


def test_order_is_kept_and_undone(world: World) -> None:
    ids = [each.pk for each in world.assignments]
    send(world.client("teacher"), "PUT", f"{world.address}/order/assignment", {"ids": ids[::-1]})
    assert [each.pk for each in world.school_class.assignments.all()] == ids[::-1]
    undo(world)
    assert [each.pk for each in world.school_class.assignments.all()] == ids
    refused = send(world.client("teacher"), "PUT", f"{world.address}/order/assignment", {"ids": [999_999]})
    assert refused.status_code == 422


def test_rows_of_another_class_cannot_be_reached_through_ones_own(world: World) -> None:
    address = f"/api/v1/classes/{world.people['other_teacher'].classes.get().pk}/assignments/{world.assignments[0].pk}"
    refused = send(world.client("other_teacher"), "PATCH", address, {"name": "Mine now"})
    assert refused.status_code == 422
    assert Assignment.objects.get(pk=world.assignments[0].pk).name == "Oak"


def test_short_names_and_signs() -> None:
    assert made_short("Map test 1: contours") == "Map test 1"
    assert made_short("The very long and winding essay") == "The very long"
    assert made_short("Donaudampfschifffahrt") == "Donaudampfschif"
    assert [made_sign("Fieldwork", set()), made_sign("Map tests", set()), made_sign("Fieldwork", {"FL"})] == [
        "FL",
        "MT",
        "FD",
    ]
    assert made_sign("植物", set()) == "植物"
