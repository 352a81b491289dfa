"""What a tool puts into a class: assignments whose scores come from it, and the results in them.

The assignments are made and changed by the verbs of the plan, in the tool's name, so that they are drafted, recorded and undone like
any; they are locked for everybody else until a teacher takes them over. From then on, or where a teacher has put an excuse, what the
tool puts asks first.
"""

import datetime
import math
from collections.abc import Mapping
from decimal import Decimal
from typing import Any

from django.db import transaction
from oneroster import sourced_id
from oneroster.status import Failure
from plans.assignments import add_assignment, change_assignment, remove_assignment
from plans.loading import codes_of
from plans.models import Assignment, Category
from school import revisions
from school.calendar import running_term
from school.models import OF_WHOLE_CLASS, Enrolment, Person, SchoolClass, Student, Term
from school.refusal import Refused
from scores.models import Score
from scores.writing import Writing

from tools.models import Tool, ToolClass, ToolColumn, ToolResult, ToolResultState

MOST_COLUMNS = 200
"""How many assignments a tool may have in a class."""
MOST_POINTS = 99_999
DECIMALS = 4
HOW = "from a tool"
"""How a score came about, in its history."""
Body = Mapping[str, Any]


def class_id(school_class: SchoolClass) -> str:
    """Under which identifier tools know a class."""
    return f"class-{school_class.pk}"


def student_id(student: Student) -> str:
    """Under which identifier tools know a student."""
    return f"student-{student.pk}"


def category_id(category: Category) -> str:
    """Under which identifier tools know a category."""
    return f"category-{category.pk}"


def term_id(term: Term) -> str:
    """Under which identifier tools know a term."""
    return f"term-{term.pk}"


def number_in(identifier: str, kind: str) -> int:
    """The number in an identifier of ours; 0, which nothing has, for what is none."""
    name, _, number = identifier.partition("-")
    return int(number) if name == kind and number.isascii() and number.isdigit() and len(number) < 12 else 0


@transaction.atomic
def put_column(tool: Tool, name: str, body: Body) -> bool:
    """Make an assignment, or change it; gives whether it is new. Raises Failure for what cannot be."""
    if not name or len(name) > 100:
        raise Failure(400, "An identifier has from 1 to 100 characters.")
    allowed = _allowed(tool, sourced_id(body.get("class")))
    school_class = allowed.school_class
    revisions.count_class(school_class.pk)
    known = ToolColumn.objects.select_related("assignment", "tool").filter(tool=tool, sourced_id=name).first()
    if known is not None and known.assignment.school_class_id != school_class.pk:
        raise Failure(422, "A line item stays in its class.")
    if body.get("status") == "tobedeleted":
        if known is not None:
            delete_column(tool, name)
        return False
    given = _given(allowed, body)
    try:
        if known is None:
            if ToolColumn.objects.filter(tool=tool, assignment__school_class=school_class).count() >= MOST_COLUMNS:
                raise Failure(422, f"At most {MOST_COLUMNS} line items of one tool fit in a class.")
            assignment = add_assignment(school_class, tool.person, {**given, "kept_in": tool.name})
            ToolColumn.objects.create(tool=tool, sourced_id=name, assignment=assignment, body=dict(body))
            return True
        before = _given(allowed, known.body)
        # What the tool says again as before is not put over what the teacher has changed meanwhile.
        changed = {field: value for field, value in given.items() if before.get(field) != value}
        if known.assignment.deleted_at is not None:
            raise Failure(422, "The teacher has deleted this line item.")
        if changed and not known.is_taken_over:
            change_assignment(school_class, tool.person, known.assignment_id, changed)
        ToolColumn.objects.filter(pk=known.pk).update(body=dict(body))
    except Refused as refused:
        raise Failure(422, refused.message) from None
    return False


@transaction.atomic
def delete_column(tool: Tool, name: str) -> None:
    """Delete an assignment that the tool made; it is kept with its scores, for undoing. One that was taken over stays."""
    column = find_column(tool, name)
    if column.is_taken_over:
        raise Failure(422, "The teacher has taken this line item over.")
    if column.assignment.deleted_at is None:
        revisions.count_class(column.assignment.school_class_id)
        school_class = SchoolClass.objects.whole().get(pk=column.assignment.school_class_id)
        remove_assignment(school_class, tool.person, column.assignment_id)


def find_column(tool: Tool, name: str) -> ToolColumn:
    """An assignment that the tool made. Raises Failure where there is none, in a class that it may write to."""
    found = (
        ToolColumn.objects.select_related("assignment", "tool")
        .filter(tool=tool, sourced_id=name, assignment__school_class__in=tool.classes.values("school_class"))
        .first()
    )
    if found is None:
        raise Failure(404, f"There is no line item {name}.")
    return found


