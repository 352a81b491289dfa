"""Entering scores: saved once, in order, never over a colleague's unseen, undoable."""

import uuid
from datetime import timedelta
from typing import Any

import pytest
from conftest import World, send
from django.utils import timezone
from plans.models import Assignment

from scores.models import Batch, Score, ScoreEvent


def entry(world: World, text: str, version: int = 0, student: int = 0, assignment: int = 0) -> dict[str, Any]:
    return {
        "student": world.students[student].pk,
        "assignment": world.assignments[assignment].pk,
        "text": text,
        "version": version,
    }


def enter(world: World, *entries: dict[str, Any], who: str = "teacher", batch: uuid.UUID | None = None) -> Any:
    body = {"id": str(batch or uuid.uuid4()), "term": world.term.pk, "entries": list(entries)}
    return send(world.client(who), "POST", f"{world.address}/scores", body)


def text_of(world: World, student: int = 0, assignment: int = 0) -> str:
    answer = world.client("teacher").get(f"{world.address}/scores").json()
    row = next(each for each in answer["rows"] if each["student_id"] == world.students[student].pk)
    text: str = row["cells"][str(world.assignments[assignment].pk)]["text"]
    return text


def test_an_entry_is_saved_with_its_history_and_the_new_grade(world: World) -> None:
    answer = enter(world, entry(world, "17.5")).json()
    assert answer["saved"] == [entry(world, "17.5", 1) | {"above_points": False, "what": "score"}]
    assert answer["rows"][0]["grade"]["percent"] == "87.5"
    assert answer["rows"][0]["grade"]["mark"] == "B"
    event = ScoreEvent.objects.get()
    assert (event.before, event.after, event.how, str(event.person)) == ("", "17.5", "typed", "Ann Alder")
    history = look(world)["history"]
    assert [(each["before"], each["after"], each["who"]) for each in history] == [("", "17.5", "Ann Alder")]


@pytest.mark.parametrize(
    ("typed", "kept"),
    [("b", "17"), ("85 %", "17"), ("ex", "EX"), ("mi", "MI"), (" 12,25 ", "12.25"), ("0", "0"), ("", "")],
)
def test_what_is_typed_is_read_as_the_rules_say(world: World, typed: str, kept: str) -> None:
    assert enter(world, entry(world, typed)).status_code == 200
    assert text_of(world) == kept


def test_the_same_batch_twice_changes_nothing_and_is_answered_the_same(world: World) -> None:
    batch = uuid.uuid4()
    first = enter(world, entry(world, "10"), batch=batch).json()
    second = enter(world, entry(world, "10"), batch=batch).json()
    assert first["saved"] == second["saved"]
    (row,), (again,) = first["rows"], second["rows"]
    assert again == row | {"cells": again["cells"] | row["cells"]}, "the second tells all that is known by now"
    assert ScoreEvent.objects.count() == Batch.objects.count() == 1


def test_a_batch_is_not_taken_from_somebody_else(world: World) -> None:
    batch = uuid.uuid4()
    enter(world, entry(world, "10"), batch=batch)
    refused = enter(world, entry(world, "11", 1), batch=batch, who="co_teacher")
    assert refused.status_code == 422
    assert text_of(world) == "10"


def test_a_colleagues_entry_is_not_overwritten_and_both_are_told(world: World) -> None:
    enter(world, entry(world, "10"))
    answer = enter(world, entry(world, "12", 0), who="co_teacher").json()
    (conflict,) = answer["conflicts"]
    assert (conflict["typed"], conflict["theirs"], conflict["who"], conflict["version"]) == ("12", "10", "Ann Alder", 1)
    assert text_of(world) == "10"
    enter(world, entry(world, "12", 1), who="co_teacher")
    assert text_of(world) == "12"


def test_the_same_score_from_both_is_no_conflict(world: World) -> None:
    enter(world, entry(world, "10"))
    assert enter(world, entry(world, "10", 0), who="co_teacher").json()["conflicts"] == []
    assert ScoreEvent.objects.count() == 1


def test_what_cannot_be_read_is_refused_and_the_rest_is_saved(world: World) -> None:
    answer = enter(world, entry(world, "12,5,3"), entry(world, "9", student=1), entry(world, "-4", student=2)).json()
    assert [each["typed"] for each in answer["refused"]] == ["12,5,3", "-4"]
    assert "not a number" in answer["refused"][0]["message"]
    assert "below 0" in answer["refused"][1]["message"]
    assert [text_of(world, student) for student in range(3)] == ["", "9", ""]


