"""Setting up a plan in full: sharing out, changing many, repeating, passing on, history, scales, terms, checks."""

import datetime
from fractions import Fraction
from typing import Any

import pytest
from conftest import World, make_class, send
from django.core.files.uploadedfile import SimpleUploadedFile
from plans.models import Assignment, Category, GradingScale, KeptPlan, PlanEvent, ScoreCode
from school import paging
from school.models import Enrolment, SchoolClass, Student, Term

from scores.tests.test_drafts import draft, enter, entry, percent, scored


def ask(world: World, method: str, path: str, body: Any = None, who: str = "teacher") -> Any:
    return send(world.client(who), method, f"{world.address}/{path}", body)


def plan(world: World, term: int | None = None) -> Any:
    return world.client("teacher").get(f"{world.address}/plan?term={term or world.term.pk}").json()


def shares(world: World) -> dict[str, str | None]:
    return {each["name"]: each["of_grade"] for each in plan(world)["assignments"]}


def told(response: Any) -> str:
    assert response.status_code == 422, response.content
    return str(response.json()["detail"])


def empty_class(world: World, name: str = "Ferns") -> SchoolClass:
    year, teacher = world.school_class.year, world.people["teacher"]
    return make_class(world.school, year, GradingScale.objects.get(), [teacher], name)


# Sharing out


def test_weights_set_together_are_one_act(world: World) -> None:
    one, two = (each.pk for each in world.categories)
    ask(world, "PUT", f"weights/{world.term.pk}", {"weights": {one: "55", two: "45"}})
    assert [each["weight"] for each in plan(world)["categories"]] == ["55", "45"]
    ask(world, "POST", "undo")
    assert [each["weight"] for each in plan(world)["categories"]] == ["60", "40"]


def test_the_rest_is_shared_equally_and_locked_weights_stay(world: World) -> None:
    for name in ("Stems", "Seeds"):
        ask(world, "POST", "categories", {"name": name})
    ask(world, "PATCH", f"categories/{world.categories[0].pk}", {"locked": True, "weight": "50"})
    stems, seeds = (each.pk for each in Category.objects.filter(name__in=("Stems", "Seeds")))
    ask(world, "PUT", f"weights/{world.term.pk}", {"weights": {stems: "30", seeds: "10"}})
    offered = ask(world, "GET", f"weights/{world.term.pk}/rest").json()
    assert list(offered["in_proportion"].values()) == ["25", "18.75", "6.25"]
    assert list(offered["alike"].values()) == ["16.67", "16.67", "16.66"]
    share_rest = (world, "POST", f"weights/{world.term.pk}/share-rest")
    ask(*share_rest, {"way": "in_proportion"})
    assert [each["weight"] for each in plan(world)["categories"]] == ["50", "25", "18.75", "6.25"]
    ask(*share_rest, {"way": "alike"})
    assert [each["weight"] for each in plan(world)["categories"]] == ["50", "16.67", "16.67", "16.66"]
    Category.objects.update(locked=True)
    assert "Every weight is locked" in told(ask(*share_rest, {"way": "alike"}))


def test_a_typed_share_of_the_grade_rebalances_its_category_and_nothing_else(world: World) -> None:
    ask(world, "POST", "assignments", {"name": "Elm", "category_id": world.categories[0].pk, "points": "7"})
    oak, _, ash = (each.pk for each in world.assignments)
    address = "assignments/{}/share"
    ask(world, "PUT", address.format(oak), {"share": "12", "of": "grade"})
    found = shares(world)
    assert (found["Oak"], found["Beet"]) == ("12.00", "40.00")
    ask(world, "PUT", address.format(ash), {"share": "30", "of": "grade"})
    # Oak's was typed, so that only Elm's follows.
    assert shares(world) == {"Oak": "12.00", "Beet": "40.00", "Ash": "30.00", "Elm": "18.00"}
    assert Category.objects.get(pk=world.categories[0].pk).method == "shares"
    kept = Assignment.objects.filter(category=world.categories[0]).values_list("share", flat=True)
    assert [Fraction(each) for each in kept] == [2, 5, 3]


def test_a_typed_share_of_the_category_may_leave_the_others_alone(world: World) -> None:
    ask(
        world, "PUT", f"assignments/{world.assignments[0].pk}/share", {"share": "75", "of": "category", "others": False}
    )
    found = {each["name"]: each["share"] for each in plan(world)["assignments"]}
    assert (found["Oak"], found["Ash"]) == ("3", "2")


@pytest.mark.parametrize(
    ("body", "why"),
    [
        ({"share": "200", "of": "category"}, "at most 100"),
        ({"share": "61", "of": "grade"}, "does not fit"),
        ({"share": "half", "of": "grade"}, "not a number"),
        ({"share": "-3", "of": "category"}, "below 0"),
    ],
)
def test_a_share_that_cannot_be_is_refused(world: World, body: Any, why: str) -> None:
    assert why in told(ask(world, "PUT", f"assignments/{world.assignments[0].pk}/share", body))
    assert not PlanEvent.objects.exists()


