"""A term that has assignments: its percent before adjustments (R4)."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from fractions import Fraction
from math import lcm

from gradecore.book import Book, Category, GroundRules, Score, Term
from gradecore.column import Column
from gradecore.group import Group, Tally
from gradecore.result import CategoryResult


@dataclass(slots=True)
class Reckoning:
    """A student's term before its adjustments: what `TermResult` and the working are made from."""

    raw: Fraction | None
    categories: dict[str, CategoryResult]
    left_out: dict[str, str]
    missing: tuple[str, ...]
    tallies: dict[str, Tally]
    """What is counted after all drops, by category; the pooled methods have one tally, under ``""``."""
    dropped: tuple[tuple[str, ...], ...]
    """The sets dropped, each by position, one after another: which they are decides the form of the result (R10)."""


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
        self.columns = [
            Column(
                assignment, position, book.codes, self.rules.blank, book.scores, book.students,
                hidden=family and not assignment.shown,
            )
            for position, assignment in enumerate(book.assignments)
            if assignment.term == term.id
        ]  # fmt: skip
        self.pooled = self.rules.method != "weighted"
        if self.pooled:
            columns = [(column, column.assignment.category) for column in self.columns]
            self.groups = {"": Group(columns, self.rules.method)}
        else:
            self.groups = {
                category.id: Group(
                    [(column, category.id) for column in self.columns if column.assignment.category == category.id],
                    category.method,
                )
                for category in book.categories
            }
            self.apart = [column for column in self.columns if column.assignment.category is None]
            # Whole-number weights in one unit; a common factor changes nothing (R4.1).
            unit = lcm(*(weight.denominator for weight in self.weights.values()))
            self._whole_weights = {each: int(weight * unit) for each, weight in self.weights.items()}
            self._weight_unit = unit

    @property
    def best_for_student(self) -> bool:
        return self.rules.drop_choice == "best_for_student"

    def reckon(self, student: str, row: Mapping[str, Score]) -> Reckoning:
        """One student's percent and all that leads to it; `row` holds the student's scores by assignment."""
        return self._pool(student, row) if self.pooled else self._weigh(student, row)

    def _weigh(self, student: str, row: Mapping[str, Score]) -> Reckoning:
        """R4.1."""
        left_out: dict[str, str] = {}
        missing: list[tuple[int, str]] = []
        tallies: dict[str, Tally] = {}
        results: dict[str, CategoryResult] = {}
        all_dropped: list[tuple[str, ...]] = []
        best = self.best_for_student
        # Σ weight·percent as top/bottom and Σ weight, kept as whole numbers until the end.
        top, bottom, weights, bonus = 0, 1, 0, Fraction(0)
        for name, group in self.groups.items():
            category = self.categories[name]
            tally = group.tally(student, row, left_out, missing)
            tallies[name] = tally
            dropped: tuple[str, ...] = ()
            if category.drop_lowest or category.drop_highest:
                gone = tally.drop(category.drop_lowest, category.drop_highest, best_for_student=best)
                dropped = tuple(group.ids[place] for place in sorted(gone))
                all_dropped.append(dropped)
            ratio = tally.ratio()
            if ratio is None:
                results[name] = CategoryResult(None, dropped)
                continue
            value, weight = ratio
            if category.cap and value > weight:
                value = weight
            if category.bonus:
                bonus += self.weights[name] * Fraction(value, weight)
            percent = Fraction(100 * value, weight)
            if not category.bonus and (whole := self._whole_weights[name]):
                top = top * percent.denominator + whole * percent.numerator * bottom
                bottom *= percent.denominator
                weights += whole
            results[name] = CategoryResult(percent, dropped)
        for column in self.apart:
            score = row.get(column.id)
            if column.is_missing(student, score):
                missing.append((column.position, column.id))
            outcome = column.outcome(student, score)
            left_out[column.id] = outcome if isinstance(outcome, str) else "no_category"
        raw = Fraction(top, bottom * weights) if weights else None
        if raw is not None and bonus:
            raw += bonus
        return Reckoning(raw, results, left_out, _in_order(missing), tallies, tuple(all_dropped))

    def _pool(self, student: str, row: Mapping[str, Score]) -> Reckoning:
        """R4.2, R4.3 and R4.4."""
        left_out: dict[str, str] = {}
        missing: list[tuple[int, str]] = []
        group = self.groups[""]
        pool = group.tally(student, row, left_out, missing)
        gone: set[int] = set()
        all_dropped: list[tuple[str, ...]] = []

        def note(places: list[int]) -> None:
            gone.update(places)
            all_dropped.append(tuple(group.ids[place] for place in sorted(places)))

        best = self.best_for_student
        for category in self.categories.values():
            if category.drop_lowest or category.drop_highest:
                own = group.by_category.get(category.id, [])
                note(pool.drop(category.drop_lowest, category.drop_highest, best_for_student=best, places=own))
        if self.rules.drop_overall:
            note(pool.drop(self.rules.drop_overall, 0, best_for_student=best))
        results = {}
        for name in [*self.categories, *([""] if None in group.by_category else [])]:
            own = group.by_category.get(name or None, [])
            ratio = pool.ratio(own)
            mine = tuple(group.ids[place] for place in own if place in gone)
            results[name] = CategoryResult(Fraction(100 * ratio[0], ratio[1]) if ratio else None, mine)
        whole = pool.ratio()
        raw = Fraction(100 * whole[0], whole[1]) if whole else None
        return Reckoning(raw, results, left_out, _in_order(missing), {"": pool}, tuple(all_dropped))


def _in_order(missing: list[tuple[int, str]]) -> tuple[str, ...]:
    return tuple(name for _, name in sorted(missing)) if missing else ()
