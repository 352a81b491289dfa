"""What families may see."""

import rules
from school.access import Permission
from school.models import Person, Student


@rules.predicate
def is_family(person: Person, student: Student | None) -> bool:
    """The student themselves, and their guardians."""
    if student is None:
        return False
    return student.person_id == person.pk or student.guardians.filter(pk=person.pk).exists()


rules.add_rule("family.see", is_family)

SEE_FAMILY_PAGE = Permission("family.see", about="student")
