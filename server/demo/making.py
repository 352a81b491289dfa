"""Making the demo school's rows."""

import datetime
import random
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from decimal import Decimal
from fractions import Fraction
from typing import Any

from gradecore.numbers import UNIT
from plans.models import Assignment, Category, GradingScale, GroundRules, ScaleBand, ScoreCode
from school.models import (
    Enrolment,
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
)
from scores.models import Score, ScoreEvent

from demo import homeroom
from demo.geography import Work

FLAGS = {"L": "late", "I": "incomplete", "A": "absent"}


def day(number: int, month: int) -> datetime.date:
    """A day of the demo's school year."""
    return datetime.date(2031 if month > 7 else 2032, month, number)


@dataclass
class Tarnwick:
    """The school and what every class of it shares."""

    school: School
    year: SchoolYear
    terms: dict[str, Term]
    scales: dict[str, GradingScale] = field(default_factory=dict)
    chance: random.Random = field(default_factory=lambda: random.Random(8))
    number: int = 9000
    aliases: set[int] = field(default_factory=set)

    def moment(self, on: datetime.date, hour: int, minute: int) -> datetime.datetime:
        """A time of day at the school."""
        return datetime.datetime.combine(on, datetime.time(hour, minute), tzinfo=self.school.now().tzinfo)

    def person(self, sign_in: str, name: str, role: Role, password: str) -> Person:
        """Somebody who can sign in."""
        given, family = name.split(" ", 1)
        person = Person.objects.create_person(sign_in, given, family, password)
        person.email = f"{sign_in}@tarnwick.example"
        person.save(update_fields=["email"])
        Membership.objects.create(person=person, school=self.school, role=role)
        return person

    def student(self, family: str, given: str, pronouns: str, number: str | None = None) -> Student:
        """A student without a sign-in."""
        self.number += self.chance.randint(1, 9)
        alias = self.chance.randint(1000, 9999)
        while alias in self.aliases:
            alias += 1
        self.aliases.add(alias)
        return Student.objects.create(
            school=self.school,
            given_name=given,
            family_name=family,
            pronouns=pronouns,
            number=number or str(self.number),
            alias=f"{alias}",
        )

    def school_class(self, name: str, section: str, room: str, times: str, teachers: Sequence[Person]) -> SchoolClass:
        """An empty class with its ground rules."""
        count = SchoolClass.objects.filter(year=self.year).count()
        made = SchoolClass.objects.create(
            school=self.school, year=self.year, name=name, section=section, room=room, times=times, position=count
        )
        for place, teacher in enumerate(teachers):
            Teaching.objects.create(school_class=made, person=teacher, leads=place == 0)
        GroundRules.objects.create(school_class=made, scale=self.scales["Letters, fine"])
        return made

    def enrol(
        self, school_class: SchoolClass, students: Iterable[Student], late: dict[str, datetime.date] | None = None
    ) -> None:
        """Students into a class, from the year's first day unless `late` says otherwise, by student number."""
        Enrolment.objects.bulk_create(
            Enrolment(school_class=school_class, student=each, starts=(late or {}).get(each.number, self.year.starts))
            for each in students
        )

    def assignments(self, school_class: SchoolClass, term: str, works: Sequence[Work]) -> list[Assignment]:
        """Assignments of a term, in the order given."""
        categories = {each.sign: each for each in school_class.categories.all()}
        before = school_class.assignments.count()
        return [
            Assignment.objects.create(
                school_class=school_class,
                term=self.terms[term],
                category=categories[work.sign] if work.sign else None,
                name=work.name,
                short_name=work.short,
                points=Decimal(work.points),
                due_on=day(*work.due),
                extra=work.extra,
                share=Decimal(work.share),
                closed=work.state == "closed",
                shown=work.state != "hidden",
                position=before + place,
            )
            for place, work in enumerate(works, 1)
        ]

    def scores(
        self, assignment: Assignment, given: dict[Student, str], person: Person, comments: dict[Student, str]
    ) -> None:
        """Scores as text: an optional flag and colon, then a number or code; each with its first event."""
        when = self.moment(min(assignment.due_on or self.year.starts, self.school.today()), 19, 0)
        rows = []
        for place, (student, text) in enumerate(given.items()):
            flag, _, bare = text.rpartition(":")
            is_number = bare.replace(".", "", 1).isdigit()
            rows.append(
                Score(
                    student=student,
                    assignment=assignment,
                    number=Decimal(bare) if is_number else None,
                    code="" if is_number else bare,
                    flag=FLAGS.get(flag, ""),
                    comment=comments.get(student, ""),
                    changed_by=person,
                    changed_at=when + datetime.timedelta(minutes=place),
                )
            )
        Score.objects.bulk_create(rows)
        kept = Score.objects.filter(assignment=assignment)
        ScoreEvent.objects.bulk_create(
            ScoreEvent(
                score=each,
                after=each.code or format(each.number.normalize(), "f"),
                version=1,
                beside={name: ["", value] for name in ("comment", "flag") if (value := getattr(each, name))},
                person=person,
                at=each.changed_at,  # type: ignore[union-attr]
            )
            for each in kept
        )


