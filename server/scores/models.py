"""Scores, their history, and what was put in place of a computed result."""

from typing import ClassVar

from django.db import models
from plans.models import Assignment, decimal_field
from school.models import Person, SchoolClass, Student, Term


class Score(models.Model):
    """What a student has on an assignment: a number in points, or a code; neither is a blank.

    A row exists from the first entry on. `version` rises with every change of the score itself; an entry says which version
    it was based on, so that a colleague's is never overwritten unseen. What stands beside the score moves without it.
    """

    student = models.ForeignKey(Student, on_delete=models.PROTECT, related_name="scores")
    assignment = models.ForeignKey(Assignment, on_delete=models.PROTECT, related_name="scores")
    number = decimal_field(null=True, blank=True)
    code = models.CharField(max_length=5, blank=True)
    flag = models.CharField(max_length=10, blank=True)
    comment = models.TextField(blank=True)
    note = models.TextField(blank=True)
    by_standard = models.JSONField(default=dict)
    """What was scored for single standards, by the standard's name: a number in the units of the levels' scale, or a code."""
    levels = models.JSONField(default=dict)
    """The levels chosen for the work's criteria, by the identifiers of both (R16)."""
    meant = models.BooleanField(default=False)
    """Whether a number that looks like a slip was said to be right; a new number is looked at anew."""
    typed_mark = models.CharField(max_length=30, blank=True)
    """The mark that a number was typed as, where the others are numbers."""
    version = models.PositiveIntegerField(default=1)
    revision = models.PositiveBigIntegerField(default=0)
    """With which revision of the class's scores it changed last."""
    changed_by = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField()

    class Meta:
        constraints: ClassVar = [
            models.CheckConstraint(condition=models.Q(number__isnull=True) | models.Q(code=""), name="number_or_code"),
            models.UniqueConstraint(fields=["student", "assignment"], name="one_score"),
        ]
        indexes: ClassVar = [models.Index(fields=["assignment", "revision"], name="scores_by_revision")]


class ScoreEvent(models.Model):
    """One change of a score: who, when, from what to what and how (typed, undone, …)."""

    score = models.ForeignKey(Score, on_delete=models.PROTECT, related_name="events")
    before = models.CharField(max_length=40, blank=True)
    after = models.CharField(max_length=40, blank=True)
    by_standard = models.JSONField(default=dict)
    """What changed of single standards: by name, from what to what."""
    levels = models.JSONField(default=dict)
    """What changed of criteria: by name, from which level to which."""
    beside = models.JSONField(default=dict)
    """What changed beside the score (flag, comment, note, meant): by field, from what to what."""
    how = models.CharField(max_length=20, default="typed")
    version = models.PositiveIntegerField()
    revision = models.PositiveBigIntegerField(default=0)
    """With which revision of the class's scores it came."""
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    at = models.DateTimeField()


class LevelOverride(models.Model):
    """The level that a teacher set by hand in place of what a student's evidence says of a standard, and why (R8.4)."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="level_overrides")
    student = models.ForeignKey(Student, on_delete=models.PROTECT, related_name="level_overrides")
    standard = models.CharField(max_length=60)
    mark = models.CharField(max_length=30)
    reason = models.CharField(max_length=300, blank=True)
    changed_by = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField()

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["school_class", "student", "standard"], name="one_level_override")
        ]


class Batch(models.Model):
    """A batch of entries that was saved, with its answer: sent again, it changes nothing and is answered the same."""

    id = models.UUIDField(primary_key=True)
    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="batches")
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    answer = models.JSONField()
    at = models.DateTimeField()


class Override(models.Model):
    """What a teacher put in place of a term's computed result, and why (R5.2)."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="overrides")
    student = models.ForeignKey(Student, on_delete=models.PROTECT, related_name="overrides")
    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="overrides")
    percent = decimal_field(null=True, blank=True)
    mark = models.CharField(max_length=30, blank=True)
    reason = models.CharField(max_length=300, blank=True)
    changed_by = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField()

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["school_class", "student", "term"], name="one_override")
        ]


class StudentGroup(models.Model):
    """A named group of students of a class, who work together; somebody may be in several."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="student_groups")
    name = models.CharField(max_length=60)
    version = models.PositiveIntegerField(default=0)

    class Meta:
        ordering: ClassVar = ["id"]
        constraints: ClassVar = [models.UniqueConstraint(fields=["school_class", "name"], name="one_group_name")]


class GroupMember(models.Model):
    """A student in a group."""

    group = models.ForeignKey(StudentGroup, on_delete=models.CASCADE, related_name="memberships")
    student = models.ForeignKey(Student, on_delete=models.PROTECT, related_name="group_memberships")

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["group", "student"], name="once_in_a_group")]
