"""Signing in and out."""

import json
import secrets
from collections.abc import Sequence
from typing import Any

from django.conf import settings
from django.contrib.auth import authenticate, login
from django.db.models import Count
from django.http import HttpRequest, HttpResponse, JsonResponse

from school.calendar import current_year
from school.models import Person, Role, School, Student
from school.own import own_classes
from school.refusal import Code, NotYours, Refused, problem
from school.schemas import ChildLink, ClassLink, SchoolLink, SessionOut

PASSWORD_BACKEND = "django.contrib.auth.backends.ModelBackend"
"""Under which a session stands: it knows whether its person is still active."""


def sign_in(request: HttpRequest, name: str, password: str) -> Person:
    """Sign somebody in. Raises Refused, which does not tell whether the name or the password was wrong."""
    person = authenticate(request, username=name.strip().casefold(), password=password)
    if not isinstance(person, Person):
        raise Refused("This name and password do not go together. Look at both, and at the caps key.")
    login(request, person, backend=PASSWORD_BACKEND)
    return person


KNOWN = "hoarfrost-known"
"""The cookie in which a browser keeps, signed, as whom somebody has signed in there."""
KNOWN_FOR = 365 * 24 * 3600
MOST_KNOWN = 8


def know_browser(request: HttpRequest, response: HttpResponse, person: Person) -> None:
    """Remember that somebody has signed in with this browser: strangers' attempts elsewhere then lock nobody out here."""
    known = _known(request)
    number = known.pop(person.sign_in, None) or secrets.token_urlsafe(9)
    kept = dict([*known.items(), (person.sign_in, number)][-MOST_KNOWN:])
    response.set_signed_cookie(
        KNOWN, json.dumps(kept), max_age=KNOWN_FOR, httponly=True, samesite="Lax", secure=settings.SESSION_COOKIE_SECURE
    )


def _known(request: HttpRequest) -> dict[str, str]:
    """As whom somebody has signed in with this browser, each with the browser's own number."""
    text = request.get_signed_cookie(KNOWN, default=None, max_age=KNOWN_FOR)
    return dict(json.loads(text)) if text else {}


def attempted_name(request: HttpRequest, credentials: dict[str, Any] | None) -> str:
    """Under which name attempts are counted: those of a browser that its owner has used before apart from all others."""
    name = str((credentials or {}).get("username") or "")
    number = _known(request).get(name)
    return f"{name} {number}" if number else name


def locked_out(request: HttpRequest, *_: object) -> JsonResponse:
    """What somebody is answered who has tried too often, also with the right password."""
    message = "Too many attempts. Wait a quarter of an hour, or ask the records office."
    told = problem(429, message, Code.TOO_MANY_ATTEMPTS)
    return JsonResponse(told.model_dump(), status=429, content_type="application/problem+json")


CHOSEN = "school"
"""Under which name the session keeps the school that a person of several is looking at."""


def chosen_school(request: HttpRequest) -> School | None:
    """The school that somebody looks at: the one they chose, or else the first that they belong to."""
    return _chosen(_schools(request.user) if isinstance(request.user, Person) else [], request)


def choose_school(request: HttpRequest, school: int) -> None:
    """Look at another school that one belongs to. Raises NotYours where one does not."""
    if not isinstance(request.user, Person) or not request.user.memberships.filter(school=school).exists():
        raise NotYours
    request.session[CHOSEN] = school


def _schools(person: Person) -> list[School]:
    return list(School.objects.filter(memberships__person=person).distinct().order_by("id"))


def _chosen(schools: Sequence[School], request: HttpRequest) -> School | None:
    wanted = request.session.get(CHOSEN)
    return next((each for each in schools if each.pk == wanted), schools[0] if schools else None)


def session_of(request: HttpRequest) -> SessionOut:
    """What the front end shows of who is signed in."""
    person = request.user
    if not isinstance(person, Person):
        return SessionOut(
            person_id=None, name="", school_id=None, school="", schools=[], year="", today=None, days_off=[], roles=[],
            classes=[], children=[], is_empty=not School.objects.exists(),
        )  # fmt: skip
    schools = _schools(person)
    school = _chosen(schools, request)
    memberships = person.memberships.filter(school=school)
    year = current_year(school) if school else None
    return SessionOut(
        person_id=person.pk,
        name=str(person),
        school_id=school.pk if school else None,
        school=school.name if school else "",
        schools=[SchoolLink(id=each.pk, name=each.name) for each in schools],
        is_empty=False,
        year=year.name if year else "",
        today=school.today() if school else None,
        days_off=year.days_off if year else [],
        roles=sorted({Role(each.role).value for each in memberships}),
        classes=[ClassLink(id=each.pk, name=each.name, section=each.section) for each in own_classes(person, school)],
        children=[
            ChildLink(id=each.pk, given_name=each.given_name, family_name=each.family_name)
            for each in seen_students(person)
            if each.school == school
        ],
    )


def seen_students(person: Person) -> list[Student]:
    """The person themselves as a student, and their children."""
    own = list(Student.objects.filter(person=person).select_related("school"))
    children = (
        person.children.select_related("school")
        .annotate(classes=Count("enrolments"))
        .order_by("-classes", "given_name")
    )
    return own + [child for child in children if child not in own]
