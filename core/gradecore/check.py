"""Whether a book makes sense: all that is wrong with it, at once (R15)."""

from collections import Counter
from collections.abc import Collection, Iterable, Iterator, Mapping
from dataclasses import dataclass
from fractions import Fraction

from gradecore.book import (
    BLANKS,
    CATEGORY_METHODS,
    COMBINES,
    DROP_CHOICES,
    EFFECTS,
    METHODS,
    Add,
    Book,
    Ceiling,
    Criterion,
    GroundRules,
    Line,
    Multiply,
    Override,
    Scale,
    Score,
    Step,
    TopTo,
)
from gradecore.entry import folded
from gradecore.numbers import MOST, ROUNDINGS, UNIT, decimal_text, looks_like_number


@dataclass(frozen=True, slots=True)
class Problem:
    """One thing that makes no sense: where it stands and, in a sentence, what and how to mend it."""

    place: str
    message: str

    def __str__(self) -> str:
        return f"{self.place}: {self.message}"


class BookError(ValueError):
    """A book that is refused, with all its problems."""

    def __init__(self, problems: Iterable[Problem]) -> None:
        self.problems = tuple(problems)
        super().__init__("\n".join(map(str, self.problems)))


def check(book: Book) -> None:
    """Raises BookError with every problem of a book (R15)."""
    problems = book_problems(book)
    if problems:
        raise BookError(problems)


def book_problems(book: Book) -> list[Problem]:
    """Every problem of a book, in its own order; empty where it makes sense."""
    return [
        *scale_problems(book.scale, "scale"),
        *code_problems(book),
        *rules_problems(book.ground_rules, "ground_rules"),
        *_standard_weights(book, book.ground_rules, "ground_rules"),
        *_terms(book),
        *_categories(book),
        *standards_problems(book),
        *_assignments(book),
        *_students(book),
    ]


def scale_problems(scale: Scale, place: str) -> Iterator[Problem]:
    """What is wrong with a scale (R6.1)."""
    if scale.out_of <= 0:
        yield Problem(place, f"out_of {decimal_text(scale.out_of)} is not above 0; give what 100 percent is.")
    yield from _number(place, "out_of", scale.out_of)
    yield from _rounding(place, scale.round_to, scale.rounding)
    if not scale.bands:
        yield Problem(place, "has no bands; give at least one, with min 0.")
        return
    yield from _twice(place, "mark", (band.mark for band in scale.bands))
    mins = Counter(band.min for band in scale.bands)
    for band in scale.bands:
        where = f"{place}, band {band.mark}"
        if not band.mark.strip():
            yield Problem(where, "has no mark; give it one.")
        if mins[band.min] > 1:
            yield Problem(where, f"begins at {decimal_text(band.min)}, where another band begins too; change one.")
        if band.min < 0:
            yield Problem(where, f"min {decimal_text(band.min)} is below 0; give 0 or more.")
        yield from _number(where, "min", band.min)
        yield from _number(where, "value", band.value)
    least = min(scale.bands, key=lambda band: band.min)
    if least.min > 0:
        yield Problem(
            f"{place}, band {least.mark}",
            f"is the lowest and begins at {decimal_text(least.min)}; the lowest band must begin at 0.",
        )


def code_problems(book: Book) -> Iterator[Problem]:
    """What is wrong with the score codes, beside each other and beside the marks (R13)."""
    marks = {folded(band.mark): band.mark for band in book.scale.bands}
    yield from _twice("codes", "code", (code.code for code in book.codes))
    for code in book.codes:
        where = f"code {code.code}"
        if not code.code.strip():
            yield Problem(where, "has no letters; give it some.")
        if folded(code.code) in marks:
            yield Problem(where, f"equals the mark {marks[folded(code.code)]}; choose other letters.")
        if looks_like_number(code.code):
            yield Problem(where, "reads as a number; choose letters.")
        yield from _choice(where, "effect", code.effect, EFFECTS)
        if code.effect == "percent" and code.percent is None:
            yield Problem(where, "has the effect percent but no percent; give it one.")
        yield from _number(where, "percent", code.percent)


