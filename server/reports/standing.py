"""How a class stands: its trail, its ribbon, and what needs the teacher."""

import datetime
import itertools
from collections import Counter
from collections.abc import Callable, Mapping, Sequence
from fractions import Fraction
from typing import Literal

from django.utils.formats import date_format
from django.utils.translation import gettext as _
from gradecore.figures import AssignmentFigures, assignment_figures, term_figures
from gradecore.numbers import decimal_text, fixed_text
from gradecore.shares import planned_shares
from plans.loading import load_plan
from plans.models import Assignment, Draft
from school import windows
from school.calendar import local
from school.language import language
from school.models import Person, SchoolClass, SchoolYear, Term, TermKind
from school.own_classes import own_name
from school.revisions import plan_revision
from scores.book import LoadedClass
from scores.class_cache import cached_answer, cached_class, cached_of_class
from scores.grid import is_apart

from reports.posted import in_force, of_term
from reports.report import grades_of
from reports.standing_schemas import (
    DayOut,
    FrameOut,
    LedgerOut,
    NeedOut,
    RibbonOut,
    SegmentOut,
    StandingOut,
    StationOut,
    TodayOut,
    WindowOut,
)
from reports.written import state_of, written

Reach = Literal["open", "half", "done"]
DAY = datetime.timedelta(days=1)


def day_text(day: datetime.date) -> str:
    """A day as it is written: Thu 14 Sep."""
    # Only English writes months with a large letter.
    return date_format(day, "D j M" if language() == "en" else "D j b")


def plural(count: int, one: str, more: str | None = None) -> str:
    """A count with its word."""
    return f"{count} {one if count == 1 else more or one + 's'}"


Place = tuple[SchoolClass, Term]
SendStations = Callable[[Sequence[Place]], Mapping[int, StationOut]]
_send_stations: list[SendStations] = []


def send_stations_by(told: SendStations) -> None:
    """Take how sending stands in some classes, each once, by class, from whoever knows; nothing of one whose school has no register."""
    _send_stations[:] = [told]


SECTION_SIGN = 2
"""Characters of a section that is told by a sign alone."""


def class_words(school_class: SchoolClass, *, is_renamed: bool = False) -> str:
    """Section, room and times in a line; for who calls the class otherwise its own name, too."""
    # A letter or a number needs the word before it; "homeroom" is one by itself.
    section = school_class.section
    called = f"Section {section}" if 0 < len(section) <= SECTION_SIGN else section.capitalize()
    called = str(school_class) if is_renamed else called
    return ", ".join(each for each in (called, school_class.room, school_class.times) if each)


