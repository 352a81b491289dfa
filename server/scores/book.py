"""Loading a whole class for the core: the one place where it is done."""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal
from fractions import Fraction
from functools import cached_property
from typing import NamedTuple

from gradecore import book as core
from gradecore.change import changed
from gradecore.criteria import with_sums
from gradecore.figures import AssignmentFigures, assignment_figures
from gradecore.gradebook import Gradebook
from gradecore.shares import AssignmentShare, planned_shares
from gradecore.slips import Slip
from gradecore.standards import Standards
from plans.criteria import chosen_names
from plans.drafting import Change, judge_by
from plans.loading import LoadedPlan, fraction, load_plan
from plans.models import Assignment
from school.models import SchoolClass, Student, Term
from school.refusal import NotYours

from scores.by_standard import ByStandard
from scores.models import LevelOverride, Override, Score
from scores.texts import core_score, score_text, text_score
from scores.typed_lines import Lines


class ScoreRow(NamedTuple):
    """What is kept of a score, for looking at: a class has thousands of them."""

    pk: int
    student_id: int
    assignment_id: int
    number: Decimal | None
    code: str
    flag: str
    comment: str
    note: str
    meant: bool
    typed_mark: str
    version: int
    revision: int


@dataclass(frozen=True)
class LoadedClass:
    """A class with its plan, its scores as rows by student and assignment, and the book made of them."""

    plan: LoadedPlan
    rows: dict[tuple[int, int], ScoreRow]
    book: core.Book
    levels_chosen: dict[tuple[int, int], dict[str, str]]
    """The levels chosen for criteria, by student and assignment, by their identifiers; looked at where work has criteria."""
    kept_by_standard: dict[tuple[int, int], dict[str, str]]
    """What is kept for single standards, by student and assignment; looked at where work names standards."""

    @cached_property
    def students(self) -> set[int]:
        """The numbers of the students."""
        return {each.student_id for each in self.plan.roster}

    @cached_property
    def shown(self) -> set[int]:
        """The assignments that families see now."""
        return {int(each.id) for each in self.book.assignments if each.shown}

    def text_of(self, score: Score | ScoreRow | None, assignment: Assignment) -> str:
        """A score as it is shown, in the way in which the assignment's are entered; empty for a blank."""
        if assignment.criteria and score is not None and score.number is None and not score.code:
            found = self.value_of(score.student_id, assignment.pk)
            return self.lines.reader.text_of(found, Fraction(assignment.points))
        if assignment.entered_as == "points" or score is None:
            return score_text(score)
        return self.lines.text_of(score, assignment)

    def value_of(self, student_id: int, assignment_id: int) -> core.Score | None:
        """What a student has on an assignment: as entered, or what chosen levels come to; None for a blank."""
        return self.book.scores.get(str(student_id), {}).get(str(assignment_id))

    @cached_property
    def lines(self) -> Lines:
        """How entries are read and shown."""
        return Lines(self.book)

    @property
    def by_standard(self) -> ByStandard | None:
        """How scores by standard are read and shown; None where no work names a standard."""
        return self.lines.by_standard

    @cached_property
    def levels(self) -> Standards:
        """The students' levels in the standards (R8)."""
        return self.gradebook.levels

    @cached_property
    def slips(self) -> dict[str, dict[str, Slip]]:
        """What looks like a slip of the hand, by assignment and student, as far as somebody has looked."""
        return {}

    @cached_property
    def assigned(self) -> dict[int, Collection[str] | None]:
        """To whom each assignment is given, None for everybody."""
        return {int(each.id): each.assigned for each in self.book.assignments}

    @cached_property
    def _shares(self) -> dict[str, Mapping[str, AssignmentShare]]:
        return {}

    def shares_of(self, term: str) -> Mapping[str, AssignmentShare]:
        """What each assignment of a term is worth, as planned; worked out once."""
        if term not in self._shares:
            self._shares[term] = planned_shares(self.book, self.gradebook.terms[term]).assignments
        return self._shares[term]

    @cached_property
    def _figures(self) -> dict[str, Mapping[str, AssignmentFigures]]:
        return {}

    def figures_of(self, term: str) -> Mapping[str, AssignmentFigures]:
        """How the class did in each assignment of a term; worked out once."""
        if term not in self._figures:
            self._figures[term] = assignment_figures(self.gradebook, term)
        return self._figures[term]

    @cached_property
    def gradebook(self) -> Gradebook:
        """The results. The book was checked as it was entered, so that it is not checked again at each look."""
        return Gradebook(self.book, checked=True)

    @cached_property
    def family_gradebook(self) -> Gradebook:
        """The results as families see them before posting (R14.1)."""
        return Gradebook(self.book, family=True, checked=True)


