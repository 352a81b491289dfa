"""Classes: made one or many, changed, taught by whom and until when, put away and brought back."""

import datetime
import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

from django.db import transaction
from django.db.models import Max
from plans.first_scales import begin_school_plans
from plans.models import GradingScale, GroundRules
from school import revisions
from school.models import Membership, Person, Role, School, SchoolClass, SchoolYear, Teaching
from school.refusal import NotYours, Refused
from school.texts import name_of

FIELDS = {"name": 80, "section": 20, "room": 40, "times": 80}
"""What is said of a class, and how long each may be."""
MOST_AT_ONCE = 200


@dataclass(frozen=True)
class TeachingGiven:
    """Who teaches a class: one of them leads; a stand-in has a first and a last day."""

    person: int
    leads: bool = False
    starts: datetime.date | None = None
    ends: datetime.date | None = None


def find_class(school: School, school_class: int) -> SchoolClass:
    """A class of the school, by number; also one that was put away."""
    found = SchoolClass.objects.whole().filter(school=school, pk=school_class).first()
    if found is None:
        raise NotYours
    return found


def read_class(given: Mapping[str, Any]) -> dict[str, str]:
    """What is said of a class as it is kept."""
    read = {field: " ".join(given[field].split())[:longest] for field, longest in FIELDS.items() if field in given}
    if "name" in read:
        read["name"] = name_of(given["name"], FIELDS["name"])
    return read


@transaction.atomic
def add_class(
    school: School, year: SchoolYear, given: Mapping[str, Any], teachers: Sequence[TeachingGiven] = ()
) -> SchoolClass:
    """An empty class with ground rules to begin with. Raises Refused where the year has no term that work can be due in."""
    if not any(not each.is_made_of_terms for each in year.terms.all()):
        raise Refused(f"{year.name} has no terms with assignments yet. Make them first, in Year.", "year")
    read = read_class(given)
    _refuse_twice(year, read["name"], read.get("section", ""), None)
    place = SchoolClass.objects.filter(year=year).aggregate(last=Max("position"))["last"]
    made = SchoolClass.objects.create(school=school, year=year, position=(place or 0) + 1, **read)
    GroundRules.objects.create(school_class=made, scale=first_scale(school))
    if teachers:
        set_teachers(made, teachers)
    return made


def first_scale(school: School) -> GradingScale:
    """The scale that a new class begins with: the school's first."""
    found = GradingScale.objects.filter(school=school, owner=None).order_by("id").first()
    if found is None:
        begin_school_plans(school)
        found = GradingScale.objects.filter(school=school, owner=None).order_by("id")[0]
    return found


def _refuse_twice(year: SchoolYear, name: str, section: str, but: int | None) -> None:
    there = year.classes.filter(name=name, section=section, archived_at=None)
    if any(each.pk != but for each in there):
        raise Refused(
            f"{name} {section}".strip() + f" is there already in {year.name}. Give it another section.", "section"
        )


@transaction.atomic
def change_class(school_class: SchoolClass, given: Mapping[str, Any]) -> None:
    """Change what is said of a class, for all who see it."""
    revisions.count_class(school_class.pk)
    read = read_class(given)
    name, section = read.get("name", school_class.name), read.get("section", school_class.section)
    _refuse_twice(school_class.year, name, section, school_class.pk)
    for field, value in read.items():
        setattr(school_class, field, value)
    school_class.save(update_fields=list(read))


@transaction.atomic
def set_teachers(school_class: SchoolClass, teachers: Sequence[TeachingGiven]) -> None:
    """Who teaches a class, all of them. Who taught it and no longer does keeps nothing but their name on what they wrote."""
    revisions.count_class(school_class.pk)
    wanted = {each.person: each for each in teachers}
    here = {
        each.pk: each
        for each in Person.objects.filter(
            memberships__school=school_class.school, memberships__role=Role.TEACHER, is_active=True
        )
    }
    unknown = [each for each in wanted if each not in here]
    if unknown:
        raise Refused("One of these is no teacher of the school. Give them that role first, in People.", "teachers")
    backwards = next((each for each in teachers if each.starts and each.ends and each.ends < each.starts), None)
    if backwards is not None:
        raise Refused(f"{here[backwards.person]}: the last day is before the first.", "ends")
    if wanted and not any(each.leads for each in teachers):
        wanted[teachers[0].person] = replace(teachers[0], leads=True)
    school_class.teachings.exclude(person__in=wanted).delete()
    for person, each in wanted.items():
        Teaching.objects.update_or_create(
            school_class=school_class,
            person_id=person,
            defaults={"leads": each.leads, "starts": each.starts, "ends": each.ends},
        )


@transaction.atomic
def archive(school_class: SchoolClass, *, is_archived: bool) -> None:
    """Put a class away, or bring it back: nothing in it changes."""
    if not is_archived:
        _refuse_twice(school_class.year, school_class.name, school_class.section, school_class.pk)
    revisions.count_class(school_class.pk)
    school_class.archived_at = school_class.school.now() if is_archived else None
    school_class.save(update_fields=["archived_at"])


@dataclass(frozen=True)
class TypedClass:
    """A class as a line of text names it."""

    line: int
    fields: dict[str, str]
    teacher: Person | None


def read_classes(school: School, text: str) -> list[TypedClass]:
    """Classes typed or pasted, one a line: name; section; room; times; teacher, with semicolons or tabs between.

    The teacher is named as they sign in, by e-mail or by their whole name. Raises Refused, naming the line.
    """
    lines = [(number, line) for number, line in enumerate(text.splitlines(), 1) if line.strip()]
    if not lines:
        raise Refused("Type a class a line, for instance: Geography 8; B; Room 14; Tue Thu 10:20; odalys", "text")
    if len(lines) > MOST_AT_ONCE:
        raise Refused(f"These are {len(lines)} classes; at most {MOST_AT_ONCE} are made at a time.", "text")
    teachers = _teachers_by_word(school)
    found = []
    for number, line in lines:
        cells = [each.strip() for each in re.split(r"[;\t]", line)] + [""] * 5
        called = cells[4].casefold()
        if called and called not in teachers:
            raise Refused(f"Line {number}: nobody who teaches here is called {cells[4][:40]}.", "text")
        try:
            fields = read_class(dict(zip(FIELDS, cells[:4], strict=True)))
        except Refused as error:
            raise Refused(f"Line {number}: {error.message}", "text") from None
        found.append(TypedClass(number, fields, teachers.get(called)))
    return found


def _teachers_by_word(school: School) -> dict[str, Person]:
    """Teachers by all that they are called; a word of two people is nobody's."""
    found: dict[str, Person | None] = {}
    for each in Membership.objects.filter(school=school, role=Role.TEACHER, person__is_active=True).select_related(
        "person"
    ):
        person = each.person
        for word in {person.sign_in, person.email.casefold(), str(person).casefold()} - {""}:
            found[word] = None if word in found else person
    return {word: person for word, person in found.items() if person is not None}


@transaction.atomic
def add_classes(school: School, year: SchoolYear, text: str) -> list[SchoolClass]:
    """Make typed classes, all or none."""
    made = []
    for each in read_classes(school, text):
        try:
            given = [TeachingGiven(each.teacher.pk, leads=True)] if each.teacher else []
            made.append(add_class(school, year, each.fields, given))
        except Refused as error:
            raise Refused(f"Line {each.line}: {error.message}", "text") from None
    return made
