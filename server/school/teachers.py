"""Who teaches classes, for lists of many."""

from collections import defaultdict
from collections.abc import Collection

from school.models import Teaching


def teachers_of(classes: Collection[int]) -> dict[int, list[str]]:
    """The names of the teachers of some classes, in the order in which they came; nobody has an empty list."""
    found: dict[int, list[str]] = defaultdict(list)
    taught = Teaching.objects.filter(school_class__in=classes).order_by("pk")
    for school_class, given, family in taught.values_list("school_class", "person__given_name", "person__family_name"):
        found[school_class].append(f"{given} {family}")
    return found
