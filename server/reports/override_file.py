"""Overrides by file: a sheet with the percents to work on anywhere, and what loading it back would change."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from decimal import Decimal
from typing import Any

from exchange.columns import FIELDS, LOOKED_AT, Columns, folded, read_pairing
from exchange.students import NAMING, Paired, Roster, naming_columns, pair
from exchange.table_schemas import AskedLineOut, ChoosableOut, PairedColumnOut
from exchange.tables import Limits, plain_number
from school.models import Student, Term
from school.refusal import Refused
from scores.book import LoadedClass
from scores.overriding import FULL, Marks, OverrideGiven, read_override

from reports.report import grade_of
from reports.schemas import OverrideChangeOut, OverrideFileOut, UnreadLineOut
from reports.written import written

COLUMNS = ("Number", "Family name", "Given name", "Percent", "Mark", "New percent", "New mark", "Reason")
PUT = {"percent": "new percent", "mark": "new mark", "reason": "reason"}
"""What the columns that loading back takes are, beside those that say whom a line is about; the others are for whoever works on the
sheet.
"""
WHAT: Mapping[str, str] = {**{each: FIELDS.get(each, each) for each in NAMING}, **PUT}
"""What a column can be, with the words for it."""

LIMITS = Limits(megabytes=2, lines=2_000, what="a sheet of overrides")


@dataclass(frozen=True)
class Choices:
    """What was chosen about a file: what its columns are by place (None: as proposed), whom lines are about, which lines are taken."""

    fields: Mapping[int, str] | None = None
    students: Mapping[int, int] = field(default_factory=dict)
    lines: Mapping[int, bool] = field(default_factory=dict)


def sheet_rows(loaded: LoadedClass, term: Term) -> list[list[str]]:
    """The sheet: one line a student, computed grade and override side by side."""
    overrides = written(loaded.plan.school_class, term).overrides
    found = [list(COLUMNS)]
    for student in loaded.plan.students:
        shown, put = grade_of(loaded, student, term), overrides.get(student.pk)
        percent = "" if put is None or put.percent is None else f"{put.percent.normalize():f}"
        found.append(
            [
                student.number,
                student.family_name,
                student.given_name,
                shown.computed_percent or "",
                shown.computed_mark or "",
                percent,
                put.mark if put else "",
                put.reason if put else "",
            ]
        )
    return found


def read_overrides(
    loaded: LoadedClass, term: Term, told: str, rows: Sequence[Sequence[str]], choices: Choices
) -> OverrideFileOut:
    """What a table of overrides would change, line by line, and what of it cannot be read. Nothing is changed by it.
    Raises Refused where no line names the columns, or a column is chosen to be what it cannot be.
    """
    columns = _columns(rows, choices)
    naming = {field: place for place, field in columns.fields.items() if field in NAMING}
    put = {field: place for place, field in columns.fields.items() if field in PUT}
    lacks = (
        "Say which column tells whom a line is about: a number, name, e-mail or alias."
        if not naming
        else "Say which column has the new percent or the new mark."
        if not put.keys() - {"reason"}
        else ""
    )
    students = loaded.plan.students
    found = OverrideFileOut(
        told=told,
        lacks=lacks,
        changes=[],
        unread=[],
        same=0,
        asked=[],
        fields=dict(WHAT),
        columns=PairedColumnOut.all_of(rows, columns),
        roster=ChoosableOut.students(students),
    )
    if not lacks:
        assert columns.head is not None
        chosen = {str(line): student for line, student in choices.students.items()}
        paired = pair(rows, columns.head + 1, naming, Roster(students), chosen)
        _Reading(loaded, term, put, choices.lines).add(rows, paired, found)
    return found


def _columns(rows: Sequence[Sequence[str]], choices: Choices) -> Columns:
    """What the columns are, as chosen or else as their heads say."""
    lines = [_by_heads(row) for row in rows[:LOOKED_AT]]
    head = max(
        range(len(lines)),
        key=lambda each: (len(PUT.keys() & set(lines[each].values())), len(lines[each])),
        default=None,
    )
    if head is None or not lines[head]:
        raise Refused(
            f"None of the first {LOOKED_AT} lines names the columns. Begin with the sheet that is saved here: its first line names"
            " them.",
            "file",
        )
    return Columns(head, lines[head] if choices.fields is None else read_pairing(choices.fields, WHAT))


def _by_heads(row: Sequence[str]) -> dict[int, str]:
    found = {place: field for field, place in naming_columns(row).items()}
    known = {folded(words): field for field, words in PUT.items()}
    for place, head in enumerate(row):
        what = known.get(folded(head))
        if what and what not in found.values():
            found[place] = what
    return found


class _Reading:
    def __init__(self, loaded: LoadedClass, term: Term, places: Mapping[str, int], taken: Mapping[int, bool]) -> None:
        self.loaded, self.term, self.places, self.taken = loaded, term, places, taken
        self.marks = Marks.of(loaded.plan.school_class)
        self.overrides = written(loaded.plan.school_class, term).overrides

    def add(self, rows: Sequence[Sequence[str]], paired: Paired, found: OverrideFileOut) -> None:
        """What the lines would change, what is asked about them, and what cannot be read."""
        found.asked = [AskedLineOut.of(each) for each in paired.asked]
        for number, student in paired.students.items():
            try:
                change = self._line(rows[number - 1], number, student)
            except Refused as error:
                found.unread.append(UnreadLineOut(line=number, words=error.message))
                continue
            if change is None:
                found.same += 1
            else:
                found.changes.append(change)

    def _line(self, row: Sequence[str], number: int, student: Student) -> OverrideChangeOut | None:
        places = [self.places.get(each) for each in PUT]
        percent, mark, reason = (row[at].strip() if at is not None and at < len(row) else "" for at in places)
        formula = next(
            (PUT[what] for what, text in zip(PUT, (percent, mark, reason), strict=True) if text.startswith("=")), None
        )
        if formula:
            raise Refused(f"The {formula} is a formula. Put its value in the sheet (paste as values).")
        percent, reason = plain_number(percent), reason.removeprefix("'")
        had = self.overrides.get(student.pk)
        if None in places[:2] and not percent and not mark:
            # An override is taken back by a line that could say what takes its place, and says nothing.
            return None
        if places[2] is None and had is not None and (percent or mark):
            reason = had.reason
        if reason and not percent and not mark:
            raise Refused(
                f"{student} has a reason and neither a new percent nor a new mark. Give one, or empty the reason."
            )
        wanted = read_override(self.marks, OverrideGiven(student, percent, mark, reason), sure=True)
        before = "" if had is None else _shown({"percent": had.percent, "mark": had.mark})
        after = _shown(wanted) if wanted else ""
        if before == after and (had.reason if had else "") == (wanted["reason"] if wanted else ""):
            return None
        shown = grade_of(self.loaded, student, self.term)
        computed = " ".join(each for each in (shown.computed_percent, shown.computed_mark) if each)
        return OverrideChangeOut(
            line=number,
            student_id=student.pk,
            student=str(student),
            computed=computed,
            before=before,
            after=after,
            percent=percent,
            mark=wanted["mark"] if wanted else "",
            reason=reason,
            is_high=bool(wanted and wanted["percent"] and Decimal(wanted["percent"]) > FULL),
            is_taken=self.taken.get(number, True),
        )


def _shown(put: dict[str, Any]) -> str:
    percent = "" if put["percent"] is None else f"{Decimal(put['percent']).normalize():f} %"
    return " ".join(each for each in (put["mark"], percent) if each)
