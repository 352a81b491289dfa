"""The shapes of a plan on its way out and in. Numbers are decimal text."""

import datetime
from typing import Any, Literal

from ninja import Schema
from pydantic import Field
from school.schemas import Body

from plans.criteria_schemas import CriterionIn, CriterionOut


class CategoryOut(Schema):
    """A category. `of_grade` is its percent of the grade as planned; `width` the same, for drawing.

    `width_in_force` is the same without the draft, `width_standing` as the grade stands now.
    """

    id: int
    name: str
    sign: str
    colour: int
    weight: str
    method: str
    drop_lowest: int
    drop_highest: int
    cap: bool
    bonus: bool
    locked: bool
    is_default: bool
    default_points: str | None
    default_shown: bool
    default_standards: list[str]
    version: int
    of_grade: str
    width: float
    width_in_force: float
    width_standing: float
    has_scores: bool
    was: dict[str, str]


class AssignmentOut(Schema):
    """An assignment of the term. Shares are percents as planned, for extra credit the most it adds; None has none.

    `families` says in words when families see it, `is_outside` that it is due outside the term.
    `marked` of `due` students have a score; `ice` is the same in percent.
    """

    id: int
    version: int
    name: str
    short_name: str
    category_id: int | None
    term_id: int
    points: str
    share: str
    extra: bool
    counts: bool
    never_drop: bool
    closed: bool
    locked: bool
    kept_in: str
    shown: bool
    shown_from: datetime.date | None
    shown_when_in: bool
    announced: bool
    comments_shown: bool
    families: str
    description: str
    link: str
    standards: list[str]
    standard_points: dict[str, str]
    """Out of how many points some of the standards are scored; the others are out of what levels are out of."""
    criteria: list[CriterionOut]
    file: str | None
    step: str
    share_fixed: bool
    entered_as: str
    for_everyone: bool
    chosen: list[int]
    adjust: list[dict[str, Any]]
    assigned_on: datetime.date | None
    due_on: datetime.date | None
    is_due: bool
    is_outside: bool
    width_in_force: float
    width_standing: float
    of_category: str | None
    of_grade: str | None
    width: float
    marked: int
    due: int
    ice: float
    missing: int
    was: dict[str, str]


class RuleOut(Schema):
    """A ground rule: what is chosen, in words, and what was before the draft. `is_own` where the term sets it for itself."""

    field: str
    value: str | bool
    words: str
    was: str | None
    is_own: bool


class RulesIn(Body):
    """A choice of one or more ground rules."""

    method: str | None = None
    blank: str | None = None
    drop_choice: str | None = None
    drop_overall: str | None = None
    rounding: str | None = None
    cap: bool | None = None
    decimals: str | None = None
    scale: str | None = None
    families_see_running: bool | None = None
    families_percent: bool | None = None
    families_mark: bool | None = None
    families_points: bool | None = None
    families_share: bool | None = None
    families_class: bool | None = None
    families_from: datetime.date | None = None
    standard_weights: dict[str, str] | None = Field(None, max_length=500)


class TextIn(Body):
    """Categories as text."""

    text: str


class WordsOut(Schema):
    """What came of something, a sentence each."""

    words: list[str]


class CountOut(Schema):
    """How many were made."""

    count: int


class AppliedOut(Schema):
    """What of a draft could not be applied."""

    kept: list[str]


class StudentOut(Schema):
    """A student of the class."""

    id: int
    name: str


class TermOut(Schema):
    """A term that work can be in."""

    id: int
    name: str


class TermPartOut(Schema):
    """A part of a semester. `share` is its percent of the semester."""

    term_id: int
    name: str
    weight: str
    share: str
    width: float


class PlanOut(Schema):
    """A class's plan for one term. `weights` is what the weights add up to, None where they do not count.

    A semester has `parts`, which count by `parts_from`; `has_own_weights` says that the term weighs by itself;
    `adjust` are the steps that the term's percents go through.
    """

    term_id: int
    term: str
    has_own_weights: bool
    parts: list[TermPartOut]
    parts_from: str
    terms: list[TermOut]
    students: list[StudentOut]
    families_from: datetime.date | None
    rules: list[RuleOut]
    levels_alone: bool
    """Whether the term has levels alone: no percent is made."""
    has_draft: bool
    adjust: list[dict[str, Any]]
    weights: str | None
    not_given: float
    categories: list[CategoryOut]
    assignments: list[AssignmentOut]
    standard_weights: dict[str, str]
    """Which standards a grade by standards is made of, and how they weigh; empty is all that are part of no other."""
    standards_used: list[str]
    """The standards that the class works with."""


