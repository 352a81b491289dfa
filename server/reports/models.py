"""Report-card comments, and grades as they were posted."""

from typing import ClassVar

from django.db import models
from school.models import Person, SchoolClass, Student, Term


class Comment(models.Model):
    """A report-card comment, in whatever state of writing."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.CASCADE, related_name="comments")
    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="comments")
    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="comments")
    text = models.TextField(blank=True)
    is_ready = models.BooleanField(default=False)
    version = models.PositiveIntegerField(default=1)
    changed_by = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField()

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["school_class", "student", "term"], name="one_comment")
        ]


class Posting(models.Model):
    """One act of posting: who, when, which term. `request` is the page's own number for it, so that it happens once."""

    request = models.UUIDField(unique=True)
    school_class = models.ForeignKey(SchoolClass, on_delete=models.CASCADE, related_name="postings")
    term = models.ForeignKey(Term, on_delete=models.PROTECT, related_name="postings")
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    at = models.DateTimeField()


class PostedGrade(models.Model):
    """A student's grade as it was posted; never changed afterwards. The latest of a term is the one in force.

    `percent` is the exact rational as text, `percent_shown` as the ground rules show it; `working` keeps how it came about.
    """

    posting = models.ForeignKey(Posting, on_delete=models.CASCADE, related_name="grades")
    student = models.ForeignKey(Student, on_delete=models.PROTECT, related_name="posted_grades")
    percent = models.CharField(max_length=400, blank=True)
    percent_shown = models.CharField(max_length=30, blank=True)
    mark = models.CharField(max_length=30, blank=True)
    comment = models.TextField(blank=True)
    working = models.JSONField()

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["posting", "student"], name="once_a_posting")]
