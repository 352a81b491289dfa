"""People, classes and rosters by hand: what the officer does, and what then holds for everybody else."""

import datetime
from typing import Any

import pytest
from accounts.models import Mail
from conftest import World, send
from plans.models import Assignment
from school.models import Enrolment, Membership, Person, SchoolClass, Student, Teaching
from scores.models import Score
from scores.tests.test_entering import enter, entry


def ask(world: World, method: str, rest: str, body: Any = None, who: str = "officer") -> Any:
    return send(world.client(who), method, f"{world.school_address}/{rest}", body)


def made(world: World, rest: str, body: Any) -> int:
    answer = ask(world, "POST", rest, body)
    assert answer.status_code == 200, answer.content
    return int(answer.json()["id"])


def names(world: World, role: str, query: str = "") -> list[str]:
    found = ask(world, "GET", f"people?role={role}&query={query}").json()
    return [each["given_name"] for each in found["people"]]


def roster(world: World) -> list[str]:
    return [each["given_name"] for each in world.client("teacher").get(f"{world.address}/scores").json()["rows"]]


def test_a_student_is_made_changed_and_found_without_accents(world: World) -> None:
    pk = made(world, "students", {"given_name": "Zoë", "family_name": "Åsum", "pronouns": "xe/xem/xyr"})
    assert Student.objects.get(pk=pk).number == "103"
    assert names(world, "student", "asum") == ["Zoë"]
    refused = ask(world, "PATCH", f"students/{pk}", {"number": "100"})
    assert (refused.status_code, refused.json()["field"]) == (422, "number")
    assert "Fin Fir" in refused.json()["detail"]
    assert ask(world, "PATCH", f"students/{pk}", {"family_name": "Ås", "official_name": "Zoe Ås"}).status_code == 204
    seen = ask(world, "GET", f"students/{pk}").json()
    assert (seen["family_name"], seen["official_name"], seen["pronouns"]) == ("Ås", "Zoe Ås", "xe/xem/xyr")


def test_lists_are_paged_by_name_and_every_row_comes_once(world: World) -> None:
    Student.objects.bulk_create(
        Student(school=world.school, given_name=f"N{each % 7}", family_name="Same", number=f"n{each}", alias=f"a{each}")
        for each in range(120)
    )
    after, found, counts = None, [], set()
    for _ in range(9):
        page = ask(world, "GET", f"people?role=student&query=same{f'&after={after}' if after else ''}").json()
        found += [each["student"] for each in page["people"]]
        counts.add(page["count"])
        after = page["after"]
        if after is None:
            break
    assert len(found) == len(set(found)) == 120
    assert counts == {120}
    assert ask(world, "GET", "people?role=student").json()["count"] is None
    assert ask(world, "GET", "people/count?role=student").json() == {"count": 120 + len(world.students)}
    assert ask(world, "GET", "people?role=student&query=n3").json()["count"] == 25
    assert ask(world, "GET", "people?role=student&after=nonsense").status_code == 422


def test_a_new_name_is_seen_in_the_class_at_once(world: World) -> None:
    assert "Fin" in roster(world)
    ask(world, "PATCH", f"students/{world.students[0].pk}", {"given_name": "Finja"})
    assert "Finja" in roster(world)


def test_a_teacher_is_made_and_the_only_officer_stays_one(world: World) -> None:
    pk = made(
        world, "persons", {"role": "teacher", "given_name": "Ivy", "family_name": "Ilex", "email": "ivy@hill.example"}
    )
    assert Person.objects.get(pk=pk).sign_in == "ivy@hill.example"
    assert not Person.objects.get(pk=pk).has_usable_password()
    officer = world.people["officer"].pk
    refused = ask(world, "PATCH", f"persons/{officer}", {"roles": ["teacher"]})
    assert "only records officer" in refused.json()["detail"]
    assert ask(world, "PATCH", f"persons/{officer}", {"is_active": False}).status_code == 422
    assert ask(world, "PATCH", f"persons/{pk}", {"roles": ["officer"]}).status_code == 204
    assert ask(world, "PATCH", f"persons/{officer}", {"roles": ["teacher"]}).status_code == 204
    assert ask(world, "GET", "people?role=teacher").status_code == 404


