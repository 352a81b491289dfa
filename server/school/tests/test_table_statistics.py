"""The database looks anew at what it holds."""

from django.db import connection

from school import table_statistics
from school.models import Person

MANY = 500


def test_what_came_in_since_is_known(transactional_db: None) -> None:
    table_statistics.renew()
    before = _known()
    Person.objects.bulk_create(Person(sign_in=f"counted{n}", family_name=f"{n}") for n in range(MANY))
    table_statistics.renew()
    # What it knows is an estimate.
    assert before + MANY / 2 < _known() < before + 2 * MANY


def _known() -> int:
    with connection.cursor() as cursor:
        cursor.execute("SHOW TABLE STATUS LIKE %s", [Person._meta.db_table])
        names = [each[0] for each in cursor.description]
        return int(dict(zip(names, cursor.fetchone(), strict=True))["Rows"])
