"""Deliveries to the register: receipts, sending twice, trouble on the way, and nights."""

import datetime
from typing import Any

import pytest
import requests
from conftest import World, send
from django.utils import timezone
from oneroster import EVERYTHING
from oneroster.status import described
from people import erasing
from people.models import FileDraft, Register
from people.register_client import signed_in
from plans.models import Assignment
from school import paging
from school.models import School, Student
from scores.models import Score
from scores.tests.test_entering import enter, entry

from sending import delivering, nightly, personal_data
from sending.models import Delivery, DeliveryState, Line, LineState, Record, RegisterPart, When
from sending.tests.conftest import AtOffice, Sender

pytestmark = pytest.mark.django_db


@pytest.fixture
def ready(sender: Sender) -> Sender:
    """Everything paired, and two grades posted."""
    sender.pair_all()
    sender.give_post("B", "C")
    return sender


def test_posted_grades_arrive_with_comment_and_each_has_a_receipt(ready: Sender, at_office: AtOffice) -> None:
    assert ready.deliver() == 2
    arrived = at_office.results()
    assert {name: each["textScore"] for name, each in arrived.items()} == {
        "u-100 Quarter 2, grade": "B",
        "u-101 Quarter 2, grade": "C",
    }
    receipts = ready.receipts()
    assert [(each["name"], each["shown"], each["state"]) for each in receipts] == [
        ("Fin Fir", "B", "accepted"),
        ("Una Fir", "C", "accepted"),
    ]
    assert all(each["number"].isdigit() for each in receipts)
    trail = ready.world.client("teacher").get(f"{ready.world.address}/frame").json()["trail"]
    assert trail[-1]["words"] == "2 accepted"


def test_one_grades_way_begins_with_its_scores_and_ends_with_its_receipt(ready: Sender) -> None:
    ready.deliver()
    enter(ready.world, entry(ready.world, "9"))
    where = f"{ready.world.address}/sending/students/{ready.world.students[0].pk}?term_id={ready.world.term.pk}"
    steps = ready.world.client("teacher").get(where).json()["steps"]
    assert [each["words"] for each in steps if each["state"] == "scored"] == ["Oak: 9 by Ann Alder"]
    assert {each["state"] for each in steps} == {"scored", "overridden", "posted", "sent", "accepted"}


def test_sending_twice_sends_nothing_and_asking_again_does_no_harm(ready: Sender, at_office: AtOffice) -> None:
    ready.deliver()
    assert ready.deliver() == 0
    assert len(ready.see()["deliveries"]) == 1
    assert ready.deliver(again=True) == 2
    assert at_office.store.count("results") == 2


def test_only_what_changed_goes_again(ready: Sender, at_office: AtOffice) -> None:
    ready.deliver()
    world = ready.world
    entries = [{"student": world.students[1].pk, "mark": "B", "percent": "", "reason": "looked again"}]
    send(world.client("teacher"), "PATCH", f"{world.address}/report/{world.term.pk}/overrides", {"entries": entries})
    assert ready.deliver() == 0, "not before it is posted again"
    ready.post_again(world.students[1].pk)
    assert ready.deliver() == 1
    assert at_office.results()["u-101 Quarter 2, grade"]["textScore"] == "B"


def test_a_withdrawn_grade_is_taken_back(ready: Sender, at_office: AtOffice) -> None:
    ready.deliver()
    world = ready.world
    address = f"{world.address}/report/{world.term.pk}/{world.students[0].pk}/withdraw"
    assert send(world.client("teacher"), "POST", address, {"reason": "another class"}).status_code == 204
    ready.deliver()
    assert list(at_office.results()) == ["u-101 Quarter 2, grade"]
    assert ready.receipts()[0]["shown"] == "taken back"


