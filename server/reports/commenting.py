"""Writing comments and narratives: kept while they are written, with their history; several begun alike."""

from collections.abc import Collection, Mapping, Sequence
from typing import Any

from django.db import transaction
from school import acts, windows
from school.calendar import local
from school.models import Person, SchoolClass, Student, Term
from school.refusal import Refused, Stale

from reports.desk_schemas import CommentEventOut
from reports.models import Comment, CommentEvent
from reports.placeholders import resolve

LONGEST_NARRATIVE = 20_000
LONGEST_COMMENT = 5_000
"""What is kept of a comment being written; what fits on the report card is the window's."""


def _content(row: Comment | None) -> dict[str, Any]:
    if row is None:
        return {"text": "", "narrative": "", "by_standard": {}, "is_ready": False}
    return {"text": row.text, "narrative": row.narrative, "by_standard": row.by_standard, "is_ready": row.is_ready}


@transaction.atomic
def comment(
    school_class: SchoolClass,
    person: Person,
    student: Student,
    term: Term,
    text: str,
    version: int,
    *,
    is_ready: bool,
    narrative: str | None = None,
    by_standard: Mapping[str, str] | None = None,
    standards: Collection[str] = (),
) -> Comment:
    """Keep a comment. `version` is the one that it was written from: a colleague's is not overwritten unseen.

    Without a `narrative` the one that is there stays, and so do the comments on standards that are not given. `standards`
    are those that comments can be written on.
    """
    limit = windows.comment_limit(windows.window_of(term))
    texts = {"The comment": text, **{f"The comment on {name}": each for name, each in (by_standard or {}).items()}}
    for what, each in texts.items():
        if is_ready and len(each) > limit:
            raise Refused(f"{what} has {len(each)} characters; at most {limit} fit on the report card.", "text")
        if len(each) > LONGEST_COMMENT:
            raise Refused(f"{what} has {len(each)} characters; a text of that length is a narrative.", "text")
    if narrative is not None and len(narrative) > LONGEST_NARRATIVE:
        raise Refused(f"The narrative has {len(narrative)} characters; at most {LONGEST_NARRATIVE} fit.", "narrative")
    row = Comment.objects.select_for_update().filter(school_class=school_class, student=student, term=term).first()
    before = _content(row)
    unknown = [name for name in (by_standard or {}) if name not in before["by_standard"] and name not in standards]
    if unknown:
        raise Refused(
            f"{unknown[0][:60]} is not one of the standards that comments are written on here.", "by_standard"
        )
    wanted = before | {"text": text, "is_ready": is_ready}
    if narrative is not None:
        wanted["narrative"] = narrative
    if by_standard is not None:
        kept = before["by_standard"] | dict(by_standard)
        wanted["by_standard"] = {name: each for name, each in kept.items() if each.strip()}
    if is_ready and not text.strip() and not wanted["by_standard"]:
        raise Refused("There is no comment yet that could be ready.", "text")
    if row is not None and row.version != version and before | {"is_ready": is_ready} != wanted:
        raise Stale(
            f"{row.changed_by} changed this comment meanwhile. Theirs: “{row.text}”. Yours is still in the box.",
        )
    row = row or Comment(school_class=school_class, student=student, term=term, version=0)
    if row.pk and before == wanted:
        return row
    _write(row, person, wanted)
    _record_comment(row, before, wanted)
    return row


@transaction.atomic
def begin_alike(
    school_class: SchoolClass, person: Person, term: Term, text: str, students: Sequence[tuple[Student, dict[str, str]]]
) -> list[Student]:
    """Give students the same starting text, each with their own for the placeholders; those who have a text keep it.

    Gives those who kept theirs.
    """
    if not text.strip():
        raise Refused("Type the text that the comments begin with.", "text")
    if len(text) > LONGEST_COMMENT:
        raise Refused(f"The text has {len(text)} characters; at most {LONGEST_COMMENT} fit.", "text")
    rows = {
        each.student_id: each
        for each in Comment.objects.select_for_update().filter(school_class=school_class, term=term)
    }
    kept, changes = [], []
    for student, own in students:
        row = rows.get(student.pk)
        if row is not None and row.text.strip():
            kept.append(student)
            continue
        before = _content(row)
        wanted = before | {"text": resolve(text.strip(), own), "is_ready": False}
        row = row or Comment(school_class=school_class, student=student, term=term, version=0)
        _write(row, person, wanted)
        _note(row, CommentEvent.How.BEGUN)
        changes.append({"student": student.pk, "term": term.pk, "before": before, "after": wanted})
    if changes:
        said = f"began {len(changes)} comment{'' if len(changes) == 1 else 's'} alike"
        acts.record(school_class, person, "comments", said, {"rows": changes})
    return kept