def rules_problems(rules: GroundRules, place: str) -> Iterator[Problem]:
    """What is wrong with ground rules."""
    yield from _choice(place, "method", rules.method, METHODS)
    yield from _choice(place, "blank", rules.blank, BLANKS)
    yield from _choice(place, "drop_choice", rules.drop_choice, DROP_CHOICES)
    yield from _count(place, "drop_overall", rules.drop_overall)
    yield from _count(place, "decimals", rules.decimals)
    if rules.decimals > 10:
        yield Problem(place, f"decimals {rules.decimals} is above 10; fewer can be read.")
    yield from _rounding(place, rules.round_to, rules.rounding)


def _standard_weights(book: Book, rules: GroundRules, place: str) -> Iterator[Problem]:
    """R8.5."""
    standards = {each.id for each in book.standards}
    for name, weight in rules.standard_weights.items():
        if name not in standards:
            yield Problem(place, f"gives a weight to the standard {name}, which is not there.")
        yield from _number(f"{place}, standard {name}", "weight", weight, least=0)


def _terms(book: Book) -> Iterator[Problem]:
    names = [term.id for term in book.terms]
    categories = {category.id for category in book.categories}
    used = {assignment.term for assignment in book.assignments}
    if not names:
        yield Problem("terms", "is empty; give at least one term.")
    yield from _twice("terms", "term", names)
    for term in book.terms:
        where = f"term {term.id}"
        yield from _choice(where, "parts_from", term.parts_from, ("percent", "mark"))
        fields = {name: value for name, value in term.ground_rules.items() if name in GroundRules.__dataclass_fields__}
        for name in term.ground_rules.keys() - fields.keys():
            yield Problem(where, f"ground rule {name} is not known; remove it.")
        own = GroundRules(**fields)  # type: ignore[arg-type]
        yield from rules_problems(own, f"{where}, ground_rules")
        yield from _standard_weights(book, own, f"{where}, ground_rules")
        for name, weight in term.weights.items():
            if name not in categories:
                yield Problem(where, f"gives a weight to the category {name}, which is not there.")
            yield from _number(f"{where}, category {name}", "weight", weight, least=0)
        yield from _steps(where, term.adjust)
        if term.parts and term.id in used:
            mine = next(each.id for each in book.assignments if each.term == term.id)
            yield Problem(where, f"has both parts and assignments ({mine}); move those to one of its parts.")
        yield from _twice(where, "part", (part.term for part in term.parts))
        for part in term.parts:
            if part.term not in names:
                yield Problem(where, f"has the part {part.term}, which is no term.")
            yield from _number(f"{where}, part {part.term}", "weight", part.weight, least=0)
    parts = {term.id: [part.term for part in term.parts] for term in book.terms}
    for name in _cycles(parts):
        yield Problem(f"term {name}", "is a part of itself, through its parts; take one of them out.")


def _categories(book: Book) -> Iterator[Problem]:
    yield from _twice("categories", "category", (category.id for category in book.categories))
    for category in book.categories:
        where = f"category {category.id}"
        if not category.id:
            yield Problem("categories", 'a category has the name ""; give it another.')
        yield from _number(where, "weight", category.weight, least=0)
        yield from _choice(where, "method", category.method, CATEGORY_METHODS)
        yield from _count(where, "drop_lowest", category.drop_lowest)
        yield from _count(where, "drop_highest", category.drop_highest)


def standards_problems(book: Book) -> Iterator[Problem]:
    """What is wrong with a book's standards and their scale (R8, R15)."""
    names = [standard.id for standard in book.standards]
    yield from _twice("standards", "standard", names)
    for standard in book.standards:
        where = f"standard {standard.id}"
        if standard.parent is not None and standard.parent not in names:
            yield Problem(where, f"has the parent {standard.parent}, which is no standard.")
        yield from _choice(where, "combine", standard.combine, COMBINES)
        yield from _number(where, "rate", standard.rate)
        if standard.scale is not None and standard.scale not in book.level_scales:
            yield Problem(where, f"has its levels in the scale {standard.scale}, which is not there.")
    parents = {each.id: [each.parent] if each.parent in names else [] for each in book.standards}
    for name in _cycles(parents):
        yield Problem(f"standard {name}", "is its own ancestor; give one of them another parent.")
    if book.standards_scale is not None:
        yield from scale_problems(book.standards_scale, "standards_scale")
    elif book.standards:
        yield Problem("standards_scale", "is missing; standards need a scale of their own.")
    for name, scale in book.level_scales.items():
        yield from scale_problems(scale, f"level_scales, {name}")


