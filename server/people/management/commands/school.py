"""Make and list schools, and load rosters, on a machine without a browser."""

import datetime
from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from accounts.inviting import make_letter
from django.core.management.base import BaseCommand, CommandError
from django.db import transaction
from school.models import Person, Role, School
from school.refusal import Refused
from school.years import year_of

from people.changes import Change
from people.drafts import apply_draft, begin_file, compute
from people.setting_up import DIVISIONS, Beginning, Officer, begin_school


class Command(BaseCommand):
    """What is refused is said in words, and nothing is changed then."""

    help = __doc__ or ""

    def add_arguments(self, parser: ArgumentParser) -> None:
        acts = parser.add_subparsers(dest="act", required=True)
        new = acts.add_parser("new", help="make a school with its first year and its records officer")
        new.add_argument("name")
        new.add_argument("--address", default="")
        new.add_argument("--time-zone", default="Europe/London")
        new.add_argument("--year", required=True, help="the name of its first year, such as 2032/33")
        new.add_argument(
            "--starts", required=True, type=datetime.date.fromisoformat, help="its first day, such as 2032-09-01"
        )
        new.add_argument("--ends", required=True, type=datetime.date.fromisoformat)
        new.add_argument("--division", choices=DIVISIONS, default="quarters")
        new.add_argument("--officer", required=True, nargs=2, metavar=("GIVEN", "FAMILY"), help="the officer's name")
        new.add_argument("--email", default="")
        acts.add_parser("list", help="the schools, with their years, people and classes")
        load = acts.add_parser("load", help="what a file of people and rosters would change")
        load.add_argument("file", type=Path)
        load.add_argument("--school", help="which, where there are several")
        load.add_argument("--year", help="the name of the year, unless it is the present one")
        load.add_argument("--apply", action="store_true", help="apply what needs no answer")

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            getattr(self, options["act"])(options)
        except Refused as error:
            raise CommandError(error.message) from None

    def new(self, options: dict[str, Any]) -> None:
        """Make a school; the officer's code is told."""
        given, family = options["officer"]
        officer = Officer(given, family, options["email"])
        names = ("name", "address", "time_zone", "year", "starts", "ends", "division")
        with transaction.atomic():
            school, person = begin_school(Beginning(**{each: options[each] for each in names}, officer=officer), None)
            letter = make_letter(school, None, person)
        self.stdout.write(f"{school.name} is made. {person} chooses a password at /letter:")
        self.stdout.write(f"  name {person.sign_in}, code {letter.code}")

    def list(self, _: dict[str, Any]) -> None:
        """The schools."""
        for school in School.objects.order_by("name"):
            years = ", ".join(each.name for each in school.years.order_by("starts"))
            students = school.students.filter(is_active=True).count()
            self.stdout.write(
                f"{school.name}: years {years or 'none'}; {students} students, {school.classes.count()} classes"
            )

    def load(self, options: dict[str, Any]) -> None:
        """What a file would change, and changing it."""
        school = find_school(options["school"])
        year = school.years.filter(name=options["year"]).first() if options["year"] else year_of(school, None)
        if year is None:
            raise CommandError(f"There is no year called {options['year']}.")
        officer = Person.objects.filter(
            memberships__school=school, memberships__role=Role.OFFICER, is_active=True
        ).first()
        if officer is None:
            raise CommandError(f"{school.name} has no records officer: ./hoarfrost person officer makes one.")
        file: Path = options["file"]
        if not file.is_file():
            raise CommandError(f"There is no file {file}.")
        draft = begin_file(school, year, officer, file.name, file.read_bytes(), at_once=True)
        found = compute(draft)
        self.stdout.write(f"{file.name}: {draft.told}. {found.same} students stay as they are.")
        for each in found.changes:
            self.stdout.write(line_of(each))
        chosen = sum(each.is_on for each in found.changes)
        if options["apply"] and chosen:
            self.stdout.write(f"{len(apply_draft(draft, officer))} changes are made.")
        elif options["apply"]:
            draft.delete()
            self.stdout.write("There is nothing to change.")
        else:
            draft.delete()
            self.stdout.write(f"Nothing is changed. With --apply, {chosen} changes are made.")


def find_school(name: str | None) -> School:
    """The school of a name, or the only one there is."""
    found = list(School.objects.filter(name=name) if name else School.objects.all()[:2])
    if len(found) != 1:
        raise CommandError(f"There is no school called {name}." if name else "Say which school: --school NAME.")
    return found[0]


def line_of(change: Change) -> str:
    """A change as a line."""
    mark = "+" if change.is_on else "?" if change.asks else "-"
    who = f"{change.given_name} {change.family_name}".strip()
    what = " -> ".join(each for each in (change.was, change.becomes) if each)
    where = f"line {change.line}" if change.line else "not in file"
    return (
        f"  {mark} {change.kind:<8} {who} {change.number}: {what}{f' ({change.note})' if change.note else ''}, {where}"
    )
