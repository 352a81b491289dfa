"""Posting: grades are kept as they were at that moment, and families see them."""

import uuid
from collections.abc import Collection

from django.db import IntegrityError, transaction
from gradecore.numbers import rational_text
from school.models import Person, ReportingWindow, SchoolClass, Term
from school.refusal import Refused
from scores.book import LoadedClass, load_class
from scores.explaining import explained
from scores.grid import grade

from reports.models import PostedGrade, Posting
from reports.report import report_rows, state_of, window_is_open


def post(
    school_class: SchoolClass, person: Person, term: Term, request: uuid.UUID, students: Collection[int], term_name: str
) -> int:
    """Post students' grades for a term, in one transaction, and once however often it is asked for.

    Gives how many were posted. Raises Refused where the term is not the one being posted and its name was not typed,
    or where a student has no grade.
    """
    try:
        with transaction.atomic():
            # Whoever posts for this class at the same time waits here.
            SchoolClass.objects.select_for_update().get(pk=school_class.pk)
            known = Posting.objects.filter(request=request, school_class=school_class).first()
            if known is not None:
                return known.grades.count()
            return _post(load_class(school_class), person, term, request, students, term_name)
    except IntegrityError:
        raise Refused("This posting was already made elsewhere. Look at the list as it is now.") from None


def _post(
    loaded: LoadedClass, person: Person, term: Term, request: uuid.UUID, students: Collection[int], term_name: str
) -> int:
    window = ReportingWindow.objects.filter(term=term).first()
    if not window_is_open(loaded, window) and term_name.strip().casefold() != term.name.casefold():
        raise Refused(f"{term.name} is not being posted now. Type its name to post to it all the same.", "term_name")
    chosen = [each for each in loaded.plan.students if each.pk in set(students)]
    if not chosen:
        raise Refused("Nobody is chosen. Choose whose grades are posted.", "students")
    kept = report_rows(loaded, term)
    name = str(term.pk)
    posting = Posting.objects.create(
        request=request,
        school_class=loaded.plan.school_class,
        term=term,
        person=person,
        at=loaded.plan.school_class.school.now(),
    )
    grades = []
    for student in chosen:
        result = loaded.gradebook.result(str(student.pk), name)
        shown = grade(loaded.gradebook, result, name)
        comment = kept.comments.get(student.pk)
        if state_of(shown, comment, None) == "no_grade":
            raise Refused(
                f"{student} has no grade in {term.name} yet. Leave them out, or enter a score or an override.",
                "students",
            )
        grades.append(
            PostedGrade(
                posting=posting,
                student=student,
                percent=rational_text(result.final_percent) or "",
                percent_shown=shown.percent or "",
                mark=shown.mark or "",
                comment=comment.text if comment else "",
                working=explained(loaded, loaded.gradebook, student, term).model_dump(mode="json"),
            )
        )
    PostedGrade.objects.bulk_create(grades)
    return len(grades)
