"""Hoarfrost as a OneRoster 1.2 gradebook provider: the standard's paths, names and pages, and what a tool may and may not."""

import base64
import json
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import pytest
from conftest import World, send
from django.core.management import call_command
from django.test import Client
from django.utils import timezone
from plans.models import Assignment
from school.models import SchoolClass
from scores.models import Score, ScoreEvent

import office
from office import quiz
from tools.models import Tool, ToolToken

GRADEBOOK = "/ims/oneroster/gradebook/v1p2"
ROSTERING = "/ims/oneroster/rostering/v1p2"
EVERYTHING = " ".join(
    f"https://purl.imsglobal.org/spec/or/v1p2/scope/{each}"
    for each in ("roster-core.readonly", "gradebook.readonly", "gradebook.createput", "gradebook.delete")
)


@dataclass
class Asking:
    """A tool with a token."""

    world: World
    number: int
    client_id: str
    secret: str
    token: str = ""

    def sign_in(self, scope: str = EVERYTHING, secret: str | None = None) -> Any:
        basic = base64.b64encode(f"{self.client_id}:{secret or self.secret}".encode()).decode()
        answer = Client().post(
            "/ims/oneroster/token",
            {"grant_type": "client_credentials", "scope": scope},
            headers={"authorization": f"Basic {basic}"},
        )
        if answer.status_code == 200:
            self.token = answer.json()["access_token"]
        return answer

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        call: Callable[..., Any] = getattr(Client(enforce_csrf_checks=True), method.lower())
        headers = {"authorization": f"Bearer {self.token}"}
        if body is None:
            return call(path, headers=headers)
        text = body if isinstance(body, str) else json.dumps(body)
        return call(path, text, content_type="application/json", headers=headers)

    @property
    def class_id(self) -> str:
        return f"class-{self.world.school_class.pk}"

    def student(self, place: int) -> str:
        return f"student-{self.world.students[place].pk}"

    def item(self, name: str = "quiz-1", **more: Any) -> Any:
        body = {
            "sourcedId": name,
            "title": "Quiz: mosses",
            "class": {"sourcedId": self.class_id, "type": "class", "href": ""},
            "dueDate": "2032-01-13T00:00:00Z",
            "resultValueMax": 12.0,
        } | more
        return self.ask("PUT", f"{GRADEBOOK}/lineItems/{name}", {"lineItem": body})

    def result(self, place: int = 0, score: Any = 9.5, name: str = "", **more: Any) -> Any:
        name = name or f"r{place}"
        body = {
            "sourcedId": name,
            "lineItem": {"sourcedId": "quiz-1", "type": "lineItem", "href": ""},
            "scoreStatus": "fully graded",
            "student": {"sourcedId": self.student(place), "type": "user", "href": ""},
            "score": score,
        } | more
        return self.ask("PUT", f"{GRADEBOOK}/results/{name}", {"result": body})


@pytest.fixture
def tool(world: World) -> Asking:
    body = {"name": "Lakeside Quizzes", "entry_address": "https://quizzes.example", "classes": [world.school_class.pk]}
    made = send(world.client("officer"), "POST", f"{world.school_address}/tools", body).json()
    asking = Asking(world, made["id"], made["client_id"], made["client_secret"])
    assert asking.sign_in().status_code == 200
    return asking


def work() -> Assignment:
    return Assignment.objects.get(name="Quiz: mosses")


def shown(world: World) -> Any:
    return world.client("teacher").get(f"{world.address}/tools").json()[0]


def test_what_a_tool_puts_becomes_a_locked_column_with_scores_of_its_own(tool: Asking) -> None:
    assert tool.item().status_code == 201
    assert tool.result(0).status_code == 201
    made = work()
    assert (made.kept_in, made.points, made.category, str(made.due_on)) == ("Lakeside Quizzes", 12, None, "2032-01-13")
    score = Score.objects.get(assignment=made)
    assert (score.number, str(score.changed_by)) == (9.5, "Lakeside Quizzes (tool)")
    assert ScoreEvent.objects.get(score=score).how == "from a tool"


def test_put_again_changes_nothing_and_another_score_replaces_the_tools_own(tool: Asking) -> None:
    tool.item()
    tool.result(0)
    tool.result(0)
    assert ScoreEvent.objects.count() == 1
    tool.result(0, 11)
    assert Score.objects.get().number == 11
    assert tool.ask("DELETE", f"{GRADEBOOK}/results/r0").status_code == 204
    assert Score.objects.get().number is None
    assert tool.ask("DELETE", f"{GRADEBOOK}/lineItems/quiz-1").status_code == 204
    assert not Assignment.objects.filter(name="Quiz: mosses").exists()


