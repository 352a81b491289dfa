"""The real stack for tests: gunicorn on a database of its own, filled with the demo school; it can be killed and started again."""

import fcntl
import json
import os
import shutil
import subprocess
import time
from collections.abc import Iterator
from contextlib import ExitStack
from pathlib import Path
from urllib.parse import urlsplit

import MySQLdb

import office
from launch.parts import start_office, start_server, start_worker
from launch.places import PYTHON, ROOT, RUN
from launch.processes import end, free_port, kill, port_is_free
from tests.slow import SlowConnection

SLOW = bool(os.environ.get("HOARFROST_SLOW"))
"""Whether the tests run with answers held back, and the browser's processor halved."""


SETUP_CODE = "frost-at-dawn"
LAST_LINES = 15


class Stack:
    """A server with the demo in it, or an empty one."""

    def __init__(self, name: str, *, demo: bool = True) -> None:
        self.demo = demo
        self.name = f"test_{name}"
        self.port = free_port()
        given = urlsplit(os.environ["HOARFROST_DATABASE_URL"])
        self._given = given
        self.environment = {
            "HOARFROST_DATABASE_URL": given._replace(path=f"/{self.name}").geturl(),
            "HOARFROST_BROKER_URL": os.environ["HOARFROST_BROKER_URL"],
            "HOARFROST_SECRET_KEY": os.environ["HOARFROST_SECRET_KEY"],
            "HOARFROST_SENDING_FIRST_WAIT": "2",
            "HOARFROST_DEMO": str(int(demo)),
            "HOARFROST_SETUP_CODE": "" if demo else SETUP_CODE,
            "DJANGO_SETTINGS_MODULE": "hoarfrost.settings",
            "PYTHONPATH": f"{ROOT / 'core'}:{ROOT / 'server'}",
        }
        self.server: subprocess.Popen[bytes] | None = None
        self.worker: subprocess.Popen[bytes] | None = None
        self.office: subprocess.Popen[bytes] | None = None
        self._office_port = 0
        self._shell: subprocess.Popen[str] | None = None
        self._slow = SlowConnection(free_port(), self.port) if SLOW else None

    @property
    def address(self) -> str:
        """Where a browser finds it."""
        return f"http://127.0.0.1:{self._slow.port if self._slow else self.port}"

    def make(self) -> None:
        """A new database, with the demo unless it is to be empty, and the server on it."""
        self._sql(f"DROP DATABASE IF EXISTS {self.name}")
        self._sql(f"CREATE DATABASE {self.name}")
        run = os.environ.get("PYTEST_XDIST_TESTRUNUID")
        if run is None:
            self._fill()
        else:
            self._fill_once(RUN / f"test-filled-{run}-{'demo' if self.demo else 'empty'}.sql")
        self.start()

    def take_over(self, dump: bytes) -> None:
        """A database as a dump has it, brought to this version."""
        self._sql(f"DROP DATABASE IF EXISTS {self.name}")
        self._sql(f"CREATE DATABASE {self.name}")
        path = RUN / f"{self.name}-dump.sql"
        path.write_bytes(dump)
        try:
            self._client("mariadb", stdin=path)
        finally:
            path.unlink()
        self.manage("migrate", "--verbosity=0", "--skip-checks")

    def dump(self, path: Path) -> None:
        """Write the database into a file."""
        self._client("mariadb-dump", stdout=path)

    def _fill(self) -> None:
        self.manage("migrate", "--verbosity=0", "--skip-checks")
        if self.demo:
            self.manage("fill_demo")

    def _fill_once(self, dump: Path) -> None:
        """Of the processes that run tests side by side the first fills its database; the others copy that."""
        with dump.with_suffix(".lock").open("w") as lock:
            fcntl.flock(lock, fcntl.LOCK_EX)
            if dump.exists():
                self._client("mariadb", stdin=dump)
                return
            self._fill()
            made = dump.with_suffix(".part")
            self.dump(made)
            made.rename(dump)

    def _client(self, command: str, *, stdin: Path | None = None, stdout: Path | None = None) -> None:
        given = self._given
        at = [f"--host={given.hostname}", f"--port={given.port}", f"--user={given.username}", self.name]
        with ExitStack() as files:
            subprocess.run(
                [command, *at],
                env={**os.environ, "MYSQL_PWD": given.password or ""},
                stdin=files.enter_context(stdin.open("rb")) if stdin else None,
                stdout=files.enter_context(stdout.open("wb")) if stdout else None,
                check=True,
            )

    def start(self) -> None:
        self.server = start_server(self.port, self.environment, RUN / f"{self.name}-server.log")

    def start_worker(self, *, long: bool = True, niceness: int = 0) -> None:
        """What is done in the background, unless told so without what takes `long`; few tests need it, and none waits longer for it than
        it has to. One that an earlier test left ends.
        """
        if self.worker is not None:
            end(self.worker)
        self.worker = start_worker(self.environment, RUN / f"{self.name}-worker.log", long=long, niceness=niceness)

    def start_office(self) -> str:
        """The register that stands in for a real one, with nothing but what the demo sent it; gives its address."""
        folder = self.office_store.parent
        shutil.rmtree(folder, ignore_errors=True)
        folder.mkdir(parents=True)
        self._office_port = free_port()
        address = f"http://127.0.0.1:{self._office_port}"
        self.manage("set_demo_register", address, office.CLIENT_ID, office.CLIENT_SECRET, str(folder / "office.json"))
        self.start_office_again()
        return address

    def start_office_again(self) -> None:
        """The register as it was when it was killed."""
        self.office = start_office(self._office_port, self.office_store.parent, RUN / f"{self.name}-office.log")

    def kill_office(self) -> None:
        """As a power cut would."""
        assert self.office is not None
        kill(self.office)
        while not port_is_free(self._office_port):
            time.sleep(0.01)

    def log_ends(self) -> Iterator[tuple[str, str]]:
        """The last lines that each part wrote down, by its name: what a test that fails is told besides."""
        for part in ("server", "worker", "office"):
            log = RUN / f"{self.name}-{part}.log"
            if log.exists() and (text := log.read_text(errors="replace").strip()):
                yield part, "\n".join(text.splitlines()[-LAST_LINES:])

    @property
    def office_store(self) -> Path:
        """Where the register keeps what has arrived."""
        return RUN / f"{self.name}-office" / "office.sqlite3"

    def kill(self) -> None:
        """As a power cut would: no chance to finish anything."""
        assert self.server is not None
        kill(self.server)
        while not port_is_free(self.port):  # A moment, until the last of them has let go of it.
            time.sleep(0.01)

    def drop(self) -> None:
        if self._shell is not None:
            self._shell.communicate()
        for process in (self.worker, self.office, self.server):
            if process is not None:
                end(process)
        if self._slow is not None:
            self._slow.close()
        self._sql(f"DROP DATABASE IF EXISTS {self.name}")

    def manage(self, *arguments: str) -> None:
        subprocess.run(
            [PYTHON, ROOT / "server" / "manage.py", *arguments], env={**os.environ, **self.environment}, check=True
        )

    def python(self, code: str) -> str:
        """Run something in the server's own Python; gives what it prints. What the server keeps of classes is past then."""
        counted = f"{code}\nfrom school import models, revisions\n[revisions.count_school(each.pk) for each in models.School.objects.all()]"
        if self._shell is None:
            self._shell = subprocess.Popen(
                [PYTHON, ROOT / "tests" / "shell.py"],
                env={**os.environ, **self.environment},
                stdin=subprocess.PIPE,
                stdout=subprocess.PIPE,
                text=True,
            )
        given, said = self._shell.stdin, self._shell.stdout
        assert given is not None
        assert said is not None
        given.write(json.dumps(counted) + "\n")
        given.flush()
        printed, error = json.loads(said.readline())
        assert not error, error
        return str(printed).strip()

    def add_class(self, name: str, students: int, works: int = 0) -> int:
        """A class of the demo's geography teacher, with students of the demo in it; gives its number.

        It is empty, or has so many pieces of work in one category and quarter 2: Walk 1, Walk 2 and so on.
        """
        return int(
            self.python(
                "from school.models import *; from plans.models import *;"
                "teacher = Person.objects.get(sign_in='odalys'); year = SchoolYear.objects.get();"
                f"made = SchoolClass.objects.create(school=year.school, year=year, name={json.dumps(name)}, room='Room 3', position=9);"
                "Teaching.objects.create(school_class=made, person=teacher);"
                "GroundRules.objects.create(school_class=made, scale=GradingScale.objects.get(name='Letters, fine'));"
                "everybody = Student.objects.order_by('family_name', 'given_name');"
                "of = lambda section: list(everybody.filter(enrolments__school_class__section=section));"
                f"some = list(dict.fromkeys(of('B') + of('A')))[:{students}];"
                "[Enrolment.objects.create(school_class=made, student=each, starts=year.starts) for each in some];"
                "import datetime; day = datetime.date(2031, 11, 30); quarter = Term.objects.get(name='Quarter 2');"
                f"walks = [Category.objects.create(school_class=made, name='Walks', sign='WK', weight=100)] if {works} else [];"
                "Assignment.objects.bulk_create([Assignment(school_class=made, category=walks[0], term=quarter, name=f'Walk {n}',"
                " short_name=f'Walk {n}', points=20, due_on=day + datetime.timedelta(min(n, 40)), position=n)"
                f" for n in range(1, {works} + 1)]);"
                "print(made.pk)"
            )
        )

    def add_co_teacher(self, class_id: int) -> None:
        """Tobin Achterberg teaches a class too."""
        self.python(
            "from school.models import *;"
            f"Teaching.objects.get_or_create(school_class_id={class_id}, person=Person.objects.get(sign_in='tobin'), leads=False)"
        )

    def _sql(self, statement: str) -> None:
        given = self._given
        connection = MySQLdb.connect(
            host=given.hostname, port=given.port, user=given.username, password=given.password, charset="utf8mb4"
        )
        with connection.cursor() as cursor:
            cursor.execute(statement)
        connection.close()
