"""What is said of weak packages, and what where nobody tells."""

import json
import subprocess
from typing import Any

import pytest

from launch import audit


def answers(monkeypatch: pytest.MonkeyPatch, python: Any, node: Any) -> None:
    """Both registries' tools print this."""

    def run(command: list[str], **_: Any) -> subprocess.CompletedProcess[str]:
        said = node if command[0] == "npm" else python
        return subprocess.CompletedProcess(command, 1, said if isinstance(said, str) else json.dumps(said), "")

    monkeypatch.setattr(subprocess, "run", run)


def test_a_weak_package_is_named_and_fails(monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]) -> None:
    weak = {"name": "frail", "version": "1.0", "vulns": [{"id": "CVE-1", "fix_versions": ["1.1"]}]}
    sound = {"name": "firm", "version": "2.0", "vulns": []}
    found = {"weak-one": {"range": "<3", "severity": "high"}, "slight": {"range": "<1", "severity": "low"}}
    answers(monkeypatch, {"dependencies": [sound, weak]}, {"vulnerabilities": found})
    assert audit.main() == 1
    assert capsys.readouterr().out.split("\n")[:2] == ["frail 1.0: CVE-1, mended in 1.1", "weak-one <3: high"]


@pytest.mark.parametrize("python", ["", {"dependencies": [{"name": "firm", "skip_reason": "not found"}]}])
def test_registries_that_tell_nothing_are_passed_over_with_a_word(
    python: Any, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    answers(monkeypatch, python, {"message": "405 Method Not Allowed"})
    assert audit.main() == 0
    assert capsys.readouterr().out.count(audit.SKIPPED) == 2


def test_sound_packages_pass_without_a_word(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    answers(monkeypatch, {"dependencies": [{"name": "firm", "version": "2", "vulns": []}]}, {"vulnerabilities": {}})
    assert audit.main() == 0
    assert capsys.readouterr().out.strip() == ""
