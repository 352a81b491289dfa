"""Standards for the core: the school's, and those that a class's work names beside them (R8)."""

from collections.abc import Iterable
from dataclasses import replace

from gradecore import book as core
from gradecore.file import read_standards
from school.models import School

from plans.models import Assignment


def listed(school: School) -> tuple[tuple[core.Standard, ...], core.Scale | None]:
    """The school's standards and the scale of their levels, as the records office keeps them."""
    return read_standards(school.standards) if school.standards else ((), None)


def standards_of(
    school: School, named: Iterable[str], scale: core.Scale
) -> tuple[tuple[core.Standard, ...], core.Scale | None]:
    """The standards that a class works with, and the scale whose marks are their levels; none where its work names none.

    What the school does not list is a standard of the class's own, whose evidence comes together as the school's
    does. Where the school has no levels, the marks of the class's `scale` are the levels.
    """
    names = list(dict.fromkeys(named))
    if not names:
        return (), None
    kept, levels = listed(school)
    known = {each.id for each in kept}
    like = replace(kept[0], parent=None) if kept else core.Standard("")
    own = (replace(like, id=name) for name in names if name not in known)
    return (*kept, *own), levels or scale


def standards_named(work: Assignment) -> list[str]:
    """The standards that a piece of work is evidence of: those that it names, and those of its criteria."""
    return [*work.standards, *(each["standard"] for each in work.criteria if each["standard"])]


def named_by(names: Iterable[str], levels: core.Scale | None) -> tuple[core.AssignmentStandard, ...]:
    """The standards that an assignment gives evidence of, each out of what the levels are out of."""
    return () if levels is None else tuple(core.AssignmentStandard(name, levels.out_of) for name in names)
