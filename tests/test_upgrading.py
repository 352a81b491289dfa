"""What a released version left is taken over by this one: its demo is migrated, every grade is what it was, and it opens."""

import gzip
import json
from collections.abc import Iterator
from pathlib import Path

import pytest

from tests.release import RELEASED, results
from tests.stack import Stack


@pytest.fixture
def bare_stack() -> Iterator[Stack]:
    """A stack without a database and a server."""
    stack = Stack("upgrading")
    yield stack
    stack.drop()


@pytest.mark.parametrize("release", sorted(RELEASED.glob("*.sql.gz")), ids=lambda path: path.name.partition(".")[0])
def test_the_demo_of_a_released_version_is_taken_over(bare_stack: Stack, release: Path) -> None:
    bare_stack.take_over(gzip.decompress(release.read_bytes()))
    before = json.loads(gzip.decompress(release.with_name(release.name.replace(".sql", ".json")).read_bytes()))
    assert len(before) > 50
    assert results(bare_stack) == before
    bare_stack.start()
    # What is posted, printed and undone is read from rows that the version before wrote.
    told = bare_stack.python(
        "import json; from django.test import Client; from school.models import Person\n"
        "def opened(name, *paths):\n"
        "  c = Client(headers={'host': 'localhost'})\n"
        "  c.force_login(Person.objects.get(sign_in=name), backend='django.contrib.auth.backends.ModelBackend')\n"
        "  return [c.get(f'/api/v1/{path}').status_code for path in paths]\n"
        "found = opened('odalys', 'today', 'classes/1/scores', 'classes/1/report', 'classes/1/plan')\n"
        "found += opened('tobin', 'classes/5/by-standard') + opened('ingrid', 'families/29') + opened('mirela', 'schools/1/year')\n"
        "print(json.dumps(found))"
    )
    assert json.loads(told.splitlines()[-1]) == [200] * 7
