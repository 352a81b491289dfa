"""What families are told and have read: notices by mail and how often, what somebody was last shown of a student, so that what is new
can be told, which reports were read, and from which families a class's grade is hidden.
"""

from typing import ClassVar

from django.db import models
from django.utils.translation import gettext_lazy as _
from school.models import Person, School, SchoolClass, Student, Term


class Notices(models.TextChoices):
    """How often somebody is written to, and of what."""

    DAILY = "daily", _("each day on which something is new")
    WEEKLY = "weekly", _("once a week, what is new")
    MISSING = "missing", _("once a week, only what is missing")
    REPORTS = "reports", _("only when a report is there")
    NONE = "none", _("never")


FIRST_HOUR, LAST_HOUR = 7, 20
"""Nobody is written to at night: the hours at which a school may let notices go."""


class SchoolFamilies(models.Model):
    """What a school says of its families, and how far its notices have come."""

    school = models.OneToOneField(School, on_delete=models.PROTECT, related_name="families")
    notices = models.CharField(max_length=8, choices=Notices.choices, default=Notices.WEEKLY)
    """How often somebody is written to who has not said otherwise."""
    hour = models.PositiveSmallIntegerField(default=17)
    """At which hour of the school's clocks notices go."""
    weekday = models.PositiveSmallIntegerField(default=4)
    """On which day those of the week go, from Monday, 0."""
    asks_to_read = models.BooleanField(default=False)
    """Whether guardians are asked to say that they have read a report."""
    last_day = models.DateField(null=True, blank=True)
    """The last day whose notices went."""

    class Meta:
        constraints: ClassVar = [
            models.CheckConstraint(
                condition=models.Q(hour__gte=FIRST_HOUR, hour__lte=LAST_HOUR, weekday__lte=6), name="notices_by_day"
            )
        ]


def families_of(school: int) -> SchoolFamilies:
    """What a school says of its families, and what is usual where it said nothing."""
    return SchoolFamilies.objects.filter(school=school).first() or SchoolFamilies(school_id=school)


class FamilyNotices(models.Model):
    """Notices to one person: how often, as they chose, to which address, and what went wrong. Whoever writes to them holds the row."""

    person = models.OneToOneField(Person, on_delete=models.CASCADE, related_name="notices")
    how = models.CharField(max_length=8, choices=Notices.choices, blank=True)
    """Empty where the school's usual way holds."""
    confirmed = models.EmailField(blank=True)
    """The address from which it was confirmed that it is theirs; only there notices go."""
    asked_at = models.DateTimeField(null=True, blank=True)
    """When they were last asked to confirm."""
    problem = models.CharField(max_length=300, blank=True)
    """Why the last notice could not be handed over, or came back, in the mail server's words."""


class ReportRead(models.Model):
    """A guardian said that they have read a student's report of a term, as it was posted by then."""

    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="+")
    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="reports_read")
    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="+")
    until = models.PositiveBigIntegerField()
    """The number of the last grade that was posted in it."""
    at = models.DateTimeField()

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["person", "student", "term"], name="read_once")]


class Told(models.TextChoices):
    """In which way it was shown."""

    PAGE = "page"
    MAIL = "mail"


class Known(models.Model):
    """What somebody knows of a student by the page, or by mail: each item's digest under its key (`news`).

    `items` is all that was there when they last looked, `before` what was there when the visit began that this look belonged to.
    """

    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="+")
    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="+")
    by = models.CharField(max_length=4, choices=Told.choices)
    items = models.JSONField(default=dict)
    at = models.DateTimeField()
    before = models.JSONField(default=dict)
    before_at = models.DateTimeField()

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["person", "student", "by"], name="one_known")]


class RunningHidden(models.Model):
    """One student's family is not shown how their grade in a class stands before it is posted."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.CASCADE, related_name="+")
    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="+")

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["school_class", "student"], name="one_running_hidden")]

    @classmethod
    def students_of(cls, class_id: int) -> set[int]:
        """The students of a class from whose families it is hidden."""
        return set(cls.objects.filter(school_class=class_id).values_list("student_id", flat=True))


class AliasSheet(models.Model):
    """A public address at which a class is shown by aliases; whoever has it sees the sheet until it is stopped."""

    school_class = models.OneToOneField(SchoolClass, on_delete=models.CASCADE, related_name="alias_sheet")
    secret_hash = models.CharField(max_length=64, unique=True)
    made_by = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    made_at = models.DateTimeField()
