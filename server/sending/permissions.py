"""What may be done with sending: by a class's teachers with the class, by the school's officers with the register."""

import rules
from school.access import Permission
from school.permissions import keeps_records, teaches

rules.add_rule("sending.see", teaches)
rules.add_rule("sending.send", teaches)
rules.add_rule("sending.send_own", rules.always_true)
rules.add_rule("sending.oversee", keeps_records)
rules.add_rule("sending.arrange", keeps_records)

SEE_SENDING = Permission("sending.see", about="class")
SEND = Permission("sending.send", about="class")
"""Nothing that it changes is kept of a loaded class."""
SEND_OWN = Permission("sending.send_own")
"""In one go of all the classes that one teaches."""
SEE_ALL_SENDING = Permission("sending.oversee", about="school")
ARRANGE_SENDING = Permission("sending.arrange", about="school")
