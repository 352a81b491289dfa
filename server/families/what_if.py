"""What it would take, and what some scores would make: what a family may ask of work that is still open (R10)."""

from collections.abc import Mapping

from django.utils.translation import gettext as _
from gradecore.check import BookError
from gradecore.needed import needed, what_if
from gradecore.numbers import NumberError, decimal_text, read_decimal
from plans.models import Assignment
from reports.standing import day_text
from school.refusal import NotYours, Refused
from scores.explaining import short
from scores.grid import grade
from scores.texts import plain_number

from families.one_class import SeenClass
from families.schemas import OpenWorkOut, WhatIfOut, WhatIfResultOut


def what_it_takes(seen: SeenClass) -> WhatIfOut:
    """What each piece of open work would have to bring for the next marks, everything else as it is. Raises NotYours where the family
    does not see how the grade stands.
    """
    works = _open_work(seen)
    above = seen.marks_above()
    marking = {each.pk for each in seen.lists()["being_marked"]}
    return WhatIfOut(
        heads=[
            _("for %(mark)s, from %(percent)s") % {"mark": mark, "percent": short(begins)} for mark, begins in above
        ],
        works=[
            OpenWorkOut(
                id=pk,
                name=each.name,
                words=_when(each, is_being_marked=pk in marking),
                points=plain_number(each.points),
                answers=[_answer(seen, each, mark) for mark, _ in above],
            )
            for pk, each in works.items()
        ],
    )


def _when(work: Assignment, *, is_being_marked: bool) -> str:
    if is_being_marked:
        return _("being marked")
    return _("due %(day)s") % {"day": day_text(work.due_on)} if work.due_on else _("to come")


def _answer(seen: SeenClass, work: Assignment, mark: str) -> str:
    need = needed(seen.gradebook.book, str(seen.student.pk), str(work.pk), seen.name, mark, family=True)
    if need.score is not None:
        about = {"points": decimal_text(need.score), "of": plain_number(work.points)}
        return _("at least %(points)s of %(of)s") % about
    return _("not by this alone; full points make %(mark)s") % {"mark": need.mark_at_full}


def tried(seen: SeenClass, scores: Mapping[int, str]) -> WhatIfResultOut:
    """What some scores in open work would make of the grade, as far as the family sees it. Raises NotYours for other work, and
    Refused for what is no number of points.
    """
    works = _open_work(seen)
    if not scores.keys() <= works.keys():
        raise NotYours
    try:
        numbers = {str(each): read_decimal(text, negative=False) for each, text in scores.items()}
        result = what_if(seen.gradebook.book, str(seen.student.pk), seen.name, numbers, family=True)
    except BookError as error:
        raise Refused(_("Points go from 0 to what the work is worth."), "points") from error
    except NumberError as error:
        raise Refused(_("This is no number of points: it %(why)s.") % {"why": error}, "points") from error
    shown = grade(seen.gradebook, result, seen.name)
    return WhatIfResultOut(mark=shown.mark, percent=shown.percent if seen.rules.families_percent else None)


def _open_work(seen: SeenClass) -> dict[int, Assignment]:
    if not seen.runs() or not seen.rules.families_mark or seen.result.mark is None:
        raise NotYours
    return {each.pk: each for each in seen.open_work(seen.lists())}
