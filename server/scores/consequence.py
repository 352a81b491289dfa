"""Which grades something would change, seen before it is done (R11)."""

from collections import Counter
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction

from gradecore.change import Change, changed
from gradecore.entry import EntryError
from gradecore.gradebook import Gradebook
from gradecore.numbers import decimal_text, fixed_text
from plans.consequence_schemas import ChangeOut, ConsequenceOut
from plans.loading import LoadedPlan
from plans.models import Assignment
from school.models import Student, Term

from scores.book import LoadedClass
from scores.entry_schemas import NotTakenOut, TriedOut
from scores.grid import namesakes_of
from scores.typed_lines import Line

_MARKS_FIRST = {"falls": 0, "disappears": 0, "replaced": 0, "rises": 1, "appears": 1, "stays": 2}


def consequence(plan: LoadedPlan, before: Gradebook, after: Gradebook, term: Term) -> ConsequenceOut:
    """What becomes of the grades of a term between two states of a class, and how many change in other terms."""
    moved = list(changed(before, after))
    here = sorted(
        (each for each in moved if each.term == str(term.pk)),
        key=lambda each: (_MARKS_FIRST[each.move], -abs(_difference(each))),
    )
    students = {str(each.pk): each for each in plan.students}
    namesakes = namesakes_of(plan.roster)
    elsewhere = Counter(each.term for each in moved if each.term != str(term.pk))
    return counted(here).model_copy(
        update={
            "changes": [_change(students[each.student], each, before, after, namesakes) for each in here],
            "elsewhere": [
                f"{elsewhere[str(each.pk)]} in {each.name.lower()}" for each in plan.terms if elsewhere[str(each.pk)]
            ],
        }
    )


def counted(here: Sequence[Change]) -> ConsequenceOut:
    """How many grades of a term change and how, without whose."""
    by = [_difference(each) for each in here]
    return ConsequenceOut(
        grades=len(here),
        up=sum(each > 0 for each in by),
        down=sum(each < 0 for each in by),
        marks=sum(each.mark_before != each.mark_after for each in here),
        changes=[],
        elsewhere=[],
    )


def _difference(change: Change) -> Fraction:
    return (change.percent_after or Fraction(0)) - (change.percent_before or Fraction(0))


def _change(
    student: Student, change: Change, before: Gradebook, after: Gradebook, namesakes: Collection[tuple[str, str]]
) -> ChangeOut:
    def shown(gradebook: Gradebook, percent: Fraction | None) -> str | None:
        return None if percent is None else gradebook.result(change.student, change.term).percent_shown

    old, new = shown(before, change.percent_before), shown(after, change.percent_after)
    # The difference is that of the numbers shown, with as many decimals as they have.
    difference = Fraction(new or 0) - Fraction(old or 0)
    decimals = max([1, *(len(each.partition(".")[2]) for each in (old, new) if each)])
    return ChangeOut(
        student_id=student.pk,
        student=f"{student.family_name}, {student.given_name}",
        number=student.number if (student.given_name, student.family_name) in namesakes else None,
        percent_before=old,
        mark_before=change.mark_before,
        percent_after=new,
        mark_after=change.mark_after,
        move=change.move,
        difference=f"{'+' if difference > 0 else ''}{fixed_text(difference, decimals)}".replace("-", "−"),
    )


@dataclass(frozen=True)
class Tried:
    """A score that is not entered yet: what is typed for whom."""

    student: int
    assignment: int
    text: str


def tried(
    loaded: LoadedClass,
    term: Term,
    entries: Sequence[Tried],
    closed: Mapping[int, bool],
    deleted: Collection[int] = (),
    whole: LoadedClass | None = None,
) -> TriedOut:
    """What entries, closing or opening work, deleting it or bringing it back (`whole` is the class with it) would make of the
    grades; what would not be taken changes nothing.
    """
    book = (whole or loaded).book
    works = {each.pk: each for each in loaded.plan.assignments}
    scores = {student: dict(own) for student, own in book.scores.items()}
    refused, above = [], []
    for each in entries:
        work, student = works.get(each.assignment), str(each.student)
        if work is None or student not in book.students:
            continue
        try:
            line = _line(loaded, work, each.text)
        except EntryError as error:
            refused.append(NotTakenOut(student=each.student, assignment=work.pk, message=str(error)))
            continue
        if line.leaves_whole:
            continue
        if line.entry.above_points:
            words = f"{each.text.strip()} is above the {decimal_text(Fraction(work.points))} points."
            above.append(NotTakenOut(student=each.student, assignment=work.pk, message=words))
        if line.entry.score is None:
            scores.setdefault(student, {}).pop(str(work.pk), None)
        else:
            scores.setdefault(student, {})[str(work.pk)] = line.entry.score
    gone = {str(each) for each in deleted}
    assignments = tuple(
        replace(each, closed=closed.get(int(each.id), each.closed)) for each in book.assignments if each.id not in gone
    )
    kept = {
        student: {work: score for work, score in own.items() if work not in gone} for student, own in scores.items()
    }
    after = Gradebook(replace(book, scores=kept, assignments=assignments), checked=True)
    return TriedOut(**dict(consequence(loaded.plan, loaded.gradebook, after, term)), refused=refused, above=above)


def _line(loaded: LoadedClass, work: Assignment, text: str) -> Line:
    if work.lock_words:
        raise EntryError(work.lock_words)
    return loaded.lines.read(text, work)
