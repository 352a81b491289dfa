"""The plan over HTTP."""

from typing import Any, Literal

from django.db.models import Count
from ninja import File, Status, UploadedFile
from school.access import Asking, PermittedRouter
from school.calendar import local
from school.models import SchoolClass, Term
from school.refusal import NotYours

from plans import (
    assignments,
    categories,
    criteria,
    drafting,
    ground_rules,
    handouts,
    history,
    keeping,
    passing_on,
    patterns,
    repeating,
    scales,
    several_assignments,
    sharing,
    standards,
    terms,
    typed_categories,
)
from plans.criteria_schemas import CriterionOut, KnownCriteriaOut, KnownStandardOut
from plans.loading import offered_codes
from plans.models import GradingScale
from plans.permissions import CHANGE_PLAN, CHANGE_SHARED
from plans.scale_schemas import CodeIn, ScaleIn, ScalesOut
from plans.scales import TypedBand
from plans.schemas import (
    AddedOut,
    AppliedOut,
    AssignmentIn,
    CategoryIn,
    CountOut,
    DeletedOut,
    DoneOut,
    MadeOut,
    MergeIn,
    OrderIn,
    PieceOut,
    PlanEventOut,
    PlanHistoryOut,
    RepeatIn,
    RestIn,
    RestOut,
    RulesIn,
    ShareIn,
    TermRulesIn,
    TextIn,
    TogetherIn,
    TogetherOut,
    VersionedOut,
    WeightsIn,
    WordsOut,
)
from plans.shown import code_out, scale_out
from plans.typed_categories_schemas import BeginIn, KeepIn, PatternOut, SendIn, SourceOut, WaysOut

router = PermittedRouter(tags=["plan"])

_EMPTY = {"category_id", "due_on", "assigned_on", "shown_from", "families_from"}
"""What can be given as null: none."""


def _given(body: CategoryIn | AssignmentIn | RulesIn | CodeIn) -> dict[str, Any]:
    """What was given; null means something only where a field can be empty."""
    given = body.model_dump(exclude_unset=True, exclude={"version", "ids", "days"})
    return {name: value for name, value in given.items() if value is not None or name in _EMPTY}


def _term(school_class: SchoolClass, term: int) -> Term:
    found = Term.objects.filter(pk=term, year_id=school_class.year_id).first()
    if found is None:
        raise NotYours
    return found


@router.post("/classes/{class_id}/categories", permission=CHANGE_PLAN, response=MadeOut)
def add_category(request: Asking, class_id: int, body: CategoryIn) -> Any:
    """Add a category."""
    return categories.add_category(request.school_class, request.user, {"name": "", **_given(body)})


@router.patch("/classes/{class_id}/categories/{category_id}", permission=CHANGE_PLAN, response=VersionedOut)
def change_category(request: Asking, class_id: int, category_id: int, body: CategoryIn) -> Any:
    """Change a category."""
    return categories.change_category(request.school_class, request.user, category_id, _given(body), body.version)


@router.delete("/classes/{class_id}/categories/{category_id}", permission=CHANGE_PLAN, response={204: None})
def remove_category(request: Asking, class_id: int, category_id: int) -> Any:
    """Remove a category; its assignments stay, in none."""
    categories.remove_category(request.school_class, request.user, category_id)
    return Status(204, None)


@router.post("/classes/{class_id}/categories/{category_id}/merge", permission=CHANGE_PLAN, response=DoneOut)
def merge_category(request: Asking, class_id: int, category_id: int, body: MergeIn) -> Any:
    """Merge a category into another, or take everything out of it."""
    asking = (request.school_class, request.user, category_id)
    done = categories.empty_category(*asking, None) if body.into is None else categories.merge(*asking, body.into)
    return DoneOut(in_force=done)


@router.put("/classes/{class_id}/weights/{term}", permission=CHANGE_PLAN, response={204: None})
def set_weights(request: Asking, class_id: int, term: int, body: WeightsIn) -> Any:
    """Set some weights together."""
    sharing.set_weights(request.school_class, request.user, _term(request.school_class, term), body.weights)
    return Status(204, None)


@router.get("/classes/{class_id}/weights/{term}/rest", permission=CHANGE_PLAN, response=RestOut)
def rest_of_weights(request: Asking, class_id: int, term: int) -> Any:
    """What the weights would be if they shared the rest of 100, in each way."""
    found = sharing.rest_shared(request.school_class, _term(request.school_class, term))
    return {way: {pk: f"{weight.normalize():f}" for pk, weight in weights.items()} for way, weights in found.items()}


