"""Tell how an empty installation is set up: nothing where there is a school already."""

from argparse import ArgumentParser
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand
from school.models import School


class Command(BaseCommand):
    """Prints the address and the code."""

    help = __doc__ or ""

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("address", help="where it is set up")

    def handle(self, *args: Any, **options: Any) -> None:
        if not School.objects.exists():
            self.stdout.write("There is no school here yet. Set one up in the browser, with this code:")
            self.stdout.write(f"  {options['address']}\n  {settings.SETUP_CODE}")
