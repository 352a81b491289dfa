"""Nothing is lost by deleting, and the database itself refuses what cannot be."""

import datetime

import pytest
from conftest import World
from django.apps import apps
from django.db import IntegrityError, models, transaction
from django.db.models import ProtectedError
from school.models import Enrolment, SchoolYear, Student, Term
from scores.models import Score

PARTS = {
    "school.SchoolRevision.school",
    "school.ClassRevision.school_class",
    "school.Term.year",
    "school.ReportingWindow.term",
    "school.Reopening.window",
    "school.Presence.school_class",
    "school.Presence.person",
    "accounts.OpenSession.person",
    "accounts.ProviderAccount.provider",
    "accounts.ProviderAccount.person",
    "plans.ScaleBand.scale",
    "plans.Draft.school_class",
    "scores.GroupMember.group",
    "exchange.CalendarAddress.person",
    "exchange.CalendarAddress.school_class",
    "exchange.CalendarAddress.student",
    "reports.DocumentPart.document",
    "reports.DocumentPiece.document",
    "school.Guardianship.student",
    "school.Guardianship.person",
    "families.Known.person",
    "families.Known.student",
    "families.FamilyNotices.person",
    "families.ReportRead.person",
    "families.ReportRead.student",
    "families.RunningHidden.school_class",
    "families.RunningHidden.student",
    "families.AliasSheet.school_class",
    "sending.RegisterPart.school",
    "sending.Pairing.school",
    "tools.ToolToken.tool",
    "tools.ToolClass.tool",
    "tools.ToolClass.school_class",
}
"""What goes with what it is a part of, or is of the moment."""


def test_only_parts_go_with_what_they_belong_to() -> None:
    found = {
        f"{model._meta.label}.{field.name}"
        for app in (
            "school",
            "accounts",
            "plans",
            "scores",
            "exchange",
            "reports",
            "people",
            "sending",
            "tools",
            "families",
        )
        for model in apps.get_app_config(app).get_models()
        for field in model._meta.get_fields()
        if isinstance(field, models.ForeignKey) and field.remote_field.on_delete is models.CASCADE
    }
    assert found == PARTS


def scored(world: World) -> Score:
    return Score.objects.create(
        student=world.students[0],
        assignment=world.assignments[0],
        number=17,
        changed_by=world.people["teacher"],
        changed_at=world.school.now(),
    )


def test_nothing_that_scores_hang_on_can_be_deleted(world: World) -> None:
    score = scored(world)
    year = world.school_class.year
    for row in (
        world.school,
        year,
        world.term,
        world.school_class,
        score.student,
        score.assignment,
        world.people["teacher"],
    ):
        with pytest.raises(ProtectedError):
            row.delete()
    assert Score.objects.get(pk=score.pk).number == 17


def test_a_score_is_a_number_or_a_code(world: World) -> None:
    score = scored(world)
    with pytest.raises(IntegrityError), transaction.atomic():
        Score.objects.filter(pk=score.pk).update(code="EX")
    Score.objects.filter(pk=score.pk).update(code="EX", number=None)


def test_days_are_in_order_and_names_are_one_in_their_place(world: World) -> None:
    day, before = datetime.date(2031, 9, 2), datetime.date(2031, 9, 1)
    year, student = world.school_class.year, world.students[0]
    wrong = [
        lambda: SchoolYear.objects.create(school=world.school, name="x", starts=day, ends=before),
        lambda: SchoolYear.objects.create(school=world.school, name=year.name, starts=before, ends=day),
        lambda: Term.objects.create(year=year, name="x", starts=day, ends=before),
        lambda: Term.objects.create(year=year, name=world.term.name, starts=before, ends=day),
        lambda: Enrolment.objects.filter(student=student).update(starts=day, ends=before),
        lambda: Student.objects.create(school=world.school, number="new", alias=student.alias),
    ]
    for each in wrong:
        with pytest.raises(IntegrityError), transaction.atomic():
            each()
