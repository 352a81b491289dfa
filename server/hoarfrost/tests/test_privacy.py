"""Nobody is answered what they may not see: every operation of families, for everybody, against a list made from the rows alone."""

import datetime
import random
import re
from decimal import Decimal

import pytest
from conftest import TODAY, World, send
from plans.models import Assignment, GroundRules
from reports.models import KeptBack
from reports.tests.test_reports import post
from school.models import Guardianship, ReportingWindow, Student
from school.revisions import count_class
from scores.models import Score

from hoarfrost.tests.test_permissions import operations

WAYS = ("", "card", "card.pdf", "calendar.ics", "guardians", "working", "what-if", "tried", "files")
DAY = datetime.timedelta(days=1)
TOKEN = re.compile(r"11\.\d\d|told-\d+-\d+|written-\d+|(?:task|note)-secret-\d")


def number(student: int, work: int) -> str:
    """A score that nobody else has."""
    return f"11.{student + 1}{work + 1}"


def filled(world: World, chance: random.Random) -> None:
    """Scores, comments and reports of which each can be told from all others, shown or hidden by chance."""
    GroundRules.objects.update(families_see_running=chance.random() < 0.7, families_percent=chance.random() < 0.7)
    for place, work in enumerate(world.assignments):
        Assignment.objects.filter(pk=work.pk).update(
            shown=chance.random() < 0.6,
            announced=chance.random() < 0.6,
            comments_shown=chance.random() < 0.6,
            shown_from=chance.choice([None, TODAY - DAY, TODAY + DAY]),
            due_on=TODAY + DAY * chance.choice([-3, 3]),
            description=f"task-secret-{place}",
        )
        for seat, student in enumerate(world.students):
            if chance.random() < 0.8:
                Score.objects.create(
                    student=student,
                    assignment=work,
                    number=Decimal(number(seat, place)),
                    comment=f"told-{seat}-{place}",
                    note=f"note-secret-{seat}",
                    changed_by=world.people["teacher"],
                    changed_at=world.school.now(),
                )
    for link in Guardianship.objects.all():
        link.sees, link.kept_out = chance.choice(["all", "all", "reports", "none"]), chance.random() < 0.2
        link.save()
    ReportingWindow.objects.update(families_from=chance.choice([None, TODAY + DAY]))
    count_class(world.school_class.pk)
    for seat, student in enumerate(world.students):
        if chance.random() < 0.5 and Score.objects.filter(student=student).exists():
            address = f"{world.address}/report/{world.term.pk}/{student.pk}/comment"
            text = f"{student.given_name}: written-{seat}"
            send(world.client("teacher"), "PUT", address, {"text": text, "is_ready": True, "version": 0})
            post(world, seat)
            if chance.random() < 0.3:
                KeptBack.objects.create(school_class=world.school_class, term=world.term, student=student)
    count_class(world.school_class.pk)


def may_see(world: World, who: str, seat: int) -> set[str]:
    """What somebody may be told of a student, from the rows as they are."""
    student, person = Student.objects.get(pk=world.students[seat].pk), world.people[who]
    link = Guardianship.objects.filter(student=student, person=person).first()
    sees = "all" if student.person_id == person.pk else "none" if link is None or link.kept_out else link.sees
    found: set[str] = set()
    if sees == "none":
        return found
    wait = ReportingWindow.objects.get(term=world.term).families_from
    is_kept = KeptBack.objects.filter(student=student).exists() or (wait is not None and wait > TODAY)
    if not is_kept:
        found.add(f"written-{seat}")
    if sees == "reports":
        return found
    for place, name in enumerate(each.pk for each in world.assignments):
        work = Assignment.objects.get(pk=name)
        score = Score.objects.filter(student=student, assignment=work).first()
        is_shown = work.shown and (work.shown_from is None or work.shown_from <= TODAY)
        if score is not None and is_shown:
            found.add(number(seat, place))
            if work.comments_shown:
                found.add(f"told-{seat}-{place}")
        if work.announced or (score is not None and is_shown):
            found.add(f"task-secret-{place}")
    return found


def told(world: World, who: str, seat: int) -> set[str]:
    """What somebody is told of a student in every way there is."""
    client, student = world.client(who), world.students[seat].pk
    found: set[str] = set()
    for method, path, _ in operations():
        if method != "GET" or not path.startswith("/families/{student_id}"):
            continue
        assert path.rpartition("}")[2].strip("/") in WAYS, "a new way to a student's page is to be walked here"
        for work in world.assignments if "{assignment}" in path or "tried" in path else world.assignments[:1]:
            address = path.format(student_id=student, school_class=world.school_class.pk, assignment=work.pk)
            query = {"term": world.term.pk, **({"work": work.pk, "points": "12"} if "tried" in path else {})}
            if not path.endswith(".pdf"):
                found |= set(TOKEN.findall(client.get(f"/api/v1{address}", query).content.decode(errors="replace")))
    return found


@pytest.mark.parametrize("seed", range(5))
def test_nobody_is_told_more_than_the_rows_allow_and_the_page_tells_what_they_do(world: World, seed: int) -> None:
    filled(world, random.Random(seed))
    for who in world.people:
        for seat in range(len(world.students)):
            may, said = may_see(world, who, seat), told(world, who, seat)
            assert said <= may, f"{who} is told of student {seat}"
            scores = {each for each in may if each.startswith("11.")}
            assert scores <= said, f"{who} is not told of student {seat}"
