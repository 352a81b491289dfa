"""``hoarfrost compute [--working] FILE…``: computes gradebook files without a server (docs/gradebook-file.md), as many at once
as there are processors.
"""

import argparse
import gc
import json
import os
import sys
from concurrent.futures import ProcessPoolExecutor
from contextlib import nullcontext
from functools import partial
from pathlib import Path

from gradecore.answer import answer
from gradecore.check import BookError
from gradecore.explain import explain
from gradecore.file import read_book, read_json
from gradecore.gradebook import Gradebook


def main(arguments: list[str] | None = None) -> int:
    """Print one JSON line a file, in the order given, or the working as text; 2 where one was refused."""
    parser = argparse.ArgumentParser(prog="hoarfrost compute", description="Compute gradebook files.")
    parser.add_argument("--working", action="store_true", help="print how each grade comes about, as text")
    parser.add_argument("files", nargs="+", metavar="FILE", help="a gradebook, or a case with book and ask")
    options = parser.parse_args(arguments)
    compute = partial(_computed, with_working=options.working)
    at_once = min(len(options.files), os.cpu_count() or 1)
    refused = False
    # What is read and computed has no cycles to look for, which would take a tenth of the time.
    gc.disable()
    with ProcessPoolExecutor(at_once) if at_once > 1 else nullcontext() as pool:
        for text, is_refused in pool.map(compute, options.files) if pool else map(compute, options.files):
            print(text)
            refused |= is_refused
    gc.enable()
    return 2 if refused else 0


def _computed(name: str, *, with_working: bool) -> tuple[str, bool]:
    """What is printed of a file, and whether it was refused."""
    try:
        given = read_json(Path(name).read_text(encoding="utf-8"))
        return _working(given) if with_working else json.dumps(answer(given), ensure_ascii=False), False
    except (BookError, OSError, UnicodeDecodeError) as error:
        message = f"{name}: {error.strerror}" if isinstance(error, OSError) else str(error)
    if with_working:
        return f"{name} is refused:\n{message}", True
    return json.dumps({"error": message}, ensure_ascii=False), True


def _working(given: object) -> str:
    book = given["book"] if isinstance(given, dict) and "book" in given else given
    return "\n".join(explain(Gradebook(read_book(book), checked=True)))


if __name__ == "__main__":
    sys.exit(main())