def test_entries_for_other_classes_are_refused(world: World) -> None:
    foreign = entry(world, "9") | {"student": 999_999}
    gone = entry(world, "9") | {"assignment": 999_999}
    answer = enter(world, foreign, gone).json()
    assert len(answer["refused"]) == 2
    assert not Score.objects.exists()


def test_too_much_at_once_is_refused_in_words(world: World) -> None:
    assert "At most 2000" in enter(world, *[entry(world, "1")] * 2001).json()["detail"]
    answer = enter(world, entry(world, "9" * 5000), entry(world, "9", student=1)).json()
    assert ["5,000 characters" in each["message"] for each in answer["refused"]] == [True]
    assert [text_of(world, student) for student in range(2)] == ["", "9"]


def test_above_the_points_is_taken_and_flagged(world: World) -> None:
    assert enter(world, entry(world, "21")).json()["saved"][0]["above_points"] is True


def test_undo_and_redo_write_history_and_spare_what_others_changed(world: World) -> None:
    enter(world, entry(world, "10"), entry(world, "11", student=1))
    enter(world, entry(world, "15", 1, student=1), who="co_teacher")
    undone = send(world.client("teacher"), "POST", f"{world.address}/undo").json()
    assert text_of(world) == ""
    assert text_of(world, 1) == "15"
    assert "changed since" in undone["kept"][0]
    send(world.client("teacher"), "POST", f"{world.address}/redo")
    assert text_of(world) == "10"
    assert [event.how for event in ScoreEvent.objects.filter(score__student=world.students[0])] == [
        "typed",
        "undone",
        "undone",
    ]
    assert send(world.client("other_teacher"), "POST", f"{world.address}/undo").status_code == 404


def test_nothing_to_undo_is_said(world: World) -> None:
    assert "nothing of yours" in send(world.client("teacher"), "POST", f"{world.address}/undo").json()["detail"]


def test_the_grid_takes_no_more_queries_for_a_larger_class(world: World, django_assert_max_num_queries: Any) -> None:
    for place in range(3):
        enter(world, *[entry(world, "9", student=each, assignment=place) for each in range(3)])
    # What a class seldom has is loaded along with the rest.
    given, scored, _ = world.assignments
    given.for_everyone, given.chosen = False, [world.students[0].pk]
    given.save()
    Assignment.objects.filter(pk=scored.pk).update(standards=["Maps"])
    client = world.client("teacher")
    with django_assert_max_num_queries(13):
        client.get(f"{world.address}/scores")


def look(world: World) -> Any:
    """The first student's first score as the grid has it, and the lens on it."""
    student, work = world.students[0].pk, world.assignments[0].pk
    rows = world.client("teacher").get(f"{world.address}/scores").json()["rows"]
    cell = next(each["cells"][str(work)] for each in rows if each["student_id"] == student)
    lens = world.client("teacher").get(f"{world.address}/scores/{student}/{work}").json()
    return {"comment": "", "note": "", **cell, **lens}


def test_the_lens_tells_what_a_score_does_to_the_grade(world: World) -> None:
    enter(world, entry(world, "10"), entry(world, "20", assignment=2), entry(world, "16", assignment=1))
    seen = look(world)
    assert (seen["text"], seen["percent"], seen["words"]) == ("10", "50.0", "counts")
    assert [(each["words"], each["percent"], each["mark"]) for each in seen["effects"]] == [
        ("as it is", "77.0", "C"),
        ("without it", "92.0", "A"),
    ]
    # The ruler reaches from where C begins to the end: each effect lies in its own mark.
    begins = {each["mark"]: each["place"] for each in seen["ruler"]}
    assert list(begins) == ["C", "B", "A"]
    assert begins["C"] == 0.0 <= seen["effects"][0]["place"] < begins["B"]
    assert begins["A"] <= seen["effects"][1]["place"] < 100.0


def test_the_lens_tells_whose_drop_a_score_takes(world: World) -> None:
    world.categories[0].drop_lowest = 1
    world.categories[0].save()
    world.school_class.assignments.update(category=world.categories[0])
    enter(world, entry(world, "5"), entry(world, "16", assignment=1), entry(world, "17", assignment=2))
    other = world.assignments[1].name
    assert look(world)["drop"] == f"It takes the drop, so that {other} (16 of 20) counts."
    enter(world, entry(world, "18", 1))
    assert look(world)["drop"] == ""


def undo(world: World) -> Any:
    return send(world.client("teacher"), "POST", f"{world.address}/undo")


