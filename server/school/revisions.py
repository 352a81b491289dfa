"""How far a school and its classes have come: what was kept of a class is current as long as these are the same.

`School.revision` counts what can change any class of the school (plans, scales, codes, terms), `SchoolClass.revision`
what changes one class otherwise, and `SchoolClass.scores_revision` its scores; each score says with which it changed
last. They are counted at the beginning of the transaction that makes the change, so that nobody sees the one without
the other: a row that refers to a class or school holds it, and two that held it could not both count it afterwards.
Operations count by their permission (`access`); whatever else writes has to count by itself.
"""

from django.db import connection
from django.db.models import F

from school.models import School, SchoolClass


def count_school(school_id: int) -> None:
    """Something changed that any class of the school may depend on."""
    School.objects.filter(pk=school_id).update(revision=F("revision") + 1)


def count_class(class_id: int) -> None:
    """Something other than scores changed in a class."""
    SchoolClass.objects.filter(pk=class_id).update(revision=F("revision") + 1)


def next_scores(class_id: int) -> int:
    """The revision of scores that are about to change, in a transaction; until it ends nobody else changes the class's scores."""
    table = SchoolClass._meta.db_table
    with connection.cursor() as cursor:
        # The number that the statement made is its insert id: no second question.
        cursor.execute(
            f"UPDATE {table} SET scores_revision = LAST_INSERT_ID(scores_revision + 1) WHERE id = %s", [class_id]
        )
        return int(cursor.lastrowid)
