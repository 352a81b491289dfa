"""Posting: grades are kept as they were at that moment, and families see them from the day that the window says."""

import uuid
from collections.abc import Collection, Sequence

from django.conf import settings
from django.db import IntegrityError, transaction
from django.dispatch import Signal
from django.utils.translation import override
from gradecore.numbers import rational_text
from plans.choices import in_words
from school import acts, windows
from school.language import CHOICES
from school.models import Person, SchoolClass, Student, Term
from school.refusal import NotYours, Refused
from school.revisions import count_posted
from scores.book import LoadedClass, load_class
from scores.explaining import explained
from scores.working_schemas import WorkingOut
from scores.working_words import words_of

from reports.checks import checks_of
from reports.levels import own_scales, scale_marks
from reports.models import KeptBack, PostedGrade, Posting, Withdrawal
from reports.posted import is_withdrawn, of_term
from reports.report import grades_of
from reports.written import state_of, written

LONGEST_REASON = 300
grades_posted = Signal()
"""Sent in the transaction that posts grades, with `school_class`, `term` and `person`: what is to happen with them happens too, or
neither does.
"""


def post(
    school_class: SchoolClass, person: Person, term: Term, request: uuid.UUID, students: Collection[int], term_name: str
) -> int:
    """Post students' grades for a term, in one transaction, and once however often it is asked for.

    Gives how many were posted; what is posted already just as it is now is not posted again. Raises Refused where the
    term may not be posted to now, where a student has no grade, or where a check that the school made binding is open.
    """
    try:
        with transaction.atomic():
            count_posted(school_class.pk)
            known = Posting.objects.filter(request=request, school_class=school_class).first()
            if known is not None:
                return known.grades.count()
            windows.admit(term, person, school_class.school.today(), term_name)
            return _post(load_class(school_class), person, term, request, students)
    except IntegrityError:
        raise Refused("This posting was already made elsewhere. Look at the list as it is now.") from None


def _post(loaded: LoadedClass, person: Person, term: Term, request: uuid.UUID, students: Collection[int]) -> int:
    chosen = [each for each in loaded.plan.students if each.pk in set(students)]
    if not chosen:
        raise Refused("Nobody is chosen. Choose whose grades are posted.", "students")
    school_class = loaded.plan.school_class
    kept = written(school_class, term)
    shown = grades_of(loaded, term)
    checks = checks_of(loaded, term, kept, shown)
    for student in chosen:
        _refuse_if_held(student, term, [each.words for each in checks[student.pk] if each.is_binding])
    chosen = [each for each in chosen if state_of(shown[each.pk], each.pk, kept) != "posted"]
    if not chosen:
        return 0
    own = loaded.plan.term_plans.get(term.pk)
    collects = windows.collected(kept.window)
    posting = Posting.objects.create(
        request=request,
        school_class=school_class,
        term=term,
        person=person,
        at=school_class.school.now(),
        ground_rules=in_words(loaded.plan.rules, own.ground_rules if own else None),
        collects=collects,
        levels=scale_marks(loaded),
        own_levels=own_scales(loaded),
    )
    grades = []
    for student in chosen:
        comment = kept.comments.get(student.pk)
        result = loaded.gradebook.result(str(student.pk), str(term.pk))
        working = explained(loaded, loaded.gradebook, student, term)
        grades.append(
            PostedGrade(
                posting=posting,
                student=student,
                percent=rational_text(result.final_percent) or "",
                percent_shown=shown[student.pk].percent or "",
                mark=shown[student.pk].mark or "",
                effort=kept.efforts.get(student.pk, "") if "effort" in collects else "",
                comment=comment.text if comment else "",
                narrative=comment.narrative if comment else "",
                by_standard=comment.by_standard if comment else {},
                levels=shown[student.pk].levels,
                working=working.model_dump(mode="json"),
                working_words=_in_other_languages(loaded, student, term, working),
            )
        )
    PostedGrade.objects.bulk_create(grades)
    grades_posted.send(Posting, school_class=school_class, term=term, person=person)
    return len(grades)


