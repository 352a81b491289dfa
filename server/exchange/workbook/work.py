"""What each score comes to: counted or left out, and what is earned after adjustments (R2, R7)."""

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

from gradecore.book import NUMBER, Add, Assignment, Book, Ceiling, GroundRules, Line, Multiply, Root, Step, TopTo
from gradecore.numbers import UNIT

from exchange.workbook.sheets import Block, Column, Sheets, Table, number

CATEGORY, TERM, POINTS, SHARE, BASE, DROPPABLE, POSITION = range(1, 8)
"""What stands in which row above the students, of each piece of work."""


@dataclass(frozen=True)
class Work:
    """A piece of work in the workbook: its score as entered, whether it counts (1 or 0), and what is earned."""

    assignment: Assignment
    score: Column
    counted: Column
    earned: Column
    quotient: Column


class Codes:
    """The sheet of score codes: which leave out, and what part of the points the others earn (R2.3)."""

    def __init__(self, sheets: Sheets, book: Book) -> None:
        sheet = sheets.book.add_worksheet("Codes")
        heads = ("code", "counts", "part of the points", "counts in extra credit")
        for at, head in enumerate(heads):
            sheet.write_string(0, at, head)
        for row, code in enumerate(book.codes, 1):
            part = {"zero": Fraction(0), "full": Fraction(1), "percent": (code.percent or Fraction(0)) / 100}.get(
                code.effect
            )
            sheet.write_string(row, 0, code.code)
            sheet.write_number(row, 1, int(part is not None))
            sheet.write_number(row, 2, number(part or 0))
            sheet.write_number(row, 3, int(part is not None and code.effect != "zero"))
        self._last = max(2, len(book.codes) + 1)

    def _looked_up(self, cell: str, column: str) -> str:
        codes, values = (f"Codes!${each}$2:${each}${self._last}" for each in ("A", column))
        # EXACT, for letters of another size are another code, and look-ups take some letters for patterns.
        return f"SUMPRODUCT(EXACT({codes},{cell})*{values})"

    def counts(self, cell: str, *, extra: bool) -> str:
        """1 where the code in a cell counts."""
        return self._looked_up(cell, "D" if extra else "B")

    def part(self, cell: str) -> str:
        """The part of the points that the code in a cell earns."""
        return self._looked_up(cell, "C")


def scores_of(sheets: Sheets, book: Book, works: Sequence[Assignment]) -> list[Column]:
    """The sheet of scores: the one that is typed on."""
    table = sheets.table("Scores")
    for row, words in (
        (CATEGORY, "category"),
        (TERM, "term"),
        (POINTS, "points"),
        (SHARE, "share"),
        (BASE, "in the sum (0: extra credit)"),
        (DROPPABLE, "may be dropped"),
        (POSITION, "position"),
    ):
        table.sheet.write_string(row, 0, words)
    position = {each.id: place for place, each in enumerate(book.assignments)}
    found = []
    for work in works:
        under = [
            work.category or "",
            work.term,
            number(work.points),
            number(work.share),
            int(not work.extra),
            int(not work.extra and not work.never_drop),
            position[work.id],
        ]
        column = table.add(work.id, (), under=under)
        for row, student in enumerate(book.students):
            score = book.scores.get(student, {}).get(work.id)
            if isinstance(score, NUMBER):
                table.sheet.write_number(table.row(row), column.at, number(Fraction(score, UNIT)))
            elif score is not None:
                table.sheet.write_string(table.row(row), column.at, score)
        found.append(column)
    return found


def work_of(
    sheets: Sheets, codes: Codes, book: Book, assignment: Assignment, score: Column, rules: GroundRules
) -> Work:
    """A piece of work with what its scores come to."""
    students = book.students
    blank = not assignment.extra and (
        rules.blank == "zero" or (rules.blank == "zero_when_closed" and assignment.closed)
    )
    given = [assignment.counts and (assignment.assigned is None or each in assignment.assigned) for each in students]
    points = score.head(POINTS)
    numbers = _adjusted(sheets, assignment, score, given) if assignment.adjust and assignment.counts else None
    counted = sheets.table("Counted").add(
        assignment.id,
        [
            f"IF(ISBLANK({cell}),{int(blank)},IF(ISNUMBER({cell}),1,{codes.counts(cell, extra=assignment.extra)}))"
            if is_given
            else "0"
            for cell, is_given in zip(map(score.cell, range(len(students))), given, strict=True)
        ],
    )
    earned = sheets.table("Earned").add(
        assignment.id,
        [
            f"IF({counted.cell(row)}=0,0,IF(ISNUMBER({score.cell(row)}),{(numbers or score).cell(row)},"
            f"IF(ISBLANK({score.cell(row)}),0,{points}*{codes.part(score.cell(row))})))"
            for row in range(len(students))
        ],
    )
    quotient = sheets.table("Quotients").add(
        assignment.id, [f"IF({points}>0,{earned.cell(row)}/{points},0)" for row in range(len(students))]
    )
    return Work(assignment, score, counted, earned, quotient)


def _adjusted(sheets: Sheets, assignment: Assignment, score: Column, given: Sequence[bool]) -> Column:
    """The numbers of a piece of work after its steps; codes and blanks have none (R7.8)."""
    table = sheets.table("Adjusted")
    start = table.add(
        f"{assignment.id}, as entered",
        [
            f'IF(ISNUMBER({score.cell(row)}),{score.cell(row)},"")' if is_given else '""'
            for row, is_given in enumerate(given)
        ],
    )
    return after_steps(
        table, assignment.id, start, assignment.adjust, score.head(POINTS), is_worth=assignment.points > 0
    )


def after_steps(
    table: Table, name: str, start: Column, steps: Sequence[Step], points: str, *, is_worth: bool = True
) -> Column:
    """The numbers of a column out of `points` after steps, one column a step; what is no number stays none (R7)."""
    now = start
    ceiling: str | None = None
    for place, step in enumerate(steps, 1):
        if isinstance(step, Ceiling) and is_worth:
            limit = f"{number(step.percent)}*{points}/100"
            ceiling = limit if ceiling is None else f"MIN({ceiling},{limit})"
        cells = []
        for row in range(table.students):
            moved = _moved(step, now, row, points, is_worth=is_worth)
            if ceiling is not None:
                moved = f"MIN({moved},MAX({ceiling},{start.cell(row)}))"
            cells.append(f'IF(ISNUMBER({now.cell(row)}),{moved},"")')
        now = table.add(f"{name}, step {place}", cells)
    return now


def _moved(step: Step, now: Column, row: int, points: str, *, is_worth: bool) -> str:
    """What one step makes of a number; of work worth nothing only adding and multiplying make anything (R7.7)."""
    value = now.cell(row)
    match step:
        case Add(amount):
            return f"{value}+{number(amount)}"
        case Multiply(factor):
            return f"{value}*{number(factor)}"
        case TopTo(percent) if is_worth:
            highest = f"MAX({now.everybody})"
            return f"IF({highest}>0,{value}*{number(percent)}*{points}/100/{highest},{value})"
        case Root() if is_worth:
            return f"IF({value}>0,ROUND(10*SQRT({value}*100/{points}),10)*{points}/100,{value})"
        case Line(x1, x2, y1, y2) if is_worth:
            slope = (y2 - y1) / (x2 - x1)
            return f"{value}*{number(slope)}+{number(y1 - slope * x1)}*{points}/100"
        case _:
            return value


def block(works: Sequence[Work], what: str) -> Block:
    """One of the columns of each of some works that stand beside each other."""
    return Block([getattr(each, what) for each in works])
