"""Classes that teachers make for themselves, over HTTP, and who is in them: where the school lets them."""

from typing import Any

from plans.schemas import CountOut
from school.access import Asking, PermittedRouter
from school.calendar import current_year
from school.models import AuditAction, SchoolYear
from school.refusal import Refused

from people import classes, enrolling
from people.class_schemas import LeaveIn, StudentsIn
from people.classes import TeachingGiven
from people.from_gradebook import class_from_gradebook
from people.listing import find_for_class, see_roster
from people.own_class_schemas import (
    ClassMakingIn,
    ClassMakingOut,
    FromGradebookOut,
    GradebookMade,
    OwnClassMade,
    RosterOut,
)
from people.permissions import CHANGE_PEOPLE, KEEP_ROSTER, MAKE_OWN_CLASS, SEE_PEOPLE
from people.schemas import IdOut, PersonLink
from people.students import find_student

router = PermittedRouter(tags=["people"])


@router.get("/schools/{school_id}/class-making", permission=SEE_PEOPLE, response=ClassMakingOut)
def see_class_making(request: Asking, school_id: int) -> Any:
    """Whether teachers may make classes and rosters for themselves."""
    return {"is_allowed": request.school.teachers_make_classes}


@router.put(
    "/schools/{school_id}/class-making", permission=CHANGE_PEOPLE, audit=AuditAction.ACCESS, response=ClassMakingOut
)
def allow_class_making(request: Asking, school_id: int, body: ClassMakingIn) -> Any:
    """Say whether teachers may make classes and rosters for themselves."""
    request.school.teachers_make_classes = body.is_allowed
    request.school.save(update_fields=["teachers_make_classes"])
    return {"is_allowed": body.is_allowed}


@router.post("/schools/{school_id}/own-classes", permission=MAKE_OWN_CLASS, audit=AuditAction.PEOPLE, response=IdOut)
def make_own_class(request: Asking, school_id: int, body: OwnClassMade) -> Any:
    """A class of one's own, in the school year it is."""
    mine = [TeachingGiven(person=request.user.pk, leads=True)]
    return {"id": classes.add_class(request.school, _year(request), body.model_dump(), mine).pk}


@router.post(
    "/schools/{school_id}/own-classes/gradebook",
    permission=MAKE_OWN_CLASS,
    audit=AuditAction.PEOPLE,
    response=FromGradebookOut,
)
def make_from_gradebook(request: Asking, school_id: int, body: GradebookMade) -> Any:
    """A class of one's own from a gradebook file, with its students, plan and scores."""
    given = body.model_dump(exclude={"text"})
    made = class_from_gradebook(_year(request), request.user, given, body.text)
    return FromGradebookOut(
        id=made.school_class.pk,
        works=made.opened.works,
        scores=made.opened.scores,
        students=made.school_class.enrolments.count(),
        unknown=made.unknown,
        left=made.opened.left,
        unlike=made.opened.unlike,
    )


def _year(request: Asking) -> SchoolYear:
    year = current_year(request.school)
    if year is None:
        raise Refused("There is no school year yet. The records office makes it.")
    return year


@router.get("/classes/{class_id}/roster", permission=KEEP_ROSTER, response=RosterOut)
def see_own_roster(request: Asking, class_id: int) -> Any:
    """Who is in one's class, and who was."""
    return RosterOut(name=str(request.school_class), students=see_roster(request.school_class))


@router.get("/classes/{class_id}/roster/found", permission=KEEP_ROSTER, response=list[PersonLink])
def find_for_own_roster(request: Asking, class_id: int, query: str = "") -> Any:
    """Students of the school by a part of their name or number who could come into one's class."""
    return find_for_class(request.school_class, query[:80])


@router.post("/classes/{class_id}/roster", permission=KEEP_ROSTER, audit=AuditAction.PEOPLE, response=CountOut)
def take_into_own_class(request: Asking, class_id: int, body: StudentsIn) -> Any:
    """Students of the school come into one's class, on a day or at once."""
    wanted = [find_student(request.school_class.school, each) for each in body.students]
    return {"count": enrolling.enrol(request.school_class, wanted, body.day)}


@router.post("/classes/{class_id}/roster/leave", permission=KEEP_ROSTER, audit=AuditAction.PEOPLE, response=CountOut)
def leave_own_class(request: Asking, class_id: int, body: LeaveIn) -> Any:
    """Students leave one's class: a day is their last in it."""
    wanted = [find_student(request.school_class.school, each) for each in body.students]
    return {"count": enrolling.leave(request.school_class, wanted, body.day)}
