"""Sending what waits in the outbox: a delivery at a time under a lease, its lines in order, in batches.

A line is put under its own identifier, so that sending it twice is the same as once: whatever dies in between, it is sent again. What
the register refuses is kept with its words; where it does not answer the rest waits, longer each time.
"""

import datetime
import logging
import uuid
from dataclasses import dataclass
from functools import cached_property
from http import HTTPStatus
from typing import Any

import requests
from authlib.common.errors import AuthlibBaseError
from authlib.integrations.requests_client import OAuth2Session
from django.conf import settings
from django.db import transaction
from django.db.models import Exists, OuterRef, Q, QuerySet
from django.utils import timezone
from oneroster import DELETE_GRADES, GRADEBOOK, WRITE_GRADES
from oneroster.status import described
from people.models import Register
from people.register_client import TIMEOUT, signed_in, take_token, words_of
from school.models import School

from sending import worker_queue
from sending.keys import item_of
from sending.models import ITEM_REFUSED, Delivery, DeliveryState, Line, LineState, Record

BATCH = 100
"""How many lines are sent between two looks at the lease."""
LONGEST_WAIT = datetime.timedelta(hours=1)
"""How long a delivery waits at most for a register that does not answer; twice as long each time until then."""
logger = logging.getLogger(__name__)


def _lease() -> datetime.timedelta:
    """How long a worker may be silent about what it sends: longer than any request may take."""
    return datetime.timedelta(seconds=settings.SENDING_LEASE)


def send_waiting() -> int:
    """Send every delivery that waits and may be tried now. Gives how many ended or were put off."""
    tried = 0
    while (delivery := _take()) is not None:
        _Sending(delivery).send()
        tried += 1
    return tried


@transaction.atomic
def _take() -> Delivery | None:
    """The first delivery that may be sent: of each class the oldest that waits, unless somebody holds it."""
    now = timezone.now()
    earlier = Delivery.objects.filter(
        school_class=OuterRef("school_class"), state=DeliveryState.WAITING, id__lt=OuterRef("id")
    )
    free = Q(leased_until=None) | Q(leased_until__lt=now)
    due = Q(next_try_at=None) | Q(next_try_at__lte=now)
    waiting = Delivery.objects.filter(free, due, ~Exists(earlier), state=DeliveryState.WAITING)
    for pk in waiting.order_by("id").values_list("pk", flat=True)[:20]:
        taken = (
            Delivery.objects.select_for_update(skip_locked=True)
            .filter(free, pk=pk, state=DeliveryState.WAITING)
            .first()
        )
        if taken is not None:
            taken.lease, taken.leased_until = str(uuid.uuid4()), now + _lease()
            taken.save(update_fields=["lease", "leased_until"])
            return taken
    return None


class _Overtaken(Exception):
    """The lease ran out and somebody else sends it, or it was stopped."""


class _Away(Exception):
    """The register does not answer as it should; the rest waits."""


@dataclass(frozen=True)
class Answered:
    """What the register said of a line."""

    line: Line
    state: LineState
    code: str = ""
    words: str = ""
    number: str = ""