def test_a_teacher_puts_an_excuse_beside_it_and_the_tool_then_asks(tool: Asking) -> None:
    world = tool.world
    tool.item()
    tool.result(0)
    pk = work().pk
    body = {
        "id": "6f1f0d52-0a2e-4d8e-9f41-0a1b2c3d4e5f",
        "term": world.term.pk,
        "entries": [
            {"student": world.students[1].pk, "assignment": pk, "text": text, "version": 0} for text in ("7", "ex")
        ],
    }
    told = send(world.client("teacher"), "POST", f"{world.address}/scores", body).json()
    assert ["entered there" in each["message"] for each in told["refused"]] == [True]
    assert Score.objects.get(student=world.students[1]).code == "EX"
    assert tool.result(1, 8).status_code == 201
    assert Score.objects.get(student=world.students[1]).code == "EX"
    asking = shown(world)["asking"]
    assert [(each["student"], each["says"], each["has"]) for each in asking] == [("Una Fir", "8", "EX")]
    send(world.client("teacher"), "POST", f"{world.address}/tool-results", {"results": [asking[0]["id"]], "take": True})
    assert Score.objects.get(student=world.students[1]).number == 8
    assert shown(world)["asking"] == []


def test_a_column_that_was_taken_over_is_the_teachers_and_later_results_ask(tool: Asking) -> None:
    world = tool.world
    tool.item()
    tool.result(0)
    pk = work().pk
    assert send(world.client("teacher"), "POST", f"{world.address}/tool-columns/{pk}/take-over").status_code == 204
    assert work().kept_in == ""
    tool.result(0, 3)
    assert Score.objects.get().number == 9.5
    asking = shown(world)["asking"]
    assert asking[0]["says"] == "3"
    send(
        world.client("teacher"), "POST", f"{world.address}/tool-results", {"results": [asking[0]["id"]], "take": False}
    )
    assert (Score.objects.get().number, shown(world)["asking"]) == (9.5, [])
    assert tool.ask("DELETE", f"{GRADEBOOK}/lineItems/quiz-1").status_code == 422


def test_a_category_of_the_tools_own_waits_to_be_paired_and_then_holds(tool: Asking) -> None:
    world = tool.world
    tool.item(category={"sourcedId": "quizzes", "type": "category", "href": ""})
    assert work().category is None
    assert shown(world)["categories"] == [{"theirs": "quizzes", "category_id": None}]
    body = {"theirs": "quizzes", "category_id": world.categories[0].pk}
    answer = send(world.client("teacher"), "PUT", f"{world.address}/tools/{tool.number}/category", body)
    assert answer.json() == {"placed": 1, "drafted": 0}
    assert work().category == world.categories[0]
    tool.item("quiz-2", title="Quiz: ferns", category={"sourcedId": "quizzes", "type": "category", "href": ""})
    assert Assignment.objects.get(name="Quiz: ferns").category == world.categories[0]
    tool.item(
        "quiz-3",
        title="Quiz: bark",
        category={"sourcedId": f"category-{world.categories[1].pk}", "type": "category", "href": ""},
    )
    assert Assignment.objects.get(name="Quiz: bark").category == world.categories[1]


def test_until_it_is_placed_it_is_in_no_grade_where_categories_carry_no_weight_either(tool: Asking) -> None:
    world = tool.world
    world.school_class.ground_rules.method = "points"
    world.school_class.ground_rules.save()
    tool.item(category={"sourcedId": "quizzes", "type": "category", "href": ""})
    assert work().counts is False
    body = {"theirs": "quizzes", "category_id": world.categories[0].pk}
    send(world.client("teacher"), "PUT", f"{world.address}/tools/{tool.number}/category", body)
    assert work().counts is True


def test_what_the_teacher_changed_is_not_put_back_by_the_tool_saying_the_same_again(tool: Asking) -> None:
    tool.item()
    Assignment.objects.filter(pk=work().pk).update(points=24)
    tool.item(title="Quiz: mosses and ferns")
    assert Assignment.objects.get(name="Quiz: mosses and ferns").points == 24


