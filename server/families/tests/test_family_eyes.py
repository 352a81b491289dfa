"""Every way that a family has to a grade, in every state that a grade can be in, against a table of what is seen (R14)."""

import datetime
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import pytest
from conftest import World, send
from plans.models import Assignment, GroundRules
from reports.tests.test_reports import override, post
from school.models import Enrolment, ReportingWindow, SchoolClass, SchoolYear
from scores.book import load_class
from scores.explaining import explained
from scores.tests.test_entering import enter, entry

from families import api as families_api
from families.posted_working import for_families
from families.tests.test_family_page import texts, working

REASON = "his portfolio was lost in the flood"


def running(world: World) -> None:
    """Oak 17 of 20 and Beet 11 of 20, shown as they stand: 0.6 · 85 + 0.4 · 55 = 73 %, a C."""
    GroundRules.objects.update(families_see_running=True, families_points=True, families_percent=True)
    world.changed()
    enter(world, entry(world, "17"), entry(world, "11", assignment=1))


def hide_running(world: World) -> None:
    GroundRules.objects.update(families_see_running=False)
    world.changed()


def posted(world: World) -> None:
    running(world)
    post(world, 0)


def window(world: World, **given: Any) -> None:
    ReportingWindow.objects.filter(term=world.term).update(**given)
    world.changed()


def keep_back(world: World) -> None:
    address = f"{world.address}/report/{world.term.pk}/families"
    send(world.client("teacher"), "PATCH", address, {"students": [world.students[0].pk], "is_shown": False})


def withdraw(world: World) -> None:
    address = f"{world.address}/report/{world.term.pk}/{world.students[0].pk}/withdraw"
    send(world.client("teacher"), "POST", address, {"reason": "wrong class"})


def hide(world: World) -> None:
    Assignment.objects.filter(pk=world.assignments[1].pk).update(shown=False)
    world.changed()


def leave(world: World) -> None:
    Assignment.objects.update(closed=True)
    Enrolment.objects.filter(student=world.students[0]).update(ends=datetime.date(2032, 1, 9))
    world.changed()


def draft(world: World) -> None:
    address = f"{world.address}/categories/{world.categories[0].pk}"
    send(world.client("teacher"), "PATCH", address, {"weight": "10"})


@dataclass(frozen=True)
class Seen:
    """What a family sees: the quarter's mark and percent, the semester's running mark, what stands on the card, and the
    scores of work that is back. `never` must not stand anywhere in any answer, as a text of its own or in one.
    """

    mark: str | None
    percent: str | None
    semester: str | None
    card: list[tuple[str, str]]
    back: list[str]
    working: bool
    never: tuple[str, ...] = ()


NOTHING = Seen(None, None, None, [], ["17", "11"], working=False, never=("73", "C"))
RUNNING = Seen("C", "73.0", "C", [], ["17", "11"], working=True)
POSTED = Seen("C", "73.0", "C", [("C", "73.0")], ["17", "11"], working=True)

