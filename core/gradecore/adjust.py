"""Adjustments: steps applied in order to an assignment's numbers or to a term's percents (R7)."""

from collections.abc import Callable, Iterable, Sequence
from fractions import Fraction

from gradecore.book import Add, Ceiling, Line, Multiply, Root, Step, TopTo
from gradecore.numbers import root_percent


def adjusted(values: Iterable[Fraction], points: Fraction, steps: Sequence[Step]) -> dict[Fraction, list[Fraction]]:
    """For each of the class's values, what it is after each of the steps (R7).

    `values` are numbers out of `points`; for a term they are percents out of 100. The result depends on a
    value and on the class's highest only, so equal values share one entry. The last item is the result.
    """
    starts = list(dict.fromkeys(values))
    current, after = starts, list[list[Fraction]]()
    ceiling: Fraction | None = None
    for step in steps:
        if isinstance(step, Ceiling) and points:
            limit = step.percent * points / 100
            ceiling = limit if ceiling is None else min(ceiling, limit)
        highest = max(current, default=None) if isinstance(step, TopTo) else None
        current = list(map(_move(step, points, highest), current))
        if ceiling is not None:
            current = [min(value, max(ceiling, start)) for start, value in zip(starts, current, strict=True)]
        after.append(current)
    return {start: trail for start, *trail in zip(starts, *after, strict=True)}


def _move(step: Step, points: Fraction, highest: Fraction | None) -> Callable[[Fraction], Fraction]:
    """What one step does to a number out of `points`; on 0 points only add and multiply do anything (R7.7)."""
    match step:
        case Add(amount):
            return lambda value: value + amount
        case Multiply(factor):
            return lambda value: value * factor
        case TopTo(percent) if points and highest is not None and highest > 0:
            factor = percent * points / 100 / highest
            return lambda value: value * factor
        case Root() if points:
            return lambda value: root_percent(value * 100 / points) * points / 100
        case Line(x1, x2, y1, y2) if points:
            slope = (y2 - y1) / (x2 - x1)
            shift = (y1 - slope * x1) * points / 100
            return lambda value: value * slope + shift
        case _:
            return lambda value: value


def keeps_order(steps: Sequence[Step]) -> bool:
    """Whether a higher number never ends up below a lower one: no step turns the order round."""
    return not any(
        (isinstance(step, Multiply) and step.factor < 0)
        or (isinstance(step, TopTo) and step.percent < 0)
        or (isinstance(step, Line) and (step.y2 - step.y1) * (step.x2 - step.x1) < 0)
        for step in steps
    )
