"""The file that goes with an assignment."""

from collections.abc import Mapping
from pathlib import PurePosixPath
from typing import Any
from urllib.parse import quote

from django.db import transaction
from django.http import HttpResponse
from school import acts
from school.models import Person, SchoolClass
from school.refusal import NotYours, Refused

from plans.assignments import find_assignment
from plans.models import Assignment, Handout
from plans.typed import name

LARGEST = 5 * 1024 * 1024


@transaction.atomic
def attach(school_class: SchoolClass, person: Person, assignment_id: int, called: str, content: bytes) -> None:
    """Put a file to an assignment, in place of the one it had."""
    assignment = find_assignment(school_class, assignment_id)
    if len(content) > LARGEST:
        raise Refused(
            f"This file has {len(content) / 1024 / 1024:.1f} MB; at most 5 MB fit. A link takes larger ones.", "file"
        )
    if not content:
        raise Refused("This file is empty.", "file")
    bare = name(PurePosixPath(called.replace("\\", "/")).name, "file", 120)
    before = _current(assignment)
    handout = Handout.objects.create(
        assignment=assignment, name=bare, content=content, size=len(content), is_current=False
    )
    _set(assignment, handout.pk)
    _record(school_class, person, f"put {bare} to {assignment.name}", assignment, before, handout.pk)


@transaction.atomic
def detach(school_class: SchoolClass, person: Person, assignment_id: int) -> None:
    """Take the file away; it is kept for undoing."""
    assignment = find_assignment(school_class, assignment_id)
    before = _current(assignment)
    if before is not None:
        _set(assignment, None)
        _record(school_class, person, f"took the file of {assignment.name} away", assignment, before, None)


def _current(assignment: Assignment) -> int | None:
    return Handout.objects.filter(assignment=assignment).values_list("pk", flat=True).first()


def _set(assignment: Assignment, handout: int | None) -> None:
    Handout.objects.filter(assignment=assignment).update(is_current=False)
    if handout is not None:
        Handout.with_former.filter(assignment=assignment, pk=handout).update(is_current=True)


def _record(
    school_class: SchoolClass, person: Person, words: str, assignment: Assignment, before: int | None, after: int | None
) -> None:
    acts.record(school_class, person, "handout", words, {"assignment": assignment.pk, "before": before, "after": after})


def _turn(school_class: SchoolClass, change: Mapping[str, Any], now: str, wanted: str) -> list[str]:
    assignment = find_assignment(school_class, change["assignment"])
    if _current(assignment) != change[now]:
        return [f"The file of {assignment.name} has been changed since and stays as it is."]
    _set(assignment, change[wanted])
    return []


acts.kind(
    "handout",
    undo=lambda school_class, person, change: _turn(school_class, change, "after", "before"),
    redo=lambda school_class, person, change: _turn(school_class, change, "before", "after"),
)


def download(assignment: Assignment | None) -> HttpResponse:
    """An assignment's file, always as something to save and never as a page of ours."""
    handout = Handout.objects.filter(assignment=assignment).first() if assignment else None
    if handout is None:
        raise NotYours
    answer = HttpResponse(bytes(handout.content), content_type="application/octet-stream")
    answer["Content-Disposition"] = f"attachment; filename*=UTF-8''{quote(handout.name)}"
    return answer
