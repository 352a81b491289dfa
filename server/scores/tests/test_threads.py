"""Many requests of one class at once, in threads as a server has them, on rows that are really committed."""

from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from threading import Barrier
from typing import Any
from unittest.mock import patch

import pytest
from conftest import World
from django.db import connection
from school.models import ClassRevision, SchoolClass

from scores import class_cache
from scores.models import Score
from scores.tests.test_entering import enter, entry

AT_ONCE = 8


@pytest.fixture
def committed(transactional_db: None, world: World) -> World:
    return world


def at_once(act: Callable[[int], Any]) -> list[Any]:
    """What each of some threads gives that begin in the same moment, each with a connection of its own."""
    together = Barrier(AT_ONCE)

    def run(number: int) -> Any:
        together.wait()
        try:
            return act(number)
        finally:
            connection.close()

    with ThreadPoolExecutor(AT_ONCE) as threads:
        return list(threads.map(run, range(AT_ONCE)))


def test_a_class_that_many_open_at_once_is_loaded_once(committed: World) -> None:
    row = SchoolClass.objects.whole().get(pk=committed.school_class.pk)
    with patch.object(class_cache, "load_class", wraps=class_cache.load_class) as load:
        found = at_once(lambda number: class_cache.cached_class(row))
        assert load.call_count == 1
        assert len({id(each) for each in found}) == 1


def test_what_many_enter_at_once_is_all_there_and_everybody_is_shown_it(committed: World) -> None:
    def work(number: int) -> int:
        student, place = number % 3, number // 3 % 3
        client = committed.client("teacher")
        saved = 0
        for version in range(4):
            answer = enter(committed, entry(committed, str(number + version), version, student, place))
            assert answer.status_code == 200, answer.content
            saved += len(answer.json()["saved"])
            assert client.get(f"{committed.address}/scores").status_code == 200
        return saved

    assert at_once(work) == [4] * AT_ONCE
    assert sorted(int(each.number or 0) for each in Score.objects.all()) == [number + 3 for number in range(AT_ONCE)]
    assert ClassRevision.objects.get(pk=committed.school_class.pk).scores == 4 * AT_ONCE
    shown = committed.client("teacher").get(f"{committed.address}/scores").json()
    class_cache.clear()
    assert committed.client("teacher").get(f"{committed.address}/scores").json() == shown
