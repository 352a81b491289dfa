"""What colleagues do in a class meanwhile: asked for every two seconds by an open page, so it has to be cheap."""

import datetime
import json
from collections.abc import Iterable
from zlib import crc32

from django.db.models import Max
from django.utils import timezone
from plans.models import Draft, PlanEvent
from school.models import Person, Presence, SchoolClass

from scores.entering import WORDS
from scores.models import ScoreEvent
from scores.schemas import PresenceIn, PresenceOut, SomebodyOut

FRESH = datetime.timedelta(seconds=10)
MOST_TOLD = 50


def presence(school_class: SchoolClass, person: Person, asked: PresenceIn) -> PresenceOut:
    """How far the class has come, who else changed scores since `asked`, and who is here too, in which cell."""
    now, revision = timezone.now(), school_class.revision.scores
    Presence.objects.update_or_create(
        school_class=school_class,
        person=person,
        defaults={"at": now, "student_id": asked.student, "assignment_id": asked.assignment},
    )
    others = Presence.objects.filter(school_class=school_class, at__gt=now - FRESH).exclude(person=person)
    plan = PlanEvent.objects.filter(school_class=school_class).aggregate(last=Max("id"))["last"] or 0
    draft = Draft.objects.filter(school_class=school_class).values_list("change", flat=True).first()
    words: list[str] = []
    if asked.revision is not None and revision > asked.revision:
        theirs = ScoreEvent.objects.filter(
            score__assignment__school_class=school_class,
            score__revision__gt=asked.revision,
            revision__gt=asked.revision,
            revision__lte=revision,
        ).exclude(person=person)
        told = theirs.select_related("person", "score__student", "score__assignment").order_by("-id")
        words = _words(told[:MOST_TOLD])
    return PresenceOut(
        revision=revision,
        plan=f"{plan} {crc32(json.dumps(draft).encode())}",
        words=words,
        here=[
            SomebodyOut(name=str(each.person), student=each.student_id, assignment=each.assignment_id)
            for each in others.select_related("person")
        ],
    )


def _words(events: Iterable[ScoreEvent]) -> list[str]:
    """Who entered what, by person: one score with its place, more of them as a count."""
    by_person: dict[str, list[ScoreEvent]] = {}
    for each in events:
        by_person.setdefault(str(each.person), []).append(each)
    found = []
    for name, mine in by_person.items():
        last = mine[0]
        where = f"{last.score.student}, {last.score.assignment.short_name}"
        if len(mine) > 1:
            found.append(f"{name} entered {len(mine)} scores.")
        elif last.beside and last.before == last.after:
            found.append(f"{name} changed {' and '.join(WORDS[what] for what in last.beside)} of {where}.")
        else:
            found.append(f"{name} entered {last.after or 'a blank'} for {where}.")
    return found
