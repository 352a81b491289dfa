"""Fill an empty database with the demo school."""

from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand
from school.models import School

from demo.tarnwick import make_tarnwick


class Command(BaseCommand):
    """Does nothing where there is a school already."""

    help = __doc__ or ""

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--if-empty", action="store_true", help="do nothing where there is a school already")

    def handle(self, *args: Any, **options: Any) -> None:
        if School.objects.exists():
            if not options["if_empty"]:
                self.stderr.write("There is a school already; nothing was changed.")
            return
        make_tarnwick()
