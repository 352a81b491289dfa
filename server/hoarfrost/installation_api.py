"""How the installation stands, over HTTP."""

from typing import Any

from django.db import OperationalError
from django.http import HttpResponse
from ninja import Schema
from school.access import Asking, PermittedRouter
from school.permissions import ANYBODY, SEE_SCHOOL

from hoarfrost.installation import Check, installation, ready

router = PermittedRouter(tags=["installation"])


class ReadyOut(Schema):
    """Whether each part is well, by its name."""

    ok: bool
    parts: dict[str, bool]


class InstallationPartOut(Schema):
    """Something that has to be well, and in words."""

    name: str
    is_well: bool
    words: str


@router.get("/ready", permission=ANYBODY, response={200: ReadyOut, 503: ReadyOut})
def is_ready(request: Asking) -> Any:
    """Whether everything is asked of the server can be answered in full: for a proxy or a monitor; 503 where it cannot."""
    try:
        checks = ready()
    except OperationalError:
        checks = [Check.wrong("database", "")]
    ok = all(each.is_well for each in checks)
    told = ReadyOut(ok=ok, parts={each.name: each.is_well for each in checks})
    # No problem of the request's: what is wrong is said in the same shape as what is well.
    return HttpResponse(told.model_dump_json(), status=200 if ok else 503, content_type="application/json")


@router.get("/schools/{school_id}/installation", permission=SEE_SCHOOL, response=list[InstallationPartOut])
def see_installation(request: Asking, school_id: int) -> Any:
    """What of the installation is well and what is not, in words."""
    return [
        InstallationPartOut(name=each.name, is_well=each.is_well, words=each.words)
        for each in installation(request.school)
    ]
