"""Hoarfrost as a OneRoster 1.2 gradebook provider: what a tool may read of its classes, and put into them.

It is asked by programs with a token of their own, not by pages: neither sessions nor their tokens against forgery play a part. A tool
sees its own line items and results, in the classes that were chosen for it; what is another's is answered like what is not there.
"""

import base64
import binascii
import datetime
import json
import logging
import uuid
from collections.abc import Callable, Iterable, Mapping
from typing import Any
from urllib.parse import unquote

from django.db import DataError, transaction
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import csrf_exempt
from oneroster import (
    DELETE_GRADES,
    GRADEBOOK,
    READ_GRADES,
    READ_ROSTERS,
    ROSTERING,
    WRITE_GRADES,
    reference,
    sourced_id,
)
from oneroster.lists import page_of
from oneroster.status import Failure, status_info
from plans.models import Category
from school.models import Enrolment, SchoolClass, Student, Term

from tools import columns, granting
from tools.models import Tool, ToolColumn, ToolResult, ToolToken

MOST_RESULTS = 500
"""How many results are taken in one request."""
logger = logging.getLogger(__name__)
Row = dict[str, Any]


@csrf_exempt
@never_cache
def token(request: HttpRequest) -> HttpResponse:
    """A token in exchange for client credentials (OAuth 2)."""
    if request.method != "POST":
        return JsonResponse({"error": "invalid_request"}, status=405)
    if request.POST.get("grant_type") != "client_credentials":
        return JsonResponse({"error": "unsupported_grant_type"}, status=400)
    found = granting.token_for(*_credentials(request), request.POST.get("scope", ""))
    if found is None:
        return JsonResponse({"error": "invalid_client"}, status=401)
    made, scope = found
    lasts = int(granting.LASTS.total_seconds())
    return JsonResponse({"access_token": made, "token_type": "Bearer", "expires_in": lasts, "scope": scope})


def _credentials(request: HttpRequest) -> tuple[str, str]:
    kind, _, text = request.headers.get("Authorization", "").partition(" ")
    if kind != "Basic":
        return request.POST.get("client_id", ""), request.POST.get("client_secret", "")
    try:
        client, _, secret = base64.b64decode(text, validate=True).decode().partition(":")
    except (binascii.Error, UnicodeDecodeError):
        return "", ""
    return unquote(client), unquote(secret)


@csrf_exempt
@never_cache
def rostering(request: HttpRequest, path: str) -> HttpResponse:
    """The rostering service, to read: terms, classes and their students."""
    return _answered(request, path, ROSTERING, {"GET": READ_ROSTERS})


@csrf_exempt
@never_cache
def gradebook(request: HttpRequest, path: str) -> HttpResponse:
    """The gradebook service: categories to read, line items and results to read and write."""
    scopes = {"GET": READ_GRADES, "PUT": WRITE_GRADES, "POST": WRITE_GRADES, "DELETE": DELETE_GRADES}
    return _answered(request, path, GRADEBOOK, scopes)


def _answered(request: HttpRequest, path: str, service: str, scopes: Mapping[str, str]) -> HttpResponse:
    try:
        scope = scopes.get(request.method or "")
        if scope is None:
            raise Failure(405, "This is not done here.")
        asking = _asking(request, scope)
        return _Service(request, asking.tool, service).answer([unquote(each) for each in path.strip("/").split("/")])
    except Failure as failure:
        return JsonResponse(status_info(failure), status=failure.status)
    except DataError:
        return JsonResponse(status_info(Failure(422, "Something in this is larger than can be kept.")), status=422)


def _asking(request: HttpRequest, scope: str) -> ToolToken:
    kind, _, text = request.headers.get("Authorization", "").partition(" ")
    found = granting.tool_of(text) if kind == "Bearer" else None
    if found is None:
        raise Failure(401, "This token is not known, or has run out.")
    if scope not in found.scope.split():
        raise Failure(403, f"This token is not for {scope}.")
    return found


