"""The audit over HTTP: who did what, of whom, from where, when; found by name, kind and day, and saved as a table."""

import datetime
from collections.abc import Iterable

from django.db.models import Q, QuerySet
from django.http import HttpResponse
from exchange.csv_file import as_csv
from exchange.download import as_file
from ninja import Query
from school.access import Asking, PermittedRouter
from school.calendar import begin_of_day, local
from school.models import AuditAction, AuditEntry, School
from school.paging import page_of

from people.listing import matching
from people.permissions import SEE_PEOPLE
from people.records_schemas import AuditActionOut, AuditLineOut, AuditOut, AuditWanted

router = PermittedRouter(tags=["people"])
MOST_SAVED = 20_000
"""Of so many lines, the newest, a file is made."""
_FOUND_BY = (
    "person__given_name",
    "person__family_name",
    "student__given_name",
    "student__family_name",
    "student__number",
    "school_class__name",
    "operation",
)


@router.get("/schools/{school_id}/audit", permission=SEE_PEOPLE, response=AuditOut)
def see_audit(request: Asking, school_id: int, wanted: Query[AuditWanted], after: str | None = None) -> AuditOut:
    """The school's audit, the newest first."""
    page = page_of(_found(request.school, wanted), ("-id",), after)
    return AuditOut(
        lines=[_line(request.school, each) for each in page.rows],
        after=page.after,
        actions=[AuditActionOut(action=each.value, words=str(each.label)) for each in AuditAction],
    )


@router.get("/schools/{school_id}/audit.csv", permission=SEE_PEOPLE, audit=AuditAction.EXPORTED)
def save_audit(request: Asking, school_id: int, wanted: Query[AuditWanted]) -> HttpResponse:
    """What is found in the audit, as a table."""
    rows = _found(request.school, wanted).order_by("-id")[:MOST_SAVED]
    return as_file(as_csv(_table(_line(request.school, each) for each in rows)), "audit.csv")


def _found(school: School, wanted: AuditWanted) -> QuerySet[AuditEntry]:
    rows = AuditEntry.objects.filter(matching(wanted.query, _FOUND_BY), school=school)
    rows = rows.select_related("person", "student", "school_class")
    by_action = Q(action=wanted.action) if wanted.action else Q()
    since = Q(at__gte=begin_of_day(school, wanted.since)) if wanted.since else Q()
    day = datetime.timedelta(days=1)
    until = Q(at__lt=begin_of_day(school, wanted.until + day)) if wanted.until else Q()
    return rows.filter(by_action, since, until)


def _line(school: School, entry: AuditEntry) -> AuditLineOut:
    of = [str(each) for each in (entry.student, entry.school_class) if each is not None]
    return AuditLineOut(
        id=entry.pk,
        at=local(school, entry.at).replace(microsecond=0),
        who=str(entry.person) if entry.person else "",
        did=str(AuditAction(entry.action).label),
        operation=entry.operation,
        of=", ".join(of),
        address=entry.address or "",
    )


def _table(lines: Iterable[AuditLineOut]) -> list[list[str]]:
    heads = ["When", "Who", "Did", "Operation", "Of", "Address"]
    return [
        heads,
        *(
            [f"{each.at:%Y-%m-%d %H:%M:%S}", each.who, each.did, each.operation, each.of, each.address]
            for each in lines
        ),
    ]
