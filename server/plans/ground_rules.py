"""Changing the ground rules."""

from collections.abc import Mapping
from decimal import Decimal
from typing import Any

from django.db import transaction
from gradecore import book as core
from gradecore.entry import folded
from school.models import Person, SchoolClass
from school.refusal import Refused

from plans import choices
from plans.keeping import begin, keep
from plans.loading import codes_of, core_scale
from plans.models import GradingScale, GroundRules
from plans.typed import number

_SET_BY = {"rounding": ("round_to", "rounding"), "scale": ("scale_id",)}
"""Fields that a ground rule sets under another name."""


@transaction.atomic
def change_rules(school_class: SchoolClass, person: Person, given: Mapping[str, Any]) -> None:
    """Change what is given of the ground rules; the values are those of `choices`."""
    rules = GroundRules.objects.select_for_update().get(school_class=school_class)
    changed = begin(rules, {field for name in given for field in _SET_BY.get(name, (name,))})
    set_rules(rules, given)
    if "scale" in given:
        refuse_clash(school_class, core_scale(GradingScale.objects.prefetch_related("bands").get(pk=rules.scale_id)))
    keep(school_class, person, [changed], "changed the ground rules")


def set_rules(rules: GroundRules, given: Mapping[str, Any]) -> None:
    """Set choices on ground rules without keeping them. Raises Refused for what is none of the choices."""
    known = choices.choices(rules)
    for field, value in given.items():
        if field == "families_from":
            rules.families_from = value
            continue
        if field == "standard_weights":
            weights = {name: number(text, field, f"{name}: its weight") for name, text in value.items() if text.strip()}
            rules.standard_weights = {name: f"{weight.normalize():f}" for name, weight in weights.items()}
            continue
        if value not in {choice.value for choice in known[field]}:
            raise Refused("This is not one of the choices.", field)
        if field == "rounding":
            step, _, way = value.partition(" ")
            rules.round_to = None if step == "none" else Decimal(step)
            rules.rounding = way or "half_up"
        elif field == "scale":
            rules.scale_id = int(value)
        elif field in choices.FLAGS:
            setattr(rules, field, value)
        elif field in ("drop_overall", "decimals"):
            setattr(rules, field, int(value))
        else:
            setattr(rules, field, value)


def refuse_clash(school_class: SchoolClass, scale: core.Scale) -> None:
    """Raises Refused where a scale has a mark that is a code of the class: typing it would give the code (R13)."""
    for mark in clashes(school_class, scale):
        raise Refused(
            f"{mark} is a score code here, so that typing it would give the code. "
            "Call the mark something else, or give the code other letters.",
            "bands",
        )


def clashes(school_class: SchoolClass, scale: core.Scale) -> list[str]:
    """The marks of a scale that are score codes of the class."""
    codes = {folded(code.code) for code in codes_of(school_class)}
    return [band.mark for band in scale.bands if folded(band.mark) in codes]