def typed_shares(world: World) -> None:
    """Leaves hold Oak and Ash with 24 and 36 of the grade as typed, and Elm and Fir that were not."""
    for name in ("Elm", "Fir"):
        ask(world, "POST", "assignments", {"name": name, "category_id": world.categories[0].pk, "points": "10"})
    for work, share in ((world.assignments[0], "24"), (world.assignments[2], "12")):
        ask(world, "PUT", f"assignments/{work.pk}/share", {"share": share, "of": "grade"})


def test_work_that_is_added_takes_nothing_from_shares_that_were_typed(world: World) -> None:
    typed_shares(world)
    assert shares(world) == {"Oak": "24.00", "Beet": "40.00", "Ash": "12.00", "Elm": "12.00", "Fir": "12.00"}
    ask(world, "POST", "assignments", {"name": "Yew", "category_id": world.categories[0].pk, "points": "10"})
    found = shares(world)
    assert (found["Oak"], found["Ash"], found["Elm"], found["Fir"], found["Yew"]) == (
        "24.00",
        "12.00",
        "8.00",
        "8.00",
        "8.00",
    )
    ask(world, "POST", "undo")
    assert shares(world)["Elm"] == "12.00"
    # So does work that is moved there.
    ask(world, "PATCH", f"assignments/{world.assignments[1].pk}", {"category_id": world.categories[0].pk})
    assert (shares(world)["Oak"], shares(world)["Beet"]) == ("24.00", "8.00")


def test_merging_two_categories_keeps_what_each_piece_is_worth(world: World) -> None:
    typed_shares(world)
    ask(world, "POST", "assignments", {"name": "Rye", "category_id": world.categories[1].pk, "points": "30"})
    assert shares(world)["Beet"] == "16.00"
    before = shares(world)
    leaves, roots = world.categories
    assert ask(world, "POST", f"categories/{roots.pk}/merge", {"into": leaves.pk}).json() == {"in_force": True}
    assert shares(world) == before
    ask(world, "POST", "undo")
    assert shares(world) == before
    assert [each["method"] for each in plan(world)["categories"]] == ["shares", "points"]


# Categories


def test_two_categories_are_merged_with_their_weights_and_it_can_be_undone(world: World) -> None:
    one, two = world.categories
    ask(world, "PATCH", f"terms/{world.next_term.pk}", {"own_weights": True})
    assert ask(world, "POST", f"categories/{two.pk}/merge", {"into": one.pk}).json() == {"in_force": True}
    assert [each["weight"] for each in plan(world, world.next_term.pk)["categories"]] == ["100"]
    found = plan(world)
    assert [(each["name"], each["weight"]) for each in found["categories"]] == [("Leaves", "100")]
    assert {each["category_id"] for each in found["assignments"]} == {one.pk}
    ask(world, "POST", "undo")
    found = plan(world)
    assert [(each["name"], each["weight"]) for each in found["categories"]] == [("Leaves", "60"), ("Roots", "40")]
    assert [each["category_id"] for each in found["assignments"]] == [one.pk, two.pk, one.pk]


def test_a_category_with_scores_is_emptied_in_the_draft_first(world: World) -> None:
    scored(world)
    one, two = world.categories
    assert "Move them into another category" in told(ask(world, "DELETE", f"categories/{two.pk}"))
    before = percent(world)
    assert ask(world, "POST", f"categories/{two.pk}/merge", {"into": one.pk}).json() == {"in_force": False}
    assert percent(world) == before
    assert draft(world)["grades"]
    ask(world, "POST", "draft/apply")
    assert ask(world, "DELETE", f"categories/{two.pk}").status_code == 204
    assert not Assignment.objects.filter(category=None).exists()


def test_new_assignments_take_their_categorys_defaults_or_the_default_category(world: World) -> None:
    given = {"is_default": True, "default_points": "12", "default_shown": False, "default_standards": ["Maps", "Maps"]}
    ask(world, "PATCH", f"categories/{world.categories[1].pk}", given)
    made = Assignment.objects.get(pk=ask(world, "POST", "assignments", {"name": "Fir"}).json()["id"])
    assert (made.category, made.points, made.shown, made.standards) == (world.categories[1], 12, False, ["Maps"])
    own = ask(world, "POST", "assignments", {"name": "Elm", "standards": ["Scale"]}).json()["id"]
    assert Assignment.objects.get(pk=own).standards == ["Scale"]
    ask(world, "PATCH", f"categories/{world.categories[0].pk}", {"is_default": True})
    assert list(Category.objects.filter(is_default=True)) == [world.categories[0]]