def _assignments(book: Book) -> Iterator[Problem]:
    terms = {term.id for term in book.terms}
    categories = {category.id for category in book.categories}
    standards = {standard.id for standard in book.standards}
    students = set(book.students)
    yield from _twice("assignments", "assignment", (each.id for each in book.assignments))
    for each in book.assignments:
        where = f"assignment {each.id}"
        if each.term not in terms:
            yield Problem(where, f"is in the term {each.term or '(none)'}, which is not there.")
        if each.category is not None and each.category not in categories:
            yield Problem(where, f"is in the category {each.category}, which is not there.")
        yield from _number(where, "points", each.points, least=0)
        yield from _number(where, "share", each.share, least=0)
        yield from _number(where, "step", each.step)
        if each.step.numerator <= 0:
            yield Problem(
                where, f"step {decimal_text(each.step)} is not above 0; give the smallest difference of scores."
            )
        for student in sorted(each.assigned - students) if each.assigned else ():
            yield Problem(where, f"is assigned to {student}, who is not among the students.")
        yield from _steps(where, each.adjust)
        if each.standards:
            yield from _twice(where, "standard", (standard.id for standard in each.standards))
        for standard in each.standards:
            if standard.id not in standards:
                yield Problem(where, f"names the standard {standard.id}, which is not there.")
            yield from _number(f"{where}, standard {standard.id}", "points", standard.points, least=0)
        if each.criteria:
            yield from _twice(where, "criterion", (criterion.id for criterion in each.criteria))
        for criterion in each.criteria:
            yield from _criterion(f"{where}, criterion {criterion.id}", criterion, standards)


def _criterion(where: str, criterion: Criterion, standards: Collection[str]) -> Iterator[Problem]:
    """R16.1."""
    yield from _number(where, "points", criterion.points, least=0)
    yield from _twice(where, "level", (level.name for level in criterion.levels))
    if criterion.standard is not None and criterion.standard not in standards:
        yield Problem(where, f"is for the standard {criterion.standard}, which is not there.")
    for level in criterion.levels:
        yield from _number(f"{where}, level {level.name}", "points", level.points, least=0)
        if level.points > criterion.points:
            yield Problem(
                f"{where}, level {level.name}",
                f"points {decimal_text(level.points)} are above the criterion’s {decimal_text(criterion.points)}; "
                "give fewer, or the criterion more.",
            )


def _students(book: Book) -> Iterator[Problem]:
    yield from _twice("students", "student", book.students)
    students = set(book.students)
    terms = {term.id for term in book.terms}
    standards = {standard.id for standard in book.standards}
    codes = {code.code for code in book.codes}
    named = {each.id: {standard.id for standard in each.standards} for each in book.assignments}
    for key, rows in (
        ("scores", book.scores),
        ("standard_scores", book.standard_scores),
        ("criterion_levels", book.criterion_levels),
        ("overrides", book.overrides),
        ("standard_overrides", book.standard_overrides),
    ):
        for student in rows.keys() - students:
            yield Problem(key, f"names the student {student}, who is not among the students.")
    for student, row in book.scores.items() if not _are_in_order(book.scores, named, codes) else ():
        for assignment, score in row.items():
            if assignment not in named:
                yield Problem(f"scores, student {student}", f"names the assignment {assignment}, which is not there.")
            if score.__class__ is Fraction:
                continue  # What chosen levels come to is made of what is looked at below.
            yield from _score(f"scores, student {student}, assignment {assignment}", score, codes)
    for student, works in book.standard_scores.items():
        for assignment, row in works.items():
            where = f"standard_scores, student {student}, assignment {assignment}"
            if assignment not in named:
                yield Problem(where, f"there is no assignment {assignment}.")
            for standard, score in row.items():
                if assignment in named and standard not in named[assignment]:
                    yield Problem(where, f"scores the standard {standard}, which the assignment does not name.")
                yield from _score(f"{where}, standard {standard}", score, codes)
    yield from _levels(book)
    yield from _overrides("overrides", "term", book.overrides, terms)
    yield from _overrides("standard_overrides", "standard", book.standard_overrides, standards)


def _are_in_order(
    rows: Mapping[str, Mapping[str, Score]], assignments: Collection[str], codes: Collection[str]
) -> bool:
    """Whether nothing is wrong with the scores, found out at once: a class has thousands, and few that differ."""
    names = set[str]().union(*rows.values())
    different = set[Score]().union(*(row.values() for row in rows.values()))
    return names <= set(assignments) and all(
        0 <= score <= MOST * UNIT if isinstance(score, int) else score.__class__ is Fraction or score in codes
        for score in different
    )


