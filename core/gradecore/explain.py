"""The working as text for people (``compute --working``)."""

from collections.abc import Iterator
from fractions import Fraction

from gradecore.book import Add, Ceiling, Line, Multiply, Root, Score, Step, TopTo
from gradecore.gradebook import Gradebook
from gradecore.numbers import UNIT, decimal_text, fixed_text
from gradecore.working import CategoryWorking, PartWorking, StandardWorking, Working, working
from gradecore.working import Line as WorkLine

REASONS = {
    "hidden": "hidden from families",
    "not_counted": "does not count in the grade",
    "not_assigned": "not assigned",
    "code": "left out by its code",
    "blank": "no score yet",
    "no_category": "in no category",
    "no_points": "worth 0 points",
    "evidence": "evidence for standards alone",
}


def explain(gradebook: Gradebook) -> Iterator[str]:
    """The lines that explain every student's every term."""
    for student in gradebook.book.students:
        for term in gradebook.terms:
            yield from _term(working(gradebook, student, term))
            yield ""


def step_text(step: Step) -> str:
    """An adjustment in words."""
    match step:
        case Add(amount):
            return f"{'add' if amount >= 0 else 'take away'} {decimal_text(abs(amount))}"
        case Multiply(factor):
            return f"multiply by {decimal_text(factor)}"
        case TopTo(percent):
            return f"raise the highest to {decimal_text(percent)} %"
        case Root():
            return "ten times the root of the percent"
        case Line(x1, x2, y1, y2):
            x1, x2, y1, y2 = (decimal_text(each) for each in (x1, x2, y1, y2))  # type: ignore[assignment]
            return f"a straight line from {x1} to {y1} and from {x2} to {y2}"
        case Ceiling(percent):
            return f"nothing above {decimal_text(percent)} %"


def _term(how: Working) -> Iterator[str]:
    result = how.result
    yield f"{how.student}, {how.term}"
    for part in how.parts:
        yield _part(part)
    for standard in how.standards:
        yield _standard(standard)
    for category in how.categories:
        yield from _category(category)
    if how.apart:
        yield "  the pieces of evidence" if how.method == "standards" else "  in no category"
        yield from map(_line, how.apart)
    if result.raw is not None:
        yield f"  together {_percent(result.raw)}"
    for step, value in how.steps:
        yield f"  {step_text(step)}: {_percent(value)}"
    if how.capped:
        yield f"  at most 100: takes away {_number(how.capped)}"
    if result.percent is None or result.rounded is None:
        yield "  no result"
    else:
        yield f"  percent {_percent(result.percent)}, looked up as {_number(result.rounded)}: {result.mark}"
    if how.override is not None:
        final = "no percent" if result.final_percent is None else _percent(result.final_percent)
        reason = f" ({how.override.reason})" if how.override.reason else ""
        yield f"  put in its place: {final}, {result.final_mark or 'no mark'}{reason}"
    if result.shown_reaches:
        yield f"  note: the number shown reaches {result.shown_reaches}, the grade does not"


def _part(part: PartWorking) -> str:
    if part.value is None or part.adds is None or part.weight_in_effect is None:
        return f"  {part.term}: no value"
    mark = f" {part.mark}" if part.mark else ""
    return (
        f"  {part.term}: {_percent(part.value)}{mark}, weight {_number(part.weight)} "
        f"({_number(part.weight_in_effect)} % in effect), adds {_number(part.adds)}"
    )


def _standard(standard: StandardWorking) -> str:
    if standard.percent is None or standard.adds is None or standard.weight_in_effect is None:
        return f"  {standard.standard}: no level"
    return (
        f"  {standard.standard}: {standard.mark}, {_percent(standard.percent)}, weight {_number(standard.weight)} "
        f"({_number(standard.weight_in_effect)} % in effect), adds {_number(standard.adds)}"
    )


_OUT_OF = {"points": "points", "equal": "scores", "shares": "shares"}


def _category(how: CategoryWorking) -> Iterator[str]:
    if how.percent is None:
        yield f"  {how.category}: no result"
    else:
        text = f"  {how.category}: {_number(how.total)} of {_number(how.out_of)} {_OUT_OF[how.method]} is {_percent(how.percent)}"
        if how.capped:
            text += f", capped by {_number(how.capped)}"
        if how.weight_in_effect is not None and how.weight is not None:
            text += f", weight {_number(how.weight)} ({_number(how.weight_in_effect)} % in effect)"
        if how.bonus:
            text += f", bonus of {_number(how.weight or Fraction(0))}"
        yield text if how.adds is None else f"{text}, adds {_number(how.adds)}"
    yield from map(_line, how.lines)


def _line(line: WorkLine) -> str:
    text = f"    {line.assignment}: {_score(line.score)}"
    if line.chosen:
        levels = ", ".join(
            f"{each.criterion} {each.level or 'no level'} {_number(each.points)} of {_number(each.out_of)}"
            for each in line.chosen
        )
        text += f" ({levels})" if isinstance(line.score, Fraction) else f" (in place of {levels})"
    for step, value in line.steps:
        text += f", {step_text(step)}: {_number(value)}"
    if line.missing:
        text += ", missing"
    if line.reason is not None:
        return f"{text}, {REASONS[line.reason]}"
    if line.earned is not None and line.possible is not None:
        text += f", {_number(line.earned)} of {_number(line.possible)}{' extra' if line.extra else ''}"
    if line.dropped:
        return f"{text}, dropped"
    return text if line.adds is None else f"{text}, adds {_number(line.adds)}"


def _score(score: Score | None) -> str:
    if score is None:
        return "blank"
    return score if isinstance(score, str) else _number(Fraction(score, UNIT))


def _number(value: Fraction) -> str:
    """Exact where a short decimal says it, otherwise with four decimals and a sign that there are more."""
    text = decimal_text(value)
    return text if "/" not in text and len(text.partition(".")[2]) <= 4 else f"{fixed_text(value, 4)}…"


def _percent(value: Fraction) -> str:
    return f"{_number(value)} %"
