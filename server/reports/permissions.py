"""What may be done with reports."""

import rules
from school.access import Permission
from school.models import Person, Role
from school.permissions import teaches


@rules.predicate
def keeps_records(person: Person) -> bool:
    """Records officers, for their own school."""
    return person.memberships.filter(role=Role.OFFICER).exists()


rules.add_rule("report.see", teaches)
rules.add_rule("report.write", teaches)
rules.add_rule("report.post", teaches)
rules.add_rule("report.print", teaches)
rules.add_rule("office.see", keeps_records)
rules.add_rule("office.change", keeps_records)

SEE_REPORT = Permission("report.see", about="class")
WRITE_REPORT = Permission("report.write", about="class", changes="class")
POST = Permission("report.post", about="class")
PRINT = Permission("report.print", about="class")
SEE_OFFICE = Permission("office.see")
CHANGE_OFFICE = Permission("office.change", changes="school")
