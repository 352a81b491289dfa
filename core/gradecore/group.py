"""A group of assignments whose outcomes make one percent: a category (R3), or a whole term's pool (R4.2, R4.3).

All three ways of forming a percent are one: Σ value ÷ Σ weight, in whole numbers. By points a value is what was
earned and its weight what was possible; equally, a value is the quotient and its weight one; by shares both
are multiplied by the share.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import lcm

from gradecore import drop
from gradecore.book import Score
from gradecore.column import Column
from gradecore.numbers import UNIT, in_units


class Entry:
    """How one assignment weighs in its group.

    What is earned (in the column's unit) times `factor` is its value; `plain_factor` does the same for a
    number as entered. `per_weight` brings value/weight to whole numbers far enough apart for `rank`, which is added
    or subtracted, to decide between equal quotients only.
    """

    __slots__ = (
        "base", "category", "column", "droppable", "factor", "forms", "id", "per_weight",
        "plain", "plain_factor", "position", "rank", "usable", "weight",
    )  # fmt: skip

    def __init__(self, column: Column, category: str | None) -> None:
        self.column = column
        self.id = column.id
        self.category = category
        self.position = column.position
        self.base = not column.assignment.extra
        self.factor = self.plain_factor = self.weight = self.per_weight = self.rank = 0
        self.usable = self.plain = self.forms = self.droppable = False


@dataclass(slots=True)
class Tally:
    """The counted outcomes of one student in one group."""

    base: list[tuple[int, Entry]]
    extra: list[tuple[int, Entry]]

    @property
    def extra_value(self) -> int:
        return sum(value for value, _ in self.extra)

    def drop(self, lowest: int, highest: int, *, best_for_student: bool) -> list[tuple[int, Entry]]:
        """Take out the lowest and then the highest, never the last that can form a percent (R3.4)."""
        dropped: list[tuple[int, Entry]] = []
        for count, choose_lowest in ((lowest, True), (highest, False)):
            count = min(count, sum(entry.forms for _, entry in self.base) - 1)
            if count <= 0:
                continue
            if choose_lowest:
                chosen = drop.lowest(self.base, count, self.extra_value, best_for_student=best_for_student)
            else:
                chosen = drop.highest(self.base, count)
            gone = {entry.position for _, entry in chosen}  # type: ignore[attr-defined]
            dropped += [item for item in self.base if item[1].position in gone]
            self.base = [item for item in self.base if item[1].position not in gone]
        return dropped

    def ratio(self) -> tuple[int, int] | None:
        """The group's result as value over weight; None where nothing forms one (R3.6)."""
        weight = sum(entry.weight for _, entry in self.base)
        return (sum(value for value, _ in self.base) + self.extra_value, weight) if weight else None


class Group:
    """Assignments made ready for forming a percent in one of three ways.

    `unit` brings values and weights to what a person reads: points, quotients, or shares.
    """

    def __init__(self, columns: Sequence[tuple[Column, str | None]], method: str) -> None:
        self.method = method
        self.entries = [Entry(column, category) for column, category in columns]
        if method == "points":
            self._by_points()
        else:
            self._by_quotients(shares=method == "shares")
        per = lcm(*(entry.weight for entry in self.entries if entry.weight))
        for entry in self.entries:
            entry.plain = entry.column.plain and entry.usable
            entry.plain_factor = entry.factor * entry.column.scale_up
            entry.per_weight = per // entry.weight * len(self.entries) if entry.weight else 0
            entry.forms = entry.base and entry.weight > 0
            entry.droppable = entry.forms and not entry.column.assignment.never_drop
        # R3.5: among equal quotients the larger possible, or share, and then the earlier position goes first.
        for rank, entry in enumerate(sorted(self.entries, key=lambda entry: (-self._size(entry), entry.position))):
            entry.rank = rank

    def _size(self, entry: Entry) -> Fraction:
        assignment = entry.column.assignment
        return assignment.share if self.method == "shares" else assignment.points

    def _by_points(self) -> None:
        self.unit = lcm(*(entry.column.unit for entry in self.entries))
        for entry in self.entries:
            entry.factor = self.unit // entry.column.unit
            entry.weight = entry.column.possible * entry.factor
            entry.usable = True

    def _by_quotients(self, *, shares: bool) -> None:
        whole = lcm(*(entry.column.possible for entry in self.entries if entry.column.possible))
        self.unit = whole * (UNIT if shares else 1)
        for entry in self.entries:
            entry.usable = entry.column.possible > 0  # R2.7
            if entry.usable:
                share = in_units(entry.column.assignment.share) if shares else 1
                entry.factor = whole // entry.column.possible * share
                entry.weight = whole * share

    def tally(
        self, student: str, row: Mapping[str, Score], left_out: dict[str, str], missing: list[tuple[int, str]]
    ) -> Tally:
        """Count one student's scores, noting what is left out and what is missing (R2)."""
        base: list[tuple[int, Entry]] = []
        extra: list[tuple[int, Entry]] = []
        for entry in self.entries:
            score = row.get(entry.id)
            if entry.plain and score.__class__ is int:
                value = score * entry.plain_factor  # type: ignore[operator]
            else:
                column = entry.column
                if column.is_missing(student, score):
                    missing.append((entry.position, entry.id))
                outcome = column.outcome(student, score)
                if outcome.__class__ is str:
                    left_out[entry.id] = outcome  # type: ignore[assignment]
                    continue
                if not entry.usable:
                    left_out[entry.id] = "no_points"
                    continue
                value = outcome * entry.factor  # type: ignore[operator, assignment]
            (base if entry.base else extra).append((value, entry))
        return Tally(base, extra)
