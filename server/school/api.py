"""Whether the server answers, the demo's people, and undoing, over HTTP."""

from typing import Any

from django.db import connection

from school import acts
from school.access import Asking, PermittedRouter
from school.demo_people import demo_people
from school.permissions import ANYBODY, UNDO
from school.schemas import DemoPerson, HealthOut, UndoneOut

router = PermittedRouter(tags=["school"])


@router.get("/health", permission=ANYBODY, response=HealthOut)
def health(request: Asking) -> Any:
    """Whether the server and its database answer."""
    with connection.cursor() as cursor:
        # A connection that is there says nothing of the database behind it.
        cursor.execute("SELECT 1")
    return HealthOut(ok=True)


@router.get("/demo-people", permission=ANYBODY, response=list[DemoPerson])
def list_demo_people(request: Asking) -> Any:
    """Whom one can be in the demo; nobody in a real installation."""
    return demo_people()


@router.post("/classes/{class_id}/undo", permission=UNDO, response=UndoneOut)
def undo(request: Asking, class_id: int) -> Any:
    """Take back one's last change in a class."""
    return acts.undo(request.school_class, request.user)


@router.post("/classes/{class_id}/redo", permission=UNDO, response=UndoneOut)
def redo(request: Asking, class_id: int) -> Any:
    """Do again what was last undone."""
    return acts.redo(request.school_class, request.user)
