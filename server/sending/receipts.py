"""Deliveries, the receipts of their lines, and one grade's way, as a teacher is shown them."""

import datetime
import re
from collections.abc import Iterator

from django.db.models import Count, F, Q
from reports.models import PostedGrade
from reports.posted import is_withdrawn
from school.calendar import local
from school.models import Membership, Role, School, SchoolClass, Student, Term
from school.paging import page_of
from scores.models import Override, ScoreEvent
from scores.texts import plain_number

from sending.models import ITEM_REFUSED, Delivery, DeliveryState, Line, LineState, What, Why
from sending.schemas import DeliveriesOut, DeliveryOut, GradeHistoryOut, GradeStepOut, MendOut, ReceiptOut

MOST_SCORE_STEPS = 200
"""How many changes of scores are told of one grade, the last ones."""


def write_to_office(school: School) -> MendOut | None:
    """A letter to the school's records office; None where no officer has an address."""
    officers = Membership.objects.filter(school=school, role=Role.OFFICER, person__is_active=True).select_related(
        "person"
    )
    found = next((each.person for each in officers.order_by("id") if each.person.email), None)
    return MendOut(act="write", words=f"Write to {found}", to=found.email) if found is not None else None


def deliveries(school_class: SchoolClass, after: str | None) -> DeliveriesOut:
    """A class's deliveries, newest first, a page at a time."""
    # What a person reads are results; line items go along.
    counted = {
        state: Count("lines", filter=Q(lines__state=state) & ~Q(lines__record__student=None)) for state in LineState
    }
    rows = (
        Delivery.objects.filter(school_class=school_class)
        .select_related("by", "term")
        .annotate(
            all_lines=Count("lines", filter=~Q(lines__record__student=None)),
            **{f"{name}_lines": count for name, count in counted.items()},
        )
    )
    page = page_of(rows, ("-id",), after)
    return DeliveriesOut(deliveries=[_delivery(school_class.school, each) for each in page.rows], after=page.after)


def _delivery(school: School, row: Delivery) -> DeliveryOut:
    def when(moment: datetime.datetime | None) -> datetime.datetime | None:
        return local(school, moment) if moment else None

    counts = {name: getattr(row, f"{name}_lines") for name in ("all", *LineState)}
    return DeliveryOut(
        id=row.pk,
        at=local(school, row.at),
        what=What(row.what),
        why=Why(row.why),
        by=str(row.by) if row.by else None,
        term=row.term.name,
        state=DeliveryState(row.state),
        sent=counts["all"],
        accepted=counts["accepted"],
        refused=counts["refused"],
        waiting=counts["waiting"],
        left=counts["left"],
        problem=row.problem,
        next_try_at=when(row.next_try_at if row.state == DeliveryState.WAITING else None),
    )


_FIRST = {LineState.REFUSED: 0, LineState.LEFT: 1, LineState.WAITING: 2, LineState.ACCEPTED: 3}


def receipts(school_class: SchoolClass, delivery: Delivery) -> list[ReceiptOut]:
    """The receipts of a delivery, refused ones first, then by name. An assignment's own is shown where it was refused."""
    rows = delivery.lines.select_related("record__student", "record__assignment", "record__term")
    found = [each for each in rows if each.record.student is not None or each.state == LineState.REFUSED]
    office = write_to_office(school_class.school)

    def order(line: Line) -> tuple[int, str, str, int]:
        student = line.record.student
        return (
            _FIRST[LineState(line.state)],
            student.family_name if student else "",
            student.given_name if student else "",
            line.pk,
        )

    return [_receipt(school_class.school, each, office) for each in sorted(found, key=order)]


def _receipt(school: School, line: Line, office: MendOut | None) -> ReceiptOut:
    record = line.record
    advice, mend = "", None
    if line.state == LineState.REFUSED:
        advice, mend = _advice(line, office)
    of = record.assignment.name if record.assignment else record.term.name
    return ReceiptOut(
        id=line.pk,
        name=str(record.student) if record.student else of,
        of=of,
        student_id=record.student_id,
        shown=line.shown,
        state=LineState(line.state),
        said=line.said,
        advice=advice,
        mend=mend,
        number=line.number,
        at=local(school, line.answered_at) if line.answered_at else None,
        is_last=line.is_last,
    )