def test_a_category_changed_meanwhile_is_not_overwritten(world: World) -> None:
    address = f"categories/{world.categories[0].pk}"
    ask(world, "PATCH", address, {"weight": "50", "version": 1}, who="co_teacher")
    refused = ask(world, "PATCH", address, {"weight": "70", "version": 1})
    assert (refused.status_code, refused.json()["code"]) == (409, "stale")
    assert "A colleague changed Leaves" in refused.json()["detail"]
    assert Category.objects.get(pk=world.categories[0].pk).weight == 50


# Assignments


def test_zero_points_are_asked_about_at_once(world: World) -> None:
    body = {"name": "Elm", "category_id": world.categories[0].pk, "points": "0"}
    refused = ask(world, "POST", "assignments", body)
    assert (refused.json()["code"], "counts for nothing" in told(refused)) == ("zero_points", True)
    assert ask(world, "POST", "assignments", body | {"zero_meant": True}).status_code == 200
    assert ask(world, "POST", "assignments", body | {"name": "Yew", "extra": True}).status_code == 200


@pytest.mark.parametrize(
    ("body", "field", "why"),
    [
        ({"link": "not a place"}, "link", "not an address"),
        ({"link": "javascript://alert"}, "link", "not an address"),
        ({"description": "x" * 4001}, "description", "4001"),
        ({"due_on": "1970-01-01"}, "due_on", "not in the school year"),
        ({"shown_from": "1970-01-01"}, "shown_from", "not in the school year"),
        ({"step": "0"}, "step", "more than 0"),
        ({"entered_as": "stars"}, "entered_as", "points, percent"),
        ({"for_everyone": False, "chosen": []}, "chosen", "at least one"),
        ({"chosen": [999]}, "chosen", "not in the class"),
    ],
)
def test_what_makes_no_sense_of_an_assignment_is_refused_beside_its_field(
    world: World, body: Any, field: str, why: str
) -> None:
    before = Assignment.objects.values().get(pk=world.assignments[0].pk)
    refused = ask(world, "PATCH", f"assignments/{world.assignments[0].pk}", body)
    assert (why in told(refused), refused.json()["field"]) == (True, field)
    assert Assignment.objects.values().get(pk=world.assignments[0].pk) == before


def test_work_for_chosen_students_waits_in_the_draft_and_is_then_not_the_others(world: World) -> None:
    enter(world, entry(world, "10"), entry(world, "20", student=1))
    address = f"assignments/{world.assignments[0].pk}"
    ask(world, "PATCH", address, {"for_everyone": False, "chosen": [world.students[1].pk]})
    edits = {each["field"]: each["now"] for each in draft(world)["edits"]}
    assert edits["chosen"] == "Una Fir"
    assert draft(world)["grades"] == 1
    ask(world, "POST", "draft/apply")
    grid = world.client("teacher").get(f"{world.address}/scores").json()["rows"]
    states = {row["student_id"]: row["cells"][str(world.assignments[0].pk)]["state"] for row in grid}
    assert [states[each.pk] for each in world.students] == ["not_assigned", None, "not_assigned"]


def test_families_see_work_from_a_day_on_or_when_all_is_in(world: World) -> None:
    oak, beet, _ = world.assignments
    ask(world, "PATCH", f"assignments/{oak.pk}", {"shown_from": "2032-01-15"})
    ask(world, "PATCH", f"assignments/{beet.pk}", {"shown_when_in": True})
    enter(world, entry(world, "10"), entry(world, "15", assignment=1))
    assert [each["families"] for each in plan(world)["assignments"]] == ["from 15 Jan", "when all in", "shown"]
    page = world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}").json()
    assert page["classes"][0]["back"] == []
    enter(world, *(entry(world, "15", student=each, assignment=1) for each in (1, 2)))
    page = world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}").json()
    assert [each["name"] for each in page["classes"][0]["back"]] == ["Beet"]


def test_many_are_changed_alike_in_one_act(world: World) -> None:
    ids = [each.pk for each in world.assignments[:2]]
    # From Monday and Tuesday to Saturday and Sunday.
    body = {"ids": ids, "points": "30", "days": 5, "shown": False}
    words = "Days without school: Oak (due Sat 6 Dec), Beet (due Sun 7 Dec)."
    assert ask(world, "PATCH", "assignments", body).json() == {"count": 2, "words": words}
    found = plan(world)["assignments"]
    assert [(each["points"], each["due_on"], each["shown"]) for each in found] == [
        ("30", "2031-12-06", False),
        ("30", "2031-12-07", False),
        ("20", "2031-12-03", True),
    ]
    ask(world, "POST", "undo")
    assert [each["points"] for each in plan(world)["assignments"]] == ["20", "20", "20"]
    assert "Nothing was changed" in told(ask(world, "PATCH", "assignments", {"ids": [*ids, 9999], "points": "5"}))


def test_a_duplicate_stands_right_after_with_the_next_number(world: World) -> None:
    for _ in range(2):
        ask(world, "POST", f"assignments/{world.assignments[0].pk}/duplicate")
    assert [each["name"] for each in plan(world)["assignments"]] == ["Oak", "Oak 3", "Oak 2", "Beet", "Ash"]
    ask(world, "POST", "undo")
    assert [each["name"] for each in plan(world)["assignments"]] == ["Oak", "Oak 2", "Beet", "Ash"]


