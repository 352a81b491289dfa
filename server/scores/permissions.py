"""What may be done with scores."""

import rules
from school.access import Permission
from school.permissions import teaches

rules.add_rule("scores.see", teaches)
rules.add_rule("scores.enter", teaches)

SEE_SCORES = Permission("scores.see", about="class")
ENTER_SCORES = Permission("scores.enter", about="class")
KEEP_GROUPS = Permission("scores.enter", about="class")
"""Groups change no score and no grade."""