def _allowed(tool: Tool, name: str) -> ToolClass:
    found = tool.classes.select_related(*OF_WHOLE_CLASS).filter(school_class=number_in(name, "class")).first()
    if found is None:
        # Another's class is answered like one that is not there.
        raise Failure(422, f"There is no class {name}.", "unknownobject")
    return found


def _given(allowed: ToolClass, body: Body) -> dict[str, Any]:
    """What a line item says, as it is given to an assignment."""
    title = str(body.get("title") or "").strip()
    if not title:
        raise Failure(422, "A line item has a title.")
    points = _points(body.get("resultValueMax", 100), "resultValueMax")
    due = _day(body.get("dueDate"))
    category = _category(allowed, sourced_id(body.get("category")))
    return {
        "name": title[:120],
        "points": f"{points.normalize():f}",
        "due_on": due,
        "description": str(body.get("description") or "")[:4000],
        "category_id": category,
        # Where categories carry the weight, work in none is not in the grade by itself.
        "counts": category is not None or allowed.school_class.ground_rules.method == "weighted",
        "term_id": _term(allowed.school_class, due),
    }


def _category(allowed: ToolClass, name: str) -> int | None:
    """Which of the class's categories is meant: one of ours by its identifier, or one of the tool's as it was paired. None until
    that is said: the work is then not in the grade.
    """
    own = allowed.school_class.categories.filter(pk=number_in(name, "category")).first()
    if own is not None or not name:
        return own.pk if own is not None else None
    if name not in allowed.categories:
        allowed.categories[name[:100]] = None
        allowed.save(update_fields=["categories"])
    paired: int | None = allowed.categories.get(name[:100])
    return paired if paired and allowed.school_class.categories.filter(pk=paired).exists() else None


def _term(school_class: SchoolClass, due: datetime.date | None) -> int:
    terms = [each for each in Term.objects.filter(year=school_class.year_id) if not each.is_made_of_terms]
    if not terms:
        raise Failure(422, "The class has no term yet in which there could be work.")
    holding = [each for each in terms if due is not None and each.starts <= due <= each.ends]
    return (holding[0] if holding else running_term(terms, school_class.school.today())).pk


def _day(text: object) -> datetime.date | None:
    if not text:
        return None
    try:
        return datetime.datetime.fromisoformat(str(text)).date()
    except ValueError:
        raise Failure(422, f"“{text}” is no date.") from None


def _points(value: object, field: str) -> Decimal:
    if isinstance(value, bool) or not isinstance(value, int | float) or not abs(value) < math.inf:
        raise Failure(422, f"{field} is a number.")
    number = Decimal(str(value))
    if not 0 <= number <= MOST_POINTS or round(number, DECIMALS) != number:
        raise Failure(422, f"{field} goes from 0 to {MOST_POINTS}, with at most {DECIMALS} decimals.")
    return number


@transaction.atomic
def put_result(tool: Tool, name: str, body: Body) -> bool:
    """Keep a result, and enter it as the score unless it has to ask; gives whether it is new. Raises Failure for what cannot be."""
    if not name or len(name) > 100:
        raise Failure(400, "An identifier has from 1 to 100 characters.")
    try:
        column = find_column(tool, sourced_id(body.get("lineItem")))
    except Failure as failure:
        raise Failure(422, failure.description, "unknownobject") from None
    assignment = column.assignment
    if assignment.deleted_at is not None:
        raise Failure(422, "The teacher has deleted this line item.")
    student = _student(assignment, sourced_id(body.get("student")))
    value = value_of(assignment, body)
    known = ToolResult.objects.filter(column=column, sourced_id=name).first()
    if known is not None and known.student_id != student.pk:
        raise Failure(422, "A result stays its student's.")
    if known is not None and known.body == dict(body) and known.state != ToolResultState.LEFT:
        return False
    revision = revisions.next_scores(assignment.school_class_id)
    score = Score.objects.select_for_update().filter(student=student, assignment=assignment).first()
    asks = column.is_taken_over or _is_anothers(score, tool, value)
    if not asks:
        _write(tool, assignment, student, score, value, str(body.get("comment") or ""), revision)
    ToolResult.objects.update_or_create(
        column=column,
        sourced_id=name,
        defaults={
            "student": student,
            "body": dict(body),
            "at": assignment.school_class.school.now(),
            "state": ToolResultState.ASKS if asks else ToolResultState.TAKEN,
        },
    )
    return known is None


