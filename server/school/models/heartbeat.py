"""That what works in the background runs."""

from __future__ import annotations

from typing import ClassVar

from django.db import models


class Heartbeat(models.Model):
    """When a worker last said that it runs: one of what is short (`WORKER`), and one of what takes long (`LONG`)."""

    WORKER: ClassVar = "worker"
    LONG: ClassVar = "long"

    name = models.CharField(max_length=40, unique=True)
    at = models.DateTimeField()
