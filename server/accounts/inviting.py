"""How somebody comes to a password of their own: invited by mail or letter, and again when they have forgotten it.

A link carries the person's number and a token of Django's, which a password or a week ends. A letter's code is for who has no
e-mail; it is hashed as passwords are, tried through Django's `authenticate`, so that attempts are counted and locked with all others, and
ended by its use, by a password, by another letter, or by four weeks.
"""

import datetime
import secrets
from collections.abc import Sequence
from dataclasses import dataclass

from django.contrib.auth import authenticate
from django.contrib.auth.backends import ModelBackend
from django.contrib.auth.hashers import check_password, make_password
from django.contrib.auth.password_validation import validate_password
from django.contrib.auth.tokens import default_token_generator
from django.core.exceptions import ValidationError
from django.db import transaction
from django.http import HttpRequest
from django.utils import timezone
from django.utils.encoding import force_bytes
from django.utils.http import urlsafe_base64_decode, urlsafe_base64_encode
from django.utils.translation import gettext as _
from django.utils.translation import gettext_noop
from school.language import in_language_of, language
from school.models import Membership, Person, School
from school.refusal import NotYours, Refused
from school.texts import bare_code

from accounts import sessions
from accounts.mail import write
from accounts.models import Invitation

LETTER_LASTS = datetime.timedelta(weeks=4)
BETWEEN_REMINDERS = datetime.timedelta(minutes=5)
"""How soon somebody who forgot their password is written to again."""
_LETTERS = "ABCDEFGHJKMNPQRSTUVWXYZ23456789"
"""What is not taken for another on paper."""
_OVER = gettext_noop("This link is used, or older than a week. Ask for another.")


@dataclass(frozen=True)
class Letter:
    """What stands in a printed invitation."""

    person: Person
    code: str


def link_of(request: HttpRequest, person: Person) -> str:
    """The address at which a person chooses a password: once, within a week."""
    number = urlsafe_base64_encode(force_bytes(person.pk))
    return request.build_absolute_uri(f"/invitation/{number}/{default_token_generator.make_token(person)}")


def belongs_elsewhere(school: School, person: Person) -> bool:
    """Whether somebody also belongs to another school."""
    return person.memberships.exclude(school=school).exists()


def of_school(school: School, people: Sequence[int]) -> list[Person]:
    """People of a school by number, each once. Raises NotYours where one does not belong to it, or is deactivated."""
    found = list(Person.objects.filter(pk__in=people, memberships__school=school, is_active=True).distinct())
    if len(found) != len(set(people)):
        raise NotYours
    return sorted(found, key=lambda each: (each.family_name, each.given_name, each.pk))


@transaction.atomic
def invite(request: HttpRequest, school: School, by: Person, people: Sequence[Person]) -> int:
    """Write to people, each a link. Raises Refused, writing to nobody, where one has no e-mail address."""
    without = [each for each in people if not each.email]
    if without:
        raise Refused(f"{without[0]} has no e-mail address. Give one, or print a letter.", "people")
    for each in people:
        Invitation.objects.create(person=each, school=school, by=by, at=timezone.now())
        with in_language_of(each, school):
            _write_invitation(request, school, each)
    return len(people)


def _write_invitation(request: HttpRequest, school: School, person: Person) -> None:
    dear = _("Dear %(name)s,") % {"name": person}
    if belongs_elsewhere(school, person):
        # Who reads this school's outbox has no business in the other.
        text = _("%(school)s has added you. Sign in as you are used to; your schools stand in the bar at the top.")
        said = text % {"school": school.name}
        write(school, person.email, _("you belong to this school now"), f"{dear}\n\n{said}\n")
        return
    text = _("%(school)s keeps its grades with Hoarfrost, and you have an account there. Choose your password here:")
    said = text % {"school": school.name}
    rest = _("The link works once, and for a week. Your name for signing in is %(name)s.") % {"name": person.sign_in}
    write(
        school,
        person.email,
        _("choose your password"),
        f"{dear}\n\n{said}\n\n{link_of(request, person)}\n\n{rest}\n",
    )


@transaction.atomic
def make_letters(school: School, by: Person, people: Sequence[Person]) -> list[Letter]:
    """Codes for people without e-mail, for letters; the codes of earlier letters end.

    Raises Refused for who belongs to another school too: a letter would open that one as well.
    """
    elsewhere = next((each for each in people if belongs_elsewhere(school, each)), None)
    if elsewhere is not None:
        raise Refused(f"{elsewhere} also belongs to another school, and signs in as there.", "people")
    return [make_letter(school, by, each) for each in people]


