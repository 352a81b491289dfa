"""The officer's lists: people by role, and classes, found by typing, a page at a time; and all about one of them."""

from collections import defaultdict
from collections.abc import Sequence
from functools import reduce
from typing import Any, Literal, cast

from accounts import second_factor
from accounts.inviting import belongs_elsewhere
from accounts.models import Invitation
from django.db.models import Count, Exists, Max, OuterRef, Q, QuerySet
from school.calendar import local
from school.models import (
    Enrolment,
    Person,
    Role,
    School,
    SchoolClass,
    SchoolYear,
    Student,
    class_title,
)
from school.paging import Page, count_of, page_of
from school.teachers import teachers_of
from school.texts import plain

from people.class_schemas import ClassesOut, ClassOut, ClassRow, RosterRow, TeacherOut
from people.erasing import person_kept_until, student_kept_until
from people.persons import roles_of
from people.schemas import (
    AccountOut,
    ClassStay,
    GuardianLink,
    PeopleOut,
    PersonLink,
    PersonRow,
    SchoolPersonOut,
    SchoolStudentOut,
)

Account = Literal["to_invite", "invited", "active", "inactive"]
_IN_ORDER = ("family_name", "given_name", "id")
_SHOWN = ("family_name", "given_name", "is_active")
_ACCOUNT = ("email", "password", "is_active")
"""Lists are long: of each row they read what they show."""
_FEW = 500
"""So many that were found are named one by one."""


def matching(query: str, fields: Sequence[str]) -> Q:
    """Rows in which every word that was typed begins, or stands in, one of some fields."""
    words = query.split()[:6]
    return reduce(
        lambda all_, word: all_ & reduce(lambda one, field: one | Q(**{f"{field}__icontains": word}), fields, Q()),
        words,
        Q(),
    )


def list_people(school: School, role: Role, query: str, after: str | None) -> PeopleOut:
    """People of a role by name; who has left the school comes only where somebody looks for them by name."""
    return _students(school, query, after) if role is Role.STUDENT else _persons(school, role, query, after)


def count_people(school: School, role: Role) -> int:
    """How many people of a role there are."""
    return (
        (_all_students(school) if role is Role.STUDENT else _all_persons(school, role)).filter(is_active=True).count()
    )


def _all_students(school: School) -> QuerySet[Student]:
    return school.students.filter(erased_at=None)


def _all_persons(school: School, role: Role) -> QuerySet[Person]:
    # A role is had once in a school, so that nobody is found twice.
    return Person.objects.filter(memberships__school=school, memberships__role=role, erased_at=None)


def _found(rows: QuerySet[Any], query: str, fields: Sequence[str]) -> tuple[QuerySet[Any], int | None]:
    """Those that fit what was typed, and how many they are; all who are here where nothing was, uncounted.

    Comparing names while walking along them in order reads each row by itself, so that a few are found first and put in order then.
    """
    if not query.strip():
        return rows.filter(is_active=True), None
    return _numbered(rows.filter(matching(query, fields)))


def _numbered(rows: QuerySet[Any]) -> tuple[QuerySet[Any], int]:
    """Rows that were found, and how many they are: by their numbers, where these are few enough for a statement."""
    found = list(rows.values_list("pk", flat=True))
    return rows.model.objects.filter(pk__in=found) if len(found) <= _FEW else rows, len(found)


def _students(school: School, query: str, after: str | None) -> PeopleOut:
    rows, count = _found(_all_students(school), query, ("family_name", "given_name", "number", "official_name"))
    shown = (
        rows.annotate(was_invited=was_invited("person"))
        .select_related("person")
        .only(*_SHOWN, "school", "number", *(f"person__{each}" for each in _ACCOUNT))
    )
    page: Page[Any] = page_of(shown, _IN_ORDER, after)
    classes: dict[int, list[str]] = defaultdict(list)
    for student, *named in SchoolClass.objects.filter(
        enrolments__student__in=[row.pk for row in page.rows], enrolments__ends=None, archived_at=None
    ).values_list("enrolments__student", "name", "section"):
        classes[student].append(class_title(*named))
    return PeopleOut.model_construct(
        people=[
            PersonRow.model_construct(
                student=row.pk,
                person=row.person_id,
                given_name=row.given_name,
                family_name=row.family_name,
                number=row.number,
                email=row.person.email if row.person else "",
                words=", ".join(classes[row.pk]) or "in no class",
                account=_state(row.person, was_invited=row.was_invited) if row.person else "none",
                is_active=row.is_active,
            )
            for row in page.rows
        ],
        after=page.after,
        count=count,
    )


