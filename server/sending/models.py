"""What the register said of itself, pairings with it, and what goes to it: records, deliveries and their lines with receipts."""

from typing import ClassVar

from django.db import models
from plans.models import Assignment
from school.models import Person, School, SchoolClass, Student, Term


class When(models.TextChoices):
    """When what is new goes to the register."""

    NIGHT = "night", "every night"
    POSTING = "posting", "after each posting"
    ASKED = "asked", "only when you say"


class Rosters(models.TextChoices):
    """What becomes of the register's rosters at night."""

    ASKED = "asked", "only when an officer asks"
    DRAFT = "draft", "as a draft for an officer"
    APPLIED = "applied", "by itself"


class SchoolSending(models.Model):
    """What a school says of sending, and how far its nights have come."""

    school = models.OneToOneField(School, on_delete=models.PROTECT, related_name="sending")
    sends_work = models.BooleanField(default=False)
    """Whether assignments with their scores go, beside posted grades."""
    hour = models.PositiveSmallIntegerField(default=2)
    """At which hour of the school's clocks the night's run begins."""
    when = models.CharField(max_length=8, choices=When.choices, default=When.NIGHT)
    """When what is new goes, where the teacher does not say otherwise."""
    teachers_choose = models.BooleanField(default=True)
    rosters = models.CharField(max_length=8, choices=Rosters.choices, default=Rosters.ASKED)
    last_night = models.DateField(null=True, blank=True)
    """The last day whose night was run."""
    night_leased_until = models.DateTimeField(null=True, blank=True)
    looked_at = models.DateTimeField(null=True, blank=True)
    """When the register was last asked what it has."""
    problem = models.CharField(max_length=300, blank=True)
    """Why it did not answer the last time; empty where it did."""


def sending_of(school: int) -> SchoolSending:
    """What a school says of sending, and what is usual where it said nothing."""
    return SchoolSending.objects.filter(school=school).first() or SchoolSending(school_id=school)


class RegisterPart(models.Model):
    """Something that the register has, as it last said so: what is paired with, and whom it has where.

    `details` are, of a session, its kind and days; of a category its weight; of a scale its marks with what they come to, and of
    which class or course it is; of a class its course, and its students' identifiers by their numbers.
    """

    class Kind(models.TextChoices):
        """Of what kind."""

        SESSION = "session"
        CATEGORY = "category"
        SCALE = "scale"
        CLASS = "class"

    school = models.ForeignKey(School, on_delete=models.CASCADE, related_name="register_parts")
    kind = models.CharField(max_length=8, choices=Kind.choices)
    sourced_id = models.CharField(max_length=100)
    title = models.CharField(max_length=200)
    details = models.JSONField(default=dict)

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["school", "kind", "sourced_id"], name="one_register_part")
        ]


class PairedKind(models.TextChoices):
    """What is paired: `grades` is the category under which posted grades stand."""

    CLASS = "class"
    TERM = "term"
    CATEGORY = "category"
    GRADES = "grades"
    MARK = "mark"


class Pairing(models.Model):
    """Which class, category, term or mark here is which one at the register, as somebody agreed.

    `scope` is what it holds for: a course for a category, a scale for a mark, nothing for the school's terms and classes. `here` is
    a number for classes and terms, and a name for categories and marks, so that it holds for next year's, too.
    """

    school = models.ForeignKey(School, on_delete=models.CASCADE, related_name="register_pairings")
    kind = models.CharField(max_length=8, choices=PairedKind.choices)
    scope = models.CharField(max_length=80, blank=True)
    here = models.CharField(max_length=80)
    there = models.CharField(max_length=100)
    """An identifier of the register's; for a mark, the mark."""
    there_title = models.CharField(max_length=200)
    is_chosen = models.BooleanField(default=False)
    """Whether it was chosen, rather than agreed to as it was proposed."""
    is_gone = models.BooleanField(default=False)
    """Whether the register did not have it any more when it was last looked."""
    by = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    at = models.DateTimeField()

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["school", "kind", "scope", "here"], name="one_register_pairing")
        ]


