"""What stands beside a score: comment, note, flag, and that it is meant. Kept, in history, never over a colleague's unseen."""

import uuid
from importlib import import_module
from typing import Any

import pytest
from conftest import World, send
from django.apps import apps
from school import acts

from scores.models import Batch, Score, ScoreEvent
from scores.tests.test_entering import enter, entry, look, text_of, undo
from scores.writing import mean_all


def beside(world: World, version: int = 0, who: str = "teacher", **given: Any) -> Any:
    """Change what stands beside the first student's first score, and leave the score."""
    return enter(world, entry(world, "", version) | {"text": None} | given, who=who).json()


def test_it_is_kept_and_undone_and_a_family_sees_the_comment_alone(world: World) -> None:
    beside(world, flag="late", comment=" Well seen. ", note="rang home")
    enter(world, entry(world, "12"))
    assert [look(world)[each] for each in ("flag", "comment", "note")] == ["late", "Well seen.", "rang home"]
    page = world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}").content.decode()
    assert "Well seen." in page
    assert "rang home" not in page
    beside(world, 1, flag="")
    assert undo(world).json()["words"] == "changed a flag in Oak"
    assert look(world)["flag"] == "late"
    send(world.client("teacher"), "POST", f"{world.address}/redo")
    assert look(world)["flag"] == ""


@pytest.mark.parametrize(
    ("given", "why"), [({"flag": "sleepy"}, "late, incomplete, absent"), ({"comment": "x" * 2001}, "2001 characters")]
)
def test_what_is_not_taken_is_said_of_the_field_and_nothing_changes(world: World, given: Any, why: str) -> None:
    (what,) = given
    (refused,) = beside(world, **given)["refused"]
    assert why in refused["message"]
    assert (refused["what"], refused["typed"]) == (what, given[what])
    assert not Score.objects.exists()


def test_every_change_stands_in_history(world: World) -> None:
    beside(world, comment="Well seen.")
    enter(world, entry(world, "12"))
    beside(world, 1, comment="Well drawn.", flag="late")
    told = [(each["after"], [tuple(one.values()) for one in each["beside"]]) for each in look(world)["history"]]
    assert told == [
        ("12", [("comment", "Well seen.", "Well drawn."), ("flag", "", "late")]),
        ("12", []),
        ("", [("comment", "", "Well seen.")]),
    ]
    beside(world, 1, comment="Well drawn.")
    assert ScoreEvent.objects.count() == 3, "what is there already is no change"


def test_it_is_in_nobodys_way(world: World) -> None:
    enter(world, entry(world, "12"))
    beside(world, 1, "co_teacher", comment="Well seen.")
    assert enter(world, entry(world, "13", 1)).json()["conflicts"] == []
    assert beside(world, 1, "co_teacher", note="rang home")["conflicts"] == []
    undo(world)
    assert (text_of(world), look(world)["comment"], look(world)["note"]) == ("12", "Well seen.", "rang home")


def test_two_who_write_in_the_same_place_see_both(world: World) -> None:
    beside(world, who="co_teacher", comment="Theirs.", was={"comment": ""})
    enter(world, entry(world, "12"))
    answer = beside(world, 1, comment="Mine.", flag="late", was={"comment": "", "flag": ""})
    (conflict,) = answer["conflicts"]
    assert (conflict["what"], conflict["typed"]) == ("comment", "Mine.")
    assert (conflict["theirs"], conflict["who"]) == ("Theirs.", "Bo Birch")
    assert (look(world)["comment"], look(world)["flag"]) == ("Theirs.", "late"), "what is in nobody's way is kept"
    assert beside(world, 1, comment="Mine.", was={"comment": "Theirs."})["conflicts"] == []
    assert look(world)["comment"] == "Mine."
    same = beside(world, 1, "co_teacher", comment="Mine.", was={"comment": "Theirs."})
    assert same["conflicts"] == [], "both wrote the same"


def test_undoing_leaves_what_a_colleague_wrote_since(world: World) -> None:
    beside(world, comment="Mine.")
    beside(world, who="co_teacher", comment="Theirs.")
    assert "changed since" in undo(world).json()["kept"][0]
    assert look(world)["comment"] == "Theirs."


def test_what_was_recorded_of_details_before_can_still_be_undone(world: World) -> None:
    beside(world, comment="Well seen.")
    place = {"student": world.students[0].pk, "assignment": world.assignments[0].pk}
    before, after = {"comment": ""}, {"comment": "Well seen."}
    acts.record(
        world.school_class, world.people["teacher"], "score details", "x", [place | {"before": before, "after": after}]
    )
    import_module("scores.migrations.0006_beside_in_history").one_kind_of_act(apps, None)
    undo(world)
    assert look(world)["comment"] == ""


