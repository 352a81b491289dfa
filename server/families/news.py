"""What is new to somebody: what came back, was changed or posted, and what is missing, since they last looked.

It is told from what the family page says now beside what it said then, so that what was hidden again meanwhile is in neither, and a
whole column corrected twice is one line a student.
"""

import datetime
import hashlib
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from django.utils.translation import gettext as _
from school.models import Person, Student

from families.models import Known, Told
from families.schemas import FamilyClassOut, NewsOut, WorkOut

VISIT = datetime.timedelta(hours=1)
"""Looks that lie closer together are one visit: what was new stays so."""
DIGEST = 12
"""Characters of an item's digest."""


@dataclass(frozen=True, slots=True)
class Item:
    """Something that can be new: under which key, in words, and what tells that it was changed."""

    key: str
    kind: str
    class_id: int
    class_name: str
    words: str
    digest: str


def items_of(seen: FamilyClassOut) -> list[Item]:
    """All that could be new of a class."""
    return list(_items(seen))


def _items(seen: FamilyClassOut) -> Iterator[Item]:
    of, is_missing = _("%(points)s of %(of)s"), _("%(name)s is missing")

    def item(kind: str, number: object, words: str, *said: str) -> Item:
        return Item(f"{kind}{seen.sections[0]}-{number}", kind, seen.id, seen.name, words, _digest(*said))

    for card in seen.cards:
        mark = f": {card.mark}" if card.mark else ""
        words = _with_comment(_("%(term)s was posted") % {"term": card.term} + mark, card.comment)
        yield item(
            "posted", card.term_id, words, card.mark or "", card.percent or "", card.comment, *_levels(card.levels)
        )
    for work in seen.back:
        yield item("back", work.id, _back_words(work, of), work.score, work.comment, *_chosen(work))
    for work in seen.missing:
        yield item("missing", work.id, is_missing % {"name": work.name}, "")


def _back_words(work: WorkOut, of: str) -> str:
    is_number = work.points and work.score[:1].isdigit()
    score = of % {"points": work.score, "of": work.points} if is_number else work.score
    return _with_comment(f"{work.name}: {score}", work.comment)


def _with_comment(words: str, comment: str) -> str:
    return _("%(words)s, with a comment") % {"words": words} if comment else words


def _chosen(work: WorkOut) -> Iterator[str]:
    return (each.level or "" for each in work.criteria)


def _levels(levels: Iterable[object]) -> Iterator[str]:
    return (str(each) for each in levels)


def _digest(*said: str) -> str:
    return hashlib.sha256("\0".join(said).encode()).hexdigest()[:DIGEST]


def known_by(person: Person, student: Student, by: Told) -> Known | None:
    """What somebody was last shown of a student; None who never was."""
    return Known.objects.filter(person=person, student=student, by=by).first()


def news(
    items: Sequence[Item], known: Known | None, now: datetime.datetime
) -> tuple[list[NewsOut], datetime.datetime | None]:
    """What is new to somebody, and since when; nothing on the first look, when everything would be."""
    if known is None:
        return [], None
    then, since = _last_visit(known, now)
    found = [
        NewsOut(kind=each.kind, class_id=each.class_id, class_name=each.class_name, words=each.words)
        for each in items
        if then.get(each.key) != each.digest
    ]
    return found, since


def _last_visit(known: Known, now: datetime.datetime) -> tuple[Mapping[str, str], datetime.datetime]:
    """What was there when they last looked before this visit."""
    return (known.items, known.at) if now - known.at > VISIT else (known.before, known.before_at)


def look(person: Person, student: Student, there: Mapping[str, str]) -> None:
    """Somebody looks at what there is of a student: the digests of what they were shown, by key."""
    now, known = student.school.now(), known_by(person, student, Told.PAGE)
    before, before_at = _last_visit(known, now) if known is not None else (there, now)
    # One statement, whether it is the first look or not: on an evening hundreds look at once.
    Known.objects.bulk_create(
        [
            Known(
                person=person,
                student=student,
                by=Told.PAGE,
                items=there,
                at=now,
                before=before,
                before_at=before_at,
            )
        ],
        update_conflicts=True,
        update_fields=["items", "at", "before", "before_at"],
    )
