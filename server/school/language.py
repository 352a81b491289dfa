"""In which language families read: what they chose, else the school's English. Whoever works at the school reads that alone."""

from contextlib import AbstractContextManager

from django.conf import settings
from django.utils.translation import get_language, override

from school.models import Person

CHOICES = [code for code, _ in settings.LANGUAGES]


def in_language_of(person: Person) -> AbstractContextManager[None]:
    """What is said within is said in somebody's language."""
    return override(person.language if person.language in CHOICES else settings.LANGUAGE_CODE)


def language() -> str:
    """The language in which is spoken now."""
    return get_language() or settings.LANGUAGE_CODE