class ClassSending(models.Model):
    """When a class sends, where its teacher says so. Whoever makes lines of a class holds its row."""

    school_class = models.OneToOneField(SchoolClass, on_delete=models.PROTECT, related_name="sending")
    when = models.CharField(max_length=8, choices=When.choices, blank=True)


class Record(models.Model):
    """Something of Hoarfrost's that the register has under an identifier of its own: the grade of a term or an assignment
    (line items), or what one student has in one (results).

    `key` says what it is of in text, once a class. `digest` is of what was last put into a delivery; another one is news.
    """

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="register_records")
    key = models.CharField(max_length=60)
    sourced_id = models.UUIDField(unique=True)
    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="+")
    assignment = models.ForeignKey(Assignment, on_delete=models.PROTECT, null=True, related_name="+")
    student = models.ForeignKey(Student, on_delete=models.PROTECT, null=True, related_name="+")
    digest = models.CharField(max_length=64, blank=True)
    is_there = models.BooleanField(default=False)
    """Whether the register has it, as far as it said."""

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["school_class", "key"], name="one_register_record")]


class DeliveryState(models.TextChoices):
    """How far a delivery is."""

    WAITING = "waiting"
    DONE = "done"
    STOPPED = "stopped"


class What(models.TextChoices):
    """What is in a delivery."""

    GRADES = "grades"
    WORK = "work", "scores"


class Why(models.TextChoices):
    """What a delivery was made by."""

    NIGHT = "night", "at night"
    POSTING = "posting", "after posting"
    ASKED = "asked", "when asked"


class Delivery(models.Model):
    """One run of a class to the register. Whoever sends it holds a `lease`, which is renewed with each batch of lines.

    The deliveries of a class go one after another, so that each line comes in the order in which it was made.
    """

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="deliveries")
    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="+")
    what = models.CharField(max_length=8, choices=What.choices)
    why = models.CharField(max_length=8, choices=Why.choices)
    by = models.ForeignKey(Person, on_delete=models.PROTECT, null=True, related_name="+")
    at = models.DateTimeField()
    state = models.CharField(max_length=8, choices=DeliveryState.choices, default=DeliveryState.WAITING)
    lease = models.CharField(max_length=36, blank=True)
    leased_until = models.DateTimeField(null=True, blank=True)
    attempts = models.PositiveIntegerField(default=0)
    """How often it was tried in vain since the register last took a line."""
    next_try_at = models.DateTimeField(null=True, blank=True)
    problem = models.CharField(max_length=300, blank=True)
    """Why it could not go on, in words."""
    ended_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        indexes: ClassVar = [
            models.Index(fields=["state", "school_class", "id"], name="deliveries_that_wait"),
            models.Index(fields=["school_class", "id"], name="deliveries_of_class"),
        ]


ITEM_REFUSED = "lineItem"
"""The code of a result that was not tried, because what it belongs to was refused."""


class LineState(models.TextChoices):
    """What became of a line. One that was left is not tried again until it changes, or somebody says so."""

    WAITING = "waiting"
    ACCEPTED = "accepted"
    REFUSED = "refused"
    LEFT = "left"


class Line(models.Model):
    """One line of a delivery: a record as it was then, and what the register said of it."""

    delivery = models.ForeignKey(Delivery, on_delete=models.PROTECT, related_name="lines")
    record = models.ForeignKey(Record, on_delete=models.PROTECT, related_name="lines")
    is_last = models.BooleanField(default=True)
    """Whether no later one of the record was made."""
    deletes = models.BooleanField(default=False)
    body = models.JSONField(null=True)
    """What is sent; nothing once it was taken."""
    shown = models.CharField(max_length=140)
    """What it says, as people read it."""
    state = models.CharField(max_length=8, choices=LineState.choices, default=LineState.WAITING)
    said_code = models.CharField(max_length=40, blank=True)
    said = models.CharField(max_length=300, blank=True)
    """What the register said, in its words, where it refused."""
    number = models.CharField(max_length=60, blank=True)
    """The register's number."""
    answered_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["delivery", "record"], name="once_a_delivery")]
        indexes: ClassVar = [
            models.Index(fields=["record", "is_last", "state"], name="lines_of_record"),
            models.Index(fields=["delivery", "state", "id"], name="lines_of_delivery"),
        ]