def test_scores_are_typed_and_shown_in_the_way_that_was_chosen(world: World) -> None:
    oak, beet, _ = world.assignments
    ask(world, "PATCH", f"assignments/{oak.pk}", {"entered_as": "percent"})
    ask(world, "PATCH", f"assignments/{beet.pk}", {"entered_as": "done"})
    enter(world, entry(world, "85"), entry(world, "x", assignment=1))
    row = world.client("teacher").get(f"{world.address}/scores").json()["rows"][0]
    assert [row["cells"][str(each.pk)]["text"] for each in (oak, beet)] == ["85 %", "done"]
    assert row["grade"]["percent"] == "91.0"


def test_an_adjustment_waits_in_the_draft_and_is_read_by_the_core(world: World) -> None:
    scored(world)
    address = f"assignments/{world.assignments[0].pk}"
    assert "not known" in told(ask(world, "PATCH", address, {"adjust": [{"kind": "magic"}]}))
    ask(world, "PATCH", address, {"adjust": [{"kind": "add", "amount": "5"}]})
    assert [(each["words"], each["now"]) for each in draft(world)["edits"]] == [("Oak: adjusted by", "1 step")]
    ask(world, "POST", "draft/apply")
    assert percent(world) == "85.0"


# Repeating


def repeat(world: World, way: str = "repeating", **body: Any) -> Any:
    given = {
        "pattern": "Notebook week #",
        "every": "week",
        "weekdays": [4],
        "starts": "2032-01-05",
        "until": "2032-02-06",
        "points": "10",
        "category_id": world.categories[0].pk,
    }
    return ask(world, "POST", way, given | body)


def test_repeating_work_is_previewed_and_made_in_one_act_around_days_off(world: World) -> None:
    year = world.school_class.year
    year.days_off = [["2032-01-19", "2032-01-23"]]
    year.save()
    pieces = repeat(world, "repeating/preview").json()
    assert [(each["name"], each["due_on"], each["term"]) for each in pieces] == [
        ("Notebook week 1", "2032-01-09", "Quarter 2"),
        ("Notebook week 2", "2032-01-16", "Quarter 2"),
        ("Notebook week 3", "2032-01-30", "Quarter 3"),
        ("Notebook week 4", "2032-02-06", "Quarter 3"),
    ]
    assert pieces[0]["short_name"] == "Notebook week 1"
    assert repeat(world, without=["2032-01-16"]).json() == {"count": 3}
    assert Assignment.objects.filter(name__startswith="Notebook").count() == 3
    # More of the same go on where these ended.
    assert repeat(world, "repeating/preview").json()[0]["name"] == "Notebook week 5"
    assert repeat(world, "repeating/preview", first_number=1).json()[0]["name"] == "Notebook week 1"
    ask(world, "POST", "undo")
    assert not Assignment.objects.filter(name__startswith="Notebook").exists()


@pytest.mark.parametrize(
    ("body", "days"),
    [
        ({"every": "day", "interval": 2, "times": 3, "until": None}, ["2032-01-05", "2032-01-07", "2032-01-09"]),
        ({"every": "month", "month_day": 15, "until": "2032-04-30"}, ["2032-01-15", "2032-03-15", "2032-04-15"]),
        (
            {"weekdays": [0, 2], "interval": 2, "until": "2032-01-25"},
            ["2032-01-05", "2032-01-07", "2032-01-19", "2032-01-21"],
        ),
    ],
)
def test_work_repeats_by_days_weeks_and_months(world: World, body: Any, days: list[str]) -> None:
    assert [each["due_on"] for each in repeat(world, "repeating/preview", **body).json()] == days


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"until": None}, "until"),
        ({"until": "2031-12-01"}, "until"),
        ({"weekdays": []}, "weekdays"),
        ({"interval": 0}, "interval"),
        ({"starts": "1970-01-01"}, "starts"),
        ({"every": "month", "month_day": 40}, "month_day"),
        ({"times": 5000}, "times"),
        ({"every": "day", "until": "2032-01-05", "starts": "2032-01-04", "pattern": "x" * 200}, "pattern"),
    ],
)
def test_repeating_that_makes_no_sense_is_refused(world: World, body: Any, field: str) -> None:
    refused = repeat(world, **body)
    assert (refused.status_code, refused.json()["field"]) == (422, field)
    assert Assignment.objects.count() == 3


# Passing on


