"""Notices that come back: each is sent from a return address of its reader's own, so that a mail server's report is known to be of a
message from here, and of whom it speaks.
"""

import email
import email.policy
from collections.abc import Iterator
from dataclasses import dataclass
from email.message import Message

from django.conf import settings
from django.utils.crypto import constant_time_compare, salted_hmac
from school.models import Person

from families.models import FamilyNotices

_SALT = "families.bounces"
_MARK_LENGTH = 20
_MOST_DIGITS = 18
PERMANENT = "5"
"""The class of a delivery status that no further attempt changes (RFC 3463)."""


@dataclass(frozen=True)
class Bounce:
    """Why a mail server gave a message up: its status (RFC 3463) and its words."""

    status: str
    words: str

    @property
    def is_permanent(self) -> bool:
        """Whether the address takes nothing at all, and not just now."""
        return self.status.startswith(PERMANENT)


def return_address(person: Person) -> str:
    """Where what cannot be delivered to somebody comes back to; empty where the installation takes nothing back."""
    if not settings.BOUNCES:
        return ""
    name, _, domain = settings.BOUNCES.partition("@")
    return f"{name}+{person.pk}-{_mark(person, settings.SECRET_KEY)}@{domain}"


def take(message: bytes, recipient: str) -> str:
    """Note a report that came back to a return address with whom it is of. Gives in words what was done: nothing with what is no report
    of a failure (an answer from someone away, a delay), or did not come back from here.

    After a permanent failure nothing more goes to the address until it is confirmed again.
    """
    person = _person_of(recipient)
    if person is None:
        return f"{recipient} is no return address of a message from here."
    bounce = bounce_in(message)
    if bounce is None:
        return "It reports no failure."
    mine = FamilyNotices.objects.filter(person=person).first()
    if mine is None:
        return "Nobody is written to there any more."
    mine.problem = f"It came back: {bounce.words}"[:300]
    if bounce.is_permanent:
        mine.confirmed = ""
    mine.save(update_fields=["problem", "confirmed"])
    return f"Noted with person {person.pk}."


def bounce_in(message: bytes) -> Bounce | None:
    """The failure that a mail server's report tells (RFC 3464); None where it tells of none, or cannot be read."""
    for each in _recipients(email.message_from_bytes(message, policy=email.policy.compat32)):
        if each.get("Action", "").strip().lower() == "failed":
            status = each.get("Status", "").strip()
            _, _, words = str(each.get("Diagnostic-Code", "")).partition(";")
            return Bounce(status, " ".join(words.split()) or status or "without a reason")
    return None


def _recipients(message: Message) -> Iterator[Message]:
    """What a report says of each recipient: it stands in blocks, each like the head of a message."""
    for part in message.walk():
        if part.get_content_type() == "message/delivery-status":
            blocks = part.get_payload()
            yield from (each for each in blocks if isinstance(each, Message)) if isinstance(blocks, list) else ()


def _person_of(recipient: str) -> Person | None:
    name, _, _ = recipient.strip().lower().rpartition("@")
    number, _, mark = name.rpartition("+")[2].partition("-")
    if not number.isascii() or not number.isdigit() or len(number) > _MOST_DIGITS:
        return None
    person = Person.objects.filter(pk=int(number)).first()
    keys = (settings.SECRET_KEY, *settings.SECRET_KEY_FALLBACKS)
    known = person is not None and any(constant_time_compare(mark, _mark(person, key)) for key in keys)
    return person if known else None


def _mark(person: Person, key: str) -> str:
    """What nobody else can put behind a person's number. It is of their address, too: what comes back late from one that they had
    before says nothing of the one that they have.
    """
    return salted_hmac(_SALT, f"{person.pk} {person.email}", key).hexdigest()[:_MARK_LENGTH]
