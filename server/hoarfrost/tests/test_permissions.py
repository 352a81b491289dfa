"""Every operation names its permission, and every role is tried on every operation."""

import datetime
import time
import uuid
from base64 import b64decode
from collections.abc import Callable, Iterator
from typing import Any

import pytest
from accounts import second_factor
from accounts.inviting import link_of, make_letters
from conftest import PASSWORD, World, make_person, send
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction
from django.test import RequestFactory
from django.utils import timezone
from django_otp.oath import TOTP
from django_otp.plugins.otp_totp.models import TOTPDevice
from ninja import Schema
from people.models import FileDraft
from plans.models import Assignment, Category, GradingScale, GroundRules, PlanEvent, ScoreCode, SharedCriteria
from school.access import Permission
from school.models import Person, ReportingWindow, Role, School, SchoolClass, SchoolYear, Student, Term
from school.revisions import count_class
from scores.models import StudentGroup
from scores.tests.test_entering import enter, entry

from hoarfrost.api import api

NOBODY: set[str | None] = set()
EVERYBODY: set[str | None] = {
    None,
    "teacher",
    "co_teacher",
    "other_teacher",
    "officer",
    "guardian",
    "student",
    "other_guardian",
    "stranger",
    "other_officer",
}
SIGNED_IN = EVERYBODY - {None}
CLASS_TEACHERS: set[str | None] = {"teacher", "co_teacher"}

WHO: dict[tuple[str, str], set[str | None]] = {
    ("GET", "/health"): EVERYBODY,
    ("GET", "/ready"): EVERYBODY,
    ("GET", "/session"): EVERYBODY,
    ("POST", "/session"): EVERYBODY,
    ("DELETE", "/session"): SIGNED_IN,
    ("PUT", "/session/school"): SIGNED_IN,
    ("GET", "/setup"): EVERYBODY,
    ("POST", "/setup"): EVERYBODY,
    ("GET", "/invitations/{number}/{token}"): EVERYBODY,
    ("POST", "/invitations/{number}/{token}"): EVERYBODY,
    ("POST", "/letters"): EVERYBODY,
    ("POST", "/password/forgotten"): EVERYBODY,
    ("PUT", "/password"): SIGNED_IN,
    ("PUT", "/language"): SIGNED_IN,
    ("GET", "/sessions"): SIGNED_IN,
    ("DELETE", "/sessions/{session}"): SIGNED_IN,
    ("GET", "/second-factor"): SIGNED_IN,
    ("POST", "/second-factor"): SIGNED_IN,
    ("POST", "/second-factor/confirm"): SIGNED_IN,
    ("POST", "/second-factor/recovery-codes"): SIGNED_IN,
    ("POST", "/second-factor/end"): SIGNED_IN,
    ("GET", "/providers"): EVERYBODY,
    ("GET", "/providers/answer"): EVERYBODY,
    ("GET", "/providers/{provider_id}/start"): EVERYBODY,
    ("GET", "/demo-people"): EVERYBODY,
    ("GET", "/today"): SIGNED_IN,
    ("GET", "/own-classes"): SIGNED_IN,
    ("PUT", "/own-classes"): SIGNED_IN,
    ("GET", "/loose-ends"): SIGNED_IN,
    ("GET", "/own-students"): SIGNED_IN,
    ("GET", "/documents"): SIGNED_IN,
    ("POST", "/sending"): SIGNED_IN,
    ("POST", "/schools/{school_id}/own-classes"): {"teacher", "co_teacher", "other_teacher"},
    ("POST", "/schools/{school_id}/own-classes/gradebook"): {"teacher", "co_teacher", "other_teacher"},
    ("GET", "/families/{student_id}/card"): {"guardian", "student"},
    ("GET", "/families/{student_id}/calendar.ics"): {"guardian", "student"},
    ("POST", "/families/{student_id}/calendar-address"): {"guardian", "student"},
    ("GET", "/own-calendar.ics"): SIGNED_IN,
    ("POST", "/own-calendar-address"): SIGNED_IN,
    ("GET", "/calendar-addresses"): SIGNED_IN,
    ("DELETE", "/calendar-addresses/{calendar_address}"): SIGNED_IN,
    ("GET", "/calendar/{secret}.ics"): EVERYBODY,
    ("GET", "/alias-sheets/{secret}"): EVERYBODY,
    ("GET", "/families/{student_id}/card.pdf"): {"guardian", "student"},
    ("GET", "/families/{student_id}"): {"guardian", "student"},
    ("GET", "/families/{student_id}/files/{assignment}"): {"guardian", "student"},
    ("POST", "/families/{student_id}/looked"): {"guardian", "student"},
    ("GET", "/families/{student_id}/classes/{school_class}/working"): {"guardian", "student"},
    ("GET", "/families/{student_id}/classes/{school_class}/what-if"): {"guardian", "student"},
    ("GET", "/families/{student_id}/classes/{school_class}/tried"): {"guardian", "student"},
    ("GET", "/families/{student_id}/guardians"): {"student"},
    ("POST", "/families/{student_id}/read"): {"guardian", "student"},
    ("GET", "/notices"): SIGNED_IN,
    ("PUT", "/notices"): SIGNED_IN,
    ("POST", "/notices/confirmation"): SIGNED_IN,
    ("POST", "/notices/confirm/{token}"): EVERYBODY,
    ("POST", "/notices/stop/{token}"): EVERYBODY,
    ("PATCH", "/families/{student_id}/guardians/{person}"): {"student"},
}
"""Who may; an operation about a class that is not listed is for its teachers."""


