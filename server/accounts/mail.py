"""Writing to people. Where no mail server is named, what was written stays in the outbox, to be read in School."""

from collections.abc import Mapping, Sequence

from django.conf import settings
from django.core.mail import EmailMessage, EmailMultiAlternatives, get_connection
from django.core.mail.backends.base import BaseEmailBackend
from django.db.models import QuerySet
from django.utils import timezone
from school.models import School

from accounts.models import Mail

SCHOOL_HEADER = "X-Hoarfrost-School"
"""Whose outbox a message is kept in; it does not leave the machine."""


def write(
    school: School,
    to: str,
    subject: str,
    text: str,
    *,
    html: str = "",
    headers: Mapping[str, str] | None = None,
    is_private: bool = False,
    return_to: str = "",
) -> None:
    """Write to somebody in the name of a school, as `html` too. What is private stands in no outbox that its officers read.

    What cannot be delivered comes back to `return_to`, where that is given.
    """
    mine = dict(headers or {}) | ({} if is_private else {SCHOOL_HEADER: str(school.pk)})
    # The envelope's sender is told apart from whom the message is from.
    mine |= {"From": settings.DEFAULT_FROM_EMAIL} if return_to else {}
    with get_connection() as connection:
        message = EmailMultiAlternatives(
            f"{school.name}: {subject}", text, return_to or None, to=[to], headers=mine, connection=connection
        )
        if html:
            message.attach_alternative(html, "text/html")
        message.send()


def outbox(school: School) -> QuerySet[Mail]:
    """What was written in the name of a school, latest first."""
    return school.mail.order_by("-id")


class OutboxBackend(BaseEmailBackend):
    """Keeps messages instead of sending them."""

    def send_messages(self, email_messages: Sequence[EmailMessage]) -> int:
        Mail.objects.bulk_create(
            Mail(
                school_id=int(each.extra_headers[SCHOOL_HEADER]) if SCHOOL_HEADER in each.extra_headers else None,
                to=", ".join(each.to)[:254],
                subject=str(each.subject)[:200],
                text=str(each.body),
                at=timezone.now(),
            )
            for each in email_messages
        )
        return len(email_messages)
