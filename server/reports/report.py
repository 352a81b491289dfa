"""The report of a class: each student's grade, comment and state in a term."""

from gradecore.numbers import decimal_text
from plans.loading import fraction
from plans.models import Draft
from school import windows
from school.calendar import local
from school.models import CommentsBy, Person, SchoolClass, Student, Term
from scores.book import LoadedClass
from scores.class_cache import cached_answer
from scores.grid import grade, namesakes_of
from scores.grid_schemas import GradeOut
from scores.models import Override

from reports import posted
from reports.checks import checks_of, standards_of
from reports.levels import all_marks, in_columns, term_levels
from reports.models import PostedGrade
from reports.schemas import (
    OutsideMarkOut,
    OverrideOut,
    PostedOut,
    ReportCheckOut,
    ReportGrade,
    ReportOut,
    ReportRow,
    WithdrawnOut,
)
from reports.written import state_of, written


def report(school_class: SchoolClass, term: Term, person: Person) -> str:
    """The report of a term, as somebody who teaches the class sees it: a ReportOut in JSON, kept with the class."""
    window, today = windows.window_of(term), school_class.school.today()
    # Opened again it may be for some of its teachers alone.
    is_closed = window is not None and today > window.closes and not windows.is_reopened(window, person, today)
    words = windows.words_of(window, person, today)
    return cached_answer(
        school_class,
        ("report", term.pk, school_class.revision.posted, is_closed, words),
        lambda loaded: _Report(loaded, term).out(words, is_closed=is_closed).model_dump_json(),
    )


class _Report:
    def __init__(self, loaded: LoadedClass, term: Term) -> None:
        self.loaded, self.term = loaded, term
        self.school = loaded.plan.school_class.school
        self.today = self.school.today()
        self.kept = written(loaded.plan.school_class, term)
        self.window = self.kept.window
        self.before = term_before(loaded, term)
        self.before_posted = posted.of_term(loaded.plan.school_class, self.before) if self.before else {}
        self.parts = [each for each in loaded.plan.terms if each.within_id == term.pk]
        self.grades = grades_of(loaded, term)

    def out(self, window_words: str, *, is_closed: bool) -> ReportOut:
        term, window, today = self.term, self.window, self.today
        names = namesakes_of(self.loaded.plan.roster)
        checks = checks_of(self.loaded, term, self.kept, self.grades)
        last = max(posted.in_force(self.kept.posted.values()), key=lambda each: each.pk, default=None)
        return ReportOut(
            term_id=term.pk,
            term=term.name,
            before_term=self.before.name if self.before else None,
            parts=[each.name for each in self.parts],
            window_is_open=windows.is_open(window, today),
            is_closed=is_closed,
            window_words=window_words,
            families_words=windows.families_words(window, today),
            comment_limit=windows.comment_limit(window),
            standards=self._standards(),
            collects=windows.collected(window),
            levels=all_marks(self.loaded)[::-1],
            level_columns=in_columns(self.loaded, term),
            levels_alone=self.loaded.gradebook.rules(str(term.pk)).levels_alone,
            marks=[band.mark for band in reversed(self.loaded.gradebook.marks.bands)],
            outside_marks=[OutsideMarkOut(mark=mark, name=name) for mark, name in self.school.outside_marks],
            efforts=self.school.efforts,
            rows=[
                self._row(each, each.number if (each.given_name, each.family_name) in names else None, checks[each.pk])
                for each in self.loaded.plan.students
            ],
            has_draft=Draft.objects.filter(school_class=self.loaded.plan.school_class).exists(),
            last_posting=f"{last.posting.person}, {local(self.school, last.posting.at):%a %-d %b %H:%M}"
            if last
            else None,
        )

    def _standards(self) -> list[str]:
        """What comments are written on beside the subject."""
        by_standard = self.window is not None and self.window.comments_by == CommentsBy.STANDARD
        return standards_of(self.loaded, self.term) if by_standard else []

    def _row(self, student: Student, number: str | None, checks: list[ReportCheckOut]) -> ReportRow:
        kept = self.kept
        comment, override = kept.comments.get(student.pk), kept.overrides.get(student.pk)
        last, in_force = kept.posted.get(student.pk), kept.in_force(student.pk)
        return ReportRow(
            student_id=student.pk,
            given_name=student.given_name,
            family_name=student.family_name,
            number=number,
            pronouns=student.pronouns,
            before=self._before(student),
            parts=[_both(grade_of(self.loaded, student, each)) for each in self.parts],
            grade=self.grades[student.pk],
            override=_override(override) if override else None,
            effort=kept.efforts.get(student.pk, ""),
            comment=comment.text if comment else "",
            comment_version=comment.version if comment else 0,
            has_narrative=bool(comment and comment.narrative),
            is_ready=bool(comment and comment.is_ready),
            state=state_of(self.grades[student.pk], student.pk, kept),
            checks=checks,
            posted=posted_out(in_force) if in_force else None,
            withdrawn=withdrawn_out(last),
            families=self._families(student, in_force),
            is_kept_back=student.pk in kept.kept_back,
        )

    def _before(self, student: Student) -> str | None:
        """The mark in the term before: as posted, or as it stands where it was not."""
        if self.before is None:
            return None
        kept = self.before_posted.get(student.pk)
        if kept is not None and not posted.is_withdrawn(kept):
            return kept.mark
        return grade_of(self.loaded, student, self.before).mark

    def _families(self, student: Student, in_force: PostedGrade | None) -> str:
        """Whether the family sees what was posted, in words; empty where nothing is."""
        if in_force is None:
            return ""
        if student.pk in self.kept.kept_back:
            return "kept from the family"
        if self.window is not None and self.window.families_wait(self.today):
            return f"the family sees it {windows.families_words(self.window, self.today)}"
        return "the family sees it"


