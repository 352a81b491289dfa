"""What may be done with classes and schools."""

import rules

from school.access import Permission
from school.models import Guardianship, Person, School, SchoolClass, Sees, Student


@rules.predicate
def teaches(person: Person, school_class: SchoolClass | None) -> bool:
    """Teachers and co-teachers of the class."""
    return school_class is not None and school_class.teaching_of(person) is not None


@rules.predicate
def keeps_records(person: Person, school: School | None) -> bool:
    """Records officers of the school."""
    return school is not None and school.is_kept_by(person)


@rules.predicate
def is_family(person: Person, student: Student | None) -> bool:
    """The student themselves, and their guardians who see anything of them."""
    return student is not None and seen_of(person, student) != Sees.NONE


@rules.predicate
def sees_all(person: Person, student: Student | None) -> bool:
    """The same, but for guardians who see reports only."""
    return student is not None and seen_of(person, student) == Sees.ALL


@rules.predicate
def keeps_out(person: Person, student: Student | None) -> bool:
    """The student themselves, once they are of age."""
    return student is not None and student.is_of_age and student.person_id == person.pk


def seen_of(person: Person, student: Student) -> str:
    """How much somebody sees of a student: all of oneself, of a child what the school and a child of age let them, of others nothing."""
    if student.person_id == person.pk:
        return Sees.ALL
    if person.pk not in student.seen_by:
        found = Guardianship.objects.filter(student=student, person=person).first()
        student.seen_by[person.pk] = found.seen if found is not None else Sees.NONE
    return student.seen_by[person.pk]


rules.add_rule("school.see", keeps_records)
rules.add_rule("school.change", keeps_records)
rules.add_rule("class.see", teaches)
rules.add_rule("class.undo", teaches)
rules.add_rule("own.see", rules.always_true)

SEE_SCHOOL = Permission("school.see", about="school")
CHANGE_SCHOOL = Permission("school.change", about="school", changes="school")
SEE_CLASS = Permission("class.see", about="class")
UNDO = Permission("class.undo", about="class", changes="class")
SEE_OWN = Permission("own.see")
"""What is the person's own: the answer holds nothing else."""
OWN_ACCOUNT = Permission("own.see", without_second_factor=True)
"""What belongs to being signed in at all."""
ANYBODY = Permission("anybody", signed_in=False)
"""What may be asked before signing in."""
HAS_SECRET = Permission("anybody", signed_in=False, by_secret=True)
"""What a secret in the address is enough for."""
