"""Scales and codes on their way out."""

from collections.abc import Mapping

from school.models import Person, SchoolClass

from plans.models import GradingScale, ScoreCode
from plans.scale_schemas import BandIO, CodeOut, ScaleOut


def scale_out(scale: GradingScale, school_class: SchoolClass, person: Person) -> ScaleOut:
    """A scale with its marks, the highest first."""
    uses = [rules.school_class_id for rules in scale.used_by.all()]
    return ScaleOut(
        id=scale.pk,
        name=scale.name,
        out_of=f"{scale.out_of.normalize():f}",
        bands=[
            BandIO(
                mark=band.mark,
                min=f"{band.min.normalize():f}",
                value="" if band.value is None else f"{band.value.normalize():f}",
            )
            for band in scale.bands.all()
        ],
        is_mine=scale.owner_id == person.pk,
        is_shared=scale.is_shared,
        is_here=school_class.pk in uses,
        uses=len(uses),
    )


def code_out(code: ScoreCode, person: Person, *, is_used: bool, was: Mapping[str, str | bool] | None = None) -> CodeOut:
    """A code, and whose it is."""
    if code.school_class_id is not None:
        whose = "for this class"
    elif code.owner is None:
        whose = "the school's"
    else:
        whose = "your own" if code.owner_id == person.pk else f"{code.owner}'s"
    return CodeOut(
        id=code.pk,
        code=code.code,
        name=code.name,
        effect=code.effect,
        percent="" if code.percent is None else f"{code.percent.normalize():f}",
        missing=code.missing,
        colour=code.colour,
        whose=whose,
        is_used=is_used,
        is_mine=code.owner_id == person.pk,
        is_shared=code.is_shared,
        was=dict(was or {}),
    )
