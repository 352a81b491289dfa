"""Notices to families, and what the school says of them, over HTTP."""

from typing import Any

from ninja import Status
from school.access import Asking, PermittedRouter
from school.language import in_language_read
from school.models import AuditAction
from school.permissions import ANYBODY, HAS_SECRET, SEE_OWN
from school.refusal import Refused
from school.session import chosen_school

from families.models import FamilyNotices, Notices, families_of
from families.notices import ask_to_confirm, choose, confirm, notices_of, say, stop, words_of
from families.permissions import SAY_FAMILIES, SEE_FAMILIES
from families.schemas import NoticesIn, NoticesOut, ReaderOut, SchoolFamiliesIn, SchoolFamiliesOut, WayOut

router = PermittedRouter(tags=["notices"])


def _ways() -> list[WayOut]:
    return [WayOut(how=each.value, words=str(each.label)) for each in Notices]


@router.get("/notices", permission=SEE_OWN, response=NoticesOut)
def notices(request: Asking) -> Any:
    """How one is written to of one's children, or of oneself as a student."""
    mine, school = notices_of(request.user), chosen_school(request)
    with in_language_read(request):
        return NoticesOut(
            how=mine.how,
            usual=words_of(school) if school else "",
            ways=_ways(),
            email=request.user.email,
            is_confirmed=bool(mine.confirmed) and mine.confirmed == request.user.email,
            problem=mine.problem,
        )


@router.put("/notices", permission=SEE_OWN, response={204: None})
def choose_notices(request: Asking, body: NoticesIn) -> Any:
    """Say how often one is written to."""
    choose(request.user, body.how)
    return Status(204, None)


@router.post("/notices/confirmation", permission=SEE_OWN, response={204: None})
def ask_for_confirmation(request: Asking) -> Any:
    """Be written a link by which one confirms one's address."""
    school = chosen_school(request)
    if school is None:
        raise Refused("You belong to no school here.")
    with in_language_read(request):
        ask_to_confirm(request.user, school)
    return Status(204, None)


@router.post("/notices/confirm/{token}", permission=ANYBODY, response={204: None})
def confirm_address(request: Asking, token: str) -> Any:
    """Follow the link in the mail: the address is one's own."""
    confirm(token)
    return Status(204, None)


@router.post("/notices/stop/{token}", permission=HAS_SECRET, response={204: None})
def stop_notices(request: Asking, token: str) -> Any:
    """Follow the link in a notice, or have a mail program do it: no more of them."""
    stop(token)
    return Status(204, None)


@router.get("/schools/{school_id}/families", permission=SEE_FAMILIES, response=SchoolFamiliesOut)
def school_families(request: Asking, school_id: int) -> Any:
    """What the school says of its families."""
    said = families_of(request.school.pk)
    here = FamilyNotices.objects.filter(person__memberships__school=request.school).select_related("person").distinct()
    return SchoolFamiliesOut(
        language=request.school.language,
        notices=said.notices,
        ways=_ways(),
        hour=said.hour,
        weekday=said.weekday,
        asks_to_read=said.asks_to_read,
        last_day=said.last_day,
        written_to=here.exclude(confirmed="").count(),
        problems=[
            ReaderOut(name=str(each.person), words=f"{each.person.email}: {each.problem}")
            for each in here.exclude(problem="").order_by("person__family_name", "person__given_name")
        ],
    )


@router.put("/schools/{school_id}/families", permission=SAY_FAMILIES, response={204: None}, audit=AuditAction.SETTINGS)
def say_families(request: Asking, school_id: int, body: SchoolFamiliesIn) -> Any:
    """Say how often, when and in which language families are written to who chose nothing, and whether they say that they have read a
    report.
    """
    say(request.school, body.language, body.model_dump(exclude={"language"}))
    return Status(204, None)
