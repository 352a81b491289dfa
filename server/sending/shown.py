"""What goes, what is held back and why, and pairing, as a teacher is shown them."""

from collections import Counter, defaultdict
from collections.abc import Iterable

from gradecore.held import Held
from people.models import Register
from plans.models import Assignment
from reports.standing import day_text, plural
from school.calendar import local
from school.models import SchoolClass, Term

from sending import outbox
from sending.differences import other_grade
from sending.keys import work_key
from sending.models import Line, PairedKind, Record, sending_of
from sending.outgoing import Going, GradeGoing, WorkGoing
from sending.pairing import ClassPairing, Pair
from sending.receipts import deliveries, write_to_office
from sending.records import Lines, Said, digest
from sending.register_lists import Part
from sending.schemas import (
    CanGoOut,
    GoingOut,
    MendOut,
    PairOut,
    RegisterChoicesOut,
    RegisterPartOut,
    SendingOut,
)

MOST_NAMES = 6
REASONS: dict[Held, tuple[str, str]] = {
    Held.CLASS_NOT_PAIRED: ("The class is not paired", "The register has no class that this one is known to be."),
    Held.STUDENT_NOT_THERE: ("Not in the register’s class", "The register does not have them in this class."),
    Held.STUDENT_ELSEWHERE: ("Elsewhere at the register", "The register has them in another section."),
    Held.TERM_NOT_PAIRED: ("The term is not paired", "The register has no term that this one is known to be."),
    Held.NOT_POSTED: ("Not posted", "Only what was posted goes."),
    Held.KEPT_BACK: ("Kept back by you", "What families are not to see is not sent."),
    Held.CHANGED: ("Changed since posting", "The register keeps what was posted until you post again."),
    Held.MARK_UNKNOWN: ("A mark that the register does not know", "Its list of marks for this class does not have it."),
    Held.HIDDEN: ("hidden from families", "What families cannot see is not sent."),
    Held.NO_CATEGORY: ("in no category", "The register takes no score without a category."),
    Held.CATEGORY_NOT_PAIRED: (
        "in a category that is not paired",
        "The register has no category that this one is known to be.",
    ),
    Held.NO_DUE_DATE: ("no due date", "The register wants a day on which it is due."),
    Held.OUTSIDE_TERM: (
        "due outside the term’s days at the register",
        "The register takes only what is due within the term.",
    ),
    Held.NO_POINTS: ("worth no points", "The register takes no work without points, unless it is extra credit."),
}
"""Of each reason what it is called, and the sentence that says it."""


def sending(school_class: SchoolClass, term: Term) -> SendingOut:
    """What of a class goes for a term, and what has gone."""
    going = Going(school_class, term)
    said = sending_of(school_class.school_id)
    has_register = Register.objects.filter(school=school_class.school_id).exists()
    pairing = going.pairing
    newest = deliveries(school_class, None)
    return SendingOut(
        has_register=has_register,
        term_id=term.pk,
        term=term.name,
        looked_at=local(school_class.school, said.looked_at) if said.looked_at else None,
        problem=said.problem,
        when=outbox.when_of(school_class),
        may_choose=said.teachers_choose,
        hour=said.hour,
        sends_work=said.sends_work,
        goes=_Goes(going).out() if has_register else [],
        pairs=pairs(pairing) if has_register else [],
        holds_for=_sections(school_class),
        choices=_choices(pairing),
        students=[
            CanGoOut(id=each.pk, name=str(each)) for each in going.loaded.plan.students if each.number in going.numbers
        ],
        assignments=[
            CanGoOut(id=each.assignment.pk, name=each.assignment.name) for each in going.works if each.held is None
        ],
        other_grade=other_grade(going) if has_register else None,
        deliveries=newest.deliveries,
        after=newest.after,
    )


