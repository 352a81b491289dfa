"""What a process keeps of a class is never behind: the same answers as from a class that is loaded anew."""

import random
import uuid
from typing import Any

import pytest
from conftest import World, send
from django.db import connection, transaction
from django.test.utils import CaptureQueriesContext
from plans.models import Assignment
from school import revisions
from school.models import ClassRevision, SchoolClass, SchoolRevision
from school.revisions import plan_revision

from scores import class_cache
from scores.models import Score
from scores.tests.test_entering import enter, entry


@pytest.fixture
def keeping(world: World, settings: Any) -> World:
    settings.CLASS_CACHE_BYTES = 250 * class_cache.SCORE_BYTES
    return world


def shown(world: World, *, place: str = "scores") -> Any:
    return world.client("teacher").get(f"{world.address}/{place}").json()


def anew(world: World, *, place: str = "scores") -> Any:
    mine = dict(class_cache._entries)
    class_cache._entries.clear()
    found = shown(world, place=place)
    class_cache._entries.update(mine)
    return found


def test_any_order_of_entries_undoings_and_changes_of_the_plan_is_shown_as_if_loaded_anew(keeping: World) -> None:
    chance = random.Random(5)
    work = f"{keeping.address}/assignments/{keeping.assignments[0].pk}"

    def somebody_enters() -> None:
        student, place = chance.randrange(3), chance.randrange(3)
        score = Score.objects.filter(student=keeping.students[student], assignment=keeping.assignments[place]).first()
        text = chance.choice(["1", "7", "12", "99", "EX", "B", ""])
        enter(
            keeping,
            entry(keeping, text, score.version if score else 0, student, place),
            who=chance.choice(["teacher", "co_teacher"]),
        )

    def details() -> None:
        wrote = entry(keeping, "", student=1, assignment=1) | {"text": None}
        enter(keeping, wrote | {"comment": str(chance.random()), "flag": "late"})

    def plan() -> None:
        body = chance.choice([{"extra": True}, {"extra": False}, {"shown": False}, {"name": f"Oak {chance.random()}"}])
        send(keeping.client("co_teacher"), "PATCH", work, body)

    acts = [
        *[somebody_enters] * 5,
        details,
        plan,
        lambda: keeping.client("teacher").post(f"{keeping.address}/undo"),
        lambda: keeping.client("teacher").post(f"{keeping.address}/redo"),
        lambda: keeping.client("co_teacher").post(f"{keeping.address}/draft/apply"),
    ]
    other: dict[int, Any] = {}
    for _ in range(80):
        chance.choice(acts)()
        # Two processes, of which each sees some of the requests only.
        if chance.random() < 0.5:
            mine = dict(class_cache._entries)
            class_cache._entries.clear()
            class_cache._entries.update(other)
            other = mine
        assert shown(keeping) == anew(keeping)
        assert shown(keeping, place="spread") == anew(keeping, place="spread"), "in force, and as the draft has it"


def test_what_an_entry_answers_put_into_what_was_shown_is_what_is_shown_then(keeping: World) -> None:
    chance = random.Random(8)
    grid = shown(keeping)
    partly = 0
    for _ in range(60):
        cells = chance.sample([(student, work) for student in range(3) for work in range(3)], chance.randrange(1, 4))
        entries = []
        for student, place in cells:
            row = next(each for each in grid["rows"] if each["student_id"] == keeping.students[student].pk)
            version = row["cells"][str(keeping.assignments[place].pk)]["version"]
            text = chance.choice(["2", "7", "7.5", "8", "70", "EX", ""])
            typed = entry(keeping, text, version, student, place)
            beside = {"text": None} | chance.choice(
                [{"comment": ""}, {"comment": "Well."}, {"flag": "late"}, {"flag": ""}, {"meant": True}]
            )
            entries.append(typed | beside if chance.random() < 0.3 else typed)
        answer = enter(keeping, *entries).json()
        rows = {each["student_id"]: each for each in answer["rows"]}
        partly += any(len(each["cells"]) < len(grid["columns"]) for each in answer["rows"])
        for row in grid["rows"]:
            if new := rows.get(row["student_id"]):
                row.update(new | {"cells": row["cells"] | new["cells"]})
        grid["columns"] = [
            next((new for new in answer["columns"] if new["id"] == each["id"]), each) for each in grid["columns"]
        ]
        grid |= {"figures": answer["figures"], "spread": answer["spread"]}
        assert grid == anew(keeping)
    assert partly > 30


def test_a_batch_that_comes_again_is_answered_with_whole_rows(keeping: World) -> None:
    works = {str(each.pk) for each in keeping.assignments}
    shown(keeping)
    batch = uuid.uuid4()
    first, again = (enter(keeping, entry(keeping, "12"), batch=batch).json() for _ in range(2))
    assert set(first["rows"][0]["cells"]) < works
    assert (again["saved"], set(again["rows"][0]["cells"])) == (first["saved"], works)


def test_opening_again_asks_for_nothing_but_who_and_how_far(keeping: World) -> None:
    enter(keeping, entry(keeping, "12"))
    client = keeping.client("teacher")
    first = client.get(f"{keeping.address}/scores").content
    with CaptureQueriesContext(connection) as queries:
        assert client.get(f"{keeping.address}/scores").content == first
    tables = {each["sql"].split("FROM")[1].split()[0].strip("`") for each in queries}
    assert tables <= {"django_session", "school_person", "school_schoolclass", "school_teaching"}


