"""The audit: what is written in it, and that it is only added to."""

import datetime
import json
import logging
from collections.abc import Callable
from typing import Any

import pytest
from accounts.permissions import CHANGE_SIGN_IN, INVITE
from conftest import World, send
from django.db import DatabaseError
from django.test import Client
from django.utils import timezone
from families.permissions import KEEP_OUT, SAY_FAMILIES, SHARE
from people.permissions import CHANGE_PEOPLE, KEEP_ROSTER, MAKE_OWN_CLASS
from pythonjsonlogger.json import JsonFormatter
from reports.permissions import POST, PRINT
from school import audit as school_audit
from school.models import AuditAction, AuditEntry, School
from school.permissions import CHANGE_SCHOOL
from scores.tests.test_entering import enter, entry
from sending.permissions import ARRANGE_SENDING, SEND, SEND_OWN
from tools.permissions import GRANT_TOOLS

from hoarfrost.api import api


@pytest.fixture
def told(caplog: pytest.LogCaptureFixture) -> Callable[[], list[dict[str, Any]]]:
    """What the log says of the audit, as a collector gets it."""
    caplog.set_level(logging.INFO, logger="school.audit")
    form = JsonFormatter("%(message)s")
    return lambda: [json.loads(form.format(each)) for each in caplog.records if each.name == "school.audit"]


def lines(world: World) -> list[tuple[str, str, str]]:
    return [
        (str(each.person or ""), each.action, each.operation)
        for each in AuditEntry.objects.select_related("person").order_by("id")
    ]


def test_what_posts_prints_saves_a_file_or_changes_the_school_is_in_the_audit() -> None:
    missing = []
    for _, router in api._routers:
        for path, view in router.path_operations.items():
            for operation in view.operations:
                permission, audit = operation.view_func.permission, operation.view_func.audit
                is_file = operation.methods == ["GET"] and path.endswith(
                    (".csv", ".json", ".xlsx", ".zip", ".{ending}", "{document}/file")
                )
                writes = operation.methods != ["GET"] and permission in (
                    CHANGE_SCHOOL,
                    CHANGE_PEOPLE,
                    INVITE,
                    KEEP_ROSTER,
                    MAKE_OWN_CLASS,
                    CHANGE_SIGN_IN,
                    POST,
                    PRINT,
                    SEND,
                    SEND_OWN,
                    ARRANGE_SENDING,
                    GRANT_TOOLS,
                    KEEP_OUT,
                    SAY_FAMILIES,
                    SHARE,
                )
                if (is_file or writes) != (audit is not None):
                    missing.append((operation.methods, path))
    assert missing == []


def test_signing_in_and_out_is_written_down_with_the_address(world: World) -> None:
    world.people["teacher"].set_password("a long one")
    world.people["teacher"].save()
    client = Client()
    for password in ("wrong", "a long one"):
        send(client, "POST", "/api/v1/session", {"sign_in": "ann", "password": password})
    client.delete("/api/v1/session")
    told = lines(world)
    assert told[0][1:] == ("sign_in_refused", told[0][2])
    assert "ann" in told[0][2]
    assert [each[1] for each in told[1:]] == ["signed_in", "signed_out"]
    assert {each[0] for each in told[1:]} == {"Ann Alder"}
    assert {each.address for each in AuditEntry.objects.all()} == {"127.0.0.1"}
    assert {each.school for each in AuditEntry.objects.exclude(person=None)} == {world.school}