class _Goes:
    """The list of what goes and what is held back."""

    def __init__(self, going: Going) -> None:
        self.going, self.term = going, going.term
        mine = Record.objects.filter(school_class=going.school_class, term=going.term)
        self.digests = dict(mine.values_list("key", "digest"))
        last = Line.objects.filter(record__in=mine, is_last=True)
        self.states: dict[str, str] = dict(last.values_list("record__key", "state"))
        self.lines = Lines(going)

    def out(self) -> list[GoingOut]:
        """Grades that go, those that are held back by their reasons, then work in the same way."""
        found = [*self._grades(), *self._held_grades()]
        if self.going.sends_work:
            found += [*self._works(), *self._held_works()]
        return found

    def _counted(self, said: Iterable[Said]) -> dict[str, int]:
        counts: Counter[str] = Counter()
        for each in said:
            is_news = self.digests.get(each.key) != digest(each.fields)
            counts["news" if is_news else self.states.get(each.key, "news")] += 1
        return {name: counts[name] for name in ("accepted", "refused", "waiting", "news")}

    def _grades(self) -> list[GoingOut]:
        mine = [each for each in self.going.grades if each.held is None]
        if not mine:
            return []
        last = max(each.posted.posting.at for each in mine if each.posted)
        counts = self._counted(each for each in self.lines.grades() if each.is_result)
        if not self.going.pairing.of_grades.holds:
            return [
                GoingOut(
                    key="grades",
                    title=f"Posted grades and comments, {self.term.name.lower()}",
                    count=len(mine),
                    words="not paired",
                    held="category_not_paired",
                    reason="The register has no category under which posted grades are known to stand.",
                    mend=MendOut(act="pair", words="Pair it"),
                    student_ids=[each.student.pk for each in mine],
                )
            ]
        return [
            GoingOut(
                key="grades",
                title=f"Posted grades and comments, {self.term.name.lower()}",
                count=len(mine),
                words=f"posted {local(self.going.school_class.school, last):%a %-d %b %H:%M}",
                held=None,
                reason="",
                mend=None,
                student_ids=[each.student.pk for each in mine],
                accepted=counts["accepted"],
                refused=counts["refused"],
                waiting=counts["waiting"],
                news=counts["news"],
            )
        ]

    def _held_grades(self) -> list[GoingOut]:
        by_reason: dict[tuple[Held, str], list[GradeGoing]] = defaultdict(list)
        for each in self.going.grades:
            if each.held is not None:
                by_reason[each.held, each.detail].append(each)
        found = []
        for (held, detail), several in sorted(by_reason.items(), key=lambda each: list(Held).index(each[0][0])):
            title, reason = REASONS[held]
            if held is Held.STUDENT_ELSEWHERE:
                reason = f"The register has {'them' if len(several) > 1 else several[0].student} in {detail}."
            if held is Held.MARK_UNKNOWN:
                reason = f"The register’s list of marks for this class has no {detail}."
            found.append(
                GoingOut(
                    key=f"{held} {detail}".strip(),
                    title=title,
                    count=len(several),
                    words=_names(several),
                    held=held,
                    reason=reason,
                    mend=self._mend(held, detail, len(several)),
                    student_ids=[each.student.pk for each in several],
                )
            )
        return found

    def _works(self) -> list[GoingOut]:
        mine = [each for each in self.going.works if each.held is None]
        if not mine:
            return []
        said = [each for each in self.lines.work() if each.is_result]
        counts = self._counted(said)
        words = plural(len(said), "score") + (f", {counts['news']} of them new" if counts["news"] else ", nothing new")
        return [
            GoingOut(
                key="work",
                title="Assignments and scores",
                count=len(mine),
                words=words,
                held=None,
                reason="",
                mend=None,
                accepted=counts["accepted"],
                refused=counts["refused"],
                waiting=counts["waiting"],
                news=counts["news"],
            )
        ]

    def _held_works(self) -> list[GoingOut]:
        """One by one; what waits for one and the same pair in one line."""
        found, together = [], defaultdict(list)
        for each in self.going.works:
            if each.held in (Held.CLASS_NOT_PAIRED, Held.TERM_NOT_PAIRED, Held.CATEGORY_NOT_PAIRED):
                together[each.held].append(each.assignment.name)
            elif each.held is not None:
                found.append(self._held_work(each))
        for held, names in together.items():
            words, reason = REASONS[held]
            more = f" and {len(names) - MOST_NAMES} more" if len(names) > MOST_NAMES else ""
            found.append(
                GoingOut(
                    key=f"work {held}",
                    title="Assignments",
                    count=len(names),
                    words=", ".join(names[:MOST_NAMES]) + more,
                    held=held,
                    reason=f"{words[0].upper()}{words[1:]}. {reason}",
                    mend=self._mend(held, "", len(names)),
                )
            )
        return found

    def _held_work(self, work: WorkGoing) -> GoingOut:
        assert work.held is not None
        words, reason = REASONS[work.held]
        return GoingOut(
            key=work_key(work.assignment.pk),
            title=work.assignment.name,
            count=1,
            words=words[0].lower() + words[1:],
            held=work.held,
            reason=reason,
            mend=self._mend(work.held, "", 1, work.assignment),
            assignment_id=work.assignment.pk,
        )

    def _mend(self, held: Held, detail: str, count: int, work: Assignment | None = None) -> MendOut | None:
        assignment = work.pk if work is not None else None
        match held:
            case Held.CLASS_NOT_PAIRED | Held.TERM_NOT_PAIRED | Held.CATEGORY_NOT_PAIRED:
                return MendOut(act="pair", words="Pair it")
            case Held.STUDENT_NOT_THERE | Held.STUDENT_ELSEWHERE:
                return write_to_office(self.going.school_class.school)
            case Held.NOT_POSTED:
                return MendOut(act="post", words="Post")
            case Held.CHANGED:
                return MendOut(
                    act="post", words=f"See the {count} and post again" if count > 1 else "See it and post again"
                )
            case Held.KEPT_BACK:
                return MendOut(act="report", words="See it in the report")
            case Held.MARK_UNKNOWN:
                return MendOut(act="mark", words=f"Say what is sent for {detail}", to=detail)
            case Held.HIDDEN:
                return MendOut(
                    act="show",
                    words="Show it",
                    assignment_id=assignment,
                    assignment_version=work.version if work else None,
                )
            case Held.NO_CATEGORY:
                return MendOut(act="plan", words="Place it in the plan", assignment_id=assignment)
            case Held.NO_DUE_DATE | Held.OUTSIDE_TERM:
                return MendOut(act="due", words="Set its day", assignment_id=assignment)
            case _:
                return MendOut(act="plan", words="See it in the plan", assignment_id=assignment)


