"""A second factor: the codes of an authenticator app (TOTP, RFC 6238), and recovery codes for when the app is out of reach.

Codes, their drift, that none counts twice and that attempts slow down are django-otp's; of recovery codes hashes are kept. A school may
ask for a second factor of some roles; who has a role of which it is asked cannot do without.
"""

import base64
import hashlib
import secrets
from collections.abc import Sequence
from dataclasses import dataclass

import segno
from django.db import transaction
from django.db.models import Q
from django.utils.translation import gettext_noop
from django_otp.plugins.otp_static.models import StaticDevice, StaticToken
from django_otp.plugins.otp_totp.models import TOTPDevice
from school.models import Person, Role, School
from school.refusal import Refused
from school.texts import bare_code

from accounts import sessions
from accounts.inviting import belongs_elsewhere

RECOVERY_CODES = 10
_BYTES = 14
"""Of randomness in a recovery code: with 112 bits it can be hashed as quickly as anything (OWASP ASVS 5, 6.5.2)."""
WRONG = gettext_noop(
    "This is not the code of now. Wait for the next one, or take a recovery code that you have not used."
)
"""To be said in a language."""


@dataclass(frozen=True)
class Beginning:
    """What an authenticator app is told: by a picture that it reads, or a key that is typed."""

    picture: str
    """An SVG, as a data address."""
    key: str


@dataclass(frozen=True)
class State:
    """How somebody stands with second factors."""

    is_on: bool
    is_asked: bool
    recovery_codes: int
    """How many are left."""


def is_on(person: Person) -> bool:
    """Whether somebody has a second factor, so that signing in asks for it."""
    found: bool = TOTPDevice.objects.filter(user=person, confirmed=True).exists()
    return found


def is_asked_of(person: Person) -> bool:
    """Whether a school that somebody belongs to asks for one of a role that they have there."""
    return any(each.role in each.school.second_factor_of for each in person.memberships.select_related("school"))


def state_of(person: Person) -> State:
    """How somebody stands with second factors."""
    left = StaticToken.objects.filter(device__user=person).count()
    return State(is_on(person), is_asked_of(person), left)


@transaction.atomic
def begin(person: Person) -> Beginning:
    """Draw a key for an authenticator app; it counts from when `confirm` saw a code of it. Raises Refused where there is one."""
    _refuse_two(person)
    TOTPDevice.objects.filter(user=person).delete()
    device = TOTPDevice.objects.create(user=person, name="authenticator app", confirmed=False)
    picture = segno.make(device.config_url, error="m").svg_data_uri(scale=5, border=4, light="#fff")
    key = base64.b32encode(device.bin_key).decode().rstrip("=")
    return Beginning(picture, " ".join(key[each : each + 4] for each in range(0, len(key), 4)))


def confirm(person: Person, code: str) -> list[str]:
    """Take an app's code for the first time; gives the recovery codes. Raises Refused for a wrong one, or without a key."""
    _refuse_two(person)
    device = TOTPDevice.objects.filter(user=person, confirmed=False).first()
    if device is None:
        raise Refused("Show the key to your app first.", "code")
    if not device.verify_token(bare_code(code)):
        # What django-otp counts of wrong codes stands, whatever becomes of the request.
        raise Refused("This is not the code that the app shows now. Wait for the next one.", "code")
    with transaction.atomic():
        device.confirmed = True
        device.save(update_fields=["confirmed"])
        return _new_codes(person)


def check(person: Person, code: str) -> bool:
    """Whether a code is the app's of now, or a recovery code; each counts once."""
    with transaction.atomic():
        # Two attempts at one moment come one after the other, so that no code counts twice.
        Person.objects.select_for_update().get(pk=person.pk)
        bare = bare_code(code).lower()
        devices = [
            *TOTPDevice.objects.filter(user=person, confirmed=True),
            *StaticDevice.objects.filter(user=person, confirmed=True),
        ]
        is_apps = bare.isdigit() and len(bare) == 6
        kind, token = (TOTPDevice, bare) if is_apps else (StaticDevice, _hashed(person, bare))
        return any(each.verify_token(token) for each in devices if isinstance(each, kind))


@transaction.atomic
def make_recovery_codes(person: Person) -> list[str]:
    """Other recovery codes; those there were end. Raises Refused for who has no second factor."""
    if not is_on(person):
        raise Refused("There is no second factor that they would stand in for.")
    return _new_codes(person)


def _new_codes(person: Person) -> list[str]:
    device, _ = StaticDevice.objects.get_or_create(user=person, defaults={"name": "recovery codes"})
    device.token_set.all().delete()
    codes = [base64.b32encode(secrets.token_bytes(_BYTES)).decode().rstrip("=").lower() for _ in range(RECOVERY_CODES)]
    StaticToken.objects.bulk_create(StaticToken(device=device, token=_hashed(person, each)) for each in codes)
    return ["-".join(each[at : at + 4] for at in range(0, len(each), 4)) for each in codes]


def _hashed(person: Person, code: str) -> str:
    """What is kept of a recovery code: as much of its hash as django-otp has room for, which no other person's code gives."""
    return base64.b32encode(hashlib.sha256(f"{person.pk}:{code}".encode()).digest()[:10]).decode().lower()


@transaction.atomic
def end(person: Person) -> None:
    """Do without a second factor. Raises Refused where a school asks for it."""
    if is_asked_of(person):
        raise Refused("Your school asks for a second factor. Ask the records office, if the app is lost.")
    forget(person)


@transaction.atomic
def end_for(school: School, person: Person) -> None:
    """Take the second factor from somebody who lost theirs: they are signed out everywhere, and sign in with their password alone.

    Raises Refused for who belongs to another school too, of which this one's officer is no judge.
    """
    if belongs_elsewhere(school, person):
        raise Refused(f"{person} also belongs to another school. They need one of their recovery codes.")
    forget(person)
    sessions.end_all(person)


def forget(person: Person) -> None:
    """Whatever there is of somebody's second factor goes."""
    TOTPDevice.objects.filter(user=person).delete()
    StaticDevice.objects.filter(user=person).delete()


def ask_of(school: School, roles: Sequence[Role]) -> None:
    """Say of which roles the school asks a second factor."""
    school.second_factor_of = [each.value for each in Role if each in roles]
    school.save(update_fields=["second_factor_of"])


def how_many_lack_it(school: School) -> dict[str, int]:
    """By role, how many who have it can sign in with a password alone."""
    having = TOTPDevice.objects.filter(confirmed=True).values("user")
    return {
        role.value: Person.objects.filter(
            Q(memberships__school=school, memberships__role=role) & ~Q(pk__in=having), is_active=True
        ).count()
        for role in Role
    }


def _refuse_two(person: Person) -> None:
    if is_on(person):
        raise Refused("You have a second factor already. Do without it first, if the app is to be another.")