@router.post("/classes/{class_id}/weights/{term}/share-rest", permission=CHANGE_PLAN, response={204: None})
def share_rest(request: Asking, class_id: int, term: int, body: RestIn) -> Any:
    """Share what the locked weights leave of 100 among the others."""
    sharing.share_rest(request.school_class, request.user, _term(request.school_class, term), body.way)
    return Status(204, None)


@router.put("/classes/{class_id}/shares", permission=CHANGE_PLAN, response={204: None})
def set_shares(request: Asking, class_id: int, body: WeightsIn) -> Any:
    """Set the shares of neighbours together."""
    sharing.set_shares(request.school_class, request.user, body.weights)
    return Status(204, None)


@router.put("/classes/{class_id}/assignments/{assignment_id}/share", permission=CHANGE_PLAN, response={204: None})
def set_share(request: Asking, class_id: int, assignment_id: int, body: ShareIn) -> Any:
    """Set what an assignment is worth."""
    sharing.set_share(request.school_class, request.user, assignment_id, body.share, body.of, others=body.others)
    return Status(204, None)


@router.post("/classes/{class_id}/assignments", permission=CHANGE_PLAN, response=AddedOut)
def add_assignment(request: Asking, class_id: int, body: AssignmentIn) -> Any:
    """Add an assignment."""
    made = assignments.add_assignment(request.school_class, request.user, _given(body))
    return AddedOut(id=made.pk, term_id=made.term_id, term=made.term.name)


@router.patch("/classes/{class_id}/assignments", permission=CHANGE_PLAN, response=TogetherOut)
def change_together(request: Asking, class_id: int, body: TogetherIn) -> Any:
    """Change several assignments alike."""
    return several_assignments.change_together(request.school_class, request.user, body.ids, _given(body), body.days)


@router.patch("/classes/{class_id}/assignments/{assignment_id}", permission=CHANGE_PLAN, response=VersionedOut)
def change_assignment(request: Asking, class_id: int, assignment_id: int, body: AssignmentIn) -> Any:
    """Change an assignment."""
    return assignments.change_assignment(request.school_class, request.user, assignment_id, _given(body), body.version)


@router.delete("/classes/{class_id}/assignments/{assignment_id}", permission=CHANGE_PLAN, response={204: None})
def remove_assignment(request: Asking, class_id: int, assignment_id: int) -> Any:
    """Delete an assignment; undoing brings it back with its scores."""
    assignments.remove_assignment(request.school_class, request.user, assignment_id)
    return Status(204, None)


@router.put(
    "/classes/{class_id}/assignments/{assignment_id}/students/{student}", permission=CHANGE_PLAN, response=VersionedOut
)
def assign_to(request: Asking, class_id: int, assignment_id: int, student: int) -> Any:
    """Give an assignment to one more student."""
    return assignments.assign_to(request.school_class, request.user, assignment_id, student)


@router.post("/classes/{class_id}/assignments/{assignment_id}/duplicate", permission=CHANGE_PLAN, response=MadeOut)
def duplicate(request: Asking, class_id: int, assignment_id: int) -> Any:
    """One more assignment like this one."""
    return several_assignments.duplicate(request.school_class, request.user, assignment_id)


@router.post("/classes/{class_id}/assignments/{assignment_id}/file", permission=CHANGE_PLAN, response={204: None})
def attach(request: Asking, class_id: int, assignment_id: int, file: File[UploadedFile]) -> Any:
    """Put a file to an assignment."""
    handouts.attach(request.school_class, request.user, assignment_id, file.name or "", file.read(handouts.LARGEST + 1))
    return Status(204, None)


@router.get("/classes/{class_id}/assignments/{assignment_id}/file", permission=CHANGE_PLAN)
def download(request: Asking, class_id: int, assignment_id: int) -> Any:
    """The file that goes with an assignment."""
    return handouts.download(request.school_class.assignments.filter(pk=assignment_id).first())


@router.delete("/classes/{class_id}/assignments/{assignment_id}/file", permission=CHANGE_PLAN, response={204: None})
def detach(request: Asking, class_id: int, assignment_id: int) -> Any:
    """Take an assignment's file away."""
    handouts.detach(request.school_class, request.user, assignment_id)
    return Status(204, None)


