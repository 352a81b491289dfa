"""How an answer says what went wrong: the standard's status information."""

from collections.abc import Mapping
from typing import Any

MINOR = {
    400: "invaliddata",
    401: "unauthorisedrequest",
    403: "forbidden",
    404: "unknownobject",
    405: "unsupported",
    413: "invaliddata",
    422: "invaliddata",
    429: "server_busy",
    500: "internal_server_error",
    503: "server_busy",
}
"""The standard's word for each status of HTTP that is a failure."""


class Failure(Exception):
    """What cannot be done as it was asked for. `minor` is the standard's word, where it is another than the status's own."""

    def __init__(self, status: int, description: str, minor: str = "") -> None:
        super().__init__(description)
        self.status, self.description, self.minor = status, description, minor or MINOR[status]


def status_info(failure: Failure) -> dict[str, Any]:
    """The body of an answer that is a failure."""
    return {
        "imsx_codeMajor": "failure",
        "imsx_severity": "error",
        "imsx_description": failure.description,
        "imsx_CodeMinor": {
            "imsx_codeMinorField": [
                {"imsx_codeMinorFieldName": "TargetEndSystem", "imsx_codeMinorFieldValue": failure.minor}
            ]
        },
    }


def described(body: object) -> tuple[str, str]:
    """What an answer that is a failure says: the standard's word and the description, each empty where it has none."""
    if not isinstance(body, Mapping):
        return "", ""
    minor = body.get("imsx_CodeMinor")
    fields = minor.get("imsx_codeMinorField") if isinstance(minor, Mapping) else None
    first = fields[0] if isinstance(fields, list) and fields and isinstance(fields[0], Mapping) else {}
    return str(first.get("imsx_codeMinorFieldValue", "")), str(body.get("imsx_description") or "")
