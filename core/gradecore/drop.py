"""Which scores are dropped where the lowest quotients need not be the best to drop (R3.5)."""

from collections.abc import Sequence


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
    count, taken = len(first), first
    while True:
        value = all_value - sum([values[place] for place in taken])
        weight = all_weight - sum([weights[place] for place in taken])
        cost = {place: values[place] * weight - value * weights[place] for place in places}
        better = sorted(places, key=cost.__getitem__)[:count]
        if sum([cost[place] for place in better]) == sum([cost[place] for place in taken]):
            return better
        taken = better
