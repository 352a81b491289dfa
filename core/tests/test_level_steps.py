"""How a level comes about, in words (R8.2): what is said of how its evidence goes over time."""

from dataclasses import replace
from fractions import Fraction

import pytest
from books import CODES, LETTERS, LEVELS
from gradecore.book import Book, Standard
from gradecore.level_steps import trend
from gradecore.standards import Evidence, StandardResult, Standards


def told(*values: str) -> str:
    book = Book(LETTERS, CODES, standards=(Standard("n"),), standards_scale=LEVELS)
    evidence = tuple(Evidence(str(place), Fraction(value)) for place, value in enumerate(values))
    return trend(Standards(book), "n", replace(StandardResult(None, None, None, None), evidence=evidence))


@pytest.mark.parametrize(
    ("values", "said"),
    [
        ((), ""),
        (("3",), ""),
        (("3", "3.2", "2.5"), "Steady at Secure."),
        (("1", "2", "3", "4"), "Rising, from Nearly to Beyond."),
        (("4", "3", "2", "1"), "Falling, from Beyond to Nearly."),
        # Of an odd number the middle one is in neither half.
        (("1", "4", "1.4"), "Up and down, about Begun."),
        (("3", "1", "3", "1"), "Up and down, about Nearly."),
        (("1", "2.6"), "Rising, from Begun to Secure."),
    ],
)
def test_how_evidence_goes_over_time(values: tuple[str, ...], said: str) -> None:
    assert told(*values) == said
    turned = {"Rising": "Falling", "Falling": "Rising"}
    way, _, rest = said.partition(", from ")
    if rest:
        was, _, now = rest.removesuffix(".").partition(" to ")
        assert told(*reversed(values)) == f"{turned[way]}, from {now} to {was}."
