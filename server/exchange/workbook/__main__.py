"""``hoarfrost workbook BOOK.json OUT.xlsx``: a gradebook file as a workbook that keeps calculating, without a server."""

import argparse
import sys
from pathlib import Path

from gradecore.check import BookError
from gradecore.file import read_book, read_json

from exchange.workbook.writing import write_workbook


def main(arguments: list[str] | None = None) -> int:
    """Write the workbook; 2 where the file is refused, with all that is wrong with it."""
    parser = argparse.ArgumentParser(prog="hoarfrost workbook", description="Make a workbook that keeps calculating.")
    parser.add_argument("book", metavar="BOOK.json", help="an open gradebook file, or a case with one in it")
    parser.add_argument("out", metavar="OUT.xlsx")
    options = parser.parse_args(arguments)
    try:
        given = read_json(Path(options.book).read_text(encoding="utf-8"))
        book = read_book(given["book"] if isinstance(given, dict) and "book" in given else given)
        Path(options.out).write_bytes(write_workbook(book))
    except (BookError, OSError, UnicodeDecodeError) as error:
        message = f"{options.book}: {error.strerror}" if isinstance(error, OSError) else str(error)
        print(message, file=sys.stderr)
        return 2
    return 0


if __name__ == "__main__":
    sys.exit(main())
