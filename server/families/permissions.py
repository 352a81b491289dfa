"""What families may see."""

import rules
from school.access import Permission
from school.permissions import is_family

rules.add_rule("family.see", is_family)

SEE_FAMILY_PAGE = Permission("family.see", about="student")
