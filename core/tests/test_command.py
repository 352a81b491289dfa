"""The command that computes gradebook files."""

import json
from pathlib import Path

import pytest
from gradecore.__main__ import main
from gradecore.answer import answer

CASES = Path(__file__).parent / "cases"


def test_several_files_are_answered_in_the_order_given_each_by_itself(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    cases = [each for each in sorted(CASES.glob("*.json")) if not each.name.startswith("error")][:5]
    broken = tmp_path / "broken.json"
    broken.write_text("{")
    files = [*cases[:2], broken, *cases[2:], tmp_path / "gone.json"]
    assert main([str(each) for each in files]) == 2
    told = [json.loads(line) for line in capsys.readouterr().out.splitlines()]
    assert [each["error"] is None for each in told] == [True, True, False, True, True, True, False]
    computed = [each for each in told if each["error"] is None]
    assert computed == [answer(json.loads(each.read_text(encoding="utf-8"))) for each in cases]
    assert main([str(cases[0])]) == 0, "one alone is answered likewise"
    assert json.loads(capsys.readouterr().out) == computed[0]
