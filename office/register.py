"""The register over HTTP: OneRoster 1.2 rostering to read, gradebook to read and write, OAuth 2 client credentials."""

import base64
import json
import secrets
import time
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any
from urllib.parse import parse_qs, unquote

from oneroster import DELETE_GRADES, GRADEBOOK, READ_GRADES, READ_ROSTERS, ROSTERING, WRITE_GRADES, sourced_id
from oneroster.lists import page_of
from oneroster.status import Failure, status_info

from office import CLIENT_ID, CLIENT_SECRET, page
from office.store import KINDS, Store

StartResponse = Callable[[str, list[tuple[str, str]]], Any]
_REASONS = {
    200: "OK",
    201: "Created",
    204: "No Content",
    303: "See Other",
    400: "Bad Request",
    401: "Unauthorized",
    403: "Forbidden",
    404: "Not Found",
    405: "Method Not Allowed",
    413: "Content Too Large",
    422: "Unprocessable Content",
    500: "Internal Server Error",
    503: "Service Unavailable",
}
ROSTERS = ("orgs", "academicSessions", "courses", "classes", "users", "enrollments")
ONE_OF = {kind: "class" if kind == "classes" else "category" if kind == "categories" else kind[:-1] for kind in KINDS}
"""What one record of a kind is called in a body."""
WRITTEN = ("categories", "lineItems", "results")
MOST_BYTES = 1_000_000
FORGETS_AFTER = 20
"""Requests after which a register that forgets its tokens does."""


@dataclass(frozen=True)
class Asked:
    """A request."""

    method: str
    path: str
    query: dict[str, str]
    authorization: str
    body: bytes
    base: str
    """The address of this register, as whoever asks knows it."""


@dataclass(frozen=True)
class Answer:
    """What is answered."""

    status: int
    body: bytes = b""
    headers: tuple[tuple[str, str], ...] = ()