def _levels(book: Book) -> Iterator[Problem]:
    """What is wrong with the levels that were chosen (R16.1)."""
    criteria = {each.id: {criterion.id: criterion for criterion in each.criteria} for each in book.assignments}
    for student, works in book.criterion_levels.items():
        for assignment, row in works.items():
            where = f"criterion_levels, student {student}, assignment {assignment}"
            if assignment not in criteria:
                yield Problem(where, f"there is no assignment {assignment}.")
                continue
            for name, level in row.items():
                if name not in criteria[assignment]:
                    yield Problem(where, f"names the criterion {name}, which the assignment does not have.")
                elif level not in {each.name for each in criteria[assignment][name].levels}:
                    yield Problem(f"{where}, criterion {name}", f"{level} is none of its levels.")


def _score(where: str, score: Score, codes: Collection[str]) -> Iterator[Problem]:
    if isinstance(score, str):
        if score not in codes:
            yield Problem(where, f"{score} is neither a number nor a score code; codes are written exactly.")
    else:
        yield from _number(where, "score", Fraction(score, UNIT), least=0)


def _overrides(
    key: str, kind: str, overrides: Mapping[str, Mapping[str, Override]], known: Collection[str]
) -> Iterator[Problem]:
    for student, row in overrides.items():
        for name, override in row.items():
            where = f"{key}, student {student}, {kind} {name}"
            if name not in known:
                yield Problem(where, f"there is no {kind} {name}.")
            yield from _number(where, "percent", override.percent)


def _steps(place: str, steps: Iterable[Step]) -> Iterator[Problem]:
    for number, step in enumerate(steps, 1):
        where = f"{place}, adjust step {number}"
        match step:
            case Add(amount):
                yield from _number(where, "amount", amount)
            case Multiply(factor):
                yield from _number(where, "factor", factor)
            case TopTo(percent) | Ceiling(percent):
                yield from _number(where, "percent", percent)
            case Line(x1, x2, y1, y2):
                for name, value in (("from", x1), ("from", x2), ("to", y1), ("to", y2)):
                    yield from _number(where, name, value)
                if x1 == x2:
                    yield Problem(
                        where, f"the line goes through {decimal_text(x1)} twice; give two different percents."
                    )


def _number(place: str, name: str, value: Fraction | None, least: int | None = None) -> Iterator[Problem]:
    if value is None:
        return
    # In whole numbers, which are compared many times faster than rationals: a class has hundreds of these.
    top, bottom = value.numerator, value.denominator
    if least is not None and top < least * bottom:
        yield Problem(place, f"{name} {decimal_text(value)} is below {least}; give {least} or more.")
    if abs(top) > MOST * bottom:
        yield Problem(place, f"{name} {decimal_text(value)} is beyond 99,999; give a smaller number.")
    if UNIT % bottom:
        yield Problem(place, f"{name} {decimal_text(value)} has more than 4 decimals; give fewer.")


def _count(place: str, name: str, value: int) -> Iterator[Problem]:
    if value < 0:
        yield Problem(place, f"{name} {value} is below 0; give 0 or more.")


def _choice(place: str, name: str, value: str, known: Collection[str]) -> Iterator[Problem]:
    if value not in known:
        yield Problem(place, f"{name} {value} is not known; choose from {', '.join(known)}.")


def _rounding(place: str, step: Fraction | None, rounding: str) -> Iterator[Problem]:
    yield from _choice(place, "rounding", rounding, ROUNDINGS)
    yield from _number(place, "round_to", step)
    if step is not None and step <= 0:
        yield Problem(place, f"round_to {decimal_text(step)} is not above 0; give a step, or none.")


def _twice(place: str, kind: str, names: Iterable[str]) -> Iterator[Problem]:
    for name, count in Counter(names).items():
        if count > 1:
            yield Problem(place, f"the {kind} {name} is given twice; keep one.")


def _cycles(links: Mapping[str, list[str]]) -> Iterator[str]:
    """The names that can be reached from themselves. Without recursion: a chain may be long."""
    for start in links:
        seen: set[str] = set()
        ahead = list(links[start])
        while ahead:
            name = ahead.pop()
            if name == start:
                yield start
                break
            if name not in seen:
                seen.add(name)
                ahead += links.get(name, [])
