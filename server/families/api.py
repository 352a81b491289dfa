"""The family page over HTTP."""

from typing import Any

from django.db.models import Q
from plans.handouts import download
from plans.models import Assignment
from school.access import Asking, PermittedRouter

from families.page import family_page
from families.permissions import SEE_FAMILY_PAGE
from families.schemas import FamilyOut

router = PermittedRouter(tags=["families"])


@router.get("/families/{student_id}", permission=SEE_FAMILY_PAGE, response=FamilyOut)
def page(request: Asking, student_id: int, term: int | None = None) -> Any:
    """What a student, or their guardian, sees."""
    return family_page(request.student, term)


@router.get("/families/{student_id}/files/{assignment}", permission=SEE_FAMILY_PAGE)
def file(request: Asking, student_id: int, assignment: int) -> Any:
    """The file that goes with work that the student is given."""
    given = Q(for_everyone=True) | Q(chosen_students=request.student)
    theirs = Assignment.objects.filter(given, pk=assignment, school_class__enrolments__student=request.student)
    return download(theirs.first())