def operations() -> Iterator[tuple[str, str, Any]]:
    """Method, path and view of every operation."""
    for prefix, router in api._routers:
        for path, view in router.path_operations.items():
            for operation in view.operations:
                for method in operation.methods:
                    yield method, f"{prefix}{path}", operation


ALL = [(method, path) for method, path, _ in operations()]


def test_every_operation_names_its_permission() -> None:
    assert len(ALL) > 20
    for method, path, operation in operations():
        permission = getattr(operation.view_func, "permission", None)
        assert isinstance(permission, Permission), f"{method} {path} names no permission"
        expected = (
            "school"
            if "{school_id}" in path
            else "class"
            if "{class_id}" in path
            else "student"
            if "{student_id}" in path
            else None
        )
        assert permission.about == expected, f"{method} {path} looks at {permission.about}, not at {expected}"


def test_no_path_is_in_two_routers() -> None:
    """The second would never be reached."""
    paths = [f"{prefix}{path}" for prefix, router in api._routers for path in router.path_operations]
    assert len(paths) == len(set(paths))


def allowed(method: str, path: str) -> set[str | None]:
    if (method, path) not in WHO and path.startswith("/schools/{school_id}"):
        return {"officer"}
    return WHO.get((method, path), CLASS_TEACHERS if path.startswith("/classes/") else NOBODY)


HIDES = (
    "/ready",
    "/gradebook-file",
    "plan/begin",
    "/file",
    "/files/{assignment}",
    "/by-standard/{student}",
    "/withdraw",
    "/bank/{sentence}",
    "/favourite",
    "/documents/{document}",
    "/reopenings/{reopening}",
    "/sessions/{session}",
    "/calendar-addresses/{calendar_address}",
    "/calendar/{secret}.ics",
    "/alias-sheets/{secret}",
    "/notices/confirm/{token}",
    "/notices/stop/{token}",
    "/merge",
    "/setup",
    "/provider",
    "/drafts/register",
    "/sending/compare",
    "/sending/look",
    "/sending/anew",
    "/sending/pair",
    "/deliveries/{delivery}",
    "/deliveries/{delivery}/try",
    "/deliveries/{delivery}/stop",
    "/tools/{tool}/category",
    "/take-over",
    "/tools/{tool}",
    "/providers/{provider_id}/start",
)
"""What is answered to those who may like what is not theirs: here there is no such plan, no file, and no provider or register that answers."""

ONE_MARK = {"name": "x", "bands": [{"mark": "P", "min": "0"}]}
TWO_MARKS = {"name": "Two", "bands": [{"mark": "P", "min": "50"}, {"mark": "N", "min": "0"}]}
SCORE_TABLE = {"name": "scores.csv", "told": "", "rows": [["Number", "Oak"], ["100", "12"]], "term": 0}

