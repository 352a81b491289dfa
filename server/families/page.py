"""The family page: computed from what families are shown (R14), and what was posted as it was posted."""

from collections.abc import Mapping
from fractions import Fraction

from gradecore.book import NUMBER
from gradecore.figures import assignment_figures, score_percent
from gradecore.gradebook import Gradebook
from gradecore.needed import needed
from gradecore.numbers import decimal_text, fixed_text
from gradecore.result import TermResult
from gradecore.shares import planned_shares
from plans.models import Assignment, Handout
from reports.card_schemas import CardOut
from reports.cards import card_of
from reports.levels import levels_of, reported
from reports.models import PostedGrade
from reports.posted import seen_by_family, withheld_terms
from reports.standing import day_text, plural, ribbon
from school.calendar import current_year, local, year_of_day
from school.models import SchoolClass, SchoolYear, Student, Term
from school.refusal import NotYours
from scores.book import LoadedClass, load_class
from scores.explaining import explained, short
from scores.grid import grade, is_apart
from scores.schemas import WorkingOut
from scores.texts import plain_number

from families.posted_working import for_families
from families.schemas import CriterionSeenOut, FamilyClassOut, FamilyOut, LevelSeenOut, PostedCardOut, TakesOut, WorkOut

MARKS_AHEAD = 2
FEWEST_SHOWN = 5
"""A class's mean and spread are shown to families from so many scores on: of fewer they would tell one's neighbour's."""


def _levels_out(levels: Mapping[str, str]) -> list[LevelSeenOut]:
    return [LevelSeenOut(name=name, mark=mark) for name, mark in levels.items()]


def family_page(student: Student, term_id: int | None) -> FamilyOut:
    """All of a student's classes in one term."""
    enrolled = student.enrolments.select_related("school_class__school", "school_class__year")
    classes = [enrolment.school_class for enrolment in enrolled]
    now, years = current_year(student.school), {each.year for each in classes}
    year = now if now in years else year_of_day(years, student.school.today())
    loaded = [load_class(each) for each in sorted(classes, key=_by_place) if each.year == year]
    if not loaded:
        return FamilyOut(
            student_id=student.pk, name=str(student), given_name=student.given_name, school=student.school.name,
            term_id=0, term="", ribbon=None, classes=[],
        )  # fmt: skip
    plan = loaded[0].plan
    running = plan.running_term()
    term = next((each for each in plan.terms if each.pk == term_id), running)
    today = student.school.today()
    return FamilyOut(
        student_id=student.pk, name=str(student), given_name=student.given_name, school=student.school.name,
        term_id=term.pk, term=term.name,
        ribbon=ribbon(plan.school_class.year, plan.terms, today, running, {}),
        classes=[_FamilyClass(each, student, term).out() for each in loaded],
    )  # fmt: skip


def report_card(student: Student, term_id: int) -> CardOut:
    """A student's report card for a term, as far as the family sees it now."""
    years = SchoolYear.objects.filter(classes__enrolments__student=student)
    term = Term.objects.select_related("year").filter(pk=term_id, year__in=years).first()
    if term is None:
        raise NotYours
    terms = list(Term.objects.filter(year=term.year_id).order_by("position"))
    return card_of(student, seen_by_family(student, student.school.today()), term, terms)


def class_through_family_eyes(loaded: LoadedClass, student: Student, term: Term) -> FamilyClassOut:
    """What a student's family sees of one class, for its teacher."""
    return _FamilyClass(loaded, student, term).out()


def _by_place(school_class: SchoolClass) -> tuple[int, str]:
    return school_class.position, school_class.name