def test_tokens_that_are_wrong_old_or_for_something_else_are_refused(tool: Asking) -> None:
    assert tool.sign_in(secret="wrong").status_code == 401
    tool.sign_in(scope="https://purl.imsglobal.org/spec/or/v1p2/scope/gradebook.readonly")
    assert tool.ask("GET", f"{GRADEBOOK}/lineItems").status_code == 200
    refused = tool.item()
    assert (refused.status_code, refused.json()["imsx_codeMajor"]) == (403, "failure")
    assert tool.ask("GET", f"{ROSTERING}/classes").status_code == 403
    ToolToken.objects.update(until=timezone.now())
    answer = tool.ask("GET", f"{GRADEBOOK}/lineItems")
    minor = answer.json()["imsx_CodeMinor"]["imsx_codeMinorField"][0]
    assert (answer.status_code, minor["imsx_codeMinorFieldValue"]) == (401, "unauthorisedrequest")
    assert Client().get(f"{GRADEBOOK}/lineItems").status_code == 401


def test_access_that_is_taken_ends_at_once(tool: Asking) -> None:
    world = tool.world
    assert world.client("officer").delete(f"{world.school_address}/tools/{tool.number}").status_code == 204
    assert tool.ask("GET", f"{GRADEBOOK}/lineItems").status_code == 401
    assert tool.sign_in().status_code == 401
    assert Tool.objects.get().revoked_at is not None


def test_a_foreign_class_is_answered_like_one_that_is_not_there(tool: Asking) -> None:
    zoology = f"class-{SchoolClass.objects.get(name='Zoology').pk}"
    answers = []
    for name in (zoology, "class-999999", "nonsense"):
        put = tool.item(**{"class": {"sourcedId": name, "type": "class", "href": ""}})
        read = tool.ask("GET", f"{GRADEBOOK}/classes/{name}/lineItems")
        students = tool.ask("GET", f"{ROSTERING}/classes/{name}/students")
        answers.append((put.status_code, read.status_code, students.status_code))
        assert put.json()["imsx_description"] == f"There is no class {name}."
    assert answers == [(422, 404, 404)] * 3
    assert [each["sourcedId"] for each in tool.ask("GET", f"{ROSTERING}/classes").json()["classes"]] == [tool.class_id]
    assert len(tool.ask("GET", f"{ROSTERING}/users").json()["users"]) == 3


def test_another_tool_sees_nothing_of_this_ones(tool: Asking) -> None:
    world = tool.world
    tool.item()
    tool.result(0)
    body = {"name": "Other", "classes": [world.school_class.pk]}
    made = send(world.client("officer"), "POST", f"{world.school_address}/tools", body).json()
    other = Asking(world, made["id"], made["client_id"], made["client_secret"])
    other.sign_in()
    assert other.ask("GET", f"{GRADEBOOK}/lineItems").json() == {"lineItems": []}
    assert other.ask("GET", f"{GRADEBOOK}/results/r0").status_code == 404
    assert other.ask("DELETE", f"{GRADEBOOK}/lineItems/quiz-1").status_code == 404
    assert other.result(0).status_code == 422


@pytest.mark.parametrize(
    "score",
    [1e9, -1, 99_999.5, 1.23456, True, "9", None, [], float("inf"), 10**400],
    ids=lambda score: str(score)[:9],
)
def test_a_score_that_is_none_is_refused_and_changes_nothing(tool: Asking, score: Any) -> None:
    tool.item()
    answer = tool.result(0, score)
    assert (answer.status_code, answer.json()["imsx_codeMajor"]) == (422, "failure")
    assert not Score.objects.exists()


@pytest.mark.parametrize(
    ("body", "status"),
    [
        ("{", 400),
        ("[]", 400),
        ('{"lineItem": 3}', 400),
        ({"lineItem": {"sourcedId": "other"}}, 400),
        ({"lineItem": {"sourcedId": "quiz-1"}}, 422),
    ],
)
def test_bodies_that_are_none_are_refused(tool: Asking, body: Any, status: int) -> None:
    assert tool.ask("PUT", f"{GRADEBOOK}/lineItems/quiz-1", body).status_code == status
    assert not Assignment.objects.filter(kept_in="Lakeside Quizzes").exists()


def test_dates_titles_and_points_that_are_none_are_refused(tool: Asking) -> None:
    for wrong in ({"title": ""}, {"dueDate": "soon"}, {"resultValueMax": -1}, {"dueDate": "2050-01-01T00:00:00Z"}):
        assert tool.item(**wrong).status_code == 422, wrong
    assert tool.ask("PUT", f"{GRADEBOOK}/results/x", {"result": {"sourcedId": "x"}}).status_code == 422


