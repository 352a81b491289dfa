"""Two hosts on one database: each shows at once what was entered at the other, and one that dies under load loses nothing."""

import itertools
import threading
import time
import uuid
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from http import HTTPStatus
from typing import Any

import pytest
import requests

from launch.parts import start_server
from launch.places import RUN
from launch.processes import free_port, kill
from tests.conftest import PASSWORD
from tests.stack import Stack

STUDENTS, WORKS, TEACHERS = 20, 4, 4
LONGEST = 120
"""Seconds after which an entry has not come through."""


class Hosts:
    """The stack's own server, and a second one beside it, as a proxy tells them apart: it goes to the other where one is silent."""

    def __init__(self, stack: Stack) -> None:
        self.stack = stack
        self.ports = (stack.port, free_port())
        self.start()

    def start(self) -> None:
        """Start the second host."""
        self.second = start_server(self.ports[1], self.stack.environment, RUN / f"{self.stack.name}-second-server.log")

    def kill(self) -> None:
        """The second host is gone, as in a power cut."""
        kill(self.second)

    def ask(self, session: requests.Session, method: str, path: str, first: int, **given: Any) -> tuple[int, Any]:
        """What is answered, and by which host."""
        begun = time.monotonic()
        for host in itertools.cycle((first, 1 - first)):
            try:
                answer = session.request(
                    method, f"http://127.0.0.1:{self.ports[host]}/api/v1{path}", timeout=10, **given
                )
            except requests.RequestException:
                time.sleep(0.05)
            else:
                if answer.status_code < HTTPStatus.INTERNAL_SERVER_ERROR:
                    assert answer.status_code < HTTPStatus.BAD_REQUEST, answer.text
                    return host, answer.json() if answer.content else None
            assert time.monotonic() - begun < LONGEST
        raise AssertionError

    def signed_in(self) -> requests.Session:
        """The geography teacher, whom either host knows."""
        session = requests.Session()
        self.ask(session, "GET", "/session", 0)
        session.headers["X-CSRFToken"] = session.cookies["csrftoken"]
        self.ask(session, "POST", "/session", 0, json={"sign_in": "odalys", "password": PASSWORD})
        session.headers["X-CSRFToken"] = session.cookies["csrftoken"]
        return session


@pytest.fixture
def hosts(stack: Stack) -> Iterator[Hosts]:
    """Both hosts, answering."""
    made = Hosts(stack)
    yield made
    made.kill()


def test_one_of_two_hosts_dies_under_load_and_nothing_is_lost(stack: Stack, hosts: Hosts) -> None:
    class_id = stack.add_class("Twin hosts 8", STUDENTS, works=WORKS)
    path = f"/classes/{class_id}/scores"
    sessions = [hosts.signed_in() for _ in range(TEACHERS)]
    _, grid = hosts.ask(sessions[0], "GET", path, 0)
    hosts.ask(sessions[0], "GET", path, 1)
    students = [each["student_id"] for each in grid["rows"]]
    works = [each["id"] for each in grid["columns"]]
    done = threading.Semaphore(0)

    def enter(number: int) -> int:
        """Enter what one teacher enters, each score at another host; gives how often the other host was asked and knew it."""
        seen = 0
        for place, (student, work) in enumerate(itertools.product(students[number::TEACHERS], works)):
            entry = {"student": student, "assignment": work, "text": str(10 + number), "version": 0}
            body = {"id": str(uuid.uuid4()), "term": grid["term_id"], "entries": [entry]}
            host, answer = hosts.ask(sessions[number], "POST", path, place % 2, json=body)
            assert [each["student"] for each in answer["saved"]] == [student]
            done.release()
            other, shown = hosts.ask(sessions[number], "GET", path, 1 - host)
            row = next(each for each in shown["rows"] if each["student_id"] == student)
            assert row["cells"][str(work)]["text"] == entry["text"], "what one host saved, the other one shows"
            seen += other != host
        return seen

    with ThreadPoolExecutor(TEACHERS) as pool:
        entering = [pool.submit(enter, number) for number in range(TEACHERS)]
        for _ in range(STUDENTS):
            done.acquire(timeout=LONGEST)
        hosts.kill()
        for _ in range(STUDENTS):
            done.acquire(timeout=LONGEST)
        hosts.start()
        assert sum(each.result() for each in entering) > STUDENTS
    answers = [hosts.ask(sessions[0], "GET", path, host) for host in (0, 1)]
    assert [host for host, _ in answers] == [0, 1]
    assert answers[0][1] == answers[1][1]
    texts = [cell["text"] for row in answers[0][1]["rows"] for cell in row["cells"].values()]
    assert len(texts) == STUDENTS * WORKS
    assert "" not in texts
    events = f"from scores.models import *; print(ScoreEvent.objects.filter(score__assignment__school_class={class_id}).count())"
    assert int(stack.python(events)) == STUDENTS * WORKS, "each counts once, however often it was sent"
