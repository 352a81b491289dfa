"""How sending stands, for the trail of a class and the list of what needs its teacher."""

from django.db.models import Count, Q
from people.models import Register
from reports.standing import day_text, plural
from reports.standing_schemas import StationOut
from school.calendar import local
from school.models import School, SchoolClass, Term

from sending.models import Line, LineState, PairedKind, Pairing, sending_of


def station(school_class: SchoolClass, term: Term) -> StationOut | None:
    """The station Send; None where the school has no register."""
    # What a person reads are results: they say it, too, where their line item keeps them from going.
    mine = Line.objects.filter(record__school_class=school_class, record__term=term, is_last=True)
    counts = mine.exclude(record__student=None).aggregate(
        **{state: Count("pk", filter=Q(state=state)) for state in LineState}
    )
    if counts["refused"]:
        return StationOut(name="send", state="half", words=f"{plural(counts['refused'], 'line')} refused", look=True)
    if not Register.objects.filter(school=school_class.school_id).exists():
        return None
    if gone := gone_pairings(school_class, term):
        words = f"{plural(gone, 'pairing')} {'fits' if gone == 1 else 'fit'} no longer"
        return StationOut(name="send", state="half", words=words, look=True)
    if counts["waiting"]:
        return StationOut(
            name="send", state="half", words=f"{plural(counts['waiting'], 'line')} on the way", look=False
        )
    if counts["accepted"]:
        return StationOut(name="send", state="done", words=f"{counts['accepted']} accepted", look=False)
    return StationOut(name="send", state="open", words="nothing sent yet", look=False)


def of_school(school: School) -> tuple[str, bool]:
    """How sending stands in a school, in words, and whether somebody must act."""
    last = Line.objects.filter(record__school_class__school=school, is_last=True, state=LineState.REFUSED)
    refused = last.exclude(record__student=None).count()
    said = sending_of(school.pk)
    if refused:
        return f"{plural(refused, 'line')} refused", True
    if said.problem:
        return "it did not answer", True
    return (
        "connected" if said.looked_at is None else f"looked at {day_text(local(school, said.looked_at).date())}"
    ), False


def gone_pairings(school_class: SchoolClass, term: Term) -> int:
    """How many pairings of a class and term the register does not have the other half of any more."""
    here = (
        Q(kind=PairedKind.CLASS, here=str(school_class.pk))
        | Q(kind=PairedKind.TERM, here=str(term.pk))
        | Q(kind=PairedKind.CATEGORY, scope=school_class.name)
        | Q(kind=PairedKind.GRADES)
    )
    return Pairing.objects.filter(here, school=school_class.school_id, is_gone=True).count()