def likely_scores(
    chance: random.Random, assignments: Sequence[Any], level: float, spread: float = 0.09
) -> dict[Any, str]:
    """Scores around a level, in halves for small work and whole points otherwise."""
    found = {}
    for each in assignments:
        points = Fraction(each.points)
        steps = points * (2 if points <= 10 else 1)
        share = min(max(chance.gauss(level, spread), 0.2), 1.0)
        found[each] = _text(Fraction(round(share * int(steps)), 2 if points <= 10 else 1))
    return found


def _text(number: Fraction) -> str:
    return str(number.numerator) if number.denominator == 1 else str(float(number))


def in_core(text: str) -> int | str:
    """A score's text for the core."""
    bare = text.rpartition(":")[2]
    return int(Decimal(bare) * UNIT) if bare.replace(".", "", 1).isdigit() else bare


LETTERS = "A+ 97,A 93,A− 90,B+ 87,B 83,B− 80,C+ 77,C 73,C− 70,D+ 67,D 63,D− 60,E 0"
STEPS = "Leading 90,Sure 75,Steady 60,Growing 40,Beginning 0"
PASS = "Pass 60,Withheld 0"


def four_levels(school: School) -> GradingScale:
    """The levels of the standards as marks of a class."""
    scale = GradingScale.objects.create(school=school, name="Four levels", out_of=4)
    for mark, least, value in homeroom.LEVELS:
        ScaleBand.objects.create(scale=scale, mark=mark, min=Decimal(least), value=Decimal(value))
    return scale


DAYS_OFF = [
    ["2031-10-20", "2031-10-24"],
    ["2031-12-22", "2032-01-02"],
    ["2032-02-16", "2032-02-20"],
    ["2032-03-29", "2032-04-02"],
]


def begin_school() -> Tarnwick:
    """The school with its year, terms, reporting windows, scales and codes."""
    school = School.objects.create(
        name="Tarnwick School",
        fixed_day=day(14, 1),
        address="4 Shore Road, Tarnwick",
        outside_marks=[["W", "withdrawn"], ["AU", "audit"], ["MD", "medical"], ["NR", "narrative"]],
        efforts=["outstanding", "good", "fair", "wanting"],
        standards=homeroom.standards_in_words(),
    )
    year = SchoolYear.objects.create(
        school=school, name="2031/32", starts=day(1, 9), ends=day(15, 6), days_off=DAYS_OFF
    )
    first = Term.objects.create(
        year=year, kind="semester", name="Semester 1", starts=day(1, 9), ends=day(27, 1), position=1
    )
    second = Term.objects.create(
        year=year, kind="semester", name="Semester 2", starts=day(28, 1), ends=day(15, 6), position=5
    )
    terms = {"s1": first, "s2": second}
    for key, kind, name, within, starts, ends, position, opens, closes in (
        ("q1", "quarter", "Quarter 1", first, day(1, 9), day(31, 10), 2, day(27, 10), day(7, 11)),
        ("q2", "quarter", "Quarter 2", first, day(3, 11), day(16, 1), 3, day(12, 1), day(20, 1)),
        ("x1", "exam", "Exam 1", first, day(19, 1), day(27, 1), 4, None, None),
        ("q3", "quarter", "Quarter 3", second, day(28, 1), day(2, 4), 6, day(29, 3), day(9, 4)),
        ("q4", "quarter", "Quarter 4", second, day(5, 4), day(4, 6), 7, day(7, 6), day(15, 6)),
        ("x2", "exam", "Exam 2", second, day(7, 6), day(15, 6), 8, None, None),
    ):
        terms[key] = Term.objects.create(
            year=year, kind=kind, name=name, within=within, starts=starts, ends=ends, position=position
        )
        if opens and closes:
            ReportingWindow.objects.create(term=terms[key], opens=opens, closes=closes, binding=["placeholder"])
    made = Tarnwick(school, year, terms)
    for name, bands in (("Letters, fine", LETTERS), ("Five steps", STEPS), ("Pass or withheld", PASS)):
        scale = GradingScale.objects.create(school=school, name=name)
        made.scales[name] = scale
        for band in bands.split(","):
            mark, minimum = band.rsplit(" ", 1)
            ScaleBand.objects.create(scale=scale, mark=mark, min=Decimal(minimum))
    made.scales["Four levels"] = four_levels(school)
    for code, name, effect, missing in (
        ("EX", "exempt", "leave_out", False),
        ("AB", "absent", "leave_out", False),
        ("MI", "missing", "zero", True),
    ):
        ScoreCode.objects.create(school=school, code=code, name=name, effect=effect, missing=missing)
    return made


def plan_of(school_class: SchoolClass, plan: Sequence[tuple[str, str, str, str, int]], **rules: Any) -> None:
    """Categories and ground rules of a class."""
    for place, (sign, name, weight, method, drops) in enumerate(plan):
        Category.objects.create(
            school_class=school_class,
            sign=sign,
            name=name,
            weight=Decimal(weight),
            method=method,
            drop_lowest=drops,
            position=place + 1,
            colour=place,
        )
    GroundRules.objects.filter(school_class=school_class).update(**rules)
