"""Groups of students in a class: made, changed, taken away; and proposed by draw or by how students stand."""

from collections.abc import Iterable, Mapping, Sequence
from fractions import Fraction

from django.db import transaction
from gradecore import groups as ways
from school.models import Enrolment, SchoolClass, Term
from school.refusal import NotYours, Refused, Stale

from scores.book import LoadedClass
from scores.group_schemas import StudentGroupIn, StudentGroupOut
from scores.models import GroupMember, StudentGroup

MOST = 60
"""How many groups a class may have."""
LONGEST_NAME = 60


def groups_of(school_class: SchoolClass) -> list[StudentGroupOut]:
    """The groups of a class, as they were made; of each, who is in the class now."""
    here = _here(school_class)
    rows = StudentGroup.objects.filter(school_class=school_class).prefetch_related("memberships")
    return [
        StudentGroupOut(
            id=each.pk,
            name=each.name,
            version=each.version,
            students=[member.student_id for member in each.memberships.all() if member.student_id in here],
        )
        for each in rows
    ]


@transaction.atomic
def make_groups(school_class: SchoolClass, wanted: Sequence[StudentGroupIn]) -> None:
    """Make groups beside those that are there. Raises Refused, making none."""
    there = StudentGroup.objects.filter(school_class=school_class).count()
    if there + len(wanted) > MOST:
        raise Refused(f"A class has at most {MOST} groups; {there} are there.", "groups")
    for each in wanted:
        _set_students(
            StudentGroup.objects.create(school_class=school_class, name=_name(school_class, each.name)), each.students
        )


@transaction.atomic
def change_group(
    school_class: SchoolClass, group: int, version: int, name: str | None, students: Sequence[int] | None
) -> None:
    """Rename a group, or say who is in it; `version` is the one that the change was made from."""
    row = _find(school_class, group)
    if row.version != version:
        raise Stale("Somebody has changed this group since. Look at it again.")
    if name is not None:
        row.name = _name(school_class, name, row)
    if students is not None:
        _set_students(row, students)
    row.version += 1
    row.save(update_fields=["name", "version"])


def remove_group(school_class: SchoolClass, group: int) -> None:
    """Take a group away; what was given to its students stays theirs."""
    _find(school_class, group).delete()


def propose(loaded: LoadedClass, term: Term, way: str, count: int, seed: int) -> list[list[int]]:
    """So many groups of the class's students, by a way of `gradecore.groups`; nothing is kept."""
    students = [str(each.pk) for each in loaded.plan.students]
    if count > len(students):
        raise Refused(f"{len(students)} students make at most {len(students)} groups.", "count")
    if way == "draw":
        found = ways.by_draw(students, count, seed)
    else:
        standing = _standing(loaded, term, students)
        found = (ways.mixed if way == "mixed" else ways.alike)(standing, count, seed)
    return [[int(each) for each in group] for group in found]


def _standing(loaded: LoadedClass, term: Term, students: Iterable[str]) -> Mapping[str, Fraction | None]:
    """Where students stand: their percent, or the mean of their levels where there is none."""

    def of(student: str) -> Fraction | None:
        percent = loaded.gradebook.result(student, str(term.pk)).percent
        if percent is not None or not loaded.book.standards:
            return percent
        levels = [each.final_value for each in loaded.levels.results(student).values() if each.final_value is not None]
        return sum(levels, Fraction(0)) / len(levels) if levels else None

    return {each: of(each) for each in students}


def _find(school_class: SchoolClass, group: int) -> StudentGroup:
    row = StudentGroup.objects.select_for_update().filter(school_class=school_class, pk=group).first()
    if row is None:
        raise NotYours
    return row


def _name(school_class: SchoolClass, typed: str, own: StudentGroup | None = None) -> str:
    name = " ".join(typed.split())
    if not name:
        raise Refused("A group needs a name.", "name")
    if len(name) > LONGEST_NAME:
        raise Refused(f"A name has at most {LONGEST_NAME} letters.", "name")
    others = StudentGroup.objects.filter(school_class=school_class, name=name)
    if (others.exclude(pk=own.pk) if own else others).exists():
        raise Refused(f"There is a group {name} already.", "name")
    return name


def _set_students(group: StudentGroup, students: Sequence[int]) -> None:
    here = _here(group.school_class)
    if not students:
        raise Refused("A group has at least one student.", "students")
    if not set(students) <= here:
        raise Refused("Not all of them are in the class.", "students")
    group.memberships.exclude(student__in=students).delete()
    there = set(group.memberships.values_list("student_id", flat=True))
    GroupMember.objects.bulk_create(
        GroupMember(group=group, student_id=each) for each in dict.fromkeys(students) if each not in there
    )


def _here(school_class: SchoolClass) -> set[int]:
    """Who is in the class today."""
    today = school_class.school.today()
    rows = Enrolment.objects.filter(school_class=school_class).exclude(ends__lt=today)
    return set(rows.values_list("student_id", flat=True))