class Standing:
    """How one class stands in one term."""

    def __init__(self, loaded: LoadedClass, term: Term) -> None:
        self.loaded, self.term, self.name = loaded, term, str(term.pk)
        self.today = loaded.plan.school_class.school.today()
        self.assignments = [each for each in loaded.plan.assignments if each.term_id == term.pk]
        self.figures: dict[str, AssignmentFigures] = {}
        if not self.term.is_made_of_terms:
            self.figures = dict(assignment_figures(loaded.gradebook, self.name))
        self.draft = Draft.objects.filter(school_class=loaded.plan.school_class).first()
        kept = written(loaded.plan.school_class, term)
        self.states = Counter(state_of(now, student, kept) for student, now in grades_of(loaded, term).items())

    @property
    def apart(self) -> list[Assignment]:
        """What is in no category, though it needs one."""
        return [each for each in self.assignments if is_apart(self.loaded, each) and each.counts]

    @property
    def past_due(self) -> dict[Assignment, int]:
        """Open work of the grade that is past due, and how many blanks it has."""
        return {
            each: self.figures[str(each.pk)].blank
            for each in self.assignments
            if each.due_on
            and each.due_on < self.today
            and not each.closed
            and not each.extra
            and not is_apart(self.loaded, each)
            and self.figures[str(each.pk)].blank
        }

    def out(self, called: str) -> StandingOut:
        """How the class stands but for what is sent of it; `called` is what its teacher calls it."""
        return StandingOut(
            trail=[self._plan(), self._scores(), self._spread(), self._report()],
            posted=self.states["posted"] + self.states["changed"],
            needs=self._needs(called),
        )

    def _plan(self) -> StationOut:
        if self.term.is_made_of_terms:
            return StationOut(name="plan", state="done", words="made of its parts", look=False)
        if not self.loaded.plan.categories:
            return StationOut(name="plan", state="open", words="no categories yet", look=False)
        if self.draft is not None:
            return StationOut(name="plan", state="half", words=self._draft_words(), look=True)
        weights = planned_shares(self.loaded.book, self.loaded.gradebook.terms[self.name]).weights
        method = self.loaded.gradebook.rules(self.name).method
        words = {"points": "points in one pool", "equal": "every assignment alike", "standards": "by standards"}.get(
            method, ""
        )
        if weights is not None:
            words = f"adds up to {decimal_text(weights)}"
        apart = f", {len(self.apart)} apart" if self.apart else ""
        state: Reach = "done" if self.assignments and (weights is None or weights == 100) else "half"
        return StationOut(name="plan", state=state, words=words + apart, look=bool(apart) or weights not in (None, 100))

    def _draft_words(self) -> str:
        drafted = load_plan(self.loaded.plan.school_class, drafted=True).book
        term = next(each for each in drafted.terms if each.id == self.name)
        weights = planned_shares(drafted, term).weights
        return (
            "a draft waits" if weights in (None, 100) else f"draft, {decimal_text(weights or Fraction(0))} of 100 given"
        )

    def _scores(self) -> StationOut:
        blanks = sum(self.past_due.values())
        if self.term.is_made_of_terms or not self.assignments:
            return StationOut(name="scores", state="open", words="no assignments", look=False)
        marked = sum(each.marked for each in self.figures.values())
        words = f"{plural(blanks, 'blank')} past due" if blanks else "nothing blank" if marked else "no scores yet"
        is_done = not blanks and all(each.closed for each in self.assignments)
        state: Reach = "done" if is_done else "half" if marked else "open"
        return StationOut(name="scores", state=state, words=words, look=False)

    def _spread(self) -> StationOut:
        if self.loaded.gradebook.rules(self.name).levels_alone:
            return StationOut(name="spread", state="open", words="by standard", look=False)
        figures = term_figures(self.loaded.gradebook, self.name)
        if figures.mean is None or figures.median is None:
            return StationOut(name="spread", state="open", words="no grades yet", look=False)
        words = f"mean {fixed_text(figures.mean, 1)}, median {fixed_text(figures.median, 1)}"
        return StationOut(name="spread", state="open", words=words, look=False)

    def _report(self) -> StationOut:
        everybody = sum(self.states.values())
        posted, changed = self.states["posted"] + self.states["changed"], self.states["changed"]
        if posted:
            words = f"{posted} posted" + (f", {changed} changed" if changed else "")
            state: Reach = "done" if posted == everybody and not changed else "half"
            return StationOut(name="report", state=state, words=words, look=bool(changed))
        ready = self.states["ready"]
        words = f"{ready} of {everybody} ready" if everybody else "no students yet"
        return StationOut(name="report", state="half" if ready else "open", words=words, look=False)

    def _needs(self, called: str) -> list[NeedOut]:
        """What needs the teacher, each with the day that it is to be done by."""
        school_class = self.loaded.plan.school_class
        place = f"/class/{school_class.pk}"
        by, ends = self.term.ends, _ends_words(self.term)
        found = []
        for assignment, blanks in self.past_due.items():
            words = (
                f"{called}: {plural(blanks, 'score')} of {assignment.name.partition(':')[0]} {_are(blanks)} not in yet."
            )
            found.append(
                NeedOut(by=by, when=ends, kind="todo", words=words, act="Enter scores", place=f"{place}/scores")
            )
        for each in self.apart:
            words = f"{called}: {each.name} is in no category."
            found.append(NeedOut(by=by, when=ends, kind="look", words=words, act="Place it", place=f"{place}/plan"))
        if self.draft is not None:
            words = f"{called}: a draft of the plan waits since {day_text(local(school_class.school, self.draft.begun_at).date())}."
            found.append(
                NeedOut(by=by, when=ends, kind="look", words=words, act="Open the draft", place=f"{place}/plan")
            )
        window = windows.window_of(self.term)
        if window is not None and windows.is_open(window, self.today):
            found += self._report_needs(called, place, window.closes)
        return found

    def _report_needs(self, named: str, place: str, by: datetime.date) -> list[NeedOut]:
        found = []
        closes = f"{day_text(by)}, posting closes"
        unwritten = self.states["no_comment"] + self.states["being_written"]
        if unwritten and not self.states["posted"]:
            words = f"{named}: {plural(unwritten, 'comment')} {_are(unwritten)} still to be written."
            found.append(NeedOut(by=by, when=closes, kind="todo", words=words, act="Write", place=f"{place}/report"))
        if changed := self.states["changed"]:
            words = f"{named}: {plural(changed, 'grade')} {'has' if changed == 1 else 'have'} changed since you posted."
            found.append(
                NeedOut(by=by, when=closes, kind="look", words=words, act="See what changed", place=f"{place}/report")
            )
        return found


