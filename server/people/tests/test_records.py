"""What is kept of one person: given out to them, and erased once it need not be kept any longer."""

import csv
import datetime
import io
import zipfile

import pytest
from accounts.inviting import make_letters
from conftest import World, send
from django.apps import apps
from django.utils import timezone
from reports.models import Comment, CommentEvent, PostedGrade, Posting
from school.models import AuditEntry, Membership, Person, Role, Student
from scores import entering
from scores.models import Batch, Score
from scores.tests.test_entering import enter, entry

from people import drafts
from people.models import FileDraft

SECRETS = ("Quintessa", "Zyxwold", "a hidden sentence", "quintessa@hill.example")


def written_about(world: World) -> Student:
    """The first student: a rare name, an account, a guardian, a score with a comment, a report-card comment, a posted grade."""
    student, teacher, now = world.students[0], world.people["teacher"], timezone.now()
    student.given_name, student.family_name, student.official_name = "Quintessa", "Zyxwold", "Quintessa M. Zyxwold"
    account = Person.objects.create_person("quintessa@hill.example", "Quintessa", "Zyxwold", "a long one")
    account.email = "quintessa@hill.example"
    account.save()
    Membership.objects.create(person=account, school=world.school, role=Role.STUDENT)
    student.person = account
    student.save()
    student.guardians.add(world.people["guardian"])
    make_letters(world.school, world.people["officer"], [account])
    enter(world, entry(world, "17") | {"comment": "a hidden sentence", "note": "a hidden sentence"})
    comment = Comment.objects.create(
        school_class=world.school_class,
        student=student,
        term=world.term,
        text="a hidden sentence of Quintessa's",
        changed_by=teacher,
        changed_at=now,
    )
    CommentEvent.objects.create(comment=comment, text=comment.text, person=teacher, at=now)
    posting = Posting.objects.create(
        request="0" * 32, school_class=world.school_class, term=world.term, person=teacher, at=now
    )
    PostedGrade.objects.create(
        posting=posting,
        student=student,
        mark="A",
        percent="91",
        percent_shown="91",
        comment="a hidden sentence",
        working={"student": "Quintessa Zyxwold", "percent": "91"},
    )
    return student


def tables(content: bytes) -> dict[str, list[list[str]]]:
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        return {
            each.removesuffix(".csv"): list(csv.reader(io.StringIO(archive.read(each).decode("utf-8-sig"))))
            for each in archive.namelist()
            if each.endswith(".csv")
        }


def found_in_database(texts: tuple[str, ...]) -> set[str]:
    """In which columns of which tables a text still stands. The audit is never changed."""
    found = set()
    for model in apps.get_models(include_auto_created=True):
        if model is AuditEntry:
            continue
        for row in model._base_manager.all():
            for field in model._meta.concrete_fields:
                value = str(getattr(row, field.attname))
                if any(text.casefold() in value.casefold() for text in texts):
                    found.add(f"{model._meta.label}.{field.name}")
    return found


def left_long_ago(world: World, student: Student) -> None:
    student.is_active = False
    student.save()
    world.school.fixed_day = datetime.date(2042, 6, 15)
    world.school.save()


def erase(world: World, student: Student) -> tuple[int, str]:
    answer = send(world.client("officer"), "POST", f"{world.school_address}/students/{student.pk}/erase")
    return answer.status_code, answer.json()["detail"] if answer.status_code >= 400 else ""


def test_a_students_data_are_all_that_is_kept_about_them(world: World) -> None:
    student = written_about(world)
    answer = world.client("officer").get(f"{world.school_address}/students/{student.pk}/data.zip")
    assert "Quintessa" in answer["Content-Disposition"]
    told = tables(b"".join(answer.streaming_content) if answer.streaming else answer.content)
    assert ["guardian", "Eve Elm"] in told["about"]
    score = dict(zip(*told["scores"], strict=True))
    assert (score["class"], score["score"], score["comment"], score["note"]) == (
        "Botany A",
        "17",
        "a hidden sentence",
        "a hidden sentence",
    )
    assert told["history of scores"][1][3] == "17"
    assert told["comments"][1][2] == "a hidden sentence of Quintessa's"
    assert told["posted grades"][1][4] == "A"
    assert ["signs in as", "quintessa@hill.example"] in told["account"]
    assert told["invitations"][1][0] == "letter"
    others = {each.given_name for each in world.students[1:]}
    assert not others & {cell for table in told.values() for row in table for cell in row}
    assert AuditEntry.objects.latest("pk").student == student


