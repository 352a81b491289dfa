"""What may be done with people, classes and rosters: the school's officers."""

import rules
from school.access import Permission
from school.permissions import keeps_records

rules.add_rule("people.see", keeps_records)
rules.add_rule("people.change", keeps_records)

SEE_PEOPLE = Permission("people.see", about="school")
CHANGE_PEOPLE = Permission("people.change", about="school")
"""What these operations write is counted by the verbs, class by class (`counting`)."""
