"""What families see of a class, each thing with its state in words; and for one student what is not seen, and why."""

from collections.abc import Collection, Iterator

from plans.models import Assignment
from reports.models import KeptBack, PostedGrade
from reports.posted import is_withdrawn, of_term
from reports.standing import day_text, plural
from school import windows
from school.calendar import local
from school.models import Guardianship, Sees, Student, Term
from scores.book import LoadedClass, works_of

from families.models import Known, RunningHidden, Told, families_of
from families.read_reports import read_words
from families.schemas import (
    ReaderOut,
    ReasonOut,
    SeenByFamiliesOut,
    SeenSettingOut,
    SeenStudentOut,
    SeenWorkOut,
    WhyOut,
)

_SETTINGS = {
    "families_mark": "marks",
    "families_percent": "percents",
    "families_points": "points",
    "families_share": "what each piece of work is worth",
    "families_class": "the class’s mean and spread, from five scores on",
}
"""What the ground rules let families see, in words."""


class SeenByFamilies:
    """What families see of a class in a term."""

    def __init__(self, loaded: LoadedClass, term: Term) -> None:
        self.loaded, self.term, self.name = loaded, term, str(term.pk)
        self.school_class = loaded.plan.school_class
        self.today = self.school_class.school.today()
        self.rules = loaded.plan.rules
        self.works = works_of(loaded, term)
        self.posted = of_term(self.school_class, term)
        self.kept_back = set(
            KeptBack.objects.filter(school_class=self.school_class, term=term).values_list("student_id", flat=True)
        )
        self.hidden = RunningHidden.students_of(self.school_class.pk)

    def out(self) -> SeenByFamiliesOut:
        """All of it."""
        students = [each.student for each in self.loaded.plan.roster]
        readers, reached = _readers(students), _with_account(students)
        return SeenByFamiliesOut(
            term_id=self.term.pk,
            term=self.term.name,
            running=self.rules.families_see_running,
            running_words=self._running_words(),
            settings=[
                SeenSettingOut(field=field, name=name, is_on=getattr(self.rules, field))
                for field, name in _SETTINGS.items()
            ],
            posted_words=self._posted_words(),
            read_words=self._read_words(students),
            works=[self._work(each) for each in self.works],
            students=[
                SeenStudentOut(
                    id=each.pk,
                    name=str(each),
                    running_hidden=each.pk in self.hidden,
                    kept_back=each.pk in self.kept_back,
                    has_account=each.pk in reached,
                    readers=readers.get(each.pk, []),
                )
                for each in students
            ],
        )

    def why(self, student: Student) -> WhyOut:
        """Of everything in the term whether a student's family sees it, and if not, why."""
        return WhyOut(
            student_id=student.pk,
            name=str(student),
            readers=_readers([student]).get(student.pk, []),
            reasons=[self._why_running(student), self._why_posted(student), *self._why_works(student)],
        )

    def _running_words(self) -> str:
        if not self.rules.families_see_running:
            return "not shown before it is posted"
        begins = self.rules.families_from
        if begins is not None and begins > self.today:
            return f"shown from {day_text(begins)} on"
        return "shown" + (f" since {day_text(begins)}" if begins is not None else "")

    def _posted_words(self) -> str:
        seen = [each for each in self.posted.values() if not is_withdrawn(each)]
        if not seen:
            return "nothing is posted yet"
        last = max(seen, key=lambda each: each.posting.at)
        day = day_text(local(self.school_class.school, last.posting.at).date())
        shown = windows.families_words(windows.window_of(self.term), self.today)
        words = f"{plural(len(seen), 'grade')} posted, last on {day}; families see them {shown}"
        return words + (f", but for {plural(len(self.kept_back), 'student')} kept back" if self.kept_back else "")

    def _read_words(self, students: Collection[Student]) -> str:
        posted = {student: each for student, each in self.posted.items() if not is_withdrawn(each)}
        asks = families_of(self.school_class.school_id).asks_to_read
        return read_words(self.term, posted, students) if asks and posted else ""

    def _work(self, work: Assignment) -> SeenWorkOut:
        blank = self._blank(work)
        return SeenWorkOut(
            id=work.pk,
            version=work.version,
            name=work.name,
            due_on=work.due_on,
            is_seen=work.pk in self.loaded.shown,
            words=_work_words(work, is_seen=work.pk in self.loaded.shown, blank=len(blank)),
            scored=self._scored(work),
            announced=work.announced,
            comments_shown=work.comments_shown,
        )

    def _given(self, work: Assignment) -> list[Student]:
        assigned = self.loaded.assigned[work.pk]
        return [each for each in self.loaded.plan.students if assigned is None or str(each.pk) in assigned]

    def _blank(self, work: Assignment) -> list[Student]:
        return [each for each in self._given(work) if self.loaded.value_of(each.pk, work.pk) is None]

    def _scored(self, work: Assignment) -> int:
        return len(self._given(work)) - len(self._blank(work))

    def _why_running(self, student: Student) -> ReasonOut:
        shown = self.rules.families_see_running and (
            self.rules.families_from is None or self.rules.families_from <= self.today
        )
        reason, mend = "", ""
        posted = self.posted.get(student.pk)
        if posted is not None and not is_withdrawn(posted):
            reason = "The term is posted: what was posted stands in its place."
        elif not shown:
            reason, mend = f"It is {self._running_words()}.", "running"
        elif student.pk in self.hidden:
            reason, mend = "It is not shown to this family.", "running_hidden"
        elif student.pk in self.kept_back:
            reason = "The term’s grade is kept back for this student; Report lets it go."
        return ReasonOut(thing="The grade as it stands", is_seen=not reason, reason=reason, mend=mend, work_id=None)

    def _why_posted(self, student: Student) -> ReasonOut:
        return ReasonOut(
            thing="The posted grade",
            is_seen=not (reason := self._why_not_posted(student)),
            reason=reason,
            mend="",
            work_id=None,
        )

    def _why_not_posted(self, student: Student) -> str:
        posted: PostedGrade | None = self.posted.get(student.pk)
        if posted is None:
            return "Nothing is posted for this student yet; Report posts it."
        if is_withdrawn(posted):
            return "It was withdrawn; Report posts it again."
        if student.pk in self.kept_back:
            return "It is kept back for this student; Report lets it go."
        window = windows.window_of(self.term)
        if window is not None and window.families_wait(self.today):
            return f"The school shows this term’s grades {windows.families_words(window, self.today)}."
        return ""

    def _why_works(self, student: Student) -> Iterator[ReasonOut]:
        for work in self.works:
            reason, mend = self._why_not_work(work, student)
            yield ReasonOut(thing=work.name, is_seen=not reason, reason=reason, mend=mend, work_id=work.pk)

    def _why_not_work(self, work: Assignment, student: Student) -> tuple[str, str]:
        assigned = self.loaded.assigned[work.pk]
        if assigned is not None and str(student.pk) not in assigned:
            return "It is not given to this student.", ""
        if self.loaded.value_of(student.pk, work.pk) is None:
            there = "" if work.announced else " That there is this work is not shown either."
            return f"There is no score of it yet.{there}", ""
        if work.pk not in self.loaded.shown:
            words = _work_words(work, is_seen=False, blank=len(self._blank(work)))
            return f"Its scores are {words}.", "work"
        score = self.loaded.rows.get((student.pk, work.pk))
        if score is not None and score.comment and not work.comments_shown:
            return "The score is seen; what you wrote beside it is not.", "comments"
        return "", ""


