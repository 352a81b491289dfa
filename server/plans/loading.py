"""Loading a class's plan for the core."""

import datetime
from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction
from typing import Any

from django.db.models import Aggregate, FilteredRelation, JSONField, Model, OuterRef, Q, Subquery
from gradecore import book as core
from gradecore.file import read_rules, read_steps
from gradecore.numbers import read_decimal
from gradecore.standards import scales_of
from school.calendar import running_term
from school.models import Enrolment, Person, SchoolClass, Student, Term

from plans.criteria import core_criteria
from plans.drafting import Change, drafted_fields, fitting, lay_over
from plans.models import Assignment, Category, GradingScale, GroundRules, ScoreCode, TermPlan
from plans.standards import named_by, standards_named, standards_of


def key(row: Any) -> str:
    """How a row is called in the core."""
    return str(row.pk)


@dataclass(frozen=True)
class LoadedPlan:
    """A class's plan as its rows and as a book without scores. `roster` is by family name, then given name."""

    school_class: SchoolClass
    rules: GroundRules
    terms: list[Term]
    categories: list[Category]
    assignments: list[Assignment]
    roster: list[Enrolment]
    term_plans: dict[int, TermPlan]
    chosen: dict[int, set[int]]
    """Of each assignment, who is chosen for it by name: all whom it is for, or who came after it was due and get it too."""
    codes: list[ScoreCode]
    book: core.Book

    @property
    def students(self) -> list[Student]:
        return [enrolment.student for enrolment in self.roster]

    def running_term(self) -> Term:
        """The term it is."""
        return running_term(self.terms, self.school_class.school.today())


def load_plan(
    school_class: SchoolClass, *, drafted: bool = False, change: Change | None = None, also: Collection[int] = ()
) -> LoadedPlan:
    """The plan, in a number of queries that does not grow with the class.

    `drafted` lays the draft over what is in force, as far as it fits; `change` lays that over it instead. `also` names
    deleted work that is to be there.
    """
    rules = GroundRules.objects.select_related("scale").prefetch_related("scale__bands").get(school_class=school_class)
    mine = FilteredRelation("plans", condition=Q(plans__school_class=school_class))
    terms: list[Term] = list(
        Term.objects.filter(year_id=school_class.year_id).annotate(own_plan=mine).select_related("window", "own_plan")  # type: ignore[misc]
    )
    categories = list(school_class.categories.all())
    assignments = _with_chosen(school_class, also)
    if drafted:
        change = fitting(school_class, drafted_fields(school_class))
    term_plans: dict[int, TermPlan] = {term.pk: plan for term in terms if (plan := getattr(term, "own_plan", None))}
    for term in terms:
        if term.pk in term_plans:
            term_plans[term.pk].term = term
    codes = codes_of(school_class)
    if change:
        rules = _lay_over(
            change, rules, category=categories, assignment=assignments, term=list(term_plans.values()), code=codes
        )
    chosen = _chosen(assignments)
    today = school_class.school.today()
    roster = list(
        school_class.enrolments.filter(Q(ends=None) | Q(ends__gte=today))
        # A class of a year to come is seen as its year begins.
        .filter(starts__lte=max(today, school_class.year.starts))
        .select_related("student")
        .order_by("student__family_name", "student__given_name", "student__number")
    )
    scale = core_scale(rules.scale)
    named = (name for each in assignments for name in standards_named(each))
    standards, levels, level_scales = standards_of(school_class.school, named, scale)
    scales = scales_of(standards, level_scales, levels or scale)
    book = core.Book(
        scale=scale,
        codes=tuple(core_code(code) for code in codes),
        ground_rules=core.GroundRules(
            core_method(rules.method),
            rules.blank,
            rules.drop_overall,
            rules.drop_choice,
            fraction(rules.round_to),
            rules.rounding,
            rules.cap,
            rules.decimals,
            standard_weights(rules.method, rules.standard_weights, standards),
        ),
        terms=tuple(core_terms(terms, term_plans, rules, standards)),
        categories=tuple(core_category(category) for category in categories),
        assignments=tuple(
            core_assignment(each, assigned_to(each, roster, chosen.get(each.pk, set())), scales, today)
            for each in assignments
        ),
        standards=standards,
        standards_scale=levels,
        level_scales=level_scales,
        students=tuple(key(enrolment.student) for enrolment in roster),
    )
    return LoadedPlan(school_class, rules, terms, categories, assignments, roster, term_plans, chosen, codes, book)


def _lay_over(change: Change, rules: GroundRules, **rows: Iterable[Model]) -> GroundRules:
    """Lay a draft's change over the rows in force, given by kind."""
    for kind, found in {"rules": [rules], **rows}.items():
        for row in found:
            lay_over(row, change.get(f"{kind} {row.pk}", {}))
    if rules.scale.pk != rules.scale_id:
        rules.scale = GradingScale.objects.prefetch_related("bands").get(pk=rules.scale_id)
    return rules


def codes_of(school_class: SchoolClass) -> list[ScoreCode]:
    """The score codes of a class: the school's, its teachers' own, and before either what its letters do here alone."""
    shared = Q(school_class=None) & (Q(owner=None) | Q(owner__teachings__school_class=school_class))
    found = ScoreCode.objects.filter(shared | Q(school_class=school_class), school_id=school_class.school_id).distinct()
    first: dict[str, ScoreCode] = {}
    for code in sorted(found, key=lambda each: (each.school_class_id is None, each.owner_id is not None, each.pk)):
        # Two co-teachers can each have a code of these letters: the older one counts.
        first.setdefault(code.code, code)
    return [first[letters] for letters in sorted(first)]