def history_of(school_class: SchoolClass, student: Student, term: Term) -> list[CommentEventOut]:
    """What the comment was after each go at it, the newest first; what was taken back stays in it."""
    found = CommentEvent.objects.filter(
        comment__school_class=school_class, comment__student=student, comment__term=term
    ).select_related("person")
    return [
        CommentEventOut(
            who=str(each.person), at=local(school_class.school, each.at), text=each.text, how=each.get_how_display()
        )
        for each in found.order_by("-id")
    ]


def _write(row: Comment, person: Person, wanted: dict[str, Any]) -> None:
    row.text, row.narrative, row.by_standard = wanted["text"], wanted["narrative"], wanted["by_standard"]
    row.is_ready = wanted["is_ready"]
    row.version += 1
    row.changed_by, row.changed_at = person, row.school_class.school.now()
    row.save()


def _note(row: Comment, how: CommentEvent.How) -> None:
    """Put what a comment is now into its history."""
    CommentEvent.objects.create(comment=row, how=how, person=row.changed_by, at=row.changed_at, **_content(row))


def _record_comment(row: Comment, before: dict[str, Any], after: dict[str, Any]) -> None:
    """One act, and one line of the history, for one go at a comment, however often it was saved on the way."""
    person = row.changed_by
    place = {"student": row.student_id, "term": row.term_id}
    last = row.school_class.acts.filter(person=person, undone=False).order_by("id").last()
    goes_on = (
        last is not None
        and last.kind == "comment"
        and place.items() <= last.change.items()
        and last.change["after"] == before
    )
    if last is None or not goes_on:
        words = f"wrote {row.student}'s comment"
        acts.record(row.school_class, person, "comment", words, place | {"before": before, "after": after})
        _note(row, CommentEvent.How.WRITTEN)
        return
    last.change["after"] = after
    last.save(update_fields=["change"])
    noted = row.events.order_by("id").last()
    if noted is None or noted.how != CommentEvent.How.WRITTEN or noted.person_id != person.pk:
        _note(row, CommentEvent.How.WRITTEN)
    else:
        CommentEvent.objects.filter(pk=noted.pk).update(at=row.changed_at, **_content(row))


def _turn_comment(
    school_class: SchoolClass, person: Person, change: dict[str, Any], now: str, wanted: str
) -> list[str]:
    row = (
        Comment.objects.select_for_update()
        .filter(school_class=school_class, student=change["student"], term=change["term"])
        .first()
    )
    if row is None or not acts.is_still(_content(row), change[now]):
        return ["The comment has been changed since and stays as it is."]
    _write(row, person, _content(row) | change[wanted])
    _note(row, CommentEvent.How.UNDONE if wanted == "before" else CommentEvent.How.REDONE)
    return []


def _turn_comments(
    school_class: SchoolClass, person: Person, change: dict[str, Any], now: str, wanted: str
) -> list[str]:
    return [said for row in change["rows"] for said in _turn_comment(school_class, person, row, now, wanted)]


acts.kind(
    "comment",
    undo=lambda school_class, person, change: _turn_comment(school_class, person, change, "after", "before"),
    redo=lambda school_class, person, change: _turn_comment(school_class, person, change, "before", "after"),
)
acts.kind(
    "comments",
    undo=lambda school_class, person, change: _turn_comments(school_class, person, change, "after", "before"),
    redo=lambda school_class, person, change: _turn_comments(school_class, person, change, "before", "after"),
)
