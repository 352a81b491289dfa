"""What may be done with a plan."""

import rules
from school.access import Permission
from school.permissions import teaches

rules.add_rule("plan.see", teaches)
rules.add_rule("plan.change", teaches)

SEE_PLAN = Permission("plan.see", about="class")
CHANGE_PLAN = Permission("plan.change", about="class", changes="school")
