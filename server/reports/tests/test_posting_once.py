"""Posting from two places at once, and with the server killed in the middle: once, or not at all."""

import os
import subprocess
import sys
import threading
import uuid
from typing import Any
from urllib.parse import urlsplit

import pytest
from conftest import World
from django.conf import settings
from django.db import connection
from scores.tests.test_entering import enter, entry

from reports.models import PostedGrade, Posting
from reports.tests.test_reports import post

KILLED = """
import os, sys, uuid
import django
django.setup()
from reports import posting
from reports.models import PostedGrade
from school.models import Person, SchoolClass, Term
if sys.argv[1] == "middle":
    def dies(rows):
        rows[0].save()
        os._exit(9)
    PostedGrade.objects.bulk_create = dies
made = posting.post(
    SchoolClass.objects.whole().get(pk=int(sys.argv[2])), Person.objects.get(sign_in="ann"),
    Term.objects.get(pk=int(sys.argv[3])), uuid.UUID(sys.argv[4]), [int(each) for each in sys.argv[5:]], "",
)
if sys.argv[1] == "end":
    os._exit(9)
"""


@pytest.fixture
def ready(transactional_db: None, world: World) -> World:
    """Everybody has a grade."""
    enter(world, *(entry(world, "17", student=place) for place in range(3)))
    return world


def killed(world: World, when: str, request: str) -> int:
    """A server process that posts and is killed at a moment; gives how it ended."""
    given = urlsplit(os.environ["HOARFROST_DATABASE_URL"])
    url = given._replace(path=f"/{connection.settings_dict['NAME']}").geturl()
    students = [str(each.pk) for each in world.students]
    command = [sys.executable, "-c", KILLED, when, str(world.school_class.pk), str(world.term.pk), request, *students]
    path = os.pathsep.join([str(settings.ROOT / "core"), str(settings.ROOT / "server")])
    return subprocess.run(
        command, check=False, env={**os.environ, "HOARFROST_DATABASE_URL": url, "PYTHONPATH": path}
    ).returncode


@pytest.mark.parametrize("same_request", [True, False])
def test_two_places_at_once(ready: World, same_request: bool) -> None:
    requests = [str(uuid.uuid4())] * 2 if same_request else [str(uuid.uuid4()), str(uuid.uuid4())]
    answers: list[Any] = []
    barrier = threading.Barrier(2)

    def one(request: str) -> None:
        barrier.wait()
        answers.append(post(ready, 0, 1, 2, request=request).json())
        connection.close()

    threads = [threading.Thread(target=one, args=(each,)) for each in requests]
    for each in threads:
        each.start()
    for each in threads:
        each.join()
    assert sorted(each["posted"] for each in answers) == ([3, 3] if same_request else [0, 3])
    assert (Posting.objects.count(), PostedGrade.objects.count()) == (1, 3)


def test_killed_in_the_middle_nothing_is_posted_and_the_same_request_posts_it_then(ready: World) -> None:
    request = str(uuid.uuid4())
    assert killed(ready, "middle", request) == 9
    assert (Posting.objects.count(), PostedGrade.objects.count()) == (0, 0)
    assert post(ready, 0, 1, 2, request=request).json() == {"posted": 3}
    assert PostedGrade.objects.count() == 3


def test_killed_before_its_answer_it_was_posted_and_asking_again_posts_nothing_more(ready: World) -> None:
    request = str(uuid.uuid4())
    assert killed(ready, "end", request) == 9
    assert PostedGrade.objects.count() == 3
    assert post(ready, 0, 1, 2, request=request).json() == {"posted": 3}
    assert (Posting.objects.count(), PostedGrade.objects.count()) == (1, 3)