def test_lists_come_in_pages_filtered_and_sorted_by_the_standards_words(tool: Asking) -> None:
    for place in range(5):
        assert tool.item(f"quiz-{place}", title=f"Quiz {place}").status_code == 201
    answer = tool.ask("GET", f"{GRADEBOOK}/lineItems?limit=2&offset=2&sort=title&orderBy=desc")
    assert [each["title"] for each in answer.json()["lineItems"]] == ["Quiz 2", "Quiz 1"]
    assert answer.headers["X-Total-Count"] == "5"
    assert 'rel="next"' in answer.headers["Link"]
    assert 'rel="prev"' in answer.headers["Link"]
    for filter_, count in (
        ("title='Quiz 3'", 1),
        ("title!='Quiz 3'", 4),
        ("title='Quiz 1' OR title='Quiz 2'", 2),
        ("title~'quiz' AND title>'Quiz 2'", 2),
    ):
        found = (
            tool.ask("GET", f"{GRADEBOOK}/lineItems", None)
            if not filter_
            else Client().get(
                f"{GRADEBOOK}/lineItems", {"filter": filter_}, headers={"authorization": f"Bearer {tool.token}"}
            )
        )
        assert len(found.json()["lineItems"]) == count, filter_
    only = tool.ask("GET", f"{GRADEBOOK}/lineItems?fields=title&limit=1").json()["lineItems"][0]
    assert set(only) == {"sourcedId", "title"}
    for wrong in ("limit=0", "limit=x", "offset=-1", "filter=title", "sort=nothing"):
        assert tool.ask("GET", f"{GRADEBOOK}/lineItems?{wrong}").status_code == 400, wrong


def test_several_are_posted_at_once_and_too_many_are_refused_whole(tool: Asking) -> None:
    tool.item()
    path = f"{GRADEBOOK}/lineItems/quiz-1/results"
    rows = [
        {
            "sourcedId": f"mine-{place}",
            "student": {"sourcedId": tool.student(place), "type": "user", "href": ""},
            "score": 5.0,
        }
        for place in range(3)
    ]
    pairs = tool.ask("POST", path, {"results": rows}).json()["sourcedIdPairs"]
    assert [each["suppliedSourcedId"] for each in pairs] == ["mine-0", "mine-1", "mine-2"]
    assert len(tool.ask("GET", path).json()["results"]) == 3
    assert tool.ask("POST", path, {"results": rows * 200}).status_code == 413
    wrong = [rows[0] | {"score": 6.0}, rows[1] | {"score": 1e9}]
    assert tool.ask("POST", path, {"results": wrong}).status_code == 422
    assert set(Score.objects.values_list("number", flat=True)) == {5}, "nothing of it was taken"


def test_unknown_paths_and_ways_are_refused_by_the_standards_words(tool: Asking) -> None:
    assert tool.ask("GET", f"{GRADEBOOK}/nothing").status_code == 404
    assert tool.ask("GET", f"{GRADEBOOK}/lineItems/unknown").status_code == 404
    assert tool.ask("PUT", f"{GRADEBOOK}/categories/x", {"category": {"sourcedId": "x"}}).status_code == 405
    assert tool.ask("PATCH", f"{GRADEBOOK}/lineItems/x", {}).status_code == 405


def test_the_stand_in_quiz_tool_fills_a_column(tool: Asking, live_server: Any) -> None:
    made = quiz.Quiz(live_server.url, tool.client_id, tool.secret)
    assert made.run(pause=0) == 3
    assert made.run(pause=0) == 0
    assert Score.objects.filter(assignment__name=quiz.TITLE).count() == 3


def test_the_demos_command_does_nothing_without_the_demo(world: World) -> None:
    call_command("set_demo_tool", office.QUIZ_CLIENT_ID, office.QUIZ_CLIENT_SECRET)
    assert not Tool.objects.exists()


def test_an_officer_is_told_what_is_missing(tool: Asking) -> None:
    officer, address = tool.world.client("officer"), f"{tool.world.school_address}/tools"
    for body, field in (
        ({"name": "", "classes": [1]}, "name"),
        ({"name": "Lakeside Quizzes", "classes": [tool.world.school_class.pk]}, "name"),
        ({"name": "New", "classes": []}, "classes"),
        ({"name": "New", "classes": [tool.world.school_class.pk], "entry_address": "http://x"}, "entry_address"),
    ):
        answer = send(officer, "POST", address, body)
        assert (answer.status_code, answer.json()["field"]) == (422, field)
    assert "client_secret" not in officer.get(address).content.decode()
