"""Grades made of standards, and levels alone (R8.5)."""

import datetime
import uuid
from typing import Any

import pytest
from conftest import World, send
from plans.models import GroundRules
from school.models import ReportingWindow, Term
from school.revisions import count_school
from scores.tests.test_by_standard import SET, standards
from scores.tests.test_entering import enter, entry

from reports import levels
from reports.models import PostedGrade, Posting


def rule(world: World, **given: Any) -> Any:
    return send(world.client("teacher"), "PATCH", f"{world.address}/rules", given)


@pytest.fixture
def scored(world: World) -> World:
    """Grades are made of standards before anything is scored; the first student has 3 and 4 of 4."""
    assert standards(world).status_code == 200
    world.assignments[0].standards = ["Reading maps", "Scale"]
    world.assignments[0].save()
    assert rule(world, method="standards").status_code == 204
    assert enter(world, entry(world, "17/secure/4")).status_code == 200
    return world


def grade(world: World) -> tuple[str | None, str | None]:
    row = world.client("teacher").get(f"{world.address}/scores").json()["rows"][0]
    return row["grade"]["percent"], row["grade"]["mark"]


def test_a_grade_is_made_of_levels_and_explained(scored: World) -> None:
    # Maps, which has no pieces of its own, comes to 3; Scale to 4: 75 and 100 make 87.5.
    assert grade(scored) == ("87.5", "B")
    where = f"{scored.address}/working/{scored.students[0].pk}?term={scored.term.pk}"
    how = scored.client("teacher").get(where).json()
    assert [(each["name"], each["mark"], each["percent"], each["adds"]) for each in how["standards"]] == [
        ("Maps", "Secure", "75", "37.50"),
        ("Scale", "Beyond", "100", "50.00"),
    ]
    assert how["apart"][0]["words"] == "evidence for standards alone"
    assert (how["categories"], how["sum"]) == ([], "87.50")


def test_weights_wait_in_a_draft_and_then_weigh(scored: World) -> None:
    assert rule(scored, standard_weights={"Reading maps": "3", "Scale": "1", "Maps": ""}).status_code == 204
    client = scored.client("teacher")
    draft = client.get(f"{scored.address}/draft/changes").json()
    assert (draft["grades"], draft["edits"][0]["now"]) == (1, "Reading maps 3, Scale 1")
    assert send(client, "POST", f"{scored.address}/draft/apply").status_code == 200
    assert grade(scored) == ("81.3", "B")
    assert rule(scored, standard_weights={"Scale": "-1"}).status_code == 422


def test_levels_alone_show_no_percent_and_lack_nothing(scored: World) -> None:
    assert rule(scored, method="levels").status_code == 204
    send(scored.client("teacher"), "POST", f"{scored.address}/draft/apply")
    assert grade(scored) == (None, None)
    found = scored.client("teacher").get(f"{scored.address}/by-standard").json()
    assert found["rows"][0]["cells"][0]["mark"] == "Secure"
    assert [each["mark"] for each in found["rows"][0]["cells"]] == ["Secure", "Secure", "Beyond"]
    report = scored.client("teacher").get(f"{scored.address}/report?term={scored.term.pk}").json()
    assert [row["state"] for row in report["rows"]] == ["no_comment", "no_grade", "no_grade"]
    assert report["rows"][0]["grade"]["levels"] == {"Maps": "Secure", "Reading maps": "Secure", "Scale": "Beyond"}
    # Every place says so where a percent would stand.
    assert (report["levels_alone"], report["level_columns"]) == (True, ["Maps", "Reading maps", "Scale"])
    client = scored.client("teacher")
    how = client.get(f"{scored.address}/working/{scored.students[0].pk}?term={scored.term.pk}").json()
    assert [(each["name"], each["mark"], each["percent"], each["adds"]) for each in how["standards"]] == [
        ("Maps", "Secure", None, None),
        ("Reading maps", "Secure", None, None),
        ("Scale", "Beyond", None, None),
    ]
    assert client.get(f"{scored.address}/plan?term={scored.term.pk}").json()["levels_alone"]
    assert client.get(f"{scored.address}/spread?term={scored.term.pk}").json()["levels_alone"]


