"""How far a school and its classes have come: what was kept of a class is current as long as these are the same.

`SchoolRevision.number` counts what can change any class of the school (plans, scales, codes, terms), `ClassRevision.plan`
what changes one class otherwise, and `ClassRevision.scores` its scores; each score says with which it changed last.
`ClassRevision.posted` counts what was posted of it: no computing depends on that, but answers do that tell of it. They
are counted at the beginning of the transaction that makes the change, so that nobody sees the one without the other, and
whoever changes the same waits there and nowhere else. Operations count by their permission (`access`); whatever else
writes has to count by itself.
"""

from django.db import connection
from django.db.models import F

from school.models import ClassRevision, SchoolClass, SchoolRevision


def count_school(school_id: int) -> None:
    """Something changed that any class of the school may depend on."""
    SchoolRevision.objects.filter(pk=school_id).update(number=F("number") + 1)


def count_class(class_id: int) -> None:
    """Something other than scores changed in a class."""
    ClassRevision.objects.filter(pk=class_id).update(plan=F("plan") + 1)


def count_classes(school_id: int) -> None:
    """Rows of any of a school's classes are about to change: until the transaction ends nobody changes anything in one of them, and who
    read one before reads it again.
    """
    ClassRevision.objects.filter(school_class__school=school_id).update(plan=F("plan") + 1)


def count_posted(class_id: int) -> None:
    """Something is posted of a class, withdrawn, or kept from families: until the transaction ends, whoever does the same waits here."""
    ClassRevision.objects.filter(pk=class_id).update(posted=F("posted") + 1)


def next_scores(class_id: int) -> int:
    """The revision of scores that are about to change, in a transaction; until it ends nobody else changes the class's scores."""
    table = ClassRevision._meta.db_table
    with connection.cursor() as cursor:
        # The number that the statement made is its insert id: no second question.
        cursor.execute(f"UPDATE {table} SET scores = LAST_INSERT_ID(scores + 1) WHERE school_class_id = %s", [class_id])
        return int(cursor.lastrowid)


PlanRevision = tuple[int, int, int]
"""How far all of a class but its scores had come: the database's epoch, the school's count and the class's."""


def plan_revision(school_class: SchoolClass) -> PlanRevision:
    """How far a class had come when its row was read."""
    school = school_class.school.revision
    return school.epoch, school.number, school_class.revision.plan


def plan_revision_now(class_id: int) -> PlanRevision:
    """How far a class has come by now."""
    school = "school_class__school__revision"
    found: PlanRevision = ClassRevision.objects.values_list(f"{school}__epoch", f"{school}__number", "plan").get(
        pk=class_id
    )
    return found
