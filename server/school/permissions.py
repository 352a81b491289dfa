"""What may be done with classes and schools."""

import rules

from school.access import Permission
from school.models import Person, SchoolClass


@rules.predicate
def teaches(person: Person, school_class: SchoolClass | None) -> bool:
    """Teachers and co-teachers of the class."""
    return school_class is not None and school_class.teaching_of(person) is not None


rules.add_rule("class.see", teaches)
rules.add_rule("class.undo", teaches)
rules.add_rule("own.see", rules.always_true)

SEE_CLASS = Permission("class.see", about="class")
UNDO = Permission("class.undo", about="class", changes="class")
SEE_OWN = Permission("own.see")
"""What is the person's own: the answer holds nothing else."""
ANYBODY = Permission("anybody", signed_in=False)
"""What may be asked before signing in."""
