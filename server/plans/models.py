"""How grades are made: scales, score codes, ground rules, categories and assignments.

Decimals are kept as numbers with four decimals (R13); adjustments and what a term sets for itself are kept in the
words of the open gradebook file, which `gradecore.file` reads and checks.
"""

from typing import Any, ClassVar

from django.db import models
from school.models import Enrolment, Person, School, SchoolClass, Student, Term


def decimal_field(**options: Any) -> "models.DecimalField[Any, Any]":
    """A number of at most 99,999 with at most four decimals (R13)."""
    return models.DecimalField(max_digits=9, decimal_places=4, **options)


class GradingScale(models.Model):
    """A grading scale, of the school or a teacher's own."""

    school = models.ForeignKey(School, on_delete=models.CASCADE, related_name="scales")
    owner = models.ForeignKey(Person, on_delete=models.CASCADE, null=True, blank=True, related_name="scales")
    name = models.CharField(max_length=60)
    out_of = decimal_field(default=100)


class ScaleBand(models.Model):
    """One mark of a scale (R6.1)."""

    scale = models.ForeignKey(GradingScale, on_delete=models.CASCADE, related_name="bands")
    mark = models.CharField(max_length=30)
    min = decimal_field()
    value = decimal_field(null=True, blank=True)

    class Meta:
        ordering: ClassVar = ["-min"]


class ScoreCode(models.Model):
    """A code entered in place of a number (R2.3), of the school or a teacher's own."""

    school = models.ForeignKey(School, on_delete=models.CASCADE, related_name="codes")
    owner = models.ForeignKey(Person, on_delete=models.CASCADE, null=True, blank=True, related_name="codes")
    code = models.CharField(max_length=5)
    name = models.CharField(max_length=60)
    effect = models.CharField(max_length=10)
    percent = decimal_field(null=True, blank=True)
    missing = models.BooleanField(default=False)

    class Meta:
        ordering: ClassVar = ["code"]


class GroundRules(models.Model):
    """The choices that hold for a whole class."""

    school_class = models.OneToOneField(SchoolClass, on_delete=models.CASCADE, related_name="ground_rules")
    scale = models.ForeignKey(GradingScale, on_delete=models.PROTECT, related_name="used_by")
    method = models.CharField(max_length=10, default="weighted")
    blank = models.CharField(max_length=20, default="leave_out")
    drop_overall = models.PositiveSmallIntegerField(default=0)
    drop_choice = models.CharField(max_length=20, default="lowest_percent")
    round_to = decimal_field(null=True, blank=True)
    rounding = models.CharField(max_length=10, default="half_up")
    cap = models.BooleanField(default=False)
    decimals = models.PositiveSmallIntegerField(default=1)
    families_see_running = models.BooleanField(default=False)
    """Whether families see the grade as it stands before it is posted (R14.1)."""


class TermPlan(models.Model):
    """What a term sets for itself (R4.6) and, for a term of terms, how its parts weigh (R5.1)."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.CASCADE, related_name="term_plans")
    term = models.ForeignKey(Term, on_delete=models.CASCADE, related_name="plans")
    ground_rules = models.JSONField(default=dict)
    weights = models.JSONField(default=dict)
    adjust = models.JSONField(default=list)
    part_weights = models.JSONField(default=dict)
    parts_from = models.CharField(max_length=10, default="percent")

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["school_class", "term"], name="one_term_plan")]


class Category(models.Model):
    """A category of a class (R3). `sign` is its two or three letters, `colour` one of eight hues."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.CASCADE, related_name="categories")
    name = models.CharField(max_length=60)
    sign = models.CharField(max_length=3)
    colour = models.PositiveSmallIntegerField(default=0)
    weight = decimal_field(default=0)
    method = models.CharField(max_length=10, default="points")
    drop_lowest = models.PositiveSmallIntegerField(default=0)
    drop_highest = models.PositiveSmallIntegerField(default=0)
    cap = models.BooleanField(default=False)
    bonus = models.BooleanField(default=False)
    position = models.PositiveIntegerField(default=0)

    class Meta:
        ordering: ClassVar = ["position", "id"]


class LiveAssignments(models.Manager["Assignment"]):
    """The assignments that are not deleted; a deleted one is kept with its scores, for undoing."""

    def get_queryset(self) -> "models.QuerySet[Assignment]":
        return super().get_queryset().filter(deleted_at=None)


class Assignment(models.Model):
    """A piece of work. `chosen_students` counts where `for_everyone` is not set.

    `version` rises with every change, so that two teachers do not overwrite each other unseen.
    """

    school_class = models.ForeignKey(SchoolClass, on_delete=models.CASCADE, related_name="assignments")
    category = models.ForeignKey(Category, on_delete=models.PROTECT, null=True, blank=True, related_name="assignments")
    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="assignments")
    name = models.CharField(max_length=120)
    short_name = models.CharField(max_length=15)
    description = models.TextField(blank=True)
    points = decimal_field()
    share = decimal_field(default=1)
    step = decimal_field(default=1)
    extra = models.BooleanField(default=False)
    never_drop = models.BooleanField(default=False)
    counts = models.BooleanField(default=True)
    closed = models.BooleanField(default=False)
    shown = models.BooleanField(default=True)
    assigned_on = models.DateField(null=True, blank=True)
    due_on = models.DateField(null=True, blank=True)
    for_everyone = models.BooleanField(default=True)
    chosen_students = models.ManyToManyField(Student, related_name="chosen_assignments", blank=True)
    adjust = models.JSONField(default=list)
    position = models.PositiveIntegerField(default=0)
    version = models.PositiveIntegerField(default=1)
    deleted_at = models.DateTimeField(null=True, blank=True)

    objects: ClassVar[LiveAssignments] = LiveAssignments()  # type: ignore[assignment]
    with_deleted: ClassVar["models.Manager[Assignment]"] = models.Manager()

    class Meta:
        ordering: ClassVar = ["position", "id"]
        base_manager_name = "with_deleted"

    def is_before(self, enrolment: Enrolment) -> bool:
        """Whether it was due before the student came, and so is not theirs."""
        return self.due_on is not None and self.due_on < enrolment.starts


class Draft(models.Model):
    """A changed plan that is not in force yet: per row the fields that would change, with what they would be.

    One a class, so that co-teachers see the same. Rows are named as in `editing` ("category 7", "rules 3").
    """

    school_class = models.OneToOneField(SchoolClass, on_delete=models.CASCADE, related_name="draft")
    change = models.JSONField(default=dict)
    begun_by = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    begun_at = models.DateTimeField()