def test_levels_stand_in_the_reports_table_as_far_as_they_are_asked_for(
    scored: World, monkeypatch: pytest.MonkeyPatch
) -> None:
    def columns() -> Any:
        return scored.client("teacher").get(f"{scored.address}/report?term={scored.term.pk}").json()["level_columns"]

    assert columns() == []
    ReportingWindow.objects.filter(term=scored.term).update(asks_for=["Scale", "Reading maps", "Maps"])
    count_school(scored.school.pk)
    assert columns() == ["Maps", "Reading maps", "Scale"]
    # Of too many, those that are part of no other.
    monkeypatch.setattr(levels, "MOST_COLUMNS", 2)
    count_school(scored.school.pk)
    assert columns() == ["Maps", "Scale"]


def test_levels_are_posted_as_they_were_and_the_family_sees_them(scored: World) -> None:
    ReportingWindow.objects.filter(term=scored.term).update(asks_for=["Scale"], collects=["mark"])
    count_school(scored.school.pk)
    student = scored.students[0].pk
    report = f"{scored.address}/report"
    teacher, family = scored.client("teacher"), scored.client("guardian")

    def rows() -> Any:
        return teacher.get(f"{report}?term={scored.term.pk}").json()["rows"]

    assert [check["words"] for check in rows()[1]["checks"] if check["kind"] == "no_level"] == ["no level in Scale"]
    body = {"request": str(uuid.uuid4()), "term": scored.term.pk, "students": [student]}
    assert send(teacher, "POST", f"{report}/post", body).status_code == 200
    assert PostedGrade.objects.get().levels == {"Scale": "Beyond"}
    # Another level is a change since; the family has what was posted.
    send(
        teacher,
        "PATCH",
        f"{scored.address}/by-standard",
        {
            "entries": [{"student": student, "standard": "Scale", "mark": "Begun"}],
        },
    )
    assert rows()[0]["state"] == "changed"
    page = family.get(f"/api/v1/families/{student}?term={scored.term.pk}").json()
    assert page["classes"][0]["posted"]["levels"] == [{"name": "Scale", "mark": "Beyond"}]
    card = family.get(f"/api/v1/families/{student}/card?term={scored.term.pk}").json()
    assert card["subjects"][0]["levels"] == [{"name": "Scale", "marks": ["Beyond"]}]
    assert card["subjects"][0]["scales"] == [{"standards": [], "levels": ["Begun", "Secure", "Beyond"]}]


def test_a_family_reads_no_percent_where_levels_stand_alone_though_one_was_posted(scored: World) -> None:
    assert rule(scored, method="levels").status_code == 204
    send(scored.client("teacher"), "POST", f"{scored.address}/draft/apply")
    student = scored.students[0].pk
    body = {"request": str(uuid.uuid4()), "term": scored.term.pk, "students": [student]}
    assert send(scored.client("teacher"), "POST", f"{scored.address}/report/post", body).status_code == 200
    posted = PostedGrade.objects.get()
    for each in posted.working["standards"]:
        each["percent"] = "75"
    posted.save()
    at = f"/api/v1/families/{student}/classes/{scored.school_class.pk}/working?term={scored.term.pk}"
    told = scored.client("guardian").get(at).json()["standards"]
    assert [(each["name"], each["mark"], each["percent"]) for each in told] == [
        ("Maps", "Secure", None),
        ("Reading maps", "Secure", None),
        ("Scale", "Beyond", None),
    ]