def test_a_line_is_said_in_the_log_too_by_numbers_alone_once_it_is_written(
    world: World, told: Callable[[], list[dict[str, Any]]], django_capture_on_commit_callbacks: Any
) -> None:
    teacher = world.client("teacher")
    with django_capture_on_commit_callbacks() as callbacks:
        send(Client(), "POST", "/api/v1/session", {"sign_in": "ann", "password": "wrong"})
        teacher.get(f"{world.address}/gradebook.json")
    assert "audit" not in [each["message"] for each in told()], "what is not committed may never have happened"
    for each in callbacks:
        each()
    teacher.get(f"{world.address}/scores")
    school_audit.daily.write()
    refused, exported, read = told()
    assert (refused["action"], refused["operation"], refused["person"]) == ("sign_in_refused", "", None)
    assert (exported["action"], exported["class"]) == ("exported", world.school_class.pk)
    assert (read["action"], read["person"]) == ("read", world.people["teacher"].pk)
    written = AuditEntry.objects.order_by("id").values_list("pk", flat=True)
    assert [each["audit"] for each in told()] == list(written)[-3:]
    assert "Ann" not in json.dumps(told())
    assert "ann" not in json.dumps(told())


def test_what_was_done_is_written_once_it_is_done(world: World) -> None:
    officer = world.client("officer")
    before = AuditEntry.objects.count()
    assert (
        send(
            officer, "POST", f"{world.school_address}/years", {"name": "", "starts": "2032-09-01", "ends": "2033-06-15"}
        ).status_code
        == 422
    )
    assert AuditEntry.objects.count() == before
    send(
        officer,
        "POST",
        f"{world.school_address}/years",
        {"name": "2032/33", "starts": "2032-09-01", "ends": "2033-06-15"},
    )
    world.client("teacher").get(f"{world.address}/gradebook.json")
    assert world.client("stranger").get(f"{world.address}/gradebook.json").status_code == 404
    done = [
        each for each in AuditEntry.objects.order_by("id") if each.action not in ("signed_in", "signed_out", "read")
    ]
    assert [(str(each.person), each.action, each.school_class) for each in done] == [
        (str(world.people["officer"]), "settings", None),
        ("Ann Alder", "exported", world.school_class),
    ]


def test_who_looked_at_a_class_or_a_student_or_changed_something_is_written_once_a_day(world: World) -> None:
    fin = world.students[0]
    teacher, guardian = world.client("teacher"), world.client("guardian")
    for _ in range(2):
        teacher.get(f"{world.address}/scores")
        enter(world, entry(world, str(_ + 3), version=_))
        teacher.get(f"{world.address}/students/{fin.pk}?term={world.term.pk}")
        guardian.get(f"/api/v1/families/{fin.pk}")
        world.client("stranger").get(f"{world.address}/scores")
        school_audit.daily.write()
        # Another process does not know what this one has written.
        school_audit.daily.noted.clear()
    once = [
        (str(each.person), each.action, each.school_class_id, each.student_id)
        for each in AuditEntry.objects.filter(action__in=("read", "changed")).order_by("id")
    ]
    assert once == [
        ("Ann Alder", "read", world.school_class.pk, None),
        ("Ann Alder", "changed", world.school_class.pk, None),
        ("Ann Alder", "read", world.school_class.pk, fin.pk),
        (str(world.people["guardian"]), "read", None, fin.pk),
    ]
    assert {each.school for each in AuditEntry.objects.filter(action__in=("read", "changed"))} == {world.school}


def test_lines_that_cannot_be_written_wait_and_are_written_by_a_thread_of_their_own(
    transactional_db: None, world: World, monkeypatch: pytest.MonkeyPatch
) -> None:
    made = school_audit._Daily()
    monkeypatch.setattr(school_audit, "daily", made)
    monkeypatch.setattr(school_audit, "EVERY", 0)
    attempts = []

    def write() -> None:
        attempts.append(len(made.waiting))
        if len(attempts) < 3:
            raise DatabaseError("away")
        type(made).write(made)

    monkeypatch.setattr(made, "write", write)
    world.client("teacher").get(f"{world.address}/scores")
    writer = made.writer
    if writer is not None:
        writer.join(30)
    assert attempts == [1, 1, 1]
    assert [each.action for each in AuditEntry.objects.exclude(action="signed_in")] == ["read"]