def test_what_the_records_office_and_the_report_change_is_seen_at_once(keeping: World) -> None:
    enter(keeping, entry(keeping, "12"))
    assert shown(keeping)["rows"][0]["grade"]["mark"] != "A"
    address = f"{keeping.address}/report/{keeping.term.pk}/overrides"
    body = {"entries": [{"student": keeping.students[0].pk, "mark": "A", "reason": "agreed"}]}
    assert send(keeping.client("co_teacher"), "PATCH", address, body).json() == {"changed": 1}
    assert shown(keeping)["rows"][0]["grade"]["mark"] == "A"
    term = {"name": "Autumn", "starts": str(keeping.term.starts), "ends": str(keeping.term.ends), "kind": "quarter"}
    assert (
        send(keeping.client("officer"), "PUT", f"{keeping.school_address}/terms/{keeping.term.pk}", term).status_code
        == 200
    )
    assert shown(keeping)["term"] == "Autumn"


def test_another_day_is_another_class(keeping: World) -> None:
    day = keeping.school.today()
    Assignment.objects.filter(pk=keeping.assignments[0].pk).update(due_on=day)
    before = {each["id"]: each["is_due"] for each in shown(keeping)["columns"]}
    keeping.school.fixed_day = day.replace(day=day.day + 1)
    keeping.school.save()
    after = {each["id"]: each["is_due"] for each in shown(keeping)["columns"]}
    assert (before[keeping.assignments[0].pk], after[keeping.assignments[0].pk]) == (False, True)


def test_a_change_that_is_taken_back_half_way_counts_nothing(keeping: World) -> None:
    before = SchoolClass.objects.whole().get(pk=keeping.school_class.pk)
    body = {"name": "x" * 400}
    where = f"{keeping.address}/assignments/{keeping.assignments[0].pk}"
    assert send(keeping.client("teacher"), "PATCH", where, body).status_code == 422
    after = SchoolClass.objects.whole().get(pk=keeping.school_class.pk)
    assert plan_revision(after) == plan_revision(before)


def test_the_cache_takes_no_more_room_than_it_is_given_answers_included(keeping: World, settings: Any) -> None:
    rows = [SchoolClass.objects.whole().get(pk=keeping.school_class.pk)] * 2
    class_cache.cached_class(rows[0])
    known = class_cache._entries[keeping.school_class.pk]
    assert class_cache.cached_class(rows[1]) is known.loaded
    for number in range(1, 4):
        class_cache._store(-number, known)
    assert list(class_cache._entries) == [-2, -3], "of those that have no room the ones used longest ago go"
    class_cache.cached_answer(rows[0], ("long",), lambda loaded: "x" * 100_000)
    assert list(class_cache._entries) == [keeping.school_class.pk]
    class_cache.cached_answer(rows[0], ("longer",), lambda loaded: "x" * 200_000)
    assert not class_cache._entries


def test_an_earlier_day_of_the_database_is_told_apart_though_its_numbers_come_round(keeping: World) -> None:
    first = class_cache.cached_class_now(keeping.school_class)
    assert class_cache.cached_class_now(keeping.school_class) is first
    SchoolRevision.objects.update(epoch=7)  # as restoring a database does
    assert class_cache.cached_class_now(keeping.school_class) is not first


def test_a_database_that_was_restored_to_an_earlier_day_is_shown_as_it_is(keeping: World) -> None:
    enter(keeping, entry(keeping, "3"))
    enter(keeping, entry(keeping, "17", 1))
    assert '"17"' in str(shown(keeping)).replace("'", '"')
    Score.objects.update(number=3, version=1, revision=1)
    ClassRevision.objects.filter(pk=keeping.school_class.pk).update(scores=1)
    assert shown(keeping) == anew(keeping)
    assert '"17"' not in str(shown(keeping)).replace("'", '"')


def test_a_change_of_one_plan_leaves_what_is_kept_of_other_classes(keeping: World) -> None:
    zoology = keeping.people["other_teacher"].classes.get()
    address = f"/api/v1/classes/{zoology.pk}/scores"
    category = {"name": "Birds", "weight": "100"}
    send(keeping.client("other_teacher"), "POST", f"/api/v1/classes/{zoology.pk}/categories", category)
    keeping.client("other_teacher").get(address)
    before = class_cache._entries[zoology.pk].loaded
    send(
        keeping.client("teacher"),
        "PATCH",
        f"{keeping.address}/assignments/{keeping.assignments[0].pk}",
        {"name": "Yew"},
    )
    keeping.client("teacher").post(f"{keeping.address}/undo")
    keeping.client("other_teacher").get(address)
    assert class_cache._entries[zoology.pk].loaded is before


def test_writing_a_stale_row_of_the_class_sets_no_revision_back(keeping: World) -> None:
    stale = SchoolClass.objects.get(pk=keeping.school_class.pk)
    revisions.count_class(stale.pk)
    counted = revisions.plan_revision_now(stale.pk)
    stale.room = "Room 9"
    stale.save()
    assert revisions.plan_revision_now(stale.pk) == counted


def test_what_is_loaded_in_a_transaction_that_is_taken_back_is_not_cached(keeping: World) -> None:
    shown(keeping)

    with transaction.atomic():
        revisions.count_class(keeping.school_class.pk)
        Assignment.objects.filter(pk=keeping.assignments[0].pk).update(name="Not meant")
        loaded = class_cache.cached_class_now(keeping.school_class)
        assert "Not meant" in [each.name for each in loaded.plan.assignments], "inside it is seen"
        transaction.set_rollback(True)
    # Another change counts the same number.
    revisions.count_class(keeping.school_class.pk)
    assert "Not meant" not in [each["name"] for each in shown(keeping)["columns"]]
