"""Undo and redo: every kind of change is recorded as an act, with what takes it back and does it again.

A kind registers two functions. Each gets the act's `change` and returns words on what could not be done because
somebody has changed it since; nothing of theirs is overwritten.

What was undone can be done again as long as nothing was done after it: it is then later than every act that stands.
"""

import datetime
from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Any

from django.db import transaction
from django.db.models import Max, QuerySet
from django.utils import timezone

from school.models import Act, Person, SchoolClass
from school.refusal import Refused

UNDOABLE_FOR = datetime.timedelta(days=30)

Doing = Callable[[SchoolClass, Person, Any], list[str]]


@dataclass(frozen=True)
class _Kind:
    undo: Doing
    redo: Doing


_kinds: dict[str, _Kind] = {}


def kind(name: str, *, undo: Doing, redo: Doing) -> None:
    """Say how acts of a kind are undone and done again."""
    _kinds[name] = _Kind(undo, redo)


def record(school_class: SchoolClass, person: Person, name: str, words: str, change: Any) -> Act:
    """Record an act; what was undone before can then no longer be done again."""
    return Act.objects.create(
        school_class=school_class,
        person=person,
        kind=name,
        words=words[:200],
        change=change,
        at=school_class.school.now(),
    )


@contextmanager
def as_one(school_class: SchoolClass, person: Person, words: str) -> Iterator[None]:
    """What the person does within, of whatever kinds, is one act; or is not done at all."""
    mine = Act.objects.filter(school_class=school_class, person=person)
    last = mine.aggregate(last=Max("id"))["last"] or 0
    with transaction.atomic():
        yield
        parts = list(mine.filter(id__gt=last).order_by("id"))
        if parts:
            change = [{"kind": each.kind, "change": each.change} for each in parts]
            mine.filter(id__gt=last).delete()
            record(school_class, person, "several", words, change)


def _undo_several(school_class: SchoolClass, person: Person, change: Any) -> list[str]:
    """What came last goes first."""
    return [
        words for each in reversed(change) for words in _kinds[each["kind"]].undo(school_class, person, each["change"])
    ]


def _redo_several(school_class: SchoolClass, person: Person, change: Any) -> list[str]:
    return [words for each in change for words in _kinds[each["kind"]].redo(school_class, person, each["change"])]


kind("several", undo=_undo_several, redo=_redo_several)


def is_still(now: Mapping[str, Any] | None, then: Mapping[str, Any] | None) -> bool:
    """Whether something is as an act left it, judged by the fields that the act knows: later releases add others."""
    if now is None or then is None:
        return now is then
    return all(name in now and now[name] == value for name, value in then.items())


def tidy() -> int:
    """Forget acts too old to be undone; history is kept elsewhere, by what each subject is. Gives how many."""
    count, _ = Act.objects.filter(at__lt=timezone.now() - UNDOABLE_FOR).delete()
    return count


@dataclass(frozen=True)
class Undone:
    """Which act was undone or done again, and what of it could not be."""

    words: str
    kept: list[str]


@transaction.atomic
def undo(school_class: SchoolClass, person: Person) -> Undone:
    """Take back the person's last act in the class."""
    mine = _acts(school_class, person)
    act = mine.filter(undone=False).last()
    if act is not None:
        # Once it is undone too, what was left undone before it would seem to come after what stands.
        mine.filter(undone=True, id__lt=act.pk).delete()
    return _turn(act, "There is nothing of yours to undo in this class.")


@transaction.atomic
def redo(school_class: SchoolClass, person: Person) -> Undone:
    """Do the act that was last undone again."""
    mine = _acts(school_class, person)
    stands = mine.filter(undone=False).last()
    act = mine.filter(undone=True, id__gt=stands.pk if stands else 0).first()
    return _turn(act, "There is nothing to do again in this class.")


def _turn(act: Act | None, otherwise: str) -> Undone:
    if act is None:
        raise Refused(otherwise)
    kind = _kinds[act.kind]
    kept = (kind.redo if act.undone else kind.undo)(act.school_class, act.person, act.change)
    act.undone = not act.undone
    act.save(update_fields=["undone"])
    return Undone(act.words, kept)


def _acts(school_class: SchoolClass, person: Person) -> QuerySet[Act]:
    return Act.objects.select_for_update().filter(school_class=school_class, person=person).order_by("id")
