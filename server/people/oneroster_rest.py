"""OneRoster 1.2 rostering, fetched from the register, as the tables that a OneRoster zip has."""

from collections.abc import Iterable, Mapping
from typing import Any

from oneroster import READ_ROSTERS, ROSTERING

from people.models import Register
from people.oneroster_file import Tables
from people.register_client import Given, all_of, refused_in_words, signed_in


def fetch(register: Register) -> tuple[Tables, str]:
    """The tables of a register, and how they were read, in words. Raises Refused where it does not answer as the standard says."""
    with refused_in_words(register), signed_in(register, READ_ROSTERS) as session:
        found = {kind: list(all_of(session, register.address, ROSTERING, kind)) for kind in KINDS}
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


KINDS: Mapping[str, Mapping[str, str]] = {
    "users": {
        "sourcedId": "sourcedId",
        "status": "status",
        "enabledUser": "enabledUser",
        "givenName": "givenName",
        "familyName": "familyName",
        "preferredGivenName": "preferredFirstName",
        "preferredFamilyName": "preferredLastName",
        "pronouns": "pronouns",
        "identifier": "identifier",
        "email": "email",
        "agentSourcedIds": "agents",
    },
    "classes": {
        "sourcedId": "sourcedId",
        "status": "status",
        "title": "title",
        "courseSourcedId": "course",
        "classCode": "classCode",
        "location": "location",
        "periods": "periods",
    },
    "courses": {"sourcedId": "sourcedId", "status": "status", "title": "title"},
    "enrollments": {
        "classSourcedId": "class",
        "userSourcedId": "user",
        "role": "role",
        "status": "status",
        "beginDate": "beginDate",
        "endDate": "endDate",
    },
}
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
