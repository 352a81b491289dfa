"""Which reports guardians have said to have read: as they were posted by then; what is posted again is to be read again."""

from collections.abc import Collection, Mapping

from reports.models import PostedGrade
from reports.posted import PostedNumbers, posted_numbers
from school.models import Guardianship, Person, Sees, Student, Term
from school.refusal import NotYours

from families.models import ReportRead


def read(person: Person, student: Student, term_id: int) -> None:
    """Somebody says that they have read a report as it is now. Raises NotYours where none is there for them."""
    last = _last(posted_numbers(student, student.school.today())).get(term_id)
    if last is None:
        raise NotYours
    ReportRead.objects.update_or_create(
        person=person, student=student, term_id=term_id, defaults={"until": last, "at": student.school.now()}
    )


def terms_read(person: Person, student: Student, posted: PostedNumbers) -> list[int]:
    """The terms whose reports somebody has read as they are now."""
    last = _last(posted)
    until = ReportRead.objects.filter(person=person, student=student).values_list("term_id", "until")
    return sorted(term for term, number in until if term in last and number >= last[term])


def _last(posted: PostedNumbers) -> dict[int, int]:
    """The number of the last grade in each term's report."""
    found: dict[int, int] = {}
    for (_, term), number in posted.seen.items():
        found[term] = max(found.get(term, 0), number)
    return found


def read_words(term: Term, posted: Mapping[int, PostedGrade], students: Collection[Student]) -> str:
    """Of a class's students with a posted grade: whose family has read the report since, and whose not yet. A family has where one of
    its guardians has; who has no guardian that sees reports is not counted.
    """
    with_readers = set(
        Guardianship.objects.filter(student__in=posted, kept_out=False)
        .exclude(sees=Sees.NONE)
        .values_list("student_id", flat=True)
    )
    until = ReportRead.objects.filter(term=term, student__in=with_readers).values_list("student_id", "until")
    have = {student for student, number in until if number >= posted[student].pk}
    waiting = sorted(str(each) for each in students if each.pk in with_readers - have)
    if not with_readers:
        return "nobody has a report to read yet"
    if not waiting:
        return "read for everybody who has a guardian here"
    return f"read for {len(have)} of {len(with_readers)}; not yet for {', '.join(waiting)}"
