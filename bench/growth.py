"""Ten years of a large school: ``./hoarfrost bench growth``. 3,000 students and 400 classes a year, with scores, their history and what was
posted; what is opened there, beside the same in the demo school, by turns. None should take more than 1.5 times as long.
"""

import datetime
import json
import os
import platform
import statistics
import sys
import time
import urllib.request
from collections.abc import Iterable
from functools import partial
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "server"), str(ROOT / "core")]

import django  # noqa: E402
from _measuring import by_turns, headers_of  # noqa: E402

from tests.stack import Stack  # noqa: E402

YEARS, STUDENTS, CLASSES, TEACHERS = 10, 3_000, 400, 150
IN_CLASS, WORKS_A_QUARTER = 28, 3
OWN = 6
"""So many classes of each earlier year were of the teacher whose pages are opened."""
TIMES = 15
AIM = 1.5

TEACHER, OFFICER, GUARDIAN = "odalys", "mirela", "ingrid"
PAGES: dict[str, tuple[str, str]] = {
    "Today": (TEACHER, "today"),
    "own classes": (TEACHER, "own-classes"),
    "loose ends": (TEACHER, "loose-ends"),
    "students to be found": (TEACHER, "own-students"),
    "a class's frame": (TEACHER, "classes/1/frame"),
    "a class's scores": (TEACHER, "classes/1/scores"),
    "a class's report": (TEACHER, "classes/1/report"),
    "a student": (TEACHER, "classes/2/students/{student}"),
    "School's frame": (OFFICER, "schools/1/frame"),
    "School's year": (OFFICER, "schools/1/year"),
    "people": (OFFICER, "schools/1/people?role=student"),
    "people found": (OFFICER, "schools/1/people?role=student&query=an"),
    "guardians": (OFFICER, "schools/1/people?role=guardian"),
    "one student": (OFFICER, "schools/1/students/{student}"),
    "classes": (OFFICER, "schools/1/classes"),
    "classes found": (OFFICER, "schools/1/classes?query=geo"),
    "a term's classes": (OFFICER, "schools/1/terms/{term}/classes"),
    "audit": (OFFICER, "schools/1/audit"),
    "outbox": (OFFICER, "schools/1/outbox"),
    "a family's page": (GUARDIAN, "families/{student}"),
}


