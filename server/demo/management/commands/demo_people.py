"""Print whom one can be in the demo."""

from typing import Any

from django.core.management.base import BaseCommand
from school.demo_people import demo_people


class Command(BaseCommand):
    """Prints nothing where the demo is not loaded."""

    help = __doc__ or ""

    def handle(self, *args: Any, **options: Any) -> None:
        people = demo_people()
        if people:
            self.stdout.write(f"The demo's sign-ins, all with the password: {people[0].password}")
        for each in people:
            self.stdout.write(f"  {each.sign_in:<10} {each.name}, {each.words}")
