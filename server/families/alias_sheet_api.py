"""A class by aliases at a public address, over HTTP."""

from typing import Any

from django.conf import settings
from django.http import HttpResponse
from ninja import Status
from school.access import Asking, PermittedRouter
from school.calendar import local
from school.models import AuditAction
from school.permissions import ANYBODY
from scores.class_cache import cached_class
from scores.permissions import SEE_SCORES

from families.alias_sheet import recognisable, share, sheet, sheet_at, stop, warnings_of
from families.models import AliasSheet
from families.permissions import SHARE
from families.schemas import AliasSheetOut, PublicAddressOut, SharingOut

router = PermittedRouter(tags=["alias sheets"])


@router.get("/classes/{class_id}/alias-sheet", permission=SEE_SCORES, response=SharingOut)
def see_sharing(request: Asking, class_id: int) -> Any:
    """Whether the class is shared by aliases, how it looks, and who could be recognised."""
    loaded = cached_class(request.school_class)
    found = AliasSheet.objects.select_related("made_by").filter(school_class=request.school_class).first()
    return SharingOut(
        shared_since=local(request.school_class.school, found.made_at).date() if found else None,
        shared_by=str(found.made_by) if found else "",
        warnings=warnings_of(loaded),
        recognisable=recognisable(loaded),
        sheet=sheet(loaded),
    )


@router.post("/classes/{class_id}/alias-sheet", permission=SHARE, response=PublicAddressOut, audit=AuditAction.ACCESS)
def share_class(request: Asking, class_id: int) -> Any:
    """Share the class by aliases at a new address; an earlier one is stopped."""
    return PublicAddressOut(address=f"{settings.ADDRESS}/sheet/{share(request.school_class, request.user)}")


@router.delete("/classes/{class_id}/alias-sheet", permission=SHARE, response={204: None}, audit=AuditAction.ACCESS)
def stop_sharing(request: Asking, class_id: int) -> Any:
    """Stop the address."""
    stop(request.school_class)
    return Status(204, None)


@router.get("/alias-sheets/{secret}", permission=ANYBODY, response=AliasSheetOut)
def see_sheet(request: Asking, secret: str) -> Any:
    """The sheet of an address: the address alone says of which class."""
    response = HttpResponse(sheet_at(secret), content_type="application/json")
    # Whoever is given the address passes it on, but no search leads there.
    response.headers["X-Robots-Tag"] = "noindex, nofollow"
    return response
