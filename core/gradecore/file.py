"""The open gradebook file: a book as JSON, read and written (docs/gradebook.schema.json)."""

import json
from collections import Counter
from collections.abc import Callable, Iterable, Mapping
from dataclasses import replace
from fractions import Fraction
from typing import Any

from gradecore.book import (
    Add,
    Assignment,
    AssignmentStandard,
    Band,
    Book,
    Category,
    Ceiling,
    Criterion,
    CriterionLevel,
    GroundRules,
    Line,
    Multiply,
    Override,
    Part,
    Root,
    Scale,
    Score,
    ScoreCode,
    Standard,
    Step,
    Term,
    TopTo,
)
from gradecore.check import BookError, Problem, book_problems, standards_problems
from gradecore.criteria import without_sums
from gradecore.numbers import UNIT, NumberError, decimal_text, in_units, looks_like_number, read_decimal, read_units

FORMAT = 1


def read_json(text: str) -> Any:
    """Parsed JSON in which a number with a decimal point stays text, so that no binary float comes between (R1.1).

    Raises BookError for what is not JSON.
    """
    try:
        return json.loads(text, parse_float=str, parse_constant=str, object_pairs_hook=_object)
    except (ValueError, RecursionError) as error:
        raise BookError([Problem("file", f"is not JSON: {error}.")]) from None


class _Twice(dict[str, Any]):
    """A JSON object in which keys were given twice, which it remembers: the last one stands in the dictionary."""

    twice: tuple[str, ...] = ()


