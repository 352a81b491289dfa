"""What a school sets for all its report cards: their look, the marks outside every scale, the words for effort."""

from collections import Counter
from collections.abc import Mapping, Sequence
from typing import Any

from school.models import CardDesign, Paper, School
from school.refusal import Refused
from school.texts import name_of


def set_school(school: School, given: Mapping[str, Any]) -> None:
    """Set what the school's report cards look like, its marks outside the scale and its words for effort."""
    if given["card_design"] not in CardDesign.values or given["paper"] not in Paper.values:
        raise Refused("Choose one of the designs, and A4 or Letter.", "card_design")
    marks = [(name_of(mark, 10), name_of(name, 40)) for mark, name in given["outside_marks"]]
    _refuse_twice([mark for mark, _ in marks], "outside_marks")
    efforts = [name_of(each, 40) for each in given["efforts"]]
    _refuse_twice(efforts, "efforts")
    school.card_design, school.paper, school.address = (
        given["card_design"],
        given["paper"],
        " ".join(given["address"].split())[:200],
    )
    school.outside_marks, school.efforts = marks, efforts
    school.save(update_fields=["card_design", "paper", "address", "outside_marks", "efforts"])


def _refuse_twice(words: Sequence[str], field: str) -> None:
    twice = [word for word, times in Counter(each.casefold() for each in words).items() if times > 1]
    if twice:
        raise Refused(f"{twice[0]} stands there twice.", field)
