"""Report cards: what was posted of a student over subjects and terms, and nothing that is computed now."""

from collections.abc import Collection, Iterable, Mapping, Sequence

from django.utils.formats import date_format
from school.calendar import local
from school.models import Student, Term

from reports.card_schemas import (
    CardCommentOut,
    CardLevelsOut,
    CardOut,
    CardScaleOut,
    CardSubjectOut,
    CardTermOut,
)
from reports.logo import logo_of
from reports.models import KeptBack, PostedGrade
from reports.posted import in_force, latest, with_subjects
from reports.standing import day_text


def posted_of(students: Collection[int], classes: Collection[int] | None = None) -> dict[int, list[PostedGrade]]:
    """What is in force of students and not kept back from their families, by student: over all subjects, or those of some
    classes.
    """
    grades = with_subjects(PostedGrade.objects.filter(student__in=students))
    if classes is not None:
        grades = grades.filter(posting__school_class__in=classes)
    found: dict[int, list[PostedGrade]] = {}
    kept_back = set(
        KeptBack.objects.filter(student__in=students).values_list("school_class_id", "student_id", "term_id")
    )
    last = latest(grades)
    for each in in_force(each for place, each in last.items() if place not in kept_back):
        found.setdefault(each.student_id, []).append(each)
    return found


def card_of(student: Student, grades: Iterable[PostedGrade], term: Term, terms: Sequence[Term]) -> CardOut:
    """A student's report card for a term: marks of the year's terms until then, comments of the term itself."""
    until = {each.pk: each for each in terms if each.position <= term.position or each.pk == term.within_id}
    told = {each.pk for each in terms if term.pk in (each.pk, each.within_id)}
    by_class: dict[int, dict[int, PostedGrade]] = {}
    for each in grades:
        if each.posting.term_id in until:
            by_class.setdefault(each.posting.school_class_id, {})[each.posting.term_id] = each
    by_class = _by_course(by_class)
    shown = [each for each in terms if any(each.pk in of_class for of_class in by_class.values())]
    subjects = [_subject(of_class, shown, told) for of_class in by_class.values()]
    moments = [each.posting.at for of_class in by_class.values() for each in of_class.values()]
    return CardOut(
        school=student.school.name,
        address=student.school.address,
        logo=logo_of(student.school),
        year=term.year.name,
        student_id=student.pk,
        student=str(student),
        number=student.number,
        term=term.name,
        terms=[each.name for each in shown],
        day=date_format(local(student.school, max(moments)), "j F Y") if moments else day_text(student.school.today()),
        subjects=sorted(subjects, key=lambda each: each.name),
    )


def _by_course(by_class: Mapping[int, dict[int, PostedGrade]]) -> dict[int, dict[int, PostedGrade]]:
    """The same with classes of one name as one subject, where no term was posted in more than one of them: so it is of who changed
    section.
    """
    found: dict[int, dict[int, PostedGrade]] = {}
    named: dict[str, int] = {}
    for school_class, of_class in by_class.items():
        first = named.setdefault(next(iter(of_class.values())).posting.school_class.name, school_class)
        if first != school_class and not found[first].keys() & of_class.keys():
            found[first] |= of_class
        else:
            found[school_class] = dict(of_class)
    return found


def shows_percent(grade: PostedGrade) -> bool:
    """Whether a posted percent is for families: collected at the time, and shown by the class's ground rules."""
    return grade.posting.school_class.ground_rules.families_percent and "percent" in grade.posting.collects


def _levels(found: Sequence[PostedGrade | None]) -> list[CardLevelsOut]:
    """Every standard that has a level in any of the terms, in the order of the last one that has it."""
    names = dict.fromkeys(name for each in reversed(found) if each for name in each.levels)
    return [
        CardLevelsOut(name=name, marks=[each.levels.get(name, "") if each else "" for each in found]) for name in names
    ]


def _scales(found: Sequence[PostedGrade | None]) -> list[CardScaleOut]:
    """What the levels on a card were chosen from, as of the last term that has any."""
    last = next((each for each in reversed(found) if each and each.levels), None)
    if last is None:
        return []
    posting, own = last.posting, dict[tuple[str, ...], list[str]]()
    for name in last.levels:
        own.setdefault(tuple(posting.own_levels.get(name, ())), []).append(name)
    usual = [CardScaleOut(standards=[], levels=posting.levels)] if own.pop((), None) and posting.levels else []
    return usual + [CardScaleOut(standards=names, levels=list(levels)) for levels, names in own.items()]


def _subject(of_class: Mapping[int, PostedGrade], terms: Sequence[Term], told: Collection[int]) -> CardSubjectOut:
    found = [of_class.get(each.pk) for each in terms]
    last = next(each for each in reversed(found) if each)
    school_class = last.posting.school_class
    return CardSubjectOut(
        name=school_class.name,
        teachers=[str(each.person) for each in sorted(school_class.teachings.all(), key=lambda each: each.pk)],
        terms=[
            CardTermOut(
                term=term.name,
                mark=each.mark if each and "mark" in each.posting.collects else "",
                percent=each.percent_shown if each and shows_percent(each) else "",
                effort=each.effort if each else "",
            )
            for term, each in zip(terms, found, strict=True)
        ],
        levels=_levels([each if each and "mark" in each.posting.collects else None for each in found]),
        scales=_scales(found),
        comments=[
            CardCommentOut(term=term.name, comment=each.comment, by_standard=each.by_standard, narrative=each.narrative)
            for term, each in zip(terms, found, strict=True)
            if each and term.pk in told and (each.comment or each.by_standard or each.narrative)
        ],
    )
