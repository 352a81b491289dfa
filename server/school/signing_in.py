"""Signing in and out."""

from django.contrib.auth import authenticate, login
from django.db.models import Count
from django.http import HttpRequest, JsonResponse

from school.calendar import current_year
from school.models import Membership, Person, Role, Student
from school.own import own_classes
from school.refusal import Refused
from school.schemas import ChildLink, ClassLink, SessionOut


def sign_in(request: HttpRequest, name: str, password: str) -> Person:
    """Sign somebody in. Raises Refused, which does not tell whether the name or the password was wrong."""
    person = authenticate(request, username=name.strip().casefold(), password=password)
    if not isinstance(person, Person):
        raise Refused("This name and password do not go together. Look at both, and at the caps key.")
    login(request, person)
    return person


def locked_out(request: HttpRequest, *_: object) -> JsonResponse:
    """What somebody is answered who has tried too often, also with the right password."""
    message = "Too many attempts. Wait a quarter of an hour, or ask the records office."
    return JsonResponse({"message": message, "field": None}, status=429)


def session_of(person: Person | None) -> SessionOut:
    """What the front end shows of who is signed in."""
    if person is None:
        return SessionOut(person_id=None, name="", school="", year="", today=None, roles=[], classes=[], children=[])
    memberships = list(Membership.objects.filter(person=person).select_related("school"))
    school = memberships[0].school if memberships else None
    year = current_year(school) if school else None
    return SessionOut(
        person_id=person.pk,
        name=str(person),
        school=school.name if school else "",
        year=year.name if year else "",
        today=school.today() if school else None,
        roles=sorted({Role(each.role).value for each in memberships}),
        classes=[ClassLink(id=each.pk, name=each.name, section=each.section) for each in own_classes(person)],
        children=[
            ChildLink(id=each.pk, given_name=each.given_name, family_name=each.family_name)
            for each in seen_students(person)
        ],
    )


def seen_students(person: Person) -> list[Student]:
    """The person themselves as a student, and their children."""
    own = list(Student.objects.filter(person=person))
    children = person.children.annotate(classes=Count("enrolments")).order_by("-classes", "given_name")
    return own + [child for child in children if child not in own]
