"""A gradebook as plain values: what `gradecore` computes from.

Identifiers are texts of the caller's choosing. Numbers are exact: points, weights, shares and percents are
Fractions; a score is whole ten-thousandths of a point (`numbers.UNIT`), what chosen levels come to, or the text of a code.
The field names are those of the open gradebook file.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from fractions import Fraction
from typing import TypeAlias

Score: TypeAlias = int | Fraction | str
"""A number as entered, in ten-thousandths of a point, or a score code; a Fraction, in the same unit, is what the chosen
levels of criteria come to (R16.1, `criteria.with_sums`). A blank is absent.
"""

NUMBER = (int, Fraction)
"""What a score that is a number is an instance of."""


@dataclass(frozen=True, slots=True)
class Band:
    """One mark of a scale and where it begins, in units of the scale (R6.1)."""

    mark: str
    min: Fraction
    value: Fraction | None = None


@dataclass(frozen=True, slots=True)
class Scale:
    """A grading scale; `out_of` is what 100 percent is in its units (R6.1).

    The rounding is used where a scale is the standards' own (R8.4); a class rounds by its ground rules.
    """

    bands: tuple[Band, ...]
    out_of: Fraction = Fraction(100)
    round_to: Fraction | None = None
    rounding: str = "half_up"


EFFECTS = ("leave_out", "zero", "full", "percent")


@dataclass(frozen=True, slots=True)
class ScoreCode:
    """A code entered in place of a number and what it does to the grade (R2.3)."""

    code: str
    effect: str
    percent: Fraction | None = None
    missing: bool = False


METHODS = ("weighted", "points", "equal", "standards")
BLANKS = ("leave_out", "zero_when_closed", "zero")
DROP_CHOICES = ("lowest_percent", "best_for_student")


@dataclass(frozen=True, slots=True)
class GroundRules:
    """The choices that hold for a whole class or, by R4.6, for one term.

    `standard_weights` says which standards a term's percent is made of under the method `standards`, and how they weigh;
    empty is all that have no parent, each the same (R8.5).
    """

    method: str = "weighted"
    blank: str = "leave_out"
    drop_overall: int = 0
    drop_choice: str = "lowest_percent"
    round_to: Fraction | None = None
    rounding: str = "half_up"
    cap: bool = False
    decimals: int = 1
    standard_weights: Mapping[str, Fraction] = field(default_factory=dict)

    @property
    def levels_alone(self) -> bool:
        """Whether no percent and no mark is made: by standards of which none weighs anything (R8.5)."""
        return self.method == "standards" and bool(self.standard_weights) and not any(self.standard_weights.values())


@dataclass(frozen=True, slots=True)
class Add:
    """R7.1: points, or percentage points."""

    amount: Fraction


@dataclass(frozen=True, slots=True)
class Multiply:
    """R7.2."""

    factor: Fraction


@dataclass(frozen=True, slots=True)
class TopTo:
    """R7.3: the class's highest becomes this percent."""

    percent: Fraction


@dataclass(frozen=True, slots=True)
class Root:
    """R7.4: ten times the root of the percent."""


@dataclass(frozen=True, slots=True)
class Line:
    """R7.5: the straight line through (x1, y1) and (x2, y2), in percent."""

    x1: Fraction
    x2: Fraction
    y1: Fraction
    y2: Fraction


@dataclass(frozen=True, slots=True)
class Ceiling:
    """R7.6: nothing rises above this percent from here on, or above where it began."""

    percent: Fraction


Step: TypeAlias = Add | Multiply | TopTo | Root | Line | Ceiling


@dataclass(frozen=True, slots=True)
class Part:
    """A term that another one is made of (R5.1)."""

    term: str
    weight: Fraction


@dataclass(frozen=True, slots=True)
class Term:
    """A term; with `parts` it is made of other terms (R5), otherwise of its assignments (R4).

    `ground_rules` holds only what the term sets for itself, by field name (R4.6).
    """

    id: str
    parts: tuple[Part, ...] = ()
    parts_from: str = "percent"
    ground_rules: Mapping[str, object] = field(default_factory=dict)
    weights: Mapping[str, Fraction] = field(default_factory=dict)
    adjust: tuple[Step, ...] = ()