def _advice(line: Line, office: MendOut | None) -> tuple[str, MendOut | None]:
    """What can be done about a line that was refused."""
    body = (line.body or {}).get("result", {})
    mark = body.get("textScore", "")
    if line.said_code == ITEM_REFUSED:
        return "Mend that first; it goes along then.", None
    if mark and line.said_code != "unknownobject" and re.search(rf"(?<!\w){re.escape(mark)}(?!\w)", line.said):
        shown = line.shown.partition(" as ")[0]
        mend = MendOut(act="mark", words=f"Say what is sent for {shown}", to=shown)
        return f"Send another mark in place of {shown}, or ask the records office to add it.", mend
    return "Ask the records office what is right; it is kept here.", office


def grade_history(school_class: SchoolClass, term: Term, student: Student) -> GradeHistoryOut:
    """One student's grade of a term from each score to its receipt, newest first."""
    school = school_class.school
    steps = [*_score_steps(school_class, term, student)]
    posted = PostedGrade.objects.filter(student=student, posting__school_class=school_class, posting__term=term)
    for grade in posted.select_related("posting__person", "withdrawal"):
        said = " ".join(each for each in (grade.mark, grade.percent_shown) if each)
        steps.append(
            GradeStepOut(
                at=local(school, grade.posting.at), words=f"{said} posted by {grade.posting.person}", state="posted"
            )
        )
        if is_withdrawn(grade):
            steps.append(
                GradeStepOut(
                    at=local(school, grade.withdrawal.at),
                    words=f"withdrawn: {grade.withdrawal.reason}",
                    state="withdrawn",
                )
            )
    lines = Line.objects.filter(
        record__school_class=school_class, record__term=term, record__student=student, record__assignment=None
    )
    for line in lines.select_related("delivery"):
        steps.append(
            GradeStepOut(
                at=local(school, line.delivery.at),
                words=f"{line.shown} put out {line.delivery.get_why_display()}",
                state="sent",
            )
        )
        if line.answered_at:
            number = f", no. {line.number}" if line.number else ""
            words = f"refused: {line.said}" if line.state == LineState.REFUSED else f"{line.state}{number}"
            steps.append(GradeStepOut(at=local(school, line.answered_at), words=words, state=line.state))
    return GradeHistoryOut(steps=sorted(steps, key=lambda each: each.at, reverse=True))


def _score_steps(school_class: SchoolClass, term: Term, student: Student) -> Iterator[GradeStepOut]:
    """What was entered of the term's work, the last so many changes, and what was put in place of the grade."""
    events = ScoreEvent.objects.filter(
        score__student=student, score__assignment__school_class=school_class, score__assignment__term=term
    ).exclude(before=F("after"), levels={}, by_standard={})
    for each in events.select_related("person", "score__assignment").order_by("-at")[:MOST_SCORE_STEPS]:
        levels = [f"{name} {now or 'taken away'}" for name, (_, now) in (each.levels | each.by_standard).items()]
        entered = ", ".join([*([each.after or "a blank"] if each.before != each.after else []), *levels])
        yield GradeStepOut(
            at=local(school_class.school, each.at),
            words=f"{each.score.assignment.name}: {entered} by {each.person}",
            state="scored",
        )
    override = (
        Override.objects.filter(school_class=school_class, term=term, student=student)
        .select_related("changed_by")
        .first()
    )
    if override is not None:
        said = " ".join(
            filter(None, (override.mark, "" if override.percent is None else f"{plain_number(override.percent)} %"))
        )
        yield GradeStepOut(
            at=local(school_class.school, override.changed_at),
            words=f"{said} put in place of the computed grade by {override.changed_by}",
            state="overridden",
        )