def _repeating(body: RepeatIn) -> repeating.Repeating:
    return repeating.Repeating(**body.model_dump(exclude={"category_id", "points", "without"}))


@router.post("/classes/{class_id}/repeating/preview", permission=CHANGE_PLAN, response=list[PieceOut])
def preview_repeating(request: Asking, class_id: int, body: RepeatIn) -> Any:
    """What repeating work would make."""
    return repeating.repeated(request.school_class, _repeating(body))


@router.post("/classes/{class_id}/repeating", permission=CHANGE_PLAN, response=CountOut)
def make_repeating(request: Asking, class_id: int, body: RepeatIn) -> Any:
    """Make repeating work."""
    given = {"category_id": body.category_id, "points": body.points}
    count = repeating.make_repeated(request.school_class, request.user, _repeating(body), given, body.without)
    return CountOut(count=count)


@router.put("/classes/{class_id}/order/{kind}", permission=CHANGE_PLAN, response={204: None})
def order(request: Asking, class_id: int, kind: Literal["category", "assignment"], body: OrderIn) -> Any:
    """Put categories or assignments into an order."""
    several_assignments.order(request.school_class, request.user, kind, body.ids)
    return Status(204, None)


@router.patch("/classes/{class_id}/rules", permission=CHANGE_PLAN, response={204: None})
def change_rules(request: Asking, class_id: int, body: RulesIn) -> Any:
    """Change ground rules."""
    ground_rules.change_rules(request.school_class, request.user, _given(body))
    return Status(204, None)


@router.patch("/classes/{class_id}/terms/{term}", permission=CHANGE_PLAN, response={204: None})
def change_term(request: Asking, class_id: int, term: int, body: TermRulesIn) -> Any:
    """Change what a term sets for itself."""
    found = _term(request.school_class, term)
    asking = (request.school_class, request.user, found)
    if body.own_weights is not None:
        terms.set_own_weights(*asking, own=body.own_weights)
    if body.rules:
        terms.set_own_rules(*asking, body.rules)
    if body.part_weights or body.parts_from is not None:
        terms.set_parts(*asking, body.part_weights, body.parts_from)
    if body.adjust is not None:
        terms.set_steps(*asking, body.adjust)
    return Status(204, None)


@router.post("/classes/{class_id}/draft/apply", permission=CHANGE_PLAN, response=AppliedOut)
def apply_draft(request: Asking, class_id: int) -> Any:
    """Put the draft in force."""
    return AppliedOut(kept=keeping.apply_draft(request.school_class, request.user))


@router.delete("/classes/{class_id}/draft", permission=CHANGE_PLAN, response={204: None})
def throw_draft_away(request: Asking, class_id: int) -> Any:
    """Throw the draft away; nothing of it was in force."""
    drafting.throw_away(request.school_class)
    return Status(204, None)


@router.delete("/classes/{class_id}/draft/{mark}/{field}", permission=CHANGE_PLAN, response={204: None})
def put_back(request: Asking, class_id: int, mark: str, field: str) -> Any:
    """Take one change out of the draft."""
    drafting.put_back(request.school_class, mark, field)
    return Status(204, None)


@router.post("/classes/{class_id}/plan/text", permission=CHANGE_PLAN, response=CountOut)
def begin_from_text(request: Asking, class_id: int, body: TextIn) -> Any:
    """Make categories from text."""
    return CountOut(count=typed_categories.begin_from_text(request.school_class, request.user, body.text))


@router.get("/classes/{class_id}/criteria", permission=CHANGE_PLAN, response=list[KnownCriteriaOut])
def known_criteria(request: Asking, class_id: int) -> Any:
    """Criteria that can be taken over: of one's own work, and what colleagues offer."""
    return [
        KnownCriteriaOut(
            name=name, criteria=[CriterionOut.model_validate(each) for each in found], shared_id=shared, is_own=is_own
        )
        for name, found, shared, is_own in criteria.collection(request.school_class, request.user)
    ]