def test_a_family_sees_behind_a_level_the_work_that_it_sees_and_the_terms_before(scored: World) -> None:
    GroundRules.objects.filter(school_class=scored.school_class).update(families_see_running=True)
    count_school(scored.school.pk)
    student, first = scored.students[0].pk, scored.assignments[0]

    def behind() -> dict[str, Any]:
        page = scored.client("guardian").get(f"/api/v1/families/{student}?term={scored.term.pk}").json()
        return {each["name"]: each for each in page["classes"][0]["behind"]}

    found = behind()
    assert [(piece["name"], piece["mark"]) for piece in found["Scale"]["pieces"]] == [(first.name, "Beyond")]
    assert (found["Maps"]["pieces"], found["Maps"]["before"]) == ([], [])
    # What is hidden stands behind nothing, and makes no level.
    first.shown = False
    first.save()
    count_school(scored.school.pk)
    assert behind() == {}
    first.shown = True
    first.save()
    count_school(scored.school.pk)
    # What was posted for a term before is told, as it was then.
    starts = scored.term.starts - datetime.timedelta(60)
    earlier = Term.objects.create(
        year=scored.term.year,
        kind="quarter",
        name="Quarter 0",
        starts=starts,
        ends=starts + datetime.timedelta(9),
        position=9,
    )
    posting = Posting.objects.create(
        school_class=scored.school_class,
        term=earlier,
        person=scored.people["teacher"],
        request=uuid.uuid4(),
        at=scored.school.now(),
        collects=["mark"],
    )
    PostedGrade.objects.create(posting=posting, student=scored.students[0], levels={"Scale": "Begun"}, working={})
    assert behind()["Scale"]["before"] == [{"term": "Quarter 0", "mark": "Begun"}]


@pytest.mark.parametrize(
    ("way", "reported"),
    [
        # What all evidence together says; the level of the newest term that was posted; the best of those that were.
        ("combined", {"Maps": "Secure", "Reading maps": "Secure", "Scale": "Beyond"}),
        ("newest", {"Maps": "Secure", "Reading maps": "Begun", "Scale": "Beyond"}),
        ("best", {"Maps": "Beyond", "Reading maps": "Secure", "Scale": "Beyond"}),
    ],
)
def test_a_semesters_level_is_what_the_school_says(scored: World, way: str, reported: dict[str, str]) -> None:
    semester = scored.term.within
    assert semester is not None
    first = Term.objects.create(
        year=semester.year,
        within=semester,
        kind="quarter",
        name="Quarter 1",
        position=0,
        starts=semester.starts,
        ends=semester.starts + datetime.timedelta(9),
    )
    for term, found in (
        (first, {"Maps": "Beyond", "Reading maps": "Secure", "Scale": "Begun"}),
        (scored.term, {"Maps": "Secure", "Reading maps": "Begun", "Scale": "Begun"}),
    ):
        posting = Posting.objects.create(
            school_class=scored.school_class,
            term=term,
            person=scored.people["teacher"],
            request=uuid.uuid4(),
            at=scored.school.now(),
            collects=["mark"],
        )
        PostedGrade.objects.create(posting=posting, student=scored.students[0], levels=found, working={})
    # One set by hand stands, whatever was posted.
    send(
        scored.client("teacher"),
        "PATCH",
        f"{scored.address}/by-standard",
        {
            "entries": [{"student": scored.students[0].pk, "standard": "Scale", "mark": "Beyond"}],
        },
    )
    body = SET | {"over_terms": way}
    told = send(scored.client("officer"), "PUT", f"{scored.school_address}/standards?dry_run=true", body).json()[
        "words"
    ]
    assert told == ([] if way == "combined" else ["Botany A: 1 level of 1 student would be another."])
    assert standards(scored, over_terms=way).status_code == 200
    rows = scored.client("teacher").get(f"{scored.address}/report?term={semester.pk}").json()["rows"]
    assert rows[0]["grade"]["levels"] == reported
    # Of whom nothing was posted, and in a term that is made of none, all evidence together speaks.
    assert rows[1]["grade"]["levels"] == {}
    quarter = scored.client("teacher").get(f"{scored.address}/report?term={scored.term.pk}").json()["rows"]
    assert quarter[0]["grade"]["levels"]["Reading maps"] == "Secure"


def test_nothing_is_said_to_be_needed_where_work_moves_no_grade(scored: World) -> None:
    GroundRules.objects.filter(school_class=scored.school_class).update(families_see_running=True)
    count_school(scored.school.pk)
    student = scored.students[0].pk
    page = scored.client("guardian").get(f"/api/v1/families/{student}?term={scored.term.pk}")
    assert page.status_code == 200
    assert (page.json()["classes"][0]["mark"], page.json()["classes"][0]["has_what_if"]) == ("B", False)
    assert page.json()["classes"][0]["levels"][0] == {"name": "Maps", "mark": "Secure"}
    needed = scored.client("teacher").get(f"{scored.address}/spread/needed/{student}?term={scored.term.pk}")
    assert needed.status_code == 200
