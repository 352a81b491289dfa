"""What colleagues do meanwhile, and where they are."""

from datetime import timedelta
from typing import Any

from conftest import World, send
from django.utils import timezone
from school.models import Presence

from scores.tests.test_entering import enter, entry


def presence(world: World, who: str = "teacher", **asked: Any) -> Any:
    return send(world.client(who), "POST", f"{world.address}/presence", asked).json()


def test_what_a_colleague_does_is_told_with_their_name_and_where_they_are(world: World) -> None:
    before = presence(world)
    assert (before["words"], before["here"]) == ([], [])
    mine = enter(world, entry(world, "9")).json()["revision"]
    assert mine == before["revision"] + 1
    own = presence(world, revision=before["revision"])
    assert (own["revision"], own["words"]) == (mine, []), "one's own in another tab is fetched, and no news"
    enter(world, entry(world, "12", version=1), entry(world, "8", student=1), who="co_teacher")
    presence(world, "co_teacher", student=world.students[0].pk, assignment=world.assignments[0].pk)
    now = presence(world, revision=mine)
    assert now["revision"] == mine + 1
    assert now["words"] == ["Bo Birch entered 2 scores."]
    assert now["here"] == [{"name": "Bo Birch", "student": world.students[0].pk, "assignment": world.assignments[0].pk}]
    assert presence(world, revision=now["revision"])["words"] == []
    Presence.objects.update(at=timezone.now() - timedelta(seconds=30))
    assert presence(world)["here"] == []


def test_one_score_is_told_with_its_place_and_a_comment_as_what_it_is(world: World) -> None:
    known = presence(world)["revision"]
    enter(world, entry(world, "9", student=1), who="co_teacher")
    assert presence(world, revision=known)["words"] == ["Bo Birch entered 9 for Una Fir, Oak."]
    wrote = entry(world, "", version=1, student=1) | {"text": None, "comment": "Well seen."}
    enter(world, wrote, who="co_teacher")
    assert presence(world, revision=known + 1)["words"] == ["Bo Birch changed a comment of Una Fir, Oak."]


def test_a_change_of_the_plan_is_told_apart_from_scores(world: World) -> None:
    before = presence(world)
    work = f"{world.address}/assignments/{world.assignments[0].pk}"
    send(world.client("co_teacher"), "PATCH", work, {"name": "Oak leaves"})
    now = presence(world, revision=before["revision"])
    assert now["plan"] != before["plan"]
    assert now["revision"] == before["revision"]


def test_a_pulse_is_cheap(world: World, django_assert_max_num_queries: Any) -> None:
    enter(world, entry(world, "9"))
    known = presence(world)
    client = world.client("co_teacher")
    presence(world, "co_teacher")
    with django_assert_max_num_queries(10):
        send(client, "POST", f"{world.address}/presence", {"revision": known["revision"]})


def test_a_place_that_is_none_is_refused(world: World) -> None:
    for body in ({"student": -1}, {"assignment": 2**40}):
        assert send(world.client("teacher"), "POST", f"{world.address}/presence", body).status_code == 422
