"""Let the quiz tool that stands in for a real one write to a class of the demo school."""

from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand
from school.demo_people import DEMO_SCHOOL
from school.models import Person, School, SchoolClass
from tools.granting import grant
from tools.models import Tool

TOOL = "Lakeside Quizzes"


class Command(BaseCommand):
    """Does nothing where the demo is not loaded, or the tool is there already."""

    help = __doc__ or ""

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("client_id")
        parser.add_argument("client_secret")

    def handle(self, *args: Any, **options: Any) -> None:
        school = School.objects.filter(name=DEMO_SCHOOL).exclude(fixed_day=None).first()
        if school is None or Tool.objects.filter(client_id=options["client_id"]).exists():
            return
        officer = Person.objects.get(sign_in="mirela")
        school_class = SchoolClass.objects.get(school=school, name="Choir")
        grant(school, officer, TOOL, "", [school_class.pk], (options["client_id"], options["client_secret"]))
