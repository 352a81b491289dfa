"""Taking scores from a table into a class: tried first in a transaction that is rolled back, then done as one act."""

import uuid
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from django.db import transaction
from gradecore.numbers import decimal_text
from plans.assignments import add_assignment
from plans.consequence_schemas import ConsequenceOut
from plans.loading import load_plan
from school import acts
from school.models import Person, SchoolClass, Term
from scores.book import LoadedClass, load_class
from scores.class_cache import as_it_is
from scores.consequence import consequence
from scores.entering import MOST_ENTRIES, Typed, enter
from scores.models import Batch, Score

from exchange.score_file.heads import Column
from exchange.score_file.reading import Cell, ScoreFile


@dataclass(frozen=True)
class Taken:
    """What became of a file: how many cells were entered and pieces of work added; what was not taken, in words."""

    cells: int
    works: int
    left: list[str]


def take(school_class: SchoolClass, person: Person, request: uuid.UUID, file: ScoreFile, seen: int, name: str) -> Taken:
    """Enter the cells that are taken, adding the work that is new, as one act. What somebody changed since revision `seen` of the
    class's scores, where the file was looked at, stays as it is. Sent again under the same number it changes nothing.
    """
    if Batch.objects.filter(id=_batch(request, 0)).exists():
        return Taken(0, 0, ["This was taken before; nothing was changed again."])
    with acts.as_one(school_class, person, f"took scores from {name}"):
        return _Taking(school_class, person, request, file, seen).all()


def would(
    school_class: SchoolClass, person: Person, loaded: LoadedClass, term: Term, file: ScoreFile
) -> ConsequenceOut:
    """Which grades of a term taking the file would move (R11)."""
    with transaction.atomic():
        _Taking(school_class, person, uuid.uuid4(), file, school_class.revision.scores).all()
        after = load_class(as_it_is(school_class))
        found = consequence(after.plan, loaded.gradebook, after.gradebook, term)
        transaction.set_rollback(True)
    return found


class _Taking:
    def __init__(
        self, school_class: SchoolClass, person: Person, request: uuid.UUID, file: ScoreFile, seen: int
    ) -> None:
        self.school_class, self.person, self.request, self.file, self.seen = school_class, person, request, file, seen
        self.left: list[str] = []

    def all(self) -> Taken:
        taken = self.file.taken
        by_place = {column.place: column for column in self.file.heads.columns}
        added = self._add(by_place, taken)
        # Read by the plan with what was just added to it.
        plan = load_plan(as_it_is(self.school_class))
        changed = set(self._changed_since())
        entries = []
        for cell in taken:
            column = by_place[cell.place]
            work = added.get(cell.place) or column.work
            assert work is not None
            if (cell.student.pk, work) in changed:
                self.left.append(f"{cell.student}, {column.head}: changed by somebody meanwhile; what is there stays.")
            else:
                entries.append(_typed(cell, column, work))
        saved = 0
        for number, batch in enumerate(_batches(entries)):
            entered = enter(plan, self.person, _batch(self.request, number), batch)
            saved += len(entered.answer["saved"])
            self.left += [
                f"{each['typed'] or 'A blank'} was not taken: {each['message']}" for each in entered.answer["refused"]
            ] + [
                f"{each['typed'] or 'A blank'} was not taken: {each['who']} entered {each['theirs'] or 'a blank'} meanwhile."
                for each in entered.answer["conflicts"]
            ]
        return Taken(saved, len(added), self.left)

    def _add(self, columns: Mapping[int, Column], taken: Sequence[Cell]) -> dict[int, int]:
        """New work for each column that is to become some and of which anything is taken; its number by place."""
        added = {}
        for place in sorted({each.place for each in taken}):
            column = columns[place]
            if column.kind == "new" and column.points is not None:
                given = {
                    "name": column.name,
                    "points": decimal_text(column.points),
                    "category_id": column.category,
                    "term_id": column.term,
                }
                added[place] = add_assignment(self.school_class, self.person, given).pk
        return added

    def _changed_since(self) -> Iterator[tuple[int, int]]:
        works = [each.work for each in self.file.heads.columns if each.work]
        rows = Score.objects.filter(assignment__in=works, revision__gt=self.seen)
        yield from rows.values_list("student_id", "assignment_id")


def _batch(request: uuid.UUID, number: int) -> uuid.UUID:
    """Under which number each batch of a file is entered."""
    return uuid.uuid5(request, str(number))


def _typed(cell: Cell, column: Column, work: int) -> Typed:
    if column.kind == "comment":
        return Typed(
            cell.student.pk,
            work,
            None,
            cell.version,
            comment=cell.text,
            was={"comment": cell.before},
            how="from a file",
        )
    return Typed(cell.student.pk, work, cell.text, cell.version, how="from a file")


def _batches(entries: Sequence[Typed]) -> Iterator[Sequence[Typed]]:
    for begins in range(0, len(entries), MOST_ENTRIES):
        yield entries[begins : begins + MOST_ENTRIES]
