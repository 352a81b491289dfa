"""Say whether this release knows all that was done to the tables of the database: a newer one may have changed them since."""

from typing import Any

from django.core.management.base import BaseCommand, CommandError
from django.db import connection
from django.db.migrations.loader import MigrationLoader


class Command(BaseCommand):
    """Ends with an error where a newer release has changed the tables."""

    help = __doc__ or ""

    def handle(self, *args: Any, **options: Any) -> None:
        loader = MigrationLoader(connection)
        known = set(loader.disk_migrations) | set(loader.replacements)
        ours = {app for app, _ in known}
        newer = sorted(
            f"{app} {name}" for app, name in loader.applied_migrations if app in ours and (app, name) not in known
        )
        if newer:
            raise CommandError(f"A newer release has changed the tables: {', '.join(newer)}.")