def grow() -> dict[str, int]:
    """Fill the demo school with years before this one, and this one with as many classes; gives how much there is."""
    from plans.models import Assignment, Category, GradingScale, GroundRules
    from reports.models import PostedGrade, Posting
    from school import table_statistics
    from school.models import (
        ClassRevision,
        Enrolment,
        Guardianship,
        Membership,
        Person,
        Role,
        School,
        SchoolClass,
        SchoolYear,
        Student,
        Teaching,
        Term,
    )
    from scores.models import Score, ScoreEvent

    school, now = School.objects.get(), SchoolYear.objects.get()
    scale, teacher = GradingScale.objects.get(name="Letters, fine"), Person.objects.get(sign_in=TEACHER)
    Person.objects.bulk_create(
        Person(sign_in=f"taught{n}", given_name="Taught", family_name=str(n)) for n in range(TEACHERS)
    )
    Person.objects.bulk_create(
        Person(sign_in=f"home{n}", given_name=f"Parent{n}", family_name=f"Family{n % 613}") for n in range(STUDENTS)
    )
    teachers = list(Person.objects.filter(sign_in__startswith="taught"))
    parents = list(Person.objects.filter(sign_in__startswith="home"))
    for people, role in ((teachers, Role.TEACHER), (parents, Role.GUARDIAN)):
        Membership.objects.bulk_create(Membership(person=each, school=school, role=role) for each in people)
    # Ten years' students: a tenth is new each year.
    Student.objects.bulk_create(
        Student(
            school=school,
            given_name=f"Given{n % 97}",
            family_name=f"Family{n % 613}",
            number=f"8{n:05}",
            alias=f"grown {n}",
        )
        for n in range(2 * STUDENTS)
    )
    students = list(Student.objects.filter(alias__startswith="grown ").order_by("pk"))
    Guardianship.objects.bulk_create(
        Guardianship(person=parent, student=student) for parent, student in zip(parents, students, strict=False)
    )
    for back in range(YEARS):
        year, terms = now, list(now.terms.order_by("position"))
        if back:
            year, terms = _earlier(now, terms, back)
        SchoolClass.objects.bulk_create(
            SchoolClass(school=school, year=year, name=f"Course {n // 8}", section=f"{n % 8} of {back}")
            for n in range(CLASSES)
        )
        classes = list(SchoolClass.objects.filter(year=year, section__endswith=f" of {back}"))
        ClassRevision.objects.bulk_create(ClassRevision(school_class=each) for each in classes)
        GroundRules.objects.bulk_create(GroundRules(school_class=each, scale=scale) for each in classes)
        Teaching.objects.bulk_create(
            Teaching(school_class=each, person=teacher if back and n < OWN else teachers[n % TEACHERS])
            for n, each in enumerate(classes)
        )
        Category.objects.bulk_create(
            Category(school_class=each, name=name, sign=name[:2].upper(), weight=50)
            for each in classes
            for name in ("Papers", "Talks")
        )
        categories = dict[int, list[Category]]()
        for found in Category.objects.filter(school_class__in=classes):
            categories.setdefault(found.school_class_id, []).append(found)
        quarters = [each for each in terms if each.kind == "quarter"]
        Assignment.objects.bulk_create(
            Assignment(
                school_class=each,
                category=categories[each.pk][n % 2],
                term=quarter,
                name=f"{quarter.name} {n}",
                short_name=f"{place}.{n}",
                points=20,
                due_on=quarter.starts,
                position=place * WORKS_A_QUARTER + n,
            )
            for each in classes
            for place, quarter in enumerate(quarters)
            for n in range(WORKS_A_QUARTER)
        )
        begin = (YEARS - 1 - back) * STUDENTS // YEARS
        there = students[begin : begin + STUDENTS]
        Enrolment.objects.bulk_create(
            Enrolment(school_class=each, student=there[(n * 7 + k * 107) % STUDENTS], starts=year.starts)
            for n, each in enumerate(classes)
            for k in range(IN_CLASS)
        )
        ended = [each for each in quarters if each.ends < school.today()]
        Posting.objects.bulk_create(
            Posting(
                request=f"{back:08}-0000-4000-{place:04}-{each.pk:012}",
                school_class=each,
                term=quarter,
                person=teacher,
                at=school.now(),
            )
            for each in classes
            for place, quarter in enumerate(ended)
        )
        print(f"  {year.name}", flush=True)
    grown = "c.section LIKE '% of %'"
    enrolled = "FROM school_schoolclass c JOIN school_enrolment e ON e.school_class_id = c.id"
    _insert(
        Score,
        {
            "student": "e.student_id",
            "assignment": "a.id",
            "number": "MOD(e.student_id * 7 + a.id * 3, 21)",
            "changed_by": str(teacher.pk),
            "changed_at": "NOW()",
        },
        f"{enrolled} JOIN plans_assignment a ON a.school_class_id = c.id JOIN school_term t ON t.id = a.term_id"
        f" WHERE {grown} AND t.starts < '{school.today()}'",
    )
    _insert(
        ScoreEvent,
        {"score": "s.id", "after": "s.number", "version": "1", "person": str(teacher.pk), "at": "NOW()"},
        "FROM scores_score s JOIN school_student p ON p.id = s.student_id WHERE p.alias LIKE 'grown %'",
    )
    _insert(
        PostedGrade,
        {"posting": "p.id", "student": "e.student_id", "percent": "'84'", "percent_shown": "'84.0'", "mark": "'B'"},
        f"{enrolled} JOIN reports_posting p ON p.school_class_id = c.id WHERE {grown}",
        working="{}",
    )
    table_statistics.renew()
    counted = (SchoolClass, Student, Enrolment, Score, ScoreEvent, PostedGrade, Term)
    return {each.__name__: each.objects.count() for each in counted}


