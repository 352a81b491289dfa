"""Who was looked at: a teacher's own note that they have thought about a student who is close below a mark."""

from gradecore.gradebook import Gradebook
from school.models import Person, Student, Term
from school.refusal import NotYours
from scores.book import LoadedClass


def look_at(loaded: LoadedClass, person: Person, term: Term, student: Student, *, is_looked_at: bool) -> None:
    """Keep that a student was looked at, with the percent they had: with another one they are to be looked at again."""
    teaching = loaded.plan.school_class.teaching_of(person)
    if teaching is None:
        raise NotYours
    here = dict(teaching.looked_at.get(str(term.pk), {}))
    here.pop(str(student.pk), None)
    percent = _percent(loaded.gradebook, student, term)
    if is_looked_at and percent is not None:
        here[str(student.pk)] = percent
    teaching.looked_at = teaching.looked_at | {str(term.pk): here}
    teaching.save(update_fields=["looked_at"])


def _percent(gradebook: Gradebook, student: Student, term: Term) -> str | None:
    percent = gradebook.result(str(student.pk), str(term.pk)).percent
    return None if percent is None else str(percent)
