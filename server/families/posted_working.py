"""A posted working through a family's eyes: without what it is not shown (R14.4 to R14.8)."""

from collections.abc import Collection, Mapping
from typing import Any

from django.utils.translation import gettext as _
from scores.working_schemas import CategoryWorkingOut, LineOut, PartOut, WorkingOut
from scores.working_words import reworded

_BY_HAND = "put in its place by hand"


def for_families(
    working: WorkingOut,
    hidden: Collection[int],
    hidden_names: Collection[str],
    withheld_parts: Collection[int],
    withheld_names: Collection[str],
    markless_parts: Collection[int | str],
    *,
    with_mark: bool,
    said: Mapping[str, str],
) -> WorkingOut:
    """What a family sees of a working as it was posted.

    Pieces that are `hidden` are named without their numbers, and so is every sum from which one could be reckoned: of its
    category, and what categories weigh and add, for these can be taken from the whole. The same goes for parts whose own
    term is withheld; `markless_parts` (by number and name) are told without a mark. What was posted before lines said their
    assignment, and parts their term, is known by name. `said` is what it says in the family's language, by its words.
    """

    def is_hidden(line: LineOut) -> bool:
        return line.name in hidden_names if line.assignment_id is None else line.assignment_id in hidden

    def is_withheld(part: PartOut) -> bool:
        return part.name in withheld_names if part.term_id is None else part.term_id in withheld_parts

    def without_mark(part: PartOut) -> PartOut:
        is_markless = (part.name if part.term_id is None else part.term_id) in markless_parts
        return part.model_copy(update={"mark": None}) if is_markless else part

    levels_alone = all(each.weight == "0" for each in working.standards)
    told = working.model_copy(
        update={
            "parts": [without_mark(part) for part in working.parts],
            # Where levels stand alone no percent is told, whatever was posted with them (R8.5).
            "standards": [
                each.model_copy(update={"percent": None}) if levels_alone else each for each in working.standards
            ],
            "mark": working.mark if with_mark else None,
            "steps": [
                each.model_copy(update={"reason": "", "words": each.words.partition(f"{_BY_HAND}:")[0] or _BY_HAND})
                if each.words.startswith(_BY_HAND)
                else each
                for each in working.steps
                if with_mark or not each.words.startswith(("the mark", _BY_HAND))
            ],
        }
    )
    told = reworded(told, {**said, _BY_HAND: _("put in its place by hand")})
    lines = [*working.apart, *(line for each in working.categories for line in each.lines)]
    if not any(map(is_hidden, lines)) and not any(map(is_withheld, working.parts)):
        return told
    return told.model_copy(
        update={
            "exact": None,
            "sum": None,
            "categories": [_category(each, [is_hidden(line) for line in each.lines]) for each in told.categories],
            "apart": [_line(line, is_hidden=is_hidden(line)) for line in told.apart],
            "parts": [_part(part, is_withheld=is_withheld(part)) for part in told.parts],
            "standards": [
                _part(each, is_withheld=False).model_copy(update={"percent": None}) for each in told.standards
            ],
        }
    )


def _category(category: CategoryWorkingOut, hidden: list[bool]) -> CategoryWorkingOut:
    told: dict[str, Any] = {
        "weight": None,
        "weight_in_effect": None,
        "adds": None,
        "width": 0.0,
        "lines": [_line(line, is_hidden=each) for line, each in zip(category.lines, hidden, strict=True)],
    }
    if any(hidden):
        told |= {"words": _("some of it is not shown yet"), "percent": None, "height": 0.0}
    return category.model_copy(update=told)


def _line(line: LineOut, *, is_hidden: bool) -> LineOut:
    if is_hidden:
        return line.model_copy(update={"score": "", "words": _("not shown yet"), "dropped": False, "adds": None})
    return line.model_copy(update={"adds": None})


def _part(part: PartOut, *, is_withheld: bool) -> PartOut:
    told: dict[str, None] = {"weight_in_effect": None, "adds": None}
    return part.model_copy(update=told | ({"percent": None, "mark": None} if is_withheld else {}))
