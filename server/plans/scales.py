"""Grading scales and score codes: made, copied and changed.

A scale or code that somebody else uses is never changed under them. Changing one makes one's own instead, and
the class takes it up like any other change of its plan: through the draft where there are scores.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from decimal import Decimal
from typing import Any

from django.db import transaction
from django.db.models import Q, QuerySet
from gradecore import book as core
from gradecore.check import Problem, code_problems, scale_problems
from gradecore.entry import DONE_WORDS, folded
from gradecore.numbers import NumberError, read_decimal
from school.models import Person, SchoolClass
from school.refusal import Code, Refused

from plans import drafting
from plans.categories import COLOURS
from plans.ground_rules import change_rules, refuse_clash
from plans.keeping import begin, keep
from plans.loading import codes_of, core_code, core_scale, fraction
from plans.models import Assignment, Draft, GradingScale, GroundRules, ScaleBand, ScoreCode
from plans.rows import mark_of, record, snapshot
from plans.typed import name, number

MOST_BANDS = 40
FULL = Decimal(100)
EFFECTS = ("leave_out", "zero", "full", "percent")


@dataclass(frozen=True)
class TypedBand:
    """One mark of a scale as it was typed."""

    mark: str
    min: str
    value: str


@dataclass(frozen=True)
class ReadScale:
    """A scale as it was typed, read: its name, what it is out of, and the scale in the core's terms."""

    name: str
    out_of: Decimal | None
    scale: core.Scale


def read_scale(text: str, out_of: str, bands: Sequence[TypedBand]) -> ReadScale:
    """Read a typed scale. Raises Refused with all that is wrong with it."""
    called = name(text, "name", 60)
    read = _read_bands(bands)
    top = number(out_of, "out_of", "Out of")
    made = core.Scale(tuple(core.Band(*each) for each in read), fraction(top) or 0)  # type: ignore[arg-type]
    refuse_problems(list(scale_problems(made, "scale")), "bands")
    return ReadScale(called, top, made)


def write_scale(scale: GradingScale, read: ReadScale, bands: Sequence[TypedBand]) -> None:
    """Write what was read into a row and its bands."""
    scale.name, scale.out_of = read.name, read.out_of or Decimal(100)
    scale.save()
    scale.bands.all().delete()
    ScaleBand.objects.bulk_create(
        ScaleBand(
            scale=scale,
            mark=each.mark.strip(),
            min=_exact(band.min),
            value=None if band.value is None else _exact(band.value),
        )
        for each, band in zip(bands, read.scale.bands, strict=True)
    )


def scales_of(school_class: SchoolClass, person: Person) -> QuerySet[GradingScale]:
    """The scales that a teacher has for a class: the school's, one's own, and the one in use."""
    mine = Q(owner=None) | Q(owner=person) | Q(is_shared=True) | Q(used_by__school_class=school_class)
    return GradingScale.objects.filter(mine, school_id=school_class.school_id).distinct().order_by("name", "pk")


def _find(school_class: SchoolClass, person: Person, scale_id: int) -> GradingScale:
    scale = scales_of(school_class, person).filter(pk=scale_id).first()
    if scale is None:
        raise Refused("This scale is no longer there.", "scale")
    return scale


@transaction.atomic
def save_scale(
    school_class: SchoolClass,
    person: Person,
    scale_id: int | None,
    text: str,
    out_of: str,
    bands: Sequence[TypedBand],
    *,
    is_shared: bool = False,
) -> GradingScale:
    """Make a scale, or change one. Raises Refused with all that is wrong with it.

    One's own that no class with a plan uses is changed where it is. Otherwise a new one of one's own takes its place here.
    """
    read = read_scale(text, out_of, bands)
    refuse_clash(school_class, read.scale)
    old = _find(school_class, person, scale_id) if scale_id is not None else None
    if old is not None and old.owner_id == person.pk and old.is_shared != is_shared:
        GradingScale.objects.filter(pk=old.pk).update(is_shared=is_shared)
    if old is not None and core_scale(old) == read.scale and old.name == read.name:
        return old
    is_mine = old is not None and old.owner_id == person.pk and not old.used_by.exists()
    scale = old if old is not None and is_mine else GradingScale(school_id=school_class.school_id, owner=person)
    others = GradingScale.objects.filter(owner=person, school_id=school_class.school_id).exclude(pk=scale.pk)
    scale.is_shared = is_shared
    write_scale(scale, replace(read, name=_free_name(read.name, {each.name for each in others})), bands)
    rules = GroundRules.objects.get(school_class=school_class)
    in_use = drafting.drafted_fields(school_class).get(mark_of(rules), {}).get("scale_id", rules.scale_id)
    if old is not None and not is_mine and in_use == old.pk:
        change_rules(school_class, person, {"scale": str(scale.pk)})
    return scale


