"""The plan as it is drawn: with its shares, and how far the marking has come."""

from fractions import Fraction

from gradecore.figures import assignment_figures
from gradecore.numbers import decimal_text, fixed_text
from gradecore.shares import AssignmentShare, planned_shares
from plans.choices import choices, chosen
from plans.models import Draft
from plans.schemas import AssignmentOut, CategoryOut, PlanOut, RuleOut
from school.models import Term

from scores.book import LoadedClass, plain_number
from scores.drafted import was_of
from scores.grid import percent_float


def planned(loaded: LoadedClass, in_force: LoadedClass, draft: Draft | None, term: Term) -> PlanOut:
    """A class's plan for one term, as its draft would have it where there is one, with what is in force beside it."""
    name = str(term.pk)
    gradebook = loaded.gradebook
    shares = planned_shares(loaded.book, gradebook.terms[name])
    figures = assignment_figures(gradebook, name)
    today = loaded.plan.school_class.school.today()
    mine = [each for each in loaded.plan.assignments if each.term_id == term.pk]
    scored = {each.category_id for each in mine if figures[str(each.pk)].marked}
    weights = {each: gradebook.plan(name).weights[each] for each in shares.categories}
    categories = [
        CategoryOut(
            id=each.pk, name=each.name, sign=each.sign, colour=each.colour,
            weight=decimal_text(weights[str(each.pk)]), method=each.method, drop_lowest=each.drop_lowest,
            drop_highest=each.drop_highest, cap=each.cap, bonus=each.bonus,
            of_grade=fixed_text(shares.categories[str(each.pk)], 2), width=float(shares.categories[str(each.pk)]),
            has_scores=each.pk in scored,
            was=was_of(draft, in_force, f"category {each.pk}"),
        )
        for each in loaded.plan.categories
    ]  # fmt: skip
    assignments = []
    for each in mine:
        share, numbers = shares.assignments.get(str(each.pk), AssignmentShare(None, None)), figures[str(each.pk)]
        assignments.append(
            AssignmentOut(
                id=each.pk,
                version=each.version,
                name=each.name,
                short_name=each.short_name,
                category_id=each.category_id,
                term_id=each.term_id,
                points=plain_number(each.points),
                share=plain_number(each.share),
                extra=each.extra,
                counts=each.counts,
                never_drop=each.never_drop,
                closed=each.closed,
                shown=each.shown,
                due_on=each.due_on,
                is_due=each.due_on is not None and each.due_on < today,
                of_category=_two(share.of_category),
                of_grade=_two(share.of_grade),
                width=float(share.of_grade or 0),
                marked=numbers.marked,
                due=numbers.due,
                ice=percent_float(numbers.marked, numbers.due),
                missing=numbers.missing,
                was=was_of(draft, in_force, f"assignment {each.pk}"),
            )
        )
    total = shares.weights
    return PlanOut(
        term_id=term.pk, term=term.name,
        rules=_rules(loaded, in_force),
        has_draft=draft is not None,
        weights=None if total is None else decimal_text(total),
        not_given=float(max(100 - total, Fraction(0))) if total is not None else 0.0,
        categories=categories, assignments=assignments,
    )  # fmt: skip


def _two(value: Fraction | None) -> str | None:
    return None if value is None else fixed_text(value, 2)


def _rules(loaded: LoadedClass, in_force: LoadedClass) -> list[RuleOut]:
    """The ground rules in words."""
    offered = choices(loaded.plan.rules)
    now, before = chosen(loaded.plan.rules), chosen(in_force.plan.rules)

    def words(field: str, value: str) -> str:
        return next((choice.words for choice in offered[field] if choice.value == value), value)

    return [
        RuleOut(
            field=field, value=value, words=words(field, value),
            was=None if before[field] == value else words(field, before[field]),
        )
        for field, value in now.items()
    ]  # fmt: skip
