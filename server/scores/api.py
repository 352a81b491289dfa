"""Scores over HTTP."""

import json
import uuid
from typing import Any

from django.http import HttpResponse
from ninja import Status
from plans.consequence_schemas import DraftOut, PreviewOut
from plans.models import Draft
from plans.permissions import CHANGE_PLAN, SEE_PLAN
from plans.schemas import CheckOut, MendIn, PlanOut, WordsOut
from school.access import Asking, PermittedRouter
from school.bounded import ENTERING
from school.models import Enrolment
from school.own_classes import own_classes
from school.permissions import SEE_OWN
from school.refusal import Refused
from school.schemas import written
from school.session import chosen_school

from scores.book import load_class, student_of, term_of
from scores.checks import checks, mend
from scores.class_cache import cached_answer, cached_class, cached_class_after, cached_class_now
from scores.consequence import Tried, tried
from scores.drafted import drafted, preview
from scores.entering import PlanMoved, Typed, enter
from scores.entry_schemas import AnswerOut, BatchIn, ChosenIn, ChosenOut, TriedIn, TriedOut
from scores.explaining import explained
from scores.grid import class_figures, columns, grid, rows_after
from scores.grid_schemas import GridOut
from scores.lens import chosen_figures, lens
from scores.loose_ends import loose_ends
from scores.permissions import ENTER_SCORES, SEE_SCORES
from scores.planned import planned
from scores.presence import presence
from scores.schemas import LensOut, LooseEndOut, PresenceIn, PresenceOut, StudentLineOut, ViewIn
from scores.working_schemas import WorkingOut

LARGEST_VIEW = 8000
"""How many characters of a view are remembered."""

router = PermittedRouter(tags=["scores"])


@router.get("/classes/{class_id}/plan", permission=SEE_PLAN, response=PlanOut)
def plan(request: Asking, class_id: int, term: int | None = None) -> Any:
    """The plan of a term, with its shares and how far the marking has come."""
    in_force = load_class(request.school_class)
    draft = Draft.objects.filter(school_class=request.school_class).first()
    loaded = load_class(request.school_class, drafted=True) if draft else in_force
    return planned(loaded, in_force, draft, term_of(loaded, term))


@router.get("/classes/{class_id}/draft/changes", permission=SEE_PLAN, response=DraftOut | None)
def draft(request: Asking, class_id: int, term: int | None = None) -> Any:
    """The draft of the plan with its consequences."""
    return drafted(request.school_class, term)


@router.get("/classes/{class_id}/rules/{field}", permission=SEE_PLAN, response=PreviewOut)
def rule_choices(request: Asking, class_id: int, field: str, term: int | None = None) -> Any:
    """The choices of a ground rule, each with what it makes of a student's grade."""
    loaded = load_class(request.school_class, drafted=True)
    return preview(loaded, term_of(loaded, term), field)


@router.get("/classes/{class_id}/checks", permission=SEE_PLAN, response=list[CheckOut])
def list_checks(request: Asking, class_id: int, term: int | None = None) -> Any:
    """What of a term's plan a person should look at."""
    loaded = load_class(request.school_class, drafted=True)
    return [each.out() for each in checks(loaded, term_of(loaded, term))]


@router.post("/classes/{class_id}/checks/{term}/mend", permission=CHANGE_PLAN, response=WordsOut)
def mend_check(request: Asking, class_id: int, term: int, body: MendIn) -> Any:
    """Mend what a check found."""
    found = term_of(load_class(request.school_class), term)
    return WordsOut(words=[mend(request.school_class, request.user, found, body.key)])


@router.get("/classes/{class_id}/scores", permission=SEE_SCORES, response=GridOut)
def scores(request: Asking, class_id: int, term: int | None = None) -> Any:
    """The grid of a term."""
    teaching = request.school_class.teaching_of(request.user)
    view = teaching.view if teaching else {}
    shows_percent = teaching is None or teaching.shows_percent
    answer = cached_answer(
        request.school_class,
        ("grid", term, json.dumps(view), shows_percent),
        lambda loaded: grid(loaded, term_of(loaded, term), view, shows_percent=shows_percent).model_dump_json(),
    )
    return HttpResponse(answer, content_type="application/json")


@router.post("/classes/{class_id}/scores", permission=ENTER_SCORES, response=AnswerOut)
def enter_scores(request: Asking, class_id: int, body: BatchIn) -> Any:
    """Save a batch of entries, once, and answer with what it changed."""
    with ENTERING.work():
        return _entered(request, body)


