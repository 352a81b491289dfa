"""Work that repeats: every so many days, on chosen days of the week, or on a day of the month."""

import datetime
import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import islice
from typing import Any, Literal

from dateutil.rrule import DAILY, MONTHLY, WEEKLY, rrule
from school.models import Person, SchoolClass
from school.refusal import Refused

from plans.assignments import add_assignment, term_of_day
from plans.rows import as_one_act
from plans.typed import made_short, name

MOST_TIMES = 200
_EVERY: Mapping[str, Literal[1, 2, 3]] = {"day": DAILY, "week": WEEKLY, "month": MONTHLY}


@dataclass(frozen=True)
class Repeating:
    """How work repeats. `weekdays` count from Monday as 0; either `until` or `times` says when it ends.

    In `pattern` a # stands for the number; without one the number follows the name. Without a `first_number` the numbers
    go on after the highest that work of this name has.
    """

    pattern: str
    every: Literal["day", "week", "month"]
    interval: int
    weekdays: Sequence[int]
    month_day: int | None
    starts: datetime.date
    until: datetime.date | None
    times: int | None
    skips_days_off: bool
    first_number: int | None


@dataclass(frozen=True)
class Planned:
    """One piece of the work, before it is made."""

    name: str
    short_name: str
    due_on: datetime.date
    term: str


def repeated(school_class: SchoolClass, how: Repeating) -> list[Planned]:
    """The pieces of work that would be made. Raises Refused where the pattern makes no sense."""
    _look_at(school_class, how)
    days = list(islice(_days(school_class, how), min(how.times or MOST_TIMES + 1, MOST_TIMES + 1)))
    if len(days) > MOST_TIMES:
        raise Refused(f"This makes more than {MOST_TIMES} assignments. Choose an earlier end.", "until")
    if not days:
        raise Refused("No school day in this time fits.", "starts")
    found = []
    pattern = how.pattern if "#" in how.pattern else f"{how.pattern} #"
    first = _next_number(school_class, pattern) if how.first_number is None else how.first_number
    for number, day in enumerate(days, first):
        text = pattern.replace("#", str(number))
        full = name(text, "pattern", 120)
        found.append(Planned(full, _short(full, number), day, term_of_day(school_class, day).name))
    return found


def make_repeated(
    school_class: SchoolClass,
    person: Person,
    how: Repeating,
    given: Mapping[str, Any],
    without: Sequence[datetime.date],
) -> int:
    """Make the pieces of work, all in one act, except those of some days; gives how many."""
    pieces = [each for each in repeated(school_class, how) if each.due_on not in without]
    if not pieces:
        raise Refused("Every one of them is left out.", "pattern")
    with as_one_act(school_class, person, f"added {len(pieces)} assignments, from {pieces[0].name}"):
        for each in pieces:
            one = {**given, "name": each.name, "short_name": each.short_name, "due_on": each.due_on}
            add_assignment(school_class, person, one)
    return len(pieces)


def _next_number(school_class: SchoolClass, pattern: str) -> int:
    """One more than the highest number in the names of the class's work that follow a pattern."""
    named = re.compile(r"(\d+)".join(map(re.escape, " ".join(pattern.split()).split("#", 1))).replace(r"\#", r"\1"))
    found = (named.fullmatch(each) for each in school_class.assignments.values_list("name", flat=True))
    return max((int(each[1]) for each in found if each), default=0) + 1


def _look_at(school_class: SchoolClass, how: Repeating) -> None:
    year = school_class.year
    if not 1 <= how.interval <= 60:
        raise Refused("It repeats every 1 to 60 days, weeks or months.", "interval")
    if not year.starts <= how.starts <= year.ends:
        raise Refused(f"It begins in the school year {year.name}, on {year.starts:%-d %b %Y} or later.", "starts")
    if how.until is None and how.times is None:
        raise Refused("Say until when, or how many times.", "until")
    if how.until is not None and how.until < how.starts:
        raise Refused("It would end before it begins.", "until")
    if how.times is not None and not 1 <= how.times <= MOST_TIMES:
        raise Refused(f"Between 1 and {MOST_TIMES} times.", "times")
    if how.every == "week" and not how.weekdays:
        raise Refused("Choose at least one day of the week.", "weekdays")
    if how.every == "month" and not (how.month_day and 1 <= how.month_day <= 31):
        raise Refused("Choose a day of the month, 1 to 31.", "month_day")


def _days(school_class: SchoolClass, how: Repeating) -> Iterator[datetime.date]:
    year = school_class.year
    last = min(how.until or year.ends, year.ends)
    on: dict[str, Any] = {}
    if how.every == "week":
        on["byweekday"] = list(how.weekdays)
    elif how.every == "month":
        on["bymonthday"] = how.month_day
    for moment in rrule(
        _EVERY[how.every],
        interval=how.interval,
        dtstart=datetime.datetime.combine(how.starts, datetime.time()),
        until=datetime.datetime.combine(last, datetime.time()),
        **on,
    ):
        if not how.skips_days_off or year.has_school(moment.date()):
            yield moment.date()


def _short(full: str, number: int) -> str:
    """A short name that keeps the number, which is what tells the pieces apart."""
    short = made_short(full)
    tail = f" {number}"
    return short if short.endswith(str(number)) else made_short(full, 15 - len(tail)) + tail
