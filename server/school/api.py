"""Signing in, who one is, and undoing, over HTTP."""

from typing import Any

from django.contrib.auth import logout
from django.db import connection
from django.http import HttpResponse
from django.middleware.csrf import get_token
from ninja import Status

from school import acts
from school.access import Asking, PermittedRouter
from school.demo_people import demo_people
from school.permissions import ANYBODY, SEE_OWN, UNDO
from school.schemas import DemoPerson, HealthOut, SchoolChosen, SessionOut, SignIn, UndoneOut
from school.signing_in import choose_school, know_browser, session_of, sign_in

router = PermittedRouter(tags=["school"])


@router.get("/health", permission=ANYBODY, response=HealthOut)
def health(request: Asking) -> Any:
    """Whether the server and its database answer."""
    with connection.cursor() as cursor:
        # A connection that is there says nothing of the database behind it.
        cursor.execute("SELECT 1")
    return HealthOut(ok=True)


@router.get("/session", permission=ANYBODY, response=SessionOut)
def session(request: Asking) -> Any:
    """Who is signed in; also hands out the token that changes need."""
    get_token(request)
    return session_of(request)


@router.post("/session", permission=ANYBODY, response=SessionOut)
def start_session(request: Asking, response: HttpResponse, body: SignIn) -> Any:
    """Sign in."""
    person = sign_in(request, body.sign_in, body.password)
    know_browser(request, response, person)
    return session_of(request)


@router.put("/session/school", permission=SEE_OWN, response=SessionOut)
def look_at_school(request: Asking, body: SchoolChosen) -> Any:
    """Look at another of one's schools."""
    choose_school(request, body.school)
    return session_of(request)


@router.delete("/session", permission=SEE_OWN, response={204: None})
def end_session(request: Asking) -> Any:
    """Sign out."""
    logout(request)
    return Status(204, None)


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
