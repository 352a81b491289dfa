"""The demo's sending: what the register was last seen to have, pairings agreed in September, and a week of deliveries."""

import datetime
from collections.abc import Sequence
from dataclasses import replace

from gradecore.held import Held
from people.models import Register
from school.models import Person, SchoolClass, Student
from scores.class_cache import cached_class
from sending import outbox, pairing, register_lists
from sending.models import Delivery, DeliveryState, Line, LineState, Pairing, Record, SchoolSending, What, Why
from sending.outgoing import Going
from sending.records import Lines

from demo import office
from demo.making import Tarnwick, day

NOWHERE = "http://127.0.0.1:9"
"""Where the register is before the demo is started: nobody answers there."""
FIRST_NUMBER = 48_000
REFUSED_MARK = "A+"
MOVED_TO = "GEOGRAPHY 8 C"
NIGHTS = ((day(9, 1), 7), (day(10, 1), 19), (day(12, 1), 32), (day(14, 1), 11))
"""Of the last nights how many scores went."""
GRADES_WENT = day(13, 1)
"""In this night what was posted on the day before went."""
UNSENT = 14
"""How many scores have come in since the last night."""


def fill_sending(made: Tarnwick, section_a: SchoolClass, odalys: Person) -> None:
    """All of it, for the school and for section A."""
    Register.objects.create(
        school=made.school,
        address=NOWHERE,
        token_address=f"{NOWHERE}/token",
        client_id="x",
        client_secret="x",
        org=office.ORG,
    )
    SchoolSending.objects.create(school=made.school, sends_work=True, last_night=made.school.today())
    register_lists.keep(made.school, office.records(made.school), made.moment(day(14, 1), 2, 0))
    _pair(made, section_a, odalys)
    going = Going(section_a, made.terms["q2"])
    work = [each.key for each in Lines(going).work()]
    earlier = len(work) - UNSENT - sum(count for _, count in NIGHTS)
    begin = 0
    for on, count in sorted([(day(18, 12), earlier), *NIGHTS, (GRADES_WENT, 0)]):
        if on == GRADES_WENT:
            _grades(made, section_a)
        else:
            _send(going, work[begin : begin + count], made.moment(on, 2, 0))
        begin += count


def _pair(made: Tarnwick, school_class: SchoolClass, person: Person) -> None:
    """What is not the same by name was agreed to when the year began."""
    plan = cached_class(school_class).plan
    found = pairing.ClassPairing(school_class, plan.terms, plan.categories)
    fieldwork = next(each for each in found.of_categories.values() if each.name == "Fieldwork")
    pairing.choose(found, person, fieldwork.kind, fieldwork.here, "practical")
    found = pairing.ClassPairing(school_class, plan.terms, plan.categories)
    pairing.agree(found, person)
    Pairing.objects.filter(school=made.school).update(at=made.moment(day(2, 9), 15, 40))


def _grades(made: Tarnwick, school_class: SchoolClass) -> None:
    """What was posted went in the night after, before two of them changed; the register refused two others."""
    going = Going(school_class, made.terms["q2"])
    going.grades = [replace(each, held=None if each.held is Held.CHANGED else each.held) for each in going.grades]
    (delivery,) = outbox.put_out(going, Why.NIGHT, None, whats=(What.GRADES,))
    refused = {
        str(moved_student(school_class).pk): f"This student is in {MOVED_TO}, not in this class.",
        **{
            str(each.student.pk): f"The list of marks for this course has no {REFUSED_MARK}."
            for each in going.grades
            if each.posted is not None and each.posted.mark == REFUSED_MARK
        },
    }
    _answer(delivery, made.moment(GRADES_WENT, 2, 0), refused)


def moved_student(school_class: SchoolClass) -> Student:
    """Whom the register has in another section."""
    return Student.objects.get(enrolments__school_class=school_class, family_name="Calloway")


def _send(going: Going, keys: Sequence[str], at: datetime.datetime) -> None:
    made_of = outbox.put_out(going, Why.NIGHT, None, whats=(What.WORK,), only=set(keys))
    for delivery in made_of:
        _answer(delivery, at, {})


def _answer(delivery: Delivery, at: datetime.datetime, refused: dict[str, str]) -> None:
    """What the register said of each line, that night."""
    number = FIRST_NUMBER + Line.objects.exclude(number="").count()
    lines = list(delivery.lines.select_related("record"))
    for place, line in enumerate(lines):
        line.answered_at = at + datetime.timedelta(seconds=place // 20)
        line.said = refused.get(str(line.record.student_id), "")
        if line.said:
            line.state, line.said_code = LineState.REFUSED, "unknownobject" if "student" in line.said else "invaliddata"
        else:
            line.state, line.number = LineState.ACCEPTED, str(number + place)
    Line.objects.bulk_update(lines, ["state", "said", "said_code", "number", "answered_at"])
    Record.objects.filter(pk__in=[each.record_id for each in lines if each.state == LineState.ACCEPTED]).update(
        is_there=True
    )
    Delivery.objects.filter(pk=delivery.pk).update(at=at, state=DeliveryState.DONE, ended_at=at)
