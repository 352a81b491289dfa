"""Signing in: with a name, a password, and where there is one a second factor; which browsers are known; too many attempts."""

import json
import secrets
from typing import Any

from django.conf import settings
from django.contrib.auth import authenticate, login
from django.contrib.auth.signals import user_login_failed
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils.translation import gettext as _
from school.access import LACKS_SECOND_FACTOR
from school.language import in_language_of_browser
from school.models import Person
from school.refusal import Code, Refused, problem

from accounts import second_factor

PASSWORD_BACKEND = "django.contrib.auth.backends.ModelBackend"
"""Under which a session stands: it knows whether its person is still active."""


def sign_in(request: HttpRequest, name: str, password: str, code: str = "") -> Person:
    """Who signs in. Raises Refused, which does not tell whether the name or the password was wrong, and asks for the code of
    the second factor once both are right.
    """
    name = name.strip().casefold()
    person = authenticate(request, username=name, password=password)
    if not isinstance(person, Person):
        raise Refused(_("This name and password do not go together. Look at both, and at the caps key."))
    if second_factor.is_on(person):
        if not code.strip():
            raise Refused(_("Now the code that your authenticator app shows."), "code", Code.CODE_WANTED)
        if not second_factor.check(person, code):
            # Counted and locked with the attempts at passwords, and in the audit with them.
            user_login_failed.send(sender=__name__, request=request, credentials={"username": name})
            raise Refused(_(second_factor.WRONG), "code", Code.CODE_WANTED)
    return person


def begin(request: HttpRequest, response: HttpResponse, person: Person) -> None:
    """Sign somebody in who has shown who they are here. Where their school asks for a second factor that they do not have, all that
    the session can do is to give them one.
    """
    enter(request, response, person)
    if second_factor.is_asked_of(person) and not second_factor.is_on(person):
        request.session[LACKS_SECOND_FACTOR] = True


def enter(request: HttpRequest, response: HttpResponse, person: Person) -> None:
    """Sign somebody in for whom a provider answers: how well it looks at them is the provider's."""
    login(request, person, backend=PASSWORD_BACKEND)
    know_browser(request, response, person)


KNOWN = f"{settings.COOKIE_PREFIX}hoarfrost-known"
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


def locked_out(request: HttpRequest, *given: object) -> JsonResponse:
    """What somebody is answered who has tried too often, also with the right password."""
    with in_language_of_browser(request):
        message = _("Too many attempts. Wait a quarter of an hour, or ask the records office.")
    told = problem(429, message, Code.TOO_MANY_ATTEMPTS)
    return JsonResponse(told.model_dump(), status=429, content_type="application/problem+json")
