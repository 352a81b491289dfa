"""The grid: a class's scores in one term, as they are shown."""

from collections.abc import Collection, Iterable, Mapping, Sequence
from fractions import Fraction
from typing import Any, Literal

from gradecore import book as core
from gradecore.book import NUMBER
from gradecore.column import Column
from gradecore.figures import AssignmentFigures, adjusted_score, figures_of, term_figures
from gradecore.gradebook import Gradebook
from gradecore.numbers import decimal_text, fixed_text
from gradecore.result import TermResult
from gradecore.shown import shown_percent
from gradecore.slips import Slip, same_for_all, slips, stray_marks
from gradecore.statistics import Statistics
from plans.models import Assignment, ScoreCode
from school.models import Enrolment, Term

from scores.book import LoadedClass, ScoreRow, works_of
from scores.grid_schemas import (
    CellOut,
    CodeShownOut,
    ColumnOut,
    CriterionShownOut,
    FiguresOut,
    GradeOut,
    GridOut,
    LevelsOut,
    OwnLevelsOut,
    RowOut,
    SpreadOut,
)
from scores.texts import core_score, plain_number

HUNDRED = Fraction(100)
SPREAD_BEGINS = 40
"""The strip under the heads shows 40 to 100 percent."""


def grid(loaded: LoadedClass, term: Term, view: Mapping[str, Any], *, shows_percent: bool) -> GridOut:
    """The whole grid of a term, with how its teacher chose to look at it."""
    return GridOut(
        term_id=term.pk,
        term=term.name,
        columns=columns(loaded, term),
        rows=rows(loaded, term, loaded.plan.roster),
        **class_figures(loaded, term),
        codes=[
            CodeShownOut(code=code.code, name=code.name, does=code_words(code), colour=code.colour)
            for code in loaded.plan.codes
        ],
        marks=[band.mark for band in loaded.gradebook.marks.bands],
        levels=levels_out(loaded),
        view=dict(view),
        shows_percent=shows_percent,
    )


def levels_out(loaded: LoadedClass) -> LevelsOut | None:
    """What standards are scored with."""
    if loaded.by_standard is None:
        return None
    usual = loaded.by_standard.levels
    others = {name: scale for name, scale in loaded.by_standard.scales.items() if scale is not usual}
    return LevelsOut(
        marks=_marks_down(usual),
        out_of=decimal_text(usual.out_of),
        own={
            name: OwnLevelsOut(marks=_marks_down(scale), out_of=decimal_text(scale.out_of))
            for name, scale in others.items()
        },
    )


def _marks_down(scale: core.Scale) -> list[str]:
    """The marks of a scale from the highest."""
    return [band.mark for band in sorted(scale.bands, key=lambda band: -band.min)]


def class_figures(loaded: LoadedClass, term: Term) -> dict[str, Any]:
    """The figures and the spread of the class's percents in a term."""
    numbers = term_figures(loaded.gradebook, str(term.pk))
    missing = sum(
        len(loaded.gradebook.result(student, str(term.pk)).missing) for student in loaded.gradebook.book.students
    )
    return {"figures": figures_out(numbers, missing), "spread": spread(numbers)}


def figures_out(numbers: Statistics, missing: int) -> FiguresOut:
    """Figures as they are shown."""
    return FiguresOut(
        count=numbers.count,
        mean=mean_text(numbers.mean),
        median=mean_text(numbers.median),
        deviation=mean_text(numbers.deviation),
        missing=missing,
    )


def code_words(code: ScoreCode) -> str:
    """What a code does to the grade (R2.3)."""
    effects = {
        "leave_out": "is left out",
        "zero": "counts as zero",
        "full": "counts as full points",
        "percent": f"counts as {'' if code.percent is None else plain_number(code.percent)} %",
    }
    return effects[code.effect] + (", and is missing work" if code.missing else "")


