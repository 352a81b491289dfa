"""A way into an empty class: categories typed as text."""

import re
from dataclasses import dataclass

from gradecore.numbers import NumberError, read_decimal
from school.models import Person, SchoolClass
from school.refusal import Refused

from plans.categories import add_category
from plans.rows import as_one_act

MOST_CATEGORIES = 20
LONGEST_TEXT = 4000
_WEIGHT_CELL = re.compile(r"\t+[ ]*(\d+(?:[.,]\d+)?[ ]*%?)[ ]*(?=[;\t\r\n]|$)")
"""A weight in a cell of its own, after its name's."""


@dataclass(frozen=True)
class NamedWeight:
    """A category as it was typed."""

    name: str
    weight: str


def read_categories(text: str) -> list[NamedWeight]:
    """The categories in typed or pasted text: a name and a weight each, with commas, semicolons, tabs or line ends between.

    "Fieldwork 40, Map tests: 35 %; Notebooks – 25". A name and its weight may stand in two cells of a sheet, with a tab
    between. Raises Refused, naming what cannot be read.
    """
    if len(text) > LONGEST_TEXT:
        raise Refused(f"This text has {len(text)} characters; a plan's categories fit in {LONGEST_TEXT}.", "text")
    # A comma between two digits is a decimal sign, not the end of a category.
    pieces = [each.strip() for each in re.split(r"[;\n\t]|,(?!\d)", _WEIGHT_CELL.sub(r" \1", text))]
    found = [_read_category(each) for each in pieces if each]
    if not found:
        raise Refused(
            "Type the categories with their weights, for instance: Fieldwork 40, Map tests 35, Notebooks 25.", "text"
        )
    if len(found) > MOST_CATEGORIES:
        raise Refused(f"These are {len(found)} categories; at most {MOST_CATEGORIES} fit.", "text")
    return found


def _read_category(piece: str) -> NamedWeight:
    match = re.fullmatch(r"(?P<name>.*?\D)[\s:=–—-]*?(?P<weight>\d+(?:[.,]\d+)?)\s*%?", piece)
    name = match["name"].strip(" :=–—-•*") if match else ""
    if match is None or not name:
        raise Refused(f"“{piece[:60]}” has no name and weight. Write each like this: Map tests 35.", "text")
    try:
        read_decimal(match["weight"], negative=False)
    except NumberError as error:
        raise Refused(f"“{piece[:60]}”: the weight {match['weight']} {error}.", "text") from None
    return NamedWeight(name, match["weight"])


def begin_from_text(school_class: SchoolClass, person: Person, text: str) -> int:
    """Make the typed categories, all or none; gives how many."""
    wanted = read_categories(text)
    with as_one_act(school_class, person, f"made {len(wanted)} categories"):
        for each in wanted:
            add_category(school_class, person, {"name": each.name, "weight": each.weight})
    return len(wanted)
