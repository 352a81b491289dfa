"""A file that makes no sense is refused with everything that is wrong with it, at once (R15)."""

import json
import subprocess
import sys
from pathlib import Path
from typing import Any

import pytest
from gradecore.answer import answer
from gradecore.check import BookError
from gradecore.file import read_book, read_json

SCALE = {"bands": [{"mark": "A", "min": "80"}, {"mark": "B", "min": "0"}]}
CORE = Path(__file__).parents[1]


def given(**more: Any) -> dict[str, Any]:
    return {"hoarfrost": 1, "scale": SCALE, "students": ["s1"]} | more


def refusal(of: Any) -> str:
    with pytest.raises(BookError) as refused:
        read_book(of)
    return str(refused.value)


def test_all_errors_of_one_assignment_are_told_at_once() -> None:
    work = {
        "id": "essay",
        "points": "twelve",
        "category": "nowhere",
        "share": "-1",
        "assigned": ["nobody"],
        "step": "0",
        "adjust": [{"kind": "line", "from": ["5", "5.0"], "to": ["1", "2"]}, {"kind": "bend"}],
    }
    told = refusal(given(assignments=[work]))
    for text in ("twelve", "nowhere", "-1", "nobody", "step 0", "5 and 5.0", "bend"):
        assert text in told
    assert all(line.startswith("assignment essay") for line in told.splitlines())


def test_one_bad_override_does_not_hide_another() -> None:
    told = refusal(given(overrides={"s1": {"term": {"percent": "lots"}}, "ghost": {"term": {"mark": "A"}}, "s2": {}}))
    for text in ("lots", "ghost", "s2"):
        assert text in told


def test_a_key_given_twice_is_told_and_not_swallowed() -> None:
    text = f'{{"hoarfrost": 1, "scale": {json.dumps(SCALE)}, "students": ["s1"], "scores": {{"s1": {{}}, "s1": {{}}}}}}'
    assert "s1 is given twice" in refusal(read_json(text))


def test_a_number_that_cannot_be_read_makes_no_other_error() -> None:
    bands = [{"mark": "A", "min": "eighty"}, {"mark": "B", "min": "zero"}]
    assert len(refusal(given(scale={"bands": bands})).splitlines()) == 2


@pytest.mark.parametrize(
    ("book", "text"),
    [
        ([], "not an object"),
        ({"hoarfrost": 2, "scale": SCALE}, "2"),
        ({"hoarfrost": 1}, "scale"),
        (given(scale={"bands": []}), "no bands"),
        (given(terms=[{"id": "a"}, {"id": "b"}], assignments=[{"id": "x", "points": "1"}]), "has no term"),
        (given(assignments=[{"id": "x", "points": "1", "extra": "yes"}]), "yes"),
        (given(categories=[{"id": "c", "drop_lowest": "1"}]), "whole number"),
        (given(categories=[{"id": "c", "drop_lowest": -1}]), "-1"),
        (given(categories=[{"id": "c", "wieght": "1"}]), "wieght"),
        (given(ground_rules={"method": "magic"}), "magic"),
        (given(ground_rules={"round_to": "0"}), "round_to 0"),
        (given(terms=[{"id": "t", "ground_rules": {"blank": "later"}}]), "later"),
        (given(students="s1"), "not a list"),
        (given(scores={"s1": {"x": 1.5}}), "there"),
        (given(standards=[{"id": "n"}]), "standards_scale"),
    ],
)
def test_what_makes_no_sense_is_named(book: Any, text: str) -> None:
    assert text in refusal(json.loads(json.dumps(book), parse_float=str))


def test_an_override_of_nothing_changes_nothing() -> None:
    book = given(
        assignments=[{"id": "x", "points": "10"}],
        scores={"s1": {"x": "9"}},
        ground_rules={"method": "points"},
        overrides={"s1": {"term": {"percent": None, "mark": None}}},
    )
    assert answer(book)["results"]["s1"]["term"]["final_percent"] == "90"


def test_terms_of_terms_may_nest_deeper_than_python_does() -> None:
    terms: list[Any] = [{"id": "t0"}]
    terms += [{"id": f"t{each}", "parts": [{"term": f"t{each - 1}", "weight": "1"}]} for each in range(1, 1500)]
    book = given(
        terms=terms[::-1],
        assignments=[{"id": "x", "points": "10", "term": "t0"}],
        scores={"s1": {"x": "9"}},
        ground_rules={"method": "points"},
    )
    assert answer(book)["results"]["s1"]["t1499"]["percent"] == "90"


def run(*arguments: str) -> subprocess.CompletedProcess[str]:
    return subprocess.run(
        [sys.executable, "-m", "gradecore", *arguments], cwd=CORE, capture_output=True, text=True, check=False
    )


def test_the_command_answers_a_line_a_file_and_says_whether_all_went_well(tmp_path: Path) -> None:
    good, bad, broken = tmp_path / "good.json", tmp_path / "bad.json", tmp_path / "broken.json"
    good.write_text(json.dumps(given()))
    bad.write_text(json.dumps(given(students=["s1", "s1"])))
    broken.write_text("{")
    done = run(str(good), str(bad), str(broken), str(tmp_path / "none.json"))
    lines = [json.loads(line) for line in done.stdout.splitlines()]
    assert (done.returncode, len(lines), done.stderr) == (2, 4, "")
    assert lines[0]["error"] is None
    assert [word in line["error"] for word, line in zip(("s1", "JSON", "none.json"), lines[1:], strict=True)] == [
        True
    ] * 3
    assert run(str(good)).returncode == 0


def test_the_working_as_text_shows_each_step() -> None:
    done = run("--working", str(CORE / "tests" / "cases" / "book-one-quarter.json"))
    assert done.returncode == 0
    for line in (
        "s1, term",
        "  fieldwork: 24 of 30 points is 80 %, weight 30 (30 % in effect), adds 24",
        "    f3: 5, 5 of 10, dropped",
        "    m1: 42, add 3: 45, 45 of 50, adds 45",
        "    n3: blank, missing, 0 of 20, adds 0",
        "  percent 81 %, looked up as 81: B",
    ):
        assert line in done.stdout.splitlines()
