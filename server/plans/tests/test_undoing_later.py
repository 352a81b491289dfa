"""An act outlives the release that recorded it."""

from conftest import World, send
from school.models import Act

from plans.models import Category


def test_a_change_of_the_plan_can_be_undone_after_a_release_that_added_a_field(world: World) -> None:
    category = world.categories[0]
    before = category.name
    teacher = world.client("teacher")
    address = f"{world.address}/categories/{category.pk}"
    assert send(teacher, "PATCH", address, {"name": "Renamed", "version": category.version}).status_code == 200
    act = Act.objects.get()
    for part in ("before", "after"):
        for fields in act.change[part].values():
            del fields["default_shown"]
    act.save()
    assert teacher.post(f"{world.address}/undo").json()["kept"] == []
    assert Category.objects.get(pk=category.pk).name == before


def test_what_somebody_changed_since_still_stays(world: World) -> None:
    category = world.categories[0]
    address = f"{world.address}/categories/{category.pk}"
    send(world.client("teacher"), "PATCH", address, {"name": "Mine", "version": category.version})
    send(world.client("co_teacher"), "PATCH", address, {"name": "Theirs"})
    assert "changed since" in world.client("teacher").post(f"{world.address}/undo").json()["kept"][0]
    assert Category.objects.get(pk=category.pk).name == "Theirs"
