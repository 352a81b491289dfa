"""The family page over all of a student's classes, and the report card as the family sees it.

Classes come loaded from where their teachers' do, and what a family sees of one is kept with it as long as nothing has changed.
"""

import json
import sys
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any, Self

from reports.card_schemas import CardOut
from reports.cards import card_of
from reports.posted import seen_by_family
from reports.standing import ribbon
from reports.standing_schemas import RibbonOut
from school.calendar import local, running_term, year_of_day
from school.language import language
from school.models import OF_WHOLE_CLASS, Enrolment, Person, SchoolClass, SchoolYear, Sees, Student, Term
from school.permissions import keeps_out, seen_of
from school.refusal import NotYours
from scores.book import LoadedClass, term_of
from scores.class_cache import cached_class, cached_for_student, cached_of_class, is_cached

from families.models import Told
from families.news import Item, items_of, known_by, news
from families.one_class import PostedFor, SeenClass, facts_of
from families.read_reports import terms_read
from families.schemas import FamilyOut, NewsOut, YearLink


@dataclass(frozen=True)
class SeenAnswer:
    """What is seen of a class: as JSON, and what of it could be new."""

    json: str
    items: list[Item]

    @classmethod
    def of(cls, seen_class: SeenClass) -> Self:
        """What is seen of a class."""
        seen = seen_class.out()
        return cls(seen.model_dump_json(), items_of(seen))

    def __sizeof__(self) -> int:
        """What the class cache counts it as: its texts, for what could be new says in other words what the JSON says."""
        return 2 * sys.getsizeof(self.json)


class FamilyPage:
    """All of a student's classes in one term and its school year, as one of their family sees them."""

    def __init__(
        self, student: Student, person: Person, term_id: int | None = None, year_id: int | None = None
    ) -> None:
        self.student, self.school, self.person = student, student.school, person
        self.today = self.school.today()
        self.sees = seen_of(person, student)
        self.reports_only = self.sees != Sees.ALL
        enrolled = list(student.enrolments.select_related("school_class__revision", "school_class__year"))
        for each in enrolled:
            each.school_class.school = self.school  # the same of all, and read already
        self.years = sorted({each.school_class.year for each in enrolled}, key=lambda year: year.starts, reverse=True)
        running = year_of_day(self.years, self.today)
        self.year = next((each for each in self.years if each.pk == year_id), running)
        courses = courses_of([each for each in enrolled if each.school_class.year == self.year])
        self.courses = sorted(courses, key=lambda course: _by_place(course[-1]))
        self._term_id, self._is_running_year = term_id, self.year == running

    @property
    def is_loaded(self) -> bool:
        """Whether all that the page is made of is there already."""
        return all(is_cached(course[-1]) for course in self.courses)

    def load(self) -> None:
        """See to it that it is."""
        for course in self.courses:
            cached_class(course[-1])

    @cached_property
    def terms(self) -> list[Term]:
        """The year's; a year without any is not to be read yet."""
        return cached_class(self.courses[0][-1]).plan.terms if self.courses else []

    @cached_property
    def _running(self) -> Term | None:
        return running_term(self.terms, self.today) if self.terms else None

    @cached_property
    def term(self) -> Term | None:
        """The term that is looked at."""
        return next((each for each in self.terms if each.pk == self._term_id), self._running)

    @property
    def is_now(self) -> bool:
        """Whether it is the one that runs."""
        return self._is_running_year and self.term == self._running

    def out(self) -> str:
        """The page as JSON (FamilyOut), with what is new to whom it is for."""
        seen = self.seen()
        is_student = self.student.person_id == self.person.pk
        asks = not is_student and bool(self.courses) and facts_of(self.courses[0][-1]).asks_to_read
        found: list[NewsOut] = []
        since = None
        items = [item for each in seen for item in each.items] if self.is_now else []
        if self.is_now:
            known = known_by(self.person, self.student, Told.PAGE)
            found, since = news(items, known, self.school.now())
        page = FamilyOut.model_construct(
            student_id=self.student.pk,
            name=str(self.student),
            given_name=self.student.given_name,
            school=self.school.name,
            term_id=self.term.pk if self.term else 0,
            term=self.term.name if self.term else "",
            asks_to_read=asks,
            read=terms_read(self.person, self.student, self._posted.numbers) if asks else [],
            reports_only=self.reports_only,
            is_own=keeps_out.test(self.person, self.student),
            year=self.year.name if self.year else "",
            years=[YearLink(id=each.pk, name=each.name) for each in self.years],
            ribbon=self._ribbon(),
            news=found,
            news_since=since and local(self.school, since).date(),
            shows={each.key: each.digest for each in items},
            classes=[],
        )
        return with_part(page.model_dump(), "classes", f"[{','.join(each.json for each in seen)}]")

    def _ribbon(self) -> RibbonOut | None:
        if self.year is None or not self.terms:
            return None
        year, terms, today = self.year, self.terms, self.today
        # The same for every family of a class until its plan or the day is another.
        return cached_of_class(
            self.courses[0][-1],
            f"ribbon {language()}",
            lambda _: ribbon(year, terms, today, running_term(terms, today), {}),
        )

    @cached_property
    def _posted(self) -> PostedFor:
        return PostedFor(self.student)

    def seen(self) -> list[SeenAnswer]:
        """Each course as it is seen: by the class in which the term was posted, else by the one that the student is in now."""
        if self.term is None:
            return []
        term, posted = self.term, self._posted

        def answer(course: Sequence[SchoolClass]) -> SeenAnswer:
            there = [each for each in course if (each.pk, term.pk) in posted.numbers.seen]
            school_class, sections = (there or course)[-1], [each.pk for each in course]
            keys = [posted.key_of(each) for each in sections]
            name = (term.pk, self.reports_only, language(), *sections, *keys)

            def make(loaded: LoadedClass) -> SeenAnswer:
                facts, reports_only = facts_of(school_class), self.reports_only
                return SeenAnswer.of(
                    SeenClass(loaded, self.student, term, posted, facts, reports_only=reports_only, sections=sections)
                )

            return cached_for_student(school_class, self.student.pk, name, make)

        return [answer(each) for each in self.courses]


