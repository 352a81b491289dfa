"""Criteria of an assignment: what one looks for, each with its levels (R16). They are kept with the assignment.

A criterion and a level have a name for people and an identifier for what was chosen: one that is renamed keeps what was
chosen of it.
"""

from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from gradecore import book as core
from gradecore.entry import folded
from gradecore.numbers import read_decimal
from school.models import Person, SchoolClass
from school.refusal import NotYours, Refused

from plans.models import Assignment, SharedCriteria
from plans.typed import name, number

MOST = 20
MOST_LEVELS = 10
LONGEST = 60
LONGEST_WORDING = 600

Kept = Mapping[str, Any]
"""A criterion as it is kept: id, name, description, points, standard (or None) and levels, each with id, name, wording and
points; numbers as text.
"""


def read_criteria(given: Sequence[Mapping[str, Any]], before: Sequence[Kept]) -> list[Kept]:
    """Criteria as they are given, to be kept in place of those before. Raises Refused, which says of which one and why."""
    if len(given) > MOST:
        raise Refused(f"These are {len(given)} criteria; at most {MOST} fit.", "criteria")
    found = []
    for each, kept in zip(given, _paired([each["name"] for each in given], before), strict=True):
        called = name(each["name"], "criteria", LONGEST)
        levels = each["levels"]
        if not levels or len(levels) > MOST_LEVELS:
            raise Refused(f"{called} has {len(levels)} levels; give it 1 to {MOST_LEVELS}.", "criteria")
        points = number(each["points"], "criteria", f"{called}: points")
        standard = (each.get("standard") or "").strip()
        pairs = _paired([level["name"] for level in levels], kept["levels"] if kept else [])
        found.append(
            {
                "id": kept["id"] if kept else "",
                "name": called,
                "points": _text(points),
                "description": _words(each.get("description", ""), called),
                "standard": name(standard, "criteria", LONGEST) if standard else None,
                "levels": _numbered(
                    [_level(level, pair, called, points) for level, pair in zip(levels, pairs, strict=True)], called
                ),
            }
        )
    return _numbered(found, "The work")


def _level(given: Mapping[str, Any], kept: Kept | None, criterion: str, most: Any) -> dict[str, Any]:
    called = name(given["name"], "criteria", LONGEST)
    points = number(given["points"], "criteria", f"{criterion}, {called}: points")
    if points > most:
        raise Refused(
            f"{criterion}, {called}: {_text(points)} points are above the criterion’s {_text(most)}. Give fewer, or the criterion more.",
            "criteria",
        )
    return {
        "id": kept["id"] if kept else "",
        "name": called,
        "points": _text(points),
        "wording": _words(given.get("wording", ""), called),
    }


def _words(text: str, called: str) -> str:
    bare = text.strip()
    if len(bare) > LONGEST_WORDING:
        raise Refused(f"{called}: this has {len(bare)} characters; at most {LONGEST_WORDING} fit.", "criteria")
    return bare


def _text(points: Any) -> str:
    return f"{points.normalize():f}"


def _paired(names: Sequence[str], before: Sequence[Kept]) -> list[Kept | None]:
    """For each name what it was before: what was called so, or else, in order, what is called otherwise now."""
    by_name = {folded(each["name"]): each for each in before}
    same = [by_name.get(folded(each)) for each in names]
    left = [each for each in before if not any(each is other for other in same)]
    # Only where as many are there as before can one tell a new name from another thing.
    renamed = iter(left if len(names) == len(before) else [])
    return [each if each is not None else next(renamed, None) for each in same]


def _numbered(rows: list[dict[str, Any]], whose: str) -> list[Kept]:
    """The rows, those that are new with an identifier. Raises Refused where two are called the same."""
    names = [folded(each["name"]) for each in rows]
    twice = next((each["name"] for each in rows if names.count(folded(each["name"])) > 1), None)
    if twice is not None:
        raise Refused(f"{whose} has {twice} twice. Give them different names.", "criteria")
    last = max((int(each["id"]) for each in rows if each["id"]), default=0)
    for each in rows:
        if not each["id"]:
            last += 1
            each["id"] = str(last)
    return list(rows)


def core_criteria(kept: Sequence[Kept], standards: bool) -> tuple[core.Criterion, ...]:
    """Criteria for the core, which knows them by their names; of a class without `standards` none is evidence."""
    return tuple(
        core.Criterion(
            each["name"],
            read_decimal(each["points"]),
            tuple(core.CriterionLevel(level["name"], read_decimal(level["points"])) for level in each["levels"]),
            each["standard"] if standards else None,
        )
        for each in kept
    )


def chosen_names(kept: Sequence[Kept], chosen: Mapping[str, str]) -> dict[str, str]:
    """What was chosen, by name: the level of each criterion, as far as both are still there. `chosen` is by identifier."""
    return {
        each["name"]: level["name"]
        for each in kept
        for level in each["levels"]
        if chosen.get(each["id"]) == level["id"]
    }


def collection(school_class: SchoolClass, person: Person) -> Iterator[tuple[str, list[Kept], int | None, bool]]:
    """Criteria that can be taken over: those of one's own work at the school, the newest first, and what colleagues offer.

    Gives a name, the criteria, the number of what is offered to the school, and whether it is one's own to take back.
    """
    mine = (
        Assignment.objects.filter(
            school_class__teachings__person=person, school_class__school_id=school_class.school_id
        )
        .exclude(criteria=[])
        .select_related("school_class")
        .order_by("-school_class__year__starts", "-due_on", "name")
    )
    seen: list[Any] = []
    for each in mine[:200]:
        if each.criteria not in seen:
            seen.append(each.criteria)
            yield f"{each.name}, {each.school_class}", each.criteria, None, False
    for offered in (
        SharedCriteria.objects.filter(school_id=school_class.school_id).select_related("owner").order_by("name")
    ):
        yield f"{offered.name}, offered by {offered.owner}", offered.criteria, offered.pk, offered.owner_id == person.pk


def offer(school_class: SchoolClass, person: Person, assignment_id: int) -> SharedCriteria:
    """Offer an assignment's criteria to the school; offered again under the name, they are what is there now."""
    work = Assignment.objects.filter(school_class=school_class, pk=assignment_id).first()
    if work is None:
        raise NotYours
    if not work.criteria:
        raise Refused(f"{work.name} has no criteria to offer.", "criteria")
    found, _ = SharedCriteria.objects.update_or_create(
        school_id=school_class.school_id,
        owner=person,
        name=work.name,
        defaults={"criteria": work.criteria, "at": school_class.school.now()},
    )
    return found


def take_back(school_class: SchoolClass, person: Person, shared_id: int) -> None:
    """Offer one's own criteria to the school no longer; work that took them over keeps them."""
    gone, _ = SharedCriteria.objects.filter(school_id=school_class.school_id, owner=person, pk=shared_id).delete()
    if not gone:
        raise NotYours
