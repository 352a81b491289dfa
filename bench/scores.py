"""How fast entering is: ``./hoarfrost bench scores``. Ratios and counts of one run; the figures come last."""

import gzip
import http.client
import json
import os
import platform
import random
import statistics
import sys
import threading
import time
import types
import uuid
from collections.abc import Callable
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "server")]

import django  # noqa: E402
from _measuring import OBSERVE, headers_of, teachers, timed  # noqa: E402

from tests.stack import Stack  # noqa: E402

TEACHERS, SECONDS = 60, 60
KEYS = 2000
PILES = 4
"""How many columns are gone through for the 95th percentile: the first is entered while all is still cold."""


def at(durations: list[float], share: float) -> float:
    """The duration below which that share of them lies."""
    return sorted(durations)[min(len(durations) - 1, int(share * len(durations)))]


def machine() -> str:
    """What the figures were taken on; how fast it is tells what those in ms are worth."""
    began = time.perf_counter()
    total = 0
    for number in range(10_000_000):
        total += number
    took = time.perf_counter() - began
    return f"on {os.cpu_count()} cores, {platform.machine()}, that add ten million numbers one by one in {took:.1f} s:"


def ticks() -> tuple[int, int]:
    """The processors' time so far, in ticks: what other machines on the same hardware had of it, and all."""
    spent = [int(each) for each in Path("/proc/stat").read_text(encoding="ascii").split()[1:9]]
    return spent[7], sum(spent)


def undisturbed(part: Callable[[], list[str]]) -> list[str]:
    """What a part of the bench found, and how much of the machine others had meanwhile: where it is much, it says little."""
    taken, whole = ticks()
    lines = part()
    now_taken, now_whole = ticks()
    share = 100 * (now_taken - taken) / max(1, now_whole - whole)
    return [*lines, f"  (meanwhile other machines had {share:.0f} % of the processors' time)"]


def fill(stack: Stack, name: str, students: int, works: int) -> int:
    """A class with a score in every cell; gives its number."""
    class_id = stack.add_class(name, 1)
    stack.python(
        "from decimal import Decimal; from plans.models import *; from school.models import *; from scores.models import *;"
        f"c = SchoolClass.objects.get(pk={class_id}); who = Person.objects.get(sign_in='odalys'); t = Term.objects.get(name='Quarter 2');"
        "ks = [Category.objects.create(school_class=c, name=f'K{n}', sign=f'K{n}', weight=10 + n, drop_lowest=n % 2, colour=n)"
        " for n in range(6)];"
        f"ws = [Assignment.objects.create(school_class=c, category=ks[n % 6], term=t, name=f'Work {{n}}', short_name=f'W {{n}}', points=20,"
        f" due_on=t.starts, position=n) for n in range({works})];"
        "ss = Student.objects.bulk_create([Student(school=c.school, given_name=f'G{n}', family_name=f'F{n:03}',"
        f" number=f'9{class_id:03}{{n:03}}', alias=f'{class_id}-{{n}}') for n in range({students} - 1)]);"
        f"ss = list(Student.objects.filter(number__startswith='9{class_id:03}'));"
        "Enrolment.objects.bulk_create([Enrolment(school_class=c, student=s, starts=c.year.starts) for s in ss]);"
        "ss = list(Student.objects.filter(enrolments__school_class=c));"
        "Score.objects.bulk_create([Score(student=s, assignment=w, number=Decimal((s.pk * 7 + w.pk * 3) % 21), version=1, changed_by=who,"
        " changed_at=c.school.now()) for s in ss for w in ws])"
    )
    return class_id


def median_times(*works: Callable[[], Any], times: int = 10, rounds: int = 6) -> list[float]:
    """The median of each, in seconds; taken in turns, as a machine is not equally fast all the time."""
    found: list[list[float]] = [[] for _ in works]
    for _ in range(rounds):
        for work, mine in zip(works, found, strict=True):
            for _ in range(times):
                began = time.perf_counter()
                work()
                mine.append(time.perf_counter() - began)
    return [statistics.median(mine) for mine in found]


