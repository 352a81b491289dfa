"""Classes that a process keeps loaded, so that opening one or saving an entry does not load thousands of scores anew.

What is kept says how far it had come (`school.revisions`). Where only scores have changed since, those alone are
fetched; where anything else has, or the day is another, the class is loaded anew. A kept class is shared by requests
and never changed: changed scores make another one of it.
"""

import datetime
from collections import OrderedDict
from collections.abc import Callable
from dataclasses import dataclass, field
from threading import Lock
from typing import Any, TypeVar

from django.conf import settings
from school.models import SchoolClass

from scores.book import LoadedClass, changed_since, load_class, row_of, with_scores
from scores.entering import Entered

Answer = TypeVar("Answer")
MOST_ANSWERS = 8
"""How many answers are kept with a class: a term or two, as its teachers look at it."""


@dataclass
class _Kept:
    """A loaded class: `mark` is how far all but the scores had come, `scores` how far those had. `drafted` is the class as its
    draft would have it, once that was asked for; a draft that changes counts the class's revision.
    """

    mark: tuple[int, int, datetime.date]
    scores: int
    loaded: LoadedClass
    drafted: LoadedClass | None = None
    answers: dict[tuple[object, ...], str] = field(default_factory=dict)
    beside: dict[str, Any] = field(default_factory=dict)
    """What others keep of the class beside it, under a name of theirs."""
    of_students: dict[int, tuple[tuple[object, ...], Any]] = field(default_factory=dict)
    """Of each student what was last answered of them, with its name."""

    @property
    def size(self) -> int:
        """How much room it takes, in scores; the plan takes about as much as the first hundred."""
        return (100 + len(self.loaded.rows)) * (1 if self.drafted is None else 2)


_classes: OrderedDict[int, _Kept] = OrderedDict()
_lock = Lock()


def kept_class(school_class: SchoolClass) -> LoadedClass:
    """The class as far as it had come when the row was read, or further."""
    return _current(school_class).loaded


def kept_draft(school_class: SchoolClass) -> LoadedClass:
    """The class as its draft would have it, as far as it had come when the row was read, or further."""
    kept = _current(school_class)
    if kept.drafted is None:
        kept.drafted = load_class(school_class, drafted=True)
    return kept.drafted


def kept_class_after(school_class: SchoolClass, entered: Entered) -> LoadedClass:
    """The class after a batch of entries. Where nobody else entered anything in between, nothing has to be fetched."""
    with _lock:
        known = _classes.get(school_class.pk)
    if known is None or known.mark != _mark(school_class) or entered.revision != known.scores + 1:
        return kept_class_now(school_class)
    loaded = with_scores(known.loaded, [row_of(each) for each in entered.scores])
    if loaded is None:
        return kept_class_now(school_class)
    return _keep(school_class, _Kept(known.mark, entered.revision, loaded, beside=known.beside)).loaded


def kept_class_now(school_class: SchoolClass) -> LoadedClass:
    """The class as far as it has come by now, for after a change."""
    return _current(as_it_is(school_class)).loaded


def as_it_is(school_class: SchoolClass) -> SchoolClass:
    """The class's row as it is by now: its revisions tell how far what is loaded of it has come."""
    return SchoolClass.objects.select_related("school", "year").get(pk=school_class.pk)


def kept_answer(school_class: SchoolClass, name: tuple[object, ...], make: Callable[[LoadedClass], str]) -> str:
    """An answer that says nothing but what follows from the class and from its `name`; made once as long as the class stays."""
    kept = _current(school_class)
    answer = kept.answers.get(name)
    if answer is None:
        answer = make(kept.loaded)
        if len(kept.answers) >= MOST_ANSWERS:
            kept.answers.clear()
        kept.answers[name] = answer
    return answer


def kept_of_class(school_class: SchoolClass, name: str, make: Callable[[LoadedClass], Answer]) -> Answer:
    """Something that follows from the class but for its scores; made once as long as it stays."""
    kept = _current(school_class)
    if name not in kept.beside:
        kept.beside[name] = make(kept.loaded)
    found: Answer = kept.beside[name]
    return found


def kept_for_student(
    school_class: SchoolClass, student: int, name: tuple[object, ...], make: Callable[[LoadedClass], Answer]
) -> Answer:
    """An answer about one student that says nothing but what follows from the class and from its `name`; the last one of each is kept."""
    kept = _current(school_class)
    last = kept.of_students.get(student)
    if last is None or last[0] != name:
        last = kept.of_students[student] = (name, make(kept.loaded))
    answer: Answer = last[1]
    return answer


def _current(school_class: SchoolClass) -> _Kept:
    mark = _mark(school_class)
    scores = school_class.scores_revision
    with _lock:
        known = _classes.get(school_class.pk)
    if known is not None and known.mark == mark:
        if known.scores > scores:
            # The row was read before somebody entered what is known here; or the database was restored to an earlier day.
            scores = as_it_is(school_class).scores_revision
            known = known if known.scores <= scores else None
        if known is not None and known.scores >= scores:
            return known
    # What is loaded now may have come further than the row: then it is fetched once more next time, never too late.
    loaded = None
    if known is not None and known.mark == mark:
        loaded = with_scores(known.loaded, changed_since(known.loaded, known.scores))
    if loaded is not None and known is not None:
        return _keep(school_class, _Kept(mark, scores, loaded, beside=known.beside))
    return _keep(school_class, _Kept(mark, scores, load_class(school_class)))


def _mark(school_class: SchoolClass) -> tuple[int, int, datetime.date]:
    return school_class.school.revision, school_class.revision, school_class.school.today()


def _keep(school_class: SchoolClass, made: _Kept) -> _Kept:
    with _lock:
        _classes[school_class.pk] = made
        _classes.move_to_end(school_class.pk)
        while sum(each.size for each in _classes.values()) > settings.KEPT_SCORES:
            _classes.popitem(last=False)
    return made
