"""How fast a night goes out: ``./hoarfrost bench send``. Lines a second beside a bare HTTP client that puts the same bodies to the same
register, by one worker and by two, and how much memory a worker takes as it goes.

A district of 150 schools is simulated: the lines of all of them wait in the outbox at once. Those of some schools are sent by one worker,
of as many others by two; with ``--whole`` two workers then send all that is left, in the order of the schools.
"""

import os
import platform
import subprocess
import sys
import time
from collections.abc import Sequence
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "server"), str(ROOT / "core")]

import django  # noqa: E402
import requests  # noqa: E402

import office  # noqa: E402
from launch.places import PYTHON  # noqa: E402
from tests.stack import Stack  # noqa: E402

STUDENTS, WORKS, SCHOOLS = 60, 44, 150
PARTS, SCHOOLS_A_PART = 4, 3
"""In how many parts, of so many schools each, one worker sends, and two do: its memory is looked at after each."""
SHARE = 60
"""At least so many percent of the bare client's speed."""

SENDER = """
import django, sys; django.setup()
from sending import delivering
for _ in sys.stdin:
    delivering.send_waiting()
    print(next(line.split()[1] for line in open("/proc/self/status") if line.startswith("VmRSS")), flush=True)
"""


class Workers:
    """Processes that send what is due whenever they are told."""

    def __init__(self, count: int) -> None:
        environment = {**os.environ, "PYTHONPATH": f"{ROOT / 'core'}:{ROOT / 'server'}"}
        self.running = [
            subprocess.Popen(
                [PYTHON, "-c", SENDER], stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True, env=environment
            )
            for _ in range(count)
        ]
        self.send()  # what they have to load first is not the sending's

    def send(self) -> int:
        """Send all that is due; gives the memory of the largest of them afterwards, in MB."""
        for each in self.running:
            assert each.stdin is not None
            each.stdin.write("\n")
            each.stdin.flush()
        return max(int(each.stdout.readline()) for each in self.running if each.stdout is not None) // 1024

    def end(self) -> None:
        """Let them go."""
        for each in self.running:
            each.communicate("")


def main() -> None:
    """Measure; what one ran is told with each figure."""
    stack = Stack("bench_send")
    stack.make()
    os.environ |= stack.environment
    django.setup()
    from _sending import prepared, put_out, simulated
    from sending.models import Line, LineState

    try:
        here = prepared(STUDENTS, WORKS)
        address = stack.start_office()
        put_out(here)
        mine = list(Line.objects.filter(record__school_class=here).select_related("record").order_by("id"))
        begun = time.perf_counter()
        schools = simulated(here, SCHOOLS)
        print(
            f"{platform.machine()}, {os.cpu_count()} cores; {SCHOOLS} schools, {SCHOOLS * len(mine):,} lines wait "
            f"(simulated in {time.perf_counter() - begun:.0f} s)",
            flush=True,
        )
        bare = len(mine) / put_bare(address, mine)
        print(f"bare client: {bare:.0f} lines a second", flush=True)

        speeds = {}
        for count in (1, 2):
            workers = Workers(count)
            took, memory = 0.0, []
            for _ in range(PARTS):
                part, schools = schools[:SCHOOLS_A_PART], schools[SCHOOLS_A_PART:]
                seconds, size = sent(workers, part)
                took, memory = took + seconds, [*memory, size]
            workers.end()
            speeds[count] = PARTS * SCHOOLS_A_PART * len(mine) / took
            print(
                f"{count} worker{'s' if count > 1 else ''}: {speeds[count]:.0f} lines a second, "
                f"{100 * speeds[count] / bare:.0f} % of the bare client (at least {SHARE}); memory, part by part: {memory} MB",
                flush=True,
            )
        print(f"a second worker: {speeds[2] / speeds[1]:.2f} times")
        if "--whole" in sys.argv:
            whole(schools, len(mine))
        sent_lines = Line.objects.filter(delivery__school_class__school__name__startswith="Simulated")
        accepted = sent_lines.filter(state=LineState.ACCEPTED).count()
        assert sent_lines.filter(state=LineState.REFUSED).count() == 0
        print(f"accepted {accepted:,}, refused 0")
        night = SCHOOLS * len(mine)
        print(
            f"a night of {night:,} lines: {night / speeds[1] / 3600:.1f} h by one worker, {night / speeds[2] / 3600:.1f} h by two"
        )
    finally:
        stack.drop()


def put_bare(address: str, lines: Sequence[Any]) -> float:
    """Put the same bodies by nothing but an HTTP client; gives the seconds."""
    from oneroster import EVERYTHING

    token = requests.post(
        f"{address}/token",
        {"grant_type": "client_credentials", "scope": " ".join(EVERYTHING)},
        auth=(office.CLIENT_ID, office.CLIENT_SECRET),
        timeout=20,
    ).json()["access_token"]
    with requests.Session() as session:
        session.headers["Authorization"] = f"Bearer {token}"
        begun = time.perf_counter()
        for line in lines:
            kind = "results" if line.record.student_id else "lineItems"
            where = f"{address}/ims/oneroster/gradebook/v1p2/{kind}/{line.record.sourced_id}"
            session.put(where, json=line.body, timeout=20).raise_for_status()
        return time.perf_counter() - begun


def sent(workers: Workers, schools: Sequence[Any]) -> tuple[float, int]:
    """Send what waits of some schools; gives the seconds, and the workers' memory then in MB."""
    from sending.models import Delivery, DeliveryState

    mine = Delivery.objects.filter(school_class__school__in=schools)
    mine.update(next_try_at=None)
    begun = time.perf_counter()
    memory = workers.send()
    took = time.perf_counter() - begun
    left = mine.exclude(state=DeliveryState.DONE).count()
    assert left == 0, f"{left} deliveries did not go"
    return took, memory


def whole(schools: Sequence[Any], lines: int) -> None:
    """Send all that is left by two workers, and say how it goes on the way."""
    workers = Workers(2)
    tenth = len(schools) // 10 or 1
    for place in range(0, len(schools), tenth):
        part = schools[place : place + tenth]
        seconds, memory = sent(workers, part)
        print(
            f"  {place + len(part)} schools more: {len(part) * lines / seconds:.0f} lines a second, {memory} MB",
            flush=True,
        )
    workers.end()


if __name__ == "__main__":
    main()