def _entered(request: Asking, body: BatchIn) -> Any:
    entries = [Typed(**each.model_dump()) for each in body.entries]
    known = cached_class(request.school_class)
    try:
        entered = enter(known.plan, request.user, uuid.UUID(str(body.id)), entries)
    except PlanMoved:
        # Read by the plan as it is now; one that moves again and again is answered as a server that is busy.
        known = cached_class_now(request.school_class)
        entered = enter(known.plan, request.user, uuid.UUID(str(body.id)), entries)
    loaded = cached_class_after(request.school_class, entered)
    term = term_of(loaded, body.term)
    # What was refused for not being in the class concerns nobody in it.
    students = {each.student for each in entries} & {each.student_id for each in loaded.plan.roster}
    works = {each.assignment for each in entries}
    # A batch that was saved already, and whose answer was lost, is in what is known.
    before = known if entered.revision is not None else None
    told = AnswerOut(
        **entered.answer,
        rows=rows_after(before, loaded, term, students, works),
        columns=columns(loaded, term, works),
        **class_figures(loaded, term),
    )
    return written(told)


@router.post("/classes/{class_id}/scores/tried", permission=SEE_SCORES, response=TriedOut)
def try_scores(request: Asking, class_id: int, body: TriedIn) -> Any:
    """Which grades entries, or closing, deleting or bringing back work, would change; nothing is changed by asking."""
    loaded = cached_class(request.school_class)
    entries = [Tried(**each.model_dump()) for each in body.entries]
    whole = load_class(request.school_class, also=body.brought_back) if body.brought_back else None
    return tried(loaded, term_of(loaded, body.term), entries, body.closed, body.deleted, whole)


@router.post("/classes/{class_id}/chosen", permission=SEE_SCORES, response=ChosenOut)
def figures_of_chosen(request: Asking, class_id: int, body: ChosenIn) -> Any:
    """The figures of cells that were chosen."""
    return chosen_figures(cached_class(request.school_class), [(each.student, each.assignment) for each in body.cells])


@router.put("/classes/{class_id}/view", permission=SEE_SCORES, response={204: None})
def keep_view(request: Asking, class_id: int, body: ViewIn) -> Any:
    """Remember how one chose to look at the class."""
    if len(json.dumps(body.view)) > LARGEST_VIEW:
        raise Refused("This is more than is remembered of a view.", "view")
    request.school_class.teachings.filter(person=request.user).update(view=body.view)
    return Status(204, None)


@router.get("/classes/{class_id}/scores/{student}/{assignment}", permission=SEE_SCORES, response=LensOut)
def score_lens(request: Asking, class_id: int, student: int, assignment: int) -> Any:
    """Everything about one score."""
    loaded = cached_class(request.school_class)
    return lens(loaded, student_of(loaded, student), assignment, request.user)


@router.get("/classes/{class_id}/working/{student}", permission=SEE_SCORES, response=WorkingOut)
def working(request: Asking, class_id: int, student: int, term: int | None = None) -> Any:
    """How a student's grade in a term comes about."""
    loaded = cached_class(request.school_class)
    return explained(loaded, loaded.gradebook, student_of(loaded, student), term_of(loaded, term))


@router.get("/loose-ends", permission=SEE_OWN, response=list[LooseEndOut])
def list_loose_ends(request: Asking) -> Any:
    """What is to be looked at before the term ends, over all one's classes."""
    return loose_ends(own_classes(request.user, chosen_school(request)))


@router.get("/own-students", permission=SEE_OWN, response=list[StudentLineOut])
def own_students(request: Asking) -> Any:
    """The students of all one's classes, to be found by name."""
    enrolments = Enrolment.objects.filter(school_class__in=own_classes(request.user, chosen_school(request)), ends=None)
    return [
        StudentLineOut(
            student_id=each.student_id,
            name=str(each.student),
            alias=each.student.alias,
            number=each.student.number,
            class_id=each.school_class_id,
            class_name=str(each.school_class),
        )
        for each in enrolments.select_related("student", "school_class").order_by("student__family_name", "id")
    ]


@router.post("/classes/{class_id}/presence", permission=SEE_SCORES, response=PresenceOut)
def class_presence(request: Asking, class_id: int, body: PresenceIn) -> Any:
    """What colleagues did meanwhile, and where they are."""
    return presence(request.school_class, request.user, body)
