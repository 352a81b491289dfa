"""Loose ends: what a teacher has to look at before a term ends, over all classes, each mended where it stands."""

from collections.abc import Iterator, Sequence

from gradecore.column import Column
from gradecore.figures import score_percent
from plans.models import Assignment
from school.models import Enrolment, SchoolClass, Term

from scores.book import LoadedClass, ScoreRow
from scores.class_cache import cached_class
from scores.grid import is_apart, slip_words, slips_of
from scores.schemas import LooseEndOut

LOW = 60
"""A score of fewer percent than this wants a comment for the family."""


def loose_ends(classes: Sequence[SchoolClass]) -> list[LooseEndOut]:
    """The loose ends of the running term of some classes, class by class and by due date."""
    found: list[LooseEndOut] = []
    for school_class in classes:
        loaded = cached_class(school_class)
        found += loose_ends_of(loaded, loaded.plan.running_term())
    return found


def loose_ends_of(loaded: LoadedClass, term: Term) -> Iterator[LooseEndOut]:
    """The loose ends of one term of a class; a term made of terms has none of its own."""
    if loaded.gradebook.terms[str(term.pk)].parts:
        return
    works = {str(each.pk): each for each in loaded.plan.assignments}
    columns = [each for each in loaded.gradebook.plan(str(term.pk)).columns if not is_apart(loaded, works[each.id])]
    for column in sorted(columns, key=lambda each: (works[each.id].due_on or term.ends, each.position)):
        slips = slips_of(loaded, column)
        for enrolment in loaded.plan.roster:
            student = str(enrolment.student_id)
            score = loaded.rows.get((enrolment.student_id, int(column.id)))
            meant = None
            if score is not None and student in slips and not score.meant:
                work, wanted = works[column.id], slips[student].meant
                kind, words = "slip", slip_words(loaded, work, slips[student])
                meant = None if wanted is None else loaded.lines.typed(wanted, work)
            else:
                kind, words = _kind(loaded, column, works[column.id], enrolment, score)
            if kind:
                yield _out(loaded, works[column.id], enrolment, score, kind, words, meant)


def _kind(
    loaded: LoadedClass, column: Column, work: Assignment, enrolment: Enrolment, score: ScoreRow | None
) -> tuple[str, str]:
    """Which loose end a score is, and what to say of it; empty for none."""
    student = str(enrolment.student_id)
    if not column.is_assigned(student):
        return "", ""
    value = loaded.value_of(enrolment.student_id, work.pk)
    if score is not None and score.flag == "incomplete":
        return "incomplete", "Flagged incomplete."
    if column.is_missing(student, value):
        return "missing", f"Missing ({value})." if value else "Missing: closed without a score."
    if value is None:
        today = loaded.plan.school_class.school.today()
        is_due = work.due_on is not None and work.due_on < today and not work.extra
        return ("blank", "Blank, and past due.") if is_due else ("", "")
    if isinstance(value, str):
        return "excused", f"Has {value} in place of a score."
    percent = score_percent(column, value)
    if percent is not None and percent < LOW and not (score and score.comment) and not work.extra:
        return "low", f"{int(percent)} % and no comment for the family."
    return "", ""


def _out(
    loaded: LoadedClass,
    work: Assignment,
    enrolment: Enrolment,
    score: ScoreRow | None,
    kind: str,
    words: str,
    meant: str | None,
) -> LooseEndOut:
    student = enrolment.student
    return LooseEndOut(
        kind=kind,
        words=words,
        class_id=loaded.plan.school_class.pk,
        class_name=str(loaded.plan.school_class),
        term_id=work.term_id,
        student_id=student.pk,
        student=str(student),
        assignment_id=work.pk,
        assignment=work.name,
        short_name=work.short_name,
        due_on=work.due_on,
        text=loaded.text_of(score, work),
        points=f"{work.points.normalize():f}",
        version=score.version if score else 0,
        meant=meant,
        flag=score.flag if score else "",
    )