def _work_words(work: Assignment, *, is_seen: bool, blank: int) -> str:
    """When families see scores of some work, in words."""
    if is_seen:
        return "shown" if work.shown_from is None else f"shown since {day_text(work.shown_from)}"
    if not work.shown:
        return "hidden"
    if work.shown_when_in and blank:
        return f"shown when all are in: {plural(blank, 'blank')} left"
    return f"shown from {day_text(work.shown_from)} on" if work.shown_from is not None else "hidden"


def _with_account(students: Collection[Student]) -> set[int]:
    """The students whose family needs no letter: a guardian can look at the page, or all of them are kept from it."""
    links = Guardianship.objects.filter(student__in=students, person__is_active=True).select_related("person")
    may_look = [each for each in links if each.seen != Sees.NONE]
    kept_from = {each.student_id for each in links} - {each.student_id for each in may_look}
    return kept_from | {each.student_id for each in may_look if each.person.has_usable_password()}


def _readers(students: Collection[Student]) -> dict[int, list[ReaderOut]]:
    """Who may look at each student's page, how much of it, and whether they have."""
    looked = {
        (student, person): at
        for student, person, at in Known.objects.filter(student__in=students, by=Told.PAGE).values_list(
            "student_id", "person_id", "at"
        )
    }
    found: dict[int, list[ReaderOut]] = {}
    links = Guardianship.objects.filter(student__in=students).select_related("person", "student__school")
    for link in links.order_by("person__given_name", "id"):
        if link.seen == Sees.NONE:
            words = "sees nothing: the student keeps them out" if link.kept_out else "sees nothing: the school says so"
        else:
            at = looked.get((link.student_id, link.person_id))
            words = "has never signed in" if not link.person.has_usable_password() else "has not looked yet"
            words = f"looked last on {day_text(local(link.student.school, at).date())}" if at is not None else words
            words = f"reports only; {words}" if link.seen == Sees.REPORTS else words
        found.setdefault(link.student_id, []).append(ReaderOut(name=str(link.person), words=words))
    return found