def test_a_plan_is_kept_and_begins_another_class_in_another_year_on_the_same_weekdays(world: World) -> None:
    ask(world, "POST", "plan/keep", {"name": "Botany as it is"})
    ferns = empty_class(world)
    year = world.school_class.year
    year.pk, year.name = None, "2032/33"
    year.starts, year.ends = datetime.date(2032, 8, 30), datetime.date(2033, 6, 15)
    year.save()
    for position in (1, 2, 3):
        Term.objects.create(
            year=year,
            name=f"Term {position}",
            position=position,
            starts=year.starts,
            ends=year.ends,
            kind="semester" if position == 1 else "quarter",
        )
    ferns.year = year
    ferns.save()
    address = f"/api/v1/classes/{ferns.pk}"
    ways = world.client("teacher").get(f"{address}/plan/ways").json()
    assert [each["name"] for each in ways["kept"]] == ["Botany as it is"]
    begun = send(world.client("teacher"), "POST", f"{address}/plan/begin", {"kept": ways["kept"][0]["id"]})
    assert begun.json() == {"count": 5}
    made = list(Assignment.objects.filter(school_class=ferns))
    assert [each.name for each in made] == ["Oak", "Beet", "Ash"]
    assert made[0].due_on == datetime.date(2032, 11, 29)
    assert made[0].due_on.weekday() == world.assignments[0].due_on.weekday()  # type: ignore[union-attr]
    mine = {"kept": KeptPlan.objects.get().pk}
    assert send(world.client("other_teacher"), "POST", f"{address}/plan/begin", mine).status_code == 404


def test_a_pattern_begins_a_class(world: World) -> None:
    address = f"/api/v1/classes/{empty_class(world).pk}"
    pattern = world.client("teacher").get(f"{address}/plan/ways").json()["patterns"][0]["name"]
    send(world.client("teacher"), "POST", f"{address}/plan/begin", {"pattern": pattern})
    found = world.client("teacher").get(f"{address}/plan").json()
    assert (found["weights"], len(found["categories"])) == ("100", 3)
    send(world.client("teacher"), "POST", f"{address}/undo")
    assert world.client("teacher").get(f"{address}/plan").json()["categories"] == []


def test_later_changes_are_sent_to_chosen_classes_and_wait_in_their_drafts(world: World) -> None:
    ferns = empty_class(world)
    body = {"classes": [ferns.pk], "with_assignments": True}
    assert "5 categories and assignments made" in ask(world, "POST", "plan/send", body).json()["words"][0]
    ask(world, "PATCH", f"categories/{world.categories[0].pk}", {"weight": "30"})
    ask(world, "POST", "categories", {"name": "Seeds", "weight": "30"})
    words = ask(world, "POST", "plan/send", body).json()["words"][0]
    assert "1 added" in words
    found = world.client("teacher").get(f"/api/v1/classes/{ferns.pk}/plan?term={world.term.pk}").json()
    assert [(each["name"], each["weight"]) for each in found["categories"]] == [
        ("Leaves", "30"),
        ("Roots", "40"),
        ("Seeds", "30"),
    ]
    assert len(found["assignments"]) == 3
    zoology = world.people["other_teacher"].classes.get()
    assert ask(world, "POST", "plan/send", {"classes": [zoology.pk]}).status_code == 404


# History


