"""The school's scales and codes over HTTP; a change says first which grades it moves."""

from typing import Any

from ninja import Status
from plans import school_scales
from plans.models import GradingScale
from plans.scale_schemas import BandIO, SchoolCodeIn, SchoolCodeOut, SchoolScaleIn, SchoolScaleOut, SchoolScalesOut
from plans.scales import TypedBand
from school.access import Asking, PermittedRouter
from school.models import AuditAction
from school.permissions import CHANGE_SCHOOL, SEE_SCHOOL

from reports import school_changes
from reports.school_schemas import KeptOut

router = PermittedRouter(tags=["school"])


@router.get("/schools/{school_id}/scales", permission=SEE_SCHOOL, response=SchoolScalesOut)
def see_scales(request: Asking, school_id: int) -> Any:
    """The scales and codes that every class can take."""
    held = school_scales.held_codes(request.school)
    return SchoolScalesOut(
        scales=[_scale_out(each) for each in school_scales.scales_of_school(request.school)],
        codes=[
            SchoolCodeOut(
                id=each.pk,
                code=each.code,
                name=each.name,
                effect=each.effect,
                percent="" if each.percent is None else f"{each.percent.normalize():f}",
                missing=each.missing,
                is_used=each.code in held,
            )
            for each in school_scales.codes_of_school(request.school)
        ],
    )


def _scale_out(scale: GradingScale) -> SchoolScaleOut:
    return SchoolScaleOut(
        id=scale.pk,
        name=scale.name,
        out_of=f"{scale.out_of.normalize():f}",
        bands=[
            BandIO(
                mark=each.mark,
                min=f"{each.min.normalize():f}",
                value="" if each.value is None else f"{each.value.normalize():f}",
            )
            for each in scale.bands.all()
        ],
        uses=getattr(scale, "uses", 0),
    )


@router.post("/schools/{school_id}/scales", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response=KeptOut)
def add_scale(request: Asking, school_id: int, body: SchoolScaleIn) -> Any:
    """Make a scale of the school."""
    return _save_scale(request, None, body)


@router.put(
    "/schools/{school_id}/scales/{scale}", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response=KeptOut
)
def change_scale(request: Asking, school_id: int, scale: int, body: SchoolScaleIn, dry_run: bool = False) -> Any:
    """Change a scale of the school, or only tell what that would do to classes."""
    return _save_scale(request, scale, body, dry_run=dry_run)


def _save_scale(request: Asking, scale: int | None, body: SchoolScaleIn, *, dry_run: bool = False) -> KeptOut:
    school, bands = request.school, [TypedBand(each.mark, each.min, each.value) for each in body.bands]
    made = []
    touched = school_changes.change(
        school,
        request.user,
        f"the scale {body.name} was changed",
        lambda: made.append(school_scales.save_school_scale(school, scale, body.name, body.out_of, bands)),
        dry_run=dry_run,
        marks_by=None if scale is None else f"scale {scale}",
    )
    return KeptOut(id=None if dry_run else made[0].pk, words=touched)


@router.delete(
    "/schools/{school_id}/scales/{scale}", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response={204: None}
)
def delete_scale(request: Asking, school_id: int, scale: int) -> Any:
    """Take a scale away that no class uses."""
    school_scales.delete_school_scale(request.school, scale)
    return Status(204, None)


@router.post("/schools/{school_id}/codes", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response=KeptOut)
def add_code(request: Asking, school_id: int, body: SchoolCodeIn) -> Any:
    """Make a code of the school."""
    return _save_code(request, None, body)


@router.put("/schools/{school_id}/codes/{code}", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response=KeptOut)
def change_code(request: Asking, school_id: int, code: int, body: SchoolCodeIn, dry_run: bool = False) -> Any:
    """Change what a code of the school does, or only tell what that would do to classes."""
    return _save_code(request, code, body, dry_run=dry_run)


def _save_code(request: Asking, code: int | None, body: SchoolCodeIn, *, dry_run: bool = False) -> KeptOut:
    school, given = request.school, body.model_dump()
    made = []
    touched = school_changes.change(
        school,
        request.user,
        f"the code {body.code} was changed",
        lambda: made.append(school_scales.save_school_code(school, code, given)),
        dry_run=dry_run,
        marks_by=None if code is None else f"code {code}",
    )
    return KeptOut(id=None if dry_run else made[0].pk, words=touched)


@router.delete(
    "/schools/{school_id}/codes/{code}", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response={204: None}
)
def delete_code(request: Asking, school_id: int, code: int) -> Any:
    """Take a code away that no score holds."""
    school_scales.delete_school_code(request.school, code)
    return Status(204, None)
