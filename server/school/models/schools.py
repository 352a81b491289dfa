"""Schools: what one says of itself, and what somebody is at one."""

from __future__ import annotations

import datetime
from typing import TYPE_CHECKING, Any, ClassVar
from zoneinfo import ZoneInfo

from django.conf import settings
from django.db import models
from django.utils import timezone

from school.models.lazy_json import LazyJSONField

if TYPE_CHECKING:
    from school.models.people import Person


class Role(models.TextChoices):
    """What somebody is at a school."""

    TEACHER = "teacher"
    STUDENT = "student"
    GUARDIAN = "guardian"
    OFFICER = "officer", "records officer"


class CardDesign(models.TextChoices):
    """How a report card is laid out: as a ledger of subjects by terms, or a page of subjects one after another."""

    LEDGER = "ledger"
    PAGES = "pages"


class Paper(models.TextChoices):
    """What is printed on."""

    A4 = "A4"
    LETTER = "Letter"


class Schools(models.QuerySet["School"]):
    """Schools."""

    def asked_by(self, person: Person) -> Schools:
        """As somebody asks for them: with each row it is known whether they keep its records."""
        kept = person.memberships.filter(school=models.OuterRef("pk"), role=Role.OFFICER)
        return self.annotate(asks=models.Value(person.pk), is_kept=models.Exists(kept))


class School(models.Model):
    """A school. `fixed_day` stops its calendar on one day, for a demo; a real school has none."""

    name = models.CharField(max_length=120)
    time_zone = models.CharField(max_length=60, default="Europe/London")
    fixed_day = models.DateField(null=True, blank=True)
    outside_marks = LazyJSONField(default=list)
    """Marks outside every scale, as pairs of the mark and what it says: a withdrawn student, an audit, a narrative."""
    efforts = LazyJSONField(default=list)
    """What effort or conduct is said in, from best to least; empty where the school does not collect it."""
    standards = LazyJSONField(default=dict)
    """The standards and the scale of their levels, in the words of the open gradebook file; empty without any."""
    card_design = models.CharField(max_length=10, choices=CardDesign.choices, default=CardDesign.LEDGER)
    paper = models.CharField(max_length=10, choices=Paper.choices, default=Paper.A4)
    address = models.CharField(max_length=200, blank=True)
    """In one line, as it stands on report cards."""
    kept_years = models.PositiveSmallIntegerField(default=10)
    """How many years the school keeps what it knows of somebody who has left, before they may be erased."""
    audit_years = models.PositiveSmallIntegerField(default=10)
    """How many years a line of the audit is kept."""
    teachers_make_classes = models.BooleanField(default=False)
    """Whether teachers may make classes for themselves, and say who is in them."""
    language = models.CharField(max_length=10, choices=settings.LANGUAGES, default=settings.LANGUAGE_CODE)
    """In which families are written to who have not chosen one."""
    second_factor_of = LazyJSONField(default=list)
    """The roles of which a second factor is asked when they sign in with a password; the others may have one."""
    idle_minutes = models.PositiveSmallIntegerField(null=True, blank=True)
    """After how many minutes in which they do nothing whoever works there is signed out; None: not before any session ends."""

    objects: ClassVar = Schools.as_manager()

    def __str__(self) -> str:
        return self.name

    def is_kept_by(self, person: Person) -> bool:
        """Whether somebody keeps the school's records."""
        if getattr(self, "asks", None) == person.pk:
            return bool(vars(self)["is_kept"])
        return person.memberships.filter(school=self, role=Role.OFFICER).exists()

    def today(self) -> datetime.date:
        """The day it is at the school."""
        return self.fixed_day or timezone.localdate(timezone=ZoneInfo(self.time_zone))

    def now(self) -> datetime.datetime:
        """The moment it is at the school: the time of day is always the real one."""
        now = timezone.localtime(timezone=ZoneInfo(self.time_zone))
        return now if self.fixed_day is None else datetime.datetime.combine(self.fixed_day, now.timetz())

    def save(self, *args: Any, **options: Any) -> None:
        """Keep the row; a new school begins to be counted with it."""
        is_new = self._state.adding
        super().save(*args, **options)
        if is_new:
            SchoolRevision.objects.create(school=self)


class SchoolRevision(models.Model):
    """How far a school has come (`revisions`), apart from its row, as for a class (`ClassRevision`)."""

    school = models.OneToOneField(School, on_delete=models.CASCADE, primary_key=True, related_name="revision")
    number = models.PositiveBigIntegerField(default=0)
    epoch = models.PositiveBigIntegerField(default=0)
    """Another once the database was brought back to an earlier day: the same numbers do not mean the same from then on."""