BODIES: dict[str, Any] = {
    "/families/{student_id}/looked": {"shows": {}},
    "/classes/{class_id}/plan/text": {"text": "Stems 5"},
    "/classes/{class_id}/spread/tried": {"term": 0},
    "/classes/{class_id}/spread/{term}/looked-at/{student}": {"is_looked_at": True},
    "/classes/{class_id}/plan/begin": {"source": 1, "with_assignments": False},
    "/classes/{class_id}/plan/send": {"classes": []},
    "/classes/{class_id}/assignments": {"name": "x", "ids": [1]},
    "/classes/{class_id}/assignments/{assignment_id}/share": {"share": "40", "of": "category"},
    "/classes/{class_id}/weights/{term}": {"weights": {}},
    "/classes/{class_id}/weights/{term}/share-rest": {"way": "alike"},
    "/classes/{class_id}/shares": {"weights": {}},
    "/classes/{class_id}/repeating": {
        "pattern": "x",
        "every": "day",
        "starts": "2032-01-12",
        "times": 2,
        "points": "5",
    },
    "/classes/{class_id}/repeating/preview": {"pattern": "x", "every": "day", "starts": "2032-01-12", "times": 2},
    "/classes/{class_id}/scales": ONE_MARK,
    "/classes/{class_id}/scales/{scale}": ONE_MARK,
    "/classes/{class_id}/codes/{code}": {"name": "fine"},
    "/classes/{class_id}/checks/{term}/mend": {"key": "weights"},
    "/classes/{class_id}/rules": {"method": "points"},
    "/classes/{class_id}/chosen": {"cells": []},
    "/classes/{class_id}/scores/tried": {"term": 0},
    "/classes/{class_id}/gradebook-file": {"text": "", "dry_run": True},
    "/classes/{class_id}/scores-file": SCORE_TABLE,
    "/classes/{class_id}/scores-file/take": SCORE_TABLE | {"request": str(uuid.uuid4()), "seen": 0},
    "/classes/{class_id}/view": {"view": {}},
    "/classes/{class_id}/sending/when": {"when": "asked"},
    "/classes/{class_id}/sending/pair": {"term_id": 0, "kind": "class", "here": "1"},
    "/classes/{class_id}/sending/send": {"grades": True},
    "/classes/{class_id}/sending/anew": {"term_id": 0, "key": "term 1"},
    "/classes/{class_id}/tools/{tool}/category": {"theirs": "quizzes"},
    "/classes/{class_id}/tool-results": {"results": [], "take": True},
    "/schools/{school_id}/tools": {"name": "Quizzes", "classes": [1]},
    "/schools/{school_id}/tools/{tool}": {"classes": [1]},
    "/schools/{school_id}/sending": {
        "sends_work": True,
        "hour": 3,
        "when": "night",
        "teachers_choose": True,
        "rosters": "asked",
    },
    "/session": {"sign_in": "nobody", "password": "nothing"},
    "/classes/{class_id}/scores": {"id": str(uuid.uuid4()), "term": 0, "entries": []},
    "/classes/{class_id}/report/post": {"request": str(uuid.uuid4()), "term": 0, "students": []},
    "/classes/{class_id}/report/{term}/{student}/comment": {"text": "", "is_ready": False, "version": 0},
    "/classes/{class_id}/report/{term}/{student}/withdraw": {"reason": "x"},
    "/classes/{class_id}/report/{term}/overrides": {"entries": []},
    "/classes/{class_id}/report/{term}/overrides-file": {
        "told": "",
        "rows": [["Number", "New percent"], ["100", "90"]],
    },
    "/classes/{class_id}/by-standard": {"entries": []},
    "/classes/{class_id}/report/{term}/efforts": {"efforts": {}},
    "/classes/{class_id}/report/{term}/comments": {"students": [], "text": "x"},
    "/classes/{class_id}/report/{term}/families": {"students": [], "is_shown": True},
    "/classes/{class_id}/families/{student}/running": {"is_hidden": True},
    "/classes/{class_id}/bank": {"purpose": "praise", "text": "x"},
    "/classes/{class_id}/bank/{sentence}": {"purpose": "praise", "text": "x"},
    "/classes/{class_id}/groups": {"groups": [{"name": "Ferns", "students": [1]}]},
    "/classes/{class_id}/groups/{group}": {"name": "Mosses", "version": 0},
    "/classes/{class_id}/group-proposal": {"way": "draw", "count": 2},
    "/classes/{class_id}/bank/{sentence}/favourite": {"is_favourite": True},
    "/classes/{class_id}/documents": {"kind": "marking"},
    "/schools/{school_id}/scales": TWO_MARKS,
    "/schools/{school_id}/scales/{scale}": TWO_MARKS,
    "/schools/{school_id}/codes": {"code": "FN", "name": "fine", "effect": "full"},
    "/schools/{school_id}/codes/{code}": {"code": "FN", "name": "fine", "effect": "full"},
    "/schools/{school_id}/invitations": {"people": [1]},
    "/schools/{school_id}/letters": {"people": [1]},
    "/own-classes": {"classes": []},
    "/classes/{class_id}/roster": {"students": [1]},
    "/classes/{class_id}/roster/leave": {"students": [1], "day": "2032-01-14"},
    "/schools/{school_id}/own-classes": {"name": "Mosses"},
    "/schools/{school_id}/own-classes/gradebook": {
        "name": "Ferns",
        "text": '{"hoarfrost": 1, "scale": {"bands": [{"mark": "A", "min": "0"}]}}',
    },
    "/schools/{school_id}/class-making": {"is_allowed": True},
    "/second-factor": {"password": PASSWORD},
    "/second-factor/recovery-codes": {"password": PASSWORD},
    "/second-factor/end": {"password": PASSWORD},
    "/schools/{school_id}/signing-in": {"second_factor_of": ["officer"], "idle_minutes": None},
    "/schools/{school_id}/provider": {"name": "x", "issuer": "https://hill.example", "client_id": "x"},
    "/password/forgotten": {"sign_in": "nobody"},
    "/schools/{school_id}/students": {"given_name": "Ivy", "family_name": "Ilex"},
    "/schools/{school_id}/students/{student}": {"given_name": "Ivy"},
    "/schools/{school_id}/students/{student}/merge": {"other": 1},
    "/schools/{school_id}/students/{student}/account": {"email": ""},
    "/schools/{school_id}/students/{student}/guardians": {"given_name": "Ivy", "family_name": "Ilex"},
    "/schools/{school_id}/students/{student}/guardians/{person}": {"sees": "reports"},
    "/families/{student_id}/guardians/{person}": {"kept_out": True},
    "/families/{student_id}/read": {"term": 0},
    "/language": {"language": "sv"},
    "/notices": {"how": "daily"},
    "/schools/{school_id}/families": {
        "language": "sv",
        "notices": "daily",
        "hour": 9,
        "weekday": 1,
        "asks_to_read": True,
    },
    "/schools/{school_id}/persons": {"role": "teacher", "given_name": "Ivy", "family_name": "Ilex"},
    "/schools/{school_id}/persons/{person}": {"given_name": "Ivy"},
    "/schools/{school_id}/persons/{person}/merge": {"other": 1},
    "/schools/{school_id}/classes": {"name": "Mosses", "year": 1},
    "/schools/{school_id}/classes/many": {"text": "Mosses; A", "year": 1},
    "/schools/{school_id}/classes/{school_class}/students/{student}/move": {"to": 1, "day": "2032-01-14"},
    "/schools/{school_id}/years/{year}/take-over": {"classes": [{"source": 1, "name": "Mosses"}]},
    "/schools/{school_id}/classes/{school_class}": {"room": "Room 9"},
    "/schools/{school_id}/classes/{school_class}/students": {"students": [1]},
    "/schools/{school_id}/classes/{school_class}/leave": {"students": [1], "day": "2032-01-14"},
    "/schools/{school_id}/years/{year}/drafts": {"text": "Number;Family name;Given name\n900;Ilex;Ivy"},
    "/schools/{school_id}/drafts/{draft}": {"silence": "stay"},
    "/schools/{school_id}/drafts/{draft}/answers": {"answers": {}},
    "/schools/{school_id}/register": {
        "address": "https://register.hill.example",
        "token_address": "https://register.hill.example/token",
        "client_id": "x",
        "client_secret": "y",
    },
    "/schools/{school_id}/records": {"kept_years": 5, "audit_years": 5},
    "/schools/{school_id}/cards": {"card_design": "ledger", "paper": "A4"},
    "/schools/{school_id}/standards": {
        "standards": [],
        "combine": "average",
        "rate": "0.65",
        "levels": [],
        "out_of": "4",
    },
    "/schools/{school_id}/standards/rename": {"name": "Maps", "to": "Charts"},
    "/schools/{school_id}/years": {"name": "2032/33", "starts": "2032-09-01", "ends": "2033-06-15"},
    "/schools/{school_id}/years/{year}": {"name": "2032/33", "starts": "2032-09-01", "ends": "2033-06-15"},
    "/schools/{school_id}/years/{year}/terms": {"name": "x", "starts": "2032-05-01", "ends": "2032-05-02"},
    "/schools/{school_id}/terms/{term}": {"name": "Quarter 2", "starts": "2031-11-03", "ends": "2032-01-16"},
    "/schools/{school_id}/terms/{term}/window": {"opens": "2032-01-12", "closes": "2032-01-20", "collects": ["mark"]},
    "/schools/{school_id}/terms/{term}/reopen": {"until": "2032-02-01", "reason": "x"},
    "/schools/{school_id}/terms/{term}/documents": {"kind": "cards"},
    "/schools/{school_id}/years/{year}/gradebooks": {"kind": "gradebooks"},
    "/schools/{school_id}/bank": {"purpose": "praise", "text": "x"},
    "/schools/{school_id}/bank/{sentence}": {"purpose": "praise", "text": "x"},
}


