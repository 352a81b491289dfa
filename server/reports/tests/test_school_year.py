"""The records officer's side: the calendar, how far every class is, reminders."""

import csv
import datetime
import io
from typing import Any

import pytest
from conftest import World, send
from school import paging
from school.models import ReportingWindow, Term
from scores.book import load_class
from scores.tests.test_entering import enter, entry

from reports import school_year
from reports.tests.test_reports import comment, post


def put(world: World, rest: str, body: Any, method: str = "PUT") -> Any:
    return send(world.client("officer"), method, f"{world.school_address}{rest}", body)


def office(world: World) -> Any:
    return world.client("officer").get(f"{world.school_address}/year").json()


def stands(world: World) -> dict[str, str]:
    found = world.client("officer").get(f"{world.school_address}/terms/{world.term.pk}/classes").json()
    return {each["name"]: each["stand"]["words"] for each in found["classes"]}


def test_how_far_classes_are_is_told_without_loading_them_until_something_changes(
    world: World, monkeypatch: pytest.MonkeyPatch
) -> None:
    loaded: list[int] = []
    monkeypatch.setattr(school_year, "load_class", lambda each: loaded.append(each.pk) or load_class(each))
    enter(world, entry(world, "17"))
    classes = len(stands(world))
    assert len(loaded) == classes
    loaded.clear()
    assert stands(world)["Botany A"] == "none of 3 posted"
    assert loaded == []
    # Whatever it follows from makes that class be looked at anew, and no other: posting, scores, comments, withdrawing.
    post(world, 0)
    assert (stands(world)["Botany A"], loaded) == ("1 of 3 posted", [world.school_class.pk])
    enter(world, entry(world, "12", version=1))
    assert stands(world)["Botany A"] == "1 changed since"
    enter(world, entry(world, "17", version=2))
    assert stands(world)["Botany A"] == "1 of 3 posted"
    assert comment(world, "Well done.").status_code == 200
    assert stands(world)["Botany A"] == "1 changed since"
    withdrawn = f"{world.address}/report/{world.term.pk}/{world.students[0].pk}/withdraw"
    assert send(world.client("teacher"), "POST", withdrawn, {"reason": "wrong class"}).status_code < 300
    assert stands(world)["Botany A"] == "none of 3 posted"
    assert set(loaded) == {world.school_class.pk}
    loaded.clear()
    # Another day, or another term, is looked at anew.
    world.school.fixed_day = world.school.today() + datetime.timedelta(1)
    world.school.save()
    stands(world)
    assert len(loaded) == classes


def test_what_only_the_database_finds_to_be_there_already_is_refused_in_words(world: World) -> None:
    year = {"starts": "2032-09-01", "ends": "2033-06-15"}
    assert put(world, "/years", year | {"name": "Année 32"}, "POST").status_code == 200
    again = put(world, "/years", year | {"name": "Annee 32"}, "POST")
    assert (again.status_code, again.json()["code"]) == (409, "stale")
    assert "Nothing was changed" in again.json()["detail"]


def test_a_year_of_terms_is_made_from_nothing(world: World) -> None:
    year = put(world, "/years", {"name": "2032/33", "starts": "2032-09-01", "ends": "2033-06-15"}, "POST").json()["id"]
    body = {"name": "Semester 1", "kind": "semester", "starts": "2032-09-01", "ends": "2033-01-27"}
    semester = put(world, f"/years/{year}/terms", body, "POST").json()["id"]
    body = {"name": "Quarter 1", "kind": "quarter", "starts": "2032-09-01", "ends": "2032-10-31"}
    quarter = put(world, f"/years/{year}/terms", body, "POST").json()["id"]
    assert Term.objects.get(pk=quarter).within_id == semester
    assert [each.name for each in Term.objects.filter(year=year)] == ["Semester 1", "Quarter 1"]
    late = {"name": "Quarter 2", "starts": "2032-10-30", "ends": "2032-12-20"}
    assert "would overlap" in put(world, f"/years/{year}/terms", late, "POST").json()["detail"]
    assert (
        put(world, f"/terms/{semester}", {"name": "Semester 1", "starts": "2032-09-10", "ends": "2033-01-27"}).json()[
            "field"
        ]
        == "ends"
    )
    assert world.client("officer").delete(f"{world.school_address}/terms/{semester}").status_code == 422
    assert world.client("officer").delete(f"{world.school_address}/terms/{quarter}").status_code == 204
    assert world.client("officer").delete(f"{world.school_address}/years/{year}").status_code == 204
    assert (
        "has classes"
        in world.client("officer").delete(f"{world.school_address}/years/{world.term.year_id}").json()["detail"]
    )