class _FamilyClass:
    """One class of one student in one term, through a family's eyes."""

    def __init__(self, loaded: LoadedClass, student: Student, term: Term) -> None:
        self.loaded, self.student, self.term = loaded, student, term
        self.name = str(term.pk)
        self.today = student.school.today()
        self.rules = loaded.plan.rules
        self.gradebook: Gradebook = loaded.family_gradebook
        self.result: TermResult = self.gradebook.result(str(student.pk), self.name)
        self.files = dict(
            Handout.objects.filter(assignment__school_class=loaded.plan.school_class).values_list(
                "assignment_id", "name"
            )
        )
        self.shares = planned_shares(loaded.book, loaded.gradebook.terms[self.name]).assignments
        self.withheld = {
            withheld for place, withheld in withheld_terms(student, self.today) if place == loaded.plan.school_class.pk
        }
        self.cards = seen_by_family(student, self.today, [loaded.plan.school_class])
        self.posted = next((each for each in self.cards if each.posting.term_id == term.pk), None)
        self.has_left = student not in loaded.plan.students
        self.work = [each for each in loaded.plan.assignments if each.term_id == term.pk and self._is_assigned(each)]

    def _is_assigned(self, assignment: Assignment) -> bool:
        if self.has_left:
            return False  # R14.3
        assigned = next(each.assigned for each in self.loaded.book.assignments if each.id == str(assignment.pk))
        return assigned is None or str(self.student.pk) in assigned

    def out(self) -> FamilyClassOut:
        """The class's part of the page."""
        running = self._runs()
        shown = grade(self.gradebook, self.result, self.name) if running else None
        lists = self._lists()
        mark, percent = (shown.mark, shown.percent) if shown else (None, None)
        if self.posted:
            card = self._card(self.posted)
            mark, percent = card.mark, card.percent
        # A posted mark is the school's to show; what is said of it beside is the teacher's choice.
        mark = mark if self.posted or self.rules.families_mark else None
        percent = percent if self.rules.families_percent else None
        has_running = bool(shown and shown.mark and mark)
        heads, takes = self._takes(lists["to_come"], lists["being_marked"]) if shown and mark else ([], [])
        return FamilyClassOut(
            id=self.loaded.plan.school_class.pk, name=self.loaded.plan.school_class.name,
            teachers=[str(each) for each in self.loaded.plan.school_class.teachers.order_by("teachings__id")],
            mark=mark, headline=self._headline(percent), words=self._words(lists, running=has_running),
            posted=self._card(self.posted) if self.posted else None, working=self._working(running=has_running),
            takes_heads=heads, takes=takes,
            **{name: [self._work(each) for each in works] for name, works in lists.items()},
            cards=[self._card(each) for each in self.cards], levels=self._levels(),
        )  # fmt: skip

    def _levels(self) -> list[LevelSeenOut]:
        """The levels as they stand, from what the family sees."""
        if not self._runs() or not self.rules.families_mark or not self.loaded.book.standards:
            return []
        return _levels_out(levels_of(self.gradebook, self.student, reported(self.loaded, self.term)))

    def _is_withheld(self) -> bool:
        """Whether the term's grade is withheld, or one that it is made of, from which it could be told."""
        terms, above = self.loaded.gradebook.terms, [self.name]
        while above:
            name = above.pop()
            if int(name) in self.withheld:
                return True
            above += [part.term for part in terms[name].parts]
        return False

    def _runs(self) -> bool:
        """Whether the family sees how it stands now."""
        return self._sees_running() and self.posted is None and not self.has_left and not self._is_withheld()

    def _sees_running(self) -> bool:
        begins = self.rules.families_from
        return self.rules.families_see_running and (begins is None or begins <= self.today)

    def _working(self, *, running: bool) -> WorkingOut | None:
        # A working is made of points and percents.
        if not (self.rules.families_percent and self.rules.families_points):
            return None
        if self.posted:
            return self._posted_working(self.posted)
        return explained(self.loaded, self.gradebook, self.student, self.term) if running else None

    def _posted_working(self, posted: PostedGrade) -> WorkingOut | None:
        if "percent" not in posted.posting.collects:
            return None  # R14.8
        # Deleted work stays as it was posted, unless it was hidden; of a part whose window collects no percent none is told.
        works = Assignment.with_deleted.filter(school_class=self.loaded.plan.school_class)
        hidden = {
            each.pk: each.name
            for each in works
            if not (each.shown if each.deleted_at else each.pk in self.loaded.shown)
        }
        seen = {each.posting.term_id: "percent" in each.posting.collects for each in self.cards}
        withheld = {
            each.pk: each.name
            for each in self.loaded.plan.terms
            if each.pk in self.withheld or not seen.get(each.pk, True)
        }
        with_mark = {each.posting.term_id: "mark" in each.posting.collects for each in self.cards}
        markless = [each for each in self.loaded.plan.terms if not with_mark.get(each.pk, True)]
        return for_families(
            WorkingOut.model_validate(posted.working), hidden, hidden.values(), withheld, withheld.values(),
            [named for each in markless for named in (each.pk, each.name)], with_mark=with_mark[posted.posting.term_id],
        )  # fmt: skip

    def _headline(self, percent: str | None) -> str:
        share = f"{percent} % in" if percent else "In"
        if self.posted:
            return f"{share} {self.term.name.lower()}, posted {day_text(local(self.student.school, self.posted.posting.at).date())}"
        if percent:
            return f"{share} {self.term.name.lower()}, as it stands on {day_text(self.today)}"
        if self._is_withheld():
            return f"No grade is shown for {self.term.name.lower()} yet"
        return f"{self.term.name} is not posted yet"

    def _lists(self) -> dict[str, list[Assignment]]:
        """The term's work: missing first, then what is to come, what is being marked, and what is back."""
        lists: dict[str, list[Assignment]] = {"missing": [], "to_come": [], "being_marked": [], "back": []}
        for each in sorted(self.work, key=lambda work: (work.due_on or self.term.ends, work.position)):
            is_ahead = each.due_on is None or each.due_on >= self.today
            if str(each.pk) in self.result.missing:
                lists["missing"].append(each)
            elif each.pk in self.loaded.shown and self._text(each):
                lists["back"].append(each)
            elif is_ahead:
                lists["to_come"].append(each)
            elif not each.closed and not each.extra:
                lists["being_marked"].append(each)
        lists["back"].reverse()
        return lists

    def _text(self, assignment: Assignment) -> str:
        """The score, where the family is shown it."""
        score = self.loaded.rows.get((self.student.pk, assignment.pk))
        if assignment.pk not in self.loaded.shown or score is None:
            return ""
        if self.rules.families_points or not isinstance(self.loaded.value_of(self.student.pk, assignment.pk), NUMBER):
            return self.loaded.text_of(score, assignment)
        percent = self._percent(assignment)
        if percent is None:
            return "scored"
        if self.rules.families_percent:
            return f"{fixed_text(percent, self.rules.decimals)} %"
        mark = self.gradebook.marks.look_up(percent, None, "half_up").mark
        return mark if self.rules.families_mark else "scored"

    def _percent(self, assignment: Assignment) -> Fraction | None:
        """What the student's number comes to in percent, as adjusted."""
        score = self.gradebook.book.scores.get(str(self.student.pk), {}).get(str(assignment.pk))
        column = next(each for each in self.gradebook.plan(self.name).columns if each.id == str(assignment.pk))
        return score_percent(column, score) if isinstance(score, NUMBER) else None

    def _more(self, assignment: Assignment) -> list[str]:
        """What else the teacher shows: the share of the grade, and how the class did where it is large enough to hide in."""
        found = []
        share = self.shares.get(str(assignment.pk))
        if self.rules.families_share and share is not None and share.of_grade is not None:
            found.append(f"{fixed_text(share.of_grade, 1)} % of the grade")
        if self.rules.families_class and assignment.pk in self.loaded.shown:
            figures = assignment_figures(self.loaded.gradebook, self.name)[str(assignment.pk)].points
            if figures.count >= FEWEST_SHOWN and figures.mean is not None:
                ends = [fixed_text(each or Fraction(0), 1) for each in (figures.minimum, figures.maximum)]
                found.append(f"class mean {fixed_text(figures.mean, 1)}, from {ends[0]} to {ends[1]}")
        return found

    def _work(self, assignment: Assignment) -> WorkOut:
        score = self.loaded.rows.get((self.student.pk, assignment.pk))
        dropped = any(str(assignment.pk) in each.dropped for each in self.result.categories.values())
        words = self._more(assignment)
        if dropped:
            words.append("dropped")
        if is_apart(self.loaded, assignment):
            words.append("not counted")
        if str(assignment.pk) in self.result.missing:
            words.append("missing")
        if assignment.pk in self.loaded.shown and score is not None and score.flag:
            words.append(score.flag)
        category = next((each for each in self.loaded.plan.categories if each.pk == assignment.category_id), None)
        return WorkOut(
            id=assignment.pk, name=assignment.name, category=category.name if category else None,
            colour=category.colour if category else None, due_on=assignment.due_on,
            points=plain_number(assignment.points) if self.rules.families_points else "",
            score=self._text(assignment), words=", ".join(words), dropped=dropped,
            comment=score.comment if score is not None and assignment.pk in self.loaded.shown else "",
            description=assignment.description, link=assignment.link, file=self.files.get(assignment.pk),
            criteria=self._criteria(assignment),
        )  # fmt: skip

    def _criteria(self, assignment: Assignment) -> list[CriterionSeenOut]:
        """What was chosen of the work's criteria, once the work is back; without points where the class shows none."""
        chosen = self.loaded.book.criterion_levels.get(str(self.student.pk), {}).get(str(assignment.pk))
        if not chosen or assignment.pk not in self.loaded.shown or not self._text(assignment):
            return []
        found = []
        for each in assignment.criteria:
            level = next((level for level in each["levels"] if level["name"] == chosen.get(each["name"])), None)
            points = f"{level['points'] if level else '0'} of {each['points']}" if self.rules.families_points else ""
            found.append(
                CriterionSeenOut(
                    name=each["name"], description=each["description"], level=level["name"] if level else None,
                    wording=level["wording"] if level else "", points=points,
                )
            )  # fmt: skip
        return found

    def _words(self, lists: dict[str, list[Assignment]], *, running: bool) -> str:
        words = []
        above = self._marks_above()
        if running and above:
            words.append(f"{above[0][0]} begins at {short(above[0][1])}.")
        if not self.posted and self.term.ends >= self.today:
            words.append(f"{self.term.name} ends on {day_text(self.term.ends)};")
            coming, marking = len(lists["to_come"]), len(lists["being_marked"])
            words.append(f"{plural(coming, 'piece')} of work to come, {marking} being marked.")
        if self.has_left:
            return f"{self.student.given_name} is no longer in this class."
        missing = len(lists["missing"])
        words.append(f"{plural(missing, 'piece')} of work missing." if missing else "Nothing is missing.")
        return " ".join(words)

    def _marks_above(self) -> list[tuple[str, Fraction]]:
        """The next marks above the one reached, and where they begin."""
        marks = self.gradebook.marks
        if self.result.mark is None:
            return []
        index = next(place for place, band in enumerate(marks.bands) if band.mark == self.result.mark)
        return list(marks.begins[index + 1 :][:MARKS_AHEAD])

    def _takes(self, *lists: list[Assignment]) -> tuple[list[str], list[TakesOut]]:
        """What it would take with each piece of work that is still open (R10); nothing where work moves no grade (R8.5)."""
        if self.gradebook.rules(self.name).method == "standards":
            return [], []
        above = self._marks_above()
        counts = [
            each
            for works in lists
            for each in works
            if each.counts
            and not is_apart(self.loaded, each)
            and not each.extra
            and each.pk in self.loaded.shown  # R14.6
        ]
        found = []
        for each in counts if above else []:
            answers = []
            for mark, _ in above:
                need = needed(self.gradebook.book, str(self.student.pk), str(each.pk), self.name, mark, family=True)
                if need.score is not None:
                    answers.append(f"at least {decimal_text(need.score)} of {plain_number(each.points)}")
                else:
                    answers.append(f"not by this alone; full points make {need.mark_at_full}")
            words = (
                "being marked" if each in lists[-1] else f"due {day_text(each.due_on)}" if each.due_on else "to come"
            )
            found.append(TakesOut(work=each.name, words=words, answers=answers))
        return [f"for {mark}, from {short(begins)}" for mark, begins in above], found

    def _shows_percent(self, posted: PostedGrade) -> bool:
        return self.rules.families_percent and "percent" in posted.posting.collects

    def _card(self, posted: PostedGrade) -> PostedCardOut:
        return PostedCardOut(
            term=posted.posting.term.name, term_id=posted.posting.term_id,
            percent=(posted.percent_shown or None) if self._shows_percent(posted) else None,
            mark=(posted.mark or None) if "mark" in posted.posting.collects else None,
            effort=posted.effort, comment=posted.comment, at=local(self.student.school, posted.posting.at),
            levels=_levels_out(posted.levels) if "mark" in posted.posting.collects else [],
        )  # fmt: skip