def test_what_is_refused_says_why_and_what_to_do_and_goes_once_that_is_done(ready: Sender, at_office: AtOffice) -> None:
    at_office.store.switch("refused_mark", "C")
    at_office.store.switch("moved_student", "u-100 BOTANY 3")
    ready.deliver()
    first, second = ready.receipts()
    assert (first["state"], first["said"]) == ("refused", "This student is in BOTANY 3, not in this class.")
    assert first["advice"] == "Ask the records office what is right; it is kept here."
    assert (second["mend"]["act"], second["mend"]["to"]) == ("mark", "C")
    station = ready.world.client("teacher").get(f"{ready.world.address}/frame").json()["trail"][-1]
    assert (station["words"], station["look"]) == ("2 lines refused", True)
    at_office.store.switch("refused_mark", "")
    at_office.store.switch("moved_student", "")
    delivery = ready.see()["deliveries"][0]["id"]
    assert ready.post(f"deliveries/{delivery}/try", {"lines": [second["id"]]})["lines"] == 1
    delivering.send_waiting()
    assert list(at_office.results()) == ["u-101 Quarter 2, grade"]
    assert not any(each["is_last"] for each in ready.receipts(1) if each["name"] == "Una Fir")
    ready.post(f"deliveries/{delivery}/try")
    delivering.send_waiting()
    assert at_office.store.count("results") == 2


def test_results_of_a_line_item_that_is_refused_are_not_tried(ready: Sender, at_office: AtOffice) -> None:
    at_office.store.switch("unknown_category", "k-g")
    ready.deliver()
    assert at_office.store.count("results") == 0
    receipts = ready.receipts()
    assert [each["state"] for each in receipts] == ["refused"] * 3
    assert sum(each["said"] == "What it belongs to was refused itself." for each in receipts) == 2
    at_office.store.switch("unknown_category", "")
    assert ready.deliver() == 2
    assert at_office.store.count("results") == 2


def test_a_register_that_is_down_is_waited_for_longer_each_time(ready: Sender, at_office: AtOffice) -> None:
    at_office.store.switch("down", "yes")
    ready.deliver()
    waits = []
    for _ in range(3):
        delivery = Delivery.objects.get()
        assert "register answered 503" in delivery.problem
        assert delivery.next_try_at is not None
        waits.append((delivery.next_try_at - timezone.now()).total_seconds())
        assert delivering.send_waiting() == 0, "not before its time"
        Delivery.objects.update(next_try_at=None)
        delivering.send_waiting()
    assert waits[0] < waits[1] < waits[2]
    at_office.store.switch("down", "")
    told = ready.see()["deliveries"][0]
    assert (told["state"], told["waiting"]) == ("waiting", 2)
    assert ready.post(f"deliveries/{told['id']}/try")["lines"] == 2
    delivering.send_waiting()
    done = Delivery.objects.get()
    assert (done.state, done.problem, at_office.store.count("results")) == (DeliveryState.DONE, "", 2)


def test_answers_that_are_lost_and_tokens_that_are_forgotten_lose_and_double_nothing(
    ready: Sender, at_office: AtOffice
) -> None:
    at_office.store.switch("half", "yes")
    at_office.store.switch("forgetful", "yes")
    ready.deliver()
    for _ in range(20):
        if Delivery.objects.get().state == DeliveryState.DONE:
            break
        Delivery.objects.update(next_try_at=None)
        delivering.send_waiting()
    assert Delivery.objects.get().state == DeliveryState.DONE
    assert (at_office.store.count("results"), at_office.store.count("lineItems")) == (2, 1)
    assert set(Line.objects.values_list("state", flat=True)) == {LineState.ACCEPTED}


def test_a_worker_that_lost_its_lease_keeps_nothing(ready: Sender, at_office: AtOffice) -> None:
    ready.post("sending/send", {"term_id": ready.world.term.pk})
    taken = delivering._take()
    assert taken is not None
    assert delivering._take() is None, "one at a time"
    Delivery.objects.update(leased_until=timezone.now() - datetime.timedelta(seconds=1))
    delivering.send_waiting()
    assert Delivery.objects.get().state == DeliveryState.DONE
    delivering._Sending(taken).send()
    assert Delivery.objects.get().state == DeliveryState.DONE
    assert [each for _, _, _, each in at_office.store.latest("results", 9)] == [1, 1], "each came once"


