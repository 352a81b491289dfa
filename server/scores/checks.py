"""The checks of a plan: what Hoarfrost noticed that a person should look at, with its mend where there is one."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from fractions import Fraction
from functools import partial
from uuid import uuid4

from gradecore.numbers import decimal_text
from gradecore.shares import planned_shares
from gradecore.slips import Slip
from plans.assignments import change_assignment, term_of_day
from plans.ground_rules import change_rules
from plans.loading import load_plan
from plans.models import Assignment, Category
from plans.schemas import CheckOut
from plans.sharing import set_weights, weights_of
from school.models import Person, SchoolClass, Term
from school.refusal import Refused

from scores.book import LoadedClass, ScoreRow, load_class
from scores.class_cache import as_it_is
from scores.entering import Typed, enter
from scores.grid import alike, grade, slip_words, slips_of
from scores.writing import mean_all

MOST_DECIMALS = 3


@dataclass(frozen=True)
class Check:
    """A check. `focus` is the element to jump to; `mend` does what `mend_words` say."""

    key: str
    words: str
    place: str = "plan"
    focus: str | None = None
    mend_words: str | None = None
    mend: Callable[[Person], object] | None = None

    def out(self) -> CheckOut:
        return CheckOut(key=self.key, words=self.words, place=self.place, focus=self.focus, mend=self.mend_words)


def checks(loaded: LoadedClass, term: Term) -> list[Check]:
    """The checks of a term's plan; a term of terms and an empty class have none."""
    if loaded.gradebook.terms[str(term.pk)].parts or not loaded.plan.categories:
        return []
    return list(_Checks(loaded, term).all())


def mend(school_class: SchoolClass, person: Person, term: Term, key: str) -> str:
    """Mend what a check found; gives what was done, in words."""
    found = next((each for each in checks(load_class(school_class, drafted=True), term) if each.key == key), None)
    if found is None:
        raise Refused("This is no longer so; the checks are shown as they are now.")
    if found.mend is None:
        raise Refused("This needs a decision of yours; there is no mend for it.")
    found.mend(person)
    return found.mend_words or ""


