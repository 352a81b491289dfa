"""How long report cards take: ``./hoarfrost bench report``. 200 students with nine subjects, as one worker makes them, and as one on each
processor does, beside what WeasyPrint alone takes for the same pages on as many processes.
"""

import multiprocessing
import os
import platform
import resource
import sys
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "server")]

import django  # noqa: E402

from tests.stack import Stack  # noqa: E402

STUDENTS, SUBJECTS, TERMS = 200, 9, 2
COMMENT = (
    "{name} works with care and finishes what was begun. The notebooks are complete and easy to follow, and the questions "
    "in class help everybody. A second look at the scale before handing in would help. "
)


def fill() -> tuple[int, list[int]]:
    """Posted grades of so many students in so many subjects and terms, some with a narrative; gives term and students."""
    from plans.models import GradingScale, GroundRules
    from reports.models import PostedGrade, Posting
    from school.models import Person, SchoolClass, SchoolYear, Student, Teaching, Term

    year, teacher = SchoolYear.objects.get(), Person.objects.get(sign_in="odalys")
    terms = list(Term.objects.filter(kind="quarter").order_by("position")[:TERMS])
    Student.objects.bulk_create(
        Student(school=year.school, given_name=f"Given{n}", family_name=f"Family{n}", number=f"7{n:04}", alias=f"b{n}")
        for n in range(STUDENTS)
    )
    students = list(Student.objects.filter(number__startswith="7", family_name__startswith="Family"))
    for subject in range(SUBJECTS):
        made = SchoolClass.objects.create(school=year.school, year=year, name=f"Subject {subject + 1}")
        Teaching.objects.create(school_class=made, person=teacher)
        GroundRules.objects.create(school_class=made, scale=GradingScale.objects.get(name="Letters, fine"))
        for term in terms:
            posting = Posting.objects.create(
                request=f"{subject:08}-0000-4000-8000-{term.pk:012}",
                school_class=made,
                term=term,
                person=teacher,
                at=year.school.now(),
            )
            PostedGrade.objects.bulk_create(
                PostedGrade(
                    posting=posting,
                    student=each,
                    percent="84",
                    percent_shown="84.0",
                    mark="B",
                    working={},
                    comment=(COMMENT * 2).format(name=each.given_name),
                    narrative=COMMENT.format(name=each.given_name) * 20 if subject == 0 and place % 10 == 0 else "",
                )
                for place, each in enumerate(students)
            )
    return terms[-1].pk, [each.pk for each in students]


def asked(term: int, students: list[int], design: str, *, packed: bool) -> Any:
    """Report cards that wait to be made."""
    from reports.models import Document
    from school.models import Person, School

    wanted = {
        "kind": "cards",
        "students": students,
        "term": term,
        "design": design,
        "paper": "A4",
        "packed": packed,
        "classes": None,
    }
    return Document.objects.create(
        person=Person.objects.get(sign_in="mirela"),
        school=School.objects.get(),
        name="Report cards.pdf",
        wanted=wanted,
        total=len(students),
        at=School.objects.get().now(),
    )


def on_all_processors(work: Callable[[int], None]) -> float:
    """How long as many processes take as there are processors, each told its number; in seconds."""
    from django.db import connections

    connections.close_all()
    context = multiprocessing.get_context("fork")
    began = time.perf_counter()
    processes = [context.Process(target=work, args=(number,)) for number in range(os.cpu_count() or 1)]
    for each in processes:
        each.start()
    for each in processes:
        each.join()
        assert each.exitcode == 0
    return time.perf_counter() - began


def in_parallel(term: int, students: list[int]) -> str:
    """The cards made by a worker on each processor, beside WeasyPrint alone on as many processes; each twice, by turns."""
    from reports import documents
    from reports.cards import card_of, posted_of
    from reports.models import DocumentPart
    from reports.printing import as_pdf, card_pages
    from school.models import Student, Term

    this = Term.objects.get(pk=term)
    terms = list(Term.objects.filter(year=this.year_id).order_by("position"))
    grades = posted_of(students, None)
    cards = [card_of(each, grades[each.pk], this, terms) for each in Student.objects.filter(pk__in=students)]
    count = os.cpu_count() or 1

    def alone(number: int) -> None:
        as_pdf([card_pages(each, "ledger", "A4") for each in cards[number::count]], "Report cards")

    def worker(_: int) -> None:
        documents.make_waiting()

    took: dict[str, list[float]] = {"alone": [], "workers": []}
    for _ in range(2):
        took["alone"].append(on_all_processors(alone))
        document = asked(term, students, "ledger", packed=False)
        documents.divide(document)
        took["workers"].append(on_all_processors(worker))
        document.refresh_from_db()
        assert document.state == "done", document.problem
        assert not DocumentPart.objects.exists()
    ours, theirs = min(took["workers"]), min(took["alone"])
    return (
        f"by {count} workers {ours:.1f} s, {document.size / 1e6:.1f} MB; WeasyPrint alone on as many processes {theirs:.1f} s: "
        f"{ours / theirs:.2f} times (aim 1.3)"
    )


def main() -> None:
    """Make the cards as one file in both designs, and as a zip; then by several workers."""
    stack = Stack("bench_report")
    stack.make()
    os.environ |= stack.environment
    django.setup()
    from reports import documents

    print(f"{platform.machine()}, {os.cpu_count()} cores; {STUDENTS} students, {SUBJECTS} subjects, {TERMS} terms")
    try:
        term, students = fill()
        for design, packed in (("ledger", False), ("pages", False), ("ledger", True)):
            document = asked(term, students, design, packed=packed)
            began = time.perf_counter()
            documents.make_waiting()
            took = time.perf_counter() - began
            document.refresh_from_db()
            assert document.state == "done", document.problem
            peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
            kind = "a zip" if packed else "one file"
            print(
                f"{design:7} as {kind:8} {took:5.1f} s (aim 60), {document.size / 1e6:.1f} MB, peak memory so far {peak:.0f} MB"
            )
        print(in_parallel(term, students))
    finally:
        stack.drop()


if __name__ == "__main__":
    main()
