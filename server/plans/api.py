"""The plan over HTTP."""

from typing import Any, Literal

from ninja import Status
from school.access import Asking, PermittedRouter

from plans import editing
from plans.permissions import CHANGE_PLAN
from plans.schemas import AssignmentIn, CategoryIn, MadeOut, OrderIn

router = PermittedRouter(tags=["plan"])


def _given(body: CategoryIn | AssignmentIn) -> dict[str, Any]:
    """What was given; null means something only where a field can be empty."""
    empty = {"category_id", "due_on"}
    given = body.model_dump(exclude_unset=True, exclude={"version"})
    return {name: value for name, value in given.items() if value is not None or name in empty}


@router.post("/classes/{class_id}/categories", permission=CHANGE_PLAN, response=MadeOut)
def add_category(request: Asking, class_id: int, body: CategoryIn) -> Any:
    """Add a category."""
    return editing.add_category(request.school_class, request.user, {"name": "", **_given(body)})


@router.patch("/classes/{class_id}/categories/{category_id}", permission=CHANGE_PLAN, response=MadeOut)
def change_category(request: Asking, class_id: int, category_id: int, body: CategoryIn) -> Any:
    """Change a category."""
    return editing.change_category(request.school_class, request.user, category_id, _given(body))


@router.delete("/classes/{class_id}/categories/{category_id}", permission=CHANGE_PLAN, response={204: None})
def remove_category(request: Asking, class_id: int, category_id: int) -> Any:
    """Remove a category; its assignments stay, in none."""
    editing.remove_category(request.school_class, request.user, category_id)
    return Status(204, None)


@router.post("/classes/{class_id}/assignments", permission=CHANGE_PLAN, response=MadeOut)
def add_assignment(request: Asking, class_id: int, body: AssignmentIn) -> Any:
    """Add an assignment."""
    return editing.add_assignment(request.school_class, request.user, _given(body))


@router.patch("/classes/{class_id}/assignments/{assignment_id}", permission=CHANGE_PLAN, response=MadeOut)
def change_assignment(request: Asking, class_id: int, assignment_id: int, body: AssignmentIn) -> Any:
    """Change an assignment."""
    return editing.change_assignment(request.school_class, request.user, assignment_id, _given(body), body.version)


@router.delete("/classes/{class_id}/assignments/{assignment_id}", permission=CHANGE_PLAN, response={204: None})
def remove_assignment(request: Asking, class_id: int, assignment_id: int) -> Any:
    """Delete an assignment; undoing brings it back with its scores."""
    editing.remove_assignment(request.school_class, request.user, assignment_id)
    return Status(204, None)


@router.put("/classes/{class_id}/order/{kind}", permission=CHANGE_PLAN, response={204: None})
def order(request: Asking, class_id: int, kind: Literal["category", "assignment"], body: OrderIn) -> Any:
    """Put categories or assignments into an order."""
    editing.order(request.school_class, request.user, kind, body.ids)
    return Status(204, None)