def test_whoever_is_deactivated_is_signed_out_at_once(world: World) -> None:
    teacher = world.client("co_teacher")
    assert teacher.get(f"{world.address}/scores").status_code == 200
    assert ask(world, "PATCH", f"persons/{world.people['co_teacher'].pk}", {"is_active": False}).status_code == 204
    assert teacher.get(f"{world.address}/scores").status_code == 401
    assert "Bo" not in names(world, "teacher")
    assert "Bo" in names(world, "teacher", "birch")


def test_one_person_in_two_schools_is_one_schools_at_a_time(world: World) -> None:
    stranger = world.people["stranger"]
    stranger.email = "hal@dale.example"
    stranger.save()
    pk = made(world, "persons", {"role": "officer", "given_name": "H", "family_name": "H", "email": "hal@dale.example"})
    assert pk == stranger.pk
    client = world.client("stranger")
    session = client.get("/api/v1/session").json()
    assert (session["school"], session["roles"]) == ("Dale School", ["teacher"]) or session["school"] == "Hill School"
    assert {each["name"] for each in session["schools"]} == {"Hill School", "Dale School"}
    chosen = send(client, "PUT", "/api/v1/session/school", {"school": world.school.pk}).json()
    assert (chosen["school"], chosen["roles"]) == ("Hill School", ["officer"])
    assert send(client, "PUT", "/api/v1/session/school", {"school": 999}).status_code == 404
    # What is theirs elsewhere too is not this school's to change, and no link to it is told here.
    assert "another school" in ask(world, "PATCH", f"persons/{pk}", {"email": "x@hill.example"}).json()["detail"]
    ask(world, "POST", "invitations", {"people": [pk]})
    assert "/invitation/" not in Mail.objects.get(to="hal@dale.example").text
    assert ask(world, "POST", "letters", {"people": [pk]}).status_code == 422
    assert ask(world, "PATCH", f"persons/{pk}", {"is_active": False}).status_code == 204
    assert Person.objects.get(pk=pk).is_active
    assert not Membership.objects.filter(person=pk, school=world.school).exists()


def test_guardians_come_and_go_and_see_only_what_they_still_may(world: World) -> None:
    student = world.students[0]
    page = f"/api/v1/families/{student.pk}"
    assert world.client("other_guardian").get(page).status_code == 404
    made(world, f"students/{student.pk}/guardians", {"person": world.people["other_guardian"].pk})
    assert world.client("other_guardian").get(page).status_code == 200
    ask(world, "DELETE", f"students/{student.pk}/guardians/{world.people['other_guardian'].pk}")
    assert world.client("other_guardian").get(page).status_code == 404


def test_two_guardians_who_are_one_become_one(world: World) -> None:
    kept, other = world.people["guardian"].pk, world.people["other_guardian"].pk
    assert ask(world, "POST", f"persons/{kept}/merge", {"other": other}).status_code == 204
    assert {each.pk for each in world.people["guardian"].children.all()} == {each.pk for each in world.students[:2]}
    assert not Person.objects.get(pk=other).is_active


def test_two_students_who_are_one_keep_what_both_had(world: World) -> None:
    double = Student.objects.create(school=world.school, given_name="Fin", family_name="Fir", number="900", alias="900")
    zoology = SchoolClass.objects.get(name="Zoology")
    Enrolment.objects.create(school_class=zoology, student=double, starts=datetime.date(2031, 9, 1))
    one = world.students[0]
    assert ask(world, "GET", f"students/{one.pk}").json()["namesakes"][0]["words"] == "900"
    assert ask(world, "POST", f"students/{one.pk}/merge", {"other": double.pk}).status_code == 204
    assert Enrolment.objects.filter(student=one).count() == 2
    shared = Student.objects.create(school=world.school, given_name="F", family_name="F", number="901", alias="901")
    Enrolment.objects.create(school_class=zoology, student=shared, starts=datetime.date(2031, 9, 1))
    assert (
        "Both are in Zoology A" in ask(world, "POST", f"students/{one.pk}/merge", {"other": shared.pk}).json()["detail"]
    )