def _object(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    found = dict(pairs)
    if len(found) < len(pairs):
        found = _Twice(found)
        found.twice = tuple(key for key, count in Counter(key for key, _ in pairs).items() if count > 1)
    return found


def read_book(given: Any) -> Book:
    """The book in parsed JSON. Raises BookError with everything that is wrong with it, at once (R15)."""
    reader = _Reader()
    book = reader.book(given)
    # A number that could not be read stands in as 1. That follows from nothing else, but may begin a scale above 0.
    spoilt = {
        problem.place.partition(",")[0] for problem in reader.problems if "scale" in problem.place.partition(",")[0]
    }
    others = [
        each
        for each in book_problems(book)
        if each.place.partition(",")[0] not in spoilt or "begins at" not in each.message
    ]
    if reader.problems or others:
        raise BookError([*reader.problems, *others])
    return book


class _KnownScores(dict[Any, Score]):
    """Scores by the texts that they are written as, as far as nothing is wrong with them; a number is read when it is first met."""

    def __missing__(self, text: Any) -> Score:
        found = self[text] = read_units(text, negative=False)
        return found


class _Reader:
    """Reads one book, gathering what is wrong on the way."""

    def __init__(self) -> None:
        self.problems: list[Problem] = []
        # A class has thousands of scores and hundreds of numbers, and few texts that they are written in.
        self.known_scores = _KnownScores()
        self.known_numbers: dict[tuple[str, bool], Fraction] = {}
        """Numbers by how they are written, and whether they may be below 0."""

    def problem(self, place: str, message: str) -> None:
        self.problems.append(Problem(place, message))

    # Pieces

    def object(self, place: str, given: Any, known: Iterable[str] | None) -> dict[str, Any]:
        """An object whose keys are among those `known`, or may be any where there are none."""
        if not isinstance(given, dict):
            self.problem(place, f"{_text(given)} is not an object; write it in braces.")
            return {}
        for key in given.keys() - known if known is not None else ():
            self.problem(place, f"has the key {key}, which is not known; remove it.")
        for key in getattr(given, "twice", ()):
            self.problem(place, f"{key} is given twice; keep one.")
        return given

    def map(self, place: str, given: Any) -> dict[str, Any]:
        return self.object(place, given, None)

    def list(self, place: str, given: Any) -> list[Any]:
        if given is None or isinstance(given, list):
            return given or []
        self.problem(place, f"{_text(given)} is not a list; write it in brackets.")
        return []

    def text(self, place: str, name: str, given: Any, default: str | None = None) -> str:
        if given is None and default is not None:
            return default
        if isinstance(given, str):
            return given
        self.problem(
            place, f"{name} {_text(given)} is not a text." if given is not None else f"has no {name}; give it one."
        )
        return default or ""

    def flag(self, place: str, name: str, given: Any, *, default: bool = False) -> bool:
        if given is None or isinstance(given, bool):
            return default if given is None else given
        self.problem(place, f"{name} {_text(given)} is neither true nor false.")
        return default

    def count(self, place: str, name: str, given: Any, default: int) -> int:
        if given is None or (isinstance(given, int) and not isinstance(given, bool)):
            return default if given is None else given
        self.problem(place, f"{name} {_text(given)} is not a whole number.")
        return default

    def number(
        self, place: str, name: str, given: Any, default: str | None = None, *, negative: bool = True
    ) -> Fraction:
        """A number, or `default`, or 1 where there is none that can be read."""
        given = default if given is None else given
        if given.__class__ is int:
            given = str(given)
        if not isinstance(given, str):
            self.problem(
                place, f"has no {name}; give a number." if given is None else f"{name} {_text(given)} is not a number."
            )
            return Fraction(1)
        known = self.known_numbers.get((given, negative))
        if known is not None:
            return known
        try:
            found = self.known_numbers[given, negative] = read_decimal(given, negative=negative)
            return found
        except NumberError as error:
            self.problem(place, f"{name} {_text(given)} {error}.")
            return Fraction(1)

    def maybe_number(self, place: str, name: str, given: Any) -> Fraction | None:
        return None if given is None else self.number(place, name, given)

    # A book

    def book(self, given: Any) -> Book:
        given = self.object("book", given, ("hoarfrost", *Book.__dataclass_fields__))
        if given.get("hoarfrost") != FORMAT:
            self.problem(
                "book", f"hoarfrost {_text(given.get('hoarfrost'))} is not a format that is known; it must be {FORMAT}."
            )
        if "scale" not in given:
            self.problem("scale", "is missing; give a grading scale.")
        categories = [self.category(each) for each in self.list("categories", given.get("categories"))]
        terms = [self.term(each) for each in self.list("terms", given.get("terms"))] or [Term("term")]
        only = terms[0].id if len(terms) == 1 else None
        standards_scale = given.get("standards_scale")
        return Book(
            scale=self.scale("scale", given.get("scale", {})),
            codes=tuple(self.code(each) for each in self.list("codes", given.get("codes"))),
            ground_rules=GroundRules(**self.rules("ground_rules", given.get("ground_rules"))),
            terms=tuple(terms),
            categories=tuple(categories),
            standards=tuple(self.standard(each) for each in self.list("standards", given.get("standards"))),
            standards_scale=None if standards_scale is None else self.scale("standards_scale", standards_scale),
            level_scales=self.level_scales(given.get("level_scales")),
            assignments=tuple(
                self.assignment(each, only) for each in self.list("assignments", given.get("assignments"))
            ),
            students=tuple(
                self.text("students", "student", each) for each in self.list("students", given.get("students"))
            ),
            scores=self.rows("scores", given.get("scores"), self.scores),
            standard_scores=self.rows("standard_scores", given.get("standard_scores"), self.standard_scores),
            criterion_levels=self.rows("criterion_levels", given.get("criterion_levels"), self.levels),
            overrides=self.rows("overrides", given.get("overrides"), self.overrides),
            standard_overrides=self.rows("standard_overrides", given.get("standard_overrides"), self.overrides),
        )

    def scale(self, place: str, given: Any) -> Scale:
        given = self.object(place, given, Scale.__dataclass_fields__)
        bands = []
        for each in self.list(place, given.get("bands")):
            mark = self.text(place, "mark", each.get("mark") if isinstance(each, dict) else None)
            where = f"{place}, band {mark}"
            each = self.object(where, each, Band.__dataclass_fields__)
            bands.append(
                Band(
                    mark,
                    self.number(where, "min", each.get("min")),
                    self.maybe_number(where, "value", each.get("value")),
                )
            )
        return Scale(
            tuple(bands),
            self.number(place, "out_of", given.get("out_of"), "100"),
            self.maybe_number(place, "round_to", given.get("round_to")),
            self.text(place, "rounding", given.get("rounding"), "half_up"),
        )

    def code(self, given: Any) -> ScoreCode:
        given = self.object("codes", given, ScoreCode.__dataclass_fields__)
        code = self.text("codes", "code", given.get("code"))
        where = f"code {code}"
        return ScoreCode(
            code,
            self.text(where, "effect", given.get("effect")),
            self.maybe_number(where, "percent", given.get("percent")),
            self.flag(where, "missing", given.get("missing")),
        )

    def rules(self, place: str, given: Any) -> dict[str, Any]:
        """The ground rules that are given, by field name."""
        given = {} if given is None else self.object(place, given, GroundRules.__dataclass_fields__)
        found: dict[str, Any] = {}
        for name, value in given.items():
            if name in ("drop_overall", "decimals"):
                found[name] = self.count(place, name, value, getattr(GroundRules(), name))
            elif name == "cap":
                found[name] = self.flag(place, name, value)
            elif name == "round_to":
                found[name] = self.maybe_number(place, name, value)
            elif name == "standard_weights":
                found[name] = {
                    each: self.number(f"{place}, standard {each}", "weight", weight, negative=False)
                    for each, weight in self.map(place, {} if value is None else value).items()
                }
            elif name in GroundRules.__dataclass_fields__:
                found[name] = self.text(place, name, value, getattr(GroundRules(), name))
        return found

    def term(self, given: Any) -> Term:
        given = self.object("terms", given, Term.__dataclass_fields__)
        name = self.text("terms", "id", given.get("id"))
        where = f"term {name}"
        parts = []
        for each in self.list(where, given.get("parts")):
            each = self.object(where, each, Part.__dataclass_fields__)
            part = self.text(where, "part", each.get("term"))
            parts.append(Part(part, self.number(f"{where}, part {part}", "weight", each.get("weight"), negative=False)))
        weights = {} if given.get("weights") is None else self.map(where, given["weights"])
        return Term(
            name,
            tuple(parts),
            self.text(where, "parts_from", given.get("parts_from"), "percent"),
            self.rules(f"{where}, ground_rules", given.get("ground_rules")),
            {
                each: self.number(f"{where}, category {each}", "weight", weights[each], negative=False)
                for each in weights
            },
            self.steps(where, given.get("adjust")),
        )

    def category(self, given: Any) -> Category:
        given = self.object("categories", given, Category.__dataclass_fields__)
        name = self.text("categories", "id", given.get("id"))
        where = f"category {name}"
        return Category(
            name,
            self.number(where, "weight", given.get("weight"), "0", negative=False),
            self.text(where, "method", given.get("method"), "points"),
            self.count(where, "drop_lowest", given.get("drop_lowest"), 0),
            self.count(where, "drop_highest", given.get("drop_highest"), 0),
            self.flag(where, "cap", given.get("cap")),
            self.flag(where, "bonus", given.get("bonus")),
        )

    def standard(self, given: Any) -> Standard:
        given = self.object("standards", given, Standard.__dataclass_fields__)
        name = self.text("standards", "id", given.get("id"))
        where = f"standard {name}"
        parent = given.get("parent")
        return Standard(
            name,
            None if parent is None else self.text(where, "parent", parent),
            self.text(where, "combine", given.get("combine"), "average"),
            self.number(where, "rate", given.get("rate"), "0.65"),
            None if given.get("scale") is None else self.text(where, "scale", given.get("scale")),
        )

    def level_scales(self, given: Any) -> dict[str, Scale]:
        given = {} if given is None else self.map("level_scales", given)
        return {name: self.scale(f"level_scales, {name}", each) for name, each in given.items()}

    def assignment(self, given: Any, only_term: str | None) -> Assignment:
        given = self.object("assignments", given, Assignment.__dataclass_fields__)
        name = self.text("assignments", "id", given.get("id"))
        where = f"assignment {name}"
        return Assignment(
            name,
            self.number(where, "points", given.get("points"), negative=False),
            self.text(where, "term", given.get("term"), only_term),
            # A class has hundreds of them, and most say little of themselves.
            **{
                key: read(self, where, key, each)
                for key, each in given.items()
                if each is not None and (read := _FURTHER.get(key)) is not None
            },
        )

    def assigned(self, place: str, name: str, given: Any) -> frozenset[str]:
        return frozenset(self.text(place, "student", each) for each in self.list(place, given))

    def assignment_standard(self, place: str, given: Any) -> AssignmentStandard:
        given = self.object(place, given, AssignmentStandard.__dataclass_fields__)
        standard = self.text(place, "standard", given.get("id"))
        points = self.number(f"{place}, standard {standard}", "points", given.get("points"), negative=False)
        return AssignmentStandard(standard, points)

    def criterion(self, place: str, given: Any) -> Criterion:
        given = self.object(place, given, Criterion.__dataclass_fields__)
        name = self.text(place, "criterion", given.get("id"))
        where = f"{place}, criterion {name}"
        levels = []
        for each in self.list(where, given.get("levels")):
            each = self.object(where, each, CriterionLevel.__dataclass_fields__)
            level = self.text(where, "level", each.get("name"))
            points = self.number(f"{where}, level {level}", "points", each.get("points"), negative=False)
            levels.append(CriterionLevel(level, points))
        standard = given.get("standard")
        return Criterion(
            name,
            self.number(where, "points", given.get("points"), negative=False),
            tuple(levels),
            None if standard is None else self.text(where, "standard", standard),
        )

    def steps(self, place: str, given: Any) -> tuple[Step, ...]:
        found = [
            self.step(f"{place}, adjust step {number}", each) for number, each in enumerate(self.list(place, given), 1)
        ]
        return tuple([step for step in found if step is not None])

    def step(self, place: str, given: Any) -> Step | None:
        given = self.object(place, given, ("kind", "amount", "factor", "percent", "from", "to"))
        match given.get("kind"):
            case "add":
                return Add(self.number(place, "amount", given.get("amount")))
            case "multiply":
                return Multiply(self.number(place, "factor", given.get("factor")))
            case "top_to":
                return TopTo(self.number(place, "percent", given.get("percent")))
            case "root":
                return Root()
            case "ceiling":
                return Ceiling(self.number(place, "percent", given.get("percent")))
            case "line":
                return self.line(place, given)
            case kind:
                known = "add, multiply, top_to, root, line, ceiling"
                self.problem(place, f"kind {_text(kind)} is not known; choose from {known}.")
                return None

    def line(self, place: str, given: Mapping[str, Any]) -> Line | None:
        ends = {name: self.list(place, given.get(name)) for name in ("from", "to")}
        if any(len(pair) != 2 for pair in ends.values()):
            self.problem(place, "a line needs two percents under from and two under to.")
            return None
        (x1, x2), (y1, y2) = ([self.number(place, name, each) for each in pair] for name, pair in ends.items())
        if x1 == x2:
            # Said here, with the text as it was written.
            self.problem(
                place,
                f"the line goes from {_text(ends['from'][0])} and {_text(ends['from'][1])}, which is one; give two.",
            )
            return None
        return Line(x1, x2, y1, y2)

    def rows(self, key: str, given: Any, read: Callable[[str, Any], Any]) -> dict[str, Any]:
        given = {} if given is None else self.map(key, given)
        return {student: read(f"{key}, student {student}", row) for student, row in given.items()}

    def scores(self, place: str, given: Any) -> dict[str, Score]:
        row, known = self.map(place, given), self.known_scores
        try:
            return dict(zip(row, map(known.__getitem__, row.values()), strict=True))
        except (AttributeError, TypeError, NumberError):
            # Something in it is no text, is a code that was not met yet, is blank, or is wrong.
            return {
                assignment: known[score]
                if score.__class__ is str and score in known
                else self.score(place, "assignment", assignment, score)
                for assignment, score in row.items()
                if score is not None and score != ""
            }

    def score(self, place: str, of: str, name: str, given: Any) -> Score:
        """The score of something; a text that is no number is left to be looked up among the codes."""
        if isinstance(given, str) and (not looks_like_number(given) or given.rstrip().endswith("%")):
            self.known_scores[given] = given
            return given
        return in_units(self.number(f"{place}, {of} {name}", "score", given, negative=False))

    def standard_scores(self, place: str, given: Any) -> dict[str, dict[str, Score]]:
        found = {}
        for assignment, row in self.map(place, given).items():
            where = f"{place}, assignment {assignment}"
            row = self.map(where, row)
            found[assignment] = {
                standard: self.score(where, "standard", standard, score)
                for standard, score in row.items()
                if score is not None and score != ""
            }
        return found

    def levels(self, place: str, given: Any) -> dict[str, dict[str, str]]:
        """The names of the levels chosen, by assignment and criterion; null is none."""
        found = {}
        for assignment, row in self.map(place, given).items():
            where = f"{place}, assignment {assignment}"
            found[assignment] = {
                criterion: self.text(f"{where}, criterion {criterion}", "level", level)
                for criterion, level in self.map(where, row).items()
                if level is not None
            }
        return found

    def overrides(self, place: str, given: Any) -> dict[str, Override]:
        found = {}
        for name, each in self.map(place, given).items():
            where = f"{place}, {name}"
            each = self.object(where, each, Override.__dataclass_fields__)
            mark = each.get("mark")
            found[name] = Override(
                self.maybe_number(where, "percent", each.get("percent")),
                None if mark is None else self.text(where, "mark", mark),
                self.text(where, "reason", each.get("reason"), ""),
            )
        return found


_FURTHER: dict[str, Callable[[_Reader, str, str, Any], Any]] = {
    "category": _Reader.text,
    "step": _Reader.number,
    "share": lambda reader, where, name, given: reader.number(where, name, given, negative=False),
    **dict.fromkeys(("extra", "never_drop", "counts", "closed", "shown"), _Reader.flag),
    "assigned": _Reader.assigned,
    "adjust": lambda reader, where, _, given: reader.steps(where, given),
    "date": _Reader.text,
    "standards": lambda reader, where, _, given: tuple(
        [reader.assignment_standard(where, each) for each in reader.list(where, given)]
    ),
    "criteria": lambda reader, where, _, given: tuple(
        [reader.criterion(where, each) for each in reader.list(where, given)]
    ),
}
"""How what an assignment may say beside its name, points and term is read, by key."""


def _text(given: Any) -> str:
    """What was written, as it was written where it was a text, cut where it is long."""
    text = given if isinstance(given, str) else json.dumps(given, ensure_ascii=False)
    return text if len(text) <= 80 else text[:79] + "…"


def write_book(book: Book) -> dict[str, Any]:
    """A book as the open format's JSON: reading it again gives the same book. Defaults are left out, and so is what levels of
    criteria come to: they are in it themselves.
    """
    if any(each.criteria for each in book.assignments):
        book = replace(book, scores=without_sums(book.scores))
    return {"hoarfrost": FORMAT} | {
        name: _written(value)
        for name in Book.__dataclass_fields__
        if (value := getattr(book, name)) != Book.__dataclass_fields__[name].default and value not in ((), {}, None)
    }


_KINDS: dict[type, str] = {
    Add: "add",
    Multiply: "multiply",
    TopTo: "top_to",
    Root: "root",
    Line: "line",
    Ceiling: "ceiling",
}


def _written(value: Any) -> Any:
    if isinstance(value, Fraction):
        return decimal_text(value)
    if isinstance(value, Line):
        ends = {"from": (value.x1, value.x2), "to": (value.y1, value.y2)}
        return {"kind": "line"} | {name: [decimal_text(each) for each in pair] for name, pair in ends.items()}
    if isinstance(value, Mapping):
        return {key: _score_text(each) if isinstance(each, int) else _written(each) for key, each in value.items()}
    if isinstance(value, tuple):
        return [_written(each) for each in value]
    if isinstance(value, frozenset):
        return sorted(value)
    if hasattr(value, "__dataclass_fields__"):
        fields = {
            name: _rules(each) if name == "ground_rules" else _written(each)
            for name, field in value.__dataclass_fields__.items()
            if ((each := getattr(value, name)) != field.default or name == "term") and each not in ((), {})
        }
        return {"kind": _KINDS[type(value)]} | fields if type(value) in _KINDS else fields
    return value


def _rules(rules: Mapping[str, Any]) -> dict[str, Any]:
    """A term's own ground rules, in which numbers are counts."""
    return {
        name: _written(value) if isinstance(value, Fraction | Mapping) else value
        for name, value in rules.items()
        if value != {}
    }


def _score_text(score: int) -> str:
    return decimal_text(Fraction(score, UNIT))


def read_steps(given: Any) -> tuple[Step, ...]:
    """Adjustment steps as they are written in a file. Raises BookError."""
    reader = _Reader()
    steps = reader.steps("adjust", given)
    if reader.problems:
        raise BookError(reader.problems)
    return steps


STANDARDS = ("standards", "standards_scale", "level_scales")
"""What a file says of standards alone."""


def read_standards(given: Any) -> tuple[tuple[Standard, ...], Scale | None, Mapping[str, Scale]]:
    """Standards, the scale of their levels, and the scales that some have in its place, as a file writes them (`STANDARDS`). Raises
    BookError.
    """
    reader = _Reader()
    given = reader.object("standards", given, STANDARDS)
    standards = tuple(reader.standard(each) for each in reader.list("standards", given.get("standards")))
    written = given.get("standards_scale")
    scale = None if written is None else reader.scale("standards_scale", written)
    own = reader.level_scales(given.get("level_scales"))
    book = Book(scale or Scale(()), standards=standards, standards_scale=scale, level_scales=own)
    problems = [*reader.problems, *standards_problems(book)]
    if problems:
        raise BookError(problems)
    return standards, scale, own


def read_rules(given: Any) -> dict[str, Any]:
    """Ground rules that a term sets for itself, as they are written in a file. Raises BookError."""
    reader = _Reader()
    rules = reader.rules("ground_rules", given)
    if reader.problems:
        raise BookError(reader.problems)
    return rules