TABLE: dict[str, tuple[list[Callable[[World], object]], Seen]] = {
    "nothing is shown before posting": (
        [running, hide_running],
        NOTHING,
    ),
    "as it stands": ([running], RUNNING),
    "an override was typed": (
        [running, lambda world: override(world, mark="A", percent="96.5", reason=REASON)],
        Seen("C", "73.0", "C", [], ["17", "11"], working=True, never=("96.5", REASON)),
    ),
    "an override was posted": (
        [running, lambda world: override(world, mark="A", percent="96.5", reason=REASON), lambda world: post(world, 0)],
        Seen("A", "96.5", "C", [("A", "96.5")], ["17", "11"], working=True, never=(REASON,)),
    ),
    "an override by mark alone was posted": (
        [running, lambda world: override(world, mark="A", reason=REASON), lambda world: post(world, 0)],
        # 95 is the middle of the mark's band, which nobody earned.
        Seen("A", None, "C", [("A", "")], ["17", "11"], working=True, never=("95", REASON)),
    ),
    "an override was changed since it was posted": (
        [posted, lambda world: override(world, mark="A", percent="96.5", reason=REASON)],
        Seen("C", "73.0", "C", [("C", "73.0")], ["17", "11"], working=True, never=("96.5", REASON)),
    ),
    "kept back before posting": ([running, keep_back], NOTHING),
    "posted": ([posted], POSTED),
    "posted without the running grade": (
        [posted, hide_running],
        Seen("C", "73.0", None, [("C", "73.0")], ["17", "11"], working=True),
    ),
    "posted and kept back": ([posted, keep_back], NOTHING),
    "withdrawn": ([posted, withdraw], NOTHING),
    "posted again": (
        [posted, withdraw, lambda world: enter(world, entry(world, "19", 1)), lambda world: post(world, 0)],
        Seen("C", "79.0", "C", [("C", "79.0")], ["19", "11"], working=True),
    ),
    "the day for families has not come": (
        [posted, lambda world: window(world, families_from=datetime.date(2032, 1, 21))],
        NOTHING,
    ),
    "the day for families has not come, and nothing is posted": (
        [running, lambda world: window(world, families_from=datetime.date(2032, 1, 21))],
        RUNNING,
    ),
    "changed since": (
        [posted, lambda world: enter(world, entry(world, "3", 1))],
        Seen("C", "73.0", "E", [("C", "73.0")], ["3", "11"], working=True),
    ),
    "hidden work": (
        [running, hide],
        Seen("B", "85.0", "B", [], ["17"], working=True, never=("11", "55", "73")),
    ),
    "hidden work was posted": (
        [running, hide, lambda world: post(world, 0)],
        Seen("C", "73.0", "B", [("C", "73.0")], ["17"], working=True, never=("11", "55", "22", "51", "11 of 20", "40")),
    ),
    "a window without percents": (
        [running, lambda world: window(world, collects=["mark", "comment"]), lambda world: post(world, 0)],
        Seen("C", None, "C", [("C", "")], ["17", "11"], working=False),
    ),
    "a window without marks": (
        [running, lambda world: window(world, collects=["percent", "comment"]), lambda world: post(world, 0)],
        Seen(None, "73.0", "C", [("", "73.0")], ["17", "11"], working=True),
    ),
    "a window without marks, and an override": (
        [
            running,
            lambda world: window(world, collects=["percent", "comment"]),
            lambda world: override(world, mark="A", percent="96.5", reason=REASON),
            lambda world: post(world, 0),
        ],
        Seen(None, "96.5", "C", [("", "96.5")], ["17", "11"], working=True, never=("A", "96.5 % A", REASON)),
    ),
    "a draft": ([running, draft], RUNNING),
    "left without a posted grade": (
        [running, leave],
        Seen(None, None, None, [], [], working=False, never=("73", "C", "0")),
    ),
    "left after posting": ([posted, leave], Seen("C", "73.0", None, [("C", "73.0")], [], working=True)),
}


@pytest.mark.parametrize("state", TABLE)
def test_a_family_sees_what_the_table_says_in_every_way_it_has(world: World, monkeypatch: Any, state: str) -> None:
    acts, expected = TABLE[state]
    for act in acts:
        act(world)
    printed: list[Any] = []
    monkeypatch.setattr(families_api, "card_pages", lambda card, *_: printed.append(card))
    monkeypatch.setattr(families_api, "as_pdf", lambda *_: b"%PDF")
    address, family = f"/api/v1/families/{world.students[0].pk}", world.client("guardian")
    quarter = family.get(address, {"term": world.term.pk}).json()["classes"][0]
    semester = family.get(address, {"term": world.term.within_id}).json()["classes"][0]
    card = family.get(f"{address}/card", {"term": world.term.pk}).json()
    assert family.get(f"{address}/card.pdf", {"term": world.term.pk}).status_code == 200
    assert printed[0].model_dump() == card
    percent = quarter["headline"].partition(" %")[0] if " % in" in quarter["headline"] else None
    subjects = [(each["mark"], each["percent"]) for subject in card["subjects"] for each in subject["terms"]]
    seen = Seen(
        quarter["mark"],
        percent,
        semester["mark"],
        subjects,
        sorted((each["score"] for each in quarter["back"]), reverse=True),
        working=quarter["has_working"],
        never=expected.never,
    )
    assert seen == expected
    answers = [quarter, semester, card]
    through = f"{world.address}/students/{world.students[0].pk}/family"
    if "left" not in state:
        assert world.client("teacher").get(through, {"term": world.term.pk}).json() == quarter
    for each in (quarter, semester):
        term = {"term": each["term_id"]}
        how = family.get(f"{address}/classes/{world.school_class.pk}/working", term)
        assert how.status_code == (200 if each["has_working"] else 404)
        if each["has_working"]:
            answers.append(how.json())
        if "left" not in state:
            assert world.client("teacher").get(f"{through}/working", term).json() == how.json()
    told = [text for answer in answers for text in texts(answer)]
    for secret in expected.never:
        assert not [text for text in told if text == secret or (len(secret) > 1 and has(text, secret))], secret


