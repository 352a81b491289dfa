"""Notices to families: what is in them, when they go, to whom, and how they are stopped."""

import datetime
import re
import smtplib
from typing import Any
from urllib.parse import urlsplit

import pytest
from conftest import World, send
from django.core import mail
from django.db.models import F
from django.test import Client
from plans.models import Assignment
from reports.tests.test_reports import comment, post
from school.models import Guardianship, School
from school.revisions import count_class
from scores.tests.test_entering import enter, entry

from families.digests import write_digests
from families.models import FamilyNotices, Known, SchoolFamilies


@pytest.fixture
def told(world: World, settings: Any) -> World:
    """A guardian with a confirmed address, in a school that writes each day; the first run, on which nothing is new, is over."""
    settings.EMAIL_BACKEND = "django.core.mail.backends.locmem.EmailBackend"
    guardian = world.people["guardian"]
    guardian.email = "eve@home.example"
    guardian.save()
    FamilyNotices.objects.create(person=guardian, confirmed="eve@home.example", how="daily")
    SchoolFamilies.objects.create(school=world.school, hour=7)
    at_noon(world)
    assert write_digests() == 0
    return world


def at_noon(world: World, hour: int = 12) -> None:
    """It is noon at the school, of the same day."""
    School.now = lambda self: datetime.datetime.combine(  # type: ignore[method-assign]
        self.today(), datetime.time(hour), tzinfo=datetime.UTC
    )


@pytest.fixture(autouse=True)
def _clock() -> Any:
    real = School.now
    yield
    School.now = real  # type: ignore[method-assign]


def next_day(world: World) -> None:
    day = datetime.timedelta(days=1)
    Known.objects.update(at=F("at") - day, before_at=F("before_at") - day)
    SchoolFamilies.objects.update(last_day=None)


def written(world: World) -> list[str]:
    """The texts of what is written on the next day."""
    count_class(world.school_class.pk)
    next_day(world)
    mail.outbox.clear()
    write_digests()
    return [str(each.body) for each in mail.outbox]


def test_what_came_back_is_in_one_notice_in_plain_text_and_html(told: World) -> None:
    enter(told, entry(told, "17"), entry(told, "19", assignment=1))
    (text,) = written(told)
    assert "Oak: 17 of 20" in text
    assert "Beet: 19 of 20" in text
    assert text.count("Botany") == 1
    message = mail.outbox[0]
    assert (message.to, message.subject) == (["eve@home.example"], "Hill School: new of Fin")
    html, kind = message.alternatives[0]  # type: ignore[attr-defined]
    assert (kind, "<li>Oak: 17 of 20</li>" in str(html)) == ("text/html", True)
    assert "List-Unsubscribe" in message.extra_headers
    # Nothing is told twice.
    assert written(told) == []


def test_one_score_corrected_thrice_is_one_line_and_what_was_hidden_again_none(told: World) -> None:
    for place, text in enumerate(("3", "13", "17")):
        enter(told, entry(told, text, place))
    enter(told, entry(told, "9", assignment=1))
    Assignment.objects.filter(name="Beet").update(shown=False)
    (text,) = written(told)
    assert re.findall(r"(?:Oak|Beet): .*", text) == ["Oak: 17 of 20"]


def test_all_children_are_in_one_notice(told: World) -> None:
    Guardianship.objects.create(student=told.students[1], person=told.people["guardian"])
    assert written(told) == []
    enter(told, entry(told, "17"), entry(told, "11", student=1))
    (text,) = written(told)
    assert "Fin Fir" in text
    assert str(told.students[1]) in text


def test_a_guardian_with_no_access_is_told_nothing(told: World) -> None:
    enter(told, entry(told, "17"))
    Guardianship.objects.update(sees="none")
    assert written(told) == []
    Guardianship.objects.update(sees="reports")
    assert written(told) == []
    comment(told, "Fin asks good questions.")
    post(told, 0)
    (text,) = written(told)
    assert "Quarter 2 was posted: B, with a comment" in text
    assert "Oak" not in text


@pytest.mark.parametrize(
    ("how", "weekday", "is_written"),
    [
        ("daily", 0, True),
        ("weekly", 2, True),
        ("weekly", 0, False),
        ("missing", 2, False),
        ("reports", 2, False),
        ("none", 2, False),
        ("", 2, True),
    ],
)
def test_how_often_is_the_familys_choice_and_else_the_schools(
    told: World, how: str, weekday: int, is_written: bool
) -> None:
    """It is a Wednesday."""
    FamilyNotices.objects.update(how=how)
    SchoolFamilies.objects.update(weekday=weekday)
    written(told)
    enter(told, entry(told, "17"))
    assert bool(written(told)) == is_written


def test_only_what_is_missing_is_told_as_long_as_it_is(told: World) -> None:
    FamilyNotices.objects.update(how="missing")
    SchoolFamilies.objects.update(weekday=2)
    Assignment.objects.filter(name="Ash").update(closed=True)
    enter(told, entry(told, "17"))
    for _ in range(2):
        (text,) = written(told)
        assert "Ash is missing" in text
        assert "Oak" not in text


