"""Standards as a CASE package (Competencies and Academic Standards Exchange 1.0 and 1.1), read and written."""

import json
import uuid
from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from plans.standards import about, current
from school.models import School
from school.refusal import Refused

from reports.standards import LONGEST

MOST = 1000
CHILD = "isChildOf"


def read_package(text: str) -> list[dict[str, Any]]:
    """The standards of a package, each after what it is part of, as `SchoolStandards` has them. Raises Refused, saying what is wrong."""
    try:
        given = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise Refused(f"This is not JSON: {str(error)[:120]}. A CASE package is a JSON file.", "file") from None
    items = given.get("CFItems") if isinstance(given, dict) else None
    if not isinstance(items, list) or not all(isinstance(each, dict) for each in items):
        raise Refused("This is no CASE package: it has no list of CFItems.", "file")
    identifiers = [each.get("identifier") for each in items]
    if not all(isinstance(each, str) for each in identifiers) or len(set(identifiers)) < len(items):
        raise Refused("Each of its items needs an identifier of its own. Mend the package where it comes from.", "file")
    if len(items) > MOST:
        raise Refused(f"These are {len(items)} standards; at most {MOST} fit. Take a part of the package.", "file")
    associations = given.get("CFAssociations")
    return _in_order(items, _parents(associations if isinstance(associations, list) else []))


def _parents(associations: Sequence[Any]) -> dict[str, tuple[str, float]]:
    """Of each item what it is a child of, and its place there."""
    found = {}
    for each in associations:
        if isinstance(each, dict) and each.get("associationType") == CHILD:
            child, parent = (
                node.get("identifier") if isinstance(node := each.get(end), dict) else None
                for end in ("originNodeURI", "destinationNodeURI")
            )
            place = each.get("sequenceNumber")
            if isinstance(child, str) and isinstance(parent, str):
                found[child] = parent, float(place) if isinstance(place, int | float) else float("inf")
    return found


def _in_order(items: Sequence[Mapping[str, Any]], parents: Mapping[str, tuple[str, float]]) -> list[dict[str, Any]]:
    known = {each.get("identifier"): each for each in items}
    names = names_of(items)
    below: dict[str | None, list[Any]] = {}
    for each in items:
        parent, _ = parents.get(each.get("identifier", ""), (None, 0.0))
        below.setdefault(parent if parent in known else None, []).append(each)
    found: list[dict[str, Any]] = []
    ahead: list[tuple[Any, str | None]] = []

    def push(parent: str | None, within: str | None) -> None:
        mine = sorted(below.get(parent, []), key=lambda each: parents.get(each.get("identifier", ""), ("", 0.0))[1])
        ahead.extend((each, within) for each in reversed(mine))

    push(None, None)
    while ahead:
        each, within = ahead.pop()
        name = names[id(each)]
        found.append(
            {
                "name": name,
                "within": within,
                "code": _said(each, "humanCodingScheme"),
                "wording": _said(each, "fullStatement"),
                "subject": ", ".join(_texts(each.get("subject"))),
                "years": ", ".join(_texts(each.get("educationLevel"))),
            }
        )
        push(each.get("identifier"), name)
    if len(found) < len(items):
        raise Refused(
            "Some of its items are children of each other in a circle. Mend the package where it comes from.", "file"
        )
    return found


def names_of(items: Sequence[Mapping[str, Any]]) -> dict[int, str]:
    """What each item is called here, by the object: short, without a comma, and each another."""
    found: dict[int, str] = {}
    taken: set[str] = set()
    for each in items:
        full = _said(each, "abbreviatedStatement") or _said(each, "fullStatement") or _said(each, "humanCodingScheme")
        if not full:
            raise Refused("One of its items has neither a statement nor a code.", "file")
        bare = " ".join(full.replace(",", ";").split())
        name = bare if len(bare) <= LONGEST else bare[: LONGEST - 1].rstrip() + "…"
        code = _said(each, "humanCodingScheme").replace(",", ";")
        if name.casefold() in taken and code:
            name = f"{code} {name}"[:LONGEST]
        number = 2
        while name.casefold() in taken:
            name = f"{name[: LONGEST - 5]} ({number})"
            number += 1
        taken.add(name.casefold())
        found[id(each)] = name
    return found