def rename(world: World, who: str | None) -> int:
    """A change of the plan; gives its number in the history."""
    body = {"name": "Yew"}
    send(world.client(who), "PATCH", f"{world.address}/assignments/{world.assignments[0].pk}", body)
    return PlanEvent.objects.latest("pk").pk


def undone(world: World, who: str | None) -> None:
    rename(world, who)
    send(world.client(who), "POST", f"{world.address}/undo")


def scored(world: World) -> None:
    enter(world, entry(world, "17"), entry(world, "9", assignment=1))


def drafted(world: World, who: str | None) -> None:
    scored(world)
    send(world.client(who), "PATCH", f"{world.address}/categories/{world.categories[0].pk}", {"weight": "10"})


def closed(world: World) -> None:
    ReportingWindow.objects.update(closes=datetime.date(2032, 1, 13))


def posted(world: World) -> None:
    scored(world)
    body = {"request": str(uuid.uuid4()), "term": world.term.pk, "students": [world.students[0].pk]}
    assert send(world.client("teacher"), "POST", f"{world.address}/report/post", body).status_code == 200


def running(world: World) -> None:
    """Families see the grade as it stands, and what it would take."""
    scored(world)
    GroundRules.objects.update(families_see_running=True)
    count_class(world.school_class.pk)


