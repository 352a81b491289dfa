"""A group of assignments whose outcomes make one percent: a category (R3), or a whole term's pool (R4.2, R4.3).

All three ways of forming a percent are one: Σ value ÷ Σ weight, in whole numbers. By points a value is what was
earned and its weight what was possible; equally, a value is the quotient and its weight one; by shares both
are multiplied by the share. Only base outcomes have a weight; extra credit adds its value alone.
"""

from collections.abc import Mapping, Sequence
from math import lcm
from operator import mul
from typing import cast

from gradecore import drop
from gradecore.book import Score
from gradecore.column import Column
from gradecore.numbers import UNIT, in_units

_NUMBERS = {int}


class Group:
    """Assignments made ready for forming a percent in one of three ways, each known by its place in the lists.

    What is earned (in the column's unit) times its factor is its value. `unit` brings values and weights to what a person
    reads: points, quotients, or shares.
    """

    def __init__(self, columns: Sequence[tuple[Column, str | None]], method: str) -> None:
        self.method = method
        self.columns = [column for column, _ in columns]
        self.ids = [column.id for column in self.columns]
        self.places = range(len(columns))
        self.by_category: dict[str | None, list[int]] = {}
        for place, (_, category) in enumerate(columns):
            self.by_category.setdefault(category, []).append(place)
        self.unit = 1
        self._factors = self._by_points() if method == "points" else self._by_quotients(shares=method == "shares")
        assignments = [column.assignment for column in self.columns]
        # What a number as entered is multiplied by; None where more has to be looked at.
        self._plain = [
            factor * column.scale_up if column.plain and self._is_usable(place) else None
            for place, (factor, column) in enumerate(zip(self._factors, self.columns, strict=True))
        ]
        self._all_plain = None not in self._plain
        self.weights = [0 if each.extra else weight for each, weight in zip(assignments, self._weights, strict=True)]
        self.weight = sum(self.weights)
        self._forms = [weight > 0 for weight in self.weights]
        self._forming = sum(self._forms)
        self._can_drop = [forms and not each.never_drop for each, forms in zip(assignments, self._forms, strict=True)]
        self._droppable = [place for place in self.places if self._can_drop[place]]
        # R3.5: among equal quotients the larger possible, or share, and then the earlier position goes first. Quotients are
        # brought to whole numbers far enough apart for the rank to decide between equal ones only.
        sizes = [in_units(each.share if method == "shares" else each.points) for each in assignments]
        per = lcm(*(weight for weight in self.weights if weight)) * len(columns)
        self._per_weight = [per // weight if weight else 0 for weight in self.weights]
        self._ranks = [0] * len(columns)
        for rank, place in enumerate(sorted(self.places, key=lambda place: (-sizes[place], place))):
            self._ranks[place] = rank

    def _by_points(self) -> list[int]:
        self.unit = lcm(*(column.unit for column in self.columns))
        factors = [self.unit // column.unit for column in self.columns]
        self._weights = [column.possible * factor for column, factor in zip(self.columns, factors, strict=True)]
        return factors

    def _by_quotients(self, *, shares: bool) -> list[int]:
        """Factors are 0 where nothing can be divided: what is worth 0 points (R2.7)."""
        whole = lcm(*(column.possible for column in self.columns if column.possible))
        units = [in_units(column.assignment.share) if shares else 1 for column in self.columns]
        self.unit = whole * (UNIT if shares else 1)
        self._weights = [
            whole * each if column.possible else 0 for column, each in zip(self.columns, units, strict=True)
        ]
        # A share of 0 counts for nothing, but is no reason to be left out: its factor alone does not tell.
        self._divides = [column.possible > 0 for column in self.columns]
        return [
            whole // column.possible * each if column.possible else 0
            for column, each in zip(self.columns, units, strict=True)
        ]

    def _is_usable(self, place: int) -> bool:
        return self.method == "points" or self._divides[place]

    def tally(
        self, student: str, row: Mapping[str, Score], left_out: dict[str, str], missing: list[tuple[int, str]]
    ) -> "Tally":
        """Count one student's scores, noting what is left out and what is missing (R2)."""
        scores = list(map(row.get, self.ids))
        if self._all_plain and set(map(type, scores)) == _NUMBERS:
            # The common case: everything is in, as a number.
            return Tally(self, list(map(mul, scores, self._plain)), self.weight)  # type: ignore[arg-type]
        values: list[int | None] = []
        weight = 0
        for place, (score, plain_factor) in enumerate(zip(scores, self._plain, strict=True)):
            if plain_factor is not None and score.__class__ is int:
                values.append(score * plain_factor)  # type: ignore[operator]
                weight += self.weights[place]
                continue
            column = self.columns[place]
            if column.is_missing(student, score):
                missing.append((column.position, column.id))
            outcome = column.outcome(student, score)
            if isinstance(outcome, int) and not self._is_usable(place):
                outcome = "no_points"
            if isinstance(outcome, str):
                left_out[column.id] = outcome
                values.append(None)
            else:
                values.append(outcome * self._factors[place])
                weight += self.weights[place]
        return Tally(self, values, weight)

    def droppable(self, counted: Sequence[int]) -> list[int]:
        """Which of the counted places are base, form a percent and may be dropped (R3.4)."""
        if len(counted) == len(self.places):
            return self._droppable
        return [place for place in counted if self._can_drop[place]]

    def forming_in(self, counted: Sequence[int]) -> int:
        """How many of the counted places form a percent."""
        return self._forming if len(counted) == len(self.places) else sum(map(self._forms.__getitem__, counted))

    def low_keys(self, places: Sequence[int], values: Sequence[int]) -> list[int]:
        """What orders places by their quotients, the lowest first, and equal ones by rank (R3.5)."""
        per, ranks = self._per_weight, self._ranks
        return [values[place] * per[place] + ranks[place] for place in places]

    def high_keys(self, places: Sequence[int], values: Sequence[int]) -> list[int]:
        """The same with the highest first; equal ones by rank as well."""
        per, ranks = self._per_weight, self._ranks
        return [ranks[place] - values[place] * per[place] for place in places]


class Tally:
    """The counted values of one student in one group, by place: None is left out or dropped. `weight` is their Σ."""

    __slots__ = ("group", "values", "weight")

    def __init__(self, group: Group, values: list[int | None], weight: int) -> None:
        self.group = group
        self.values = values
        self.weight = weight

    def counted(self, places: Sequence[int] | None = None) -> Sequence[int]:
        """The places that are counted, of some or of all."""
        values = self.values
        if places is None:
            if None not in values:
                return self.group.places
            places = self.group.places
        return [place for place in places if values[place] is not None]

    def drop(self, low: int, high: int, *, best_for_student: bool, places: Sequence[int] | None = None) -> list[int]:
        """Take out the lowest and then the highest, never the last that can form a percent (R3.4); gives their places."""
        group, values = self.group, cast("list[int]", self.values)
        gone: list[int] = []
        for count, is_low in ((low, True), (high, False)):
            if not count:
                continue
            counted = self.counted(places)
            droppable = group.droppable(counted)
            count = min(count, group.forming_in(counted) - 1, len(droppable))
            if count <= 0:
                continue
            keys = (group.low_keys if is_low else group.high_keys)(droppable, values)
            chosen = drop.lowest(droppable, keys, count)
            if is_low and best_for_student:
                value, weight = (sum(map(each.__getitem__, counted)) for each in (values, group.weights))
                chosen = drop.best_for_student(droppable, chosen, values, group.weights, value, weight)
            for place in chosen:
                self.values[place] = None
                self.weight -= group.weights[place]
            gone += chosen
        return gone

    def ratio(self, places: Sequence[int] | None = None) -> tuple[int, int] | None:
        """The result as value over weight; None where nothing forms one (R3.6)."""
        if places is None:
            if not self.weight:
                return None
            values = self.values
            return sum(filter(None, values)), self.weight
        counted = self.counted(places)
        weight = sum(self.group.weights[place] for place in counted)
        return (sum(cast("int", self.values[place]) for place in counted), weight) if weight else None