def load_class(school_class: SchoolClass, *, drafted: bool = False, also: Collection[int] = ()) -> LoadedClass:
    """A class, in a number of queries that does not grow with it; `drafted` as its draft would have it, `also` with some work
    that was deleted.
    """
    return _load_scores(load_plan(school_class, drafted=drafted, also=also))


def _moves_grades(school_class: SchoolClass, change: Change) -> bool:
    """Whether a change of the plan in force would move anybody's grade (R11)."""
    before, after = (_load_scores(load_plan(school_class, change=each)).gradebook for each in ({}, change))
    return any(True for _ in changed(before, after))


judge_by(_moves_grades)


def _load_scores(plan: LoadedPlan) -> LoadedClass:
    """A class whose plan is loaded already, with its scores."""
    school_class = plan.school_class
    kept = Score.objects.filter(assignment__in=[each.pk for each in plan.assignments])
    # Scores by standard and levels of criteria come along where there can be any.
    has_criteria = any(each.criteria for each in plan.assignments)
    beside = ("by_standard", "levels") if plan.book.standards or has_criteria else ()
    rows, by_standard, levels = {}, {}, {}
    for found in kept.values_list(*ScoreRow._fields, *beside):
        row = ScoreRow._make(found[: len(ScoreRow._fields)])
        rows[row.student_id, row.assignment_id] = row
        if beside and found[-2]:
            by_standard[row.student_id, row.assignment_id] = found[-2]
        if beside and found[-1]:
            levels[row.student_id, row.assignment_id] = found[-1]
    scores: dict[str, dict[str, core.Score]] = {}
    students = set(plan.book.students)
    codes = {code.code for code in plan.codes}
    for (student_id, assignment_id), score in rows.items():
        value = _readable(score, codes)
        if value is not None and str(student_id) in students:
            scores.setdefault(str(student_id), {})[str(assignment_id)] = value
    overrides: dict[str, dict[str, core.Override]] = {}
    for override in Override.objects.filter(school_class=school_class):
        mine = core.Override(fraction(override.percent), override.mark or None, override.reason)
        overrides.setdefault(str(override.student_id), {})[str(override.term_id)] = mine
    chosen = _chosen_levels(plan, levels)
    if chosen:
        scores = {
            student: dict(row)
            for student, row in with_sums(replace(plan.book, scores=scores, criterion_levels=chosen)).scores.items()
        }
    waiting = {str(each.pk) for each in plan.assignments if each.shown_when_in}
    assignments = tuple(
        replace(each, shown=each.shown and _all_in(each, plan.book.students, scores)) if each.id in waiting else each
        for each in plan.book.assignments
    )
    book = replace(
        plan.book,
        assignments=assignments,
        scores=scores,
        standard_scores=_standard_scores(plan, by_standard),
        overrides=overrides,
        standard_overrides=_standard_overrides(plan),
        criterion_levels=chosen,
    )
    return LoadedClass(plan, rows, book, levels, by_standard)


def _chosen_levels(
    plan: LoadedPlan, levels: Mapping[tuple[int, int], Mapping[str, str]]
) -> dict[str, dict[str, dict[str, str]]]:
    """The levels chosen, by name, as far as their criteria are still there."""
    criteria = {each.pk: each.criteria for each in plan.assignments if each.criteria}
    students = set(plan.book.students)
    found: dict[str, dict[str, dict[str, str]]] = {}
    for (student, assignment), chosen in levels.items():
        names = chosen_names(criteria.get(assignment, ()), chosen)
        if names and str(student) in students:
            found.setdefault(str(student), {})[str(assignment)] = names
    return found


def _readable(score: ScoreRow, codes: Collection[str]) -> core.Score | None:
    """A kept score for the core. One whose code is gone counts as blank until somebody looks at it (see `checks`): no
    stored score may keep a class from being opened.
    """
    return None if score.code and score.code not in codes else core_score(score)


def row_of(score: Score) -> ScoreRow:
    """What is kept of a score."""
    return ScoreRow._make(getattr(score, name) for name in ScoreRow._fields)


