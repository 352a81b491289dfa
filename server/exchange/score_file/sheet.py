"""Scores out: a class as a table, with what the work is above and a line for each student."""

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import Literal

from plans.models import Assignment
from school.models import Student, Term
from school.refusal import NotYours
from scores.book import LoadedClass, works_of

from exchange.sheet_file import Cell

Naming = Literal["number", "name", "alias", "none"]
"""How students are named: with number and name, with their name, by alias, or not at all."""

HEADS: dict[Naming, tuple[str, ...]] = {
    "number": ("Number", "Family name", "Given name"),
    "name": ("Family name", "Given name"),
    "alias": ("Alias", ""),
    "none": ("", ""),
}
ABOVE = ("name", "category", "points", "due", "term")
"""The lines between the heads and the students, by what stands before them."""
AS_OF = "scores as of"
"""Before the revision of the class's scores that the table shows."""
COMMENT = "Comment on "


@dataclass(frozen=True)
class Wanted:
    """What of a class is wanted. `students` and `works` in their order; None for all, of the term where one is given."""

    naming: Naming = "number"
    comments: bool = False
    students: Sequence[int] | None = None
    works: Sequence[int] | None = None
    term: Term | None = None


def score_rows(loaded: LoadedClass, wanted: Wanted) -> list[list[Cell]]:
    """The table, heads first. Numbers of points are numbers, everything else is text as it would be typed.
    Raises NotYours for students or work of another class.
    """
    works, students = _works(loaded, wanted), _students(loaded, wanted)
    heads = HEADS[wanted.naming]
    categories = {each.pk: each.name for each in loaded.plan.categories}
    terms = {each.pk: each.name for each in loaded.plan.terms}
    before: list[Cell] = [""] * (len(heads) - 1)
    lines: list[list[Cell]] = [[*heads], *([*before, label] for label in ABOVE)]
    # Where comments stand beside, each work has two columns.
    for work in works:
        about: list[Cell] = [
            work.short_name,
            work.name,
            categories.get(work.category_id or 0, ""),
            work.points.normalize(),
            work.due_on.isoformat() if work.due_on else "",
            terms[work.term_id],
        ]
        for line, cell in zip(lines, about, strict=True):
            line.append(cell)
        if wanted.comments:
            for line, cell in zip(lines, (f"{COMMENT}{work.short_name}", *[""] * len(ABOVE)), strict=True):
                line.append(cell)
    # The class's own row may be older than the scores: of a class that is kept, these alone are fetched anew.
    lines[1][0] = f"{AS_OF} {max((row.revision for row in loaded.rows.values()), default=0)}"
    for student in students:
        line = [*_named(student, wanted.naming)]
        for work in works:
            row = loaded.rows.get((student.pk, work.pk))
            line.append(_score(loaded, student, work))
            if wanted.comments:
                line.append(row.comment if row else "")
        lines.append(line)
    return lines


def _works(loaded: LoadedClass, wanted: Wanted) -> list[Assignment]:
    if wanted.works is not None:
        known = {each.pk: each for each in loaded.plan.assignments}
        if not set(wanted.works) <= known.keys():
            raise NotYours
        return [known[each] for each in wanted.works]
    terms = [wanted.term] if wanted.term else loaded.plan.terms
    return [work for term in terms if not term.is_made_of_terms for work in works_of(loaded, term)]


def _students(loaded: LoadedClass, wanted: Wanted) -> list[Student]:
    if wanted.students is None:
        found = loaded.plan.students
    else:
        known = {each.pk: each for each in loaded.plan.students}
        if not set(wanted.students) <= known.keys():
            raise NotYours
        found = [known[each] for each in wanted.students]
    # In the order of names an alias would tell whose it is.
    return sorted(found, key=lambda each: each.alias) if wanted.naming in ("alias", "none") else found


def _named(student: Student, naming: Naming) -> tuple[str, ...]:
    name = (student.family_name, student.given_name)
    return {"number": (student.number, *name), "name": name, "alias": (student.alias, ""), "none": ("", "")}[naming]


def _score(loaded: LoadedClass, student: Student, work: Assignment) -> Cell:
    row = loaded.rows.get((student.pk, work.pk))
    if row is None:
        return ""
    if row.number is not None and work.entered_as == "points":
        return row.number.normalize()
    return loaded.text_of(row, work)


def as_texts(rows: Sequence[Sequence[Cell]]) -> list[list[str]]:
    """The table as text alone, as CSV has it."""
    return [[f"{each:f}" if isinstance(each, Decimal) else each for each in row] for row in rows]
