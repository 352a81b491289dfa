"""Reporting windows: what is offered, when posting is possible, and what the records officer opens again."""

import datetime
from typing import Any

from conftest import World, send
from school.models import ReportingWindow, Term
from scores.tests.test_entering import enter, entry

from reports.models import PostedGrade
from reports.tests.test_reports import comment, override, post, row_of


def window(world: World, **change: Any) -> None:
    ReportingWindow.objects.filter(term=world.term).update(**change)
    world.changed()


def report(world: World, who: str = "teacher", **query: Any) -> Any:
    return world.client(who).get(f"{world.address}/report", query).json()


def closed(world: World) -> None:
    enter(world, entry(world, "17"))
    window(world, closes=datetime.date(2032, 1, 13))


def reopen(world: World, who: str = "officer", **change: Any) -> Any:
    body = {"until": "2032-01-15", "reason": "ill on the last day"} | change
    return send(world.client(who), "POST", f"{world.school_address}/terms/{world.term.pk}/reopen", body)


def test_the_term_offered_is_the_one_being_posted(world: World) -> None:
    Term.objects.filter(pk=world.next_term.pk).update(starts=datetime.date(2032, 1, 14))
    assert report(world)["term"] == "Quarter 2"
    frame = world.client("teacher").get(f"{world.address}/frame", {"reporting": True}).json()
    assert frame["term"] == "Quarter 2"
    assert world.client("teacher").get(f"{world.address}/frame").json()["term"] == "Quarter 3"


def test_after_closing_only_the_officer_opens_it_again_for_one_teacher(world: World) -> None:
    closed(world)
    refused = post(world, 0, term_name="Quarter 2")
    assert "closed on Tue 13 Jan" in refused.json()["detail"]
    assert report(world)["is_closed"]
    assert reopen(world, teacher=world.people["co_teacher"].pk).status_code == 204
    assert post(world, 0, term_name="Quarter 2").status_code == 422
    assert report(world, "co_teacher")["window_words"] == "opened again by the records office until Thu 15 Jan"
    reopen(world)
    assert post(world, 0).json()["field"] == "term_name"
    assert post(world, 0, term_name="quarter 2").json() == {"posted": 1}


def test_reopening_needs_a_closed_window_a_day_to_come_and_a_reason(world: World) -> None:
    assert "has not closed yet" in reopen(world).json()["detail"]
    closed(world)
    assert reopen(world, until="2032-01-13").json()["field"] == "until"
    assert reopen(world, reason=" ").json()["field"] == "reason"
    assert reopen(world, teacher=world.people["stranger"].pk).status_code == 404
    assert reopen(world, who="teacher").status_code == 404


def test_families_see_what_is_posted_from_the_day_that_the_window_says(world: World) -> None:
    enter(world, entry(world, "17"))
    window(world, families_from=datetime.date(2032, 1, 21))
    post(world, 0)
    assert row_of(world)["families"] == "the family sees it from Wed 21 Jan on"
    address, student = f"/api/v1/families/{world.students[0].pk}", world.students[0].pk
    page = world.client("guardian").get(address).json()["classes"][0]
    assert page["posted"] is None
    assert world.client("guardian").get(f"{address}/card", {"term": world.term.pk}).json()["subjects"] == []
    window(world, families_from=datetime.date(2032, 1, 14))
    assert world.client("guardian").get(address).json()["classes"][0]["mark"] == "B"
    card = world.client("guardian").get(f"{address}/card", {"term": world.term.pk}).json()
    assert card["subjects"][0]["terms"] == [{"term": "Quarter 2", "mark": "B", "percent": "85.0", "effort": ""}]
    families = f"{world.address}/report/{world.term.pk}/families"
    send(world.client("teacher"), "PATCH", families, {"students": [student], "is_shown": False})
    assert row_of(world)["families"] == "kept from the family"
    assert world.client("guardian").get(address).json()["classes"][0]["posted"] is None
    world.client("teacher").post(f"{world.address}/undo")
    assert world.client("guardian").get(address).json()["classes"][0]["mark"] == "B"


