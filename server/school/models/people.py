"""People who sign in, their memberships, students and their guardians."""

from __future__ import annotations

from functools import cached_property
from typing import ClassVar

from django.contrib.auth.models import AbstractBaseUser, BaseUserManager, PermissionsMixin
from django.db import models

from school.models.schools import Role, School


class People(BaseUserManager["Person"]):
    """Makes people."""

    def create_person(self, sign_in: str, given_name: str, family_name: str, password: str | None = None) -> Person:
        """A person; without a password nobody can sign in as them."""
        person = self.model(sign_in=sign_in.strip().casefold(), given_name=given_name, family_name=family_name)
        person.set_password(password)
        person.save()
        return person


class Person(AbstractBaseUser, PermissionsMixin):
    """Somebody who signs in. What they may do comes from their memberships, classes and children."""

    sign_in = models.CharField(max_length=150, unique=True)
    given_name = models.CharField(max_length=80)
    family_name = models.CharField(max_length=80)
    email = models.EmailField(blank=True)
    """Where invitations go; a family without one gets a letter."""
    language = models.CharField(max_length=10, blank=True)
    """In which a family reads its page and is written to; empty where nothing was chosen."""
    is_active = models.BooleanField(default=True)
    erased_at = models.DateTimeField(null=True, blank=True)

    objects: ClassVar[People] = People()
    USERNAME_FIELD = "sign_in"
    REQUIRED_FIELDS: ClassVar[list[str]] = ["given_name", "family_name"]

    class Meta:
        # All that a list by name looks at, so that its page is found in the index alone, already in order.
        indexes: ClassVar = [
            models.Index(fields=["family_name", "given_name", "id", "is_active", "erased_at"], name="people_by_name")
        ]

    def __str__(self) -> str:
        return f"{self.given_name} {self.family_name}"


class Membership(models.Model):
    """Somebody's role at a school; one may belong to several schools and have several roles."""

    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="memberships")
    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="memberships")
    role = models.CharField(max_length=10, choices=Role.choices)

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["person", "school", "role"], name="one_membership")]
        indexes: ClassVar = [models.Index(fields=["school", "role", "person"], name="members_by_role")]


class Students(models.QuerySet["Student"]):
    """Students."""

    def asked_by(self, person: Person) -> Students:
        """As somebody asks for them: with each row it is known how much of them they see as a guardian."""
        sees = Guardianship.objects.that_see().filter(student=models.OuterRef("pk"), person=person).values("sees")[:1]
        return self.annotate(asks=models.Value(person.pk), seen=models.Subquery(sees))


class Student(models.Model):
    """A student of a school, who may also sign in. `alias` stands for them on a sheet that others may see."""

    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="students")
    person = models.OneToOneField(Person, on_delete=models.SET_NULL, null=True, blank=True, related_name="student")
    given_name = models.CharField(max_length=80)
    family_name = models.CharField(max_length=80)
    official_name = models.CharField(max_length=160, blank=True)
    """As it stands on papers, where that is another than the name they go by."""
    pronouns = models.CharField(max_length=40, default="they")
    number = models.CharField(max_length=20)
    alias = models.CharField(max_length=10)
    is_active = models.BooleanField(default=True)
    """Whether they are at the school still; who has left stays with all that they earned."""
    erased_at = models.DateTimeField(null=True, blank=True)
    """When their name went, for good."""
    is_of_age = models.BooleanField(default=False)
    """Whether they may keep their guardians out."""
    guardians = models.ManyToManyField(Person, through="Guardianship", related_name="children", blank=True)

    objects: ClassVar = Students.as_manager()

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["school", "number"], name="one_student_number"),
            models.UniqueConstraint(fields=["school", "alias"], name="one_alias"),
        ]
        indexes: ClassVar = [models.Index(fields=["school", "family_name", "given_name"], name="students_by_name")]

    def __str__(self) -> str:
        return f"{self.given_name} {self.family_name}"

    @cached_property
    def seen_by(self) -> dict[int, str]:
        """How much whom sees of them, as far as it was asked of this row: a request asks several times."""
        asks = getattr(self, "asks", None)
        return {} if asks is None else {asks: vars(self)["seen"] or Sees.NONE}


class Sees(models.TextChoices):
    """How much a guardian sees of a student."""

    ALL = "all"
    REPORTS = "reports", "reports only"
    NONE = "none", "nothing"


class Guardianships(models.QuerySet["Guardianship"]):
    """Who is whose guardian."""

    def that_see(self) -> Guardianships:
        """Those who see anything."""
        return self.filter(kept_out=False).exclude(sees=Sees.NONE)

    def hand_over(self, **kept: Student | Person) -> None:
        """Whose these are is the same as another `student` or `person`: they become theirs. Where both had one of the same, no more is
        seen by it than by either.
        """
        for each in self:
            of = {"student": each.student, "person": each.person, **kept}
            there, _ = Guardianship.objects.get_or_create(**of, defaults={"sees": each.sees, "kept_out": each.kept_out})
            there.sees = max(there.sees, each.sees, key=Sees.values.index)
            there.kept_out |= each.kept_out
            there.save(update_fields=["sees", "kept_out"])
            each.delete()


class Guardianship(models.Model):
    """Somebody is a student's guardian: how much the school lets them see, and whether the student keeps them out."""

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="guardianships")
    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="guardianships")
    sees = models.CharField(max_length=7, choices=Sees.choices, default=Sees.ALL)
    kept_out = models.BooleanField(default=False)

    objects: ClassVar = Guardianships.as_manager()

    class Meta:
        db_table = "school_student_guardians"
        constraints: ClassVar = [models.UniqueConstraint(fields=["student", "person"], name="one_guardianship")]

    @property
    def seen(self) -> str:
        """How much they see now."""
        return Sees.NONE if self.kept_out else self.sees
