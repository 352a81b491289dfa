"""OneRoster 1.2 in its own words: paths, scopes, lists in pages, and how an answer says what went wrong.

It knows neither Django nor Hoarfrost, so that the register that stands in for a real one speaks by it, too.
"""

ROSTERING = "/ims/oneroster/rostering/v1p2"
GRADEBOOK = "/ims/oneroster/gradebook/v1p2"
_SCOPE = "https://purl.imsglobal.org/spec/or/v1p2/scope"
READ_ROSTERS = f"{_SCOPE}/roster-core.readonly"
READ_GRADES = f"{_SCOPE}/gradebook.readonly"
WRITE_GRADES = f"{_SCOPE}/gradebook.createput"
DELETE_GRADES = f"{_SCOPE}/gradebook.delete"
EVERYTHING = (READ_ROSTERS, READ_GRADES, WRITE_GRADES, DELETE_GRADES)


def reference(sourced_id: str, kind: str, address: str) -> dict[str, str]:
    """How one thing refers to another: by its identifier, its kind (class, user, lineItem …) and where it is found."""
    return {"href": address, "sourcedId": sourced_id, "type": kind}


def sourced_id(value: object) -> str:
    """What a reference refers to; empty where it is none."""
    return str(value.get("sourcedId", "")) if isinstance(value, dict) else ""
