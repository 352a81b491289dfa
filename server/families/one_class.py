"""One class of a student in one term through a family's eyes: from what they are shown (R14), and what was posted as it was posted."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property
from typing import Self

from django.utils.translation import gettext as _
from django.utils.translation import ngettext
from gradecore.gradebook import Gradebook
from gradecore.numbers import fixed_text
from gradecore.result import TermResult
from plans.models import Assignment, Category, Handout
from plans.standards import about
from reports.levels import depths_of, levels_of, reported
from reports.models import PostedGrade
from reports.posted import posted_numbers, seen_by_family
from reports.standing import day_text
from school.calendar import local
from school.language import language
from school.models import SchoolClass, Sees, Student, Term
from school.refusal import NotYours
from scores.book import LoadedClass
from scores.class_cache import cached_of_class
from scores.explaining import explained, short
from scores.grid import grade, is_apart
from scores.grid_schemas import GradeOut
from scores.texts import plain_number
from scores.working_schemas import WorkingOut

from families.models import RunningHidden, families_of
from families.posted_working import for_families
from families.schemas import (
    CriterionSeenOut,
    FamilyClassOut,
    LevelBeforeOut,
    LevelBehindOut,
    LevelPieceOut,
    LevelSeenOut,
    PostedCardOut,
    WorkOut,
)
from families.shown_scores import ShownScores

MARKS_AHEAD = 2
FEWEST_SHOWN = 5
"""A class's mean and spread are shown to families from so many scores on: of fewer they would tell one's neighbour's."""


def _levels_out(levels: Mapping[str, str]) -> list[LevelSeenOut]:
    return [LevelSeenOut(name=name, mark=mark) for name, mark in levels.items()]


class PostedFor:
    """What was posted of a student as far as the family sees it; the grades themselves are fetched once they are asked for."""

    def __init__(self, student: Student) -> None:
        self.student, self.today = student, student.school.today()
        self.numbers = posted_numbers(student, self.today)

    @cached_property
    def cards(self) -> list[PostedGrade]:
        """What the family sees, in order of terms."""
        return seen_by_family(self.student, self.today, self.numbers)

    def withheld_in(self, school_class: int) -> set[int]:
        """The terms of a class of which no grade is seen (R14.5)."""
        return {term for place, term in self.numbers.withheld if place == school_class}

    def key_of(self, school_class: int) -> tuple[object, ...]:
        """What tells whether the same is to be seen of a class as before: what is posted is never changed."""
        seen = sorted(pk for (place, _), pk in self.numbers.seen.items() if place == school_class)
        return (*seen, None, *sorted(self.withheld_in(school_class)))


@dataclass(frozen=True)
class ClassFacts:
    """What families see of a class beside its plan and scores, the same for all: the names of files that go with work and of teachers;
    from whose families the grade as it stands is hidden; and whether the school asks guardians to say that they have read a report.
    """

    files: dict[int, str]
    teachers: list[str]
    hidden: set[int]
    asks_to_read: bool

    @classmethod
    def of(cls, loaded: LoadedClass) -> Self:
        """Of a loaded class."""
        school_class = loaded.plan.school_class
        works = [each.pk for each in loaded.plan.assignments]
        return cls(
            dict(Handout.objects.filter(assignment__in=works).values_list("assignment_id", "name")),
            [str(each) for each in school_class.teachers.order_by("teachings__id")],
            RunningHidden.students_of(school_class.pk),
            families_of(school_class.school_id).asks_to_read,
        )


def facts_of(school_class: SchoolClass) -> ClassFacts:
    """The same, kept as long as the class stays as it is."""
    return cached_of_class(school_class, "families", ClassFacts.of)


