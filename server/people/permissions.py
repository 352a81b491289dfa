"""What may be done with people, classes and rosters: by the school's officers, and by teachers where the school lets them."""

import rules
from school.access import Permission
from school.models import Person, Role, School, SchoolClass
from school.permissions import keeps_records, teaches

rules.add_rule("people.see", keeps_records)
rules.add_rule("people.change", keeps_records)


@rules.predicate
def makes_classes(person: Person, school: School | None) -> bool:
    """Teachers of a school that lets them make their own classes."""
    return (
        school is not None
        and school.teachers_make_classes
        and person.memberships.filter(school=school, role=Role.TEACHER).exists()
    )


@rules.predicate
def keeps_roster(person: Person, school_class: SchoolClass | None) -> bool:
    """Teachers of a class in a school that lets them say who is in it."""
    return teaches(person, school_class) and school_class is not None and school_class.school.teachers_make_classes


rules.add_rule("own_classes.make", makes_classes)
rules.add_rule("roster.keep", keeps_roster)

SEE_PEOPLE = Permission("people.see", about="school")
CHANGE_PEOPLE = Permission("people.change", about="school")
"""What these operations write is counted by the verbs, class by class (`counting`)."""
MAKE_OWN_CLASS = Permission("own_classes.make", about="school")
KEEP_ROSTER = Permission("roster.keep", about="class")
"""To look at who is in one's class, and whom of the school one may take in, and to change it."""
