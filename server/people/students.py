"""Students and their guardians: made, changed, merged where two are one; numbers and aliases."""

import secrets
from collections.abc import Mapping
from typing import Any

from django.db import transaction
from school.models import Membership, Person, Role, School, SchoolClass, Sees, Student
from school.refusal import NotYours, Refused
from school.texts import name_of

from people.class_revisions import count_classes_of
from people.persons import LONGEST_NAME, add_person, deactivate, find_person, make_person, read_email, rehang

NAMES = ("given_name", "family_name")
COMMON_PRONOUNS = ("she", "he", "they")
"""What is offered; whatever else somebody goes by is written out, such as xe/xem/xyr."""
FEWEST_ALIASES = 9000
"""Aliases have at least four digits, and so many that a guess is rarely one."""


def find_student(school: School, student: int) -> Student:
    """A student of the school, by number of the row."""
    found = school.students.filter(pk=student, erased_at=None).first()
    if found is None:
        raise NotYours
    return found


def next_number(school: School) -> str:
    """The number after the highest one that is a number."""
    highest = max(
        (int(each) for each in school.students.values_list("number", flat=True) if each.isdigit()), default=1000
    )
    return str(highest + 1)


def new_aliases(school: School, count: int) -> list[str]:
    """So many aliases that nobody of the school has, in no order that tells anything."""
    taken = set(school.students.values_list("alias", flat=True))
    size = FEWEST_ALIASES
    while size < 10 * (len(taken) + count):
        size *= 10
    first, found = size // 9, set[str]()
    while len(found) < count:
        found.add(str(first + secrets.randbelow(size)))
        found -= taken
    made = list(found)
    secrets.SystemRandom().shuffle(made)
    return made


def read_student(given: Mapping[str, Any]) -> dict[str, Any]:
    """A student's fields as they are kept."""
    read: dict[str, Any] = {name: name_of(given[name], LONGEST_NAME, name) for name in NAMES if name in given}
    if "official_name" in given:
        read["official_name"] = " ".join(given["official_name"].split())[:160]
    if "pronouns" in given:
        read["pronouns"] = " ".join(given["pronouns"].split())[:40] or "they"
    if "is_of_age" in given:
        read["is_of_age"] = given["is_of_age"]
    if "number" in given:
        read["number"] = given["number"].strip()[:20]
    return read


@transaction.atomic
def add_student(school: School, given: Mapping[str, Any]) -> Student:
    """A student; without a number they get the next one."""
    read = read_student(given)
    number = read.get("number") or next_number(school)
    _refuse_taken(school, number)
    return Student.objects.create(school=school, alias=new_aliases(school, 1)[0], **(read | {"number": number}))


@transaction.atomic
def change_student(student: Student, given: Mapping[str, Any]) -> None:
    """Change a student's names, number or pronouns."""
    count_classes_of([student.pk])
    read = read_student(given)
    if "number" in read and read["number"] != student.number:
        if not read["number"]:
            raise Refused("Every student has a number. Type it.", "number")
        _refuse_taken(student.school, read["number"])
    for name, value in read.items():
        setattr(student, name, value)
    student.save(update_fields=list(read))
    if student.person is not None and set(read) & set(NAMES):
        # Who signs in goes by the same name.
        Person.objects.filter(student=student).update(**{name: read[name] for name in NAMES if name in read})


def _refuse_taken(school: School, number: str) -> None:
    holder = school.students.filter(number=number).first()
    if holder is not None:
        raise Refused(f"{number} is the number of {holder}.", "number")


@transaction.atomic
def set_active(student: Student, *, is_active: bool) -> None:
    """A student has left the school, or is back. Who has left is in no class from the next day on, and can no longer sign in."""
    count_classes_of([student.pk])
    student.is_active = is_active
    student.save(update_fields=["is_active"])
    if is_active:
        if student.person is not None:
            student.person.is_active = True
            student.person.save(update_fields=["is_active"])
        return
    today = student.school.today()
    student.enrolments.filter(ends=None, starts__lte=today).update(ends=today)
    student.enrolments.filter(ends=None).delete()
    if student.person is not None:
        deactivate(student.school, student.person)


@transaction.atomic
def give_account(student: Student, email: str) -> Person:
    """Let a student sign in."""
    if student.person is not None:
        raise Refused(f"{student} has an account already.")
    person = make_person(student.given_name, student.family_name, read_email(email))
    Membership.objects.create(person=person, school=student.school, role=Role.STUDENT)
    student.person = person
    student.save(update_fields=["person"])
    return person


@transaction.atomic
def add_guardian(student: Student, given: Mapping[str, Any]) -> Person:
    """Somebody becomes a student's guardian: a person of the school by number, or somebody new."""
    person = (
        find_person(student.school, given["person"])
        if given.get("person")
        else add_person(
            student.school, Role.GUARDIAN, given["given_name"], given["family_name"], given.get("email", "")
        )
    )
    Membership.objects.get_or_create(person=person, school=student.school, role=Role.GUARDIAN)
    student.guardians.add(person)
    return person


def remove_guardian(student: Student, person: int) -> None:
    """Somebody is a student's guardian no longer, and sees nothing of theirs from now on."""
    found = student.guardians.filter(pk=person).first()
    if found is None:
        raise NotYours
    student.guardians.remove(found)


def limit_guardian(student: Student, person: int, sees: Sees) -> None:
    """From now on a guardian sees so much of a student."""
    if not student.guardianships.filter(person=person).update(sees=sees):
        raise NotYours


@transaction.atomic
def draw_aliases(school: School, school_class: SchoolClass) -> int:
    """New aliases for all of a class; gives how many. The old ones stand for nobody any more."""
    students = list(school.students.filter(enrolments__school_class=school_class, enrolments__ends=None))
    count_classes_of([each.pk for each in students])
    for student, alias in zip(students, new_aliases(school, len(students)), strict=True):
        student.alias = alias
    Student.objects.bulk_update(students, ["alias"])
    return len(students)


@transaction.atomic
def merge_students(kept: Student, other: Student) -> None:
    """Two are one: classes, scores, grades and guardians of the other become those of the one that is kept.

    Raises Refused where both are in one class, or both can sign in: then somebody has to look first.
    """
    if kept.pk == other.pk:
        raise Refused("These are the same student already.", "other")
    shared = SchoolClass.objects.filter(enrolments__student=kept).filter(enrolments__student=other).first()
    if shared is not None:
        raise Refused(f"Both are in {shared}. Take one of them out of it first, or they stay two.", "other")
    if kept.person is not None and other.person is not None:
        raise Refused("Both can sign in. Deactivate one of the accounts first.", "other")
    count_classes_of([kept.pk, other.pk])
    person = other.person
    other.person = None
    other.is_active = False
    other.save(update_fields=["person", "is_active"])
    other.guardianships.all().hand_over(student=kept)
    groups = list(kept.group_memberships.values_list("group", flat=True))
    other.group_memberships.filter(group__in=groups).delete()
    rehang(other, kept)
    if person is not None:
        kept.person = person
        kept.save(update_fields=["person"])
