"""What a browser loads before a page can be read, compressed, from the files as they were built."""

import json
import re
from pathlib import Path

import pytest

WEB = Path(__file__).parents[1] / "web"
CLIENT = WEB / ".svelte-kit" / "generated" / "client-optimized"
KB = 1024

BUDGETS = {
    "/family/[student]": 90,
    "/family/[student]/card": 90,
    "/": 130,
    "/class/[id]/student/[student]": 130,
    "/class/[id]/families": 130,
    "/class/[id]/roster": 130,
    "/class/[id]/plan": 130,
    "/class/[id]/scores": 130,
    "/class/[id]/stack": 130,
    "/class/[id]/scores/standard": 130,
    "/class/[id]/scores/opened": 130,
    "/class/[id]/spread": 130,
    "/class/[id]/report": 130,
    "/class/[id]/send": 130,
    "/class/[id]/files": 130,
    "/loose-ends": 130,
    "/account": 130,
    "/school/year": 130,
    "/school/people": 130,
    "/school/classes": 130,
    "/school/shared": 130,
    "/school/posting": 130,
    "/school/register": 130,
}
"""In kB, by page: what a family loads, and what a teacher does."""


def nodes_of(page: str) -> list[Path]:
    """The parts of a page and of what stands around it, as the build numbers them."""
    folders = ["", *(page[: at.start()] for at in re.finditer("/", page) if at.start()), page.rstrip("/")]
    wanted = {f"src/routes{folder}/+layout.svelte" for folder in folders} | {
        f"src/routes{page.rstrip('/')}/+page.svelte"
    }
    return [node for node in (CLIENT / "nodes").glob("*.js") if any(f'/{each}"' in node.read_text() for each in wanted)]


@pytest.mark.parametrize(("page", "most"), BUDGETS.items())
def test_what_a_page_loads(page: str, most: int) -> None:
    chunks = json.loads((WEB / ".svelte-kit/output/client/.vite/manifest.json").read_text())
    nodes = [str(node.relative_to(WEB)) for node in nodes_of(page)]
    assert len(nodes) > 1
    start = [name for name in chunks if name.endswith(("client/entry.js", "client-optimized/app.js"))]
    assert len(start) == 2
    waiting, files, seen = [*start, *nodes], set[str](), set[str]()
    while waiting:
        name = waiting.pop()
        if name not in seen:
            seen.add(name)
            chunk = chunks[name]
            files |= {chunk["file"], *chunk.get("css", ())}
            waiting += chunk.get("imports", ())
    sizes = [min(WEB.glob(f"build/{file}*"), key=lambda each: each.stat().st_size).stat().st_size for file in files]
    assert sum(sizes) <= most * KB
