"""Writing a report: overrides and comments."""

from decimal import Decimal
from typing import Any

from django.db import transaction
from gradecore.entry import folded
from gradecore.numbers import NumberError, decimal_text, read_decimal
from plans.models import GroundRules
from school import acts
from school.models import Person, ReportingWindow, SchoolClass, Student, Term
from school.refusal import Refused
from scores.models import Override

from reports.models import Comment

LONGEST_REASON = 300


@transaction.atomic
def override(school_class: SchoolClass, person: Person, student: Student, term: Term, given: dict[str, str]) -> None:
    """Put a percent, a mark or both in place of a computed grade, or take that back where both are empty (R5.2)."""
    percent, mark = _percent(given["percent"]), _mark(school_class, given["mark"])
    reason = given["reason"].strip()
    if len(reason) > LONGEST_REASON:
        raise Refused(f"The reason has {len(reason)} characters; at most {LONGEST_REASON} fit.", "reason")
    if (percent is not None or mark) and not reason:
        raise Refused("Say why: the reason stands beside the computed grade.", "reason")
    before = _override_snapshot(school_class, student.pk, term.pk)
    after = {"percent": None if percent is None else str(percent), "mark": mark, "reason": reason}
    if percent is None and not mark:
        after = None  # type: ignore[assignment]
    _put_override(school_class, person, student.pk, term.pk, after)
    words = f"put {mark or percent} in place of {student}'s grade" if after else f"took back {student}'s override"
    place = {"student": student.pk, "term": term.pk}
    acts.record(school_class, person, "override", words, place | {"before": before, "after": after})


def _percent(text: str) -> Decimal | None:
    if not text.strip():
        return None
    try:
        return Decimal(decimal_text(read_decimal(text.strip().removesuffix("%"), negative=False)))
    except NumberError as error:
        raise Refused(f"Percent: {text.strip()[:30]} {error}. Type a number such as 84 or 84.5.", "percent") from None


def _mark(school_class: SchoolClass, text: str) -> str:
    """A mark in any case, as the scale writes it."""
    bare = " ".join(text.split())
    if not bare:
        return ""
    bands = GroundRules.objects.get(school_class=school_class).scale.bands.all()
    marks = [band.mark for band in bands]
    found = next((mark for mark in marks if folded(mark) == folded(bare)), None)
    if found is None:
        raise Refused(f"{bare} is not a mark of this class. Its marks are {', '.join(marks)}.", "mark")
    return found


def _override_snapshot(school_class: SchoolClass, student_id: int, term_id: int) -> dict[str, Any] | None:
    row = Override.objects.filter(school_class=school_class, student_id=student_id, term_id=term_id).first()
    if row is None:
        return None
    percent = None if row.percent is None else str(Decimal(row.percent).normalize())
    return {"percent": percent, "mark": row.mark, "reason": row.reason}


def _put_override(
    school_class: SchoolClass, person: Person, student_id: int, term_id: int, wanted: dict[str, Any] | None
) -> None:
    place: dict[str, Any] = {"school_class": school_class, "student_id": student_id, "term_id": term_id}
    if wanted is None:
        Override.objects.filter(**place).delete()
        return
    percent = None if wanted["percent"] is None else Decimal(wanted["percent"])
    now = school_class.school.now()
    kept = {"percent": percent, "mark": wanted["mark"], "reason": wanted["reason"]}
    Override.objects.update_or_create(**place, defaults=kept | {"changed_by": person, "changed_at": now})


def _turn_override(school_class: SchoolClass, person: Person, change: dict[str, Any], wanted: str) -> list[str]:
    _put_override(school_class, person, change["student"], change["term"], change[wanted])
    return []


acts.kind(
    "override",
    undo=lambda school_class, person, change: _turn_override(school_class, person, change, "before"),
    redo=lambda school_class, person, change: _turn_override(school_class, person, change, "after"),
)


@transaction.atomic
def comment(
    school_class: SchoolClass, person: Person, student: Student, term: Term, text: str, version: int, *, is_ready: bool
) -> Comment:
    """Keep a comment. `version` is the one that it was written from: a colleague's is not overwritten unseen."""
    window = ReportingWindow.objects.filter(term=term).first()
    limit = window.comment_limit if window else 600
    if is_ready and len(text) > limit:
        raise Refused(f"The comment has {len(text)} characters; at most {limit} fit on the report card.", "text")
    if is_ready and not text.strip():
        raise Refused("There is no comment yet that could be ready.", "text")
    row = Comment.objects.select_for_update().filter(school_class=school_class, student=student, term=term).first()
    if row is not None and row.version != version and row.text != text:
        raise Refused(
            f"{row.changed_by} changed this comment meanwhile. Theirs: “{row.text}”. Yours is still in the box.",
            "version",
        )
    before = {"text": row.text, "is_ready": row.is_ready} if row else {"text": "", "is_ready": False}
    row = row or Comment(school_class=school_class, student=student, term=term, version=0)
    if row.pk and before == {"text": text, "is_ready": is_ready}:
        return row
    _write(row, person, {"text": text, "is_ready": is_ready})
    _record_comment(school_class, person, student, term, before, {"text": text, "is_ready": is_ready})
    return row


def _write(row: Comment, person: Person, wanted: dict[str, Any]) -> None:
    row.text, row.is_ready = wanted["text"], wanted["is_ready"]
    row.version += 1
    row.changed_by, row.changed_at = person, row.school_class.school.now()
    row.save()


def _record_comment(
    school_class: SchoolClass,
    person: Person,
    student: Student,
    term: Term,
    before: dict[str, Any],
    after: dict[str, Any],
) -> None:
    """One act for one go at a comment, however often it was saved on the way."""
    place = {"student": student.pk, "term": term.pk}
    last = school_class.acts.filter(person=person, undone=False).order_by("id").last()
    if (
        last is not None
        and last.kind == "comment"
        and place.items() <= last.change.items()
        and last.change["after"] == before
    ):
        last.change["after"] = after
        last.save(update_fields=["change"])
        return
    acts.record(
        school_class, person, "comment", f"wrote {student}'s comment", place | {"before": before, "after": after}
    )


def _turn_comment(
    school_class: SchoolClass, person: Person, change: dict[str, Any], now: str, wanted: str
) -> list[str]:
    row = Comment.objects.select_for_update().filter(
        school_class=school_class, student=change["student"], term=change["term"]
    ).first()  # fmt: skip
    if row is None or {"text": row.text, "is_ready": row.is_ready} != change[now]:
        return ["The comment has been changed since and stays as it is."]
    _write(row, person, change[wanted])
    return []


acts.kind(
    "comment",
    undo=lambda school_class, person, change: _turn_comment(school_class, person, change, "after", "before"),
    redo=lambda school_class, person, change: _turn_comment(school_class, person, change, "before", "after"),
)