class _Checks:
    def __init__(self, loaded: LoadedClass, term: Term) -> None:
        self.loaded, self.term = loaded, term
        self.school_class = loaded.plan.school_class
        self.works = [each for each in loaded.plan.assignments if each.term_id == term.pk]
        self.shares = planned_shares(loaded.book, loaded.gradebook.terms[str(term.pk)])

    def all(self) -> Iterator[Check]:
        if self.shares.weights is not None:
            yield from self._weights(self.shares.weights)
        for category in self.loaded.plan.categories:
            yield from self._category(category)
        for each in self.works:
            yield from self._assignment(each)
        yield from self._shown_numbers()
        yield from self._slips()
        yield from self._unreadable()

    def _unreadable(self) -> Iterator[Check]:
        """Scores that hold a code which is gone."""
        codes = {each.code for each in self.loaded.plan.codes}
        works = {each.pk: each for each in self.works}
        for student in self.loaded.plan.students:
            for work in works.values():
                score = self.loaded.rows.get((student.pk, work.pk))
                if score is not None and score.code and score.code not in codes:
                    yield Check(
                        f"code {score.pk}",
                        f"{student}, {work.short_name}: {score.code} is no score code here any more, and "
                        "counts as a blank. Enter the score anew, or make the code again.",
                        place="scores",
                        focus=f"cell-{student.pk}-{work.pk}",
                    )

    def _weights(self, total: Fraction) -> Iterator[Check]:
        if total == 100:
            return
        weights = weights_of(self.loaded.plan, self.term)
        counted = [each for each in self.loaded.plan.categories if not each.bonus]
        # Only where whole hundredths come to exactly 100 is bringing them there no rounding in secret.
        scaled = {each.pk: weights[each.pk] * 100 / total for each in counted} if total else {}
        is_exact = bool(scaled) and all((each * 100).denominator == 1 for each in scaled.values())
        yield Check(
            "weights",
            f"The weights add up to {decimal_text(total)}, not to 100.",
            focus=f"weight-{counted[0].pk}" if counted else None,
            mend_words="Bring them to 100 in proportion" if is_exact else None,
            mend=lambda person: (
                set_weights(
                    self.school_class, person, self.term, {pk: decimal_text(each) for pk, each in scaled.items()}
                )
                if is_exact
                else None
            ),
        )

    def _category(self, category: Category) -> Iterator[Check]:
        mine = [each for each in self.works if each.category_id == category.pk and each.counts and not each.extra]
        focus = f"category-{category.pk}"
        weighs = self.shares.weights is not None and weights_of(self.loaded.plan, self.term)[category.pk]
        if weighs and not mine:
            yield Check(
                f"empty {category.pk}",
                f"{category.name} weighs {decimal_text(Fraction(weighs))} and has no assignments in {self.term.name.lower()}.",
                focus=focus,
            )
        drops = category.drop_lowest + category.drop_highest
        if drops and mine and len(mine) <= drops:
            yield Check(
                f"drops {category.pk}",
                f"{category.name} drops {drops}, but has {len(mine)}: the last one always stays.",
                focus=focus,
            )
        if category.method == "shares" and mine and self.shares.weights is not None:
            for each in mine:
                if not each.share:
                    yield Check(
                        f"share {each.pk}",
                        f"{each.name} has no share of {category.name}, so it counts for nothing.",
                        focus=f"share-{each.pk}",
                    )

    def _assignment(self, each: Assignment) -> Iterator[Check]:
        if each.category_id is None and each.counts and self.shares.weights is not None:
            into = next((one for one in self.loaded.plan.categories if one.is_default), None)
            yield Check(
                f"apart {each.pk}",
                f"{each.name} is in no category, and so not in the grade.",
                focus=f"category-of-{each.pk}",
                mend_words=f"Put it in {into.name}" if into else None,
                mend=self._change(each, {"category_id": into.pk}) if into else None,
            )
        if not each.points and not each.extra and each.counts:
            yield Check(
                f"points {each.pk}",
                f"{each.name} is worth 0 points.",
                focus=f"points-{each.pk}",
                mend_words="Make it extra credit",
                mend=self._change(each, {"extra": True}),
            )
        if each.due_on and not self.term.starts <= each.due_on <= self.term.ends:
            meant = term_of_day(self.school_class, each.due_on)
            is_there = meant.pk != self.term.pk and meant.starts <= each.due_on <= meant.ends
            yield Check(
                f"due {each.pk}",
                f"{each.name} is due on {each.due_on:%a %-d %b}, outside {self.term.name.lower()}.",
                focus=f"due-{each.pk}",
                mend_words=f"Move it to {meant.name.lower()}" if is_there else None,
                mend=self._change(each, {"term_id": meant.pk}) if is_there else None,
            )

    def _change(self, each: Assignment, given: dict[str, object]) -> Callable[[Person], object]:
        return lambda person: change_assignment(self.school_class, person, each.pk, given)

    def _shown_numbers(self) -> Iterator[Check]:
        """Numbers that, as shown, would reach the next mark (R6.3)."""
        name = str(self.term.pk)
        gradebook = self.loaded.gradebook
        decimals = gradebook.rules(name).decimals
        for student in self.loaded.plan.students:
            result = gradebook.result(str(student.pk), name)
            if result.shown_reaches is None:
                continue
            shown = grade(gradebook, result, name)
            yield Check(
                f"shown {student.pk}",
                f"With {_decimals(decimals)} {student} would seem to reach {result.shown_reaches}: "
                f"{shown.percent} is {shown.mark}.",
                place="scores",
                mend_words=f"Show {_decimals(decimals + 1)}" if decimals < MOST_DECIMALS else None,
                mend=lambda person: change_rules(self.school_class, person, {"decimals": str(decimals + 1)}),
            )

    def _slips(self) -> Iterator[Check]:
        """Numbers that look like slips of the hand, and columns in which all have the same."""
        works = {str(each.pk): each for each in self.works}
        for column in self.loaded.gradebook.plan(str(self.term.pk)).columns:
            work = works[column.id]
            same = alike(self.loaded, work)
            if same:
                yield Check(
                    f"alike {work.pk}",
                    f"{work.name}: {same} Is that meant?",
                    place="scores",
                    focus=f"column-{work.pk}",
                    mend_words="It is right",
                    mend=partial(mean_all, self.school_class, assignment=work),
                )
            for student, slip in slips_of(self.loaded, column).items():
                score = self.loaded.rows[int(student), work.pk]
                if not score.meant:
                    yield self._slip(work, score, slip)

    def _slip(self, work: Assignment, score: ScoreRow, slip: Slip) -> Check:
        student = next(each for each in self.loaded.plan.students if each.pk == score.student_id)
        meant = None if slip.meant is None else self.loaded.lines.typed(slip.meant, work)
        return Check(
            f"slip {score.pk}",
            f"{student}, {work.short_name}, {self.loaded.text_of(score, work)}: {slip_words(self.loaded, work, slip)}",
            place="scores",
            focus=f"cell-{score.student_id}-{work.pk}",
            mend_words=f"Make it {meant}" if meant else None,
            mend=(
                lambda person: enter(
                    load_plan(as_it_is(self.school_class)),
                    person,
                    uuid4(),
                    [Typed(score.student_id, work.pk, meant, score.version)],
                )
            )
            if meant
            else None,
        )


def _decimals(count: int) -> str:
    return "1 decimal" if count == 1 else f"{count} decimals"
