"""The choices of the ground rules: each with the words in which a sentence says it."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from django.db.models import Q

from plans.models import GradingScale, GroundRules

Value = str | bool
"""What is chosen of a ground rule, as it is sent."""


@dataclass(frozen=True)
class Choice:
    """One choice: its value as it is sent, and its words."""

    value: Value
    words: str


_FIXED: dict[str, tuple[Choice, ...]] = {
    "method": (
        Choice("weighted", "weighted by category"),
        Choice("points", "made of all points in one pool"),
        Choice("equal", "made of every assignment alike"),
        Choice("standards", "made of the levels in standards"),
        Choice("levels", "levels in standards alone, without a percent"),
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
    "cap": (
        Choice(value=False, words="may lift a grade above 100"),
        Choice(value=True, words="does not lift a grade above 100"),
    ),
    "decimals": tuple(Choice(str(each), "1 decimal" if each == 1 else f"{each} decimals") for each in range(4)),
    "families_see_running": (
        Choice(value=False, words="once it is posted"),
        Choice(value=True, words="as it stands, and as posted afterwards"),
    ),
    **{
        field: (Choice(value=True, words="see"), Choice(value=False, words="do not see"))
        for field in ("families_percent", "families_mark", "families_points", "families_share", "families_class")
    },
}

FLAGS = tuple(field for field, offered in _FIXED.items() if {each.value for each in offered} == {True, False})
"""The ground rules that are yes or no."""

TERM_FIELDS = {
    "method": ("method",),
    "blank": ("blank",),
    "drop_overall": ("drop_overall",),
    "drop_choice": ("drop_choice",),
    "rounding": ("round_to", "rounding"),
    "cap": ("cap",),
    "decimals": ("decimals",),
}
"""What a term may set for itself (R4.6), with the words of the open gradebook file for it."""


def term_rule(field: str, value: Value) -> dict[str, Any]:
    """A choice in the words of the open gradebook file."""
    if isinstance(value, bool):
        return {field: value}
    if field == "rounding":
        step, _, way = value.partition(" ")
        return {"round_to": None if step == "none" else step, "rounding": way or "half_up"}
    return {field: int(value) if field in ("drop_overall", "decimals") else value}


def choices(rules: GroundRules) -> dict[str, tuple[Choice, ...]]:
    """All choices that a class has, by field."""
    teachers = rules.school_class.teachings.values("person")
    offered = Q(owner=None) | Q(owner__in=teachers) | Q(is_shared=True) | Q(pk=rules.scale_id)
    scales = GradingScale.objects.filter(offered, school_id=rules.school_class.school_id).order_by("name")
    return {**_FIXED, "scale": tuple(Choice(str(each.pk), each.name) for each in scales)}


def chosen(rules: GroundRules, own: Mapping[str, Any] | None = None) -> dict[str, Value]:
    """The values in force, or laid over them by a draft; `own` are those that a term sets for itself."""
    step = "none" if rules.round_to is None else f"{rules.round_to.normalize():f} {rules.rounding}"
    found: dict[str, Value] = {
        "method": rules.method,
        "blank": rules.blank,
        "drop_choice": rules.drop_choice,
        "drop_overall": str(rules.drop_overall),
        "rounding": step,
        "decimals": str(rules.decimals),
        "scale": str(rules.scale_id),
        **{field: bool(getattr(rules, field)) for field in FLAGS},
    }
    own = own or {}
    for field, names in TERM_FIELDS.items():
        if field == "rounding" and "round_to" in own:
            step = own["round_to"]
            found[field] = "none" if step is None else f"{step} {own.get('rounding', 'half_up')}"
        elif field == "cap" and "cap" in own:
            found[field] = bool(own["cap"])
        elif names[0] in own and field != "rounding":
            found[field] = str(own[names[0]])
    return found


def in_words(rules: GroundRules, own: Mapping[str, Any] | None = None) -> dict[str, str]:
    """The ground rules in force in words, by field; `own` are those that a term sets for itself."""
    offered = choices(rules)
    return {field: words_of(offered[field], value) for field, value in chosen(rules, own).items()}


def words_of(offered: Sequence[Choice], value: Value) -> str:
    """A choice in words; what is not offered any more stands for itself."""
    return next((each.words for each in offered if each.value == value), str(value))
