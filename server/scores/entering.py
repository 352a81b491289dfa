"""Entering scores: a batch of entries is read, saved once, and recorded; what a colleague changed meanwhile is not overwritten."""

import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal
from typing import Any

from django.db import IntegrityError, transaction
from gradecore.entry import EntryError, EntryReader
from gradecore.numbers import UNIT
from plans.loading import LoadedPlan
from plans.models import Assignment
from school import acts, revisions
from school.models import Person, SchoolClass
from school.refusal import Refused

from scores.bulk import write
from scores.by_standard import STROKE, ByStandard
from scores.models import Batch, Score, ScoreEvent
from scores.texts import core_score, read_text, score_text

MOST_ENTRIES = 2000
FLAGS = ("", "late", "incomplete", "absent", "collected")
CHANGING = (
    "number", "code", "flag", "comment", "by_standard", "meant", "typed_mark", "version", "revision", "changed_by", "changed_at",
)  # fmt: skip
LONGEST = 2000
"""How many characters a comment or note has at most."""


@dataclass(frozen=True)
class Typed:
    """One entry: what was typed for whom, and the version of the score that it was based on (0: there was none)."""

    student: int
    assignment: int
    text: str
    version: int
    comment: str | None = None
    """What the family is told with it, where something was typed."""
    flag: str | None = None
    how: str = "typed"


@dataclass(frozen=True)
class Entered:
    """What became of a batch.

    `answer` tells of each entry whether it was saved, was in conflict with a colleague's (with theirs), or was refused, and
    why. `scores` are those that changed, with this `revision` of the class's scores; None where it was saved before.
    """

    answer: dict[str, Any]
    scores: list[Score]
    revision: int | None


def enter(plan: LoadedPlan, person: Person, batch: uuid.UUID, entries: Sequence[Typed]) -> Entered:
    """Save a batch of a class, once. Sent again it changes nothing and is answered the same.

    Raises Refused for a batch of somebody else or one that is too large.
    """
    school_class = plan.school_class
    if len(entries) > MOST_ENTRIES:
        raise Refused(f"At most {MOST_ENTRIES} entries are saved at a time; these are {len(entries)}.")
    try:
        with transaction.atomic():
            entering = _Entering(plan, person)
            answer = entering.save(entries)
            Batch.objects.create(
                id=batch, school_class=school_class, person=person, answer=answer, at=school_class.school.now()
            )
            return Entered(answer, entering.written.scores, entering.written.revision)
    except IntegrityError:
        # The same batch was saved before, and none of this one was.
        known = Batch.objects.filter(id=batch).first()
        if known is None:
            raise
    if known.person_id != person.pk or known.school_class_id != school_class.pk:
        raise Refused("These entries belong to somebody else and were not saved.")
    return Entered(known.answer, [], None)


class _Entering:
    """One batch being saved."""

    def __init__(self, plan: LoadedPlan, person: Person) -> None:
        self.plan, self.school_class, self.person = plan, plan.school_class, person
        self.now = plan.school_class.school.now()
        self.reader = EntryReader(plan.book.scale, plan.book.codes)
        self.by_standard = ByStandard.of(plan.book)
        self.points = {int(each.id): each.points for each in plan.book.assignments}
        self.answer: dict[str, Any] = {"saved": [], "conflicts": [], "refused": []}
        self.undo: list[dict[str, Any]] = []
        self.written = Writing(person, self.now, revisions.next_scores(self.school_class.pk))

    def save(self, entries: Sequence[Typed]) -> dict[str, Any]:
        students = {each.student_id for each in self.plan.roster}
        assignments = {each.pk: each for each in self.plan.assignments}
        scores = {
            (score.student_id, score.assignment_id): score
            for score in Score.objects.select_for_update().filter(
                assignment__in={each.assignment for each in entries}, student__in={each.student for each in entries}
            )
        }
        for typed in entries:
            where = (typed.student, typed.assignment)
            assignment = assignments.get(typed.assignment)
            if assignment is None:
                self._refuse(typed, "This assignment has been deleted; undo brings it back.")
            elif assignment.lock_words:
                self._refuse(typed, assignment.lock_words)
            elif typed.student not in students:
                self._refuse(typed, "This student is not in the class.")
            else:
                score = self._enter(typed, assignment, scores.get(where))
                if score is not None:
                    scores[where] = score
        self.written.save()
        if self.undo:
            acts.record(self.school_class, self.person, "scores", _words(self.undo, assignments), self.undo)
        return self.answer

    def _enter(self, typed: Typed, assignment: Assignment, score: Score | None) -> Score | None:
        beside = {"comment": typed.comment, "flag": typed.flag}
        given: dict[str, Any] = {field: value.strip() for field, value in beside.items() if value is not None}
        had = score or Score(assignment=assignment)
        # Strokes are for work that names standards; elsewhere they are no score, and refused like any such text.
        whole, *parts = typed.text.split(STROKE) if assignment.standards and self.by_standard else [typed.text]
        try:
            check_beside(given)
            entry = self.reader.read(whole, self.points[assignment.pk], assignment.entered_as)
            if parts and self.by_standard:
                kept = had.by_standard | self.by_standard.read(parts, assignment.standards)
                given["by_standard"] = {name: text for name, text in kept.items() if text}
        except (EntryError, Refused) as error:
            self._refuse(typed, str(error))
            return None
        leaves_whole = bool(parts) and not whole.strip()
        number, code = (had.number, had.code) if leaves_whole else _parts(entry.score)
        version = score.version if score else 0
        was = {field: getattr(had, field) for field in given}
        if score is not None and (score.number, score.code) == (number, code) and was == given:
            self._saved(typed, score, assignment, entry.above_points)  # nothing to change, whoever was first
            return score
        if version != typed.version:
            assert score is not None
            self.answer["conflicts"].append(_place(typed) | {
                "typed": typed.text, "theirs": self._line(score, assignment), "version": score.version,
                "who": str(score.changed_by), "at": score.changed_at.isoformat(),
            })  # fmt: skip
            return None
        before = score_text(score)
        if score is None and number is None and not code and not any(given.values()):
            self.answer["saved"].append(_place(typed) | {"version": 0, "text": "", "above_points": False})
            return None
        score = score or Score(student_id=typed.student, assignment=assignment)
        if not leaves_whole:
            score.typed_mark = entry.mark if assignment.entered_as == "points" else ""
        self.written.put(score, number, code, typed.how, given)
        self.undo.append(
            {"student": typed.student, "assignment": typed.assignment, "before": before, "after": score_text(score)}
            | ({"beside": {"before": was, "after": given}} if given else {})
        )
        self._saved(typed, score, assignment, entry.above_points)
        return score

    def _shown(self, score: Score, assignment: Assignment) -> str:
        return self.reader.text_of(core_score(score), self.points[assignment.pk], assignment.entered_as)

    def _line(self, score: Score, assignment: Assignment) -> str:
        """A score as it would be typed, with those by standard where there are any."""
        by_standard = self.by_standard.shown(score.by_standard, assignment) if self.by_standard else []
        return STROKE.join([self._shown(score, assignment), *(by_standard if any(by_standard) else [])])

    def _saved(self, typed: Typed, score: Score, assignment: Assignment, above_points: bool) -> None:
        saved = {"version": score.version, "text": self._shown(score, assignment), "above_points": above_points}
        self.answer["saved"].append(_place(typed) | saved)

    def _refuse(self, typed: Typed, message: str) -> None:
        self.answer["refused"].append(_place(typed) | {"typed": typed.text, "message": message})


