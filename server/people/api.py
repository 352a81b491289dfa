"""People, classes and rosters over HTTP."""

from typing import Any

from ninja import Status
from plans.schemas import CountOut
from school.access import Asking, PermittedRouter
from school.calendar import current_year
from school.models import AuditAction, Role, Sees
from school.refusal import Refused
from school.schemas import written
from school.years import year_of

from people import classes, enrolling, persons, setting_up, students
from people.class_schemas import (
    AlongOut,
    ClassChange,
    ClassesIn,
    ClassesOut,
    ClassIn,
    ClassOut,
    LeaveIn,
    MoveIn,
    ProposedOut,
    StudentsIn,
    TakeOverIn,
)
from people.classes import TeachingGiven, find_class
from people.frame import frame
from people.listing import count_people, list_classes, list_people, see_class, see_person, see_student
from people.permissions import CHANGE_PEOPLE, SEE_PEOPLE
from people.persons import find_person
from people.schemas import (
    AccountIn,
    GuardianChange,
    GuardianIn,
    IdOut,
    OtherIn,
    PeopleOut,
    PersonChange,
    PersonIn,
    RoleName,
    SchoolFrameOut,
    SchoolPersonOut,
    SchoolStudentOut,
    StudentChange,
    StudentIn,
)
from people.students import find_student

router = PermittedRouter(tags=["people"])


@router.get("/schools/{school_id}/frame", permission=SEE_PEOPLE, response=SchoolFrameOut)
def see_frame(request: Asking, school_id: int) -> Any:
    """How each station of School stands."""
    return frame(request.school)


@router.get("/schools/{school_id}/people", permission=SEE_PEOPLE, response=PeopleOut)
def see_people(request: Asking, school_id: int, role: RoleName, query: str = "", after: str | None = None) -> Any:
    """People of a role by name, a page at a time."""
    return written(list_people(request.school, Role(role), query[:80], after))


@router.get("/schools/{school_id}/people/count", permission=SEE_PEOPLE, response=CountOut)
def see_count_of_people(request: Asking, school_id: int, role: RoleName) -> Any:
    """How many people of a role there are; the list does not wait for it."""
    return {"count": count_people(request.school, Role(role))}


@router.post("/schools/{school_id}/students", response=IdOut, permission=CHANGE_PEOPLE, audit=AuditAction.PEOPLE)
def add_student(request: Asking, school_id: int, body: StudentIn) -> Any:
    """A new student."""
    return {"id": students.add_student(request.school, body.model_dump()).pk}


@router.get("/schools/{school_id}/students/{student}", permission=SEE_PEOPLE, response=SchoolStudentOut)
def see_one_student(request: Asking, school_id: int, student: int) -> Any:
    """All about a student."""
    return see_student(find_student(request.school, student))


@router.patch(
    "/schools/{school_id}/students/{student}", response={204: None}, permission=CHANGE_PEOPLE, audit=AuditAction.PEOPLE
)
def change_student(request: Asking, school_id: int, student: int, body: StudentChange) -> Any:
    """Change a student's names, number, pronouns, or whether they are at the school."""
    row = find_student(request.school, student)
    given = body.model_dump(exclude_unset=True, exclude_none=True)
    is_active = given.pop("is_active", None)
    if given:
        students.change_student(row, given)
    if is_active is not None:
        students.set_active(row, is_active=is_active)
    return Status(204, None)


@router.post(
    "/schools/{school_id}/students/{student}/merge",
    response={204: None},
    permission=CHANGE_PEOPLE,
    audit=AuditAction.PEOPLE,
)
def merge_students(request: Asking, school_id: int, student: int, body: OtherIn) -> Any:
    """Two are one: what is another's becomes this student's."""
    students.merge_students(find_student(request.school, student), find_student(request.school, body.other))
    return Status(204, None)


@router.post(
    "/schools/{school_id}/students/{student}/account",
    response=IdOut,
    permission=CHANGE_PEOPLE,
    audit=AuditAction.ACCESS,
)
def give_account(request: Asking, school_id: int, student: int, body: AccountIn) -> Any:
    """Let a student sign in, once they are invited."""
    return {"id": students.give_account(find_student(request.school, student), body.email).pk}


@router.post(
    "/schools/{school_id}/students/{student}/guardians",
    response=IdOut,
    permission=CHANGE_PEOPLE,
    audit=AuditAction.ACCESS,
)
def add_guardian(request: Asking, school_id: int, student: int, body: GuardianIn) -> Any:
    """Somebody becomes a student's guardian."""
    return {"id": students.add_guardian(find_student(request.school, student), body.model_dump()).pk}


