"""What may be done with reports."""

import rules
from school.access import Permission
from school.permissions import teaches

rules.add_rule("report.see", teaches)
rules.add_rule("report.write", teaches)
rules.add_rule("report.post", teaches)
rules.add_rule("report.print", teaches)

SEE_REPORT = Permission("report.see", about="class")
WRITE_REPORT = Permission("report.write", about="class", changes="class")
POST = Permission("report.post", about="class")
PRINT = Permission("report.print", about="class")
