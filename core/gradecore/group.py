"""A term's assignments laid out for counting, and the groups whose outcomes make one percent (R3, R4.2, R4.3).

All three ways of forming a percent are one: Σ value ÷ Σ weight, in whole numbers. By points a value is what was
earned and its weight what was possible; equally, a value is the quotient and its weight one; by shares both
are multiplied by the share. Only base outcomes have a weight; extra credit adds its value alone.

An assignment is known by its place in the layout. What all students share is worked out once, so that
counting one of them is a few passes over lists.
"""

from collections.abc import Callable, Mapping, Sequence
from math import inf, lcm
from operator import itemgetter, mul
from typing import Any, NamedTuple

from gradecore import drop
from gradecore.book import Score
from gradecore.column import Column
from gradecore.numbers import UNIT, in_units


class Layout:
    """A term's columns, block by block, each block brought to whole numbers of its own unit."""

    def __init__(self, blocks: Sequence[tuple[str, Sequence[Column]]]) -> None:
        self.columns: list[Column] = []
        self.factors: list[int | None] = []
        """What is earned, in the column's unit, times this is its value; None where nothing can be divided (R2.7)."""
        self.weights: list[int] = []
        self.per_weight: list[int] = []
        self.blocks = [self._add(method, columns) for method, columns in blocks]
        self.ids = [column.id for column in self.columns]
        # What a number as entered is multiplied by; 0 where more has to be looked at.
        self._plain = [
            factor * column.scale_up if column.plain and factor else 0
            for factor, column in zip(self.factors, self.columns, strict=True)
        ]
        self._all_plain = 0 not in self._plain
        self._take: Callable[[Mapping[str, Score]], Sequence[Score]] = (
            itemgetter(*self.ids) if len(self.ids) > 1 else lambda row: [row[name] for name in self.ids]
        )

    def _add(self, method: str, columns: Sequence[Column]) -> "Block":
        start = len(self.columns)
        if method == "points":
            unit = lcm(*(column.unit for column in columns))
            factors: list[int | None] = [unit // column.unit for column in columns]
        else:
            # Where nothing can be divided, there is no quotient (R2.7).
            whole = lcm(*(column.possible for column in columns if column.possible))
            shares = [in_units(column.assignment.share) if method == "shares" else 1 for column in columns]
            unit = whole * (UNIT if method == "shares" else 1)
            factors = [
                whole // column.possible * share if column.possible else None
                for column, share in zip(columns, shares, strict=True)
            ]
        weights = [
            0 if column.assignment.extra else column.possible * (factor or 0)
            for column, factor in zip(columns, factors, strict=True)
        ]
        whole = lcm(*(weight for weight in weights if weight))
        self.columns += columns
        self.factors += factors
        self.weights += weights
        self.per_weight += [whole // weight if weight else 0 for weight in weights]
        return Block(range(start, start + len(columns)), unit, method)

    def size(self, place: int, method: str) -> int:
        """What decides among equal quotients: the points possible, or the share (R3.5)."""
        column = self.columns[place]
        return in_units(column.assignment.share) if method == "shares" else column.possible // column.scale_up

    def tally(
        self, student: str, row: Mapping[str, Score], left_out: dict[str, str], missing: list[tuple[int, str]]
    ) -> "Tally":
        """Count one student's scores, noting what is left out and what is missing (R2)."""
        try:
            scores: Sequence[Score | None] = self._take(row)
        except KeyError:
            scores = list(map(row.get, self.ids))
        if self._all_plain and _are_numbers(scores):
            # The common case: everything is in, as a number.
            return Tally(self, list(map(mul, scores, self._plain)), complete=True)  # type: ignore[arg-type]
        values = [
            score * factor  # type: ignore[operator]
            if factor and score.__class__ is int
            else self._looked_at(place, student, score, left_out, missing)
            for place, (score, factor) in enumerate(zip(scores, self._plain, strict=True))
        ]
        return Tally(self, values, complete=None not in values)

    def _looked_at(
        self, place: int, student: str, score: Score | None, left_out: dict[str, str], missing: list[tuple[int, str]]
    ) -> int | None:
        column, factor = self.columns[place], self.factors[place]
        if score.__class__ is not int and column.is_missing(student, score):
            missing.append((column.position, column.id))
        outcome = column.outcome(student, score)
        if isinstance(outcome, int) and factor is not None:
            return outcome * factor
        left_out[column.id] = outcome if isinstance(outcome, str) else "no_points"
        return None


class Block(NamedTuple):
    """Neighbouring places of a layout that form percents in one way."""

    places: Sequence[int]
    unit: int
    """What values and weights are divided by for a person to read: they are then points, quotients, or shares."""
    method: str


class Group:
    """Places of one block whose outcomes make one percent: a category, or a whole term.

    `low` and `high` are how many of the lowest and the highest are dropped.
    """

    def __init__(
        self, layout: Layout, block: Block, places: Sequence[int], low: int, high: int, *, best_for_student: bool
    ) -> None:
        self.unit = block.unit
        self.places = places
        self.drops = [(count, is_low) for count, is_low in ((low, True), (high, False)) if count]
        self.weight = sum([layout.weights[place] for place in places])
        self.take = _taking(places)
        if not self.drops:
            return  # What follows is asked of a group that drops only.
        # R3.4: base, forming a percent, not kept from dropping.
        droppable = [
            place for place in places if layout.weights[place] > 0 and not layout.columns[place].assignment.never_drop
        ]
        self._alike = len({layout.weights[place] for place in droppable}) <= 1
        # R3.5: among equal quotients the larger possible, or share, and then the earlier position goes first; standing in
        # that order, the first of equals is the one. What weighs the same is best for the student to drop
        # lowest quotient first, among equals the earlier position.
        self.searches = best_for_student and not self._alike
        forming = sum([layout.weights[place] > 0 for place in places])
        self.spare = min(forming - 1, len(droppable))
        """How many can be dropped where all are counted."""
        sizes = {place: layout.size(place, block.method) for place in droppable}
        by_size = sorted(droppable, key=lambda place: -sizes[place])
        self._orders = [
            (order, _taking(order), [layout.per_weight[place] for place in order])
            for order in (by_size, droppable if best_for_student and self._alike else by_size)
        ]
        self.droppable = droppable

    def extremes(self, values: Sequence[int | None], count: int, *, low: bool, complete: bool) -> list[int]:
        """The `count` places with the lowest, or the highest, quotients (R3.5); at least so many must be counted."""
        order, take, per = self._orders[low]
        quotients: Sequence[Any] = take(values)
        if not complete:
            # What is left out lies beyond all that is counted; a comparison with infinity is exact.
            beyond = inf if low else -inf
            quotients = [beyond if value is None else value for value in quotients]
        if not self._alike:
            quotients = list(map(mul, quotients, per))
        if count == 1:
            return [order[quotients.index(min(quotients) if low else max(quotients))]]
        # Sorting keeps the order of equals, backwards too.
        chosen = sorted(range(len(quotients)), key=quotients.__getitem__, reverse=not low)[:count]
        return [order[index] for index in chosen]


class Tally:
    """One student's values by place: None is left out or dropped. `complete` says that none is None."""

    __slots__ = ("complete", "layout", "values")

    def __init__(self, layout: Layout, values: list[int | None], *, complete: bool) -> None:
        self.layout = layout
        self.values = values
        self.complete = complete

    def counted(self, group: Group) -> list[int]:
        """The places of a group that are counted."""
        return [place for place in group.places if self.values[place] is not None]

    def sums(self, group: Group) -> tuple[int, int]:
        """Σ value and Σ weight of what is counted in a group; without weight it has no result (R3.6)."""
        taken = group.take(self.values)
        if self.complete or None not in taken:
            return sum(taken), group.weight  # type: ignore[arg-type]
        top, weight, weights = 0, 0, self.layout.weights
        for place, value in zip(group.places, taken, strict=True):
            if value is not None:
                top += value
                weight += weights[place]
        return top, weight

    def drop(self, group: Group) -> tuple[list[int], int, int]:
        """Take out the lowest and then the highest, never the last that can form a percent (R3.4).

        Gives the places taken out, by position, and the sums of what stays.
        """
        values, weights = self.values, self.layout.weights
        taken = group.take(values)
        complete = self.complete or None not in taken
        if complete:
            value, weight, droppable, spare = sum(taken), group.weight, group.droppable, group.spare  # type: ignore[arg-type]
        else:
            value, weight, forming = 0, 0, 0
            for place, each in zip(group.places, taken, strict=True):
                if each is not None:
                    value += each
                    weight += weights[place]
                    forming += weights[place] > 0
            droppable = [place for place in group.droppable if values[place] is not None]
            spare = min(forming - 1, len(droppable))
        gone: list[int] = []
        for wanted, is_low in group.drops:
            count = wanted if wanted <= spare else spare
            if count <= 0:
                continue
            chosen = group.extremes(values, count, low=is_low, complete=complete)
            if is_low and group.searches:
                chosen = drop.best_for_student(droppable, chosen, values, weights, value, weight)  # type: ignore[arg-type]
            for place in chosen:
                value -= values[place]  # type: ignore[operator]
                weight -= weights[place]
                values[place] = None
            complete = False
            spare -= count
            gone += chosen
        if len(gone) > 1:
            gone.sort()
        return gone, value, weight


def _are_numbers(scores: Sequence[Score | None]) -> bool:
    """Whether no score is a code or a blank: the quickest way to know is to add them up."""
    try:
        sum(scores)  # type: ignore[arg-type]
    except TypeError:
        return False
    return True


def _taking(places: Sequence[int]) -> Callable[[Sequence[int | None]], Sequence[int]]:
    """What picks some places out of a list; neighbouring ones as a slice."""
    if not places:
        return itemgetter(slice(0, 0))
    if list(places) == list(range(places[0], places[0] + len(places))):
        return itemgetter(slice(places[0], places[-1] + 1))
    return itemgetter(*places)
