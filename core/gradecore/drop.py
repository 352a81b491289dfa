"""Which scores are dropped (R3.4, R3.5).

An outcome is known by its place in its group. Its quotient (earned/possible) is value/weight, in all three ways of
forming a percent; a key holds a quotient and its tie-breaker in one whole number (see `group.Group`).
"""

from collections.abc import Sequence


def lowest(places: Sequence[int], keys: Sequence[int], count: int) -> list[int]:
    """The `count` places with the lowest keys: quotients, ties by rank (R3.5)."""
    if count == 1:
        return [places[keys.index(min(keys))]]
    return [places[index] for index in sorted(range(len(keys)), key=keys.__getitem__)[:count]]


def best_for_student(
    places: Sequence[int],
    first: list[int],
    values: Sequence[int],
    weights: Sequence[int],
    all_value: int,
    all_weight: int,
) -> list[int]:
    """Of all sets as large as `first` the one whose dropping leaves the highest percent (R3.5).

    Dinkelbach's parametric search in whole numbers: with the percent p of the best set so far, the sets that
    leave more are those with a smaller sum of value − p·weight, and the smallest such sum is found by sorting.
    Each round raises p; where none does, the set is best, and sorting, which keeps the order of equals, has
    taken the one whose positions come first (`places` are in their order). `all_value` holds extra credit too.
    """
    count, taken = len(first), [places.index(place) for place in first]
    while True:
        value = all_value - sum(values[places[index]] for index in taken)
        weight = all_weight - sum(weights[places[index]] for index in taken)
        cost = [values[place] * weight - value * weights[place] for place in places]
        better = sorted(range(len(places)), key=cost.__getitem__)[:count]
        if sum(cost[index] for index in better) == sum(cost[index] for index in taken):
            return [places[index] for index in better]
        taken = better
