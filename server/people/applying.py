"""Applying chosen lines of a draft from a file in one transaction, with what takes all of it back."""

from collections import defaultdict
from collections.abc import Callable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from typing import Any

from django.apps import apps
from django.db import transaction
from django.db.models import Model, ProtectedError, Q, QuerySet
from plans.models import GroundRules
from school.models import (
    Enrolment,
    Guardianship,
    Membership,
    Person,
    Role,
    School,
    SchoolClass,
    SchoolYear,
    Student,
    Teaching,
)
from school.refusal import Refused

from people.changes import Change, Kind
from people.class_revisions import count_classes_of
from people.classes import add_class
from people.enrolling import enrol, leave, move
from people.persons import LONGEST_NAME, SignIns, add_person, make_person, read_email
from people.reading import split_name
from people.students import change_student, new_aliases, read_student, set_active

Undo = list[list[Any]]


class Recorder:
    """What was made and changed, as it is written down for taking it back."""

    def __init__(self) -> None:
        self.entries: Undo = []

    @contextmanager
    def watching(self, rows: QuerySet[Any]) -> Iterator[None]:
        """Write down what happens to some rows meanwhile."""
        before = {each.pk: _fields(each) for each in rows.all()}
        yield
        for each in rows.all():
            now = _fields(each)
            if each.pk not in before:
                self.entries.append(["made", each._meta.label, each.pk])
            elif before[each.pk] != now:
                self.entries.append(["changed", each._meta.label, each.pk, before[each.pk], now])


def _fields(row: Model) -> dict[str, Any]:
    return {
        field.attname: field.value_to_string(row) if getattr(row, field.attname) is not None else None
        for field in row._meta.concrete_fields
        if field.name not in ("id", "password", "last_login")
    }


@transaction.atomic
def apply(
    school: School,
    year: SchoolYear,
    person: Person,
    changes: Sequence[Change],
    step: Callable[[int], None] = lambda lines: None,
) -> Undo:
    """Apply changes; gives what takes them back. `step` is told of each so many lines that are done. Raises Refused, changing
    nothing, naming the line that cannot be.
    """
    applying = _Applying(school, year, person, step)
    by_kind: dict[Kind, list[Change]] = defaultdict(list)
    for each in changes:
        by_kind[each.kind].append(each)
    applying.classes(by_kind["class"])
    applying.change_students([*by_kind["rename"], *by_kind["change"]])
    applying.come(by_kind["come"])
    for each in by_kind["move"]:
        applying.move(each)
        step(1)
    applying.leave(by_kind["leave"])
    applying.guardians([(each.data["student"], each.data["guardian"]) for each in by_kind["guardian"]])
    step(len(by_kind["guardian"]))
    applying.teachers(by_kind["teacher"])
    return applying.recorder.entries


