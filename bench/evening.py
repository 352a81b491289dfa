"""All at once: ``./hoarfrost bench evening``. Sixty teachers enter a score a second each, 300 families open their page, 200 report
cards are made, a night's lines go to the register, and the database is saved, at the same time; two workers. Each as a ratio to
itself alone.
"""

import os
import platform
import sys
import threading
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "server"), str(ROOT / "core")]

import django  # noqa: E402
import report  # noqa: E402
from _evening import Evening, fill, ms  # noqa: E402
from _measuring import at_most_in_95_of_100  # noqa: E402

from launch.parts import start_worker  # noqa: E402
from launch.places import RUN  # noqa: E402
from launch.processes import end  # noqa: E402
from tests.stack import Stack  # noqa: E402

FAMILIES, TEACHERS = 300, 60
STUDENTS, WORKS = 40, 125
NICENESS = 15
"""As docs/installing.md gives it to workers: people at their screens come before them."""
LONGEST = 900
"""Seconds after which something does not come to its end."""


def main() -> None:
    """Measure each alone, then all together."""
    stack = Stack("bench_evening")
    stack.make()
    os.environ |= stack.environment
    django.setup()
    from _sending import prepared
    from sending.models import SchoolSending

    print(f"{platform.machine()}, {os.cpu_count()} cores", flush=True)
    second = None
    try:
        families, teachers, _ = fill(FAMILIES, TEACHERS)
        term, students = report.fill()
        here = prepared(STUDENTS, WORKS)
        # The night's run is what is measured, when it is measured.
        SchoolSending.objects.update(last_night=here.school.now().date(), hour=23)
        stack.start_office()
        # As `start` does it: what is short, and what takes long by two processes.
        stack.start_worker(long=False, niceness=NICENESS)
        second = start_worker(
            stack.environment, RUN / f"{stack.name}-long-worker.log", short=False, processes=2, niceness=NICENESS
        )

        warm = Evening(stack.port)
        for _ in range(2):
            warm.run([], [warm.opens(*each) for each in families])
        evening, together = Evening(stack.port), Evening(stack.port)
        evening.run(teachers, [])
        print(f"{TEACHERS} teachers alone: a save {ms(evening.saves)}", flush=True)
        evening.run([], [evening.opens(*each) for each in families])
        print(f"{FAMILIES} families alone: a page {ms(evening.pages)}", flush=True)
        works = besides(stack, here, term, students)
        alone = {name: timed(work) for name, work in works.items()}
        forget(here)
        took: dict[str, float] = {}
        threads = [
            threading.Thread(target=lambda name=name, work=work: took.update({name: timed(work)}))
            for name, work in works.items()
        ]
        for each in threads:
            each.start()
        together.run(teachers, [together.opens(*each) for each in families])
        for each in threads:
            each.join()
        for name, before, now in (("a save", evening.saves, together.saves), ("a page", evening.pages, together.pages)):
            share = at_most_in_95_of_100(now) / at_most_in_95_of_100(before)
            print(f"all at once: {name} {ms(now)}, {share:.1f} times alone at the 95th percentile")
        for name, alone_took in alone.items():
            share = took[name] / alone_took
            print(f"all at once: {name} {took[name]:.1f} s, {share:.1f} times alone ({alone_took:.1f} s)")
        failures = evening.failures + together.failures
        print(f"failed: {len(failures)} {failures[:2] or ''}")
    finally:
        if second is not None:
            end(second)
        stack.drop()


def besides(stack: Stack, here: Any, term: int, students: list[int]) -> dict[str, Callable[[], None]]:
    """What goes on besides, each until it is over."""
    from _sending import put_out
    from reports import documents
    from reports.models import Document
    from sending.models import Line

    def cards() -> None:
        document = report.asked(term, students, "ledger", packed=False)
        documents.wake(documents.divide(document))
        until(lambda: Document.objects.filter(pk=document.pk, state="done").exists())

    def night() -> None:
        assert put_out(here)
        until(lambda: not Line.objects.filter(record__school_class=here, state="waiting").exists())

    def backup() -> None:
        made = RUN / f"{stack.name}.sql"
        stack.dump(made)
        made.unlink()

    return {"200 report cards": cards, "5,000 lines to the register": night, "saving the database": backup}


def forget(here: object) -> None:
    """What was sent of a class is to be sent again."""
    from sending.models import Record

    Record.objects.filter(school_class=here).update(digest="")


def timed(work: Callable[[], None]) -> float:
    """How long something takes, in seconds."""
    from django.db import connection

    began = time.perf_counter()
    work()
    connection.close()
    return time.perf_counter() - began


def until(is_over: Callable[[], bool]) -> None:
    """Wait until something is so."""
    begun = time.monotonic()
    while not is_over():
        assert time.monotonic() - begun < LONGEST, "it does not come to its end"
        time.sleep(0.2)


if __name__ == "__main__":
    main()
