"""The built front end's one page, and what its start-up script needs to be let through."""

import base64
import hashlib
import re
from dataclasses import dataclass
from pathlib import Path

_NOT_BUILT = (
    "<!doctype html><title>Hoarfrost</title><p>The front end is not built yet: ./hoarfrost start builds it.</p>"
)


@dataclass(frozen=True)
class Page:
    """`html` is served for every place; `script_hashes` are for the Content-Security-Policy."""

    folder: Path | None
    html: str
    script_hashes: list[str]


def read_page(folder: Path) -> Page:
    """The page as it was built, or one that says that it was not."""
    file = folder / "index.html"
    if not file.exists():
        return Page(None, _NOT_BUILT, [])
    html = file.read_text(encoding="utf-8")
    scripts = re.findall(r"<script>(.*?)</script>", html, re.DOTALL)
    return Page(folder, html, [f"'sha256-{_hash(script)}'" for script in scripts])


def _hash(script: str) -> str:
    return base64.b64encode(hashlib.sha256(script.encode()).digest()).decode()