def changed_since(loaded: LoadedClass, revision: int) -> list[ScoreRow]:
    """The scores of a loaded class that have changed since a revision."""
    mine = Score.objects.filter(assignment__in=[each.pk for each in loaded.plan.assignments], revision__gt=revision)
    return [ScoreRow._make(row) for row in mine.values_list(*ScoreRow._fields)]


def with_scores(loaded: LoadedClass, changed: Sequence[ScoreRow]) -> LoadedClass | None:
    """A class with scores that have changed, taking over what does not depend on them.

    None where they change more than scores: what is shown once all are in, scores by standard, or levels of criteria.
    """
    works = {row.assignment_id for row in changed}
    if any(
        each.shown_when_in or each.standards or each.criteria for each in loaded.plan.assignments if each.pk in works
    ):
        return None
    students = set(loaded.book.students)
    own = {str(row.student_id): dict(loaded.book.scores.get(str(row.student_id), {})) for row in changed}
    codes = {code.code for code in loaded.plan.codes}
    for row in changed:
        value = _readable(row, codes)
        if value is None:
            own[str(row.student_id)].pop(str(row.assignment_id), None)
        else:
            own[str(row.student_id)][str(row.assignment_id)] = value
    in_class = {student: scores for student, scores in own.items() if student in students}
    book = replace(loaded.book, scores={**loaded.book.scores, **in_class})
    rows = loaded.rows | {(row.student_id, row.assignment_id): row for row in changed}
    made = replace(loaded, rows=rows, book=book)
    # Cached properties are kept in the instance: these are begun with what still holds.
    made.__dict__["gradebook"] = loaded.gradebook.with_scores(book, own.keys())
    made.__dict__["slips"] = {work: found for work, found in loaded.slips.copy().items() if int(work) not in works}
    return made


def _standard_scores(
    plan: LoadedPlan, kept: Mapping[tuple[int, int], Mapping[str, str]]
) -> dict[str, dict[str, dict[str, core.Score]]]:
    """The scores by standard, as far as the work still names the standard and the codes are there."""
    codes = {code.code for code in plan.codes}
    students = set(plan.book.students)
    named = {each.pk: each.standards for each in plan.assignments}
    found: dict[str, dict[str, dict[str, core.Score]]] = {}
    for (student, assignment), texts in kept.items():
        given = {name: text_score(texts[name]) for name in named.get(assignment, ()) if name in texts}
        taken = {name: score for name, score in given.items() if isinstance(score, int) or score in codes}
        if taken and str(student) in students:
            found.setdefault(str(student), {})[str(assignment)] = taken
    return found


def _standard_overrides(plan: LoadedPlan) -> dict[str, dict[str, core.Override]]:
    """The levels set by hand, as far as the class still works with the standard."""
    known = {each.id for each in plan.book.standards}
    found: dict[str, dict[str, core.Override]] = {}
    if known:
        for each in LevelOverride.objects.filter(school_class=plan.school_class):
            if each.standard in known:
                mine = found.setdefault(str(each.student_id), {})
                mine[each.standard] = core.Override(mark=each.mark, reason=each.reason)
    return found


def _all_in(
    assignment: core.Assignment, students: Sequence[str], scores: Mapping[str, Mapping[str, core.Score]]
) -> bool:
    """Whether everybody whom an assignment is for has a score."""
    given = [each for each in students if assignment.assigned is None or each in assignment.assigned]
    return all(assignment.id in scores.get(each, ()) for each in given)


def term_of(loaded: LoadedClass, term_id: int | None) -> Term:
    """The term asked for, or the running one."""
    if term_id is None:
        return loaded.plan.running_term()
    found = next((term for term in loaded.plan.terms if term.pk == term_id), None)
    if found is None:
        raise NotYours
    return found


def works_of(loaded: LoadedClass, term: Term) -> list[Assignment]:
    """The assignments of a term by due date."""
    mine = [each for each in loaded.plan.assignments if each.term_id == term.pk]
    return sorted(mine, key=lambda each: (each.due_on or term.ends, each.position))


def student_of(loaded: LoadedClass, student_id: int) -> Student:
    """The student of the class asked for."""
    found = next((student for student in loaded.plan.students if student.pk == student_id), None)
    if found is None:
        raise NotYours
    return found