@transaction.atomic
def delete_scale(school_class: SchoolClass, person: Person, scale_id: int) -> None:
    """Delete a scale of one's own that nobody uses."""
    scale = _find(school_class, person, scale_id)
    if scale.owner_id != person.pk:
        raise Refused(f"{scale.name} is the school's; the records officer keeps it.", "scale")
    if scale.used_by.exists():
        raise Refused(f"{scale.name} is in use. Choose another scale there first.", "scale")
    drafts = Draft.objects.filter(school_class__school_id=school_class.school_id)
    if any(fields.get("scale_id") == scale.pk for draft in drafts for fields in draft.change.values()):
        raise Refused(f"{scale.name} is in a draft. Apply it or throw it away first.", "scale")
    scale.delete()


def _read_bands(bands: Sequence[TypedBand]) -> list[tuple[str, Any, Any]]:
    if len(bands) > MOST_BANDS:
        raise Refused(f"These are {len(bands)} marks; at most {MOST_BANDS} fit.", "bands")
    found = []
    for each in bands:
        mark = name(each.mark, "bands", 30)
        try:
            value = read_decimal(each.value) if each.value.strip() else None
            found.append((mark, read_decimal(each.min, negative=False), value))
        except NumberError as error:
            raise Refused(f"{mark}: {each.min.strip()[:20] or 'nothing'} {error}.", "bands") from None
    return found


def _exact(value: Any) -> Decimal:
    return Decimal(value.numerator) / Decimal(value.denominator)


def _free_name(wanted: str, taken: set[str]) -> str:
    found, count = wanted, 1
    while found in taken:
        count += 1
        found = f"{wanted[:54]} ({count})"
    return found


def refuse_problems(problems: Sequence[Problem], field: str) -> None:
    """Raises Refused, in sentences, where there are problems."""
    if problems:
        raise Refused(" ".join(dict.fromkeys(_sentence(each) for each in problems)), field)


def _sentence(problem: Problem) -> str:
    """A problem as a sentence that says of what it is one: of a scale's mark, of a code, or of the scale."""
    what = problem.place.removeprefix("scale, band ").removeprefix("code ")
    subject = {"scale": "The scale", "codes": "Codes:"}.get(what, what)
    return f"{subject} {problem.message}"


@transaction.atomic
def save_code(school_class: SchoolClass, person: Person, code_id: int | None, given: dict[str, Any]) -> ScoreCode:
    """Make a score code, or change one. Letters that clash with a mark, or with another code, are refused with the reason.

    A code that belongs to others, or that a score holds, is changed for this class alone.
    """
    known = codes_of(school_class)
    old = next((each for each in known if each.pk == code_id), None)
    if code_id is not None and old is None:
        raise Refused("This code is no longer there.", "code")
    if "is_shared" in given and old is not None:
        if old.owner_id != person.pk:
            raise Refused(f"{old.code} is not your own; only its owner offers it.", "code")
        ScoreCode.objects.filter(pk=old.pk).update(is_shared=given["is_shared"])
        if not given.keys() - {"is_shared"}:
            return old
    code = old or ScoreCode(school_id=school_class.school_id, owner=person, effect="leave_out")
    is_used = (
        old is not None
        and Assignment.with_deleted.filter(scores__code=old.code, school_class__school_id=old.school_id).exists()
    )
    if old is not None and "code" in given and given["code"].strip() != old.code and is_used:
        raise Refused(f"Scores hold the letters {old.code}. Make a new code for other letters.", "code")
    if old is not None and old.school_class_id is None and (is_used or old.owner_id != person.pk):
        code = _for_class(school_class, person, old)
    changed = begin(code, given)
    set_code(code, given)
    others = [each for each in known if each.pk != (old.pk if old else None)]
    for each in _scales_beside(school_class, person, code):
        # Of the others only their letters are looked at here: what is wrong with them is not this one's.
        book = core.Book(scale=each, codes=(core_code(code),))
        refuse_problems([*code_problems(book), *_same_letters(code, others)], "code")
    if code.school_class_id is None:
        code.save()
    else:
        keep(school_class, person, [changed], f"changed what {code.code} does")
    return code


