"""Reading what is typed into a plan: numbers, names, and the short names and signs made from them."""

import re
from decimal import Decimal
from typing import Any

from django.core.exceptions import ValidationError
from django.core.validators import URLValidator
from gradecore.check import BookError
from gradecore.file import read_steps
from gradecore.numbers import NumberError, decimal_text, read_decimal
from school.refusal import Refused

LONGEST_LINK = 500


def number(text: str, field: str, what: str, *, least: int = 0) -> Decimal:
    """A number that a person typed. Raises Refused, naming the field and what was typed."""
    try:
        read = read_decimal(text, negative=False)
    except NumberError as error:
        raise Refused(
            f"{what}: {text.strip()[:40] or 'nothing'} {error}. Type a number such as 20 or 12.5.", field
        ) from None
    if read < least:
        raise Refused(f"{what} must be at least {least}.", field)
    return Decimal(decimal_text(read))


def name(text: str, field: str, longest: int) -> str:
    """A name that a person typed."""
    bare = " ".join(text.split())
    if not bare:
        raise Refused("Give it a name.", field)
    if len(bare) > longest:
        raise Refused(f"This name has {len(bare)} characters; at most {longest} fit.", field)
    return bare


def link(text: str, field: str) -> str:
    """The address of something on the web that a person typed; empty for none."""
    bare = text.strip()
    if not bare:
        return ""
    address = bare if "://" in bare else f"https://{bare}"
    try:
        URLValidator(schemes=["https", "http"])(address)
    except ValidationError:
        raise Refused(
            f"{bare[:60]} is not an address on the web. Type one such as https://lake.example/map.pdf.", field
        ) from None
    if len(address) > LONGEST_LINK:
        raise Refused(f"This address has {len(address)} characters; at most {LONGEST_LINK} fit.", field)
    return address


def made_short(text: str, longest: int = 15) -> str:
    """A short name made from a name: whole words as far as they fit."""
    head = text.split(":", maxsplit=1)[0].strip()
    while len(head) > longest and " " in head:
        head = head.rpartition(" ")[0]
    return head[:longest].strip()


def made_sign(text: str, taken: set[str]) -> str:
    """Two letters that stand for a category: initials, or the first letter and a later one that nobody has."""
    words: list[str] = re.findall(r"\w+", text)
    letters: str = "".join(words).upper() or "X"
    first = letters[0]
    wishes = [words[0][0].upper() + words[1][0].upper()] if len(words) > 1 else []
    wishes += [first + letter for letter in letters[1:] if letter not in "AEIOU"] + [
        first + each for each in letters[1:]
    ]
    wishes += [f"{first}{digit}" for digit in range(2, 100)]
    return next(wish for wish in wishes if wish not in taken)


def steps(given: list[dict[str, Any]], field: str) -> list[dict[str, Any]]:
    """Steps of an adjustment (R7), in the words of the open gradebook file, once they can be read."""
    try:
        read_steps(given)
    except BookError as error:
        raise Refused(" ".join(problem.message for problem in error.problems), field) from None
    return given
