"""In which language families read: what they chose, else what their browser asks for; whoever is not signed in, their browser's. They are
written to as they chose, else as their school has it. Whoever works at the school reads English alone.
"""

from contextlib import AbstractContextManager, nullcontext

from django.conf import settings
from django.http import HttpRequest
from django.utils.translation import get_language, get_language_from_request, override

from school.models import Person, Role, School

CHOICES = [code for code, _ in settings.LANGUAGES]


def in_language_of(person: Person, school: School) -> AbstractContextManager[None]:
    """What is said within to somebody who is not there is said in their language."""
    if person.language in CHOICES:
        return override(person.language)
    roles = person.memberships.filter(school=school).exclude(role__in=(Role.STUDENT, Role.GUARDIAN))
    works = school.language != settings.LANGUAGE_CODE and roles.exists()
    return override(settings.LANGUAGE_CODE if works else school.language)


def in_language_read(request: HttpRequest) -> AbstractContextManager[None]:
    """What is said within is said as a family reads: their page asks for what it speaks itself, and what they chose holds where it is a
    browser that asks.
    """
    chosen = request.user.language if isinstance(request.user, Person) else ""
    return override(chosen if chosen in CHOICES else get_language_from_request(request))


def in_language_of_browser(request: HttpRequest) -> AbstractContextManager[None]:
    """What is said within to somebody who is not signed in is said in the first of their browser's languages that there is."""
    return nullcontext() if request.user.is_authenticated else override(get_language_from_request(request))


def language() -> str:
    """The language in which is spoken now."""
    return get_language() or settings.LANGUAGE_CODE
