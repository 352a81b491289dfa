"""A gradebook file is opened over an empty class, and comes to what it came to."""

import json
from typing import Any

import pytest
from conftest import World, make_class, send
from gradecore.file import write_book
from plans.models import Assignment, GradingScale
from school.models import Enrolment, SchoolClass, Term
from scores.models import Override, Score
from scores.tests.test_entering import enter, entry

from exchange.opening import pair, read_gradebook, try_to_open
from exchange.tests.test_workbook import some_books


@pytest.fixture
def empty(world: World) -> SchoolClass:
    """A class of the same students without a plan."""
    year, scale = world.school_class.year, GradingScale.objects.get(name="Letters")
    made = make_class(world.school, year, scale, [world.people["teacher"]], "Mosses")
    Enrolment.objects.bulk_create(
        Enrolment(school_class=made, student=each, starts=year.starts) for each in world.students
    )
    return made


def opened(
    world: World, empty: SchoolClass, text: str, *, dry_run: bool = False, who: str = "teacher", **chosen: Any
) -> Any:
    body = {"text": text, "dry_run": dry_run, **chosen}
    return send(world.client(who), "POST", f"/api/v1/classes/{empty.pk}/gradebook-file", body)


def saved(world: World, school_class: SchoolClass, naming: str = "names") -> Any:
    answer = world.client("teacher").get(f"/api/v1/classes/{school_class.pk}/gradebook.json?naming={naming}")
    return json.loads(answer.content)


@pytest.fixture
def book(world: World) -> Any:
    """What a class with a bit of everything is saved as."""
    client, address = world.client("teacher"), world.address
    leaves, roots = (f"{address}/categories/{each.pk}" for each in world.categories)
    send(client, "PATCH", leaves, {"drop_lowest": 1, "method": "equal"})
    send(client, "PATCH", roots, {"cap": True})
    oak, beet, ash = (f"{address}/assignments/{each.pk}" for each in world.assignments)
    send(client, "PATCH", oak, {"adjust": [{"kind": "add", "amount": "1.5"}], "closed": True})
    send(client, "PATCH", beet, {"for_everyone": False, "chosen": [each.pk for each in world.students[:2]]})
    send(client, "PATCH", ash, {"extra": True, "shown": False})
    send(client, "PATCH", f"{address}/terms/{world.term.pk}", {"adjust": [{"kind": "ceiling", "percent": "100"}]})
    enter(
        world,
        entry(world, "12.25", student=0, assignment=0),
        entry(world, "EX", student=1, assignment=0),
        entry(world, "MI", student=2, assignment=0),
        entry(world, "17", student=0, assignment=1),
        entry(world, "9", student=0, assignment=2),
    )
    send(client, "POST", f"{address}/draft/apply")
    put = {
        "entries": [{"student": world.students[1].pk, "percent": "81", "mark": "", "reason": "ill in May"}],
        "sure": True,
    }
    assert send(client, "PATCH", f"{address}/report/{world.term.pk}/overrides", put).status_code == 200
    return saved(world, world.school_class)


def test_what_was_saved_is_opened_and_saved_as_it_was(world: World, empty: SchoolClass, book: Any) -> None:
    text = json.dumps(book)
    tried = opened(world, empty, text, dry_run=True).json()
    assert (tried["categories"], tried["works"], tried["scores"], tried["overrides"]) == (2, 3, 5, 1)
    assert (tried["left"], tried["unlike"]) == ([], [])
    assert [each["id"] for each in tried["students"]] == [world.students[each].pk for each in (0, 2, 1)]
    assert Assignment.objects.filter(school_class=empty).count() == 0, "nothing is made by trying"
    answer = opened(world, empty, text)
    assert answer.status_code == 200, answer.content
    assert saved(world, empty) == book
    assert opened(world, empty, text).status_code == 422, "it is not empty any more"
    undone = send(world.client("teacher"), "POST", f"/api/v1/classes/{empty.pk}/undo").json()
    assert "words" in undone, undone
    assert (undone["words"], undone["kept"]) == ("opened a gradebook file", [])
    assert Assignment.objects.filter(school_class=empty).count() == 0
    assert not Override.objects.filter(school_class=empty).exists()
    assert not Score.objects.filter(assignment__school_class=empty).exclude(number=None, code="").exists()


def test_every_book_comes_to_the_same_in_a_class(world: World, empty: SchoolClass) -> None:
    semester = Term.objects.get(name="Semester 1")
    Term.objects.filter(pk=world.next_term.pk).update(within=semester)
    for place, student in enumerate(world.students):
        student.number = f"s{place}"
        student.save()
    terms = {"t1": world.term.pk, "t2": world.next_term.pk, "year": semester.pk}
    for name, each in some_books().items():
        text = json.dumps(write_book(each))
        made = read_gradebook(text)
        found = try_to_open(empty, world.people["teacher"], made, pair(empty, made, {}, terms))
        assert found.unlike == [], f"{name}: {text}"
        assert all("nobody whom it is for" in words for words in found.left), f"{name}: {found.left}"


def test_who_is_meant_can_be_said_or_left_out(world: World, empty: SchoolClass, book: Any) -> None:
    text = json.dumps(book).replace("Fir, Una", "Someone Else")
    tried = opened(world, empty, text, dry_run=True).json()
    assert {each["name"]: each["id"] for each in tried["students"]}["Someone Else"] is None
    una = world.students[1].pk
    tried = opened(world, empty, text, dry_run=True, students={"Someone Else": una}).json()
    assert (tried["scores"], tried["unlike"]) == (5, [])
    tried = opened(world, empty, text, dry_run=True, terms={"Quarter 2": None}).json()
    assert (tried["works"], len(tried["left"])) == (0, 3)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("{", "This is no gradebook file"),
        ("[]", "The file is refused"),
        ('{"hoarfrost": 1, "scale": {"bands": []}, "students": ["a", "a"]}', "The file is refused"),
        ("x" * 2_000_001, "at most 2,000,000"),
    ],
)
def test_what_is_no_gradebook_file_is_refused_in_words(world: World, empty: SchoolClass, text: str, words: str) -> None:
    answer = opened(world, empty, text)
    assert answer.status_code == 422
    assert words in answer.json()["detail"]
    assert opened(world, empty, text, who="guardian").status_code == 404
