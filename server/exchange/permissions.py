"""What may be taken out of Hoarfrost."""

import rules
from school.access import Permission
from school.permissions import teaches

rules.add_rule("exchange.save", teaches)

SAVE_CLASS = Permission("exchange.save", about="class")
TAKE_SCORES = Permission("scores.enter", about="class", changes="class")
"""Entering scores from a file, which may bring new work with it."""