def _scales_beside(school_class: SchoolClass, person: Person, code: ScoreCode) -> list[core.Scale]:
    """The scales that a code stands beside: the class's and its draft's, and where it is the person's own those of all
    their classes.
    """
    classes = {school_class.pk}
    if code.school_class_id is None:
        classes |= set(
            SchoolClass.objects.filter(teachings__person=person, school_id=code.school_id).values_list("pk", flat=True)
        )
    used = Q(used_by__school_class__in=classes)
    drafts = Draft.objects.filter(school_class__in=classes)
    drafted = {fields["scale_id"] for draft in drafts for fields in draft.change.values() if "scale_id" in fields}
    scales = GradingScale.objects.filter(used | Q(pk__in=drafted)).distinct().prefetch_related("bands")
    return [core_scale(each) for each in scales]


def name_clash(code: ScoreCode, others: Sequence[ScoreCode]) -> None:
    """Raises Refused where another code has these letters."""
    refuse_problems(_same_letters(code, others), "code")


def _same_letters(code: ScoreCode, others: Sequence[ScoreCode]) -> list[Problem]:
    taken = [each for each in others if each.code == code.code]
    return [Problem("codes", f"{code.code} stands twice; choose other letters.")] if taken else []


def _for_class(school_class: SchoolClass, person: Person, code: ScoreCode) -> ScoreCode:
    """A code's letters for one class alone, at first doing what they did."""
    own = ScoreCode(school_class=school_class, owner=None)
    for field, value in snapshot(code).items():
        setattr(own, field, value)
    own.save()
    own.refresh_from_db()
    record(
        school_class,
        person,
        f"gave {code.code} a meaning of its own here",
        {mark_of(own): None},
        {mark_of(own): snapshot(own)},
    )
    return own


def set_code(code: ScoreCode, given: dict[str, Any]) -> None:
    """Set what is given of a code. Raises Refused for what cannot be."""
    if "code" in given:
        letters = given["code"].strip()
        if not 2 <= len(letters) <= 5 or not letters.isalpha():
            raise Refused("A code has 2 to 5 letters.", "code")
        if folded(letters) in DONE_WORDS:
            raise Refused(f"{letters} says that work is done or not done. Choose other letters.", "code")
        code.code = letters.upper()
    if "name" in given:
        code.name = name(given["name"], "name", 60)
    if "effect" in given:
        if given["effect"] not in EFFECTS:
            raise Refused("A code leaves the work out, or counts as zero, full points or a percent.", "effect")
        code.effect = given["effect"]
    if "percent" in given:
        code.percent = number(given["percent"], "percent", "Percent") if (given["percent"] or "").strip() else None
    if code.effect != "percent":
        code.percent = None
    elif code.percent is None:
        raise Refused("Say how many percent it counts.", "percent")
    elif code.percent > FULL and "percent" in given and not given.get("over_100_meant"):
        raise Refused(
            f"{code.percent.normalize():f} % is more than full points. Is it meant?", "percent", Code.ABOVE_100
        )
    if "missing" in given:
        code.missing = given["missing"]
    if "colour" in given:
        # 0 is none.
        if not 0 <= given["colour"] <= COLOURS:
            raise Refused(f"There are {COLOURS} colours.", "colour")
        code.colour = given["colour"]
    if "is_shared" in given:
        code.is_shared = given["is_shared"]


def drafted_codes(school_class: SchoolClass) -> list[tuple[ScoreCode, dict[str, str | bool]]]:
    """The codes of a class as its draft has them, each with what its drafted fields are in force."""
    change = drafting.drafted_fields(school_class)
    found = []
    for code in codes_of(school_class):
        fields, before = change.get(mark_of(code), {}), snapshot(code)
        drafting.lay_over(code, fields)
        found.append((code, {field: _told(before[field]) for field in fields}))
    return found


def _told(value: Any) -> str | bool:
    return value if isinstance(value, bool) else str(value or "")


def used_codes(school_class: SchoolClass) -> set[str]:
    """The letters that scores of the class hold."""
    held = Assignment.objects.filter(school_class=school_class).exclude(scores__code="")
    return set(held.values_list("scores__code", flat=True)) - {None}


@transaction.atomic
def delete_code(school_class: SchoolClass, person: Person, code_id: int) -> None:
    """Delete a code of one's own that no score holds."""
    code = next((each for each in codes_of(school_class) if each.pk == code_id), None)
    if code is None:
        raise Refused("This code is no longer there.", "code")
    if code.owner_id != person.pk and code.school_class_id is None:
        raise Refused(f"{code.code} is the school's; the records officer keeps it.", "code")
    # Deleted work can come back with its scores.
    if Assignment.with_deleted.filter(scores__code=code.code, school_class__school_id=code.school_id).exists():
        raise Refused(
            f"Scores hold {code.code}, here or in another class, or in deleted work. Change them first.", "code"
        )
    code.delete()