def new_term(world: World) -> Term:
    days = {"starts": datetime.date(2032, 5, 1), "ends": datetime.date(2032, 5, 2)}
    return Term.objects.create(year=world.school_class.year, name="Exam", **days)


def another_year(world: World) -> int:
    return (
        SchoolYear.objects.exclude(pk=world.term.year_id)
        .get_or_create(
            school=world.school, name="2030/31", starts=datetime.date(2030, 9, 1), ends=datetime.date(2031, 6, 1)
        )[0]
        .pk
    )


def own_scale(world: World, who: str | None) -> int:
    return GradingScale.objects.create(school=world.school, owner=world.people[who or ""], name="Own").pk


def own_code(world: World, who: str | None) -> int:
    return _code(world, owner=world.people[who or ""])


def unused_scale(world: World) -> int:
    return GradingScale.objects.create(school=world.school, name="Unused").pk


def unused_code(world: World) -> int:
    return _code(world, owner=None)


def _code(world: World, owner: Person | None) -> int:
    return ScoreCode.objects.create(school=world.school, owner=owner, code="FN", name="f", effect="full").pk


def new_year(world: World) -> int:
    days = {"starts": datetime.date(2032, 9, 1), "ends": datetime.date(2033, 6, 1)}
    return SchoolYear.objects.create(school=world.school, name="2032/33", **days).pk


def changed_days(world: World, who: str | None) -> None:
    body = {"name": "Quarter 2", "starts": "2031-11-03", "ends": "2032-01-15"}
    send(world.client(who), "PUT", f"{world.school_address}/terms/{world.term.pk}", body)


def another_class(world: World) -> int:
    return SchoolClass.objects.get(name="Zoology").pk


def drafted_file(world: World) -> int:
    body = {"text": "Number;Family name;Given name\n900;Ilex;Ivy"}
    return int(
        send(world.client("officer"), "POST", f"{world.school_address}/years/{world.term.year_id}/drafts", body).json()[
            "id"
        ]
    )


def applied_file(world: World) -> None:
    send(world.client("officer"), "POST", f"{world.school_address}/drafts/{drafted_file(world)}/apply")


def to_choose(world: World) -> dict[str, Any]:
    """An invitation by link, as parts of its address."""
    person = make_person("jay", "Jay Juniper", world.school, Role.TEACHER)
    number, token = link_of(RequestFactory().get("/"), person).split("/")[-2:]
    return {"number": number, "token": token}


def lettered(world: World) -> dict[str, Any]:
    letter = make_letters(world.school, world.people["officer"], [world.people["guardian"]])[0]
    return {"sign_in": "eve", "code": letter.code, "password": "a long winter"}


def shown_code(person: Person) -> str:
    """What an app shows of a second factor that somebody has begun to set up."""
    second_factor.begin(person)
    totp = TOTP(TOTPDevice.objects.get(user=person).bin_key)
    totp.time = time.time()
    return f"{totp.token():06}"


def left_long_ago() -> None:
    """Students and guardians have left, and the school keeps nothing of who has."""
    Student.objects.update(is_active=False)
    Person.objects.filter(memberships__role=Role.GUARDIAN).update(is_active=False)
    School.objects.update(kept_years=0, fixed_day=datetime.date(2033, 1, 1))


def with_second_factor(person: Person) -> None:
    second_factor.confirm(person, shown_code(person))


Prepared = tuple[int | None, dict[str, Any] | None]

STANDARDS = {
    "standards": [{"id": "Maps", "combine": "latest", "rate": "0.65"}],
    "standards_scale": {"bands": [{"mark": "Secure", "min": "0"}], "out_of": "4"},
}
CRITERIA = [
    {
        "id": "1",
        "name": "Idea",
        "points": "4",
        "description": "",
        "standard": None,
        "levels": [{"id": "1", "name": "rich", "points": "4", "wording": ""}],
    }
]

