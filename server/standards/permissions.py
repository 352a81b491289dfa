"""What may be done with levels."""

import rules
from school.access import Permission
from school.permissions import teaches

rules.add_rule("standards.set", teaches)

SET_LEVELS = Permission("standards.set", about="class", changes="class")
