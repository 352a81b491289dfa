"""Groups of a class: made together or not at all, changed from a version, and proposed by how students stand."""

from typing import Any

from conftest import World, make_class, send
from school.models import Enrolment

from scores.models import GroupMember
from scores.tests.test_entering import enter, entry


def ask(world: World, method: str, rest: str = "", body: Any = None) -> Any:
    return send(world.client("teacher"), method, f"{world.address}/groups{rest}", body)


def make(world: World, **named: list[int]) -> Any:
    return ask(world, "POST", "", {"groups": [{"name": name, "students": who} for name, who in named.items()]})


def test_groups_are_made_renamed_filled_and_taken_away(world: World) -> None:
    fin, una, ivo = (each.pk for each in world.students)
    made = make(world, Ferns=[fin, una], Mosses=[una, ivo, ivo]).json()
    assert [(each["name"], sorted(each["students"])) for each in made] == [
        ("Ferns", sorted([fin, una])),
        ("Mosses", sorted([una, ivo])),
    ]
    ferns = made[0]
    changed = ask(world, "PATCH", f"/{ferns['id']}", {"version": 0, "name": " Tree  ferns ", "students": [ivo]}).json()[
        0
    ]
    assert (changed["name"], changed["students"], changed["version"]) == ("Tree ferns", [ivo], 1)
    # A colleague who still has the page of before is told so, and nothing is changed.
    late = ask(world, "PATCH", f"/{ferns['id']}", {"version": 0, "name": "Oaks"})
    assert (late.status_code, late.json()["code"]) == (409, "stale")
    assert ask(world, "DELETE", f"/{ferns['id']}").status_code == 204
    assert [each["name"] for each in ask(world, "GET").json()] == ["Mosses"]
    assert not GroupMember.objects.filter(group=ferns["id"]).exists()


def test_what_cannot_be_a_group_is_refused_in_words_and_none_is_made(world: World) -> None:
    fin = world.students[0].pk
    scale = world.school_class.ground_rules.scale
    other = make_class(world.school, world.term.year, scale, [world.people["teacher"]], "Zoology").pk
    for body, words in (
        ({"Ferns": [fin], "ferns": [fin]}, "There is a group ferns already."),
        ({"Ferns": [fin], " ": [fin]}, "A group needs a name."),
        ({"Ferns": []}, "at least one student"),
        ({"Ferns": [fin, 999_999]}, "Not all of them are in the class."),
        ({"x" * 61: [fin]}, "at most 60 letters"),
    ):
        refused = make(world, **body)
        assert (refused.status_code, words in refused.json()["detail"]) == (422, True), refused.json()
        assert ask(world, "GET").json() == []
    assert make(world, **{f"Group {each}": [fin] for each in range(60)}).status_code == 200
    assert "at most 60 groups" in make(world, More=[fin]).json()["detail"]
    # One of another class is not there.
    group = ask(world, "GET").json()[0]["id"]
    address = f"/api/v1/classes/{other}/groups/{group}"
    assert send(world.client("teacher"), "DELETE", address).status_code == 404


def test_who_has_left_the_class_is_in_no_group_of_it(world: World) -> None:
    fin, una, _ = (each.pk for each in world.students)
    make(world, Ferns=[fin, una])
    Enrolment.objects.filter(student=fin).update(ends=world.term.starts)
    assert ask(world, "GET").json()[0]["students"] == [una]


def test_groups_are_proposed_by_draw_and_by_how_students_stand(world: World) -> None:
    for student, score in zip(range(3), ("20", "5", "12"), strict=True):
        assert enter(world, entry(world, score, student=student)).status_code == 200
    fin, una, ivo = (each.pk for each in world.students)

    def proposed(way: str, count: int) -> Any:
        body = {"way": way, "count": count, "term": world.term.pk}
        return send(world.client("teacher"), "POST", f"{world.address}/group-proposal", body)

    assert proposed("alike", 3).json()["groups"] == [[fin], [ivo], [una]]
    assert proposed("alike", 2).json()["groups"] == [[fin, ivo], [una]]
    assert proposed("mixed", 2).json()["groups"] == [[fin], [ivo, una]]
    assert sorted(each for group in proposed("draw", 2).json()["groups"] for each in group) == sorted([fin, una, ivo])
    assert "at most 3 groups" in proposed("draw", 4).json()["detail"]
    assert ask(world, "GET").json() == []