def test_nobody_is_written_to_at_night_nor_twice_a_day(told: World) -> None:
    enter(told, entry(told, "17"))
    count_class(told.school_class.pk)
    next_day(told)
    at_noon(told, 6)
    assert write_digests() == 0
    at_noon(told, 21)
    assert write_digests() == 0
    at_noon(told, 8)
    assert write_digests() == 1
    enter(told, entry(told, "18", 1))
    # The school's day is over, and a run that broke off before it was noted writes nobody again.
    assert write_digests() == 0
    SchoolFamilies.objects.update(last_day=None)
    assert write_digests() == 0


def test_an_address_is_written_to_once_it_is_confirmed(told: World) -> None:
    guardian, client = told.people["guardian"], told.client("guardian")
    guardian.email = "new@home.example"
    guardian.save()
    enter(told, entry(told, "17"))
    assert written(told) == []
    assert not client.get("/api/v1/notices").json()["is_confirmed"]
    mail.outbox.clear()
    assert send(client, "POST", "/api/v1/notices/confirmation").status_code == 204
    assert "on its way" in send(client, "POST", "/api/v1/notices/confirmation").json()["detail"]
    token = re.findall(r"/notices/confirm/(\S+)", str(mail.outbox[0].body))[0]
    anybody = told.client(None)
    assert send(anybody, "POST", f"/api/v1/notices/confirm/{token}x").status_code == 404
    assert send(anybody, "POST", f"/api/v1/notices/confirm/{token}").status_code == 204
    assert client.get("/api/v1/notices").json()["is_confirmed"]
    assert len(written(told)) == 1
    # Who has another address by then confirms nothing by an old link.
    guardian.email = "newer@home.example"
    guardian.save()
    assert send(anybody, "POST", f"/api/v1/notices/confirm/{token}").status_code == 404


def test_the_link_in_a_notice_stops_them_without_signing_in(told: World) -> None:
    enter(told, entry(told, "17"))
    (text,) = written(told)
    token = re.findall(r"/notices/stop/(\S+)", text)[0]
    assert send(told.client(None), "POST", f"/api/v1/notices/stop/{token}").status_code == 204
    enter(told, entry(told, "18", 1))
    assert written(told) == []
    assert told.client("guardian").get("/api/v1/notices").json()["how"] == "none"


def test_a_mail_program_stops_them_in_one_click(told: World) -> None:
    enter(told, entry(told, "17"))
    written(told)
    headers = mail.outbox[-1].extra_headers
    assert headers["List-Unsubscribe-Post"] == "List-Unsubscribe=One-Click"
    address = urlsplit(headers["List-Unsubscribe"].strip("<>")).path
    # It has no session, and no token of one.
    program = Client(enforce_csrf_checks=True)
    answer = program.post(address, "List-Unsubscribe=One-Click", content_type="application/x-www-form-urlencoded")
    assert answer.status_code == 204
    assert told.client("guardian").get("/api/v1/notices").json()["how"] == "none"


def test_an_address_that_is_refused_is_shown_to_the_officer(told: World, monkeypatch: Any) -> None:
    def refused(*_: Any, **__: Any) -> None:
        raise smtplib.SMTPRecipientsRefused({"eve@home.example": (550, b"no such mailbox")})

    monkeypatch.setattr("families.digests.write", refused)
    enter(told, entry(told, "17"))
    written(told)
    found = told.client("officer").get(f"{told.school_address}/families").json()
    assert [each["words"] for each in found["problems"]] == ["eve@home.example: 550 no such mailbox"]


def test_a_report_is_read_until_it_is_posted_again(world: World) -> None:
    said = {"language": "en", "notices": "weekly", "hour": 17, "weekday": 4, "asks_to_read": True}
    assert send(world.client("officer"), "PUT", f"{world.school_address}/families", said).status_code == 204
    at, guardian = f"/api/v1/families/{world.students[0].pk}", world.client("guardian")
    assert send(guardian, "POST", f"{at}/read", {"term": world.term.pk}).status_code == 404
    enter(world, entry(world, "17"))
    post(world, 0)

    def read_words() -> str:
        return str(world.client("teacher").get(f"{world.address}/families").json()["read_words"])

    assert read_words() == "read for 0 of 1; not yet for Fin Fir"
    assert send(guardian, "POST", f"{at}/read", {"term": world.term.pk}).status_code == 204
    assert guardian.get(at).json()["read"] == [world.term.pk]
    assert read_words() == "read for everybody who has a guardian here"
    enter(world, entry(world, "4", 1))
    post(world, 0)
    assert guardian.get(at).json()["read"] == []
    assert read_words() == "read for 0 of 1; not yet for Fin Fir"


def test_why_no_mail_comes_is_said_in_the_familys_language(told: World) -> None:
    guardian = told.people["guardian"]
    guardian.language, guardian.email = "sv", ""
    guardian.save()
    refused = send(told.client("guardian"), "POST", "/api/v1/notices/confirmation")
    assert refused.json()["detail"] == "Skolan har ingen e-postadress till dig. Skolans expedition lägger in en."
