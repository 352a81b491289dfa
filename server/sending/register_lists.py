"""What the register has: asked for when somebody looks or the night comes, and kept, so that no page waits for it."""

import datetime
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from django.db import transaction
from django.utils import timezone
from oneroster import GRADEBOOK, READ_GRADES, READ_ROSTERS, ROSTERING, sourced_id
from people.register_client import all_of, refused_in_words, signed_in
from people.registers import find_register
from school.models import School
from school.refusal import Refused

from sending.models import PairedKind, Pairing, RegisterPart, SchoolSending

Kind = RegisterPart.Kind


@dataclass(frozen=True)
class Part:
    """Something of the register's, by its identifier."""

    sourced_id: str
    title: str
    details: Mapping[str, Any]

    @property
    def days(self) -> tuple[datetime.date, datetime.date] | None:
        """The first and last day of a session, None where it does not say them. The standard's end is the day after the last."""
        try:
            begin, end = (datetime.date.fromisoformat(str(self.details.get(each))[:10]) for each in ("begin", "end"))
        except ValueError:
            return None
        return begin, end - datetime.timedelta(days=1)


@dataclass(frozen=True)
class Lists:
    """What the register has, by kind and identifier."""

    sessions: Mapping[str, Part]
    categories: Mapping[str, Part]
    scales: Mapping[str, Part]
    classes: Mapping[str, Part]


Found = dict[tuple[str, str], Part]
"""What the register has, by kind and identifier."""
Rows = Mapping[str, Sequence[Mapping[str, Any]]]
"""The register's records by kind, as the standard calls them in its paths."""


def look(school: School) -> None:
    """Ask the register what it has, and keep it. Raises Refused where it does not answer; what was kept then stays."""
    said, _ = SchoolSending.objects.get_or_create(school=school)
    try:
        rows = _fetch(school)
    except Refused as refused:
        SchoolSending.objects.filter(pk=said.pk).update(problem=refused.message[:300])
        raise
    keep(school, rows, timezone.now())


@transaction.atomic
def keep(school: School, rows: Rows, at: datetime.datetime) -> None:
    """Keep what the register has, in place of what it had."""
    said, _ = SchoolSending.objects.get_or_create(school=school)
    SchoolSending.objects.select_for_update().get(pk=said.pk)
    found = _parts(rows, school)
    kept = {(each.kind, each.sourced_id): each for each in RegisterPart.objects.filter(school=school)}
    RegisterPart.objects.filter(pk__in=[each.pk for key, each in kept.items() if key not in found]).delete()
    changed = [
        each
        for key, each in kept.items()
        if key in found and (each.title, each.details) != (found[key].title, found[key].details)
    ]
    for each in changed:
        each.title, each.details = (
            found[each.kind, each.sourced_id].title,
            dict(found[each.kind, each.sourced_id].details),
        )
    RegisterPart.objects.bulk_update(changed, ["title", "details"])
    RegisterPart.objects.bulk_create(
        RegisterPart(school=school, kind=kind, sourced_id=name, title=part.title, details=part.details)
        for (kind, name), part in found.items()
        if (kind, name) not in kept
    )
    _check_pairings(school, found)
    SchoolSending.objects.filter(pk=said.pk).update(looked_at=at, problem="")


_PART_OF = {
    PairedKind.CLASS: Kind.CLASS,
    PairedKind.TERM: Kind.SESSION,
    PairedKind.CATEGORY: Kind.CATEGORY,
    PairedKind.GRADES: Kind.CATEGORY,
}


def _check_pairings(school: School, found: Found) -> None:
    """Note which pairings the register does not have the other half of any more."""
    for each in Pairing.objects.filter(school=school, kind__in=_PART_OF):
        is_gone = (str(_PART_OF[PairedKind(each.kind)]), each.there) not in found
        if is_gone != each.is_gone:
            Pairing.objects.filter(pk=each.pk).update(is_gone=is_gone)


def lists_of(school: School) -> Lists:
    """What the register last said it has."""
    found = RegisterPart.objects.filter(school=school)
    by_kind: dict[str, dict[str, Part]] = {str(kind): {} for kind in Kind}
    for each in found.order_by("title", "sourced_id"):
        by_kind[each.kind][each.sourced_id] = Part(each.sourced_id, each.title, each.details)
    return Lists(by_kind["session"], by_kind["category"], by_kind["scale"], by_kind["class"])


_SERVICES = {
    "academicSessions": ROSTERING,
    "users": ROSTERING,
    "enrollments": ROSTERING,
    "classes": ROSTERING,
    "categories": GRADEBOOK,
    "scoreScales": GRADEBOOK,
}


def _fetch(school: School) -> Rows:
    register = find_register(school)
    with refused_in_words(register), signed_in(register, READ_ROSTERS, READ_GRADES) as session:
        return {kind: list(all_of(session, register.address, service, kind)) for kind, service in _SERVICES.items()}


def _parts(rows: Rows, school: School) -> Found:
    """What is paired with, of all that the register has of a school."""
    found: Found = {}
    active = {
        kind: [
            each for each in rows.get(kind, ()) if each.get("status", "active") == "active" and each.get("sourcedId")
        ]
        for kind in _SERVICES
    }
    for each in active["academicSessions"]:
        details = {"kind": each.get("type"), "begin": each.get("startDate"), "end": each.get("endDate")}
        _add(found, Kind.SESSION, each, details)
    for each in active["categories"]:
        weight = each.get("weight")
        _add(found, Kind.CATEGORY, each, {"weight": weight if isinstance(weight, int | float) else None})
    for each in active["scoreScales"]:
        _add(found, Kind.SCALE, each, _scale(each))
    numbers = {str(each["sourcedId"]): str(each.get("identifier") or "") for each in active["users"]}
    students: dict[str, dict[str, str]] = {}
    today = school.today().isoformat()
    for each in active["enrollments"]:
        user = sourced_id(each.get("user"))
        has_ended = str(each.get("endDate") or "9") <= today
        if each.get("role") == "student" and numbers.get(user) and not has_ended:
            students.setdefault(sourced_id(each.get("class")), {})[numbers[user]] = user
    org = find_register(school).org
    for each in active["classes"]:
        if org and sourced_id(each.get("school")) not in ("", org):
            continue
        details = {"course": sourced_id(each.get("course")), "students": students.get(str(each["sourcedId"]), {})}
        _add(found, Kind.CLASS, each, details)
    return found


def _add(found: Found, kind: str, given: Mapping[str, Any], details: Mapping[str, Any]) -> None:
    name = str(given["sourcedId"])[:100]
    found[str(kind), name] = Part(name, str(given.get("title") or name)[:200], details)


def _scale(given: Mapping[str, Any]) -> dict[str, Any]:
    values = [each for each in given.get("scoreScaleValue") or [] if isinstance(each, Mapping)]
    return {
        "class": sourced_id(given.get("class")),
        "course": sourced_id(given.get("course")),
        "marks": [[str(each.get("itemValueLHS", "")), str(each.get("itemValueRHS", ""))] for each in values],
    }
