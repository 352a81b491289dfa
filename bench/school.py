"""A district on one machine: ``./hoarfrost bench school``. 3,000 students and 400 classes from OneRoster files."""

import io
import os
import platform
import resource
import statistics
import sys
import time
import zipfile
from collections.abc import Callable
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "server")]

import django  # noqa: E402

from tests.stack import Stack  # noqa: E402

STUDENTS, CLASSES, TEACHERS, CLASSES_EACH = 3_000, 400, 150, 8
AGAIN = 1 / 3
"""The second load of the same file takes at most this share of the first."""
LISTS = 3
"""A list or a search takes at most so many times a request of one query."""


def district() -> bytes:
    """The file: everybody in their classes, two students in three with a guardian."""
    students, classes, teachers = range(STUDENTS), range(CLASSES), range(TEACHERS)
    users = "sourcedId,status,enabledUser,username,givenName,familyName,identifier,email,agentSourcedIds\n"
    users += "".join(
        f"s{each},,true,,Given{each % 97},Family{each % 613},{10_000 + each},,{f'g{each}' if each % 3 else ''}\n"
        for each in students
    )
    users += "".join(
        f"g{each},,true,,Parent{each},Family{each % 613},,home{each}@district.example,\n"
        for each in students
        if each % 3
    )
    users += "".join(
        f"t{each},,true,,Teacher{each},Surname{each},,teacher{each}@district.example,\n" for each in teachers
    )
    roles = "sourcedId,status,userSourcedId,role\n"
    roles += "".join(f"rs{each},,s{each},student\nrg{each},,g{each},guardian\n" for each in students)
    roles += "".join(f"rt{each},,t{each},teacher\n" for each in teachers)
    named = "sourcedId,status,title,courseSourcedId,classCode,location\n"
    named += "".join(
        f"c{each},,Course {each // 8} {each % 8},k{each // 8},{each % 8},Room {each % 60}\n" for each in classes
    )
    courses = "sourcedId,status,title\n" + "".join(f"k{each},,Course {each}\n" for each in range(CLASSES // 8))
    enrolled = "sourcedId,status,classSourcedId,userSourcedId,role\n"
    enrolled += "".join(
        f"e{each}x{place},,c{(each * 7 + place * 51) % CLASSES},s{each},student\n"
        for each in students
        for place in range(CLASSES_EACH)
    )
    enrolled += "".join(f"et{each},,c{each},t{each % TEACHERS},teacher\n" for each in classes)
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr(
            "manifest.csv", "propertyName,value\nmanifest.version,1.0\noneroster.version,1.2\nfile.users,bulk\n"
        )
        for name, text in (
            ("users", users),
            ("roles", roles),
            ("classes", named),
            ("courses", courses),
            ("enrollments", enrolled),
        ):
            archive.writestr(f"{name}.csv", text)
    return out.getvalue()


def took(work: Callable[[], Any]) -> tuple[float, Any]:
    """Seconds, and what came of it."""
    begun = time.perf_counter()
    done = work()
    return time.perf_counter() - begun, done


def by_turns(one: Callable[[], Any], other: Callable[[], Any], times: int = 25) -> tuple[float, float]:
    """The middle of so many times of each, in ms, one after the other: what else the machine does falls on both."""
    one(), other()
    both = [(took(one)[0], took(other)[0]) for _ in range(times)]
    return statistics.median(each[0] for each in both) * 1000, statistics.median(each[1] for each in both) * 1000


def main() -> None:
    """Load it, load it again, and look for people."""
    stack = Stack("bench_school")
    stack.make()
    os.environ |= stack.environment
    django.setup()
    from django.test import Client
    from people.drafts import apply_draft, begin_file, compute
    from school.models import Person, School

    print(
        f"{platform.machine()}, {os.cpu_count()} cores; {STUDENTS:,} students, {CLASSES} classes, {TEACHERS} teachers"
    )
    try:
        school, officer = School.objects.get(), Person.objects.get(sign_in="mirela")
        year, content = school.years.get(), district()

        def load() -> tuple[int, int]:
            draft = begin_file(school, year, officer, "district.zip", content, at_once=True)
            chosen = sum(each.is_on for each in compute(draft).changes)
            if chosen:
                apply_draft(draft, officer)
            return chosen, len(draft.undo)

        first, (changes, _) = took(load)
        second, (left, _) = took(load)
        print(f"the first load: {first:.1f} s, {changes:,} changes; the same again: {second:.1f} s, {left} changes")
        print(f"  again / first: {second / first:.2f} (at most {AGAIN:.2f})")
        client = Client(headers={"host": "localhost"})
        client.force_login(officer, backend="django.contrib.auth.backends.ModelBackend")
        at = f"/api/v1/schools/{school.pk}"
        for words, path in (
            ("people", "people?role=student"),
            ("people found", "people?role=student&query=family61"),
            ("guardians", "people?role=guardian"),
            ("classes", "classes"),
            ("classes found", "classes?query=course+12"),
            ("School's head", "frame"),
        ):
            one, spent = by_turns(lambda: client.get("/api/v1/sessions"), lambda path=path: client.get(f"{at}/{path}"))
            print(f"{words}: {spent:.0f} ms, {spent / one:.1f} times a request of one query (at most {LISTS})")
        print(f"memory at the most: {resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024:.0f} MB")
    finally:
        stack.drop()


if __name__ == "__main__":
    main()