class Register:
    """The register on its store, as a WSGI application."""

    def __init__(self, store: Store) -> None:
        self.store = store
        self._asked = self._put_so_far = 0
        self._by_class: dict[str, list[dict[str, Any]]] | None = None

    def __call__(self, environ: dict[str, Any], start_response: StartResponse) -> Iterable[bytes]:
        """Answer one request."""
        length = int(environ.get("CONTENT_LENGTH") or 0)
        asked = Asked(
            method=environ["REQUEST_METHOD"],
            path=environ.get("PATH_INFO", ""),
            query={name: values[0] for name, values in parse_qs(environ.get("QUERY_STRING", "")).items()},
            authorization=environ.get("HTTP_AUTHORIZATION", ""),
            body=environ["wsgi.input"].read(min(length, MOST_BYTES + 1)),
            base=f"{environ.get('wsgi.url_scheme', 'http')}://{environ.get('HTTP_HOST', '127.0.0.1')}",
        )
        try:
            answer = self._answer(asked)
        except Failure as failure:
            answer = _json(failure.status, status_info(failure))
        headers = [*answer.headers, ("Content-Length", str(len(answer.body)))]
        start_response(f"{answer.status} {_REASONS[answer.status]}", headers)
        return [answer.body]

    def _answer(self, asked: Asked) -> Answer:
        if asked.path == "/":
            return self._page(asked)
        self._asked += 1
        switches = self.store.switches()
        if delay := switches.get("slow"):
            time.sleep(float(delay))
        if "down" in switches:
            raise Failure(503, "The register is being looked after. Try again later.")
        if asked.path == "/token":
            return self._token(asked)
        if "forgetful" in switches and self._asked % FORGETS_AFTER == 0:
            self.store.forget_tokens()
        if len(asked.body) > MOST_BYTES:
            raise Failure(413, f"At most {MOST_BYTES} bytes are taken at a time.")
        for service, kinds in ((ROSTERING, ROSTERS), (GRADEBOOK, KINDS)):
            if asked.path.startswith(f"{service}/"):
                self._admit(asked, READ_ROSTERS if service == ROSTERING else None)
                answer = self._serve(
                    asked, [unquote(each) for each in asked.path[len(service) + 1 :].split("/")], kinds
                )
                self._put_so_far += asked.method == "PUT"
                if "half" in switches and asked.method == "PUT" and self._put_so_far % 2:
                    # It has kept the record, and whoever sent it is not told.
                    raise Failure(500, "Something went wrong here.")
                return answer
        raise Failure(404, "There is no such service.")

    def _page(self, asked: Asked) -> Answer:
        """The officer's page, and its switches."""
        if asked.method == "POST":
            given = parse_qs(asked.body.decode(), keep_blank_values=True)
            for name in page.SWITCHES:
                self.store.switch(name, given.get(name, [""])[0].strip())
            return Answer(303, headers=(("Location", "/"),))
        return Answer(200, page.page(self.store).encode(), (("Content-Type", "text/html; charset=utf-8"),))

    def _token(self, asked: Asked) -> Answer:
        given = {name: values[0] for name, values in parse_qs(asked.body.decode()).items()}
        basic = base64.b64encode(f"{CLIENT_ID}:{CLIENT_SECRET}".encode()).decode()
        if not secrets.compare_digest(asked.authorization, f"Basic {basic}"):
            return _json(401, {"error": "invalid_client"})
        if given.get("grant_type") != "client_credentials":
            return _json(400, {"error": "unsupported_grant_type"})
        scope = given.get("scope", "")
        return _json(
            200,
            {"access_token": self.store.new_token(scope), "token_type": "Bearer", "expires_in": 3600, "scope": scope},
        )

    def _admit(self, asked: Asked, scope: str | None) -> None:
        """Whether who asks may do it. Raises Failure."""
        granted = self.store.scope_of(asked.authorization.removeprefix("Bearer "))
        if granted is None:
            raise Failure(401, "This token is not known, or has run out.")
        wanted = scope or {"GET": READ_GRADES, "DELETE": DELETE_GRADES}.get(asked.method, WRITE_GRADES)
        if wanted not in granted.split():
            raise Failure(403, f"This token is not for {wanted}.")

    def _serve(self, asked: Asked, parts: list[str], kinds: tuple[str, ...]) -> Answer:
        if parts[0] not in kinds:
            raise Failure(404, f"There are no {parts[0]} here.")
        if len(parts) == 1 or len(parts) == 3:
            if asked.method != "GET":
                raise Failure(405, "Lists are read here; single records are put.")
            return self._list(asked, parts)
        kind, name = parts
        if asked.method == "PUT" and kind in WRITTEN and kinds is KINDS:
            return self._put(asked, kind, name)
        if asked.method == "DELETE" and kind in WRITTEN and kinds is KINDS:
            if not self.store.delete(kind, name):
                raise Failure(404, f"There is no {ONE_OF[kind]} {name}.")
            return Answer(204)
        found = self.store.get(kind, name)
        if found is None:
            raise Failure(404, f"There is no {ONE_OF[kind]} {name}.")
        return _json(200, {ONE_OF[kind]: found.body}, (("ETag", f'"{found.number}"'),))

    def _list(self, asked: Asked, parts: list[str]) -> Answer:
        """All records of a kind, or those that belong to one of another: a class's line items, its students."""
        kind = parts[-1]
        rows = self.store.all("users" if kind == "students" else kind) if kind in KINDS or kind == "students" else None
        if rows is None:
            raise Failure(404, f"There are no {kind} here.")
        if len(parts) == 3:
            of, name = parts[0], parts[1]
            if self.store.get(of, name) is None:
                raise Failure(404, f"There is no {ONE_OF[of]} {name}.")
            rows = self._belonging(kind, rows, ONE_OF[of], name)
        page_rows, headers = page_of(rows, asked.query, asked.base + asked.path)
        return _json(200, {"users" if kind == "students" else kind: page_rows}, tuple(headers.items()))

    def _belonging(self, kind: str, rows: list[dict[str, Any]], of: str, name: str) -> list[dict[str, Any]]:
        if kind == "students":
            enrolled = {sourced_id(each["user"]) for each in self._enrolled(name)}
            return [each for each in rows if each["sourcedId"] in enrolled]
        if kind == "results" and of == "class":
            items = {each["sourcedId"] for each in self.store.all("lineItems") if sourced_id(each.get("class")) == name}
            return [each for each in rows if sourced_id(each.get("lineItem")) in items]
        if kind == "categories":
            return rows
        return [each for each in rows if sourced_id(each.get(of)) == name]

    def _enrolled(self, class_id: str) -> list[dict[str, Any]]:
        # Nobody is enrolled by what comes in, so that it is looked through once.
        if self._by_class is None:
            by_class: dict[str, list[dict[str, Any]]] = {}
            for each in self.store.all("enrollments"):
                if each["role"] == "student" and each["status"] == "active":
                    by_class.setdefault(sourced_id(each["class"]), []).append(each)
            self._by_class = by_class
        return self._by_class.get(class_id, [])

    def _put(self, asked: Asked, kind: str, name: str) -> Answer:
        try:
            given = json.loads(asked.body)[ONE_OF[kind]]
        except (ValueError, KeyError, TypeError):
            raise Failure(400, f"The body holds no {ONE_OF[kind]}.") from None
        if not isinstance(given, dict) or given.get("sourcedId") != name:
            raise Failure(400, "The identifier in the body is another than in the address.")
        if kind == "lineItems":
            self._look_at_line_item(given)
        elif kind == "results":
            self._look_at_result(given)
        number = self.store.put(kind, name, given)
        return Answer(201, headers=(("ETag", f'"{number}"'),))

    def _look_at_line_item(self, given: dict[str, Any]) -> None:
        for field, kind in (("class", "classes"), ("category", "categories"), ("academicSession", "academicSessions")):
            name = sourced_id(given.get(field))
            unknown = field == "category" and self.store.switches().get("unknown_category") == name
            if not name or unknown or self.store.get(kind, name) is None:
                raise Failure(422, f"There is no {ONE_OF[kind]} “{name}” here.", "unknownobject")

    def _look_at_result(self, given: dict[str, Any]) -> None:
        item = self.store.get("lineItems", sourced_id(given.get("lineItem")))
        if item is None:
            raise Failure(422, "There is no line item for this result here.", "unknownobject")
        self._look_at_student(sourced_id(given.get("student")), sourced_id(item.body["class"]))
        mark = given.get("textScore")
        scale = self.store.get("scoreScales", sourced_id(item.body.get("scoreScale")))
        marks = [each["itemValueLHS"] for each in scale.body["scoreScaleValue"]] if scale else []
        refused = self.store.switches().get("refused_mark")
        if mark and ((marks and mark not in marks) or mark == refused):
            raise Failure(422, f"The list of marks for this course has no {mark}.", "invaliddata")

    def _look_at_student(self, student: str, class_id: str) -> None:
        moved, _, where = self.store.switches().get("moved_student", "").partition(" ")
        if student == moved:
            raise Failure(422, f"This student is in {where or 'another class'}, not in this class.", "unknownobject")
        if student in {sourced_id(each["user"]) for each in self._enrolled(class_id)}:
            return
        user = self.store.get("users", student)
        if user is None:
            raise Failure(422, f"There is no student “{student}” here.", "unknownobject")
        others = [
            self.store.get("classes", sourced_id(each["class"]))
            for each in self.store.all("enrollments")
            if sourced_id(each["user"]) == student and each["status"] == "active"
        ]
        titles = ", ".join(each.body["title"] for each in others if each is not None) or "no class"
        raise Failure(422, f"This student is in {titles}, not in this class.", "unknownobject")


def _json(status: int, body: Any, headers: tuple[tuple[str, str], ...] = ()) -> Answer:
    return Answer(status, json.dumps(body).encode(), (("Content-Type", "application/json"), *headers))
