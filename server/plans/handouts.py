"""The file that goes with an assignment."""

from pathlib import PurePosixPath
from urllib.parse import quote

from django.db import transaction
from django.http import HttpResponse
from school.models import SchoolClass
from school.refusal import NotYours, Refused

from plans.assignments import find_assignment
from plans.models import Assignment, Handout
from plans.typed import name

LARGEST = 5 * 1024 * 1024


@transaction.atomic
def attach(school_class: SchoolClass, assignment_id: int, called: str, content: bytes) -> Handout:
    """Put a file to an assignment, in place of the one it had."""
    assignment = find_assignment(school_class, assignment_id)
    if len(content) > LARGEST:
        raise Refused(
            f"This file has {len(content) / 1024 / 1024:.1f} MB; at most 5 MB fit. A link takes larger ones.", "file"
        )
    if not content:
        raise Refused("This file is empty.", "file")
    bare = name(PurePosixPath(called.replace("\\", "/")).name, "file", 120)
    handout, _ = Handout.objects.update_or_create(
        assignment=assignment, defaults={"name": bare, "content": content, "size": len(content)}
    )
    return handout


def detach(school_class: SchoolClass, assignment_id: int) -> None:
    """Take the file away."""
    Handout.objects.filter(assignment=find_assignment(school_class, assignment_id)).delete()


def download(assignment: Assignment | None) -> HttpResponse:
    """An assignment's file, always as something to save and never as a page of ours."""
    handout = Handout.objects.filter(assignment=assignment).first() if assignment else None
    if handout is None:
        raise NotYours
    answer = HttpResponse(bytes(handout.content), content_type="application/octet-stream")
    answer["Content-Disposition"] = f"attachment; filename*=UTF-8''{quote(handout.name)}"
    return answer
