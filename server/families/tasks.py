"""What the worker does for families by itself (see the settings)."""

from celery import shared_task
from django.db import close_old_connections

from families import digests


@shared_task(name="families.notices")
def notices() -> None:
    """Write to the families of every school whose hour has come."""
    close_old_connections()
    digests.write_digests()