def _persons(school: School, role: Role, query: str, after: str | None) -> PeopleOut:
    rows, count = _found(_all_persons(school, role), query, ("family_name", "given_name", "email", "sign_in"))
    # Who is on the page is found in an index, and only they are read.
    page: Page[Any] = page_of(rows.only(*_IN_ORDER), _IN_ORDER, after)
    numbers = [each.pk for each in page.rows]
    shown = Person.objects.annotate(was_invited=was_invited("pk")).only(*_SHOWN, *_ACCOUNT).in_bulk(numbers)
    words = _words_of(school, role, numbers)
    return PeopleOut.model_construct(
        people=[
            PersonRow.model_construct(
                student=None,
                person=row.pk,
                given_name=row.given_name,
                family_name=row.family_name,
                number="",
                email=row.email,
                words=words[row.pk],
                account=_state(row, was_invited=row.was_invited),
                is_active=row.is_active,
            )
            for row in map(shown.__getitem__, numbers)
        ],
        after=page.after,
        count=count,
    )


def _words_of(school: School, role: Role, numbers: Sequence[int]) -> dict[int, str]:
    """What is said of people in a line: their children, or the classes that they teach."""
    found: dict[int, list[str]] = defaultdict(list)
    if role is Role.GUARDIAN:
        children = school.students.filter(guardians__in=numbers).order_by("given_name")
        for guardian, given, family in children.values_list("guardians", "given_name", "family_name"):
            found[guardian].append(f"{given} {family}")
    else:
        taught = SchoolClass.objects.filter(school=school, teachings__person__in=numbers, archived_at=None)
        for teacher, *named in taught.values_list("teachings__person", "name", "section"):
            found[teacher].append(class_title(*named))
    none = {Role.GUARDIAN: "no child here", Role.TEACHER: "teaches no class"}.get(role, "")
    return {each: ", ".join(found[each]) or none for each in numbers}


def was_invited(person: str) -> Exists:
    """Whether an invitation waits for the person that a field names."""
    return Exists(Invitation.objects.filter(person=OuterRef(person), taken_at=None))


def _state(person: Person, *, was_invited: bool) -> Account:
    if not person.is_active:
        return "inactive"
    if person.has_usable_password():
        return "active"
    return "invited" if was_invited else "to_invite"


def to_invite(school: School, role: Role | None = None) -> QuerySet[Person]:
    """People of a school who have neither a password nor an open invitation."""
    of = Q(memberships__school=school) & (Q() if role is None else Q(memberships__role=role))
    # An unusable password begins so.
    return (
        Person.objects.filter(of, is_active=True, password__startswith="!")
        .exclude(invitations__taken_at=None)
        .distinct()
    )


def account_of(school: School, person: Person) -> AccountOut:
    """Whether and how somebody signs in."""
    last = Invitation.objects.filter(person=person, taken_at=None).aggregate(last=Max("at"))["last"]
    return AccountOut(
        person=person.pk,
        sign_in=person.sign_in,
        email=person.email,
        state=_state(person, was_invited=last is not None),
        invited_at=local(school, last) if last else None,
        belongs_elsewhere=belongs_elsewhere(school, person),
        has_second_factor=second_factor.is_on(person),
    )


def see_student(student: Student) -> SchoolStudentOut:
    """All about a student."""
    school = student.school
    return SchoolStudentOut(
        id=student.pk,
        given_name=student.given_name,
        family_name=student.family_name,
        official_name=student.official_name,
        pronouns=student.pronouns,
        number=student.number,
        alias=student.alias,
        is_active=student.is_active,
        is_of_age=student.is_of_age,
        guardians=[
            GuardianLink(
                id=each.person_id,
                name=str(each.person),
                words=each.person.email,
                sees=cast(Literal["all", "reports", "none"], each.sees),
                kept_out=each.kept_out,
            )
            for each in student.guardianships.select_related("person").order_by(
                "person__family_name", "person__given_name"
            )
        ],
        classes=[
            ClassStay(
                id=each.school_class_id,
                name=str(each.school_class),
                year=each.school_class.year.name,
                starts=each.starts,
                ends=each.ends,
            )
            for each in student.enrolments.select_related("school_class__year").order_by(
                "-school_class__year__starts", "school_class__name"
            )
        ],
        account=account_of(school, student.person) if student.person else None,
        namesakes=[
            PersonLink(id=each.pk, name=str(each), words=each.number)
            for each in school.students.filter(family_name=student.family_name, given_name=student.given_name).exclude(
                pk=student.pk
            )
        ],
        kept_until=student_kept_until(student),
    )


