"""Drafts from a file or the register, how the columns of files are paired, and how the register is reached."""

from typing import ClassVar

from django.db import models
from school.lease import Leased
from school.models import Person, School, SchoolYear


class DraftState(models.TextChoices):
    """How far a draft is."""

    UNREAD = "unread", "to be read, and waits for a worker"
    READING = "reading", "being read by a worker"
    REFUSED = "refused", "cannot be read"
    STANDING = "standing", "to be looked at"
    WAITING = "waiting", "to be applied, and waits for a worker"
    APPLYING = "applying", "being applied by a worker"
    APPLIED = "applied", "applied"


class FileDraft(Leased):
    """A file of people and rosters as it was read, and what the officer said of it; what it would change is worked out when asked.

    Once applied it keeps what takes it back. What is large is read by a worker, and what changes much applied by one, line by line
    (`done` of `total`).
    """

    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="file_drafts")
    year = models.ForeignKey(SchoolYear, on_delete=models.PROTECT, related_name="+")
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    name = models.CharField(max_length=120)
    told = models.CharField(max_length=200)
    """How it was read, in words: how many lines, with what between the cells."""
    content = models.BinaryField(null=True)
    """What was sent, until a worker has read it; what is small is read at once."""
    tables = models.JSONField()
    """Its tables by name (one without a name for a list), each as its first line and its rows of text."""
    columns = models.JSONField(default=dict)
    """What each column of a list is, by its place."""
    answers = models.JSONField(default=dict)
    """What the officer said of single changes, by key: left out, the same person, a number typed."""
    silence = models.CharField(max_length=10, default="leave")
    """What it means for a class that somebody is not in the file: they leave it, or stay."""
    at = models.DateTimeField()
    state = models.CharField(max_length=8, choices=DraftState.choices, default=DraftState.STANDING)
    asked_by = models.ForeignKey(Person, on_delete=models.PROTECT, null=True, related_name="+")
    """Who asked for it to be applied."""
    applied_at = models.DateTimeField(null=True)
    undone_at = models.DateTimeField(null=True)
    undo = models.JSONField(default=list)

    class Meta:
        indexes: ClassVar = [models.Index(fields=["school", "applied_at"], name="file_drafts_of_school")]


class KeptPairing(models.Model):
    """What the columns of a file were taken for: proposed again where a file has the same heads."""

    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="pairings")
    heads = models.CharField(max_length=64)
    """A hash of the heads, folded."""
    columns = models.JSONField()

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["school", "heads"], name="one_pairing")]


class Register(models.Model):
    """The records office's own system, outside: where it speaks OneRoster 1.2, and with which credentials."""

    school = models.OneToOneField(School, on_delete=models.PROTECT, related_name="register")
    address = models.URLField(max_length=300)
    """Where its services begin, without the standard's own path."""
    token_address = models.URLField(max_length=300)
    client_id = models.CharField(max_length=200)
    client_secret = models.CharField(max_length=200)
    org = models.CharField(max_length=100, blank=True)
    """Under which identifier it knows the school, where it holds several."""