def _are(count: int) -> str:
    return "is" if count == 1 else "are"


def _ends_words(term: Term) -> str:
    return f"{day_text(term.ends)}, {term.name.lower()} ends"


def _sending_of(places: Sequence[Place]) -> Mapping[int, StationOut]:
    return _send_stations[0](places)


def _standing_of(
    places: Sequence[Place], called: Sequence[str], sending: Mapping[int, StationOut]
) -> list[StandingOut]:
    """How some classes stand, each in a term, and what needs their teacher, who calls them so. What does not hang on what is sent is kept
    with the class.
    """
    return [
        _with_sending(
            _kept_standing(school_class, term, name),
            term,
            f"/class/{school_class.pk}",
            name,
            sending.get(school_class.pk),
        )
        for (school_class, term), name in zip(places, called, strict=True)
    ]


def _kept_standing(school_class: SchoolClass, term: Term, called: str) -> StandingOut:
    answer = cached_answer(
        school_class,
        ("standing", term.pk, school_class.revision.posted, called),
        lambda loaded: Standing(loaded, term).out(called).model_dump_json(),
    )
    return StandingOut.model_validate_json(answer)


def _with_sending(found: StandingOut, term: Term, place: str, called: str, sending: StationOut | None) -> StandingOut:
    """With the fifth station, and what it needs."""
    if sending is None or (sending.state == "open" and not sending.look):
        words = "nothing sent yet" if found.posted else f"{term.name.lower()} not posted"
        found.trail.append(StationOut(name="send", state="open", words=words, look=False))
        return found
    found.trail.append(sending)
    if sending.look:
        words = f"{called}: {sending.words}."
        found.needs.append(
            NeedOut(
                by=term.ends, when=_ends_words(term), kind="look", words=words, act="See why", place=f"{place}/send"
            )
        )
    return found


def _name_and_section(school_class: SchoolClass, person: Person) -> tuple[str, str]:
    """A class's name and section as a teacher goes by them: one's own name needs no section."""
    called = own_name(school_class, person)
    return (called, "") if called else (school_class.name, school_class.section)


def frame(school_class: SchoolClass, term: Term, person: Person) -> FrameOut:
    """A class's frame in one term, for one of its teachers."""
    name, section = _name_and_section(school_class, person)
    answer = cached_answer(
        school_class,
        ("frame", term.pk, school_class.revision.posted, name, section),
        lambda loaded: _frame(loaded, term, name, section).model_dump_json(),
    )
    found = FrameOut.model_validate_json(answer)
    place = [(school_class, term)]
    (standing,) = _standing_of(place, [f"{name} {section}".strip()], _sending_of(place))
    found.trail = standing.trail
    return found


