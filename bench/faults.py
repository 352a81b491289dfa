"""What is lost when things die: ``./hoarfrost bench faults``. Each part in turn is killed (kill -9) while 5,000 lines go to the register,
twenty times, and begun again; then what arrived is counted against what was sent.
"""

import itertools
import os
import random
import sys
import time
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "server"), str(ROOT / "core")]

import django  # noqa: E402

from launch.broker import Broker  # noqa: E402
from launch.database import Database  # noqa: E402
from launch.processes import kill  # noqa: E402
from tests.stack import Stack  # noqa: E402

STUDENTS, WORKS = 40, 125
KILLS = 20
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
        _count(here, lines, killed, stack)
    finally:
        try:
            stack.drop()
        finally:
            broker.stop()
            database.stop()


def _count(here: Any, lines: int, killed: dict[str, int], stack: Stack) -> None:
    """Wait until everything went, and count."""
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
    print(f"killed: {', '.join(f'{part} {count} times' for part, count in killed.items())}")
    once = len(set(arrived))
    print(
        f"sent {lines}, accepted {accepted}, lost {lines - once}, twice {len(arrived) - once}, still waiting {waiting}"
    )
    assert (accepted, len(arrived), once, waiting) == (lines, lines, lines, 0)


if __name__ == "__main__":
    main()
