"""What is kept of one person, over HTTP: given out to them, and erased once the school need not keep it any longer."""

from typing import Any

from django.http import HttpResponse
from exchange.download import as_file
from ninja import Status
from school.access import Asking, PermittedRouter
from school.models import AuditAction

from people import erasing
from people.permissions import CHANGE_PEOPLE, SEE_PEOPLE
from people.personal_data import person_data, student_data
from people.persons import find_person
from people.records_schemas import RecordsIn, RecordsOut
from people.students import find_student

router = PermittedRouter(tags=["people"])


@router.get("/schools/{school_id}/students/{student}/data.zip", permission=SEE_PEOPLE, audit=AuditAction.EXPORTED)
def export_student(request: Asking, school_id: int, student: int) -> HttpResponse:
    """All that is kept about a student, as a zip of tables."""
    found = find_student(request.school, student)
    return as_file(student_data(found), f"{found}.zip")


@router.get("/schools/{school_id}/persons/{person}/data.zip", permission=SEE_PEOPLE, audit=AuditAction.EXPORTED)
def export_person(request: Asking, school_id: int, person: int) -> HttpResponse:
    """All that the school keeps about a teacher, guardian or officer, as a zip of tables."""
    found = find_person(request.school, person)
    return as_file(person_data(request.school, found), f"{found}.zip")


@router.post(
    "/schools/{school_id}/students/{student}/erase",
    response={204: None},
    permission=CHANGE_PEOPLE,
    audit=AuditAction.PEOPLE,
)
def erase_student(request: Asking, school_id: int, student: int) -> Any:
    """A student's name goes, for good; their scores stay as of nobody."""
    erasing.erase_student(find_student(request.school, student))
    return Status(204, None)


@router.post(
    "/schools/{school_id}/persons/{person}/erase",
    response={204: None},
    permission=CHANGE_PEOPLE,
    audit=AuditAction.PEOPLE,
)
def erase_person(request: Asking, school_id: int, person: int) -> Any:
    """A teacher's, guardian's or officer's name goes, for good."""
    erasing.erase_person(request.school, find_person(request.school, person))
    return Status(204, None)


@router.get("/schools/{school_id}/records", permission=SEE_PEOPLE, response=RecordsOut)
def see_records(request: Asking, school_id: int) -> Any:
    """For how long what is known of somebody who has left is kept, and the audit."""
    return RecordsOut(kept_years=request.school.kept_years, audit_years=request.school.audit_years)


@router.put("/schools/{school_id}/records", permission=CHANGE_PEOPLE, audit=AuditAction.PEOPLE, response=RecordsOut)
def change_records(request: Asking, school_id: int, body: RecordsIn) -> Any:
    """Say for how long what is known of somebody is kept after they have left, and for how long the audit."""
    erasing.set_kept_years(request.school, body.kept_years, body.audit_years)
    return RecordsOut(kept_years=request.school.kept_years, audit_years=request.school.audit_years)