@router.get("/classes/{class_id}/standards", permission=CHANGE_PLAN, response=list[KnownStandardOut])
def known_standards(request: Asking, class_id: int) -> Any:
    """The school's standards, which work can name, in the school's order."""
    school = request.school_class.school
    lately = {name: place for place, name in enumerate(standards.named_lately(school, request.user))}
    said = standards.about(school)
    return [
        KnownStandardOut(
            name=each.id,
            code=said.get(each.id, {}).get("code", ""),
            wording=said.get(each.id, {}).get("wording", ""),
            subject=said.get(each.id, {}).get("subject", ""),
            within=each.parent or "",
            lately=lately.get(each.id),
        )
        for each in standards.current(school)
    ]


@router.post("/classes/{class_id}/assignments/{assignment_id}/criteria", permission=CHANGE_PLAN, response=MadeOut)
def offer_criteria(request: Asking, class_id: int, assignment_id: int) -> Any:
    """Offer an assignment's criteria to the school."""
    return MadeOut(id=criteria.offer(request.school_class, request.user, assignment_id).pk)


@router.delete("/classes/{class_id}/criteria/{shared}", permission=CHANGE_PLAN, response={204: None})
def take_criteria_back(request: Asking, class_id: int, shared: int) -> Any:
    """Offer one's criteria no longer."""
    criteria.take_back(request.school_class, request.user, shared)
    return Status(204, None)


@router.get("/classes/{class_id}/plan/ways", permission=CHANGE_PLAN, response=WaysOut)
def ways(request: Asking, class_id: int) -> Any:
    """The ways into an empty class."""
    return WaysOut(
        classes=[
            SourceOut(id=each.pk, name=str(each))
            for each in passing_on.classes_with_plan(request.school_class, request.user)
        ],
        kept=[
            SourceOut(id=each.pk, name=each.name) for each in passing_on.kept_plans(request.school_class, request.user)
        ],
        patterns=[
            PatternOut(
                name=each.name,
                words=each.words,
                categories=", ".join(
                    f"{name} {weight}" if weight != "0" else name for name, weight, _ in each.categories
                ),
            )
            for each in patterns.PATTERNS
        ],
    )


@router.post("/classes/{class_id}/plan/begin", permission=CHANGE_PLAN, response=CountOut)
def begin(request: Asking, class_id: int, body: BeginIn) -> Any:
    """Begin with another class's plan, a kept plan, or a pattern."""
    school_class, person = request.school_class, request.user
    if body.pattern is not None:
        return CountOut(count=patterns.begin_with_pattern(school_class, person, body.pattern))
    if body.kept is not None:
        kept = passing_on.kept_plans(school_class, person).filter(pk=body.kept).first()
        if kept is None:
            raise NotYours
        plan = kept.plan if body.with_assignments else {**kept.plan, "assignments": []}
        return CountOut(count=passing_on.begin_with(school_class, person, plan, f"began with the plan {kept.name}"))
    source = passing_on.classes_with_plan(school_class, person).filter(pk=body.source or 0).first()
    if source is None:
        raise NotYours
    plan = passing_on.plan_of(source, with_assignments=body.with_assignments)
    return CountOut(count=passing_on.begin_with(school_class, person, plan, f"took over the plan of {source}"))


@router.post("/classes/{class_id}/plan/keep", permission=CHANGE_PLAN, response=MadeOut)
def keep_plan(request: Asking, class_id: int, body: KeepIn) -> Any:
    """Keep the plan for other classes and years."""
    return passing_on.keep_plan(request.school_class, request.user, body.name, with_assignments=body.with_assignments)


@router.get("/classes/{class_id}/plan/targets", permission=CHANGE_PLAN, response=list[SourceOut])
def targets(request: Asking, class_id: int) -> Any:
    """The classes that the plan can be sent to."""
    found = passing_on.other_classes(request.school_class, request.user)
    return [SourceOut(id=each.pk, name=str(each)) for each in found]


@router.post("/classes/{class_id}/plan/send", permission=CHANGE_SHARED, response=WordsOut)
def send(request: Asking, class_id: int, body: SendIn) -> Any:
    """Send the plan to other classes of one's own."""
    chosen = passing_on.chosen_targets(request.school_class, request.user, body.classes)
    words = [
        passing_on.send(request.school_class, request.user, each, with_assignments=body.with_assignments)
        for each in chosen
    ]
    return WordsOut(words=words)


