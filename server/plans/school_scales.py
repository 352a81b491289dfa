"""The school's own scales and codes, which every class can take.

A change of one that is in use moves grades: whoever asks for it is told of which classes first (`reports.school_changes`).
"""

from collections.abc import Mapping, Sequence
from decimal import Decimal
from typing import Any

from django.db import transaction
from django.db.models import Count, Q, QuerySet
from gradecore import book as core
from gradecore.check import code_problems
from school.models import School, SchoolClass, SchoolClasses
from school.refusal import NotYours, Refused

from plans.loading import core_code, core_scale
from plans.models import Assignment, Draft, GradingScale, ScoreCode
from plans.scales import TypedBand, name_clash, read_scale, refuse_problems, set_code, write_scale


def scales_of_school(school: School) -> QuerySet[GradingScale]:
    """The school's scales, the one that a new class begins with first; `uses` is how many classes have it."""
    uses = Count("used_by", filter=Q(used_by__school_class__archived_at=None))
    return (
        GradingScale.objects.filter(school=school, owner=None)
        .annotate(uses=uses)
        .order_by("id")
        .prefetch_related("bands")
    )


def codes_of_school(school: School) -> QuerySet[ScoreCode]:
    """The school's codes."""
    return ScoreCode.objects.filter(school=school, owner=None, school_class=None).order_by("code")


def held_codes(school: School) -> set[str]:
    """The letters that scores of any class hold, deleted work's too."""
    held = Assignment.with_deleted.filter(school_class__school=school).exclude(scores__code="")
    return set(held.values_list("scores__code", flat=True)) - {None}


def _scale(school: School, scale: int) -> GradingScale:
    found = GradingScale.objects.filter(school=school, owner=None, pk=scale).first()
    if found is None:
        raise NotYours
    return found


@transaction.atomic
def save_school_scale(
    school: School, scale: int | None, text: str, out_of: str, bands: Sequence[TypedBand]
) -> GradingScale:
    """Make a scale of the school, or change one. Raises Refused for one that stands in a class's draft."""
    read = read_scale(text, out_of, bands)
    row = _scale(school, scale) if scale is not None else GradingScale(school=school)
    others = GradingScale.objects.filter(school=school, owner=None).exclude(pk=row.pk)
    if any(each.name.casefold() == read.name.casefold() for each in others):
        raise Refused(f"There is a scale called {read.name} already.", "name")
    if row.pk is not None and core_scale(row) == read.scale:
        row.name = read.name
        row.save(update_fields=["name"])
        return row
    if row.pk is not None:
        _refuse_drafted(row)
    for code in codes_of_school(school):
        refuse_problems(list(code_problems(core.Book(scale=read.scale, codes=(core_code(code),)))), "bands")
    write_scale(row, read, bands)
    return row


def _refuse_used(scale: GradingScale) -> None:
    users = [str(each.school_class) for each in scale.used_by.select_related("school_class")[:4]]
    if users:
        more = f" and {len(users) - 3} or more others" if len(users) > 3 else ""
        raise Refused(f"{', '.join(users[:3])}{more} use it. It can be changed, and stays.", "bands")
    _refuse_drafted(scale)


def _refuse_drafted(scale: GradingScale) -> None:
    drafts = Draft.objects.filter(school_class__school_id=scale.school_id)
    if any(fields.get("scale_id") == scale.pk for draft in drafts for fields in draft.change.values()):
        raise Refused(f"{scale.name} is in a class's draft. Make another scale beside it.", "bands")


@transaction.atomic
def delete_school_scale(school: School, scale: int) -> None:
    """Take a scale of the school away that no class uses; one is always left."""
    row = _scale(school, scale)
    _refuse_used(row)
    if not GradingScale.objects.filter(school=school, owner=None).exclude(pk=row.pk).exists():
        raise Refused(f"{row.name} is the school's only scale; a new class begins with it.", "scale")
    row.delete()


def _code(school: School, code: int) -> ScoreCode:
    found = codes_of_school(school).filter(pk=code).first()
    if found is None:
        raise NotYours
    return found


@transaction.atomic
def save_school_code(school: School, code: int | None, given: Mapping[str, Any]) -> ScoreCode:
    """Make a code of the school, or change one. Raises Refused for other letters where scores hold those it has."""
    row = _code(school, code) if code is not None else ScoreCode(school=school, effect="leave_out")
    before = row.code
    set_code(row, dict(given))
    if before != row.code and before in held_codes(school):
        raise Refused(f"Scores hold {before}: its letters stay. What it does can be changed.", "code")
    name_clash(row, [each for each in codes_of_school(school) if each.pk != row.pk])
    for scale in GradingScale.objects.filter(school=school).prefetch_related("bands"):
        refuse_problems(list(code_problems(core.Book(scale=core_scale(scale), codes=(core_code(row),)))), "code")
    row.save()
    return row


@transaction.atomic
def delete_school_code(school: School, code: int) -> None:
    """Take a code of the school away that no score holds."""
    row = _code(school, code)
    if row.code in held_codes(school):
        raise Refused(f"Scores hold {row.code}, in some class or in deleted work. It stays.", "code")
    row.delete()


State = dict[str, Any]
"""The school's scales and codes as JSON, by a key of each."""


def state_of_scales(school: School) -> State:
    """The school's scales and codes as they are, so that a change can be taken back."""
    scales = {
        f"scale {each.pk}": [
            each.name,
            _plain(each.out_of),
            [
                [band.mark, _plain(band.min), None if band.value is None else _plain(band.value)]
                for band in each.bands.all()
            ],
        ]
        for each in scales_of_school(school)
    }
    codes = {
        f"code {each.pk}": [
            each.code,
            each.name,
            each.effect,
            None if each.percent is None else _plain(each.percent),
            each.missing,
        ]
        for each in codes_of_school(school)
    }
    return scales | codes


def _plain(value: Decimal) -> str:
    return f"{value.normalize():f}"


def restore_scale(school: School, key: str, state: Sequence[Any]) -> None:
    """Make a scale or code what it was."""
    kind, _, number = key.partition(" ")
    if kind == "scale":
        row = _scale(school, int(number))
        bands = [TypedBand(mark, least, value or "") for mark, least, value in state[2]]
        write_scale(row, read_scale(state[0], state[1], bands), bands)
    else:
        names = ("code", "name", "effect", "percent", "missing")
        given = dict(zip(names, state, strict=True))
        codes_of_school(school).filter(pk=int(number)).update(**given)


def classes_with(school: School, key: str) -> SchoolClasses:
    """The classes that a scale or code gives marks in: those that use the scale, or whose scores hold the code."""
    kind, _, number = key.partition(" ")
    classes = SchoolClass.objects.filter(school=school, archived_at=None)
    if kind == "scale":
        return classes.filter(ground_rules__scale=int(number))
    held = Assignment.objects.filter(scores__code__in=codes_of_school(school).filter(pk=int(number)).values("code"))
    return classes.filter(pk__in=held.values("school_class"))