class CategoryIn(Body):
    """What is given of a category; what is not stays as it is."""

    name: str | None = None
    sign: str | None = None
    weight: str | None = None
    method: str | None = None
    drop_lowest: int | None = None
    drop_highest: int | None = None
    cap: bool | None = None
    bonus: bool | None = None
    colour: int | None = None
    locked: bool | None = None
    is_default: bool | None = None
    default_points: str | None = None
    default_shown: bool | None = None
    default_standards: list[str] | None = None
    version: int | None = None


class AssignmentIn(Body):
    """What is given of an assignment; what is not stays as it is. A category and days may be given as null: none.

    `zero_meant` says that 0 points are no slip; `adjust` are steps in the words of the open gradebook file.
    """

    version: int | None = None
    name: str | None = None
    short_name: str | None = None
    category_id: int | None = None
    term_id: int | None = None
    points: str | None = None
    share: str | None = None
    due_on: datetime.date | None = None
    extra: bool | None = None
    counts: bool | None = None
    never_drop: bool | None = None
    closed: bool | None = None
    locked: bool | None = None
    kept_in: str | None = None
    shown: bool | None = None
    zero_meant: bool | None = None
    description: str | None = None
    link: str | None = None
    standards: list[str] | None = None
    standard_points: dict[str, str] | None = None
    criteria: list[CriterionIn] | None = Field(None, max_length=100)
    step: str | None = None
    entered_as: str | None = None
    assigned_on: datetime.date | None = None
    shown_from: datetime.date | None = None
    shown_when_in: bool | None = None
    announced: bool | None = None
    comments_shown: bool | None = None
    for_everyone: bool | None = None
    chosen: list[int] | None = None
    adjust: list[dict[str, Any]] | None = None


class TogetherIn(AssignmentIn):
    """What several assignments get alike; `days` moves their dates."""

    ids: list[int]
    days: int = 0


class ShareIn(Body):
    """A typed share in percent, of the category or of the grade; the others follow or stay."""

    share: str
    of: Literal["category", "grade"]
    others: bool = True


class WeightsIn(Body):
    """Weights or shares by id."""

    weights: dict[int, str]


class RestIn(Body):
    """How the weights that are not locked share the rest of 100."""

    way: Literal["in_proportion", "alike"]


class RestOut(Schema):
    """What those weights would be in each way, by category."""

    in_proportion: dict[int, str]
    alike: dict[int, str]


class TogetherOut(Schema):
    """How many assignments were changed, and what is to be looked at of it, in words."""

    count: int
    words: str


class MergeIn(Body):
    """Into which category; None is into none."""

    into: int | None = None


class DoneOut(Schema):
    """Whether it is in force, and not in the draft."""

    in_force: bool


class RepeatIn(Body):
    """Work that repeats, see `repeating`; `without` are days that are left out of what would be made."""

    pattern: str
    every: Literal["day", "week", "month"]
    interval: int = 1
    weekdays: list[int] = Field(default_factory=list)
    month_day: int | None = None
    starts: datetime.date
    until: datetime.date | None = None
    times: int | None = None
    skips_days_off: bool = True
    first_number: int | None = None
    """The first one's number; None goes on after the highest there is of that name."""
    category_id: int | None = None
    points: str = ""
    without: list[datetime.date] = Field(default_factory=list)


class PieceOut(Schema):
    """One piece of repeating work before it is made."""

    name: str
    short_name: str
    due_on: datetime.date
    term: str


class PlanEventOut(Schema):
    """A change in the plan's history."""

    id: int
    words: str
    who: str
    at: datetime.datetime


class PlanHistoryOut(Schema):
    """A page of the plan's history, the newest first, and the cursor of the next; None at the end."""

    events: list[PlanEventOut]
    after: str | None


class TermRulesIn(Body):
    """What a term sets for itself. A rule given as null is again the class's."""

    own_weights: bool | None = None
    rules: dict[str, str | bool | None] = Field(default_factory=dict)
    part_weights: dict[int, str] = Field(default_factory=dict)
    parts_from: str | None = None
    adjust: list[dict[str, Any]] | None = None


class CheckOut(Schema):
    """Something that a person should look at: a sentence, where it stands, and a mend where there is one."""

    key: str
    words: str
    place: str
    focus: str | None
    mend: str | None


class MendIn(Body):
    """Which check is mended, by its key."""

    key: str


class OrderIn(Body):
    """Ids in the order wanted."""

    ids: list[int]


class MadeOut(Schema):
    """What was made."""

    id: int


class VersionedOut(MadeOut):
    """What was changed; `version` is what the next change is made from."""

    version: int


class AddedOut(MadeOut):
    """An assignment that was added, and the term that it came into: its due date decides, where it has one."""

    term_id: int
    term: str


class DeletedOut(Schema):
    """An assignment that was deleted and can still be brought back, with its scores."""

    id: int
    name: str
    deleted_at: datetime.datetime
    scores: int
