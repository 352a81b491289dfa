"""School years, terms, and the windows in which a term is reported."""

from __future__ import annotations

import datetime
from typing import ClassVar

from django.db import models

from school.models.lazy_json import LazyJSONField
from school.models.schools import School


class SchoolYear(models.Model):
    """A school year."""

    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="years")
    name = models.CharField(max_length=20)
    starts = models.DateField()
    ends = models.DateField()
    days_off = LazyJSONField(default=list)
    """Days without school, as pairs of the first and the last day, in ISO form."""

    class Meta:
        constraints: ClassVar = [
            models.CheckConstraint(condition=models.Q(starts__lte=models.F("ends")), name="year_in_order"),
            models.UniqueConstraint(fields=["school", "name"], name="one_year_name"),
        ]

    def has_school(self, day: datetime.date) -> bool:
        """Whether a day is a school day: no weekend, and no day off."""
        text = day.isoformat()
        return day.weekday() < 5 and not any(first <= text <= last for first, last in self.days_off)


class TermKind(models.TextChoices):
    """What a term is to the year: all of it, a half, a quarter, or an exam, which is held apart from the quarters."""

    YEAR = "year"
    SEMESTER = "semester"
    QUARTER = "quarter"
    EXAM = "exam"


class Term(models.Model):
    """A term. A year is made of its semesters and a semester of its parts (`within`); quarters and exams have assignments."""

    year = models.ForeignKey(SchoolYear, on_delete=models.CASCADE, related_name="terms")
    within = models.ForeignKey("self", on_delete=models.PROTECT, null=True, blank=True, related_name="parts")
    kind = models.CharField(max_length=10, choices=TermKind.choices, default=TermKind.QUARTER)
    name = models.CharField(max_length=40)
    starts = models.DateField()
    ends = models.DateField()
    position = models.PositiveSmallIntegerField(default=0)

    class Meta:
        ordering: ClassVar = ["position"]
        constraints: ClassVar = [
            models.CheckConstraint(condition=models.Q(starts__lte=models.F("ends")), name="term_in_order"),
            models.UniqueConstraint(fields=["year", "name"], name="one_term_name"),
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def is_made_of_terms(self) -> bool:
        """Whether its grade comes from other terms, and it has no assignments of its own."""
        return self.kind in (TermKind.YEAR, TermKind.SEMESTER)


class Collected(models.TextChoices):
    """What a reporting window may collect of each student."""

    MARK = "mark"
    PERCENT = "percent"
    COMMENT = "comment"
    EFFORT = "effort"


def all_but_effort() -> list[str]:
    """What a window collects unless it says otherwise."""
    return [str(each) for each in (Collected.MARK, Collected.PERCENT, Collected.COMMENT)]


class CommentsBy(models.TextChoices):
    """Whether a comment is one a subject, or beside it one for each standard that the term's work names."""

    SUBJECT = "subject"
    STANDARD = "standard"


class ReportingWindow(models.Model):
    """When a term's grades are posted, what is collected, and from when families see it (at once where no day is set)."""

    term = models.OneToOneField(Term, on_delete=models.CASCADE, related_name="window")
    opens = models.DateField()
    closes = models.DateField()
    families_from = models.DateField(null=True, blank=True)
    comment_limit = models.PositiveSmallIntegerField(default=600)
    comments_by = models.CharField(max_length=10, choices=CommentsBy.choices, default=CommentsBy.SUBJECT)
    collects = models.JSONField(default=all_but_effort)
    asks_for = models.JSONField(default=list)
    """The standards for which the window wants a level, by name."""
    binding = models.JSONField(default=list)
    """The checks before posting that stop a student's posting, by kind; the others ask."""

    class Meta:
        constraints: ClassVar = [
            models.CheckConstraint(condition=models.Q(opens__lte=models.F("closes")), name="window_in_order")
        ]

    def families_wait(self, today: datetime.date) -> bool:
        """Whether families do not see yet what was posted."""
        return self.families_from is not None and today < self.families_from


class Reopening(models.Model):
    """A closed window opened again by the records officer, for one teacher or for all, until the end of a day."""

    window = models.ForeignKey(ReportingWindow, on_delete=models.CASCADE, related_name="reopenings")
    person = models.ForeignKey("Person", on_delete=models.PROTECT, null=True, blank=True, related_name="reopenings")
    until = models.DateField()
    reason = models.CharField(max_length=300)
    by = models.ForeignKey("Person", on_delete=models.PROTECT, related_name="+")
    at = models.DateTimeField()
    ended_at = models.DateTimeField(null=True, blank=True)
    """When the officer ended it before its day."""
