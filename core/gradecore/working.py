"""The working: how a grade comes about, step by step (R12). Built only when asked for."""

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

from gradecore.book import NUMBER, Assignment, Override, Score, Step
from gradecore.column import Column
from gradecore.gradebook import Gradebook
from gradecore.numbers import UNIT
from gradecore.result import TermResult
from gradecore.term import TermPlan


@dataclass(frozen=True, slots=True)
class ChosenLevel:
    """A criterion in the working: the level that was chosen, None where none is, and its points of the criterion's (R16.1)."""

    criterion: str
    level: str | None
    points: Fraction
    out_of: Fraction


@dataclass(frozen=True, slots=True)
class Line:
    """One assignment in the working.

    `score` is what was entered; `steps` is its way through the assignment's adjustments (R7), empty where there are none.
    `earned` and `possible` are points, None where `reason` says that it is left out. `weighs` is what it weighs within its
    category or pool (points, one, or its share) and `adds` what it adds to the term's percent, in percentage points;
    both are None for what is left out or dropped. `chosen` are its criteria where any has a level.
    """

    assignment: str
    score: Score | None
    extra: bool
    steps: tuple[tuple[Step, Fraction], ...]
    earned: Fraction | None
    possible: Fraction | None
    reason: str | None
    dropped: bool
    missing: bool
    weighs: Fraction | None
    adds: Fraction | None
    chosen: tuple[ChosenLevel, ...] = ()


@dataclass(frozen=True, slots=True)
class CategoryWorking:
    """One category: `total` of `out_of` makes its percent; in the category's own way these are points, quotients or shares.

    `weight` is as set, `weight_in_effect` in percent of the grade (R4.1); a bonus category adds its weight as points.
    `capped` is what the cap takes away, in percentage points of the category; `adds` is in percentage points of the term.
    Under the pooled methods the figures are for information (R4.2).
    """

    category: str
    method: str
    total: Fraction
    out_of: Fraction
    percent: Fraction | None
    capped: Fraction
    bonus: bool
    weight: Fraction | None
    weight_in_effect: Fraction | None
    adds: Fraction | None
    lines: tuple[Line, ...]


@dataclass(frozen=True, slots=True)
class PartWorking:
    """One part of a term of terms (R5.1)."""

    term: str
    value: Fraction | None
    mark: str | None
    weight: Fraction
    weight_in_effect: Fraction | None
    adds: Fraction | None


@dataclass(frozen=True, slots=True)
class StandardWorking:
    """One standard that a term by standards is made of: its final level, its percent, and what that adds (R8.5)."""

    standard: str
    mark: str | None
    percent: Fraction | None
    weight: Fraction
    weight_in_effect: Fraction | None
    adds: Fraction | None


@dataclass(frozen=True, slots=True)
class Working:
    """How a student's result in a term comes about.

    What `categories`, `apart`, `parts` and `standards` add comes to `result.raw` exactly; `steps` and `capped` lead from there to
    `result.percent`.
    """

    student: str
    term: str
    method: str
    categories: tuple[CategoryWorking, ...]
    apart: tuple[Line, ...]
    parts: tuple[PartWorking, ...]
    steps: tuple[tuple[Step, Fraction], ...]
    capped: Fraction
    result: TermResult
    override: Override | None
    standards: tuple[StandardWorking, ...] = ()

    @property
    def contributions(self) -> Fraction:
        """All that is added, in percentage points: equal to the computed percent where there is one."""
        contributors: tuple[CategoryWorking | Line | PartWorking | StandardWorking, ...] = (
            *self.categories,
            *self.apart,
            *self.parts,
            *self.standards,
        )
        added = sum((each.adds for each in contributors if each.adds), Fraction(0))
        raw = self.result.raw
        last = self.steps[-1][1] if self.steps else raw
        moved = last - raw if last is not None and raw is not None else Fraction(0)
        return added + moved - self.capped


def working(gradebook: Gradebook, student: str, term: str) -> Working:
    """The working of one student's term (R12)."""
    this = gradebook.terms[term]
    result = gradebook.result(student, term)
    steps: tuple[tuple[Step, Fraction], ...] = ()
    if this.adjust and result.raw is not None:
        steps = tuple(zip(this.adjust, gradebook.steps(term)[result.raw], strict=True))
    last = steps[-1][1] if steps else result.raw
    capped = last - result.percent if last is not None and result.percent is not None else Fraction(0)
    categories: tuple[CategoryWorking, ...] = ()
    apart: tuple[Line, ...] = ()
    if not this.parts:
        categories, apart = _Grouped(gradebook, student, gradebook.plan(term)).all()
    return Working(
        student,
        term,
        gradebook.rules(term).method,
        categories,
        apart,
        _parts(gradebook, student, term),
        steps,
        capped,
        result,
        gradebook.book.overrides.get(student, {}).get(term),
        _standards(gradebook, student, term),
    )


def _standards(gradebook: Gradebook, student: str, term: str) -> tuple[StandardWorking, ...]:
    if gradebook.terms[term].parts or not gradebook.plan(term).by_standards:
        return ()
    plan, levels = gradebook.plan(term), gradebook.levels.results(student)
    weighed = plan.weighed(levels)
    weights = sum((weight for _, weight in weighed.values()), Fraction(0))
    found = []
    for name, weight in plan.standard_weights.items():
        percent = weighed[name][0] if name in weighed else None
        counts = percent is not None and weights
        found.append(
            StandardWorking(
                name,
                levels[name].final_mark,
                percent,
                weight,
                100 * weight / weights if counts else None,
                percent * weight / weights if counts and percent is not None else None,
            )
        )
    return tuple(found)