CATEGORY_METHODS = ("points", "equal", "shares")


@dataclass(frozen=True, slots=True)
class Category:
    """R3."""

    id: str
    weight: Fraction = Fraction(0)
    method: str = "points"
    drop_lowest: int = 0
    drop_highest: int = 0
    cap: bool = False
    bonus: bool = False


COMBINES = ("average", "latest", "highest", "median", "most_frequent", "decaying")


@dataclass(frozen=True, slots=True)
class Standard:
    """R8; `rate` is the weight of the newest piece of evidence under `decaying`.

    `scale` names one of the book's `level_scales`, in which this standard and what is under it have their levels; None is what the
    standard above has, and the book's `standards_scale` at the top.
    """

    id: str
    parent: str | None = None
    combine: str = "average"
    rate: Fraction = Fraction(65, 100)
    scale: str | None = None


@dataclass(frozen=True, slots=True)
class AssignmentStandard:
    """A standard that an assignment gives evidence for, and out of how many points."""

    id: str
    points: Fraction


@dataclass(frozen=True, slots=True)
class CriterionLevel:
    """One level of a criterion and the points that it is worth (R16.1)."""

    name: str
    points: Fraction


@dataclass(frozen=True, slots=True)
class Criterion:
    """What one looks for in a piece of work, with its levels; `standard` is what a chosen level is evidence for (R16.4)."""

    id: str
    points: Fraction
    levels: tuple[CriterionLevel, ...] = ()
    standard: str | None = None

    def level(self, name: str) -> CriterionLevel:
        """The level of that name, which must be there."""
        return next(each for each in self.levels if each.name == name)


@dataclass(frozen=True, slots=True)
class Assignment:
    """One piece of work. `assigned` names the students it was given to; None is everybody.

    `date` is an ISO date as text; evidence for standards is taken in its order (R8.2).
    """

    id: str
    points: Fraction
    term: str = "term"
    category: str | None = None
    step: Fraction = Fraction(1)
    share: Fraction = Fraction(1)
    extra: bool = False
    never_drop: bool = False
    counts: bool = True
    closed: bool = False
    shown: bool = True
    assigned: frozenset[str] | None = None
    adjust: tuple[Step, ...] = ()
    date: str | None = None
    standards: tuple[AssignmentStandard, ...] = ()
    criteria: tuple[Criterion, ...] = ()


@dataclass(frozen=True, slots=True)
class Override:
    """What a person put in place of a term's computed result, or of a standard's level (R5.2, R8.4)."""

    percent: Fraction | None = None
    mark: str | None = None
    reason: str = ""

    @property
    def is_empty(self) -> bool:
        """Whether it puts nothing in place of anything."""
        return self.percent is None and self.mark is None


@dataclass(frozen=True, slots=True)
class Book:
    """A whole gradebook. The order of `assignments` is their position (R1.4).

    `level_scales` are scales that some standards have in place of `standards_scale`, by name.
    `criterion_levels` holds the names of the chosen levels, by student, assignment and criterion (R16).
    """

    scale: Scale
    codes: tuple[ScoreCode, ...] = ()
    ground_rules: GroundRules = GroundRules()
    terms: tuple[Term, ...] = (Term("term"),)
    categories: tuple[Category, ...] = ()
    standards: tuple[Standard, ...] = ()
    standards_scale: Scale | None = None
    level_scales: Mapping[str, Scale] = field(default_factory=dict)
    assignments: tuple[Assignment, ...] = ()
    students: tuple[str, ...] = ()
    scores: Mapping[str, Mapping[str, Score]] = field(default_factory=dict)
    standard_scores: Mapping[str, Mapping[str, Mapping[str, Score]]] = field(default_factory=dict)
    criterion_levels: Mapping[str, Mapping[str, Mapping[str, str]]] = field(default_factory=dict)
    overrides: Mapping[str, Mapping[str, Override]] = field(default_factory=dict)
    standard_overrides: Mapping[str, Mapping[str, Override]] = field(default_factory=dict)
