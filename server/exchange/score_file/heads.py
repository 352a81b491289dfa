"""What the columns of a table of scores are: who a line is about, which work a column is of, and what stands above the scores."""

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import Any, Literal, get_args

from gradecore.numbers import NumberError, decimal_text, read_decimal
from plans.models import Assignment
from school.models import Term
from school.refusal import Refused
from scores.book import LoadedClass
from xlsxwriter.utility import xl_col_to_name

from exchange.columns import LOOKED_AT, folded
from exchange.score_file.sheet import COMMENT
from exchange.students import naming_columns
from exchange.tables import plain_number

ABOVE_AT_MOST = 8
As = Literal["work", "comment", "new", "aside"]
In = Literal["points", "percent", "in proportion"]
_POINTS = re.compile(
    r"\s*(?:[\[(]\s*(?:out of\s+)?([\d.,]+)\s*(?:points?|pts?|p)?\s*[\])]|(?:/|out of)\s*([\d.,]+))\s*$", re.IGNORECASE
)
_LABELS = {
    "name": "name",
    "full name": "name",
    "title": "name",
    "category": "category",
    "type": "category",
    "points": "points",
    "max": "points",
    "max points": "points",
    "out of": "points",
    "maximum": "points",
    "due": "due",
    "due date": "due",
    "date": "due",
    "term": "term",
    # What stands above the scores in the workbook that keeps calculating.
    "share": "share",
    "in the sum 0 extra credit": "extra",
    "may be dropped": "dropping",
    "position": "position",
}
_COMPUTED = ("total", "sum", "mean", "average", "percent", "grade", "mark", "final", "rank", "median", "overall")
"""Heads of what is worked out from scores, and is no score itself."""
_ROUND = (5, 10, 15, 20, 25, 30, 40, 50, 60, 80, 100, 120, 150, 200)


@dataclass
class Column:
    """A column of scores or comments: which work it is of, or as what it would be added, and how its numbers are meant.

    `points` are those that the file gives; None where it gives none. `words` say what is to be decided about it.
    """

    place: int
    head: str
    kind: As
    work: int | None = None
    name: str = ""
    points: Fraction | None = None
    category: int | None = None
    term: int | None = None
    meant_in: In = "points"
    words: str = ""


@dataclass(frozen=True)
class Heads:
    """Where the heads stand (line 0 is the first), which lines above the scores name what, and the columns."""

    line: int
    above: Mapping[str, int]
    naming: Mapping[str, int]
    """The place of each column that says whom a line is about, by what it says."""
    columns: list[Column]

    @property
    def first(self) -> int:
        """The first line that is about a student."""
        return max([self.line, *self.above.values()]) + 1


def read_heads(rows: Sequence[Sequence[str]], loaded: LoadedClass, term: Term, chosen: Mapping[str, Any]) -> Heads:
    """The columns as they seem to be, and as was chosen for them by place. Raises Refused where no line names them."""
    known = _Known.of(loaded, term)
    line = max(
        range(min(len(rows), LOOKED_AT)),
        key=lambda each: (naming_columns(rows[each]) != {}, known.count(rows[each])),
        default=None,
    )
    naming = {} if line is None else naming_columns(rows[line])
    if line is None or not naming:
        raise Refused(
            f"None of the first {LOOKED_AT} lines names the columns. One must have the heads: the students’ number, name, e-mail or"
            " alias, and beside it the work’s names.",
            "file",
        )
    above = dict(_above(rows, line, naming))
    columns = [
        _column(rows, place, head.strip(), _Above(rows, line, above), known)
        for place, head in enumerate(rows[line])
        if place not in naming.values() and (head.strip() or _has_cells(rows, line, place))
    ]
    _tell_doubles(columns)
    for column in columns:
        _choose(column, chosen.get(str(column.place), {}), loaded)
    return Heads(line, above, naming, columns)


def _has_cells(rows: Sequence[Sequence[str]], line: int, place: int) -> bool:
    return any(place < len(row) and row[place].strip() for row in rows[line + 1 :])


