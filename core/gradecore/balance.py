"""Sharing out a whole: what the others come to when one share or weight is set (R3.3, R4.1).

Shares are parts of 1. What is kept of them are numbers in their proportions, of at most four decimals (R13).
"""

from collections.abc import Sequence
from fractions import Fraction
from math import gcd, lcm

from gradecore.numbers import MOST, UNIT


def rebalanced(shares: Sequence[Fraction], kept: Sequence[bool], at: int, share: Fraction) -> list[Fraction]:
    """The shares once the one at `at` is `share`: the others fill the rest in the proportions they have.

    Those `kept` stay as they are, unless that leaves nobody to fill the rest; where they alone are too much, the rest is
    nothing. Shares without any proportion, all 0, fill the rest alike.

    >>> rebalanced([Fraction(1, 2), Fraction(1, 4), Fraction(1, 4)], [False, False, True], 0, Fraction(1, 4))
    [Fraction(1, 4), Fraction(1, 2), Fraction(1, 4)]
    """
    others = [place for place in range(len(shares)) if place != at]
    free = [place for place in others if not kept[place]]
    found = list(shares)
    found[at] = share
    if not free:
        return found
    rest = max(1 - share - sum(shares[place] for place in others if kept[place]), Fraction(0))
    sizes = sum((shares[place] for place in free), Fraction(0))
    for place in free:
        found[place] = rest * shares[place] / sizes if sizes else rest / len(free)
    return found


def as_numbers(shares: Sequence[Fraction]) -> list[Fraction]:
    """Numbers in the proportions of shares: whole ones as small as they can be, or else percents with four decimals.

    >>> as_numbers([Fraction(4, 18), Fraction(6, 18), Fraction(8, 18)])
    [Fraction(2, 1), Fraction(3, 1), Fraction(4, 1)]
    """
    unit = lcm(*(share.denominator for share in shares))
    whole = [int(share * unit) for share in shares]
    common = gcd(*whole) or 1
    if max(whole, default=0) // common <= MOST:
        return [Fraction(each // common) for each in whole]
    return [_rounded(share * 100) for share in shares]


def room_made(shares: Sequence[Fraction], typed: Sequence[bool]) -> tuple[Fraction, list[Fraction]]:
    """What one more piece gets beside the numbers in `shares`, and what those are then.

    Numbers that were `typed` stay, and keep what they are worth; the others give up an equal part of themselves. Where
    nothing was typed all stay, and the new one is worth as much as they are on the average; where all was typed it is
    worth nothing, until somebody says what.

    >>> [str(each) for each in room_made([Fraction(4), Fraction(3), Fraction(3)], [True, False, False])[1]]
    ['4', '2', '2']
    """
    free = [place for place, is_typed in enumerate(typed) if not is_typed]
    found = list(shares)
    if not free:
        return Fraction(0 if shares else 1), found
    rest = sum((shares[place] for place in free), Fraction(0))
    if not any(typed):
        return _rounded(rest / len(free)), found
    for place in free:
        found[place] = _rounded(shares[place] * len(free) / (len(free) + 1))
    return rest - sum((found[place] for place in free), Fraction(0)), found


def _rounded(number: Fraction) -> Fraction:
    return Fraction(round(number * UNIT), UNIT)


def evened_out(rest: Fraction, count: int, decimals: int = 2) -> list[Fraction]:
    """`rest` in `count` parts as alike as so many decimals allow, which add up to it exactly; the larger ones first.

    `rest` must have no more decimals than that, or the last part takes what is over.

    >>> [str(each) for each in evened_out(Fraction(100), 3)]
    ['1667/50', '3333/100', '3333/100']
    """
    unit = Fraction(1, 10**decimals)
    steps = rest // unit
    each, more = divmod(steps, count)
    parts = [(each + (place < more)) * unit for place in range(count)]
    parts[-1] += rest - steps * unit
    return parts


def in_proportion(rest: Fraction, parts: Sequence[Fraction], decimals: int = 2) -> list[Fraction]:
    """`rest` in the proportions of `parts`, with so many decimals, which add up to it exactly; alike where all are 0.

    What rounding down leaves over goes, a unit each, to those that it took most from, and of these to the first.

    >>> [str(each) for each in in_proportion(Fraction(100), [Fraction(60), Fraction(60), Fraction(60)])]
    ['1667/50', '3333/100', '3333/100']
    """
    whole = sum(parts, Fraction(0))
    if not whole:
        return evened_out(rest, len(parts), decimals)
    unit = Fraction(1, 10**decimals)
    exact = [rest * part / whole for part in parts]
    found = [each // unit * unit for each in exact]
    over = rest - sum(found, Fraction(0))
    for place in sorted(range(len(parts)), key=lambda place: found[place] - exact[place])[: int(over / unit)]:
        found[place] += unit
        over -= unit
    found[-1] += over
    return found