def see_person(school: School, person: Person) -> SchoolPersonOut:
    """All about a teacher, guardian or officer."""
    namesakes = Person.objects.filter(
        memberships__school=school, family_name=person.family_name, given_name=person.given_name, is_active=True
    )
    return SchoolPersonOut(
        id=person.pk,
        given_name=person.given_name,
        family_name=person.family_name,
        roles=[each.value for each in roles_of(school, person)],
        account=account_of(school, person),
        classes=[
            str(each) for each in SchoolClass.objects.filter(school=school, teachings__person=person, archived_at=None)
        ],
        children=[
            PersonLink(id=each.pk, name=str(each), words=each.number) for each in person.children.filter(school=school)
        ],
        namesakes=[
            PersonLink(id=each.pk, name=str(each), words=each.email)
            for each in namesakes.exclude(pk=person.pk).distinct()
        ],
        kept_until=person_kept_until(school, person),
    )


def list_classes(
    school: School, year: SchoolYear | None, query: str, after: str | None, *, archived: bool
) -> ClassesOut:
    """A year's classes by name."""
    if year is None:
        return ClassesOut(year_id=None, year="", classes=[], after=None, count=0)
    rows: QuerySet[SchoolClass] = year.classes.filter(archived_at__isnull=not archived)
    count = None
    if query:
        fields = ("name", "section", "room", "teachings__person__family_name")
        rows, count = _numbered(rows.filter(matching(query, fields)).distinct())
    page = page_of(rows, ("name", "section", "id"), after)
    here = [each.pk for each in page.rows]
    students = dict(
        Enrolment.objects.filter(school_class__in=here, ends=None)
        .values_list("school_class")
        .annotate(count=Count("pk"))
    )
    teachers = teachers_of(here)
    return ClassesOut.model_construct(
        year_id=year.pk,
        year=year.name,
        classes=[
            ClassRow.model_construct(
                id=each.pk,
                name=each.name,
                section=each.section,
                room=each.room,
                times=each.times,
                teachers=teachers[each.pk],
                students=students.get(each.pk, 0),
                is_archived=each.archived_at is not None,
            )
            for each in page.rows
        ],
        after=page.after,
        count=count_of(rows, page, after) if count is None else count,
    )


def see_class(school_class: SchoolClass) -> ClassOut:
    """All about a class: who teaches it, and who is or was in it."""
    return ClassOut(
        id=school_class.pk,
        year_id=school_class.year_id,
        name=school_class.name,
        section=school_class.section,
        room=school_class.room,
        times=school_class.times,
        is_archived=school_class.archived_at is not None,
        teachers=[
            TeacherOut(
                person=each.person_id, name=str(each.person), leads=each.leads, starts=each.starts, ends=each.ends
            )
            for each in school_class.teachings.select_related("person").order_by("-leads", "id")
        ],
        roster=see_roster(school_class),
    )


def see_roster(school_class: SchoolClass) -> list[RosterRow]:
    """Who is in a class by name, and then who was."""
    return [
        RosterRow(
            student=each.student_id,
            given_name=each.student.given_name,
            family_name=each.student.family_name,
            number=each.student.number,
            starts=each.starts,
            ends=each.ends,
            earlier_stays=each.earlier_stays,
        )
        for each in sorted(
            school_class.enrolments.select_related("student"),
            key=lambda each: (
                each.ends is not None,
                plain(each.student.family_name),
                plain(each.student.given_name),
            ),
        )
    ]


MOST_FOUND = 8
"""How many students a search by name shows."""


def find_for_class(school_class: SchoolClass, query: str) -> list[PersonLink]:
    """Students of the school by a part of their name or number who could come into a class: those who are not in it."""
    wanted = query.strip()
    if not wanted:
        return []
    found_by = matching(wanted, ("family_name", "given_name", "number"))
    here = school_class.enrolments.filter(ends=None).values("student")
    found = school_class.school.students.filter(found_by, is_active=True, erased_at=None).exclude(pk__in=here)
    return [
        PersonLink(id=each.pk, name=str(each), words=each.number)
        for each in found.order_by("family_name", "given_name", "pk")[:MOST_FOUND]
    ]
