"""A term that has assignments: its percent before adjustments (R4)."""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from fractions import Fraction
from math import lcm
from typing import TypeAlias, cast

from gradecore.book import Book, Category, GroundRules, Scale, Score, Term
from gradecore.column import Codes, Column
from gradecore.group import Group, Layout, Tally
from gradecore.result import Formed, Reckoning
from gradecore.standards import StandardResult, scales_of

_ZERO = Fraction(0)

_Step: TypeAlias = tuple[str, Group, bool, bool, int]
"""A category of a weighted term: its name and group, whether it is capped, whether it is a bonus, and its weight in whole numbers."""


def term_rules(book: Book, term: Term) -> GroundRules:
    """The class's ground rules with what the term sets for itself (R4.6)."""
    return replace(book.ground_rules, **term.ground_rules) if term.ground_rules else book.ground_rules  # type: ignore[arg-type]


class TermPlan:
    """One term made ready for computing: its columns, grouped as its method asks."""

    def __init__(self, book: Book, term: Term, *, family: bool) -> None:
        self.term = term
        self.rules = term_rules(book, term)
        self.categories: dict[str, Category] = {category.id: category for category in book.categories}
        self.weights = {category.id: term.weights.get(category.id, category.weight) for category in book.categories}
        codes = Codes(book.codes)
        self.columns = [
            Column(
                assignment,
                position,
                codes,
                self.rules.blank,
                book.scores,
                book.students,
                hidden=family and not assignment.shown,
            )
            for position, assignment in enumerate(book.assignments)
            if assignment.term == term.id
        ]
        self.by_standards = self.rules.method == "standards"
        self.pooled = self.rules.method not in ("weighted", "standards")
        best = self.rules.drop_choice == "best_for_student"
        by_category: dict[str, list[Column]] = {name: [] for name in self.categories}
        for column in self.columns:
            by_category.setdefault(column.assignment.category or "", []).append(column)
        self.apart: list[Column] = []
        self.pool: Group | None = None
        """All that a pooled term counts; None for one weighted by category."""
        self.standard_weights: Mapping[str, Fraction] = {}
        self.level_scales: Mapping[str, Scale] = {}
        """The scale of each standard's levels, for a term by standards."""
        if self.by_standards:
            self.apart, self.layout, self.groups = self.columns, Layout([]), {}
            self.standard_weights = self.rules.standard_weights or {
                each.id: Fraction(1) for each in book.standards if each.parent is None
            }
            self.level_scales = scales_of(book.standards, book.level_scales, book.standards_scale or book.scale)
        elif self.pooled:
            self.layout = Layout([(self.rules.method, self.columns)])
            block = self.layout.blocks[0]
            place = {column.id: index for index, column in enumerate(self.columns)}
            places = {name: [place[column.id] for column in own] for name, own in by_category.items()}
            self.pool = Group(self.layout, block, block.places, self.rules.drop_overall, 0, best_for_student=best)
            self.groups = {
                name: Group(self.layout, block, own, *self._drops(name), best_for_student=best)
                for name, own in places.items()
            }
        else:
            self.apart = by_category.pop("", [])
            methods = {name: category.method for name, category in self.categories.items()}
            self.layout = Layout([(methods[name], own) for name, own in by_category.items()])
            self.groups = {
                name: Group(self.layout, block, block.places, *self._drops(name), best_for_student=best)
                for name, block in zip(by_category, self.layout.blocks, strict=True)
            }
            # Whole-number weights in one unit; a common factor changes nothing (R4.1).
            unit = lcm(*(weight.denominator for weight in self.weights.values()))
            self._steps = [
                (each.id, self.groups[each.id], each.cap, each.bonus, weight.numerator * (unit // weight.denominator))
                for each, weight in zip(book.categories, self.weights.values(), strict=True)
            ]

    def _drops(self, category: str) -> tuple[int, int]:
        """How many of a category's lowest and highest are dropped; what has no category drops nothing."""
        found = self.categories.get(category)
        return (found.drop_lowest, found.drop_highest) if found else (0, 0)

    def reckon(
        self, student: str, row: Mapping[str, Score], levels: Mapping[str, StandardResult] | None = None
    ) -> Reckoning:
        """One student's percent and all that leads to it; `row` holds the student's scores by assignment, `levels` what the
        student has in the standards, which a term by standards is made of.
        """
        if self.by_standards:
            return self._from_standards(student, row, levels or {})
        return self._pool(student, row) if self.pooled else self._weigh(student, row)

    def weighed(self, levels: Mapping[str, StandardResult]) -> dict[str, tuple[Fraction, Fraction]]:
        """Percent and weight of each standard that has a final value and goes into the term (R8.5)."""
        return {
            name: (value * 100 / self.level_scales[name].out_of, weight)
            for name, weight in self.standard_weights.items()
            if name in levels and (value := levels[name].final_value) is not None
        }

    def _from_standards(
        self, student: str, row: Mapping[str, Score], levels: Mapping[str, StandardResult]
    ) -> Reckoning:
        """R8.5."""
        left_out: dict[str, str] = {}
        missing: list[tuple[int, str]] = []
        for column in self.apart:
            score = row.get(column.id)
            if column.is_missing(student, score):
                missing.append((column.position, column.id))
            outcome = column.outcome(student, score)
            left_out[column.id] = str(outcome) if outcome in ("not_counted", "not_assigned", "hidden") else "evidence"
        parts = self.weighed(levels).values()
        weights = sum((weight for _, weight in parts), _ZERO)
        raw = sum((percent * weight for percent, weight in parts), _ZERO) / weights if weights else None
        return Reckoning(raw, self.layout.tally(student, row, {}, []), [], left_out, missing, [])

    def _weigh(self, student: str, row: Mapping[str, Score]) -> Reckoning:
        """R4.1."""
        left_out: dict[str, str] = {}
        missing: list[tuple[int, str]] = []
        drops: list[Sequence[int]] = []
        tally = self.layout.tally(student, row, left_out, missing)
        formed = [self._formed(step, tally, drops) for step in self._steps]
        for column in self.apart:
            score = row.get(column.id)
            if column.is_missing(student, score):
                missing.append((column.position, column.id))
            outcome = column.outcome(student, score)
            left_out[column.id] = outcome if isinstance(outcome, str) else "no_category"
        return Reckoning(self._weighed(formed), tally, formed, left_out, missing, drops)

    def _formed(self, step: _Step, tally: Tally, drops: list[Sequence[int]]) -> Formed:
        """What a category comes to, its drops taken out of the tally and noted (R3)."""
        name, group, cap, _, _ = step
        gone: Sequence[int] = ()
        if group.drops:
            gone, value, weight = tally.drop(group)
            drops.append(gone)
        else:
            value, weight = tally.sums(group)
        return name, weight if cap and value > weight else value, weight, gone

    def _weighed(self, formed: Sequence[Formed]) -> Fraction | None:
        """The percent of what categories come to; none where no weight has a result (R4.1)."""
        # Σ weight·value/weight as top/bottom and Σ weight, kept as whole numbers until the end.
        top, bottom, weights, bonus = 0, 1, 0, _ZERO
        for (name, value, weight, _), (_, _, _, is_bonus, whole) in zip(formed, self._steps, strict=True):
            if not weight:
                continue
            if is_bonus:
                bonus += self.weights[name] * Fraction(value, weight)
            elif whole:
                top = top * weight + whole * value * bottom
                bottom *= weight
                weights += whole
        raw = Fraction(100 * top, bottom * weights) if weights else None
        return raw + bonus if raw is not None and bonus else raw

    def raws_without(self, student: str, row: Mapping[str, Score]) -> dict[str, Fraction | None]:
        """One student's percent without each column in turn, everything else unchanged and drops anew, by column; of a term that is
        not made of standards.
        """
        tally = self.layout.tally(student, row, {}, [])
        values = list(tally.values)
        if self.pooled:
            whole, formed = self._pooled(tally)[1], []
        else:
            formed = [self._formed(step, tally, []) for step in self._steps]
            whole = self._weighed(formed)
        found: dict[str, Fraction | None] = {column.id: whole for column in self.columns}
        step_of = {
            place: index for index, step in enumerate(() if self.pooled else self._steps) for place in step[1].places
        }
        for place, column in enumerate(self.layout.columns):
            if values[place] is None:
                continue  # It makes nothing of the percent as it is.
            rest = Tally(self.layout, [*values[:place], None, *values[place + 1 :]], complete=False)
            if self.pooled:
                found[column.id] = self._pooled(rest)[1]
            elif place in step_of:
                index = step_of[place]
                anew = self._formed(self._steps[index], rest, [])
                found[column.id] = self._weighed([*formed[:index], anew, *formed[index + 1 :]])
        return found

    def _pool(self, student: str, row: Mapping[str, Score]) -> Reckoning:
        """R4.2, R4.3 and R4.4."""
        left_out: dict[str, str] = {}
        missing: list[tuple[int, str]] = []
        tally = self.layout.tally(student, row, left_out, missing)
        drops, raw = self._pooled(tally)
        gone = {place for places in drops for place in places}
        formed = [
            (name, *tally.sums(group), [place for place in group.places if place in gone])
            for name, group in self.groups.items()
        ]
        return Reckoning(raw, tally, formed, left_out, missing, drops)

    def _pooled(self, tally: Tally) -> tuple[list[Sequence[int]], Fraction | None]:
        """What is dropped of a tally, and taken out of it, and the percent of what stays."""
        drops: list[Sequence[int]] = []
        pool = cast("Group", self.pool)
        for group in (*self.groups.values(), pool):
            if group.drops:
                places, _, _ = tally.drop(group)
                # Sums are taken again over what is left.
                tally.complete = tally.complete and not places
                drops.append(places)
        value, weight = tally.sums(pool)
        return drops, Fraction(100 * value, weight) if weight else None
