"""A school from nothing, and its next year from the last."""

import datetime
import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from zoneinfo import available_timezones

from accounts.inviting import choose_password
from django.db import transaction
from plans.first_scales import begin_school_plans
from plans.models import GroundRules
from plans.passing_on import begin_with, plan_of
from school.models import (
    Membership,
    Person,
    ReportingWindow,
    Role,
    School,
    SchoolClass,
    SchoolYear,
    Student,
    Teaching,
    Term,
    TermKind,
)
from school.refusal import Refused
from school.texts import name_of
from school.years import set_year

from people.classes import find_class
from people.enrolling import enrol
from people.persons import LONGEST_NAME, SignIns, read_email

WEEK = datetime.timedelta(weeks=1)
YEAR_OF_WEEKS = 52 * WEEK
"""By how much the days of a year move to the next: whole weeks, so that each stays on its day of the week."""


@dataclass(frozen=True)
class Division:
    """What a school year is divided into: the terms with assignments, by name, and how many make a semester (0: none does)."""

    words: str
    terms: tuple[str, ...]
    to_a_semester: int = 0


DIVISIONS = {
    "quarters": Division("four quarters in two semesters", ("Quarter 1", "Quarter 2", "Quarter 3", "Quarter 4"), 2),
    "thirds": Division("three terms", ("Term 1", "Term 2", "Term 3")),
    "halves": Division("two halves", ("Half 1", "Half 2")),
    "whole": Division("one term, the whole year", ("Year",)),
}


@dataclass(frozen=True)
class Officer:
    """The first records officer of a school."""

    given_name: str
    family_name: str
    email: str
    sign_in: str = ""


@dataclass(frozen=True)
class Beginning:
    """What a new school is made of: its name and place, its first year and how that is divided, and who keeps its records."""

    name: str
    address: str
    time_zone: str
    year: str
    starts: datetime.date
    ends: datetime.date
    division: str
    officer: Officer


@transaction.atomic
def begin_school(given: Beginning, password: str | None) -> tuple[School, Person]:
    """Make a school with its first year, scales, codes and officer. Without a password the officer is to be invited, or reset.

    Raises Refused, making nothing.
    """
    if given.time_zone not in available_timezones():
        raise Refused(f"{given.time_zone[:60]} is no time zone. One is written like Europe/London.", "time_zone")
    if given.division not in DIVISIONS:
        raise Refused(f"A year is divided into one of: {', '.join(DIVISIONS)}.", "division")
    name = name_of(given.name, 120)
    if School.objects.filter(name=name).exists():
        raise Refused(f"There is a school called {name} already.", "name")
    school = School.objects.create(
        name=name,
        time_zone=given.time_zone,
        address=" ".join(given.address.split())[:200],
        second_factor_of=[Role.OFFICER.value],
    )
    year = set_year(school, given.year, given.starts, given.ends, None)
    divide(year, DIVISIONS[given.division])
    begin_school_plans(school)
    return school, add_officer(school, given.officer, password)


@transaction.atomic
def add_officer(school: School, officer: Officer, password: str | None) -> Person:
    """A records officer of a school. Raises Refused for a name to sign in that somebody has, and for a password that is easily guessed."""
    given, family = (
        name_of(officer.given_name, LONGEST_NAME, "given_name"),
        name_of(officer.family_name, LONGEST_NAME, "family_name"),
    )
    email = read_email(officer.email)
    sign_in = officer.sign_in.strip().casefold() or SignIns().free(given, family, email)
    if Person.objects.filter(sign_in=sign_in).exists():
        raise Refused(f"Somebody signs in as {sign_in} already. Choose another name.", "sign_in")
    person = Person.objects.create_person(sign_in, given, family)
    person.email = email
    person.save(update_fields=["email"])
    Membership.objects.create(person=person, school=school, role=Role.OFFICER)
    if password is not None:
        choose_password(person, password)
    return person