class _Sending:
    """Sending one delivery."""

    def __init__(self, delivery: Delivery) -> None:
        self.delivery = delivery
        self.school = School.objects.get(classes=delivery.school_class_id)
        self.register = Register.objects.filter(school=self.school).first()

    def send(self) -> None:
        """Send what waits of it, and note how far it came."""
        try:
            if self.register is None:
                raise _Away("How the register is reached is not said any more.")
            try:
                with signed_in(self.register, WRITE_GRADES, DELETE_GRADES) as session:
                    self._send_lines(session, self.register)
            except (AuthlibBaseError, requests.RequestException, ValueError) as error:
                raise _Away(words_of(error)) from error
            self._held().update(
                state=DeliveryState.DONE, ended_at=timezone.now(), lease="", leased_until=None, attempts=0
            )
        except _Overtaken:
            logger.warning("Delivery %s was stopped, or is sent by another worker by now", self.delivery.pk)
        except _Away as away:
            self._put_off(str(away))

    def _send_lines(self, session: OAuth2Session, register: Register) -> None:
        while batch := list(self._waiting().order_by("id")[:BATCH]):
            self._renew()
            answered: list[Answered] = []
            try:
                for line in batch:
                    answered.append(self._sent(session, register, line))
            finally:
                # What was answered is kept, whatever came after it.
                self._keep(answered)

    def _sent(self, session: OAuth2Session, register: Register, line: Line) -> Answered:
        """Send one line; gives what the register said. Raises _Away where it did not say. A result whose line item was refused is
        not tried: it would be for nothing.
        """
        if not line.deletes and item_of(line.record.key) in self.refused_items:
            return Answered(line, LineState.REFUSED, ITEM_REFUSED, "What it belongs to was refused itself.")
        answer = self._ask(session, register, line)
        if answer.status_code == HTTPStatus.UNAUTHORIZED:
            take_token(session, register)
            answer = self._ask(session, register, line)
        status = answer.status_code
        if answer.ok or (line.deletes and status == HTTPStatus.NOT_FOUND):
            return Answered(line, LineState.ACCEPTED, number=answer.headers.get("ETag", "").strip('W/"')[:60])
        if status >= HTTPStatus.INTERNAL_SERVER_ERROR or status in _NOT_NOW or 300 <= status < 400:
            raise _Away(f"The register answered {status}. What is left waits, and is tried again.")
        try:
            code, words = described(answer.json())
        except ValueError:
            code, words = "", ""
        if line.record.student_id is None:
            self.refused_items.add(line.record.key)
        return Answered(line, LineState.REFUSED, code[:40], (words or f"The register answered {status}.")[:300])

    def _ask(self, session: OAuth2Session, register: Register, line: Line) -> requests.Response:
        record = line.record
        kind = "results" if record.student_id is not None else "lineItems"
        address = f"{register.address}{GRADEBOOK}/{kind}/{record.sourced_id}"
        options: dict[str, Any] = {"timeout": TIMEOUT, "allow_redirects": False}
        if line.deletes:
            answer: requests.Response = session.delete(address, **options)
        else:
            answer = session.put(address, json=line.body, **options)
        return answer

    @cached_property
    def refused_items(self) -> set[str]:
        """The keys of the line items that were refused so far."""
        refused = self.delivery.lines.filter(state=LineState.REFUSED, record__student=None)
        return set(refused.values_list("record__key", flat=True))

    def _waiting(self) -> QuerySet[Line]:
        return self.delivery.lines.filter(state=LineState.WAITING).select_related("record")

    def _held(self) -> QuerySet[Delivery]:
        """The delivery's row, as long as it is this worker's to send."""
        return Delivery.objects.filter(pk=self.delivery.pk, lease=self.delivery.lease, state=DeliveryState.WAITING)

    def _renew(self) -> None:
        if not self._held().update(leased_until=timezone.now() + _lease()):
            raise _Overtaken

    @transaction.atomic
    def _keep(self, answered: list[Answered]) -> None:
        """Keep what the register said, in one transaction; a worker that lost its lease keeps nothing."""
        if not answered:
            return
        if not self._held().update(leased_until=timezone.now() + _lease(), attempts=0, problem=""):
            raise _Overtaken
        now = timezone.now()
        taken = []
        for each in answered:
            line = each.line
            if each.state is LineState.ACCEPTED:
                line.number = each.number
                taken.append(line)
            else:
                line.state, line.said_code, line.said, line.answered_at = each.state, each.code, each.words, now
                line.save(update_fields=["state", "said_code", "said", "answered_at"])
        # Nearly all are taken, and of those only the number differs.
        ids = [each.pk for each in taken]
        Line.objects.filter(pk__in=ids).update(
            state=LineState.ACCEPTED, said_code="", said="", answered_at=now, body=None
        )
        Line.objects.bulk_update([each for each in taken if each.number], ["number"])
        Record.objects.filter(pk__in=[each.record_id for each in taken if not each.deletes], is_there=False).update(
            is_there=True
        )
        Record.objects.filter(pk__in=[each.record_id for each in taken if each.deletes]).update(is_there=False)

    def _put_off(self, problem: str) -> None:
        attempts = (self._held().values_list("attempts", flat=True).first() or 0) + 1
        wait = min(datetime.timedelta(seconds=settings.SENDING_FIRST_WAIT) * 2 ** min(attempts - 1, 12), LONGEST_WAIT)
        logger.warning("Delivery %s waits %s: %s", self.delivery.pk, wait, problem)
        worker_queue.wake(wait.total_seconds() + 1)
        self._held().update(
            attempts=attempts, problem=problem[:300], next_try_at=timezone.now() + wait, lease="", leased_until=None
        )


_NOT_NOW = (HTTPStatus.UNAUTHORIZED, HTTPStatus.FORBIDDEN, HTTPStatus.REQUEST_TIMEOUT, HTTPStatus.TOO_MANY_REQUESTS)
"""Answers that say nothing of the line itself."""
