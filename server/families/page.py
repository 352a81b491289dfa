"""The family page over all of a student's classes, and the report card as the family sees it.

Classes come loaded from where their teachers' do, and what a family sees of one is kept with it as long as nothing has changed.
"""

import json
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
from school.models import Person, SchoolClass, SchoolYear, Sees, Student, Term
from school.permissions import keeps_out, seen_of
from school.refusal import NotYours
from scores.book import LoadedClass, term_of
from scores.kept import kept_class, kept_for_student

from families.models import Told, families_of
from families.news import Item, items_of, known_by, news
from families.one_class import PostedFor, SeenClass, facts_of
from families.reading import terms_read
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


class FamilyPage:
    """All of a student's classes in one term and its school year, as one of their family sees them."""

    def __init__(
        self, student: Student, person: Person, term_id: int | None = None, year_id: int | None = None
    ) -> None:
        self.student, self.school, self.person = student, student.school, person
        self.today = self.school.today()
        self.sees = seen_of(person, student)
        self.reports_only = self.sees != Sees.ALL
        enrolled = student.enrolments.select_related("school_class__school", "school_class__year")
        classes = sorted((each.school_class for each in enrolled), key=_by_place)
        self.years = sorted({each.year for each in classes}, key=lambda year: year.starts, reverse=True)
        running = year_of_day(self.years, self.today)
        self.year = next((each for each in self.years if each.pk == year_id), running)
        self.classes = [each for each in classes if each.year == self.year]
        # A year without terms is not to be read yet.
        self.terms = kept_class(self.classes[0]).plan.terms if self.classes else []
        now = running_term(self.terms, self.today) if self.terms else None
        self.term = next((each for each in self.terms if each.pk == term_id), now)
        self.is_now = self.year == running and self.term == now

    def out(self) -> str:
        """The page as JSON (FamilyOut), with what is new to whom it is for."""
        seen = self.seen()
        asks = families_of(self.school.pk).asks_to_read and self.student.person_id != self.person.pk
        found: list[NewsOut] = []
        since = None
        if self.is_now:
            known = known_by(self.person, self.student, Told.PAGE)
            found, since = news([item for each in seen for item in each.items], known, self.school.now())
        page = FamilyOut(
            student_id=self.student.pk, name=str(self.student), given_name=self.student.given_name, school=self.school.name,
            term_id=self.term.pk if self.term else 0, term=self.term.name if self.term else "",
            asks_to_read=asks, read=terms_read(self.person, self.student, self._posted.numbers) if asks else [],
            reports_only=self.reports_only, is_own=keeps_out.test(self.person, self.student),
            year=self.year.name if self.year else "",
            years=[YearLink(id=each.pk, name=each.name) for each in self.years],
            ribbon=self._ribbon(), news=found, news_since=since and local(self.school, since).date(), classes=[],
        )  # fmt: skip
        return with_part(page.model_dump(), "classes", f"[{','.join(each.json for each in seen)}]")

    def _ribbon(self) -> RibbonOut | None:
        if self.year is None or not self.terms:
            return None
        return ribbon(self.year, self.terms, self.today, running_term(self.terms, self.today), {})

    @cached_property
    def _posted(self) -> PostedFor:
        return PostedFor(self.student)

    def seen(self) -> list[SeenAnswer]:
        """Each class as it is seen."""
        if self.term is None:
            return []
        term, posted = self.term, self._posted

        def answer(school_class: SchoolClass) -> SeenAnswer:
            name = (term.pk, self.reports_only, language(), *posted.key_of(school_class.pk))

            def make(loaded: LoadedClass) -> SeenAnswer:
                facts = facts_of(school_class)
                return SeenAnswer.of(
                    SeenClass(loaded, self.student, term, posted, facts, reports_only=self.reports_only)
                )

            return kept_for_student(school_class, self.student.pk, name, make)

        return [answer(each) for each in self.classes]


def with_part(page: dict[str, Any], name: str, part: str) -> str:
    """An answer as JSON, one part of which is JSON already."""
    del page[name]
    return f'{json.dumps(page, default=str)[:-1]}, "{name}": {part}}}'


def seen_class(student: Student, class_id: int, term_id: int) -> SeenClass:
    """One of a student's classes through the family's eyes. Raises NotYours where it is none of theirs, or has no such term."""
    enrolment = (
        student.enrolments.select_related("school_class__school", "school_class__year")
        .filter(school_class=class_id)
        .first()
    )
    if enrolment is None:
        raise NotYours
    loaded = kept_class(enrolment.school_class)
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