def columns(loaded: LoadedClass, term: Term, only: Collection[int] | None = None) -> list[ColumnOut]:
    """The heads, strips and footers of the term's assignments, or of some of them, by due date."""
    ready = {column.id: column for column in loaded.gradebook.plan(str(term.pk)).columns}
    categories = {category.pk: category for category in loaded.plan.categories}
    mine = [each for each in works_of(loaded, term) if only is None or each.pk in only]
    today = loaded.plan.school_class.school.today()
    found = []
    for each in mine:
        numbers = figures_of(loaded.gradebook, ready[str(each.pk)])
        category = categories.get(each.category_id or 0)
        is_due = each.due_on is not None and each.due_on < today
        found.append(
            ColumnOut(
                id=each.pk,
                name=each.name,
                short_name=each.short_name,
                points=plain_number(each.points),
                sign=category.sign if category else None,
                colour=category.colour if category else None,
                category=category.name if category else None,
                due_on=each.due_on,
                is_due=is_due,
                position=each.position,
                extra=each.extra,
                closed=each.closed,
                shown=each.pk in loaded.shown,
                apart=is_apart(loaded, each),
                marked=numbers.marked,
                due=numbers.due,
                bar=percent_float(numbers.marked, numbers.due) if not each.closed else 100.0,
                words=_words(loaded, each, numbers, is_due=is_due),
                entered_as=each.entered_as,
                lock=each.lock_words,
                locked=each.locked,
                excuses=bool(each.kept_in) and not each.locked,
                alike=alike(loaded, each),
                standards=each.standards,
                standard_points=each.standard_points,
                criteria=criteria_out(loaded, each) if each.criteria else [],
                figures=figures_out(numbers.points, numbers.missing),
                spread=spread(numbers.points, numbers.worth) if numbers.worth else None,
            )
        )
    return found


def alike(loaded: LoadedClass, assignment: Assignment) -> str | None:
    """That everybody has the same number, in words, until it was said to be meant."""
    work = assignment.pk
    mine: list[ScoreRow] = []
    for each in loaded.plan.roster:
        score = loaded.rows.get((each.student_id, work))
        if score is not None and score.number is not None:
            if mine and score.number != mine[0].number:
                return None
            mine.append(score)
    if assignment.entered_as == "done" or all(score.meant for score in mine):
        return None
    numbers = [value for score in mine if isinstance(value := core_score(score), int)]
    same = same_for_all(numbers, Fraction(assignment.points))
    return None if same is None else f"All {len(mine)} have {decimal_text(same)}."


def is_apart(loaded: LoadedClass, assignment: Assignment) -> bool:
    """Whether an assignment is in no category where it needs one, or does not count: not in the grade."""
    method = loaded.gradebook.rules(str(assignment.term_id)).method
    return not assignment.counts or (assignment.category_id is None and method == "weighted")


def _words(loaded: LoadedClass, assignment: Assignment, numbers: AssignmentFigures, *, is_due: bool) -> str:
    if is_apart(loaded, assignment):
        return "apart"
    if assignment.pk not in loaded.shown:
        return "hidden"
    if assignment.closed:
        return "closed"
    if not is_due and not numbers.marked:
        return "not due"
    return f"{numbers.marked}/{numbers.due}"


def rows_after(
    before: LoadedClass | None, loaded: LoadedClass, term: Term, students: Collection[int], works: Collection[int]
) -> list[RowOut]:
    """The rows that entries of `students` in `works` changed since `before`, each with the cells that may look different.

    With all cells where it is not known how the class was `before`.
    """
    # A step that looks at the class's highest can move everybody (R7.3).
    shared = any(each.adjust for each in loaded.book.assignments) or any(each.adjust for each in loaded.book.terms)
    if shared or before is None or before.plan is not loaded.plan:
        return rows(loaded, term, [each for each in loaded.plan.roster if shared or each.student_id in students])
    name = str(term.pk)
    touched: dict[int, set[int]] = {}
    for student in students:
        then, now = (each.gradebook.result(str(student), name) for each in (before, loaded))
        touched[student] = {*works, *(work for _, work, _ in _marks(then) ^ _marks(now))}
    for column in loaded.gradebook.plan(name).columns:
        work = int(column.id)
        if work in works:
            old, new = slips_of(before, column), slips_of(loaded, column)
            for key in {*old, *new}:
                if old.get(key) != new.get(key):
                    touched.setdefault(int(key), set()).add(work)
    return rows(loaded, term, [each for each in loaded.plan.roster if each.student_id in touched], touched)