def test_a_later_delivery_of_a_class_waits_for_the_earlier(ready: Sender, at_office: AtOffice) -> None:
    at_office.store.switch("down", "yes")
    ready.deliver()
    at_office.store.switch("down", "")
    world = ready.world
    entries = [{"student": world.students[1].pk, "mark": "B", "percent": "", "reason": "looked again"}]
    send(world.client("teacher"), "PATCH", f"{world.address}/report/{world.term.pk}/overrides", {"entries": entries})
    ready.post_again(world.students[1].pk)
    assert ready.deliver() == 1
    assert at_office.store.count("results") == 0, "the newer would be overwritten by the older"
    Delivery.objects.update(next_try_at=None)
    delivering.send_waiting()
    assert at_office.results()["u-101 Quarter 2, grade"]["textScore"] == "B"


def test_a_delivery_that_is_stopped_is_left_until_somebody_tries_again(ready: Sender, at_office: AtOffice) -> None:
    ready.post("sending/send", {"term_id": ready.world.term.pk})
    delivery = Delivery.objects.get().pk
    assert ready.post(f"deliveries/{delivery}/stop")["count"] == 3
    assert delivering.send_waiting() == 0
    assert ready.deliver() == 0
    assert ready.post(f"deliveries/{delivery}/try")["lines"] == 2
    delivering.send_waiting()
    assert at_office.store.count("results") == 2


def test_work_goes_with_scores_codes_and_who_it_is_not_for(sender: Sender, at_office: AtOffice, world: World) -> None:
    sender.set_school(sends_work=True)
    sender.pair_all()
    oak = world.assignments[0]
    for student, number, code in zip(world.students, ("17.5", None, None), ("", "EX", "MI"), strict=True):
        Score.objects.create(
            student=student,
            assignment=oak,
            number=number,
            code=code,
            flag="late" if number else "",
            comment="neat" if number else "",
            changed_by=world.people["teacher"],
            changed_at=world.school.now(),
        )
    beet = world.assignments[1]
    beet.for_everyone = False
    beet.chosen = [world.students[0].pk]
    beet.save()
    world.changed()
    sender.deliver()
    said = {
        name: (each["scoreStatus"], each.get("score"), each["late"], each["missing"])
        for name, each in at_office.results().items()
    }
    assert said == {
        "u-100 Oak": ("fully graded", 17.5, "true", "false"),
        "u-101 Oak": ("exempt", None, "false", "false"),
        "u-102 Oak": ("not submitted", 0.0, "false", "true"),
        "u-101 Beet": ("exempt", None, "false", "false"),
        "u-102 Beet": ("exempt", None, "false", "false"),
    }
    item = next(each for each in at_office.store.all("lineItems") if each["title"] == "Oak")
    assert (item["resultValueMax"], item["category"]["sourcedId"], item["academicSession"]["sourcedId"]) == (
        20.0,
        "k-l",
        "t2",
    )


def test_work_that_is_deleted_is_taken_back(sender: Sender, at_office: AtOffice, world: World) -> None:
    sender.set_school(sends_work=True)
    sender.pair_all()
    sender.deliver()
    before = {each["title"] for each in at_office.store.all("lineItems")}
    Assignment.objects.filter(pk=world.assignments[0].pk).update(deleted_at=timezone.now())
    world.changed()
    sender.deliver()
    assert before - {each["title"] for each in at_office.store.all("lineItems")} == {"Oak"}


def test_a_night_sends_what_is_new_once_a_day_and_a_missed_one_is_caught_up(ready: Sender, at_office: AtOffice) -> None:
    ready.set_school(hour=0, when=When.NIGHT, last_night=ready.world.school.today() - datetime.timedelta(days=3))
    assert nightly.run_nights() == 1
    assert nightly.run_nights() == 0
    delivering.send_waiting()
    assert at_office.store.count("results") == 2
    assert [each.why for each in Delivery.objects.all()] == ["night"]
    ready.set_school(last_night=None)
    nightly.run_nights()
    assert Delivery.objects.count() == 1, "nothing was new"


def test_a_night_on_which_the_register_is_down_puts_out_what_waits_for_it(ready: Sender, at_office: AtOffice) -> None:
    at_office.store.switch("down", "yes")
    ready.set_school(hour=0)
    nightly.run_nights()
    told = ready.see()
    assert "answered 503" in told["problem"]
    assert told["deliveries"][0]["waiting"] == 2