class _Applying:
    def __init__(self, school: School, year: SchoolYear, person: Person, step: Callable[[int], None]) -> None:
        self.school, self.year, self.person, self._step = school, year, person, step
        self.recorder = Recorder()
        self._names = SignIns()
        self._classes: dict[str, SchoolClass] = {}
        """The year's classes by what they are called, once those that the file brings are made."""

    def classes(self, changes: Sequence[Change]) -> None:
        with self.recorder.watching(SchoolClass.objects.filter(year=self.year)):
            for each in changes:
                self._naming(each, lambda each=each: add_class(self.school, self.year, each.data))
                self._step(1)
        here = SchoolClass.objects.filter(year=self.year, archived_at=None).whole()
        self._classes = {str(each).casefold(): each for each in here}

    def _class(self, change: Change, called: str) -> SchoolClass:
        found = self._classes.get(called.casefold())
        if found is None:
            raise Refused(
                f"{change.given_name} {change.family_name}: {called} is not here. Take the line that makes it, too.",
                "chosen",
            )
        return found

    def change_students(self, changes: Sequence[Change]) -> None:
        numbers = [each.data["student"] for each in changes]
        students = {
            each.pk: each for each in self.school.students.filter(pk__in=numbers).select_related("person", "school")
        }
        with self.recorder.watching(Student.objects.filter(pk__in=numbers)):
            for each in changes:
                student = students[each.data["student"]]
                if each.data.get("back"):
                    set_active(student, is_active=True)
                if each.data.get("fields"):
                    self._naming(each, lambda student=student, each=each: change_student(student, each.data["fields"]))
                self._step(1)

    def come(self, changes: Sequence[Change]) -> None:
        new = [each for each in changes if "number" in each.data]
        made = self._make(new)
        into: dict[int, list[Student]] = defaultdict(list)
        for each in new:
            for called in each.data["classes"]:
                into[self._class(each, called).pk].append(made[each.data["number"]])
        known = {
            each.pk: each
            for each in self.school.students.filter(
                pk__in=[each.data["student"] for each in changes if "student" in each.data]
            )
        }
        for each in changes:
            if "student" in each.data:
                into[self._class(each, each.data["called"]).pk].append(known[each.data["student"]])
        into_classes = [each for each in self._classes.values() if each.pk in into]
        done = 0
        for place, school_class in enumerate(into_classes, 1):
            students = into[school_class.pk]
            with self.recorder.watching(Enrolment.objects.filter(school_class=school_class, student__in=students)):
                enrol(school_class, students)
            # A line is in several classes: lines are done as far as the classes are.
            self._step(len(changes) * place // len(into_classes) - done)
            done = len(changes) * place // len(into_classes)
        self._step(len(changes) - done)
        self.guardians(
            [(made[each.data["number"]].pk, guardian) for each in new for guardian in each.data["guardians"]]
        )

    def _make(self, changes: Sequence[Change]) -> dict[str, Student]:
        rows = []
        for change, alias in zip(changes, new_aliases(self.school, len(changes)), strict=True):
            fields = self._naming(
                change,
                lambda change=change: read_student(
                    {name: value for name, value in change.data["fields"].items() if value and name != "email"}
                ),
            )
            rows.append(Student(school=self.school, alias=alias, number=change.data["number"], **fields))
        Student.objects.bulk_create(rows)
        numbers = [each.number for each in rows]
        made = {each.number: each for each in self.school.students.filter(number__in=numbers)}
        self.recorder.entries += [["made", "school.Student", each.pk] for each in made.values()]
        for change in changes:
            if email := change.data["fields"].get("email"):
                self._account(made[change.data["number"]], self._naming(change, lambda email=email: read_email(email)))
        return made

    def _account(self, student: Student, email: str) -> None:
        person = make_person(student.given_name, student.family_name, email, self._names)
        membership = Membership.objects.create(person=person, school=self.school, role=Role.STUDENT)
        student.person = person
        student.save(update_fields=["person"])
        self.recorder.entries[:0] = [["made", "school.Person", person.pk], ["made", "school.Membership", membership.pk]]

    def move(self, change: Change) -> None:
        student = self.school.students.get(pk=change.data["student"])
        here = next(each for each in self._classes.values() if each.pk == change.data["from"])
        there = self._class(change, change.data["called"])
        with self.recorder.watching(Enrolment.objects.filter(student=student)):
            move(student, here, there, self.person, self.school.today(), with_scores=True)

    def leave(self, changes: Sequence[Change]) -> None:
        gone = {each.data["student"] for each in changes if each.data.get("gone")}
        for student in self.school.students.filter(pk__in=gone).select_related("person", "school"):
            with (
                self.recorder.watching(Student.objects.filter(pk=student.pk)),
                self.recorder.watching(Enrolment.objects.filter(student=student)),
            ):
                set_active(student, is_active=False)
        for school_class in self._classes.values():
            students = [each.data["student"] for each in changes if each.data.get("class") == school_class.pk]
            if students:
                with self.recorder.watching(Enrolment.objects.filter(school_class=school_class, student__in=students)):
                    leave(school_class, list(self.school.students.filter(pk__in=students)), self.school.today())
        self._step(len(changes))

    def guardians(self, wanted: Sequence[tuple[int, dict[str, str]]]) -> None:
        """Guardians for students: one of an e-mail address is one person, however many children they have."""
        given = {_guardian_key(student, each): each for student, each in wanted}
        people = self._known_guardians(given)
        people |= self._new_guardians({key: each for key, each in given.items() if key not in people})
        self._become_guardians(list(people.values()))
        pairs = {(student, people[_guardian_key(student, each)].pk) for student, each in wanted}
        there = set(
            Guardianship.objects.filter(student__in={student for student, _ in pairs}).values_list(
                "student_id", "person_id"
            )
        )
        made = Guardianship.objects.bulk_create(
            Guardianship(student_id=student, person_id=person) for student, person in sorted(pairs - there)
        )
        self.recorder.entries += [["made", Guardianship._meta.label, each.pk] for each in made]

    def _known_guardians(self, given: Mapping[str, dict[str, str]]) -> dict[str, Person]:
        """Who of them is here already, known by the e-mail address."""
        addresses = [each["email"] for each in given.values() if each["email"]]
        found = Person.objects.filter(Q(email__in=addresses) | Q(sign_in__in=[each.casefold() for each in addresses]))
        by_word = {word: each for each in found for word in (each.email.casefold(), each.sign_in)}
        return {
            key: by_word[each["email"].casefold()] for key, each in given.items() if each["email"].casefold() in by_word
        }

    def _new_guardians(self, given: Mapping[str, dict[str, str]]) -> dict[str, Person]:
        made = {}
        for key, each in given.items():
            first, last = _guardian_name(each)
            email = read_email(each["email"])
            made[key] = Person(
                sign_in=self._names.free(first, last, email), given_name=first, family_name=last, email=email
            )
            made[key].set_unusable_password()
        Person.objects.bulk_create(made.values())
        self.recorder.entries += [["made", "school.Person", each.pk] for each in made.values()]
        return made

    def _become_guardians(self, people: Sequence[Person]) -> None:
        role = {"school": self.school, "role": Role.GUARDIAN}
        there = set(Membership.objects.filter(person__in=people, **role).values_list("person_id", flat=True))
        made = Membership.objects.bulk_create(
            Membership(person=each, **role)
            for each in {each.pk: each for each in people}.values()
            if each.pk not in there
        )
        self.recorder.entries += [["made", "school.Membership", each.pk] for each in made]

    def teachers(self, changes: Sequence[Change]) -> None:
        for each in changes:
            given = each.data
            email = given["email"]
            names = (given["given_name"], given["family_name"], email)
            people = Person.objects.filter(given_name=names[0], family_name=names[1], email=email)
            memberships = Membership.objects.filter(school=self.school, person__in=people)
            # What is written down last is taken back first: the membership before its person.
            with self.recorder.watching(memberships), self.recorder.watching(people):
                person = (
                    Person.objects.get(pk=given["person"])
                    if given["person"]
                    else self._naming(
                        each, lambda given=given, names=names: add_person(self.school, Role(given["role"]), *names)
                    )
                )
            for called in given["classes"]:
                school_class = self._class(each, called)
                with self.recorder.watching(Teaching.objects.filter(school_class=school_class)):
                    Teaching.objects.get_or_create(
                        school_class=school_class,
                        person=person,
                        defaults={"leads": not school_class.teachings.exists()},
                    )
            self._step(1)

    def _naming(self, change: Change, do: Any) -> Any:
        """Do something for a line, which a refusal names."""
        try:
            return do()
        except Refused as error:
            raise Refused(
                f"Line {change.line}, {change.given_name} {change.family_name}: {error.message}", error.field
            ) from None


def _guardian_key(student: int, given: Mapping[str, str]) -> str:
    return given["email"].casefold() or f"{student} {given['name'].casefold()}"


def _guardian_name(given: Mapping[str, str]) -> tuple[str, str]:
    """Given and family name; where the file has none, the address says who it is as well as nothing does."""
    first, last = split_name(given["name"]) if given["name"] else ("", "")
    if not (first and last):
        last = last or given["email"].partition("@")[0] or given["name"] or "unnamed"
        first = first or "Guardian"
    return first[:LONGEST_NAME], last[:LONGEST_NAME]


@transaction.atomic
def take_back(school: School, entries: Undo) -> list[str]:
    """Take back what was applied; gives words on what stays, because something hangs on it or somebody has changed it since."""
    kept = []
    students = [entry[2] for entry in entries if entry[1] == "school.Student"]
    enrolments = [entry[2] for entry in entries if entry[1] == "school.Enrolment"]
    students += list(Enrolment.objects.filter(pk__in=enrolments).values_list("student_id", flat=True))
    count_classes_of(students)
    for entry in reversed(entries):
        row = apps.get_model(entry[1])._base_manager.filter(pk=entry[2]).first()
        if row is None:
            continue
        if entry[0] == "made":
            try:
                with transaction.atomic():
                    if isinstance(row, SchoolClass):
                        # Its ground rules were made with it, and are nothing without it.
                        GroundRules.objects.filter(school_class=row).delete()
                    row.delete()
            except ProtectedError:
                kept.append(f"{_called(row)} stays: something was entered there since.")
        elif _fields(row) | entry[4] != _fields(row):
            kept.append(f"{_called(row)} has been changed since and stays as it is.")
        else:
            for field in row._meta.concrete_fields:
                if field.attname in entry[3]:
                    value = entry[3][field.attname]
                    setattr(row, field.attname, field.to_python(value) if value is not None else None)
            row.save()
    return kept


def _called(row: Model) -> str:
    return f"{row.student} in {row.school_class}" if isinstance(row, Enrolment) else str(row)