def _frame(loaded: LoadedClass, term: Term, name: str, section: str) -> FrameOut:
    """All of a frame but its trail."""
    school_class = loaded.plan.school_class
    running = loaded.plan.running_term()
    posted = {
        each.pk: in_force(of_term(school_class, each).values())
        for each in loaded.plan.terms
        if not each.is_made_of_terms
    }
    words = {}
    for pk, grades in posted.items():
        if grades and len(grades) >= len(loaded.plan.roster) - 1:
            words[pk] = f"posted {local(school_class.school, max(each.posting.at for each in grades)):%-d %b}"
    return FrameOut(
        id=school_class.pk,
        name=name,
        section=section,
        words=class_words(school_class, is_renamed=name != school_class.name),
        term_id=term.pk,
        term=term.name,
        term_is_running=term.pk == running.pk or _holds(term, running),
        ribbon=ribbon(school_class.year, loaded.plan.terms, school_class.school.today(), running, words),
        trail=[],
    )


def _holds(term: Term, running: Term) -> bool:
    return term.is_made_of_terms and term.starts <= running.starts <= term.ends


def ribbon(
    year: SchoolYear, terms: list[Term], today: datetime.date, running: Term, words: dict[int, str]
) -> RibbonOut:
    """The year's terms in proportion to their length."""
    leaves = [term for term in terms if not term.is_made_of_terms]
    begin = min((term.starts for term in terms), default=year.starts)
    # The last day counts as a whole one.
    end = max((term.ends for term in terms), default=year.ends) + DAY
    days = (end - begin).days

    def left(day: datetime.date) -> float:
        return round(100 * (min(max(day, begin), end) - begin).days / days, 3)

    def segment(term: Term, until: datetime.date) -> SegmentOut:
        note = words.get(term.pk, "")
        if term.pk == running.pk:
            note = _("today, %(day)s") % {"day": day_text(today)}
        return SegmentOut(
            id=term.pk,
            name=term.name,
            kind=term.kind,
            left=left(term.starts),
            width=left(until) - left(term.starts),
            words=note,
            is_running=term.pk == running.pk,
            is_past=term.ends < today,
        )

    follows = {term.pk: after.starts for term, after in itertools.pairwise(leaves)}
    brackets = []
    for term in leaves:
        window = windows.window_of(term)
        if window is None:
            continue
        is_open = windows.is_open(window, today)
        note = (
            _("posting until %(day)s") % {"day": day_text(window.closes)}
            if is_open
            else _("posting %(first)s to %(last)s") % {"first": day_text(window.opens), "last": day_text(window.closes)}
        )
        brackets.append(
            WindowOut(
                left=left(window.opens),
                width=left(window.closes + DAY) - left(window.opens),
                is_open=is_open,
                words=note,
            )
        )
    is_now = begin <= today < end
    return RibbonOut(
        year=year.name,
        today=left(today) if is_now else None,
        today_words=day_text(today),
        segments=[segment(term, follows.get(term.pk, term.ends + DAY)) for term in leaves],
        semesters=[
            segment(
                term,
                min(
                    (each.starts for each in terms if each.kind == TermKind.SEMESTER and each.starts > term.starts),
                    default=end,
                ),
            )
            for term in terms
            if term.kind == TermKind.SEMESTER
        ],
        whole=[segment(term, end) for term in terms if term.kind == TermKind.YEAR],
        windows=brackets,
    )


def today_page(person: Person, classes: list[SchoolClass]) -> str | None:
    """The home page of somebody who teaches: a TodayOut in JSON, kept with the first of their classes as long as all are as they were. None
    for somebody who teaches nothing.
    """
    if not classes:
        return None
    called = [" ".join(_name_and_section(each, person)).strip() for each in classes]
    places = [(each, cached_class(each).plan.running_term()) for each in classes]
    sending = _sending_of(places)
    stand = [(each.pk, plan_revision(each), each.revision.scores, each.revision.posted) for each in classes]
    sent = [sending[each.pk].model_dump_json() if each.pk in sending else "" for each in classes]
    return cached_answer(
        classes[0],
        ("today", person.pk, *stand, *called, *sent),
        lambda _: _today_page(person, places, called, sending).model_dump_json(),
    )


