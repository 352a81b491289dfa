"""Classes, who teaches them and who is in them; what was done in one, and who has one open."""

from __future__ import annotations

import datetime
from typing import Any, ClassVar

from django.db import models

from school.models.people import Person, Student
from school.models.schools import School
from school.models.years import SchoolYear

WHOLE_CLASS = ("school__revision", "year", "revision")
"""What belongs to a class's row wherever one looks at the class."""
OF_WHOLE_CLASS = tuple(f"school_class__{each}" for each in WHOLE_CLASS)
"""The same for rows that refer to a class."""


class SchoolClasses(models.QuerySet["SchoolClass"]):
    """Classes, found together with what belongs to them."""

    def whole(self) -> SchoolClasses:
        """Classes with their school and year, and how far those have come."""
        return self.select_related(*WHOLE_CLASS)

    def for_person(self, person: Person) -> SchoolClasses:
        """Whole classes, and as `own_teaching` how the person teaches each, if at all."""
        own = models.FilteredRelation("teachings", condition=models.Q(teachings__person=person))
        return self.annotate(own_teaching=own).select_related(*WHOLE_CLASS, "own_teaching")  # type: ignore[misc]


def class_title(name: str, section: str) -> str:
    """What a class is called: by its name and section, where it has one."""
    return f"{name} {section}".strip()


class SchoolClass(models.Model):
    """A class: one section of a course, taught by one or more teachers."""

    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="classes")
    year = models.ForeignKey(SchoolYear, on_delete=models.PROTECT, related_name="classes")
    name = models.CharField(max_length=80)
    section = models.CharField(max_length=20, blank=True)
    room = models.CharField(max_length=40, blank=True)
    times = models.CharField(max_length=80, blank=True)
    teachers = models.ManyToManyField(Person, through="Teaching", related_name="classes")
    position = models.PositiveSmallIntegerField(default=0)
    archived_at = models.DateTimeField(null=True, blank=True)
    """When it was put away: it stands in no list, and can be brought back with all that is in it."""
    objects: ClassVar = SchoolClasses.as_manager()

    class Meta:
        ordering: ClassVar = ["position", "name", "section"]

    def __str__(self) -> str:
        return class_title(self.name, self.section)

    def save(self, *args: Any, **options: Any) -> None:
        """Keep the row; a new class begins to be counted with it."""
        is_new = self._state.adding
        super().save(*args, **options)
        if is_new:
            ClassRevision.objects.create(school_class=self)

    def teaching_of(self, person: Person) -> Teaching | None:
        """How a person teaches the class; None who does not. It costs no query where the class was found for them."""
        found: Teaching | None = getattr(self, "own_teaching", None)
        if found is None or found.person_id != person.pk:
            found = self.teachings.filter(person=person).first()
        return found if found is not None and found.holds_on(self.school.today()) else None


class ClassRevision(models.Model):
    """How far a class has come (`revisions`), apart from its row: whoever writes that row anew does not set the count back, and who
    refers to the class does not wait for who counts.
    """

    school_class = models.OneToOneField(
        SchoolClass, on_delete=models.CASCADE, primary_key=True, related_name="revision"
    )
    plan = models.PositiveBigIntegerField(default=0)
    """How many changes there were of anything but scores."""
    scores = models.PositiveBigIntegerField(default=0)
    posted = models.PositiveBigIntegerField(default=0)
    """How often something was posted, withdrawn, kept from families or shown to them: no part of what is loaded of the class."""


class Teaching(models.Model):
    """Who teaches a class; co-teachers have the same rights in it, and a stand-in from one day to another."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="teachings")
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="teachings")
    leads = models.BooleanField(default=True)
    starts = models.DateField(null=True, blank=True)
    ends = models.DateField(null=True, blank=True)
    """The first and the last day of a stand-in; None for who teaches it all along."""
    own_name = models.CharField(max_length=80, blank=True)
    """What the teacher calls the class, where they alone call it so."""
    place = models.PositiveSmallIntegerField(null=True, blank=True)
    """Where it stands among the teacher's own classes; None: by the school's order, after those that have a place."""
    shows_percent = models.BooleanField(default=True)
    """Whether the teacher sees percents beside the marks in the grid: not where others look on."""
    view = models.JSONField(default=dict)
    """How the teacher chose to look at the class: order, filters, columns put aside."""
    looked_at = models.JSONField(default=dict)
    """Whom close below a mark the teacher has looked at: by term and student the percent that they had then."""

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["school_class", "person"], name="one_teaching")]

    def holds_on(self, day: datetime.date) -> bool:
        """Whether the person teaches the class on a day."""
        return (self.starts is None or self.starts <= day) and (self.ends is None or day <= self.ends)


class Enrolment(models.Model):
    """A student in a class, from one day on and perhaps until another; who left and came back has earlier stays."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="enrolments")
    student = models.ForeignKey(Student, on_delete=models.PROTECT, related_name="enrolments")
    starts = models.DateField()
    ends = models.DateField(null=True, blank=True)
    earlier_stays = models.JSONField(default=list)
    """The stays before this one, as pairs of the first and the last day, in ISO form."""

    class Meta:
        constraints: ClassVar = [
            models.CheckConstraint(
                condition=models.Q(ends__isnull=True) | models.Q(starts__lte=models.F("ends")),
                name="enrolment_in_order",
            ),
            models.UniqueConstraint(fields=["school_class", "student"], name="one_enrolment"),
        ]
        indexes: ClassVar = [models.Index(fields=["school_class", "ends"], name="enrolments_by_end")]

    def covers(self, day: datetime.date) -> bool:
        """Whether what is due on a day is given to them by itself: from when they came, but for while they were away."""
        text = day.isoformat()
        return day >= self.starts or any(first <= text <= last for first, last in self.earlier_stays)


class Act(models.Model):
    """Something a person did in a class that can be undone, of whatever kind (see `acts`)."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="acts")
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="acts")
    kind = models.CharField(max_length=40)
    words = models.CharField(max_length=200)
    change = models.JSONField()
    at = models.DateTimeField()
    undone = models.BooleanField(default=False)

    class Meta:
        indexes: ClassVar = [models.Index(fields=["school_class", "person", "undone", "id"])]


class Presence(models.Model):
    """That a teacher has a class open, and in which cell they are; fresh for some seconds after `at`."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.CASCADE, related_name="presences")
    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="presences")
    at = models.DateTimeField()
    student_id = models.PositiveIntegerField(null=True)
    assignment_id = models.PositiveIntegerField(null=True)

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["school_class", "person"], name="one_presence")]
