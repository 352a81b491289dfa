"""Changing assignments: they are added, changed and removed, and all of it can be undone."""

import datetime
from collections.abc import Mapping, Sequence
from typing import Any

from django.db import transaction
from django.db.models import Max, QuerySet
from school.calendar import running_term
from school.models import Person, SchoolClass, Term
from school.refusal import Code, Refused

from plans.categories import find_category
from plans.criteria import read_criteria
from plans.drafting import moves_grades, needs_draft, propose
from plans.keeping import begin, keep, refuse_overtaken
from plans.models import Assignment
from plans.rows import as_one_act, mark_of, record, snapshot
from plans.sharing import make_room
from plans.standards import named_standards, points_by_standard
from plans.typed import link, made_short, name, number, steps

LONGEST_DESCRIPTION = 4000
KEPT_FOR = datetime.timedelta(days=30)
"""How long a deleted assignment can be brought back."""
ENTERED_AS = ("points", "percent", "marks", "done")


@transaction.atomic
def add_assignment(school_class: SchoolClass, person: Person, given: Mapping[str, Any]) -> Assignment:
    """A new assignment at the end of the plan. A class without categories takes none yet.

    Where it would move grades by being there (a blank counts as zero), that it counts waits in the draft.
    """
    if not school_class.categories.exists():
        raise Refused(
            "This class has no categories yet. Make one first, so that the assignment has a place.", "category"
        )
    last = Assignment.with_deleted.filter(school_class=school_class).aggregate(last=Max("position"))["last"]
    assignment = Assignment(school_class=school_class, position=(last or 0) + 1)
    set_assignment(assignment, {"due_on": None, **_defaults(school_class, given), **given})
    with as_one_act(school_class, person, f"added {assignment.name}"):
        assignment.save()
        mark = mark_of(assignment)
        if assignment.counts and _moves_by_being_there(school_class, mark):
            assignment.counts = False
            assignment.save()
            propose(school_class, person, mark, snapshot(assignment), {"counts": True})
        assignment.refresh_from_db()
        record(school_class, person, f"added {assignment.name}", {mark: None}, {mark: snapshot(assignment)})
        if assignment.category is not None and assignment.category.method == "shares":
            make_room(school_class, person, assignment)
    assignment.refresh_from_db()
    return assignment


@transaction.atomic
def change_assignment(
    school_class: SchoolClass, person: Person, assignment_id: int, given: Mapping[str, Any], version: int | None = None
) -> Assignment:
    """Change what is given of an assignment; `version` is the one that the change was made from."""
    assignment = find_assignment(school_class, assignment_id)
    refuse_overtaken(assignment, version)
    changed = begin(assignment, given)
    was_in = assignment.category_id
    set_assignment(assignment, given)
    with as_one_act(school_class, person, f"changed {assignment.name}"):
        keep(school_class, person, [changed], f"changed {assignment.name}")
        if given.get("category_id") not in (None, was_in):
            make_room(school_class, person, assignment)
    assignment.refresh_from_db()
    return assignment


@transaction.atomic
def assign_to(school_class: SchoolClass, person: Person, assignment_id: int, student: int) -> Assignment:
    """Give an assignment to one more student: who was not chosen for it, or came after it was due."""
    assignment = find_assignment(school_class, assignment_id)
    begin(assignment, ())
    return change_assignment(school_class, person, assignment_id, {"chosen": [*assignment.chosen, student]})


@transaction.atomic
def remove_assignment(school_class: SchoolClass, person: Person, assignment_id: int) -> None:
    """Remove an assignment; it is kept with its scores for undoing."""
    assignment = find_assignment(school_class, assignment_id)
    before = snapshot(assignment)
    assignment.deleted_at = school_class.school.now()
    assignment.save()
    record(
        school_class, person, f"deleted {assignment.name}", {mark_of(assignment): before}, {mark_of(assignment): None}
    )


def deleted_assignments(school_class: SchoolClass) -> QuerySet[Assignment]:
    """What was deleted within the days in which it can be brought back, latest first."""
    since = school_class.school.now() - KEPT_FOR
    return Assignment.with_deleted.filter(school_class=school_class, deleted_at__gte=since).order_by("-deleted_at")


@transaction.atomic
def bring_back(school_class: SchoolClass, person: Person, assignment_id: int) -> Assignment:
    """Bring a deleted assignment back with its scores."""
    assignment = deleted_assignments(school_class).select_for_update().filter(pk=assignment_id).first()
    if assignment is None:
        raise Refused("This assignment is not among the deleted ones any more.", "assignment")
    assignment.deleted_at = None
    assignment.version += 1
    assignment.save()
    record(
        school_class,
        person,
        f"brought {assignment.name} back",
        {mark_of(assignment): None},
        {mark_of(assignment): snapshot(assignment)},
    )
    return assignment


def _moves_by_being_there(school_class: SchoolClass, mark: str) -> bool:
    return needs_draft(school_class) and moves_grades(school_class, {mark: {"counts": False}})


def _defaults(school_class: SchoolClass, given: Mapping[str, Any]) -> dict[str, Any]:
    """What a new assignment takes from the category it goes in, which is the default one unless another is named."""
    categories = school_class.categories.all()
    if "category_id" in given:
        category = categories.filter(pk=given["category_id"]).first()
    else:
        category = categories.filter(is_default=True).first()
    if category is None:
        return {"points": ""}
    points = "" if category.default_points is None else f"{category.default_points.normalize():f}"
    return {
        "category_id": category.pk,
        "points": points,
        "shown": category.default_shown,
        "standards": category.default_standards,
    }


