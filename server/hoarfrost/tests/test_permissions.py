"""Every operation names its permission, and every role is tried on every operation."""

import datetime
import uuid
from collections.abc import Callable, Iterator
from typing import Any

import pytest
from conftest import PASSWORD, World, send
from django.core.files.uploadedfile import SimpleUploadedFile
from plans.models import Category, GradingScale, PlanEvent, ScoreCode
from school.access import Permission
from school.models import ReportingWindow, SchoolYear, Term
from scores.tests.test_entering import enter, entry

from hoarfrost.api import api

NOBODY: set[str | None] = set()
EVERYBODY: set[str | None] = {
    None, "teacher", "co_teacher", "other_teacher", "officer", "guardian", "student", "other_guardian", "stranger",
}  # fmt: skip
SIGNED_IN = EVERYBODY - {None}
CLASS_TEACHERS: set[str | None] = {"teacher", "co_teacher"}

WHO: dict[tuple[str, str], set[str | None]] = {
    ("GET", "/health"): EVERYBODY,
    ("GET", "/session"): EVERYBODY,
    ("POST", "/session"): EVERYBODY,
    ("DELETE", "/session"): SIGNED_IN,
    ("GET", "/demo-people"): EVERYBODY,
    ("GET", "/today"): SIGNED_IN,
    ("GET", "/loose-ends"): SIGNED_IN,
    ("GET", "/own-students"): SIGNED_IN,
    ("GET", "/documents"): SIGNED_IN,
    ("GET", "/families/{student_id}/card"): {"guardian", "student"},
    ("GET", "/families/{student_id}/card.pdf"): {"guardian", "student"},
    ("GET", "/families/{student_id}"): {"guardian", "student"},
    ("GET", "/families/{student_id}/files/{assignment}"): {"guardian", "student"},
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
        expected = "class" if "{class_id}" in path else "student" if "{student_id}" in path else None
        assert permission.about == expected, f"{method} {path} looks at {permission.about}, not at {expected}"


def test_no_path_is_in_two_routers() -> None:
    """The second would never be reached."""
    paths = [f"{prefix}{path}" for prefix, router in api._routers for path in router.path_operations]
    assert len(paths) == len(set(paths))


def allowed(method: str, path: str) -> set[str | None]:
    if path.startswith("/office"):
        return {"officer"}
    return WHO.get((method, path), CLASS_TEACHERS if path.startswith("/classes/") else NOBODY)


HIDES = (
    "plan/begin",
    "/file",
    "/files/{assignment}",
    "/withdraw",
    "/bank/{sentence}",
    "/favourite",
    "/documents/{document}",
    "/reopenings/{reopening}",
)
"""What is answered to those who may like what is not theirs: here there is no such plan and no file."""

BODIES: dict[str, Any] = {
    "/classes/{class_id}/plan/text": {"text": "Stems 5"},
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
    "/classes/{class_id}/scales": {"name": "x", "bands": [{"mark": "P", "min": "0"}]},
    "/classes/{class_id}/checks/{term}/mend": {"key": "weights"},
    "/classes/{class_id}/rules": {"method": "points"},
    "/classes/{class_id}/chosen": {"cells": []},
    "/classes/{class_id}/scores/tried": {"term": 0},
    "/classes/{class_id}/view": {"view": {}},
    "/session": {"sign_in": "nobody", "password": "nothing"},
    "/classes/{class_id}/scores": {"id": str(uuid.uuid4()), "term": 0, "entries": []},
    "/classes/{class_id}/report/post": {"request": str(uuid.uuid4()), "term": 0, "students": []},
    "/classes/{class_id}/report/{term}/{student}/comment": {"text": "", "is_ready": False, "version": 0},
    "/classes/{class_id}/report/{term}/{student}/withdraw": {"reason": "x"},
    "/classes/{class_id}/report/{term}/overrides": {"entries": []},
    "/classes/{class_id}/report/{term}/efforts": {"efforts": {}},
    "/classes/{class_id}/report/{term}/comments": {"students": [], "text": "x"},
    "/classes/{class_id}/report/{term}/families": {"students": [], "is_shown": True},
    "/classes/{class_id}/bank": {"purpose": "praise", "text": "x"},
    "/classes/{class_id}/bank/{sentence}/favourite": {"is_favourite": True},
    "/classes/{class_id}/documents": {"kind": "marking"},
    "/office": {"card_design": "ledger", "paper": "A4"},
    "/office/standards": {"standards": [], "combine": "average", "rate": "0.65", "levels": [], "out_of": "4"},
    "/office/years": {"name": "2032/33", "starts": "2032-09-01", "ends": "2033-06-15"},
    "/office/years/{year}/terms": {"name": "x", "starts": "2032-05-01", "ends": "2032-05-02"},
    "/office/terms/{term}": {"name": "Quarter 2", "starts": "2031-11-03", "ends": "2032-01-16"},
    "/office/terms/{term}/window": {"opens": "2032-01-12", "closes": "2032-01-20", "collects": ["mark"]},
    "/office/terms/{term}/reopen": {"until": "2032-02-01", "reason": "x"},
    "/office/terms/{term}/documents": {"kind": "cards"},
    "/office/bank": {"purpose": "praise", "text": "x"},
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


def new_term(world: World) -> Term:
    days = {"starts": datetime.date(2032, 5, 1), "ends": datetime.date(2032, 5, 2)}
    return Term.objects.create(year=world.school_class.year, name="Exam", **days)


def new_year(world: World) -> int:
    days = {"starts": datetime.date(2032, 9, 1), "ends": datetime.date(2033, 6, 1)}
    return SchoolYear.objects.create(school=world.school, name="2032/33", **days).pk


def changed_days(world: World, who: str | None) -> None:
    body = {"name": "Quarter 2", "starts": "2031-11-03", "ends": "2032-01-15"}
    send(world.client(who), "PUT", f"/api/v1/office/terms/{world.term.pk}", body)


Prepared = tuple[int | None, dict[str, Any] | None]

PREPARED: dict[tuple[str, str], Callable[[World, str | None], Prepared]] = {
    ("POST", "/session"): lambda world, who: (None, {"sign_in": "ann", "password": PASSWORD}),
    ("POST", "/classes/{class_id}/undo"): lambda world, who: (rename(world, who), None),
    ("POST", "/classes/{class_id}/redo"): lambda world, who: (undone(world, who), None),
    ("POST", "/classes/{class_id}/plan/history/{event}"): lambda world, who: (rename(world, who), None),
    ("POST", "/classes/{class_id}/draft/apply"): lambda world, who: (drafted(world, who), None),
    ("POST", "/classes/{class_id}/deleted/{assignment_id}"): lambda world, who: (
        world.client(who).delete(f"{world.address}/assignments/{world.assignments[0].pk}") and None, None,
    ),
    ("POST", "/classes/{class_id}/checks/{term}/mend"): lambda world, who: (
        Category.objects.update(weight=20) and None, {"key": "weights"},
    ),
    ("POST", "/classes/{class_id}/codes"): lambda world, who: (None, {"code": "FN", "name": "fine", "effect": "full"}),
    ("DELETE", "/classes/{class_id}/codes/{code}"): lambda world, who: (
        ScoreCode.objects.create(school=world.school, owner=world.people[who or ""], code="FN", name="f", effect="full").pk, None,
    ),
    ("DELETE", "/classes/{class_id}/scales/{scale}"): lambda world, who: (
        GradingScale.objects.create(school=world.school, owner=world.people[who or ""], name="Own").pk, None,
    ),
    ("POST", "/classes/{class_id}/assignments"): lambda world, who: (
        None, {"name": "Yew", "points": "5", "category_id": world.categories[0].pk},
    ),
    ("PATCH", "/classes/{class_id}/assignments"): lambda world, who: (
        None, {"ids": [each.pk for each in world.assignments], "points": "5"},
    ),
    ("PUT", "/classes/{class_id}/shares"): lambda world, who: (None, {"weights": {world.assignments[0].pk: "50"}}),
    ("POST", "/classes/{class_id}/report/post"): lambda world, who: (
        scored(world), {"request": str(uuid.uuid4()), "term": world.term.pk, "students": [world.students[0].pk]},
    ),
    ("POST", "/office/terms/{term}/reopen"): lambda world, who: (closed(world), None),
    ("DELETE", "/office/terms/{term}"): lambda world, who: (new_term(world).pk, None),
    ("POST", "/office/undo"): lambda world, who: (changed_days(world, who), None),
    ("DELETE", "/office/years/{year}"): lambda world, who: (new_year(world), None),
}  # fmt: skip
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
        "document": 1,
        "reopening": 1,
        "ending": "csv",
        "year": world.term.year_id,
    }


@pytest.mark.parametrize("who", sorted(EVERYBODY, key=str))
@pytest.mark.parametrize(("method", "path"), ALL)
def test_each_role_on_each_operation(world: World, method: str, path: str, who: str | None) -> None:
    ready: Prepared = (None, None)
    if who in allowed(method, path) and (method, path) in PREPARED:
        ready = PREPARED[method, path](world, who)
    last = path.rpartition("/")[2].strip("{}")
    address = path.format(**numbers_of(world) | ({last: ready[0]} if ready[0] else {}))
    body = ready[1] or body_of(method, path)
    if method == "GET" and path.startswith("/families/{student_id}/card"):
        address += f"?term={world.term.pk}"
    if body and "term" in body:
        body = body | {"term": world.term.pk}
    if (method, path.rpartition("/")[2]) == ("POST", "file"):
        file = SimpleUploadedFile("map.pdf", b"%PDF")
        status = world.client(who).post(f"/api/v1{address}", {"file": file}).status_code
    else:
        status = send(world.client(who), method, f"/api/v1{address}", body).status_code
    if who in allowed(method, path) and not path.endswith(HIDES):
        assert status < 400, f"{who} may {method} {path}, but was answered {status}"
    elif who not in allowed(method, path):
        assert status == (401 if who is None else 404), f"{who} may not {method} {path}, but was answered {status}"


@pytest.mark.parametrize(("method", "path"), [each for each in ALL if "{class_id}" in each[1]])
def test_a_class_that_is_not_there_is_answered_like_one_that_is_not_ones_own(
    world: World, method: str, path: str
) -> None:
    body = {"name": "x"} if method in ("POST", "PUT", "PATCH") else None
    numbers = dict.fromkeys(
        ("assignment_id", "category_id", "student", "assignment", "term", "event", "scale", "code", "sentence"), 1
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
