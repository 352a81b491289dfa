"""Small books for tests, and strategies that make any book a teacher can set up."""

from fractions import Fraction
from typing import Any

from gradecore.book import (
    Add,
    Assignment,
    Band,
    Book,
    Category,
    Ceiling,
    GroundRules,
    Line,
    Multiply,
    Override,
    Part,
    Root,
    Scale,
    ScoreCode,
    Term,
    TopTo,
)
from gradecore.numbers import UNIT, in_units, read_decimal
from hypothesis import strategies as st

LETTERS = Scale(tuple(Band(mark, Fraction(least)) for mark, least in zip("ABCDF", (90, 80, 70, 60, 0), strict=True)))
LEVELS = Scale(
    tuple(
        Band(mark, Fraction(least), Fraction(value))
        for mark, least, value in (("Beyond", "3.5", 4), ("Secure", "2.5", 3), ("Nearly", "1.5", 2), ("Begun", "0", 1))
    ),
    Fraction(4),
)
CODES = (
    ScoreCode("EX", "leave_out"),
    ScoreCode("MI", "zero", missing=True),
    ScoreCode("FULL", "full"),
    ScoreCode("HALF", "percent", Fraction(50)),
)


def score(text: str) -> int | str:
    """A score as text: a number or a code."""
    return in_units(read_decimal(text)) if text[0].isdigit() else text


def book(points: list[str], scores: list[str | None], *, category: dict[str, Any] | None = None, **rules: Any) -> Book:
    """One student s, one category c and an assignment a0, a1, … for each of `points`."""
    assignments = tuple(
        Assignment(f"a{place}", read_decimal(each), category="c", closed=True) for place, each in enumerate(points)
    )
    given = {f"a{place}": score(each) for place, each in enumerate(scores) if each is not None}
    return Book(
        LETTERS,
        CODES,
        GroundRules(**rules),
        categories=(Category("c", Fraction(100), **(category or {})),),
        assignments=assignments,
        students=("s",),
        scores={"s": given},
    )


quarters = st.integers(0, 400).map(lambda each: Fraction(each, 4))
small = st.sampled_from([Fraction(each) for each in ("0.5", "1", "4", "5", "10", "12.5", "20", "33", "40", "100")])

raising_steps = st.one_of(
    st.builds(Add, quarters),
    st.builds(Multiply, st.sampled_from([Fraction(1), Fraction("1.1"), Fraction(2)])),
    st.builds(TopTo, st.sampled_from([Fraction(90), Fraction(100), Fraction(110)])),
    st.just(Root()),
    st.builds(Line, st.just(Fraction(0)), st.just(Fraction(100)), quarters, st.just(Fraction(100))),
    st.builds(Ceiling, st.sampled_from([Fraction(90), Fraction(100)])),
)


@st.composite
def books(
    draw: st.DrawFn,
    *,
    methods: tuple[str, ...] = ("weighted", "points", "equal"),
    ways: tuple[str, ...] = ("points", "equal", "shares"),
    choices: tuple[str, ...] = ("lowest_percent", "best_for_student"),
    codes: bool = True,
    steps: bool = True,
    extra: bool = True,
    highest: bool = True,
    overall: bool = True,
) -> Book:
    """A book with a few students, categories, assignments and terms."""
    students = [f"s{place}" for place in range(draw(st.integers(1, 3)))]
    categories = [
        Category(
            f"c{place}",
            draw(st.sampled_from([Fraction(0), Fraction(10), Fraction(25), Fraction("12.5")])),
            draw(st.sampled_from(ways)),
            draw(st.integers(0, 2)),
            draw(st.integers(0, int(highest))),
            draw(st.booleans()),
            draw(st.booleans()) and place > 0,
        )
        for place in range(draw(st.integers(1, 3)))
    ]
    assignments = [
        Assignment(
            f"a{place}",
            draw(st.one_of(small, st.just(Fraction(0))) if draw(st.integers(0, 9)) == 0 else small),
            term=draw(st.sampled_from(["t1", "t2"])),
            category=draw(st.sampled_from([each.id for each in categories] + [None])),
            share=draw(st.sampled_from([Fraction(0), Fraction(1), Fraction(3), Fraction("0.5")])),
            extra=extra and draw(st.integers(0, 4)) == 0,
            never_drop=draw(st.integers(0, 4)) == 0,
            counts=draw(st.integers(0, 7)) > 0,
            closed=draw(st.booleans()),
            assigned=None if draw(st.integers(0, 5)) else frozenset(draw(st.sets(st.sampled_from(students)))),
            adjust=tuple(draw(st.lists(raising_steps, max_size=2))) if steps and draw(st.integers(0, 3)) == 0 else (),
        )
        for place in range(draw(st.integers(0, 7)))
    ]
    numbers = st.integers(0, 100 * UNIT // 2500).map(lambda each: each * 2500)
    one = st.one_of(numbers, numbers, st.sampled_from([code.code for code in CODES])) if codes else numbers
    scores = {student: {each.id: draw(one) for each in assignments if draw(st.integers(0, 4))} for student in students}
    terms = (
        Term("t1", adjust=tuple(draw(st.lists(raising_steps, max_size=1))) if steps else ()),
        Term("t2", ground_rules={"blank": "zero"} if draw(st.booleans()) else {}),
        Term("year", parts=(Part("t1", Fraction(2)), Part("t2", Fraction(1)))),
    )
    rules = GroundRules(
        draw(st.sampled_from(methods)),
        draw(st.sampled_from(["leave_out", "zero_when_closed", "zero"])),
        draw(st.integers(0, int(overall))),
        draw(st.sampled_from(choices)),
        draw(st.sampled_from([None, Fraction(1)])),
        cap=draw(st.booleans()),
    )
    overrides = {}
    if draw(st.integers(0, 5)) == 0:
        overrides = {students[0]: {"t1": Override(Fraction(77), draw(st.sampled_from([None, "B", "Audit"])))}}
    return Book(
        LETTERS,
        CODES,
        rules,
        terms,
        tuple(categories),
        assignments=tuple(assignments),
        students=tuple(students),
        scores=scores,
        overrides=overrides,
    )
