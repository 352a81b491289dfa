"""What may be done with a plan."""

import rules
from school.access import Permission
from school.permissions import teaches

rules.add_rule("plan.see", teaches)
rules.add_rule("plan.change", teaches)

SEE_PLAN = Permission("plan.see", about="class")
CHANGE_PLAN = Permission("plan.change", about="class", changes="class")
CHANGE_SHARED = Permission("plan.change", about="class", changes="school")
"""For what other classes may depend on: scales, codes, a plan that is sent to them."""
