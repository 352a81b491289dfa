"""What may be done with tools: officers give and take access, teachers place what comes in."""

import rules
from school.access import Permission
from school.permissions import keeps_records, teaches

rules.add_rule("tools.see", keeps_records)
rules.add_rule("tools.grant", keeps_records)
rules.add_rule("tool_columns.see", teaches)
rules.add_rule("tool_columns.change", teaches)

SEE_TOOLS = Permission("tools.see", about="school")
GRANT_TOOLS = Permission("tools.grant", about="school")
SEE_TOOL_COLUMNS = Permission("tool_columns.see", about="class")
CHANGE_TOOL_COLUMNS = Permission("tool_columns.change", about="class", changes="class")
