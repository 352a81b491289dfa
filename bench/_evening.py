"""What the measurements of an evening stand on: a school whose families and teachers are signed in, and what these do at the same time."""

import http.client
import itertools
import json
import queue
import random
import threading
import time
import uuid
from collections.abc import Callable
from decimal import Decimal
from typing import Any

from _measuring import at_most_in_95_of_100, headers_of

HOMEROOMS, STUDENTS, SUBJECTS, WORKS = 50, 30, 6, 25
CLASSES = 5
"""So many has each teacher."""
SECONDS = 60
HANDS = 40
"""So many families at most wait for an answer at once: a closed loop."""
PASSWORD = "frost on the lake"

Session = tuple[str, int]
"""A session's key, and the number of a student or a class."""


def fill(families: int, teaching: int) -> tuple[list[Session], list[tuple[str, int, int, list[int], list[int]]], int]:
    """A school of so many students, each in all subjects of their homeroom; gives guardians with their students, teachers with what
    they enter into, and the first guardian's student.
    """
    from django.contrib.auth.hashers import make_password
    from plans.models import Assignment, Category, GradingScale, GroundRules
    from school.models import (
        Enrolment,
        Guardianship,
        Membership,
        Person,
        Role,
        SchoolClass,
        SchoolYear,
        Student,
        Teaching,
        Term,
    )
    from scores.models import Score

    year, term = SchoolYear.objects.get(), Term.objects.get(name="Quarter 2")
    school, scale = year.school, GradingScale.objects.get(name="Letters, fine")
    password, chance, now = make_password(PASSWORD), random.Random(23), school.now()

    def people(name: str, count: int, role: str) -> list[Person]:
        Person.objects.bulk_create(
            Person(sign_in=f"{name}{n}", given_name=name.title(), family_name=f"{n}", password=password)
            for n in range(count)
        )
        made = list(Person.objects.filter(sign_in__startswith=name, family_name__regex=r"^\d+$").order_by("pk"))
        Membership.objects.bulk_create(Membership(person=each, school=school, role=role) for each in made)
        return made

    guardians, teachers = (
        people("family", families, Role.GUARDIAN),
        people("teaching", HOMEROOMS * SUBJECTS // CLASSES, Role.TEACHER),
    )
    entered = []
    chosen: list[Student] = []
    for room in range(HOMEROOMS):
        Student.objects.bulk_create(
            Student(
                school=school,
                given_name=f"Given{n}",
                family_name=f"Family{room}",
                number=f"5{room:02}{n:02}",
                alias=f"f{room}-{n}",
            )
            for n in range(STUDENTS)
        )
        students = list(Student.objects.filter(family_name=f"Family{room}", number__startswith=f"5{room:02}"))
        chosen += students[: families // HOMEROOMS]
        for subject in range(SUBJECTS):
            here = SchoolClass.objects.create(school=school, year=year, name=f"Subject {subject}", section=f"{room}")
            GroundRules.objects.create(school_class=here, scale=scale, families_see_running=True)
            Enrolment.objects.bulk_create(
                Enrolment(school_class=here, student=each, starts=year.starts) for each in students
            )
            parts = [
                Category.objects.create(school_class=here, name=f"P{n}", sign=f"P{n}", weight=25) for n in range(4)
            ]
            Assignment.objects.bulk_create(
                Assignment(
                    school_class=here,
                    category=parts[n % 4],
                    term=term,
                    name=f"Work {n}",
                    short_name=f"W{n}",
                    points=20,
                    position=n,
                )
                for n in range(WORKS)
            )
            works = list(Assignment.objects.filter(school_class=here).order_by("position"))
            teacher = teachers[(room * SUBJECTS + subject) % len(teachers)]
            Teaching.objects.create(school_class=here, person=teacher)
            Score.objects.bulk_create(
                Score(
                    student=each,
                    assignment=work,
                    number=Decimal(chance.randint(20, 40)) / 2,
                    changed_by=teacher,
                    changed_at=now,
                )
                for each in students
                for work in works[:-2]
            )
            if len(entered) < teaching:
                entered.append((teacher, here.pk, [each.pk for each in students], [each.pk for each in works[-2:]]))
    Guardianship.objects.bulk_create(
        Guardianship(student=student, person=guardian) for student, guardian in zip(chosen, guardians, strict=True)
    )
    signed_in = [(session(guardian), student.pk) for guardian, student in zip(guardians, chosen, strict=True)]
    # They come from all homerooms at once.
    chance.shuffle(signed_in)
    return signed_in, [(session(who), where, term.pk, *what) for who, where, *what in entered], chosen[0].pk


def session(person: Any) -> str:
    """A session of somebody who has signed in."""
    from importlib import import_module

    from django.conf import settings
    from django.contrib.auth import BACKEND_SESSION_KEY, HASH_SESSION_KEY, SESSION_KEY

    made = import_module(settings.SESSION_ENGINE).SessionStore()
    made[SESSION_KEY] = str(person.pk)
    made[BACKEND_SESSION_KEY] = "django.contrib.auth.backends.ModelBackend"
    made[HASH_SESSION_KEY] = person.get_session_auth_hash()
    made.create()
    return str(made.session_key)


class Evening:
    """What teachers and families do at the same time, and how long each answer took, in seconds."""

    def __init__(self, port: int) -> None:
        self.port = port
        self.saves: list[float] = []
        self.pages: list[float] = []
        self.sign_ins: list[float] = []
        self.came_again = 0
        self.failures: list[str] = []

    def run(self, teachers: list[Any], families: list[Callable[[http.client.HTTPConnection], None]]) -> None:
        """Let teachers enter a score a second each, and families do something each at its moment of the minute."""
        begins = time.perf_counter() + 1
        waiting: queue.Queue[tuple[float, Callable[[http.client.HTTPConnection], None]]] = queue.Queue()
        for place, each in enumerate(families):
            waiting.put((begins + SECONDS * place / len(families), each))
        threads = [
            threading.Thread(target=self._teacher, args=(begins + n / len(teachers), *each))
            for n, each in enumerate(teachers)
        ]
        threads += [threading.Thread(target=self._family, args=(waiting,)) for _ in range(HANDS if families else 0)]
        for each in threads:
            each.start()
        for each in threads:
            each.join()

    def _family(self, waiting: Any) -> None:
        while True:
            try:
                moment, act = waiting.get_nowait()
            except queue.Empty:
                return
            time.sleep(max(0.0, moment - time.perf_counter()))
            # Each family has a connection of its own.
            connection = http.client.HTTPConnection("127.0.0.1", self.port, timeout=60)
            act(connection)
            connection.close()

    def _teacher(
        self, begins: float, key: str, class_id: int, term: int, students: list[int], works: list[int]
    ) -> None:
        connection = http.client.HTTPConnection("127.0.0.1", self.port, timeout=60)
        for second, (work, student) in zip(range(SECONDS), itertools.product(works, students), strict=False):
            time.sleep(max(0.0, begins + second - time.perf_counter()))
            # Whatever is there by now is replaced: each run enters the same cells.
            entry = {
                "student": student,
                "assignment": work,
                "text": str(second % 20),
                "version": self._version(class_id, student, work),
            }
            body = json.dumps({"id": str(uuid.uuid4()), "term": term, "entries": [entry]})
            began = time.perf_counter()
            status, said = self.ask(connection, "POST", f"/api/v1/classes/{class_id}/scores", key, body)
            self.saves.append(time.perf_counter() - began)
            saved = json.loads(said)["saved"] if status == 200 else []
            if not saved:
                self.failures.append(f"{status} {said[:120]!r}")
            else:
                self.versions[class_id, student, work] = saved[0]["version"]

    versions: dict[tuple[int, int, int], int] = {}  # noqa: RUF012

    def _version(self, *cell: int) -> int:
        return self.versions.get(cell, 0)  # type: ignore[arg-type]

    def ask(
        self, connection: http.client.HTTPConnection, method: str, path: str, key: str, body: str | None = None
    ) -> tuple[int, bytes]:
        """One request; gives the status and what was answered."""
        connection.request(method, path, body, headers_of(key))
        answer = connection.getresponse()
        return answer.status, answer.read()

    def opens(self, key: str, student: int) -> Callable[[http.client.HTTPConnection], None]:
        """A family opens its page, as the browser does: who is signed in, the page, and that it was looked at."""

        def act(connection: http.client.HTTPConnection) -> None:
            self.ask(connection, "GET", "/api/v1/session", key)
            began = time.perf_counter()
            while (asked := self.ask(connection, "GET", f"/api/v1/families/{student}", key))[0] == 503:
                self.came_again += 1
                time.sleep(1)
            status, said = asked
            self.pages.append(time.perf_counter() - began)
            page = json.loads(said) if status == 200 else {"classes": [], "shows": {}}
            if len(page["classes"]) != SUBJECTS:
                self.failures.append(f"{status} {said[:120]!r}")
            body = json.dumps({"shows": page["shows"]})
            self.ask(connection, "POST", f"/api/v1/families/{student}/looked", key, body)

        return act

    def signs_in(self, name: str) -> Callable[[http.client.HTTPConnection], None]:
        """A guardian signs in, and comes again where many others do."""

        def act(connection: http.client.HTTPConnection) -> None:
            began = time.perf_counter()
            body = json.dumps({"sign_in": name, "password": PASSWORD, "code": ""})
            while (asked := self.ask(connection, "POST", "/api/v1/session", "", body))[0] == 503:
                self.came_again += 1
                # The server lets go of a connection on which nothing comes.
                connection.close()
                time.sleep(1 + random.random())
            self.sign_ins.append(time.perf_counter() - began)
            if asked[0] != 200:
                self.failures.append(f"{asked[0]} {asked[1][:120]!r}")

        return act


def ms(durations: list[float]) -> str:
    """The middle and the 95th percentile, in ms."""
    in_order = sorted(durations)
    return f"{1000 * in_order[len(in_order) // 2]:.0f} ms at the median, {1000 * at_most_in_95_of_100(in_order):.0f} at the 95th percentile"
