"""What several measurements stand on: a marked class, works by turns, percentiles."""

import json
import random
import time
import uuid
from collections.abc import Callable
from typing import Any


def made(students: int, works: int) -> int:
    """A class of so many students with so much work in a quarter, all of it marked; gives its number."""
    from decimal import Decimal

    from plans.models import Assignment, Category, GradingScale, GroundRules
    from school.models import Enrolment, Person, SchoolClass, SchoolYear, Student, Teaching, Term
    from scores.models import Score

    year, teacher = SchoolYear.objects.get(), Person.objects.get(sign_in="odalys")
    here = SchoolClass.objects.create(school=year.school, year=year, name=f"Marked {students}")
    Teaching.objects.create(school_class=here, person=teacher)
    GroundRules.objects.create(school_class=here, scale=GradingScale.objects.get(name="Letters, fine"))
    people = Student.objects.bulk_create(
        Student(
            school=year.school,
            given_name=f"Given{n}",
            family_name=f"Family{n}",
            number=f"6{students}{n}",
            alias=uuid.uuid4().hex[:8],
        )
        for n in range(students)
    )
    people = list(Student.objects.filter(number__startswith=f"6{students}", family_name__startswith="Family"))
    Enrolment.objects.bulk_create(Enrolment(school_class=here, student=each, starts=year.starts) for each in people)
    categories = [
        Category.objects.create(school_class=here, name=f"Part {n}", sign=f"P{n}", weight=Decimal(25)) for n in range(4)
    ]
    quarter = Term.objects.get(name="Quarter 2")
    pieces = [
        Assignment.objects.create(
            school_class=here,
            category=categories[n % 4],
            term=quarter,
            name=f"Work {n}",
            short_name=f"W {n}",
            points=20,
            position=n,
        )
        for n in range(works)
    ]
    chance = random.Random(8)
    Score.objects.bulk_create(
        Score(
            student=each,
            assignment=work,
            number=Decimal(chance.randint(24, 40)) / 2,
            changed_by=teacher,
            changed_at=year.school.now(),
        )
        for each in people
        for work in pieces
    )
    return here.pk


def teachers(stack: Any, count: int) -> list[list[Any]]:
    """Teachers who are signed in, each with a class of thirty and eight pieces of work; of each the class, the term, the session's key,
    the students and the works.
    """
    made: list[list[Any]] = json.loads(
        stack.python(
            "import json; from importlib import import_module; from django.conf import settings; from django.contrib.auth import *;"
            "from plans.models import *; from school.models import *; store = import_module(settings.SESSION_ENGINE).SessionStore;"
            "year = SchoolYear.objects.get(); t = Term.objects.get(name='Quarter 2');"
            "scale = GradingScale.objects.get(name='Letters, fine');"
            "some = list(Student.objects.all()[:30]); out = []\n"
            f"for n in range({count}):\n"
            "  p = Person.objects.create(sign_in=f'load{n}', given_name='Load', family_name=str(n)); p.set_unusable_password(); p.save()\n"
            "  Membership.objects.create(person=p, school=year.school, role=Role.TEACHER)\n"
            "  c = SchoolClass.objects.create(school=year.school, year=year, name=f'Load {n}', position=99)\n"
            "  Teaching.objects.create(school_class=c, person=p); GroundRules.objects.create(school_class=c, scale=scale)\n"
            "  Enrolment.objects.bulk_create([Enrolment(school_class=c, student=s, starts=year.starts) for s in some])\n"
            "  k = Category.objects.create(school_class=c, name='Walks', sign='WK', weight=100)\n"
            "  ws = [Assignment.objects.create(school_class=c, category=k, term=t, name=f'W{i}', short_name=f'W{i}', points=20,"
            " position=i) for i in range(8)]\n"
            "  s = store(); s[SESSION_KEY] = str(p.pk); s[BACKEND_SESSION_KEY] = 'django.contrib.auth.backends.ModelBackend'\n"
            "  s[HASH_SESSION_KEY] = p.get_session_auth_hash(); s.create()\n"
            "  out.append([c.pk, t.pk, s.session_key, [x.pk for x in some], [w.pk for w in ws]])\n"
            "print(json.dumps(out))"
        ).splitlines()[-1]
    )
    return made


def headers_of(session: str) -> dict[str, str]:
    """What a browser that is signed in sends along."""
    return {
        "Cookie": f"sessionid={session}; csrftoken={'a' * 32}",
        "X-CSRFToken": "a" * 32,
        "Content-Type": "application/json",
    }


def signed_in(playwright: Any, stack: Any, path: str) -> Any:
    """A page of the demo's geography teacher in a browser of its own, at a path of the application; `close` ends both."""
    browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=["--no-sandbox"])
    page = browser.new_context(base_url=stack.address, viewport={"width": 1280, "height": 800}).new_page()
    page.goto(f"/sign-in?next={path}")
    page.get_by_label("Name", exact=True).fill("odalys")
    page.get_by_label("Password").fill("frost on the lake")
    page.get_by_role("button", name="Sign in").click()
    return page


def close(page: Any) -> None:
    """Close a page with its browser."""
    browser = page.context.browser
    page.context.close()
    browser.close()


def by_turns(works: dict[str, Callable[[], Any]], times: int, warming: int = 2) -> dict[str, list[float]]:
    """How long each took, in ms, so many times by turns, after as many for `warming`: what else the machine does falls on all."""
    took: dict[str, list[float]] = {name: [] for name in works}
    for turn in range(warming + times):
        for name, work in works.items():
            begun = time.perf_counter()
            work()
            if turn >= warming:
                took[name].append(1000 * (time.perf_counter() - begun))
    return took


def at_most_in_95_of_100(durations: list[float]) -> float:
    """The 95th percentile."""
    return sorted(durations)[int(0.95 * len(durations))]


PAUSE = 40
"""Between two keys, in ms: 20 or more keys a second."""

OBSERVE = (
    "window.slow = []; new PerformanceObserver(list => { for (const each of list.getEntries())"
    " if (each.name === 'keydown') window.slow.push(each.duration) }).observe({type: 'event', durationThreshold: 16})"
)
"""Notes how long each key takes from its press to its paint."""


def timed(on: Any, keys: list[str], times: int) -> list[float]:
    """How long each key took to its paint; what the browser does not report is shorter than 16 ms."""
    on.evaluate("window.slow = []")
    for turn in range(times):
        on.keyboard.press(keys[turn % len(keys)])
        on.wait_for_timeout(PAUSE)
    on.wait_for_timeout(300)
    slow: list[float] = on.evaluate("window.slow")
    return slow + [8.0] * (times - len(slow))