def divide(year: SchoolYear, division: Division) -> None:
    """Make a year's terms, as long as one another; their days are the officer's to change."""
    count = len(division.terms)
    days = (year.ends - year.starts).days + 1
    edges = [year.starts + datetime.timedelta(days=days * each // count) for each in range(count + 1)]
    place = 0
    semester: Term | None = None
    for number, name in enumerate(division.terms):
        if division.to_a_semester and number % division.to_a_semester == 0:
            place += 1
            semester = Term.objects.create(
                year=year,
                kind=TermKind.SEMESTER,
                name=f"Semester {number // division.to_a_semester + 1}",
                position=place,
                starts=edges[number],
                ends=edges[number + division.to_a_semester] - datetime.timedelta(days=1),
            )
        place += 1
        Term.objects.create(
            year=year,
            within=semester,
            kind=TermKind.QUARTER,
            name=name,
            position=place,
            starts=edges[number],
            ends=edges[number + 1] - datetime.timedelta(days=1),
        )


def next_name(name: str) -> str:
    """The name of the year after: 2031/32 becomes 2032/33, 1999/00 becomes 2000/01."""
    return re.sub(r"\d+", lambda found: str((int(found[0]) + 1) % 10 ** len(found[0])).zfill(len(found[0])), name)


@transaction.atomic
def next_year(year: SchoolYear) -> SchoolYear:
    """The year after another, with its terms, windows and days off moved by whole weeks; the days are to be looked at."""
    made = set_year(year.school, next_name(year.name), year.starts + YEAR_OF_WEEKS, year.ends + YEAR_OF_WEEKS, None)
    made.days_off = [
        [(datetime.date.fromisoformat(day) + YEAR_OF_WEEKS).isoformat() for day in pair] for pair in year.days_off
    ]
    made.save(update_fields=["days_off"])
    terms: dict[int, Term] = {}
    # Larger terms first, so that what holds another is there.
    for each in sorted(
        year.terms.select_related("window"), key=lambda each: (not each.is_made_of_terms, each.position)
    ):
        terms[each.pk] = Term.objects.create(
            year=made,
            within=terms.get(each.within_id or 0),
            kind=each.kind,
            name=each.name,
            position=each.position,
            starts=each.starts + YEAR_OF_WEEKS,
            ends=each.ends + YEAR_OF_WEEKS,
        )
        window = ReportingWindow.objects.filter(term=each).first()
        if window is not None:
            window.pk, window.term = None, terms[each.pk]
            window.opens, window.closes = window.opens + YEAR_OF_WEEKS, window.closes + YEAR_OF_WEEKS
            window.families_from = window.families_from and window.families_from + YEAR_OF_WEEKS
            window._state.adding = True
            window.save()
    return made


@dataclass(frozen=True)
class TakenOver:
    """A class of one year that is taken over into another: under which name, with its plan or not, with its students or not."""

    source: int
    name: str
    section: str
    with_plan: bool
    with_students: bool


@transaction.atomic
def take_over(school: School, year: SchoolYear, wanted: Sequence[TakenOver], person: Person) -> list[SchoolClass]:
    """Take classes over into a year, with who teaches them, all or none; students move up by the name that is given the class."""
    made = []
    for each in wanted:
        source = find_class(school, each.source)
        if year.classes.filter(name=each.name, section=each.section, archived_at=None).exists():
            raise Refused(f"{each.name} {each.section}".strip() + f" is there already in {year.name}.", "classes")
        new = SchoolClass.objects.create(
            school=school,
            year=year,
            name=name_of(each.name, 80),
            section=each.section.strip()[:20],
            room=source.room,
            times=source.times,
            position=source.position,
        )
        rules = GroundRules.objects.get(school_class=source)
        GroundRules.objects.create(school_class=new, scale=rules.scale)
        Teaching.objects.bulk_create(
            Teaching(school_class=new, person_id=teaching.person_id, leads=teaching.leads)
            for teaching in source.teachings.filter(ends=None, person__is_active=True)
        )
        if each.with_plan and source.categories.exists():
            begin_with(
                new,
                person,
                plan_of(source, with_assignments=False),
                f"took over the plan of {source} of {source.year.name}",
            )
        if each.with_students:
            enrol(
                new,
                list(Student.objects.filter(enrolments__school_class=source, enrolments__ends=None, is_active=True)),
            )
        made.append(new)
    return made


def proposed(school: School, year: SchoolYear) -> Mapping[int, str]:
    """How classes may be called as their students move up: the first number in a name is one more."""
    return {
        each.pk: re.sub(r"\d+", lambda found: str(int(found[0]) + 1), each.name, count=1)
        for each in SchoolClass.objects.filter(school=school, year=year, archived_at=None)
    }