def _parts(gradebook: Gradebook, student: str, term: str) -> tuple[PartWorking, ...]:
    this = gradebook.terms[term]
    values = {part.term: gradebook.part_value(student, this, part.term) for part in this.parts}
    weights = sum((part.weight for part in this.parts if values[part.term] is not None), Fraction(0))
    found = []
    for part in this.parts:
        value = values[part.term]
        counts = value is not None and weights
        found.append(
            PartWorking(
                part.term,
                value,
                gradebook.result(student, part.term).final_mark,
                part.weight,
                100 * part.weight / weights if counts else None,
                part.weight * value / weights if counts and value is not None else None,
            )
        )
    return tuple(found)


class _Grouped:
    """The workings of a term's categories for one student."""

    def __init__(self, gradebook: Gradebook, student: str, plan: TermPlan) -> None:
        self.plan = plan
        self.student = student
        self.row = gradebook.book.scores.get(student, {})
        self.chosen = gradebook.book.criterion_levels.get(student, {})
        self.reckoning = gradebook.reckon(student, plan.term.id)
        self.dropped = frozenset().union(*self.reckoning.dropped)
        self.results = self.reckoning.categories
        self.missing = frozenset(self.reckoning.missing)
        self.weights = sum(
            (
                plan.weights[name]
                for name, found in self.results.items()
                if name in plan.categories and found.percent is not None and not plan.categories[name].bonus
            ),
            Fraction(0),
        )

    def all(self) -> tuple[tuple[CategoryWorking, ...], tuple[Line, ...]]:
        """The categories, and the lines of what is in none; in a term by standards of all."""
        if self.plan.by_standards:
            return (), self._lines(self.plan.apart, None, 1)
        per_point = self._pool_per_weight() if self.plan.pooled else None
        categories = tuple(self._category(name, per_point) for name in self.plan.categories)
        return categories, self._lines(self._in_category(None), per_point, self._pool_unit())

    def _in_category(self, name: str | None) -> list[Column]:
        return [column for column in self.plan.columns if column.assignment.category == name]

    def _pool_unit(self) -> int:
        return self.plan.pool.unit if self.plan.pool else 1

    def _pool_per_weight(self) -> Fraction:
        """What one unit of value adds to a pooled term's percent."""
        weight = self.reckoning.tally.sums(self.plan.pool)[1] if self.plan.pool else 0
        return Fraction(100, weight) if weight else Fraction(0)

    def _category(self, name: str, per_point: Fraction | None) -> CategoryWorking:
        category, pooled = self.plan.categories[name], self.plan.pooled
        group, tally = self.plan.groups[name], self.reckoning.tally
        counted = tally.counted(group)
        value = sum(tally.values[place] or 0 for place in counted)
        weight = sum(self.plan.layout.weights[place] for place in counted)
        percent = self.results[name].percent
        capped = Fraction(100 * value, weight) - percent if weight and percent is not None else Fraction(0)
        effect = self._effect(name)
        if per_point is None and weight:
            per_point = effect / weight if effect is not None else Fraction(0)
        adds = None
        if pooled and counted:
            # Extra credit adds to the pool also where its category has no percent of its own.
            adds = value * per_point if per_point else None
        elif percent is not None and effect is not None:
            adds = effect * percent / 100
        return CategoryWorking(
            name,
            self.plan.rules.method if pooled else category.method,
            Fraction(value, group.unit),
            Fraction(weight, group.unit),
            percent,
            capped,
            category.bonus and not pooled,
            None if pooled else self.plan.weights[name],
            None if category.bonus else effect,
            adds,
            self._lines(self._in_category(name), per_point or Fraction(0), group.unit),
        )

    def _effect(self, name: str) -> Fraction | None:
        """The percentage points that 100 percent of a category adds (R4.1)."""
        if self.plan.pooled or self.results[name].percent is None or not self.weights:
            return None
        weight = self.plan.weights[name]
        return weight if self.plan.categories[name].bonus else 100 * weight / self.weights

    def _lines(self, columns: Sequence[Column], per_value: Fraction | None, unit: int) -> tuple[Line, ...]:
        layout = self.plan.layout
        counted = {
            name: (value, weight)
            for name, value, weight in zip(layout.ids, self.reckoning.tally.values, layout.weights, strict=True)
            if value is not None
        }
        found = []
        for column in columns:
            assignment = column.assignment
            # Of what is hidden from the reader nothing is told, not even a code.
            score = None if column.hidden else self.row.get(column.id)
            reason = "hidden" if column.hidden else self.reckoning.left_out.get(column.id)
            outcome = column.outcome(self.student, score)
            value, weight = counted.get(column.id, (None, None))
            steps: Sequence[Fraction] = ()
            if isinstance(score, NUMBER) and isinstance(outcome, int) and column.steps:
                steps = column.steps[Fraction(score, UNIT)]
            found.append(
                Line(
                    column.id,
                    score,
                    assignment.extra,
                    tuple(zip(assignment.adjust, steps, strict=False)),
                    Fraction(outcome, column.unit) if isinstance(outcome, int) and reason is None else None,
                    assignment.points if reason is None else None,
                    reason,
                    column.id in self.dropped,
                    column.id in self.missing,
                    None if weight is None else Fraction(weight, unit),
                    None if value is None or per_value is None else value * per_value,
                    () if column.hidden else self._chosen(assignment),
                )
            )
        return tuple(found)

    def _chosen(self, work: Assignment) -> tuple[ChosenLevel, ...]:
        """The criteria of work of which any has a level."""
        mine = self.chosen.get(work.id)
        if not mine:
            return ()
        return tuple(
            ChosenLevel(
                each.id,
                mine.get(each.id),
                each.level(mine[each.id]).points if each.id in mine else Fraction(0),
                each.points,
            )
            for each in work.criteria
        )
