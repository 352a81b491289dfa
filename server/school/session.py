"""Who is signed in, and which of their schools they look at."""

from collections.abc import Sequence

from django.db.models import Count
from django.http import HttpRequest

from school.access import lacks_second_factor
from school.calendar import current_year
from school.models import Enrolment, Guardianship, Membership, Person, Role, School, SchoolClass, Student
from school.own_classes import own_classes, own_name
from school.refusal import NotYours
from school.schemas import ChildLink, ClassLink, SchoolLink, SessionOut

CHOSEN = "school"
"""Under which name the session keeps the school that a person of several is looking at."""


def chosen_school(request: HttpRequest) -> School | None:
    """The school that somebody looks at: the one they chose, or else the first that they belong to."""
    return _chosen(_schools(_memberships(request.user)) if isinstance(request.user, Person) else [], request)


def choose_school(request: HttpRequest, school: int) -> None:
    """Look at another school that one belongs to. Raises NotYours where one does not."""
    if not isinstance(request.user, Person) or not request.user.memberships.filter(school=school).exists():
        raise NotYours
    request.session[CHOSEN] = school


def _memberships(person: Person) -> list[Membership]:
    return list(person.memberships.select_related("school").order_by("school_id"))


def _schools(memberships: Sequence[Membership]) -> list[School]:
    return list({each.school_id: each.school for each in memberships}.values())


def _chosen(schools: Sequence[School], request: HttpRequest) -> School | None:
    wanted = request.session.get(CHOSEN)
    return next((each for each in schools if each.pk == wanted), schools[0] if schools else None)


def session_of(request: HttpRequest) -> SessionOut:
    """What the front end shows of who is signed in."""
    person = request.user
    if not isinstance(person, Person):
        return SessionOut(
            person_id=None,
            name="",
            school_id=None,
            school="",
            schools=[],
            year="",
            today=None,
            days_off=[],
            roles=[],
            classes=[],
            children=[],
            is_empty=not School.objects.exists(),
            lacks_second_factor=False,
            makes_classes=False,
            language="",
        )
    if lacks_second_factor(request):
        return SessionOut(
            person_id=person.pk,
            name=str(person),
            school_id=None,
            school="",
            schools=[],
            year="",
            today=None,
            days_off=[],
            roles=[],
            classes=[],
            children=[],
            is_empty=False,
            lacks_second_factor=True,
            makes_classes=False,
            language=person.language,
        )
    memberships = _memberships(person)
    schools = _schools(memberships)
    school = _chosen(schools, request)
    roles = {Role(each.role) for each in memberships if each.school == school}
    year = current_year(school) if school else None
    return SessionOut(
        person_id=person.pk,
        name=str(person),
        school_id=school.pk if school else None,
        school=school.name if school else "",
        schools=[SchoolLink(id=each.pk, name=each.name) for each in schools],
        is_empty=False,
        lacks_second_factor=False,
        makes_classes=bool(school and school.teachers_make_classes) and Role.TEACHER in roles,
        year=year.name if year else "",
        language=person.language,
        today=school.today() if school else None,
        days_off=year.days_off if year else [],
        roles=sorted(each.value for each in roles),
        classes=[_link(each, person) for each in own_classes(person, school)],
        children=[
            ChildLink(id=each.pk, given_name=each.given_name, family_name=each.family_name)
            for each in seen_students(person)
            if each.school == school
        ],
    )


def _link(school_class: SchoolClass, person: Person) -> ClassLink:
    called = own_name(school_class, person)
    name, section = (called, "") if called else (school_class.name, school_class.section)
    return ClassLink(id=school_class.pk, name=name, section=section)


def seen_students(person: Person) -> list[Student]:
    """The person themselves as a student, and their children, who is in most classes first."""
    students = Student.objects.select_related("school__revision")
    own = list(students.filter(person=person))
    of = Guardianship.objects.that_see().filter(person=person)
    children = [each for each in students.filter(pk__in=of.values("student")).order_by("given_name") if each not in own]
    if len(children) > 1:
        counts = Enrolment.objects.filter(student__in=children).values_list("student").annotate(Count("pk"))
        in_classes = dict(counts)
        children.sort(key=lambda child: -in_classes.get(child.pk, 0))
    return own + children
