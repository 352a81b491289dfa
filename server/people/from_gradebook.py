"""A class made at once from a gradebook file: the class, its students where the school knows them, its plan and its scores."""

from collections.abc import Mapping
from dataclasses import dataclass

from django.db import transaction
from exchange.opening import Opened, open_gradebook, pair, read_gradebook
from exchange.students import Roster
from school.models import Person, SchoolClass, SchoolYear, Student
from scores.class_cache import as_it_is

from people.classes import TeachingGiven, add_class
from people.enrolling import enrol


@dataclass(frozen=True)
class MadeFrom:
    """The class, what was opened over it, and whom of the file the school does not know."""

    school_class: SchoolClass
    opened: Opened
    unknown: list[str]


@transaction.atomic
def class_from_gradebook(year: SchoolYear, person: Person, given: Mapping[str, str], text: str) -> MadeFrom:
    """Make a class of a teacher's own from a gradebook file. Who is in the file and at the school, by number, alias or name, is in the
    class from the year's first day. Raises Refused, making nothing, for a file that is none or a name that is taken.
    """
    book = read_gradebook(text)
    mine = [TeachingGiven(person=person.pk, leads=True)]
    school_class = add_class(year.school, year, dict(given), mine)
    everybody = Roster(Student.objects.filter(school=year.school_id, is_active=True))
    found: list[Student] = []
    unknown = []
    for name in book.students:
        known = everybody.called(name)
        if known is None:
            unknown.append(name)
        else:
            found.append(known)
    enrol(school_class, found, year.starts)
    now = as_it_is(school_class)
    return MadeFrom(now, open_gradebook(now, person, book, pair(now, book, {}, {})), unknown)
