"""What can wait begins between what is entered, and not much later."""

import threading
import time

import pytest

from school import bounded
from school.bounded import Bounded, Busy, Priority


def test_of_those_who_come_as_many_wait_as_there_are_places_for() -> None:
    pages = Bounded(at_once=1, waiting=0)
    with pages.turn(), pytest.raises(Busy), pages.turn():
        pass
    with pages.turn():
        pass


def test_what_can_wait_begins_once_what_goes_first_is_done(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(Priority, "LONGEST", 60.0)
    happened: list[str] = []

    def make_page() -> None:
        with Bounded(at_once=1, waiting=0).turn():
            happened.append("page")

    page = threading.Thread(target=make_page)
    with bounded.ENTERING.work():
        with bounded.ENTERING.work():
            page.start()
        # One score is saved, another is not yet.
        page.join(0.2)
        happened.append("saved")
    page.join(20)
    assert happened == ["saved", "page"]


def test_where_something_is_always_entered_what_can_wait_begins_all_the_same(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(Priority, "LONGEST", 0.05)
    began = time.monotonic()
    with bounded.ENTERING.work(), Bounded(at_once=1, waiting=0).turn():
        assert time.monotonic() - began >= 0.05
