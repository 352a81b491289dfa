"""The demo as a version leaves it, kept for those that come after: ``./hoarfrost release NAME``, once a version goes out.

Kept are its database and what its grades and levels come to; `test_upgrading` takes each over.
"""

import gzip
import json
import sys
from pathlib import Path

from launch.places import RUN
from tests.stack import Stack

RELEASED = Path(__file__).parent / "released"

_RESULTS = """
import json
from school.models import SchoolClass
from scores.book import load_class
found = {}
for each in SchoolClass.objects.whole().order_by("pk"):
    loaded = load_class(each)
    for student in loaded.plan.students:
        levels = loaded.gradebook.levels.results(str(student.pk)) if loaded.book.standards else {}
        terms = {term.name: loaded.gradebook.result(str(student.pk), str(term.pk)) for term in loaded.plan.terms}
        found[f"{each.pk} {student.number}"] = {
            "terms": {name: [str(result.final_percent), result.final_mark] for name, result in terms.items()},
            "levels": {name: result.final_mark for name, result in levels.items()},
        }
print(json.dumps(found))
"""


def results(stack: Stack) -> object:
    """What every grade and level of a stack's school comes to, by class and student."""
    return json.loads(stack.python(_RESULTS).splitlines()[-1])


def main(name: str) -> None:
    """Keep the demo of this version under a name."""
    stack, dump = Stack("release"), RUN / "release.sql"
    try:
        stack.make()
        stack.dump(dump)
        RELEASED.mkdir(exist_ok=True)
        with gzip.GzipFile(RELEASED / f"{name}.sql.gz", "wb", mtime=0) as packed:
            packed.write(dump.read_bytes())
        with gzip.GzipFile(RELEASED / f"{name}.json.gz", "wb", mtime=0) as packed:
            packed.write(json.dumps(results(stack)).encode())
    finally:
        dump.unlink(missing_ok=True)
        stack.drop()


if __name__ == "__main__":
    main(sys.argv[1])
