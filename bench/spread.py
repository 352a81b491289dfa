"""How fast Spread answers: ``./hoarfrost bench spread``. Ratios of one run, and times of what a hand waits for."""

import os
import platform
import random
import statistics
import sys
from pathlib import Path

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "server")]

import django  # noqa: E402
from _measuring import at_most_in_95_of_100, by_turns, close, made, signed_in  # noqa: E402

from tests.pages import choose, saved  # noqa: E402
from tests.stack import Stack  # noqa: E402

WORKS, TIMES = 24, 40
OPENING = 2
"""Opening Spread takes at most so many times as long as opening Scores."""
MOVED = {40: 100, 200: 150}
"""By how many students: within how many ms, at the 95th percentile, what is typed or dragged has moved the dots."""


TYPE = """(value) => new Promise((painted) => {
    const input = document.querySelector('[aria-label="Step 1: point 1, percent that it becomes"]');
    const line = document.querySelector('main [role=listbox]').parentElement;
    const begun = performance.now();
    const moved = new MutationObserver(() => {
        moved.disconnect();
        requestAnimationFrame(() => setTimeout(() => painted(performance.now() - begun)));
    });
    moved.observe(line, { subtree: true, childList: true, attributes: true, characterData: true });
    input.value = value;
    input.dispatchEvent(new Event('input', { bubbles: true }));
})"""
"""Types a number of the curve's line; resolves to how many ms it took until the dots were painted where it takes them."""


def in_the_browser(stack: Stack, class_id: int) -> list[float]:
    """From a typed number to moved dots, in ms, in a curve that is a draft already."""
    from playwright.sync_api import sync_playwright

    with sync_playwright() as playwright:
        page = signed_in(playwright, stack, f"/class/{class_id}/spread")
        choose(page, "Add a step", "draw a straight line")
        page.get_by_role("region", name="Draft").wait_for()
        saved(page)
        took: list[float] = [page.evaluate(TYPE, str(50 + turn % 9)) for turn in range(1, TIMES + 3)]
        close(page)
    return took[2:]


def main() -> None:
    """Open both places cold and warm, and try a curve again and again."""
    stack = Stack("bench_spread")
    stack.make()
    os.environ |= stack.environment
    django.setup()
    from django.test import Client
    from school.models import Person, Term
    from scores import class_cache

    print(f"{platform.machine()}, {os.cpu_count()} cores; {WORKS} pieces of work")
    try:
        client = Client(headers={"host": "localhost"})
        client.force_login(Person.objects.get(sign_in="odalys"), backend="django.contrib.auth.backends.ModelBackend")
        term = Term.objects.get(name="Quarter 2").pk
        for students, at_most in MOVED.items():
            class_id = made(students, WORKS)
            at = f"/api/v1/classes/{class_id}"

            def cold(*paths: str, at: str = at) -> None:
                class_cache.clear()
                for path in paths:
                    assert client.get(f"{at}/{path}").status_code == 200

            def tried(at: str = at) -> None:
                steps = [{"kind": "line", "from": ["60", "100"], "to": [str(random.randint(61, 69)), "100"]}]
                body = {"term": term, "steps": steps}
                assert client.post(f"{at}/spread/tried", body, content_type="application/json").status_code == 200

            took = by_turns({"scores": lambda: cold("scores"), "spread": lambda: cold("spread", "spread/works")}, TIMES)
            took |= by_turns({"tried": tried}, TIMES)
            opening = statistics.median(took["spread"]) / statistics.median(took["scores"])
            answered = at_most_in_95_of_100(took["tried"])
            moved = at_most_in_95_of_100(in_the_browser(stack, class_id))
            print(f"{students} students: opening {opening:.2f} times opening Scores (at most {OPENING});", end=" ")
            print(
                f"a typed number to its answer {answered:.0f} ms, to moved dots {moved:.0f} ms at the 95th percentile (at most {at_most})"
            )
    finally:
        stack.drop()


if __name__ == "__main__":
    main()