def _today_page(
    person: Person, places: Sequence[Place], called: Sequence[str], sending: Mapping[int, StationOut]
) -> TodayOut:
    classes, loaded = [each for each, _ in places], [cached_class(each) for each, _ in places]
    today, (_, running) = classes[0].school.today(), places[0]
    standings = _standing_of(places, called, sending)
    needs = sorted((need for each in standings for need in each.needs), key=lambda need: need.by)
    return TodayOut(
        day=today,
        words=f"{_left(classes[0].year, running, today)} {classes[0].school.name}, school year {classes[0].year.name}.",
        ribbon=ribbon(classes[0].year, loaded[0].plan.terms, today, running, {}),
        classes=[_ledger(*each, person) for each in zip(classes, loaded, standings, strict=True)],
        needs=needs,
        days=_ahead(loaded, called, running, today),
    )


def _left(year: SchoolYear, running: Term, today: datetime.date) -> str:
    """How much is left of the term that runs; of a year that has not begun, or is over, that."""
    if today < running.starts:
        return f"{running.name} begins on {day_text(running.starts)} {running.starts.year}."
    if today > year.ends:
        return f"The school year is over. A records officer makes the next one, and {year.name} stays to be read."
    left = sum(1 for each in _days(today + DAY, running.ends) if year.has_school(each))
    return (
        f"{plural(left, 'school day')} {_are(left)} left in {running.name.lower()}."
        if left
        else f"{running.name} is over."
    )


def _roster_words(loaded: LoadedClass) -> str:
    """How many are in a class; of one without students who takes them in."""
    if loaded.plan.roster:
        return plural(len(loaded.plan.roster), "student")
    if loaded.plan.school_class.school.teachers_make_classes:
        return "nobody is in it yet: take students in, under your name"
    return "nobody is in it yet: a records officer takes students in"


def _teachers(loaded: LoadedClass) -> dict[int, str]:
    return {each.pk: str(each) for each in loaded.plan.school_class.teachers.all()}


def _ledger(school_class: SchoolClass, loaded: LoadedClass, standing: StandingOut, person: Person) -> LedgerOut:
    teachers = cached_of_class(school_class, "teachers", _teachers)
    others = [name for pk, name in teachers.items() if pk != person.pk]
    today = school_class.school.today()
    ahead = [each for each in loaded.plan.assignments if each.due_on and each.due_on >= today]
    first = min((each.due_on for each in ahead if each.due_on), default=None)
    words = ", ".join(
        each
        for each in (
            _roster_words(loaded),
            school_class.times,
            school_class.room,
            f"with {' and '.join(others)}" if others else "",
        )
        if each
    )
    name, section = _name_and_section(school_class, person)
    return LedgerOut(
        id=school_class.pk,
        name=name,
        section=section,
        words=words,
        next_due=first,
        next_due_names=[each.short_name for each in ahead if each.due_on == first],
        trail=standing.trail,
    )


def _days(first: datetime.date, last: datetime.date) -> list[datetime.date]:
    return [first + DAY * each for each in range((last - first).days + 1)]


def _ahead(loaded: Sequence[LoadedClass], called: Sequence[str], running: Term, today: datetime.date) -> list[DayOut]:
    """The next seven school days and what is due then."""
    found = []
    year = loaded[0].plan.school_class.year
    for day in [
        each for each in _days(today, today + 40 * DAY) if year.starts <= each <= year.ends and year.has_school(each)
    ][:7]:
        lines = []
        for each, name in zip(loaded, called, strict=True):
            names = [work.short_name for work in each.plan.assignments if work.due_on == day]
            if names:
                lines.append(f"{name}: {', '.join(names)}")
        notes = [f"{running.name.lower()} ends"] if day == running.ends else []
        window = windows.window_of(running)
        if window is not None and window.closes == day:
            notes.append(f"posting of {running.name.lower()} closes")
        found.append(DayOut(day=day, lines=lines, term_lines=notes))
    return found
