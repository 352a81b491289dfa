"""Whom one can be in the demo. Listed only where the database holds the demo school."""

from django.conf import settings

from school.models import School
from school.schemas import DemoPerson

DEMO_SCHOOL = "Tarnwick School"
DEMO_PASSWORD = "frost on the lake"

PEOPLE = (
    ("odalys", "Odalys Brandt", "teaches Geography 8, Choir and Stage Craft 10"),
    ("tobin", "Tobin Achterberg", "co-teaches Geography 8 B"),
    ("mirela", "Mirela Anand", "records officer"),
    ("ingrid", "Ingrid Åkerlund", "guardian of Signe and Elof"),
    ("signe", "Signe Åkerlund", "student in Geography 8 B"),
    ("celestine", "Célestine Moreau", "student in Geography 8 B"),
)


def demo_people() -> list[DemoPerson]:
    """The demo's people; nobody in an installation that is not the demo, whatever school it holds."""
    if not settings.DEMO or not School.objects.filter(name=DEMO_SCHOOL).exclude(fixed_day=None).exists():
        return []
    return [DemoPerson(sign_in=sign, password=DEMO_PASSWORD, name=name, words=words) for sign, name, words in PEOPLE]
