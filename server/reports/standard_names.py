"""A standard of the school gets another name, or turns out to be the same as another one: whatever is kept by its name goes along, for
evidence belongs to the standard (R8). What was posted, and history, stay as they were.
"""

import json
from collections.abc import Callable, Iterable
from typing import Any

from django.db.models import Q, QuerySet, TextField
from django.db.models.functions import Cast
from gradecore.check import BookError
from gradecore.file import STANDARDS, read_standards
from plans.models import Assignment, Category, Draft, GroundRules, KeptPlan, SharedCriteria
from school.calendar import current_year
from school.models import Act, ReportingWindow, School
from school.refusal import Refused
from school.revisions import count_classes
from scores.models import LevelOverride, Score

from reports.models import Comment, PostedGrade
from reports.standards import combined, levelled, read_name
from reports.standing import plural

_MANY = 500
"""So many rows are written at a time."""


def rename(school: School, name: str, to: str, *, is_same: bool, dry_run: bool) -> None:
    """Call a standard otherwise; where it `is_same` as the one that is called so already, it goes into that one. A `dry_run`, which is
    rolled back, keeps nobody from entering meanwhile.

    Raises Refused where there is no such standard, the name is another's (or nobody's), or both are scored, or set by hand, in one place.
    """
    to = read_name(to)
    names = [each["id"] for each in school.standards.get("standards", [])]
    if name not in names:
        raise Refused(f"The school has no standard {name[:60]}. Load the page anew.", "name")
    if is_same and (to not in names or to == name):
        raise Refused(f"The school has no other standard {to}.", "to")
    if not is_same and to in names and to != name:
        raise Refused(f"{to} is another standard. If both are one, say that they are the same.", "to")
    if not dry_run:
        # What is entered, or planned, meanwhile would keep the old name.
        count_classes(school.pk)
    if to != name:
        # A class may have a standard of its own that is called so.
        _refuse_both(school, name, to)
    _in_list(school, name, to, is_same=is_same)
    _in_plans(school, name, to)
    _in_plans_to_be(school, name, to)
    _in_classes(school, name, to)
    _in_acts(school, name, to)


def posted_words(school: School, name: str) -> list[str]:
    """What is to be known of what was posted with a standard in the year it is, a sentence; nothing where nothing was."""
    named = PostedGrade.objects.filter(posting__school_class__year=current_year(school), levels__has_key=name)
    reports = (
        named.filter(withdrawal=None).values("posting__school_class", "student", "posting__term").distinct().count()
    )
    if not reports:
        return []
    return [
        f"{plural(reports, 'posted report')} {'names' if reports == 1 else 'name'} it: posted again, they have the new name."
    ]


def _in_list(school: School, name: str, to: str, *, is_same: bool) -> None:
    listed: list[dict[str, Any]] = school.standards["standards"]
    gone = next(each for each in listed if each["id"] == name)
    found = []
    for each in listed:
        if is_same and each is gone:
            continue
        now = each | {"id": to if each is gone else each["id"]}
        # What stood in the one that goes stands in the other; that one itself, where the one that goes stood.
        if each.get("parent") == name:
            now["parent"] = gone.get("parent") if each["id"] == to else to
        if now.get("parent", "") is None:
            del now["parent"]
        found.append(now)
    said = dict(school.standards.get("about", {}))
    if name in said:
        said = {to if key == name else key: each for key, each in said.items() if not (is_same and key == name)}
    # As a branch the one that stays keeps its own way.
    branches = [
        each | {"standard": to if each["standard"] == name else each["standard"]}
        for each in school.standards.get("branches", ())
        if not (is_same and each["standard"] == name)
    ]
    gone_names = _called(school.standards.get("archived", ()), name, to)
    if "usual" in school.standards:
        # What stands under another one now follows the branch that it is in.
        found = combined(found, branches, school.standards["usual"])
    # A branch with levels of its own keeps them under its new name; one that goes into another has that one's.
    own = school.standards.get("levels_for", ())
    is_branch = any(each["by"] == "branch" and each["of"] == name for each in own)
    levels_for = [
        each | {"of": to if each["by"] == "branch" and each["of"] == name else each["of"]}
        for each in own
        if not (is_same and each["by"] == "branch" and each["of"] == name)
    ]
    scales = school.standards.get("level_scales", {})
    if is_branch and not is_same and to in scales:
        raise Refused(f"{to} has levels of its own already; call it otherwise.", "to")
    if is_branch:
        scales = {to if key == name else key: each for key, each in scales.items() if not (is_same and key == name)}
    found = levelled(found, levels_for, said)
    words = school.standards | {
        "standards": found,
        "about": said,
        "branches": branches,
        "levels_for": levels_for,
        "level_scales": scales,
        "archived": [each for each in gone_names if not (is_same and each == to)],
    }
    try:
        read_standards({key: words[key] for key in STANDARDS if key in words})
    except BookError as error:
        raise Refused(" ".join(f"{each.place} {each.message}" for each in error.problems[:3]), "to") from None
    school.standards = words
    school.save(update_fields=["standards"])


