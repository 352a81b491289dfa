"""Which scores are dropped (R3.4, R3.5)."""

from collections.abc import Sequence
from typing import Protocol, TypeAlias


class Weighing(Protocol):
    """How one assignment weighs in a group: see `group.Entry`."""

    @property
    def weight(self) -> int: ...
    @property
    def per_weight(self) -> int: ...
    @property
    def rank(self) -> int: ...
    @property
    def position(self) -> int: ...
    @property
    def droppable(self) -> bool: ...


Counted: TypeAlias = tuple[int, "Weighing"]
"""A counted base outcome: what it adds to the sum that is divided, and how it weighs.

Its quotient (earned/possible) is value/weight, in all three ways of forming a percent.
"""


def lowest(counted: Sequence[Counted], count: int, extra: int, *, best_for_student: bool) -> list[Counted]:
    """The `count` lowest of the droppable outcomes (R3.5); `extra` is what extra credit adds to the sum."""
    droppable = [item for item in counted if item[1].droppable]
    if count >= len(droppable):
        return droppable
    ranked = sorted(droppable, key=lambda item: item[0] * item[1].per_weight + item[1].rank)
    return _best(counted, droppable, ranked[:count], extra) if best_for_student else ranked[:count]


def highest(counted: Sequence[Counted], count: int) -> list[Counted]:
    """The `count` highest of the droppable outcomes (R3.5)."""
    droppable = [item for item in counted if item[1].droppable]
    droppable.sort(key=lambda item: item[1].rank - item[0] * item[1].per_weight)
    return droppable[:count]


def _best(counted: Sequence[Counted], droppable: list[Counted], first: list[Counted], extra: int) -> list[Counted]:
    """Of all sets of that size the one whose dropping leaves the highest percent (R3.5).

    Dinkelbach's parametric search in whole numbers: with the percent p of the best set so far, the sets that
    leave more are those with a smaller sum of value − p·weight, and the smallest such sum is found by sorting.
    Each round raises p; where none does, the set is best, and sorting by position among equals has
    taken the one whose positions come first.
    """
    count, taken = len(first), first
    all_value = extra + sum(value for value, _ in counted)
    all_weight = sum(how.weight for _, how in counted)
    while True:
        value = all_value - sum(value for value, _ in taken)
        weight = all_weight - sum(how.weight for _, how in taken)
        cost = {how.position: each * weight - value * how.weight for each, how in droppable}
        better = sorted(droppable, key=lambda item: (cost[item[1].position], item[1].position))[:count]
        if sum(cost[how.position] for _, how in better) == sum(cost[how.position] for _, how in taken):
            return better
        taken = better