@router.patch(
    "/schools/{school_id}/students/{student}/guardians/{person}",
    response={204: None},
    permission=CHANGE_PEOPLE,
    audit=AuditAction.ACCESS,
)
def limit_guardian(request: Asking, school_id: int, student: int, person: int, body: GuardianChange) -> Any:
    """A guardian sees so much of a student from now on."""
    students.limit_guardian(find_student(request.school, student), person, Sees(body.sees))
    return Status(204, None)


@router.delete(
    "/schools/{school_id}/students/{student}/guardians/{person}",
    response={204: None},
    permission=CHANGE_PEOPLE,
    audit=AuditAction.ACCESS,
)
def remove_guardian(request: Asking, school_id: int, student: int, person: int) -> Any:
    """Somebody is a student's guardian no longer."""
    students.remove_guardian(find_student(request.school, student), person)
    return Status(204, None)


@router.post("/schools/{school_id}/persons", response=IdOut, permission=CHANGE_PEOPLE, audit=AuditAction.PEOPLE)
def add_person(request: Asking, school_id: int, body: PersonIn) -> Any:
    """A new teacher, guardian or officer."""
    return {"id": persons.add_person(request.school, Role(body.role), body.given_name, body.family_name, body.email).pk}


@router.get("/schools/{school_id}/persons/{person}", permission=SEE_PEOPLE, response=SchoolPersonOut)
def see_one_person(request: Asking, school_id: int, person: int) -> Any:
    """All about a teacher, guardian or officer."""
    return see_person(request.school, find_person(request.school, person))


@router.patch(
    "/schools/{school_id}/persons/{person}", response={204: None}, permission=CHANGE_PEOPLE, audit=AuditAction.ACCESS
)
def change_person(request: Asking, school_id: int, person: int, body: PersonChange) -> Any:
    """Change somebody's name, e-mail address, roles, or whether they can sign in."""
    row = find_person(request.school, person)
    given = body.model_dump(exclude_unset=True, exclude_none=True)
    is_active = given.pop("is_active", None)
    if given:
        persons.change_person(request.school, row, given)
    if is_active is not None:
        persons.activate(row) if is_active else persons.deactivate(request.school, row)
    return Status(204, None)


@router.post(
    "/schools/{school_id}/persons/{person}/merge",
    response={204: None},
    permission=CHANGE_PEOPLE,
    audit=AuditAction.ACCESS,
)
def merge_persons(request: Asking, school_id: int, person: int, body: OtherIn) -> Any:
    """Two are one: what hangs on another hangs on this person."""
    school = request.school
    persons.merge_persons(school, find_person(school, person), find_person(school, body.other))
    return Status(204, None)


@router.get("/schools/{school_id}/classes", permission=SEE_PEOPLE, response=ClassesOut)
def see_classes(
    request: Asking,
    school_id: int,
    year: int | None = None,
    query: str = "",
    after: str | None = None,
    archived: bool = False,
) -> Any:
    """A year's classes, a page at a time."""
    school = request.school
    of = year_of(school, year) if year else current_year(school)
    return written(list_classes(school, of, query[:80], after, archived=archived))


@router.post("/schools/{school_id}/classes", response=IdOut, permission=CHANGE_PEOPLE, audit=AuditAction.PEOPLE)
def add_class(request: Asking, school_id: int, body: ClassIn) -> Any:
    """A new class."""
    teachers = [TeachingGiven(**each.model_dump()) for each in body.teachers]
    given = body.model_dump(include=set(classes.FIELDS))
    return {"id": classes.add_class(request.school, year_of(request.school, body.year), given, teachers).pk}


@router.post("/schools/{school_id}/classes/many", response=CountOut, permission=CHANGE_PEOPLE, audit=AuditAction.PEOPLE)
def add_classes(request: Asking, school_id: int, body: ClassesIn) -> Any:
    """Classes from lines of text, all or none."""
    return {"count": len(classes.add_classes(request.school, year_of(request.school, body.year), body.text))}


@router.get("/schools/{school_id}/classes/{school_class}", permission=SEE_PEOPLE, response=ClassOut)
def see_one_class(request: Asking, school_id: int, school_class: int) -> Any:
    """All about a class."""
    return see_class(find_class(request.school, school_class))


