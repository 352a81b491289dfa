"""How much each guardian sees: what the school lets them, and a student of age."""

from typing import Any

from conftest import World, send
from plans.models import GroundRules
from reports.tests.test_reports import post
from school.models import AuditEntry, Guardianship, Person, Student
from scores.tests.test_entering import enter, entry

from families.tests.test_family_page import page, texts, what_if, working


def limit(world: World, sees: str) -> None:
    address = f"{world.school_address}/students/{world.students[0].pk}/guardians/{world.people['guardian'].pk}"
    assert send(world.client("officer"), "PATCH", address, {"sees": sees}).status_code == 204


def children(world: World, who: str = "guardian") -> list[str]:
    return [each["given_name"] for each in world.client(who).get("/api/v1/session").json()["children"]]


def graded(world: World) -> None:
    GroundRules.objects.update(families_see_running=True)
    enter(world, entry(world, "17"), entry(world, "19", assignment=1))


def test_a_guardian_who_sees_reports_only_sees_what_was_posted_and_no_score(world: World) -> None:
    graded(world)
    limit(world, "reports")
    before = page(world).json()
    shown = before["classes"][0]
    assert before["reports_only"]
    assert [shown[each] for each in ("mark", "has_working", "missing", "to_come", "being_marked", "back")] == [
        None,
        False,
        [],
        [],
        [],
        [],
    ]
    assert not [text for text in texts(before) if "17" in text or "Oak" in text]
    assert what_if(world).status_code == 404
    assert working(world).status_code == 404
    address = f"/api/v1/families/{world.students[0].pk}"
    assert world.client("guardian").get(f"{address}/calendar.ics").status_code == 404
    post(world, 0)
    shown = page(world).json()["classes"][0]
    assert (shown["mark"], shown["has_working"], shown["back"]) == ("B", False, [])
    card = world.client("guardian").get(f"{address}/card", {"term": world.term.pk}).json()
    assert card["subjects"][0]["terms"][-1]["mark"] == "B"
    # The student sees it all.
    assert page(world, "student").json()["classes"][0]["back"]


def test_a_guardian_who_loses_access_loses_it_at_once_everywhere(world: World) -> None:
    graded(world)
    client = world.client("guardian")
    address = f"/api/v1/families/{world.students[0].pk}"
    made = send(client, "POST", f"{address}/calendar-address").json()
    assert client.get(address).status_code == 200
    secret = made["address"].rpartition("/")[2] if "address" in made else ""
    assert client.get(f"/api/v1/calendar/{secret}").status_code == 200
    limit(world, "none")
    for path in ("", "/card", "/calendar.ics"):
        assert client.get(f"{address}{path}", {"term": world.term.pk}).status_code == 404
    assert client.get(f"/api/v1/calendar/{secret}").status_code == 404
    assert children(world) == []
    assert AuditEntry.objects.filter(operation="limit guardian", student=world.students[0]).exists()
    limit(world, "all")
    assert children(world) == ["Fin"]


def keep_out(world: World, *, kept_out: bool, who: str = "student") -> Any:
    address = f"/api/v1/families/{world.students[0].pk}/guardians/{world.people['guardian'].pk}"
    return send(world.client(who), "PATCH", address, {"kept_out": kept_out})


def test_a_student_of_age_keeps_a_guardian_out_and_the_officer_sees_it(world: World) -> None:
    assert keep_out(world, kept_out=True).status_code == 404
    send(
        world.client("officer"), "PATCH", f"{world.school_address}/students/{world.students[0].pk}", {"is_of_age": True}
    )
    assert page(world, "student").json()["is_own"]
    assert not page(world).json()["is_own"]
    assert keep_out(world, kept_out=True, who="guardian").status_code == 404
    assert keep_out(world, kept_out=True).status_code == 204
    assert page(world).status_code == 404
    seen = world.client("officer").get(f"{world.school_address}/students/{world.students[0].pk}").json()["guardians"]
    assert [(each["name"], each["sees"], each["kept_out"]) for each in seen] == [("Eve Elm", "all", True)]
    mine = world.client("student").get(f"/api/v1/families/{world.students[0].pk}/guardians").json()
    assert [each["kept_out"] for each in mine] == [True]
    assert keep_out(world, kept_out=False).status_code == 204
    assert page(world).status_code == 200


def test_two_who_are_one_see_no_more_than_either(world: World) -> None:
    """A guardian entered twice, and a student."""
    first, second = world.people["guardian"], Person.objects.create_person("eve2", "Eve", "Elm")
    Guardianship.objects.create(student=world.students[0], person=second, sees="reports")
    first.guardianships.all().hand_over(person=second)
    kept = Guardianship.objects.get(student=world.students[0])
    assert (kept.person, kept.sees) == (second, "reports")
    other = Student.objects.create(school=world.school, given_name="Fin", family_name="Fir", number="990", alias="990")
    Guardianship.objects.create(student=other, person=second, kept_out=True)
    other.guardianships.all().hand_over(student=world.students[0])
    kept = Guardianship.objects.get(person=second)
    assert (kept.student, kept.sees, kept.kept_out) == (world.students[0], "reports", True)
