"""Groups of students over HTTP."""

import secrets
from typing import Any

from ninja import Status
from school.access import Asking, PermittedRouter

from scores import groups
from scores.book import term_of
from scores.class_cache import cached_class
from scores.group_schemas import GroupsProposedOut, ProposeIn, StudentGroupChange, StudentGroupOut, StudentGroupsIn
from scores.permissions import KEEP_GROUPS, SEE_SCORES

router = PermittedRouter(tags=["scores"])


@router.get("/classes/{class_id}/groups", permission=SEE_SCORES, response=list[StudentGroupOut])
def see_groups(request: Asking, class_id: int) -> Any:
    """The groups of the class."""
    return groups.groups_of(request.school_class)


@router.post("/classes/{class_id}/groups", permission=KEEP_GROUPS, response=list[StudentGroupOut])
def make_groups(request: Asking, class_id: int, body: StudentGroupsIn) -> Any:
    """Make groups; gives all that there are."""
    groups.make_groups(request.school_class, body.groups)
    return groups.groups_of(request.school_class)


@router.patch("/classes/{class_id}/groups/{group}", permission=KEEP_GROUPS, response=list[StudentGroupOut])
def change_group(request: Asking, class_id: int, group: int, body: StudentGroupChange) -> Any:
    """Rename a group, or say who is in it; gives all that there are."""
    groups.change_group(request.school_class, group, body.version, body.name, body.students)
    return groups.groups_of(request.school_class)


@router.delete("/classes/{class_id}/groups/{group}", permission=KEEP_GROUPS, response={204: None})
def remove_group(request: Asking, class_id: int, group: int) -> Any:
    """Take a group away; scores stay."""
    groups.remove_group(request.school_class, group)
    return Status(204, None)


@router.post("/classes/{class_id}/group-proposal", permission=SEE_SCORES, response=GroupsProposedOut)
def propose(request: Asking, class_id: int, body: ProposeIn) -> Any:
    """Groups by draw, or by how the students stand; another draw each time, and nothing is kept."""
    loaded = cached_class(request.school_class)
    seed = secrets.randbits(32)
    return GroupsProposedOut(groups=groups.propose(loaded, term_of(loaded, body.term), body.way, body.count, seed))
