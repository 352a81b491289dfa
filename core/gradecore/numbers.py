"""Exact numbers: reading decimals, rounding in steps, and writing them down again (R1, R6.2, R7.4, R13).

Every computed value is a ``fractions.Fraction``. Scores are kept as whole ten-thousandths (`UNIT`),
which is exact because R13 takes at most four decimals, and lets the computation run on integers.
"""

import re
from fractions import Fraction
from math import gcd, isqrt

DECIMALS = 4
"""How many decimals are taken (R13)."""

UNIT = 10_000
"""One point in the units that scores are kept in."""

MOST = 99_999
"""The largest number that is taken anywhere (R13)."""

ROUNDINGS = ("half_up", "half_even", "up", "down")

_DECIMAL = re.compile(r"([+-]?)(?=[.,]?\d)(\d*)(?:[.,](\d*))?", re.ASCII)
"""Sign, whole part and decimals of a number, of which one digit at least is there."""


class NumberError(ValueError):
    """A text that is not taken as a number; the message says why, without naming the text."""


def looks_like_number(text: str) -> bool:
    """Whether a text reads as a number, with or without a percent sign, whatever its size (R13)."""
    bare = text.strip().replace("\N{MINUS SIGN}", "-").removesuffix("%").rstrip()
    return _DECIMAL.fullmatch(bare) is not None


def read_units(text: str, *, negative: bool = True) -> int:
    """The number written as decimal text, with ``.`` or ``,`` as decimal sign, as whole ten-thousandths.

    Raises NumberError for what is no number, has more than four decimals, is above 99,999 or,
    unless `negative`, below 0 (R1.1, R13).
    """
    found = _DECIMAL.fullmatch(text.strip().replace("\N{MINUS SIGN}", "-"))
    if found is None:
        raise NumberError("is not a number")
    sign, whole, decimals = found.groups("")
    is_below, whole, decimals = sign == "-", whole.lstrip("0"), decimals.rstrip("0")
    if not negative and is_below and (whole or decimals):
        raise NumberError("is below 0")
    beyond = "is below −99,999" if is_below else "is above 99,999"
    # The length is looked at before the digits are, so that a page of digits costs nothing.
    if len(whole) > len(str(MOST)):
        raise NumberError(beyond)
    if len(decimals) > DECIMALS:
        raise NumberError("has more than 4 decimals")
    units = int(f"{whole}{decimals:0<{DECIMALS}}")
    if units > MOST * UNIT:
        raise NumberError(beyond)
    return -units if is_below else units


def read_decimal(text: str, *, negative: bool = True) -> Fraction:
    """The number written as decimal text; raises NumberError as `read_units` does."""
    return Fraction(read_units(text, negative=negative), UNIT)


def in_units(number: Fraction) -> int:
    """A number of at most four decimals as whole ten-thousandths."""
    return number.numerator * (UNIT // number.denominator)


def round_to_step(value: Fraction, step: Fraction | None, rounding: str) -> Fraction:
    """`value` rounded to a whole number of `step`; None leaves it as it is (R6.2)."""
    if step is None:
        return value
    # value/step as a ratio of whole numbers.
    top = value.numerator * step.denominator
    bottom = value.denominator * step.numerator
    if rounding == "half_up":
        whole = _half_up(top, bottom)
    elif rounding == "half_even":
        whole = round(Fraction(top, bottom))
    elif rounding == "up":
        whole = -(-top // bottom)
    else:
        whole = top // bottom
    return Fraction(whole * step.numerator, step.denominator)


def _half_up(top: int, bottom: int) -> int:
    return (2 * top + bottom) // (2 * bottom)


def root_percent(percent: Fraction) -> Fraction:
    """Ten times the root of a percent, rounded half-even to 10 decimals; a negative one stays (R7.4).

    >>> root_percent(Fraction(64))
    Fraction(80, 1)
    """
    if percent <= 0:
        return percent
    square = percent * 10**22  # the root of this is the result in units of its tenth decimal
    below = isqrt(square.numerator // square.denominator)
    excess = square - Fraction(2 * below + 1, 2) ** 2
    upward = excess > 0 or (excess == 0 and below % 2 == 1)
    return Fraction(below + upward, 10**10)


def rational_text(value: Fraction | None) -> str | None:
    """``"n/d"`` in lowest terms, ``"n"`` where d is 1, None where there is none."""
    return None if value is None else str(value)


def quotient_text(top: int, bottom: int) -> str:
    """A quotient as ``rational_text`` writes it, without making a number of it; `bottom` is above 0.

    >>> quotient_text(150, 4), quotient_text(8, 4)
    ('75/2', '2')
    """
    common = gcd(top, bottom)
    return str(top // common) if bottom == common else f"{top // common}/{bottom // common}"


def decimal_text(value: Fraction) -> str:
    """A number as decimal text, or as an exact rational where no finite decimal says it.

    >>> decimal_text(Fraction(175, 2)), decimal_text(Fraction(1, 3))
    ('87.5', '1/3')
    """
    rest, places = value.denominator, 0
    for prime in (2, 5):
        power = 0
        while rest % prime == 0:
            rest //= prime
            power += 1
        places = max(places, power)
    return str(value) if rest != 1 else fixed_text(value, places)


def fixed_text(value: Fraction, decimals: int) -> str:
    """A number with so many decimals, rounded half up, for showing only (R6.3).

    >>> fixed_text(Fraction(8996, 100), 1)
    '90.0'
    """
    units = _half_up(value.numerator * 10**decimals, value.denominator)
    digits = str(abs(units)).zfill(decimals + 1)
    sign = "-" if units < 0 else ""
    return sign + (f"{digits[:-decimals]}.{digits[-decimals:]}" if decimals else digits)
