"""Tools, which classes they may write to, and what they put there."""

from typing import ClassVar

from django.db import models
from plans.models import Assignment
from school.models import Person, School, SchoolClass, Student


class Tool(models.Model):
    """Another system that may put scores into some classes. It signs in with a client id and a secret that is told once.

    `person` stands for it wherever somebody is named: in history, in undoing.
    """

    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="tools")
    name = models.CharField(max_length=80)
    entry_address = models.URLField(max_length=300, blank=True)
    """Where scores are entered in it."""
    client_id = models.CharField(max_length=40, unique=True)
    secret = models.CharField(max_length=64)
    """A hash: the secret is drawn at random, so that it cannot be guessed from it."""
    person = models.OneToOneField(Person, on_delete=models.PROTECT, related_name="tool")
    made_by = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    made_at = models.DateTimeField()
    revoked_at = models.DateTimeField(null=True, blank=True)


class ToolToken(models.Model):
    """A token with which a tool asks; kept hashed."""

    tool = models.ForeignKey(Tool, on_delete=models.CASCADE, related_name="tokens")
    token = models.CharField(max_length=64, unique=True)
    scope = models.CharField(max_length=500)
    until = models.DateTimeField()


class ToolClass(models.Model):
    """A class that a tool may write to. `categories` says of each of the tool's own categories which of the class's it is; nothing
    where that is not said yet.
    """

    tool = models.ForeignKey(Tool, on_delete=models.CASCADE, related_name="classes")
    school_class = models.ForeignKey(SchoolClass, on_delete=models.CASCADE, related_name="tools")
    categories = models.JSONField(default=dict)

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["tool", "school_class"], name="one_tool_class")]


class ToolColumn(models.Model):
    """An assignment that a tool made, under the tool's own identifier, with what it said of it."""

    tool = models.ForeignKey(Tool, on_delete=models.PROTECT, related_name="columns")
    sourced_id = models.CharField(max_length=100)
    assignment = models.OneToOneField(Assignment, on_delete=models.PROTECT, related_name="tool_column")
    body = models.JSONField()

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["tool", "sourced_id"], name="one_tool_column")]

    @property
    def is_taken_over(self) -> bool:
        """Whether the teacher enters its scores by now."""
        return self.assignment.kept_in != self.tool.name


class ToolResultState(models.TextChoices):
    """What became of a result: it stands as the score, asks the teacher, or was left out by them."""

    TAKEN = "taken"
    ASKS = "asks"
    LEFT = "left"


class ToolResult(models.Model):
    """A result that a tool put, under the tool's own identifier."""

    column = models.ForeignKey(ToolColumn, on_delete=models.PROTECT, related_name="results")
    sourced_id = models.CharField(max_length=100)
    student = models.ForeignKey(Student, on_delete=models.PROTECT, related_name="+")
    body = models.JSONField()
    state = models.CharField(max_length=5, choices=ToolResultState.choices)
    at = models.DateTimeField()

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["column", "sourced_id"], name="one_tool_result")]