PREPARED: dict[tuple[str, str], Callable[[World, str | None], Prepared]] = {
    ("PUT", "/session/school"): lambda world, who: (
        None,
        {"school": world.people[who or ""].memberships.get().school_id},
    ),
    ("POST", "/letters"): lambda world, who: (None, lettered(world)),
    ("POST", "/invitations/{number}/{token}"): lambda world, who: (None, {"password": "a long winter"}),
    ("PUT", "/password"): lambda world, who: (None, {"old": PASSWORD, "password": "a long winter"}),
    ("POST", "/second-factor/confirm"): lambda world, who: (None, {"code": shown_code(world.people[who or ""])}),
    ("POST", "/second-factor/recovery-codes"): lambda world, who: (with_second_factor(world.people[who or ""]), None),
    ("POST", "/schools/{school_id}/students/{student}/erase"): lambda world, who: (left_long_ago(), None),
    ("POST", "/schools/{school_id}/persons/{person}/erase"): lambda world, who: (left_long_ago(), None),
    ("PUT", "/schools/{school_id}/scales/{scale}"): lambda world, who: (unused_scale(world), None),
    ("DELETE", "/schools/{school_id}/scales/{scale}"): lambda world, who: (unused_scale(world), None),
    ("PUT", "/schools/{school_id}/codes/{code}"): lambda world, who: (unused_code(world), None),
    ("DELETE", "/schools/{school_id}/codes/{code}"): lambda world, who: (unused_code(world), None),
    ("POST", "/schools/{school_id}/invitations"): lambda world, who: (
        Person.objects.update(email="x@hill.example") and None,
        {"people": [world.people["guardian"].pk]},
    ),
    ("POST", "/schools/{school_id}/letters"): lambda world, who: (None, {"people": [world.people["guardian"].pk]}),
    ("POST", "/schools/{school_id}/students/{student}/account"): lambda world, who: (
        Student.objects.update(person=None) and None,
        {"email": ""},
    ),
    ("DELETE", "/schools/{school_id}/students/{student}/guardians/{person}"): lambda world, who: (
        world.people["guardian"].pk,
        None,
    ),
    ("POST", "/schools/{school_id}/classes"): lambda world, who: (None, {"name": "Mosses", "year": world.term.year_id}),
    ("POST", "/schools/{school_id}/classes/many"): lambda world, who: (
        None,
        {"text": "Mosses; A", "year": world.term.year_id},
    ),
    ("POST", "/schools/{school_id}/classes/{school_class}/students"): lambda world, who: (
        None,
        {"students": [world.students[0].pk]},
    ),
    ("POST", "/classes/{class_id}/roster"): lambda world, who: (None, {"students": [world.students[0].pk]}),
    ("POST", "/classes/{class_id}/roster/leave"): lambda world, who: (
        None,
        {"students": [world.students[0].pk], "day": "2032-01-14"},
    ),
    ("POST", "/schools/{school_id}/classes/{school_class}/leave"): lambda world, who: (
        None,
        {"students": [world.students[0].pk], "day": "2032-01-14"},
    ),
    ("POST", "/schools/{school_id}/classes/{school_class}/students/{student}/move"): lambda world, who: (
        None,
        {"to": another_class(world), "day": "2032-01-14"},
    ),
    ("POST", "/schools/{school_id}/years/{year}/take-over"): lambda world, who: (
        None,
        {"classes": [{"source": world.school_class.pk, "name": "Botany", "section": "Z"}]},
    ),
    ("GET", "/schools/{school_id}/drafts/{draft}"): lambda world, who: (drafted_file(world), None),
    ("PATCH", "/schools/{school_id}/drafts/{draft}"): lambda world, who: (drafted_file(world), None),
    ("POST", "/schools/{school_id}/standards/rename"): lambda world, who: (
        School.objects.update(standards=STANDARDS) and None,
        None,
    ),
    ("PUT", "/schools/{school_id}/drafts/{draft}/answers"): lambda world, who: (drafted_file(world), None),
    ("POST", "/schools/{school_id}/drafts/{draft}/apply"): lambda world, who: (drafted_file(world), None),
    ("DELETE", "/schools/{school_id}/drafts/{draft}"): lambda world, who: (drafted_file(world), None),
    ("POST", "/schools/{school_id}/last-file/undo"): lambda world, who: (applied_file(world), None),
    ("POST", "/session"): lambda world, who: (None, {"sign_in": "ann", "password": PASSWORD}),
    ("POST", "/classes/{class_id}/undo"): lambda world, who: (rename(world, who), None),
    ("POST", "/classes/{class_id}/redo"): lambda world, who: (undone(world, who), None),
    ("POST", "/classes/{class_id}/plan/history/{event}"): lambda world, who: (rename(world, who), None),
    ("POST", "/classes/{class_id}/draft/apply"): lambda world, who: (drafted(world, who), None),
    ("POST", "/classes/{class_id}/deleted/{assignment_id}"): lambda world, who: (
        world.client(who).delete(f"{world.address}/assignments/{world.assignments[0].pk}") and None,
        None,
    ),
    ("POST", "/classes/{class_id}/checks/{term}/mend"): lambda world, who: (
        Category.objects.update(weight=20) and None,
        {"key": "weights"},
    ),
    ("POST", "/classes/{class_id}/codes"): lambda world, who: (None, {"code": "FN", "name": "fine", "effect": "full"}),
    ("POST", "/classes/{class_id}/groups"): lambda world, who: (
        None,
        {"groups": [{"name": "Ferns", "students": [world.students[0].pk]}]},
    ),
    ("PATCH", "/classes/{class_id}/groups/{group}"): lambda world, who: (
        StudentGroup.objects.create(school_class=world.school_class, name="Ferns").pk,
        None,
    ),
    ("DELETE", "/classes/{class_id}/groups/{group}"): lambda world, who: (
        StudentGroup.objects.create(school_class=world.school_class, name="Ferns").pk,
        None,
    ),
    ("PATCH", "/classes/{class_id}/codes/{code}"): lambda world, who: (own_code(world, who), None),
    ("DELETE", "/classes/{class_id}/codes/{code}"): lambda world, who: (own_code(world, who), None),
    ("POST", "/classes/{class_id}/assignments/{assignment_id}/criteria"): lambda world, who: (
        Assignment.objects.filter(pk=world.assignments[0].pk).update(criteria=CRITERIA) and None,
        None,
    ),
    ("DELETE", "/classes/{class_id}/criteria/{shared}"): lambda world, who: (
        SharedCriteria.objects.create(
            school=world.school, owner=world.people[who or ""], name="Oak", criteria=CRITERIA, at=timezone.now()
        ).pk,
        None,
    ),
    ("PUT", "/classes/{class_id}/scales/{scale}"): lambda world, who: (own_scale(world, who), None),
    ("DELETE", "/classes/{class_id}/scales/{scale}"): lambda world, who: (own_scale(world, who), None),
    ("POST", "/classes/{class_id}/assignments"): lambda world, who: (
        None,
        {"name": "Yew", "points": "5", "category_id": world.categories[0].pk},
    ),
    ("PATCH", "/classes/{class_id}/assignments"): lambda world, who: (
        None,
        {"ids": [each.pk for each in world.assignments], "points": "5"},
    ),
    ("PUT", "/classes/{class_id}/shares"): lambda world, who: (None, {"weights": {world.assignments[0].pk: "50"}}),
    ("POST", "/classes/{class_id}/report/post"): lambda world, who: (
        scored(world),
        {"request": str(uuid.uuid4()), "term": world.term.pk, "students": [world.students[0].pk]},
    ),
    ("POST", "/schools/{school_id}/tools"): lambda world, who: (
        None,
        {"name": "Quizzes", "classes": [world.school_class.pk]},
    ),
    ("POST", "/schools/{school_id}/terms/{term}/reopen"): lambda world, who: (closed(world), None),
    ("GET", "/families/{student_id}/guardians"): lambda world, who: (
        Student.objects.update(is_of_age=True) and None,
        None,
    ),
    ("POST", "/families/{student_id}/read"): lambda world, who: (posted(world), {"term": world.term.pk}),
    ("POST", "/notices/confirmation"): lambda world, who: (
        Person.objects.update(email="x@hill.example") and None,
        None,
    ),
    ("PATCH", "/families/{student_id}/guardians/{person}"): lambda world, who: (
        Student.objects.update(is_of_age=True) and None,
        {"kept_out": True},
    ),
    **dict.fromkeys(
        [
            ("GET", f"{of}/{asked}")
            for of in ("/families/{student_id}/classes/{school_class}", "/classes/{class_id}/students/{student}/family")
            for asked in ("working", "what-if", "tried")
        ],
        lambda world, who: (running(world), None),
    ),
    ("DELETE", "/schools/{school_id}/terms/{term}"): lambda world, who: (new_term(world).pk, None),
    ("POST", "/schools/{school_id}/undo"): lambda world, who: (changed_days(world, who), None),
    ("PUT", "/schools/{school_id}/years/{year}"): lambda world, who: (new_year(world), None),
    ("DELETE", "/schools/{school_id}/years/{year}"): lambda world, who: (new_year(world), None),
}
"""What has to be there for an operation to come to its end: the number of what it is about, and what it is asked with."""


