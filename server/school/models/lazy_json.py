"""JSON that is read once it is asked for: a school comes with each of its classes, and hardly anything looks at what it has in JSON."""

import json
from dataclasses import dataclass
from typing import Any

from django.db import models
from django.db.models.query_utils import DeferredAttribute


@dataclass(frozen=True, slots=True)
class _Unread:
    """JSON as the database gave it. No text, so that nothing takes it for a value."""

    text: str


class _ReadOnce(DeferredAttribute):
    def __get__(self, instance: models.Model | None, cls: Any = None) -> Any:
        value = super().__get__(instance, cls)
        if isinstance(value, _Unread):
            value = vars(instance)[self.field.attname] = json.loads(value.text)
        return value

    def __set__(self, instance: models.Model, value: Any) -> None:
        # With it, what the row holds is not taken from it without being looked at here.
        vars(instance)[self.field.attname] = value


class LazyJSONField(models.JSONField):
    """A JSON field whose value a row reads when it is looked at; `values` and `values_list` have no use for it."""

    descriptor_class = _ReadOnce

    def from_db_value(self, value: str | None, expression: Any, connection: Any) -> Any:
        """What a row keeps until it is asked for it."""
        return value if value is None else _Unread(value)

    def deconstruct(self) -> Any:
        """For the database it is any JSON field."""
        name, _, args, options = super().deconstruct()
        return name, "django.db.models.JSONField", args, options
