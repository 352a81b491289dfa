"""A class whose scores the register that stands in for a real one takes: what measurements of sending stand on."""

import json
import re
from collections.abc import Mapping
from typing import Any


def prepared(students: int, works: int) -> Any:
    """A class of so many students with so much work that the register knows by now, paired; gives the class."""
    import datetime

    from _measuring import made
    from demo import office
    from plans.models import Assignment
    from school.models import Person, SchoolClass, Term
    from sending import pairing, register_lists
    from sending.models import PairedKind, SchoolSending

    class_id = made(students, works)
    Assignment.objects.filter(school_class=class_id).update(due_on=datetime.date(2032, 1, 9))
    here = SchoolClass.objects.select_related("school", "year").get(pk=class_id)
    SchoolSending.objects.update(sends_work=True)
    register_lists.keep(here.school, office.records(here.school), here.school.now())
    person = Person.objects.get(sign_in="odalys")

    def pairs() -> pairing.ClassPairing:
        return pairing.ClassPairing(here, list(Term.objects.filter(year=here.year)), list(here.categories.all()))

    for category in here.categories.all():
        pairing.choose(pairs(), person, PairedKind.CATEGORY, " ".join(category.name.split()).casefold(), "practical")
    return here


def put_out(here: Any) -> int:
    """Put all that is new of a class into the outbox; gives how many lines."""
    from school.models import Term
    from sending import outbox
    from sending.models import Line, What, Why
    from sending.outgoing import Going

    quarter = Term.objects.get(name="Quarter 2")
    made = outbox.put_out(Going(here, quarter), Why.NIGHT, None, whats=(What.WORK,))
    return Line.objects.filter(delivery__in=made).count()


def simulated(here: Any, schools: int) -> list[Any]:
    """So many schools, each with a class whose lines are one class's under identifiers of their own, waiting in the outbox but not due;
    gives the schools. Their students and their work are that class's, for sending asks of them only that they are there.
    """
    import datetime
    import uuid

    from people.models import Register
    from school.models import School, SchoolClass
    from sending.models import Delivery, Line, Record

    register = Register.objects.get(school=here.school)
    delivery = Delivery.objects.filter(school_class=here).latest("id")
    lines = list(delivery.lines.select_related("record").order_by("id"))
    delivery.next_try_at = here.school.now() + datetime.timedelta(days=400)
    made = []
    for place in range(schools):
        school = School.objects.create(name=f"Simulated {place}", time_zone=here.school.time_zone)
        register.pk, register.school = None, school
        register.save()
        copy = SchoolClass.objects.create(school=school, year=here.year, name=here.name)
        delivery.pk, delivery.school_class = None, copy
        delivery.save()
        names = {str(each.record.sourced_id): str(uuid.uuid4()) for each in lines}
        records = Record.objects.bulk_create(
            Record(
                school_class=copy,
                key=each.record.key,
                sourced_id=names[str(each.record.sourced_id)],
                term_id=each.record.term_id,
                assignment_id=each.record.assignment_id,
                student_id=each.record.student_id,
                digest=each.record.digest,
            )
            for each in lines
        )
        Line.objects.bulk_create(
            Line(delivery=delivery, record=record, body=_renamed(line.body, names), shown=line.shown)
            for line, record in zip(lines, records, strict=True)
        )
        made.append(school)
    return made


UUID = re.compile(r"[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}")


def _renamed(body: Any, names: Mapping[str, str]) -> Any:
    """A body whose identifiers of Hoarfrost's own are others."""
    return json.loads(UUID.sub(lambda found: names.get(found[0], found[0]), json.dumps(body)))
