"""What may be done with accounts: one's own with all that is one's own, others' by the school's officers."""

import rules
from school.access import Permission
from school.permissions import keeps_records

rules.add_rule("accounts.see", keeps_records)
rules.add_rule("accounts.invite", keeps_records)
rules.add_rule("accounts.change", keeps_records)

SEE_OUTBOX = Permission("accounts.see", about="school")
SEE_SIGN_IN = Permission("accounts.see", about="school")
CHANGE_SIGN_IN = Permission("accounts.change", about="school")
INVITE = Permission("accounts.invite", about="school")
