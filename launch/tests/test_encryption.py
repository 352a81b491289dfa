"""A database and a broker on other machines: what goes there is encrypted, and goes to nobody else."""

import shutil
import subprocess
import time
from collections.abc import Iterator
from pathlib import Path

import pytest

from launch import environment
from launch.database import Database
from launch.places import PYTHON, RUN
from launch.processes import end, free_port, start

NAME = "test-encrypted"
ASKED = """
import django
django.setup()
from django.db import connection
from hoarfrost.installation import _broker
from hoarfrost.worker import app
with connection.cursor() as cursor:
    cursor.execute("SHOW STATUS LIKE 'Ssl_version'")
    print(cursor.fetchone()[1])
print(_broker().words)
with app.connection_for_write() as broker:
    print(broker.ensure_connection(max_retries=1).connected)
"""


class Certificate:
    """A key, and a certificate for this machine that vouches for itself."""

    def __init__(self, folder: Path, name: str) -> None:
        self.key, self.file = folder / f"{name}.key", folder / f"{name}.pem"
        named = ["-subj", f"/CN={name}", "-addext", "subjectAltName=IP:127.0.0.1", "-days", "2"]
        new = ["openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", *named]
        subprocess.run([*new, "-keyout", self.key, "-out", self.file], check=True, capture_output=True)


class EncryptedDatabase(Database):
    """One that answers nobody whose way to it is not encrypted."""

    certificate: Certificate

    def _configure(self) -> None:
        super()._configure()
        with (self.folder / "my.cnf").open("a") as settings:
            settings.write(f"ssl-cert={self.certificate.file}\nssl-key={self.certificate.key}\n")
            settings.write("require-secure-transport=ON\n")


@pytest.fixture(scope="module")
def certificates(tmp_path_factory: pytest.TempPathFactory) -> tuple[Certificate, Certificate]:
    """The one that the database and the broker have, and another that is named as well."""
    folder = tmp_path_factory.mktemp("certificates")
    return Certificate(folder, "own"), Certificate(folder, "other")


@pytest.fixture(scope="module")
def database(certificates: tuple[Certificate, Certificate]) -> Iterator[Database]:
    made = EncryptedDatabase(NAME)
    made.certificate = certificates[0]
    made.start()
    yield made
    made.stop()
    shutil.rmtree(RUN / NAME, ignore_errors=True)


@pytest.fixture(scope="module")
def broker(certificates: tuple[Certificate, Certificate], tmp_path_factory: pytest.TempPathFactory) -> Iterator[str]:
    """Where a Redis is that is encrypted alone; its certificate is to be named behind it."""
    port, own = free_port(), certificates[0]
    tls = ["--tls-port", str(port), "--tls-auth-clients", "no", "--tls-ca-cert-file", str(own.file)]
    signed = ["--tls-cert-file", str(own.file), "--tls-key-file", str(own.key)]
    folder = tmp_path_factory.mktemp("redis")
    server = shutil.which("redis-server") or "redis-server"
    running = start([server, "--port", "0", *tls, *signed, "--save", "", "--dir", str(folder)], folder / "log")
    asked = ["redis-cli", "-p", str(port), "--tls", "--cacert", str(own.file), "ping"]
    for _ in range(200):
        if subprocess.run(asked, capture_output=True, text=True).stdout.strip() == "PONG":
            break
        time.sleep(0.05)
    yield f"rediss://127.0.0.1:{port}/0?ssl_cert_reqs=required&ssl_ca_certs="
    end(running)


def reached(database: Database, broker: str, authority: str) -> subprocess.CompletedProcess[str]:
    """A process of the server's asks both."""
    # The tests' own broker stands in the environment.
    own = {"HOARFROST_BROKER_URL": broker, "HOARFROST_DATABASE_CA": authority}
    given = environment.testing_environment(database.url, broker) | own
    return subprocess.run([PYTHON, "-c", ASKED], env=given, capture_output=True, text=True, timeout=120, check=False)


def test_database_and_broker_are_reached_encrypted(
    database: Database, broker: str, certificates: tuple[Certificate, Certificate]
) -> None:
    own = str(certificates[0].file)
    found = reached(database, broker + own, own)
    assert found.stdout.splitlines() == ["TLSv1.3", "The broker that wakes the worker answers.", "True"], found.stderr


def test_a_database_that_is_not_the_one_it_says_is_told_nothing(
    database: Database, broker: str, certificates: tuple[Certificate, Certificate]
) -> None:
    own, other = (str(each.file) for each in certificates)
    found = reached(database, broker + own, other)
    assert (found.returncode, found.stdout) == (1, "")
    assert "certificate" in found.stderr


def test_a_broker_that_is_not_the_one_it_says_is_told_nothing(
    database: Database, broker: str, certificates: tuple[Certificate, Certificate]
) -> None:
    own, other = (str(each.file) for each in certificates)
    found = reached(database, broker + other, own)
    assert found.stdout.splitlines()[1].startswith("The broker does not answer")
    assert found.returncode == 1