def test_a_line_is_never_changed_or_deleted(world: World) -> None:
    world.client("teacher").get(f"{world.address}/gradebook.json")
    line = AuditEntry.objects.order_by("id").last()
    assert line is not None
    line.action = AuditAction.PRINTED
    for attempt in (
        line.save,
        line.delete,
        AuditEntry.objects.all().delete,
        lambda: AuditEntry.objects.update(operation="x"),
    ):
        with pytest.raises(TypeError, match="only added to"):
            attempt()


def test_the_audit_is_kept_as_long_as_the_school_says(world: World) -> None:
    address, officer = f"{world.school_address}/records", world.client("officer")
    assert officer.get(address).json() == {"kept_years": 10, "audit_years": 10}
    assert send(officer, "PUT", address, {"kept_years": 10, "audit_years": 0}).json()["field"] == "audit_years"
    assert send(officer, "PUT", address, {"kept_years": 10, "audit_years": 2}).status_code == 200
    now = timezone.now()
    other = School.objects.create(name="Moor School")
    School.objects.exclude(pk=world.school.pk).update(audit_years=5)
    whose = {"here": world.school, "there": other, "nobody": None}
    for name, school in whose.items():
        for years in (1, 3, 6):
            at = now - datetime.timedelta(days=366 * years)
            AuditEntry.objects.create(school=school, action=AuditAction.EXPORTED, operation=f"{name} {years}", at=at)
    school_audit.tidy()
    # Lines of nobody's school stay as long as the school that keeps its own longest.
    kept = AuditEntry.objects.filter(operation__regex="^(here|there|nobody) ").values_list("operation", flat=True)
    assert set(kept) == {"here 1", "there 1", "there 3", "nobody 1", "nobody 3"}


def audit(world: World, who: str = "officer", **wanted: str) -> list[tuple[str, str, str]]:
    answer = world.client(who).get(f"{world.school_address}/audit", wanted)
    assert answer.status_code == 200, answer.content
    return [(each["who"], each["operation"], each["of"]) for each in answer.json()["lines"]]


def test_the_officer_finds_what_was_done_by_name_kind_and_day(world: World) -> None:
    world.client("teacher").get(f"{world.address}/gradebook.json")
    AuditEntry.objects.create(
        school=world.school,
        person=world.people["co_teacher"],
        action="posted",
        operation="post grades",
        school_class=world.school_class,
        student=world.students[0],
        at=timezone.now() - datetime.timedelta(days=3),
    )
    AuditEntry.objects.create(
        school=world.people["stranger"].memberships.get().school,
        person=world.people["stranger"],
        action="exported",
        operation="elsewhere",
        at=timezone.now(),
    )
    saved, posted = ("Ann Alder", "save", "Botany A"), ("Bo Birch", "post grades", "Fin Fir, Botany A")
    assert audit(world, action="exported") == [saved]
    assert audit(world, query="fin post") == [posted]
    assert audit(world, query="nobody so called") == []
    of_today = audit(world, since=timezone.now().date().isoformat())
    assert (saved in of_today, posted in of_today) == (True, False)
    until = (timezone.now() - datetime.timedelta(days=2)).date().isoformat()
    assert audit(world, until=until) == [posted]
    assert not any(each[1] == "elsewhere" for each in audit(world))
    table = (
        world.client("officer").get(f"{world.school_address}/audit.csv", {"query": "fin"}).content.decode("utf-8-sig")
    )
    assert "Bo Birch" in table
    assert "Ann Alder" not in table
    assert "save audit" in [each[1] for each in audit(world)]


def test_a_long_audit_comes_a_page_at_a_time(world: World) -> None:
    AuditEntry.objects.bulk_create(
        AuditEntry(school=world.school, action="printed", operation=f"page {each}", at=timezone.now())
        for each in range(70)
    )
    first = world.client("officer").get(f"{world.school_address}/audit", {"action": "printed"}).json()
    rest = (
        world.client("officer")
        .get(f"{world.school_address}/audit", {"action": "printed", "after": first["after"]})
        .json()
    )
    operations = [each["operation"] for each in [*first["lines"], *rest["lines"]]]
    assert operations == [f"page {each}" for each in reversed(range(70))]
    assert rest["after"] is None
