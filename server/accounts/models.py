"""Invitations, open sessions and the outbox."""

from typing import ClassVar

from django.db import models
from school.models import Person, School


class Invitation(models.Model):
    """Somebody was asked to choose a password, by mail or by a letter with a code. Each is taken up once at the most."""

    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="invitations")
    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="+")
    by = models.ForeignKey(Person, on_delete=models.PROTECT, null=True, related_name="+")
    """None where the person asked for it themselves, having forgotten their password."""
    at = models.DateTimeField()
    code = models.CharField(max_length=128, blank=True)
    """Of a letter: its code, hashed as passwords are. Empty for one that went by mail, whose link signs itself."""
    taken_at = models.DateTimeField(null=True)

    class Meta:
        indexes: ClassVar = [models.Index(fields=["person", "at"], name="invitations_of_person")]


class OpenSession(models.Model):
    """That somebody is signed in with a browser: what they see of it and can end."""

    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="open_sessions")
    key = models.CharField(max_length=40, unique=True)
    """The session's own key, which is never shown."""
    browser = models.CharField(max_length=200)
    address = models.GenericIPAddressField(null=True)
    at = models.DateTimeField()


class Mail(models.Model):
    """A message as it was written: the outbox of an installation whose mail goes nowhere else."""

    school = models.ForeignKey(School, on_delete=models.PROTECT, null=True, related_name="mail")
    to = models.CharField(max_length=254)
    subject = models.CharField(max_length=200)
    text = models.TextField()
    at = models.DateTimeField()

    class Meta:
        indexes: ClassVar = [models.Index(fields=["school", "at"], name="mail_of_school")]


class SignInProvider(models.Model):
    """A school's own OpenID Connect provider, at which its people sign in instead of with a password here."""

    school = models.OneToOneField(School, on_delete=models.PROTECT, related_name="provider")
    name = models.CharField(max_length=60)
    """As the button on the first page calls it."""
    issuer = models.URLField(max_length=300)
    client_id = models.CharField(max_length=200)
    client_secret = models.CharField(max_length=200)


class ProviderAccount(models.Model):
    """Whom a provider means by one of its subjects: written down when it is first used, so that a changed address changes nobody."""

    provider = models.ForeignKey(SignInProvider, on_delete=models.CASCADE, related_name="accounts")
    subject = models.CharField(max_length=255)
    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="provider_accounts")

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["provider", "subject"], name="one_account_of_subject"),
            models.UniqueConstraint(fields=["provider", "person"], name="one_account_of_person"),
        ]
