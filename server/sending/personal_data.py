"""What sending keeps about one student: told with the rest of their data, and let go of when they are erased."""

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from school.calendar import local
from school.models import Student

from sending.models import Line, RegisterPart

HEADS = ("class", "term", "of", "said", "state", "register’s words", "register’s number", "at")
Tables = Mapping[str, tuple[Sequence[str], Iterable[Sequence[object]]]]


def sent_about(student: Student) -> Tables:
    """What was said of them to the register, and what it answered."""
    lines = Line.objects.filter(record__student=student).select_related(
        "record__school_class", "record__term", "record__assignment", "delivery"
    )
    rows = [
        (
            each.record.school_class,
            each.record.term,
            each.record.assignment.name if each.record.assignment else "grade",
            each.shown,
            each.state,
            each.said,
            each.number,
            f"{local(student.school, each.answered_at or each.delivery.at):%Y-%m-%d %H:%M}",
        )
        for each in lines.order_by("pk")
    ]
    return {"sent to the register": (HEADS, rows)}


def forget_student(sender: object, *, student: Student, **_: Any) -> None:
    """Let go of what lines say in words about somebody, and of their number in the register's lists."""
    Line.objects.filter(record__student=student).update(body=None, said="")
    for part in RegisterPart.objects.filter(school=student.school_id, kind=RegisterPart.Kind.CLASS):
        if part.details["students"].pop(student.number, None) is not None:
            part.save(update_fields=["details"])
