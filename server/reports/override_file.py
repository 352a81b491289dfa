"""Overrides by file: a sheet with the percents to work on anywhere, and what loading it back would change."""

from collections.abc import Sequence
from decimal import Decimal
from typing import Any

from exchange.columns import LOOKED_AT, folded
from exchange.students import Paired, Roster, naming_columns, pair
from exchange.tables import Limits, plain_number, read_table
from school.models import Student, Term
from school.refusal import Refused
from scores.book import LoadedClass
from scores.overriding import FULL, Marks, OverrideGiven, read_override

from reports.report import grade_of
from reports.schemas import OverrideChangeOut, OverrideFileOut, UnreadLineOut
from reports.written import written

COLUMNS = ("Number", "Family name", "Given name", "Percent", "Mark", "New percent", "New mark", "Reason")
NEEDED = ("New percent", "New mark", "Reason")
"""The columns that loading back needs, beside those that say whom a line is about; the others are for whoever works on the sheet."""

LIMITS = Limits(megabytes=2, lines=2_000, what="a sheet of overrides")


def sheet_rows(loaded: LoadedClass, term: Term) -> list[list[str]]:
    """The sheet: one line a student, computed grade and override side by side."""
    overrides = written(loaded.plan.school_class, term).overrides
    found = [list(COLUMNS)]
    for student in loaded.plan.students:
        shown, put = grade_of(loaded, student, term), overrides.get(student.pk)
        percent = "" if put is None or put.percent is None else f"{put.percent.normalize():f}"
        found.append(
            [student.number, student.family_name, student.given_name, shown.computed_percent or "", shown.computed_mark or "",
             percent, put.mark if put else "", put.reason if put else ""]
        )  # fmt: skip
    return found


def read_file(loaded: LoadedClass, term: Term, name: str, content: bytes) -> OverrideFileOut:
    """What a file would change, line by line, and what of it cannot be read. Nothing is changed by it."""
    lines = read_table(name, content, LIMITS).rows
    places = [{folded(each): place for place, each in enumerate(line)} for line in lines[:LOOKED_AT]]
    head = max(range(len(places)), key=lambda each: sum(folded(column) in places[each] for column in NEEDED), default=0)
    found = {each: places[head][folded(each)] for each in NEEDED if places and folded(each) in places[head]}
    lacking = [each for each in NEEDED if each not in found]
    naming = naming_columns(lines[head]) if lines else {}
    if not naming:
        lacking.insert(0, "the students’ number or name")
    if lacking:
        raise Refused(
            f"Line {head + 1} of {name} lacks {' and '.join(lacking)}. Begin with the sheet that is saved here: its first line"
            " names the columns.",
            "file",
        )
    return _Reading(loaded, term, found).of(lines, pair(lines, head + 1, naming, Roster(loaded.plan.students), {}))


class _Reading:
    def __init__(self, loaded: LoadedClass, term: Term, places: dict[str, int]) -> None:
        self.loaded, self.term, self.places = loaded, term, places
        self.marks = Marks.of(loaded.plan.school_class)
        self.overrides = written(loaded.plan.school_class, term).overrides

    def of(self, lines: Sequence[Sequence[str]], paired: Paired) -> OverrideFileOut:
        found = OverrideFileOut(changes=[], unread=[], same=0)
        for asked in paired.asked:
            found.unread.append(UnreadLineOut(line=asked.line, words=f"{asked.said} {asked.words}".strip()))
        for number, student in paired.students.items():
            try:
                change = self._line(lines[number - 1], student)
            except Refused as error:
                found.unread.append(UnreadLineOut(line=number, words=error.message))
                continue
            if change is None:
                found.same += 1
            else:
                found.changes.append(change)
        found.unread.sort(key=lambda each: each.line)
        return found

    def _line(self, line: Sequence[str], student: Student) -> OverrideChangeOut | None:
        given = {name: line[place].strip() if place < len(line) else "" for name, place in self.places.items()}
        formula = next((name for name, text in given.items() if text.startswith("=")), None)
        if formula:
            raise Refused(f"{formula} is a formula. Put its value in the sheet (paste as values).")
        percent, reason = plain_number(given["New percent"]), given["Reason"].removeprefix("'")
        if reason and not percent and not given["New mark"]:
            raise Refused(
                f"{student} has a reason and neither a new percent nor a new mark. Give one, or empty the reason."
            )
        wanted = read_override(self.marks, OverrideGiven(student, percent, given["New mark"], reason), sure=True)
        row = self.overrides.get(student.pk)
        before = "" if row is None else _shown({"percent": row.percent, "mark": row.mark})
        after = _shown(wanted) if wanted else ""
        if before == after and (row.reason if row else "") == (wanted["reason"] if wanted else ""):
            return None
        shown = grade_of(self.loaded, student, self.term)
        computed = " ".join(each for each in (shown.computed_percent, shown.computed_mark) if each)
        return OverrideChangeOut(
            student_id=student.pk, student=str(student), computed=computed, before=before, after=after,
            percent=percent, mark=wanted["mark"] if wanted else "", reason=reason,
            is_high=bool(wanted and wanted["percent"] and Decimal(wanted["percent"]) > FULL),
        )  # fmt: skip


def _shown(put: dict[str, Any]) -> str:
    percent = "" if put["percent"] is None else f"{Decimal(put['percent']).normalize():f} %"
    return " ".join(each for each in (put["mark"], percent) if each)
