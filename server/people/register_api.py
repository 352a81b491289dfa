"""The register over HTTP: how it is reached, and what its rosters would change."""

from typing import Any

from ninja import Status
from school.access import Asking, PermittedRouter
from school.models import AuditAction
from school.years import year_of

from people import drafts, registers
from people.models import Register
from people.permissions import CHANGE_PEOPLE, SEE_PEOPLE
from people.schemas import IdOut
from people.setup_schemas import RegisterIn, RegisterOut

router = PermittedRouter(tags=["people"])


@router.get("/schools/{school_id}/register", permission=SEE_PEOPLE, response=RegisterOut | None)
def see_register(request: Asking, school_id: int) -> Any:
    """How the register is reached; nothing where none is set."""
    return Register.objects.filter(school=request.school).first()


@router.put("/schools/{school_id}/register", permission=CHANGE_PEOPLE, audit=AuditAction.SETTINGS, response=RegisterOut)
def set_register(request: Asking, school_id: int, body: RegisterIn) -> Any:
    """Say how the register is reached."""
    registers.set_register(request.school, **body.model_dump())
    return registers.find_register(request.school)


@router.delete(
    "/schools/{school_id}/register", permission=CHANGE_PEOPLE, audit=AuditAction.SETTINGS, response={204: None}
)
def forget_register(request: Asking, school_id: int) -> Any:
    """Ask nothing of the register any more."""
    registers.forget_register(request.school)
    return Status(204, None)


@router.post(
    "/schools/{school_id}/years/{year}/drafts/register",
    response=IdOut,
    permission=CHANGE_PEOPLE,
    audit=AuditAction.PEOPLE,
)
def load_register(request: Asking, school_id: int, year: int) -> Any:
    """Begin a draft from the rosters that the register has now. Nothing is changed by it."""
    return {"id": drafts.begin_from_register(request.school, year_of(request.school, year), request.user).pk}
