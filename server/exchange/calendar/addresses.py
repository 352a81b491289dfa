"""Private addresses of calendars: made, told once, stopped; what they show is looked at anew each time."""

import rules
from django.utils import timezone
from school.models import OF_WHOLE_CLASS, Person, SchoolClass, Student
from school.refusal import NotYours
from school.secret import hashed, new_secret

from exchange.calendar.events import of_class, of_classes, of_student
from exchange.models import CalendarAddress


def make_address(person: Person, school_class: SchoolClass | None = None, student: Student | None = None) -> str:
    """A new secret for a calendar, in place of the one that the person had for it: that one leads nowhere any more."""
    secret = new_secret()
    mine = CalendarAddress.objects.filter(person=person, school_class=school_class, student=student)
    mine.delete()
    CalendarAddress.objects.create(
        person=person, school_class=school_class, student=student, secret_hash=hashed(secret), made_at=timezone.now()
    )
    return secret


def calendar_at(secret: str) -> bytes:
    """The calendar of an address. Raises NotYours for one that is none, or whose person may not see it any more."""
    found = (
        CalendarAddress.objects.select_related("person", "student__school", *OF_WHOLE_CLASS)
        .filter(secret_hash=hashed(secret), person__is_active=True)
        .first()
    )
    if found is None:
        raise NotYours
    if found.student is not None:
        if not rules.test_rule("exchange.child", found.person, found.student):
            raise NotYours
        return of_student(found.student)
    if found.school_class is not None:
        own = SchoolClass.objects.for_person(found.person).get(pk=found.school_class.pk)
        if not rules.test_rule("exchange.save", found.person, own):
            raise NotYours
        return of_class(own)
    return of_classes(found.person)
