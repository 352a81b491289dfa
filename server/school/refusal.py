"""How a request is refused: in words that say what, where and what to do, changing nothing."""

from ninja import Schema


class Refusal(Schema):
    """What is answered; `field` is the input that it is about."""

    message: str
    field: str | None = None


class Refused(Exception):
    """Input that is not taken."""

    def __init__(self, message: str, field: str | None = None) -> None:
        super().__init__(message)
        self.message, self.field = message, field


class NotYours(Exception):
    """Something that the person may not see or do, or that is not there: the answer does not tell which."""


class AnotherPerson(Exception):
    """A page of one person asks while another is signed in, in the same browser."""
