"""All that a process keeps is looked through while nobody waits."""

import subprocess
import sys

import pytest
from django.conf import settings

from hoarfrost.garbage_collection import EVERY, LATEST, is_due


@pytest.mark.parametrize(
    ("since", "requests", "due"),
    [(EVERY - 1, 0, False), (EVERY, 0, True), (EVERY, 1, False), (LATEST - 1, 3, False), (LATEST, 3, True)],
)
def test_it_is_looked_between_requests_and_at_the_latest_after_a_while(since: float, requests: int, due: bool) -> None:
    assert is_due(since, requests) is due


SERVED = """
import gc
from hoarfrost import garbage_collection as collection
collection.EVERY = collection.STEP = 0.05
from hoarfrost.wsgi import application
from django.core.signals import request_finished, request_started

class Cycle:
    def __init__(self):
        self.itself = self

import time
request_started.send(None)
time.sleep(0.5)
kept = [Cycle() for _ in range(3)]
gc.collect(1)
kept.clear()
time.sleep(0.5)
found = sum(isinstance(each, Cycle) for each in gc.get_objects())
request_finished.send(None)
while any(isinstance(each, Cycle) for each in gc.get_objects()):
    time.sleep(0.01)
print(found)
"""


LOOKED_THROUGH = """
import weakref
from hoarfrost.garbage_collection import collect

class Cycle:
    def __init__(self):
        self.itself = self

before, between = Cycle(), None
found = [weakref.ref(before)]
collect(whole=False)
between = Cycle()
found.append(weakref.ref(between))
before = between = None
collect(whole=False)
print([each() is None for each in found])
collect(whole=True)
print([each() is None for each in found])
"""


def _said(program: str) -> str:
    """What a program says in a process of its own."""
    ran = subprocess.run(
        [sys.executable, "-c", program],
        cwd=settings.ROOT / "server",
        capture_output=True,
        text=True,
        check=True,
        timeout=120,
    )
    return ran.stdout


def test_a_server_looks_for_old_cycles_once_its_requests_are_answered() -> None:
    assert _said(SERVED) == "3\n"


def test_what_was_looked_through_before_is_left_out_but_for_a_whole_look() -> None:
    assert _said(LOOKED_THROUGH) == "[False, True]\n[True, True]\n"
