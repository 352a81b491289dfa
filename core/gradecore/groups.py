"""Putting the students of a class into groups of nearly the same size: by draw, mixed, or of those who stand alike.

`standing` is what each student's grade or level comes to, None where there is none; `seed` makes a draw that can be repeated.
"""

import random
from collections.abc import Mapping, Sequence
from fractions import Fraction


def by_draw(students: Sequence[str], count: int, seed: int) -> list[list[str]]:
    """So many groups by chance. Sizes differ by one at most."""
    drawn = _shuffled(students, seed)
    return [drawn[place::count] for place in range(count)]


def mixed(standing: Mapping[str, Fraction | None], count: int, seed: int) -> list[list[str]]:
    """Groups that are like each other: dealt out in rounds from the highest on, every other round backwards, so that no group has the
    first choice twice. Who stands alike, or has nothing yet, is dealt by chance.
    """
    dealt = _by_standing(standing, seed)
    rounds = [dealt[begin : begin + count] for begin in range(0, len(dealt), count)]
    groups: list[list[str]] = [[] for _ in range(count)]
    for place, each in enumerate(rounds):
        order = groups if place % 2 == 0 else groups[::-1]
        for group, student in zip(order, each, strict=False):
            group.append(student)
    return groups


def alike(standing: Mapping[str, Fraction | None], count: int, seed: int) -> list[list[str]]:
    """Groups of those who stand close to each other, the highest first; who has nothing yet comes last."""
    ordered = _by_standing(standing, seed)
    size, larger = divmod(len(ordered), count)
    groups, begin = [], 0
    for place in range(count):
        end = begin + size + (place < larger)
        groups.append(ordered[begin:end])
        begin = end
    return groups


def _by_standing(standing: Mapping[str, Fraction | None], seed: int) -> list[str]:
    """From the highest to the lowest, then who has nothing; by chance where they stand alike."""
    drawn = _shuffled(list(standing), seed)
    has = [(each, value) for each in drawn if (value := standing[each]) is not None]
    ordered = [each for each, _ in sorted(has, key=lambda pair: pair[1], reverse=True)]
    return ordered + [each for each in drawn if standing[each] is None]


def _shuffled(students: Sequence[str], seed: int) -> list[str]:
    drawn = list(students)
    random.Random(seed).shuffle(drawn)
    return drawn
