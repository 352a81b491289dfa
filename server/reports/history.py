"""How a student's report came about."""

from school.models import SchoolClass, Student, Term

from reports import commenting
from reports.desk_schemas import HistoryOut, PostingEventOut
from reports.models import PostedGrade
from reports.report import posted_out, withdrawn_out


def history_of(school_class: SchoolClass, student: Student, term: Term) -> HistoryOut:
    """The comment at each go and every posting of a term, the newest first."""
    grades = (
        PostedGrade.objects.filter(posting__school_class=school_class, posting__term=term, student=student)
        .select_related("posting__person", "posting__school_class__school", "withdrawal__person")
        .order_by("-id")
    )
    return HistoryOut(
        comments=commenting.history_of(school_class, student, term),
        postings=[
            PostingEventOut(
                posted=posted_out(each),
                withdrawn=withdrawn_out(each),
                ground_rules=each.posting.ground_rules,
                working=each.working,
            )
            for each in grades
        ],
    )
