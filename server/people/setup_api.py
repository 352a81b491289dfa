"""Setting up an empty installation, over HTTP: asked for with the code that the terminal printed."""

import secrets
from typing import Any
from zoneinfo import available_timezones

from accounts.signing_in import begin
from django.conf import settings
from django.http import HttpResponse
from school.access import Asking, PermittedRouter
from school.models import School
from school.permissions import ANYBODY
from school.refusal import NotYours, Refused
from school.schemas import SessionOut
from school.session import session_of
from school.texts import bare_code

from people.setting_up import DIVISIONS, Beginning, Officer, begin_school
from people.setup_schemas import DivisionOut, SetupIn, SetupOut

router = PermittedRouter(tags=["people"])


_NO_PLACE = ("Etc/", "posix/", "right/")
"""How zones begin that are not named after a place."""


def _is_open() -> bool:
    return bool(settings.SETUP_CODE) and not settings.DEMO and not School.objects.exists()


@router.get("/setup", permission=ANYBODY, response=SetupOut)
def see_setup(request: Asking) -> Any:
    """What setting up asks for."""
    return SetupOut(
        is_open=_is_open(),
        divisions=[DivisionOut(name=name, words=each.words) for name, each in DIVISIONS.items()],
        time_zones=[
            "UTC",
            *sorted(each for each in available_timezones() if "/" in each and not each.startswith(_NO_PLACE)),
        ],
    )


@router.post("/setup", permission=ANYBODY, response=SessionOut)
def set_up(request: Asking, response: HttpResponse, body: SetupIn) -> Any:
    """Make the first school with its officer, who is signed in then."""
    if not _is_open():
        raise NotYours
    if not secrets.compare_digest(bare_code(body.code), bare_code(settings.SETUP_CODE)):
        raise Refused("This is not the code that the terminal printed. Look at both.", "code")
    officer = Officer(body.given_name, body.family_name, body.email, body.sign_in)
    beginning = Beginning(
        body.name, body.address, body.time_zone, body.year, body.starts, body.ends, body.division, officer
    )
    _, person = begin_school(beginning, body.password)
    begin(request, response, person)
    return session_of(request)
