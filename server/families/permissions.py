"""What families may see."""

import rules
from school.access import Permission
from school.permissions import is_family, keeps_out, keeps_records, sees_all, teaches

rules.add_rule("family.see", is_family)
rules.add_rule("family.see-all", sees_all)
rules.add_rule("family.keep-out", keeps_out)
rules.add_rule("family.show", teaches)
rules.add_rule("family.share", teaches)
rules.add_rule("family.see-school", keeps_records)
rules.add_rule("family.say-school", keeps_records)

SEE_FAMILY_PAGE = Permission("family.see", about="student")
"""The page; of who sees reports only it holds those alone."""
SEE_FAMILIES = Permission("family.see-school", about="school")
SAY_FAMILIES = Permission("family.say-school", about="school", changes="school")
"""What the school says of its families: how often they are written to, and whether they say that they have read a report."""
SEE_ALL = Permission("family.see-all", about="student")
SHOW = Permission("family.show", about="class", changes="class")
"""To say what families see of a class."""
SHARE = Permission("family.share", about="class", changes="class")
"""To show a class by aliases to whoever has an address."""
KEEP_OUT = Permission("family.keep-out", about="student")