def test_a_year_comes_from_its_semesters_with_the_parts_beside_it(world: World) -> None:
    year = world.term.year_id
    enter(world, entry(world, "17"))
    for name, starts, ends in (("Semester 2", "2032-01-28", "2032-06-15"), ("Whole year", "2031-09-01", "2032-06-15")):
        kind = "year" if name == "Whole year" else "semester"
        body = {"name": name, "kind": kind, "starts": starts, "ends": ends}
        assert put(world, f"/years/{year}/terms", body, "POST").status_code == 200
    entries = [{"student": world.students[0].pk, "percent": "95", "reason": "x"}]
    send(
        world.client("teacher"), "PATCH", f"{world.address}/report/{world.next_term.pk}/overrides", {"entries": entries}
    )
    whole = Term.objects.get(name="Whole year")
    assert [each.name for each in whole.parts.all()] == ["Semester 1", "Semester 2"]
    assert Term.objects.get(pk=world.next_term.pk).within.name == "Semester 2"
    report = world.client("teacher").get(f"{world.address}/report", {"term": whole.pk}).json()
    assert report["parts"] == ["Semester 1", "Semester 2"]
    assert (report["rows"][0]["parts"], report["rows"][0]["grade"]["percent"]) == (["85.0 B", "95.0 A"], "90.0")
    ribbon = world.client("teacher").get(f"{world.address}/frame", {"term": whole.pk}).json()["ribbon"]
    assert [each["name"] for each in ribbon["whole"]] == ["Whole year"]


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"closes": "2032-01-11"}, "closes"),
        ({"families_from": "2032-01-01"}, "families_from"),
        ({"comment_limit": 0}, "comment_limit"),
        ({"collects": ["comment"]}, "collects"),
        ({"collects": ["mark", "mood"]}, "collects"),
        ({"binding": ["mood"]}, "collects"),
    ],
)
def test_a_window_that_makes_no_sense_is_refused_and_nothing_changes(world: World, body: Any, field: str) -> None:
    good = {"opens": "2032-01-12", "closes": "2032-01-22", "collects": ["mark"], "comment_limit": 400}
    refused = put(world, f"/terms/{world.term.pk}/window", good | body)
    assert (refused.status_code, refused.json()["field"]) == (422, field)
    assert ReportingWindow.objects.get().closes.day == 20
    assert put(world, f"/terms/{world.term.pk}/window", good).status_code == 204
    window = next(each["window"] for each in office(world)["terms"] if each["window"])
    assert (window["closes"], window["comment_limit"], window["is_open"]) == ("2032-01-22", 400, True)


def test_terms_that_are_used_stay(world: World) -> None:
    refused = world.client("officer").delete(f"{world.school_address}/terms/{world.term.pk}")
    assert "has assignments, comments or grades" in refused.json()["detail"]
    short = {"name": "Quarter 2", "starts": "2031-08-01", "ends": "2032-01-16"}
    assert "does not lie within the year" in put(world, f"/terms/{world.term.pk}", short).json()["detail"]


def test_how_far_every_class_is_and_who_is_reminded(world: World) -> None:
    assert stands(world) == {"Botany A": "none of 3 posted", "Zoology A": "no students"}
    enter(world, *(entry(world, "17", student=place) for place in range(3)))
    post(world, 0, 1)
    assert stands(world)["Botany A"] == "2 of 3 posted"
    enter(world, entry(world, "2", 1))
    assert stands(world)["Botany A"] == "1 changed since"
    answer = world.client("officer").get(f"{world.school_address}/terms/{world.term.pk}/reminders.csv")
    rows = list(csv.reader(io.StringIO(answer.content.decode("utf-8-sig"))))
    assert rows[1:] == [["Botany A", "Ann Alder, Bo Birch", "Quarter 2", "2", "1", "1", "2032-01-20"]]
    post(world, 0, 1, 2)
    assert stands(world)["Botany A"] == "3 grades posted"
    answer = world.client("officer").get(f"{world.school_address}/terms/{world.term.pk}/reminders.csv")
    assert len(answer.content.decode().splitlines()) == 1


def test_the_schools_marks_and_words(world: World) -> None:
    body = {
        "card_design": "pages",
        "paper": "Letter",
        "address": " 4  Shore Road ",
        "outside_marks": [["W", "withdrawn"]],
        "efforts": ["good"],
    }
    assert put(world, "/cards", body).status_code == 204
    found = office(world)
    assert (found["card_design"], found["address"], found["outside_marks"]) == (
        "pages",
        "4 Shore Road",
        [["W", "withdrawn"]],
    )
    assert "twice" in put(world, "/cards", body | {"efforts": ["good", "Good"]}).json()["detail"]
    assert put(world, "/cards", body | {"paper": "A5"}).status_code == 422