def test_a_teachers_data_are_theirs(world: World) -> None:
    teacher = world.people["teacher"]
    enter(world, entry(world, "17"))
    answer = world.client("officer").get(f"{world.school_address}/persons/{teacher.pk}/data.zip")
    told = tables(answer.content)
    assert told["classes"][1][1] == "Botany A"
    assert ["is at the school", "Teacher"] in told["about"]
    stranger = world.people["stranger"].pk
    assert world.client("officer").get(f"{world.school_address}/persons/{stranger}/data.zip").status_code == 404


def test_nobody_is_erased_who_is_at_the_school_or_whose_years_are_not_over(world: World) -> None:
    student = written_about(world)
    assert "has not left the school" in erase(world, student)[1]
    student.is_active = False
    student.save()
    status, words = erase(world, student)
    assert (status, words.endswith("can be erased from 15 June 2042.")) == (422, True), words
    left_long_ago(world, student)
    world.school.fixed_day = datetime.date(2042, 6, 14)
    world.school.save()
    assert erase(world, student)[0] == 422
    body = {"kept_years": 9, "audit_years": 10}
    assert send(world.client("officer"), "PUT", f"{world.school_address}/records", body).json() == body
    assert erase(world, student)[0] == 204


def test_of_an_erased_student_no_name_is_left_and_every_number(world: World) -> None:
    student = written_about(world)
    left_long_ago(world, student)
    assert found_in_database(SECRETS) != set()
    assert erase(world, student) == (204, "")
    assert found_in_database(SECRETS) == set()
    assert Score.objects.get(student=student).number == 17
    grade = PostedGrade.objects.get(student=student)
    assert (grade.mark, grade.working["percent"]) == ("A", "91")
    assert not student.guardians.exists()
    officer = world.client("officer")
    assert officer.get(f"{world.school_address}/students/{student.pk}").status_code == 404
    people = officer.get(f"{world.school_address}/people?role=student&query=erased").json()["people"]
    assert people == []
    assert AuditEntry.objects.get(operation="erase student").student == student


def test_a_guardian_is_erased_after_their_children(world: World) -> None:
    guardian, student = world.people["guardian"], written_about(world)
    address = f"{world.school_address}/persons/{guardian.pk}"
    guardian.given_name, guardian.is_active = "Perpetuanna", False
    guardian.save()
    left_long_ago(world, student)
    for each in guardian.children.all():
        each.is_active = True
        each.save()
    assert send(world.client("officer"), "POST", f"{address}/erase").status_code == 422
    guardian.children.update(is_active=False)
    told = world.client("officer").get(address).json()
    assert told["kept_until"] <= "2042-06-15"
    assert send(world.client("officer"), "POST", f"{address}/erase").status_code == 204
    assert found_in_database(("Perpetuanna",)) == set()
    assert send(world.client("officer"), "POST", f"{address}/erase").status_code == 404


def test_who_also_belongs_to_another_school_keeps_their_name(world: World) -> None:
    teacher = world.people["teacher"]
    teacher.is_active = False
    teacher.save()
    Membership.objects.create(
        person=teacher, school=world.people["stranger"].memberships.get().school, role=Role.TEACHER
    )
    answer = send(world.client("officer"), "POST", f"{world.school_address}/persons/{teacher.pk}/erase")
    assert "another school" in answer.json()["detail"]


@pytest.mark.parametrize(("days", "left"), [(29, 1), (31, 0)])
def test_what_is_kept_to_be_sent_again_or_taken_back_is_kept_for_a_month(world: World, days: int, left: int) -> None:

    enter(world, entry(world, "17"))
    then = timezone.now() - datetime.timedelta(days=days)
    Batch.objects.update(at=then)
    FileDraft.objects.create(
        school=world.school,
        year=world.term.year,
        person=world.people["officer"],
        name="list.csv",
        told="",
        tables={},
        at=then,
    )
    applied = FileDraft.objects.create(
        school=world.school,
        year=world.term.year,
        person=world.people["officer"],
        name="list.csv",
        told="",
        tables={},
        at=then,
        applied_at=then,
        undo=[["made", "Quintessa"]],
    )
    entering.tidy()
    drafts.tidy()
    assert Batch.objects.count() == left
    assert FileDraft.objects.filter(applied_at=None).count() == left
    applied.refresh_from_db()
    assert len(applied.undo) == left
