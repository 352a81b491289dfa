"""Standards for the core: the school's, and those that a class's work names beside them (R8)."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from fractions import Fraction

from gradecore import book as core
from gradecore.file import STANDARDS, read_standards
from gradecore.numbers import decimal_text, read_decimal
from gradecore.standards import TermWay
from school.models import Person, School
from school.refusal import Refused
from typing_extensions import TypedDict

from plans import typed
from plans.models import Assignment


def listed(school: School) -> tuple[tuple[core.Standard, ...], core.Scale | None, Mapping[str, core.Scale]]:
    """The school's standards, the scale of their levels, and the scales that some have in its place, as the records office keeps them."""
    kept = {name: school.standards[name] for name in STANDARDS if name in school.standards}
    return read_standards(kept) if kept else ((), None, {})


def archived(school: School) -> frozenset[str]:
    """The standards that the school has taken off its list and that still have evidence: they stay as they are, and are offered to
    nobody.
    """
    return frozenset(school.standards.get("archived", ()))


def current(school: School) -> list[core.Standard]:
    """The school's standards without those that are archived."""
    gone = archived(school)
    return [each for each in listed(school)[0] if each.id not in gone]


def usual(school: School) -> core.Standard:
    """A standard without a name whose evidence comes together as the school says where no branch says otherwise (R8.2)."""
    said = school.standards.get("usual")
    if said is not None:
        return core.Standard("", None, said["combine"], read_decimal(said["rate"], negative=False))
    # Where no branch could say otherwise yet, all were alike.
    known = listed(school)[0]
    return replace(known[0], id="", parent=None, scale=None) if known else core.Standard("")


def term_way(school: School) -> TermWay:
    """What the level of a term made of terms is, as the school says."""
    found: TermWay = school.standards.get("over_terms", "combined")
    return found


class About(TypedDict, total=False):
    """What a standard says of itself beside its name: its code, its full wording, its subject and year groups."""

    code: str
    wording: str
    subject: str
    years: str


def about(school: School) -> Mapping[str, About]:
    """What the school's standards say of themselves, by name."""
    found: Mapping[str, About] = school.standards.get("about", {})
    return found


MOST_STANDARDS = 20
LOOKED_BACK = 200
"""In so many pieces of a teacher's work, the latest, it is looked for which standards they named last."""


def named_lately(school: School, person: Person) -> list[str]:
    """The standards that a teacher's work at the school has named, the last first."""
    works = Assignment.objects.filter(school_class__teachings__person=person, school_class__school=school)
    found = works.exclude(standards=[]).order_by("-pk").values_list("standards", flat=True)[:LOOKED_BACK]
    return list(dict.fromkeys(name for named in found for name in named))


def named_standards(given: Sequence[str], field: str) -> list[str]:
    """The names of the standards that the work gives evidence of, each once."""
    if len(given) > MOST_STANDARDS:
        raise Refused(f"These are {len(given)} standards; at most {MOST_STANDARDS} fit.", field)
    return list(dict.fromkeys(typed.name(each, field, 60) for each in given))


def standards_of(
    school: School, named: Iterable[str], scale: core.Scale
) -> tuple[tuple[core.Standard, ...], core.Scale | None, Mapping[str, core.Scale]]:
    """The standards that a class works with, the scale whose marks are their levels, and the scales that some have in its place; none
    where its work names none.

    What the school does not list is a standard of the class's own, whose evidence comes together as the school's
    usually does. Where the school has no levels, the marks of the class's `scale` are the levels.
    """
    names = list(dict.fromkeys(named))
    if not names:
        return (), None, {}
    kept, levels, level_scales = listed(school)
    known = {each.id: each for each in kept}
    # Of a long list a class carries what its work names, and what that is part of.
    wanted: set[str] = set()
    for name in names:
        above: str | None = name
        while above in known and above not in wanted:
            wanted.add(above)
            above = known[above].parent
    like = usual(school)
    own = (replace(like, id=name) for name in names if name not in known)
    standards = (*(each for each in kept if each.id in wanted), *own)
    used = {each.scale for each in standards}
    return standards, levels or scale, {name: each for name, each in level_scales.items() if name in used}


def standards_named(work: Assignment) -> list[str]:
    """The standards that a piece of work is evidence of: those that it names, and those of its criteria."""
    return [*work.standards, *(each["standard"] for each in work.criteria if each["standard"])]


def named_by(work: Assignment, scales: Mapping[str, core.Scale]) -> tuple[core.AssignmentStandard, ...]:
    """The standards that an assignment gives evidence of, each out of its own points, or of what its levels are out of (R8.1).

    `scales` are those of the class's standards by name; empty where it has none.
    """
    if not scales:
        return ()
    return tuple(core.AssignmentStandard(name, points_of(work, name, scales[name])) for name in work.standards)


def points_of(work: Assignment, name: str, levels: core.Scale) -> Fraction:
    """Out of how many points a standard is scored in a piece of work."""
    own = work.standard_points.get(name)
    return levels.out_of if own is None else Fraction(own)


def points_by_standard(given: Mapping[str, str], names: Sequence[str], field: str) -> dict[str, str]:
    """Points of some of the standards named, as they are kept; an empty text leaves one to what levels are out of. Raises Refused for
    a standard that is not named, and for what is no number of points.
    """
    found = {}
    for standard, text in given.items():
        if standard not in names:
            raise Refused(f"{standard} is not among the standards that the work names.", field)
        if text.strip():
            points = typed.number(text, field, f"The points for {standard}")
            if not points:
                raise Refused(f"{standard} needs more than 0 points to show anything; take it out instead.", field)
            found[standard] = decimal_text(Fraction(points))
    return found
