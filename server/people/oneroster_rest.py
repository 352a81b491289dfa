"""OneRoster 1.2 rostering, fetched from a server (REST, OAuth 2 client credentials), as the tables that a OneRoster zip has."""

import logging
from collections.abc import Iterable, Mapping
from typing import Any

import requests
from authlib.common.errors import AuthlibBaseError
from authlib.integrations.requests_client import OAuth2Session
from school.refusal import Refused

from people.models import Register
from people.oneroster_file import Tables

logger = logging.getLogger(__name__)
SCOPE = "https://purl.imsglobal.org/spec/or/v1p2/scope/roster-core.readonly"
PATH = "/ims/oneroster/rostering/v1p2"
PAGE = 500
"""How many are asked for at a time."""
MOST = 200_000
"""How many of a kind are read at the most: a server that never comes to its end is left."""
_TIMEOUT = 20.0
Given = Mapping[str, Any]


def fetch(register: Register) -> tuple[Tables, str]:
    """The tables of a register, and how they were read, in words. Raises Refused where it does not answer as the standard says."""
    try:
        with OAuth2Session(register.client_id, register.client_secret, scope=SCOPE) as session:
            session.fetch_token(register.token_address, grant_type="client_credentials", timeout=_TIMEOUT)
            found = {kind: list(_all(session, register.address, kind)) for kind in KINDS}
    except (AuthlibBaseError, requests.RequestException, ValueError) as error:
        logger.warning("The register at %s does not answer as it should: %s", register.address, error)
        raise Refused(_words(error), "address") from None
    of = register.org
    if of:
        classes = [each for each in found["classes"] if _id(each, "school") == of]
        known = {str(each.get("sourcedId")) for each in classes}
        found["classes"] = classes
        found["enrollments"] = [each for each in found["enrollments"] if _id(each, "class") in known]
        found["users"] = _users_of(found["users"], of)
    tables = {
        kind: [list(columns), *(list(_row(each, columns)) for each in found[kind])] for kind, columns in KINDS.items()
    }
    tables["roles"] = [
        ["userSourcedId", "role"],
        *([str(each.get("sourcedId", "")), _role(each, of)] for each in found["users"]),
    ]
    count = sum(len(each) for each in found.values())
    return tables | {"kind": [["bulk"]]}, f"OneRoster 1.2 from {register.address}, {count} records"


def _words(error: Exception) -> str:
    status = (
        error.response.status_code if isinstance(error, requests.HTTPError) and error.response is not None else None
    )
    if isinstance(error, AuthlibBaseError) or status in (401, 403):
        return "The register does not know this client id and secret, or does not let them read rosters."
    if status is not None:
        return f"The register answered {status}. Look at its address, or try again later."
    return "The register does not answer as OneRoster 1.2 says. Look at its address, or try again later."


def _all(session: OAuth2Session, address: str, kind: str) -> Iterable[Given]:
    """All of a kind, page by page."""
    offset = 0
    while offset < MOST:
        answer = session.get(
            f"{address}{PATH}/{kind}", params={"limit": PAGE, "offset": offset}, timeout=_TIMEOUT, allow_redirects=False
        )
        answer.raise_for_status()
        told = answer.json()
        page = told.get(kind) if isinstance(told, dict) else None
        if not isinstance(page, list) or not all(isinstance(each, dict) for each in page):
            raise ValueError(f"no list of {kind}")
        yield from page
        offset += len(page)
        total = answer.headers.get("X-Total-Count", "")
        is_last = offset >= int(total) if total.isdigit() else len(page) < PAGE
        if is_last or not page:
            return
    raise ValueError(f"more than {MOST} {kind}")


KINDS: Mapping[str, Mapping[str, str]] = {
    "users": {
        "sourcedId": "sourcedId", "status": "status", "enabledUser": "enabledUser", "givenName": "givenName",
        "familyName": "familyName", "preferredGivenName": "preferredFirstName", "preferredFamilyName": "preferredLastName",
        "pronouns": "pronouns", "identifier": "identifier", "email": "email", "agentSourcedIds": "agents",
    },
    "classes": {
        "sourcedId": "sourcedId", "status": "status", "title": "title", "courseSourcedId": "course", "classCode": "classCode",
        "location": "location", "periods": "periods",
    },
    "courses": {"sourcedId": "sourcedId", "status": "status", "title": "title"},
    "enrollments": {
        "classSourcedId": "class", "userSourcedId": "user", "role": "role", "status": "status", "beginDate": "beginDate",
        "endDate": "endDate",
    },
}  # fmt: skip
"""Of each kind that is fetched the columns of its table, each with the field of the answer that it comes from."""


def _row(given: Given, columns: Mapping[str, str]) -> Iterable[str]:
    return (_text(given.get(field)) for field in columns.values())


def _text(value: Any) -> str:
    """A value as a cell: a reference to something by what it is known by, several with commas between."""
    if isinstance(value, dict):
        return str(value.get("sourcedId", ""))
    if isinstance(value, list):
        return ",".join(_text(each) for each in value)
    if isinstance(value, bool):
        return str(value).lower()
    return "" if value is None else str(value)


def _id(given: Given, field: str) -> str:
    return _text(given.get(field))


def _roles(user: Given, of: str) -> list[Given]:
    """A user's roles, at one school or at any."""
    roles = [each for each in user.get("roles") or [] if isinstance(each, dict)]
    return [each for each in roles if not of or _id(each, "org") == of]


def _role(user: Given, of: str) -> str:
    """What a user mostly is."""
    roles = sorted(_roles(user, of) or _roles(user, ""), key=lambda each: each.get("roleType") != "primary")
    return str(roles[0].get("role", "")) if roles else ""


def _users_of(users: list[Given], of: str) -> list[Given]:
    """Who has a role at a school, and whoever is named beside them as a guardian."""
    here = [each for each in users if _roles(each, of)]
    known = {str(each.get("sourcedId")) for each in here}
    agents = {_text(agent) for each in here for agent in each.get("agents") or []} - known
    return here + [each for each in users if str(each.get("sourcedId")) in agents]
