"""The API object: all operations, and how what goes wrong is answered."""

import json
import logging
from http import HTTPStatus
from typing import Any

from accounts.api import router as accounts
from django.core.exceptions import RequestDataTooBig
from django.db import DataError, IntegrityError, OperationalError
from django.http import HttpRequest, HttpResponse
from django.utils.translation import gettext as _
from exchange.api import router as exchange
from exchange.calendar_api import router as calendars
from families.alias_sheet_api import router as alias_sheets
from families.api import router as families
from families.notices_api import router as notices
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError
from ninja.parser import Parser
from people.api import router as people
from people.audit_api import router as audit
from people.file_api import router as people_files
from people.own_class_api import router as own_class
from people.records_api import router as records
from people.register_api import router as register
from people.setup_api import router as setup
from plans.api import router as plans
from reports.api import router as reports
from reports.school_api import router as school_years
from reports.school_scales_api import router as school_scales
from school.api import router as school
from school.bounded import Busy
from school.language import in_language_of_browser
from school.refusal import AnotherPerson, Code, NotYours, Refused, problem
from school.retrying import DEADLOCK, LOCK_WAIT_TIMEOUT, error_number
from scores.api import router as scores
from scores.entering import PlanMoved
from scores.groups_api import router as groups
from sending.api import router as sending
from spread.api import router as spread
from standards.api import router as standards
from tools.api import router as tools

from hoarfrost.installation_api import router as installation

logger = logging.getLogger(__name__)


class _Reading(Parser):
    """Reads what is sent as JSON. JSON can say half of a character, which neither the database nor an answer can."""

    def parse_body(self, request: HttpRequest) -> Any:
        read = super().parse_body(request)
        if b"\\ud" in request.body.lower():
            json.dumps(read, ensure_ascii=False).encode()
        return read


api = NinjaAPI(title="Hoarfrost", version="1", docs_url=None, openapi_url=None, urls_namespace="api", parser=_Reading())
for router in (
    school,
    accounts,
    plans,
    scores,
    groups,
    spread,
    standards,
    reports,
    school_years,
    school_scales,
    setup,
    people,
    audit,
    people_files,
    records,
    register,
    own_class,
    families,
    alias_sheets,
    notices,
    installation,
    exchange,
    calendars,
    sending,
    tools,
):
    api.add_router("", router)


def _answer(request: HttpRequest, status: int, detail: str, code: Code, field: str | None = None) -> HttpResponse:
    answer = api.create_response(request, problem(status, detail, code, field), status=status)
    answer.headers["Content-Type"] = "application/problem+json"
    return answer


@api.exception_handler(Refused)
def _refused(request: HttpRequest, error: Refused) -> HttpResponse:
    return _answer(request, error.status, error.message, error.code, error.field)


@api.exception_handler(NotYours)
def _not_yours(request: HttpRequest, error: NotYours) -> HttpResponse:
    with in_language_of_browser(request):
        words = _("This is not there, or not yours to see.")
    return _answer(request, 404, words, Code.NOT_FOUND)


@api.exception_handler(AnotherPerson)
def _another_person(request: HttpRequest, error: AnotherPerson) -> HttpResponse:
    words = "Somebody else has signed in in this browser. What you entered here is kept for you."
    return _answer(request, 409, words, Code.WRONG_PERSON)


@api.exception_handler(DataError)
def _out_of_range(request: HttpRequest, error: DataError) -> HttpResponse:
    words = "A number or a text in this is larger than can be kept. Nothing was changed."
    return _answer(request, 422, words, Code.REFUSED)


@api.exception_handler(IntegrityError)
def _made_twice(request: HttpRequest, error: IntegrityError) -> HttpResponse:
    # What is looked at before is refused in better words; two requests at one moment both find nothing there.
    logger.warning("The database refused a change", exc_info=error)
    words = "Somebody has just made the same, or something that this needs is gone. Nothing was changed; look at what is there now."
    return _answer(request, 409, words, Code.STALE)


@api.exception_handler(AuthenticationError)
def _signed_out(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
    return _answer(request, 401, "You are not signed in.", Code.SIGNED_OUT)


@api.exception_handler(HttpError)
def _http_error(request: HttpRequest, error: HttpError) -> HttpResponse:
    code = Code.FORBIDDEN if error.status_code == HTTPStatus.FORBIDDEN else Code.INVALID
    return _answer(request, error.status_code, str(error), code)


@api.exception_handler(ValidationError)
def _unreadable(request: HttpRequest, error: ValidationError) -> HttpResponse:
    first = error.errors[0]
    field = str(first["loc"][-1])
    return _answer(request, 422, f"{field}: {first['msg']}.", Code.INVALID, field)


@api.exception_handler(PlanMoved)
def _plan_moves(request: HttpRequest, error: PlanMoved) -> HttpResponse:
    words = "The plan is being changed just now. What you entered is kept; it is tried again."
    return _answer(request, 503, words, Code.UNAVAILABLE)


@api.exception_handler(Busy)
def _comes_again(request: HttpRequest, error: Busy) -> HttpResponse:
    with in_language_of_browser(request):
        words = _("Many ask for this just now. Try again in a moment.")
    answer = _answer(request, 503, words, Code.BUSY)
    answer.headers["Retry-After"] = "1"
    return answer


@api.exception_handler(RequestDataTooBig)
def _too_large(request: HttpRequest, error: Exception) -> HttpResponse:
    words = "This is more than is taken at once. Nothing was changed; send it in parts."
    return _answer(request, 413, words, Code.TOO_LARGE)


PACKET_TOO_LARGE = 1153
"""MariaDB's number for a statement larger than it takes."""


@api.exception_handler(OperationalError)
def _database_error(request: HttpRequest, error: OperationalError) -> HttpResponse:
    number = error_number(error)
    if number == PACKET_TOO_LARGE:
        return _too_large(request, error)
    logger.warning("The database did not do what was asked", exc_info=error)
    if number in (DEADLOCK, LOCK_WAIT_TIMEOUT):
        words = "Others are changing the same just now, and nothing was changed. Try again in a moment."
        return _answer(request, 503, words, Code.BUSY)
    words = "The database does not answer just now, and nothing was changed. Try again in a moment."
    return _answer(request, 503, words, Code.UNAVAILABLE)
