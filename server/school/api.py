"""Whether the server answers, the demo's people, and undoing, over HTTP."""

from typing import Any

from django.db import connection

from school import acts
from school.access import Asking, PermittedRouter
from school.demo_people import demo_people
from school.own_classes import OwnClass, arrange, own_classes
from school.permissions import ANYBODY, SEE_OWN, UNDO
from school.schemas import DemoPerson, HealthOut, OwnClassesIn, OwnClassOut, UndoneOut
from school.session import chosen_school

router = PermittedRouter(tags=["school"])


@router.get("/health", permission=ANYBODY, response=HealthOut)
def health(request: Asking) -> Any:
    """Whether the server and its database answer."""
    with connection.cursor() as cursor:
        # A connection that is there says nothing of the database behind it.
        cursor.execute("SELECT 1")
    return HealthOut(ok=True)


@router.get("/own-classes", permission=SEE_OWN, response=list[OwnClassOut])
def see_own_classes(request: Asking) -> Any:
    """The classes that one teaches, in one's own order, with how one looks at them."""
    found = []
    for each in own_classes(request.user, chosen_school(request)):
        teaching = each.teaching_of(request.user)
        if teaching is not None:
            found.append(
                OwnClassOut(
                    id=each.pk, name=str(each), own_name=teaching.own_name, shows_percent=teaching.shows_percent
                )
            )
    return found


@router.put("/own-classes", permission=SEE_OWN, response=list[OwnClassOut])
def arrange_own_classes(request: Asking, body: OwnClassesIn) -> Any:
    """Put one's classes in another order, call them otherwise, or show less of them. Nobody else sees it."""
    given = [OwnClass(each.id, each.own_name, each.shows_percent) for each in body.classes]
    arrange(request.user, chosen_school(request), given)
    return see_own_classes(request)


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
