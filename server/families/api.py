"""The family page over HTTP."""

from typing import Any

from django.db.models import Q
from exchange.download import as_file
from plans.handouts import download
from plans.models import Assignment
from reports.card_schemas import CardOut
from reports.printing import as_pdf, card_pages
from school.access import Asking, PermittedRouter
from scores.book import load_class, student_of, term_of
from scores.permissions import SEE_SCORES

from families.page import class_through_family_eyes, family_page, report_card
from families.permissions import SEE_FAMILY_PAGE
from families.schemas import FamilyClassOut, FamilyOut

router = PermittedRouter(tags=["families"])


@router.get("/families/{student_id}", permission=SEE_FAMILY_PAGE, response=FamilyOut)
def page(request: Asking, student_id: int, term: int | None = None) -> Any:
    """What a student, or their guardian, sees."""
    return family_page(request.student, term)


@router.get("/families/{student_id}/card", permission=SEE_FAMILY_PAGE, response=CardOut)
def card(request: Asking, student_id: int, term: int) -> Any:
    """The student's report card for a term, as far as it is shown to the family."""
    return report_card(request.student, term)


@router.get("/families/{student_id}/card.pdf", permission=SEE_FAMILY_PAGE)
def printed_card(request: Asking, student_id: int, term: int) -> Any:
    """The same card on paper, in the school's design."""
    found, school = report_card(request.student, term), request.student.school
    content = as_pdf([card_pages(found, school.card_design, school.paper)], f"{found.student}, {found.term}")
    return as_file(content, f"{found.student}, {found.term}.pdf")


@router.get("/classes/{class_id}/students/{student}/family", permission=SEE_SCORES, response=FamilyClassOut)
def through_family_eyes(request: Asking, class_id: int, student: int, term: int | None = None) -> Any:
    """What a student's family sees of the class, for its teachers."""
    loaded = load_class(request.school_class)
    return class_through_family_eyes(loaded, student_of(loaded, student), term_of(loaded, term))


@router.get("/families/{student_id}/files/{assignment}", permission=SEE_FAMILY_PAGE)
def file(request: Asking, student_id: int, assignment: int) -> Any:
    """The file that goes with work that the student is given."""
    given = Q(for_everyone=True) | Q(chosen_students=request.student)
    stays = Q(ends=None) | Q(ends__gte=request.student.school.today())
    classes = request.student.enrolments.filter(stays).values("school_class")
    return download(Assignment.objects.filter(given, pk=assignment, school_class__in=classes).first())
