"""How a level comes about, step by step, in words (R8.2, R8.3)."""

from collections.abc import Mapping, Sequence
from fractions import Fraction

from gradecore.book import Standard
from gradecore.numbers import decimal_text, fixed_text
from gradecore.standards import StandardResult, Standards


def number_text(value: Fraction) -> str:
    """Exact where two decimals say it, otherwise cut to two."""
    text = decimal_text(value)
    return text if "/" not in text and len(text.partition(".")[2]) <= 2 else fixed_text(value, 2)


def how_it_comes(standard: Standard) -> str:
    """How the evidence of a standard comes together, in a sentence."""
    match standard.combine:
        case "latest":
            return "The newest piece counts alone."
        case "highest":
            return "The best piece counts alone."
        case "median":
            return "The middle of the pieces counts."
        case "most_frequent":
            return "The level seen most often counts; of several, the one seen last."
        case "decaying":
            newest = number_text(standard.rate * 100)
            return f"The newest piece counts {newest} %, all before it {number_text(100 - standard.rate * 100)} %."
        case _:
            return "All pieces count alike."


def level_steps(standards: Standards, standard: Standard, results: Mapping[str, StandardResult]) -> list[str]:
    """The steps that lead to a student's value in a standard; `results` are all of the student's. Empty without a value."""
    result = results[standard.id]
    if result.value is None:
        return []
    values = [each.value for each in result.evidence]
    if not values:
        below = [
            (child, final)
            for child in standards.children_of(standard.id)
            if (final := results[child].final_value) is not None
        ]
        scales = standards.scales
        is_mixed = any(scales[child] is not scales[standard.id] for child, _ in below)

        def said(name: str, value: Fraction) -> str:
            """A value, with what it is out of where that differs among them."""
            return number_text(value) + (f" of {number_text(scales[name].out_of)}" if is_mixed else "")

        named = " and ".join(f"{child} {said(child, final)}" for child, final in below)
        return [f"It has no pieces of its own: {named} make {said(standard.id, result.value)}."]
    return [
        *_steps(standards, standard, values),
        *([] if len(values) == 1 else [f"Together {number_text(result.value)}."]),
    ]


def trend(standards: Standards, standard: str, result: StandardResult) -> str:
    """How the evidence of a standard goes over time, in a sentence; empty where fewer than two pieces say anything.

    The averages of the earlier and of the later half are compared as levels (R8.4); of an odd number the middle is in neither.
    """
    values = [each.value for each in result.evidence]
    if len(values) < 2:
        return ""
    half = len(values) // 2
    early, late = (sum(each, Fraction(0)) / half for each in (values[:half], values[-half:]))
    was, now = standards.band_of(standard, early), standards.band_of(standard, late)
    if len({standards.band_of(standard, each) for each in values}) == 1:
        return f"Steady at {now}."
    if was == now:
        return f"Up and down, about {now}."
    return f"{'Rising' if late > early else 'Falling'}, from {was} to {now}."


def _steps(standards: Standards, standard: Standard, values: Sequence[Fraction]) -> list[str]:
    if len(values) == 1:
        return [f"One piece: {number_text(values[0])}."]
    shown = [number_text(each) for each in values]
    match standard.combine:
        case "latest":
            return [f"The newest is {shown[-1]}."]
        case "highest":
            return [f"The best of {', '.join(shown)} is {number_text(max(values))}."]
        case "median":
            return [f"In order {', '.join(number_text(each) for each in sorted(values))}."]
        case "most_frequent":
            seen = ", ".join(standards.band_of(standard.id, each) for each in values)
            return [f"Seen were {seen}."]
        case "decaying":
            found, before = [f"It begins with {shown[0]}."], values[0]
            for value in values[1:]:
                now = standard.rate * value + (1 - standard.rate) * before
                found.append(
                    f"{number_text(standard.rate)} · {number_text(value)} + {number_text(1 - standard.rate)} · "
                    f"{number_text(before)} = {number_text(now)}."
                )
                before = now
            return found
        case _:
            return [f"({' + '.join(shown)}) ÷ {len(shown)}."]
