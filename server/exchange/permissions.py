"""What may be taken out of Hoarfrost."""

import rules
from school.access import Permission
from school.permissions import sees_all, teaches

rules.add_rule("exchange.save", teaches)

rules.add_rule("exchange.child", sees_all)

SAVE_CLASS = Permission("exchange.save", about="class")
TAKE_SCORES = Permission("scores.enter", about="class", changes="class")
"""Entering scores from a file, which may bring new work with it."""
OPEN_GRADEBOOK = Permission("exchange.save", about="class", changes="class")
SAVE_CHILDS_DAYS = Permission("exchange.child", about="student")
