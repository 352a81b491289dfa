"""Rows written by the hundred."""

from collections.abc import Collection, Sequence
from itertools import chain
from typing import Any

from django.db import connection
from django.db.models import Field, JSONField, Model


def write(rows: Sequence[Model], update: Collection[str] = ()) -> None:
    """Insert rows of one model in one statement; of one whose unique key is there already the `update` fields are changed.

    Each row then has its primary key. One that had it before is found by it: without, it would be inserted, found to be there
    by its other key, and taken out again. `bulk_create` does the same and asks every field about every value of every row,
    which for a paste takes longer than the database needs: here each different value is made ready once.
    """
    if not rows:
        return
    meta = rows[0]._meta
    table, primary = (connection.ops.quote_name(name) for name in (meta.db_table, meta.pk.attname))
    fields = meta.concrete_fields
    columns = {field.name: connection.ops.quote_name(field.attname) for field in fields}
    marks = ", ".join([f"({', '.join(['%s'] * len(fields))})"] * len(rows))
    changes = ", ".join(f"{columns[name]} = VALUES({columns[name]})" for name in update)
    or_update = f"ON DUPLICATE KEY UPDATE {changes}" if update else ""
    values = [_ready(field, [getattr(row, field.attname) for row in rows]) for field in fields]
    with connection.cursor() as cursor:
        cursor.execute(
            f"INSERT INTO {table} ({', '.join(columns.values())}) VALUES {marks} {or_update} RETURNING {primary}",
            list(chain.from_iterable(zip(*values, strict=True))),
        )
        for row, (pk,) in zip(rows, cursor.fetchall(), strict=True):
            row.pk = pk


def _ready(field: "Field[Any, Any]", values: Sequence[Any]) -> list[Any]:
    """A field's values as the database takes them."""
    keys = [repr(value) for value in values] if isinstance(field, JSONField) else values
    different = dict(zip(keys, values, strict=True))
    ready = {key: field.get_db_prep_save(value, connection) for key, value in different.items()}
    return [ready[key] for key in keys]
