"""Schools, people and their roles, years, terms and reporting windows, classes and rosters.

Nothing that scores, grades or comments hang on is ever deleted: what refers to it is PROTECTed, in all apps. CASCADE is for parts
that are nothing by themselves, and for what is of the moment.
"""

from __future__ import annotations

import datetime
from functools import cached_property
from typing import Any, ClassVar
from zoneinfo import ZoneInfo

from django.contrib.auth.models import AbstractBaseUser, BaseUserManager, PermissionsMixin
from django.db import models
from django.utils import timezone


class CardDesign(models.TextChoices):
    """How a report card is laid out: as a ledger of subjects by terms, or a page of subjects one after another."""

    LEDGER = "ledger"
    PAGES = "pages"


class Paper(models.TextChoices):
    """What is printed on."""

    A4 = "A4"
    LETTER = "Letter"


class Schools(models.QuerySet["School"]):
    """Schools."""

    def asked_by(self, person: Person) -> Schools:
        """As somebody asks for them: with each row it is known whether they keep its records."""
        kept = Membership.objects.filter(school=models.OuterRef("pk"), person=person, role=Role.OFFICER)
        return self.annotate(asks=models.Value(person.pk), is_kept=models.Exists(kept))


class School(models.Model):
    """A school. `fixed_day` stops its calendar on one day, for a demo; a real school has none."""

    name = models.CharField(max_length=120)
    time_zone = models.CharField(max_length=60, default="Europe/London")
    fixed_day = models.DateField(null=True, blank=True)
    outside_marks = models.JSONField(default=list)
    """Marks outside every scale, as pairs of the mark and what it says: a withdrawn student, an audit, a narrative."""
    efforts = models.JSONField(default=list)
    """What effort or conduct is said in, from best to least; empty where the school does not collect it."""
    standards = models.JSONField(default=dict)
    """The standards and the scale of their levels, in the words of the open gradebook file; empty without any."""
    card_design = models.CharField(max_length=10, choices=CardDesign.choices, default=CardDesign.LEDGER)
    paper = models.CharField(max_length=10, choices=Paper.choices, default=Paper.A4)
    address = models.CharField(max_length=200, blank=True)
    """In one line, as it stands on report cards."""
    kept_years = models.PositiveSmallIntegerField(default=10)
    """How many years the school keeps what it knows of somebody who has left, before they may be erased."""
    audit_years = models.PositiveSmallIntegerField(default=10)
    """How many years a line of the audit is kept."""
    teachers_make_classes = models.BooleanField(default=False)
    """Whether teachers may make classes for themselves, and say who is in them."""
    second_factor_of = models.JSONField(default=list)
    """The roles of which a second factor is asked when they sign in with a password; the others may have one."""

    objects: ClassVar = Schools.as_manager()

    def __str__(self) -> str:
        return self.name

    def is_kept_by(self, person: Person) -> bool:
        """Whether somebody keeps the school's records."""
        if getattr(self, "asks", None) == person.pk:
            return bool(vars(self)["is_kept"])
        return person.memberships.filter(school=self, role=Role.OFFICER).exists()

    def today(self) -> datetime.date:
        """The day it is at the school."""
        return self.fixed_day or timezone.localdate(timezone=ZoneInfo(self.time_zone))

    def now(self) -> datetime.datetime:
        """The moment it is at the school: the time of day is always the real one."""
        now = timezone.localtime(timezone=ZoneInfo(self.time_zone))
        return now if self.fixed_day is None else datetime.datetime.combine(self.fixed_day, now.timetz())

    def save(self, *args: Any, **options: Any) -> None:
        """Keep the row; a new school begins to be counted with it."""
        is_new = self._state.adding
        super().save(*args, **options)
        if is_new:
            SchoolRevision.objects.create(school=self)


class SchoolRevision(models.Model):
    """How far a school has come (`revisions`), apart from its row, as for a class (`ClassRevision`)."""

    school = models.OneToOneField(School, on_delete=models.CASCADE, primary_key=True, related_name="revision")
    number = models.PositiveBigIntegerField(default=0)
    epoch = models.PositiveBigIntegerField(default=0)
    """Another once the database was brought back to an earlier day: the same numbers do not mean the same from then on."""


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

    def __str__(self) -> str:
        return f"{self.given_name} {self.family_name}"


class Role(models.TextChoices):
    """What somebody is at a school."""

    TEACHER = "teacher"
    STUDENT = "student"
    GUARDIAN = "guardian"
    OFFICER = "officer", "records officer"


