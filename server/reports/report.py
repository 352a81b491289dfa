"""The report of a class: each student's grade, comment and state in a term."""

from dataclasses import dataclass

from gradecore.numbers import decimal_text
from plans.loading import fraction
from school.models import ReportingWindow, Term
from scores.book import LoadedClass
from scores.grid import grade, rows
from scores.models import Override
from scores.schemas import GradeOut, RowOut

from reports.models import Comment, PostedGrade
from reports.schemas import OverrideOut, PostedOut, ReportOut, ReportRow, State


@dataclass(frozen=True)
class ReportRows:
    """What a report is made of: the rows of the term's grid with comments and what was posted."""

    comments: dict[int, Comment]
    posted: dict[int, PostedGrade]


def latest_posted(loaded: LoadedClass, term: Term) -> dict[int, PostedGrade]:
    """Each student's grade in force as posted for a term."""
    grades = PostedGrade.objects.filter(posting__school_class=loaded.plan.school_class, posting__term=term)
    return {each.student_id: each for each in grades.select_related("posting__person").order_by("id")}


def report_rows(loaded: LoadedClass, term: Term) -> ReportRows:
    """Comments and postings of a term."""
    comments = Comment.objects.filter(school_class=loaded.plan.school_class, term=term)
    return ReportRows({each.student_id: each for each in comments}, latest_posted(loaded, term))


def state_of(grade: GradeOut, comment: Comment | None, posted: PostedGrade | None) -> State:
    """How far a student's report is."""
    text = comment.text if comment else ""
    if posted is not None:
        now = (grade.mark or "", grade.percent or "", text)
        return "posted" if now == (posted.mark, posted.percent_shown, posted.comment) else "changed"
    if grade.mark is None and grade.percent is None:
        return "no_grade"
    if not text.strip():
        return "no_comment"
    return "ready" if comment is not None and comment.is_ready else "being_written"


def report(loaded: LoadedClass, term: Term) -> ReportOut:
    """The report of a term."""
    kept = report_rows(loaded, term)
    before = term_before(loaded, term)
    before_posted = latest_posted(loaded, before) if before else {}
    overrides = {
        each.student_id: each
        for each in Override.objects.filter(school_class=loaded.plan.school_class, term=term).select_related(
            "changed_by"
        )
    }
    window = ReportingWindow.objects.filter(term=term).first()
    students = {each.pk: each for each in loaded.plan.students}
    last = max(kept.posted.values(), key=lambda each: each.pk, default=None)
    found = []
    for row in rows(loaded, term, loaded.plan.roster):
        comment, posted = kept.comments.get(row.student_id), kept.posted.get(row.student_id)
        override = overrides.get(row.student_id)
        earlier = before_posted.get(row.student_id)
        found.append(
            ReportRow(
                student_id=row.student_id,
                given_name=row.given_name,
                family_name=row.family_name,
                number=row.number,
                pronouns=students[row.student_id].pronouns,
                before=_before(loaded, row, before, earlier),
                grade=row.grade,
                override=_override(override) if override else None,
                comment=comment.text if comment else "",
                comment_version=comment.version if comment else 0,
                is_ready=bool(comment and comment.is_ready),
                state=state_of(row.grade, comment, posted),
                posted=posted_out(posted) if posted else None,
            )
        )
    return ReportOut(
        term_id=term.pk, term=term.name, before_term=before.name if before else None,
        window_is_open=window_is_open(loaded, window), window_words=_window_words(window),
        comment_limit=window.comment_limit if window else 600,
        marks=[band.mark for band in reversed(loaded.gradebook.marks.bands)], rows=found,
        last_posting=f"{last.posting.person}, {last.posting.at:%a %-d %b %H:%M}" if last else None,
    )  # fmt: skip


def term_before(loaded: LoadedClass, term: Term) -> Term | None:
    """The term of the same kind before this one."""
    earlier = [each for each in loaded.plan.terms if each.kind == term.kind and each.starts < term.starts]
    return earlier[-1] if earlier else None


def _before(loaded: LoadedClass, row: RowOut, before: Term | None, posted: PostedGrade | None) -> str | None:
    """The mark in the term before: as posted, or as it stands where it was not."""
    if before is None:
        return None
    if posted is not None:
        return posted.mark
    name = str(before.pk)
    return grade(loaded.gradebook, loaded.gradebook.result(str(row.student_id), name), name).mark


def window_is_open(loaded: LoadedClass, window: ReportingWindow | None) -> bool:
    """Whether grades are being posted today."""
    return window is not None and window.opens <= loaded.plan.school_class.school.today() <= window.closes


def _window_words(window: ReportingWindow | None) -> str:
    if window is None:
        return "no reporting window is set"
    return f"posting from {window.opens:%a %-d %b} until {window.closes:%a %-d %b}"


def _override(override: Override) -> OverrideOut:
    percent = fraction(override.percent)
    return OverrideOut(
        percent=None if percent is None else decimal_text(percent), mark=override.mark or None,
        reason=override.reason, who=str(override.changed_by),
    )  # fmt: skip


def posted_out(posted: PostedGrade) -> PostedOut:
    """A grade as it was posted."""
    return PostedOut(
        percent=posted.percent_shown or None, mark=posted.mark or None, comment=posted.comment,
        who=str(posted.posting.person), at=posted.posting.at,
    )  # fmt: skip
