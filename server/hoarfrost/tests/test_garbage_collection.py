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
def test_it_is_looked_between_requests_and_at_the_latest_after_an_hour(since: float, requests: int, due: bool) -> None:
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

kept = [Cycle() for _ in range(3)]
gc.collect(1)
request_started.send(None)
kept.clear()
import time
time.sleep(0.5)
found = sum(isinstance(each, Cycle) for each in gc.get_objects())
request_finished.send(None)
while any(isinstance(each, Cycle) for each in gc.get_objects()):
    time.sleep(0.01)
print(found)
"""


def test_a_server_looks_for_old_cycles_once_its_requests_are_answered() -> None:
    said = subprocess.run(
        [sys.executable, "-c", SERVED],
        cwd=settings.ROOT / "server",
        capture_output=True,
        text=True,
        check=True,
        timeout=120,
    )
    assert said.stdout == "3\n"
