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

    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="scales")
    owner = models.ForeignKey(Person, on_delete=models.PROTECT, null=True, blank=True, related_name="scales")
    name = models.CharField(max_length=60)
    out_of = decimal_field(default=100)
    is_shared = models.BooleanField(default=False)
    """Whether a teacher's own is offered to the whole school."""


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

    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="codes")
    owner = models.ForeignKey(Person, on_delete=models.PROTECT, null=True, blank=True, related_name="codes")
    code = models.CharField(max_length=5)
    name = models.CharField(max_length=60)
    effect = models.CharField(max_length=10)
    percent = decimal_field(null=True, blank=True)
    missing = models.BooleanField(default=False)
    colour = models.PositiveSmallIntegerField(default=0)
    is_shared = models.BooleanField(default=False)
    """Whether a teacher's own code is offered to the school; a colleague who takes it over gets a copy."""
    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, null=True, blank=True, related_name="codes")
    """Set where a class has a code's letters do something of their own, in place of the school's or the teacher's."""

    class Meta:
        ordering: ClassVar = ["code"]


class GroundRules(models.Model):
    """The choices that hold for a whole class."""

    school_class = models.OneToOneField(SchoolClass, on_delete=models.PROTECT, related_name="ground_rules")
    scale = models.ForeignKey(GradingScale, on_delete=models.PROTECT, related_name="used_by")
    method = models.CharField(max_length=10, default="weighted")
    blank = models.CharField(max_length=20, default="leave_out")
    drop_overall = models.PositiveSmallIntegerField(default=0)
    drop_choice = models.CharField(max_length=20, default="lowest_percent")
    round_to = decimal_field(null=True, blank=True)
    rounding = models.CharField(max_length=10, default="half_up")
    cap = models.BooleanField(default=False)
    decimals = models.PositiveSmallIntegerField(default=1)
    standard_weights = models.JSONField(default=dict)
    """Under the method `standards` which standards a grade is made of, and their weights as text; empty is all that are part of
    no other, each the same (R8.5).
    """
    families_see_running = models.BooleanField(default=False)
    """Whether families see the grade as it stands before it is posted (R14.1)."""
    families_from = models.DateField(null=True, blank=True)
    """From when they see it as it stands; None is from the start."""
    families_percent = models.BooleanField(default=True)
    families_mark = models.BooleanField(default=True)
    families_points = models.BooleanField(default=True)
    families_share = models.BooleanField(default=False)
    families_class = models.BooleanField(default=False)
    """Whether they see an assignment's points, its share of the grade, and the class's mean and spread."""


class TermPlan(models.Model):
    """What a term sets for itself (R4.6) and, for a term of terms, how its parts weigh (R5.1).

    Where `weights` has any, it has all: the term then weighs its categories by itself.
    """

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="term_plans")
    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="plans")
    ground_rules = models.JSONField(default=dict)
    weights = models.JSONField(default=dict)
    adjust = models.JSONField(default=list)
    part_weights = models.JSONField(default=dict)
    parts_from = models.CharField(max_length=10, default="percent")

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["school_class", "term"], name="one_term_plan")]


