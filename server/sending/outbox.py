"""The outbox: what is to be sent, as lines of a delivery, made in the transaction of what it tells of."""

import uuid
from collections.abc import Collection, Iterable
from typing import Any

from django.db import transaction
from people.models import Register
from school.models import Person, SchoolClass, Term

from sending import worker_queue
from sending.keys import OF_TERMS, OF_WORK, result_key, term_key
from sending.models import ClassSending, Delivery, Line, LineState, Record, What, When, Why, sending_of
from sending.outgoing import Going
from sending.records import Lines, Said, body_of, digest


def when_of(school_class: SchoolClass) -> When:
    """When a class sends what is new: as its teacher chose, where they may, and else as the school says."""
    said = sending_of(school_class.school_id)
    own = ClassSending.objects.filter(school_class=school_class).first() if said.teachers_choose else None
    return When(own.when if own is not None and own.when else said.when)


def put_out(
    going: Going,
    why: Why,
    person: Person | None,
    *,
    whats: Collection[What] = (What.GRADES, What.WORK),
    only: Collection[str] | None = None,
    again: bool = False,
) -> list[Delivery]:
    """Make deliveries of what is new in a class and term since it was last sent, and of what was refused; none where nothing is,
    or there is no register.

    `only` are keys of records that alone go. `again` sends what was left or accepted, too.
    """
    if not Register.objects.filter(school=going.school_class.school_id).exists():
        return []
    with transaction.atomic():
        ClassSending.objects.get_or_create(school_class=going.school_class)
        ClassSending.objects.select_for_update().get(school_class=going.school_class)
        lines = Lines(going)
        made = []
        for what, said in ((What.GRADES, lines.grades), (What.WORK, lines.work)):
            if what in whats and (delivery := _Putting(going, what, why, person, only, again).put(said())):
                made.append(delivery)
        if made:
            transaction.on_commit(worker_queue.wake)
        return made


class _Putting:
    """Making one delivery."""

    def __init__(
        self, going: Going, what: What, why: Why, person: Person | None, only: Collection[str] | None, again: bool
    ) -> None:
        self.going, self.what, self.why, self.person = going, what, why, person
        self.only, self.again = only, again
        prefix = OF_TERMS if what is What.GRADES else OF_WORK
        mine = Record.objects.filter(school_class=going.school_class, term=going.term, key__startswith=prefix)
        self.records = {each.key: each for each in mine.select_related("assignment")}
        last = Line.objects.filter(record__in=mine, is_last=True)
        self.states = dict(last.values_list("record__key", "state"))

    def put(self, said: list[Said]) -> Delivery | None:
        """Make it; None where there is nothing to send."""
        news = self._with_items([each for each in said if self._is_news(each)], said)
        gone = [] if self.only is not None else list(self._gone({each.key for each in said}))
        if not news and not gone:
            return None
        school_class, at = self.going.school_class, self.going.school_class.school.now()
        self._make_records(news)
        delivery = Delivery.objects.create(
            school_class=school_class, term=self.going.term, what=self.what, why=self.why, by=self.person, at=at
        )
        rows = []
        for each in news:
            record = self.records[each.key]
            item = self.records[each.of_line_item].sourced_id if each.of_line_item else None
            record.digest = digest(each.fields)
            rows.append(
                Line(
                    delivery=delivery,
                    record=record,
                    body=body_of(each, record.sourced_id, item, at),
                    shown=each.shown[:140],
                )
            )
        for record in gone:
            record.digest = ""
            rows.append(Line(delivery=delivery, record=record, deletes=True, shown="taken back"))
        touched = [each.record for each in rows]
        Line.objects.filter(record__in=touched, is_last=True).update(is_last=False)
        Line.objects.bulk_create(rows, batch_size=500)
        Record.objects.bulk_update(touched, ["digest"], batch_size=500)
        return delivery

    def _is_news(self, said: Said) -> bool:
        if self.only is not None and said.key not in self.only:
            return False
        record, state = self.records.get(said.key), self.states.get(said.key)
        if record is None or record.digest != digest(said.fields) or state == LineState.REFUSED:
            return True
        return self.again and state != LineState.WAITING

    def _with_items(self, news: list[Said], said: list[Said]) -> list[Said]:
        """With the line items that the register lacks, before the results in them."""
        wanted = {each.of_line_item for each in news if each.is_result}
        missing = {
            each.key
            for each in said
            if each.key in wanted
            and (each.key not in self.records or self.states.get(each.key) in (LineState.REFUSED, LineState.LEFT))
        }
        keys = {each.key for each in news} | missing
        return [each for each in said if each.key in keys]

    def _gone(self, said: Collection[str]) -> Iterable[Record]:
        """What the register has and there is no more: a grade that was withdrawn, an assignment that was deleted."""
        item = term_key(self.going.term)
        withdrawn = {result_key(item, each.student.pk) for each in self.going.grades if each.posted is None}
        for key, record in self.records.items():
            if key in said or self.states.get(key) == LineState.WAITING or not record.digest:
                continue
            is_deleted = record.assignment is not None and record.assignment.deleted_at is not None
            # Results of a deleted line item go with it.
            if key in withdrawn or (is_deleted and record.student_id is None):
                yield record

    def _make_records(self, news: list[Said]) -> None:
        new = [each for each in news if each.key not in self.records]
        made = Record.objects.bulk_create(
            [
                Record(
                    school_class=self.going.school_class,
                    key=each.key,
                    sourced_id=uuid.uuid4(),
                    term=self.going.term,
                    assignment=each.assignment,
                    student=each.student,
                )
                for each in new
            ],
            batch_size=500,
        )
        if any(each.pk is None for each in made):
            made = list(Record.objects.filter(sourced_id__in=[each.sourced_id for each in made]))
        self.records |= {each.key: each for each in made}


def after_posting(sender: object, *, school_class: SchoolClass, term: Term, person: Person, **_: Any) -> None:
    """Where the class sends after each posting, put out what was posted, in its transaction."""
    if when_of(school_class) is When.POSTING:
        put_out(Going(school_class, term), Why.POSTING, person, whats=(What.GRADES,))