def test_the_history_of_a_plan_goes_back_to_its_beginning(world: World, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(paging, "PAGE_SIZE", 2)
    for weight in range(31, 36):
        ask(world, "PATCH", f"categories/{world.categories[0].pk}", {"weight": str(weight)})
    found: list[int] = []
    after = ""
    while True:
        page = world.client("co_teacher").get(f"{world.address}/plan/history{after}").json()
        found += [each["id"] for each in page["events"]]
        if page["after"] is None:
            break
        after = f"?after={page['after']}"
    assert found == sorted(set(found), reverse=True)
    assert len(found) == 5


def test_the_plan_returns_to_what_it_was_through_the_draft(world: World) -> None:
    ask(world, "PATCH", f"categories/{world.categories[0].pk}", {"weight": "50", "name": "Leaf"})
    scored(world)
    ask(world, "PATCH", f"categories/{world.categories[0].pk}", {"weight": "10", "name": "Blade"})
    ask(world, "POST", "draft/apply")
    ask(world, "DELETE", f"assignments/{world.assignments[1].pk}")
    events = world.client("co_teacher").get(f"{world.address}/plan/history").json()["events"]
    assert [each["words"] for each in events][-1] == "changed the category Leaf"
    assert {each["who"] for each in events} == {"Ann Alder"}
    ask(world, "POST", f"plan/history/{events[-1]['id']}")
    found = plan(world)
    assert [each["name"] for each in found["assignments"]] == ["Oak", "Beet", "Ash"]
    assert (found["categories"][0]["name"], found["categories"][0]["was"]) == ("Leaf", {"weight": "10"})
    ask(world, "POST", "draft/apply")
    assert plan(world)["categories"][0]["weight"] == "50"


def test_the_way_back_passes_by_what_is_gone_for_good(world: World) -> None:
    made = ask(world, "POST", "scales", {"name": "Two steps", "bands": BANDS}).json()["id"]
    letters = GradingScale.objects.exclude(pk=made).get()
    ask(world, "PATCH", "rules", {"scale": str(made)})
    event = PlanEvent.objects.latest("id")
    ask(world, "PATCH", "rules", {"scale": str(letters.pk), "cap": True})
    ask(world, "DELETE", f"scales/{made}")
    assert ask(world, "POST", f"plan/history/{event.pk}").status_code == 200
    rules = {each["field"]: each["value"] for each in plan(world)["rules"]}
    assert (rules["scale"], rules["cap"]) == (str(letters.pk), False)


# Scales and codes


BANDS = [{"mark": "Yes", "min": "50"}, {"mark": "No", "min": "0"}]


def test_changing_the_scale_in_use_makes_ones_own_and_goes_through_the_draft(world: World) -> None:
    scored(world)
    letters = GradingScale.objects.get()
    made = ask(world, "PUT", f"scales/{letters.pk}", {"name": "Letters", "bands": BANDS}).json()["id"]
    assert letters.bands.count() == 5
    assert [each["field"] for each in draft(world)["edits"]] == ["scale_id"]
    ask(world, "POST", "draft/apply")
    found = {each["id"]: each for each in ask(world, "GET", "scales").json()["scales"]}
    assert [(found[each]["is_mine"], found[each]["is_here"]) for each in (made, letters.pk)] == [
        (True, True),
        (False, False),
    ]
    assert GradingScale.objects.get(pk=made).owner == world.people["teacher"]
    assert "in use" in told(ask(world, "DELETE", f"scales/{made}"))
    assert "the school's" in told(ask(world, "DELETE", f"scales/{letters.pk}"))


def test_a_scale_of_ones_own_is_offered_to_the_school_where_one_says_so(world: World) -> None:
    zoology = f"/api/v1/classes/{world.people['other_teacher'].classes.get().pk}/scales"
    body = {"name": "Two steps", "bands": BANDS}
    made = ask(world, "POST", "scales", body).json()["id"]

    def theirs() -> set[str]:
        return {each["name"] for each in world.client("other_teacher").get(zoology).json()["scales"]}

    assert "Two steps" not in theirs()
    ask(world, "PUT", f"scales/{made}", body | {"is_shared": True})
    assert "Two steps" in theirs()
    assert "the school's" in told(send(world.client("other_teacher"), "DELETE", f"{zoology}/{made}"))


@pytest.mark.parametrize(
    ("bands", "why"),
    [
        ([{"mark": "A", "min": "90"}, {"mark": "B", "min": "10"}], "0"),
        ([{"mark": "A", "min": "50"}, {"mark": "A", "min": "0"}], "A"),
        ([{"mark": "A", "min": "x"}], "not a number"),
        ([], ""),
        ([{"mark": f"M{each}", "min": str(each)} for each in range(50)], "at most 40"),
    ],
)
def test_a_scale_with_a_gap_or_twice_a_mark_is_refused(world: World, bands: Any, why: str) -> None:
    assert why in told(ask(world, "POST", "scales", {"name": "Mine", "bands": bands}))
    assert GradingScale.objects.count() == 1


def test_what_a_schools_code_does_here_changes_for_this_class_alone_through_the_draft(world: World) -> None:
    enter(world, entry(world, "10"), entry(world, "EX", assignment=1))
    code = ScoreCode.objects.get(code="EX")
    assert percent(world) == "50.0"
    ask(world, "PATCH", f"codes/{code.pk}", {"effect": "zero"})
    assert (percent(world), draft(world)["edits"][0]["words"]) == ("50.0", "EX: does")
    ask(world, "POST", "draft/apply")
    assert percent(world) == "30.0"
    assert ScoreCode.objects.get(pk=code.pk).effect == "leave_out"


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"code": "A", "name": "x"}, "code"),
        ({"code": "EX", "name": "x"}, "code"),
        ({"code": "LATERS", "name": "x"}, "code"),
        ({"code": "HH", "name": "x", "effect": "percent"}, "percent"),
        ({"code": "HH", "name": "x", "effect": "magic"}, "effect"),
    ],
)
def test_a_code_that_clashes_or_does_nothing_known_is_refused(world: World, body: Any, field: str) -> None:
    refused = ask(world, "POST", "codes", body)
    assert (refused.status_code, refused.json()["field"]) == (422, field)
    assert ScoreCode.objects.count() == 2


def test_a_code_of_ones_own_is_made_used_and_deleted(world: World) -> None:
    made = ask(world, "POST", "codes", {"code": "hf", "name": "half", "effect": "percent", "percent": "50"}).json()[
        "id"
    ]
    enter(world, entry(world, "hf"))
    assert percent(world) == "50.0"
    assert "Scores hold HF" in told(ask(world, "DELETE", f"codes/{made}"))


