"""What stands above every station of School: how each of them stands, in a line."""

from collections.abc import Callable
from typing import Literal

from reports.standing import plural
from school import windows
from school.calendar import current_year, running_term
from school.models import School, SchoolClass, SchoolYear, Term, TermKind

from people.drafts import last_applied, standing
from people.listing import to_invite
from people.models import Register
from people.schemas import SchoolFrameOut, SchoolStationOut

State = Literal["open", "half", "done"]
_CALLED = {TermKind.SEMESTER: "semester", TermKind.QUARTER: "term", TermKind.EXAM: "exam"}


def frame(school: School) -> SchoolFrameOut:
    """The school's head: name, year, and its stations."""
    year = current_year(school)
    draft, last = standing(school).values_list("pk", flat=True).first(), last_applied(school)
    return SchoolFrameOut(
        name=school.name,
        year=year.name if year else "",
        year_id=year.pk if year else None,
        today=school.today(),
        stations=[
            _year(year),
            _people(school),
            _classes(year),
            _shared(school),
            _posting(year, school),
            _register(school),
        ],
        draft_id=draft,
        last_file=last.name if last else None,
    )


_sent_words: list[Callable[[School], tuple[str, bool]]] = []


def say_sent_by(words: Callable[[School], tuple[str, bool]]) -> None:
    """Take from whoever knows how sending stands in a school: in words, and whether somebody must act."""
    _sent_words[:] = [words]


def _register(school: School) -> SchoolStationOut:
    if not Register.objects.filter(school=school).exists():
        return SchoolStationOut(name="register", words="not connected", state="open", look=False)
    words, look = _sent_words[0](school)
    return SchoolStationOut(name="register", words=words, state="half" if look else "done", look=look)


def _year(year: SchoolYear | None) -> SchoolStationOut:
    if year is None:
        return SchoolStationOut(name="year", words="no school year yet", state="open", look=True)
    kinds = [TermKind(each) for each in year.terms.values_list("kind", flat=True)]
    told = [
        plural(count, words)
        for kind, words in _CALLED.items()
        if (count := kinds.count(kind)) and kind is not TermKind.SEMESTER
    ]
    return SchoolStationOut(
        name="year", words=", ".join(told) or "no terms yet", state="done" if told else "open", look=not told
    )


def _people(school: School) -> SchoolStationOut:
    students, waiting = school.students.filter(is_active=True).count(), to_invite(school).values("pk").count()
    words = plural(students, "student") + (f", {waiting} to invite" if waiting else "")
    return SchoolStationOut(
        name="people",
        words=words,
        state="done" if students and not waiting else "half" if students else "open",
        look=False,
    )


def _classes(year: SchoolYear | None) -> SchoolStationOut:
    here = SchoolClass.objects.filter(year=year, archived_at=None)
    count, untaught = here.count(), here.filter(teachings=None).count()
    words = plural(count, "class", "classes") + (
        f", {untaught} without a teacher" if untaught else ", all taught" if count else ""
    )
    return SchoolStationOut(
        name="classes", words=words, state="half" if untaught else "done" if count else "open", look=untaught > 0
    )


def _shared(school: School) -> SchoolStationOut:
    scales = school.scales.filter(owner=None).count()
    standards = len(school.standards.get("standards", []))
    words = plural(scales, "scale") + (f", {plural(standards, 'standard')}" if standards else "")
    return SchoolStationOut(name="shared", words=words, state="done" if scales else "open", look=False)


def _posting(year: SchoolYear | None, school: School) -> SchoolStationOut:
    terms = list(Term.objects.filter(year=year).select_related("window").order_by("position"))
    leaves = [each for each in terms if not each.is_made_of_terms]
    if year is None or not leaves:
        return SchoolStationOut(name="posting", words="no term yet", state="open", look=False)
    term = next(
        (each for each in leaves if (window := windows.window_of(each)) and windows.is_open(window, school.today())),
        None,
    )
    if term is None:
        term = running_term(leaves, school.today())
        words = f"{term.name.lower()}: not open" if windows.window_of(term) else f"{term.name.lower()}: no window"
        return SchoolStationOut(name="posting", words=words, state="open", look=False)
    here = SchoolClass.objects.filter(year=year, archived_at=None)
    posted, count = here.filter(postings__term=term).values("pk").distinct().count(), here.count()
    return SchoolStationOut(
        name="posting",
        words=f"{term.name.lower()}: {posted} of {count} posted",
        state="done" if posted == count else "half",
        look=False,
    )