@pytest.mark.parametrize(
    ("given", "why"), [({"locked": True}, "Unlock it"), ({"kept_in": "the reading room"}, "entered there")]
)
def test_what_is_locked_or_kept_elsewhere_takes_no_score(world: World, given: dict[str, Any], why: str) -> None:
    enter(world, entry(world, "12"))
    send(world.client("teacher"), "PATCH", f"{world.address}/assignments/{world.assignments[0].pk}", given)
    (refused,) = enter(world, entry(world, "13", version=1)).json()["refused"]
    assert why in refused["message"]
    assert text_of(world) == "12"
    undo(world)
    assert enter(world, entry(world, "13", version=1)).json()["saved"]


def test_a_view_is_remembered_for_each_teacher(world: World) -> None:
    assert (
        send(world.client("teacher"), "PUT", f"{world.address}/view", {"view": {"order": "given"}}).status_code == 204
    )
    assert world.client("teacher").get(f"{world.address}/scores").json()["view"] == {"order": "given"}
    assert world.client("co_teacher").get(f"{world.address}/scores").json()["view"] == {}
    assert send(world.client("teacher"), "PUT", f"{world.address}/view", {"view": {"x": "y" * 9000}}).status_code == 422


def test_what_was_deleted_comes_back_with_its_scores_for_30_days(world: World) -> None:
    enter(world, entry(world, "12"))
    client, work = world.client("teacher"), world.assignments[0]
    send(client, "DELETE", f"{world.address}/assignments/{work.pk}")
    (deleted,) = client.get(f"{world.address}/deleted").json()
    assert (deleted["name"], deleted["scores"]) == (work.name, 1)
    assert send(client, "POST", f"{world.address}/deleted/{work.pk}").status_code == 204
    assert text_of(world) == "12"
    send(client, "DELETE", f"{world.address}/assignments/{work.pk}")
    Assignment.with_deleted.filter(pk=work.pk).update(deleted_at=timezone.now() - timedelta(days=365 * 20))
    assert client.get(f"{world.address}/deleted").json() == []
    assert send(client, "POST", f"{world.address}/deleted/{work.pk}").status_code == 422


def test_loose_ends_are_one_list_and_shrink_as_they_are_mended(world: World) -> None:
    client = world.client("teacher")
    enter(world, entry(world, "21"), entry(world, "4", student=1), entry(world, "EX", student=2))
    found = {(each["student_id"], each["kind"]): each for each in client.get("/api/v1/loose-ends").json()}
    people = [each.pk for each in world.students]
    assert found[people[0], "slip"]["words"] == "Above the points."
    assert found[people[1], "low"]["words"] == "20 % and no comment for the family."
    assert found[people[2], "excused"]["text"] == "EX"
    enter(world, entry(world, "20", version=1))
    enter(world, entry(world, "4", version=1, student=1) | {"comment": "Let us practise."})
    left = {(each["student_id"], each["kind"]) for each in client.get("/api/v1/loose-ends").json()}
    assert not {(people[0], "slip"), (people[1], "low")} & left
    assert world.client("other_teacher").get("/api/v1/loose-ends").json() == []


def test_slips_stand_among_the_checks_with_their_mend(world: World) -> None:
    enter(world, entry(world, "190"), *[entry(world, "19", student=each) for each in (1, 2)])
    client = world.client("teacher")
    found = next(each for each in client.get(f"{world.address}/checks").json() if each["key"].startswith("slip"))
    assert found["mend"] == "Make it 19"
    assert "Above the points" in found["words"]
    assert found["focus"] == f"cell-{world.students[0].pk}-{world.assignments[0].pk}"
    send(client, "POST", f"{world.address}/checks/{world.term.pk}/mend", {"key": found["key"]})
    assert text_of(world) == "19"
    assert not [each for each in client.get(f"{world.address}/checks").json() if each["key"].startswith("slip")]


def test_a_teacher_sees_the_student_and_what_the_family_sees_of_this_class(world: World) -> None:
    enter(world, entry(world, "17"), entry(world, "9", assignment=1))
    client, student = world.client("teacher"), world.students[0].pk
    enter(
        world, entry(world, "17", 1) | {"note": "rang home", "comment": "Well seen."}, entry(world, "mi", assignment=2)
    )
    page = client.get(f"{world.address}/students/{student}").json()
    assert page["notes"][0]["note"] == "rang home"
    assert [each["percent"] for each in page["trend"]] == ["85.0", "45.0", None]
    assert page["working"]["categories"]
    assert (page["before"] is None) != (page["after"] is None)
    family = client.get(f"{world.address}/students/{student}/family").content.decode()
    assert "Well seen." in family
    assert "rang home" not in family
