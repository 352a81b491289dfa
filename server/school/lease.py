"""Work that waits in a row until a worker takes it up under a lease, which it renews with each step.

A worker that was stopped in the middle lets its lease run out; the work is another's to begin anew then, and is given up
after some attempts. One that was only slow finds that it no longer holds the lease, and keeps nothing.
"""

import datetime
import uuid
from typing import Any, TypeVar

from django.db import models, transaction
from django.db.models import Q, QuerySet
from django.utils import timezone

LEASE = datetime.timedelta(minutes=2)
"""How long a worker may be silent about what it does; no single step takes as long."""
MOST_ATTEMPTS = 3


class LeaseLost(Exception):
    """The lease ran out, and somebody else does the work."""


class Leased(models.Model):
    """Work in a row with a `state` of its own: `done` of `total` steps are done, and why it could not be is its `problem`."""

    done = models.PositiveIntegerField(default=0)
    total = models.PositiveIntegerField(default=0)
    problem = models.CharField(max_length=300, blank=True)
    lease = models.CharField(max_length=36, blank=True)
    leased_until = models.DateTimeField(null=True, blank=True)
    attempts = models.PositiveSmallIntegerField(default=0)

    class Meta:
        abstract = True


Work = TypeVar("Work", bound=Leased)


@transaction.atomic
def take(rows: QuerySet[Work], waiting: str, under_way: str) -> Work | None:
    """The first of the rows that waits, or was left by a worker that does not go on with it; None where there is none."""
    now = timezone.now()
    is_left = Q(state=under_way) & (Q(leased_until=None) | Q(leased_until__lt=now))
    work = rows.select_for_update(skip_locked=True).filter(Q(state=waiting) | is_left).order_by("id").first()
    if work is None:
        return None
    held: dict[str, Any] = {
        "attempts": work.attempts + 1,
        "lease": str(uuid.uuid4()),
        "leased_until": now + LEASE,
        "state": under_way,
        "done": 0,
    }
    for name, value in held.items():
        setattr(work, name, value)
    work.save(update_fields=list(held))
    return work


def refuse_spent(work: Leased) -> None:
    """Raises RuntimeError where the work has ended its workers too often."""
    if work.attempts > MOST_ATTEMPTS:
        raise RuntimeError(f"given up after {MOST_ATTEMPTS} attempts")


def go_on(work: Leased) -> None:
    """A step is done: the lease is renewed. Raises LeaseLost."""
    work.done += 1
    _change(work, done=work.done, leased_until=timezone.now() + LEASE)


def end(work: Leased, **changes: Any) -> None:
    """The work is over, as `changes` say. Raises LeaseLost."""
    _change(work, lease="", leased_until=None, **changes)


def _change(work: Leased, **changes: Any) -> None:
    rows: QuerySet[Any] = type(work)._default_manager.filter(pk=work.pk, lease=work.lease)
    if not rows.update(**changes):
        raise LeaseLost
