"""Teachers, guardians and officers: made, changed, merged where two are one, given roles and taken out.

A person may belong to several schools. What is their own everywhere (name, address, password) is then changed by nobody's officer.
"""

import itertools
from collections.abc import Mapping, Sequence
from typing import Any

from accounts import sessions
from accounts.inviting import belongs_elsewhere
from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from django.db import IntegrityError, transaction
from django.db.models import Model, Q
from school.models import AuditEntry, Membership, Person, Role, School
from school.refusal import NotYours, Refused
from school.revisions import count_school
from school.texts import name_of, plain

LONGEST_NAME = 80


def find_person(school: School, person: int) -> Person:
    """Somebody of the school, by number."""
    found = Person.objects.filter(memberships__school=school, pk=person, erased_at=None).distinct().first()
    if found is None:
        raise NotYours
    return found


def roles_of(school: School, person: Person) -> list[Role]:
    """What somebody is at the school."""
    return [Role(each.role) for each in person.memberships.filter(school=school).order_by("role")]


class SignIns:
    """The names for signing in that are taken, fetched once, and those that are given meanwhile."""

    def __init__(self) -> None:
        self._taken = set(Person.objects.values_list("sign_in", flat=True))

    def free(self, given: str, family: str, email: str) -> str:
        """A name that nobody has: the e-mail address, or else one made of the person's own."""
        wanted = email.casefold()
        if not wanted or wanted in self._taken:
            letters = (
                "".join(each for each in plain(name) if each.isascii() and each.isalnum()) for name in (given, family)
            )
            wanted = ".".join(letters).strip(".") or "person"
        numbered = (f"{wanted}{number}" for number in itertools.count(2))
        found = next(each for each in itertools.chain([wanted], numbered) if each not in self._taken)
        self._taken.add(found)
        return found


def read_email(text: str) -> str:
    """An e-mail address as it is kept; empty for none."""
    bare = text.strip()
    try:
        if bare:
            validate_email(bare)
    except ValidationError:
        raise Refused(f"{bare[:60]} is no e-mail address. Look at it, or leave it empty.", "email") from None
    return bare


def add_person(school: School, role: Role, given: str, family: str, email: str) -> Person:
    """Somebody new, or who belongs to another school already (known by the e-mail address), with a role here."""
    bare = read_email(email)
    known = Person.objects.filter(Q(sign_in=bare.casefold()) | Q(email__iexact=bare)).first() if bare else None
    with transaction.atomic():
        person = known or make_person(name_of(given, LONGEST_NAME), name_of(family, LONGEST_NAME), bare)
        Membership.objects.get_or_create(person=person, school=school, role=role)
    return person


def make_person(given: str, family: str, email: str, names: SignIns | None = None) -> Person:
    """A person without a password, whom nobody can sign in as yet. Whoever makes many hands over the `names` that are taken."""
    made = Person.objects.create_person((names or SignIns()).free(given, family, email), given, family)
    made.email = email
    made.save(update_fields=["email"])
    return made


@transaction.atomic
def change_person(school: School, person: Person, given: Mapping[str, Any]) -> None:
    """Change somebody's name, e-mail address and roles here. Raises Refused for what is theirs in another school too."""
    own = {
        name for name in ("given_name", "family_name", "email") if given.get(name) not in (None, getattr(person, name))
    }
    if own and belongs_elsewhere(school, person):
        raise Refused(
            f"{person} also belongs to another school. Their name and e-mail address are for themselves to change.",
            min(own),
        )
    if own - {"email"}:
        # What is said of a class names who teaches it, and who did what in it.
        count_school(school.pk)
    if "email" in own:
        person.email = read_email(given["email"])
    for name in own - {"email"}:
        setattr(person, name, name_of(given[name], LONGEST_NAME))
    person.save(update_fields=["given_name", "family_name", "email"])
    if given.get("roles") is not None:
        set_roles(school, person, given["roles"])


def set_roles(school: School, person: Person, roles: Sequence[str]) -> None:
    """What somebody is at the school, all of it. Raises Refused for none, and where the school would be left without an officer."""
    if not roles or set(roles) - set(Role.values):
        raise Refused("Choose at least one role.", "roles")
    if Role.OFFICER not in roles:
        _refuse_last_officer(school, person)
    if (
        Role.TEACHER not in roles
        and person.teachings.filter(school_class__school=school, school_class__archived_at=None).exists()
    ):
        raise Refused(f"{person} teaches classes here. Give those to somebody else first.", "roles")
    person.memberships.filter(school=school).exclude(role__in=roles).delete()
    for each in roles:
        Membership.objects.get_or_create(person=person, school=school, role=each)


def _refuse_last_officer(school: School, person: Person) -> None:
    officers = Membership.objects.filter(school=school, role=Role.OFFICER, person__is_active=True)
    if officers.filter(person=person).exists() and not officers.exclude(person=person).exists():
        raise Refused(f"{person} is the only records officer. Make another one first.", "roles")


@transaction.atomic
def deactivate(school: School, person: Person) -> None:
    """Somebody has left: their sign-in ends at once everywhere, and all that they did stays.

    Who belongs to another school goes on there.
    """
    _refuse_last_officer(school, person)
    if belongs_elsewhere(school, person):
        person.memberships.filter(school=school).delete()
        return
    person.is_active = False
    person.save(update_fields=["is_active"])
    sessions.end_all(person)


def activate(person: Person) -> None:
    """Somebody is back. Their password is as it was."""
    person.is_active = True
    person.save(update_fields=["is_active"])


@transaction.atomic
def merge_persons(school: School, kept: Person, other: Person) -> None:
    """Two are one: what hangs on the other hangs on the one that is kept, and the other is deactivated."""
    if kept.pk == other.pk:
        raise Refused("These are the same person already.", "other")
    if belongs_elsewhere(school, kept) or belongs_elsewhere(school, other):
        raise Refused("One of the two also belongs to another school. They cannot be made one here.", "other")
    count_school(school.pk)  # Classes name who teaches them, and who did what in them.
    for each in Membership.objects.filter(person=other, school=school):
        Membership.objects.get_or_create(person=kept, school=school, role=each.role)
    other.memberships.all().delete()
    other.guardianships.all().hand_over(person=kept)
    rehang(other, kept, but=("accounts", "axes", "otp_totp", "otp_static"))
    other.is_active = False
    other.save(update_fields=["is_active"])
    sessions.end_all(other)


def rehang(old: Model, new: Model, *, but: Sequence[str] = ()) -> None:
    """Whatever refers to one row refers to another, but for what some apps hold and for the audit, which stays as it was written.

    Raises Refused where both have what only one can have: then nothing is changed.
    """
    for each in old._meta.related_objects:
        relation: Any = each
        model: type[Model] = relation.through if each.many_to_many else relation.related_model
        name = relation.field.m2m_reverse_field_name() if each.many_to_many else relation.field.name
        if model is AuditEntry or model._meta.app_label in but:
            continue
        try:
            with transaction.atomic():
                model._base_manager.filter(**{name: old}).update(**{name: new})
        except IntegrityError:
            raise Refused(
                f"Both have a {model._meta.verbose_name} where only one can have it. They stay two.", "other"
            ) from None
