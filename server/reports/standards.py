"""The school's standards and the levels that they are scored in, as the records officer sets them (R8)."""

from collections.abc import Collection, Mapping, Sequence
from fractions import Fraction
from typing import Any

from django.db.models import Q
from gradecore.book import COMBINES, Scale, Standard
from gradecore.check import BookError
from gradecore.file import read_standards
from gradecore.numbers import NumberError, decimal_text, read_decimal
from plans.models import Assignment
from plans.standards import About, about, archived, current, listed, standards_named, term_way, usual
from school.models import ReportingWindow, School
from school.refusal import Refused
from scores.by_standard import STROKE
from scores.models import LevelOverride

from reports.school_schemas import OwnLevels, SchoolStandard, SchoolStandardsOut, StandardBranch, StandardLevel

LONGEST = 60
LONGEST_ABOUT = 600


def standards_out(school: School) -> SchoolStandardsOut:
    """What is set."""
    (standards, scale, own), known, gone, like = listed(school), about(school), archived(school), usual(school)
    shown = [
        (each.id in gone, SchoolStandard(name=each.id, within=each.parent, **known.get(each.id, {})))
        for each in standards
    ]
    return SchoolStandardsOut(
        standards=[each for is_archived, each in shown if not is_archived],
        archived=[each for is_archived, each in shown if is_archived],
        combine=like.combine,
        rate=decimal_text(like.rate),
        branches=[StandardBranch(**each) for each in school.standards.get("branches", ())],
        levels=_levels_out(scale) if scale else [],
        out_of=decimal_text(scale.out_of) if scale else "4",
        own_levels=[
            OwnLevels(
                by=each["by"],
                of=each["of"],
                levels=_levels_out(own[each["of"]]),
                out_of=decimal_text(own[each["of"]].out_of),
            )
            for each in school.standards.get("levels_for", ())
        ],
        over_terms=term_way(school),
    )


def _levels_out(scale: Scale) -> list[StandardLevel]:
    """The levels of a scale from the highest."""
    return [
        StandardLevel(
            mark=each.mark, min=decimal_text(each.min), value=None if each.value is None else decimal_text(each.value)
        )
        for each in sorted(scale.bands, key=lambda band: -band.min)
    ]


def set_standards(school: School, given: Mapping[str, Any]) -> None:
    """Set the standards, how their evidence comes together, and the levels. Without any of both the school has none.

    What the list no longer holds and still has evidence is archived, with the branches that it has its levels or its way from; what of
    that stands in the list again is as it was. No window that is not over asks for it any longer.
    """
    standards = [_standard(each) for each in given["standards"]]
    _ask_no_more(school, {each.id for each in current(school)} - {each["id"] for each in standards})
    if not standards and not given["levels"]:
        school.standards = {}
    else:
        names = {each["id"] for each in standards}
        gone = _archived(school, given, names)
        staying = names | {each.id for each in gone}
        standards += [{"id": each.id} | ({"parent": each.parent} if each.parent in staying else {}) for each in gone]
        like, branches = _way(given, "rate"), [_branch(each, staying) for each in given["branches"]]
        known = about(school)
        said: dict[str, Any] = {
            read_name(each["name"]): _about(each, known.get(read_name(each["name"]), {})) for each in given["standards"]
        }
        said |= {each.id: known[each.id] for each in gone if each.id in known}
        levels_for = _levels_for(given["own_levels"], staying, said)
        words = {
            "standards": levelled(combined(standards, branches, like), levels_for, said),
            "standards_scale": _scale(given),
            "level_scales": {
                each["of"]: _scale(own) for each, own in zip(levels_for, given["own_levels"], strict=True)
            },
        }
        try:
            read_standards(words)
        except BookError as error:
            raise Refused(
                " ".join(f"{each.place} {each.message}" for each in error.problems[:3]), "standards"
            ) from None
        school.standards = words | {
            "about": {name: each for name, each in said.items() if each},
            "archived": [each.id for each in gone],
            "usual": like,
            "branches": branches,
            "levels_for": levels_for,
            "over_terms": given["over_terms"],
        }
    school.save(update_fields=["standards"])


def _archived(school: School, given: Mapping[str, Any], names: Collection[str]) -> list[Standard]:
    """What leaves the list and stays for its evidence, and what of the branches above that still has a way or levels of its own."""
    before = {each.id: each for each in listed(school)[0]}
    staying = {each.id for each in with_evidence(school, [each for each in before.values() if each.id not in names])}
    branches = {each["standard"] for each in given["branches"]}
    branches |= {each["of"] for each in given["own_levels"] if each["by"] == "branch"}
    for name in list(staying):
        above = before[name].parent
        while above is not None:
            if above in branches and above not in names:
                staying.add(above)
            above = before[above].parent
    return [each for each in before.values() if each.id in staying]


def _ask_no_more(school: School, left: Collection[str]) -> None:
    """Take standards that left the list off what windows ask for, where these are not over."""
    if not left:
        return
    windows = ReportingWindow.objects.filter(term__year__school=school, closes__gte=school.today())
    for window in windows.exclude(asks_for=[]):
        window.asks_for = [each for each in window.asks_for if each not in left]
        window.save(update_fields=["asks_for"])