def set_assignment(assignment: Assignment, given: Mapping[str, Any]) -> None:
    """Set what is given on an assignment, without keeping it. Raises Refused, naming the field."""
    school_class = assignment.school_class
    if "name" in given or not assignment.name:
        assignment.name = name(given.get("name", ""), "name", 120)
    if given.get("short_name"):
        assignment.short_name = name(given["short_name"], "short_name", 15)
    elif not assignment.short_name:
        assignment.short_name = made_short(assignment.name)
    if "category_id" in given:
        assignment.category = (
            None if given["category_id"] is None else find_category(school_class, given["category_id"])
        )
    _set_numbers(assignment, given)
    for choice in (
        "never_drop",
        "counts",
        "closed",
        "locked",
        "shown",
        "shown_when_in",
        "for_everyone",
        "announced",
        "comments_shown",
    ):
        if choice in given:
            setattr(assignment, choice, given[choice])
    for day in ("due_on", "assigned_on", "shown_from"):
        if day in given:
            setattr(assignment, day, _date(given[day], day, school_class))
    if given.get("term_id") is not None:
        assignment.term = _term(school_class, given["term_id"])
    elif assignment.term_id is None:
        assignment.term = term_of_day(school_class, assignment.due_on)
    _set_words(assignment, given)
    if "chosen" in given:
        _choose(assignment, given["chosen"])


def _set_numbers(assignment: Assignment, given: Mapping[str, Any]) -> None:
    if "extra" in given:
        assignment.extra = given["extra"]
    if "points" in given:
        assignment.points = number(given["points"] or "", "points", "Points")
        if not assignment.points and not assignment.extra and not given.get("zero_meant"):
            raise Refused(
                "Worth 0 points, it counts for nothing. Is it extra credit, or are 0 points meant?",
                "points",
                Code.ZERO_POINTS,
            )
    if "share" in given:
        assignment.share = number(given["share"], "share", "Share")
    if "step" in given:
        assignment.step = number(given["step"], "step", "Step")
        if not assignment.step:
            raise Refused("Scores go in steps of more than 0, such as 1 or 0.5.", "step")


def _set_words(assignment: Assignment, given: Mapping[str, Any]) -> None:
    if "description" in given:
        text = given["description"].strip()
        if len(text) > LONGEST_DESCRIPTION:
            raise Refused(
                f"This description has {len(text)} characters; at most {LONGEST_DESCRIPTION} fit.", "description"
            )
        assignment.description = text
    if "link" in given:
        assignment.link = link(given["link"], "link")
    if "kept_in" in given:
        assignment.kept_in = name(given["kept_in"], "kept_in", 120) if given["kept_in"].strip() else ""
    if "entered_as" in given:
        if given["entered_as"] not in ENTERED_AS:
            raise Refused("Scores are entered as points, percent, marks, or done and not done.", "entered_as")
        assignment.entered_as = given["entered_as"]
    if "adjust" in given:
        assignment.adjust = steps(given["adjust"], "adjust")
    if "standards" in given:
        assignment.standards = named_standards(given["standards"], "standards")
        # What is not named any more takes its points along.
        kept = assignment.standard_points
        assignment.standard_points = {each: kept[each] for each in assignment.standards if each in kept}
    if "standard_points" in given:
        assignment.standard_points = points_by_standard(
            given["standard_points"], assignment.standards, "standard_points"
        )
    if "criteria" in given:
        assignment.criteria = read_criteria(given["criteria"], assignment.criteria)


def _choose(assignment: Assignment, students: Sequence[int]) -> None:
    enrolled = set(assignment.school_class.enrolments.values_list("student_id", flat=True))
    if not set(students) <= enrolled:
        raise Refused("Somebody chosen is not in the class.", "chosen")
    if not students and not assignment.for_everyone:
        raise Refused("Choose at least one student, or give it to everyone.", "chosen")
    assignment.chosen = sorted(set(students))


def _date(given: datetime.date | None, field: str, school_class: SchoolClass) -> datetime.date | None:
    year = school_class.year
    if given is not None and not year.starts - datetime.timedelta(60) <= given <= year.ends + datetime.timedelta(60):
        raise Refused(
            f"{given:%-d %b %Y} is not in the school year {year.name} ({year.starts:%-d %b %Y} to {year.ends:%-d %b %Y}).",
            field,
        )
    return given


def _term(school_class: SchoolClass, term_id: int) -> Term:
    term = Term.objects.filter(id=term_id, year_id=school_class.year_id).first()
    if term is None or term.is_made_of_terms:
        raise Refused("Work belongs to a quarter or an exam of this class's year.", "term_id")
    return term


def term_of_day(school_class: SchoolClass, day: datetime.date | None) -> Term:
    """The term of a due date, or the running one."""
    return running_term(list(Term.objects.filter(year_id=school_class.year_id)), day or school_class.school.today())


def find_assignment(school_class: SchoolClass, assignment_id: int) -> Assignment:
    """An assignment of the class, locked. Raises Refused where it is gone."""
    assignment = school_class.assignments.select_for_update().filter(id=assignment_id).first()
    if assignment is None:
        raise Refused("This assignment is no longer there; a colleague may have deleted it.", "assignment")
    return assignment