@router.patch(
    "/schools/{school_id}/classes/{school_class}",
    response={204: None},
    permission=CHANGE_PEOPLE,
    audit=AuditAction.PEOPLE,
)
def change_class(request: Asking, school_id: int, school_class: int, body: ClassChange) -> Any:
    """Change what is said of a class, who teaches it, or whether it is put away."""
    row = find_class(request.school, school_class)
    given = body.model_dump(include=set(classes.FIELDS), exclude_unset=True, exclude_none=True)
    if given:
        classes.change_class(row, given)
    if body.teachers is not None:
        classes.set_teachers(row, [TeachingGiven(**each.model_dump()) for each in body.teachers])
    if body.is_archived is not None:
        classes.archive(row, is_archived=body.is_archived)
    return Status(204, None)


@router.post(
    "/schools/{school_id}/classes/{school_class}/students",
    response=CountOut,
    permission=CHANGE_PEOPLE,
    audit=AuditAction.PEOPLE,
)
def enrol(request: Asking, school_id: int, school_class: int, body: StudentsIn) -> Any:
    """Students come into a class."""
    wanted = [find_student(request.school, each) for each in body.students]
    return {"count": enrolling.enrol(find_class(request.school, school_class), wanted, body.day)}


@router.post(
    "/schools/{school_id}/classes/{school_class}/leave",
    response=CountOut,
    permission=CHANGE_PEOPLE,
    audit=AuditAction.PEOPLE,
)
def leave(request: Asking, school_id: int, school_class: int, body: LeaveIn) -> Any:
    """Students leave a class."""
    wanted = [find_student(request.school, each) for each in body.students]
    return {"count": enrolling.leave(find_class(request.school, school_class), wanted, body.day)}


@router.get(
    "/schools/{school_id}/classes/{school_class}/students/{student}/move", permission=SEE_PEOPLE, response=AlongOut
)
def see_move(request: Asking, school_id: int, school_class: int, student: int, to: int) -> Any:
    """What would go along with a student who changes section."""
    here, there = find_class(request.school, school_class), find_class(request.school, to)
    along = enrolling.what_goes_along(find_student(request.school, student), here, there)
    return AlongOut(along=[other.name for _, other in along.pairs], left=along.left)


@router.post(
    "/schools/{school_id}/classes/{school_class}/students/{student}/move",
    response=CountOut,
    permission=CHANGE_PEOPLE,
    audit=AuditAction.PEOPLE,
)
def move(request: Asking, school_id: int, school_class: int, student: int, body: MoveIn) -> Any:
    """A student changes section; gives how many scores went along."""
    here, there = find_class(request.school, school_class), find_class(request.school, body.to)
    row = find_student(request.school, student)
    enrolling.enrolment_of(here, row)
    return {"count": enrolling.move(row, here, there, request.user, body.day, with_scores=body.with_scores)}


@router.post(
    "/schools/{school_id}/classes/{school_class}/aliases",
    response=CountOut,
    permission=CHANGE_PEOPLE,
    audit=AuditAction.PEOPLE,
)
def draw_aliases(request: Asking, school_id: int, school_class: int) -> Any:
    """New aliases for all of a class."""
    return {"count": students.draw_aliases(request.school, find_class(request.school, school_class))}


@router.post(
    "/schools/{school_id}/years/{year}/next", response=IdOut, permission=CHANGE_PEOPLE, audit=AuditAction.PEOPLE
)
def make_next_year(request: Asking, school_id: int, year: int) -> Any:
    """The year after another, with its terms and windows moved by whole weeks."""
    return {"id": setting_up.next_year(year_of(request.school, year)).pk}


@router.get("/schools/{school_id}/years/{year}/take-over", permission=SEE_PEOPLE, response=list[ProposedOut])
def propose_classes(request: Asking, school_id: int, year: int, source: int) -> Any:
    """How the classes of another year may be called in this one."""
    school = request.school
    before, into = year_of(school, source), year_of(school, year)
    if before.pk == into.pk:
        raise Refused("Classes are taken over from another year.", "source")
    names = setting_up.proposed(school, before)
    return [
        ProposedOut(source=each.pk, was=str(each), name=names[each.pk], section=each.section)
        for each in before.classes.filter(archived_at=None)
    ]


@router.post(
    "/schools/{school_id}/years/{year}/take-over", response=CountOut, permission=CHANGE_PEOPLE, audit=AuditAction.PEOPLE
)
def take_over(request: Asking, school_id: int, year: int, body: TakeOverIn) -> Any:
    """Take classes over into a year."""
    wanted = [setting_up.TakenOver(**each.model_dump()) for each in body.classes]
    return {"count": len(setting_up.take_over(request.school, year_of(request.school, year), wanted, request.user))}