def test_a_code_is_offered_to_the_school_and_taken_over_as_a_copy(world: World) -> None:
    made = ask(world, "POST", "codes", {"code": "hf", "name": "half", "effect": "percent", "percent": "50"}).json()[
        "id"
    ]
    elsewhere = f"/api/v1/classes/{SchoolClass.objects.get(name='Zoology').pk}"
    colleague = world.client("other_teacher")
    assert colleague.get(f"{elsewhere}/scales").json()["offered"] == []
    assert "not your own" in told(ask(world, "PATCH", f"codes/{made}", {"is_shared": True}, "co_teacher"))
    ask(world, "PATCH", f"codes/{made}", {"is_shared": True})
    (offered,) = colleague.get(f"{elsewhere}/scales").json()["offered"]
    assert (offered["code"], offered["whose"]) == ("HF", "Ann Alder's")
    body = {each: offered[each] for each in ("code", "name", "effect", "percent", "missing", "colour")}
    assert send(colleague, "POST", f"{elsewhere}/codes", body).status_code == 200
    after = colleague.get(f"{elsewhere}/scales").json()
    assert after["offered"] == []
    assert [each["whose"] for each in after["codes"] if each["code"] == "HF"] == ["your own"]


def test_a_file_that_was_replaced_or_taken_away_comes_back_by_undoing(world: World) -> None:
    client = world.client("teacher")
    address = f"{world.address}/assignments/{world.assignments[0].pk}/file"

    def handed() -> bytes | None:
        answer = client.get(address)
        return bytes(answer.content) if answer.status_code == 200 else None

    for content in (b"first", b"second"):
        assert client.post(address, {"file": SimpleUploadedFile("map.txt", content)}).status_code == 204
    assert handed() == b"second"
    send(client, "DELETE", address)
    assert handed() is None
    for expected in (b"second", b"first", None):
        ask(world, "POST", "undo")
        assert handed() == expected
    ask(world, "POST", "redo")
    assert handed() == b"first"


def test_two_co_teachers_with_codes_of_the_same_letters_have_one_in_the_class(world: World) -> None:
    for who, effect in (("teacher", "zero"), ("co_teacher", "full")):
        ScoreCode.objects.create(
            school=world.school, owner=world.people[who], code="RD", name="redone", effect=effect, is_shared=True
        )
    codes = world.client("teacher").get(f"{world.address}/scores").json()["codes"]
    assert [(each["code"], each["does"]) for each in codes if each["code"] == "RD"] == [("RD", "counts as zero")]


def test_work_names_its_standards_each_once(world: World) -> None:
    work = f"assignments/{world.assignments[0].pk}"
    ask(world, "PATCH", work, {"standards": ["Reading maps", "Scale", "Reading maps"]})
    assert plan(world)["assignments"][0]["standards"] == ["Reading maps", "Scale"]
    assert "at most 20" in told(ask(world, "PATCH", work, {"standards": [f"S{each}" for each in range(30)]}))
    assert plan(world)["assignments"][0]["standards"] == ["Reading maps", "Scale"]


# Terms


def test_a_term_weighs_by_itself_and_follows_the_class_again(world: World) -> None:
    quarter, after = world.term.pk, world.next_term.pk
    ask(world, "PATCH", f"terms/{quarter}", {"own_weights": True})
    ask(world, "PUT", f"weights/{quarter}", {"weights": {world.categories[0].pk: "70", world.categories[1].pk: "30"}})
    assert [each["weight"] for each in plan(world)["categories"]] == ["70", "30"]
    assert [each["weight"] for each in plan(world, after)["categories"]] == ["60", "40"]
    ask(world, "PATCH", f"terms/{quarter}", {"own_weights": False})
    assert [each["weight"] for each in plan(world)["categories"]] == ["60", "40"]


def test_a_term_has_ground_rules_of_its_own(world: World) -> None:
    ask(world, "PATCH", f"terms/{world.term.pk}", {"rules": {"method": "points", "rounding": "1 half_up"}})
    rules = {each["field"]: each for each in plan(world)["rules"]}
    assert (rules["method"]["value"], rules["method"]["is_own"]) == ("points", True)
    assert rules["rounding"]["value"] == "1 half_up"
    assert plan(world, world.next_term.pk)["weights"] == "100"
    ask(world, "PATCH", f"terms/{world.term.pk}", {"rules": {"method": None, "rounding": None}})
    assert not any(each["is_own"] for each in plan(world)["rules"])
    assert "not one of the choices" in told(
        ask(world, "PATCH", f"terms/{world.term.pk}", {"rules": {"method": "magic"}})
    )
    assert "whole class" in told(ask(world, "PATCH", f"terms/{world.term.pk}", {"rules": {"scale": "1"}}))