def has(text: str, secret: str) -> bool:
    """Whether a text says a secret; a number within a longer number, or a day of the month, does not."""
    bare = f" {text} "
    return any(
        f"{before}{secret}{after}" in bare for before in (" ", "(") for after in (" ", ".0", "%", ",", ".00", " %")
    )


def test_hidden_work_in_a_posted_working_is_named_without_any_sum_that_tells_it(world: World) -> None:
    running(world)
    hide(world)
    post(world, 0)
    told = working(world).json()
    leaves, roots = told["categories"]
    assert (roots["percent"], roots["adds"], roots["weight"], roots["words"]) == (
        None,
        None,
        None,
        "some of it is not shown yet",
    )
    assert [(each["name"], each["score"], each["words"]) for each in roots["lines"]] == [("Beet", "", "not shown yet")]
    assert (leaves["percent"], leaves["adds"], leaves["weight"], told["sum"], told["exact"]) == (
        "85.00",
        None,
        None,
        None,
        None,
    )
    Assignment.objects.update(shown=True)
    world.changed()
    told = working(world).json()
    assert [each["adds"] for each in told["categories"]] == ["51.00", "22.00"]


def test_who_left_sees_no_work_of_the_class_and_no_file_of_it(world: World) -> None:
    posted(world)
    leave(world)
    found = world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}").json()["classes"][0]
    assert [found[name] for name in ("missing", "to_come", "being_marked", "back")] == [[]] * 4
    assert not found["has_what_if"]
    assert found["words"] == "Fin is no longer in this class."
    file = f"/api/v1/families/{world.students[0].pk}/files/{world.assignments[0].pk}"
    assert world.client("guardian").get(file).status_code == 404


def test_next_years_calendar_and_classes_move_no_family_before_it_begins(world: World) -> None:
    enter(world, entry(world, "17"))
    year = SchoolYear.objects.create(
        school=world.school, name="2032/33", starts=datetime.date(2032, 9, 1), ends=datetime.date(2033, 6, 15)
    )
    following = SchoolClass.objects.create(school=world.school, year=year, name="Mosses")
    Enrolment.objects.create(school_class=following, student=world.students[0], starts=year.starts)
    following.teachings.create(person=world.people["teacher"])
    names = [
        each["name"]
        for each in world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}").json()["classes"]
    ]
    assert names == ["Botany"]
    session = world.client("teacher").get("/api/v1/session").json()
    assert (session["year"], [each["name"] for each in session["classes"]]) == ("2031/32", ["Botany"])
    assert world.client("officer").get(f"{world.school_address}/year").json()["year"] == "2031/32"


def test_a_part_whose_window_collects_no_marks_is_told_without_its_mark(world: World) -> None:
    running(world)
    semester = world.term.within
    assert semester is not None
    working = explained(loaded := load_class(world.school_class), loaded.gradebook, world.students[0], semester)
    assert working.parts[0].mark == "C"
    told = for_families(working, (), (), (), (), [world.term.pk], with_mark=True, said={})
    assert (told.parts[0].mark, told.parts[0].percent, told.mark) == (None, "73", "C")
