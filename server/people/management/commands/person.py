"""Make a records officer, or give somebody a new code, on a machine without a browser."""

from argparse import ArgumentParser
from typing import Any

from accounts import second_factor
from accounts.inviting import make_letter
from django.core.management.base import BaseCommand, CommandError
from school.models import Person, School
from school.refusal import Refused

from people.management.commands.school import find_school
from people.setting_up import Officer, add_officer


class Command(BaseCommand):
    """The code that is told works once, for four weeks."""

    help = __doc__ or ""

    def add_arguments(self, parser: ArgumentParser) -> None:
        acts = parser.add_subparsers(dest="act", required=True)
        officer = acts.add_parser("officer", help="make a records officer")
        officer.add_argument("given_name")
        officer.add_argument("family_name")
        officer.add_argument("--email", default="")
        officer.add_argument("--school", help="of which school, where there are several")
        reset = acts.add_parser(
            "reset", help="a new code for somebody who cannot sign in, without the second factor they had"
        )
        reset.add_argument("sign_in", help="the name under which they sign in")

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            person, school = getattr(self, options["act"])(options)
        except Refused as error:
            raise CommandError(error.message) from None
        letter = make_letter(school, None, person)
        self.stdout.write(f"{person} chooses a password at /letter:\n  name {person.sign_in}, code {letter.code}")

    def officer(self, options: dict[str, Any]) -> tuple[Person, School]:
        """A new officer."""
        school = find_school(options["school"])
        return add_officer(
            school, Officer(options["given_name"], options["family_name"], options["email"]), None
        ), school

    def reset(self, options: dict[str, Any]) -> tuple[Person, School]:
        """Somebody by the name under which they sign in; a second factor that they had goes."""
        person = Person.objects.filter(sign_in=options["sign_in"].casefold(), is_active=True).first()
        school = School.objects.filter(memberships__person=person).order_by("id").first() if person else None
        if person is None or school is None:
            raise CommandError(f"Nobody who is active signs in as {options['sign_in']}.")
        second_factor.forget(person)
        return person, school