def _marks(result: TermResult) -> set[tuple[str, int, str]]:
    """What a result says of single works."""
    return {
        *(("dropped", int(work), "") for category in result.categories.values() for work in category.dropped),
        *(("missing", int(work), "") for work in result.missing),
        *(("left out", int(work), why) for work, why in result.left_out.items()),
    }


def rows(
    loaded: LoadedClass,
    term: Term,
    roster: Iterable[Enrolment],
    touched: Mapping[int, Collection[int]] | None = None,
) -> list[RowOut]:
    """The rows of some students; with all cells, or with those of the works that were `touched` by student."""
    name = str(term.pk)
    assignments = {each.pk: each for each in loaded.plan.assignments}
    today = loaded.plan.school_class.school.today()
    namesakes = namesakes_of(loaded.plan.roster)
    shown = None if touched is None else set().union(*touched.values())
    columns = [
        (column, work, assignments[work], slips_of(loaded, column))
        for column in loaded.gradebook.plan(name).columns
        for work in (int(column.id),)
        if shown is None or work in shown
    ]
    due = {work for _, work, each, _ in columns if each.due_on is not None and each.due_on < today and not each.extra}
    found = []
    for enrolment in roster:
        student = enrolment.student
        result = loaded.gradebook.result(str(student.pk), name)
        dropped = {each for category in result.categories.values() for each in category.dropped}
        missing = set(result.missing)
        cells = {}
        pk, key = student.pk, str(student.pk)
        mine = columns if touched is None else [each for each in columns if each[1] in touched[pk]]
        for column, work, assignment, column_slips in mine:
            score = loaded.rows.get((pk, work))
            text = loaded.text_of(score, assignment)
            found_slip = column_slips.get(key) if score is not None and not score.meant else None
            slip = slip_words(loaded, assignment, found_slip) if found_slip else None
            cell = _cell(
                column,
                key,
                score,
                loaded.value_of(pk, work),
                text,
                result.left_out,
                missing,
                dropped,
                slip,
                is_due=work in due,
            )
            if assignment.standards and loaded.by_standard:
                kept = loaded.kept_by_standard.get((pk, work), {})
                cell["standards"] = loaded.by_standard.shown(kept, assignment)
            if assignment.criteria:
                cell["levels"] = _chosen_places(assignment, loaded.levels_chosen.get((pk, work), {}))
                if any(cell["levels"]) and not cell["text"] and cell["state"] in (None, "past_due"):
                    cell["state"] = "begun"
                cell["typed_over"] = bool(any(cell["levels"]) and score and (score.number is not None or score.code))
            cells[work] = cell
        found.append(
            RowOut(
                student_id=student.pk,
                given_name=student.given_name,
                family_name=student.family_name,
                alias=student.alias,
                number=student.number if (student.given_name, student.family_name) in namesakes else None,
                grade=grade(loaded.gradebook, result, name),
                cells=cells,
            )
        )
    return found


def _chosen_places(work: Assignment, chosen: Mapping[str, str]) -> list[int]:
    """For each criterion the number of the level chosen, as they are listed from 1; 0 for none."""
    return [
        next((place for place, level in enumerate(each["levels"], 1) if level["id"] == chosen.get(each["id"])), 0)
        for each in work.criteria
    ]


def criteria_out(loaded: LoadedClass, work: Assignment) -> list[CriterionShownOut]:
    """The criteria of a piece of work, with how many students are at each level."""
    places = [_chosen_places(work, loaded.levels_chosen.get((each.pk, work.pk), {})) for each in loaded.plan.students]
    return [
        CriterionShownOut(
            **each, counts=[sum(mine[place] == nth for mine in places) for nth in range(1, len(each["levels"]) + 1)]
        )
        for place, each in enumerate(work.criteria)
    ]


def namesakes_of(roster: Sequence[Enrolment]) -> set[tuple[str, str]]:
    """The names that more than one student of a class has."""
    names = [(each.student.given_name, each.student.family_name) for each in roster]
    return {each for each in names if names.count(each) > 1}


def grade(gradebook: Gradebook, result: TermResult, term: str) -> GradeOut:
    """A student's final grade in a term, and the computed one where they differ."""
    decimals = gradebook.rules(term).decimals
    computed = None
    if result.percent is not None:
        computed = shown_percent(gradebook.marks, result.percent, result.mark, decimals)
    return GradeOut(
        percent=result.percent_shown,
        mark=result.final_mark,
        computed_percent=computed,
        computed_mark=result.mark,
        missing=len(result.missing),
    )


