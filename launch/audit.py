"""Known weaknesses of the packages that Hoarfrost stands on, as far as the registries that they came from tell."""

import json
import subprocess
import sys
from pathlib import Path
from typing import Any

from launch.places import ROOT, VENV, WEB

SKIPPED = "skipped: "
"""How a line begins that says what could not be looked through."""
_GRAVE = ("high", "critical")


def main() -> int:
    """Look through both kinds of packages; what is weak is named, and fails."""
    weak: list[str] = []
    for name, found in (("Python", python_weaknesses()), ("Node", node_weaknesses())):
        if found is None:
            print(f"{SKIPPED}no registry tells here of weaknesses in {name} packages")
        else:
            weak += found
    print(*weak, sep="\n")
    return 1 if weak else 0


def python_weaknesses() -> list[str] | None:
    """Each weak Python package with what is known of it; None where the registry tells nothing."""
    asked = [VENV / "bin" / "pip-audit", "--requirement", "requirements.txt", "--no-deps", "--disable-pip"]
    said = _said([*map(str, asked), "--format", "json", "--progress-spinner", "off"], ROOT)
    packages = said.get("dependencies", [])
    if all("vulns" not in each for each in packages):
        return None
    return [
        f"{each['name']} {each['version']}: {weakness['id']}, mended in {', '.join(weakness['fix_versions']) or 'nothing yet'}"
        for each in packages
        for weakness in each.get("vulns", [])
    ]


def node_weaknesses() -> list[str] | None:
    """Each Node package of which something grave is known; None where the registry tells nothing."""
    said = _said(["npm", "audit", "--json"], WEB)
    if "vulnerabilities" not in said:
        return None
    return [
        f"{name} {each['range']}: {each['severity']}"
        for name, each in said["vulnerabilities"].items()
        if each["severity"] in _GRAVE
    ]


def _said(command: list[str], cwd: Path) -> dict[str, Any]:
    """The JSON that a command prints; empty where it prints none."""
    try:
        done = subprocess.run(command, cwd=cwd, capture_output=True, text=True, timeout=120)
        found = json.loads(done.stdout)
    except (OSError, subprocess.TimeoutExpired, ValueError):
        return {}
    return found if isinstance(found, dict) else {}


if __name__ == "__main__":
    sys.exit(main())
