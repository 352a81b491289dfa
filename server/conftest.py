"""A small school for the server's tests: one class with everything, and people who have nothing to do with it."""

import datetime
import json
from collections.abc import Callable
from dataclasses import dataclass
from decimal import Decimal
from functools import cache
from typing import Any

import pytest
from django.db import connection
from django.test import Client
from django.test.client import ClientHandler
from plans.models import Assignment, Category, GradingScale, GroundRules, ScaleBand, ScoreCode
from school import audit, revisions
from school.models import (
    Enrolment,
    Membership,
    Person,
    ReportingWindow,
    Role,
    School,
    SchoolClass,
    SchoolYear,
    Student,
    Teaching,
    Term,
)
from scores import class_cache

TODAY = datetime.date(2032, 1, 14)
PASSWORD = "frost on the lake"


@dataclass
class World:
    """The school's rows, and how to be somebody."""

    school: School
    people: dict[str, Person]
    school_class: SchoolClass
    term: Term
    next_term: Term
    students: list[Student]
    categories: list[Category]
    assignments: list[Assignment]

    def client(self, who: str | None) -> Client:
        """Somebody's browser; CSRF is looked at in tests of its own."""
        client = Client()
        client.handler = _handler()
        if who is not None:
            client.force_login(self.people[who], backend="django.contrib.auth.backends.ModelBackend")
        return client

    def changed(self) -> None:
        """The test has changed rows of the class itself; operations count what they change."""
        revisions.count_school(self.school.pk)

    @property
    def address(self) -> str:
        return f"/api/v1/classes/{self.school_class.pk}"

    @property
    def school_address(self) -> str:
        return f"/api/v1/schools/{self.school.pk}"


@pytest.fixture(scope="session")
def django_db_modify_db_settings(django_db_modify_db_settings_parallel_suffix: None) -> None:
    """A test is one transaction, in which other programs may work for longer than in any request."""
    del connection.settings_dict["OPTIONS"]["init_command"]


@cache
def _handler() -> ClientHandler:
    """One for all clients: a handler's middleware looks through the built pages when it is made."""
    return ClientHandler(enforce_csrf_checks=False)


def make_person(sign_in: str, name: str, school: School | None, role: Role | None) -> Person:
    given, family = name.split(" ", 1)
    person = Person.objects.create_person(sign_in, given, family, PASSWORD)
    if school and role:
        Membership.objects.create(person=person, school=school, role=role)
    return person


def make_class(
    school: School, year: SchoolYear, scale: GradingScale, teachers: list[Person], name: str, section: str = "A"
) -> SchoolClass:
    school_class = SchoolClass.objects.create(school=school, year=year, name=name, section=section, room="Room 1")
    for person in teachers:
        Teaching.objects.create(school_class=school_class, person=person)
    GroundRules.objects.create(school_class=school_class, scale=scale, blank="zero_when_closed")
    return school_class


@pytest.fixture(autouse=True)
def quick_passwords(settings: Any) -> None:
    """Hashing passwords slowly is for real people."""
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]


@pytest.fixture(autouse=True)
def kept_mail(settings: Any) -> None:
    """Mail stays in the outbox, as on one machine."""
    settings.EMAIL_BACKEND = settings.OUTBOX


@pytest.fixture(autouse=True)
def audit_of_the_test(monkeypatch: pytest.MonkeyPatch) -> None:
    """What an earlier test had written in the audit was taken back with it; no other thread sees what this one is about to write."""
    made = audit._Daily()
    monkeypatch.setattr(made, "begin_writing", lambda: None)
    monkeypatch.setattr(audit, "daily", made)


@pytest.fixture(autouse=True)
def empty_class_cache(monkeypatch: pytest.MonkeyPatch) -> None:
    """The class cache is on, as on a server, and knows nothing yet. The transaction of a test never ends, and is not taken for one."""
    class_cache.clear()
    monkeypatch.setattr(
        class_cache, "is_settled", lambda: all(vars(each)["_from_testcase"] for each in connection.atomic_blocks)
    )


