"""The audit: one line for what somebody did, only ever added to."""

from __future__ import annotations

import datetime
from typing import ClassVar

from django.db import models

from school.models.people import Person, Student
from school.models.schools import School


class AuditAction(models.TextChoices):
    """What is written down for the school's records office."""

    SIGNED_IN = "signed_in", "signed in"
    SIGN_IN_REFUSED = "sign_in_refused", "sign-in refused"
    SIGNED_OUT = "signed_out", "signed out"
    SETTINGS = "settings", "changed the school's settings"
    EXPORTED = "exported", "exported"
    PRINTED = "printed", "printed"
    POSTED = "posted", "posted or withdrew grades"
    PEOPLE = "people", "changed people, classes or rosters"
    ACCESS = "access", "gave or took access"
    READ = "read", "looked at"
    """Once a day for each person, and class or student."""
    CHANGED = "changed", "changed scores, plan or reports"
    """Once a day likewise; each single change stands in its own history."""


class AppendOnly(models.QuerySet["AuditEntry"]):
    """Rows that are made and read, and nothing else; in the end the school's time for them is over."""

    def forget_before(self, moment: datetime.datetime) -> int:
        """Forget the lines of before a moment, as the school has said; gives how many."""
        return self.filter(at__lt=moment)._raw_delete(self.db)

    def update(self, **_: object) -> int:
        raise TypeError("An audit is only added to.")

    def delete(self) -> tuple[int, dict[str, int]]:
        raise TypeError("An audit is only added to.")


class AuditEntry(models.Model):
    """One line of the audit: who did what, of whom or which class, from where and when. It is never changed, and never deleted
    before the school's time for it is over.
    """

    school = models.ForeignKey(School, on_delete=models.PROTECT, null=True, related_name="+")
    """None where somebody belongs to no school, or is not known."""
    person = models.ForeignKey(Person, on_delete=models.PROTECT, null=True, related_name="+")
    action = models.CharField(max_length=20, choices=AuditAction.choices)
    operation = models.CharField(max_length=80)
    """The operation of the API, by its name; under which name somebody tried to sign in."""
    school_class = models.ForeignKey("SchoolClass", on_delete=models.PROTECT, null=True, related_name="+")
    student = models.ForeignKey(Student, on_delete=models.PROTECT, null=True, related_name="+")
    address = models.GenericIPAddressField(null=True)
    at = models.DateTimeField()

    objects: ClassVar = AppendOnly.as_manager()

    class Meta:
        indexes: ClassVar = [models.Index(fields=["school", "at"], name="audit_of_school")]

    def save(self, *args: object, **options: object) -> None:
        """Adds it. Raises TypeError where it is there already."""
        if self.pk is not None:
            raise TypeError("An audit is only added to.")
        super().save(*args, **options)  # type: ignore[arg-type]

    def delete(self, *_: object, **__: object) -> tuple[int, dict[str, int]]:
        raise TypeError("An audit is only added to.")