def grade_of(loaded: LoadedClass, student: Student, term: Term) -> GradeOut:
    """A student's grade in a term as it stands."""
    name = str(term.pk)
    return grade(loaded.gradebook, loaded.gradebook.result(str(student.pk), name), name)


def grades_of(loaded: LoadedClass, term: Term) -> dict[int, ReportGrade]:
    """Everybody's grade in a term as it stands, with the levels that are reported."""
    levels = term_levels(loaded, term) if loaded.book.standards else {}
    levels_alone = loaded.gradebook.rules(str(term.pk)).levels_alone
    return {
        each.pk: ReportGrade(
            **grade_of(loaded, each, term).model_dump(), levels=levels.get(each.pk, {}), levels_alone=levels_alone
        )
        for each in loaded.plan.students
    }


def term_before(loaded: LoadedClass, term: Term) -> Term | None:
    """The term of the same kind before this one."""
    earlier = [each for each in loaded.plan.terms if each.kind == term.kind and each.starts < term.starts]
    return earlier[-1] if earlier else None


def _both(shown: GradeOut) -> str:
    return " ".join(each for each in (shown.percent, shown.mark) if each)


def _override(override: Override) -> OverrideOut:
    percent = fraction(override.percent)
    return OverrideOut(
        percent=None if percent is None else decimal_text(percent),
        mark=override.mark or None,
        reason=override.reason,
        who=str(override.changed_by),
        at=local(override.school_class.school, override.changed_at),
    )


def posted_out(kept: PostedGrade) -> PostedOut:
    """A grade as it was posted."""
    return PostedOut(
        id=kept.pk,
        percent=kept.percent_shown or None,
        mark=kept.mark or None,
        effort=kept.effort,
        comment=kept.comment,
        narrative=kept.narrative,
        by_standard=kept.by_standard,
        who=str(kept.posting.person),
        at=local(kept.posting.school_class.school, kept.posting.at),
    )


def withdrawn_out(last: PostedGrade | None) -> WithdrawnOut | None:
    """That a posted grade was taken back; None where it was not."""
    if last is None or not posted.is_withdrawn(last):
        return None
    return WithdrawnOut(
        who=str(last.withdrawal.person),
        at=local(last.posting.school_class.school, last.withdrawal.at),
        reason=last.withdrawal.reason,
    )
