"""The shapes of a plan on its way out and in. Numbers are decimal text."""

import datetime

from ninja import Schema


class CategoryOut(Schema):
    """A category. `of_grade` is its percent of the grade as planned; `width` the same, for drawing."""

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
    of_grade: str
    width: float
    has_scores: bool


class AssignmentOut(Schema):
    """An assignment of the term. Shares are percents as planned, for extra credit the most it adds; None has none.

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
    shown: bool
    due_on: datetime.date | None
    is_due: bool
    of_category: str | None
    of_grade: str | None
    width: float
    marked: int
    due: int
    ice: float
    missing: int


class RulesOut(Schema):
    """The ground rules in force in the term."""

    method: str
    blank: str
    drop_choice: str
    drop_overall: int
    scale: str
    round_to: str | None
    rounding: str
    decimals: int
    cap: bool


class PlanOut(Schema):
    """A class's plan for one term. `weights` is what the weights add up to, None where they do not count."""

    term_id: int
    term: str
    rules: RulesOut
    weights: str | None
    not_given: float
    categories: list[CategoryOut]
    assignments: list[AssignmentOut]


class CategoryIn(Schema):
    """What is given of a category; what is not stays as it is."""

    name: str | None = None
    sign: str | None = None
    weight: str | None = None
    method: str | None = None
    drop_lowest: int | None = None
    drop_highest: int | None = None
    cap: bool | None = None
    bonus: bool | None = None


class AssignmentIn(Schema):
    """What is given of an assignment; what is not stays as it is. `category_id` may be given as null: in no category."""

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
    shown: bool | None = None


class OrderIn(Schema):
    """Ids in the order wanted."""

    ids: list[int]


class MadeOut(Schema):
    """What was made or changed."""

    id: int