def offered_codes(school_class: SchoolClass, person: Person) -> list[ScoreCode]:
    """What colleagues offer to the school and the class has no such letters for."""
    here = {code.code for code in codes_of(school_class)}
    offered = ScoreCode.objects.filter(school_id=school_class.school_id, is_shared=True).exclude(owner=person)
    return [code for code in offered.select_related("owner") if code.code not in here]


class _Listed(Aggregate):
    """The values of a group as a list."""

    function = "JSON_ARRAYAGG"
    output_field = JSONField()


def _with_chosen(school_class: SchoolClass, also: Collection[int]) -> list[Assignment]:
    """The assignments, each with the students chosen for it: fetched along, for one query less."""
    pairs = Assignment.chosen_students.through.objects.filter(assignment_id=OuterRef("pk"))
    listed = pairs.order_by().values("assignment_id").annotate(students=_Listed("student_id"))
    listed = listed.values("students")  # type: ignore[misc]
    there = Assignment.with_deleted.filter(Q(deleted_at=None) | Q(pk__in=also), school_class=school_class)
    return list(there.annotate(listed_students=Subquery(listed)))


def _chosen(assignments: Sequence[Assignment]) -> dict[int, set[int]]:
    chosen = {each.pk: set(each.listed_students or ()) for each in assignments}  # type: ignore[attr-defined]
    # What a draft chose instead.
    return chosen | {each.pk: set(each.drafted_chosen) for each in assignments if each.drafted_chosen is not None}


def assigned_to(assignment: Assignment, roster: Sequence[Enrolment], chosen: set[int]) -> frozenset[str] | None:
    """Whom an assignment is given to; None where that is everybody (R2.2).

    What was due before somebody came is theirs only where they are chosen for it by name.
    """
    given = [
        enrolment
        for enrolment in roster
        if enrolment.student_id in chosen or (assignment.for_everyone and not assignment.is_before(enrolment))
    ]
    return None if len(given) == len(roster) else frozenset(key(enrolment.student) for enrolment in given)


def core_scale(scale: GradingScale) -> core.Scale:
    """A scale for the core."""
    bands = (core.Band(band.mark, Fraction(band.min), fraction(band.value)) for band in scale.bands.all())
    return core.Scale(tuple(bands), Fraction(scale.out_of))


def core_code(code: ScoreCode) -> core.ScoreCode:
    """A score code for the core."""
    return core.ScoreCode(code.code, code.effect, fraction(code.percent), code.missing)


def core_category(category: Category) -> core.Category:
    """A category for the core."""
    return core.Category(
        key(category),
        Fraction(category.weight),
        category.method,
        category.drop_lowest,
        category.drop_highest,
        category.cap,
        category.bonus,
    )


def core_assignment(
    each: Assignment, assigned: frozenset[str] | None, scales: Mapping[str, core.Scale], today: datetime.date
) -> core.Assignment:
    """An assignment for the core."""
    shown = each.shown and (each.shown_from is None or each.shown_from <= today)
    return core.Assignment(
        id=key(each),
        points=Fraction(each.points),
        term=str(each.term_id),
        category=None if each.category_id is None else str(each.category_id),
        step=Fraction(each.step),
        share=Fraction(each.share),
        extra=each.extra,
        never_drop=each.never_drop,
        counts=each.counts,
        closed=each.closed,
        shown=shown,
        assigned=assigned,
        adjust=read_steps(each.adjust),
        date=each.due_on.isoformat() if each.due_on else None,
        standards=named_by(each, scales),
        criteria=core_criteria(each.criteria, bool(scales)),
    )


PART_WEIGHTS = {"semester": Fraction(1), "quarter": Fraction(2), "exam": Fraction(1)}
"""How the parts of a year and of a semester weigh unless the class says otherwise."""


def core_method(method: str) -> str:
    """How a term is formed: levels alone are a term by standards in which none weighs anything."""
    return "standards" if method == "levels" else method


def standard_weights(method: str, kept: Mapping[str, str], standards: Sequence[core.Standard]) -> dict[str, Fraction]:
    """What standards weigh in a grade, as far as the class works with them (R8.5)."""
    if method == "levels":
        return {each.id: Fraction(0) for each in standards}
    known = {each.id for each in standards}
    return {name: read_decimal(weight) for name, weight in kept.items() if name in known}


def _own_rules(plan: TermPlan, rules: GroundRules, standards: Sequence[core.Standard]) -> dict[str, object]:
    """What a term sets for itself, in the words of the open gradebook file."""
    if "method" not in plan.ground_rules:
        return read_rules(plan.ground_rules)
    method = plan.ground_rules["method"]
    weights = standard_weights(method, rules.standard_weights, standards)
    return {**read_rules({**plan.ground_rules, "method": core_method(method)}), "standard_weights": weights}


def core_terms(
    terms: Sequence[Term], plans: dict[int, TermPlan], rules: GroundRules, standards: Sequence[core.Standard]
) -> list[core.Term]:
    """The terms for the core: a year is made of its semesters, a semester of its quarters and exam."""
    found = []
    for term in terms:
        plan = plans.get(term.pk) or TermPlan(term=term)
        parts = [
            core.Part(key(part), Fraction(plan.part_weights.get(key(part), PART_WEIGHTS[part.kind])))
            for part in terms
            if part.within_id == term.pk
        ]
        found.append(
            core.Term(
                key(term),
                tuple(parts),
                plan.parts_from,
                _own_rules(plan, rules, standards),
                {name: Fraction(weight) for name, weight in plan.weights.items()},
                read_steps(plan.adjust),
            )
        )
    return found


def fraction(number: Decimal | None) -> Fraction | None:
    """A decimal as an exact number."""
    return None if number is None else Fraction(number)
