"""The records office beside the school of the tests: its register as it is run in the demo, on a port of this machine."""

import threading
import uuid
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from socketserver import ThreadingMixIn
from typing import Any
from wsgiref.simple_server import WSGIRequestHandler, WSGIServer, make_server

import pytest
from conftest import World, send
from people.models import Register
from school.models import Term

import office
from office.register import Register as Office
from office.store import Store
from sending import delivering
from sending.models import SchoolSending


class _Quiet(WSGIRequestHandler):
    def log_message(self, *_: object) -> None:
        pass


class _Threads(ThreadingMixIn, WSGIServer):
    daemon_threads = True


@dataclass
class AtOffice:
    """The register, and where it is reached."""

    store: Store
    address: str

    def results(self) -> dict[str, dict[str, Any]]:
        """What it has of each student, by student and line item title."""
        items = {each["sourcedId"]: each["title"] for each in self.store.all("lineItems")}
        return {
            f"{each['student']['sourcedId']} {items.get(each['lineItem']['sourcedId'])}": each
            for each in self.store.all("results")
        }


def ref(name: str, kind: str) -> dict[str, str]:
    return {"href": f"/{name}", "sourcedId": name, "type": kind}


def records(world: World) -> dict[str, list[dict[str, Any]]]:
    """What the register knows of the tests' school: its class under another name, with a section C beside it."""
    active = {"status": "active", "dateLastModified": "2031-08-20T06:00:00Z"}
    users = [
        {
            "sourcedId": f"u-{each.number}",
            **active,
            "givenName": each.given_name,
            "familyName": each.family_name,
            "identifier": each.number,
            "enabledUser": "true",
            "roles": [{"roleType": "primary", "role": "student", "org": ref("hill", "org")}],
        }
        for each in world.students
    ]
    return {
        "orgs": [{"sourcedId": "hill", **active, "name": "Hill School", "type": "school"}],
        "academicSessions": [
            {
                "sourcedId": "t2",
                **active,
                "title": "TERM 2",
                "type": "term",
                "startDate": "2031-11-03",
                "endDate": "2032-01-20",
            },
            {
                "sourcedId": "t3",
                **active,
                "title": "TERM 3",
                "type": "term",
                "startDate": "2032-01-29",
                "endDate": "2032-04-02",
            },
        ],
        "courses": [{"sourcedId": "bot", **active, "title": "BOTANY"}],
        "classes": [
            {
                "sourcedId": "c-a",
                **active,
                "title": "BOTANY 1",
                "course": ref("bot", "course"),
                "school": ref("hill", "org"),
            },
            {
                "sourcedId": "c-c",
                **active,
                "title": "BOTANY 3",
                "course": ref("bot", "course"),
                "school": ref("hill", "org"),
            },
        ],
        "users": users,
        "enrollments": [
            {
                "sourcedId": f"e-{each['sourcedId']}",
                **active,
                "role": "student",
                "user": ref(each["sourcedId"], "user"),
                "class": ref("c-a", "class"),
            }
            for each in users
        ],
        "categories": [
            {"sourcedId": "k-l", **active, "title": "LEAVES", "weight": 60.0},
            {"sourcedId": "k-u", **active, "title": "UNDERGROUND", "weight": 40.0},
            {"sourcedId": "k-g", **active, "title": "TERM GRADES"},
        ],
        "scoreScales": [
            {
                "sourcedId": "s-1",
                **active,
                "title": "LETTERS",
                "course": ref("bot", "course"),
                "type": "grade",
                "scoreScaleValue": [
                    {"itemValueLHS": mark, "itemValueRHS": least}
                    for mark, least in (("B", "80"), ("C", "70"), ("D", "60"), ("E", "0"))
                ],
            }
        ],
    }


@pytest.fixture
def at_office(world: World, tmp_path: Path, settings: Any) -> Iterator[AtOffice]:
    """The register, of which the school knows how it is reached; its lists were not looked at yet."""
    settings.DEMO = True  # it has no certificate
    store = Store(tmp_path / "office.sqlite3")
    store.fill(records(world))
    server = make_server("127.0.0.1", 0, Office(store), server_class=_Threads, handler_class=_Quiet)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    address = f"http://127.0.0.1:{server.server_port}"
    Register.objects.create(
        school=world.school,
        address=address,
        token_address=f"{address}/token",
        client_id=office.CLIENT_ID,
        client_secret=office.CLIENT_SECRET,
        org="hill",
    )
    yield AtOffice(store, address)
    server.shutdown()
    server.server_close()
    store.close()


@dataclass
class Sender:
    """The teacher of the class in Send."""

    world: World

    def see(self, term: Term | None = None) -> dict[str, Any]:
        answer = self.world.client("teacher").get(
            f"{self.world.address}/sending?term_id={(term or self.world.term).pk}"
        )
        assert answer.status_code == 200, answer.content
        found: dict[str, Any] = answer.json()
        return found

    def held(self) -> dict[str, dict[str, Any]]:
        """What is held back, by its key."""
        return {each["key"]: each for each in self.see()["goes"] if each["held"]}

    def going(self, key: str) -> dict[str, Any]:
        return next(each for each in self.see()["goes"] if each["key"] == key)

    def post(self, path: str, body: Any = None) -> Any:
        answer = send(self.world.client("teacher"), "POST", f"{self.world.address}/{path}", body or {})
        assert answer.status_code == 200, answer.content
        return answer.json()

    def pair(self, kind: str, here: str, there: str) -> Any:
        body = {"term_id": self.world.term.pk, "kind": kind, "here": here, "there": there}
        return send(self.world.client("teacher"), "PUT", f"{self.world.address}/sending/pair", body)

    def look(self) -> Any:
        return send(self.world.client("officer"), "POST", f"{self.world.school_address}/sending/look")

    def pair_all(self) -> None:
        """Agree to what is proposed, and say the rest."""
        assert self.look().status_code == 200
        self.post(f"sending/agree?term_id={self.world.term.pk}")
        assert self.pair("category", "roots", "k-u").status_code == 200

    def give_post(self, *marks: str) -> None:
        """Each student a mark by override, posted."""
        entries = [
            {"student": student.pk, "mark": mark, "percent": "", "reason": "as seen"}
            for student, mark in zip(self.world.students, marks, strict=False)
        ]
        address = f"{self.world.address}/report/{self.world.term.pk}/overrides"
        answer = send(self.world.client("teacher"), "PATCH", address, {"entries": entries})
        assert answer.status_code == 200, answer.content
        self.post_again(*(each.pk for each in self.world.students[: len(marks)]))

    def post_again(self, *students: int) -> None:
        self.post("report/post", {"request": str(uuid.uuid4()), "term": self.world.term.pk, "students": list(students)})

    def deliver(self, **body: Any) -> int:
        """Put out what is new, and send it as the worker does; gives how many results that were."""
        lines: int = self.post("sending/send", {"term_id": self.world.term.pk, **body})["lines"]
        delivering.send_waiting()
        return lines

    def receipts(self, place: int = 0) -> list[dict[str, Any]]:
        """Of a delivery, the newest first."""
        delivery = self.see()["deliveries"][place]["id"]
        found: list[dict[str, Any]] = (
            self.world.client("teacher").get(f"{self.world.address}/deliveries/{delivery}").json()["receipts"]
        )
        return found

    def set_school(self, **said: Any) -> None:
        SchoolSending.objects.update_or_create(school=self.world.school, defaults=said)


@pytest.fixture
def sender(world: World, at_office: AtOffice) -> Sender:
    return Sender(world)
