"""The evening on which a school posts: ``./hoarfrost bench families``. Six hundred families open their page within a minute, or sign in,
while teachers enter scores; two workers, everything on this machine. Ratios to the same without them.
"""

import os
import platform
import resource
import sys
from functools import partial
from pathlib import Path

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "server"), str(ROOT / "core")]

import django  # noqa: E402
from _evening import CLASSES, HOMEROOMS, STUDENTS, SUBJECTS, WORKS, Evening, fill, ms  # noqa: E402
from _measuring import at_most_in_95_of_100, by_turns  # noqa: E402

from tests.stack import Stack  # noqa: E402

FAMILIES, TEACHERS = 600, 20


def main() -> None:
    """Measure."""
    stack = Stack("bench_families")
    stack.make()
    os.environ |= stack.environment
    django.setup()
    from django.test import Client
    from school.models import Person

    try:
        print(
            f"{platform.machine()}, {os.cpu_count()} cores; {HOMEROOMS * STUDENTS} students, "
            f"{HOMEROOMS * SUBJECTS} classes of {WORKS} pieces",
            flush=True,
        )
        families, teachers, student = fill(FAMILIES, TEACHERS)
        clients = {}
        for name in ("family0", "teaching0"):
            clients[name] = Client(headers={"host": "localhost"})
            clients[name].force_login(
                Person.objects.get(sign_in=name), backend="django.contrib.auth.backends.ModelBackend"
            )
        _, class_id, term, *_ = teachers[0]
        asked = {
            "a family's page": ("family0", f"/api/v1/families/{student}"),
            f"Today of {CLASSES} classes": ("teaching0", "/api/v1/today"),
            "Report of one": ("teaching0", f"/api/v1/classes/{class_id}/report?term={term}"),
        }
        for words, (name, path) in asked.items():
            client = clients[name]
            ways = {"one query": "/api/v1/sessions", words: path}
            assert all(client.get(way).status_code == 200 for way in ways.values())
            took = by_turns({each: partial(client.get, way) for each, way in ways.items()}, 40)
            one, whole = (sorted(took[each])[20] for each in ways)
            print(
                f"{words}, loaded: {whole:.1f} ms, {whole / one:.1f} times a request of one query (at most 3)",
                flush=True,
            )

        # What an evening begins with: the day's classes are loaded, by both workers.
        warm = Evening(stack.port)
        for _ in range(4):
            warm.run(teachers, [warm.opens(*each) for each in families[: FAMILIES // 4]])
        alone, opening, signing = Evening(stack.port), Evening(stack.port), Evening(stack.port)
        alone.run(teachers, [])
        print(f"{TEACHERS} teachers alone: a save {ms(alone.saves)}", flush=True)
        opening.run(teachers, [opening.opens(*each) for each in families])
        print(
            f"while {FAMILIES} families open their page: a save {ms(opening.saves)}; a page {ms(opening.pages)} (at most 300), "
            f"{opening.came_again} times asked to come again"
        )
        begun = worker_memory(stack)
        signing.run(teachers, [signing.signs_in(f"family{n}") for n in range(FAMILIES)])
        print(
            f"while {FAMILIES} sign in: a save {ms(signing.saves)}; signed in {ms(signing.sign_ins)}, "
            f"{signing.came_again} times asked to come again"
        )
        for words, evening in (("open", opening), ("sign in", signing)):
            share = at_most_in_95_of_100(evening.saves) / at_most_in_95_of_100(alone.saves)
            print(f"  saves while families {words}: {share:.1f} times alone at the 95th percentile (at most 2)")
        print(f"the workers' memory grew by {worker_memory(stack) - begun:.0f} MB as all signed in")
        failures = alone.failures + opening.failures + signing.failures
        print(f"failed: {len(failures)} {failures[:2] or ''}")
        print(f"this process: {resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024:.0f} MB")
    finally:
        stack.drop()


def worker_memory(stack: Stack) -> float:
    """What the web server's processes take now, in MB."""
    assert stack.server is not None
    children = Path(f"/proc/{stack.server.pid}/task/{stack.server.pid}/children").read_text(encoding="ascii").split()
    sizes = [Path(f"/proc/{each}/status").read_text(encoding="utf-8") for each in children]
    return sum(int(line.split()[1]) for each in sizes for line in each.splitlines() if line.startswith("VmRSS")) / 1024


if __name__ == "__main__":
    main()
