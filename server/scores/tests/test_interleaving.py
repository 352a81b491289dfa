"""Two teachers at once: however their entries, lost answers and conflicts fall together, nothing is lost and nothing doubled."""

import uuid
from dataclasses import dataclass, field
from typing import Any

import pytest
from conftest import World, send
from django.db import transaction
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from school.models import SchoolClass

from scores.class_cache import cached_class
from scores.models import Score, ScoreEvent
from scores.tests.test_entering import enter, entry

STUDENTS = 2


@dataclass
class Screen:
    """A teacher's screen: what it shows, what waits to be sent, and what was sent without an answer."""

    world: World
    who: str
    shown: dict[int, tuple[str, int]] = field(default_factory=dict)
    """Text and version, by student."""
    comments: dict[int, str] = field(default_factory=dict)
    waiting: list[tuple[str, int, str]] = field(default_factory=list)
    """Scores and comments, each with its student."""
    unanswered: dict[str, Any] | None = None
    seen: str = ""
    """What the cell showed when that was typed."""
    told: set[str] = field(default_factory=set)

    def look(self) -> None:
        answer = self.world.client(self.who).get(f"{self.world.address}/scores").json()
        for place in range(STUDENTS):
            row = next(each for each in answer["rows"] if each["student_id"] == self.world.students[place].pk)
            cell = row["cells"][str(self.world.assignments[0].pk)]
            self.shown[place] = (cell["text"], cell["version"])
            self.comments[place] = cell.get("comment", "")

    def type(self, what: str, student: int, text: str) -> None:
        self.waiting.append((what, student, text))

    def send(self, *, answer_lost: bool) -> None:
        """Send what comes next; what was sent without an answer goes again under its own number."""
        if self.unanswered is None:
            if not self.waiting:
                return
            what, student, text = self.waiting.pop(0)
            self.seen = self.comments[student] if what == "comment" else self.shown[student][0]
            beside = {"comment": text, "was": {"comment": self.comments[student]}} if what == "comment" else {}
            self.unanswered = {
                "id": str(uuid.uuid4()),
                "term": self.world.term.pk,
                "entries": [
                    {
                        "student": self.world.students[student].pk,
                        "assignment": self.world.assignments[0].pk,
                        "text": None if beside else text,
                        "version": self.shown[student][1],
                        **beside,
                    }
                ],
            }
        answer = send(self.world.client(self.who), "POST", f"{self.world.address}/scores", self.unanswered).json()
        if answer_lost:
            return
        (entry,) = self.unanswered["entries"]
        student = next(place for place in range(STUDENTS) if self.world.students[place].pk == entry["student"])
        batch, self.unanswered = self.unanswered["id"], None
        for each in answer["saved"]:
            if each["what"] == "score":
                self.shown[student] = (each["text"], each["version"])
                replaced = [one.before for one in ScoreEvent.objects.filter(after=entry["text"]) if not one.beside]
            else:
                events = ScoreEvent.objects.filter(beside__has_key="comment")
                replaced = [was for was, now in (one.beside["comment"] for one in events) if now == entry["comment"]]
            assert replaced == [self.seen], "nothing was overwritten that was not seen"
            self.comments[student] = entry.get("comment", self.comments[student])
        for each in answer["conflicts"]:
            # Both are shown; this one keeps to what was typed.
            assert each["typed"] == (entry["text"] or entry["comment"])
            if each["what"] == "comment":
                self.comments[student] = each["theirs"]
            else:
                self.shown[student] = (each["theirs"], each["version"])
            self.waiting.insert(0, (each["what"], student, each["typed"]))
        assert batch not in self.told
        self.told.add(batch)


steps = st.lists(
    st.one_of(
        st.tuples(st.sampled_from(["score", "comment"]), st.integers(0, 1), st.integers(0, STUDENTS - 1)),
        st.tuples(st.just("send"), st.integers(0, 1), st.booleans()),
        st.tuples(st.just("look"), st.integers(0, 1), st.none()),
    ),
    min_size=4,
    max_size=16,
)


@pytest.mark.django_db
@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(steps=steps)
def test_any_interleaving_ends_with_every_entry_once_and_both_screens_alike(world: World, steps: list[Any]) -> None:
    with transaction.atomic():
        screens = [Screen(world, "teacher"), Screen(world, "co_teacher")]
        for screen in screens:
            screen.look()
        typed: list[tuple[str, str]] = []
        for number, (act, which, more) in enumerate(steps):
            if act in ("score", "comment"):
                # Every entry has a number of its own, so that history tells which it was.
                text = f"{number + 1}.{which}".removesuffix(".0")
                typed.append((act, text))
                screens[which].type(act, more, text)
            elif act == "send":
                screens[which].send(answer_lost=more)
            else:
                screens[which].look()
        while any(screen.waiting or screen.unanswered for screen in screens):
            for screen in screens:
                screen.send(answer_lost=False)
        for screen in screens:
            screen.look()
        events = [
            ("comment", each.beside["comment"][1]) if each.beside else ("score", each.after)
            for each in ScoreEvent.objects.all()
        ]
        assert sorted(events) == sorted(typed), "every entry stands in history exactly once"
        assert screens[0].shown == screens[1].shown, "both see the same"
        assert screens[0].comments == screens[1].comments
        transaction.set_rollback(True)


def test_a_plan_that_changes_between_reading_and_saving_is_the_one_that_counts(world: World, monkeypatch: Any) -> None:
    oak = world.assignments[0]
    stale = cached_class(SchoolClass.objects.for_person(world.people["teacher"]).get(pk=world.school_class.pk))
    send(world.client("co_teacher"), "PATCH", f"{world.address}/assignments/{oak.pk}", {"locked": True})
    monkeypatch.setattr("scores.api.cached_class", lambda _: stale)
    answer = enter(world, entry(world, "17")).json()
    assert (answer["saved"], answer["refused"][0]["message"]) == (
        [],
        "It is locked. Unlock it in its lens to enter scores.",
    )
    world.client("co_teacher").delete(f"{world.address}/assignments/{oak.pk}")
    assert "has been deleted" in enter(world, entry(world, "17")).json()["refused"][0]["message"]
    assert not Score.objects.exists()
