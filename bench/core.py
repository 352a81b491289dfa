"""How fast the calculation core is: ``./hoarfrost bench core``. Ratios of one run; the figures come last."""

import gc
import itertools
import json
import random
import resource
import time
from collections.abc import Callable, Iterator
from fractions import Fraction
from statistics import median
from typing import Any

import numpy as np
import pandas as pd
from gradecore.answer import answer
from gradecore.book import (
    Add,
    Assignment,
    Band,
    Book,
    Category,
    GroundRules,
    Scale,
    ScoreCode,
    Term,
)
from gradecore.check import check
from gradecore.file import read_json, write_book
from gradecore.gradebook import Gradebook
from gradecore.working import working

MARKS = "A+ 97,A 93,A− 90,B+ 87,B 83,B− 80,C+ 77,C 73,C− 70,D+ 67,D 63,D− 60,E 0"
SCALE = Scale(tuple(Band(each.split()[0], Fraction(each.split()[1])) for each in MARKS.split(",")))
POINTS = (5, 10, 15, 20, 25, 40, 50, 100)


def make_class(
    chance: random.Random, students: int, works: int, terms: int, *, best: bool = False, plain: bool = False
) -> Book:
    """A class; `plain` keeps to what the pandas pipeline knows: by points or equally, lowest percent dropped."""
    names = [f"t{each}" for each in range(terms)]
    ways = ("points", "equal") if plain else ("points", "equal", "shares")
    categories = tuple(
        Category(f"c{each}", Fraction(5 + each), ways[each % len(ways)], each % 3, int(each == 5 and not plain))
        for each in range(6)
    )
    assignments = tuple(
        Assignment(
            f"a{each}",
            Fraction(chance.choice(POINTS)),
            names[each * terms // works],
            f"c{each % 6}",
            share=Fraction(1 + each % 3),
            closed=True,
            extra=not plain and each % 29 == 7,
            adjust=(Add(Fraction(1)),) if not plain and each % 31 == 5 else (),
        )
        for each in range(works)
    )
    people = tuple(f"s{each}" for each in range(students))
    scores = {
        student: {
            work.id: chance.randrange(int(work.points), 2 * int(work.points) + 1) * 5000
            if plain or chance.random() < 0.97
            else "EX"
            for work in assignments
            if plain or chance.random() < 0.98
        }
        for student in people
    }
    rules = GroundRules(
        blank="leave_out" if plain else "zero_when_closed", drop_choice="best_for_student" if best else "lowest_percent"
    )
    return Book(
        SCALE,
        (ScoreCode("EX", "leave_out"),),
        rules,
        tuple(map(Term, names)),
        categories,
        assignments=assignments,
        students=people,
        scores=scores,
    )


def district(*, plain: bool) -> Iterator[Book]:
    """500 classes of 28 students and 64 assignments: 14,000 student-classes, about 900,000 scores."""
    chance = random.Random(1)
    for each in range(500):
        yield make_class(chance, 28, 64, 1, best=not plain and each % 4 == 0, plain=plain)


def compute(books: Iterator[Book]) -> tuple[float, dict[tuple[int, str], Fraction | None]]:
    """Seconds that computing took, making the books not included; and the percents."""
    seconds, found = 0.0, {}
    for number, book in enumerate(books):
        began = time.perf_counter()
        gradebook, term = Gradebook(book, checked=True), book.terms[0].id
        percents = [gradebook.result(student, term).percent for student in book.students]
        seconds += time.perf_counter() - began
        found.update(((number, student), percent) for student, percent in zip(book.students, percents, strict=True))
    return seconds, found


def as_frame(books: Iterator[Book]) -> pd.DataFrame:
    """All scores of the district as one table of floats."""
    rows = []
    for number, book in enumerate(books):
        works = {each.id: each for each in book.assignments}
        categories = {each.id: each for each in book.categories}
        for student, row in book.scores.items():
            for position, (name, score) in enumerate(row.items()):
                work, category = works[name], categories[works[name].category or ""]
                rows.append(
                    (
                        number,
                        int(student[1:]),
                        int(category.id[1:]),
                        position,
                        int(score) / 10_000,
                        float(work.points),
                        float(category.weight),
                        category.method == "points",
                        category.drop_lowest,
                    )
                )
    names = ["book", "student", "category", "position", "earned", "possible", "weight", "by_points", "drop"]
    return pd.DataFrame(rows, columns=names)


def pipeline(frame: pd.DataFrame) -> pd.Series:
    """The same rules as vectorised pandas in floats."""
    group = ["book", "student", "category"]
    frame = frame.assign(quotient=frame.earned / frame.possible)
    frame = frame.sort_values(
        ["book", "student", "category", "quotient", "possible", "position"],
        ascending=[True, True, True, True, False, True],
    )
    grouped = frame.groupby(group, sort=False)
    rank, size = grouped.cumcount(), grouped.quotient.transform("size")
    kept = frame[rank >= np.minimum(frame["drop"], size - 1)]
    sums = kept.groupby(group, sort=False).agg(
        earned=("earned", "sum"),
        possible=("possible", "sum"),
        quotient=("quotient", "mean"),
        weight=("weight", "first"),
        by_points=("by_points", "first"),
    )
    percent = np.where(sums.by_points, sums.earned / sums.possible, sums.quotient) * 100
    weighted = pd.DataFrame({"top": percent * sums.weight, "weight": sums.weight}, index=sums.index)
    terms = weighted.groupby(["book", "student"], sort=False).sum()
    percents: pd.Series = terms.top / terms.weight
    bands = np.array([0, 60, 63, 67, 70, 73, 77, 80, 83, 87, 90, 93, 97])
    np.array(list("0123456789abc"))[np.searchsorted(bands, percents, side="right") - 1]
    return percents


def best_of(times: int, work: Callable[[], Any]) -> float:
    """The shortest of several runs, in seconds."""
    found = []
    for _ in range(times):
        began = time.perf_counter()
        work()
        found.append(time.perf_counter() - began)
    return min(found)


def one_class() -> list[str]:
    """A class of 32 students and 120 assignments in four terms."""
    lines = []
    for best in (False, True):
        book = make_class(random.Random(2), 32, 120, 4, best=best)
        check(book)

        def everything(book: Book = book) -> None:
            gradebook = Gradebook(book, checked=True)
            for student in book.students:
                gradebook.results(student)

        gradebook = Gradebook(book, checked=True)
        gradebook.results("s0")
        students = iter(book.students[1:] * 2)
        choice = "best for the student" if best else "lowest percent"
        lines += [
            f"class of 32 x 120 in 4 terms, {choice}: all results {best_of(15, everything) * 1e3:.1f} ms (aim 15)",
            f"  one student's line {best_of(20, lambda g=gradebook, s=students: g.results(next(s))) * 1e3:.2f} ms (aim 0.6)",
            f"  one working {best_of(20, lambda g=gradebook: working(g, 's0', 't0')) * 1e3:.2f} ms",
        ]
    return lines


def one_file() -> list[str]:
    """The same class as a file: what computing it takes beside reading and writing its JSON alone."""
    text = json.dumps(write_book(make_class(random.Random(2), 32, 120, 4)))
    answered = answer(read_json(text))
    wholes, ratios = [], []
    gc.disable()  # as the command does
    for _ in range(101):  # each beside the other, so that both meet the same machine
        bare = best_of(1, lambda: (json.loads(text), json.dumps(answered, ensure_ascii=False)))
        wholes.append(best_of(1, lambda: json.dumps(answer(read_json(text)), ensure_ascii=False)))
        ratios.append(wholes[-1] / bare)
    gc.enable()
    return [
        f"class of 32 x 120 as a file: computed in {median(wholes) * 1e3:.0f} ms, "
        f"{median(ratios):.1f} times reading and writing its JSON (aim 6)"
    ]


def growth() -> list[str]:
    """How the time grows with the number of scores."""
    times = []
    for factor in (1, 2, 4, 8):
        book = make_class(random.Random(3), 28, 30 * factor, 1)

        def everything(book: Book = book) -> None:
            gradebook = Gradebook(book, checked=True)
            for student in book.students:
                gradebook.results(student)

        times.append(best_of(7, everything))
    steps = ", ".join(f"{after / before:.2f}" for before, after in itertools.pairwise(times))
    return [
        f"28 students, 30, 60, 120, 240 assignments: {', '.join(f'{each * 1e3:.1f}' for each in times)} ms; each doubling x {steps}"
    ]


def peak() -> int:
    """The most memory used so far, in MB."""
    return resource.getrusage(resource.RUSAGE_SELF).ru_maxrss // 1024


def main() -> None:
    chance = random.Random(1)
    for _ in range(20):  # as many classes as it takes for memory to settle
        compute(iter([make_class(chance, 28, 64, 1)]))
    before = peak()
    mixed, _ = compute(district(plain=False))
    after = peak()
    frame = as_frame(district(plain=True))
    exact, floats = float("inf"), float("inf")
    for _ in range(4):  # in turn, so that both meet the same machine
        seconds, percents = compute(district(plain=True))
        exact, floats = min(exact, seconds), min(floats, best_of(1, lambda: pipeline(frame)))
    theirs = pipeline(frame)
    worst = max(abs(float(percents[book, f"s{student}"] or 0) - value) for (book, student), value in theirs.items())
    earned = frame.earned.to_numpy()
    floor = best_of(5, earned.sum)
    lines = [
        f"district of 500 classes, {len(frame):,} scores, points and equal, lowest percent dropped:",
        f"  exact core {exact:.2f} s, pandas in floats {floats:.2f} s: ratio {exact / floats:.2f} (aim 1); largest difference {worst:.1e}",
        f"  a bare NumPy sum of the scores {floor * 1e3:.2f} ms: ratio {exact / floor:,.0f}",
        f"  all ways and drops mixed, codes and blanks: {mixed:.2f} s; memory {before} MB after 20 classes, {after} MB after 520",
        *one_class(),
        *one_file(),
        *growth(),
    ]
    print("\n".join(lines))


if __name__ == "__main__":
    main()
