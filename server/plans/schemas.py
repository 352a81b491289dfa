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
    was: dict[str, str]


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
    was: dict[str, str]


class ChoiceOut(Schema):
    """A choice of the ground rules, with what it makes of a student's grade where that was asked."""

    value: str
    words: str
    percent: str | None = None
    mark: str | None = None


class RuleOut(Schema):
    """A ground rule: what is chosen, in words, and what was before the draft."""

    field: str
    value: str
    words: str
    was: str | None


class EditOut(Schema):
    """One change in a draft, in words."""

    mark: str
    field: str
    words: str
    was: str
    now: str


class ChangeOut(Schema):
    """What a draft would make of one student's grade in the term that is looked at."""

    student_id: int
    student: str
    number: str | None
    percent_before: str | None
    mark_before: str | None
    percent_after: str | None
    mark_after: str | None
    difference: str
    move: str


class DraftOut(Schema):
    """A draft: who began it, what is in it, and which of the term's grades would change; those that cross a mark come first.

    `elsewhere` says how many change in other terms, in words.
    """

    by: str
    at: datetime.datetime
    edits: list[EditOut]
    grades: int
    up: int
    down: int
    marks: int
    changes: list[ChangeOut]
    elsewhere: list[str]


class PreviewOut(Schema):
    """What each choice of a ground rule makes of the grade of a student for whom it matters."""

    student: str | None
    choices: list[ChoiceOut]


class RulesIn(Schema):
    """A choice of one or more ground rules."""

    method: str | None = None
    blank: str | None = None
    drop_choice: str | None = None
    drop_overall: str | None = None
    rounding: str | None = None
    cap: str | None = None
    decimals: str | None = None
    scale: str | None = None
    families_see_running: str | None = None


class TextIn(Schema):
    """Categories as text."""

    text: str


class TakeOverIn(Schema):
    """Which class's plan is taken over."""

    source: int
    with_assignments: bool


class SourceOut(Schema):
    """A class whose plan can be taken over."""

    id: int
    name: str


class CountOut(Schema):
    """How many were made."""

    count: int


class AppliedOut(Schema):
    """What of a draft could not be applied."""

    kept: list[str]


class PlanOut(Schema):
    """A class's plan for one term. `weights` is what the weights add up to, None where they do not count."""

    term_id: int
    term: str
    rules: list[RuleOut]
    has_draft: bool
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
