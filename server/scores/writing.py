"""Scores being changed: written down together with their history, taken back and done again."""

from collections.abc import Mapping, Sequence
from datetime import datetime
from decimal import Decimal
from typing import Any

from django.db import transaction
from plans.criteria import chosen_names
from plans.models import Assignment
from school import acts, revisions
from school.models import Person, SchoolClass

from scores.bulk import write
from scores.models import Score, ScoreEvent
from scores.texts import read_text, score_text

CHANGING = (
    "number",
    "code",
    "flag",
    "comment",
    "note",
    "by_standard",
    "levels",
    "meant",
    "typed_mark",
    "version",
    "revision",
    "changed_by",
    "changed_at",
)


class Writing:
    """Scores being changed in one transaction, each with a line in its history; `save` writes them all at once."""

    def __init__(self, person: Person, at: datetime, revision: int) -> None:
        self._person, self._at, self.revision = person, at, revision
        self._scores: dict[tuple[int, int], Score] = {}
        self._events: list[tuple[Score, ScoreEvent]] = []

    def put(self, score: Score, number: Decimal | None, code: str, how: str, beside: Mapping[str, Any]) -> None:
        """Set a score, with what is given `beside` it by field. Its version rises with the score alone."""
        before = (score.number, score.code, score.by_standard, score.levels)
        before_text = score_text(score)
        by_field = {name: value for name, value in beside.items() if name not in ("by_standard", "levels")}
        before_by_field = {name: getattr(score, name) for name in by_field}
        for name, value in beside.items():
            setattr(score, name, value)
        score.meant = score.meant and before[:2] == (number, code)
        score.number, score.code = number, code
        score.version += before != (number, code, score.by_standard, score.levels)
        score.revision, score.changed_by_id, score.changed_at = self.revision, self._person.pk, self._at
        self._scores[score.student_id, score.assignment_id] = score
        event = ScoreEvent(
            before=before_text,
            after=score_text(score),
            how=how,
            version=score.version,
            revision=self.revision,
            person_id=self._person.pk,
            at=self._at,
            by_standard=_moved(before[2], score.by_standard),
            beside=_moved(before_by_field, by_field),
            levels=_moved_levels(score, before[3]),
        )
        self._events.append((score, event))

    @property
    def scores(self) -> list[Score]:
        """The scores that changed."""
        return list(self._scores.values())

    def save(self) -> None:
        """Write the scores, and then their history."""
        write(self.scores, update=CHANGING)
        for score, event in self._events:
            event.score_id = score.pk  # known only now, where it is new
        write([event for _, event in self._events])


def _moved(before: Mapping[str, Any], after: Mapping[str, Any]) -> dict[str, list[Any]]:
    """What changed by name, from what to what."""
    pairs = {name: [before.get(name, ""), after.get(name, "")] for name in dict.fromkeys((*before, *after))}
    return {name: pair for name, pair in pairs.items() if pair[0] != pair[1]}


def _moved_levels(score: Score, before: Mapping[str, str]) -> dict[str, list[Any]]:
    """What changed of criteria by name, from which level to which."""
    if before == score.levels:
        return {}
    criteria = score.assignment.criteria
    return _moved(chosen_names(criteria, before), chosen_names(criteria, score.levels))


@transaction.atomic
def mean_all(school_class: SchoolClass, person: Person, assignment: Assignment) -> None:
    """Say of all scores of an assignment that they are meant as they are. It can be undone."""
    written = Writing(person, school_class.school.now(), revisions.next_scores(school_class.pk))
    change = []
    for score in Score.objects.select_for_update().filter(assignment=assignment, meant=False):
        written.put(score, score.number, score.code, "typed", {"meant": True})
        beside = {"before": {"meant": False}, "after": {"meant": True}}
        change.append({"student": score.student_id, "assignment": assignment.pk, "beside": beside})
    written.save()
    acts.record(school_class, person, "scores", f"said that all scores of {assignment.name} are right", change)


def _turn(
    school_class: SchoolClass, person: Person, change: Sequence[Mapping[str, Any]], now: str, wanted: str
) -> list[str]:
    """Bring scores, and what stands beside them, from one state to another, leaving alone what somebody has changed since."""
    kept = []
    written = Writing(person, school_class.school.now(), revisions.next_scores(school_class.pk))
    scores = {
        (score.student_id, score.assignment_id): score
        for score in Score.objects.select_for_update()
        .filter(assignment__school_class=school_class, student__in={each["student"] for each in change})
        .select_related("student", "assignment")
    }
    for each in reversed(change):
        score = scores.get((each["student"], each["assignment"]))
        beside = each.get("beside", {now: {}, wanted: {}})
        if score is None or _has_moved(score, each.get(now), beside[now]):
            name = f"{score.student}, {score.assignment.short_name}" if score else "A score"
            kept.append(f"{name} has been changed since and stays as it is.")
            continue
        number, code = (score.number, score.code)
        if wanted in each:
            number, code = read_text(each[wanted])
            score.typed_mark = ""
        written.put(score, number, code, "undone", beside[wanted])
    written.save()
    return kept


def _has_moved(score: Score, text: str | None, beside: Mapping[str, Any]) -> bool:
    """Whether a score, or what stands beside it, is no longer what an act left; without a text the act left the score alone."""
    is_another = text is not None and score_text(score) != text
    return is_another or any(getattr(score, name) != value for name, value in beside.items())


acts.kind(
    "scores",
    undo=lambda school_class, person, change: _turn(school_class, person, change, "after", "before"),
    redo=lambda school_class, person, change: _turn(school_class, person, change, "before", "after"),
)
