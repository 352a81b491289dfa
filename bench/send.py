"""How fast a night goes out: ``./hoarfrost bench send``. Lines a second beside a bare HTTP client that puts the same bodies to the same
register, by one worker and by two, and how much memory a worker takes as it goes.

The district is simulated: its classes are one class's lines many times over, so that the outbox and the register grow as they would.
"""

import json
import os
import platform
import resource
import subprocess
import sys
import time
from collections.abc import Mapping
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "server"), str(ROOT / "core")]

import django  # noqa: E402
import requests  # noqa: E402

import office  # noqa: E402
from launch.places import PYTHON  # noqa: E402
from tests.stack import Stack  # noqa: E402

STUDENTS, WORKS, CLASSES = 30, 50, 4
SHARE = 60
"""At least so many percent of the bare client's speed."""
DISTRICT = 400_000
"""Lines of a night, of 150 schools."""

SENDER = """
import django, resource, sys; django.setup()
from sending import delivering
begun = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
delivering.send_waiting()
print(begun, resource.getrusage(resource.RUSAGE_SELF).ru_maxrss)
"""


def main() -> None:
    """Measure; what one ran is told with each figure."""
    stack = Stack("bench_send")
    stack.make()
    os.environ |= stack.environment
    django.setup()
    from _sending import prepared, put_out
    from sending.models import Line, LineState

    try:
        classes = [prepared(STUDENTS + place, WORKS) for place in range(CLASSES)]
        address = stack.start_office()
        lines = sum(put_out(each) for each in classes)
        print(f"{platform.machine()}, {os.cpu_count()} cores; {lines} lines of {CLASSES} classes")

        mine = Line.objects.filter(record__school_class__in=classes)
        bodies = [
            ("results" if line.record.student_id else "lineItems", str(line.record.sourced_id), line.body)
            for line in mine.select_related("record").order_by("id")
        ]
        token = requests.post(
            f"{address}/token",
            {"grant_type": "client_credentials", "scope": _scopes()},
            auth=(office.CLIENT_ID, office.CLIENT_SECRET),
            timeout=20,
        ).json()["access_token"]
        with requests.Session() as session:
            session.headers["Authorization"] = f"Bearer {token}"
            begun = time.perf_counter()
            for kind, name, body in bodies:
                session.put(
                    f"{address}/ims/oneroster/gradebook/v1p2/{kind}/{name}", json=body, timeout=20
                ).raise_for_status()
            bare = len(bodies) / (time.perf_counter() - begun)
        print(f"bare client: {bare:.0f} lines a second")

        environment = {**os.environ, "PYTHONPATH": f"{ROOT / 'core'}:{ROOT / 'server'}"}
        speeds = {}
        for workers in (1, 2):
            if workers == 2:
                _again(mine, {name: body for _, name, body in bodies})
            begun = time.perf_counter()
            running = [
                subprocess.Popen([PYTHON, "-c", SENDER], stdout=subprocess.PIPE, text=True, env=environment)
                for _ in range(workers)
            ]
            memory = [each.communicate()[0].split() for each in running]
            took = time.perf_counter() - begun
            left = mine.exclude(state=LineState.ACCEPTED).count()
            assert left == 0, f"{left} lines did not go"
            speeds[workers] = lines / took
            grown = max(int(after) - int(before) for before, after in memory) / 1024
            print(
                f"{workers} worker{'s' if workers > 1 else ''}: {speeds[workers]:.0f} lines a second, "
                f"{100 * speeds[workers] / bare:.0f} % of the bare client (at least {SHARE}), grown by {grown:.0f} MB"
            )
        print(f"a second worker: {speeds[2] / speeds[1]:.2f} times")
        print(f"a district's night of {DISTRICT} lines: {DISTRICT / speeds[1] / 3600:.1f} h by one worker")
        own = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
        print(f"this process: {own:.0f} MB; {len(json.dumps(bodies[-1][2]))} bytes a body")
    finally:
        stack.drop()


def _scopes() -> str:
    from oneroster import EVERYTHING

    return " ".join(EVERYTHING)


def _again(lines: Any, bodies: Mapping[str, Any]) -> None:
    """The same lines as if they had not gone yet."""
    from sending.models import Delivery, DeliveryState, LineState

    for each in lines.select_related("record"):
        each.body, each.state = bodies[str(each.record.sourced_id)], LineState.WAITING
        each.save(update_fields=["body", "state"])
    Delivery.objects.filter(lines__in=lines).update(state=DeliveryState.WAITING)


if __name__ == "__main__":
    main()