def _said(item: Mapping[str, Any], key: str) -> str:
    value = item.get(key)
    return value.strip() if isinstance(value, str) else ""


def _texts(value: Any) -> list[str]:
    return [each for each in (value if isinstance(value, list) else [value]) if isinstance(each, str) and each]


def package(school: School) -> dict[str, Any]:
    """The school's standards as a package. An item keeps its identifier as long as its name."""
    now = school.now().isoformat()
    standards, known = current(school), about(school)
    document = _node(school, "", f"Standards of {school}")
    return {
        "CFDocument": {**document, "creator": str(school), "lastChangeDateTime": now, "adoptionStatus": "Implemented"},
        "CFItems": [_item(school, each.id, known.get(each.id, {}), now) for each in standards],
        "CFAssociations": list(_associations(school, [(each.id, each.parent) for each in standards], document, now)),
    }


def _node(school: School, name: str, title: str) -> dict[str, str]:
    identifier = str(uuid.uuid5(uuid.NAMESPACE_OID, f"hoarfrost standard {school.pk} {name}"))
    return {"identifier": identifier, "uri": f"urn:uuid:{identifier}", "title": title}


def _item(school: School, name: str, said: Mapping[str, Any], now: str) -> dict[str, Any]:
    node = _node(school, name, name)
    found: dict[str, Any] = {
        "identifier": node["identifier"],
        "uri": node["uri"],
        "abbreviatedStatement": name,
        "fullStatement": said.get("wording") or name,
        "lastChangeDateTime": now,
    }
    if said.get("code"):
        found["humanCodingScheme"] = said["code"]
    if said.get("subject"):
        found["subject"] = said["subject"].split(", ")
    if said.get("years"):
        found["educationLevel"] = said["years"].split(", ")
    return found


def _associations(
    school: School, pairs: Sequence[tuple[str, str | None]], document: Mapping[str, str], now: str
) -> Iterator[dict[str, Any]]:
    for place, (name, parent) in enumerate(pairs, 1):
        node = _node(school, f"{name} in {parent}", "")
        yield {
            "identifier": node["identifier"],
            "uri": node["uri"],
            "associationType": CHILD,
            "sequenceNumber": place,
            "originNodeURI": _node(school, name, name),
            "lastChangeDateTime": now,
            "destinationNodeURI": dict(document) if parent is None else _node(school, parent, parent),
        }


def laid_over(school: School, given: Sequence[Mapping[str, Any]]) -> tuple[list[dict[str, Any]], list[str]]:
    """What is there with a package's standards in it, and in words what that adds and changes.

    One is known by its code, or else by its name; it then keeps the name that it has here, and so its evidence.
    """
    nothing = {"code": "", "wording": "", "subject": "", "years": ""}
    here: list[dict[str, Any]] = [
        {**nothing, "name": each.id, "within": each.parent, **about(school).get(each.id, {})}
        for each in current(school)
    ]
    by_code = {each["code"].casefold(): each for each in here if each.get("code")}
    by_name = {str(each["name"]).casefold(): each for each in here}
    called: dict[str, str] = {}
    before = len(here)
    met: set[str] = set()
    changed = 0
    for each in given:
        known = by_code.get(each["code"].casefold()) or by_name.get(each["name"].casefold())
        within = called.get(each["within"] or "", each["within"])
        called[each["name"]] = str(known["name"]) if known else each["name"]
        wanted = {**each, "name": called[each["name"]], "within": within}
        if known is None:
            here.append(wanted)
            continue
        met.add(str(known["name"]))
        if any(known.get(key) != value for key, value in wanted.items() if value or known.get(key)):
            known.update(wanted)
            changed += 1
    words = [
        f"{len(here) - before} added",
        f"{changed} changed",
        f"{before - len(met)} that the file does not have stay",
    ]
    return [dict(each) for each in here], words
