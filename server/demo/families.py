"""The demo's families: a guardian who is written to each day, and what she knew the day before yesterday."""

import datetime

from families.models import FamilyNotices, Known, Notices, SchoolFamilies, Told
from families.page import FamilyPage
from school.models import Person
from school.session import seen_students

from demo.making import Tarnwick

NEW = 3
"""So many pieces of work have come back to each child since then."""
SINCE = datetime.timedelta(days=2)


def fill_families(made: Tarnwick, guardian: Person) -> None:
    """What she chose and knew; the school's notices go in the morning, so that a demo that runs shows one in the outbox."""
    SchoolFamilies.objects.create(school=made.school, hour=7)
    FamilyNotices.objects.create(person=guardian, how=Notices.DAILY, confirmed=guardian.email)
    then = made.moment(made.school.today() - SINCE, 18, 5)
    for student in seen_students(guardian):
        items = [item for each in FamilyPage(student, guardian).seen() for item in each.items]
        back = [each.key for each in items if each.kind == "back"][:NEW]
        known = {each.key: each.digest for each in items if each.key not in back}
        Known.objects.bulk_create(
            Known(person=guardian, student=student, by=by, items=known, at=then, before=known, before_at=then)
            for by in Told
        )
