"""The class cache: classes that a process keeps loaded, so that opening one or saving an entry does not load thousands of scores.

An entry says at which revisions it was loaded (`school.revisions`). Where only scores have changed since, those alone are
fetched; where anything else has, or the day is another, the class is loaded anew. A cached class is shared by requests and
never changed: changed scores make another one of it. What is loaded inside a transaction is cached once that is committed,
for what it changed may be taken back.
"""

import datetime
import sys
from collections import OrderedDict
from collections.abc import Callable
from dataclasses import dataclass, field
from threading import Lock
from typing import Any, TypeVar

from django.conf import settings
from django.db import connection, transaction
from school.models import SchoolClass
from school.revisions import PlanRevision, plan_revision

from scores.book import LoadedClass, changed_since, load_class, row_of, with_scores
from scores.entering import Entered

Answer = TypeVar("Answer")
MOST_ANSWERS = 16
"""How many answers are cached with a class: a term or two in each place, as its teachers look at it."""
SCORE_BYTES = 1000
"""How much room a loaded score takes, about, with what is computed of it."""
PLAN_BYTES = 100 * SCORE_BYTES
"""How much room a class takes without scores, about."""

At = tuple[PlanRevision, datetime.date]
"""At which revision of the plan, and on which day, a class was loaded."""


@dataclass
class _Entry:
    """A loaded class. `scores` is the revision of its scores; `drafted` is the class as its draft would have it, once that was
    asked for: a draft that changes counts the revision of the plan.
    """

    at: At
    scores: int
    loaded: LoadedClass
    drafted: LoadedClass | None = None
    answers: dict[tuple[object, ...], str] = field(default_factory=dict)
    beside: dict[str, Any] = field(default_factory=dict)
    """What others cache of the class beside it, under a name of theirs; it does not depend on scores."""
    of_students: dict[int, tuple[tuple[object, ...], Any]] = field(default_factory=dict)
    """Of each student what was last answered of them, with its name."""

    @property
    def bytes(self) -> int:
        """How much room it takes, about; answers are counted as they are."""
        loaded = (PLAN_BYTES + len(self.loaded.rows) * SCORE_BYTES) * (1 if self.drafted is None else 2)
        answers = sum(sys.getsizeof(each) for each in list(self.answers.values()))
        return loaded + answers + sum(sys.getsizeof(answer) for _, answer in list(self.of_students.values()))


_entries: OrderedDict[int, _Entry] = OrderedDict()
_sizes: dict[int, int] = {}
"""How many bytes each entry takes, by class: as far as it was counted last."""
_lock = Lock()
_loading = [Lock() for _ in range(64)]
"""Of which one is held while a class is loaded (by its number), so that a burst of requests loads it once."""


def is_cached(school_class: SchoolClass) -> bool:
    """Whether the class is there without being loaded first."""
    return _found(school_class) is not None


def cached_class(school_class: SchoolClass) -> LoadedClass:
    """The class as far as it had come when the row was read, or further."""
    return _current(school_class).loaded


def cached_draft(school_class: SchoolClass) -> LoadedClass:
    """The class as its draft would have it, as far as it had come when the row was read, or further."""
    entry = _current(school_class)
    if entry.drafted is None:
        with _loading_of(school_class):
            if entry.drafted is None:
                entry.drafted = load_class(school_class, drafted=True)
        _measure(school_class.pk, entry)
    return entry.drafted


def cached_class_after(school_class: SchoolClass, entered: Entered) -> LoadedClass:
    """The class after a batch of entries. Where nobody else entered anything in between, nothing has to be fetched."""
    with _lock:
        known = _entries.get(school_class.pk)
    if known is None or known.at != _at(school_class) or entered.revision != known.scores + 1:
        return cached_class_now(school_class)
    loaded = with_scores(known.loaded, [row_of(each) for each in entered.scores])
    if loaded is None:
        return cached_class_now(school_class)
    return _store(school_class.pk, _Entry(known.at, entered.revision, loaded, beside=known.beside)).loaded


def cached_class_now(school_class: SchoolClass) -> LoadedClass:
    """The class as far as it has come by now, for after a change."""
    return _current(as_it_is(school_class)).loaded


