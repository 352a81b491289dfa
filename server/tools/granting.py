"""Giving a tool access, and taking it: client credentials, told once and kept hashed, and the tokens they are exchanged for."""

import datetime
import secrets
from collections.abc import Collection
from dataclasses import dataclass

from django.db import transaction
from django.utils import timezone
from oneroster import EVERYTHING
from school.addresses import outside_address
from school.models import Person, School, SchoolClass
from school.refusal import NotYours, Refused
from school.secret import hashed, new_secret
from school.texts import name_of

from tools.models import Tool, ToolClass, ToolToken

LASTS = datetime.timedelta(hours=1)
"""How long a token counts."""


@dataclass(frozen=True)
class Granted:
    """A tool with the secret that is told now and never again."""

    tool: Tool
    secret: str


@transaction.atomic
def grant(
    school: School,
    officer: Person,
    name: str,
    entry_address: str,
    classes: Collection[int],
    credentials: tuple[str, str] | None = None,
) -> Granted:
    """Let a tool write to some classes. Raises Refused for a name that is taken, an address that is none, or no class."""
    name = name_of(name, 80)
    address = outside_address(entry_address, "entry_address") if entry_address.strip() else ""
    if Tool.objects.filter(school=school, name=name, revoked_at=None).exists():
        raise Refused(f"There is a tool called {name} already.", "name")
    client_id, secret = credentials or (secrets.token_hex(12), new_secret())
    person = Person.objects.create_person(f"tool-{client_id}", name, "(tool)")
    Person.objects.filter(pk=person.pk).update(is_active=False)
    tool = Tool.objects.create(
        school=school,
        name=name,
        entry_address=address,
        client_id=client_id,
        secret=hashed(secret),
        person=person,
        made_by=officer,
        made_at=school.now(),
    )
    set_classes(tool, classes)
    return Granted(tool, secret)


@transaction.atomic
def set_classes(tool: Tool, classes: Collection[int]) -> None:
    """Say to which classes a tool may write; what it put into others stays as it is. Raises Refused for none."""
    chosen = SchoolClass.objects.filter(school=tool.school_id, pk__in=classes, archived_at=None)
    if not chosen:
        raise Refused("Choose at least one class that the tool may write to.", "classes")
    tool.classes.exclude(school_class__in=chosen).delete()
    known = set(tool.classes.values_list("school_class_id", flat=True))
    ToolClass.objects.bulk_create(ToolClass(tool=tool, school_class=each) for each in chosen if each.pk not in known)


@transaction.atomic
def revoke(tool: Tool) -> None:
    """Take a tool's access, at once. What it put stays."""
    Tool.objects.filter(pk=tool.pk, revoked_at=None).update(revoked_at=timezone.now())
    tool.tokens.all().delete()


def find_tool(school: School, tool: int) -> Tool:
    """A tool of the school that has access. Raises NotYours where there is none."""
    found = Tool.objects.filter(school=school, pk=tool, revoked_at=None).first()
    if found is None:
        raise NotYours
    return found


def token_for(client_id: str, secret: str, scope: str) -> tuple[str, str] | None:
    """A token, and the scopes that it is for, in exchange for credentials; None where they are not known."""
    tool = Tool.objects.filter(client_id=client_id, revoked_at=None).first()
    if tool is None or not secrets.compare_digest(tool.secret, hashed(secret)):
        return None
    granted = " ".join(each for each in scope.split() if each in EVERYTHING) or " ".join(EVERYTHING)
    token = new_secret()
    ToolToken.objects.filter(tool=tool, until__lt=timezone.now()).delete()
    ToolToken.objects.create(tool=tool, token=hashed(token), scope=granted, until=timezone.now() + LASTS)
    return token, granted


def tool_of(token: str) -> ToolToken | None:
    """Whose token it is; None for one that is not known, or has run out."""
    known = ToolToken.objects.select_related("tool__school", "tool__person")
    return known.filter(token=hashed(token), until__gt=timezone.now(), tool__revoked_at=None).first()