class SeenClass:
    """One class of one student in one term, through a family's eyes."""

    def __init__(
        self,
        loaded: LoadedClass,
        student: Student,
        term: Term,
        posted_for: PostedFor,
        facts: ClassFacts,
        *,
        reports_only: bool = False,
        sections: Sequence[int] = (),
    ) -> None:
        self.loaded, self.student, self.term = loaded, student, term
        self.facts, self.reports_only = facts, reports_only
        self.name = str(term.pk)
        self.today = student.school.today()
        self.rules = loaded.plan.rules
        self.gradebook: Gradebook = loaded.family_gradebook
        self.scores = ShownScores(loaded, self.name)
        self.result: TermResult = self.gradebook.result(str(student.pk), self.name)
        school_class = loaded.plan.school_class.pk
        self.withheld = posted_for.withheld_in(school_class)
        self.sections = list(sections) or [school_class]
        self.cards = [each for each in posted_for.cards if each.posting.school_class_id == school_class]
        self.course_cards = [each for each in posted_for.cards if each.posting.school_class_id in self.sections]
        self.posted = next((each for each in self.cards if each.posting.term_id == term.pk), None)
        self.has_left = student.pk not in loaded.students
        self.missing = set(self.result.missing)
        self.dropped = {name for each in self.result.categories.values() for name in each.dropped}
        self.categories: dict[int | None, Category] = {each.pk: each for each in loaded.plan.categories}
        number = term.pk
        self.work = [each for each in loaded.plan.assignments if each.term_id == number and self._is_assigned(each)]

    def _is_assigned(self, assignment: Assignment) -> bool:
        if self.has_left or self.reports_only:
            return False  # R14.3
        if not assignment.announced and not self._text(assignment):
            return False
        assigned = self.loaded.assigned[assignment.pk]
        return assigned is None or str(self.student.pk) in assigned

    def out(self) -> FamilyClassOut:
        """The class's part of the page."""
        shown = self._running
        lists = self.lists()
        mark, percent = (shown.mark, shown.percent) if shown else (None, None)
        if self.posted:
            card = self._card(self.posted)
            mark, percent = card.mark, card.percent
        # A posted mark is the school's to show; what is said of it beside is the teacher's choice.
        mark = mark if self.posted or self.rules.families_mark else None
        percent = percent if self.rules.families_percent else None
        has_running = bool(shown and shown.mark and mark)
        return FamilyClassOut.model_construct(
            id=self.loaded.plan.school_class.pk,
            sections=self.sections,
            name=self.loaded.plan.school_class.name,
            term_id=self.term.pk,
            teachers=self.facts.teachers,
            mark=mark,
            headline=self._headline(percent),
            words=self._words(lists, running=has_running),
            posted=self._card(self.posted) if self.posted else None,
            has_working=self._has_working,
            has_what_if=has_running and bool(self.open_work(lists)),
            missing=[self._work(each) for each in lists["missing"]],
            to_come=[self._work(each) for each in lists["to_come"]],
            being_marked=[self._work(each) for each in lists["being_marked"]],
            back=[self._work(each) for each in lists["back"]],
            cards=[self._card(each) for each in self.course_cards],
            levels=self._levels(),
            behind=self._behind(),
        )

    def _levels(self) -> list[LevelSeenOut]:
        """The levels as they stand, from what the family sees."""
        if not self.runs() or not self.rules.families_mark or not self.loaded.book.standards:
            return []
        return _levels_out(levels_of(self.gradebook, self.student, reported(self.loaded, self.term)))

    def _behind(self) -> list[LevelBehindOut]:
        """What stands behind the levels that are shown: work as far as the family sees it, and what was posted before."""
        levels = self._card(self.posted).levels if self.posted else self._levels()
        if not levels or not self.loaded.book.standards:
            return []
        works = {str(each.pk): each for each in self.loaded.plan.assignments}
        # Whoever has left, or sees reports alone, has no work on the page.
        seen = {} if self.has_left or self.reports_only else self.gradebook.levels.results(str(self.student.pk))
        said, depths = about(self.loaded.plan.school_class.school), depths_of(self.loaded.book.standards)
        earlier = sorted(
            (each for each in self.course_cards if each.posting.term.starts < self.term.starts),
            key=lambda each: each.posting.term.starts,
        )
        return [
            LevelBehindOut(
                name=each.name,
                depth=depths.get(each.name, 0),
                wording=said.get(each.name, {}).get("wording", ""),
                pieces=[
                    LevelPieceOut(
                        name=works[piece.assignment].name,
                        due_on=works[piece.assignment].due_on,
                        mark=self.gradebook.levels.band_of(each.name, piece.value),
                    )
                    for piece in (seen[each.name].evidence if each.name in seen else ())
                ],
                before=[
                    LevelBeforeOut(term=card.posting.term.name, mark=card.levels[each.name])
                    for card in earlier
                    if each.name in card.levels and "mark" in card.posting.collects
                ],
            )
            for each in levels
        ]

    def _is_withheld(self) -> bool:
        """Whether the term's grade is withheld, or one that it is made of, from which it could be told."""
        terms, above = self.loaded.gradebook.terms, [self.name]
        while above:
            name = above.pop()
            if int(name) in self.withheld:
                return True
            above += [part.term for part in terms[name].parts]
        return False

    def runs(self) -> bool:
        """Whether the family sees how it stands now."""
        if self.has_left or self.reports_only or self.posted is not None:
            return False
        return self._sees_running() and not self._is_withheld() and self.student.pk not in self.facts.hidden

    def _sees_running(self) -> bool:
        begins = self.rules.families_from
        return self.rules.families_see_running and (begins is None or begins <= self.today)

    @cached_property
    def _running(self) -> GradeOut | None:
        """The grade as it stands, where the family sees it."""
        return grade(self.gradebook, self.result, self.name) if self.runs() else None

    @property
    def _has_working(self) -> bool:
        """Whether the family sees how the mark comes about."""
        # A working is made of points and percents.
        if not (self.rules.families_percent and self.rules.families_points) or self.reports_only:
            return False
        if self.posted:
            return "percent" in self.posted.posting.collects  # R14.8
        return bool(self._running and self._running.mark and self.rules.families_mark)

    def working(self) -> WorkingOut:
        """How the mark comes about. Raises NotYours where the family does not see it."""
        if not self._has_working:
            raise NotYours
        if self.posted:
            return self._posted_working(self.posted)
        return explained(self.loaded, self.gradebook, self.student, self.term)

    def _posted_working(self, posted: PostedGrade) -> WorkingOut:
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
            WorkingOut.model_validate(posted.working),
            hidden,
            hidden.values(),
            withheld,
            withheld.values(),
            [named for each in markless for named in (each.pk, each.name)],
            with_mark=with_mark[posted.posting.term_id],
            said=posted.working_words.get(language(), {}),
        )

    def _headline(self, percent: str | None) -> str:
        about = {"percent": percent, "term": self.term.name.lower(), "day": day_text(self.today)}
        if self.posted:
            about["day"] = day_text(local(self.student.school, self.posted.posting.at).date())
            if percent:
                return _("%(percent)s %% in %(term)s, posted %(day)s") % about
            return _("In %(term)s, posted %(day)s") % about
        if percent:
            return _("%(percent)s %% in %(term)s, as it stands on %(day)s") % about
        if self._is_withheld():
            return _("No grade is shown for %(term)s yet") % about
        return _("%(term)s is not posted yet") % {"term": self.term.name}

    def lists(self) -> dict[str, list[Assignment]]:
        """The term's work: missing first, then what is to come, what is being marked, and what is back."""
        lists: dict[str, list[Assignment]] = {"missing": [], "to_come": [], "being_marked": [], "back": []}
        for each in sorted(self.work, key=lambda work: (work.due_on or self.term.ends, work.position)):
            is_ahead = each.due_on is None or each.due_on >= self.today
            if str(each.pk) in self.missing:
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
        return self.scores.text(self.student.pk, assignment)

    def _more(self, assignment: Assignment) -> list[str]:
        """What else the teacher shows: the share of the grade, and how the class did where it is large enough to hide in."""
        found = []
        share = self.loaded.shares_of(self.name).get(str(assignment.pk)) if self.rules.families_share else None
        if share is not None and share.of_grade is not None:
            found.append(_("%(percent)s %% of the grade") % {"percent": fixed_text(share.of_grade, 1)})
        if self.rules.families_class and assignment.pk in self.loaded.shown:
            figures = self.loaded.figures_of(self.name)[str(assignment.pk)].points
            if figures.count >= FEWEST_SHOWN and figures.mean is not None:
                ends = [fixed_text(each or Fraction(0), 1) for each in (figures.minimum, figures.maximum)]
                about = {"mean": fixed_text(figures.mean, 1), "least": ends[0], "most": ends[1]}
                found.append(_("class mean %(mean)s, from %(least)s to %(most)s") % about)
        return found

    def _work(self, assignment: Assignment) -> WorkOut:
        number = assignment.pk
        name, is_shown = str(number), number in self.loaded.shown
        score = self.loaded.rows.get((self.student.pk, number))
        dropped = name in self.dropped
        words = self._more(assignment)
        if dropped:
            words.append(_("dropped"))
        if is_apart(self.loaded, assignment):
            words.append(_("not counted"))
        if name in self.missing:
            words.append(_("missing"))
        if is_shown and score is not None and score.flag:
            words.append(score.flag)
        category = self.categories.get(assignment.category_id)
        # Thousands are made on an evening, of nothing that came from outside.
        return WorkOut.model_construct(
            id=number,
            name=assignment.name,
            category=category.name if category else None,
            colour=category.colour if category else None,
            due_on=assignment.due_on,
            # A mark is out of nothing.
            points=plain_number(assignment.points)
            if self.rules.families_points and assignment.entered_as != "marks"
            else "",
            score=self._text(assignment),
            words=", ".join(words),
            dropped=dropped,
            comment=score.comment if score is not None and is_shown and assignment.comments_shown else "",
            description=assignment.description,
            link=assignment.link,
            file=self.facts.files.get(number),
            criteria=self._criteria(assignment),
        )

    def _criteria(self, assignment: Assignment) -> list[CriterionSeenOut]:
        """What was chosen of the work's criteria, once the work is back; without points where the class shows none."""
        if not assignment.criteria:
            return []
        chosen = self.loaded.book.criterion_levels.get(str(self.student.pk), {}).get(str(assignment.pk))
        if not chosen or assignment.pk not in self.loaded.shown or not self._text(assignment):
            return []
        found = []
        for each in assignment.criteria:
            level = next((level for level in each["levels"] if level["name"] == chosen.get(each["name"])), None)
            about = {"points": level["points"] if level else "0", "of": each["points"]}
            points = _("%(points)s of %(of)s") % about if self.rules.families_points else ""
            found.append(
                CriterionSeenOut(
                    name=each["name"],
                    description=each["description"],
                    level=level["name"] if level else None,
                    wording=level["wording"] if level else "",
                    points=points,
                )
            )
        return found

    def _words(self, lists: dict[str, list[Assignment]], *, running: bool) -> str:
        words = []
        above = self.marks_above()
        if running and above:
            words.append(_("%(mark)s begins at %(percent)s.") % {"mark": above[0][0], "percent": short(above[0][1])})
        if not self.posted and self.term.ends >= self.today:
            coming, marking = len(lists["to_come"]), len(lists["being_marked"])
            work = ngettext("%(count)s piece of work to come", "%(count)s pieces of work to come", coming) % {
                "count": coming
            }
            about = {"term": self.term.name, "day": day_text(self.term.ends), "work": work, "marking": marking}
            words.append(_("%(term)s ends on %(day)s; %(work)s, %(marking)s being marked.") % about)
        if self.reports_only:
            return _("What was posted is shown to you, and nothing else.")
        if self.has_left:
            return _("%(name)s is no longer in this class.") % {"name": self.student.given_name}
        missing = len(lists["missing"])
        said = ngettext("%(count)s piece of work missing.", "%(count)s pieces of work missing.", missing)
        words.append(said % {"count": missing} if missing else _("Nothing is missing."))
        return " ".join(words)

    def open_work(self, lists: Mapping[str, list[Assignment]]) -> list[Assignment]:
        """Work that is still open and of which is told what it would do: what counts, and is shown (R14.6); none where work moves
        no grade (R8.5).
        """
        if self.gradebook.rules(self.name).method == "standards":
            return []
        return [
            each
            for name in ("missing", "to_come", "being_marked")
            for each in lists[name]
            if each.counts and not is_apart(self.loaded, each) and not each.extra and each.pk in self.loaded.shown
        ]

    def marks_above(self) -> list[tuple[str, Fraction]]:
        """The next marks above the one reached, and where they begin."""
        marks = self.gradebook.marks
        if self.result.mark is None:
            return []
        index = next(place for place, band in enumerate(marks.bands) if band.mark == self.result.mark)
        return list(marks.begins[index + 1 :][:MARKS_AHEAD])

    def _shows_percent(self, posted: PostedGrade) -> bool:
        return self.rules.families_percent and "percent" in posted.posting.collects

    def _card(self, posted: PostedGrade) -> PostedCardOut:
        return PostedCardOut(
            term=posted.posting.term.name,
            term_id=posted.posting.term_id,
            percent=(posted.percent_shown or None) if self._shows_percent(posted) else None,
            mark=(posted.mark or None) if "mark" in posted.posting.collects else None,
            effort=posted.effort,
            comment=posted.comment,
            at=local(self.student.school, posted.posting.at).replace(microsecond=0),
            levels=_levels_out(posted.levels) if "mark" in posted.posting.collects else [],
        )


def class_through_family_eyes(loaded: LoadedClass, student: Student, term: Term) -> FamilyClassOut:
    """What a student's family sees of a class in a term: reports only where none of the guardians sees more. Where they see nothing, the
    family is the student alone.
    """
    seen = [each.seen for each in student.guardianships.all() if each.seen != Sees.NONE]
    reports_only = bool(seen) and Sees.ALL not in seen
    facts = facts_of(loaded.plan.school_class)
    return SeenClass(loaded, student, term, PostedFor(student), facts, reports_only=reports_only).out()
