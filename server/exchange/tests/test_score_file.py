"""Scores as files: what is saved changes nothing when it comes back, and whatever table comes in is read, asked about or refused in words."""

import csv
import io
import json
import subprocess
import uuid
from collections.abc import Sequence
from decimal import Decimal
from pathlib import Path
from typing import Any

import pytest
from conftest import World, send
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction
from gradecore.file import read_book
from gradecore.gradebook import Gradebook
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from openpyxl import load_workbook
from plans.models import Assignment
from scores.book import load_class
from scores.models import Score
from scores.tests.test_entering import enter, entry

from exchange.score_file.heads import plain_number, split_points

Rows = Sequence[Sequence[str]]


@pytest.fixture
def marked(world: World) -> World:
    """Three pieces of work: numbers, a code, and blanks."""
    enter(world, entry(world, "12", student=0, assignment=0))
    enter(world, entry(world, "7.5", student=1, assignment=0))
    enter(world, entry(world, "EX", student=2, assignment=0))
    enter(world, entry(world, "20", student=0, assignment=1) | {"comment": "=well done"})
    return world


def saved(world: World, ending: str = "csv", query: str = "") -> bytes:
    answer = world.client("teacher").get(f"{world.address}/scores.{ending}{query}")
    assert answer.status_code == 200, answer.content
    return bytes(answer.content)


def table(world: World, name: str, content: bytes) -> Any:
    file = SimpleUploadedFile(name, content)
    return world.client("teacher").post(f"{world.address}/scores-table", {"file": file})


def look(world: World, rows: Rows, **choices: Any) -> Any:
    body = {"name": "scores.csv", "told": "", "rows": rows, "term": world.term.pk, "choices": choices}
    return send(world.client("teacher"), "POST", f"{world.address}/scores-file", body)


def take(world: World, rows: Rows, seen: int, who: str = "teacher", request: str = "", **choices: Any) -> Any:
    body = {
        "name": "scores.csv",
        "told": "",
        "rows": rows,
        "term": world.term.pk,
        "choices": choices,
        "seen": seen,
        "request": request or str(uuid.uuid4()),
    }
    return send(world.client(who), "POST", f"{world.address}/scores-file/take", body)


def found(answer: Any) -> list[tuple[str, str, str, str]]:
    """What each cell would do: where it stands, what kind, from what to what."""
    assert answer.status_code == 200, answer.content
    return [(each["key"], each["kind"], each["before"], each["text"]) for each in answer.json()["cells"]]


def score(world: World, student: int, assignment: int) -> str:
    row = Score.objects.filter(student=world.students[student], assignment=world.assignments[assignment]).first()
    return "" if row is None else row.code or ("" if row.number is None else f"{row.number.normalize():f}")


def rows_of(content: bytes) -> list[list[str]]:
    return list(csv.reader(io.StringIO(content.decode("utf-8-sig"))))


@pytest.mark.parametrize("ending", ["csv", "xlsx"])
@pytest.mark.parametrize("naming", ["number", "name", "alias"])
def test_what_is_saved_has_nothing_to_change_when_it_comes_back(marked: World, ending: str, naming: str) -> None:
    Assignment.objects.filter(pk=marked.assignments[2].pk).update(entered_as="percent", points=30)
    marked.changed()
    enter(marked, entry(marked, "55%", student=1, assignment=2))
    content = saved(marked, ending, f"?naming={naming}&comments=true")
    read = table(marked, f"scores.{ending}", content)
    assert read.status_code == 200, read.content
    answer = look(marked, read.json()["rows"])
    assert found(answer) == []
    assert (answer.json()["asked"], answer.json()["students"], answer.json()["same"]) == ([], 3, 6)


CELLS = st.one_of(
    st.none(),
    st.sampled_from(["EX", "MI"]),
    st.decimals(min_value=0, max_value=20, places=4).map(lambda number: f"{number.normalize():f}"),
)
WORDS = st.text(st.characters(exclude_categories=("C", "Z"), include_characters=" "), max_size=24)


