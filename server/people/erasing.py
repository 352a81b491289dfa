"""Erasing: somebody who left, and whose records the school need keep no longer, has no name here any more.

Scores, grades and their days stay, as of nobody: means and counts are what they were. Names, addresses, numbers, what was written
about them, and how they signed in go. It cannot be taken back; the audit says that it was done, of which row, and by whom. What is
kept for a month to be undone (files that were applied, batches of entries) forgets them by itself.
"""

import datetime

from accounts import second_factor, sessions
from accounts.inviting import belongs_elsewhere
from accounts.models import Invitation, Mail, ProviderAccount
from axes.models import AccessAttempt, AccessFailureLog, AccessLog
from dateutil.relativedelta import relativedelta
from django.db import transaction
from django.db.models import Q
from django.dispatch import Signal
from django.utils import timezone
from exchange.models import CalendarAddress
from reports.models import BankSentence, Comment, CommentEvent, Document, PostedGrade, Withdrawal
from school.acts import UNDOABLE_FOR
from school.models import Act, Person, School, Student
from school.refusal import Refused
from scores.models import LevelOverride, Override, Score, ScoreEvent

from people.class_revisions import count_classes_of
from people.students import new_aliases

LONGEST_KEPT = 99
student_erased = Signal()
"""Sent with `student` in the transaction that erases them, before their names go: who keeps something of them lets go of it."""
ERASED = "Erased"
"""The family name of whoever was erased; the given name is the number of the row, so that two can be told apart."""


def set_kept_years(school: School, kept_years: int, audit_years: int) -> None:
    """For how many years the school keeps what it knows of somebody who has left, and the lines of its audit."""
    for field, years, least in (("kept_years", kept_years, 0), ("audit_years", audit_years, 1)):
        if not least <= years <= LONGEST_KEPT:
            raise Refused(f"Type a number of years from {least} to {LONGEST_KEPT}.", field)
    school.kept_years, school.audit_years = kept_years, audit_years
    school.save(update_fields=["kept_years", "audit_years"])


def student_kept_until(student: Student) -> datetime.date | None:
    """The day from which a student who left may be erased (None: they have not left): the years that the school keeps, after the
    last day on which they were in a class.
    """
    if student.is_active:
        return None
    last = [
        min(each.ends or each.school_class.year.ends, each.school_class.year.ends)
        for each in student.enrolments.select_related("school_class__year")
    ]
    return _kept_until(student.school, max(last, default=None))


def person_kept_until(school: School, person: Person) -> datetime.date | None:
    """The same for a teacher, guardian or officer, after the last year in which they taught, or a child of theirs was at the school.

    None for who can still sign in, or whose child is at the school.
    """
    children = list(person.children.filter(school=school, erased_at=None))
    if person.is_active or any(each.is_active for each in children):
        return None
    last = [each.school_class.year.ends for each in person.teachings.select_related("school_class__year")]
    days = [student_kept_until(each) for each in children]
    return max([_kept_until(school, max(last, default=None)), *(day for day in days if day is not None)])


def _kept_until(school: School, last: datetime.date | None) -> datetime.date:
    # Who was never in a class has left nothing that would have to be kept.
    return last + relativedelta(years=school.kept_years) if last else school.today()


@transaction.atomic
def erase_student(student: Student) -> None:
    """A student's names go, and with them their account. Raises Refused while they are at the school, or the years are not over."""
    _refuse_early(student.school, str(student), student_kept_until(student))
    if student.erased_at is not None:
        raise Refused("They were erased already.")
    count_classes_of([student.pk])
    _erase_writing(student)
    student_erased.send(Student, student=student)
    # Report cards and sheets that were made long ago may name them; they can be made again.
    Document.objects.filter(school=student.school, at__lt=timezone.now() - UNDOABLE_FOR).delete()
    # What can be undone in their classes tells of them, too; it is of years that are over.
    Act.objects.filter(school_class__enrolments__student=student).delete()
    account, school = student.person, student.school
    student.person = None
    student.given_name, student.family_name, student.official_name = str(student.pk), ERASED, ""
    student.pronouns, student.number, student.alias = "they", f"erased {student.pk}", new_aliases(school, 1)[0]
    student.erased_at = timezone.now()
    student.save()
    student.guardians.clear()
    CalendarAddress.objects.filter(student=student).delete()
    if account is not None:
        _erase_account(account)


@transaction.atomic
def erase_person(school: School, person: Person) -> None:
    """A teacher's, guardian's or officer's name goes. Raises Refused while they can sign in, have a child here, belong to another
    school, or the years are not over.
    """
    if belongs_elsewhere(school, person):
        raise Refused(f"{person} also belongs to another school, which keeps their name.")
    _refuse_early(school, str(person), person_kept_until(school, person))
    if person.erased_at is not None:
        raise Refused("They were erased already.")
    BankSentence.objects.filter(owner=person).delete()
    person.acts.all().delete()
    for each in person.children.all():
        each.guardians.remove(person)
    _erase_account(person)


def _refuse_early(school: School, name: str, until: datetime.date | None) -> None:
    if until is None:
        raise Refused(f"{name} has not left the school. Who has left can be erased when the years are over.")
    if school.today() < until:
        years = "1 year" if school.kept_years == 1 else f"{school.kept_years} years"
        raise Refused(f"The school keeps what it knows for {years}: {name} can be erased from {until:%-d %B %Y}.")


def _erase_writing(student: Student) -> None:
    """What was written about somebody in words. Numbers, codes and marks stay."""
    Score.objects.filter(student=student).update(comment="", note="", flag="")
    ScoreEvent.objects.filter(score__student=student).update(beside={})
    for overrides in (Override, LevelOverride):
        overrides._default_manager.filter(student=student).update(reason="")
    Comment.objects.filter(student=student).update(text="", narrative="", by_standard={})
    CommentEvent.objects.filter(comment__student=student).update(text="", narrative="", by_standard={})
    Withdrawal.objects.filter(grade__student=student).update(reason="erased")
    for grade in PostedGrade.objects.filter(student=student):
        grade.comment, grade.narrative, grade.by_standard = "", "", {}
        grade.working = grade.working | {"student": ERASED}
        grade.save(update_fields=["comment", "narrative", "by_standard", "working"])


def _erase_account(person: Person) -> None:
    second_factor.forget(person)
    sessions.end_all(person)
    # Under their name, and under it with a browser's number (`signing_in.attempted_name`).
    attempts = Q(username=person.sign_in) | Q(username__startswith=f"{person.sign_in} ")
    for log in (AccessAttempt, AccessFailureLog, AccessLog):
        log.objects.filter(attempts).delete()
    if person.email:
        Mail.objects.filter(to__iexact=person.email).delete()
    Invitation.objects.filter(person=person).delete()
    CalendarAddress.objects.filter(person=person).delete()
    ProviderAccount.objects.filter(person=person).delete()
    person.given_name, person.family_name, person.email = str(person.pk), ERASED, ""
    person.sign_in, person.is_active, person.erased_at = f"erased {person.pk}", False, timezone.now()
    person.set_unusable_password()
    person.save()
