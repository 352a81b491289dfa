"""Standards over HTTP."""

from typing import Any

from django.http import HttpResponse
from school.access import Asking, PermittedRouter
from scores.book import load_class, student_of, term_of
from scores.class_cache import cached_answer, cached_class
from scores.permissions import SEE_SCORES

from standards.by_standard import ClassByStandard
from standards.permissions import SET_LEVELS
from standards.schemas import ByStandardOut, LevelsIn, LevelsSetOut, LevelWorkingOut
from standards.setting import set_levels

router = PermittedRouter(tags=["standards"])


@router.get("/classes/{class_id}/by-standard", permission=SEE_SCORES, response=ByStandardOut)
def by_standard(request: Asking, class_id: int, term: int | None = None) -> Any:
    """The class as students by standards."""
    teaching = request.school_class.teaching_of(request.user)
    has_aliases = bool(teaching and teaching.view.get("hasAliases"))
    answer = cached_answer(
        request.school_class,
        ("by standard", term, has_aliases),
        lambda loaded: (
            ClassByStandard(loaded, term_of(loaded, term))
            .table()
            .model_copy(update={"has_aliases": has_aliases})
            .model_dump_json()
        ),
    )
    return HttpResponse(answer, content_type="application/json")


@router.patch("/classes/{class_id}/by-standard", permission=SET_LEVELS, response=LevelsSetOut)
def put_levels(request: Asking, class_id: int, body: LevelsIn) -> Any:
    """Set levels by hand, or take that back."""
    return LevelsSetOut(changed=set_levels(load_class(request.school_class), request.user, body.entries))


@router.get("/classes/{class_id}/by-standard/{student}", permission=SEE_SCORES, response=LevelWorkingOut)
def level(request: Asking, class_id: int, student: int, standard: str, term: int | None = None) -> Any:
    """How a student stands in one standard, with everything behind it."""
    loaded = cached_class(request.school_class)
    return ClassByStandard(loaded, term_of(loaded, term)).working(student_of(loaded, student), standard)
