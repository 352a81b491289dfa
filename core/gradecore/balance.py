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
    return [Fraction(round(share * 100 * UNIT), UNIT) for share in shares]


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
