"""What is new to a family since it last looked."""

import datetime
from typing import Any

from conftest import World, send
from django.db.models import F
from plans.models import Assignment
from reports.tests.test_reports import comment, post
from scores.tests.test_entering import enter, entry

from families.models import Known
from families.tests.test_family_page import page


def look(world: World, who: str = "guardian", shown: Any = None) -> None:
    """Somebody has looked at a page; at what is there now, unless it came before."""
    shown = shown or page(world, who).json()
    say = f"/api/v1/families/{shown['student_id']}/looked"
    assert send(world.client(who), "POST", say, {"shows": shown["shows"]}).status_code == 204


def a_day_passes() -> None:
    day = datetime.timedelta(days=1)
    Known.objects.update(at=F("at") - day, before_at=F("before_at") - day)


def told(world: World, who: str = "guardian") -> list[str]:
    return [each["words"] for each in page(world, who).json()["news"]]


def test_what_came_back_since_the_last_visit_is_new_until_the_next_one(world: World) -> None:
    enter(world, entry(world, "12"))
    assert (told(world), page(world).json()["news_since"]) == ([], None)
    look(world)
    a_day_passes()
    enter(world, entry(world, "17", 1), entry(world, "19", assignment=1))
    assert sorted(told(world)) == ["Beet: 19 of 20", "Oak: 17 of 20"]
    assert page(world).json()["news_since"] == "2032-01-13"
    look(world)
    # The same visit, and another look at it.
    assert len(told(world)) == 2
    look(world)
    assert len(told(world)) == 2
    a_day_passes()
    assert told(world) == []


def test_what_came_while_a_page_was_read_is_new_on_the_next_visit(world: World) -> None:
    look(world)
    a_day_passes()
    read = page(world).json()
    enter(world, entry(world, "17"))
    look(world, shown=read)
    a_day_passes()
    assert told(world) == ["Oak: 17 of 20"]


def test_each_of_a_family_has_news_of_their_own(world: World) -> None:
    look(world)
    look(world, "student")
    a_day_passes()
    enter(world, entry(world, "17"))
    look(world)
    a_day_passes()
    assert told(world) == []
    assert told(world, "student") == ["Oak: 17 of 20"]


def test_what_is_hidden_again_is_no_news_and_what_is_posted_is(world: World) -> None:
    look(world)
    a_day_passes()
    enter(world, entry(world, "17"))
    Assignment.objects.update(shown=False)
    assert told(world) == []
    comment(world, "Fin asks good questions.")
    post(world, 0)
    assert [each for each in told(world) if "posted" in each] == ["Quarter 2 was posted: B, with a comment"]


def test_another_term_has_no_news(world: World) -> None:
    look(world)
    a_day_passes()
    enter(world, entry(world, "17"))
    answer = world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}", {"term": world.next_term.pk})
    assert (answer.json()["term_id"], answer.json()["news"]) == (world.next_term.pk, [])
