"""What of a class goes to the register for a term, and what is held back, each with its reason (R17)."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cached_property

from gradecore.held import Grade, Held, Place, Work, grade_held, work_held
from gradecore.sent import Sent, sent
from plans.models import Assignment
from reports.models import PostedGrade
from reports.report import grades_of
from reports.written import state_of, written
from school.models import SchoolClass, Student, Term
from scores.book import LoadedClass
from scores.class_cache import cached_class
from scores.grid import is_apart
from scores.grid_schemas import GradeOut

from sending.models import sending_of
from sending.pairing import ClassPairing
from sending.register_lists import Part


@dataclass(frozen=True)
class GradeGoing:
    """A student's grade of the term: what was posted, if it was, and why it is held back, if it is."""

    student: Student
    posted: PostedGrade | None
    held: Held | None
    moved: str = ""
    """From what to what it has changed since, in words."""
    detail: str = ""
    """Where the register has the student, or the mark that it does not know."""


def _moved(posted: PostedGrade, now: GradeOut) -> str:
    """From what to what a grade has changed: by its mark, or where that is the same by its percent; empty where only words did."""
    if posted.mark != (now.mark or ""):
        return f"{posted.mark or posted.percent_shown} to {now.mark or now.percent or 'no grade'}"
    if posted.percent_shown != (now.percent or ""):
        return f"{posted.percent_shown} to {now.percent or 'none'}"
    return ""


@dataclass(frozen=True)
class ScoreGoing:
    """What one student has on an assignment, as it is sent."""

    student: Student
    says: Sent
    is_late: bool
    is_incomplete: bool
    comment: str


@dataclass(frozen=True)
class WorkGoing:
    """An assignment, with the scores that go with it where it goes."""

    assignment: Assignment
    held: Held | None
    scores: tuple[ScoreGoing, ...] = ()


class Going:
    """What goes of one class in one term."""

    def __init__(self, school_class: SchoolClass, term: Term, pairing: ClassPairing | None = None) -> None:
        self.school_class, self.term = school_class, term
        self.loaded: LoadedClass = cached_class(school_class)
        plan = self.loaded.plan
        self.pairing = pairing or ClassPairing(school_class, plan.terms, plan.categories)
        self.sends_work = sending_of(school_class.school_id).sends_work

    @cached_property
    def there(self) -> Part | None:
        """The class at the register."""
        pair = self.pairing.of_class
        return self.pairing.lists.classes.get(pair.there) if pair.holds else None

    @cached_property
    def session(self) -> Part | None:
        """The term at the register."""
        pair = self.pairing.of_terms[self.term.pk]
        return self.pairing.lists.sessions.get(pair.there) if pair.holds else None

    @property
    def place(self) -> Place:
        """Where it goes."""
        return Place(self.there is not None, self.session is not None, self.session.days if self.session else None)

    @property
    def numbers(self) -> Mapping[str, str]:
        """The identifiers of the class's students at the register, by their numbers."""
        found: Mapping[str, str] = self.there.details["students"] if self.there is not None else {}
        return found

    def elsewhere(self, student: Student) -> str:
        """In which of the register's classes a student is who is not in this one; of those that are sections of its course."""
        course = self.there.details.get("course") if self.there is not None else ""
        return next(
            (
                each.title
                for each in self.pairing.lists.classes.values()
                if student.number in each.details["students"] and each.details.get("course") == course and course
            ),
            "",
        )

    @cached_property
    def grades(self) -> list[GradeGoing]:
        """The grades of everybody in the class, by name."""
        kept = written(self.school_class, self.term)
        standing = grades_of(self.loaded, self.term)
        found = []
        for student in self.loaded.plan.students:
            now = standing[student.pk]
            posted = kept.in_force(student.pk)
            has_changed = posted is not None and state_of(now, student.pk, kept) == "changed"
            elsewhere = "" if student.number in self.numbers else self.elsewhere(student)
            known = posted is None or not posted.mark or self.pairing.mark_there(posted.mark) is not None
            facts = Grade(
                is_there=student.number in self.numbers,
                is_elsewhere=bool(elsewhere),
                is_posted=posted is not None,
                is_kept_back=student.pk in kept.kept_back,
                has_changed=has_changed,
                mark_known=known,
            )
            held = grade_held(self.place, facts)
            detail = (
                elsewhere
                if held is Held.STUDENT_ELSEWHERE
                else posted.mark
                if posted and held is Held.MARK_UNKNOWN
                else ""
            )
            found.append(
                GradeGoing(student, posted, held, _moved(posted, now) if has_changed and posted else "", detail)
            )
        return found

    @cached_property
    def works(self) -> list[WorkGoing]:
        """The term's assignments in their order; none where the school does not send them."""
        if not self.sends_work or self.term.is_made_of_terms:
            return []
        mine = [each for each in self.loaded.plan.assignments if each.term_id == self.term.pk]
        return [self._work(each) for each in mine]

    def _work(self, assignment: Assignment) -> WorkGoing:
        pair = self.pairing.of_categories.get(assignment.category_id or 0)
        facts = Work(
            is_shown=assignment.pk in self.loaded.shown,
            has_category=assignment.category_id is not None and not is_apart(self.loaded, assignment),
            category_paired=pair is not None and pair.holds,
            due_on=assignment.due_on,
            has_points=assignment.points > 0,
            is_extra=assignment.extra,
        )
        held = work_held(self.place, facts)
        return WorkGoing(assignment, held, () if held else tuple(self._scores(assignment)))

    def _scores(self, assignment: Assignment) -> Iterator[ScoreGoing]:
        book = self.loaded.book
        codes = {each.code: each for each in book.codes}
        rules = self.loaded.gradebook.rules(str(self.term.pk))
        work = next(each for each in book.assignments if each.id == str(assignment.pk))
        for student in self.loaded.plan.students:
            if student.number not in self.numbers:
                continue
            key = str(student.pk)
            says = sent(work, rules, codes, book.scores.get(key, {}).get(work.id), key)
            if says is None:
                continue
            row = self.loaded.rows.get((student.pk, assignment.pk))
            flag = row.flag if row is not None else ""
            yield ScoreGoing(
                student, says, flag == "late", flag == "incomplete", row.comment if row is not None else ""
            )
