"""Tell the demo school where the register that stands in for a real one is, and write down what that is to know."""

import json
from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand
from people.models import Register
from school.demo_people import DEMO_SCHOOL
from school.models import School, SchoolClass

from demo import office
from demo.sending import MOVED_TO, REFUSED_MARK, moved_student


class Command(BaseCommand):
    """Does nothing where the demo is not loaded."""

    help = __doc__ or ""

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("address", help="the register's address, which may be another at each start")
        parser.add_argument("client_id")
        parser.add_argument("client_secret")
        parser.add_argument("file", type=Path, help="where what it is to know is written")

    def handle(self, *args: Any, **options: Any) -> None:
        school = School.objects.filter(name=DEMO_SCHOOL).exclude(fixed_day=None).first()
        if school is None:
            return
        given = {name: options[name] for name in ("address", "client_id", "client_secret")}
        Register.objects.update_or_create(
            school=school, defaults=given | {"token_address": f"{options['address']}/token", "org": office.ORG}
        )
        moved = moved_student(SchoolClass.objects.get(school=school, name="Geography 8", section="A"))
        switches = {"refused_mark": REFUSED_MARK, "moved_student": f"{office.user_of(moved)} {MOVED_TO}"}
        options["file"].write_text(json.dumps({"records": office.records(school), "switches": switches}))