def test_classes_are_made_one_and_many_and_put_away(world: World) -> None:
    year = world.term.year_id
    teacher = world.people["other_teacher"].pk
    pk = made(world, "classes", {"year": year, "name": "Mosses", "section": "B", "teachers": [{"person": teacher}]})
    opened = world.client("other_teacher").get(f"/api/v1/classes/{pk}/plan")
    assert opened.status_code == 200
    text = "Ferns; A; Room 3; Mon 9:00; cy\nFerns\tB\tRoom 3\t\tCy Cedar\n"
    assert ask(world, "POST", "classes/many", {"year": year, "text": text}).json() == {"count": 2}
    before = SchoolClass.objects.count()
    refused = ask(world, "POST", "classes/many", {"year": year, "text": "Lichens; A\nFerns; B"})
    assert refused.json()["detail"].startswith("Line 2: Ferns B is there already")
    assert (
        "Line 1: nobody who teaches here"
        in ask(world, "POST", "classes/many", {"year": year, "text": "Lichens; A; ; ; somebody"}).json()["detail"]
    )
    assert SchoolClass.objects.count() == before
    assert ask(world, "PATCH", f"classes/{pk}", {"is_archived": True}).status_code == 204
    links = [each["name"] for each in world.client("other_teacher").get("/api/v1/session").json()["classes"]]
    assert "Mosses" not in links
    assert [each["name"] for each in ask(world, "GET", "classes?archived=true").json()["classes"]] == ["Mosses"]
    assert ask(world, "PATCH", f"classes/{pk}", {"is_archived": False}).status_code == 204


def test_a_stand_in_teaches_from_one_day_to_another(world: World) -> None:
    def teachers(starts: str | None, ends: str | None) -> Any:
        body = [
            {"person": world.people["teacher"].pk, "leads": True},
            {"person": world.people["other_teacher"].pk, "starts": starts, "ends": ends},
        ]
        return ask(world, "PATCH", f"classes/{world.school_class.pk}", {"teachers": body})

    page = f"{world.address}/scores"
    for starts, ends, status in (
        ("2032-01-10", "2032-01-14", 200),
        ("2032-01-10", "2032-01-13", 404),
        ("2032-01-15", None, 404),
        (None, None, 200),
    ):
        assert teachers(starts, ends).status_code == 204
        client = world.client("other_teacher")
        assert client.get(page).status_code == status
        has = any(each["id"] == world.school_class.pk for each in client.get("/api/v1/session").json()["classes"])
        assert has == (status == 200)
    assert teachers("2032-01-14", "2032-01-10").status_code == 422
    # Who no longer teaches it sees it no more.
    assert world.client("co_teacher").get(page).status_code == 404


def test_who_leaves_and_comes_back_has_what_was_there_and_not_what_was_due_meanwhile(world: World) -> None:
    enter(world, entry(world, "17"))
    student, here = world.students[0], world.school_class.pk
    # Oak is due on 1 December, Beet on the 2nd, Ash on the 3rd: away from the 2nd on.
    assert (
        ask(world, "POST", f"classes/{here}/leave", {"students": [student.pk], "day": "2031-12-01"}).json()["count"]
        == 1
    )
    assert "Fin" not in roster(world)
    assert Score.objects.get(student=student).number == 17
    assert (
        ask(world, "POST", f"classes/{here}/students", {"students": [student.pk], "day": "2031-12-03"}).json()["count"]
        == 1
    )
    stay = Enrolment.objects.get(school_class=here, student=student)
    assert stay.earlier_stays == [["2031-09-01", "2031-12-01"]]
    cells = {
        each["given_name"]: each["cells"]
        for each in world.client("teacher").get(f"{world.address}/scores").json()["rows"]
    }
    fin = [cells["Fin"][str(each.pk)] for each in world.assignments]
    assert [each["state"] == "not_assigned" for each in fin] == [False, True, False]
    assert fin[0]["text"] == "17"


@pytest.mark.parametrize(("day", "is_there"), [("2032-01-15", False), ("2032-01-14", True)])
def test_who_comes_on_a_later_day_is_not_in_class_before(world: World, day: str, is_there: bool) -> None:
    student = made(world, "students", {"given_name": "Zoe", "family_name": "Ash"})
    ask(world, "POST", f"classes/{world.school_class.pk}/students", {"students": [student], "day": day})
    assert ("Zoe" in roster(world)) == is_there