@transaction.atomic
def delete_result(tool: Tool, name: str) -> None:
    """Take a result back: its score is blank again, where it still is the tool's."""
    found = find_result(tool, name)
    assignment = found.column.assignment
    revision = revisions.next_scores(assignment.school_class_id)
    score = Score.objects.select_for_update().filter(student=found.student, assignment=assignment).first()
    if score is not None and score.changed_by_id == tool.person_id and not found.column.is_taken_over:
        _write(tool, assignment, found.student, score, (None, ""), "", revision)
    found.delete()


def find_result(tool: Tool, name: str) -> ToolResult:
    """A result that the tool put. Raises Failure where there is none."""
    found = (
        ToolResult.objects.select_related("column__assignment__school_class__school", "column__tool", "student")
        .filter(
            column__tool=tool, sourced_id=name, column__assignment__school_class__in=tool.classes.values("school_class")
        )
        .first()
    )
    if found is None:
        raise Failure(404, f"There is no result {name}.")
    return found


@transaction.atomic
def answer(result: ToolResult, *, take: bool) -> None:
    """A teacher's answer to a result that asks: it becomes the score, in the tool's name, or is left out."""
    if take:
        assignment, tool = result.column.assignment, result.column.tool
        revision = revisions.next_scores(assignment.school_class_id)
        score = Score.objects.select_for_update().filter(student=result.student, assignment=assignment).first()
        value = value_of(assignment, result.body)
        _write(tool, assignment, result.student, score, value, str(result.body.get("comment") or ""), revision)
    result.state = ToolResultState.TAKEN if take else ToolResultState.LEFT
    result.save(update_fields=["state"])


Value = tuple[Decimal | None, str]
"""A number of points, or a code; neither for what is not there yet."""


def value_of(assignment: Assignment, body: Body) -> Value:
    """What a result says of the work. Raises Failure for what is no score."""
    status = body.get("scoreStatus", "fully graded")
    if status == "exempt":
        code = next(
            (
                each.code
                for each in codes_of(assignment.school_class)
                if each.effect == "leave_out" and not each.missing
            ),
            None,
        )
        if code is None:
            raise Failure(422, "The class has no code for work that is left out.")
        return None, code
    if body.get("score") is None:
        if status in ("submitted", "not submitted", "partially graded"):
            return None, ""
        raise Failure(422, "A result that is graded has a score.")
    return _points(body["score"], "score"), ""


def _student(assignment: Assignment, name: str) -> Student:
    enrolled = Enrolment.objects.select_related("student").filter(
        school_class=assignment.school_class_id, student=number_in(name, "student")
    )
    found = next(
        (each for each in enrolled if each.ends is None or each.ends >= assignment.school_class.school.today()), None
    )
    if found is None:
        raise Failure(422, f"There is no student {name} in this class.", "unknownobject")
    return found.student


def _is_anothers(score: Score | None, tool: Tool, value: Value) -> bool:
    """Whether a teacher has put something there, such as an excuse, that would be replaced."""
    if score is None or (score.number is None and not score.code) or (score.number, score.code) == value:
        return False
    return score.changed_by_id != tool.person_id


def _write(
    tool: Tool, assignment: Assignment, student: Student, score: Score | None, value: Value, comment: str, revision: int
) -> None:
    writing = Writing(tool.person, assignment.school_class.school.now(), revision)
    beside = {"comment": comment[:2000]} if comment else {}
    writing.put(score or Score(student=student, assignment=assignment), *value, HOW, beside)
    writing.save()


@transaction.atomic
def pair_category(allowed: ToolClass, person: Person, theirs: str, category: Category | None) -> tuple[int, int]:
    """Say which of the class's categories one of a tool's is; its assignments that are in none go there, in a teacher's name. Gives
    how many, and of how many that waits in the plan's draft, for it would move grades.
    """
    if theirs not in allowed.categories:
        raise Refused("The tool has no such category.", "theirs")
    allowed.categories[theirs] = category.pk if category is not None else None
    allowed.save(update_fields=["categories"])
    if category is None:
        return 0, 0
    columns = ToolColumn.objects.select_related("assignment").filter(
        tool=allowed.tool,
        assignment__school_class=allowed.school_class,
        assignment__category=None,
        assignment__deleted_at=None,
    )
    placed = [each for each in columns if sourced_id(each.body.get("category"))[:100] == theirs]
    given = {"category_id": category.pk, "counts": True}
    after = [change_assignment(allowed.school_class, person, each.assignment_id, given) for each in placed]
    return len(placed), sum(each.category_id != category.pk for each in after)
