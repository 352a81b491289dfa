"""How fast a class is by standard: ``./hoarfrost bench standards``. Ratios of one run: opening beside the grid, keys beside its keys."""

import os
import platform
import statistics
import sys
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "server")]

import django  # noqa: E402
from _measuring import OBSERVE, at_most_in_95_of_100, by_turns, close, made, signed_in, timed  # noqa: E402

from tests.stack import Stack  # noqa: E402

STUDENTS, STANDARDS, PARENTS, TIMES = 30, 60, 6, 40
WORKS = STANDARDS
"""As much work as there are standards, so that arrows go through as many columns in both."""
OPENING = 2
"""Opening by standard takes at most so many times as long as opening the grid."""
KEYS = 105


def with_standards(class_id: int) -> None:
    """The school has the standards, and each piece of work of the class names ten of them and is scored for each."""
    from plans.models import Assignment
    from school.models import SchoolClass
    from school.revisions import count_school
    from scores.models import Score

    school = SchoolClass.objects.get(pk=class_id).school
    parents = [f"Branch {n}" for n in range(PARENTS)]
    names = [f"Standard {n}" for n in range(STANDARDS - PARENTS)]
    school.standards = school.standards | {
        "standards": [{"id": each} for each in parents]
        + [{"id": each, "parent": parents[n % PARENTS]} for n, each in enumerate(names)]
    }
    school.save()
    works = list(Assignment.objects.filter(school_class_id=class_id))
    for place, work in enumerate(works):
        work.standards = [names[(place * 10 + n) % len(names)] for n in range(10)]
    Assignment.objects.bulk_update(works, ["standards"])
    scores = list(Score.objects.filter(assignment__in=works).select_related("assignment"))
    for each in scores:
        each.by_standard = {
            name: str(1 + (each.student_id + n) % 4) for n, name in enumerate(each.assignment.standards)
        }
    Score.objects.bulk_update(scores, ["by_standard"], batch_size=500)
    count_school(school.pk)


def pressed(page: Any, place: str, keys: list[str]) -> list[float]:
    """From key to paint, in ms, in one of the two grids."""
    page.goto(place)
    page.get_by_role("gridcell").first.wait_for()
    page.get_by_role("gridcell").nth(3).click()
    page.evaluate(OBSERVE)
    return timed(page, keys, KEYS)


def in_the_browser(stack: Stack, class_id: int) -> list[str]:
    """Arrows in the grid and by standard, by turns."""
    from playwright.sync_api import sync_playwright

    with sync_playwright() as playwright:
        page = signed_in(playwright, stack, f"/class/{class_id}/scores")
        page.get_by_role("gridcell").first.wait_for()
        keys = ["ArrowDown", "ArrowRight", "ArrowRight", "ArrowUp"]
        took: dict[str, list[float]] = {"scores": [], "scores/standard": []}
        for _ in range(3):
            for place, found in took.items():
                found += pressed(page, f"/class/{class_id}/{place}", keys)
        close(page)
    grid, levels = (at_most_in_95_of_100(each) for each in took.values())
    return [
        f"arrows {levels / grid:.2f} times those of the grid, at the 95th percentile ({levels:.0f} and {grid:.0f} ms)"
    ]


def main() -> None:
    """Open both places cold by turns, then go through both with the arrows."""
    stack = Stack("bench_standards")
    stack.make()
    os.environ |= stack.environment
    django.setup()
    from django.test import Client
    from school.models import Person
    from scores import class_cache

    print(
        f"{platform.machine()}, {os.cpu_count()} cores; {STUDENTS} students, {STANDARDS} standards, {WORKS} pieces of work"
    )
    try:
        client = Client(headers={"host": "localhost"})
        client.force_login(Person.objects.get(sign_in="odalys"), backend="django.contrib.auth.backends.ModelBackend")
        class_id = made(STUDENTS, WORKS)
        with_standards(class_id)

        def cold(path: str) -> None:
            class_cache.clear()
            assert client.get(f"/api/v1/classes/{class_id}/{path}").status_code == 200

        took = by_turns({"grid": lambda: cold("scores"), "levels": lambda: cold("by-standard")}, TIMES)
        opening = statistics.median(took["levels"]) / statistics.median(took["grid"])
        for line in (
            f"opening {opening:.2f} times opening the grid (at most {OPENING})",
            *in_the_browser(stack, class_id),
        ):
            print(line)
    finally:
        stack.drop()


if __name__ == "__main__":
    main()
