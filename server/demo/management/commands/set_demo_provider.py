"""Name the stand-in provider as the demo school's own."""

from argparse import ArgumentParser
from typing import Any

from accounts.models import SignInProvider
from django.core.management.base import BaseCommand
from school.demo_people import DEMO_SCHOOL
from school.models import School

PROVIDER = "Tarnwick account"


class Command(BaseCommand):
    """Does nothing where the demo is not loaded."""

    help = __doc__ or ""

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("issuer", help="the provider's address, which may be another at each start")
        parser.add_argument("client_id")
        parser.add_argument("client_secret")

    def handle(self, *args: Any, **options: Any) -> None:
        school = School.objects.filter(name=DEMO_SCHOOL).exclude(fixed_day=None).first()
        if school is not None:
            given = {name: options[name] for name in ("issuer", "client_id", "client_secret")}
            SignInProvider.objects.update_or_create(school=school, defaults=given | {"name": PROVIDER})
