"""Scores between what is kept, what the core computes from and what is typed and shown."""

from decimal import Decimal
from typing import Protocol

from gradecore import book as core
from gradecore.numbers import UNIT


class Kept(Protocol):
    """What is kept of a score: a number, a code, or neither."""

    @property
    def number(self) -> Decimal | None: ...
    @property
    def code(self) -> str: ...


def core_score(score: Kept) -> core.Score | None:
    """A kept score for the core: None is a blank."""
    if score.number is not None:
        return int(score.number * UNIT)
    return score.code or None


def score_text(score: Kept | None) -> str:
    """A score as it is typed and shown; empty for a blank."""
    if score is None:
        return ""
    return score.code if score.number is None else plain_number(score.number)


def read_text(text: str) -> tuple[Decimal | None, str]:
    """The number or code that such a text was made from."""
    is_number = bool(text) and text.replace(".", "", 1).isdigit()
    return (Decimal(text), "") if is_number else (None, text)


def text_score(text: str) -> core.Score | None:
    """Such a text for the core: None is a blank."""
    number, code = read_text(text)
    return code or None if number is None else int(number * UNIT)


def plain_number(number: Decimal) -> str:
    """A decimal without the noughts that say nothing."""
    return f"{number.normalize():f}"
