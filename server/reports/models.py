"""Report-card comments with their bank, effort, grades as they were posted, and documents made of them."""

from typing import ClassVar

from django.db import models
from school.lease import Leased
from school.models import Person, School, SchoolClass, Student, Term, all_but_effort


class Comment(models.Model):
    """A report-card comment, in whatever state of writing.

    `narrative` is what needs more room than a comment has: a letter of its own with the report card. `by_standard` are
    comments on single standards, by the standard's name.
    """

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="comments")
    student = models.ForeignKey(Student, on_delete=models.PROTECT, related_name="comments")
    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="comments")
    text = models.TextField(blank=True)
    narrative = models.TextField(blank=True)
    by_standard = models.JSONField(default=dict)
    is_ready = models.BooleanField(default=False)
    version = models.PositiveIntegerField(default=1)
    changed_by = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField()

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["school_class", "student", "term"], name="one_comment")
        ]


class CommentEvent(models.Model):
    """What a comment was after one go at it, however often it was saved on the way. Taking it back is a go of its own."""

    class How(models.TextChoices):
        """How it came about."""

        WRITTEN = "written", "written"
        BEGUN = "begun", "begun alike"
        UNDONE = "undone", "taken back"
        REDONE = "redone", "done again"

    comment = models.ForeignKey(Comment, on_delete=models.PROTECT, related_name="events")
    text = models.TextField(blank=True)
    narrative = models.TextField(blank=True)
    by_standard = models.JSONField(default=dict)
    is_ready = models.BooleanField(default=False)
    how = models.CharField(max_length=10, choices=How.choices, default=How.WRITTEN)
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    at = models.DateTimeField()


class Effort(models.Model):
    """A student's effort or conduct in a term, in one of the school's words."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="efforts")
    student = models.ForeignKey(Student, on_delete=models.PROTECT, related_name="efforts")
    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="efforts")
    word = models.CharField(max_length=40)

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["school_class", "student", "term"], name="one_effort")]


class Purpose(models.TextChoices):
    """What a sentence of the comment bank is for."""

    OPENING = "opening"
    PRAISE = "praise"
    NEXT_STEP = "next step"
    EFFORT = "effort"
    MISSING = "missing work"
    CLOSING = "closing"
    SHORT = "short feedback"


class BankSentence(models.Model):
    """A ready sentence of the comment bank: the school's, or a teacher's own, which is kept from year to year."""

    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="bank")
    owner = models.ForeignKey(Person, on_delete=models.PROTECT, null=True, blank=True, related_name="bank")
    purpose = models.CharField(max_length=20, choices=Purpose.choices)
    text = models.CharField(max_length=600)
    favourite_of = models.ManyToManyField(Person, related_name="favourite_sentences", blank=True)


class KeptBack(models.Model):
    """A student's posted grade of a term that the teacher does not let the family see yet."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="kept_back")
    student = models.ForeignKey(Student, on_delete=models.PROTECT, related_name="kept_back")
    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="kept_back")

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["school_class", "student", "term"], name="one_kept_back")
        ]


class Posting(models.Model):
    """One act of posting: who, when, which term. `request` is the page's own number for it, so that it happens once."""

    request = models.UUIDField(unique=True)
    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="postings")
    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="postings")
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    at = models.DateTimeField()
    ground_rules = models.JSONField(default=dict)
    """The ground rules at that moment in words, by field."""
    collects = models.JSONField(default=all_but_effort)
    """What the window collected at that moment."""
    levels = models.JSONField(default=list)
    """The levels that there were, from the lowest; empty where the class had no standards."""
    own_levels = models.JSONField(default=dict)
    """The levels, from the lowest, of the standards that had others, by name."""


class PostedGrade(models.Model):
    """A student's grade as it was posted; never changed afterwards. The latest of a term is the one in force,
    unless it was withdrawn.

    `percent` is the exact rational as text, `percent_shown` as the ground rules show it; `working` keeps how it came about.
    """

    posting = models.ForeignKey(Posting, on_delete=models.PROTECT, related_name="grades")
    student = models.ForeignKey(Student, on_delete=models.PROTECT, related_name="posted_grades")
    percent = models.CharField(max_length=400, blank=True)
    percent_shown = models.CharField(max_length=30, blank=True)
    mark = models.CharField(max_length=30, blank=True)
    effort = models.CharField(max_length=40, blank=True)
    comment = models.TextField(blank=True)
    narrative = models.TextField(blank=True)
    by_standard = models.JSONField(default=dict)
    levels = models.JSONField(default=dict)
    """The levels that went with it, by standard."""
    working = models.JSONField()
    working_words = models.JSONField(default=dict)
    """The words of the working in the other languages that families may choose, by language and by the words that it has."""

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["posting", "student"], name="once_a_posting")]


class Withdrawal(models.Model):
    """A posted grade taken back, and why. What was posted stays as it was."""

    grade = models.OneToOneField(PostedGrade, on_delete=models.PROTECT, related_name="withdrawal")
    reason = models.CharField(max_length=300)
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    at = models.DateTimeField()


class DocumentState(models.TextChoices):
    """How far a document is."""

    WAITING = "waiting"
    BEING_MADE = "being made"
    DONE = "done"
    FAILED = "failed"


class Document(Leased):
    """Report cards or sheets that are made in the background: what was asked for, how far it is, and the file.

    It is the person's who asked for it. `wanted` names what goes in; a worker makes it piece by piece.
    """

    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="documents")
    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="documents")
    name = models.CharField(max_length=160)
    wanted = models.JSONField()
    state = models.CharField(max_length=12, choices=DocumentState.choices, default=DocumentState.WAITING)
    size = models.PositiveIntegerField(default=0)
    at = models.DateTimeField()


class DocumentPart(Leased):
    """A part of a large document, which any worker makes: a few students' report cards as a file of its own, until all are joined."""

    document = models.ForeignKey(Document, on_delete=models.CASCADE, related_name="parts")
    place = models.PositiveIntegerField()
    students = models.JSONField()
    state = models.CharField(max_length=12, choices=DocumentState.choices, default=DocumentState.WAITING)
    content = models.BinaryField()

    class Meta:
        ordering: ClassVar = ["place"]
        constraints: ClassVar = [models.UniqueConstraint(fields=["document", "place"], name="one_part_a_place")]


class DocumentPiece(models.Model):
    """A stretch of a document's file: in one row a large one would be more than the database takes in a packet."""

    document = models.ForeignKey(Document, on_delete=models.CASCADE, related_name="pieces")
    place = models.PositiveIntegerField()
    content = models.BinaryField()

    class Meta:
        ordering: ClassVar = ["place"]
        constraints: ClassVar = [models.UniqueConstraint(fields=["document", "place"], name="one_piece_a_place")]


class SchoolChange(models.Model):
    """A change of what the school sets that touches its classes, with what was before, so that it can be taken back."""

    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="school_changes")
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    words = models.CharField(max_length=200)
    before = models.JSONField()
    after = models.JSONField()
    at = models.DateTimeField()
    undone = models.BooleanField(default=False)


class SchoolLogo(models.Model):
    """The school's logo, as it stands on report cards: a PNG of at most `logo.LARGEST` pixels."""

    school = models.OneToOneField(School, on_delete=models.PROTECT, related_name="logo")
    content = models.BinaryField()
