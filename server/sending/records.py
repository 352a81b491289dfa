"""What a line says, in OneRoster's words: line items for terms and assignments, results for what students have in them."""

import datetime
import hashlib
import json
import uuid
from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from typing import Any

from gradecore.numbers import decimal_text, fixed_text, read_decimal
from oneroster import GRADEBOOK, ROSTERING, reference
from plans.models import Assignment
from reports.models import PostedGrade
from school.models import Student

from sending.keys import result_key, term_key, work_key
from sending.outgoing import Going, GradeGoing, ScoreGoing, WorkGoing
from sending.pairing import same_mark

DECIMALS = 4
"""Of a number that is no finite decimal so many are sent."""
DATE_OF_A_TERM = datetime.time(12)


@dataclass(frozen=True)
class Said:
    """What is to be said of a record: its key and what it is of, the body without its own identifier, and how people read it."""

    key: str
    shown: str
    fields: dict[str, Any]
    of_line_item: str = ""
    """For a result the key of its line item."""
    assignment: Assignment | None = None
    student: Student | None = None

    @property
    def is_result(self) -> bool:
        """Whether it is a result; otherwise a line item."""
        return bool(self.of_line_item)


def digest(fields: dict[str, Any]) -> str:
    """By what it is told whether something else is said than before."""
    return hashlib.sha256(json.dumps(fields, sort_keys=True, default=str).encode()).hexdigest()


def body_of(said: Said, sourced_id: uuid.UUID, line_item: uuid.UUID | None, at: datetime.datetime) -> dict[str, Any]:
    """The whole body of a line."""
    fields = {"sourcedId": str(sourced_id), "status": "active", "dateLastModified": _moment(at), **said.fields}
    if line_item is not None:
        fields["lineItem"] = reference(str(line_item), "lineItem", f"{GRADEBOOK}/lineItems/{line_item}")
    return {"result" if said.is_result else "lineItem": fields}


class Lines:
    """All that is to be said of a class in a term: line items before their results."""

    def __init__(self, going: Going) -> None:
        self.going, self.term = going, going.term

    def grades(self) -> list[Said]:
        """The posted grades that go."""
        found = [each for each in self.going.grades if each.held is None]
        if not found or not self.going.pairing.of_grades.holds:
            return []
        return [self._term_item(), *(self._grade(each) for each in found)]

    def work(self) -> list[Said]:
        """The assignments that go, with their scores."""
        return [said for each in self.going.works if each.held is None for said in self._work(each)]

    def _term_item(self) -> Said:
        scale = self.going.pairing.register_scale
        fields: dict[str, Any] = {
            "title": f"{self.term.name}, grade",
            "description": "",
            "assignDate": _moment(_noon(self.term.starts)),
            "dueDate": _moment(_noon(self.term.ends)),
            "class": self._class(),
            "school": self._school(),
            "category": self._category(self.going.pairing.of_grades.there),
            "academicSession": self._session(),
            "resultValueMin": 0.0,
            "resultValueMax": 100.0,
        }
        if scale is not None:
            where = f"{GRADEBOOK}/scoreScales/{scale.sourced_id}"
            fields["scoreScale"] = reference(scale.sourced_id, "scoreScale", where)
        return Said(term_key(self.term), f"{self.term.name}, grades", fields)

    def _grade(self, grade: GradeGoing) -> Said:
        kept = grade.posted
        assert kept is not None
        mark = self.going.pairing.mark_there(kept.mark) or ""
        number = _percent(kept)
        fields: dict[str, Any] = {
            "student": self._student(grade.student),
            "class": self._class(),
            "scoreStatus": "fully graded",
            "scoreDate": kept.posting.at.date().isoformat(),
            "textScore": mark,
            "comment": kept.comment,
        }
        if number is not None:
            fields["score"] = number
        shown = kept.mark if not mark or same_mark(mark) == same_mark(kept.mark) else f"{kept.mark} as {mark}"
        item = term_key(self.term)
        return Said(
            result_key(item, grade.student.pk), shown or kept.percent_shown, fields, item, student=grade.student
        )

    def _work(self, work: WorkGoing) -> Iterator[Said]:
        assignment = work.assignment
        key = work_key(assignment.pk)
        assert assignment.due_on is not None
        pair = self.going.pairing.of_categories[assignment.category_id or 0]
        yield Said(
            key,
            assignment.name,
            {
                "title": assignment.name,
                "description": assignment.description,
                "assignDate": _moment(_noon(assignment.assigned_on or assignment.due_on)),
                "dueDate": _moment(_noon(assignment.due_on)),
                "class": self._class(),
                "school": self._school(),
                "category": self._category(pair.there),
                "academicSession": self._session(),
                "resultValueMin": 0.0,
                "resultValueMax": float(assignment.points),
            },
            assignment=assignment,
        )
        for score in work.scores:
            yield self._score(key, assignment, score)

    def _score(self, key: str, assignment: Assignment, score: ScoreGoing) -> Said:
        points = score.says.points
        fields: dict[str, Any] = {
            "student": self._student(score.student),
            "class": self._class(),
            "scoreStatus": score.says.status,
            "scoreDate": assignment.due_on.isoformat() if assignment.due_on else "",
            "comment": score.comment,
            "late": str(score.is_late).lower(),
            "incomplete": str(score.is_incomplete).lower(),
            "missing": str(score.says.is_missing).lower(),
        }
        shown = score.says.status
        if points is not None:
            fields["score"] = _number(points)
            shown = f"{_text(points)} of {decimal_text(Fraction(assignment.points))}"
        return Said(result_key(key, score.student.pk), shown, fields, key, assignment, score.student)

    def _class(self) -> dict[str, str]:
        name = self.going.pairing.of_class.there
        return reference(name, "class", f"{ROSTERING}/classes/{name}")

    def _session(self) -> dict[str, str]:
        name = self.going.pairing.of_terms[self.term.pk].there
        return reference(name, "academicSession", f"{ROSTERING}/academicSessions/{name}")

    def _category(self, name: str) -> dict[str, str]:
        return reference(name, "category", f"{GRADEBOOK}/categories/{name}")

    def _school(self) -> dict[str, str]:
        org = self.going.school_class.school.register.org
        return reference(org, "org", f"{ROSTERING}/orgs/{org}")

    def _student(self, student: Student) -> dict[str, str]:
        name = self.going.numbers[student.number]
        return reference(name, "user", f"{ROSTERING}/users/{name}")


def _percent(kept: PostedGrade) -> float | None:
    """A posted percent as it was shown: the register has what was posted, no more digits than anybody saw."""
    shown = kept.percent_shown.removesuffix("%").strip()
    return float(read_decimal(shown)) if shown else None


def _number(number: Fraction) -> float:
    return float(_text(number))


def _text(number: Fraction) -> str:
    return decimal_text(number) if 10**DECIMALS % number.denominator == 0 else fixed_text(number, DECIMALS)


def _noon(day: datetime.date) -> datetime.datetime:
    """A day as a moment that is in it on every clock of Europe and America."""
    return datetime.datetime.combine(day, DATE_OF_A_TERM, tzinfo=datetime.UTC)


def _moment(at: datetime.datetime) -> str:
    return at.astimezone(datetime.UTC).strftime("%Y-%m-%dT%H:%M:%SZ")
