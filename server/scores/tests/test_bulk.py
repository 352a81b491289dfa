"""Rows written in one statement are what the ORM reads back."""

from datetime import timedelta
from decimal import Decimal

import pytest
from conftest import World
from django.db import IntegrityError
from django.utils import timezone

from scores.bulk import write
from scores.models import Score


def score(world: World, student: int, **given: object) -> Score:
    return Score(
        student=world.students[student],
        assignment=world.assignments[0],
        changed_by=world.people["teacher"],
        changed_at=timezone.now(),
        **given,
    )


def kept(score: Score) -> dict[str, object]:
    return {field.attname: getattr(score, field.attname) for field in Score._meta.concrete_fields}


def test_what_is_written_is_read_back(world: World) -> None:
    rows = [
        score(world, 0, number=Decimal("7.25"), comment="100 %s, \\ 'so' \"it\" is; é 霜", by_standard={"Map": "3"}),
        score(world, 1, code="EX", meant=True, by_standard={"Map": "", "Scale": "None"}),
    ]
    write(rows)
    assert [kept(each) for each in Score.objects.order_by("pk")] == [kept(each) for each in rows]


def test_a_row_that_is_there_is_changed_in_what_was_named_and_a_new_one_made(world: World) -> None:
    old = score(world, 1, number=Decimal(4), note="stays")
    write([old])
    changed = score(world, 1, number=Decimal(9), note="is not asked for")
    changed.changed_at += timedelta(days=1)
    new = score(world, 0, number=Decimal(9))
    write([new, changed], update=("number", "changed_at"))
    assert changed.pk == old.pk
    assert kept(Score.objects.get(pk=old.pk)) == kept(changed) | {"note": "stays"}
    assert kept(Score.objects.get(pk=new.pk)) == kept(new)


def test_a_row_that_is_there_is_refused_where_nothing_was_named(world: World) -> None:
    write([score(world, 0)])
    with pytest.raises(IntegrityError):
        write([score(world, 0)])
