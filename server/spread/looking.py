"""Who was looked at: a teacher's own note that they have thought about a student who is close below a mark."""

from django.db import transaction
from gradecore.gradebook import Gradebook
from school.models import Student, Teaching, Term
from school.refusal import NotYours
from scores.book import LoadedClass


def look_at(
    loaded: LoadedClass, teaching: Teaching | None, term: Term, student: Student, *, is_looked_at: bool
) -> None:
    """Keep that a student was looked at, with the percent they had: with another one they are to be looked at again. NotYours for
    whoever does not teach the class.
    """
    if teaching is None:
        raise NotYours
    percent = _percent(loaded.gradebook, student, term)
    with transaction.atomic():
        # All notes of a teacher stand in one row: what was noted elsewhere in the meantime stays.
        kept = Teaching.objects.select_for_update().get(pk=teaching.pk)
        here = dict(kept.looked_at.get(str(term.pk), {}))
        here.pop(str(student.pk), None)
        if is_looked_at and percent is not None:
            here[str(student.pk)] = percent
        kept.looked_at = kept.looked_at | {str(term.pk): here}
        kept.save(update_fields=["looked_at"])


def _percent(gradebook: Gradebook, student: Student, term: Term) -> str | None:
    percent = gradebook.result(str(student.pk), str(term.pk)).percent
    return None if percent is None else str(percent)
