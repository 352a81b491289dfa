"""How a request is refused: in words that say what, where and what to do, changing nothing."""

from enum import StrEnum
from http import HTTPStatus

from ninja import Schema


class Code(StrEnum):
    """Why a request is refused, for whoever asked to act upon; the words are for people and may change."""

    INVALID = "invalid"
    """It is not shaped as the operation's description says."""
    REFUSED = "refused"
    """What was entered cannot be; the words say why."""
    ZERO_POINTS = "zero_points"
    """Asked back: an assignment worth nothing; sent again with `zero_meant` or `extra` it is taken."""
    ABOVE_100 = "above_100"
    """Asked back: more than 100 %; sent again with what says that it is meant it is taken."""
    STALE = "stale"
    """Somebody else has changed it since it was read."""
    WRONG_PERSON = "wrong_person"
    """The page that asks is somebody else's than is signed in."""
    SIGNED_OUT = "signed_out"
    CODE_WANTED = "code_wanted"
    """Asked back: who signs in has a second factor; sent again with its code they are signed in."""
    LACKS_SECOND_FACTOR = "lacks_second_factor"
    """The school asks for a second factor, which the person is to set up before anything else."""
    FORBIDDEN = "forbidden"
    """It did not come from a page of this application."""
    NOT_FOUND = "not_found"
    """It is not there, or not this person's to see: the answer does not tell which."""
    TOO_LARGE = "too_large"
    """More than is taken at once; the same request cannot be sent again as it is."""
    TOO_MANY_ATTEMPTS = "too_many_attempts"
    BUSY = "busy"
    """Too much of it is asked at once; the same request is to be sent again in a moment."""
    UNAVAILABLE = "unavailable"
    """Just now; the same request can be sent again."""


class Problem(Schema):
    """What is answered (RFC 9457, with `code` and `field`). `detail` is the whole of it in words; `field` is the input it is about."""

    type: str
    title: str
    status: int
    detail: str
    code: Code
    field: str | None


def problem(status: int, detail: str, code: Code, field: str | None = None) -> Problem:
    """A refusal as it is answered."""
    title = HTTPStatus(status).phrase
    return Problem(
        type=f"urn:hoarfrost:problem:{code.value}", title=title, status=status, detail=detail, code=code, field=field
    )


class Refused(Exception):
    """Input that is not taken."""

    status = 422
    code = Code.REFUSED

    def __init__(self, message: str, field: str | None = None, code: Code | None = None) -> None:
        super().__init__(message)
        self.message, self.field = message, field
        self.code = code or type(self).code


class Stale(Refused):
    """A change to what somebody else has changed since it was read."""

    status = 409
    code = Code.STALE


class LacksSecondFactor(Refused):
    """Somebody of whom a school asks a second factor, and who has none yet, asks for anything else."""

    status = 403
    code = Code.LACKS_SECOND_FACTOR


class NotYours(Exception):
    """Something that the person may not see or do, or that is not there: the answer does not tell which."""


class AnotherPerson(Exception):
    """A page of one person asks while another is signed in, in the same browser."""
