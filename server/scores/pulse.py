"""What colleagues do in a class meanwhile: asked for every two seconds by an open page, so it has to be cheap."""

import datetime
import json
from collections.abc import Iterable
from zlib import crc32

from django.db.models import Max
from django.utils import timezone
from plans.models import Draft, PlanEvent
from school.models import Person, Presence, SchoolClass

from scores.models import ScoreEvent
from scores.schemas import PulseIn, PulseOut, SomebodyOut

FRESH = datetime.timedelta(seconds=10)
MOST_TOLD = 50


def pulse(school_class: SchoolClass, person: Person, asked: PulseIn) -> PulseOut:
    """How far others' changes of the class have come, who changed scores since `asked`, and who else is here, in which cell."""
    now = timezone.now()
    Presence.objects.update_or_create(
        school_class=school_class, person=person,
        defaults={"at": now, "student_id": asked.student, "assignment_id": asked.assignment},
    )  # fmt: skip
    others = Presence.objects.filter(school_class=school_class, at__gt=now - FRESH).exclude(person=person)
    theirs = ScoreEvent.objects.filter(score__assignment__school_class=school_class).exclude(person=person)
    scores = theirs.aggregate(last=Max("id"))["last"] or 0
    plan = (
        PlanEvent.objects.filter(school_class=school_class).exclude(person=person).aggregate(last=Max("id"))["last"]
        or 0
    )
    draft = Draft.objects.filter(school_class=school_class).values_list("change", flat=True).first()
    words: list[str] = []
    if asked.scores is not None and scores > asked.scores:
        words = _words(theirs.filter(pk__gt=asked.scores).select_related(
            "person", "score__student", "score__assignment"
        ).order_by("-id")[:MOST_TOLD])  # fmt: skip
    return PulseOut(
        scores=scores, plan=f"{plan} {crc32(json.dumps(draft).encode())}", words=words,
        here=[
            SomebodyOut(name=str(each.person), student=each.student_id, assignment=each.assignment_id)
            for each in others.select_related("person")
        ],
    )  # fmt: skip


def _words(events: Iterable[ScoreEvent]) -> list[str]:
    """Who entered what, by person: one score with its place, more of them as a count."""
    by_person: dict[str, list[ScoreEvent]] = {}
    for each in events:
        by_person.setdefault(str(each.person), []).append(each)
    found = []
    for name, mine in by_person.items():
        last = mine[0]
        if len(mine) == 1:
            found.append(
                f"{name} entered {last.after or 'a blank'} for {last.score.student}, {last.score.assignment.short_name}."
            )
        else:
            found.append(f"{name} entered {len(mine)} scores.")
    return found