def test_another_schools_terms_are_not_there(world: World) -> None:
    world.people["stranger"].memberships.update(role="officer")
    asked: list[tuple[str, str, dict[str, Any] | None]] = [
        ("GET", "classes", None),
        ("PUT", "window", {"opens": "2032-01-12", "closes": "2032-01-22", "collects": ["mark"]}),
        ("POST", "reopen", {"until": "2032-01-22", "reason": "x"}),
        ("GET", "reminders.csv", None),
    ]
    own = world.people["stranger"].memberships.get().school_id
    for method, rest, body in asked:
        for school in (own, world.school.pk):
            address = f"/api/v1/schools/{school}/terms/{world.term.pk}/{rest}"
            assert send(world.client("stranger"), method, address, body).status_code == 404, rest


def test_a_name_is_no_formula_for_whoever_opens_the_list(world: World) -> None:
    world.school_class.name = "=HYPERLINK(1)"
    world.school_class.save()
    found = world.client("officer").get(f"{world.school_address}/terms/{world.term.pk}/reminders.csv").content
    assert b"'=HYPERLINK(1) A" in found


def test_changed_days_of_a_term_say_what_they_touch_before_and_can_be_taken_back(world: World) -> None:
    address = f"/terms/{world.term.pk}"
    body = {"name": "Quarter 2", "starts": "2031-11-03", "ends": "2031-12-02"}
    told = put(world, f"{address}?dry_run=true", body).json()["words"]
    assert told == ["Botany A: Ash would be due outside of quarter 2."]
    assert Term.objects.get(pk=world.term.pk).ends.isoformat() == "2032-01-16"
    assert put(world, address, body).json()["words"] == told
    assert office(world)["last_change"] == "Quarter 2 was changed"
    assert put(world, "/undo", None, "POST").json() == {"words": ["Quarter 2 was changed"]}
    assert Term.objects.get(pk=world.term.pk).ends.isoformat() == "2032-01-16"
    assert put(world, "/undo", None, "POST").status_code == 422
    put(world, address, body)
    Term.objects.filter(pk=world.term.pk).update(ends="2031-12-03")
    assert "changed since" in put(world, "/undo", None, "POST").json()["detail"]


def test_changed_levels_say_whose_they_move_before_and_can_be_taken_back(world: World) -> None:
    levels = [{"mark": mark, "min": least, "value": None} for mark, least in (("secure", "3"), ("begun", "0"))]
    body = {
        "standards": [{"name": "Trees", "within": None}],
        "combine": "latest",
        "rate": "0.65",
        "levels": levels,
        "out_of": "4",
    }
    put(world, "/standards", body)
    oak = f"{world.address}/assignments/{world.assignments[0].pk}"
    send(world.client("teacher"), "PATCH", oak, {"standards": ["Trees"]})
    enter(world, entry(world, "17/3"), entry(world, "12/2", student=1))
    stricter = body | {"levels": [levels[0] | {"min": "3.5"}, levels[1]]}
    told = put(world, "/standards?dry_run=true", stricter).json()["words"]
    assert told == ["Botany A: 1 level of 1 student would be another."]
    assert put(world, "/standards", stricter).json()["words"] == told
    put(world, "/undo", None, "POST")
    assert put(world, "/standards?dry_run=true", stricter).json()["words"] == told


def test_days_off_are_set_in_order(world: World) -> None:
    year = f"/years/{world.term.year_id}"
    body = {"name": "2031/32", "starts": "2031-09-01", "ends": "2032-06-15"}
    off = [["2032-02-16", "2032-02-20"], ["2031-12-22", "2032-01-02"]]
    assert put(world, year, body | {"days_off": off}).status_code == 200
    assert office(world)["days_off"] == sorted(off)
    refused = put(world, year, body | {"days_off": [["2032-02-20", "2032-02-16"]]})
    assert (refused.status_code, refused.json()["field"]) == (422, "days_off")


def test_classes_are_looked_at_a_page_at_a_time(world: World, monkeypatch: pytest.MonkeyPatch) -> None:
    everything = stands(world)
    monkeypatch.setattr(paging, "PAGE_SIZE", 1)
    address, found, after = f"{world.school_address}/terms/{world.term.pk}/classes", dict[str, str](), ""
    while True:
        page = world.client("officer").get(address, {"after": after} if after else {}).json()
        assert (len(page["classes"]), page["count"]) == (1, len(everything))
        found |= {each["name"]: each["stand"]["words"] for each in page["classes"]}
        after = page["after"]
        if after is None:
            break
    assert found == everything
    assert len(everything) > 1
    # The list of whom to remind is of all of them that have students.
    reminded = world.client("officer").get(address.replace("/classes", "/reminders.csv")).content.decode()
    assert "Botany A" in reminded
