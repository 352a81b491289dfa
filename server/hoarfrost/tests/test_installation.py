"""How the installation stands, for a monitor and in words."""

import datetime
import os
from pathlib import Path
from types import SimpleNamespace
from typing import Any

import pytest
from conftest import World
from django.db import OperationalError, connection
from django.utils import timezone
from families.models import FamilyNotices
from people.models import Register
from school.models import Heartbeat
from sending.models import SchoolSending

from hoarfrost import examining, installation


@pytest.fixture(autouse=True)
def _migrated(monkeypatch: Any) -> None:
    """The tests' tables are made without migrations, which is of no interest here."""
    monkeypatch.setattr(installation, "_tables", lambda: installation.Check.well("database", "It answers."))


def heartbeat(*names: str) -> None:
    """Workers say that they run: of what is short and of what takes long, unless only some do."""
    for name in names or (Heartbeat.WORKER, Heartbeat.LONG):
        Heartbeat.objects.update_or_create(name=name, defaults={"at": timezone.now()})


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
    # One of what is short alone does not make report cards.
    heartbeat(Heartbeat.WORKER)
    assert world.client(None).get("/api/v1/ready").status_code == 503
    assert found(world)["worker"][1] == (
        "The worker of what takes long was last seen 5 min ago: report cards and large files wait."
    )
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


def examined() -> dict[str, tuple[bool, str]]:
    return {each.name: (each.is_well, each.words) for each in examining.examine()}


@pytest.fixture
def real(settings: Any, tmp_path: Path) -> Any:
    """The settings of an installation in which nothing is wrong."""
    (tmp_path / "index.html").touch()
    catalogue = tmp_path / "sv" / "LC_MESSAGES"
    catalogue.mkdir(parents=True)
    (catalogue / "django.mo").touch()
    settings.SECRET_KEY = "".join(chr(97 + each % 26) for each in range(50))
    settings.ADDRESS, settings.ALLOWED_HOSTS = "https://grades.hill.example", ["grades.hill.example"]
    settings.HTTPS, settings.TRUSTED_PROXIES = True, ["127.0.0.1"]
    settings.PAGE, settings.FONTS, settings.LOCALE_PATHS = SimpleNamespace(folder=tmp_path), tmp_path, [tmp_path]
    settings.EMAIL_BACKEND = "django.core.mail.backends.locmem.EmailBackend"
    settings.DEFAULT_FROM_EMAIL = "grades@hill.example"
    heartbeat()
    return settings


def test_an_installation_of_ones_own_is_examined_and_nothing_is_wrong(world: World, real: Any) -> None:
    found = examined()
    assert [name for name, (is_well, _) in found.items() if not is_well] == []
    assert found["register"][1].endswith(" School: No register is connected.")
    said: list[str] = []
    assert examining.tell(examining.examine(), said.append) == 0
    assert said[-1] == "\nNothing is wrong."


@pytest.mark.parametrize(
    ("change", "name", "words"),
    [
        ({"SECRET_KEY": "x" * 50}, "secret key", "at least 40 letters by chance"),
        ({"DEBUG": True}, "switches", "HOARFROST_DEBUG is on"),
        ({"DEMO": True}, "switches", "HOARFROST_DEMO is on"),
        ({"ADDRESS": "http://127.0.0.1:8000"}, "address", "links in mail would lead nowhere"),
        ({"ALLOWED_HOSTS": ["other.example"]}, "address", "lacks grades.hill.example"),
        ({"HTTPS": False}, "HTTPS", "Set HOARFROST_HTTPS=true"),
        ({"TRUSTED_PROXIES": []}, "HTTPS", "names no proxy"),
        ({"FONTS": Path("/nowhere")}, "page", "The fonts of printed pages are not there"),
        ({"LOCALE_PATHS": [Path("/nowhere")]}, "languages", "not compiled"),
        ({"DEFAULT_FROM_EMAIL": "hoarfrost@localhost"}, "mail", "nobody's address"),
        ({"EMAIL_BACKEND": "accounts.mail.OutboxBackend"}, "mail", "stays in the outbox"),
        ({"CELERY_BROKER_URL": "redis://127.0.0.1:9/0"}, "broker", "does not answer"),
        ({"CELERY_BROKER_URL": "redis://broker.hill.invalid/0"}, "way to the broker", "begin with rediss://"),
    ],
)
def test_what_an_installation_lacks_is_said_with_what_to_do(
    world: World, real: Any, change: dict[str, Any], name: str, words: str
) -> None:
    for setting, value in change.items():
        setattr(real, setting, value)
    is_well, said = examined()[name]
    assert (is_well, words in said) == (False, True), said
    told: list[str] = []
    assert examining.tell(examining.examine(), told.append) == 1
    assert told[0].startswith(f"WRONG  {name}: ")


def test_the_way_to_a_database_on_another_machine_is_to_be_encrypted(world: World, real: Any, monkeypatch: Any) -> None:
    monkeypatch.setitem(connection.settings_dict, "HOST", "10.0.0.9")
    assert examined()["way to the database"] == (
        False,
        "The database is on another machine: HOARFROST_DATABASE_CA is to name who signs its certificate.",
    )
    real.DATABASE_CA = "/etc/hoarfrost/database.pem"
    assert "way to the database" not in examined()


def test_a_mail_server_that_is_away_and_one_that_takes_too_little_are_noticed(
    world: World, real: Any, monkeypatch: Any
) -> None:
    real.EMAIL_BACKEND, real.EMAIL_HOST, real.EMAIL_PORT = "django.core.mail.backends.smtp.EmailBackend", "127.0.0.1", 9
    assert examined()["mail"][1].startswith("The mail server does not take mail: ")
    asked = examining._asked
    small = {"SELECT @@max_allowed_packet": "1048576", "SELECT @@sql_mode": "", "SELECT VERSION()": "10.5.3-MariaDB"}
    monkeypatch.setattr(examining, "_asked", lambda question: small[question] if question in small else asked(question))
    found = examined()
    assert [found[name][0] for name in ("packets", "strictness", "database server")] == [False, False, False]


def test_a_database_that_does_not_answer_is_all_that_can_be_said_of_it(
    world: World, real: Any, monkeypatch: Any
) -> None:
    def away(question: str) -> str:
        raise OperationalError(2002, "Can't connect")

    monkeypatch.setattr(examining, "_asked", away)
    found = examined()
    assert found["database"] == (False, "The database does not answer: Can't connect.")
    assert "worker" not in found