def courses_of(enrolments: Sequence[Enrolment]) -> list[list[SchoolClass]]:
    """The classes of a student in a year, those of one course together and in their order: who changed section goes on in a class of the
    same name that they came into when they had left the one before.
    """
    courses: list[list[Enrolment]] = []
    for each in sorted(enrolments, key=lambda each: (each.starts, each.pk)):
        course = next((course for course in courses if _goes_on(course[-1], each)), None)
        if course is None:
            courses.append([each])
        else:
            course.append(each)
    return [[each.school_class for each in course] for course in courses]


def _goes_on(before: Enrolment, after: Enrolment) -> bool:
    has_left = before.ends is not None and before.ends <= after.starts
    return has_left and before.school_class.name == after.school_class.name


def with_part(page: dict[str, Any], name: str, part: str) -> str:
    """An answer as JSON, one part of which is JSON already."""
    del page[name]
    return f'{json.dumps(page, default=str)[:-1]}, "{name}": {part}}}'


def seen_class(student: Student, class_id: int, term_id: int) -> SeenClass:
    """One of a student's classes through the family's eyes. Raises NotYours where it is none of theirs, or has no such term."""
    enrolment = student.enrolments.select_related(*OF_WHOLE_CLASS).filter(school_class=class_id).first()
    if enrolment is None:
        raise NotYours
    loaded = cached_class(enrolment.school_class)
    facts = facts_of(enrolment.school_class)
    return SeenClass(loaded, student, term_of(loaded, term_id), PostedFor(student), facts)


def report_card(student: Student, term_id: int) -> CardOut:
    """A student's report card for a term, as far as the family sees it now."""
    years = SchoolYear.objects.filter(classes__enrolments__student=student)
    term = Term.objects.select_related("year").filter(pk=term_id, year__in=years).first()
    if term is None:
        raise NotYours
    terms = list(Term.objects.filter(year=term.year_id).order_by("position"))
    return card_of(student, seen_by_family(student, student.school.today()), term, terms)


def _by_place(school_class: SchoolClass) -> tuple[int, str]:
    return school_class.position, school_class.name