DESCRIBED = api.get_openapi_schema()


def body_of(method: str, path: str) -> dict[str, Any] | None:
    """What the operation may be asked with; None where it takes no JSON."""
    asked = DESCRIBED["paths"][f"/api/v1{path}"][method.lower()].get("requestBody", {}).get("content", {})
    if "application/json" not in asked:
        return None
    shape = DESCRIBED["components"]["schemas"][asked["application/json"]["schema"]["$ref"].rsplit("/", 1)[1]]
    given = BODIES.get(path, {"name": "x", "ids": []})
    return {name: value for name, value in given.items() if name in shape["properties"]}


def numbers_of(world: World) -> dict[str, Any]:
    """What stands in an address: of what is there, or the first of a kind of which there is none."""
    return {
        "school_id": world.school.pk,
        "class_id": world.school_class.pk,
        "student_id": world.students[0].pk,
        "student": world.students[0].pk,
        "term": world.term.pk,
        "assignment_id": world.assignments[0].pk,
        "assignment": world.assignments[0].pk,
        "category_id": world.categories[0].pk,
        "kind": "category",
        "mark": "rules 1",
        "field": "method",
        "event": 1,
        "scale": 1,
        "code": 1,
        "sentence": 1,
        "group": 1,
        "shared": 1,
        "document": 1,
        "reopening": 1,
        "ending": "csv",
        "year": world.term.year_id,
        "school_class": world.school_class.pk,
        "person": world.people["guardian"].pk,
        "session": 1,
        "calendar_address": 1,
        "delivery": 1,
        "tool": 1,
        "secret": "nobodys",
        "provider_id": 1,
        "draft": FileDraft.objects.values_list("pk", flat=True).last() or 1,
        **to_choose(world),
    }