@settings(max_examples=40, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(
    cells=st.lists(CELLS, min_size=9, max_size=9),
    comments=st.lists(WORDS, min_size=9, max_size=9),
    ending=st.sampled_from(["csv", "xlsx"]),
    naming=st.sampled_from(["number", "name", "alias"]),
    entered_as=st.sampled_from(["points", "percent"]),
)
def test_whatever_is_in_a_class_has_nothing_to_change_when_it_comes_back(
    world: World, cells: list[str | None], comments: list[str], ending: str, naming: str, entered_as: str
) -> None:
    with transaction.atomic():
        Assignment.objects.filter(pk=world.assignments[0].pk).update(entered_as=entered_as)
        Score.objects.bulk_create(
            Score(
                student=world.students[place // 3],
                assignment=world.assignments[place % 3],
                code=cell if cell in ("EX", "MI") else "",
                number=None if cell in (None, "EX", "MI") else Decimal(cell or 0),
                comment=comment.strip(),
                changed_by=world.people["teacher"],
                changed_at=world.school.now(),
            )
            for place, (cell, comment) in enumerate(zip(cells, comments, strict=True))
        )
        content = saved(world, ending, f"?naming={naming}&comments=true")
        assert found(look(world, table(world, f"scores.{ending}", content).json()["rows"])) == []
        transaction.set_rollback(True)


def test_the_workbook_that_keeps_calculating_comes_back_as_scores(marked: World) -> None:
    Assignment.objects.filter(pk=marked.assignments[2].pk).update(entered_as="percent", points=30)
    marked.changed()
    enter(marked, entry(marked, "55%", student=1, assignment=2))
    content = marked.client("teacher").get(f"{marked.address}/workbook.xlsx").content
    assert found(look(marked, table(marked, "botany.xlsx", content).json()["rows"])) == []
    book = load_workbook(io.BytesIO(content))
    cell = next(each for each in book["Scores"]["B"] if each.value == 7.5)
    cell.value = 9
    out = io.BytesIO()
    book.save(out)
    changed = found(look(marked, table(marked, "botany.xlsx", out.getvalue()).json()["rows"]))
    assert [(kind, before, after) for _, kind, before, after in changed] == [("replaced", "7.5", "9")]


def test_the_lines_above_say_what_the_work_is_and_cells_are_no_formulas(marked: World) -> None:
    lines = rows_of(saved(marked, query="?comments=true"))
    assert [line[3] for line in lines[:6]] == ["Oak", "Oak", "Leaves", "20", "2031-12-01", "Quarter 2"]
    assert [line[2] for line in lines[1:6]] == ["name", "category", "points", "due", "term"]
    assert lines[1][0].startswith("scores as of ")
    assert [line[:3] for line in lines[6:]] == [["100", "Fir", "Fin"], ["102", "Fir", "Ivo"], ["101", "Fir", "Una"]]
    assert lines[6][6] == "'=well done"
    page = load_workbook(io.BytesIO(saved(marked, "xlsx", "?comments=true"))).worksheets[0]
    assert [page.cell(7, 4).value, page.cell(8, 4).value] == [12, "EX"]
    assert (page.cell(7, 7).value, page.cell(7, 7).data_type) == ("=well done", "s")


def test_what_the_grid_shows_is_saved_in_its_order_and_of_nobody_else(marked: World) -> None:
    works = ",".join(str(marked.assignments[each].pk) for each in (2, 0))
    students = ",".join(str(marked.students[each].pk) for each in (1, 0))
    lines = rows_of(saved(marked, query=f"?works={works}&students={students}"))
    assert (lines[0][3:], [line[2] for line in lines[6:]]) == (["Ash", "Oak"], ["Una", "Fin"])
    other = f"?students={marked.students[0].pk + 999}"
    assert marked.client("teacher").get(f"{marked.address}/scores.csv{other}").status_code == 404
    for query in ("?works=x", "?naming=somehow"):
        assert marked.client("teacher").get(f"{marked.address}/scores.csv{query}").status_code == 422
    assert marked.client("teacher").get(f"{marked.address}/scores.doc").status_code == 422


def test_a_file_is_looked_at_taken_as_one_act_and_undone_as_one(marked: World) -> None:
    rows = [
        ["Number", "Oak", "Beet", "Herbarium [25]"],
        ["100", "13", "20", "21"],
        ["101", "", "19", "x"],
        ["102", "EX", "25", "abs"],
    ]
    answer = look(marked, rows)
    assert found(answer) == [
        ("B2", "replaced", "12", "13"),
        ("B3", "emptied", "7.5", ""),
        ("C3", "new", "", "19"),
        ("C4", "new", "", "25"),
        ("D2", "new", "", "21"),
        ("D3", "unreadable", "", "x"),
        ("D4", "unreadable", "", "abs"),
    ]
    told = answer.json()
    assert [each["is_taken"] for each in told["cells"]] == [True, False, True, True, True, False, False]
    assert (told["cells"][3]["is_slip"], told["cells"][3]["words"]) == (True, "is above the 20 points.")
    assert told["unknown"] == [{"text": "x", "count": 1}, {"text": "abs", "count": 1}]
    assert [(each["kind"], each["name"], each["points"]) for each in told["columns"]] == [
        ("work", "", None),
        ("work", "", None),
        ("new", "Herbarium", "25"),
    ]
    assert told["would"]["grades"] == 3
    assert Assignment.objects.filter(school_class=marked.school_class).count() == 3, "nothing is changed by looking"
    assert score(marked, 0, 0) == "12"

    words = {"x": "", "abs": "MI"}
    sure = look(marked, rows, words=words)
    assert found(sure)[-1] == ("D4", "new", "", "MI")
    request = str(uuid.uuid4())
    taken = take(marked, rows, sure.json()["seen"], words=words, cells={"C4": False}, request=request).json()
    assert taken == {"cells": 4, "works": 1, "left": []}
    made = Assignment.objects.get(school_class=marked.school_class, name="Herbarium")
    assert (made.points, made.category, made.term) == (Decimal(25), marked.categories[0], marked.term)
    assert (score(marked, 0, 0), score(marked, 1, 0), score(marked, 1, 1), score(marked, 2, 1)) == (
        "13",
        "7.5",
        "19",
        "",
    )
    assert take(marked, rows, sure.json()["seen"], words=words, request=request).json()["cells"] == 0
    assert Assignment.objects.filter(school_class=marked.school_class).count() == 4, "once, however often it is sent"
    assert [key for key, *_ in found(look(marked, rows, words=words))] == ["B3", "C4"], "nothing else is left to do"

    undone = marked.client("teacher").post(f"{marked.address}/undo").json()
    assert undone["words"] == "took scores from scores.csv"
    assert (score(marked, 0, 0), score(marked, 1, 1)) == ("12", "")
    assert Assignment.objects.filter(school_class=marked.school_class).count() == 3
    marked.client("teacher").post(f"{marked.address}/redo")
    assert (score(marked, 0, 0), score(marked, 1, 1)) == ("13", "19")
    assert Score.objects.get(assignment=made, student=marked.students[2]).code == "MI"


def test_what_was_entered_since_the_file_was_saved_is_not_replaced_unasked(marked: World) -> None:
    rows = rows_of(saved(marked))
    rows[6][3] = "18"
    enter(marked, entry(marked, "15", version=1, student=0, assignment=0), who="co_teacher")
    answer = look(marked, rows)
    assert found(answer) == [("D7", "overtaken", "15", "18")]
    assert answer.json()["cells"][0]["is_taken"] is False
    assert answer.json()["would"] is None
    # And what somebody enters between looking and taking stays, and is told.
    chosen = {"D7": True}
    seen = look(marked, rows, cells=chosen).json()["seen"]
    enter(marked, entry(marked, "16", version=2, student=0, assignment=0), who="co_teacher")
    taken = take(marked, rows, seen, cells=chosen).json()
    assert (taken["cells"], len(taken["left"]), score(marked, 0, 0)) == (0, 1, "16")
    assert take(marked, rows, look(marked, rows).json()["seen"], cells=chosen).json()["cells"] == 1
    assert score(marked, 0, 0) == "18"


def test_a_file_of_a_class_in_the_cache_says_how_far_its_scores_have_come(marked: World) -> None:
    saved(marked)
    enter(marked, entry(marked, "15", version=1, student=0, assignment=0), who="co_teacher")
    rows = rows_of(saved(marked, query="?comments=true"))
    assert rows[6][3] == "15"
    rows[6][3] = "18"
    assert found(look(marked, rows)) == [("D7", "replaced", "15", "18")], "the file has the newest there is"
    enter(marked, entry(marked, "", student=0, assignment=1) | {"text": None, "comment": "newer"}, who="co_teacher")
    rows[6][6] = "older"
    assert found(look(marked, rows))[1] == ("G7", "overtaken", "newer", "older")


def test_a_comment_beside_comes_with_its_score_and_alone(marked: World) -> None:
    rows = [["Number", "Oak", "Comment on Oak"], ["100", "12", "neat"], ["101", "8", "see me"]]
    assert [each[:2] for each in found(look(marked, rows))] == [("B3", "replaced"), ("C2", "new"), ("C3", "new")]
    take(marked, rows, look(marked, rows).json()["seen"])
    rows = Score.objects.filter(assignment=marked.assignments[0], student__in=marked.students[:2]).order_by(
        "student__number"
    )
    assert [each.comment for each in rows] == ["neat", "see me"]
    assert score(marked, 1, 0) == "8"


IN_PROPORTION = [["Number", "Oak /50"], ["100", "25"], ["101", "33,5"]]


def test_points_other_than_the_works_are_told_and_taken_in_proportion_where_wanted(marked: World) -> None:
    answer = look(marked, IN_PROPORTION)
    assert answer.json()["columns"][0]["words"] == (
        "The file says 50 points, Oak has 20: taken as they stand, or in proportion."
    )
    assert [each[3] for each in found(answer)] == ["25", "33,5"]
    answer = look(marked, IN_PROPORTION, columns={"1": {"meant_in": "in proportion"}})
    assert [each[3] for each in found(answer)] == ["10", "13.4"]


AWKWARD = Path(__file__).parent / "awkward"
"""Files as they come from years of spreadsheets. Of each `expected.json` says what its cells would do and whom lines have to be asked
about, where Oak has 12, 7.5 and EX; or why it is refused.
"""
EXPECTED: dict[str, Any] = json.loads((AWKWARD / "expected.json").read_text())


def test_every_awkward_file_is_expected_to_become_something() -> None:
    assert {each.name for each in AWKWARD.iterdir()} - {"expected.json"} == EXPECTED.keys()
    assert len(EXPECTED) >= 25


@pytest.mark.parametrize("name", EXPECTED)
def test_awkward_files_are_read_or_refused_in_words(marked: World, name: str) -> None:
    expected = EXPECTED[name]
    answer = table(marked, name, (AWKWARD / name).read_bytes())
    if answer.status_code == 200:
        answer = look(marked, answer.json()["rows"])
    if "refused" in expected:
        assert answer.status_code == 422
        assert expected["refused"] in answer.json()["detail"]
        return
    assert [[key, kind, text] for key, kind, _, text in found(answer)] == expected["cells"]
    assert [each["said"] for each in answer.json()["asked"] if each["said"]] == expected["asked"]
    assert all(each["words"] for each in answer.json()["cells"] if each["kind"] == "unreadable")


def test_whom_a_line_is_about_is_asked_and_can_be_said(marked: World) -> None:
    marked.students[1].given_name = "Fin"
    marked.students[1].save()
    rows = [["Name", "Oak"], ["Fin Fir", "14"]]
    asked = look(marked, rows).json()["asked"]
    assert asked == [
        {
            "line": 2,
            "said": "Fin Fir",
            "words": "may be 2 students.",
            "may_be": [each.pk for each in marked.students[:2]],
        }
    ]
    assert found(look(marked, rows, students={"2": marked.students[1].pk})) == [("B2", "replaced", "7.5", "14")]


@pytest.mark.parametrize(
    ("rows", "choices", "words"),
    [
        ([["Oak", "Beet"], ["12", "13"]], {}, "None of the first 15 lines names the columns"),
        ([], {}, "None of the first 15 lines names the columns"),
        (
            [["Number", "Oak"], ["100", "1"]],
            {"columns": {"1": {"kind": "work", "work": 999_999}}},
            "Column B needs one of this class",
        ),
        ([["Number", "Oak"], ["100", "1"]], {"columns": {"1": {"kind": "spell"}}}, "Column B cannot be spell"),
        (
            [["Number", "Oak"], ["100", "1"]],
            {"columns": {"1": {"meant_in": "stones"}}},
            "Numbers in column B are points",
        ),
        (
            [["Number", "Fern"], ["100", "1"]],
            {"columns": {"1": {"kind": "new", "points": "0"}}},
            "How many points has Fern?",
        ),
    ],
)
def test_what_cannot_be_told_is_refused_in_words(marked: World, rows: Rows, choices: Any, words: str) -> None:
    answer = look(marked, rows, **choices)
    assert answer.status_code == 422
    assert words in answer.json()["detail"]


def test_a_locked_column_and_another_class_stay_as_they_are(marked: World) -> None:
    rows = [["Number", "Oak"], ["100", "14"]]
    Assignment.objects.filter(pk=marked.assignments[0].pk).update(locked=True)
    taken = take(marked, rows, look(marked, rows).json()["seen"]).json()
    assert taken["cells"] == 0
    assert "Oak" in taken["left"][0] or "locked" in taken["left"][0]
    assert score(marked, 0, 0) == "12"
    assert take(marked, rows, 0, who="other_teacher").status_code == 404


BAD_FILES = [
    ("scores.pdf", b"%PDF-1.4", "neither CSV nor a"),
    ("scores.csv", b"x" * (3 * 1024 * 1024), "at most 2 MB"),
    ("scores.csv", b"1\n" * 3000, "at most 2000 are read"),
    ("scores.ods", b"PK no sheet", "cannot be read"),
    ("scores.xlsx", b"x" * (50 * 1024 * 1024), "at most 2 MB"),
]


@pytest.mark.parametrize(("name", "content", "words"), BAD_FILES)
def test_a_file_that_cannot_be_read_is_refused_in_words(marked: World, name: str, content: bytes, words: str) -> None:
    answer = table(marked, name, content)
    assert answer.status_code == 422
    assert words in answer.json()["detail"]


@pytest.mark.parametrize("ending", ["ods", "xls"])
def test_what_another_program_keeps_is_read_too(marked: World, tmp_path: Path, ending: str) -> None:
    (tmp_path / "scores.xlsx").write_bytes(saved(marked, "xlsx"))
    subprocess.run(
        [
            "soffice",
            f"-env:UserInstallation=file://{tmp_path}/profile",
            "--headless",
            "--convert-to",
            ending,
            "--outdir",
            str(tmp_path),
            str(tmp_path / "scores.xlsx"),
        ],
        check=True,
        capture_output=True,
        timeout=120,
    )
    read = table(marked, f"scores.{ending}", (tmp_path / f"scores.{ending}").read_bytes())
    assert read.status_code == 200, read.content
    answer = look(marked, read.json()["rows"])
    assert found(answer) == []
    assert (answer.json()["asked"], answer.json()["same"]) == ([], 4)


@pytest.mark.parametrize(
    ("head", "bare", "points"),
    [
        ("Test 3 [50]", "Test 3", 50),
        ("Test 3 /50", "Test 3", 50),
        ("Test 3 (out of 12,5 points)", "Test 3", 12.5),
        ("Test 3", "Test 3", None),
        ("Chapter 3/4 quiz", "Chapter 3/4 quiz", None),
        ("Fair copy [neat]", "Fair copy [neat]", None),
    ],
)
def test_points_are_read_from_a_head(head: str, bare: str, points: float | None) -> None:
    assert split_points(head) == (bare, points)


@pytest.mark.parametrize(
    ("written", "plain"),
    [
        ("1.234,5", "1234.5"),
        ("1,234.5", "1234.5"),
        ("1 234,5", "1234.5"),
        ("1.234", "1.234"),
        ("12,5", "12,5"),
        ("1'234.5", "1234.5"),
        ("1.234.567", "1234567"),
        ("EX", "EX"),
        ("85 %", "85 %"),
    ],
)
def test_numbers_are_read_as_they_are_written_anywhere(written: str, plain: str) -> None:
    assert plain_number(written) == plain


@pytest.mark.parametrize("naming", ["numbers", "names", "aliases"])
def test_a_gradebook_file_comes_to_the_same_whoever_is_named_how(marked: World, naming: str) -> None:
    answer = marked.client("teacher").get(f"{marked.address}/gradebook.json?naming={naming}")
    book = read_book(json.loads(answer.content))
    assert len(book.students) == 3
    assert ("Fir, Fin" in book.students) == (naming == "names")
    gradebook, numbered = Gradebook(book), Gradebook(load_class(marked.school_class).book)
    for student, key in zip(book.students, numbered.book.students, strict=True):
        for term, known in zip(book.terms, numbered.book.terms, strict=True):
            mine, other = gradebook.result(student, term.id), numbered.result(key, known.id)
            assert (mine.percent, mine.mark, mine.final_mark) == (other.percent, other.mark, other.final_mark)


@pytest.mark.parametrize("naming", ["numbers", "names"])
def test_a_gradebook_file_is_laid_over_a_class_that_has_a_plan(marked: World, naming: str) -> None:
    content = marked.client("teacher").get(f"{marked.address}/gradebook.json?naming={naming}").content
    read = table(marked, "Botany.json", content)
    assert read.status_code == 200, read.content
    assert "a gradebook file with 3 students and 3 pieces of work" in read.json()["told"]
    assert found(look(marked, read.json()["rows"])) == []
    book = json.loads(content)
    student = next(name for name, row in book["scores"].items() if "12" in map(str, row.values()))
    work = next(name for name, score in book["scores"][student].items() if str(score) == "12")
    book["scores"][student][work] = "19"
    rows = table(marked, "Botany.json", json.dumps(book).encode()).json()["rows"]
    answer = look(marked, rows)
    assert [each[1:] for each in found(answer)] == [("replaced", "12", "19")]
    taken = take(marked, rows, answer.json()["seen"]).json()
    assert taken["cells"] == 1
    assert score(marked, 0, 0) == "19"


def test_a_gradebook_file_that_is_none_changes_nothing(marked: World) -> None:
    answer = table(marked, "Botany.json", b'{"hoarfrost": 1}')
    assert answer.status_code == 422
    assert "The file is refused" in answer.json()["detail"]