def archiving_words(school: School, given: Mapping[str, Any]) -> list[str]:
    """What a list would archive that is not archived yet, in a sentence each."""
    names = {read_name(each["name"]) for each in given["standards"]}
    if not names and not given["levels"]:
        return []
    gone = [each for each in current(school) if each.id not in names]
    return [
        f"{each.id} has evidence: it is archived, keeps what was scored, and is offered to nobody any more."
        for each in with_evidence(school, gone)
    ]


def with_evidence(school: School, standards: Sequence[Standard]) -> list[Standard]:
    """Those of some standards that work of the school's classes names, deleted work too, or in which a level was set by hand."""
    if not standards:
        return []
    works = Assignment.with_deleted.filter(school_class__school=school).filter(~Q(standards=[]) | ~Q(criteria=[]))
    used = {name for work in works.only("standards", "criteria") for name in standards_named(work)}
    used |= set(LevelOverride.objects.filter(school_class__school=school).values_list("standard", flat=True))
    return [each for each in standards if each.id in used]


def combined(
    standards: Sequence[Mapping[str, Any]], branches: Sequence[Mapping[str, str]], like: Mapping[str, str]
) -> list[dict[str, Any]]:
    """The standards, each with how its evidence comes together: as the nearest branch that it is in says, else as usual."""
    parents = {each["id"]: each.get("parent") for each in standards}
    ways = {each["standard"]: each for each in branches}

    def way(name: str) -> Mapping[str, str]:
        seen: set[str] = set()
        above: str | None = name
        while above is not None and above not in ways and above not in seen:
            # A circle is refused as soon as the list is read.
            seen.add(above)
            above = parents.get(above)
        return ways.get(above or "", like)

    return [{**each, "combine": way(each["id"])["combine"], "rate": way(each["id"])["rate"]} for each in standards]


def levelled(
    standards: Sequence[Mapping[str, Any]], levels_for: Sequence[Mapping[str, str]], said: Mapping[str, About]
) -> list[dict[str, Any]]:
    """The standards, each with the scale of its levels where it has not the usual one: that of its branch, else of its subject, else of
    its year group.
    """
    ways = {(each["by"], each["of"]): each["of"] for each in levels_for}
    parents = {each["id"]: each.get("parent") for each in standards}

    def scale(name: str) -> str | None:
        seen: set[str] = set()
        above: str | None = name
        while above is not None and above not in seen:
            if ("branch", above) in ways:
                return above
            seen.add(above)
            above = parents.get(above)
        mine = said.get(name, {})
        named = [("subject", mine.get("subject", "")), *(("years", year) for year in years_of(mine))]
        return next((ways[each] for each in named if each in ways), None)

    found = []
    for each in standards:
        bare = {key: value for key, value in each.items() if key != "scale"}
        mine = scale(each["id"])
        found.append(bare if mine is None else bare | {"scale": mine})
    return found


def years_of(said: About) -> list[str]:
    """The year groups that a standard is for."""
    return [year.strip() for year in said.get("years", "").split(",") if year.strip()]


def _levels_for(
    given: Sequence[Mapping[str, Any]], names: Collection[str], said: Mapping[str, About]
) -> list[dict[str, str]]:
    """For which standards there are other levels. Raises Refused for a branch, a subject or a year group that is not there, or twice."""
    there = {
        "branch": set(names),
        "subject": {each.get("subject", "") for each in said.values()} - {""},
        "years": {year for each in said.values() for year in years_of(each)},
    }
    found: list[dict[str, str]] = []
    for each in given:
        by, of = each["by"], " ".join(each["of"].split())
        if of not in there[by]:
            raise Refused(
                f"{of or 'Nothing'} is none of the standards, and cannot have levels of its own.", "own_levels"
            )
        if any(of == other["of"] for other in found):
            raise Refused(f"{of} has levels of its own twice; keep one of them.", "own_levels")
        found.append({"by": by, "of": of})
    return found


def _scale(given: Mapping[str, Any]) -> dict[str, Any]:
    return {"bands": [_level(each) for each in given["levels"]], "out_of": given["out_of"]}


def _way(given: Mapping[str, Any], field: str) -> dict[str, str]:
    """How evidence comes together. Raises Refused for what is no way, or where the newest does not count as a part of 1."""
    if given["combine"] not in COMBINES:
        raise Refused(f"Evidence cannot come together by {given['combine'][:20]}.", field)
    try:
        rate = read_decimal(given["rate"], negative=False)
    except NumberError:
        rate = Fraction(0)
    if not 0 < rate <= 1:
        raise Refused("How much the newest counts is a part of 1, such as 0.65.", field)
    return {"combine": given["combine"], "rate": given["rate"]}


def _branch(given: Mapping[str, Any], names: Collection[str]) -> dict[str, str]:
    name = read_name(given["standard"])
    if name not in names:
        raise Refused(f"{name} is none of the standards, and cannot have a way of its own.", "branches")
    return {"standard": name, **_way(given, "branches")}


def read_name(text: str) -> str:
    """A standard's name as typed. Raises Refused for what is none."""
    name = " ".join(text.split())
    if not name or len(name) > LONGEST or "," in name:
        raise Refused(
            f"{name[:40] or 'A standard without a name'}: a name has 1 to {LONGEST} characters and no comma.",
            "standards",
        )
    return name


def _standard(given: Mapping[str, Any]) -> dict[str, Any]:
    name = read_name(given["name"])
    within = {"parent": " ".join(given["within"].split())} if given["within"] else {}
    return {"id": name} | within


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
