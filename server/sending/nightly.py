"""The night's run: the register is asked what it has, rosters come in, and what is new of each class goes out.

A night that was missed is caught up: it is run as soon as a worker looks, once a day of the school's.
"""

import datetime
import logging

from django.db import transaction
from django.db.models import Q
from django.utils import timezone
from people import drafts
from school.calendar import current_year
from school.models import Membership, Person, Role, School, SchoolClass, SchoolYear
from school.refusal import Refused
from scores.class_cache import cached_class

from sending import outbox
from sending.models import Line, LineState, Rosters, SchoolSending, When, Why
from sending.outgoing import Going
from sending.pairing import ClassPairing
from sending.register_lists import Lists, lists_of, look

NIGHT = datetime.timedelta(hours=2)
"""How long a worker may take over a school's night before another takes it up."""
KEPT = datetime.timedelta(days=400)
"""How long receipts are kept that a later one of the same record has replaced."""
logger = logging.getLogger(__name__)


def run_nights() -> int:
    """Run the night of every school whose hour has come, once a day. Gives how many were run."""
    run = 0
    for school in School.objects.filter(register__isnull=False).order_by("id"):
        said, _ = SchoolSending.objects.get_or_create(school=school)
        if _is_due(school, said) and _take(said):
            _run(school, said)
            run += 1
    return run


def _last_due(school: School, said: SchoolSending) -> datetime.date:
    """The last day whose night should have begun by now."""
    now = school.now()
    return now.date() if now.hour >= said.hour else now.date() - datetime.timedelta(days=1)


def _is_due(school: School, said: SchoolSending) -> bool:
    return said.last_night is None or said.last_night < _last_due(school, said)


def _take(said: SchoolSending) -> bool:
    free = Q(night_leased_until=None) | Q(night_leased_until__lt=timezone.now())
    mine = SchoolSending.objects.filter(free, pk=said.pk, last_night=said.last_night)
    return bool(mine.update(night_leased_until=timezone.now() + NIGHT))


def _run(school: School, said: SchoolSending) -> None:
    day = _last_due(school, said)
    try:
        look(school)
    except Refused as refused:
        # What was known goes into the outbox, and waits there until the register answers.
        logger.warning("At night the register of %s did not answer: %s", school, refused.message)
    year = current_year(school)
    if year is not None:
        _take_rosters(school, year, said)
        lists = lists_of(school)
        for school_class in SchoolClass.objects.filter(year=year, archived_at=None).whole():
            try:
                _put_out(school_class, day, lists)
            except Exception:
                # One class that cannot be read keeps none of the others.
                logger.exception("Class %s could not be put out", school_class.pk)
    SchoolSending.objects.filter(pk=said.pk).update(last_night=day, night_leased_until=None)


def _put_out(school_class: SchoolClass, day: datetime.date, lists: Lists) -> None:
    """What is new of a class in the terms that have begun."""
    if outbox.when_of(school_class) is not When.NIGHT:
        return
    plan = cached_class(school_class).plan
    pairing = ClassPairing(school_class, plan.terms, plan.categories, lists)
    for term in plan.terms:
        if term.starts <= day:
            outbox.put_out(Going(school_class, term, pairing), Why.NIGHT, None)


def _take_rosters(school: School, year: SchoolYear, said: SchoolSending) -> None:
    """The register's rosters as a draft, or by themselves, in the name of the school's first officer. A draft that an officer is at
    is left alone, and one that changes nothing is not kept.
    """
    officer = _officer(school)
    if said.rosters == Rosters.ASKED or officer is None or drafts.standing(school).exists():
        return
    try:
        with transaction.atomic():
            draft = drafts.begin_from_register(school, year, officer)
            if not drafts.compute(draft).changes:
                drafts.throw_away(draft)
            elif said.rosters == Rosters.APPLIED:
                drafts.apply_draft(draft, officer)
    except Refused as refused:
        logger.warning("The rosters of %s were not taken over: %s", school, refused.message)


def _officer(school: School) -> Person | None:
    first = (
        Membership.objects.filter(school=school, role=Role.OFFICER, person__is_active=True)
        .select_related("person")
        .order_by("id")
        .first()
    )
    return first.person if first is not None else None


def tidy() -> int:
    """Forget receipts of long ago that later ones have replaced. Gives how many."""
    old = timezone.now() - KEPT
    gone, _ = Line.objects.filter(is_last=False, state=LineState.ACCEPTED, answered_at__lt=old).delete()
    return gone
