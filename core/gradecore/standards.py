"""Standards: evidence, how it is combined, and levels (R8)."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from graphlib import TopologicalSorter
from statistics import median
from typing import Literal

from gradecore.book import NUMBER, AssignmentStandard, Book, Scale, Score, Standard
from gradecore.column import code_value
from gradecore.criteria import evidence_of
from gradecore.numbers import UNIT, round_to_step
from gradecore.scale import Marks

TermWay = Literal["combined", "newest", "best"]
"""What the level of a term made of terms is: what all evidence together says, or the newest or the best of the terms' levels."""


@dataclass(frozen=True, slots=True)
class Evidence:
    """One piece of evidence: where it comes from and its value in the units of the standard's scale (R8.1)."""

    assignment: str
    value: Fraction


@dataclass(frozen=True, slots=True)
class StandardResult:
    """A student's level in one standard: as computed, and as an override made of it (R8.4).

    `evidence` is in date order; empty where the value comes from the standard's children (R8.3).
    """

    value: Fraction | None
    mark: str | None
    final_value: Fraction | None
    final_mark: str | None
    evidence: tuple[Evidence, ...] = ()


def scales_of(standards: Sequence[Standard], level_scales: Mapping[str, Scale], usual: Scale) -> dict[str, Scale]:
    """The scale of each standard's levels: its own of the `level_scales`, else that of the standard above, else the `usual` one."""
    parents = {each.id: each.parent for each in standards}
    own = {each.id: each.scale for each in standards if each.scale is not None}
    found = {}
    for name in parents:
        above: str | None = name
        while above is not None and above not in own:
            above = parents.get(above)
        found[name] = usual if above is None else level_scales[own[above]]
    return found


class Standards:
    """The standards of a book, for any of its students. The book must be checked.

    For a `family` nothing that is hidden from it is evidence (R14.1).
    """

    def __init__(self, book: Book, *, family: bool = False) -> None:
        self._book = book
        self._family = family
        self.scales = scales_of(book.standards, book.level_scales, book.standards_scale or book.scale)
        marks = {id(scale): Marks(scale) for scale in self.scales.values()}
        self._marks = {name: marks[id(scale)] for name, scale in self.scales.items()}
        self._codes = {code.code: code for code in book.codes}
        children: dict[str, list[Standard]] = {standard.id: [] for standard in book.standards}
        for standard in book.standards:
            if standard.parent is not None:
                children[standard.parent].append(standard)
        self._children = children
        order = TopologicalSorter({name: [child.id for child in below] for name, below in children.items()})
        self._children_first = list(order.static_order())
        # R8.2: undated first, then by date; sorting keeps the position among equals.
        self._by_date = sorted(book.assignments, key=lambda each: each.date or "")

    def results(self, student: str) -> dict[str, StandardResult]:
        """A student's result in every standard, in the book's order."""
        evidence = self._evidence(student)
        standards = {standard.id: standard for standard in self._book.standards}
        found: dict[str, StandardResult] = {}
        for name in self._children_first:
            mine = evidence.get(name, [])
            value = self._combine(standards[name], [piece.value for piece in mine])
            if value is None:
                finals = [self._in_units_of(name, child.id, found[child.id]) for child in self._children[name]]
                given = [final for final in finals if final is not None]
                value = sum(given, Fraction(0)) / len(given) if given else None
            found[name] = self._levelled(student, name, value, tuple(mine))
        return {name: found[name] for name in standards}

    def children_of(self, standard: str) -> list[str]:
        """The standards right under one, in the book's order."""
        return [each.id for each in self._children[standard]]

    def marks(self, standard: str) -> Marks:
        """The levels of a standard and what they are worth."""
        return self._marks[standard]

    def _in_units_of(self, standard: str, part: str, result: StandardResult) -> Fraction | None:
        """The final value of a part of a standard, brought to the standard's scale where the part has another (R8.3)."""
        value, own, above = result.final_value, self.scales[part], self.scales[standard]
        return value if value is None or own is above else value / own.out_of * above.out_of

    def over_terms(self, standard: str, way: TermWay, marks: Sequence[str]) -> str | None:
        """The level of a term made of terms from theirs, in the order of the terms: the newest, or the best by the scale; a mark outside
        the scale is best only where all are. None without any.
        """
        if not marks:
            return None
        if way == "newest":
            return marks[-1]
        least = {band.mark: band.min for band in self.scales[standard].bands}
        return max((mark for mark in marks if mark in least), key=lambda mark: least[mark], default=marks[-1])

    def band_of(self, standard: str, value: Fraction) -> str:
        """The level of a standard that a value comes to (R8.4)."""
        scale = self.scales[standard]
        return self._marks[standard].band(round_to_step(value, scale.round_to, scale.rounding)).mark

    def _evidence(self, student: str) -> dict[str, list[Evidence]]:
        scores = self._book.standard_scores.get(student, {})
        chosen = self._book.criterion_levels.get(student, {})
        found: dict[str, list[Evidence]] = {}
        for assignment in self._by_date:
            row, levels = scores.get(assignment.id, {}), chosen.get(assignment.id, {})
            if not (row or levels) or (assignment.assigned is not None and student not in assignment.assigned):
                continue
            if self._family and not assignment.shown:
                continue
            values = {
                standard: earned / possible * self.scales[standard].out_of
                for standard, (earned, possible) in evidence_of(assignment, levels).items()
            }
            for standard in assignment.standards:
                if standard.id in row:  # What was typed stands in place of what was chosen (R16.4).
                    value = self._value(standard, row[standard.id], extra=assignment.extra)
                    values.pop(standard.id, None)
                    if value is not None:
                        values[standard.id] = value
            for standard_id, value in values.items():
                found.setdefault(standard_id, []).append(Evidence(assignment.id, value))
        return found

    def _value(self, standard: AssignmentStandard, score: Score | None, *, extra: bool) -> Fraction | None:
        """A score for a standard in its scale's units, or None where it is no evidence (R8.1)."""
        points = standard.points
        if score is None or not points:
            return None
        earned = (
            Fraction(score, UNIT) if isinstance(score, NUMBER) else code_value(self._codes[score], points, extra=extra)
        )
        return None if earned is None else earned / points * self.scales[standard.id].out_of

    def _combine(self, standard: Standard, values: Sequence[Fraction]) -> Fraction | None:
        """R8.2; `values` are in date order."""
        if not values:
            return None
        match standard.combine:
            case "latest":
                return values[-1]
            case "highest":
                return max(values)
            case "median":
                return median(values)
            case "most_frequent":
                return self._most_frequent(standard.id, values)
            case "decaying":
                average = values[0]
                for value in values[1:]:
                    average = standard.rate * value + (1 - standard.rate) * average
                return average
            case _:
                return sum(values, Fraction(0)) / len(values)

    def _most_frequent(self, standard: str, values: Sequence[Fraction]) -> Fraction:
        seen = [self.band_of(standard, value) for value in values]
        latest = {mark: place for place, mark in enumerate(seen)}
        found = self._marks[standard].value_of(max(latest, key=lambda mark: (seen.count(mark), latest[mark])))
        assert found is not None
        return found

    def _levelled(
        self, student: str, name: str, value: Fraction | None, evidence: tuple[Evidence, ...]
    ) -> StandardResult:
        """R8.4."""
        mark = None if value is None else self.band_of(name, value)
        override = self._book.standard_overrides.get(student, {}).get(name)
        if override is None or override.mark is None:
            return StandardResult(value, mark, value, mark, evidence)
        return StandardResult(value, mark, self._marks[name].value_of(override.mark), override.mark, evidence)