def _in_other_languages(
    loaded: LoadedClass, student: Student, term: Term, working: WorkingOut
) -> dict[str, dict[str, str]]:
    """What a working says in the languages that families may choose beside the school's own, by language and by what it says."""
    found = {}
    for code in CHOICES:
        if code != settings.LANGUAGE_CODE:
            with override(code):
                other = words_of(explained(loaded, loaded.gradebook, student, term))
            pairs = zip(words_of(working), other, strict=True)
            found[code] = {words: there for words, there in pairs if words != there}
    return found


def _refuse_if_held(student: Student, term: Term, held: Sequence[str]) -> None:
    if "no grade" in held:
        raise Refused(
            f"{student} has no grade in {term.name} yet. Leave them out, or enter a score or an override.", "students"
        )
    if held:
        raise Refused(
            f"{student}: {', '.join(held)}. The school does not let this be posted; mend it, or leave them out.",
            "students",
        )


@transaction.atomic
def withdraw(school_class: SchoolClass, person: Person, term: Term, student: Student, reason: str) -> None:
    """Take a posted grade back, with the reason. It stays in the history; the family no longer sees it."""
    count_posted(school_class.pk)
    windows.refuse_closed(term, person, school_class.school.today())
    if not reason.strip():
        raise Refused("Say why it is withdrawn: the reason stays with what was posted.", "reason")
    if len(reason) > LONGEST_REASON:
        raise Refused(f"The reason has {len(reason)} characters; at most {LONGEST_REASON} fit.", "reason")
    grade = of_term(school_class, term).get(student.pk)
    if grade is None:
        raise NotYours
    if is_withdrawn(grade):
        raise Refused(f"{student}’s grade of {term.name} was withdrawn already.")
    Withdrawal.objects.create(grade=grade, reason=reason.strip(), person=person, at=school_class.school.now())


@transaction.atomic
def keep_back(
    school_class: SchoolClass, person: Person, term: Term, students: Collection[int], *, is_shown: bool
) -> int:
    """Keep posted grades of a term from families, or show them again. Gives for how many that changed."""
    count_posted(school_class.pk)
    windows.refuse_closed(term, person, school_class.school.today())
    now = set(_kept_back(school_class, term.pk))
    wanted = now - set(students) if is_shown else now | set(students)
    changed = now ^ wanted
    if changed:
        _set_kept_back(school_class, term.pk, wanted)
        said = f"{'showed' if is_shown else 'kept back'} {len(changed)} grade{'' if len(changed) == 1 else 's'} of {term.name}"
        acts.record(
            school_class, person, "kept_back", said, {"term": term.pk, "before": sorted(now), "after": sorted(wanted)}
        )
    return len(changed)


def _kept_back(school_class: SchoolClass, term: int) -> list[int]:
    return list(KeptBack.objects.filter(school_class=school_class, term=term).values_list("student_id", flat=True))


def _set_kept_back(school_class: SchoolClass, term: int, students: Collection[int]) -> None:
    KeptBack.objects.filter(school_class=school_class, term=term).exclude(student__in=students).delete()
    there = set(_kept_back(school_class, term))
    KeptBack.objects.bulk_create(
        KeptBack(school_class=school_class, term_id=term, student_id=each) for each in students if each not in there
    )


def _turn_kept_back(
    school_class: SchoolClass, change: dict[str, list[int]], now: str, wanted: str, term: int
) -> list[str]:
    if sorted(_kept_back(school_class, term)) != change[now]:
        return ["What families see has been changed since and stays as it is."]
    _set_kept_back(school_class, term, change[wanted])
    return []


acts.kind(
    "kept_back",
    undo=lambda school_class, person, change: _turn_kept_back(school_class, change, "after", "before", change["term"]),
    redo=lambda school_class, person, change: _turn_kept_back(school_class, change, "before", "after", change["term"]),
)