@pytest.fixture
def world(db: None) -> World:
    """A class of three with two categories and three assignments, quarter 2 running and being posted."""
    school = School.objects.create(name="Hill School", fixed_day=TODAY)
    other_school = School.objects.create(name="Dale School", fixed_day=TODAY)
    year = SchoolYear.objects.create(
        school=school, name="2031/32", starts=datetime.date(2031, 9, 1), ends=datetime.date(2032, 6, 15)
    )
    semester = Term.objects.create(
        year=year, kind="semester", name="Semester 1", starts=year.starts, ends=datetime.date(2032, 1, 27), position=1
    )
    term = Term.objects.create(
        year=year,
        within=semester,
        name="Quarter 2",
        starts=datetime.date(2031, 11, 3),
        ends=datetime.date(2032, 1, 16),
        position=2,
    )
    after = Term.objects.create(
        year=year, name="Quarter 3", starts=datetime.date(2032, 1, 28), ends=datetime.date(2032, 4, 2), position=3
    )
    ReportingWindow.objects.create(term=term, opens=datetime.date(2032, 1, 12), closes=datetime.date(2032, 1, 20))
    scale = GradingScale.objects.create(school=school, name="Letters")
    for mark, least in zip("ABCDE", (90, 80, 70, 60, 0), strict=True):
        ScaleBand.objects.create(scale=scale, mark=mark, min=Decimal(least))
    ScoreCode.objects.create(school=school, code="EX", name="exempt", effect="leave_out")
    ScoreCode.objects.create(school=school, code="MI", name="missing", effect="zero", missing=True)
    people = {
        "teacher": make_person("ann", "Ann Alder", school, Role.TEACHER),
        "co_teacher": make_person("bo", "Bo Birch", school, Role.TEACHER),
        "other_teacher": make_person("cy", "Cy Cedar", school, Role.TEACHER),
        "officer": make_person("dee", "Dee Dogwood", school, Role.OFFICER),
        "guardian": make_person("eve", "Eve Elm", school, Role.GUARDIAN),
        "student": make_person("fin", "Fin Fir", school, Role.STUDENT),
        "other_guardian": make_person("gus", "Gus Gorse", school, Role.GUARDIAN),
        "stranger": make_person("hal", "Hal Hazel", other_school, Role.TEACHER),
        "other_officer": make_person("isa", "Isa Ivy", other_school, Role.OFFICER),
    }
    students = [
        Student.objects.create(
            school=school,
            given_name=given,
            family_name="Fir",
            number=str(100 + place),
            alias=f"{place}77",
            pronouns="she",
        )
        for place, given in enumerate(("Fin", "Una", "Ivo"))
    ]
    students[0].person = people["student"]
    students[0].save()
    students[0].guardians.add(people["guardian"])
    students[1].guardians.add(people["other_guardian"])
    school_class = make_class(school, year, scale, [people["teacher"], people["co_teacher"]], "Botany")
    make_class(school, year, scale, [people["other_teacher"]], "Zoology")
    Enrolment.objects.bulk_create(
        Enrolment(school_class=school_class, student=each, starts=year.starts) for each in students
    )
    categories = [
        Category.objects.create(
            school_class=school_class, name=name, sign=sign, weight=Decimal(weight), position=place, colour=place
        )
        for place, (name, sign, weight) in enumerate((("Leaves", "LV", 60), ("Roots", "RT", 40)))
    ]
    assignments = [
        Assignment.objects.create(
            school_class=school_class,
            term=term,
            category=categories[place % 2],
            name=name,
            short_name=name,
            points=Decimal(20),
            due_on=datetime.date(2031, 12, 1 + place),
            position=place,
        )
        for place, name in enumerate(("Oak", "Beet", "Ash"))
    ]
    return World(school, people, school_class, term, after, students, categories, assignments)


def send(client: Client, method: str, address: str, body: Any = None) -> Any:
    """Ask the API; gives the response."""
    call: Callable[..., Any] = getattr(client, method.lower())
    return call(address, json.dumps(body), content_type="application/json") if body is not None else call(address)