def test_who_changes_section_takes_along_what_has_a_counterpart(world: World) -> None:
    enter(world, entry(world, "17"), entry(world, "9", assignment=1))
    student, there = world.students[0], SchoolClass.objects.get(name="Zoology")
    oak = world.assignments[0]
    counterpart = Assignment.objects.create(
        school_class=there, term=world.term, name="oak", short_name="oak", points=oak.points, due_on=oak.due_on
    )
    address = f"classes/{world.school_class.pk}/students/{student.pk}/move"
    assert ask(world, "GET", f"{address}?to={there.pk}").json() == {"along": ["oak"], "left": ["Beet"]}
    assert ask(world, "POST", address, {"to": there.pk, "day": "2032-01-14"}).json() == {"count": 1}
    taken = Score.objects.get(student=student, assignment=counterpart)
    assert (taken.number, taken.version, taken.events.get().how) == (17, 1, "brought along")
    assert Score.objects.filter(student=student, assignment__school_class=world.school_class).count() == 2
    shown = world.client("other_teacher").get(f"/api/v1/classes/{there.pk}/scores").json()["rows"]
    assert [each["cells"][str(counterpart.pk)]["text"] for each in shown] == ["17"]
    assert roster(world) == ["Ivo", "Una"]


def test_aliases_are_drawn_anew_for_all_of_a_class(world: World) -> None:
    before = set(Student.objects.values_list("alias", flat=True))
    assert ask(world, "POST", f"classes/{world.school_class.pk}/aliases").json() == {"count": 3}
    now = set(Student.objects.values_list("alias", flat=True))
    assert len(now) == 3
    assert not now & before


def test_a_year_is_made_from_the_last_and_classes_taken_over_with_their_plans(world: World) -> None:
    year = world.school_class.year
    year.days_off = [["2031-12-22", "2032-01-02"]]
    year.save()
    pk = made(world, f"years/{year.pk}/next", {})
    new = world.school.years.get(pk=pk)
    assert (new.name, new.starts, new.days_off) == (
        "2032/33",
        datetime.date(2032, 8, 30),
        [["2032-12-20", "2032-12-31"]],
    )
    terms = {each.name: each for each in new.terms.select_related("window", "within")}
    assert terms["Quarter 2"].within == terms["Semester 1"]
    assert terms["Quarter 2"].window.opens == datetime.date(2033, 1, 10)
    proposed = ask(world, "GET", f"years/{pk}/take-over?source={year.pk}").json()
    assert {each["was"] for each in proposed} == {"Botany A", "Zoology A"}
    body = {"classes": [{"source": world.school_class.pk, "name": "Botany 2", "section": "A"}]}
    assert ask(world, "POST", f"years/{pk}/take-over", body).json() == {"count": 1}
    taken = new.classes.get()
    assert [each.name for each in taken.categories.all()] == ["Leaves", "Roots"]
    assert taken.enrolments.count() == 3
    # Until it begins, the running year is what everybody sees.
    session = world.client("teacher").get("/api/v1/session").json()
    assert (session["year"], [each["name"] for each in session["classes"]]) == ("2031/32", ["Botany"])
    assert len(world.client("teacher").get(f"/api/v1/classes/{taken.pk}/scores").json()["rows"]) == 3
    assert ask(world, "POST", f"years/{pk}/take-over", body).status_code == 422


def test_a_class_of_two_schools_people_is_nobodys_door(world: World) -> None:
    """Numbers of another school's people and classes are not there, whatever they are given to."""
    other = world.people["stranger"].memberships.get().school
    student = Student.objects.create(school=other, given_name="Far", family_name="Away", number="1", alias="1")
    here = world.school_class.pk
    for method, rest, body in (
        ("GET", f"students/{student.pk}", None),
        ("POST", f"classes/{here}/students", {"students": [student.pk]}),
        ("POST", f"students/{world.students[0].pk}/guardians", {"person": world.people["stranger"].pk}),
        ("POST", "invitations", {"people": [world.people["stranger"].pk]}),
        ("GET", f"persons/{world.people['stranger'].pk}", None),
    ):
        assert ask(world, method, rest, body).status_code == 404, rest
    body = {"teachers": [{"person": world.people["stranger"].pk}]}
    assert ask(world, "PATCH", f"classes/{here}", body).status_code == 422
    assert not Teaching.objects.filter(person=world.people["stranger"], school_class=here).exists()