def _in_plans(school: School, name: str, to: str) -> None:
    works = []
    for work in Assignment.with_deleted.filter(school_class__school=school).filter(~Q(standards=[]) | ~Q(criteria=[])):
        if name in work.standards or any(each["standard"] == name for each in work.criteria):
            work.standards, work.criteria = _called(work.standards, name, to), _all_called(work.criteria, name, to)
            work.standard_points = _keyed(work.standard_points, name, to)
            work.version += 1
            works.append(work)
    # What is deleted may be brought back.
    Assignment.with_deleted.bulk_update(
        works, ["standards", "standard_points", "criteria", "version"], batch_size=_MANY
    )
    _rewrite(
        Category.objects.filter(school_class__school=school).exclude(default_standards=[]),
        "default_standards",
        lambda names: _called(names, name, to),
    )
    _rewrite(SharedCriteria.objects.filter(school=school), "criteria", lambda criteria: _all_called(criteria, name, to))
    _rewrite(
        GroundRules.objects.filter(school_class__school=school).exclude(standard_weights={}),
        "standard_weights",
        lambda weights: _keyed(weights, name, to),
    )


def _in_plans_to_be(school: School, name: str, to: str) -> None:
    """In what a draft would change, and in plans that a teacher keeps for other classes."""
    drafts = Draft.objects.filter(school_class__school=school)
    _rewrite(drafts, "change", lambda change: _all_called(change, name, to))
    _rewrite(KeptPlan.objects.filter(school=school), "plan", lambda plan: _all_called(plan, name, to))


def _in_classes(school: School, name: str, to: str) -> None:
    scores = Score.objects.filter(assignment__school_class__school=school, by_standard__has_key=name)
    comments = Comment.objects.filter(school_class__school=school, by_standard__has_key=name)
    for rows in (scores, comments):
        _rewrite(rows, "by_standard", lambda found: _keyed(found, name, to))
    LevelOverride.objects.filter(school_class__school=school, standard=name).update(standard=to)
    windows = ReportingWindow.objects.filter(term__year__school=school).exclude(asks_for=[])
    _rewrite(windows, "asks_for", lambda names: _called(names, name, to))


def _in_acts(school: School, name: str, to: str) -> None:
    """In what can be undone, which then still can."""
    # JSON is kept as text, in which letters beyond ASCII are escaped.
    written = Act.objects.filter(school_class__school=school).annotate(text=Cast("change", TextField()))
    naming = written.filter(text__contains=json.dumps(name))
    _rewrite(naming, "change", lambda change: _all_called(change, name, to))


def _refuse_both(school: School, name: str, to: str) -> None:
    """Where two standards that are to be one have something each, only one of it could stay: their teacher says which."""
    for work in Assignment.with_deleted.filter(school_class__school=school).select_related("school_class"):
        named = {*work.standards, *(each["standard"] for each in work.criteria)}
        if {name, to} <= named:
            raise Refused(
                f"{work.name} in {work.school_class} names both {name} and {to}. Take one of them away there first.",
                "to",
            )
    by_hand = LevelOverride.objects.filter(school_class__school=school)
    others = set(by_hand.filter(standard=to).values_list("school_class", "student"))
    for each in by_hand.filter(standard=name).select_related("student", "school_class"):
        if (each.school_class_id, each.student_id) in others:
            raise Refused(
                f"{each.student}'s levels in both are set by hand in {each.school_class}. Take one of them back first.",
                "to",
            )
    for comment in Comment.objects.filter(school_class__school=school, by_standard__has_keys=[name, to]).select_related(
        "student", "school_class"
    ):
        raise Refused(
            f"{comment.student} has a comment on each of them in {comment.school_class}. Empty one of them first.", "to"
        )


def _called(names: Iterable[str], name: str, to: str) -> list[str]:
    return list(dict.fromkeys(to if each == name else each for each in names))


def _keyed(found: dict[str, Any], name: str, to: str) -> dict[str, Any]:
    """What stands under a name stands under the other, unless something does already."""
    return {to if key == name else key: each for key, each in found.items() if not (key == name and to in found)}


def _all_called(found: Any, name: str, to: str) -> Any:
    """Rows as they are kept, however deep, with a standard called otherwise in the fields that name standards."""
    if isinstance(found, list):
        return [_all_called(each, name, to) for each in found]
    if not isinstance(found, dict):
        return found
    made = {key: _all_called(each, name, to) for key, each in found.items()}
    if made.get("standard") == name:
        made["standard"] = to
    for field in ("standards", "default_standards"):
        if field in made:
            made[field] = _called(made[field], name, to)
    for field in ("standard_weights", "standard_points", "by_standard"):
        if field in made:
            made[field] = _keyed(made[field], name, to)
    return made


def _rewrite(rows: QuerySet[Any], field: str, called: Callable[[Any], Any]) -> None:
    """One field of some rows, as `called` makes it."""
    found = list(rows)
    for row in found:
        setattr(row, field, called(getattr(row, field)))
    rows.model._default_manager.bulk_update(found, [field], batch_size=_MANY)
