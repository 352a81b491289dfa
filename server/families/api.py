"""The family page over HTTP."""

from typing import Any

from school.access import Asking, PermittedRouter

from families.page import family_page
from families.permissions import SEE_FAMILY_PAGE
from families.schemas import FamilyOut

router = PermittedRouter(tags=["families"])


@router.get("/families/{student_id}", permission=SEE_FAMILY_PAGE, response=FamilyOut)
def page(request: Asking, student_id: int, term: int | None = None) -> Any:
    """What a student, or their guardian, sees."""
    return family_page(request.student, term)
