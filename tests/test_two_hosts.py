"""Two hosts on one database behind a proxy: each shows at once what was entered at the other, and one that is lost under load loses
nothing.
"""

import itertools
import os
import threading
import time
import uuid
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from http import HTTPStatus
from typing import Any

import pytest
import requests

from tests.conftest import PASSWORD
from tests.network import PORT, Host, Network, network
from tests.stack import Stack

SESSION, TOKEN = "__Host-sessionid", "__Host-csrftoken"
"""Over HTTPS a browser keeps them for this host alone."""
STUDENTS, WORKS, TEACHERS = 20, 4, 4
LONGEST = 120
"""Seconds after which an entry has not come through."""


@pytest.fixture
def hosts(stack: Stack) -> Iterator[Network]:
    """Two hosts on the stack's database, behind their proxy."""
    if os.geteuid():
        pytest.skip("networks for two hosts need root")
    with network(stack.environment, 2) as made:
        yield made


def ask(hosts: Network, session: requests.Session, method: str, path: str, **given: Any) -> Any:
    """What is answered through the proxy; asked again, as a browser does, where a host was lost meanwhile."""
    begun = time.monotonic()
    while True:
        try:
            answer = session.request(method, f"https://127.0.0.1:{hosts.port}/api/v1{path}", timeout=LONGEST, **given)
        except requests.RequestException:
            status = HTTPStatus.BAD_GATEWAY
        else:
            status = HTTPStatus(answer.status_code)
        if status < HTTPStatus.INTERNAL_SERVER_ERROR:
            assert status < HTTPStatus.BAD_REQUEST, answer.text
            return answer.json() if answer.content else None
        assert time.monotonic() - begun < LONGEST
        time.sleep(0.05)


def signed_in(hosts: Network) -> requests.Session:
    """The geography teacher, whom either host knows."""
    session = hosts.session()
    ask(hosts, session, "GET", "/session")
    session.headers["X-CSRFToken"] = session.cookies[TOKEN]
    ask(hosts, session, "POST", "/session", json={"sign_in": "odalys", "password": PASSWORD})
    session.headers["X-CSRFToken"] = session.cookies[TOKEN]
    assert {each.name for each in session.cookies} == {SESSION, TOKEN, "__Host-hoarfrost-known"}
    assert all(each.secure and each.path == "/" and not each.domain_specified for each in session.cookies)
    return session


def shown_by(host: Host, session: requests.Session, path: str) -> Any:
    """What one of the hosts answers by itself."""
    headers = {"Cookie": f"{SESSION}={session.cookies[SESSION]}", "X-Forwarded-Proto": "https"}
    answer = requests.get(f"http://{host.address}:{PORT}/api/v1{path}", headers=headers, timeout=LONGEST)
    assert answer.status_code == HTTPStatus.OK, answer.text
    return answer.json()


def test_one_of_two_hosts_is_lost_under_load_and_no_score_is(stack: Stack, hosts: Network) -> None:
    class_id = stack.add_class("Twin hosts 8", STUDENTS, works=WORKS)
    path = f"/classes/{class_id}/scores"
    sessions = [signed_in(hosts) for _ in range(TEACHERS)]
    grid = ask(hosts, sessions[0], "GET", path)
    students = [each["student_id"] for each in grid["rows"]]
    works = [each["id"] for each in grid["columns"]]
    done = threading.Semaphore(0)
    # The machine is lost while it holds what each entry of the class waits for.
    hold_class = hosts.hosts[1].transaction(f"from school import revisions; revisions.next_scores({class_id})")

    def enter(number: int) -> None:
        """Enter what one teacher enters, each score at whichever host the proxy goes to, and look at it at whichever is next."""
        for student, work in itertools.product(students[number::TEACHERS], works):
            entry = {"student": student, "assignment": work, "text": str(10 + number), "version": 0}
            body = {"id": str(uuid.uuid4()), "term": grid["term_id"], "entries": [entry]}
            answer = ask(hosts, sessions[number], "POST", path, json=body)
            assert [each["student"] for each in answer["saved"]] == [student]
            done.release()
            shown = ask(hosts, sessions[number], "GET", path)
            row = next(each for each in shown["rows"] if each["student_id"] == student)
            assert row["cells"][str(work)]["text"] == entry["text"], "what one host saved, the other one shows"

    with ThreadPoolExecutor(TEACHERS) as pool:
        entering = [pool.submit(enter, number) for number in range(TEACHERS)]
        for _ in range(STUDENTS):
            assert done.acquire(timeout=LONGEST)
        assert hosts.asked() >= {each.address for each in hosts.hosts}, "both hosts have work"
        hold_class()
        hosts.hosts[1].lose()
        for _ in range(STUDENTS):
            assert done.acquire(timeout=LONGEST)
        hosts.hosts[1].start()
        for each in entering:
            each.result()
    first, second = (shown_by(each, sessions[0], path) for each in hosts.hosts)
    assert first == second
    texts = [cell["text"] for row in first["rows"] for cell in row["cells"].values()]
    assert len(texts) == STUDENTS * WORKS
    assert "" not in texts
    events = f"from scores.models import *; print(ScoreEvent.objects.filter(score__assignment__school_class={class_id}).count())"
    assert int(stack.python(events)) == STUDENTS * WORKS, "each counts once, however often it was sent"
