"""Days on which work is due, as an iCalendar file (RFC 5545)."""

import datetime
from collections.abc import Iterable

from django.utils import timezone
from icalendar import Calendar, Event
from plans.loading import LoadedPlan, load_plan
from plans.models import Assignment
from school.calendar import current_year, year_of_day
from school.models import OF_WHOLE_CLASS, Person, SchoolClass, Student

ASKED_AGAIN = datetime.timedelta(hours=1)
"""How long a calendar program may wait before it looks whether a day was moved."""


def of_class(school_class: SchoolClass) -> bytes:
    """Everything that is due in a class."""
    return _calendar(str(school_class), _events(school_class))


def of_classes(person: Person) -> bytes:
    """Everything that is due in the classes that a person teaches this year."""
    taught = SchoolClass.objects.for_person(person).filter(teachings__person=person, archived_at=None)
    running = [each for each in taught if current_year(each.school) == each.year]
    return _calendar("My classes", [event for each in running for event in _events(each)])


def of_student(student: Student) -> bytes:
    """What a student is given and when it is due, in the classes that they are in this year: no scores, and nothing of others."""
    enrolled = student.enrolments.select_related(*OF_WHOLE_CLASS)
    classes = [each.school_class for each in enrolled]
    year = year_of_day({each.year for each in classes}, student.school.today())
    running = [each for each in classes if each.year == year and each.archived_at is None]
    return _calendar(str(student), [event for each in running for event in _events(each, student)])


def _events(school_class: SchoolClass, student: Student | None = None) -> list[Event]:
    """Of a class, what has a day; for a student only what is theirs, and nothing once they have left (R14.3)."""
    plan = load_plan(school_class)
    if student is not None and student not in plan.students:
        return []
    theirs = {
        each.id
        for each in plan.book.assignments
        if student is None or each.assigned is None or str(student.pk) in each.assigned
    }
    return [
        _event(plan, each)
        for each in plan.assignments
        if each.due_on is not None and str(each.pk) in theirs and (student is None or each.announced)
    ]


def _event(plan: LoadedPlan, work: Assignment) -> Event:
    category = next((each.name for each in plan.categories if each.pk == work.category_id), "")
    event = Event()
    event.add("uid", f"work-{work.pk}@hoarfrost")
    event.add("dtstamp", timezone.now())
    event.add("summary", f"{work.name} ({plan.school_class})")
    event.add("dtstart", work.due_on)
    assert work.due_on is not None
    event.add("dtend", work.due_on + datetime.timedelta(days=1))
    # A program takes an event for changed by this number.
    event.add("sequence", work.version)
    event.add("transp", "TRANSPARENT")
    about = ", ".join(filter(None, [category, f"{work.points.normalize():f} points"]))
    event.add("description", "\n\n".join(filter(None, [about, work.description])))
    if work.link:
        event.add("url", work.link)
    return event


def _calendar(name: str, events: Iterable[Event]) -> bytes:
    calendar = Calendar()
    calendar.add("prodid", "-//Hoarfrost//Hoarfrost 1//EN")
    calendar.add("version", "2.0")
    calendar.add("name", name)
    calendar.add("refresh-interval", ASKED_AGAIN, parameters={"value": "DURATION"})
    for event in sorted(events, key=lambda each: (each["dtstart"].dt, str(each["summary"]))):
        calendar.add_component(event)
    return bytes(calendar.to_ical())
