"""What is lost when things die: ``./hoarfrost bench faults``. Each part in turn is killed (kill -9) and begun again while teachers enter
scores, and while 5,000 lines go to the register; then what arrived is counted against what was sent. The counts go into
``docs/reliability.md``.
"""

import http.client
import itertools
import json
import os
import random
import sys
import threading
import time
import uuid
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "server"), str(ROOT / "core")]

import django  # noqa: E402
from _measuring import headers_of, teachers  # noqa: E402

from launch.broker import Broker  # noqa: E402
from launch.database import Database  # noqa: E402
from launch.processes import kill  # noqa: E402
from tests.stack import Stack  # noqa: E402

STUDENTS, WORKS = 40, 125
KILLS = 20
TEACHERS, ENTRIES, SERVER_KILLS = 8, 150, 12
LONGEST = 900
"""Seconds after which it has not come through."""


def main() -> None:
    """Kill and count."""
    database, broker = Database("faults-db"), Broker("faults-broker")
    os.environ["HOARFROST_SENDING_LEASE"] = "3"
    os.environ["HOARFROST_SENDING_FIRST_WAIT"] = "1"
    database.start()
    broker.start()
    os.environ |= {"HOARFROST_DATABASE_URL": database.url, "HOARFROST_BROKER_URL": broker.url}
    stack = Stack("bench_faults")
    try:
        stack.make()
        os.environ |= stack.environment
        django.setup()
        from _sending import prepared, put_out

        entered = _entering(stack, database)
        here = prepared(STUDENTS, WORKS)
        stack.start_office()
        from django.db import connection

        lines = put_out(here)
        connection.close()
        stack.start_worker()
        chance, killed = random.Random(8), {}
        for part in itertools.islice(itertools.cycle(("worker", "broker", "register", "database")), KILLS):
            time.sleep(chance.uniform(0.2, 1.2))
            if part == "worker":
                assert stack.worker is not None
                kill(stack.worker)
                stack.start_worker()
            elif part == "register":
                stack.kill_office()
                time.sleep(chance.uniform(0, 0.5))
                stack.start_office_again()
            else:
                one = database if part == "database" else broker
                assert one.process is not None
                kill(one.process)
                time.sleep(chance.uniform(0, 0.5))
                one.start()
            killed[part] = killed.get(part, 0) + 1
        _write(entered, _count(here, lines, killed, stack))
    finally:
        try:
            stack.drop()
        finally:
            broker.stop()
            database.stop()


def _entering(stack: Stack, database: Database) -> str:
    """Teachers enter scores while the server and the database are killed by turns; as a page does, each sends a batch again, under its
    own number, until it is answered. Gives what came of it as a line of a table.
    """
    begun = time.monotonic()

    def teacher(class_id: int, term: int, session: str, students: list[int], works: list[int]) -> None:
        for place in range(ENTRIES):
            entry = {"student": students[place % 30], "assignment": works[place // 30], "text": "17", "version": 0}
            body = json.dumps({"id": str(uuid.uuid4()), "term": term, "entries": [entry]})
            while time.monotonic() - begun < LONGEST:
                try:
                    connection = http.client.HTTPConnection("127.0.0.1", stack.port, timeout=10)
                    connection.request("POST", f"/api/v1/classes/{class_id}/scores", body, headers_of(session))
                    if connection.getresponse().status == http.HTTPStatus.OK:
                        break
                except (OSError, http.client.HTTPException):
                    pass
                time.sleep(0.1)
            time.sleep(0.05)

    threads = [threading.Thread(target=teacher, args=each) for each in teachers(stack, TEACHERS)]
    for each in threads:
        each.start()
    chance, killed = random.Random(8), {"server": 0, "database": 0}
    while any(each.is_alive() for each in threads) and sum(killed.values()) < SERVER_KILLS:
        time.sleep(chance.uniform(0.3, 1.5))
        part = "database" if killed["server"] > killed["database"] else "server"
        if part == "server":
            stack.kill()
            stack.start()
        else:
            assert database.process is not None
            kill(database.process)
            database.start()
        killed[part] += 1
    for each in threads:
        each.join()
    from scores.models import Score, ScoreEvent

    mine = {"assignment__school_class__name__startswith": "Load "}
    kept = Score.objects.filter(**mine, number=17).count()
    events = ScoreEvent.objects.filter(**{f"score__{name}": value for name, value in mine.items()}).count()
    sent = TEACHERS * ENTRIES
    line = (
        f"| {sent:,} scores entered by {TEACHERS} teachers | {_words(killed)} | {sent - kept} | {events - kept} | 0 |"
    )
    print(line)
    assert (kept, events) == (sent, sent)
    return line


def _words(killed: dict[str, int]) -> str:
    return ", ".join(f"{part} {count} times" for part, count in killed.items())


def _write(*lines: str) -> None:
    """The counts of this run, where they are read."""
    text = """# What is lost when things die

Made anew by `./hoarfrost bench faults`: parts are killed with `kill -9`, by turns and at any moment, and begun again
while work goes on; then what arrived is counted against what was sent. A batch of scores goes out under a number of its
own, and a line to the register under its identifier: each may be sent as often as it takes, and counts once.

| What went on | Killed meanwhile | Lost | Twice | Still waiting |
|---|---|---:|---:|---:|
"""
    (ROOT / "docs" / "reliability.md").write_text(text + "\n".join(lines) + "\n")


def _count(here: Any, lines: int, killed: dict[str, int], stack: Stack) -> str:
    """Wait until everything went, and count. Gives it as a line of a table."""
    from django.db import OperationalError, connection
    from sending.models import Line, LineState

    from office.store import Store

    mine = Line.objects.filter(record__school_class=here)
    begun, waiting = time.monotonic(), lines
    while waiting and time.monotonic() - begun < LONGEST:
        time.sleep(1)
        try:
            waiting = mine.filter(state=LineState.WAITING).count()
        except OperationalError:
            connection.close()
    sent = {str(each) for each in mine.values_list("record__sourced_id", flat=True)}
    accepted = mine.filter(state=LineState.ACCEPTED).count()
    store = Store(stack.office_store)
    arrived = [
        each["sourcedId"] for kind in ("lineItems", "results") for each in store.all(kind) if each["sourcedId"] in sent
    ]
    once = len(set(arrived))
    line = (
        f"| {lines:,} lines to the register | {_words(killed)} | {lines - once} | {len(arrived) - once} | {waiting} |"
    )
    print(line)
    assert (accepted, len(arrived), once, waiting) == (lines, lines, lines, 0)
    return line


if __name__ == "__main__":
    main()
