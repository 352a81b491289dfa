"""The school's standards and the levels that they are scored in, as the records officer sets them (R8)."""

from collections.abc import Mapping
from typing import Any

from gradecore.book import COMBINES
from gradecore.check import BookError
from gradecore.file import read_standards
from gradecore.numbers import decimal_text
from plans.standards import About, about, listed
from school.models import School
from school.refusal import Refused
from scores.by_standard import STROKE

from reports.school_schemas import SchoolStandard, SchoolStandards, StandardLevel

LONGEST = 60
LONGEST_ABOUT = 600


def standards_out(school: School) -> SchoolStandards:
    """What is set."""
    (standards, scale), known = listed(school), about(school)
    first = standards[0] if standards else None
    bands = sorted(scale.bands, key=lambda band: -band.min) if scale else []
    return SchoolStandards(
        standards=[SchoolStandard(name=each.id, within=each.parent, **known.get(each.id, {})) for each in standards],
        combine=first.combine if first else COMBINES[0], rate=decimal_text(first.rate) if first else "0.65",
        levels=[
            StandardLevel(
                mark=each.mark, min=decimal_text(each.min), value=None if each.value is None else decimal_text(each.value)
            )
            for each in bands
        ],
        out_of=decimal_text(scale.out_of) if scale else "4",
    )  # fmt: skip


def set_standards(school: School, given: Mapping[str, Any]) -> None:
    """Set the standards, how their evidence comes together, and the levels. Without any of both the school has none.

    What work names and the list no longer holds stays a standard of that class's own.
    """
    standards = [_standard(each, given["combine"], given["rate"]) for each in given["standards"]]
    if not standards and not given["levels"]:
        school.standards = {}
    else:
        words = {
            "standards": standards,
            "standards_scale": {"bands": [_level(each) for each in given["levels"]], "out_of": given["out_of"]},
        }
        said = {
            each["id"]: _about(given_one, about(school).get(each["id"], {}))
            for each, given_one in zip(standards, given["standards"], strict=True)
        }
        try:
            read_standards(words)
        except BookError as error:
            raise Refused(
                " ".join(f"{each.place} {each.message}" for each in error.problems[:3]), "standards"
            ) from None
        school.standards = words | {"about": {name: each for name, each in said.items() if each}}
    school.save(update_fields=["standards"])


def read_name(text: str) -> str:
    """A standard's name as typed. Raises Refused for what is none."""
    name = " ".join(text.split())
    if not name or len(name) > LONGEST or "," in name:
        raise Refused(
            f"{name[:40] or 'A standard without a name'}: a name has 1 to {LONGEST} characters and no comma.",
            "standards",
        )
    return name


def _standard(given: Mapping[str, Any], combine: str, rate: str) -> dict[str, Any]:
    name = read_name(given["name"])
    within = {"parent": " ".join(given["within"].split())} if given["within"] else {}
    return {"id": name, "combine": combine, "rate": rate} | within


def _about(given: Mapping[str, Any], before: About) -> dict[str, str]:
    """What a standard says of itself; its subject and years stay where they are not given."""
    found = {"code": given.get("code", ""), "wording": given.get("wording", "")}
    for name in ("subject", "years"):
        found[name] = str(before.get(name, "")) if given.get(name) is None else given[name]
    for name, text in found.items():
        if len(text) > LONGEST_ABOUT:
            raise Refused(
                f"{given['name'][:40]}: its {name} has {len(text)} characters; at most {LONGEST_ABOUT} fit.",
                "standards",
            )
    return {name: text.strip() for name, text in found.items() if text.strip()}


def _level(given: Mapping[str, Any]) -> dict[str, Any]:
    mark = " ".join(given["mark"].split())
    if STROKE in mark:
        raise Refused(
            f"{mark}: a level has no {STROKE} in it, which stands between scores when they are typed.", "levels"
        )
    value = {"value": given["value"]} if given["value"] else {}
    return {"mark": mark, "min": given["min"]} | value
