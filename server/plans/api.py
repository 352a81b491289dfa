"""The plan over HTTP."""

from typing import Any, Literal

from ninja import Status
from school.access import Asking, PermittedRouter
from school.refusal import NotYours

from plans import beginning, drafting, editing
from plans.permissions import CHANGE_PLAN
from plans.schemas import (
    AppliedOut,
    AssignmentIn,
    CategoryIn,
    CountOut,
    MadeOut,
    OrderIn,
    RulesIn,
    SourceOut,
    TakeOverIn,
    TextIn,
)

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


@router.patch("/classes/{class_id}/rules", permission=CHANGE_PLAN, response={204: None})
def change_rules(request: Asking, class_id: int, body: RulesIn) -> Any:
    """Change ground rules."""
    given = {name: value for name, value in body.model_dump(exclude_unset=True).items() if value is not None}
    editing.change_rules(request.school_class, request.user, given)
    return Status(204, None)


@router.post("/classes/{class_id}/draft/apply", permission=CHANGE_PLAN, response=AppliedOut)
def apply_draft(request: Asking, class_id: int) -> Any:
    """Put the draft in force."""
    return AppliedOut(kept=editing.apply_draft(request.school_class, request.user))


@router.delete("/classes/{class_id}/draft", permission=CHANGE_PLAN, response={204: None})
def throw_draft_away(request: Asking, class_id: int) -> Any:
    """Throw the draft away; nothing of it was in force."""
    drafting.throw_away(request.school_class)
    return Status(204, None)


@router.delete("/classes/{class_id}/draft/{mark}/{field}", permission=CHANGE_PLAN, response={204: None})
def put_back(request: Asking, class_id: int, mark: str, field: str) -> Any:
    """Take one change out of the draft."""
    drafting.put_back(request.school_class, mark, field)
    return Status(204, None)


@router.post("/classes/{class_id}/plan/text", permission=CHANGE_PLAN, response=CountOut)
def begin_from_text(request: Asking, class_id: int, body: TextIn) -> Any:
    """Make categories from text."""
    return CountOut(count=beginning.begin_from_text(request.school_class, request.user, body.text))


@router.get("/classes/{class_id}/plan/sources", permission=CHANGE_PLAN, response=list[SourceOut])
def sources(request: Asking, class_id: int) -> Any:
    """The person's classes whose plan can be taken over."""
    found = beginning.classes_to_take_over(request.school_class, request.user)
    return [SourceOut(id=each.pk, name=str(each)) for each in found]


@router.post("/classes/{class_id}/plan/take-over", permission=CHANGE_PLAN, response=CountOut)
def take_over(request: Asking, class_id: int, body: TakeOverIn) -> Any:
    """Take over another of one's classes' plan."""
    known = beginning.classes_to_take_over(request.school_class, request.user)
    source = next((each for each in known if each.pk == body.source), None)
    if source is None:
        raise NotYours
    count = beginning.begin_from_class(
        request.school_class, request.user, source, with_assignments=body.with_assignments
    )
    return CountOut(count=count)