LOGO = b64decode("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==")
"""A picture of one point."""

FILES = {
    "file": ("map.pdf", b"%PDF"),
    "logo": ("logo.png", LOGO),
    "scores-table": ("scores.csv", b"Number,Oak\n100,12\n"),
    "overrides-table": ("overrides.csv", b"Number,New percent\n100,90\n"),
}
"""What is uploaded, by the last part of the address."""


QUERIES: dict[tuple[str, str], Callable[[World], str]] = {
    ("GET", "/schools/{school_id}/people"): lambda world: "?role=student",
    ("GET", "/schools/{school_id}/people/count"): lambda world: "?role=student",
    ("GET", "/classes/{class_id}/by-standard/{student}"): lambda world: "?standard=Maps",
    ("GET", "/schools/{school_id}/classes/{school_class}/students/{student}/move"): lambda world: (
        f"?to={another_class(world)}"
    ),
    **{
        ("GET", f"{of}/{asked}"): query
        for of in ("/families/{student_id}/classes/{school_class}", "/classes/{class_id}/students/{student}/family")
        for asked, query in (
            ("working", lambda world: f"?term={world.term.pk}"),
            ("what-if", lambda world: f"?term={world.term.pk}"),
            ("tried", lambda world: f"?term={world.term.pk}&work={world.assignments[2].pk}&points=12"),
        )
    },
    ("GET", "/schools/{school_id}/years/{year}/take-over"): lambda world: f"?source={another_year(world)}",
}
"""What an address is asked with beside its path."""


@pytest.mark.parametrize(("method", "path"), ALL)
def test_each_role_on_each_operation(world: World, method: str, path: str) -> None:
    """One world an operation: what a role did in it is rolled back before the next one comes."""
    School.objects.update(teachers_make_classes=True)
    answers = {}
    for who in EVERYBODY:
        with transaction.atomic():
            answers[who] = answered(world, method, path, who)
            transaction.set_rollback(True)
    may = allowed(method, path)
    refused = {who: status for who, status in answers.items() if who not in may}
    assert refused == {who: 401 if who is None else 404 for who in refused}, f"who may not {method} {path}"
    if not path.endswith(HIDES):
        failed = {who: status for who, status in answers.items() if who in may and status >= 400}
        assert failed == {}, f"who may {method} {path}"


def answered(world: World, method: str, path: str, who: str | None) -> int:
    """The status that somebody is answered with."""
    ready: Prepared = (None, None)
    if who in allowed(method, path) and (method, path) in PREPARED:
        ready = PREPARED[method, path](world, who)
    last = path.rpartition("/")[2].strip("{}")
    address = path.format(**numbers_of(world) | ({last: ready[0]} if ready[0] else {}))
    address += QUERIES.get((method, path), lambda world: "")(world)
    body = ready[1] or body_of(method, path)
    if method == "GET" and path.startswith("/families/{student_id}/card"):
        address += f"?term={world.term.pk}"
    if body and "term" in body:
        body = body | {"term": world.term.pk}
    file = FILES.get(path.rpartition("/")[2]) if method == "POST" else None
    if file:
        sent = SimpleUploadedFile(*file)
        return world.client(who).post(f"/api/v1{address}", {"file": sent}).status_code
    return send(world.client(who), method, f"/api/v1{address}", body).status_code


@pytest.mark.parametrize(("method", "path"), [each for each in ALL if "{class_id}" in each[1]])
def test_a_class_that_is_not_there_is_answered_like_one_that_is_not_ones_own(
    world: World, method: str, path: str
) -> None:
    body = {"name": "x"} if method in ("POST", "PUT", "PATCH") else None
    numbers = dict.fromkeys(
        (
            "assignment_id",
            "category_id",
            "student",
            "assignment",
            "term",
            "event",
            "scale",
            "code",
            "sentence",
            "shared",
            "delivery",
            "tool",
            "group",
        ),
        1,
    )
    answers = [
        send(
            world.client("stranger"),
            method,
            f"/api/v1{path.format(class_id=each, kind='category', mark='rules 1', field='method', ending='csv', **numbers)}",
            body,
        )
        for each in (world.school_class.pk, 999_999)
    ]
    assert answers[0].content == answers[1].content
    assert {each.status_code for each in answers} == {404}, (
        "nobody is told what would be wrong with what they may not do"
    )


def test_no_two_shapes_have_one_name() -> None:
    """The second would take the first one's place in the API's description."""
    shapes = [each for each in all_shapes(Schema) if each.__module__.endswith("schemas")]
    names = [each.__name__ for each in shapes]
    assert [each for each in set(names) if names.count(each) > 1] == []


def all_shapes(shape: type) -> set[type]:
    return {shape}.union(*(all_shapes(each) for each in shape.__subclasses__()))