def _above(rows: Sequence[Sequence[str]], line: int, naming: Mapping[str, int]) -> Iterator[tuple[str, int]]:
    """The lines between the heads and the students, by what they say of the work."""
    # What stands before a line may stand in a column without a head.
    named = [*naming.values(), *(place for place, head in enumerate(rows[line]) if not head.strip())]
    for at in range(line + 1, min(len(rows), line + 1 + ABOVE_AT_MOST)):
        row = rows[at]
        cells = [row[place].strip() for place in named if place < len(row)]
        label = next((_LABELS[folded(each)] for each in cells if folded(each) in _LABELS), None)
        rest = [each.strip() for place, each in enumerate(row) if place not in named and each.strip()]
        if label is not None:
            yield label, at
        elif not any(cells) and rest and all(_number(each) is not None for each in rest):
            # Nobody is named, and numbers stand there: what the work is out of.
            yield "points", at
        elif any(cells):
            return


@dataclass(frozen=True)
class _Above:
    """What stands above a column's scores."""

    rows: Sequence[Sequence[str]]
    line: int
    lines: Mapping[str, int]

    def cell(self, what: str, place: int) -> str:
        at = self.lines.get(what)
        return "" if at is None or place >= len(self.rows[at]) else self.rows[at][place].strip()

    def scores(self, place: int) -> list[str]:
        """The column's cells under all that stands above."""
        first = max([self.line, *self.lines.values()]) + 1
        return [row[place].strip() for row in self.rows[first:] if place < len(row) and row[place].strip()]


@dataclass(frozen=True)
class _Known:
    """The work of a class by its names, that of the term first; and what is proposed for new work."""

    loaded: LoadedClass
    term: Term
    works: Mapping[str, list[Assignment]]

    @classmethod
    def of(cls, loaded: LoadedClass, term: Term) -> "_Known":
        works: dict[str, list[Assignment]] = {}
        for work in sorted(loaded.plan.assignments, key=lambda each: each.term_id != term.pk):
            for name in {folded(work.short_name), folded(work.name)}:
                works.setdefault(name, []).append(work)
        return cls(loaded, term, works)

    def count(self, row: Sequence[str]) -> int:
        """How many heads of a line are of students or of work that is known."""
        return len(naming_columns(row)) + sum(bool(self.find(split_points(each)[0])) for each in row if each.strip())

    def find(self, head: str) -> list[Assignment]:
        return self.works.get(folded(head), [])


def split_points(head: str) -> tuple[str, Fraction | None]:
    """A head and the points that stand in it: "Test 3 [50]", "Test 3 /50", "Test 3 (out of 50)"."""
    found = _POINTS.search(head)
    if found is None:
        return head.strip(), None
    points = _number(found[1] or found[2])
    return (head[: found.start()].strip(), points) if points else (head.strip(), None)


def _number(text: str) -> Fraction | None:
    try:
        return read_decimal(text.strip(), negative=False)
    except NumberError:
        return None


def _column(rows: Sequence[Sequence[str]], place: int, head: str, above: _Above, known: _Known) -> Column:
    is_comment = head.casefold().startswith(COMMENT.casefold())
    bare, points = split_points(head[len(COMMENT) :] if is_comment else head)
    points = points or _number(above.cell("points", place)) or None
    full = above.cell("name", place)
    found = known.find(bare) or (known.find(full) if full else [])
    in_term = above.cell("term", place)
    if in_term:
        # A name that two terms have is told apart by the term that stands above.
        terms = {each.pk for each in known.loaded.plan.terms if each.name.casefold() == in_term.casefold()}
        found = [each for each in found if each.term_id in terms] or found
    made = Column(place, head or f"column {xl_col_to_name(place)}", "work", points=points)
    cells = above.scores(place)
    percents = sum(each.endswith("%") for each in cells)
    made.meant_in = "percent" if percents and percents * 2 > len(cells) and points is None else "points"
    here = [each for each in found if each.term_id == known.term.pk]
    if len(here) > 1 or (not here and len(found) > 1):
        made.kind, made.words = "aside", f"{len(found)} pieces of work have this name. Say which is meant."
    elif found:
        work = found[0]
        made.kind, made.work = ("comment" if is_comment else "work"), work.pk
        if points is not None and points != Fraction(work.points) and not is_comment:
            made.words = (
                f"The file says {decimal_text(points)} points, {work.name} has {decimal_text(Fraction(work.points))}: taken as they stand,"
                " or in proportion."
            )
    elif is_comment or not head or not cells or folded(bare) in _COMPUTED or not (points or _look_like_scores(cells)):
        made.kind = "aside"
    else:
        _propose_new(made, full or bare, cells, above, known)
    return made


