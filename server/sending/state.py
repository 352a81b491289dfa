"""How sending stands, for the trail of a class and the list of what needs its teacher."""

from collections.abc import Mapping, Sequence

from django.db.models import Count, FilteredRelation, Q
from people.models import Register
from reports.standing import day_text, plural
from reports.standing_schemas import StationOut
from school.calendar import local
from school.models import School, SchoolClass, Term

from sending.models import Line, LineState, PairedKind, sending_of


def stations(places: Sequence[tuple[SchoolClass, Term]]) -> dict[int, StationOut]:
    """The station Send of some classes, each in a term, by class; none of one whose school has no register and that has nothing refused.
    It costs two queries, however many they are.
    """
    # What a person reads are results: they say it, too, where their line item keeps them from going.
    mine = Line.objects.filter(
        record__school_class__in=[each for each, _ in places],
        record__term__in={term for _, term in places},
        is_last=True,
    )
    rows = mine.exclude(record__student=None).values_list("record__school_class", "record__term", "state")
    counts = {(school_class, term, state): count for school_class, term, state, count in rows.annotate(Count("pk"))}
    # Of each school that has a register what this does not have any more, which is little: one row without a number where that is nothing.
    gone = FilteredRelation("school__register_pairings", condition=Q(school__register_pairings__is_gone=True))
    registers = Register.objects.filter(school__in={each.school_id for each, _ in places}).annotate(gone=gone)
    pairings = list(registers.values_list("school", "gone__kind", "gone__scope", "gone__here"))
    registered = {school for school, *_ in pairings}
    found = {}
    for school_class, term in places:
        of = {state: counts.get((school_class.pk, term.pk, state), 0) for state in LineState}
        count = sum(
            school == school_class.school_id and _is_of(kind, scope, here, school_class, term)
            for school, kind, scope, here in pairings
        )
        station = _station(of, count, has_register=school_class.school_id in registered)
        if station is not None:
            found[school_class.pk] = station
    return found


def _station(counts: Mapping[LineState, int], gone: int, *, has_register: bool) -> StationOut | None:
    if counts[LineState.REFUSED]:
        return StationOut(
            name="send", state="half", words=f"{plural(counts[LineState.REFUSED], 'line')} refused", look=True
        )
    if not has_register:
        return None
    if gone:
        words = f"{plural(gone, 'pairing')} {'fits' if gone == 1 else 'fit'} no longer"
        return StationOut(name="send", state="half", words=words, look=True)
    if counts[LineState.WAITING]:
        return StationOut(
            name="send", state="half", words=f"{plural(counts[LineState.WAITING], 'line')} on the way", look=False
        )
    if counts[LineState.ACCEPTED]:
        return StationOut(name="send", state="done", words=f"{counts[LineState.ACCEPTED]} accepted", look=False)
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


def _is_of(kind: str | None, scope: str, here: str, school_class: SchoolClass, term: Term) -> bool:
    """Whether a pairing is of a class, its term or categories, or of where posted grades stand."""
    return (
        kind == PairedKind.GRADES
        or (kind == PairedKind.CLASS and here == str(school_class.pk))
        or (kind == PairedKind.TERM and here == str(term.pk))
        or (kind == PairedKind.CATEGORY and scope == school_class.name)
    )
