"""The choices of the ground rules: each with the words in which a sentence says it."""

from dataclasses import dataclass

from plans.models import GradingScale, GroundRules


@dataclass(frozen=True)
class Choice:
    """One choice: its value as it is sent, and its words."""

    value: str
    words: str


_FIXED: dict[str, tuple[Choice, ...]] = {
    "method": (
        Choice("weighted", "weighted by category"),
        Choice("points", "made of all points in one pool"),
        Choice("equal", "made of every assignment alike"),
    ),
    "blank": (
        Choice("leave_out", "is left out"),
        Choice("zero_when_closed", "is left out until closed, then counts as zero"),
        Choice("zero", "counts as zero"),
    ),
    "drop_choice": (
        Choice("lowest_percent", "the ones with the lowest percent"),
        Choice("best_for_student", "whichever is best for the student"),
    ),
    "drop_overall": tuple(Choice(str(each), "none" if not each else f"the lowest {each}") for each in range(6)),
    "rounding": (
        Choice("none", "not rounded"),
        Choice("1 half_up", "rounded to the nearest 1"),
        Choice("0.5 half_up", "rounded to the nearest 0.5"),
        Choice("0.1 half_up", "rounded to the nearest 0.1"),
        Choice("1 half_even", "rounded to the nearest 1, halves to the even one"),
        Choice("1 up", "rounded up to the next 1"),
        Choice("1 down", "rounded down to the last 1"),
    ),
    "cap": (Choice("no", "may lift a grade above 100"), Choice("yes", "does not lift a grade above 100")),
    "decimals": tuple(Choice(str(each), "1 decimal" if each == 1 else f"{each} decimals") for each in range(4)),
    "families_see_running": (
        Choice("no", "once it is posted"),
        Choice("yes", "as it stands, and as posted afterwards"),
    ),
}


def choices(rules: GroundRules) -> dict[str, tuple[Choice, ...]]:
    """All choices that a class has, by field."""
    scales = GradingScale.objects.filter(school_id=rules.school_class.school_id).order_by("name")
    return {**_FIXED, "scale": tuple(Choice(str(each.pk), each.name) for each in scales)}


def chosen(rules: GroundRules) -> dict[str, str]:
    """The values in force, or laid over them by a draft."""
    step = "none" if rules.round_to is None else f"{rules.round_to.normalize():f} {rules.rounding}"
    return {
        "method": rules.method, "blank": rules.blank, "drop_choice": rules.drop_choice, "drop_overall": str(rules.drop_overall),
        "rounding": step, "cap": "yes" if rules.cap else "no", "decimals": str(rules.decimals), "scale": str(rules.scale_id),
        "families_see_running": "yes" if rules.families_see_running else "no",
    }  # fmt: skip
