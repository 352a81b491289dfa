"""Tools over HTTP, for officers and teachers; what the tools themselves ask is `provider`."""

from typing import Any

from django.db import transaction
from gradecore.numbers import decimal_text
from ninja import Status
from plans.assignments import change_assignment
from plans.categories import find_category
from plans.loading import fraction
from plans.schemas import CountOut
from school.access import Asking, PermittedRouter
from school.calendar import current_year, local
from school.models import OF_WHOLE_CLASS, AuditAction, SchoolClass
from school.refusal import NotYours
from scores.models import Score
from scores.texts import score_text

from tools import columns, granting
from tools.models import Tool, ToolClass, ToolColumn, ToolResult, ToolResultState
from tools.permissions import CHANGE_TOOL_COLUMNS, GRANT_TOOLS, SEE_TOOL_COLUMNS, SEE_TOOLS
from tools.schemas import (
    ClassToolOut,
    GrantedOut,
    PlacedOut,
    ToolAnswerIn,
    ToolCategoryOut,
    ToolClassesIn,
    ToolColumnOut,
    ToolIn,
    ToolPairIn,
    ToolResultOut,
    ToolsOut,
)

router = PermittedRouter(tags=["tools"])


@router.get("/schools/{school_id}/tools", permission=SEE_TOOLS, response=ToolsOut)
def see_tools(request: Asking, school_id: int) -> Any:
    """The tools that may put scores into classes of the school."""
    school = request.school
    tools = Tool.objects.filter(school=school, revoked_at=None).select_related("made_by")
    here = SchoolClass.objects.filter(year=current_year(school), archived_at=None)
    base = request.build_absolute_uri("/").rstrip("/")
    return {
        "address": base,
        "token_address": f"{base}/ims/oneroster/token",
        "classes": [{"id": each.pk, "name": str(each)} for each in here],
        "tools": [
            {
                "id": each.pk,
                "name": each.name,
                "entry_address": each.entry_address,
                "client_id": each.client_id,
                "made_by": str(each.made_by),
                "made_at": local(school, each.made_at),
                "columns": each.columns.count(),
                "classes": [
                    {"id": one.school_class_id, "name": str(one.school_class)}
                    for one in each.classes.select_related("school_class")
                ],
            }
            for each in tools.order_by("name")
        ],
    }


@router.post("/schools/{school_id}/tools", permission=GRANT_TOOLS, audit=AuditAction.ACCESS, response=GrantedOut)
def grant_tool(request: Asking, school_id: int, body: ToolIn) -> Any:
    """Let a tool write to some classes. The secret is told now and never again."""
    made = granting.grant(request.school, request.user, body.name, body.entry_address, body.classes)
    return {"id": made.tool.pk, "client_id": made.tool.client_id, "client_secret": made.secret}


@router.put("/schools/{school_id}/tools/{tool}", permission=GRANT_TOOLS, audit=AuditAction.ACCESS, response={204: None})
def set_tool_classes(request: Asking, school_id: int, tool: int, body: ToolClassesIn) -> Any:
    """Say to which classes a tool may write."""
    granting.set_classes(granting.find_tool(request.school, tool), body.classes)
    return Status(204, None)


@router.delete(
    "/schools/{school_id}/tools/{tool}", permission=GRANT_TOOLS, audit=AuditAction.ACCESS, response={204: None}
)
def revoke_tool(request: Asking, school_id: int, tool: int) -> Any:
    """Take a tool's access, at once. What it put stays."""
    granting.revoke(granting.find_tool(request.school, tool))
    return Status(204, None)


@router.get("/classes/{class_id}/tools", permission=SEE_TOOL_COLUMNS, response=list[ClassToolOut])
def see_class_tools(request: Asking, class_id: int) -> Any:
    """The tools that may write to the class, what they put there, and what of it asks."""
    mine = ToolClass.objects.filter(school_class=request.school_class).select_related("tool")
    return [_class_tool(each) for each in mine.order_by("tool__name")]


@router.put("/classes/{class_id}/tools/{tool}/category", permission=CHANGE_TOOL_COLUMNS, response=PlacedOut)
def pair_tool_category(request: Asking, class_id: int, tool: int, body: ToolPairIn) -> Any:
    """Say which category one of a tool's is: its assignments that are in none go there. Gives how many, and of how
    many that waits in the draft of the plan.
    """
    allowed = ToolClass.objects.select_related("tool__person", *OF_WHOLE_CLASS).filter(
        tool=tool, school_class=request.school_class
    )
    found = allowed.first()
    if found is None:
        raise NotYours
    category = find_category(request.school_class, body.category_id) if body.category_id is not None else None
    placed, drafted = columns.pair_category(found, request.user, body.theirs, category)
    return {"placed": placed, "drafted": drafted}


@router.post(
    "/classes/{class_id}/tool-columns/{assignment}/take-over", permission=CHANGE_TOOL_COLUMNS, response={204: None}
)
def take_over(request: Asking, class_id: int, assignment: int) -> Any:
    """Enter the scores of a tool's assignment oneself from now on; what the tool puts then asks first."""
    column = ToolColumn.objects.filter(assignment=assignment, assignment__school_class=request.school_class).first()
    if column is None:
        raise NotYours
    change_assignment(request.school_class, request.user, assignment, {"kept_in": ""})
    return Status(204, None)


@router.post("/classes/{class_id}/tool-results", permission=CHANGE_TOOL_COLUMNS, response=CountOut)
def answer_results(request: Asking, class_id: int, body: ToolAnswerIn) -> Any:
    """Take results that ask, or leave them out."""
    asking = _asking(request.school_class).filter(pk__in=body.results)
    with transaction.atomic():
        found = list(asking.order_by("pk"))
        for each in found:
            columns.answer(each, take=body.take)
    return {"count": len(found)}


def _asking(school_class: SchoolClass) -> Any:
    return ToolResult.objects.filter(
        column__assignment__school_class=school_class, column__assignment__deleted_at=None, state=ToolResultState.ASKS
    ).select_related("column__assignment__school_class__school", "column__tool__person", "student")


def _class_tool(allowed: ToolClass) -> ClassToolOut:
    tool, school_class = allowed.tool, allowed.school_class
    mine = ToolColumn.objects.filter(
        tool=tool, assignment__school_class=school_class, assignment__deleted_at=None
    ).select_related("assignment__category", "tool")
    asking = list(_asking(school_class).filter(column__tool=tool))
    scores = {
        (each.student_id, each.assignment_id): each
        for each in Score.objects.filter(assignment__in=[each.column.assignment_id for each in asking])
    }
    return ClassToolOut(
        id=tool.pk,
        name=tool.name,
        entry_address=tool.entry_address,
        columns=[
            ToolColumnOut(
                assignment_id=each.assignment_id,
                name=each.assignment.name,
                category=each.assignment.category.name if each.assignment.category else None,
                is_taken_over=each.is_taken_over,
                results=each.results.count(),
            )
            for each in mine.order_by("assignment__position")
        ],
        categories=[
            ToolCategoryOut(theirs=theirs, category_id=pk) for theirs, pk in sorted(allowed.categories.items())
        ],
        asking=[
            ToolResultOut(
                id=each.pk,
                student=str(each.student),
                work=each.column.assignment.name,
                says=_says(each),
                has=score_text(scores.get((each.student_id, each.column.assignment_id))) or "blank",
            )
            for each in asking
        ],
    )


def _says(result: ToolResult) -> str:
    """What a result says, as people read it."""
    number, code = columns.value_of(result.column.assignment, result.body)
    points = fraction(number)
    return code or (decimal_text(points) if points is not None else "blank")
