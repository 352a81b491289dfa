"""That what works in the background runs."""

from __future__ import annotations

from django.db import models


class Heartbeat(models.Model):
    """When a part that works in the background last said that it runs."""

    name = models.CharField(max_length=40, unique=True)
    at = models.DateTimeField()
