"""The written-down gradebooks and what they must come to, through the file format (docs/gradebook-file.md)."""

import json
from fractions import Fraction
from pathlib import Path
from typing import Any

import pytest
from gradecore.answer import answer
from gradecore.check import BookError
from gradecore.file import read_book, read_json, write_book
from jsonschema import Draft202012Validator

CASES = sorted((Path(__file__).parent / "cases").glob("*.json"))
SCHEMA = json.loads((Path(__file__).parents[2] / "docs" / "gradebook.schema.json").read_text(encoding="utf-8"))


def differences(expected: Any, found: Any, place: str = "") -> list[str]:
    """Where what was found is not as expected; keys that are not expected are not looked at."""
    if not isinstance(expected, dict) or place.endswith("left_out"):
        return [] if expected == found else [f"{place}: expected {expected}, found {found}"]
    if not isinstance(found, dict):
        return [f"{place}: expected {expected}, found {found}"]
    wrong = []
    for key, value in expected.items():
        here = f"{place}/{key}"
        if key == "rounded" and value is not None and found.get(key) is not None:
            wrong += (
                [] if Fraction(value) == Fraction(found[key]) else [f"{here}: expected {value}, found {found[key]}"]
            )
        else:
            wrong += differences(value, found.get(key), here)
    return wrong


@pytest.mark.parametrize("path", CASES, ids=lambda path: path.stem)
def test_case(path: Path) -> None:
    case = read_json(path.read_text(encoding="utf-8"))
    expected = case["expect"]
    if isinstance(expected.get("error"), str):
        with pytest.raises(BookError) as refused:
            answer(case)
        assert expected["error"] in str(refused.value)
    else:
        assert differences(expected, answer(case)) == []


@pytest.mark.parametrize("path", CASES, ids=lambda path: path.stem)
def test_schema_and_reading_again(path: Path) -> None:
    """A book that is taken agrees with the schema; written and read again it is the same."""
    given = json.loads(path.read_text(encoding="utf-8"))["book"]
    try:
        book = read_book(given)
    except BookError:
        return
    schema = Draft202012Validator(SCHEMA)
    assert [error.message for error in schema.iter_errors(given)] == []
    written = write_book(book)
    assert [error.message for error in schema.iter_errors(written)] == []
    assert read_book(json.loads(json.dumps(written))) == book
