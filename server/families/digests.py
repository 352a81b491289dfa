"""Notices to families by mail: what is new of all their children in one, once a day or a week, by day.

What is new is what the family page says now beside what the last notice said of it: what a teacher hid again meanwhile is not in it, and
a score that was corrected three times is one line.
"""

import datetime
import logging
import smtplib
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from accounts.mail import write
from django.conf import settings
from django.db import transaction
from django.template.loader import render_to_string
from django.utils.translation import gettext as _
from school.calendar import local
from school.language import in_language_of, language
from school.models import Membership, Person, Role, School, Student
from school.session import seen_students

from families.bounces import return_address
from families.models import (
    LAST_HOUR,
    FamilyNotices,
    Known,
    Notices,
    SchoolFamilies,
    Told,
    families_of,
)
from families.news import Item, known_by
from families.notices import stop_token
from families.page import FamilyPage

logger = logging.getLogger(__name__)
_KINDS = {Notices.REPORTS: {"posted"}, Notices.MISSING: {"missing"}}
"""Of what some want to know alone."""


@dataclass(frozen=True)
class Child:
    """What there is to write of a student."""

    student: Student
    items: Sequence[Item]

    @property
    def classes(self) -> dict[str, list[str]]:
        """The lines by class."""
        found: dict[str, list[str]] = {}
        for each in self.items:
            found.setdefault(each.class_name, []).append(each.words)
        return found


def write_digests() -> int:
    """Write to the families of every school whose hour has come, once a day. Gives how many were written to."""
    written = 0
    for school in School.objects.order_by("id"):
        now = school.now()
        said = families_of(school.pk)
        if said.last_day == now.date() or not said.hour <= now.hour <= LAST_HOUR:
            continue
        for person in _readers(school):
            try:
                with in_language_of(person, school):
                    written += _write_to(person, school, said, now.date())
            except Exception:
                # One who cannot be written to keeps none of the others.
                logger.exception("Notices could not be written to person %s", person.pk)
        SchoolFamilies.objects.update_or_create(school=school, defaults={"last_day": now.date()})
    return written


def _readers(school: School) -> Iterator[Person]:
    """Students and guardians of a school whose address is confirmed."""
    of = Membership.objects.filter(school=school, role__in=(Role.GUARDIAN, Role.STUDENT)).values("person")
    for notices in FamilyNotices.objects.filter(person__in=of, person__is_active=True).exclude(confirmed=""):
        if notices.confirmed == notices.person.email:
            yield notices.person


@transaction.atomic
def _write_to(person: Person, school: School, said: SchoolFamilies, today: datetime.date) -> bool:
    """Write to somebody what is new, once a day. Gives whether there was something."""
    mine = FamilyNotices.objects.select_for_update().get(person=person)
    how = Notices(mine.how or said.notices)
    is_the_day = how in (Notices.DAILY, Notices.REPORTS) or today.weekday() == said.weekday
    if how is Notices.NONE or not is_the_day or _was_written_to(person, school, today):
        return False
    children = [
        Child(student, items)
        for student in seen_students(person)
        if student.school_id == school.pk and (items := _news(person, student, how))
    ]
    if children:
        problem = _send(person, school, children)
        FamilyNotices.objects.filter(pk=mine.pk).update(problem=problem[:300])
    return bool(children)


def _was_written_to(person: Person, school: School, today: datetime.date) -> bool:
    """Whether it was looked today already what there is to write: a run that broke off goes on where it was."""
    told = Known.objects.filter(person=person, student__school=school, by=Told.MAIL).order_by("-at").first()
    return told is not None and local(school, told.at).date() == today


def _news(person: Person, student: Student, how: Notices) -> list[Item]:
    """What is to be told of a student; what was told is known from then on. On the first day nothing is new."""
    items = [item for each in FamilyPage(student, person).seen() for item in each.items]
    known = known_by(person, student, Told.MAIL)
    there, now = {each.key: each.digest for each in items}, student.school.now()
    Known.objects.update_or_create(
        person=person,
        student=student,
        by=Told.MAIL,
        defaults={"items": there, "at": now, "before": known.items if known else there, "before_at": now},
    )
    wanted = [each for each in items if each.kind in _KINDS.get(how, {each.kind})]
    if how is Notices.MISSING:
        return wanted
    return [each for each in wanted if known.items.get(each.key) != each.digest] if known is not None else []


def _send(person: Person, school: School, children: Sequence[Child]) -> str:
    """Hand a notice over to the mail server; gives what it said where it did not take the address."""
    token = stop_token(person)
    stop = f"{settings.ADDRESS}/notices/stop/{token}"
    # A mail program stops them by itself, in one click (RFC 8058).
    headers = {
        "List-Unsubscribe": f"<{settings.ADDRESS}/api/v1/notices/stop/{token}>",
        "List-Unsubscribe-Post": "List-Unsubscribe=One-Click",
    }
    about = {
        "person": person,
        "school": school,
        "children": children,
        "address": settings.ADDRESS,
        "stop": stop,
        "language": language(),
    }
    names = _(" and ").join(each.student.given_name for each in children)
    try:
        write(
            school,
            person.email,
            _("new of %(names)s") % {"names": names},
            render_to_string("families/digest.txt", about),
            html=render_to_string("families/digest.html", about),
            headers=headers,
            return_to=return_address(person),
        )
    except smtplib.SMTPRecipientsRefused as refused:
        code, words = next(iter(refused.recipients.values()))
        return f"{code} {words.decode(errors='replace') if isinstance(words, bytes) else words}"
    return ""