def test_after_each_posting_what_was_posted_goes_in_its_transaction(sender: Sender, at_office: AtOffice) -> None:
    sender.pair_all()
    answer = send(sender.world.client("teacher"), "PUT", f"{sender.world.address}/sending/when", {"when": "posting"})
    assert answer.json()["when"] == "posting"
    sender.give_post("B", "C")
    assert Delivery.objects.get().why == "posting"
    delivering.send_waiting()
    assert at_office.store.count("results") == 2


def test_when_is_the_schools_to_say_where_it_says_so(ready: Sender) -> None:
    ready.set_school(teachers_choose=False, when=When.POSTING)
    answer = send(ready.world.client("teacher"), "PUT", f"{ready.world.address}/sending/when", {"when": "asked"})
    assert (answer.status_code, answer.json()["field"]) == (422, "when")
    assert ready.see()["when"] == "posting"


def test_comparing_shows_what_the_register_lacks_has_otherwise_and_has_of_its_own(
    ready: Sender, at_office: AtOffice
) -> None:
    ready.deliver()
    one = Record.objects.get(key__endswith=f"student {ready.world.students[0].pk}")
    two = Record.objects.get(key__endswith=f"student {ready.world.students[1].pk}")
    kept = at_office.store.get("results", str(one.sourced_id))
    assert kept is not None
    at_office.store.put("results", str(one.sourced_id), kept.body | {"textScore": "D"})
    at_office.store.delete("results", str(two.sourced_id))
    item = at_office.store.all("lineItems")[0]
    at_office.store.put("lineItems", "theirs", item | {"sourcedId": "theirs", "title": "Conduct"})
    told = ready.world.client("teacher").get(f"{ready.world.address}/sending/compare").json()["differences"]
    assert {(each["kind"], each["name"], each["here"], each["there"]) for each in told} == {
        ("differs", "Fin Fir", "B", "D"),
        ("lacks", "Una Fir", "C", ""),
        ("theirs", "Conduct", "", "Conduct"),
    }


def test_what_was_deleted_there_begins_anew_under_another_identifier(ready: Sender, at_office: AtOffice) -> None:
    ready.deliver()
    old = Record.objects.get(student=None).sourced_id
    at_office.store.delete("lineItems", str(old))
    for each in at_office.store.all("results"):
        at_office.store.delete("results", each["sourcedId"])
    told = ready.world.client("teacher").get(f"{ready.world.address}/sending/compare").json()["differences"]
    assert [(each["name"], each["can_begin_anew"]) for each in told] == [("Quarter 2", True)]
    ready.post("sending/anew", {"term_id": ready.world.term.pk, "key": told[0]["key"]})
    delivering.send_waiting()
    assert at_office.store.count("results") == 2
    assert Record.objects.get(student=None).sourced_id != old


def test_the_officer_sees_all_classes_and_who_must_act(ready: Sender, at_office: AtOffice) -> None:
    at_office.store.switch("refused_mark", "C")
    ready.deliver()
    told: Any = ready.world.client("officer").get(f"{ready.world.school_address}/sending").json()
    first = told["classes"][0]
    assert (first["name"], first["refused"], first["accepted"]) == ("Botany A", 1, 1)
    assert "1 line refused" in first["words"]
    assert first["waits_since"] is not None


def test_without_a_register_what_waits_says_so(ready: Sender) -> None:
    ready.post("sending/send", {"term_id": ready.world.term.pk})
    Register.objects.all().delete()
    delivering.send_waiting()
    assert "not said any more" in Delivery.objects.get().problem


def test_all_of_ones_classes_at_once(ready: Sender, at_office: AtOffice) -> None:
    others = {"classes": [ready.world.school_class.pk + 1]}
    assert send(ready.world.client("teacher"), "POST", "/api/v1/sending", others).json()["lines"] == 0
    answer = send(ready.world.client("teacher"), "POST", "/api/v1/sending", {})
    assert answer.json()["lines"] == 2
    assert send(ready.world.client("other_teacher"), "POST", "/api/v1/sending", {}).json()["lines"] == 0
    delivering.send_waiting()
    assert at_office.store.count("results") == 2