def _cell(
    column: Column,
    student: str,
    score: ScoreRow | None,
    value: core.Score | None,
    text: str,
    left_out: Mapping[str, str],
    missing: Collection[str],
    dropped: Collection[str],
    slip: str | None,
    *,
    is_due: bool,
) -> CellOut:
    adjusted = level = None
    if isinstance(value, NUMBER) and column.is_assigned(student):
        if column.steps:
            adjusted = fixed_text(adjusted_score(column, value), 2).rstrip("0").rstrip(".")
        if column.possible:
            earned = column.adjusted_to[value] if column.steps else value * column.scale_up
            level = round(float(min(max(100 * earned / column.possible, 0.0), 100.0)), 1)
    state: Literal["not_assigned", "missing", "past_due", "begun"] | None = None
    if not column.is_assigned(student):
        state = "not_assigned"
    elif column.id in missing:
        state = "missing"
    elif not text and is_due:
        state = "past_due"
    cell = CellOut(
        text=text,
        version=score.version if score else 0,
        adjusted=adjusted,
        level=level,
        state=state,
        dropped=column.id in dropped,
        left_out=left_out.get(column.id),
        flag=score.flag if score else "",
        slip=slip,
    )
    if score is not None and score.comment:
        cell["comment"] = score.comment
    if score is not None and score.note:
        cell["note"] = score.note
    return cell


def slips_of(loaded: LoadedClass, column: Column) -> dict[str, Slip]:
    """What in a column looks like a slip of the hand, by student."""
    known = loaded.slips.get(column.id)
    if known is None:
        known = loaded.slips[column.id] = _slips_of(loaded, column)
    return known


def _slips_of(loaded: LoadedClass, column: Column) -> dict[str, Slip]:
    numbers = {
        student: score
        for student in loaded.book.students
        if isinstance(score := loaded.book.scores.get(student, {}).get(column.id), NUMBER)
    }
    found = slips(numbers, column.assignment.points, extra=column.assignment.extra)
    work = int(column.id)
    typed = {student: mark for student in numbers if (mark := loaded.rows[int(student), work].typed_mark)}
    for student in stray_marks(typed, len(numbers)):
        found.setdefault(student, Slip("mark", typed=typed[student]))
    return found


def slip_words(loaded: LoadedClass, work: Assignment, slip: Slip) -> str:
    """Why a number is probably not what was meant, with numbers as they are entered for the work."""
    asked = f" Did you mean {loaded.lines.typed(slip.meant, work)}?" if slip.meant is not None else ""
    if slip.kind == "mark":
        return f"Typed as {slip.typed}, where the others are numbers."
    if slip.kind == "above":
        return f"Above the points.{asked}"
    nearest = loaded.lines.typed(slip.nearest or Fraction(0), work)
    return f"Far from everybody else’s: the nearest is {nearest}.{asked}"


def spread(figures: Statistics, out_of: Fraction = HUNDRED, begins: int = SPREAD_BEGINS) -> SpreadOut | None:
    """A box on an axis from `begins` to 100 %, in percent of its width, of figures out of `out_of`; None without a number."""
    if figures.mean is None:
        return None

    def place(value: Fraction | None) -> float:
        # Where it is drawn, not what it is.
        assert value is not None
        percent = 100 * float(value) / float(out_of)
        return round(min(max((percent - begins) * 100 / (100 - begins), 0.0), 100.0), 1)

    return SpreadOut(
        low=place(figures.minimum),
        lower=place(figures.lower_quartile),
        middle=place(figures.median),
        upper=place(figures.upper_quartile),
        high=place(figures.maximum),
        mean=mean_text(figures.mean * 100 / out_of) or "",
    )


def mean_text(mean: Fraction | None) -> str | None:
    """A mean as it is shown."""
    return None if mean is None else fixed_text(mean, 1)


def percent_float(part: int, whole: int) -> float:
    """How much of something is there, for drawing."""
    return round(100 * part / whole, 1) if whole else 0.0
