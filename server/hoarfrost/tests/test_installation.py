"""How the installation stands, for a monitor and in words."""

import datetime
import os
from pathlib import Path
from typing import Any

import pytest
from conftest import World
from django.utils import timezone
from families.models import FamilyNotices
from people.models import Register
from school.models import Heartbeat
from sending.models import SchoolSending

from hoarfrost import installation


@pytest.fixture(autouse=True)
def _migrated(monkeypatch: Any) -> None:
    """The tests' tables are made without migrations, which is of no interest here."""
    monkeypatch.setattr(installation, "_tables", lambda: installation.Check.well("database", "It answers."))


def heartbeat() -> None:
    """The worker says that it runs."""
    Heartbeat.objects.update_or_create(name=installation.WORKER, defaults={"at": timezone.now()})


def found(world: World) -> dict[str, tuple[bool, str]]:
    answer = world.client("officer").get(f"{world.school_address}/installation").json()
    return {each["name"]: (each["is_well"], each["words"]) for each in answer}


def test_it_is_ready_once_the_worker_was_seen_and_the_broker_answers(world: World, settings: Any) -> None:
    asked = world.client(None).get("/api/v1/ready")
    assert (asked.status_code, asked.json()["parts"]) == (503, {"database": True, "broker": True, "worker": False})
    heartbeat()
    asked = world.client(None).get("/api/v1/ready")
    assert (asked.status_code, asked.json()["ok"]) == (200, True)
    Heartbeat.objects.update(at=timezone.now() - datetime.timedelta(minutes=5))
    assert world.client(None).get("/api/v1/ready").status_code == 503
    assert "was last seen 5 min ago" in found(world)["worker"][1]
    heartbeat()
    settings.CELERY_BROKER_URL = "redis://127.0.0.1:9/0"
    assert world.client(None).get("/api/v1/ready").json()["parts"]["broker"] is False


def test_what_is_wrong_comes_first_and_says_what_waits(
    world: World, settings: Any, tmp_path: Path, monkeypatch: Any
) -> None:
    heartbeat()
    assert all(is_well for is_well, _ in found(world).values())
    settings.EMAIL_BACKEND = "django.core.mail.backends.smtp.EmailBackend"
    FamilyNotices.objects.create(person=world.people["guardian"], problem="550 no such mailbox")
    Register.objects.create(
        school=world.school, address="https://x.example", token_address="https://x.example", client_id="x"
    )
    SchoolSending.objects.create(school=world.school, problem="It answered 500.")
    monkeypatch.setenv("HOARFROST_BACKUPS", str(tmp_path))
    words = found(world)
    assert list(words)[:3] == ["mail", "register", "backups"]
    assert words["mail"][1] == "Mail goes out; 1 could not be delivered, see Shared, Families."
    assert words["register"][1] == "The register did not answer the last time: It answered 500."
    assert "no backup yet" in words["backups"][1]
    made = tmp_path / "school-db 2032-01-13 01-00-00.sql.gz"
    made.touch()
    assert found(world)["backups"][0]
    os.utime(made, (0, 0))
    assert "Last night’s is missing" in found(world)["backups"][1]
    monkeypatch.setattr("hoarfrost.installation.LITTLE_ROOM", 1024**6)
    assert "Make room" in found(world)["disk"][1]