def test_a_batch_of_before_that_comes_again_is_answered_as_now(world: World) -> None:
    number = uuid.uuid4()
    now = enter(world, entry(world, "12"), batch=number).json()
    saved = Batch.objects.get()
    saved.answer.pop("revision")
    saved.answer["saved"][0].pop("what")
    saved.save()
    import_module("scores.migrations.0006_beside_in_history").answers_say_what(apps, None)
    again = enter(world, entry(world, "12"), batch=number).json()
    assert (again["saved"], again["revision"]) == (now["saved"], 0)


def test_a_comment_that_is_saved_tells_nothing_of_the_score_that_was_seen(world: World) -> None:
    enter(world, entry(world, "12"))
    enter(world, entry(world, "13", 1), who="co_teacher")
    (saved,) = beside(world, 1, comment="Well seen.")["saved"]
    assert (saved["what"], saved["version"]) == ("beside", 2)
    assert enter(world, entry(world, "14", 1)).json()["conflicts"][0]["theirs"] == "13"


def test_what_is_written_for_somebody_who_has_left_is_kept_part_by_part(world: World) -> None:
    gone = entry(world, "") | {"student": 999_999, "text": None, "comment": "Well seen.", "flag": "late", "meant": True}
    refused = enter(world, gone).json()["refused"]
    assert [(each["what"], each["typed"]) for each in refused] == [("comment", "Well seen."), ("flag", "late")]


def test_a_slip_is_pointed_out_until_it_is_said_to_be_meant(world: World) -> None:
    enter(world, entry(world, "21"))
    assert look(world)["slip"] == "Above the points."
    row = world.client("teacher").get(f"{world.address}/scores").json()["rows"][0]
    assert row["cells"][str(world.assignments[0].pk)]["slip"] == "Above the points."
    beside(world, 0, meant=True)
    assert look(world)["slip"] == "Above the points.", "it was said of another number"
    beside(world, 1, meant=True)
    assert look(world)["slip"] is None
    enter(world, entry(world, "22", version=1))
    assert look(world)["slip"] == "Above the points."


def test_a_whole_column_is_said_to_be_meant_and_that_is_undone(world: World) -> None:
    enter(world, *[entry(world, "15", student=each) for each in range(3)])
    Score.objects.filter(student=world.students[2]).update(meant=True)
    mean_all(world.school_class, world.people["teacher"], world.assignments[0])
    assert set(Score.objects.values_list("meant", flat=True)) == {True}
    undo(world)
    assert sorted(Score.objects.values_list("meant", flat=True)) == [False, False, True]


def test_a_comment_can_be_written_where_the_score_is_locked(world: World) -> None:
    enter(world, entry(world, "12"))
    send(world.client("teacher"), "PATCH", f"{world.address}/assignments/{world.assignments[0].pk}", {"locked": True})
    assert beside(world, 1, comment="Well seen.")["refused"] == []
    assert look(world)["comment"] == "Well seen."


def test_a_line_of_the_stack_holds_score_flag_and_comment_and_is_undone_as_one(world: World) -> None:
    line = entry(world, "17") | {"comment": " Well drawn. ", "flag": "late", "how": "from the stack"}
    enter(world, line)
    found = look(world)
    assert (found["text"], found["comment"], found["flag"]) == ("17", "Well drawn.", "late")
    assert found["history"][0]["how"] == "from the stack"
    undo(world)
    found = look(world)
    assert (found["text"], found["comment"], found["flag"]) == ("", "", "")
    refused = enter(world, entry(world, "9", version=2) | {"flag": "sleepy"}).json()["refused"]
    assert "late, incomplete, absent" in refused[0]["message"]
    assert text_of(world) == ""


def test_a_comment_beside_a_score_that_a_colleague_changed_is_not_kept_unseen(world: World) -> None:
    enter(world, entry(world, "12"), who="co_teacher")
    answer = enter(world, entry(world, "17") | {"comment": "Well drawn."}).json()
    assert [each["theirs"] for each in answer["conflicts"]] == ["12"]
    assert look(world)["comment"] == ""


def test_a_flag_that_was_called_otherwise_is_found_under_its_name_and_its_act_is_undone(world: World) -> None:
    beside(world, flag="handed in")
    beside(world, flag="late")
    act = acts.Act.objects.last()
    assert act is not None
    Score.objects.update(flag="collected")
    ScoreEvent.objects.filter(beside={"flag": ["", "handed in"]}).update(beside={"flag": ["", "collected"]})
    act.change = [
        each | {"beside": {"before": {"flag": "collected"}, "after": {"flag": "late"}}} for each in act.change
    ]
    act.save()
    import_module("scores.migrations.0007_handed_in").handed_in(apps, None)
    act.refresh_from_db()
    world.changed()
    assert look(world)["flag"] == "handed in"
    assert [each.beside["flag"] for each in ScoreEvent.objects.order_by("pk")] == [
        ["", "handed in"],
        ["handed in", "late"],
    ]
    assert act.change[0]["beside"] == {"before": {"flag": "handed in"}, "after": {"flag": "late"}}