class Category(models.Model):
    """A category of a class (R3). `sign` is its two or three letters, `colour` one of eight hues."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="categories")
    name = models.CharField(max_length=60)
    sign = models.CharField(max_length=3)
    colour = models.PositiveSmallIntegerField(default=0)
    weight = decimal_field(default=0)
    method = models.CharField(max_length=10, default="points")
    drop_lowest = models.PositiveSmallIntegerField(default=0)
    drop_highest = models.PositiveSmallIntegerField(default=0)
    cap = models.BooleanField(default=False)
    bonus = models.BooleanField(default=False)
    locked = models.BooleanField(default=False)
    """Whether its weight stays when the others are evened out."""
    is_default = models.BooleanField(default=False)
    """Whether new assignments go in it unless something else is said."""
    default_points = decimal_field(null=True, blank=True)
    default_shown = models.BooleanField(default=True)
    default_standards = models.JSONField(default=list)
    """The standards that new assignments in it give evidence of, by name."""
    position = models.PositiveIntegerField(default=0)
    version = models.PositiveIntegerField(default=1)

    class Meta:
        ordering: ClassVar = ["position", "id"]


class LiveAssignments(models.Manager["Assignment"]):
    """The assignments that are not deleted; a deleted one is kept with its scores, for undoing."""

    def get_queryset(self) -> "models.QuerySet[Assignment]":
        return super().get_queryset().filter(deleted_at=None)


class Assignment(models.Model):
    """A piece of work. `chosen_students` are whom it is for where it is not `for_everyone`; where it is, they get it
    also if they came after it was due.

    `version` rises with every change, so that two teachers do not overwrite each other unseen.
    """

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="assignments")
    category = models.ForeignKey(Category, on_delete=models.PROTECT, null=True, blank=True, related_name="assignments")
    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="assignments")
    name = models.CharField(max_length=120)
    short_name = models.CharField(max_length=15)
    description = models.TextField(blank=True)
    link = models.CharField(max_length=500, blank=True)
    points = decimal_field()
    share = decimal_field(default=1)
    share_fixed = models.BooleanField(default=False)
    """Whether its share was typed, and so stays when the others are rebalanced."""
    step = decimal_field(default=1)
    extra = models.BooleanField(default=False)
    never_drop = models.BooleanField(default=False)
    counts = models.BooleanField(default=True)
    closed = models.BooleanField(default=False)
    locked = models.BooleanField(default=False)
    """Whether its scores stay as they are until it is unlocked."""
    kept_in = models.CharField(max_length=120, blank=True)
    """Where its scores are entered instead, when they come from another system: its name or address."""
    shown = models.BooleanField(default=True)
    shown_from = models.DateField(null=True, blank=True)
    shown_when_in = models.BooleanField(default=False)
    """With `shown`: only from a day on, and only when everybody has a score."""
    announced = models.BooleanField(default=True)
    """Whether families see that there is this work before they see scores of it."""
    comments_shown = models.BooleanField(default=True)
    """Whether families see what was written beside scores, where they see these."""
    entered_as = models.CharField(max_length=10, default="points")
    """How scores are typed and shown: points, percent, marks, or done and not done."""
    standards = models.JSONField(default=list)
    """The names of what it gives evidence for (R8.1)."""
    standard_points = models.JSONField(default=dict)
    """Out of how many points some of these are scored, as text by name; the others are out of what levels are out of."""
    criteria = models.JSONField(default=list)
    """What one looks for in it, with levels (R16), as `criteria` keeps it."""
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

    @property
    def lock_words(self) -> str:
        """Why nothing can be entered here, and where instead; empty where something can."""
        if self.kept_in:
            return f"Its scores come from {self.kept_in} and are entered there."
        return "It is locked. Unlock it in its lens to enter scores." if self.locked else ""

    @property
    def chosen(self) -> list[int]:
        """The students who are chosen for it by name; set and saved like a field."""
        if self._chosen is None:
            return sorted(self.chosen_students.values_list("pk", flat=True)) if self.pk is not None else []
        return self._chosen

    @chosen.setter
    def chosen(self, students: list[int]) -> None:
        self._chosen = students

    @property
    def drafted_chosen(self) -> list[int] | None:
        """Chosen students that are set and not saved."""
        return self._chosen

    _chosen: list[int] | None = None

    def save(self, *args: Any, **options: Any) -> None:
        super().save(*args, **options)
        if self._chosen is not None:
            self.chosen_students.set(self._chosen)
            self._chosen = None

    def is_before(self, enrolment: Enrolment) -> bool:
        """Whether it was due before the student came, or while they were away, and so is not theirs."""
        return self.due_on is not None and not enrolment.covers(self.due_on)


class CurrentHandouts(models.Manager["Handout"]):
    """The files that go with assignments now; one that was taken away or replaced is kept, for undoing."""

    def get_queryset(self) -> "models.QuerySet[Handout]":
        return super().get_queryset().filter(is_current=True)


class Handout(models.Model):
    """The file that goes with an assignment. It is kept in the database, so that a backup of that is a backup of all."""

    assignment = models.ForeignKey(Assignment, on_delete=models.PROTECT, related_name="handouts")
    is_current = models.BooleanField(default=True)
    name = models.CharField(max_length=120)
    content = models.BinaryField()
    size = models.PositiveIntegerField()

    objects: ClassVar[CurrentHandouts] = CurrentHandouts()  # type: ignore[assignment]
    with_former: ClassVar["models.Manager[Handout]"] = models.Manager()

    class Meta:
        base_manager_name = "with_former"


class PlanEvent(models.Model):
    """A change of a class's plan, for good: who, when, and the rows before and after (as `rows` keeps them)."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="plan_events")
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    at = models.DateTimeField()
    words = models.CharField(max_length=200)
    before = models.JSONField()
    after = models.JSONField()

    class Meta:
        ordering: ClassVar = ["id"]


class KeptPlan(models.Model):
    """A plan that a teacher keeps for other classes and years: rules, categories and assignments as `kept` writes them."""

    owner = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="kept_plans")
    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="kept_plans")
    name = models.CharField(max_length=80)
    plan = models.JSONField()
    kept_at = models.DateTimeField()

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["owner", "school", "name"], name="one_kept_plan")]


class SharedCriteria(models.Model):
    """Criteria that a teacher offers to the school, by the name of the work that they were made for."""

    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="shared_criteria")
    owner = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="shared_criteria")
    name = models.CharField(max_length=120)
    criteria = models.JSONField()
    at = models.DateTimeField()

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["school", "owner", "name"], name="one_shared_criteria")
        ]


class Draft(models.Model):
    """A changed plan that is not in force yet: per row the fields that would change, with what they would be.

    One a class, so that co-teachers see the same. Rows are named as in `editing` ("category 7", "rules 3").
    """

    school_class = models.OneToOneField(SchoolClass, on_delete=models.CASCADE, related_name="draft")
    change = models.JSONField(default=dict)
    begun_by = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    begun_at = models.DateTimeField()