def test_only_what_the_window_collects_reaches_the_card(world: World) -> None:
    enter(world, entry(world, "17"))
    world.school.efforts = ["good", "fair"]
    world.school.save()
    window(world, collects=["mark", "effort"], binding=["no_effort"])
    assert [each["kind"] for each in row_of(world)["checks"]][-1] == "no_effort"
    assert row_of(world)["state"] == "ready"
    held = post(world, 0).json()["detail"]
    assert "Fin Fir: no effort. The school does not let this be posted" in held
    efforts = f"{world.address}/report/{world.term.pk}/efforts"
    assert send(world.client("teacher"), "PATCH", efforts, {"efforts": {world.students[0].pk: "G"}}).json() == {
        "changed": 1
    }
    bad = send(world.client("teacher"), "PATCH", efforts, {"efforts": {world.students[0].pk: "lazy"}})
    assert bad.json()["detail"] == "lazy is not one of the school’s words for effort: good, fair."
    post(world, 0)
    card = world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}/card", {"term": world.term.pk}).json()
    assert card["subjects"][0]["terms"][0] == {"term": "Quarter 2", "mark": "B", "percent": "", "effort": "good"}


def test_a_binding_check_stops_that_student_and_nobody_else(world: World) -> None:
    enter(world, entry(world, "17"), entry(world, "13", student=1))
    window(world, binding=["placeholder", "other_name"])
    comment(world, "{best} is where Una does best.", ready=False)
    assert {each["words"]: each["is_binding"] for each in row_of(world)["checks"]} == {
        "2 loose ends": False,
        "names Una": True,
        "{best} left in": True,
    }
    refused = post(world, 0, 1)
    assert "Fin Fir: names Una, {best} left in" in refused.json()["detail"]
    assert not PostedGrade.objects.exists()
    assert post(world, 1).json() == {"posted": 1}


def test_a_withdrawn_posting_stays_in_the_history_and_leaves_the_family(world: World) -> None:
    enter(world, entry(world, "17"))
    post(world, 0)
    student = world.students[0].pk
    address = f"{world.address}/report/{world.term.pk}/{student}"
    assert send(world.client("teacher"), "POST", f"{address}/withdraw", {"reason": ""}).json()["field"] == "reason"
    assert send(world.client("teacher"), "POST", f"{address}/withdraw", {"reason": "wrong class"}).status_code == 204
    row = row_of(world)
    assert (row["state"], row["posted"], row["withdrawn"]["reason"]) == ("no_comment", None, "wrong class")
    assert world.client("guardian").get(f"/api/v1/families/{student}").json()["classes"][0]["posted"] is None
    again = send(world.client("teacher"), "POST", f"{address}/withdraw", {"reason": "again"})
    assert "withdrawn already" in again.json()["detail"]
    override(world, mark="A", reason="portfolio")
    post(world, 0)
    postings = world.client("teacher").get(f"{address}/history").json()["postings"]
    assert [(each["posted"]["mark"], bool(each["withdrawn"])) for each in postings] == [("A", False), ("B", True)]
    assert postings[0]["ground_rules"]["method"] == "weighted by category"
    assert world.client("guardian").get(f"/api/v1/families/{student}").json()["classes"][0]["mark"] == "A"


def test_after_the_window_has_closed_nothing_is_withdrawn_or_kept_back_unless_it_is_opened_again(world: World) -> None:
    enter(world, entry(world, "17"))
    post(world, 0)
    window(world, closes=datetime.date(2032, 1, 13))
    student, report = world.students[0].pk, f"{world.address}/report/{world.term.pk}"
    withdraw = ("POST", f"{report}/{student}/withdraw", {"reason": "wrong class"})
    keep = ("PATCH", f"{report}/families", {"students": [student], "is_shown": False})
    for method, address, body in (withdraw, keep):
        refused = send(world.client("teacher"), method, address, body)
        assert refused.json()["detail"].startswith("Posting of Quarter 2 closed on Tue 13 Jan")
    body = {"until": "2032-01-20", "reason": "asked for"}
    send(world.client("officer"), "POST", f"{world.school_address}/terms/{world.term.pk}/reopen", body)
    assert send(world.client("teacher"), *keep).json() == {"changed": 1}
    found = next(
        each
        for each in world.client("officer").get(f"{world.school_address}/year").json()["terms"]
        if each["id"] == world.term.pk
    )
    (reopening,) = found["window"]["reopenings"]
    assert world.client("officer").delete(f"{world.school_address}/reopenings/{reopening['id']}").status_code == 204
    assert send(world.client("teacher"), *withdraw).status_code == 422
    assert world.client("officer").delete(f"{world.school_address}/reopenings/999999").status_code == 404
