"""Where the register's weights or scale come to another grade than the plan here; and where what it has differs from what was sent."""

import re
import uuid
from collections.abc import Mapping
from dataclasses import replace
from fractions import Fraction
from typing import Any, Literal

from django.db import transaction
from gradecore.book import Band, Scale
from gradecore.change import Change, changes
from gradecore.gradebook import Gradebook
from gradecore.numbers import read_decimal
from gradecore.shown import shown_percent
from oneroster import GRADEBOOK, READ_GRADES, sourced_id
from people.register_client import all_of, refused_in_words, signed_in
from people.registers import find_register
from reports.standing import plural
from school.refusal import Refused

from sending.keys import item_of
from sending.models import Line, Record
from sending.outgoing import Going
from sending.records import Lines, Said
from sending.schemas import DifferenceOut

COMPARED = ("score", "textScore", "comment", "scoreStatus")
"""The fields of a result that are compared."""


def other_grade(going: Going) -> str | None:
    """For one student in whom they differ most: what the register's weights and scale come to. None where they come to the same,
    or the register says neither.
    """
    loaded, pairing = going.loaded, going.pairing
    book = loaded.book
    weights = {
        str(pk): Fraction(str(weight))
        for pk, pair in pairing.of_categories.items()
        if pair.holds and (weight := pairing.lists.categories[pair.there].details.get("weight")) is not None
    }
    says_weights = len(weights) == len(book.categories) > 0
    scale = _scale(going)
    if not says_weights and scale is None:
        return None
    other = replace(
        book,
        categories=tuple(replace(each, weight=weights[each.id]) for each in book.categories)
        if says_weights
        else book.categories,
        scale=scale or book.scale,
    )
    theirs = Gradebook(other, checked=True)
    term = str(going.term.pk)
    moved = [
        each for each in changes(loaded.gradebook, theirs) if each.term == term and each.mark_before != each.mark_after
    ]
    if not moved:
        return None
    first = max(moved, key=_distance)
    student = next(each for each in loaded.plan.students if str(each.pk) == first.student)
    whose = "weights and scale" if says_weights and scale else "weights" if says_weights else "scale"
    rules = loaded.gradebook.rules(term)

    def said(gradebook: Gradebook, percent: Fraction | None, mark: str | None) -> str:
        number = shown_percent(gradebook.marks, percent, mark, rules.decimals) if percent is not None else None
        return " ".join(each for each in (mark, number) if each)

    after, before = (
        said(theirs, first.percent_after, first.mark_after),
        said(loaded.gradebook, first.percent_before, first.mark_before),
    )
    return (
        f"By the register’s own {whose} {student} would have {after}, here {before}; {plural(len(moved), 'student')} would have "
        "another mark. What goes is what was posted here."
    )


def _distance(change: Change) -> Fraction:
    return abs((change.percent_after or Fraction(0)) - (change.percent_before or Fraction(0)))


def _scale(going: Going) -> Scale | None:
    """The register's scale, where each of its marks begins at a number."""
    part = going.pairing.register_scale
    if part is None:
        return None
    bands = []
    ours = {pair.there: mark for mark, pair in going.pairing.of_marks.items() if pair.holds}
    for mark, value in part.details["marks"]:
        number = re.match(r"\[?\s*(\d{1,3}(?:\.\d{1,4})?)", value)
        if number is None:
            return None
        bands.append(Band(ours.get(mark, mark), read_decimal(number.group(1))))
    bands.sort(key=lambda each: -each.min)
    own = going.loaded.book.scale
    if (
        not bands
        or bands[-1].min != 0
        or {each.mark: each.min for each in bands} == {each.mark: each.min for each in own.bands}
    ):
        return None
    return Scale(tuple(bands), Fraction(100))


def compare(going: Going) -> tuple[int, list[DifferenceOut]]:
    """Ask the register what it has of a class, and compare it with what it took; gives how many records were compared. Raises
    Refused where the class is not paired, or the register does not answer.
    """
    if going.there is None:
        raise Refused("The class is not paired with one of the register’s yet.")
    register = find_register(going.school_class.school)
    with refused_in_words(register), signed_in(register, READ_GRADES) as session:
        path = f"classes/{going.there.sourced_id}"
        items = {
            str(each["sourcedId"]): each for each in all_of(session, register.address, GRADEBOOK, f"{path}/lineItems")
        }
        results = {
            str(each["sourcedId"]): each for each in all_of(session, register.address, GRADEBOOK, f"{path}/results")
        }
    lines = Lines(going)
    said = {each.key: each for each in [*lines.grades(), *lines.work()]}
    records = list(
        Record.objects.filter(school_class=going.school_class, term=going.term).select_related(
            "student", "assignment", "term"
        )
    )
    last = {each.record_id: each for each in Line.objects.filter(record__in=records, is_last=True)}
    found = []
    for record in records:
        theirs = (items if record.student_id is None else results).get(str(record.sourced_id))
        there = record.is_there and record.pk in last
        if there and theirs is None:
            found.append(_difference(record, "lacks", last[record.pk].shown, "", record.student_id is None))
        elif there and theirs is not None and record.key in said and (differs := _differs(said[record.key], theirs)):
            found.append(_difference(record, "differs", *differs, can_begin_anew=False))
    # Of a line item that is gone its results are, too: it is said once.
    gone = {each.key for each in found if each.can_begin_anew}
    found = [each for each in found if each.kind != "lacks" or each.can_begin_anew or item_of(each.key) not in gone]
    known = {
        str(each)
        for each in Record.objects.filter(school_class=going.school_class).values_list("sourced_id", flat=True)
    }
    session_id = going.session.sourced_id if going.session else ""
    for name, item in items.items():
        if name not in known and sourced_id(item.get("academicSession")) == session_id:
            title = str(item.get("title") or name)
            found.append(
                DifferenceOut(
                    key=name, name=title, of=going.term.name, kind="theirs", here="", there=title, can_begin_anew=False
                )
            )
    return len(records), found


def _difference(
    record: Record, kind: Literal["lacks", "differs"], here: str, there: str, can_begin_anew: bool
) -> DifferenceOut:
    of = record.assignment.name if record.assignment else record.term.name
    name = str(record.student) if record.student else of
    return DifferenceOut(
        key=record.key, name=name, of=of, kind=kind, here=here, there=there, can_begin_anew=can_begin_anew
    )


def _differs(said: Said, theirs: Mapping[str, Any]) -> tuple[str, str] | None:
    """What of a record differs: ours and theirs."""
    fields = COMPARED if said.is_result else ("title", "resultValueMax")
    for field in fields:
        ours, other = said.fields.get(field), theirs.get(field)
        if (ours or None) != (other or None):
            return _text(ours), _text(other)
    return None


def _text(value: object) -> str:
    if value is None or value == "":
        return "nothing"
    return f"{value:g}" if isinstance(value, float) else str(value)


@transaction.atomic
def begin_anew(going: Going, key: str) -> set[str]:
    """Give a line item and its results new identifiers, so that they are sent as new: the register has deleted the old ones, and
    may not take them again. Gives their keys.
    """
    mine = Record.objects.select_for_update().filter(school_class=going.school_class, term=going.term)
    records = [each for each in mine if item_of(each.key) == key]
    if not records:
        raise Refused("This was never sent, so that there is nothing to begin anew.", "key")
    for each in records:
        each.sourced_id, each.digest, each.is_there = uuid.uuid4(), "", False
    Record.objects.bulk_update(records, ["sourced_id", "digest", "is_there"])
    return {each.key for each in records}