def _look_like_scores(cells: Sequence[str]) -> bool:
    return sum(_number(plain_number(each).removesuffix("%")) is not None for each in cells) * 2 > len(cells)


def _propose_new(made: Column, name: str, cells: Sequence[str], above: _Above, known: _Known) -> None:
    """New work, with the points that the file gives or that the highest score needs, in the category that it names or the default one."""
    plan = known.loaded.plan
    made.kind, made.name = "new", name
    if made.points is None:
        numbers = [number for each in cells if (number := _number(plain_number(each).removesuffix("%"))) is not None]
        top = max(numbers)
        made.points = Fraction(
            100 if made.meant_in == "percent" else next((each for each in _ROUND if each >= top), -(-top // 1))
        )
    said = above.cell("category", made.place).casefold()
    category = next(
        (each for each in plan.categories if said and said in (each.name.casefold(), each.sign.casefold())), None
    )
    category = (
        category
        or next((each for each in plan.categories if each.is_default), None)
        or next(iter(plan.categories), None)
    )
    made.category = category.pk if category else None
    said = above.cell("term", made.place).casefold()
    term = next((each for each in plan.terms if each.name.casefold() == said and not each.is_made_of_terms), known.term)
    made.term = term.pk


def _tell_doubles(columns: Sequence[Column]) -> None:
    """Two columns of the same work: the first is taken, and the other is asked about."""
    taken: dict[tuple[str, int], Column] = {}
    for column in columns:
        if column.work is None:
            continue
        first = taken.setdefault((column.kind, column.work), column)
        if first is not column:
            column.kind, column.work = "aside", None
            column.words = (
                f"Column {xl_col_to_name(first.place)} has the same head, and is taken. Say what this one is."
            )


def _choose(column: Column, chosen: Mapping[str, Any], loaded: LoadedClass) -> None:
    """What was chosen for a column in place of what was proposed. Raises Refused for work, categories or terms of another class."""
    plan = loaded.plan
    kind = chosen.get("kind", column.kind)
    if kind not in get_args(As):
        raise Refused(f"Column {xl_col_to_name(column.place)} cannot be {str(kind)[:20]}.", "choices")
    column.kind = kind
    if "work" in chosen:
        column.work = _one_of(chosen["work"], [each.pk for each in plan.assignments], column)
    if kind in ("work", "comment") and column.work is None:
        column.kind = "aside"
    meant_in = chosen.get("meant_in", column.meant_in)
    if meant_in not in get_args(In):
        raise Refused(
            f"Numbers in column {xl_col_to_name(column.place)} are points, percents, or in proportion.", "choices"
        )
    column.meant_in = meant_in
    if kind != "new":
        return
    column.work = None
    column.name = str(chosen.get("name", column.name) or split_points(column.head)[0])
    if "points" in chosen:
        column.points = _number(str(chosen["points"]))
    if not column.points:
        raise Refused(f"How many points has {column.name or column.head}? Give a number above 0.", "choices")
    if "category" in chosen or column.category is None:
        column.category = _one_of(chosen.get("category"), [each.pk for each in plan.categories], column)
    if "term" in chosen or column.term is None:
        column.term = _one_of(chosen.get("term"), [each.pk for each in plan.terms if not each.is_made_of_terms], column)


def _one_of(given: Any, known: Sequence[int], column: Column) -> int:
    if given not in known:
        raise Refused(f"Column {xl_col_to_name(column.place)} needs one of this class.", "choices")
    return int(given)