@router.get("/classes/{class_id}/plan/history", permission=CHANGE_PLAN, response=PlanHistoryOut)
def plan_history(request: Asking, class_id: int, after: str | None = None) -> Any:
    """Who changed what of the plan, and when."""
    page, school = history.plan_events(request.school_class, after), request.school_class.school
    return PlanHistoryOut(
        events=[
            PlanEventOut(id=each.pk, words=each.words, who=str(each.person), at=local(school, each.at))
            for each in page.rows
        ],
        after=page.after,
    )


@router.post("/classes/{class_id}/plan/history/{event}", permission=CHANGE_PLAN, response=WordsOut)
def return_to(request: Asking, class_id: int, event: int) -> Any:
    """Make the plan what it was after a change."""
    return WordsOut(words=history.return_to(request.school_class, request.user, event))


@router.get("/classes/{class_id}/deleted", permission=CHANGE_PLAN, response=list[DeletedOut])
def list_deleted(request: Asking, class_id: int) -> Any:
    """What was deleted in the last 30 days."""
    found = assignments.deleted_assignments(request.school_class).annotate(count=Count("scores"))
    return [
        DeletedOut(
            id=each.pk,
            name=each.name,
            deleted_at=local(request.school_class.school, each.deleted_at or request.school_class.school.now()),
            scores=each.count,
        )
        for each in found
    ]


@router.post("/classes/{class_id}/deleted/{assignment_id}", permission=CHANGE_PLAN, response={204: None})
def bring_back(request: Asking, class_id: int, assignment_id: int) -> Any:
    """Bring a deleted assignment back with its scores."""
    assignments.bring_back(request.school_class, request.user, assignment_id)
    return Status(204, None)


@router.get("/classes/{class_id}/scales", permission=CHANGE_PLAN, response=ScalesOut)
def list_scales(request: Asking, class_id: int) -> Any:
    """The scales and codes that one has for the class."""
    school_class, person = request.school_class, request.user
    found = scales.scales_of(school_class, person).prefetch_related("bands", "used_by")
    codes = scales.drafted_codes(school_class)
    used = scales.used_codes(school_class)
    return ScalesOut(
        scales=[scale_out(each, school_class, person) for each in found],
        codes=[code_out(each, person, is_used=each.code in used, was=was) for each, was in codes],
        offered=[code_out(each, person, is_used=False) for each in offered_codes(school_class, person)],
    )


@router.post("/classes/{class_id}/scales", permission=CHANGE_SHARED, response=MadeOut)
def add_scale(request: Asking, class_id: int, body: ScaleIn) -> Any:
    """Make a scale of one's own."""
    return _save_scale(request, None, body)


@router.put("/classes/{class_id}/scales/{scale}", permission=CHANGE_SHARED, response=MadeOut)
def change_scale(request: Asking, class_id: int, scale: int, body: ScaleIn) -> Any:
    """Change a scale, or put one of one's own in its place here. Gives the one that stands now."""
    return _save_scale(request, scale, body)


def _save_scale(request: Asking, scale: int | None, body: ScaleIn) -> GradingScale:
    bands = [TypedBand(each.mark, each.min, each.value) for each in body.bands]
    return scales.save_scale(
        request.school_class, request.user, scale, body.name, body.out_of, bands, is_shared=body.is_shared
    )


@router.delete("/classes/{class_id}/scales/{scale}", permission=CHANGE_SHARED, response={204: None})
def delete_scale(request: Asking, class_id: int, scale: int) -> Any:
    """Delete a scale of one's own that nobody uses."""
    scales.delete_scale(request.school_class, request.user, scale)
    return Status(204, None)


@router.post("/classes/{class_id}/codes", permission=CHANGE_SHARED, response=MadeOut)
def add_code(request: Asking, class_id: int, body: CodeIn) -> Any:
    """Make a score code."""
    return scales.save_code(request.school_class, request.user, None, _given(body))


@router.patch("/classes/{class_id}/codes/{code}", permission=CHANGE_SHARED, response=MadeOut)
def change_code(request: Asking, class_id: int, code: int, body: CodeIn) -> Any:
    """Change what is given of a score code. Gives the one that stands now."""
    return scales.save_code(request.school_class, request.user, code, _given(body))


@router.delete("/classes/{class_id}/codes/{code}", permission=CHANGE_SHARED, response={204: None})
def delete_code(request: Asking, class_id: int, code: int) -> Any:
    """Delete a score code that no score holds."""
    scales.delete_code(request.school_class, request.user, code)
    return Status(204, None)
