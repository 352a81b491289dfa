"""Undo and redo: which act is taken back, or done again, whatever was done before."""

import random
from typing import Any

import pytest
from conftest import World

from school import acts
from school.refusal import Refused

ACTS = 200


@pytest.mark.parametrize("seed", range(3))
def test_what_was_undone_is_done_again_until_something_else_is_done(
    world: World, seed: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(acts, "_kinds", {})
    value = 0

    def turn(which: str) -> acts.Doing:
        def to(_class: Any, _person: Any, change: dict[str, int]) -> list[str]:
            nonlocal value
            value = change[which]
            return []

        return to

    acts.kind("count", undo=turn("before"), redo=turn("after"))
    school_class, person = world.school_class, world.people["teacher"]
    chance = random.Random(seed)
    done, undone = [0], []
    for number in range(1, ACTS):
        act = chance.choice([acts.undo, acts.undo, acts.redo, acts.record])
        if act is acts.record:
            acts.record(school_class, person, "count", "counted", {"before": value, "after": number})
            value = number
            done.append(number)
            undone = []
        elif act is acts.undo and len(done) > 1:
            undone.append(done.pop())
            acts.undo(school_class, person)
        elif act is acts.redo and undone:
            done.append(undone.pop())
            acts.redo(school_class, person)
        else:
            with pytest.raises(Refused, match="nothing"):
                act(school_class, person)
        assert value == done[-1]
