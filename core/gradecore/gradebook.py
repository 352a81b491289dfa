"""A whole gradebook, computed as it is asked (R4.5, R5, R6)."""

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import replace
from fractions import Fraction
from functools import cached_property
from graphlib import TopologicalSorter

from gradecore.adjust import adjusted
from gradecore.book import Book, GroundRules, Override, Score, Term
from gradecore.check import check
from gradecore.criteria import with_sums
from gradecore.result import Reckoning, TermResult
from gradecore.scale import Marks
from gradecore.standards import Standards
from gradecore.term import TermPlan, term_rules

_NOTHING: Mapping[str, Score] = {}
_NO_OVERRIDES: Mapping[str, Override] = {}


class Gradebook:
    """The results of a book. Each is computed when first asked for and then kept.

    `family` computes what a family sees before posting: hidden assignments are left out (R14.1), and so are overrides,
    which are seen as they were posted (R14.4).
    Raises `check.BookError` for a book that makes no sense (R15); `checked` says that it was looked at before.
    """

    def __init__(self, book: Book, *, family: bool = False, checked: bool = False) -> None:
        if not checked:
            check(book)
        book = with_sums(book)
        if family and (book.overrides or book.standard_overrides):
            book = replace(book, overrides={}, standard_overrides={})
        self.book = book
        self.family = family
        self.marks = Marks(book.scale)
        self.terms: dict[str, Term] = {term.id: term for term in book.terms}
        self._plans: dict[str, TermPlan] = {}
        self._results: dict[tuple[str, str], TermResult] = {}
        self._steps: dict[str, dict[Fraction, list[Fraction]]] = {}
        self._sums_of: Gradebook | None = None
        self._own_sums: Collection[str] = ()
        self._as_before: Collection[str] = ()

    def results(self, student: str) -> dict[str, TermResult]:
        """A student's result in every term."""
        return {term: self.result(student, term) for term in self.terms}

    def result(self, student: str, term: str) -> TermResult:
        """A student's result in one term, override included."""
        known = self._results.get((student, term))
        if known is None and self._sums_of is not None and term in self._as_before:
            return self._sums_of.result(student, term)
        if known is None:
            if self.terms[term].parts:
                # Parts first, so that however deep they nest nothing recurses.
                for below in self._parts_first:
                    if below == term:
                        break
                    if (student, below) not in self._results and below not in self._as_before:
                        self._results[student, below] = self._result(student, self.terms[below])
            known = self._results[student, term] = self._result(student, self.terms[term])
        return known

    @cached_property
    def _parts_first(self) -> list[str]:
        """The terms, each after its parts."""
        return list(
            TopologicalSorter({term.id: [part.term for part in term.parts] for term in self.book.terms}).static_order()
        )

    def rules(self, term: str) -> GroundRules:
        """The ground rules in force in a term (R4.6)."""
        return term_rules(self.book, self.terms[term])

    def plan(self, term: str) -> TermPlan:
        """A term with assignments, made ready for computing."""
        plan = self._plans.get(term)
        if plan is None:
            plan = self._plans[term] = TermPlan(self.book, self.terms[term], family=self.family)
        return plan

    def share_plans(self, other: "Gradebook") -> None:
        """Take over the plans of a book that differs in scores only, and on adjusted work in none that is a number."""
        self._plans = other._plans

    def with_scores(self, book: Book, students: Collection[str]) -> "Gradebook":
        """The gradebook of a checked book in which only scores differ, and only these students'.

        What does not depend on them is taken over. An adjustment can look at the class's highest (R7.3): with one, all is
        computed anew.
        """
        made = Gradebook(book, family=self.family, checked=True)
        if not any(work.adjust for work in book.assignments) and not any(term.adjust for term in book.terms):
            made.share_plans(self)
            # Of a copy: another thread may be computing with this one.
            made._results = {place: each for place, each in self._results.copy().items() if place[0] not in students}
        return made

    def after_sums(self, book: Book, own_sums: Collection[str] = ()) -> "Gradebook":
        """The gradebook of a checked book that differs only in what happens once a term's sums are there: in the terms' steps, in
        the scale. Terms in `own_sums` are summed up anew all the same.
        """
        made = Gradebook(book, family=self.family, checked=True)
        made._sums_of, made._own_sums = self, own_sums
        made._plans = {term: plan for term, plan in self._plans.items() if term not in own_sums}
        if book.scale == self.book.scale:
            made._as_before = made._alike(self.terms, own_sums)
        return made

    def _alike(self, before: Mapping[str, Term], own_sums: Collection[str]) -> set[str]:
        """The terms that are neither changed since `before`, nor summed up anew, nor made of such a term."""
        alike: set[str] = set()
        for term in self._parts_first:
            own = self.terms[term]
            if term not in own_sums and before.get(term) == own and all(part.term in alike for part in own.parts):
                alike.add(term)
        return alike

    def reckon(self, student: str, term: str) -> Reckoning:
        """A student's term before adjustments, for a term with assignments."""
        plan = self.plan(term)
        levels = self.levels.results(student) if plan.by_standards else None
        return plan.reckon(student, self.book.scores.get(student, _NOTHING), levels)

    @cached_property
    def levels(self) -> Standards:
        """What the students have in the standards (R8)."""
        return Standards(self.book, family=self.family)

    def part_value(self, student: str, term: Term, part: str) -> Fraction | None:
        """What a part contributes to a term of terms: its final percent, or its mark's value (R5.1)."""
        result = self.result(student, part)
        if term.parts_from == "percent":
            return result.final_percent
        return None if result.final_mark is None else self.marks.percent_of(result.final_mark)

    def steps(self, term: str) -> dict[Fraction, list[Fraction]]:
        """Where each of the class's percents goes, step by step, under the term's adjustments (R7)."""
        known = self._steps.get(term)
        if known is None:
            raws = (self._raw(student, self.terms[term])[0] for student in self.book.students)
            known = self._steps[term] = self._adjusted(raws, self.terms[term])
        return known

    def percents_of(self, raws: Mapping[str, Fraction | None], term: str) -> dict[str, Fraction | None]:
        """What a term's percents would be if these, by student and of the whole class, were those before adjustments and cap."""
        own = self.terms[term]
        steps = self._adjusted(raws.values(), own) if own.adjust else {}
        return {student: self._capped(raw, own, steps) for student, raw in raws.items()}

    @staticmethod
    def _adjusted(raws: Iterable[Fraction | None], term: Term) -> dict[Fraction, list[Fraction]]:
        return adjusted({raw for raw in raws if raw is not None}, Fraction(100), term.adjust)

    def _raw(self, student: str, term: Term) -> tuple[Fraction | None, Reckoning | None]:
        """A term's percent before adjustments and cap."""
        if not term.parts:
            if self._sums_of is not None and term.id not in self._own_sums:
                known = self._sums_of.result(student, term.id)
                return known.raw, known.reckoning
            reckoning = self.reckon(student, term.id)
            return reckoning.raw, reckoning
        top, weights = Fraction(0), Fraction(0)
        for part in term.parts:
            value = self.part_value(student, term, part.term)
            if value is not None:
                top += part.weight * value
                weights += part.weight
        return (top / weights if weights else None), None

    def _percent(self, raw: Fraction | None, term: Term) -> Fraction | None:
        """A term's percent, adjusted and capped."""
        return self._capped(raw, term, self.steps(term.id) if term.adjust and raw is not None else {})

    def _capped(
        self, raw: Fraction | None, term: Term, steps: Mapping[Fraction, Sequence[Fraction]]
    ) -> Fraction | None:
        if raw is None:
            return None
        percent = steps[raw][-1] if term.adjust else raw
        return Fraction(100) if self.rules(term.id).cap and percent > 100 else percent  # R4.5

    def _result(self, student: str, term: Term) -> TermResult:
        raw, reckoning = self._raw(student, term)
        rules = self.rules(term.id)
        percent = self._percent(raw, term)
        rounded = mark = None
        if percent is not None:
            found = self.marks.look_up(percent, rules.round_to, rules.rounding)
            rounded, mark = found.rounded, found.mark
        override = self.book.overrides.get(student, _NO_OVERRIDES).get(term.id)
        final_percent, final_mark = percent, mark
        mark_alone = False
        if override is not None and not override.is_empty:
            final_percent, final_mark = self._overridden(override, rules)
            mark_alone = override.percent is None
        return TermResult(
            raw, percent, rounded, mark, final_percent, final_mark, reckoning, self.marks, rules.decimals, mark_alone
        )

    def _overridden(self, override: Override, rules: GroundRules) -> tuple[Fraction | None, str | None]:
        """The final percent and mark that an override makes (R5.2)."""
        percent, mark = override.percent, override.mark
        if percent is None and mark is not None:
            percent = self.marks.percent_of(mark)
        if mark is None and percent is not None:
            mark = self.marks.look_up(percent, rules.round_to, rules.rounding).mark
        return percent, mark
