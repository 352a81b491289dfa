"""Notices that come back: whose they are, what is noted, and what is none."""

import io
import os
import sys
from typing import Any

import pytest
from conftest import World, send
from django.core import mail
from django.core.management import call_command
from django.db import OperationalError
from hypothesis import given
from hypothesis import strategies as st
from scores.tests.test_entering import enter, entry

from families import bounces
from families.digests import write_digests
from families.models import FamilyNotices
from families.tests.test_digests import _clock, next_day, told

__all__ = ["_clock", "told"]

REPORT = """\
Return-Path: <>
From: MAILER-DAEMON@mx.home.example
Subject: Undelivered
MIME-Version: 1.0
Content-Type: multipart/report; report-type=delivery-status; boundary="b"

--b
Content-Type: text/plain

It could not be delivered.

--b
Content-Type: message/delivery-status

Reporting-MTA: dns; mx.home.example

Final-Recipient: rfc822; eve@home.example
Action: {action}
Status: {status}
Diagnostic-Code: smtp; 550 {status} No such
 person here

--b--
"""


@pytest.fixture
def sent(told: World, settings: Any) -> World:
    """A notice has gone out, from a return address of its reader's."""
    settings.BOUNCES = "bounces@hill.example"
    enter(told, entry(told, "17"))
    next_day(told)
    assert write_digests() == 1
    return told


def take(report: str, recipient: str, monkeypatch: pytest.MonkeyPatch) -> str:
    """What the command says of a report that the mail server hands over."""
    monkeypatch.setattr(sys, "stdin", io.TextIOWrapper(io.BytesIO(report.encode())))
    said = io.StringIO()
    call_command("take_bounce", recipient, stdout=said)
    return said.getvalue()


def test_what_never_arrives_is_shown_to_the_officer_and_nothing_more_goes_there(
    sent: World, monkeypatch: pytest.MonkeyPatch
) -> None:
    message = mail.outbox[-1]
    assert message.from_email.startswith("bounces+")
    assert message.message()["From"] == "hoarfrost@localhost"
    take(REPORT.format(action="failed", status="5.1.1"), message.from_email.upper(), monkeypatch)
    problems = sent.client("officer").get(f"{sent.school_address}/families").json()["problems"]
    assert [each["words"] for each in problems] == ["eve@home.example: It came back: 550 5.1.1 No such person here"]
    mine = sent.client("guardian").get("/api/v1/notices").json()
    assert (mine["is_confirmed"], mine["problem"]) == (False, "It came back: 550 5.1.1 No such person here")
    enter(sent, entry(sent, "18", version=1))
    next_day(sent)
    assert write_digests() == 0


def test_a_full_mailbox_is_told_and_written_to_again(sent: World, monkeypatch: pytest.MonkeyPatch) -> None:
    take(REPORT.format(action="failed", status="4.2.2"), mail.outbox[-1].from_email, monkeypatch)
    assert FamilyNotices.objects.get().problem.startswith("It came back: ")
    assert FamilyNotices.objects.get().confirmed == "eve@home.example"
    enter(sent, entry(sent, "18", version=1))
    next_day(sent)
    assert write_digests() == 1
    assert FamilyNotices.objects.get().problem == ""


@pytest.mark.parametrize(
    "report",
    [
        REPORT.format(action="delayed", status="4.4.1"),
        "From: eve@home.example\nAuto-Submitted: auto-replied\nSubject: Away\n\nI am away; Action: failed.\n",
        "",
    ],
)
def test_a_delay_and_an_answer_from_someone_away_are_no_failure(
    sent: World, report: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    assert take(report, mail.outbox[-1].from_email, monkeypatch) == "It reports no failure.\n"
    assert FamilyNotices.objects.get().problem == ""


def test_what_comes_while_the_database_is_away_is_brought_again(sent: World, monkeypatch: pytest.MonkeyPatch) -> None:
    def away(*_: object) -> str:
        raise OperationalError(2002, "no")

    monkeypatch.setattr(bounces, "take", away)
    with pytest.raises(SystemExit) as ended:
        take("", mail.outbox[-1].from_email, monkeypatch)
    assert ended.value.code == os.EX_TEMPFAIL


def test_what_comes_back_late_from_an_earlier_address_says_nothing_of_the_new_one(
    sent: World, monkeypatch: pytest.MonkeyPatch
) -> None:
    late, guardian = mail.outbox[-1].from_email, sent.people["guardian"]
    guardian.email = "eve@work.example"
    guardian.save()
    FamilyNotices.objects.update(confirmed=guardian.email)
    assert "no return address" in take(REPORT.format(action="failed", status="5.1.1"), late, monkeypatch)
    assert FamilyNotices.objects.get().confirmed == "eve@work.example"


def test_nobody_silences_another_by_a_report_of_their_own_making(sent: World, monkeypatch: pytest.MonkeyPatch) -> None:
    guardian, report = sent.people["guardian"], REPORT.format(action="failed", status="5.1.1")
    own = bounces.return_address(sent.people["teacher"])
    mark = own.partition("-")[2]
    for recipient in (f"bounces+{guardian.pk}-{mark}", f"bounces+{guardian.pk}-@hill.example", "bounces@hill.example"):
        assert "no return address" in take(report, recipient, monkeypatch)
    assert FamilyNotices.objects.get().confirmed == "eve@home.example"


def test_a_new_key_leaves_earlier_return_addresses_and_sessions_as_they_are(
    sent: World, settings: Any, monkeypatch: pytest.MonkeyPatch
) -> None:
    guardian = sent.client("guardian")
    assert guardian.get("/api/v1/notices").status_code == 200
    settings.SECRET_KEY, settings.SECRET_KEY_FALLBACKS = (
        "another key, as long as the one before it was",
        [settings.SECRET_KEY],
    )
    assert guardian.get("/api/v1/notices").status_code == 200
    assert "Noted" in take(REPORT.format(action="failed", status="5.1.1"), mail.outbox[-1].from_email, monkeypatch)
    settings.SECRET_KEY_FALLBACKS = []
    assert guardian.get("/api/v1/notices").status_code == 200, "who was here meanwhile has a session under the new key"
    assert "no return address" in take("", mail.outbox[-1].from_email, monkeypatch)


def test_who_confirms_the_address_again_is_written_to_again(sent: World, monkeypatch: pytest.MonkeyPatch) -> None:
    take(REPORT.format(action="failed", status="5.1.1"), mail.outbox[-1].from_email, monkeypatch)
    assert send(sent.client("guardian"), "POST", "/api/v1/notices/confirmation").status_code == 204
    token = str(mail.outbox[-1].body).partition("/notices/confirm/")[2].split()[0]
    assert send(sent.client("guardian"), "POST", f"/api/v1/notices/confirm/{token}").status_code == 204
    assert FamilyNotices.objects.get().problem == ""
    enter(sent, entry(sent, "18", version=1))
    next_day(sent)
    assert write_digests() == 1


@given(st.binary(max_size=400))
def test_whatever_comes_back_can_be_read_or_is_no_failure(report: bytes) -> None:
    head = b"Content-Type: multipart/report; boundary=b\n\n--b\nContent-Type: message/delivery-status\n\n"
    for message in (report, head + report):
        assert bounces.bounce_in(message) is None or b"failed" in message.lower()


@given(st.text(max_size=60))
@pytest.mark.django_db
def test_a_return_address_of_anything_else_is_nobodys(recipient: str) -> None:
    assert bounces.take(b"", recipient).endswith("is no return address of a message from here.")
