"""A class by aliases at a public address: the scores that families are shown, under the names that stand for students, and nothing of
grades. Before it is shared it is said who could be recognised all the same.
"""

from collections.abc import Iterator

from django.db import transaction
from gradecore.book import NUMBER
from plans.models import Assignment
from reports.standing import plural
from school.calendar import local
from school.language import language
from school.models import OF_WHOLE_CLASS, Person, SchoolClass, Student, Term
from school.refusal import NotYours
from school.secret import hashed, new_secret
from scores.book import LoadedClass, term_of, works_of
from scores.class_cache import cached_answer
from scores.texts import plain_number

from families.models import AliasSheet
from families.schemas import AliasRowOut, AliasSheetOut, AliasWorkOut, Recognisable
from families.shown_scores import ShownScores

FEWEST = 6
"""In a class of fewer everybody is told from the others by who is left."""
MOST_REASONS = 3
"""How much is said of each who could be recognised."""


@transaction.atomic
def share(school_class: SchoolClass, person: Person) -> str:
    """A new address, in place of the one before, which leads nowhere any more; the secret in it is told this once."""
    secret = new_secret()
    AliasSheet.objects.update_or_create(
        school_class=school_class,
        defaults={"secret_hash": hashed(secret), "made_by": person, "made_at": school_class.school.now()},
    )
    return secret


def stop(school_class: SchoolClass) -> None:
    """Whoever has the address sees nothing any more."""
    AliasSheet.objects.filter(school_class=school_class).delete()


def sheet_at(secret: str) -> str:
    """The sheet of an address, as JSON (AliasSheetOut). Raises NotYours for one that is none, or of a class that is archived."""
    found = (
        AliasSheet.objects.select_related(*OF_WHOLE_CLASS)
        .filter(secret_hash=hashed(secret), school_class__archived_at=None)
        .first()
    )
    if found is None:
        raise NotYours
    return cached_answer(
        found.school_class, ("alias sheet", language()), lambda loaded: sheet(loaded).model_dump_json()
    )


def sheet(loaded: LoadedClass) -> AliasSheetOut:
    """The running term's sheet."""
    term = term_of(loaded, None)
    scores, works = ShownScores(loaded, str(term.pk)), _shown_works(loaded, term)
    school_class = loaded.plan.school_class
    # By alias, for the order of names would tell who is who.
    students = sorted(loaded.plan.students, key=lambda each: each.alias)
    return AliasSheetOut(
        school=school_class.school.name,
        name=str(school_class),
        term=term.name,
        at=local(school_class.school, school_class.school.now()).replace(microsecond=0, second=0),
        works=[AliasWorkOut(name=each.name, due_on=each.due_on, points=_points(loaded, each)) for each in works],
        rows=[
            AliasRowOut(alias=each.alias, scores=[scores.text(each.pk, work) for work in works]) for each in students
        ],
    )


def _shown_works(loaded: LoadedClass, term: Term) -> list[Assignment]:
    """The term's work of which families are shown the scores, and of which there are any."""
    scored = {assignment for _, assignment in loaded.rows}
    return [each for each in works_of(loaded, term) if each.pk in loaded.shown and each.pk in scored]


def _points(loaded: LoadedClass, work: Assignment) -> str:
    return plain_number(work.points) if loaded.plan.rules.families_points else ""


def warnings_of(loaded: LoadedClass) -> list[str]:
    """What to think of before a class is shared, in sentences."""
    count = len(loaded.plan.students)
    return (
        [f"The class has {plural(count, 'student')}: of so few each is soon told from the others."]
        if count < FEWEST
        else []
    )


def recognisable(loaded: LoadedClass) -> list[Recognisable]:
    """Students whom who knows the class could tell in spite of the alias, and by what: they alone have no number on some work, or
    another code than all who have one, so that whoever was absent, late to the class or given other work is found in the sheet.
    """
    term = term_of(loaded, None)
    found: dict[Student, list[str]] = {}
    for work in _shown_works(loaded, term):
        for student, reason in _alone(loaded, work):
            found.setdefault(student, []).append(reason)
    return [
        Recognisable(student_id=each.pk, name=str(each), alias=each.alias, reasons=found[each][:MOST_REASONS])
        for each in loaded.plan.students
        if each in found
    ]


def _alone(loaded: LoadedClass, work: Assignment) -> Iterator[tuple[Student, str]]:
    """Who is alone with what they have on some work, where that is no number."""
    by_text: dict[str, list[Student]] = {}
    for student in loaded.plan.students:
        if not isinstance(loaded.value_of(student.pk, work.pk), NUMBER):
            text = loaded.text_of(loaded.rows.get((student.pk, work.pk)), work)
            by_text.setdefault(text, []).append(student)
    for text, students in by_text.items():
        if len(students) == 1 and len(loaded.plan.students) > 1:
            yield students[0], f"alone with {text} on {work.name}" if text else f"alone without a score on {work.name}"
