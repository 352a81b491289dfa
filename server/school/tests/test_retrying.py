"""Transactions that wait for each other crosswise: one is ended by the database, and run again."""

from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from threading import Barrier, BrokenBarrierError

import pytest
from conftest import World
from django.db import OperationalError, connection, transaction

from school.models import Student
from school.retrying import ATTEMPTS, DEADLOCK, in_transaction


def test_of_two_that_wait_crosswise_both_are_done(transactional_db: None, world: World) -> None:
    both_hold_one = Barrier(2)
    attempts = []

    def work(first: Student, second: Student) -> None:
        def act() -> None:
            attempts.append(first.pk)
            Student.objects.filter(pk=first.pk).update(family_name=f"{first.pk} then {second.pk}")
            # Whoever is run again is alone by then.
            with suppress(BrokenBarrierError):
                both_hold_one.wait(5 if len(attempts) <= 2 else 0)
            Student.objects.filter(pk=second.pk).update(given_name=f"after {first.pk}")

        try:
            in_transaction(act)
        finally:
            connection.close()

    one, other = world.students[:2]
    with ThreadPoolExecutor(2) as threads:
        for each in [threads.submit(work, one, other), threads.submit(work, other, one)]:
            each.result()
    assert len(attempts) == 3, "one of them was ended, and came again"
    assert {each.given_name for each in Student.objects.filter(pk__in=(one.pk, other.pk))} == {
        f"after {one.pk}",
        f"after {other.pk}",
    }


def test_it_is_run_again_only_so_often_and_only_for_that(transactional_db: None) -> None:
    tried = []

    def lose(number: int) -> None:
        tried.append(number)
        raise OperationalError(number, "no")

    for number, times in ((DEADLOCK, ATTEMPTS), (2002, 1)):
        tried.clear()
        with pytest.raises(OperationalError):
            in_transaction(lambda number=number: lose(number))  # type: ignore[misc]
        assert tried == [number] * times
    tried.clear()
    with pytest.raises(OperationalError), transaction.atomic():
        in_transaction(lambda: lose(DEADLOCK))
    assert len(tried) == 1, "a transaction around it is over with it"