class _Service:
    """One request of a tool."""

    def __init__(self, request: HttpRequest, tool: Tool, service: str) -> None:
        self.request, self.tool, self.service = request, tool, service
        self.classes = SchoolClass.objects.filter(tools__tool=tool, archived_at=None).whole()

    def answer(self, parts: list[str]) -> HttpResponse:
        """Answer it; `parts` is the address behind the service's own."""
        method = self.request.method
        if method == "GET":
            return self._read(parts)
        match parts:
            case ["lineItems" | "results" as kind, name] if method == "PUT":
                return self._put(kind, name)
            case ["lineItems", name] if method == "DELETE":
                columns.delete_column(self.tool, name)
                return HttpResponse(status=204)
            case ["results", name] if method == "DELETE":
                columns.delete_result(self.tool, name)
                return HttpResponse(status=204)
            case ["lineItems", name, "results"] if method == "POST":
                return self._post_results(name)
            case ["classes", name, "lineItems"] if method == "POST":
                return self._post_items(name)
        raise Failure(405, "This is not done here.")

    def _read(self, parts: list[str]) -> HttpResponse:
        lists = self._rosters() if self.service == ROSTERING else self._grades()
        match parts:
            case [kind] if kind in lists:
                return self._page(kind, lists[kind]())
            case [kind, name] if kind in lists:
                return self._one(kind, name, lists[kind]())
            case ["classes", name, "students"] if self.service == ROSTERING:
                return self._page("users", self._students(self._class(name)))
            case ["classes", name, "categories"] if self.service == GRADEBOOK:
                return self._page("categories", self._categories([self._class(name)]))
            case ["classes", name, "lineItems" | "results" as kind] if self.service == GRADEBOOK:
                self._class(name)
                return self._page(kind, [each for each in lists[kind]() if sourced_id(each.get("class")) == name])
            case ["lineItems", name, "results"] if self.service == GRADEBOOK:
                columns.find_column(self.tool, name)
                return self._page("results", [each for each in self._results() if sourced_id(each["lineItem"]) == name])
            case ["classes", of, "lineItems", name, "results"] if self.service == GRADEBOOK:
                self._class(of)
                columns.find_column(self.tool, name)
                return self._page("results", [each for each in self._results() if sourced_id(each["lineItem"]) == name])
        raise Failure(404, "There is nothing of this name here.")

    def _rosters(self) -> dict[str, Callable[[], list[Row]]]:
        return {
            "academicSessions": self._sessions,
            "terms": self._sessions,
            "classes": lambda: [self._class_row(each) for each in self.classes],
            "users": self._users,
            "students": self._users,
        }

    def _grades(self) -> dict[str, Callable[[], list[Row]]]:
        return {
            "categories": self._categories,
            "lineItems": self._items,
            "results": self._results,
            "scoreScales": list,
        }

    def _page(self, kind: str, rows: list[Row]) -> HttpResponse:
        asked = {name: str(value) for name, value in self.request.GET.items()}
        page, headers = page_of(rows, asked, self.request.build_absolute_uri(self.request.path))
        named = {"terms": "academicSessions", "students": "users"}.get(kind, kind)
        return JsonResponse({named: page}, headers=headers)

    def _one(self, kind: str, name: str, rows: Iterable[Row]) -> HttpResponse:
        found = next((each for each in rows if each["sourcedId"] == name), None)
        if found is None:
            raise Failure(404, f"There is no {_ONE[kind]} {name}.")
        return JsonResponse({_ONE[kind]: found})

    def _class(self, name: str) -> SchoolClass:
        found = self.classes.filter(pk=columns.number_in(name, "class")).first()
        if found is None:
            raise Failure(404, f"There is no class {name}.")
        return found

    def _row(self, name: str, at: datetime.datetime | None = None) -> Row:
        moment = (at or self.tool.made_at).astimezone(datetime.UTC).strftime("%Y-%m-%dT%H:%M:%SZ")
        return {"sourcedId": name, "status": "active", "dateLastModified": moment}

    def _ref(self, name: str, kind: str, service: str, plural: str) -> Row:
        return reference(name, kind, self.request.build_absolute_uri(f"{service}/{plural}/{name}"))

    def _class_row(self, school_class: SchoolClass) -> Row:
        org = f"school-{school_class.school_id}"
        terms = [columns.term_id(each) for each in self._terms(school_class)]
        return self._row(columns.class_id(school_class)) | {
            "title": str(school_class),
            "classType": "scheduled",
            "location": school_class.room,
            "course": self._ref(f"course-{school_class.pk}", "course", ROSTERING, "courses"),
            "school": self._ref(org, "org", ROSTERING, "orgs"),
            "terms": [self._ref(each, "academicSession", ROSTERING, "academicSessions") for each in terms],
        }

    def _terms(self, school_class: SchoolClass) -> list[Term]:
        return [each for each in Term.objects.filter(year=school_class.year_id) if not each.is_made_of_terms]

    def _sessions(self) -> list[Row]:
        years = {each.year_id for each in self.classes}
        return [
            self._row(columns.term_id(each))
            | {
                "title": each.name,
                "type": "term",
                "startDate": each.starts.isoformat(),
                "schoolYear": str(each.year.ends.year),
                "endDate": (each.ends + datetime.timedelta(days=1)).isoformat(),
            }
            for each in Term.objects.filter(year__in=years).select_related("year")
            if not each.is_made_of_terms
        ]

    def _users(self) -> list[Row]:
        rows = {row["sourcedId"]: row for each in self.classes for row in self._students(each)}
        return list(rows.values())

    def _students(self, school_class: SchoolClass) -> list[Row]:
        today = school_class.school.today()
        rows = Enrolment.objects.filter(school_class=school_class).select_related("student")
        return [self._user(each.student) for each in rows if each.ends is None or each.ends >= today]

    def _user(self, student: Student) -> Row:
        org = self._ref(f"school-{student.school_id}", "org", ROSTERING, "orgs")
        return self._row(columns.student_id(student)) | {
            "enabledUser": "true",
            "givenName": student.given_name,
            "familyName": student.family_name,
            "identifier": student.number,
            "roles": [{"roleType": "primary", "role": "student", "org": org}],
        }

    def _categories(self, classes: Iterable[SchoolClass] | None = None) -> list[Row]:
        rows = Category.objects.filter(school_class__in=classes or self.classes).order_by("school_class", "position")
        return [self._row(columns.category_id(each)) | {"title": each.name} for each in rows]

    def _items(self) -> list[Row]:
        rows = ToolColumn.objects.filter(
            tool=self.tool, assignment__school_class__in=self.classes, assignment__deleted_at=None
        )
        return [self._item(each) for each in rows.select_related("assignment__school_class").order_by("pk")]

    def _item(self, column: ToolColumn) -> Row:
        assignment = column.assignment
        due = f"{assignment.due_on}T00:00:00Z" if assignment.due_on else None
        found = self._row(column.sourced_id) | {
            "title": assignment.name,
            "description": assignment.description,
            "resultValueMin": 0.0,
            "resultValueMax": float(assignment.points),
            "assignDate": due,
            "dueDate": due,
            "class": self._ref(columns.class_id(assignment.school_class), "class", ROSTERING, "classes"),
            "school": self._ref(f"school-{self.tool.school_id}", "org", ROSTERING, "orgs"),
            "academicSession": self._ref(
                f"term-{assignment.term_id}", "academicSession", ROSTERING, "academicSessions"
            ),
        }
        if assignment.category_id is not None:
            found["category"] = self._ref(f"category-{assignment.category_id}", "category", GRADEBOOK, "categories")
        return found

    def _results(self) -> list[Row]:
        rows = ToolResult.objects.filter(
            column__tool=self.tool,
            column__assignment__school_class__in=self.classes,
            column__assignment__deleted_at=None,
        )
        return [
            self._result(each)
            for each in rows.select_related("column__assignment__school_class", "student").order_by("pk")
        ]

    def _result(self, result: ToolResult) -> Row:
        column = result.column
        kept = {
            name: result.body[name]
            for name in ("score", "textScore", "scoreStatus", "scoreDate", "comment")
            if name in result.body
        }
        return (
            self._row(result.sourced_id, result.at)
            | kept
            | {
                "lineItem": self._ref(column.sourced_id, "lineItem", GRADEBOOK, "lineItems"),
                "student": self._ref(columns.student_id(result.student), "user", ROSTERING, "users"),
                "class": self._ref(columns.class_id(column.assignment.school_class), "class", ROSTERING, "classes"),
            }
        )

    def _body(self, name: str) -> Any:
        try:
            found = json.loads(self.request.body)[name]
        except (ValueError, KeyError, TypeError, RecursionError):
            raise Failure(400, f"The body holds no {name}.") from None
        return found

    def _put(self, kind: str, name: str) -> HttpResponse:
        body = self._body(_ONE[kind])
        if not isinstance(body, dict) or body.get("sourcedId") != name:
            raise Failure(400, "The identifier in the body is another than in the address.")
        put = columns.put_column if kind == "lineItems" else columns.put_result
        put(self.tool, name, body)
        return HttpResponse(status=201)

    def _post_items(self, name: str) -> HttpResponse:
        """New line items of a class: they are given identifiers, and told which of those sent they are."""
        school_class = self._class(name)
        rows = self._posted("lineItems")
        place = {"class": self._ref(columns.class_id(school_class), "class", ROSTERING, "classes")}
        return self._made(
            rows, lambda each, made: columns.put_column(self.tool, made, {**each, **place, "sourcedId": made})
        )

    def _post_results(self, name: str) -> HttpResponse:
        """New results of a line item."""
        columns.find_column(self.tool, name)
        rows = self._posted("results")
        place = {"lineItem": self._ref(name, "lineItem", GRADEBOOK, "lineItems")}
        return self._made(
            rows, lambda each, made: columns.put_result(self.tool, made, {**each, **place, "sourcedId": made})
        )

    def _posted(self, kind: str) -> list[Row]:
        rows = self._body(kind)
        if not isinstance(rows, list) or not all(isinstance(each, dict) for each in rows):
            raise Failure(400, f"{kind} is a list.")
        if len(rows) > MOST_RESULTS:
            raise Failure(413, f"At most {MOST_RESULTS} are taken at a time.")
        return rows

    def _made(self, rows: list[Row], make: Callable[[Row, str], bool]) -> HttpResponse:
        pairs = []
        with transaction.atomic():
            for each in rows:
                allocated = str(uuid.uuid4())
                make(each, allocated)
                pairs.append({"suppliedSourcedId": str(each.get("sourcedId", "")), "allocatedSourcedId": allocated})
        return JsonResponse({"sourcedIdPairs": pairs}, status=201)


_ONE = {
    "academicSessions": "academicSession",
    "terms": "academicSession",
    "classes": "class",
    "users": "user",
    "students": "user",
    "categories": "category",
    "lineItems": "lineItem",
    "results": "result",
    "scoreScales": "scoreScale",
}
"""What one of a list is called in a body."""
