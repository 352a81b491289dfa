"""Criteria of an assignment: what one looks for, each with its levels (R16). They are kept with the assignment.

A criterion and a level have a name for people and an identifier for what was chosen: one that is renamed keeps what was
chosen of it.
"""

from collections.abc import Mapping, Sequence
from typing import Any

from gradecore import book as core
from gradecore.entry import folded
from gradecore.numbers import read_decimal
from school.refusal import Refused

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
                "id": kept["id"] if kept else "", "name": called, "points": _text(points),
                "description": _words(each.get("description", ""), called),
                "standard": name(standard, "criteria", LONGEST) if standard else None,
                "levels": _numbered(
                    [_level(level, pair, called, points) for level, pair in zip(levels, pairs, strict=True)], called
                ),
            }
        )  # fmt: skip
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
        "id": kept["id"] if kept else "", "name": called, "points": _text(points),
        "wording": _words(given.get("wording", ""), called),
    }  # fmt: skip


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
            each["name"], read_decimal(each["points"]),
            tuple(core.CriterionLevel(level["name"], read_decimal(level["points"])) for level in each["levels"]),
            each["standard"] if standards else None,
        )
        for each in kept
    )  # fmt: skip


def chosen_names(kept: Sequence[Kept], chosen: Mapping[str, str]) -> dict[str, str]:
    """What was chosen, by name: the level of each criterion, as far as both are still there. `chosen` is by identifier."""
    return {
        each["name"]: level["name"]
        for each in kept
        for level in each["levels"]
        if chosen.get(each["id"]) == level["id"]
    }