def test_a_semester_is_made_of_its_parts_as_one_says(world: World) -> None:
    semester = Term.objects.get(kind="semester")
    found = plan(world, semester.pk)
    assert [(each["name"], each["weight"], each["share"]) for each in found["parts"]] == [("Quarter 2", "2", "100.0")]
    body = {"part_weights": {world.term.pk: "3"}, "parts_from": "mark"}
    ask(world, "PATCH", f"terms/{semester.pk}", body)
    found = plan(world, semester.pk)
    assert (found["parts"][0]["weight"], found["parts_from"]) == ("3", "mark")
    assert "no part" in told(ask(world, "PATCH", f"terms/{semester.pk}", {"part_weights": {world.next_term.pk: "3"}}))


# Checks


def checks(world: World) -> dict[str, Any]:
    return {each["key"]: each for each in ask(world, "GET", f"checks?term={world.term.pk}").json()}


def mend(world: World, key: str) -> Any:
    return ask(world, "POST", f"checks/{world.term.pk}/mend", {"key": key})


def test_a_sound_plan_has_no_checks(world: World) -> None:
    assert checks(world) == {}


def test_each_thing_to_look_at_is_said_and_mended_in_one_act(world: World) -> None:
    oak, _, ash = world.assignments
    Category.objects.filter(pk=world.categories[1].pk).update(weight=90, drop_lowest=1, is_default=True)
    Assignment.objects.filter(pk=oak.pk).update(points=0)
    Assignment.objects.filter(pk=ash.pk).update(category=None, due_on=datetime.date(2032, 2, 5))
    found = checks(world)
    assert {
        "weights",
        f"drops {world.categories[1].pk}",
        f"points {oak.pk}",
        f"apart {ash.pk}",
        f"due {ash.pk}",
    } == set(found)
    assert found["weights"]["mend"] == "Bring them to 100 in proportion"
    for key in ("weights", f"points {oak.pk}", f"apart {ash.pk}", f"due {ash.pk}"):
        assert mend(world, key).status_code == 200, found[key]
    assert [each["weight"] for each in plan(world)["categories"]] == ["40", "60"]
    assert Assignment.objects.get(pk=ash.pk).term == world.next_term
    assert set(checks(world)) == {f"drops {world.categories[1].pk}", f"empty {world.categories[0].pk}"}
    assert "decision of yours" in told(mend(world, f"drops {world.categories[1].pk}"))
    assert "no longer so" in told(mend(world, "weights"))


def test_a_number_that_would_seem_to_reach_the_next_mark_is_a_check(world: World) -> None:
    Assignment.objects.filter(pk=world.assignments[0].pk).update(points=10_000)
    Category.objects.filter(pk=world.categories[0].pk).update(weight=100)
    enter(world, entry(world, "8996"))
    found = checks(world)[f"shown {world.students[0].pk}"]
    assert "seem to reach A" in found["words"]
    assert "89.96 is B" in found["words"]
    assert mend(world, f"shown {world.students[0].pk}").status_code == 200
    assert f"shown {world.students[0].pk}" not in checks(world)


def test_the_steps_of_a_term_wait_in_a_draft_and_lift_everybody_once_applied(world: World) -> None:
    scored(world)
    before = percent(world)
    refused = ask(
        world, "PATCH", f"terms/{world.term.pk}", {"adjust": [{"kind": "line", "from": ["5", "5"], "to": ["0", "9"]}]}
    )
    assert refused.json()["field"] == "adjust"
    ask(world, "PATCH", f"terms/{world.term.pk}", {"adjust": [{"kind": "add", "amount": "2"}]})
    assert percent(world) == before
    assert draft(world)["edits"][0]["now"] == "1 step"
    assert plan(world)["adjust"] == [{"kind": "add", "amount": "2"}]
    ask(world, "POST", "draft/apply")
    assert float(percent(world)) == float(before) + 2
    world.client("teacher").post(f"{world.address}/undo")
    assert percent(world) == before


def test_work_is_given_to_one_more_who_came_later_or_was_not_chosen(world: World) -> None:
    oak, beet = world.assignments[:2]
    late = world.students[2]
    Enrolment.objects.filter(student=late).update(starts=datetime.date(2031, 12, 10))
    ask(world, "PATCH", f"assignments/{beet.pk}", {"for_everyone": False, "chosen": [world.students[0].pk]})

    def state(work: Assignment) -> str | None:
        rows = ask(world, "GET", "scores").json()["rows"]
        found: str | None = next(each for each in rows if each["student_id"] == late.pk)["cells"][str(work.pk)]["state"]
        return found

    for work in (oak, beet):
        assert state(work) == "not_assigned"
        ask(world, "PUT", f"assignments/{work.pk}/students/{late.pk}")
        assert state(work) != "not_assigned"
    assert sorted(Assignment.objects.get(pk=beet.pk).chosen) == [world.students[0].pk, late.pk]
    stranger = Student.objects.create(school=world.school, given_name="No", family_name="Body", number="999", alias="1")
    assert "not in the class" in told(ask(world, "PUT", f"assignments/{oak.pk}/students/{stranger.pk}"))
    ask(world, "POST", "undo")
    assert state(beet) == "not_assigned"
