"""The plan as it is drawn: with its shares, and how far the marking has come."""

from fractions import Fraction

from gradecore.figures import assignment_figures
from gradecore.numbers import decimal_text, fixed_text
from gradecore.shares import AssignmentShare, PlannedShares, planned_shares, standing_shares
from plans.choices import TERM_FIELDS, choices, chosen, words_of
from plans.models import Assignment, Category, Draft, Handout
from plans.schemas import AssignmentOut, CategoryOut, PlanOut, RuleOut, StudentOut, TermOut, TermPartOut
from school.models import Term

from scores.book import LoadedClass
from scores.drafted import was_of
from scores.grid import percent_float
from scores.texts import plain_number

_NONE = AssignmentShare(None, None)


def planned(loaded: LoadedClass, in_force: LoadedClass, draft: Draft | None, term: Term) -> PlanOut:
    """A class's plan for one term, as its draft would have it where there is one, with what is in force beside it."""
    return _Planned(loaded, in_force, draft, term).out()


class _Planned:
    """One term's plan on its way out."""

    def __init__(self, loaded: LoadedClass, in_force: LoadedClass, draft: Draft | None, term: Term) -> None:
        self.loaded, self.in_force, self.draft, self.term = loaded, in_force, draft, term
        self.name = str(term.pk)
        self.core_term = loaded.gradebook.terms[self.name]
        self.shares = planned_shares(loaded.book, self.core_term)
        self.shares_in_force = planned_shares(in_force.book, in_force.gradebook.terms[self.name])
        self.figures = {} if self.core_term.parts else assignment_figures(loaded.gradebook, self.name)
        marked = {name for name, each in self.figures.items() if each.marked}
        self.standing = standing_shares(loaded.book, self.core_term, marked)
        self.works = [each for each in loaded.plan.assignments if each.term_id == term.pk]
        self.files = dict(
            Handout.objects.filter(assignment__in=[each.pk for each in self.works]).values_list("assignment_id", "name")
        )
        self.scored = {each.category_id for each in self.works if str(each.pk) in marked}

    def out(self) -> PlanOut:
        plan = self.loaded.plan
        total = self.shares.weights
        return PlanOut(
            term_id=self.term.pk,
            term=self.term.name,
            has_own_weights=bool(self.core_term.weights),
            parts=self._parts(),
            parts_from=self.core_term.parts_from,
            terms=[TermOut(id=each.pk, name=each.name) for each in plan.terms if not each.is_made_of_terms],
            students=[StudentOut(id=each.pk, name=str(each)) for each in plan.students],
            families_from=plan.rules.families_from,
            rules=self._rules(),
            levels_alone=self.loaded.gradebook.rules(self.name).levels_alone,
            has_draft=self.draft is not None,
            adjust=self._adjust(),
            weights=None if total is None else decimal_text(total),
            not_given=float(max(100 - total, Fraction(0))) if total is not None else 0.0,
            categories=[self._category(each) for each in plan.categories],
            assignments=[self._assignment(each) for each in self.works],
            standard_weights=plan.rules.standard_weights,
            standards_used=[each.id for each in plan.book.standards],
        )

    def _category(self, each: Category) -> CategoryOut:
        name = str(each.pk)
        weight = self.core_term.weights.get(name, Fraction(each.weight))
        return CategoryOut(
            id=each.pk,
            name=each.name,
            sign=each.sign,
            colour=each.colour,
            version=each.version,
            weight=decimal_text(weight),
            method=each.method,
            drop_lowest=each.drop_lowest,
            drop_highest=each.drop_highest,
            cap=each.cap,
            bonus=each.bonus,
            locked=each.locked,
            is_default=each.is_default,
            default_points=None if each.default_points is None else plain_number(each.default_points),
            default_shown=each.default_shown,
            default_standards=each.default_standards,
            of_grade=fixed_text(self.shares.categories[name], 2),
            width=float(self.shares.categories[name]),
            width_in_force=float(self.shares_in_force.categories.get(name, 0)),
            width_standing=float(self.standing.categories[name]),
            has_scores=each.pk in self.scored,
            was=was_of(self.draft, self.in_force, f"category {each.pk}"),
        )

    def _assignment(self, each: Assignment) -> AssignmentOut:
        name, plan = str(each.pk), self.loaded.plan
        share, numbers = self.shares.assignments.get(name, _NONE), self.figures[name]
        due = each.due_on
        return AssignmentOut(
            id=each.pk,
            version=each.version,
            name=each.name,
            short_name=each.short_name,
            category_id=each.category_id,
            term_id=each.term_id,
            points=plain_number(each.points),
            share=plain_number(each.share),
            share_fixed=each.share_fixed,
            extra=each.extra,
            counts=each.counts,
            never_drop=each.never_drop,
            closed=each.closed,
            locked=each.locked,
            kept_in=each.kept_in,
            shown=each.shown,
            shown_from=each.shown_from,
            shown_when_in=each.shown_when_in,
            announced=each.announced,
            comments_shown=each.comments_shown,
            families=self._families(each),
            description=each.description,
            link=each.link,
            standards=each.standards,
            standard_points=each.standard_points,
            criteria=each.criteria,
            file=self.files.get(each.pk),
            step=plain_number(each.step),
            entered_as=each.entered_as,
            for_everyone=each.for_everyone,
            chosen=sorted(plan.chosen.get(each.pk, ())),
            adjust=each.adjust,
            assigned_on=each.assigned_on,
            due_on=due,
            is_due=due is not None and due < plan.school_class.school.today(),
            is_outside=due is not None and not self.term.starts <= due <= self.term.ends,
            of_category=_two(share.of_category),
            of_grade=_two(share.of_grade),
            width=float(share.of_grade or 0),
            width_in_force=_width(self.shares_in_force, name),
            width_standing=_width(self.standing, name),
            marked=numbers.marked,
            due=numbers.due,
            ice=percent_float(numbers.marked, numbers.due),
            missing=numbers.missing,
            was=was_of(self.draft, self.in_force, f"assignment {each.pk}"),
        )

    def _families(self, each: Assignment) -> str:
        """When families see it, in a word or two."""
        if not each.shown:
            return "hidden"
        if each.pk in self.loaded.shown:
            return "shown"
        if each.shown_when_in:
            return "when all in"
        return f"from {each.shown_from:%-d %b}"

    def _parts(self) -> list[TermPartOut]:
        """What a semester is made of."""
        names = {str(each.pk): each.name for each in self.loaded.plan.terms}
        whole = sum((part.weight for part in self.core_term.parts), Fraction(0))
        found = []
        for part in self.core_term.parts:
            share = part.weight * 100 / whole if whole else Fraction(0)
            found.append(
                TermPartOut(
                    term_id=int(part.term),
                    name=names[part.term],
                    weight=decimal_text(part.weight),
                    share=fixed_text(share, 1),
                    width=float(share),
                )
            )
        return found

    def _rules(self) -> list[RuleOut]:
        """The ground rules in words."""
        own = self._own(self.loaded)
        offered = choices(self.loaded.plan.rules)
        now = chosen(self.loaded.plan.rules, own)
        before = chosen(self.in_force.plan.rules, self._own(self.in_force))

        return [
            RuleOut(
                field=field,
                value=value,
                words=words_of(offered[field], value),
                was=None if before[field] == value else words_of(offered[field], before[field]),
                is_own=any(name in own for name in TERM_FIELDS.get(field, ())),
            )
            for field, value in now.items()
        ]

    def _adjust(self) -> list[dict[str, object]]:
        plan = self.loaded.plan.term_plans.get(self.term.pk)
        return plan.adjust if plan else []

    def _own(self, loaded: LoadedClass) -> dict[str, object]:
        """What the term sets for itself."""
        plan = loaded.plan.term_plans.get(self.term.pk)
        return dict(plan.ground_rules) if plan else {}


def _width(shares: PlannedShares, name: str) -> float:
    return float(shares.assignments.get(name, _NONE).of_grade or 0)


def _two(value: Fraction | None) -> str | None:
    return None if value is None else fixed_text(value, 2)