class Membership(models.Model):
    """Somebody's role at a school; one may belong to several schools and have several roles."""

    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="memberships")
    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="memberships")
    role = models.CharField(max_length=10, choices=Role.choices)

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["person", "school", "role"], name="one_membership")]
        indexes: ClassVar = [models.Index(fields=["school", "role", "person"], name="members_by_role")]


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
        return {}


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


class SchoolYear(models.Model):
    """A school year."""

    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="years")
    name = models.CharField(max_length=20)
    starts = models.DateField()
    ends = models.DateField()
    days_off = models.JSONField(default=list)
    """Days without school, as pairs of the first and the last day, in ISO form."""

    class Meta:
        constraints: ClassVar = [
            models.CheckConstraint(condition=models.Q(starts__lte=models.F("ends")), name="year_in_order"),
            models.UniqueConstraint(fields=["school", "name"], name="one_year_name"),
        ]

    def has_school(self, day: datetime.date) -> bool:
        """Whether a day is a school day: no weekend, and no day off."""
        text = day.isoformat()
        return day.weekday() < 5 and not any(first <= text <= last for first, last in self.days_off)


class TermKind(models.TextChoices):
    """What a term is to the year: all of it, a half, a quarter, or an exam, which is held apart from the quarters."""

    YEAR = "year"
    SEMESTER = "semester"
    QUARTER = "quarter"
    EXAM = "exam"


