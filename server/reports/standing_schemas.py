"""The shapes of how a class stands: its ribbon, its trail, and what needs the teacher."""

import datetime
from typing import Literal

from ninja import Schema


class StationOut(Schema):
    """A place on the trail: how far it is, and how it stands in words."""

    name: Literal["plan", "scores", "spread", "report", "send"]
    state: Literal["open", "half", "done"]
    words: str
    look: bool


class SegmentOut(Schema):
    """A term on the ribbon, in percent of its width."""

    id: int
    name: str
    kind: str
    left: float
    width: float
    words: str
    is_running: bool
    is_past: bool


class WindowOut(Schema):
    """A reporting window on the ribbon."""

    left: float
    width: float
    is_open: bool
    words: str


class RibbonOut(Schema):
    """The year's terms."""

    year: str
    today: float | None
    today_words: str
    segments: list[SegmentOut]
    semesters: list[SegmentOut]
    whole: list[SegmentOut]
    windows: list[WindowOut]


class FrameOut(Schema):
    """A class as its frame shows it, in one term."""

    id: int
    name: str
    section: str
    words: str
    term_id: int
    term: str
    term_is_running: bool
    ribbon: RibbonOut
    trail: list[StationOut]


class LedgerOut(Schema):
    """A class in the ledger of Today."""

    id: int
    name: str
    section: str
    words: str
    next_due: datetime.date | None
    next_due_names: list[str]
    trail: list[StationOut]


class NeedOut(Schema):
    """Something that needs the teacher: a sentence and an act."""

    by: datetime.date
    when: str
    kind: Literal["person", "look", "todo"]
    words: str
    act: str
    place: str


class StandingOut(Schema):
    """How a class stands in a term: its stations, how many grades of it are posted, and what needs its teacher."""

    trail: list[StationOut]
    posted: int
    needs: list[NeedOut]


class DayOut(Schema):
    """A school day ahead and what is due then."""

    day: datetime.date
    lines: list[str]
    term_lines: list[str]


class TodayOut(Schema):
    """The home page."""

    day: datetime.date
    words: str
    ribbon: RibbonOut
    classes: list[LedgerOut]
    needs: list[NeedOut]
    days: list[DayOut]
