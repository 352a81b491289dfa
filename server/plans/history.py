"""The history of a plan: who changed what and when, and the way back to any of its states."""

from collections.abc import Mapping
from typing import Any

from django.db import transaction
from school.calendar import local
from school.models import Person, SchoolClass
from school.paging import Page, page_of
from school.refusal import Refused

from plans.keeping import Changed, keep
from plans.models import PlanEvent
from plans.rows import as_one_act, find, record, snapshot, turn

NOT_PLANNED = ("closed", "adjust", "position")
"""What belongs to the marking, or to the order, and stays as it is on the way back."""


def plan_events(school_class: SchoolClass, after: str | None) -> Page[PlanEvent]:
    """The changes of a class's plan, the newest first, a page at a time."""
    return page_of(PlanEvent.objects.filter(school_class=school_class).select_related("person"), ("-id",), after)


@transaction.atomic
def return_to(school_class: SchoolClass, person: Person, event_id: int) -> list[str]:
    """Make the plan what it was right after a change; gives words on what stays because it came later.

    What moves grades waits in the draft. Rows that were deleted since come back; rows that were added since stay.
    """
    event = PlanEvent.objects.filter(school_class=school_class, pk=event_id).first()
    if event is None:
        raise Refused("This change is no longer in the history.")
    words = f"returned to the plan of {local(school_class.school, event.at):%-d %b, %H:%M}"
    stays = []
    changed = []
    with as_one_act(school_class, person, words):
        wanted = _since(school_class, event)
        gone = {
            mark: fields for mark, fields in wanted.items() if fields is not None and find(school_class, mark) is None
        }
        back, _ = turn(school_class, dict.fromkeys(gone), gone)
        if back:
            record(school_class, person, words, dict.fromkeys(back), {mark: gone[mark] for mark in back})
        for mark, fields in wanted.items():
            row = find(school_class, mark)
            if row is None or mark in gone:
                continue
            if fields is None:
                stays.append(f"{getattr(row, 'name', 'What was added')} was added later and stays.")
                continue
            before = snapshot(row)
            _set(row, {name: value for name, value in fields.items() if name not in NOT_PLANNED})
            changed.append(Changed(row, before, ()))
        keep(school_class, person, changed, words)
    return stays


def _since(school_class: SchoolClass, event: PlanEvent) -> dict[str, Any]:
    """The rows changed after an event, each as it was right after it; None is a row that was not there."""
    wanted: dict[str, Any] = {}
    for later in PlanEvent.objects.filter(school_class=school_class, pk__gt=event.pk).order_by("-id"):
        wanted |= later.before
    return wanted


def _set(row: Any, fields: Mapping[str, Any]) -> None:
    for name, value in fields.items():
        if _is_there(row, name, value):
            setattr(row, name, row._meta.get_field(name).to_python(value) if _is_plain(name) else value)


def _is_plain(name: str) -> bool:
    return name != "chosen" and not name.endswith("_id")


def _is_there(row: Any, name: str, value: Any) -> bool:
    """Whether what a field points to still exists; what is gone for good is not gone back to."""
    if value is None or not name.endswith("_id"):
        return True
    pointed: Any = row._meta.get_field(name.removesuffix("_id")).related_model
    return bool(pointed.objects.filter(pk=value).exists())
