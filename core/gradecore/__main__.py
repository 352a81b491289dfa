"""``hoarfrost compute [--working] FILE…``: computes gradebook files without a server (docs/gradebook-file.md)."""

import argparse
import json
import sys
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
    refused = False
    for name in options.files:
        try:
            given = read_json(Path(name).read_text(encoding="utf-8"))
            if options.working:
                text = _working(given)
            else:
                text = json.dumps(answer(given), ensure_ascii=False)
        except (BookError, OSError, UnicodeDecodeError) as error:
            refused = True
            message = f"{name}: {error.strerror}" if isinstance(error, OSError) else str(error)
            text = (
                f"{name} is refused:\n{message}"
                if options.working
                else json.dumps({"error": message}, ensure_ascii=False)
            )
        print(text)
    return 2 if refused else 0


def _working(given: object) -> str:
    book = given["book"] if isinstance(given, dict) and "book" in given else given
    return "\n".join(explain(Gradebook(read_book(book), checked=True)))


if __name__ == "__main__":
    sys.exit(main())
