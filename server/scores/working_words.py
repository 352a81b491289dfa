"""The words of a working, without its numbers and names: taken out of it, and put into it in another language."""

from collections.abc import Callable
from typing import TypeVar

from django.utils.translation import gettext

from scores.working_schemas import CategoryWorkingOut, LineOut, StepOut, WorkingOut

Said = TypeVar("Said", CategoryWorkingOut, LineOut, StepOut)


def words_of(working: WorkingOut) -> list[str]:
    """All that a working says in words; of two workings of the same grade in two languages, what says the same stands at the same place."""
    lines = [*working.apart, *(line for each in working.categories for line in each.lines)]
    said: list[CategoryWorkingOut | LineOut | StepOut] = [*working.categories, *lines, *working.steps]
    return [*(each.words for each in said), working.note or ""]


def reworded(working: WorkingOut, said: dict[str, str]) -> WorkingOut:
    """The working as it is `said`, by what it says now; what is not among that is looked up among the messages there are."""

    def other(words: str) -> str:
        return said.get(words) or (gettext(words) if words else "")

    def with_words(each: Said) -> Said:
        return each.model_copy(update={"words": other(each.words)})

    def with_lines(each: CategoryWorkingOut) -> CategoryWorkingOut:
        return with_words(each).model_copy(update={"lines": _all(with_words, each.lines)})

    return working.model_copy(
        update={
            "categories": _all(with_lines, working.categories),
            "apart": _all(with_words, working.apart),
            "steps": _all(with_words, working.steps),
            "note": working.note and other(working.note),
        }
    )


def _all(change: Callable[[Said], Said], parts: list[Said]) -> list[Said]:
    return [change(each) for each in parts]
