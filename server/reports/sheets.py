"""Sheets of a class: scores or marks under aliases for a notice board, a class sheet for the file, blank marking sheets."""

from collections.abc import Iterator, Sequence
from typing import NamedTuple

from plans.models import Assignment
from school.models import Student, Term
from scores.book import LoadedClass
from weasyprint.document import Document as Layout

from reports.posted import of_term
from reports.printing import lay_out
from reports.report import grade_of
from reports.standing import day_text
from reports.written import Written, written

WORKS_A_PAGE = 18
BLANK_COLUMNS = 10


class Piece(NamedTuple):
    """A cell of a sheet."""

    text: str
    is_number: bool = True


def board(loaded: LoadedClass, term: Term, shows: str, paper: str) -> Iterator[Layout]:
    """A sheet for a notice board: aliases by themselves in order, and only what families see.

    Aliases are one in a school; who has none is left out.
    """
    students = sorted((each for each in loaded.plan.students if each.alias), key=lambda each: each.alias)
    words = f"{term.name}. Under aliases; the order says nothing."
    if shows == "scores":
        works = [each for each in _works(loaded, term) if each.pk in loaded.shown]
        for some in _pages(works):
            yield _sheet(
                loaded,
                "board",
                words,
                paper,
                ["Alias", *(each.short_name for each in some)],
                [[each.alias, *(_score(loaded, each, work) for work in some)] for each in students],
            )
        return
    kept = written(loaded.plan.school_class, term)
    rows = [[each.alias, *_posted(loaded, each, kept)] for each in students]
    yield _sheet(loaded, "board", words, paper, ["Alias", "Mark", "Percent"], rows)


def class_sheet(loaded: LoadedClass, term: Term, paper: str) -> Iterator[Layout]:
    """A sheet for the file: every score of a term by name, with the grade as it stands and as it was posted."""
    posted = of_term(loaded.plan.school_class, term)
    for some in _pages(_works(loaded, term)):
        rows = []
        for each in loaded.plan.students:
            shown, last = grade_of(loaded, each, term), posted.get(each.pk)
            rows.append(
                [
                    each.number,
                    f"{each.family_name}, {each.given_name}",
                    *(_score(loaded, each, work) for work in some),
                    shown.percent or "",
                    shown.mark or "",
                    last.mark if last else "",
                ]
            )
        heads = ["Number", "Student", *(f"{each.short_name} ({each.points.normalize():f})" for each in some)]
        words = f"{term.name}, as it stands on {day_text(loaded.plan.school_class.school.today())}"
        yield _sheet(loaded, "class_sheet", words, paper, [*heads, "Percent", "Mark", "Posted"], rows, is_wide=True)


def marking_sheet(loaded: LoadedClass, term: Term, paper: str) -> Iterator[Layout]:
    """A blank sheet to mark on, by roster: a column for each open piece of work, and blank ones."""
    works = [each for each in _works(loaded, term) if not each.closed][:BLANK_COLUMNS]
    heads = ["Number", "Student", *(each.short_name for each in works), *[""] * (BLANK_COLUMNS - len(works))]
    rows = [
        [each.number, f"{each.family_name}, {each.given_name}", *[""] * BLANK_COLUMNS] for each in loaded.plan.students
    ]
    yield _sheet(loaded, "marking", f"{term.name}, to mark on", paper, heads, rows, is_wide=True)


def _works(loaded: LoadedClass, term: Term) -> list[Assignment]:
    return sorted(
        (each for each in loaded.plan.assignments if each.term_id == term.pk),
        key=lambda each: (each.due_on or term.ends, each.position),
    )


def _pages(works: Sequence[Assignment]) -> list[Sequence[Assignment]]:
    return [works[first : first + WORKS_A_PAGE] for first in range(0, len(works), WORKS_A_PAGE)] or [()]


def _score(loaded: LoadedClass, student: Student, work: Assignment) -> str:
    return loaded.text_of(loaded.rows.get((student.pk, work.pk)), work)


def _posted(loaded: LoadedClass, student: Student, kept: Written) -> tuple[str, str]:
    """Mark and percent that the family sees."""
    grade = kept.in_force(student.pk)
    today = loaded.plan.school_class.school.today()
    if grade is None or student.pk in kept.kept_back or (kept.window and kept.window.families_wait(today)):
        return "", ""
    return grade.mark, grade.percent_shown


def _sheet(
    loaded: LoadedClass,
    kind: str,
    words: str,
    paper: str,
    heads: Sequence[str],
    rows: Sequence[Sequence[str]],
    *,
    is_wide: bool = False,
) -> Layout:
    """One table, its texts left and its numbers right."""
    school_class = loaded.plan.school_class
    first = 1 if kind == "board" else 2

    def pieces(texts: Sequence[str]) -> list[Piece]:
        return [Piece(text, place >= first) for place, text in enumerate(texts)]

    values = {
        "kind": kind,
        "title": str(school_class),
        "words": words,
        "school": school_class.school.name,
        "day": day_text(school_class.school.today()),
        "heads": pieces(heads),
        "rows": [pieces(row) for row in rows],
    }
    return lay_out("sheet", values, paper, is_wide=is_wide)