def server_side(class_id: int) -> list[str]:
    """Opening and saving, beside an authenticated request that does one query."""
    os.environ["HOARFROST_ALLOWED_HOSTS"] = "testserver"
    django.setup()
    from django.conf import settings
    from django.db import connection
    from django.http import HttpRequest, HttpResponse
    from django.test import Client
    from django.test.utils import CaptureQueriesContext
    from django.urls import path
    from hoarfrost import urls
    from school.models import Person, SchoolClass

    def one_query(request: HttpRequest) -> HttpResponse:
        known = request.user.is_authenticated and SchoolClass.objects.filter(pk=class_id).first()
        return HttpResponse(str(known))

    extended = types.ModuleType("bench_urls")
    extended.urlpatterns = [path("one-query", one_query), *urls.urlpatterns]  # type: ignore[attr-defined]
    sys.modules["bench_urls"] = extended
    settings.ROOT_URLCONF = "bench_urls"
    client = Client()
    client.force_login(Person.objects.get(sign_in="odalys"), backend="django.contrib.auth.backends.ModelBackend")
    address = f"/api/v1/classes/{class_id}/scores"
    with CaptureQueriesContext(connection) as queries:
        answer = client.get(address)
        asked = len(queries)
    grid = answer.json()
    # Two columns of 25 students: what is pasted is a rectangle.
    versions = {
        (row["student_id"], column["id"]): row["cells"][str(column["id"])]["version"]
        for row in grid["rows"][:25]
        for column in grid["columns"][:2]
    }
    count = 0

    def save(entries: int) -> None:
        nonlocal count
        count += 1
        body = {"id": str(uuid.uuid4()), "term": grid["term_id"], "entries": []}
        for student, work in list(versions)[:entries]:
            text = str(10 + count % 2 + entries % 2 * 3)
            body["entries"].append(
                {"student": student, "assignment": work, "text": text, "version": versions[student, work]}
            )
        saved = client.post(address, json.dumps(body), content_type="application/json").json()
        assert len(saved["saved"]) == entries, saved
        for each in saved["saved"]:
            versions[each["student"], each["assignment"]] = each["version"]

    base, opening, one, fifty = median_times(
        lambda: client.get("/one-query"), lambda: client.get(address), lambda: save(1), lambda: save(50)
    )
    sizes = [len(gzip.compress(each)) / 1000 for each in (answer.content, commented(client, class_id))]
    return [
        f"class of 32 x 120: opened with {asked} queries (aim 12), {sizes[0]:.0f} kB compressed (aim 120);"
        f" {sizes[1]:.0f} kB with ten words of comment on every fourth score",
        f"  opening takes {opening / base:.1f} times a request of one query (aim 6): {opening * 1e3:.0f} ms, {base * 1e3:.1f} ms",
        f"  saving one entry {one / base:.1f} times (aim 5), 50 together {fifty / base:.1f} times (aim 10)",
    ]


def commented(client: Any, class_id: int) -> bytes:
    """What is answered once every fourth score has a comment, each of other words."""
    from school.revisions import count_class
    from scores.models import Score

    chance = random.Random(4)
    words = [each for each in (ROOT / "README.md").read_text(encoding="utf-8").split() if each.isalpha()]
    scores = list(Score.objects.filter(assignment__school_class=class_id))[::4]
    for score in scores:
        score.comment = " ".join(chance.choices(words, k=10))
    Score.objects.bulk_update(scores, ["comment"])
    count_class(class_id)
    return bytes(client.get(f"/api/v1/classes/{class_id}/scores").content)


def in_the_browser(stack: Stack, class_id: int) -> list[str]:
    """From key to paint, scrolling, and memory, on 40 x 150."""
    from playwright.sync_api import sync_playwright

    lines = []
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium", args=["--no-sandbox", "--js-flags=--expose-gc"]
        )
        context = browser.new_context(base_url=stack.address, viewport={"width": 1280, "height": 800})
        page = context.new_page()
        # The browser's own bar takes from its window: what lies below the rest is painted and never presented.
        window = context.new_cdp_session(page)
        ours = window.send("Browser.getWindowForTarget")["windowId"]
        window.send("Browser.setWindowBounds", {"windowId": ours, "bounds": {"width": 1400, "height": 1000}})
        page.goto(f"/sign-in?next=/class/{class_id}/scores")
        page.get_by_label("Name", exact=True).fill("odalys")
        page.get_by_label("Password").fill("frost on the lake")
        page.get_by_role("button", name="Sign in").click()
        page.locator("[role=gridcell]:focus").press("Control+Home")
        bare = context.new_page()
        bare.goto("about:blank")
        bare.set_content("<input>")
        for each in (bare, page):
            each.evaluate(OBSERVE)

        def pressed(keys: list[str], times: int, work: int = 0) -> list[float]:
            """The durations from key to paint at a pace that no hand reaches; what the browser reports not is shorter than 16 ms."""
            for key in ("Control+Home", *["ArrowRight"] * work):
                page.keyboard.press(key)
            page.get_by_role("gridcell", name=f"Work {work}:").first.click()
            return timed(page, keys, times)

        kinds = {
            "typing": ["1", "4", "Enter"],
            "Enter": ["Enter", "Shift+Enter"],
            "arrows": ["ArrowDown", "ArrowRight", "ArrowRight", "ArrowUp"],
        }
        for name, keys in kinds.items():
            # At the last student Enter goes nowhere, and what does not change is not painted.
            found = [each for work in range(PILES) for each in pressed(keys, 3 * 35, work)]
            lines.append(beside_bare(name, found, bare, keys))
            page.bring_to_front()
        page.get_by_role("grid").hover()
        for name, by in (("down", (0, 60)), ("across", (240, 0))):
            page.evaluate(
                "window.frames = []; window.last = performance.now(); window.isCounting = true;"
                " const beat = now => { window.frames.push(now - window.last); window.last = now;"
                " if (window.isCounting) requestAnimationFrame(beat) };"
                " requestAnimationFrame(beat)"
            )
            for turn in range(120):
                direction = 1 if turn < 60 else -1
                page.mouse.wheel(by[0] * direction, by[1] * direction)
                page.wait_for_timeout(12)
            frames = page.evaluate("(window.isCounting = false, window.frames)")
            lines.append(f"  scrolling {name}: {at(frames, 0.95):.0f} ms a frame at the 95th percentile (aim 50)")
        memory = "(gc(), performance.memory.usedJSHeapSize)"
        pressed(["1", "5", "Enter"], 200)
        before = page.evaluate(memory)
        pressed(["1", "5", "Enter", "ArrowRight", "ArrowUp"], KEYS)
        page.get_by_role("status").get_by_text("All saved").wait_for(timeout=120_000)
        after = page.evaluate(memory)
        more = 100 * (after - before) / before
        lines.append(
            f"  memory after {KEYS:,} more keys: {after / 1e6:.1f} MB against {before / 1e6:.1f} MB, {more:+.0f} % (aim 20)"
        )
        context.close()
        browser.close()
    return ["grid of 40 x 150 in headless Chromium:", *lines]


