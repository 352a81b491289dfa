"""A class by aliases at a public address: what is on it, who could be told all the same, and that it ends when it is stopped."""

from typing import Any

from conftest import World, send
from django.test import Client
from plans.models import Assignment, GroundRules
from school.models import Enrolment
from school.revisions import count_class
from scores.models import Score
from scores.tests.test_entering import enter, entry


def share(world: World) -> str:
    """The secret of a new address."""
    answer = send(world.client("teacher"), "POST", f"{world.address}/alias-sheet")
    assert answer.status_code == 200, answer.content
    return str(answer.json()["address"].rsplit("/sheet/", 1)[1])


def sheet(secret: str) -> Any:
    answer = Client().get(f"/api/v1/alias-sheets/{secret}")
    return answer.json() if answer.status_code == 200 else answer.status_code


def sharing(world: World) -> Any:
    count_class(world.school_class.pk)
    return world.client("teacher").get(f"{world.address}/alias-sheet").json()


def test_whoever_has_the_address_sees_what_is_shown_under_aliases_and_no_name(world: World) -> None:
    enter(world, entry(world, "17"), entry(world, "12", student=1), entry(world, "9", assignment=1))
    Score.objects.update(comment="Look again.", note="Between us.")
    Assignment.objects.filter(name="Beet").update(shown=False)
    count_class(world.school_class.pk)
    answer = Client().get(f"/api/v1/alias-sheets/{share(world)}")
    seen = answer.json()
    assert (seen["name"], seen["term"]) == ("Botany A", "Quarter 2")
    assert [(each["name"], each["points"]) for each in seen["works"]] == [("Oak", "20")]
    assert [(each["alias"], each["scores"]) for each in seen["rows"]] == [
        ("077", ["17"]),
        ("177", ["12"]),
        ("277", [""]),
    ]
    text = answer.content.decode()
    for word in ("Fin", "Una", "Ivo", "Fir", "Look again", "Between us", "Beet", '"100"'):
        assert word not in text
    assert answer["Cache-Control"] == "private, no-store"
    assert "noindex" in answer["X-Robots-Tag"]


def test_points_that_families_do_not_see_are_not_on_it_either(world: World) -> None:
    enter(world, entry(world, "17"))
    GroundRules.objects.update(families_points=False, families_percent=True)
    count_class(world.school_class.pk)
    seen = sheet(share(world))
    assert seen["works"][0]["points"] == ""
    assert seen["rows"][0]["scores"] == ["85.0 %"]


def test_it_is_in_the_language_of_each_browser_that_asks(world: World) -> None:
    enter(world, entry(world, "17"))
    GroundRules.objects.update(families_points=False, families_percent=False, families_mark=False)
    count_class(world.school_class.pk)
    secret = share(world)
    for browser, words in (("sv", "rättad"), ("en", "scored"), ("sv", "rättad")):
        answer = Client(headers={"accept-language": browser}).get(f"/api/v1/alias-sheets/{secret}")
        assert answer.json()["rows"][0]["scores"] == [words], browser


def test_the_order_says_nothing_of_names(world: World) -> None:
    enter(world, entry(world, "17"))
    for student, alias in zip(world.students, ("900", "100", "500"), strict=True):
        student.alias = alias
        student.save()
    count_class(world.school_class.pk)
    assert [each["alias"] for each in sheet(share(world))["rows"]] == ["100", "500", "900"]


def test_an_address_ends_when_it_is_stopped_replaced_or_its_class_archived(world: World) -> None:
    first = share(world)
    second = share(world)
    assert sheet(first) == 404
    assert sheet(second)["name"] == "Botany A"
    world.school_class.archived_at = world.school.now()
    world.school_class.save()
    assert sheet(second) == 404
    world.school_class.archived_at = None
    world.school_class.save()
    assert sharing(world)["shared_by"] == "Ann Alder"
    assert send(world.client("co_teacher"), "DELETE", f"{world.address}/alias-sheet").status_code == 204
    assert sheet(second) == 404
    assert sharing(world)["shared_since"] is None
    assert not world.school_class.__class__.objects.filter(alias_sheet__secret_hash=second).exists()


def test_who_leaves_the_class_is_off_it(world: World) -> None:
    enter(world, entry(world, "17"))
    secret = share(world)
    Enrolment.objects.filter(student=world.students[0]).update(ends="2031-12-20")
    count_class(world.school_class.pk)
    assert [each["alias"] for each in sheet(secret)["rows"]] == ["177", "277"]


def test_who_could_be_recognised_is_said_with_the_reason(world: World) -> None:
    enter(world, entry(world, "17"), entry(world, "EX", student=1), entry(world, "12", student=2))
    enter(world, entry(world, "17", assignment=1), entry(world, "12", student=1, assignment=1))
    found = sharing(world)
    assert found["warnings"] == ["The class has 3 students: of so few each is soon told from the others."]
    assert [(each["name"], each["reasons"]) for each in found["recognisable"]] == [
        ("Ivo Fir", ["alone without a score on Beet"]),
        ("Una Fir", ["alone with EX on Oak"]),
    ]


def test_in_a_class_that_all_did_alike_nobody_is_said_to_be_recognisable(world: World) -> None:
    enter(world, entry(world, "17"), entry(world, "3", student=1), entry(world, "12", student=2))
    assert sharing(world)["recognisable"] == []
