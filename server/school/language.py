"""In which language families read: what they chose, else the school's English; whoever is not signed in, their browser's. Whoever works
at the school reads English alone.
"""

from contextlib import AbstractContextManager, nullcontext

from django.conf import settings
from django.http import HttpRequest
from django.utils.translation import get_language, get_language_from_request, override

from school.models import Person

CHOICES = [code for code, _ in settings.LANGUAGES]


def in_language_of(person: Person) -> AbstractContextManager[None]:
    """What is said within is said in somebody's language."""
    return override(person.language if person.language in CHOICES else settings.LANGUAGE_CODE)


def in_language_of_browser(request: HttpRequest) -> AbstractContextManager[None]:
    """What is said within to somebody who is not signed in is said in the first of their browser's languages that there is."""
    return nullcontext() if request.user.is_authenticated else override(get_language_from_request(request))


def language() -> str:
    """The language in which is spoken now."""
    return get_language() or settings.LANGUAGE_CODE