def as_it_is(school_class: SchoolClass) -> SchoolClass:
    """The class's row as it is by now: its revisions tell how far what is loaded of it has come."""
    return SchoolClass.objects.whole().get(pk=school_class.pk)


def cached_answer(school_class: SchoolClass, name: tuple[object, ...], make: Callable[[LoadedClass], str]) -> str:
    """An answer that says nothing but what follows from the class and from its `name`; made once as long as the class stays."""
    entry = _current(school_class)
    answer = entry.answers.get(name)
    if answer is None:
        answer = make(entry.loaded)
        if len(entry.answers) >= MOST_ANSWERS:
            entry.answers.clear()
        entry.answers[name] = answer
        _measure(school_class.pk, entry)
    return answer


def cached_of_class(school_class: SchoolClass, name: str, make: Callable[[LoadedClass], Answer]) -> Answer:
    """Something that follows from the class but for its scores; made once as long as it stays."""
    entry = _current(school_class)
    if name not in entry.beside:
        entry.beside[name] = make(entry.loaded)
    found: Answer = entry.beside[name]
    return found


def cached_for_student(
    school_class: SchoolClass, student: int, name: tuple[object, ...], make: Callable[[LoadedClass], Answer]
) -> Answer:
    """An answer about one student that says nothing but what follows from the class and from its `name`; the last one of each is cached.

    Its `sys.getsizeof` is how much room it takes.
    """
    entry = _current(school_class)
    last = entry.of_students.get(student)
    if last is None or last[0] != name:
        last = entry.of_students[student] = (name, make(entry.loaded))
        _measure(school_class.pk, entry)
    answer: Answer = last[1]
    return answer


def clear() -> None:
    """Forget every class."""
    with _lock:
        _entries.clear()
        _sizes.clear()


def _current(school_class: SchoolClass) -> _Entry:
    found = _found(school_class)
    if found is not None:
        return found
    with _loading_of(school_class):
        # Somebody who came just before may have loaded it by now.
        found = _found(school_class)
        return found if found is not None else _load(school_class)


def _found(school_class: SchoolClass) -> _Entry | None:
    """What is cached of the class, if it has come as far as the row."""
    scores = school_class.revision.scores
    with _lock:
        known = _entries.get(school_class.pk)
    if known is None or known.at != _at(school_class):
        return None
    if known.scores > scores and as_it_is(school_class).revision.scores < known.scores:
        return None  # The row is not of before somebody entered what is known here: the count itself went back.
    return known if known.scores >= scores else None


def _load(school_class: SchoolClass) -> _Entry:
    """The class as it is by now. It may have come further than the row says: then it is fetched once more next time, never too late."""
    at, scores = _at(school_class), school_class.revision.scores
    with _lock:
        known = _entries.get(school_class.pk)
    loaded = None
    if known is not None and known.at == at and known.scores < scores:
        loaded = with_scores(known.loaded, changed_since(known.loaded, known.scores))
    if loaded is not None and known is not None:
        return _store(school_class.pk, _Entry(at, scores, loaded, beside=known.beside))
    return _store(school_class.pk, _Entry(at, scores, load_class(school_class)))


def _at(school_class: SchoolClass) -> At:
    return plan_revision(school_class), school_class.school.today()


def _loading_of(school_class: SchoolClass) -> Lock:
    return _loading[school_class.pk % len(_loading)]


def is_settled() -> bool:
    """Whether nothing that is read now could be taken back."""
    return not connection.in_atomic_block


def _store(class_id: int, made: _Entry) -> _Entry:
    """Cache an entry: at once, or as soon as what it was read from is committed."""

    def store() -> None:
        with _lock:
            _entries[class_id] = made
            _entries.move_to_end(class_id)
        _measure(class_id, made)

    if is_settled():
        store()
    else:
        transaction.on_commit(store)
    return made


def _measure(class_id: int, entry: _Entry) -> None:
    """Count the room that an entry takes by now, and let go of those used longest ago where all take too much."""
    size = entry.bytes
    with _lock:
        if _entries.get(class_id) is not entry:
            return
        _sizes[class_id] = size
        while sum(_sizes.values()) > settings.CLASS_CACHE_BYTES and _entries:
            oldest, _ = _entries.popitem(last=False)
            _sizes.pop(oldest, None)
