"""Starting patterns: plans to begin with where there is nothing to take over."""

from dataclasses import dataclass
from typing import Any

from school.models import Person, SchoolClass
from school.refusal import Refused

from plans.categories import add_category
from plans.ground_rules import change_rules
from plans.rows import as_one_act


@dataclass(frozen=True)
class Pattern:
    """A starting pattern: its name, what it is good for, the ground rules it sets and its categories with weights."""

    name: str
    words: str
    rules: dict[str, Any]
    categories: tuple[tuple[str, str, dict[str, Any]], ...]


PATTERNS = (
    Pattern(
        "Practice and tests",
        "Much small work, a few tests: the lowest practice goes, the tests carry the grade.",
        {"method": "weighted", "blank": "zero_when_closed"},
        (
            ("Practice", "30", {"method": "equal", "drop_lowest": 1}),
            ("Tests", "50", {}),
            ("Taking part", "20", {"method": "equal"}),
        ),
    ),
    Pattern(
        "One large project",
        "A project in stages, whose shares are typed, beside a little running work.",
        {"method": "weighted", "blank": "leave_out"},
        (
            ("Project", "60", {"method": "shares"}),
            ("Journal", "25", {"method": "equal"}),
            ("Discussion", "15", {"method": "equal"}),
        ),
    ),
    Pattern(
        "All points in one pool",
        "Every point counts the same, wherever it was earned; categories only keep order.",
        {"method": "points", "blank": "zero_when_closed"},
        (("Classwork", "0", {}), ("Tests", "0", {})),
    ),
    Pattern(
        "Every piece alike",
        "Each piece of work counts the same, however many points it has.",
        {"method": "equal", "blank": "leave_out"},
        (("Pieces", "0", {}),),
    ),
)


def begin_with_pattern(school_class: SchoolClass, person: Person, called: str) -> int:
    """Put a starting pattern into an empty class; gives how many categories were made."""
    pattern = next((each for each in PATTERNS if each.name == called), None)
    if pattern is None:
        raise Refused("There is no such pattern.", "pattern")
    if school_class.categories.exists():
        raise Refused("This class has categories already; a pattern is for an empty class.", "pattern")
    with as_one_act(school_class, person, f"began with the pattern {pattern.name}"):
        change_rules(school_class, person, pattern.rules)
        for name, weight, rest in pattern.categories:
            add_category(school_class, person, {"name": name, "weight": weight, **rest})
    return len(pattern.categories)