@transaction.atomic
def make_letter(school: School, by: Person | None, person: Person) -> Letter:
    """A code for one person; the codes of earlier letters end. Without `by` it was asked for in the terminal."""
    code = "-".join("".join(secrets.choice(_LETTERS) for _ in range(4)) for _ in range(3))
    Invitation.objects.filter(person=person, taken_at=None).exclude(code="").update(code="")
    Invitation.objects.create(
        person=person, school=school, by=by, at=timezone.now(), code=make_password(bare_code(code))
    )
    return Letter(person, code)


def letter_words(school: School, person: Person) -> dict[str, str]:
    """What stands in a letter to somebody around address, name and code, by its place."""
    with in_language_of(person, school):
        text = _(
            "%(school)s keeps its grades with Hoarfrost, and you have an account there. Open this address, and choose a password of "
            "your own:"
        )
        return {
            "language": language(),
            "greeting": _("Dear %(name)s,") % {"name": person},
            "text": text % {"school": school.name},
            "address": _("Address"),
            "name": _("Your name there"),
            "code": _("Your code"),
            "end": _("The code works once, and for four weeks. Keep this letter to yourself until then."),
        }


class LetterBackend(ModelBackend):
    """Knows somebody by the code of their letter. It signs nobody in by itself: with it they choose a password."""

    def authenticate(  # type: ignore[override]
        self, request: HttpRequest | None, username: str | None = None, code: str | None = None, **_: object
    ) -> Person | None:
        if code is None or username is None:
            return None
        since = timezone.now() - LETTER_LASTS
        open_ = Invitation.objects.filter(
            person__sign_in=username, person__is_active=True, taken_at=None, at__gte=since
        )
        found = open_.exclude(code="").select_related("person").order_by("id").last()
        # Where there is none, a code is hashed all the same, so that the time tells nothing.
        told = found.code if found else make_password(None)
        return found.person if check_password(bare_code(code), told) and found else None


def person_of_link(number: str, token: str) -> Person:
    """Whose link it is. Raises Refused where it is used, too old or none."""
    try:
        found = Person.objects.filter(pk=int(urlsafe_base64_decode(number)), is_active=True).first()
    except (ValueError, OverflowError):
        found = None
    if found is None or not default_token_generator.check_token(found, token):
        raise Refused(_(_OVER), "token")
    return found


def person_of_letter(request: HttpRequest, name: str, code: str) -> Person:
    """Whose letter it is. Raises Refused, which does not tell whether there is such a person."""
    found = authenticate(request, username=name.strip().casefold(), code=code)
    if not isinstance(found, Person):
        raise Refused(_("This name and code do not go together, or the letter is older than four weeks."), "code")
    return found


@transaction.atomic
def choose_password(person: Person, password: str) -> None:
    """Set a person's password; every session that stood before ends. Raises Refused where it is too easy to guess."""
    try:
        validate_password(password, person)
    except ValidationError as error:
        raise Refused(" ".join(error.messages), "password") from None
    person.set_password(password)
    person.save(update_fields=["password"])
    Invitation.objects.filter(person=person, taken_at=None).update(taken_at=timezone.now())
    sessions.end_all(person)


def remind(request: HttpRequest, name: str) -> None:
    """Write a new link to somebody who forgot their password. Nothing tells whether there is such a person, or an address."""
    wanted = name.strip().casefold()
    person = Person.objects.filter(sign_in=wanted, is_active=True).exclude(email="").first()
    of = Membership.objects.filter(person=person).select_related("school").order_by("id").first() if person else None
    now = timezone.now()
    if person is None or of is None or person.invitations.filter(by=None, at__gte=now - BETWEEN_REMINDERS).exists():
        return
    Invitation.objects.create(person=person, school=of.school, by=None, at=now)
    with in_language_of(person, of.school):
        dear = _("Dear %(name)s,") % {"name": person}
        asked = _("Somebody, and we hope it was you, asked for a new password. Choose it here:")
        rest = _("The link works once, and for a week. If it was not you, do nothing: your password stays as it is.")
        text = f"{dear}\n\n{asked}\n\n{link_of(request, person)}\n\n{rest}\n"
        write(of.school, person.email, _("a new password"), text, is_private=belongs_elsewhere(of.school, person))