def test_at_night_rosters_come_in_as_the_school_says(sender: Sender, at_office: AtOffice, world: World) -> None:
    user = at_office.store.all("users")[0]
    at_office.store.put(
        "users", "u-900", user | {"sourcedId": "u-900", "givenName": "Ivy", "familyName": "Ilex", "identifier": "900"}
    )
    for rosters, drafts, there in (("asked", 0, False), ("draft", 1, False), ("applied", 0, True)):
        FileDraft.objects.all().delete()
        sender.set_school(hour=0, last_night=None, rosters=rosters)
        nightly.run_nights()
        assert FileDraft.objects.filter(applied_at=None).count() == drafts, rosters
        assert Student.objects.filter(number="900").exists() is there
    assert FileDraft.objects.exclude(applied_at=None).get().person == world.people["officer"]
    sender.set_school(last_night=None)
    nightly.run_nights()
    assert not FileDraft.objects.filter(applied_at=None).exists(), "nothing was new"


def test_receipts_of_long_ago_are_forgotten_once_later_ones_stand(ready: Sender) -> None:
    ready.deliver()
    ready.deliver(again=True)
    Line.objects.update(answered_at=timezone.now() - datetime.timedelta(days=500))
    assert nightly.tidy() == 3
    assert set(Line.objects.values_list("is_last", flat=True)) == {True}


def test_of_an_erased_student_no_word_is_left_in_the_outbox(ready: Sender, at_office: AtOffice) -> None:
    at_office.store.switch("moved_student", "u-100 BOTANY 3")
    ready.deliver()
    student = ready.world.students[0]
    assert Line.objects.get(record__student=student).body is not None
    told = personal_data.sent_about(student)["sent to the register"][1]
    assert [row[3:5] for row in told] == [("B", "refused")]
    Student.objects.filter(pk=student.pk).update(is_active=False)
    School.objects.update(kept_years=0, fixed_day=datetime.date(2033, 1, 1))
    student.refresh_from_db()
    erasing.erase_student(Student.objects.select_related("school").get(pk=student.pk))
    line = Line.objects.get(record__student=student)
    assert (line.body, line.said) == (None, "")
    assert all("100" not in each.details["students"] for each in RegisterPart.objects.filter(kind="class"))


@pytest.mark.parametrize(
    ("method", "path", "body", "status", "minor"),
    [
        ("GET", "/ims/oneroster/gradebook/v1p2/results/none", None, 404, "unknownobject"),
        ("GET", "/ims/oneroster/gradebook/v1p2/nothing", None, 404, "unknownobject"),
        ("PUT", "/ims/oneroster/gradebook/v1p2/results/x", {"result": {"sourcedId": "y"}}, 400, "invaliddata"),
        ("PUT", "/ims/oneroster/gradebook/v1p2/results/x", {"result": {"sourcedId": "x"}}, 422, "unknownobject"),
        ("PUT", "/ims/oneroster/gradebook/v1p2/classes/x", {"class": {"sourcedId": "x"}}, 404, "unknownobject"),
        ("GET", "/ims/oneroster/gradebook/v1p2/categories?limit=0", None, 400, "invaliddata"),
        ("POST", "/ims/oneroster/gradebook/v1p2/categories", {}, 405, "unsupported"),
    ],
)
def test_the_stand_in_register_answers_by_the_standards_words(
    sender: Sender, at_office: AtOffice, method: str, path: str, body: Any, status: int, minor: str
) -> None:
    register = Register.objects.get()
    with signed_in(register, *EVERYTHING) as session:
        answer = session.request(method, f"{register.address}{path}", json=body, timeout=20)
    assert (answer.status_code, described(answer.json())[0]) == (status, minor)
    bare = requests.get(f"{register.address}/ims/oneroster/gradebook/v1p2/results", timeout=20)
    assert bare.status_code == 401


def test_earlier_deliveries_are_found_a_page_at_a_time(ready: Sender, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(paging, "PAGE_SIZE", 2)
    world = ready.world
    made = [
        Delivery.objects.create(
            school_class=world.school_class, term=world.term, what="grades", why="asked", at=world.school.now()
        ).pk
        for _ in range(5)
    ]
    newest = ready.see()
    found, after = [each["id"] for each in newest["deliveries"]], newest["after"]
    while after is not None:
        page = world.client("co_teacher").get(f"{world.address}/deliveries?after={after}").json()
        found, after = found + [each["id"] for each in page["deliveries"]], page["after"]
    assert found == made[::-1]
