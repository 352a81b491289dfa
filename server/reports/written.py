"""What was written for a term beside the computed grades, and how far each student's report is."""

from dataclasses import dataclass

from school import windows
from school.models import ReportingWindow, SchoolClass, Term
from scores.models import Override

from reports import posted
from reports.models import Comment, Effort, KeptBack, PostedGrade
from reports.schemas import ReportGrade, State


@dataclass(frozen=True)
class Written:
    """What was written for a term beside the computed grades, and what was posted, by student."""

    window: ReportingWindow | None
    comments: dict[int, Comment]
    efforts: dict[int, str]
    overrides: dict[int, Override]
    posted: dict[int, PostedGrade]
    kept_back: set[int]

    def in_force(self, student: int) -> PostedGrade | None:
        """The posted grade that holds."""
        found = self.posted.get(student)
        return None if found is None or posted.is_withdrawn(found) else found


def written(school_class: SchoolClass, term: Term) -> Written:
    """What was written and posted for a term."""
    place = {"school_class": school_class, "term": term}
    return Written(
        windows.window_of(term),
        {each.student_id: each for each in Comment.objects.filter(**place)},
        dict(Effort.objects.filter(**place).values_list("student_id", "word")),
        {
            each.student_id: each
            for each in Override.objects.filter(**place).select_related("changed_by", "school_class__school")
        },
        posted.of_term(school_class, term),
        set(KeptBack.objects.filter(**place).values_list("student_id", flat=True)),
    )


def lacks_grade(grade: ReportGrade) -> bool:
    """Whether there is nothing to post: neither a grade nor, where they stand alone, a level."""
    return grade.mark is None and grade.percent is None and not (grade.levels_alone and grade.levels)


def state_of(grade: ReportGrade, student: int, kept: Written) -> State:
    """How far a student's report is."""
    comment, in_force = kept.comments.get(student), kept.in_force(student)
    text, narrative, by_standard = (comment.text, comment.narrative, comment.by_standard) if comment else ("", "", {})
    if in_force is not None:
        # What was posted before levels were kept with it is not changed by them.
        levels = grade.levels if in_force.levels else {}
        now = (
            grade.mark or "",
            grade.percent or "",
            text,
            narrative,
            by_standard,
            kept.efforts.get(student, ""),
            levels,
        )
        was = (
            in_force.mark,
            in_force.percent_shown,
            in_force.comment,
            in_force.narrative,
            in_force.by_standard,
            in_force.effort,
            in_force.levels,
        )
        return "posted" if now == was else "changed"
    if lacks_grade(grade):
        return "no_grade"
    if "comment" not in windows.collected(kept.window):
        return "ready"
    if not text.strip() and not by_standard:
        return "no_comment"
    return "ready" if comment is not None and comment.is_ready else "being_written"