class Term(models.Model):
    """A term. A year is made of its semesters and a semester of its parts (`within`); quarters and exams have assignments."""

    year = models.ForeignKey(SchoolYear, on_delete=models.CASCADE, related_name="terms")
    within = models.ForeignKey("self", on_delete=models.PROTECT, null=True, blank=True, related_name="parts")
    kind = models.CharField(max_length=10, choices=TermKind.choices, default=TermKind.QUARTER)
    name = models.CharField(max_length=40)
    starts = models.DateField()
    ends = models.DateField()
    position = models.PositiveSmallIntegerField(default=0)

    class Meta:
        ordering: ClassVar = ["position"]
        constraints: ClassVar = [
            models.CheckConstraint(condition=models.Q(starts__lte=models.F("ends")), name="term_in_order"),
            models.UniqueConstraint(fields=["year", "name"], name="one_term_name"),
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def is_made_of_terms(self) -> bool:
        """Whether its grade comes from other terms, and it has no assignments of its own."""
        return self.kind in (TermKind.YEAR, TermKind.SEMESTER)


class Collected(models.TextChoices):
    """What a reporting window may collect of each student."""

    MARK = "mark"
    PERCENT = "percent"
    COMMENT = "comment"
    EFFORT = "effort"


def all_but_effort() -> list[str]:
    """What a window collects unless it says otherwise."""
    return [str(each) for each in (Collected.MARK, Collected.PERCENT, Collected.COMMENT)]


class CommentsBy(models.TextChoices):
    """Whether a comment is one a subject, or beside it one for each standard that the term's work names."""

    SUBJECT = "subject"
    STANDARD = "standard"


class ReportingWindow(models.Model):
    """When a term's grades are posted, what is collected, and from when families see it (at once where no day is set)."""

    term = models.OneToOneField(Term, on_delete=models.CASCADE, related_name="window")
    opens = models.DateField()
    closes = models.DateField()
    families_from = models.DateField(null=True, blank=True)
    comment_limit = models.PositiveSmallIntegerField(default=600)
    comments_by = models.CharField(max_length=10, choices=CommentsBy.choices, default=CommentsBy.SUBJECT)
    collects = models.JSONField(default=all_but_effort)
    asks_for = models.JSONField(default=list)
    """The standards for which the window wants a level, by name."""
    binding = models.JSONField(default=list)
    """The checks before posting that stop a student's posting, by kind; the others ask."""

    class Meta:
        constraints: ClassVar = [
            models.CheckConstraint(condition=models.Q(opens__lte=models.F("closes")), name="window_in_order")
        ]

    def families_wait(self, today: datetime.date) -> bool:
        """Whether families do not see yet what was posted."""
        return self.families_from is not None and today < self.families_from


class Reopening(models.Model):
    """A closed window opened again by the records officer, for one teacher or for all, until the end of a day."""

    window = models.ForeignKey(ReportingWindow, on_delete=models.CASCADE, related_name="reopenings")
    person = models.ForeignKey("Person", on_delete=models.PROTECT, null=True, blank=True, related_name="reopenings")
    until = models.DateField()
    reason = models.CharField(max_length=300)
    by = models.ForeignKey("Person", on_delete=models.PROTECT, related_name="+")
    at = models.DateTimeField()
    ended_at = models.DateTimeField(null=True, blank=True)
    """When the officer ended it before its day."""


WHOLE_CLASS = ("school__revision", "year", "revision")
"""What belongs to a class's row wherever one looks at the class."""
OF_WHOLE_CLASS = tuple(f"school_class__{each}" for each in WHOLE_CLASS)
"""The same for rows that refer to a class."""


class SchoolClasses(models.QuerySet["SchoolClass"]):
    """Classes, found together with what belongs to them."""

    def whole(self) -> SchoolClasses:
        """Classes with their school and year, and how far those have come."""
        return self.select_related(*WHOLE_CLASS)

    def for_person(self, person: Person) -> SchoolClasses:
        """Whole classes, and as `own_teaching` how the person teaches each, if at all."""
        own = models.FilteredRelation("teachings", condition=models.Q(teachings__person=person))
        return self.annotate(own_teaching=own).select_related(*WHOLE_CLASS, "own_teaching")  # type: ignore[misc]


def class_title(name: str, section: str) -> str:
    """What a class is called: by its name and section, where it has one."""
    return f"{name} {section}".strip()


class SchoolClass(models.Model):
    """A class: one section of a course, taught by one or more teachers."""

    school = models.ForeignKey(School, on_delete=models.PROTECT, related_name="classes")
    year = models.ForeignKey(SchoolYear, on_delete=models.PROTECT, related_name="classes")
    name = models.CharField(max_length=80)
    section = models.CharField(max_length=20, blank=True)
    room = models.CharField(max_length=40, blank=True)
    times = models.CharField(max_length=80, blank=True)
    teachers = models.ManyToManyField(Person, through="Teaching", related_name="classes")
    position = models.PositiveSmallIntegerField(default=0)
    archived_at = models.DateTimeField(null=True, blank=True)
    """When it was put away: it stands in no list, and can be brought back with all that is in it."""
    objects: ClassVar = SchoolClasses.as_manager()

    class Meta:
        ordering: ClassVar = ["position", "name", "section"]

    def __str__(self) -> str:
        return class_title(self.name, self.section)

    def save(self, *args: Any, **options: Any) -> None:
        """Keep the row; a new class begins to be counted with it."""
        is_new = self._state.adding
        super().save(*args, **options)
        if is_new:
            ClassRevision.objects.create(school_class=self)

    def teaching_of(self, person: Person) -> Teaching | None:
        """How a person teaches the class; None who does not. It costs no query where the class was found for them."""
        found: Teaching | None = getattr(self, "own_teaching", None)
        if found is None or found.person_id != person.pk:
            found = self.teachings.filter(person=person).first()
        return found if found is not None and found.holds_on(self.school.today()) else None


class ClassRevision(models.Model):
    """How far a class has come (`revisions`), apart from its row: whoever writes that row anew does not set the count back, and who
    refers to the class does not wait for who counts.
    """

    school_class = models.OneToOneField(
        SchoolClass, on_delete=models.CASCADE, primary_key=True, related_name="revision"
    )
    plan = models.PositiveBigIntegerField(default=0)
    """How many changes there were of anything but scores."""
    scores = models.PositiveBigIntegerField(default=0)


class Teaching(models.Model):
    """Who teaches a class; co-teachers have the same rights in it, and a stand-in from one day to another."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="teachings")
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="teachings")
    leads = models.BooleanField(default=True)
    starts = models.DateField(null=True, blank=True)
    ends = models.DateField(null=True, blank=True)
    """The first and the last day of a stand-in; None for who teaches it all along."""
    own_name = models.CharField(max_length=80, blank=True)
    """What the teacher calls the class, where they alone call it so."""
    place = models.PositiveSmallIntegerField(null=True, blank=True)
    """Where it stands among the teacher's own classes; None: by the school's order, after those that have a place."""
    shows_percent = models.BooleanField(default=True)
    """Whether the teacher sees percents beside the marks in the grid: not where others look on."""
    view = models.JSONField(default=dict)
    """How the teacher chose to look at the class: order, filters, columns put aside."""
    looked_at = models.JSONField(default=dict)
    """Whom close below a mark the teacher has looked at: by term and student the percent that they had then."""

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["school_class", "person"], name="one_teaching")]

    def holds_on(self, day: datetime.date) -> bool:
        """Whether the person teaches the class on a day."""
        return (self.starts is None or self.starts <= day) and (self.ends is None or day <= self.ends)


class Enrolment(models.Model):
    """A student in a class, from one day on and perhaps until another; who left and came back has earlier stays."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="enrolments")
    student = models.ForeignKey(Student, on_delete=models.PROTECT, related_name="enrolments")
    starts = models.DateField()
    ends = models.DateField(null=True, blank=True)
    earlier_stays = models.JSONField(default=list)
    """The stays before this one, as pairs of the first and the last day, in ISO form."""

    class Meta:
        constraints: ClassVar = [
            models.CheckConstraint(
                condition=models.Q(ends__isnull=True) | models.Q(starts__lte=models.F("ends")),
                name="enrolment_in_order",
            ),
            models.UniqueConstraint(fields=["school_class", "student"], name="one_enrolment"),
        ]
        indexes: ClassVar = [models.Index(fields=["school_class", "ends"], name="enrolments_by_end")]

    def covers(self, day: datetime.date) -> bool:
        """Whether what is due on a day is given to them by itself: from when they came, but for while they were away."""
        text = day.isoformat()
        return day >= self.starts or any(first <= text <= last for first, last in self.earlier_stays)


class Act(models.Model):
    """Something a person did in a class that can be undone, of whatever kind (see `acts`)."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.PROTECT, related_name="acts")
    person = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="acts")
    kind = models.CharField(max_length=40)
    words = models.CharField(max_length=200)
    change = models.JSONField()
    at = models.DateTimeField()
    undone = models.BooleanField(default=False)

    class Meta:
        indexes: ClassVar = [models.Index(fields=["school_class", "person", "undone", "id"])]


class Heartbeat(models.Model):
    """When a part that works in the background last said that it runs."""

    name = models.CharField(max_length=40, unique=True)
    at = models.DateTimeField()


class AuditAction(models.TextChoices):
    """What is written down for the school's records office."""

    SIGNED_IN = "signed_in", "signed in"
    SIGN_IN_REFUSED = "sign_in_refused", "sign-in refused"
    SIGNED_OUT = "signed_out", "signed out"
    SETTINGS = "settings", "changed the school's settings"
    EXPORTED = "exported", "exported"
    PRINTED = "printed", "printed"
    POSTED = "posted", "posted or withdrew grades"
    PEOPLE = "people", "changed people, classes or rosters"
    ACCESS = "access", "gave or took access"
    READ = "read", "looked at"
    """Once a day for each person, and class or student."""
    CHANGED = "changed", "changed scores, plan or reports"
    """Once a day likewise; each single change stands in its own history."""


class AppendOnly(models.QuerySet["AuditEntry"]):
    """Rows that are made and read, and nothing else; in the end the school's time for them is over."""

    def forget_before(self, moment: datetime.datetime) -> int:
        """Forget the lines of before a moment, as the school has said; gives how many."""
        return self.filter(at__lt=moment)._raw_delete(self.db)

    def update(self, **_: object) -> int:
        raise TypeError("An audit is only added to.")

    def delete(self) -> tuple[int, dict[str, int]]:
        raise TypeError("An audit is only added to.")


class AuditEntry(models.Model):
    """One line of the audit: who did what, of whom or which class, from where and when. It is never changed, and never deleted
    before the school's time for it is over.
    """

    school = models.ForeignKey(School, on_delete=models.PROTECT, null=True, related_name="+")
    """None where somebody belongs to no school, or is not known."""
    person = models.ForeignKey(Person, on_delete=models.PROTECT, null=True, related_name="+")
    action = models.CharField(max_length=20, choices=AuditAction.choices)
    operation = models.CharField(max_length=80)
    """The operation of the API, by its name; under which name somebody tried to sign in."""
    school_class = models.ForeignKey("SchoolClass", on_delete=models.PROTECT, null=True, related_name="+")
    student = models.ForeignKey(Student, on_delete=models.PROTECT, null=True, related_name="+")
    address = models.GenericIPAddressField(null=True)
    at = models.DateTimeField()

    objects: ClassVar = AppendOnly.as_manager()

    class Meta:
        indexes: ClassVar = [models.Index(fields=["school", "at"], name="audit_of_school")]

    def save(self, *args: object, **options: object) -> None:
        """Adds it. Raises TypeError where it is there already."""
        if self.pk is not None:
            raise TypeError("An audit is only added to.")
        super().save(*args, **options)  # type: ignore[arg-type]

    def delete(self, *_: object, **__: object) -> tuple[int, dict[str, int]]:
        raise TypeError("An audit is only added to.")


class Presence(models.Model):
    """That a teacher has a class open, and in which cell they are; fresh for some seconds after `at`."""

    school_class = models.ForeignKey(SchoolClass, on_delete=models.CASCADE, related_name="presences")
    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="presences")
    at = models.DateTimeField()
    student_id = models.PositiveIntegerField(null=True)
    assignment_id = models.PositiveIntegerField(null=True)

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["school_class", "person"], name="one_presence")]
