"""Entering scores: a batch of entries is read, saved once, and recorded; what a colleague changed meanwhile is not overwritten."""

import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from decimal import Decimal
from typing import Any, NamedTuple

from django.db import IntegrityError
from django.utils import timezone
from gradecore.entry import EntryError
from gradecore.numbers import UNIT
from plans.loading import LoadedPlan
from plans.models import Assignment
from school import acts, revisions
from school.calendar import local
from school.models import Person
from school.refusal import Refused
from school.retrying import in_transaction

from scores.models import Batch, Score
from scores.texts import score_text
from scores.typed_lines import Lines
from scores.writing import Writing

MOST_ENTRIES = 2000
FLAGS = ("", "late", "incomplete", "absent", "handed in")
LONGEST = 2000
"""How many characters a comment or note has at most."""
WORDS = {"comment": "a comment", "note": "a note", "flag": "a flag", "meant": "whether a score is meant"}
"""What is entered beside a score, by field."""


@dataclass(frozen=True)
class Typed:
    """One entry: what was typed for whom, and the version of the score that it was based on (0: there was none).

    Without a text the score stays as it is, and what stands beside it is changed.
    """

    student: int
    assignment: int
    text: str | None
    version: int
    comment: str | None = None
    """What the family is told with it."""
    note: str | None = None
    flag: str | None = None
    meant: bool | None = None
    was: Mapping[str, str] = field(default_factory=dict)
    """What stood beside the score where typing began: what a colleague wrote there meanwhile is not overwritten unseen."""
    how: str = "typed"

    @property
    def beside(self) -> dict[str, Any]:
        """What was entered beside the score, by field."""
        given = {name: getattr(self, name) for name in WORDS if getattr(self, name) is not None}
        return {name: value.strip() if isinstance(value, str) else value for name, value in given.items()}


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

    Raises Refused for a batch of somebody else or one that is too large, and PlanMoved where nothing was saved because the
    plan is another by now.
    """
    school_class = plan.school_class
    if len(entries) > MOST_ENTRIES:
        raise Refused(f"At most {MOST_ENTRIES} entries are saved at a time; these are {len(entries)}.")

    def save() -> Entered:
        entering = _Entering(plan, person)
        _refuse_stale(plan)
        answer = entering.save(entries)
        Batch.objects.create(
            id=batch, school_class=school_class, person=person, answer=answer, at=school_class.school.now()
        )
        return Entered(answer, entering.written.scores, entering.written.revision)

    try:
        return in_transaction(save)
    except IntegrityError:
        # The same batch was saved before, and none of this one was.
        known = Batch.objects.filter(id=batch).first()
        if known is None:
            raise
    if known.person_id != person.pk or known.school_class_id != school_class.pk:
        raise Refused("These entries belong to somebody else and were not saved.")
    return Entered(known.answer, [], None)


def tidy() -> int:
    """Forget batches of so long ago that nobody sends them again; gives how many."""
    count, _ = Batch.objects.filter(at__lt=timezone.now() - acts.UNDOABLE_FOR).delete()
    return count


class PlanMoved(Exception):
    """The plan was changed since it was read: what is entered has to be read by the new one."""


def _refuse_stale(plan: LoadedPlan) -> None:
    """Raises PlanMoved where the plan is not as it was read.

    The class's revision is locked by now (`revisions.next_scores`), so that a change of the plan either is seen here or waits.
    """
    if revisions.plan_revision_now(plan.school_class.pk) != revisions.plan_revision(plan.school_class):
        raise PlanMoved


class _Entering:
    """One batch being saved."""

    def __init__(self, plan: LoadedPlan, person: Person) -> None:
        self.plan, self.school_class, self.person = plan, plan.school_class, person
        self.now = plan.school_class.school.now()
        self.lines = Lines(plan.book)
        self.undo: list[dict[str, Any]] = []
        self.written = Writing(person, self.now, revisions.next_scores(self.school_class.pk))
        self.answer: dict[str, Any] = {"revision": self.written.revision, "saved": [], "conflicts": [], "refused": []}

    def save(self, entries: Sequence[Typed]) -> dict[str, Any]:
        students = {each.student_id for each in self.plan.roster}
        assignments = {each.pk: each for each in self.plan.assignments}
        scores = {
            (score.student_id, score.assignment_id): score
            for score in Score.objects.select_for_update().filter(
                assignment__in={each.assignment for each in entries}, student__in={each.student for each in entries}
            )
        }
        for there in scores.values():
            if there.assignment_id in assignments:
                there.assignment = assignments[there.assignment_id]
        for typed in entries:
            where = (typed.student, typed.assignment)
            assignment = assignments.get(typed.assignment)
            if assignment is None:
                self._refuse_all(typed, "This assignment has been deleted; undo brings it back.")
            elif typed.student not in students:
                self._refuse_all(typed, "This student is not in the class.")
            elif typed.text is None:
                score = self._enter_beside(typed, assignment, scores.get(where))
                if score is not None:
                    scores[where] = score
            elif lock := self.lines.lock_of(typed.text, assignment, scores.get(where)):
                self._refuse(typed, typed.text, lock)
            else:
                score = self._enter(typed, typed.text, assignment, scores.get(where))
                if score is not None:
                    scores[where] = score
        self.written.save()
        if self.undo:
            acts.record(self.school_class, self.person, "scores", _words(self.undo, assignments), self.undo)
        return self.answer

    def _enter(self, typed: Typed, text: str, assignment: Assignment, score: Score | None) -> Score | None:
        given = typed.beside
        had = score or Score(assignment=assignment)
        if wrong := _wrong_beside(given):
            self._refuse(typed, text, wrong.message)
            return None
        try:
            line = self.lines.read(text, assignment)
        except EntryError as error:
            self._refuse(typed, text, str(error))
            return None
        entry = line.entry
        if line.standards:
            kept = had.by_standard | line.standards
            given["by_standard"] = {name: text for name, text in kept.items() if text}
        if line.levels:
            chosen = had.levels | line.levels
            given["levels"] = {criterion: level for criterion, level in chosen.items() if level}
        elif not text.strip() and had.levels and had.number is None and not had.code:
            given["levels"] = {}  # A cell that is emptied, and has nothing typed, holds no levels either.
        # A level that is chosen takes back what was typed in place of the sum (R16.3).
        stays = line.leaves_whole and not line.levels
        number, code = (had.number, had.code) if stays else _parts(entry.score)
        was = {name: getattr(had, name) for name in given}
        if score is not None and (score.number, score.code) == (number, code) and was == given:
            self._saved(typed, score, assignment, entry.above_points)  # nothing to change, whoever was first
            return score
        if score is not None and score.version != typed.version:
            self._conflict(typed, text, score, theirs=self.lines.line_of(score, assignment), who=str(score.changed_by))
            return None
        if score is None and number is None and not code and not any(given.values()):
            self._saved(typed, Score(assignment=assignment, version=0), assignment, above_points=False)
            return None
        before = score_text(score)
        score = score or Score(student_id=typed.student, assignment=assignment, version=0)
        if not stays:
            score.typed_mark = entry.mark if assignment.entered_as == "points" else ""
        self.written.put(score, number, code, typed.how, given)
        self.undo.append(
            {"student": typed.student, "assignment": typed.assignment, "before": before, "after": score_text(score)}
            | ({"beside": {"before": was, "after": given}} if given else {})
        )
        self._saved(typed, score, assignment, entry.above_points)
        return score

    def _enter_beside(self, typed: Typed, assignment: Assignment, score: Score | None) -> Score | None:
        """Change what stands beside a score. It is not in the way of a new number, nor a new number in its way; two who
        wrote in the same place are.
        """
        had = score or Score(student_id=typed.student, assignment=assignment, version=0)
        given = typed.beside
        if wrong := _wrong_beside(given):
            self._refuse(typed, given[wrong.what], wrong.message, wrong.what)
            return score
        # That a number is meant is said of the number that was seen.
        if had.version != typed.version:
            given.pop("meant", None)
        given = {name: value for name, value in given.items() if getattr(had, name) != value}
        moved = [each for each in given if score and each in typed.was and getattr(had, each) != typed.was[each]]
        for name in moved:
            self._conflict(typed, given.pop(name), had, theirs=getattr(had, name), who=_writer(had, name), what=name)
        if given:
            before = {name: getattr(had, name) for name in given}
            self.written.put(had, had.number, had.code, typed.how, given)
            self.undo.append(_place(typed) | {"beside": {"before": before, "after": given}})
            score = had
        if given or not moved:
            self._saved(typed, had, assignment, above_points=False, what="beside")
        return score

    def _saved(
        self, typed: Typed, score: Score, assignment: Assignment, above_points: bool, what: str = "score"
    ) -> None:
        saved = {
            "what": what,
            "version": score.version,
            "text": self.lines.text_of(score, assignment),
            "above_points": above_points,
        }
        self.answer["saved"].append(_place(typed) | saved)

    def _conflict(self, typed: Typed, text: str, score: Score, *, theirs: str, who: str, what: str = "score") -> None:
        self.answer["conflicts"].append(
            _place(typed)
            | {
                "what": what,
                "typed": text,
                "theirs": theirs,
                "version": score.version,
                "who": who,
                "at": local(self.school_class.school, score.changed_at).isoformat(),
            }
        )

    def _refuse_all(self, typed: Typed, message: str) -> None:
        """Refuse an entry with all that it says, so that each part is kept where it was typed."""
        parts = typed.beside if typed.text is None else {"score": typed.text}
        for what, text in parts.items():
            if what != "meant":
                self._refuse(typed, text, message, what)

    def _refuse(self, typed: Typed, text: str, message: str, what: str = "score") -> None:
        self.answer["refused"].append(_place(typed) | {"what": what, "typed": text, "message": message})


class _Wrong(NamedTuple):
    """What beside a score is not taken, and why."""

    what: str
    message: str


def _wrong_beside(given: Mapping[str, Any]) -> _Wrong | None:
    """A flag that is none, or a comment or note that is too long."""
    if given.get("flag", "") not in FLAGS:
        return _Wrong("flag", "A score is late, incomplete, absent, handed in, or none of these.")
    for name in ("comment", "note"):
        if len(given.get(name, "")) > LONGEST:
            return _Wrong(name, f"This has {len(given[name])} characters; at most {LONGEST} fit.")
    return None


def _writer(score: Score, name: str) -> str:
    """Who wrote last what stands beside a score."""
    event = score.pk and score.events.filter(beside__has_key=name).select_related("person").last()
    return str(event.person if event else score.changed_by)


def _parts(value: int | str | None) -> tuple[Decimal | None, str]:
    if isinstance(value, int):
        return Decimal(value) / UNIT, ""
    return None, value or ""


def _place(typed: Typed) -> dict[str, Any]:
    return {"student": typed.student, "assignment": typed.assignment}


def _words(undo: Sequence[Mapping[str, Any]], assignments: Mapping[int, Assignment]) -> str:
    first = undo[0]
    beside = first.get("beside", {}).get("after", {})
    named = assignments[first["assignment"]].short_name
    if len(undo) > 1:
        return f"changed {len(undo)} scores" if "after" not in first else f"entered {len(undo)} scores"
    if "after" not in first:
        return f"changed {' and '.join(WORDS[name] for name in beside)} in {named}"
    if "levels" in beside and not first["after"]:
        return f"chose levels in {named}"
    if first["before"] == first["after"] and "by_standard" in beside:
        return f"entered scores by standard in {named}"
    return f"entered {first['after'] or 'a blank'} in {named}"
