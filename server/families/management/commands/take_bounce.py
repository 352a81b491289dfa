"""Take a notice back that could not be delivered: the mail server hands its report over on the standard input."""

import sys
from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand

from families import bounces

MOST_BYTES = 1_000_000
"""So much of a report is read; what it says of the recipient stands before the message it is of."""


class Command(BaseCommand):
    """Says what was done with it. What is no report of a failure is left."""

    help = __doc__ or ""

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("recipient", help="the return address to which it came back")

    def handle(self, *args: Any, **options: Any) -> None:
        self.stdout.write(bounces.take(sys.stdin.buffer.read(MOST_BYTES), options["recipient"]))
