"""Take a notice back that could not be delivered: the mail server hands its report over on the standard input."""

import os
import sys
from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand
from django.db import OperationalError

from families import bounces

MOST_BYTES = 1_000_000
"""So much of a report is read; what it says of the recipient stands before the message it is of."""


class Command(BaseCommand):
    """Says what was done with it. What is no report of a failure is left."""

    help = __doc__ or ""

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("recipient", help="the return address to which it came back")

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            said = bounces.take(sys.stdin.buffer.read(MOST_BYTES), options["recipient"])
        except OperationalError:
            # The mail server brings it again later.
            sys.exit(os.EX_TEMPFAIL)
        self.stdout.write(said)
