"""Students in and out of classes on a day, back again, and from one section to another with the scores that have a counterpart."""

import datetime
from collections.abc import Collection
from dataclasses import dataclass

from django.db import transaction
from plans.models import Assignment
from school import revisions
from school.models import Enrolment, Person, SchoolClass, Student
from school.refusal import NotYours, Refused
from scores.models import Score
from scores.writing import Writing


@transaction.atomic
def enrol(school_class: SchoolClass, students: Collection[Student], day: datetime.date | None = None) -> int:
    """Students come into a class on a day (the year's first, while it has not begun, or else today); gives how many were not in it.

    Who was in it before is back with all that they had there.
    """
    revisions.count_class(school_class.pk)
    today, year = school_class.school.today(), school_class.year
    starts = day or max(min(today, year.ends), year.starts)
    if not year.starts <= starts <= year.ends:
        raise Refused(f"{starts:%-d %b %Y} is not in the school year {year.name}.", "day")
    known = {each.student_id: each for each in school_class.enrolments.select_for_update().filter(student__in=students)}
    fresh, back = [], []
    for each in {student.pk: student for student in students}.values():
        enrolment = known.get(each.pk)
        if enrolment is None:
            fresh.append(Enrolment(school_class=school_class, student=each, starts=starts))
        elif enrolment.ends is not None:
            _come_back(enrolment, starts)
            back.append(enrolment)
    Enrolment.objects.bulk_create(fresh)
    Enrolment.objects.bulk_update(back, ["starts", "ends", "earlier_stays"])
    return len(fresh) + len(back)


def _come_back(enrolment: Enrolment, starts: datetime.date) -> None:
    last = enrolment.ends
    if last is not None and starts > last + datetime.timedelta(days=1):
        enrolment.earlier_stays = [*enrolment.earlier_stays, [enrolment.starts.isoformat(), last.isoformat()]]
        enrolment.starts = starts
    enrolment.ends = None


@transaction.atomic
def leave(school_class: SchoolClass, students: Collection[Student], day: datetime.date) -> int:
    """Students leave a class: a day is their last in it. All that they have there stays, and comes back with them."""
    revisions.count_class(school_class.pk)
    rows = list(school_class.enrolments.select_for_update().filter(student__in=students, ends=None))
    for each in rows:
        each.ends = max(day, each.starts)
    Enrolment.objects.bulk_update(rows, ["ends"])
    return len(rows)


def enrolment_of(school_class: SchoolClass, student: Student) -> Enrolment:
    """How a student is, or was, in a class. Raises NotYours where they never were."""
    found = school_class.enrolments.filter(student=student).first()
    if found is None:
        raise NotYours
    return found


@dataclass(frozen=True)
class GoesAlong:
    """Scores that have a counterpart in another section, and the names of work with a score that has none."""

    pairs: list[tuple[Score, Assignment]]
    left: list[str]


def what_goes_along(student: Student, here: SchoolClass, there: SchoolClass) -> GoesAlong:
    """What a student who changes section would take along: the score of a piece of work goes to the work of that name, out of as many
    points, in which they have nothing yet.
    """
    counterparts = {(each.name.casefold(), each.points): each for each in there.assignments.all()}
    has = set(
        Score.objects.filter(student=student, assignment__school_class=there).values_list("assignment_id", flat=True)
    )
    pairs, left = [], []
    scores = Score.objects.filter(student=student, assignment__school_class=here, assignment__deleted_at=None)
    for score in scores.exclude(number=None, code="").select_related("assignment").order_by("assignment__due_on", "id"):
        other = counterparts.get((score.assignment.name.casefold(), score.assignment.points))
        if other is None or other.pk in has:
            left.append(score.assignment.name)
        else:
            pairs.append((score, other))
    return GoesAlong(pairs, left)


@transaction.atomic
def move(
    student: Student, here: SchoolClass, there: SchoolClass, person: Person, day: datetime.date, *, with_scores: bool
) -> int:
    """A student changes section: from a day on they are in another class. Gives how many scores went along; in the class that they
    leave everything stays as it was.
    """
    if here.pk == there.pk or here.year_id != there.year_id:
        raise Refused("Choose another class of the same school year.", "to")
    leave(here, [student], day - datetime.timedelta(days=1))
    enrol(there, [student], day)
    along = what_goes_along(student, here, there) if with_scores else GoesAlong([], [])
    if along.pairs:
        writing = Writing(person, there.school.now(), revisions.next_scores(there.pk))
        for score, other in along.pairs:
            beside = {
                name: getattr(score, name)
                for name in ("flag", "comment", "note", "by_standard", "levels")
                if getattr(score, name) and (name != "levels" or other.criteria == score.assignment.criteria)
            }
            writing.put(
                Score(student=student, assignment=other, version=0), score.number, score.code, "brought along", beside
            )
        writing.save()
        Assignment.chosen_students.through.objects.bulk_create(
            Assignment.chosen_students.through(assignment_id=other.pk, student_id=student.pk)
            for _, other in along.pairs
            if other.due_on is not None and other.due_on < day
        )
    return len(along.pairs)
