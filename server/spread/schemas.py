"""The shapes of Spread: where a class stands, figures, who is close below a mark, and how each assignment came out."""

from typing import Any, Literal

from ninja import Schema
from plans.consequence_schemas import ConsequenceOut
from school.schemas import Body, RowNumber
from scores.grid_schemas import SpreadOut as BoxOut
from typing_extensions import TypedDict

Kind = Literal["term", "category", "assignment"]
Move = Literal["rises", "falls", "appears", "disappears", "stays", "replaced"]


class LineStandOut(TypedDict):
    """Where somebody stands: the percent as it is shown and where it is drawn, on the axis of percent; the mark it comes to.

    A class has hundreds of these and of dots while a hand moves, which is why they are plain dictionaries.
    """

    percent: str
    place: float
    mark: str | None


class DotOut(TypedDict):
    """A student on the line. `then` is where a draft, or what is tried, would take them; `override` what a person put in place
    of the grade; `number` tells namesakes apart.
    """

    student_id: int
    given_name: str
    family_name: str
    alias: str
    number: str | None
    now: LineStandOut | None
    then: LineStandOut | None
    move: Move
    is_lower: bool
    override: str | None
    reason: str


class MarkBandOut(Schema):
    """A mark on the axis: where it begins, in the scale's units as text and in percent to be drawn; how many have it now and then."""

    mark: str
    min: str
    value: str
    place: float
    now: int
    then: int | None


class GroupOut(Schema):
    """The figures of some students in percent (R9), as text; `mean_place` is where the mean is drawn."""

    name: str
    count: int
    mean: str | None
    median: str | None
    deviation: str | None
    lower_quartile: str | None
    upper_quartile: str | None
    lowest: str | None
    highest: str | None
    missing: int
    mean_place: float | None


class CloseOut(Schema):
    """A student close below a mark. `lack` is in percentage points; `shown_reaches` says that the number shown already looks like
    the better mark (R6.3).
    """

    student_id: int
    percent: str
    mark: str
    next_mark: str
    lack: str
    shown_reaches: bool
    is_looked_at: bool


class SubjectOut(Schema):
    """What can be looked at: the term itself, one of its categories or assignments."""

    kind: Kind
    id: int
    name: str


class SectionOut(Schema):
    """Another class of one's own on the same course, or the same class of an earlier year."""

    class_id: int
    name: str
    dots: list[DotOut]
    figures: GroupOut


class ScaleShownOut(Schema):
    """The scale that marks come from, as the draft would have it."""

    id: int
    name: str
    out_of: str
    is_shared: bool
    is_own: bool


class ClassSpreadOut(Schema):
    """How a class lies in a term, a category or an assignment.

    `begins` and `ends` are the axis in percent; `steps` the adjustment of what is looked at, as the draft would have it;
    `means_by_step` the mean before the first of the steps that are shown, and after each (empty where there is none). `then` of
    the figures, bands and dots is there where a draft or what is tried differs from what is in force; `would` then says what
    changes. `half_step` is half a step of the rounding, in percentage points.
    """

    term_id: int
    term: str
    subject: SubjectOut
    subjects: list[SubjectOut]
    levels_alone: bool
    """Whether what is looked at has levels alone, and nobody a percent."""
    begins: float
    ends: float
    bands: list[MarkBandOut]
    dots: list[DotOut]
    figures: GroupOut
    then: GroupOut | None
    would: ConsequenceOut | None
    terms: list[GroupOut]
    sections: list[SectionOut]
    together: GroupOut | None
    """The figures of this class and the other sections together; None where there are none, or none were asked for."""
    close: list[CloseOut]
    half_step: str | None
    steps: list[dict[str, Any]]
    means_by_step: list[str]
    version: int | None
    """Of the assignment that is looked at, on which its steps are changed."""
    scale: ScaleShownOut
    has_draft: bool
    has_aliases: bool
    without: int
    """How many students have no number here."""


class WorkSpreadOut(Schema):
    """How an assignment came out, in percent of its points; None where there is no number, or the work is worth none."""

    id: int
    name: str
    sign: str | None
    colour: int | None
    count: int
    mean: str | None
    median: str | None
    deviation: str | None
    correlation: str | None
    missing: int
    slips: int
    box: BoxOut | None
    adjusted: bool


class TriedSpreadIn(Body):
    """What is tried on what is looked at: steps of an adjustment in place of those there are, and minimums by mark in the scale's
    units; None leaves things as they are.
    """

    term: RowNumber
    kind: Kind = "term"
    number: RowNumber | None = None
    steps: list[dict[str, Any]] | None = None
    minimums: dict[str, str] | None = None


class LookedAtIn(Body):
    """A student was looked at, or is not to count as such any more."""

    is_looked_at: bool


class NeededOut(Schema):
    """What would do it: a score on open work, in words (R10)."""

    words: list[str]