def _earlier(now: Any, terms: Iterable[Any], back: int) -> tuple[Any, list[Any]]:
    """A year so many before this one, with terms like its."""
    from school.models import SchoolYear, Term

    def before(day: datetime.date) -> datetime.date:
        return day - datetime.timedelta(days=364 * back)

    year = SchoolYear.objects.create(
        school=now.school, name=f"{now.starts.year - back}", starts=before(now.starts), ends=before(now.ends)
    )
    made: dict[int, Any] = {}
    for each in sorted(terms, key=lambda each: ("year", "semester", "quarter", "exam").index(each.kind)):
        made[each.pk] = Term.objects.create(
            year=year,
            within=made.get(each.within_id),
            kind=each.kind,
            name=each.name,
            starts=before(each.starts),
            ends=before(each.ends),
            position=each.position,
        )
    return year, list(made.values())


def _insert(model: Any, given: dict[str, str], rows: str, **fixed: str) -> None:
    """Rows made by the database from others; fields that are not given have what the model has for them."""
    from django.db import connection

    columns, values, parameters = [], [], []
    for field in model._meta.local_concrete_fields:
        if field.primary_key:
            continue
        columns.append(f"`{field.column}`")
        if field.name in given:
            values.append(given[field.name])
        else:
            values.append("%s")
            default = fixed.get(field.name, field.get_default())
            parameters.append(json.dumps(default) if isinstance(default, dict | list) else default)
    escaped = rows.replace("%", "%%")
    with connection.cursor() as cursor:
        cursor.execute(
            f"INSERT INTO {model._meta.db_table} ({', '.join(columns)}) SELECT {', '.join(values)} {escaped}",
            parameters,
        )


def sessions(stack: Stack) -> dict[str, str]:
    """The keys of sessions of those whose pages are opened."""
    told: dict[str, str] = json.loads(
        stack.python(
            "import json; from importlib import import_module; from django.conf import settings; from django.contrib.auth import *;"
            "from school.models import *; store = import_module(settings.SESSION_ENGINE).SessionStore; out = {}\n"
            f"for name in {(TEACHER, OFFICER, GUARDIAN)!r}:\n"
            "  p = Person.objects.get(sign_in=name); s = store(); s[SESSION_KEY] = str(p.pk)\n"
            "  s[BACKEND_SESSION_KEY] = 'django.contrib.auth.backends.ModelBackend'; s[HASH_SESSION_KEY] = p.get_session_auth_hash()\n"
            "  s.create(); out[name] = s.session_key\n"
            "print(json.dumps(out))"
        ).splitlines()[-1]
    )
    return told


def opened(stack: Stack, session: str, path: str) -> None:
    """Fetch an answer. Raises HTTPError for one that is none."""
    request = urllib.request.Request(f"{stack.address}/api/v1/{path}", headers=headers_of(session))
    with urllib.request.urlopen(request, timeout=120) as answer:
        answer.read()


def main() -> None:
    """Let one of two schools grow, then open the same in both."""
    small, large = Stack("bench_growth_demo"), Stack("bench_growth")
    try:
        for each in (small, large):
            each.make()
        os.environ |= large.environment
        django.setup()
        from school.models import Guardianship, Term

        print(f"{platform.machine()}, {os.cpu_count()} cores; {YEARS} years of {CLASSES} classes:", flush=True)
        began = time.perf_counter()
        there = grow()
        print(f"made in {time.perf_counter() - began:.0f} s: {', '.join(f'{n:,} {name}' for name, n in there.items())}")
        children = Guardianship.objects.filter(person__sign_in=GUARDIAN)
        student = children.get(student__enrolments__school_class=2).student_id
        at = {"student": student, "term": Term.objects.get(name="Quarter 2", year__name__contains="/").pk}
        keys = {stack.name: sessions(stack) for stack in (small, large)}
        beyond = 0
        for name, (who, path) in PAGES.items():
            works = {
                each.name: partial(opened, each, keys[each.name][who], path.format(**at)) for each in (small, large)
            }
            firsts = [by_turns({name: work}, 1, warming=0)[name][0] for name, work in works.items()]
            before, now = map(statistics.median, by_turns(works, TIMES).values())
            beyond += now > AIM * before
            print(
                f"{name:22} {now:7.0f} ms, {now / before:5.1f} times the demo's {before:.0f} ms"
                f" (the first time {firsts[1]:.0f} and {firsts[0]:.0f})",
                flush=True,
            )
        print(f"{beyond} of {len(PAGES)} above {AIM} times (aim: none)")
    finally:
        for each in (small, large):
            each.drop()


if __name__ == "__main__":
    main()