def beside_bare(name: str, found: list[float], bare: Any, keys: list[str]) -> str:
    """How long keys took, beside the same keys into a bare input: a slow hour is slow for both, and falls out of the ratio."""
    bare.bring_to_front()
    bare.get_by_role("textbox").click()
    alone = [each for _ in range(PILES) for each in timed(bare, keys, 3 * 35)]
    return (
        f"  {name}: {at(found, 0.95) / at(alone, 0.95):.1f} times a bare input on an empty page at the 95th percentile (aim 2); "
        f"{at(found, 0.95):.0f} ms from key to paint against {at(alone, 0.95):.0f}, {max(found):.0f} at most"
    )


def sixty_teachers(stack: Stack) -> list[str]:
    """Sixty teachers enter a score a second each against two workers."""
    made = teachers(stack, TEACHERS)
    durations: list[float] = []
    failures: list[str] = []
    begins = time.perf_counter() + 1

    def teacher(number: int, class_id: int, term: int, session: str, students: list[int], works: list[int]) -> None:
        connection = http.client.HTTPConnection("127.0.0.1", stack.port, timeout=30)
        headers = headers_of(session)
        for second in range(SECONDS):
            wait = begins + second + number / TEACHERS - time.perf_counter()
            if wait > 0:
                time.sleep(wait)
            entry = {
                "student": students[second % 30],
                "assignment": works[second // 30],
                "text": str(second % 20),
                "version": 0,
            }
            body = json.dumps({"id": str(uuid.uuid4()), "term": term, "entries": [entry]})
            began = time.perf_counter()
            connection.request("POST", f"/api/v1/classes/{class_id}/scores", body, headers)
            answer = connection.getresponse()
            said = answer.read()
            durations.append(time.perf_counter() - began)
            if answer.status != 200 or len(json.loads(said)["saved"]) != 1:
                failures.append(f"{answer.status} {said[:100]!r}")

    threads = [threading.Thread(target=teacher, args=(number, *each)) for number, each in enumerate(made)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    kept, events = stack.python(
        "from scores.models import *; mine = dict(score__assignment__school_class__name__startswith='Load ');"
        "print(Score.objects.filter(assignment__school_class__name__startswith='Load ').count(), ScoreEvent.objects.filter(**mine).count())"
    ).split()
    sent = TEACHERS * SECONDS
    return [
        f"{TEACHERS} teachers at a score a second for {SECONDS} s, two workers, all on this machine:",
        f"  {sent:,} sent, {kept} kept, {events} in history, {len(failures)} failed {failures[:2] or ''}",
        f"  {at(durations, 0.5) * 1e3:.0f} ms at the median, {at(durations, 0.95) * 1e3:.0f} ms at the 95th percentile (aim 300)",
    ]


def main() -> None:
    stack = Stack("bench")
    try:
        stack.make()
        medium, large = fill(stack, "Medium", 32, 120), fill(stack, "Large", 40, 150)
        lines = undisturbed(lambda: in_the_browser(stack, large)) + undisturbed(lambda: sixty_teachers(stack))
        os.environ.update(stack.environment)
        lines = undisturbed(lambda: server_side(medium)) + lines
    finally:
        stack.drop()
    print("\n".join([machine(), *lines]))


if __name__ == "__main__":
    main()
