"""A class as an open gradebook file (docs/gradebook-file.md)."""

import json

from gradecore.file import write_book
from scores.book import LoadedClass

from exchange.workbook.naming import with_names


def gradebook_text(loaded: LoadedClass, naming: str) -> str:
    """The file's text, in which students and work are called by `numbers`, `names` or `aliases`."""
    book = loaded.book if naming == "numbers" else with_names(loaded, aliases=naming == "aliases")
    return json.dumps(write_book(book), ensure_ascii=False, indent=1)
