"""A class whose scores the register that stands in for a real one takes: what measurements of sending stand on."""

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
    from sending.going import Going
    from sending.models import Line, What, Why

    quarter = Term.objects.get(name="Quarter 2")
    made = outbox.put_out(Going(here, quarter), Why.NIGHT, None, whats=(What.WORK,))
    return Line.objects.filter(delivery__in=made).count()