def check_beside(given: Mapping[str, Any]) -> None:
    """Refuse a flag that is none, and a comment or note that is too long."""
    if given.get("flag", "") not in FLAGS:
        raise Refused("A score is late, incomplete, absent, collected, or none of these.", "flag")
    for field in ("comment", "note"):
        if len(given.get(field, "")) > LONGEST:
            raise Refused(f"This has {len(given[field])} characters; at most {LONGEST} fit.", field)


class Writing:
    """Scores being changed in one transaction, each with a line in its history; `save` writes them all at once."""

    def __init__(self, person: Person, at: datetime, revision: int) -> None:
        self._person, self._at, self.revision = person, at, revision
        self._scores: dict[tuple[int, int], Score] = {}
        self._events: list[tuple[Score, ScoreEvent]] = []

    def put(self, score: Score, number: Decimal | None, code: str, how: str, beside: Mapping[str, Any]) -> None:
        """Set a score, with what is given `beside` it by field."""
        before, before_by_standard = score_text(score), score.by_standard
        place = (score.student_id, score.assignment_id)
        is_new = score.pk is None and place not in self._scores
        for field, value in beside.items():
            setattr(score, field, value)
        score.meant = score.meant and (score.number, score.code) == (number, code)
        score.number, score.code = number, code
        score.version = 1 if is_new else score.version + 1
        score.revision, score.changed_by_id, score.changed_at = self.revision, self._person.pk, self._at
        self._scores[place] = score
        event = ScoreEvent(
            before=before, after=score_text(score), how=how, version=score.version, person_id=self._person.pk, at=self._at,
            by_standard=_moved(before_by_standard, score.by_standard),
        )  # fmt: skip
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


def _moved(before: Mapping[str, str], after: Mapping[str, str]) -> dict[str, list[str]]:
    """Of which standards the score changed, from what to what."""
    pairs = {name: [before.get(name, ""), after.get(name, "")] for name in dict.fromkeys((*before, *after))}
    return {name: pair for name, pair in pairs.items() if pair[0] != pair[1]}


def _parts(value: int | str | None) -> tuple[Decimal | None, str]:
    if isinstance(value, int):
        return Decimal(value) / UNIT, ""
    return None, value or ""


def _place(typed: Typed) -> dict[str, Any]:
    return {"student": typed.student, "assignment": typed.assignment}


def _words(undo: Sequence[Mapping[str, Any]], assignments: Mapping[int, Assignment]) -> str:
    first = undo[0]
    named = assignments[first["assignment"]].short_name
    if (
        len(undo) == 1
        and first["before"] == first["after"]
        and "by_standard" in first.get("beside", {}).get("after", {})
    ):
        return f"entered scores by standard in {named}"
    if len(undo) == 1:
        return f"entered {first['after'] or 'a blank'} in {named}"
    return f"entered {len(undo)} scores"


def _turn(
    school_class: SchoolClass, person: Person, change: Sequence[Mapping[str, Any]], now: str, wanted: str
) -> list[str]:
    """Bring scores from one text to another, leaving alone what somebody has changed since."""
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
        if score is None or _has_moved(score, each[now], beside[now]):
            name = f"{score.student}, {score.assignment.short_name}" if score else "A score"
            kept.append(f"{name} has been changed since and stays as it is.")
            continue
        score.typed_mark = ""
        written.put(score, *read_text(each[wanted]), "undone", beside[wanted])
    written.save()
    return kept


def _has_moved(score: Score, text: str, beside: Mapping[str, Any]) -> bool:
    """Whether a score, or what was given beside it, is no longer what an act left."""
    return score_text(score) != text or any(getattr(score, field) != value for field, value in beside.items())


acts.kind(
    "scores",
    undo=lambda school_class, person, change: _turn(school_class, person, change, "after", "before"),
    redo=lambda school_class, person, change: _turn(school_class, person, change, "before", "after"),
)