def _names(several: list[GradeGoing]) -> str:
    told = [f"{each.student} {each.moved}".strip() for each in several]
    more = len(told) - MOST_NAMES
    return ", ".join(told[:MOST_NAMES]) + (f" and {more} more" if more > 0 else "")


def pairs(pairing: ClassPairing) -> list[PairOut]:
    """The pairs of a class, in words."""
    signs = {pairing.of_categories[each.pk].here: each for each in pairing.categories}
    found = []
    for each in pairing.all():
        category = signs.get(each.here) if each.kind == PairedKind.CATEGORY else None
        found.append(
            PairOut(
                kind=PairedKind(each.kind),
                here=each.here,
                name=each.name,
                how=each.how,
                there=each.there,
                there_title=each.there_title,
                words=_how(each),
                sign=category.sign if category else "",
                colour=category.colour if category else None,
            )
        )
    return found


def _how(pair: Pair) -> str:
    day = day_text(pair.at.date()) if pair.at else ""
    return {
        "chosen": f"{pair.by} chose it, {day}",
        "agreed": f"proposed, {pair.by} agreed {day}",
        "proposed": "proposed, not agreed yet",
        "gone": "the register has it no more",
        "none": "not paired",
    }.get(pair.how, pair.how)


def _choices(pairing: ClassPairing) -> RegisterChoicesOut:
    def each(kind: PairedKind) -> list[RegisterPartOut]:
        parts: Iterable[Part] = pairing.choices(kind).values()
        return [RegisterPartOut(id=part.sourced_id, title=part.title) for part in parts]

    return RegisterChoicesOut(
        sessions=each(PairedKind.TERM),
        categories=each(PairedKind.CATEGORY),
        classes=each(PairedKind.CLASS),
        marks=each(PairedKind.MARK),
    )


def _sections(school_class: SchoolClass) -> list[str]:
    same = SchoolClass.objects.filter(
        school=school_class.school_id, year=school_class.year_id, name=school_class.name, archived_at=None
    )
    return [str(each) for each in same]
